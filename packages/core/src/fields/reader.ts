import { readMoney } from '../units/money.js';
import { REFERENCE_DENSITY, STANDARD_ATMOSPHERE } from '../units/standard.js';
import type { Problem, ProblemCode } from '../issues/issues.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import type { Field, Fields, NumberField, QuantityField } from './field.js';
import { isPlainNumber, readPercent } from './number-text.js';

/** What a quantity needs from its scenario to become SI. */
export interface ReadContext {
  /** kg/m³, turns mass flow into volume flow */
  density: number;
  /** Pa absolute, turns absolute pressures at a place into gauge */
  atmosphere: number;
}

/** where no scenario says what is pumped: masses are those of water as it is commonly rounded */
const NO_LIQUID = 1000;

/** context of entries that stand outside the scenarios, at a site's atmosphere or the standard one */
export const siteContext = (atmosphere = STANDARD_ATMOSPHERE): ReadContext => ({ density: NO_LIQUID, atmosphere });

export type Read = Record<string, unknown>;

/** keys of a record whose quantity was a mass flow */
const MASS_KEYS = Symbol('entered as a mass');

/** Keys of what was read whose quantity was entered as a mass flow: it stays that mass, whatever the density. */
export function massKeys(read: Read): readonly string[] {
  return (read as { [MASS_KEYS]?: string[] })[MASS_KEYS] ?? [];
}

/** Notes whether an entry was a mass flow. */
export function noteMass(read: Read, key: string, isMass: boolean): void {
  const before = massKeys(read).filter((k) => k !== key);
  if (isMass || before.length < massKeys(read).length) Object.assign(read, { [MASS_KEYS]: isMass ? [...before, key] : before });
}

export class Reader {
  readonly problems: Problem[] = [];
  /** the last quantity read was a mass flow */
  isMass = false;
  /** a mass flow was read: what was read holds for this density alone */
  usedDensity = false;

  constructor(private readonly context: ReadContext) {}

  /** of the site, Pa absolute */
  get atmosphere(): number {
    return this.context.atmosphere;
  }

  /** one that reads in the same way and has found nothing yet */
  another(): Reader {
    return new Reader(this.context);
  }

  /** what another one found, as if it had been found here */
  take(other: Reader): void {
    this.problems.push(...other.problems);
    this.usedDensity ||= other.usedDensity;
  }

  add(code: ProblemCode, path: string, detail: Problem['detail'], where: string[] = []): void {
    this.problems.push({ code, path, where, detail });
  }

  /**
   * Reads an object by a table of fields into SI; what is wrong is noted at its path and left out of the result.
   *
   * @param also keys that are right here but read by the caller
   */
  record(raw: unknown, fields: Fields, path: string, where: string[], also: readonly string[] = []): Read {
    const out: Read = {};
    if (!isObject(raw)) {
      this.add('bad-value', path, { reason: 'not-object', found: describe(raw) }, where);
      return out;
    }
    for (const key of Object.keys(raw)) {
      if (raw[key] === null || also.includes(key)) continue;
      const at = path === '' ? key : `${path}.${key}`;
      const field = Object.hasOwn(fields, key) ? fields[key] : undefined;
      if (!field) {
        this.add('unknown-key', at, { reason: 'unknown-key', found: key, known: [...also, ...Object.keys(fields)] }, where);
        continue;
      }
      this.isMass = false;
      const value = this.value(raw[key], field, at, where);
      if (value !== undefined) out[key] = value;
      if (this.isMass && field.type === 'quantity') noteMass(out, key, true);
    }
    for (const key of requiredKeys(fields)) {
      if (raw[key] === undefined || raw[key] === null) {
        this.add(
          'missing',
          path === '' ? key : `${path}.${key}`,
          { reason: 'missing', key, label: fields[key]!.label ?? key },
          where,
        );
      }
    }
    return out;
  }

