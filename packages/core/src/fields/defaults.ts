import { isQuantity, readQuantity } from '../units/quantity.js';
import type { Field, Fields } from './field.js';

type Entries = Readonly<Record<string, unknown>>;

/** defaults in SI, worked out once for each field of the tables */
const known = new WeakMap<Field, number | string | boolean>();

/**
 * What a field uses where its entry is empty: SI for a quantity, the number, word or yes/no itself otherwise.
 *
 * @throws Error when the field has no default: a mistake in the tables
 */
export function defaultOf(field: Field): number | string | boolean {
  const found = known.get(field);
  if (found !== undefined) return found;
  if (field.default === undefined) throw new Error(`a field of ${field.type} has no default`);
  const value = field.type === 'quantity' ? siOf(String(field.default), field.dimension) : field.default;
  known.set(field, value);
  return value;
}

function siOf(typed: string, dimension: Parameters<typeof readQuantity>[1]): number {
  const q = readQuantity(typed, dimension);
  if (!isQuantity(q)) throw new Error(`the default ${typed} is no ${dimension}`);
  return q.si;
}

/** The number of an entry, or the one that its field uses where it is empty. */
export function numberOr(fields: Fields, e: Entries, key: string): number {
  return (e[key] as number | undefined) ?? (defaultOf(fields[key]!) as number);
}

/** The word of an entry, or the one that its field uses where it is empty. */
export function wordOr(fields: Fields, e: Entries, key: string): string {
  return (e[key] as string | undefined) ?? (defaultOf(fields[key]!) as string);
}
