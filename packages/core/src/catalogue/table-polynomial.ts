import { matchColumn, type MatchedColumn } from './columns.js';

/*
 * Curves that are given as polynomials of the flow: H = H0 + H1·Q + H2·Q² + …, from Qmin to Qmax. The unit of the coefficient 0 is that of
 * the value, and the unit of Qmax is that of the flow of all coefficients.
 */

type Value = 'head' | 'efficiency' | 'power' | 'npshr';

const NAMES: readonly (readonly [Value, string])[] = [
  ['head', 'h|head'],
  ['efficiency', 'η|eta|eff|efficiency'],
  ['power', 'p|power'],
  ['npshr', 'npsh|npshr'],
];
const COEFFICIENT = NAMES.map(([of, names]) => [of, new RegExp(`^(?:${names})[\\s_]*[ack]?[\\s_]*(\\d)$`, 'iu')] as const);
const RANGE = /^(?:q|flow)[\s_]*(min|from|max|to)$/iu;
const UNIT = /\s*[[(]\s*([^\])]*?)\s*[\])]\s*$/u;

/** points that are taken of a polynomial: as many as a printed table has */
export const POLYNOMIAL_POINTS = 13;

/** The columns of coefficients, where a table has those of a head and the end of its range; else the columns as they are. */
export function polynomialColumns(columns: readonly MatchedColumn[]): MatchedColumn[] {
  const found = columns.map(({ header }) => coefficientIn(header.trim().replace(UNIT, '')));
  const has = (of: string, power: number): boolean => found.some((f) => f?.of === of && 'power' in f && f.power === power);
  const isRange = (end: string): boolean => found.some((f) => f?.of === 'range' && 'end' in f && f.end === end);
  if (!has('head', 0) || !(has('head', 1) || has('head', 2)) || !isRange('to')) return [...columns];
  return columns.map((c, i) => {
    const polynomial = found[i];
    // P2 is a shaft power where there is no P0
    if (!polynomial || (polynomial.of !== 'range' && !has(polynomial.of, 0))) return c;
    const value = polynomial.of === 'range' ? 'flow' : polynomial.of;
    const unit = UNIT.exec(c.header)?.[1];
    const isUnit = polynomial.of === 'range' || polynomial.power === 0;
    const { column: _c, more: _m, header, ...ofUnit } = matchColumn(isUnit && unit ? `${value} [${unit}]` : value);
    return { ...(isUnit ? ofUnit : {}), header: header && c.header, polynomial };
  });
}

function coefficientIn(name: string): MatchedColumn['polynomial'] {
  for (const [of, pattern] of COEFFICIENT) {
    const power = pattern.exec(name)?.[1];
    if (power !== undefined) return { of, power: Number(power) };
  }
  const end = RANGE.exec(name)?.[1]?.toLowerCase();
  return end === undefined ? undefined : { of: 'range', end: end === 'max' || end === 'to' ? 'to' : 'from' };
}

/** Points of a row of coefficients, by column as numbers; undefined where the end of the range or the head is missing. */
export function polynomialPoints(
  columns: readonly MatchedColumn[],
  numbers: readonly (number | undefined)[],
): Partial<Record<'flow' | Value, number>>[] | undefined {
  const coefficients = new Map<Value, number[]>();
  let [from, to] = [0, NaN];
  columns.forEach(({ polynomial }, i) => {
    const x = numbers[i];
    if (!polynomial || x === undefined) return;
    if (polynomial.of === 'range') {
      if (polynomial.end === 'to') to = x;
      else from = x;
      return;
    }
    const list = coefficients.get(polynomial.of) ?? [];
    list[polynomial.power] = x;
    coefficients.set(polynomial.of, list);
  });
  if (!(to > from) || !coefficients.has('head')) return undefined;
  return Array.from({ length: POLYNOMIAL_POINTS }, (_, i) => {
    const flow = from + ((to - from) * i) / (POLYNOMIAL_POINTS - 1);
    const at = (list: readonly number[]): number => rounded([...list].reduceRight((sum, c) => sum * flow + (c ?? 0), 0));
    return Object.fromEntries([['flow', rounded(flow)], ...[...coefficients].map(([of, list]) => [of, at(list)])]) as Partial<
      Record<'flow' | Value, number>
    >;
  });
}

const rounded = (x: number): number => Number(x.toPrecision(9));
