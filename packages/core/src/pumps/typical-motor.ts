/** coefficients of the class IE3 at 50 Hz with four poles. Source: IEC 60034-30-1:2014, table 8 */
const [A, B, C, D] = [0.0773, -1.8951, 9.2984, 83.7025];
const SMALLEST_MOTOR = 120;
const LARGEST_MOTOR = 200_000;

/**
 * Efficiency of a motor of a rated power, W, as is typical where no motor is known: η = A·lg³P + B·lg²P + C·lgP + D %, P in kW.
 * Range: 0.12 to 200 kW, beyond it the ends. Example: 75 kW → 0.950 (table: 95.0 %), 7.5 kW → 0.904 (90.4 %).
 */
export function typicalMotorEfficiency(power: number): number {
  const lg = Math.log10(Math.min(LARGEST_MOTOR, Math.max(SMALLEST_MOTOR, power)) / 1000);
  return (A * lg ** 3 + B * lg ** 2 + C * lg + D) / 100;
}
