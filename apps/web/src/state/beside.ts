import type { Operation, RawElement, RawLine, ScenarioResult, Study } from '@cedar-knot/core';
import { freeIds, locate } from './address.js';
import { elevationAt } from './topology.js';

/** A line parted around one of its elements, with a second line between the same two places. */
export interface Parted {
  operations: Operation[];
  inlet: string;
  outlet: string;
}

/**
 * Puts a second way beside an element: junctions on its two sides where its line goes on, the element in a line of its own, and what is to
 * stand beside it in another.
 *
 * @param own what stands in the place of the element itself
 * @param beside elements of the second line
 * @param result tells where the element stands, for the junctions
 * @param id gives free ids; nothing that is asked for here is given twice
 */
export function besideElement(
  study: Study,
  element: string,
  own: readonly RawElement[],
  beside: { name: string; elements: readonly RawElement[] },
  result: ScenarioResult | null,
  id: (prefix: string) => string = freeIds(study),
): Parted | undefined {
  const found = locate(study, element);
  if (!found || found.index < 0) return undefined;
  const line = study.lines[found.line]!;
  const before = line.elements.slice(0, found.index);
  const after = line.elements.slice(found.index + 1);
  const [inlet, outlet] = [before.length > 0 ? id('J') : line.from, after.length > 0 ? id('J') : line.to];
  const point = (place: number): { kind: 'junction'; elevation?: string } => {
    const elevation = elevationAt(result, line.id, place);
    return { kind: 'junction', ...(elevation ? { elevation } : {}) };
  };
  const lines: RawLine[] = [
    ...(before.length > 0 ? [{ ...line, to: inlet, elements: ended(before) }] : []),
    { ...(before.length > 0 ? { id: id('T') } : line), from: inlet, to: outlet, elements: ended(own) },
    { id: id('T'), name: beside.name, from: inlet, to: outlet, elements: [...beside.elements] },
    ...(after.length > 0 ? [{ id: id('T'), from: outlet, to: line.to, elements: after }] : []),
  ];
  const operations: Operation[] = [
    ...(before.length > 0 ? [{ op: 'set', path: ['points', inlet], value: point(found.index) } as const] : []),
    ...(after.length > 0 ? [{ op: 'set', path: ['points', outlet], value: point(found.index + 1) } as const] : []),
    { op: 'remove', path: ['lines'], index: found.line },
    ...lines.map((l, i): Operation => ({ op: 'insert', path: ['lines'], index: found.line + i, value: l })),
  ];
  return { operations, inlet, outlet };
}

/** elements of a line whose last one ends at the elevation of its point, not at one of its own */
function ended(elements: readonly RawElement[]): RawElement[] {
  return elements.map((e, i) => {
    if (i < elements.length - 1) return e;
    const { outletElevation: _z, ...rest } = e;
    return rest;
  });
}
