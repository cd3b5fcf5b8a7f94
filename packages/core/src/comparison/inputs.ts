import { CHECKS, isCheckCode } from '../checks/index.js';
import { diffDocuments } from '../document/diff.js';
import {
  DISPLAY_UNIT_FIELDS,
  ECONOMICS_FIELDS,
  PUMP_ENTRY_FIELDS,
  READING_FIELDS,
  REPORT_FIELDS,
  SCENARIO_FIELDS,
  SITE_FIELDS,
  UNCERTAINTY_FIELDS,
  VALVE_ENTRY_FIELDS,
} from '../document/fields.js';
import { writeShortForm } from '../document/short-form.js';
import type { RawElement, RawEntry, RawScenario, Study } from '../document/study.js';
import { thingKind } from '../document/things.js';
import type { Field, Fields } from '../fields/field.js';
import { fluidKind } from '../fluids/fluid.js';
import { FIGURE_TABLE, isFigure, type FigureKey } from '../results/figures.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import { word, type Word } from '../words/word.js';

/* What differs between what two studies are given, in the words of the trade: by the thing, its entry and the scenario. */

/** An entry as it stands: what was typed, or words in place of what nobody reads as a number; null where there is none. */
export type Entered = string | number | boolean | Word | null;

export interface ChangedInput {
  /** id of the element, point, line, liquid, pump, valve or scenario; `study` of the study itself */
  where: string;
  label: Word | string;
  /** the one scenario that it is meant for; null of what all have */
  scenario: string | null;
  before: Entered;
  after: Entered;
  /** `CV-415.flow`, where scenarios may depart from it */
  address?: string;
  /** a thing that came or went as a whole: `before` or `after` is null */
  whole?: true;
}

/** Where an entry stands. */
interface Place {
  where: string;
  scenario?: string;
}

/** of the study itself, the report and the site */
const STUDY = 'study';

const TOP: Fields = {
  title: { type: 'text', most: 300, label: word('field.title') },
  tag: { type: 'text', most: 100, label: word('field.tag') },
  preparedBy: { type: 'text', most: 200, label: word('field.prepared-by') },
  notes: { type: 'text', most: 20_000, label: word('field.notes') },
  units: { type: 'choice', values: ['metric', 'us'], label: word('field.units') },
  thermal: { ...SCENARIO_FIELDS.thermal! },
  displayUnits: { type: 'record', fields: DISPLAY_UNIT_FIELDS },
  site: { type: 'record', fields: SITE_FIELDS },
  economics: { type: 'record', fields: ECONOMICS_FIELDS },
  report: { type: 'record', fields: REPORT_FIELDS },
};

/**
 * Every input that differs, in the order of the newer study: one row an entry. An entry that a scenario has of its own is held against what
 * held there before, its own or that of all. Texts that say the same quantity are the same.
 *
 * @param before, after studies as they are written
 */
export function changedInputs(before: Study, after: Study): ChangedInput[] {
  return [
    ...recordChanges({ where: STUDY }, TOP, before, after),
    ...keyed(before.fluids, after.fluids).flatMap(([id, a, b]) => thing({ where: id }, word('field.fluid'), a, b, fluidOf)),
    ...keyed(before.pumps, after.pumps).flatMap(([id, a, b]) => thing({ where: id }, word('change.pump-data'), a, b, pumpEntry)),
    ...keyed(before.valves, after.valves).flatMap(([id, a, b]) =>
      thing({ where: id }, word('change.valve-data'), a, b, valveEntry),
    ),
    ...keyed(before.points, after.points).flatMap(([id, a, b]) => thing({ where: id }, labelOfKind(b ?? a!), a, b, ofKind)),
    ...lineChanges(before, after),
    ...scenarioChanges(before, after),
    ...limitChanges(before, after),
    ...uncertaintyChanges(before, after),
    ...readingChanges(before, after),
  ];
}

