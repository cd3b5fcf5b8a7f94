import type { Problem } from '../issues/issues.js';
import { readLimit } from '../checks/limits.js';
import { ELEMENT_KINDS, elementKind } from '../elements/index.js';
import { LONGEST_NOTES, text, type Fields } from '../fields/field.js';
import { describe, isObject, Reader, siteContext } from '../fields/reader.js';
import type { Readings } from '../fields/readings.js';
import { FLUID_KINDS, fluidKind } from '../fluids/fluid.js';
import {
  DISPLAY_UNIT_FIELDS,
  ECONOMICS_FIELDS,
  LARGEST_COLLECTION,
  PUMP_ENTRY_FIELDS,
  READING_FIELDS,
  REPORT_FIELDS,
  SITE_FIELDS,
  UNCERTAINTY_FIELDS,
  VALVE_ENTRY_FIELDS,
} from './fields.js';
import { isId } from './ids.js';
import { textFault } from './json-text.js';
import { LINE, POINT_KINDS, type PointKindName } from './points.js';
import { MOST_OF_UNIT, placedElements, UNIT_KINDS, UNIT_PIPING, UNIT_SIDES } from './unit-piping.js';
import { LARGEST_STUDY, MOST_TO_SOLVE, STUDY_FORMAT, STUDY_VERSION, type RawElement, type RawLine, type Study } from './study.js';
import { word } from '../words/word.js';

/** A study file's text as JSON, or why it is none. */
export function parseStudyText(text: string): { raw: unknown } | { problem: Problem } {
  const clean = text.startsWith('\uFEFF') ? text.slice(1) : text;
  const fail = (detail: Problem['detail']): { problem: Problem } => ({
    problem: { code: 'bad-json', path: '', where: [], detail },
  });
  if (clean.trim() === '') return fail({ reason: 'empty-file' });
  if (clean.length > LARGEST_STUDY) return fail({ reason: 'file-too-large', found: clean.length, most: LARGEST_STUDY });
  try {
    const raw = JSON.parse(clean) as unknown;
    const fault = textFault(clean);
    if (!fault) return { raw };
    const { path, ...detail } = fault;
    return { problem: { code: 'bad-value', path, where: [], detail } };
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    const position = /position (\d+)/.exec(error.message);
    const before = position ? clean.slice(0, Number(position[1])) : clean;
    const lines = before.split('\n');
    return fail({
      reason: 'bad-json',
      line: lines.length,
      column: lines[lines.length - 1]!.length + 1,
      found: error.message.slice(0, 120),
    });
  }
}

const TOP_KEYS: Fields = {
  title: text(),
  tag: text(),
  preparedBy: text(),
  notes: text(undefined, { most: LONGEST_NOTES }),
  units: { type: 'choice', values: ['metric', 'us'] },
  displayUnits: { type: 'record', fields: DISPLAY_UNIT_FIELDS },
  thermal: { type: 'boolean' },
  site: { type: 'record', fields: SITE_FIELDS },
  economics: { type: 'record', fields: ECONOMICS_FIELDS },
  uncertainty: { type: 'list', least: 0, most: LARGEST_COLLECTION.uncertainty, of: UNCERTAINTY_FIELDS },
  report: { type: 'record', fields: REPORT_FIELDS },
  readings: { type: 'list', least: 0, most: LARGEST_COLLECTION.readings, of: READING_FIELDS },
};
const TOP_ALSO = ['format', 'version', 'fluids', 'pumps', 'valves', 'points', 'lines', 'scenarios', 'limits'];

/** Every id of the study with the place it was found and the kind of thing it is. */
export interface Directory {
  points: Map<string, { path: string; kind: string }>;
  lines: Map<string, { path: string; index: number }>;
  /** `index` among all that the flow of the line passes; `unitOf`: of the pump to whose units it belongs */
  elements: Map<string, { path: string; kind: string; line: number; index: number; unitOf?: string }>;
}

interface StudyReading {
  /** present when the outline (objects, lists, ids, kinds) is sound enough to go on */
  study?: Study;
  directory: Directory;
  problems: Problem[];
}

/**
 * Reads the outline of a study and every shared entry once: form, ids, kinds, quantities. Nothing is guessed or mended.
 *
 * @param readingsOf where what is read of the entries of a sound study is kept for its scenarios
 */
