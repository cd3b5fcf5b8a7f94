import type { PumpInput } from './pump.js';

/** usual regions, fractions of best-efficiency flow. Source: ANSI/HI 9.6.3; ISO 13709, 6.1.12 */
export const ALLOWABLE = [0.5, 1.25] as const;
export const PREFERRED = [0.7, 1.2] as const;

/** Operating regions of a pump, fractions of best-efficiency flow: the maker's own, else the usual ones. */
export function regionsOf(pump: PumpInput | undefined): {
  allowable: readonly [number, number];
  preferred: readonly [number, number];
} {
  return { allowable: pump?.allowableRegion ?? ALLOWABLE, preferred: pump?.preferredRegion ?? PREFERRED };
}
