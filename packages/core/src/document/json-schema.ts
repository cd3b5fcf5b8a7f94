import { MONEY_PATTERN } from '../units/money.js';
import { LONGEST_QUANTITY } from '../units/quantity.js';
import { UNITS, unitNames, type Dimension } from '../units/units.js';
import { CHECK_CODES } from '../checks/index.js';
import { ELEMENT_KINDS } from '../elements/index.js';
import type { Field, Fields } from '../fields/field.js';
import { FLUID_KINDS } from '../fluids/fluid.js';
import {
  DISPLAY_UNIT_FIELDS,
  ECONOMICS_FIELDS,
  LARGEST_COLLECTION,
  PUMP_ENTRY_FIELDS,
  READING_FIELDS,
  REPORT_FIELDS,
  SCENARIO_FIELDS,
  SITE_FIELDS,
  UNCERTAINTY_FIELDS,
  VALVE_ENTRY_FIELDS,
} from './fields.js';
import { ID_PATTERN } from './ids.js';
import { MOST_OF_UNIT, UNIT_KINDS, UNIT_PIPING } from './unit-piping.js';
import { LINE, POINT_KINDS } from './points.js';
import type { Word } from '../words/word.js';

type Json = Record<string, unknown>;
/** text of a label */
type Say = (word: Word | string) => string;

const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&');
/** where a pressure may say what it is over */
const REFERENCE: Partial<Record<Dimension, string>> = {
  pressure: '(?:\\s?(?:\\([ga]\\)|[ga]))?',
  absolutePressure: '(?:\\s?(?:\\(a\\)|a))?',
};
const NUMBER = '(?:\\d+(?:\\.\\d*)?|\\.\\d+)(?:[eE](?:\\+?\\d{1,2}|-\\d+))?';

/** number and unit as the reader of quantities takes them */
function quantityPattern(dimension: Dimension): string {
  const units = unitNames(dimension).sort((a, b) => b.length - a.length).map(escaped).join('|'); // prettier-ignore
  return `^\\s*[+-]?${NUMBER}\\s*(?:${units})${REFERENCE[dimension] ?? ''}\\s*$`;
}

/** no unit of it has another zero */
const isProportional = (dimension: Dimension): boolean =>
  UNITS[dimension].every((u) => !u.scale && !u.offset) && dimension !== 'pressure';
const NOT_NEGATIVE: Json = { not: { type: 'string', pattern: '^\\s*-[0.]*[1-9]' } };

/** A schema for each dimension, to which fields point. */
export const quantityDefinitions = (): Json =>
  Object.fromEntries(
    (Object.keys(UNITS) as Dimension[]).map((d) => [
      d,
      {
        type: ['string', 'null'],
        maxLength: LONGEST_QUANTITY,
        pattern: quantityPattern(d),
        description: UNITS[d].map((x) => x.symbol).join(', '),
      },
    ]),
  );

/**
 * JSON Schema (2020-12) of the study file, made from the same table of fields that reads it. It holds forms and names; bounds
 * in units, ids that must exist and what each mode needs are judged by `cedar-knot check`.
 *
 * @param say text of a label
 */