export function readStudy(raw: unknown, readingsOf: (study: Study) => Readings): StudyReading {
  const reader = new Reader(siteContext());
  const directory: Directory = { points: new Map(), lines: new Map(), elements: new Map() };
  const result = (study?: Study): StudyReading => ({ ...(study ? { study } : {}), directory, problems: reader.problems });
  if (!isObject(raw)) {
    reader.add('bad-document', '', { reason: 'not-object', found: describe(raw) });
    return result();
  }
  if (raw.format !== STUDY_FORMAT)
    reader.add('bad-document', 'format', { reason: 'not-format', found: describe(raw.format), expected: STUDY_FORMAT });
  if (raw.version !== STUDY_VERSION)
    reader.add('bad-document', 'version', { reason: 'not-version', found: describe(raw.version), expected: STUDY_VERSION });
  if (reader.problems.length > 0) return result();
  reader.record(raw, TOP_KEYS, '', [], TOP_ALSO);
  const sound = [outlineMaps(raw, reader), outlineLines(raw, reader), outlineScenarios(raw, reader)].every(Boolean);
  if (!sound) return result();
  const study = raw as Study;
  if (isTooMuch(study, reader)) return result();
  const readings = readingsOf(study);
  collectIds(study, reader, directory);
  const own = new Reader(siteContext(readings.atmosphere));
  readEntries(study, own, readings);
  readPoints(study, own, readings);
  readLines(study, own, directory, readings);
  reader.take(own);
  readLimits(study, reader, directory);
  return result(study);
}

/** things × scenarios: what a scenario costs is a matter of its things, and each is worked out anew in every one */
function isTooMuch(study: Study, reader: Reader): boolean {
  const things = Object.keys(study.points).length + study.lines.reduce((n, l) => n + 1 + placedElements(l).length, 0);
  const found = things * study.scenarios.length;
  if (found <= MOST_TO_SOLVE) return false;
  reader.add('too-many', 'scenarios', {
    reason: 'too-much-work',
    things,
    scenarios: study.scenarios.length,
    found,
    most: MOST_TO_SOLVE,
  });
  return true;
}

function outlineMaps(raw: Record<string, unknown>, reader: Reader): boolean {
  let sound = true;
  for (const key of ['fluids', 'pumps', 'valves', 'points'] as const) {
    const map = raw[key];
    if (map === undefined && key !== 'points') continue;
    if (!isObject(map)) {
      reader.add(map === undefined ? 'missing' : 'bad-value', key, {
        reason: map === undefined ? 'missing' : 'not-object',
        key,
        label: key,
        found: describe(map),
      });
      sound = false;
    } else if (Object.keys(map).length > LARGEST_COLLECTION[key]) {
      reader.add('too-many', key, { reason: 'too-many', found: Object.keys(map).length, most: LARGEST_COLLECTION[key] });
      sound = false;
    } else {
      for (const [id, entry] of Object.entries(map)) {
        if (isObject(entry)) continue;
        reader.add('bad-value', `${key}.${id}`, { reason: 'not-object', found: describe(entry) }, [id]);
        sound = false;
      }
    }
  }
  return sound;
}

const LINE_KEYS = { id: word('field.id'), from: word('field.from'), to: word('field.to') } as const;

function outlineLines(raw: Record<string, unknown>, reader: Reader): boolean {
  if (raw.lines === undefined) {
    reader.add('missing', 'lines', { reason: 'missing', key: 'lines', label: word('field.lines') });
    return false;
  }
  if (!reader.isList(raw.lines, 'lines', [], 0, LARGEST_COLLECTION.lines)) return false;
  let sound = true;
  raw.lines.forEach((line, l) => {
    const path = `lines[${l}]`;
    if (!isObject(line)) {
      reader.add('bad-value', path, { reason: 'not-object', found: describe(line) });
      sound = false;
      return;
    }
    for (const key of ['id', 'from', 'to'] as const) {
      if (typeof line[key] === 'string') continue;
      sound = false;
      if (line[key] === undefined) reader.add('missing', `${path}.${key}`, { reason: 'missing', key, label: LINE_KEYS[key] });
      else reader.add('bad-value', `${path}.${key}`, { reason: 'not-text', found: describe(line[key]) });
    }
    if (line.elements === undefined) {
      reader.add('missing', `${path}.elements`, { reason: 'missing', key: 'elements', label: word('field.elements') });
      sound = false;
    } else if (!reader.isList(line.elements, `${path}.elements`, [], 0, LARGEST_COLLECTION.elements)) {
      sound = false;
    } else line.elements.forEach((e, i) => (sound = outlineElement(e, `${path}.elements[${i}]`, reader) && sound));
  });
  return sound;
}

