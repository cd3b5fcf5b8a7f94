/** Rating plate of a motor. */
export interface MotorInput {
  /** W at the shaft */
  ratedPower?: number;
  efficiency?: number;
  /** V between phases */
  voltage?: number;
  powerFactor?: number;
  frequency?: number;
}

interface MotorDuty {
  /** shaft power over rated power */
  load: number;
  efficiency: number;
  /** W drawn from the mains */
  inputPower: number;
  powerFactor?: number;
  /** A in each phase: P1/(√3·U·cosφ) */
  current?: number;
}

/**
 * Efficiency, input power and current of a three-phase induction motor at part load.
 *
 * Losses at rated load are taken half constant, half with the square of the load (IEC 60034-31, the usual split where the maker
 * gives no part-load figures); the reactive power is that of rated load at every load (magnetising current constant). Example: 90 kW, η 0.95,
 * cosφ 0.88 at rated load gives back 0.95 and 0.88.
 *
 * @returns undefined without a rated power and an efficiency
 */
export function motorDuty(motor: MotorInput, shaftPower: number): MotorDuty | undefined {
  const { ratedPower, efficiency, voltage, powerFactor } = motor;
  if (!ratedPower || !efficiency || !(shaftPower > 0)) return undefined;
  const load = shaftPower / ratedPower;
  const ratedLoss = ratedPower * (1 / efficiency - 1);
  const inputPower = shaftPower + ratedLoss * (0.5 + 0.5 * load * load);
  const duty: MotorDuty = { load, efficiency: shaftPower / inputPower, inputPower };
  if (!powerFactor) return duty;
  const reactive = (ratedPower / efficiency) * Math.tan(Math.acos(powerFactor));
  const cos = inputPower / Math.hypot(inputPower, reactive);
  return { ...duty, powerFactor: cos, ...(voltage ? { current: inputPower / (Math.sqrt(3) * voltage * cos) } : {}) };
}
