import {
  ELEMENT_KINDS,
  insideOf,
  isElementKind,
  endNamed,
  kindNamed,
  readShortForm,
  type Assumption,
  thingKind,
  type RawElement,
  type RawEntry,
  type ShortFormNames,
} from '@cedar-knot/core';
import { assumptionText, numberMarks, shortFormText, fixed, said } from '@cedar-knot/wording';
import { readEntry } from '../../state/entry.js';
import { readTable } from '../../state/table.js';
import { msg } from './words.js';

type Taken = { entry: RawElement; reads: string } | { problem: string };
/** the point at the end of a line */
type End = { end: { kind: string; entries: RawEntry }; reads: string };
type QuickReading = Taken | End | null;

/** Reads a line of text as an element without an id; what begins with no known word is a pipe. */
export function understand(text: string, names: ShortFormNames = {}): QuickReading {
  if (text.trim() === '') return null;
  const end = endNamed(text);
  if (end) return understandEnd(end.kind, end.rest);
  const named = kindNamed(text);
  const read = understandAs(named?.kind ?? 'pipe', named?.rest ?? text, names);
  return named?.name !== undefined && 'entry' in read ? { ...read, entry: { ...read.entry, name: named.name } } : read;
}

function understandEnd(kind: string, text: string): End | { problem: string } {
  const label = said(thingKind(kind)!.label).toLowerCase();
  if (text === '') return { end: { kind, entries: {} }, reads: msg('view.system.readAsEnd', { label }) };
  const reading = readShortForm(kind, text, {}, {}, numberMarks());
  if (!reading.ok) return { problem: shortFormText(reading.problem) };
  return { end: { kind, entries: reading.entries }, reads: msg('view.system.readAsEnd', { label }) };
}

/** Reads the entry of an element whose kind is known. */
function understandAs(kind: string, text: string, names: ShortFormNames = {}): Taken {
  const reading = readShortForm(kind, text, isElementKind(kind) ? ELEMENT_KINDS[kind].beginning : {}, names, numberMarks());
  if (!reading.ok) return { problem: shortFormText(reading.problem) };
  const entry = { id: '', kind, ...reading.entries } as RawElement;
  const wrong = notMade(entry);
  return wrong === undefined ? { entry, reads: readsAs(entry, reading.assumed) } : { problem: wrong };
}

/** a size that is not made in its schedule */
function notMade(e: RawElement): string | undefined {
  if (e.kind !== 'pipe' || typeof e.size !== 'string' || typeof e.schedule !== 'string') return undefined;
  const inside = insideOf(e.size, e.schedule);
  if (typeof inside === 'number') return undefined;
  const what =
    inside.reason === 'unknown-size'
      ? msg('view.system.isNotInThePipe', { size: e.size })
      : msg('view.system.isNotAvailableInSchedule', { size: e.size, schedule: e.schedule });
  return msg('view.system.available', { what, known: inside.known.join(', ') });
}

/** how the line was understood, and what was assumed */
function readsAs(e: RawElement, assumed: readonly Assumption[]): string {
  return [understood(e), ...assumed.map(assumptionText)].join('; ');
}

function understood(e: RawElement): string {
  if (e.kind !== 'pipe')
    return msg('view.system.readAs', { label: isElementKind(e.kind) ? said(ELEMENT_KINDS[e.kind].label).toLowerCase() : e.kind });
  const inside = typeof e.size === 'string' && typeof e.schedule === 'string' ? insideOf(e.size, e.schedule) : undefined;
  const bore =
    typeof inside === 'number'
      ? msg('view.system.mmInside', { inside: fixed(inside * 1000, 1) })
      : msg('view.system.inside', { inside: String(e.inside) });
  const fittings = ((e.fittings ?? []) as { count?: number }[]).reduce((n, f) => n + (f.count ?? 1), 0);
  const count =
    fittings === 0
      ? msg('view.system.noFittings')
      : fittings === 1
        ? msg('view.system.n1Fitting')
        : msg('view.system.fittings', { fittings });
  return msg('view.system.readAsOf', { count: String(e.length), bore, count2: count });
}

/** One row of a table that was pasted, and how it is understood. */
interface PastedRow {
  cells: string[];
  reading: Taken;
}

/**
 * Rows copied from a spreadsheet: either one cell in the manner of a quick entry, or kind, name, entry and outlet elevation in
 * columns. A heading row is passed over.
 */
export function readPasted(text: string, names: ShortFormNames = {}): PastedRow[] {
  return readTable(text, '\t')
    .filter((cells, i) => !(i === 0 && /^(kind|element|type)$/i.test(cells[0]!)))
    .map((cells) => ({ cells, reading: readCells(cells, names) }));
}

function readCells(cells: readonly string[], names: ShortFormNames): Taken {
  const [first = '', second = '', third = '', fourth = ''] = cells;
  if (cells.length === 1) {
    const read = understand(first, names) ?? { problem: msg('view.system.nothingEntered') };
    return 'end' in read ? { problem: msg('view.system.endsAreNotPasted') } : read;
  }
  const kind = kindNamed(first)?.kind;
  if (!kind) {
    const kinds = Object.values(ELEMENT_KINDS).map((k) => said(k.label).toLowerCase());
    return { problem: msg('view.system.unknownElementExpected', { first, kinds: kinds.join(', ') }) };
  }
  const reading = understandAs(kind, third || second, names);
  if ('problem' in reading) return reading;
  const outlet = fourth === '' ? undefined : readEntry(fourth, ELEMENT_KINDS.pipe.fields.outletElevation!, '0 m');
  if (outlet && !outlet.ok) return { problem: msg('view.system.outletElevation', { message: outlet.message }) };
  return {
    ...reading,
    entry: {
      ...reading.entry,
      ...(third && second ? { name: second } : {}),
      ...(outlet ? { outletElevation: outlet.value } : {}),
    },
  };
}
