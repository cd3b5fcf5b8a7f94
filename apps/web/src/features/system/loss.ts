import type { ElementResult } from '@cedar-knot/core';

/** Loss of head of an element; none for what gives head. */
export function lossOf(r: ElementResult | undefined): number | null {
  if (!r) return null;
  return r.kind === 'pump' ? null : r.headLoss;
}