function outlineElement(e: unknown, path: string, reader: Reader, kinds: object = ELEMENT_KINDS): boolean {
  if (!isObject(e)) {
    reader.add('bad-value', path, { reason: 'not-object', found: describe(e) });
    return false;
  }
  let sound = true;
  if (typeof e.id !== 'string') {
    sound = false;
    if (e.id === undefined) reader.add('missing', `${path}.id`, { reason: 'missing', key: 'id', label: word('field.id') });
    else reader.add('bad-id', `${path}.id`, { reason: 'not-text', found: describe(e.id) });
  }
  if (!checkKind(e, kinds as Readonly<Record<string, unknown>>, path, reader)) return false;
  if (e.kind === 'pump' && e[UNIT_PIPING] !== undefined && e[UNIT_PIPING] !== null)
    return outlineUnits(e[UNIT_PIPING], `${path}.${UNIT_PIPING}`, reader) && sound;
  return sound;
}

const OF_UNITS = Object.fromEntries(UNIT_KINDS.map((kind) => [kind, true]));

function outlineUnits(raw: unknown, path: string, reader: Reader): boolean {
  if (!isObject(raw)) {
    reader.add('bad-value', path, { reason: 'not-object', found: describe(raw) });
    return false;
  }
  let sound = true;
  for (const [key, list] of Object.entries(raw)) {
    if (!(UNIT_SIDES as readonly string[]).includes(key))
      reader.add('unknown-key', `${path}.${key}`, { reason: 'unknown-key', found: key, known: [...UNIT_SIDES] });
    else if (!reader.isList(list, `${path}.${key}`, [], 0, MOST_OF_UNIT)) sound = false;
    else list.forEach((e, i) => (sound = outlineElement(e, `${path}.${key}[${i}]`, reader, OF_UNITS) && sound));
  }
  return sound;
}

function checkKind(
  entry: Record<string, unknown>,
  kinds: Readonly<Record<string, unknown>>,
  path: string,
  reader: Reader,
): boolean {
  if (typeof entry.kind === 'string' && Object.hasOwn(kinds, entry.kind)) return true;
  if (entry.kind === undefined)
    reader.add('missing', `${path}.kind`, {
      reason: 'missing',
      key: 'kind',
      label: word('field.kind'),
      expected: Object.keys(kinds),
    });
  else
    reader.add('bad-value', `${path}.kind`, { reason: 'not-choice', found: describe(entry.kind), expected: Object.keys(kinds) });
  return false;
}

function outlineScenarios(raw: Record<string, unknown>, reader: Reader): boolean {
  for (const [id, point] of Object.entries(isObject(raw.points) ? raw.points : {})) {
    if (isObject(point) && !checkKind(point, POINT_KINDS, `points.${id}`, reader)) return false;
  }
  if (raw.scenarios === undefined) {
    reader.add('missing', 'scenarios', { reason: 'missing', key: 'scenarios', label: word('field.scenarios') });
    return false;
  }
  if (!reader.isList(raw.scenarios, 'scenarios', [], 1, LARGEST_COLLECTION.scenarios)) return false;
  let sound = true;
  const seen = new Set<string>();
  raw.scenarios.forEach((s, i) => {
    const path = `scenarios[${i}]`;
    if (!isObject(s) || (s.set !== undefined && !isObject(s.set))) {
      reader.add('bad-value', isObject(s) ? `${path}.set` : path, {
        reason: 'not-object',
        found: describe(isObject(s) ? s.set : s),
      });
      sound = false;
    } else if (typeof s.id !== 'string') {
      reader.add('missing', `${path}.id`, { reason: 'missing', key: 'id', label: word('field.id') });
      sound = false;
    } else if (seen.has(s.id)) {
      reader.add('duplicate-id', `${path}.id`, { reason: 'duplicate-id', found: s.id }, [s.id]);
      sound = false;
    } else seen.add(s.id);
  });
  return sound;
}

