import { kvAtOpening, openingAtKv, type ValveInput } from '../valves/valve.js';

/** Two valves beside each other on one signal: the first opens over its lower part, the second over the rest. */
export interface SplitStand {
  /** travels, 0…1 */
  first: number;
  second: number;
  /** signal 0…1, split where the first is at the upper edge of its band */
  signal: number;
  /** of the flow, through the second */
  share: number;
  /** together they have what is asked */
  reaches: boolean;
}

/** share of the signal over which the first valve opens */
export const SPLIT_AT = 0.5;

/**
 * Travels of two valves in split range that together have a coefficient: the first alone up to `upper`, then the second beside it. They
 * stand between the same two places, so that their coefficients add. Piping factors are those of each alone at what it passes.
 *
 * @param kv what both together have to have, FP and FR of the smaller left at 1
 * @param upper travel to which the first opens before the second begins
 */
export function splitRange(first: ValveInput, second: ValveInput, kv: number, upper: number): SplitStand {
  const most = kvAtOpening(first, upper);
  if (kv <= most) {
    const { opening } = openingAtKv(first, kv);
    return { first: opening, second: 0, signal: (SPLIT_AT * opening) / upper, share: 0, reaches: true };
  }
  const rest = kv - most;
  const { opening, belowRange } = openingAtKv(second, rest);
  // what is left over is less than the second has just off its seat: it stands there, and the first goes back by as much
  if (belowRange) {
    const back = openingAtKv(first, kv - kvAtOpening(second, OFF_SEAT)).opening;
    return { first: back, second: OFF_SEAT, signal: SPLIT_AT, share: kvAtOpening(second, OFF_SEAT) / kv, reaches: true };
  }
  return {
    first: upper,
    second: opening,
    signal: SPLIT_AT + (1 - SPLIT_AT) * opening,
    share: rest / kv,
    reaches: rest <= kvAtOpening(second, 1),
  };
}

/** just off its seat */
const OFF_SEAT = 1e-6;
