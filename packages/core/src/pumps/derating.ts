import type { MotorInput } from './motor.js';

/*
 * What a motor may give where it is hotter or higher than its plate means. Its winding may rise by 80 K (class 130 of use) over air of 40 °C up
 * to 1000 m; hotter air takes that many kelvins from the rise, each 100 m above 1000 m one per cent of it (IEC 60034-1:2022, 8.10). Losses go
 * with the square of the power, so that the power goes with the root of the rise. Guidance: the maker's own derating stands before it.
 */

const RISE = 80;
/** K */
const REFERENCE_AIR = 313.15;
const REFERENCE_ALTITUDE = 1000;
/** up to which the standard's rule goes */
const HOTTEST_AIR = 333.15;
const HIGHEST = 4000;

/**
 * Share of its rated power that a motor may give, at most 1. Undefined above 60 °C or 4000 m: there the maker is asked.
 * Example: 50 °C and 2000 m: √((80 − 10)/80·0.9) = 0.8874.
 *
 * @param air highest temperature around it, K @param altitude m above sea level
 */
export function typicalDerating(air = REFERENCE_AIR, altitude = 0): number | undefined {
  if (air > HOTTEST_AIR + 1e-9 || altitude > HIGHEST) return undefined;
  const warm = 1 - Math.max(0, air - REFERENCE_AIR) / RISE;
  const high = 1 - Math.max(0, altitude - REFERENCE_ALTITUDE) / 100 / 100;
  return Math.sqrt(warm * high);
}

/**
 * Share of its rated power that a motor may give in its place: what is entered, else by its air and the altitude of the site, and behind a
 * converter what the maker says of that. Where the rule does not reach, that of its end.
 *
 * @param altitude m @param isVariable its speed follows the duty
 */
export function usableShare(motor: MotorInput, altitude: number | undefined, isVariable: boolean): number {
  const isOnDrive = isVariable || motor.driveEfficiency !== undefined;
  const typical = typicalDerating(Math.min(HOTTEST_AIR, motor.ambient ?? REFERENCE_AIR), Math.min(HIGHEST, altitude ?? 0))!;
  return (motor.derating ?? typical) * (isOnDrive ? (motor.driveDerating ?? 1) : 1);
}

/** whether the rule of the standard reaches an air temperature, K, and an altitude, m */
export const isWithinRule = (air: number | undefined, altitude: number | undefined): boolean =>
  typicalDerating(air, altitude) !== undefined;