/** How a kind of thing is read: what it is called as one, and its fields. */
interface Read {
  text: (e: RawEntry) => Entered;
  fields: (e: RawEntry) => Fields | undefined;
  /** a scenario may depart from its entries */
  varies?: true;
}

const nameOf = (e: RawEntry): string => (typeof e.name === 'string' && e.name !== '' ? e.name : '–');
const pumpEntry: Read = { text: nameOf, fields: () => PUMP_ENTRY_FIELDS };
const valveEntry: Read = { text: nameOf, fields: () => VALVE_ENTRY_FIELDS };
const fluidOf: Read = {
  text: (e) => (typeof e.kind === 'string' ? e.kind : '–'),
  fields: (e) => fluidKind(e.kind)?.fields,
};
const ofKind: Read = {
  text: (e) => writeShortForm(String(e.kind), e) || labelOfKind(e),
  fields: (e) => thingKind(String(e.kind))?.fields,
  varies: true,
};
/** a line with its ends, which name points */
const LINE_ENTRIES: Fields = {
  from: { type: 'text', most: 200, label: word('field.from') },
  to: { type: 'text', most: 200, label: word('field.to') },
  ...thingKind('line')!.fields,
};
const ofLine: Read = { text: (e) => writeShortForm('line', e), fields: () => LINE_ENTRIES, varies: true };

const labelOfKind = (e: RawEntry): Word | string => thingKind(String(e.kind))?.label ?? String(e.kind ?? '');

/** one thing that came, went, became another kind, or has other entries */
function thing(
  place: Place,
  label: Word | string,
  a: RawEntry | undefined,
  b: RawEntry | undefined,
  { text, fields, varies }: Read,
): ChangedInput[] {
  if (!a || !b) return [{ ...row(place, label, a ? text(a) : null, b ? text(b) : null), whole: true }];
  if (a.kind !== b.kind) return [row(place, word('field.kind'), kindText(a), kindText(b))];
  return recordChanges(place, fields(b) ?? {}, a, b, undefined, varies ? place.where : undefined);
}

const kindText = (e: RawEntry): Entered => labelOfKind(e) || '–';

const row = ({ where, scenario }: Place, label: Word | string, before: Entered, after: Entered): ChangedInput => ({
  where,
  label,
  scenario: scenario ?? null,
  before,
  after,
});

/** entries of two records by key, those of the newer one first */
function keyed<T>(
  a: Readonly<Record<string, T>> = {},
  b: Readonly<Record<string, T>> = {},
): [string, T | undefined, T | undefined][] {
  return [...new Set([...Object.keys(b), ...Object.keys(a)])].map((key) => [key, own(a, key), own(b, key)]);
}

const own = <T>(of: Readonly<Record<string, T>>, key: string): T | undefined => (Object.hasOwn(of, key) ? of[key] : undefined);

/** what names a thing or holds other things, and is looked at by itself */
const NO_ENTRY = new Set(['id', 'kind', 'elements', 'set', 'format', 'version']);
const TOP_LISTS = new Set(['fluids', 'pumps', 'valves', 'points', 'lines', 'scenarios', 'limits', 'uncertainty', 'readings']);

/** @param of what the record is called within its thing @param at address of what scenarios may depart from; none of the others */
function recordChanges(place: Place, fields: Fields, a: RawEntry, b: RawEntry, of?: Word | string, at?: string): ChangedInput[] {
  return keyed(a, b).flatMap(([key, x, y]) => {
    if (NO_ENTRY.has(key) || (fields === TOP && TOP_LISTS.has(key)) || isThings(x) || isThings(y)) return [];
    const field = own(fields, key);
    const address = at === undefined ? undefined : `${at}.${key}`;
    if (field?.type === 'record')
      return recordChanges(place, field.fields, entriesOf(x), entriesOf(y), field.label ?? of, address);
    const changes = valueChanges(place, field, inRecord(field?.label ?? key, of), x, y);
    return address === undefined ? changes : changes.map((r) => ({ ...r, address }));
  });
}