  value(raw: unknown, field: Field, path: string, where: string[]): unknown {
    switch (field.type) {
      case 'quantity':
        if (field.rows && Array.isArray(raw)) return this.list(raw, field.rows, path, where);
        return this.quantity(raw, field, path, where);
      case 'number': {
        const { series } = field;
        if (series !== undefined && Array.isArray(raw))
          return this.numbers(raw, { ...field, type: 'numbers', least: series, most: series }, path, where);
        return this.number(raw, field, path, where);
      }
      case 'boolean':
        if (typeof raw === 'boolean') return raw;
        this.add('bad-value', path, { reason: 'not-boolean', found: describe(raw) }, where);
        return undefined;
      case 'text':
        if (field.money && (typeof raw !== 'string' || !readMoney(raw))) {
          this.add('bad-value', path, { reason: 'not-money', found: describe(raw) }, where);
          return undefined;
        }
        if (typeof raw === 'string' && raw.length <= field.most) return raw;
        this.add('bad-value', path, { reason: typeof raw === 'string' ? 'too-long' : 'not-text', found: describe(raw) }, where);
        return undefined;
      case 'choice':
        if (typeof raw === 'string' && field.values.includes(raw)) return raw;
        this.add('bad-value', path, { reason: 'not-choice', found: describe(raw), expected: field.values }, where);
        return undefined;
      case 'list':
        return this.list(raw, field, path, where);
      case 'numbers':
        return this.numbers(raw, field, path, where);
      case 'lengths':
        return this.lengths(raw, path, where);
      case 'texts':
        return this.texts(raw, field.most, path, where);
      case 'record':
        return this.record(raw, field.fields, path, where);
    }
  }

  private quantity(raw: unknown, field: QuantityField, path: string, where: string[]): number | string | undefined {
    if (raw === 'solve' && field.solve) return 'solve';
    if (typeof raw === 'string' && field.words && Object.hasOwn(field.words, raw)) return raw;
    if (typeof raw === 'number' && field.bare) return this.inside(raw * REFERENCE_DENSITY, field, path, where, raw);
    if (typeof raw !== 'string') {
      const reason = typeof raw === 'number' ? 'bare-number' : 'not-quantity';
      this.add('bad-quantity', path, { reason, found: describe(raw), dimension: field.dimension }, where);
      return undefined;
    }
    if (field.bare && isPlainNumber(raw)) return this.inside(Number(raw) * REFERENCE_DENSITY, field, path, where, raw);
    const q = readQuantity(raw, field.dimension);
    if (!isQuantity(q)) {
      const detail = { reason: q.reason, found: q.found, expected: q.expected, dimension: field.dimension };
      this.add('bad-quantity', path, q.foundDimension ? { ...detail, foundDimension: q.foundDimension } : detail, where);
      return undefined;
    }
    let si = q.si;
    if (q.unit.mass) {
      si /= this.context.density;
      this.usedDensity = true;
      this.isMass = true;
    }
    if (field.dimension === 'pressure' && q.reference === 'absolute') {
      if (si < 0) return this.inside(-Infinity, field, path, where, raw);
      si -= this.context.atmosphere;
    } else if (field.dimension === 'pressure' && si < -this.context.atmosphere * (1 + 1e-9)) {
      this.add('bad-value', path, { reason: 'below-vacuum', found: raw }, where);
      return undefined;
    }
    return this.inside(si, field, path, where, raw);
  }

  private inside(
    si: number,
    field: { min: number; max: number },
    path: string,
    where: string[],
    raw: unknown,
  ): number | undefined {
    if (si >= field.min && si <= field.max) return si;
    const detail = { reason: 'out-of-range', found: describe(raw), least: field.min, most: field.max };
    const dimension = 'dimension' in field ? (field as { dimension: string }).dimension : '';
    this.add('bad-value', path, { ...detail, dimension }, where);
    return undefined;
  }

  private number(raw: unknown, field: NumberField, path: string, where: string[]): number | 'solve' | undefined {
    if (raw === 'solve' && field.solve) return 'solve';
    let x = raw;
    if (typeof raw === 'string' && field.percent) x = readPercent(raw) ?? raw;
    if (typeof x !== 'number' || !Number.isFinite(x)) {
      this.add('bad-value', path, { reason: 'not-number', found: describe(raw) }, where);
      return undefined;
    }
    if (field.integer && !Number.isInteger(x)) {
      this.add('bad-value', path, { reason: 'not-integer', found: describe(raw) }, where);
      return undefined;
    }
    return this.inside(x, field, path, where, raw);
  }

