import { judgeCatalogue, type CurveWarning, type RawEntry } from '@cedar-knot/core';

/** A pump's entry as it is judged, on the page alone: in SI, with what is odd about its curves. */
export function judgedEntry<T extends Record<string, unknown> = Record<string, unknown>>(
  entry: RawEntry,
): { read: T; warnings: CurveWarning[] } {
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { x: entry } });
  return { read: (judged.pumps.get('x') ?? {}) as T, warnings: judged.warnings };
}