const inRecord = (label: Word | string, record: Word | string | undefined): Word | string =>
  record === undefined || record === label ? label : word('field.in-record', { record, label });

const entriesOf = (x: unknown): RawEntry => (typeof x === 'object' && x !== null && !Array.isArray(x) ? (x as RawEntry) : {});

/** elements within an element: the piping of a pump's units */
const isThings = (x: unknown): x is RawElement[] =>
  Array.isArray(x) &&
  x.length > 0 &&
  x.every((e) => typeof entriesOf(e).id === 'string' && typeof entriesOf(e).kind === 'string');

function valueChanges(place: Place, field: Field | undefined, label: Word | string, x: unknown, y: unknown): ChangedInput[] {
  if (isSame(field, x, y)) return [];
  const rows = field?.type === 'list' ? field.of : field?.type === 'quantity' ? field.rows?.of : undefined;
  // of a table that has as many rows as before, what stands in them
  if (rows && isTable(rows) && Array.isArray(x) && Array.isArray(y) && x.length === y.length)
    return y.flatMap((r, i) =>
      Object.entries(rows).flatMap(([key, f]) =>
        valueChanges(
          place,
          f,
          word('change.row', { label, row: i + 1, column: f.label ?? key }),
          entriesOf(x[i])[key],
          entriesOf(r)[key],
        ),
      ),
    );
  return [row(place, label, entered(x, rows), entered(y, rows))];
}

/** rows of numbers, and not a list of parts */
const isTable = (rows: Fields): boolean => Object.values(rows).every((f) => f.type === 'quantity' || f.type === 'number');

function isSame(field: Field | undefined, x: unknown, y: unknown): boolean {
  if (Object.is(x, y)) return true;
  if (field?.type === 'quantity' && typeof x === 'string' && typeof y === 'string') {
    const [p, q] = [readQuantity(x, field.dimension), readQuantity(y, field.dimension)];
    if (isQuantity(p) && isQuantity(q)) return Math.abs(p.si - q.si) <= 1e-12 * Math.max(Math.abs(p.si), Math.abs(q.si));
  }
  return diffDocuments(x, y).length === 0;
}

/** longest text of an entry that is shown whole, characters */
const LONGEST = 2000;

function entered(x: unknown, rows?: Fields): Entered {
  if (x === undefined || x === null) return null;
  if (typeof x === 'string') return x.startsWith('data:') ? word('change.a-picture') : x.slice(0, LONGEST);
  if (typeof x === 'number' || typeof x === 'boolean') return x;
  if (Array.isArray(x)) {
    if (rows && isTable(rows)) return word('change.rows', { count: x.length });
    return x.map((e) => rowText(e)).join(', ').slice(0, LONGEST); // prettier-ignore
  }
  return rowText(x).slice(0, LONGEST);
}

/** entries of one row of a list, those that name it first */
function rowText(e: unknown): string {
  if (typeof e !== 'object' || e === null) return String(e);
  if (Array.isArray(e)) return e.map(rowText).join(' ');
  const { count, ...more } = e as RawEntry;
  const text = Object.values(more).map(rowText).join(' '); // prettier-ignore
  return count === undefined ? text : `${rowText(count)} × ${text}`;
}

/** an element, and the list that it stands in: a line, or the pump to whose units it belongs */
interface Standing {
  element: RawElement;
  in: string;
}

function standing(study: Study): Map<string, Standing> {
  const found = new Map<string, Standing>();
  const put = (list: readonly RawElement[], id: string): void => {
    for (const element of list) {
      found.set(element.id, { element, in: id });
      for (const value of Object.values(element)) if (isThings(value)) put(value, element.id);
    }
  };
  for (const l of study.lines) put(l.elements, l.id);
  return found;
}