  private list(raw: unknown, field: Field & { type: 'list' }, path: string, where: string[]): Read[] | undefined {
    if (!this.isList(raw, path, where, field.least, field.most)) return undefined;
    const kept = longLists.get(raw);
    if (kept?.of === field.of) return kept.rows;
    const before = this.problems.length;
    const rows = raw.map((r, i) => this.record(r, field.of, `${path}[${i}]`, where));
    const isPlain = Object.values(field.of).every((f) => f.type === 'quantity' && f.dimension === 'length');
    if (raw.length >= LONG_LIST && isPlain && this.problems.length === before) longLists.set(raw, { of: field.of, rows });
    return rows;
  }

  isList(raw: unknown, path: string, where: string[], least: number, most: number): raw is unknown[] {
    if (!Array.isArray(raw)) {
      this.add('bad-value', path, { reason: 'not-list', found: describe(raw) }, where);
      return false;
    }
    if (raw.length > most) {
      this.add('too-many', path, { reason: 'too-many', found: raw.length, most }, where);
      return false;
    }
    if (raw.length < least) {
      this.add('bad-value', path, { reason: 'too-few', found: raw.length, least }, where);
      return false;
    }
    return true;
  }

  private numbers(raw: unknown, field: Field & { type: 'numbers' }, path: string, where: string[]): number[] | undefined {
    if (!this.isList(raw, path, where, field.least, field.most)) return undefined;
    const one = { type: 'number', min: field.min, max: field.max } as const;
    const read = raw.map((x, i) => this.number(x, one, `${path}[${i}]`, where));
    return read.every((x) => typeof x === 'number') ? read : undefined;
  }

  private texts(raw: unknown, most: number, path: string, where: string[]): string[] | undefined {
    if (!this.isList(raw, path, where, 0, most)) return undefined;
    const read = raw.map((x, i) => this.value(x, { type: 'text', most: 200 }, `${path}[${i}]`, where));
    return read.every((x) => typeof x === 'string') ? read : undefined;
  }

  private lengths(raw: unknown, path: string, where: string[]): number[] | undefined {
    const one = { type: 'quantity', dimension: 'diameter', min: 1e-4, max: 30 } as const;
    if (typeof raw === 'string') {
      const x = this.quantity(raw, one, path, where);
      return typeof x === 'number' ? [x, x] : undefined;
    }
    if (!this.isList(raw, path, where, 1, 2)) return undefined;
    const read = raw.map((x, i) => this.quantity(x, one, `${path}[${i}]`, where));
    if (!read.every((x) => typeof x === 'number')) return undefined;
    return read.length === 1 ? [read[0]!, read[0]!] : read;
  }
}

/**
 * Long lists of lengths by the list as written: a study is read as a whole and then for its scenarios, and the ground of a long line is most of
 * it. Nothing of the site or the liquid is in a length. What is kept is shared and not to be changed.
 */
const longLists = new WeakMap<object, { of: Fields; rows: Read[] }>();
const LONG_LIST = 100;

/** found once for each table of fields */
const required = new WeakMap<Fields, string[]>();

function requiredKeys(fields: Fields): string[] {
  let keys = required.get(fields);
  if (!keys) required.set(fields, (keys = Object.keys(fields).filter((key) => fields[key]!.required)));
  return keys;
}

export function isObject(raw: unknown): raw is Record<string, unknown> {
  return typeof raw === 'object' && raw !== null && !Array.isArray(raw);
}

/** A value as it was found, short and safe to show. */
export function describe(raw: unknown): string {
  if (typeof raw === 'string') return raw.length > 40 ? `"${raw.slice(0, 40)}…"` : `"${raw}"`;
  if (Array.isArray(raw)) return `a list of ${raw.length}`;
  if (raw === undefined) return 'nothing';
  if (typeof raw === 'object' && raw !== null) return 'an object';
  return String(raw);
}
