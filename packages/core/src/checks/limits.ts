import { isObject, describe, type Reader } from '../fields/reader.js';
import type { NumberField, QuantityField } from '../fields/field.js';
import { readPercent } from '../fields/number-text.js';
import { readTyped } from '../fields/typed.js';
import type { Problem } from '../issues/issues.js';
import type { Limit } from '../results/margin.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import type { Dimension } from '../units/units.js';
import type { Check, LimitOverride } from './check.js';
import { CHECK_CODES, CHECKS, isCheckCode, type CheckCode } from './index.js';
import { STANDARD_ATMOSPHERE } from '../units/standard.js';
import { word } from '../words/word.js';

const LONGEST_REASON = 2000;
const KEYS = ['check', 'limit', 'where', 'scenario', 'reason'];

/**
 * A limit of a study in SI. What cannot be a limit of its check is said at its path: none is taken and then not judged by.
 *
 * @param path JSON path of the entry in `limits`
 */
export function readLimit(raw: Record<string, unknown>, path: string, reader: Reader): LimitOverride | undefined {
  for (const key of Object.keys(raw))
    if (!KEYS.includes(key)) reader.add('unknown-key', `${path}.${key}`, { reason: 'unknown-key', found: key, known: KEYS });
  for (const key of ['where', 'scenario', 'reason']) {
    const text = raw[key];
    if (text === undefined || (typeof text === 'string' && text.length <= LONGEST_REASON)) continue;
    const reason = typeof text === 'string' ? 'too-long' : 'not-text';
    reader.add('bad-value', `${path}.${key}`, { reason, found: describe(text) });
  }
  if (!isCheckCode(raw.check)) {
    reader.add('bad-value', `${path}.check`, { reason: 'not-choice', found: describe(raw.check), expected: CHECK_CODES });
    return undefined;
  }
  if (raw.limit === undefined) {
    reader.add('missing', `${path}.limit`, { reason: 'missing', key: 'limit', label: word('check.limit') });
    return undefined;
  }
  const check: Check = CHECKS[raw.check];
  const limit = limitValue(raw.limit, check, reader.atmosphere);
  if (limit === undefined) {
    const detail = { found: JSON.stringify(raw.limit).slice(0, 60), dimension: check.dimension ?? '' };
    reader.add('bad-value', `${path}.limit`, { reason: check.sense === 'band' ? 'bad-band' : 'bad-limit', ...detail });
    return undefined;
  }
  return {
    check: raw.check,
    limit,
    ...(typeof raw.where === 'string' ? { where: raw.where } : {}),
    ...(typeof raw.scenario === 'string' ? { scenario: raw.scenario } : {}),
  };
}

/** one value, or for a band two in rising order */
function limitValue(raw: unknown, check: Check, atmosphere: number): Limit | undefined {
  const single = (x: unknown): number | undefined => limitEdge(x, check.dimension, atmosphere);
  if (!Array.isArray(raw)) return single(raw);
  const [low, high] = [single(raw[0]), single(raw[1])];
  if (check.sense !== 'band' || raw.length !== 2 || low === undefined || high === undefined || low > high) return undefined;
  return [low, high];
}

function limitEdge(raw: unknown, dimension: Dimension | undefined, atmosphere: number): number | undefined {
  if (dimension === undefined) {
    const x = typeof raw === 'string' ? readPercent(raw) : raw;
    return typeof x === 'number' && Number.isFinite(x) ? x : undefined;
  }
  if (typeof raw !== 'string') return undefined;
  // a design pressure is written gauge or absolute, as at the line itself
  const q = readQuantity(raw, dimension === 'absolutePressure' ? 'pressure' : dimension);
  if (!isQuantity(q)) return undefined;
  return q.reference === 'gauge' ? q.si + atmosphere : q.si;
}

/** The limits of a study that can be read; problems were said when the study was read. */
export function readLimits(limits: unknown, reader: Reader): LimitOverride[] {
  if (!Array.isArray(limits)) return [];
  return limits.flatMap((raw: unknown, i) => (isObject(raw) ? (readLimit(raw, `limits[${i}]`, reader) ?? []) : []));
}

/** the field of a check's limit: in its dimension, or a share */
function limitField(check: Check): QuantityField | NumberField {
  const wide = { min: -1e12, max: 1e12 };
  if (check.dimension === undefined) return { type: 'number', ...wide, percent: true };
  return { type: 'quantity', dimension: check.dimension === 'absolutePressure' ? 'pressure' : check.dimension, ...wide };
}

/**
 * Reads a limit as it is typed: one value, or for a band two (`0.2 – 0.8`, `0.5 m/s to 2 m/s`), as it will stand in the file.
 *
 * @param before a quantity in the unit that is meant where none is typed
 */
export function readTypedLimit(
  code: CheckCode,
  typed: string,
  before: string,
): { ok: true; limit: string | number | (string | number)[] } | { ok: false; problem: Problem } {
  const check: Check = CHECKS[code];
  const parts = typed.split(/\s*(?:–|…|\bto\b|;)\s*/).filter((p) => p !== '');
  const values: (string | number)[] = [];
  for (const part of parts.length === 0 ? [''] : parts) {
    const read = readTyped(part, limitField(check), before);
    if (!read.ok) return { ok: false, problem: read.problem };
    values.push(read.value as string | number);
  }
  const limit = values.length === 1 ? values[0]! : values;
  if (limitValue(limit, check, STANDARD_ATMOSPHERE) !== undefined) return { ok: true, limit };
  const reason = check.sense === 'band' ? 'bad-band' : 'bad-limit';
  const detail = { reason, found: `"${typed}"`, dimension: check.dimension ?? '' };
  return { ok: false, problem: { code: 'bad-value', path: '', where: [], detail } };
}