function collectIds(study: Study, reader: Reader, directory: Directory): void {
  const seen = new Map<string, string>();
  const claim = (id: string, path: string): void => {
    if (!isId(id)) reader.add('bad-id', path, { reason: 'bad-id', found: describe(id) }, [id]);
    const other = seen.get(id);
    if (other !== undefined) reader.add('duplicate-id', path, { reason: 'duplicate-id', found: id, other }, [id]);
    else seen.set(id, path);
  };
  for (const [id, point] of Object.entries(study.points)) {
    claim(id, `points.${id}`);
    directory.points.set(id, { path: `points.${id}`, kind: point.kind });
  }
  study.lines.forEach((line, l) => {
    claim(line.id, `lines[${l}].id`);
    directory.lines.set(line.id, { path: `lines[${l}]`, index: l });
    placedElements(line).forEach(({ element: e, path: own, unitOf }, index) => {
      const path = `lines[${l}].${own}`;
      claim(e.id, `${path}.id`);
      directory.elements.set(e.id, { path, kind: e.kind, line: l, index, ...(unitOf === undefined ? {} : { unitOf }) });
    });
  });
}

function readEntries(study: Study, reader: Reader, readings: Readings): void {
  for (const [id, fluid] of Object.entries(study.fluids ?? {})) {
    const path = `fluids.${id}`;
    if (!checkKind(fluid, FLUID_KINDS, path, reader)) continue;
    readings.of(fluid, reader, () => readFluid(fluid, path, id, reader));
  }
  for (const [id, pump] of Object.entries(study.pumps ?? {}))
    readings.of(pump, reader, () => readStudyPump(pump, `pumps.${id}`, id, reader));
  for (const [id, valve] of Object.entries(study.valves ?? {}))
    readings.of(valve, reader, () => readValveEntry(valve, `valves.${id}`, id, reader));
}

/** A fluid's entries in SI, with what its kind needs checked. */
export function readFluid(raw: Record<string, unknown>, path: string, id: string, reader: Reader): Record<string, unknown> {
  const kind = fluidKind(raw.kind)!;
  const read = reader.record(raw, kind.fields, path, [id], ['kind']);
  for (const p of kind.problems?.(read, raw) ?? []) reader.add(p.code, `${path}.${p.path}`, p.detail, [id]);
  return read;
}

/** null stands for an entry that is left empty */
const isEntered = (x: unknown): boolean => x !== undefined && x !== null;

/** A catalogue pump's entries in SI, its rows checked for rising flow. */
export function readPumpEntry(raw: Record<string, unknown>, path: string, id: string, reader: Reader): Record<string, unknown> {
  const read = reader.record(raw, PUMP_ENTRY_FIELDS, path, [id]);
  if (!isEntered(raw.curve) && !isEntered(raw.curves)) {
    reader.add('missing', `${path}.curve`, { reason: 'missing', key: 'curve', label: word('field.curve') }, [id]);
  }
  risingFlow(read.curve, `${path}.curve`, id, reader);
  const curves = (read.curves ?? []) as Record<string, unknown>[];
  // curves with speeds of their own need none of the entry
  if (!isEntered(raw.speed) && (curves.length === 0 || curves.some((c) => c.speed === undefined)))
    reader.add('missing', `${path}.speed`, { reason: 'missing', key: 'speed', label: word('field.speed-of-the-curve') }, [id]);
  curves.forEach((c, i) => {
    risingFlow(c.curve, `${path}.curves[${i}].curve`, id, reader);
    const before = curves[i - 1]?.diameter as number | undefined;
    if (before !== undefined && c.diameter !== undefined && before === c.diameter) {
      reader.add('bad-value', `${path}.curves[${i}].diameter`, { reason: 'same-diameter' }, [id]);
    }
  });
  return read;
}

/** pumps of studies by what is written of them: the same study is read anew with every change, and curves are most of it */
const known = new Map<string, Record<string, unknown>>();
const MOST_KNOWN = 64;

/**
 * The same for a pump of a study. What reads without a fault, and by no density, is kept by its text: a study that comes again with
 * another number elsewhere has its curves ready. What is returned is shared and not to be changed.
 */
export function readStudyPump(raw: Record<string, unknown>, path: string, id: string, reader: Reader): Record<string, unknown> {
  const text = `${reader.atmosphere} ${JSON.stringify(raw)}`;
  const found = known.get(text);
  if (found) return found;
  const own = reader.another();
  const read = readPumpEntry(raw, path, id, own);
  if (own.problems.length === 0 && !own.usedDensity) {
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(text, read);
  }
  reader.take(own);
  return read;
}

