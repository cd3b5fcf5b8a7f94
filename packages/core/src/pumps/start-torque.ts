import type { MotorInput } from './motor.js';

/*
 * Torque of a motor switched on at its mains against that of its pump, over the speed. A pump against a shut valve asks a torque that goes with
 * the square of the speed; to break away it asks a share of it at rest. Source: Karassik et al., Pump Handbook, 4th ed., ch. 9.
 */

/** torque to break away, share of that at full speed against the shut valve */
const BREAKAWAY = 0.15;
/** speed, share of full, up to which breaking away counts and at which the motor gives its pull-up torque */
const BROKEN_AWAY = 0.1;
const PULL_UP = 0.5;
/** speed at which it gives its breakdown torque */
const BREAKDOWN = 0.9;
const STEPS = 90;

export interface StartTorque {
  /** least of motor torque over pump torque between rest and nine tenths of the speed */
  least: number;
  /** speed there, share of full */
  at: number;
}

/**
 * How much more torque a motor gives than its pump asks while it runs up, the valve shut.
 *
 * @param shutPower shaft power of one unit at no flow, W
 * @param voltage at the terminals, share of the rated one: torque goes with its square
 * @returns undefined without a rated power and a start torque. Example: 1.8, 1.5 and 2.2 times the rated torque at start, at half the speed and
 * at breakdown, a pump of half the rated power at no flow: at half the speed 1.5 over 0.5·0.25 gives 12, at nine tenths 2.2 over 0.5·0.81 gives 5.4
 */
export function startTorque(motor: MotorInput, shutPower: number, voltage = 1): StartTorque | undefined {
  const { ratedPower, startTorque: start, pullUpTorque, breakdownTorque } = motor;
  if (!ratedPower || !start || !(shutPower > 0)) return undefined;
  const pullUp = pullUpTorque ?? start;
  const most = breakdownTorque ?? pullUp;
  const load = shutPower / ratedPower;
  let found: StartTorque = { least: Infinity, at: 0 };
  for (let i = 0; i <= STEPS; i++) {
    const n = (BREAKDOWN * i) / STEPS;
    const given =
      n < PULL_UP ? start + (pullUp - start) * (n / PULL_UP) : pullUp + ((most - pullUp) * (n - PULL_UP)) / (BREAKDOWN - PULL_UP);
    const still = n < BROKEN_AWAY ? BREAKAWAY * (1 - n / BROKEN_AWAY) : 0;
    const asked = load * Math.max(n * n, still);
    const ratio = asked > 0 ? (given * voltage * voltage) / asked : Infinity;
    if (ratio < found.least) found = { least: ratio, at: n };
  }
  return found;
}