export function studySchema(say: Say): Json {
  const id = { type: 'string', pattern: ID_PATTERN };
  const points = { ...byKind(say, POINT_KINDS, {}), ...entered('elevation') };
  const ofUnits = Object.fromEntries(UNIT_KINDS.map((kind) => [kind, ELEMENT_KINDS[kind]]));
  const side = { type: 'array', maxItems: MOST_OF_UNIT, items: byKind(say, ofUnits, { id }) };
  const piping = { type: 'object', properties: { suction: side, discharge: side }, additionalProperties: false };
  const elements = byKind(say, ELEMENT_KINDS, { id }, { pump: { [UNIT_PIPING]: piping } });
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Cedar Knot study, version 1',
    $defs: quantityDefinitions(),
    type: 'object',
    required: ['format', 'version', 'points', 'lines', 'scenarios'],
    properties: {
      format: { const: 'cedar-knot-study' },
      version: { const: 1 },
      title: { type: ['string', 'null'] },
      tag: { type: ['string', 'null'] },
      preparedBy: { type: ['string', 'null'] },
      notes: { type: ['string', 'null'] },
      units: { enum: ['metric', 'us', null] },
      displayUnits: record(say, DISPLAY_UNIT_FIELDS),
      site: record(say, SITE_FIELDS),
      economics: record(say, ECONOMICS_FIELDS),
      uncertainty: { type: 'array', maxItems: LARGEST_COLLECTION.uncertainty, items: record(say, UNCERTAINTY_FIELDS) },
      report: record(say, REPORT_FIELDS),
      readings: { type: 'array', maxItems: LARGEST_COLLECTION.readings, items: record(say, READING_FIELDS) },
      fluids: map(fluid(say), LARGEST_COLLECTION.fluids),
      pumps: map(pumpEntry(say), LARGEST_COLLECTION.pumps),
      valves: map(valveEntry(say), LARGEST_COLLECTION.valves),
      points: map(points, LARGEST_COLLECTION.points),
      lines: {
        type: 'array',
        maxItems: LARGEST_COLLECTION.lines,
        items: {
          ...record(say, LINE.fields, {
            id,
            from: id,
            to: id,
            elements: { type: 'array', maxItems: LARGEST_COLLECTION.elements, items: elements },
          }),
          required: ['id', 'from', 'to', 'elements'],
        },
      },
      scenarios: {
        type: 'array',
        minItems: 1,
        maxItems: LARGEST_COLLECTION.scenarios,
        items: { ...record(say, SCENARIO_FIELDS, { id: { type: 'string' }, set: { type: 'object' } }), required: ['id'] },
      },
      limits: {
        type: 'array',
        maxItems: LARGEST_COLLECTION.limits,
        items: {
          type: 'object',
          required: ['check', 'limit'],
          properties: {
            check: { enum: CHECK_CODES },
            limit: { type: ['number', 'string', 'array'] },
            where: id,
            scenario: { type: 'string' },
            reason: { type: 'string' },
          },
        },
      },
    },
    additionalProperties: false,
  };
}

/** What may be left out may be null too. */
export function orNull({ title, ...schema }: Json): Json {
  const titled = title === undefined ? {} : { title };
  if (Array.isArray(schema.enum)) return { ...titled, ...schema, enum: [...(schema.enum as unknown[]), null] };
  if (typeof schema.type === 'string') return { ...titled, ...schema, type: [schema.type, 'null'] };
  // a quantity may be null by its definition
  if (schema.$ref !== undefined) return { ...titled, ...schema };
  const any = Array.isArray(schema.anyOf) ? (schema.anyOf as Json[]) : [schema];
  return { ...titled, anyOf: [...any, { type: 'null' }] };
}

/** one of these has to be entered: null is none */
const entered = (...keys: string[]): Json => ({
  anyOf: keys.map((key) => ({ required: [key], properties: { [key]: { not: { type: 'null' } } } })),
});

/** A liquid of constant properties has a viscosity, of either kind. */
const fluid = (say: Say): Json => ({
  ...byKind(say, FLUID_KINDS, {}),
  if: { properties: { kind: { const: 'constant' } } },
  then: entered('viscosity', 'kinematicViscosity'),
});

/** A pump has a curve, or several, and a speed where they have none of their own. */
export function pumpEntry(say: Say): Json {
  const ownSpeeds = { properties: { curves: { type: 'array', items: entered('speed') } }, required: ['curves'] };
  return {
    ...record(say, PUMP_ENTRY_FIELDS),
    allOf: [entered('curve', 'curves'), { anyOf: [...(entered('speed').anyOf as Json[]), ownSpeeds] }],
  };
}