function lineChanges(before: Study, after: Study): ChangedInput[] {
  const [a, b] = [standing(before), standing(after)];
  const byId = (s: Study): Record<string, RawEntry> => Object.fromEntries(s.lines.map((l) => [l.id, l]));
  const elements = [...new Set([...b.keys(), ...a.keys()])].flatMap((id): ChangedInput[] => {
    const [x, y] = [a.get(id), b.get(id)];
    const place = { where: id };
    const changes = thing(place, labelOfKind((y ?? x)!.element), x?.element, y?.element, ofKind);
    return x && y && x.in !== y.in ? [row(place, word('kind.line'), x.in, y.in), ...changes] : changes;
  });
  const lines = keyed(byId(before), byId(after)).flatMap(([id, x, y]) => thing({ where: id }, word('kind.line'), x, y, ofLine));
  return [...lines, ...elements, ...orderChanges(a, b)];
}

/** elements that stand in another order among those that both have in the same list */
function orderChanges(a: ReadonlyMap<string, Standing>, b: ReadonlyMap<string, Standing>): ChangedInput[] {
  const inBoth = (of: ReadonlyMap<string, Standing>, list: string): string[] =>
    [...of].filter(([id, s]) => s.in === list && a.get(id)?.in === list && b.get(id)?.in === list).map(([id]) => id);
  return [...new Set([...b.values()].map((s) => s.in))].flatMap((list) => {
    const [x, y] = [inBoth(a, list).join(', '), inBoth(b, list).join(', ')];
    return x === y ? [] : [row({ where: list }, word('change.order-of-elements'), x, y)];
  });
}

function scenarioChanges(before: Study, after: Study): ChangedInput[] {
  const byId = (s: Study): Record<string, RawScenario> => Object.fromEntries(s.scenarios.map((x) => [x.id, x]));
  const nameIn = (s: RawScenario | undefined): Entered => (s ? (s.name ?? s.id) : null);
  const changes = keyed(byId(before), byId(after)).flatMap(([id, a, b]): ChangedInput[] => {
    const place = { where: id, scenario: id };
    if (!a || !b) return [{ ...row(place, word('field.scenario'), nameIn(a), nameIn(b)), whole: true }];
    const set = keyed(a.set, b.set).flatMap(([address]) => {
      const dot = address.indexOf('.');
      const [where, key] = [address.slice(0, dot), address.slice(dot + 1)];
      const [p, q] = [entryInScenario(before, a, address), entryInScenario(after, b, address)];
      const field = fieldAt(after, where, key) ?? fieldAt(before, where, key);
      return valueChanges({ where, scenario: id }, field, field?.label ?? key, p, q).map((r) => ({ ...r, address }));
    });
    return [...recordChanges(place, SCENARIO_FIELDS, a, b), ...set];
  });
  const kept = (of: Study, other: Study): string =>
    of.scenarios.filter((s) => other.scenarios.some((x) => x.id === s.id)).map((s) => s.id).join(', '); // prettier-ignore
  const [x, y] = [kept(before, after), kept(after, before)];
  return x === y ? changes : [...changes, row({ where: STUDY }, word('change.order-of-scenarios'), x, y)];
}

function entryOf(study: Study, where: string): { e: RawEntry; fields: Fields | undefined } | undefined {
  const point = own(study.points, where);
  if (point) return { e: point, fields: ofKind.fields(point) };
  const line = study.lines.find((l) => l.id === where);
  if (line) return { e: line, fields: ofLine.fields(line) };
  const at = standing(study).get(where)?.element;
  return at && { e: at, fields: ofKind.fields(at) };
}

/** What a scenario has at an address, `P-410.diameter`: its own entry, also one that takes it away, or that of all; undefined for none. */
export function entryInScenario(study: Study, scenario: RawScenario, address: string): unknown {
  const set = scenario.set ?? {};
  if (Object.hasOwn(set, address)) return set[address] ?? undefined;
  const dot = address.indexOf('.');
  return sharedAt(study, address.slice(0, dot), address.slice(dot + 1)) ?? undefined;
}

/** what all scenarios have at an address; undefined where nothing stands there */
function sharedAt(study: Study, where: string, key: string): unknown {
  return key.split('.').reduce<unknown>((x, k) => entriesOf(x)[k], entryOf(study, where)?.e);
}

