import { DISPLAY_UNITS, dimensionsOf, findUnit, UNITS, type Dimension, type Unit, type UnitSystem } from './units.js';

/** A quantity as it was typed: the number, its unit, and for a pressure at a place whether it is gauge or absolute. */
export interface Quantity {
  number: number;
  unit: Unit;
  /** number in SI: m, m³/s (kg/s for a mass flow), Pa, K, kg/m³, Pa·s, m²/s, W, rpm, s, V */
  si: number;
  reference: 'gauge' | 'absolute' | 'difference' | 'none';
}

/** Why a text is not a quantity of the dimension that is wanted: data, worded at the edge. */
export interface QuantityProblem {
  reason:
    | 'no-number'
    | 'no-unit'
    | 'unknown-unit'
    | 'wrong-dimension'
    | 'no-reference-here'
    | 'gauge-here'
    | 'text-too-long'
    | 'outside-unit';
  found: string;
  /** units that would be right, the usual one first */
  expected: string[];
  /** for `wrong-dimension`: what the unit is of */
  foundDimension?: Dimension;
}

/** a number at the beginning of a text: sticky and without two ways to match one digit, so that it takes linear time */
const NUMBER = /[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?/y;
/** Longest text that is read as a quantity, characters: far more than anyone means, and no work for a machine. */
export const LONGEST_QUANTITY = 200;
/** of each dimension: the rows of a long line and some more */
const MEMO_LIMIT = 20_000;
/** what was read, by dimension and text: one text after the other would have to be joined with its dimension for each look */
const memo = new Map<Dimension, Map<string, Quantity | QuantityProblem>>();

export function isQuantity(x: Quantity | QuantityProblem): x is Quantity {
  return 'unit' in x;
}

/**
 * Reads `"120 m"`, `"1.4 bar(g)"`, `"14.7 psia"`.
 *
 * Pressure at a place without a suffix is gauge; absolute kinds without one are absolute; a difference takes none.
 * Example: readQuantity('55 m3/h', 'flow') → si 0.0152777…
 */
export function readQuantity(text: string, dimension: Dimension): Quantity | QuantityProblem {
  if (text.length > LONGEST_QUANTITY) return parse(text, dimension);
  let known = memo.get(dimension);
  if (!known) memo.set(dimension, (known = new Map()));
  let found = known.get(text);
  if (!found) {
    found = parse(text, dimension);
    if (known.size >= MEMO_LIMIT) known.clear();
    known.set(text, found);
  }
  return found;
}

function parse(text: string, dimension: Dimension): Quantity | QuantityProblem {
  const expected = UNITS[dimension].map((u) => u.symbol);
  const shown = text.length > 40 ? `${text.slice(0, 40)}…` : text;
  if (text.length > LONGEST_QUANTITY) return { reason: 'text-too-long', found: shown, expected };
  const split = splitNumber(text);
  if (!split || !Number.isFinite(split.number)) return { reason: 'no-number', found: shown, expected };
  const { number, rest: symbol } = split;
  if (symbol === '') return { reason: 'no-unit', found: shown, expected };
  const { unit, reference } = findWithReference(symbol, dimension);
  if (!unit) {
    const others = dimensionsOf(symbol.replace(/\((?:g|a)\)$/, ''));
    // a length with (g) is no other dimension: the suffix is wrong
    const other = others.includes(dimension) ? undefined : others[0];
    return other
      ? { reason: 'wrong-dimension', found: shown, expected, foundDimension: other }
      : { reason: 'unknown-unit', found: shown, expected };
  }
  if (reference === 'gauge' && dimension === 'absolutePressure') return { reason: 'gauge-here', found: shown, expected };
  if (reference && dimension === 'pressureDifference') return { reason: 'no-reference-here', found: shown, expected };
  const si = unit.scale ? unit.scale.toSi(number) : unit.factor * number + (unit.offset ?? 0);
  if (Number.isNaN(si)) return { reason: 'outside-unit', found: shown, expected };
  return { number, unit, si, reference: reference ?? natural(dimension) };
}

/** The number with which a text begins, and what follows it; undefined when it begins with none. */
export function splitNumber(text: string): { number: number; typed: string; rest: string } | undefined {
  const trimmed = text.trim();
  NUMBER.lastIndex = 0;
  const typed = NUMBER.exec(trimmed)?.[0];
  return typed === undefined ? undefined : { number: Number(typed), typed, rest: trimmed.slice(typed.length).trim() };
}

function findWithReference(symbol: string, dimension: Dimension): { unit?: Unit; reference?: 'gauge' | 'absolute' } {
  const plain = findUnit(dimension, symbol);
  if (plain) return { unit: plain };
  if (!dimension.toLowerCase().includes('pressure')) return {};
  const match = /\s?(?:\(([ga])\)|([ga]))$/.exec(symbol);
  const unit = match ? findUnit(dimension, symbol.slice(0, match.index)) : undefined;
  return unit ? { unit, reference: (match![1] ?? match![2]) === 'g' ? 'gauge' : 'absolute' } : {};
}

function natural(dimension: Dimension): Quantity['reference'] {
  if (dimension === 'pressure') return 'gauge';
  if (dimension === 'absolutePressure') return 'absolute';
  return dimension === 'pressureDifference' ? 'difference' : 'none';
}

/** SI value → number in a unit. */
export function toUnit(si: number, unit: Unit): number {
  return unit.scale ? unit.scale.fromSi(si) : (si - (unit.offset ?? 0)) / unit.factor;
}

/** The unit in which results of a dimension are shown. */
export function displayUnit(dimension: Dimension, system: UnitSystem): Unit {
  const symbol =
    typeof system === 'string'
      ? DISPLAY_UNITS[system][dimension]
      : (system.own[dimension] ?? DISPLAY_UNITS[system.base][dimension]);
  return findUnit(dimension, symbol)!;
}

/**
 * Writes an SI value as a quantity text with up to 12 significant figures, so that a round value stays round.
 * Example: writeQuantity(0.12, 'length', 'mm') → '120 mm'
 */
export function writeQuantity(si: number, dimension: Dimension, symbol: string, suffix = ''): string {
  const unit = findUnit(dimension, symbol);
  if (!unit) throw new RangeError(`${symbol} is no unit of ${dimension}`);
  return `${Number(toUnit(si, unit).toPrecision(12))} ${symbol}${suffix}`;
}
