import {
  applyOperations,
  readShortForm,
  thingKind,
  type Operation,
  unitIn,
  type RawElement,
  type RawEntry,
  type ShortFormNames,
  type Study,
} from '@cedar-knot/core';
import { numberMarks } from '@cedar-knot/wording';
import { shownUnits } from '../../state/units.js';
import { shortFormText } from '@cedar-knot/wording';
import { freeId, insertElement, locate, prefixOf, setOwn, setSeen, setShared } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { changePointKind, rename, setEnds } from '../../state/topology.js';
import { seenEntries, type Column, type SheetRow } from './sheetRows.js';
import { msg } from './words.js';

/** Names that a typed line may hold. */
export function namesOf(study: Study): ShortFormNames {
  return { pumps: Object.keys(study.pumps ?? {}), valves: Object.keys(study.valves ?? {}), units: unitsOf(study) };
}

/** units that points and elements are written in, the commonest first */
function unitsOf(study: Study): string[] {
  const counts = new Map<string, number>();
  for (const entry of [...Object.values(study.points), ...study.lines.flatMap((l) => l.elements)])
    for (const value of Object.values(entry)) {
      const unit = typeof value === 'string' && /^[+-]?[\d.]/.test(value) ? unitIn(value) : '';
      if (unit !== '') counts.set(unit, (counts.get(unit) ?? 0) + 1);
    }
  return [...counts].sort((a, b) => b[1] - a[1]).map(([unit]) => unit);
}

/** Why a cell cannot be taken, and what can be done instead. */
export interface CellRefused {
  problem: string;
  way?: { label: string; operations: Operation[] };
}

/** What taking a typed cell does to the study, or why it cannot be taken. */
export function cellOperations(
  study: Study,
  active: string,
  row: SheetRow,
  column: Column,
  text: string,
): Operation[] | string | CellRefused {
  switch (column) {
    case 'name':
      return setShared(study, row.id, 'name', text === '' ? undefined : text);
    case 'id': {
      const renamed = rename(study, row.id, text);
      return renamed.ok ? renamed.operations : renamed.reason;
    }
    case 'outlet':
      return outletOperations(study, active, row, text);
    case 'entry':
      return entryOperations(study, active, row, text);
  }
}

function outletOperations(study: Study, active: string, row: SheetRow, text: string): Operation[] | string | CellRefused {
  if (row.kind === 'line') return msg('view.system.elevationsAreEnteredAtPoints');
  const key = locate(study, row.id)!.index >= 0 ? 'outletElevation' : 'elevation';
  if (text === '' && key === 'outletElevation') return setShared(study, row.id, key, undefined);
  const field = thingKind(row.kind)!.fields[key]!;
  const read = readEntry(text, field, row.outlet || '0 m', shownUnits(study));
  const scenario = study.scenarios.find((s) => s.id === active);
  if (!read.ok) return read.message;
  const end = endOf(study, row.id);
  if (end === undefined) return setSeen(study, scenario, row.id, key, read.value);
  // the last of a line ends where the point is: what is meant is the elevation of that
  return {
    problem: msg('view.system.outletOfTheLast', { id: row.id, end }),
    way: {
      label: msg('view.system.setElevationOf', { end, elevation: String(read.value) }),
      operations: setSeen(study, scenario, end, 'elevation', read.value),
    },
  };
}

/** the point at which a line ends with an element; undefined for one that is not the last of its line */
function endOf(study: Study, id: string): string | undefined {
  const found = locate(study, id);
  if (!found || found.index < 0 || found.list.length !== 3) return undefined;
  const line = study.lines[found.line]!;
  return line.elements.at(-1)?.id === id ? line.to : undefined;
}

function entryOperations(study: Study, active: string, row: SheetRow, text: string): Operation[] | string {
  const seen = seenEntries(study, active, row.id);
  const reading = readShortForm(row.kind, text, seen, namesOf(study), numberMarks());
  if (!reading.ok) return shortFormText(reading.problem);
  const { entries } = reading;
  const led = row.kind === 'line' ? setEnds(study, row.line, String(entries.from), String(entries.to)) : null;
  if (led && !led.ok) return led.reason;
  const scenario = study.scenarios.find((s) => s.id === active);
  const changed = [...new Set([...Object.keys(seen), ...Object.keys(entries)])].filter(
    (key) => key !== 'from' && key !== 'to' && JSON.stringify(seen[key]) !== JSON.stringify(entries[key]),
  );
  return [
    ...(led?.operations ?? []),
    ...changed.flatMap((key) => {
      const isOwn = Object.hasOwn(scenario?.set ?? {}, `${row.id}.${key}`);
      return isOwn ? setOwn(study, active, row.id, key, entries[key]) : setShared(study, row.id, key, entries[key]);
    }),
  ];
}

/**
 * What a typed end of a line does: its point becomes of that kind. The first row is where the line begins, any other where it ends.
 *
 * @returns why not, where the point joins other lines
 */
export function endOperations(
  study: Study,
  selected: string | null,
  kind: string,
  entries: RawEntry,
): { id: string; operations: Operation[] } | string {
  const found = selected === null ? undefined : locate(study, selected);
  const at =
    found && found.line >= 0
      ? found.line
      : Math.max(
          0,
          study.lines.findIndex((l) => l.from === selected || l.to === selected),
        );
  const line = study.lines[at];
  if (!line) return msg('view.system.noLineToEnd');
  const id = selected === line.from ? line.from : line.to;
  if (study.lines.filter((l) => l.from === id || l.to === id).length > 1) return msg('view.system.endJoinsLines', { id });
  const changed = changePointKind(study, id, kind);
  if (!changed.ok) return changed.reason;
  return {
    id,
    operations: [
      ...changed.operations,
      ...Object.entries(entries).map(([key, value]): Operation => ({ op: 'set', path: ['points', id, key], value })),
    ],
  };
}

/** Adds elements after the chosen row, all in one step; `last` is the tag of the last one. */
export function addElements(
  study: Study,
  rows: readonly SheetRow[],
  selected: string | null,
  entries: readonly RawElement[],
): { operations: Operation[]; last: string } {
  const found = selected === null ? undefined : locate(study, selected);
  const row = rows.find((r) => r.id === selected);
  const line = found && found.line >= 0 ? found.line : (row?.line ?? study.lines.length - 1);
  const end = study.lines[line]!.elements.length;
  const isElement = found !== undefined && found.index >= 0;
  const list = isElement ? found.list : ['lines', line, 'elements'];
  const index = isElement ? found.index + 1 : row && row.index < 0 ? 0 : end;
  let grown = study;
  let last = '';
  const operations: Operation[] = [];
  entries.forEach((entry, i) => {
    last = freeId(grown, prefixOf(entry.kind));
    const inserted = insertElement(list, index + i, { ...entry, id: last });
    operations.push(...inserted);
    const done = applyOperations(grown, inserted);
    if (done.ok) grown = done.study;
  });
  return { operations, last };
}
