import { insideOf, readShortForm, type RawElement } from '@cedar-knot/core';
import { shortFormText } from './shortFormText.js';

/** words with which a quick entry begins, and the kind they mean */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/^pipe\s+/i, 'pipe'],
  [/^(?:control[- ]valve|cv)\s+/i, 'control-valve'],
  [/^(?:hand[- ]valve)\s+/i, 'hand-valve'],
  [/^(?:non[- ]return|check)\s+/i, 'non-return'],
  [/^(?:device|filter|strainer|exchanger|meter)\s+/i, 'device'],
  [/^orifice\s+/i, 'orifice'],
  [/^pump\s+/i, 'pump'],
];

export type QuickReading = { entry: RawElement; said: string } | { problem: string } | null;

/** Reads a line of text as an element without an id; what begins with no known word is a pipe. */
export function understand(text: string): QuickReading {
  if (text.trim() === '') return null;
  const word = WORDS.find(([pattern]) => pattern.test(text));
  const kind = word?.[1] ?? 'pipe';
  return understandAs(kind, word ? text.replace(word[0], '') : text);
}

/** Reads the entry of an element whose kind is known. */
export function understandAs(kind: string, text: string): Exclude<QuickReading, null> {
  const reading = readShortForm(kind, text);
  if (!reading.ok) return { problem: shortFormText(reading.problem) };
  const entry = { id: '', kind, ...(kind === 'pipe' ? { material: 'steel' } : {}), ...reading.entries } as RawElement;
  return { entry, said: say(entry) };
}

/** how the line was understood */
function say(e: RawElement): string {
  if (e.kind !== 'pipe') return `reads as a ${e.kind.replace('-', ' ')}`;
  const inside = typeof e.size === 'string' && typeof e.schedule === 'string' ? insideOf(e.size, e.schedule) : undefined;
  if (inside !== undefined && typeof inside !== 'number')
    return `${String(e.size)} schedule ${String(e.schedule)} is not made; there are ${inside.known.join(', ')}`;
  const bore = typeof inside === 'number' ? `${(inside * 1000).toFixed(1)} mm inside` : `${String(e.inside)} inside`;
  const fittings = ((e.fittings ?? []) as { count?: number }[]).reduce((n, f) => n + (f.count ?? 1), 0);
  return `reads as ${String(e.length)} of ${bore}, ${fittings === 0 ? 'no fittings' : fittings === 1 ? '1 fitting' : `${fittings} fittings`}`;
}

/** One row of a table that was pasted, and how it is understood. */
export interface PastedRow {
  cells: string[];
  reading: Exclude<QuickReading, null>;
}

/**
 * Rows copied from a spreadsheet: either one cell in the manner of a quick entry, or kind, name, entry and outlet elevation in
 * columns. A heading row is passed over.
 */
export function readPasted(text: string): PastedRow[] {
  return text
    .split(/\r?\n/)
    .map((line) => line.split('\t').map((c) => c.trim()))
    .filter((cells) => cells.some((c) => c !== ''))
    .filter((cells, i) => !(i === 0 && /^(kind|element|type)$/i.test(cells[0]!)))
    .map((cells) => ({ cells, reading: readCells(cells) }));
}

function readCells(cells: readonly string[]): Exclude<QuickReading, null> {
  const [first = '', second = '', third = '', fourth = ''] = cells;
  if (cells.length === 1) return understand(first) ?? { problem: 'Nothing is typed.' };
  const kind = WORDS.find(([pattern]) => pattern.test(`${first} `))?.[1];
  if (!kind)
    return {
      problem: `“${first}” is no kind of element; right would be pipe, pump, control valve, device, orifice, hand valve or non-return.`,
    };
  const reading = understandAs(kind, third || second);
  if ('problem' in reading) return reading;
  return {
    ...reading,
    entry: {
      ...reading.entry,
      ...(third && second ? { name: second } : {}),
      ...(fourth ? { outletElevation: /[a-z]/i.test(fourth) ? fourth : `${fourth} m` } : {}),
    },
  };
}
