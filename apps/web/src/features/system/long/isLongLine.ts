import { quantityOf, type Study } from '@cedar-knot/core';

/** m of pipe from which a system is drawn over its true distance unless a person says otherwise */
const LONG = 5000;

/** Whether a study is one of a line across the land rather than of a plant. */
export function isLongLine(study: Study): boolean {
  return study.lines.some((l) => l.elements.some((e) => e.kind === 'pipe' && (quantityOf(e.length, 'length') ?? 0) >= LONG));
}
