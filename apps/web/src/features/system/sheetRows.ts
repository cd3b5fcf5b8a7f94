import {
  placedElements,
  writeShortForm,
  type ElementResult,
  type RawEntry,
  type ScenarioResult,
  type Study,
} from '@cedar-knot/core';
import { entryIn, locate } from '../../state/address.js';

/** One row of the sheet: a line's heading where there are several, a point or an element, in flow order. */
export interface SheetRow {
  id: string;
  kind: string;
  name: string;
  /** the entry as the active scenario sees it, in short form and whole */
  entry: string;
  seen: RawEntry;
  line: number;
  /** index in the line; -1 for the point it begins with, the count of elements for the one it ends at */
  index: number;
  outlet: string;
  outletTyped: boolean;
  /** id of the pump to each of whose units it belongs */
  unitOf?: string;
}

export const COLUMNS = ['id', 'name', 'entry', 'outlet'] as const;
export type Column = (typeof COLUMNS)[number];

/** Entries as one scenario sees them: the shared ones with its own over them. */
export function seenEntries(study: Study, scenarioId: string, id: string): RawEntry {
  const scenario = study.scenarios.find((s) => s.id === scenarioId);
  const entry = { ...locate(study, id)?.entry };
  for (const address of Object.keys(scenario?.set ?? {})) {
    if (address.startsWith(`${id}.`))
      entry[address.slice(id.length + 1)] = entryIn(study, scenario, id, address.slice(id.length + 1)).value;
  }
  return entry;
}

/** Points where a line begins or ends stand once, at the first line that meets them. */
export function sheetRows(
  study: Study,
  scenario: string,
  result: ScenarioResult | null,
  writeLength: (m: number) => string,
): SheetRow[] {
  const rows: SheetRow[] = [];
  const listed = new Set<string>();
  const point = (id: string, line: number, index: number): void => {
    const p = study.points[id];
    if (listed.has(id) || !p) return;
    listed.add(id);
    const seen = seenEntries(study, scenario, id);
    rows.push({
      id,
      kind: p.kind,
      name: text(p.name),
      entry: writeShortForm(p.kind, seen),
      seen,
      line,
      index,
      outlet: text(p.elevation),
      outletTyped: true,
    });
  };
  study.lines.forEach((line, l) => {
    if (study.lines.length > 1) {
      const seen = seenEntries(study, scenario, line.id);
      const entry = writeShortForm('line', seen);
      rows.push({
        id: line.id,
        kind: 'line',
        name: text(line.name),
        entry,
        seen,
        line: l,
        index: -1,
        outlet: '',
        outletTyped: false,
      });
    }
    point(line.from, l, -1);
    placedElements(line).forEach(({ element: e, unitOf }, i, all) => {
      const place = result?.places[line.id]?.[i + 1];
      const typed = typeof e.outletElevation === 'string' && i < all.length - 1;
      const seen = seenEntries(study, scenario, e.id);
      rows.push({
        id: e.id,
        kind: e.kind,
        name: text(e.name),
        entry: writeShortForm(e.kind, seen),
        seen,
        line: l,
        index: i,
        outlet: typed ? text(e.outletElevation) : place ? writeLength(place.elevation) : '',
        outletTyped: typed,
        ...(unitOf === undefined ? {} : { unitOf }),
      });
    });
    point(line.to, l, placedElements(line).length);
  });
  return rows;
}

function text(x: unknown): string {
  return typeof x === 'string' ? x : '';
}

/** Loss of head of an element; none for what gives head. */
export function lossOf(r: ElementResult | undefined): number | null {
  return r === undefined || r.kind === 'pump' ? null : r.headLoss;
}
