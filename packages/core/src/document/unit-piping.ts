import type { RawElement, RawLine, Study } from './study.js';

/*
 * What each unit of a group of pumps has for itself between its line and its nozzles: `unitPiping` of the pump, a branch that is entered once
 * and through which every running unit's share of the flow goes. To everything that works a study out, its elements stand in the line
 * before and behind the pump.
 */

export const UNIT_PIPING = 'unitPiping';
export const UNIT_SIDES = ['suction', 'discharge'] as const;
export type UnitSide = (typeof UNIT_SIDES)[number];
/** what may stand in it: what takes pressure by its flow alone */
export const UNIT_KINDS = ['pipe', 'device', 'orifice', 'hand-valve', 'non-return'] as const;
/** most elements on one side of a unit */
export const MOST_OF_UNIT = 50;

/** An element with where it stands in its line: `elements[1]`, or `elements[1].unitPiping.suction[0]`. */
export interface Placed {
  element: RawElement;
  path: string;
  /** id of the pump to each of whose units it belongs */
  unitOf?: string;
}

const placed = new WeakMap<RawLine, readonly Placed[]>();
const expanded = new WeakMap<RawLine, RawLine>();

/** elements on a side of each unit of a pump, in flow order */
export function unitElements(pump: Readonly<Record<string, unknown>>, side: UnitSide): readonly RawElement[] {
  const piping = pump[UNIT_PIPING] as Partial<Record<UnitSide, RawElement[]>> | null | undefined;
  return piping?.[side] ?? [];
}

/** Every element of a line in flow order, those of the units of its pumps with them. */
export function placedElements(line: RawLine): readonly Placed[] {
  let found = placed.get(line);
  if (!found) placed.set(line, (found = line.elements.flatMap(placedAt)));
  return found;
}

function placedAt(element: RawElement, i: number): Placed[] {
  const path = `elements[${i}]`;
  const of = (side: UnitSide): Placed[] =>
    unitElements(element, side).map((e, k) => ({
      element: e,
      path: `${path}.${UNIT_PIPING}.${side}[${k}]`,
      unitOf: element.id,
    }));
  return element.kind === 'pump' ? [...of('suction'), { element, path }, ...of('discharge')] : [{ element, path }];
}

/** Every element of a study, those of the units of pumps with them. */
export const allElements = (study: Pick<Study, 'lines'>): RawElement[] =>
  study.lines.flatMap((l) => placedElements(l).map((p) => p.element));

/** A study in which what belongs to the units of pumps stands in their lines; lines without any are the same objects. */
export function withUnits(study: Study): Study {
  const lines = study.lines.map(withUnitsOf);
  return lines.every((l, i) => l === study.lines[i]) ? study : { ...study, lines };
}

function withUnitsOf(line: RawLine): RawLine {
  const all = placedElements(line);
  if (all.length === line.elements.length) return line;
  let found = expanded.get(line);
  if (!found) expanded.set(line, (found = { ...line, elements: all.map((p) => p.element) }));
  return found;
}

/** Where an element stands in a study, as operations name it; undefined where there is none. */
export function elementPath(study: Pick<Study, 'lines'>, id: string): (string | number)[] | undefined {
  for (const [l, line] of study.lines.entries())
    for (const [i, e] of line.elements.entries()) {
      const path = ['lines', l, 'elements', i];
      if (e.id === id) return path;
      for (const side of UNIT_SIDES) {
        const k = e.kind === 'pump' ? unitElements(e, side).findIndex((x) => x.id === id) : -1;
        if (k >= 0) return [...path, UNIT_PIPING, side, k];
      }
    }
  return undefined;
}
