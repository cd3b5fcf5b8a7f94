import type { Field, Fields } from '../fields/field.js';
import { readPercent } from '../fields/number-text.js';
import { isObject } from '../fields/reader.js';
import type { RawEntry } from '../document/study.js';

/**
 * An entry in the one way in which catalogues keep it, so that it comes back from a table as it went: shares as numbers, one
 * measured curve as `curve`, the speed of a curve only where it is not that of the entry, nothing empty, no note of an older catalogue.
 */
export function canonicalEntry(entry: RawEntry, fields: Fields): RawEntry {
  const { from: _from, ...kept } = plainShares(entry, fields);
  return oneCurve(kept);
}

function plainShares(entry: Readonly<Record<string, unknown>>, fields: Fields): Record<string, unknown> {
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(entry)) {
    if (value === null || value === undefined || value === '') continue;
    const field = Object.hasOwn(fields, key) ? fields[key] : undefined;
    out[key] = field ? plainValue(value, field) : value;
  }
  return out;
}

function plainValue(value: unknown, field: Field): unknown {
  if (field.type === 'number' && field.percent && typeof value === 'string') return readPercent(value) ?? value;
  if (field.type === 'list' && Array.isArray(value))
    return value.map((row) => (isObject(row) ? plainShares(row, field.of) : row));
  if (field.type === 'record' && isObject(value)) return plainShares(value, field.fields);
  return value;
}

function oneCurve(entry: Record<string, unknown>): RawEntry {
  const { curves, ...rest } = entry;
  if (!Array.isArray(curves)) return entry;
  const list = curves.map((c: unknown) => {
    if (!isObject(c) || c.speed !== entry.speed) return c;
    const { speed: _speed, ...others } = c;
    return others;
  });
  const [only] = list;
  if (list.length !== 1 || !isObject(only)) return { ...entry, curves: list };
  return { ...rest, ...only };
}