/** A valve has a coefficient, or a table of them, which its characteristic may ask for. */
export const valveEntry = (say: Say): Json => ({
  ...record(say, VALVE_ENTRY_FIELDS),
  ...entered('ratedKv', 'ratedCv', 'table'),
  if: { properties: { characteristic: { const: 'table' } }, required: ['characteristic'] },
  then: entered('table'),
});

const notNull = (schema: Json): Json => (schema.$ref === undefined ? schema : { ...schema, type: 'string' });

/** Schema of a map by id. */
export function map(value: Json, most: number): Json {
  return { type: 'object', maxProperties: most, additionalProperties: value };
}

/** Schema of a record of fields. */
export function record(say: Say, fields: Fields, more: Json = {}): Json {
  const required = Object.entries(fields).flatMap(([key, f]) => (f.required ? [key] : []));
  const properties = Object.fromEntries(
    Object.entries(fields).map(([key, f]) => [key, f.required ? notNull(schemaOf(say, f)) : orNull(schemaOf(say, f))]),
  );
  return {
    type: 'object',
    ...(required.length > 0 ? { required } : {}),
    properties: { ...more, ...properties },
    additionalProperties: false,
  };
}

/** @param own further properties of single kinds */
function byKind(
  say: Say,
  kinds: Readonly<Record<string, { fields: Fields }>>,
  more: Json,
  own: Readonly<Record<string, Json>> = {},
): Json {
  return {
    type: 'object',
    required: [...Object.keys(more), 'kind'],
    properties: { kind: { enum: Object.keys(kinds) } },
    oneOf: Object.entries(kinds).map(([kind, { fields }]) =>
      record(say, fields, { ...more, ...own[kind], kind: { const: kind } }),
    ),
  };
}

function schemaOf(say: Say, field: Field): Json {
  const title = field.label ? { title: say(field.label) } : {};
  switch (field.type) {
    case 'quantity': {
      const texts: Json[] = [
        { $ref: `#/$defs/${field.dimension}`, ...(field.min >= 0 && isProportional(field.dimension) ? NOT_NEGATIVE : {}) },
      ];
      if (field.solve) texts.push({ const: 'solve' });
      if (field.words) texts.push({ enum: Object.keys(field.words) });
      if (field.rows) texts.push(schemaOf(say, field.rows));
      if (field.bare) texts.push({ type: 'number', description: 'specific gravity, times 999.1 kg/m³' });
      return { ...title, ...(texts.length === 1 ? texts[0] : { anyOf: texts }) };
    }
    case 'number': {
      const number: Json = { type: field.integer ? 'integer' : 'number', minimum: field.min, maximum: field.max };
      const texts: Json[] = [number];
      if (field.series) texts.push({ type: 'array', items: number, minItems: field.series, maxItems: field.series });
      if (field.solve) texts.push({ const: 'solve' });
      if (field.percent) texts.push({ type: 'string', pattern: '^\\s*(?:\\d+(?:\\.\\d*)?|\\.\\d+)\\s*%\\s*$' });
      return { ...title, ...(texts.length === 1 ? number : { anyOf: texts }) };
    }
    case 'boolean':
      return { ...title, type: 'boolean' };
    case 'text':
      return { ...title, type: 'string', maxLength: field.most, ...(field.money ? { pattern: MONEY_PATTERN } : {}) };
    case 'choice':
      return { ...title, enum: field.values };
    case 'list':
      return { ...title, type: 'array', minItems: field.least, maxItems: field.most, items: record(say, field.of) };
    case 'numbers':
      return {
        ...title,
        type: 'array',
        minItems: field.least,
        maxItems: field.most,
        items: { type: 'number', minimum: field.min, maximum: field.max },
      };
    case 'lengths': {
      const text = { $ref: '#/$defs/diameter' };
      return { ...title, anyOf: [text, { type: 'array', minItems: 1, maxItems: 2, items: text }] };
    }
    case 'texts':
      return { ...title, type: 'array', maxItems: field.most, items: { type: 'string', maxLength: 200 } };
    case 'record':
      return { ...title, ...record(say, field.fields) };
  }
}