/** the field at an address: `P-410.diameter`, or one in a record of a thing */
function fieldAt(study: Study, where: string, key: string): Field | undefined {
  let fields = entryOf(study, where)?.fields;
  let field: Field | undefined;
  for (const k of key.split('.')) {
    field = fields && own(fields, k);
    fields = field?.type === 'record' ? field.fields : undefined;
  }
  return field;
}

/** rows of a list that nothing names, by what they are of; those that are of the same by their place among them */
function byWhat(list: readonly RawEntry[] = [], what: (e: RawEntry) => string): Record<string, RawEntry> {
  const count = new Map<string, number>();
  return Object.fromEntries(
    list.map((e) => {
      const n = (count.get(what(e)) ?? 0) + 1;
      count.set(what(e), n);
      return [`${what(e)} ${n}`, e];
    }),
  );
}

function limitChanges(before: Study, after: Study): ChangedInput[] {
  const what = (l: RawEntry): string => [l.check, l.where, l.scenario].map((x) => String(x ?? '')).join('|');
  const text = (l: RawEntry | undefined): Entered =>
    l === undefined ? null : Array.isArray(l.limit) ? word('change.band', { from: String(l.limit[0]), to: String(l.limit[1]) }) : entered(l.limit); // prettier-ignore
  return keyed(byWhat(before.limits, what), byWhat(after.limits, what)).flatMap(([, a, b]) => {
    const { check, where, scenario } = (b ?? a)!;
    const code = String(check);
    const of = isCheckCode(code) ? CHECKS[code].label : code;
    const place = { where: String(where ?? STUDY), ...(scenario === undefined ? {} : { scenario: String(scenario) }) };
    const limit = diffDocuments(a?.limit, b?.limit).length === 0 ? [] : [row(place, word('change.limit-of', { check: of }), text(a), text(b))]; // prettier-ignore
    const reason =
      a && b ? valueChanges(place, undefined, word('change.reason-of-the-limit', { check: of }), a.reason, b.reason) : [];
    return [...limit, ...reason];
  });
}

function uncertaintyChanges(before: Study, after: Study): ChangedInput[] {
  const what = (u: RawEntry): string => String(u.input);
  const list = (s: Study): Record<string, RawEntry> => byWhat(s.uncertainty, what);
  return keyed(list(before), list(after)).flatMap(([, a, b]) => {
    const address = String((b ?? a)!.input);
    const dot = address.indexOf('.');
    const [where, key] = dot < 0 ? [address, ''] : [address.slice(0, dot), address.slice(dot + 1)];
    const label = fieldAt(after, where, key)?.label ?? fieldAt(before, where, key)?.label ?? address;
    if (a && b) return recordChanges({ where }, UNCERTAINTY_FIELDS, a, b, word('change.uncertainty-of', { input: label }));
    const text = (u: RawEntry | undefined): Entered => (u ? entered(u.band ?? u.deviation ?? u.grade ?? null) : null);
    return [row({ where }, word('change.uncertainty-of', { input: label }), text(a), text(b))];
  });
}

function readingChanges(before: Study, after: Study): ChangedInput[] {
  const what = (r: RawEntry): string => [r.scenario, r.at, r.figure, r.name].map((x) => String(x ?? '')).join('|');
  const list = (s: Study): Record<string, RawEntry> => byWhat(s.readings, what);
  return keyed(list(before), list(after)).flatMap(([, a, b]) => {
    const { at, scenario, figure } = (b ?? a)!;
    const place = { where: String(at), scenario: String(scenario) };
    const label = word('change.reading-of', {
      figure: isFigure(String(figure)) ? FIGURE_TABLE[figure as FigureKey].label : String(figure),
    });
    if (a && b) return recordChanges(place, READING_FIELDS, a, b, label);
    return [row(place, label, entered(a?.value), entered(b?.value))];
  });
}
