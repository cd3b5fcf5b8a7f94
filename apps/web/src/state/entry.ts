import {
  defaultOf,
  displayUnit,
  readTyped,
  readTypedRecord,
  toUnit,
  writeQuantity,
  type Field,
  type UnitSystem,
} from '@cedar-knot/core';
import { numberMarks, problemText, writtenEntryText } from '@cedar-knot/wording';

/** How a field's text is understood: the entry to keep, or why it is not taken and what may have been meant. */
type FieldReading =
  { ok: true; value: string | number | boolean; shown?: string } | { ok: false; message: string; readings?: readonly string[] };

/**
 * Reads what is typed into a field, as the file would take it.
 *
 * @param before what stands there, or a quantity in the unit that is meant
 */
export function readEntry(typed: string, field: Field, before: unknown, system: UnitSystem = 'metric'): FieldReading {
  const read = readTyped(typed, field, before, numberMarks());
  if (read.ok) return read;
  const message = problemText(read.problem, system);
  return read.readings ? { ok: false, message, readings: read.readings.map(writtenEntryText) } : { ok: false, message };
}

/** The same for a field of which the matrix may have any kind: a record is typed as its values. */
export function readInput(
  typed: string,
  field: Field,
  before: unknown,
  system: UnitSystem,
): FieldReading | { ok: true; value: Readonly<Record<string, string | number | boolean>> } {
  if (field.type !== 'record') return readEntry(typed, field, before, system);
  const read = readTypedRecord(typed, field, numberMarks());
  return read.ok ? read : { ok: false, message: problemText(read.problem, system) };
}

/** A quantity of zero in the study's unit: lends its unit to a number that is typed alone. */
export function inDisplayUnit(field: Field, system: UnitSystem): string {
  return field.type === 'quantity' ? `0 ${displayUnit(field.dimension, system).symbol}` : '';
}

const FIGURES = 5;

/** An SI value as an entry in the study's units would be written: `2950 rpm`, `0.05 mm`. */
export function writtenEntry(value: unknown, field: Field, system: UnitSystem): string {
  if (value === undefined || value === null) return '';
  if (field.type !== 'quantity' || typeof value !== 'number') return String(value);
  const unit = displayUnit(field.dimension, system);
  const suffix = field.dimension === 'pressure' ? '(g)' : field.dimension === 'absolutePressure' ? '(a)' : '';
  const rounded = Number(toUnit(value, unit).toPrecision(FIGURES));
  return `${rounded} ${writeQuantity(value, field.dimension, unit.symbol).split(' ').slice(1).join(' ')}${suffix}`;
}

/**
 * What will be used where an entry is empty, for its quiet ink; empty where nothing is.
 *
 * @param used SI, of the calculation: that of the pump's own data, the material's roughness
 */
export function usedText(field: Field, used: unknown, system: UnitSystem): string {
  if (used !== undefined) return writtenEntry(used, field, system);
  return field.default === undefined ? '' : writtenEntry(defaultOf(field), field, system);
}
