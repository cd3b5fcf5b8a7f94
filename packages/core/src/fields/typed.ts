import type { Problem } from '../issues/issues.js';
import { isQuantity, LONGEST_QUANTITY, readQuantity, splitNumber } from '../units/quantity.js';
import { readExpression } from './expression.js';
import type { Field, NumberField, QuantityField } from './field.js';
import { readPercent } from './number-text.js';
import { Reader, siteContext } from './reader.js';

/*
 * What a person types or pastes, made into an entry of the file and judged by the reader of the file: nothing is taken on
 * the screen that the file would not take.
 */

/** The entry to keep (with how it reads where that differs from what was typed), or why there is none. */
export type TypedReading =
  | { ok: true; value: string | number | boolean; shown?: string }
  | { ok: false; problem: Problem; /** what may have been meant, to be picked */ readings?: readonly string[] };

/**
 * The unit behind a typed quantity, as it stands there: `"120 m"` → `m`; empty where there is none.
 * Example: unitIn('1.4 bar(g)') → 'bar(g)'
 */
export function unitIn(entry: unknown): string {
  return typeof entry === 'string' && entry.length <= LONGEST_QUANTITY ? (splitNumber(entry)?.rest ?? '') : '';
}

/**
 * SI value of a typed quantity; undefined where it is none. A mass flow is in kg/s.
 * Example: quantityOf('12 in', 'diameter') → 0.3048
 */
export function quantityOf(entry: unknown, dimension: QuantityField['dimension']): number | undefined {
  if (typeof entry !== 'string') return undefined;
  const q = readQuantity(entry, dimension);
  return isQuantity(q) ? q.si : undefined;
}

/** The person's sign before decimals, and what parts thousands. */
export interface TypedMarks {
  decimal: '.' | ',';
  group: string;
}

const POINT: TypedMarks = { decimal: '.', group: '' };

/**
 * Text as it is typed: what was copied from a screen has a true minus, thin spaces and apostrophes among its digits.
 *
 * `−1 234.5 m³/h` → `-1234.5 m³/h`
 */
