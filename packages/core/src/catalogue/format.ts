import { REFERENCE_DENSITY, STANDARD_ATMOSPHERE } from '../units/standard.js';
import { choice, named, number, quantity, text, type Fields } from '../fields/field.js';
import { describe, isObject, Reader } from '../fields/reader.js';
import { isId } from '../document/ids.js';
import { readPumpEntry, readValveEntry } from '../document/read-study.js';
import { MOTOR_LIMITS, OFFER_FIELDS } from '../document/fields.js';
import type { RawEntry } from '../document/study.js';
import type { Problem } from '../issues/issues.js';
import { word } from '../words/word.js';

export const CATALOGUE_FORMAT = 'cedar-knot-catalogue';
const CATALOGUE_VERSION = 1;
/** of each kind: a file beyond that is refused before it is read in depth */
export const MOST_ENTRIES = 50_000;

/** What a maker gives: pumps, valves and motors by the model's id, entries as in a study. */
export interface Catalogue {
  format: typeof CATALOGUE_FORMAT;
  version: typeof CATALOGUE_VERSION;
  title?: string;
  maker?: string;
  notes?: string;
  pumps: Record<string, RawEntry>;
  valves: Record<string, RawEntry>;
  motors: Record<string, RawEntry>;
}

export const MOTOR_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text(word('field.maker')),
  ratedPower: quantity('power', 1, 1e9, word('field.rated-power'), { required: true }),
  poles: number(2, 100, word('field.poles'), { integer: true }),
  frequency: quantity('frequency', 1, 1000, word('field.frequency')),
  voltage: quantity('voltage', 1, 1e6, word('field.voltage')),
  efficiency: number(0.01, 1, word('field.efficiency'), { percent: true, series: 3 }),
  powerFactor: number(0.01, 1, word('field.power-factor'), { series: 3 }),
  frame: text(word('field.frame')),
  phases: number(1, 3, word('field.phases'), { integer: true }),
  duty: choice(['S1', 'S3', 'S6'], word('field.duty')),
  ...MOTOR_LIMITS,
  ...OFFER_FIELDS,
};

const TOP: Fields = { title: text(), maker: text(), notes: text(undefined, { most: 20_000 }) };
const MAPS = ['pumps', 'valves', 'motors'] as const;

/** A catalogue with its entries in SI beside those as written. */
export interface ReadCatalogue {
  /** present when its outline is sound */
  catalogue?: Catalogue;
  /** SI, by model; those that could be read */
  pumps: Map<string, Record<string, unknown>>;
  valves: Map<string, Record<string, unknown>>;
  motors: Map<string, Record<string, unknown>>;
  problems: Problem[];
}

/** Reads a catalogue file; nothing is guessed or mended. Densities that mass flows need are those of cold water. */
export function readCatalogue(raw: unknown): ReadCatalogue {
  const reader = new Reader({ density: REFERENCE_DENSITY, atmosphere: STANDARD_ATMOSPHERE });
  const result: ReadCatalogue = { pumps: new Map(), valves: new Map(), motors: new Map(), problems: reader.problems };
  if (!isObject(raw)) {
    reader.add('bad-document', '', { reason: 'not-object', found: describe(raw) });
    return result;
  }
  if (raw.format !== CATALOGUE_FORMAT)
    reader.add('bad-document', 'format', { reason: 'not-format', found: describe(raw.format), expected: CATALOGUE_FORMAT });
  if (raw.version !== CATALOGUE_VERSION)
    reader.add('bad-document', 'version', { reason: 'not-version', found: describe(raw.version), expected: CATALOGUE_VERSION });
  if (reader.problems.length > 0) return result;
  reader.record(raw, TOP, '', [], ['format', 'version', ...MAPS]);
  const maps = MAPS.map((key) => outlineOf(raw, key, reader));
  if (maps.some((m) => m === undefined)) return result;
  const [pumps, valves, motors] = maps as Record<string, RawEntry>[];
  result.catalogue = { ...(raw as object), pumps: pumps!, valves: valves!, motors: motors! } as Catalogue;
  for (const [id, entry] of Object.entries(pumps!)) result.pumps.set(id, readPumpEntry(entry, `pumps.${id}`, id, reader));
  for (const [id, entry] of Object.entries(valves!)) result.valves.set(id, readValveEntry(entry, `valves.${id}`, id, reader));
  for (const [id, entry] of Object.entries(motors!))
    result.motors.set(id, reader.record(entry, MOTOR_ENTRY_FIELDS, `motors.${id}`, [id]));
  return result;
}

function outlineOf(raw: Record<string, unknown>, key: string, reader: Reader): Record<string, RawEntry> | undefined {
  const map = raw[key] ?? {};
  if (!isObject(map)) {
    reader.add('bad-value', key, { reason: 'not-object', found: describe(map) });
    return undefined;
  }
  const entries = Object.entries(map);
  if (entries.length > MOST_ENTRIES) {
    reader.add('too-many', key, { reason: 'too-many', found: entries.length, most: MOST_ENTRIES });
    return undefined;
  }
  const before = reader.problems.length;
  for (const [id, entry] of entries) {
    if (!isId(id)) reader.add('bad-id', `${key}.${id}`, { reason: 'bad-id', found: describe(id) }, [id]);
    else if (!isObject(entry)) reader.add('bad-value', `${key}.${id}`, { reason: 'not-object', found: describe(entry) }, [id]);
  }
  return reader.problems.length === before ? (map as Record<string, RawEntry>) : undefined;
}
