import {
  applyOperations,
  readShortForm,
  thingKind,
  type Operation,
  type RawElement,
  type ShortFormNames,
  type Study,
} from '@cedar-knot/core';
import { numberMarks } from '@cedar-knot/wording';
import { shownUnits } from '../../state/units.js';
import { shortFormText } from '@cedar-knot/wording';
import { freeId, insertElement, locate, prefixOf, setOwn, setSeen, setShared } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { rename, setEnds } from '../../state/topology.js';
import { seenEntries, type Column, type SheetRow } from './sheetRows.js';
import { msg } from './words.js';

/** Names that a typed line may hold. */
export function namesOf(study: Study): ShortFormNames {
  return { pumps: Object.keys(study.pumps ?? {}), valves: Object.keys(study.valves ?? {}) };
}

/** What taking a typed cell does to the study, or why it cannot be taken. */
export function cellOperations(study: Study, active: string, row: SheetRow, column: Column, text: string): Operation[] | string {
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

function outletOperations(study: Study, active: string, row: SheetRow, text: string): Operation[] | string {
  if (row.kind === 'line') return msg('view.system.elevationsAreEnteredAtPoints');
  const key = locate(study, row.id)!.index >= 0 ? 'outletElevation' : 'elevation';
  if (text === '' && key === 'outletElevation') return setShared(study, row.id, key, undefined);
  const field = thingKind(row.kind)!.fields[key]!;
  const read = readEntry(text, field, row.outlet || '0 m', shownUnits(study));
  const scenario = study.scenarios.find((s) => s.id === active);
  return read.ok ? setSeen(study, scenario, row.id, key, read.value) : read.message;
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
