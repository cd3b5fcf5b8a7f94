import { allElements, figuresAt, kindNamed, readReadings, type RawReading, type ReadFigure, type Study } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import Papa from 'papaparse';
import { msg } from '../words.js';

/** Rows of readings as they were pasted: those that can be taken, and why the others cannot, by the row of the paste. */
export interface PastedReadings {
  readings: RawReading[];
  problems: { row: number; text: string }[];
}

/** what may head a column */
const HEADS: Readonly<Record<string, keyof RawReading>> = {
  instrument: 'name', tag: 'name', name: 'name', gauge: 'name',
  at: 'at', where: 'at', place: 'at', element: 'at', id: 'at',
  figure: 'figure', what: 'figure', shows: 'figure', quantity: 'figure',
  value: 'value', reading: 'value',
  elevation: 'elevation', height: 'elevation',
  deviation: 'deviation', sigma: 'deviation', accuracy: 'deviation',
  time: 'time', when: 'time', day: 'time', date: 'time',
  scenario: 'scenario',
}; // prettier-ignore

/** columns where none is headed */
const ORDER: readonly (keyof RawReading)[] = ['name', 'at', 'figure', 'value', 'elevation', 'deviation'];

const FIGURE_WORDS: Readonly<Record<string, ReadFigure>> = {
  flow: 'flow', q: 'flow',
  suction: 'inletPressure', inlet: 'inletPressure', 'inlet pressure': 'inletPressure', 'suction pressure': 'inletPressure',
  discharge: 'outletPressure', outlet: 'outletPressure', 'outlet pressure': 'outletPressure', 'discharge pressure': 'outletPressure',
  pressure: 'pressure', p: 'pressure',
  head: 'head', h: 'head',
  drop: 'drop', dp: 'drop', 'pressure drop': 'drop',
  power: 'inputPower', 'input power': 'inputPower', 'electrical power': 'inputPower',
  'shaft power': 'shaftPower',
  current: 'current', amps: 'current', amperes: 'current',
  opening: 'opening', travel: 'opening', position: 'opening',
}; // prettier-ignore

/**
 * Reads a table of readings with or without a head: instrument, where, what it shows, reading, elevation of the gauge, deviation.
 *
 * @param scenario of rows that name none
 */
export function readPasted(study: Study, text: string, scenario: string): PastedReadings {
  const all = Papa.parse<string[]>(text.trimEnd()).data.map((r, i) => ({ row: i + 1, cells: r.map((c) => c.trim()) }));
  const rows = all.filter((r) => r.cells.some((c) => c !== ''));
  const first = rows[0]?.cells;
  if (!first) return { readings: [], problems: [] };
  const heads = first.map((h) => HEADS[h.toLowerCase()]);
  const isHeaded = heads.filter((h) => h !== undefined).length >= 2;
  const columns = isHeaded ? heads : ORDER;
  const found: PastedReadings = { readings: [], problems: [] };
  rows.slice(isHeaded ? 1 : 0).forEach(({ row, cells }) => {
    const entry: Record<string, string> = { scenario };
    cells.forEach((cell, k) => {
      const key = columns[k];
      if (key !== undefined && cell !== '') entry[key] = cell;
    });
    const said = filled(cells).length === 1 ? inWords(study, filled(cells)[0]!) : undefined;
    if (said && 'problem' in said) {
      found.problems.push({ row, text: said.problem });
      return;
    }
    if (said) Object.assign(entry, said);
    entry.at = idOf(study, entry.at ?? '');
    entry.figure = figureOf(study, entry.at, entry.figure ?? '');
    entry.scenario = study.scenarios.find((s) => s.name === entry.scenario)?.id ?? entry.scenario!;
    const reading = entry as unknown as RawReading;
    const [problem] = readReadings({ ...study, readings: [reading] }).problems;
    if (problem) found.problems.push({ row, text: problemText(problem) });
    else found.readings.push(reading);
  });
  return found;
}

const filled = (cells: readonly string[]): string[] => cells.filter((c) => c !== '');

/** words that name a pump by its motor, or by a side of it */
const OF_PUMPS = /^(?:motor|pump|suction|discharge|inlet|outlet|head|power|shaft power|current|amps|flow)\b/i;
/** what the unit of a reading says that it shows, where nothing else does */
const BY_UNIT: readonly (readonly [RegExp, ReadFigure])[] = [
  [/^m?A$/, 'current'],
  [/^k?W$|^hp$/i, 'inputPower'],
  [/^%$/, 'opening'],
  [/^(?:m3\/h|m³\/h|l\/s|gpm|m3\/s)$/i, 'flow'],
  [/^m$|^ft$/, 'head'],
  [/^k?Pa|^bar|^psi/, 'outletPressure'],
];

/** One reading in words: `motor 118 A`, `P-101 discharge 6.2 bar(g)`, `valve 62 %`. */
function inWords(study: Study, text: string): Pick<RawReading, 'at' | 'figure' | 'value' | 'name'> | { problem: string } {
  const [, led = '', value = '', unit = ''] = /^(.*?)\s*([+-]?\d+(?:[.,]\d+)?\s*([^\s\d]\S*))$/u.exec(text) ?? [];
  const bare = led.replace(/\s+$/, '');
  if (bare === '') return { problem: msg('app.readingInWords', { text }) };
  const first = bare.split(/\s+/)[0]!;
  const own = [...Object.keys(study.points), ...allElements(study).map((e) => e.id)].find((id) => id.toLowerCase() === first.toLowerCase()); // prettier-ignore
  const rest = own === undefined ? bare : bare.slice(first.length).trim();
  const kind = kindNamed(rest)?.kind ?? (OF_PUMPS.test(rest) ? 'pump' : undefined);
  const those = allElements(study).filter((e) => e.kind === kind);
  if (own === undefined && those.length !== 1)
    return { problem: those.length === 0 ? msg('app.readingOfNothing', { text: bare }) : msg('app.readingOfSeveral', { text: bare, ids: those.map((e) => e.id).join(', ') }) }; // prettier-ignore
  const word = rest.replace(/^(?:motor|pump)\s*/i, '').replace(kind === 'pump' ? '' : /^\S+\s*/, '').toLowerCase(); // prettier-ignore
  const figure = FIGURE_WORDS[word] ?? FIGURE_WORDS[rest.toLowerCase()] ?? BY_UNIT.find(([pattern]) => pattern.test(unit))?.[1];
  return figure === undefined
    ? { problem: msg('app.readingInWords', { text }) }
    : { name: bare, at: own ?? those[0]!.id, figure, value };
}

/** an id in whatever case it is written */
function idOf(study: Study, typed: string): string {
  const ids = [...Object.keys(study.points), ...study.lines.map((l) => l.id), ...allElements(study).map((e) => e.id)];
  return ids.find((id) => id.toLowerCase() === typed.toLowerCase()) ?? typed;
}

/** a figure by its word; a pressure of an element without a side is taken at its outlet, as a gauge behind it shows it */
function figureOf(study: Study, at: string, typed: string): string {
  const figure = FIGURE_WORDS[typed.toLowerCase()] ?? typed;
  const there = figuresAt(study, at);
  if (figure === 'pressure' && !there.includes('pressure') && there.includes('outletPressure')) return 'outletPressure';
  return figure === '' && there.length === 1 ? there[0]! : figure;
}
