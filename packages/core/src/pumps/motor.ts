/** Rating plate of a motor. */
export interface MotorInput {
  /** W at the shaft */
  ratedPower?: number;
  /** at rated load, or at 50, 75 and 100 % of it */
  efficiency?: number | readonly number[];
  /** efficiency of a variable speed drive between mains and motor */
  driveEfficiency?: number;
  /** V between phases */
  voltage?: number;
  /** at rated load, or at 50, 75 and 100 % of it */
  powerFactor?: number | readonly number[];
  frequency?: number;
  phases?: number;
  /** continuous overload that the maker allows, ≥ 1: said, and not counted in the margin */
  serviceFactor?: number;
  /** share of the rated power that it may give where it stands; worked out from air and altitude where it is not entered */
  derating?: number;
  /** the same behind a frequency converter */
  driveDerating?: number;
  /** highest temperature around it, K */
  ambient?: number;
  /** rpm below which a converter may not run it for long */
  minSpeed?: number;
  startsPerHour?: number;
  /** over the rated torque: at rest, the least while it runs up, and the greatest */
  startTorque?: number;
  pullUpTorque?: number;
  breakdownTorque?: number;
  /** of a motor in a well, m, and the velocity past it that cools it, m/s */
  outsideDiameter?: number;
  leastVelocity?: number;
}

interface MotorDuty {
  /** shaft power over rated power */
  load: number;
  efficiency: number;
  /** W drawn from the mains, through the drive where there is one */
  inputPower: number;
  powerFactor?: number;
  /** A in each phase: P1/(√3·U·cosφ) */
  current?: number;
}

/**
 * Efficiency of a frequency converter near full load where the entry names none.
 * Source: IEC 61800-9-2:2017, reference losses of complete drive modules: some 2 to 4 % of the output at these powers.
 */
export const TYPICAL_DRIVE = 0.97;
/** share of the rated reactive power that magnetises; the rest goes with the square of the load */
const MAGNETISING = 0.6;
/** loads at which a plate gives three values (IEC 60034-30-1) */
const LOADS = [0.5, 0.75, 1] as const;

/** a quantity over the load through its values at half, three-quarter and full load (Lagrange), never below zero */
function throughThree([a, b, c]: readonly [number, number, number], load: number): number {
  const [x0, x1, x2] = LOADS;
  const at = (x: number, y: number, u: number, v: number): number => (y * (load - u) * (load - v)) / ((x - u) * (x - v));
  return Math.max(0, at(x0, a, x1, x2) + at(x1, b, x0, x2) + at(x2, c, x0, x1));
}

/** losses at a load, W */
export function motorLoss(motor: MotorInput, load: number): number {
  const { ratedPower: rated, efficiency } = motor as Required<MotorInput>;
  if (typeof efficiency === 'number') return rated * (1 / efficiency - 1) * (0.5 + 0.5 * load * load);
  const losses = LOADS.map((x, i) => x * rated * (1 / efficiency[i]! - 1)) as [number, number, number];
  return throughThree(losses, load);
}

/** reactive power at a load, var */
export function motorReactive(motor: MotorInput, load: number): number {
  const { ratedPower: rated, powerFactor } = motor as Required<MotorInput>;
  const at = (x: number, cos: number): number => (x * rated + motorLoss(motor, x)) * Math.tan(Math.acos(cos));
  if (typeof powerFactor === 'number') return at(1, powerFactor) * (MAGNETISING + (1 - MAGNETISING) * load * load);
  return throughThree(LOADS.map((x, i) => at(x, powerFactor[i]!)) as [number, number, number], load);
}

/**
 * Efficiency, input power and current of an induction motor of three phases, or of one, at part load.
 *
 * Losses: a parabola in the load through the plate's values at 50, 75 and 100 %; from one value half constant, half with the square
 * of the load (the usual split). Reactive power likewise from three power factors; from one, six tenths of it magnetise and the rest
 * goes with the square of the load (Heyland's circle: magnetising current and leakage). Source: IEC 60034-31, IEC 60034-30-1.
 * Example: 90 kW, η 0.95, cosφ 0.88 at rated load gives back 0.95 and 0.88, and 0.77 at half load.
 *
 * @returns undefined without a rated power and an efficiency
 */
export function motorDuty(motor: MotorInput, shaftPower: number): MotorDuty | undefined {
  const { ratedPower, efficiency, voltage, powerFactor } = motor;
  if (!ratedPower || !efficiency || !(shaftPower > 0)) return undefined;
  const load = shaftPower / ratedPower;
  const terminal = shaftPower + motorLoss(motor, load);
  const duty: MotorDuty = { load, efficiency: shaftPower / terminal, inputPower: terminal / (motor.driveEfficiency ?? 1) };
  if (!powerFactor) return duty;
  const cos = terminal / Math.hypot(terminal, motorReactive(motor, load));
  return {
    ...duty,
    powerFactor: cos,
    ...(voltage ? { current: terminal / ((motor.phases === 1 ? 1 : Math.sqrt(3)) * voltage * cos) } : {}),
  };
}