export function plainSigns(text: string): string {
  return text
    .replace(/\u2212/g, '-')
    .replace(/(?<=\d)[\u202f\u2009\u00a0’'](?=\d{3}(?!\d))/g, '')
    .replace(/[\u202f\u2009\u00a0]/g, ' ');
}

/** How the commas of a number may be meant: as it stands with points, or the two readings that nobody can tell apart. */
type CommaReading = { text: string } | { readings: readonly [string, string] };

const NUMBER_WITH_COMMAS = /\d[\d.,]*/g;
const ONE_THOUSAND = /^[1-9]\d{0,2}$/;

/**
 * Reads decimal commas and thousands as people write them. A comma before exactly three digits is not guessed.
 *
 * `1,5 m` → 1.5 m · `1.234,5 m` and `1,234.5 m` → 1234.5 m · `1,234,567 m` → 1234567 m · `0,125 m` → 0.125 m (no thousand begins
 * with a nought) · `1,234 m` → both
 *
 * @param marks of the person: where the comma is their decimal sign, it is one, and a point before exactly three digits is not guessed
 */
export function readCommas(text: string, marks: TypedMarks = POINT): CommaReading {
  if (marks.decimal === ',') return readDecimalCommas(text, marks.group);
  if (!text.includes(',')) return { text };
  const doubtful: string[] = [];
  const plain = text.replace(NUMBER_WITH_COMMAS, (number) => {
    const meant = oneNumber(number);
    if (meant === undefined) doubtful.push(number);
    return meant ?? number;
  });
  if (doubtful.length === 0) return { text: plain };
  const as = (mark: string): string => plain.replace(NUMBER_WITH_COMMAS, (n) => (n.includes(',') ? n.replace(',', mark) : n));
  return { readings: [as('.'), as('')] };
}

function readDecimalCommas(text: string, group: string): CommaReading {
  let doubtful = false;
  const read = (decimal: boolean): string =>
    text.replace(NUMBER_WITH_COMMAS, (number) => {
      const [whole, ...rest] = number.split('.');
      const isDoubtful = group === '.' && rest.length === 1 && ONE_THOUSAND.test(whole!) && /^\d{3}$/.test(rest[0]!);
      if (isDoubtful) doubtful = true;
      if (isDoubtful) return decimal ? number : whole! + rest[0]!;
      if (!number.includes(',') && rest.length > 1 && isGrouped(number, '.')) return whole! + rest.join('');
      // one comma, and no point but those that part thousands before it
      return number.split(',').length === 2 && !number.includes('.') ? number.replace(',', '.') : (oneNumber(number) ?? number);
    });
  const decimal = read(true);
  return doubtful ? { readings: [decimal, read(false)] } : { text: decimal };
}

/** undefined where the comma may be either mark */
function oneNumber(number: string): string | undefined {
  const commas = number.split(',');
  if (commas.length === 1) return number;
  const lastComma = number.lastIndexOf(',');
  const lastPoint = number.lastIndexOf('.');
  if (lastPoint > lastComma) return isGrouped(number.slice(0, lastPoint), ',') ? number.split(',').join('') : number;
  if (lastPoint >= 0) return isGrouped(number.slice(0, lastComma), '.') ? number.split('.').join('').replace(',', '.') : number;
  if (commas.length > 2) return isGrouped(number, ',') ? commas.join('') : number;
  const isThousand = ONE_THOUSAND.test(commas[0]!) && commas[1]!.length === 3;
  return isThousand ? undefined : number.replace(',', '.');
}

function isGrouped(number: string, mark: string): boolean {
  const [first, ...rest] = number.split(mark);
  return first!.length >= 1 && first!.length <= 3 && rest.every((g) => g.length === 3);
}

/**
 * Reads what was typed into a field: a sum before the unit is worked out (`3*40 m` → `120 m`), a number alone takes the unit
 * that stood there before, a decimal comma is a point. What was typed with its unit is kept as it is.
 *
 * @param before what stands in the field, or a quantity in the unit that is meant
 * @param marks how the person writes numbers; with a decimal point where nothing is said
 */
export function readTyped(typed: string, field: Field, before?: unknown, marks?: TypedMarks): TypedReading {
  if (field.type === 'text') return judged(typed.trim(), field);
  const text = plainSigns(typed.trim());
  if (text.length > LONGEST_QUANTITY) return refused('text-too-long', { found: `${text.slice(0, 40)}…`, most: LONGEST_QUANTITY });
  if (field.type === 'choice') return judged(text, field);
  if (field.type === 'boolean') return judged(text === 'true' || text === 'yes', field);
  if (field.type !== 'quantity' && field.type !== 'number') return refused('not-typed', {});
  if (text === 'solve' && field.solve) return { ok: true, value: 'solve' };
  if (field.type === 'quantity' && field.words && Object.hasOwn(field.words, text)) return { ok: true, value: text };
  const commas = readCommas(text, marks);
  if ('readings' in commas) {
    return { ...refused('two-readings', { found: text, expected: commas.readings }), readings: commas.readings };
  }
  return field.type === 'quantity'
    ? typedQuantity(typed.trim(), commas.text, field, before)
    : typedNumber(typed.trim(), commas.text, field);
}

/** An entry as a person would type it: a record as its values, `85 m3/h, 38 m`. */
export function typedText(value: unknown): string {
  if (value === undefined || value === null) return '';
  return typeof value === 'object' ? Object.values(value).map(String).join(', ') : String(value);
}

type Values = Record<string, string | number | boolean>;

/** Reads the values of a record, each the first of its fields that takes it: `85 m3/h at 38 m`. */
export function readTypedRecord(
  typed: string,
  field: Extract<Field, { type: 'record' }>,
  marks?: TypedMarks,
): { ok: true; value: Values } | (TypedReading & { ok: false }) {
  if (typed.length > LONGEST_QUANTITY)
    return refused('text-too-long', { found: `${typed.slice(0, 40)}…`, most: LONGEST_QUANTITY });
  const value: Values = {};
  const pieces = typed.trim().split(/\s*(?:;|,(?=\s)|(?<![\p{L}])(?:at|@)(?![\p{L}]))\s*/iu);
  for (const piece of pieces.filter((p) => p !== '')) {
    const isTaken = Object.entries(field.fields).some(([key, f]) => {
      const read = key in value ? undefined : readTyped(piece, f, undefined, marks);
      if (!read?.ok) return false;
      value[key] = read.value;
      return true;
    });
    if (!isTaken)
      return refused('not-in-record', { found: piece, expected: Object.values(field.fields).flatMap((f) => f.label ?? []) });
  }
  const reader = new Reader(siteContext());
  reader.value(value, field, '', []);
  const [problem] = reader.problems;
  return problem ? { ok: false, problem } : { ok: true, value };
}

function typedQuantity(typed: string, plain: string, field: QuantityField, before: unknown): TypedReading {
  const sum = readExpression(plain);
  let text = plain;
  // a word that stood there (`low`, `solve`) lends no unit
  if (sum && (!sum.isPlain || sum.rest === '')) {
    const number = sum.isPlain ? plain : String(Number(sum.value.toPrecision(12)));
    const unit = sum.rest || unitIn(before);
    text = `${number} ${unit}`.trim();
    if (field.bare && unit === '') return judged(Number(number), field);
  }
  return judged(text, field, text === typed ? undefined : text);
}

function typedNumber(typed: string, plain: string, field: NumberField): TypedReading {
  const percent = field.percent ? readPercent(plain) : undefined;
  if (percent !== undefined) return judged(percent, field, plain === typed ? undefined : plain);
  const sum = readExpression(plain);
  if (!sum || sum.rest !== '') return refused(field.integer ? 'not-integer' : 'not-number', { found: `"${typed}"` });
  const value = sum.isPlain ? Number(plain) : Number(sum.value.toPrecision(12));
  return judged(value, field, plain === typed && sum.isPlain ? undefined : String(value));
}

/** what the reader of the file says of an entry */
function judged(value: string | number | boolean, field: Field, shown?: string): TypedReading {
  const reader = new Reader(siteContext());
  const read = reader.value(value, field, '', []);
  if (read === undefined) return { ok: false, problem: reader.problems[0]! };
  return shown === undefined ? { ok: true, value } : { ok: true, value, shown };
}

function refused(reason: string, detail: Problem['detail']): TypedReading & { ok: false } {
  return { ok: false, problem: { code: 'bad-value', path: '', where: [], detail: { ...detail, reason } } };
}