function risingFlow(rows: unknown, path: string, id: string, reader: Reader): void {
  const list = (rows ?? []) as Record<string, number>[];
  for (let i = 1; i < list.length; i++) {
    const a = list[i - 1]!.flow;
    const b = list[i]!.flow;
    if (a !== undefined && b !== undefined && !(b > a))
      reader.add('bad-value', `${path}[${i}].flow`, { reason: 'not-rising' }, [id]);
  }
}

/** A catalogue valve's entries in SI. */
export function readValveEntry(raw: Record<string, unknown>, path: string, id: string, reader: Reader): Record<string, unknown> {
  const read = reader.record(raw, VALVE_ENTRY_FIELDS, path, [id]);
  if (!isEntered(raw.ratedKv) && !isEntered(raw.ratedCv) && !isEntered(raw.table)) {
    reader.add('missing', `${path}.ratedKv`, { reason: 'missing', key: 'ratedKv', label: word('field.rated-kv-or-cv') }, [id]);
  }
  if (read.characteristic === 'table' && !isEntered(raw.table)) {
    reader.add('missing', `${path}.table`, { reason: 'missing', key: 'table', label: word('field.kv-over-travel') }, [id]);
  }
  const rows = (read.table ?? []) as { travel?: number; kv?: number }[];
  for (let i = 1; i < rows.length; i++) {
    const a = rows[i - 1]!;
    const b = rows[i]!;
    if (a.travel !== undefined && b.travel !== undefined && !(b.travel > a.travel))
      reader.add('bad-value', `${path}.table[${i}].travel`, { reason: 'not-rising' }, [id]);
    if (a.kv !== undefined && b.kv !== undefined && b.kv < a.kv)
      reader.add('bad-value', `${path}.table[${i}].kv`, { reason: 'not-rising' }, [id]);
  }
  return read;
}

function readPoints(study: Study, reader: Reader, readings: Readings): void {
  for (const [id, point] of Object.entries(study.points)) {
    readings.of(point, reader, () =>
      reader.record(point, POINT_KINDS[point.kind as PointKindName].fields, `points.${id}`, [id], ['kind']),
    );
    if (point.elevation === undefined || point.elevation === null) {
      reader.add('missing', `points.${id}.elevation`, { reason: 'missing', key: 'elevation', label: word('field.elevation') }, [
        id,
      ]);
    }
  }
}

function readLines(study: Study, reader: Reader, directory: Directory, readings: Readings): void {
  study.lines.forEach((line: RawLine, l) => {
    const path = `lines[${l}]`;
    readings.of(line, reader, () => reader.record(line, LINE.fields, path, [line.id], ['id', 'from', 'to', 'elements']));
    for (const end of ['from', 'to'] as const) {
      if (!directory.points.has(line[end])) {
        reader.add(
          'unknown-id',
          `${path}.${end}`,
          { reason: 'unknown-point', found: line[end], known: [...directory.points.keys()].slice(0, 20) },
          [line.id],
        );
      }
    }
    if (line.from === line.to && line.elements.length === 0)
      reader.add('bad-value', `${path}.to`, { reason: 'same-ends', found: line.to }, [line.id]);
    for (const { element: e, path: own } of placedElements(line))
      readings.of(e, reader, () => reader.record(e, elementKind(e.kind).fields, `${path}.${own}`, [e.id], alsoOf(e)));
  });
}

/** keys of an element that are no entries of its kind */
export const alsoOf = (e: RawElement): string[] => (e.kind === 'pump' ? ['id', 'kind', UNIT_PIPING] : ['id', 'kind']);

function readLimits(study: Study, reader: Reader, directory: Directory): void {
  if (study.limits === undefined) return;
  if (!reader.isList(study.limits, 'limits', [], 0, LARGEST_COLLECTION.limits)) return;
  study.limits.forEach((limit, i) => {
    const path = `limits[${i}]`;
    if (!isObject(limit)) {
      reader.add('bad-value', path, { reason: 'not-object', found: describe(limit) });
      return;
    }
    const { where, scenario } = limit;
    const isSomewhere = (id: string): boolean =>
      directory.elements.has(id) || directory.points.has(id) || directory.lines.has(id);
    if (typeof where === 'string' && !isSomewhere(where))
      reader.add('unknown-id', `${path}.where`, { reason: 'unknown-id', found: where });
    if (typeof scenario === 'string' && !study.scenarios.some((s) => s.id === scenario))
      reader.add('unknown-id', `${path}.scenario`, { reason: 'unknown-scenario', found: scenario, known: study.scenarios.map((s) => s.id) }); // prettier-ignore
    readLimit(limit, path, reader);
  });
}
