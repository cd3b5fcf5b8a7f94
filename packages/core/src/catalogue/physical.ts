import { REFERENCE_DENSITY, STANDARD_GRAVITY } from '../units/standard.js';
/*
 * What a curve that was measured does not do. Each is a warning with its row: a maker's table may be right all the same.
 */

export type PhysicalCode =
  'flow-not-rising' | 'head-rises' | 'npshr-falls' | 'efficiency-high' | 'efficiency-power' | 'best-at-end' | 'trim-above';

/** A curve with its rows in SI. */
export interface CheckedCurve {
  diameter?: number;
  speed?: number;
  rows: readonly Partial<Record<'flow' | 'head' | 'efficiency' | 'power' | 'npshr', number>>[];
}

export interface PhysicalWarning {
  code: PhysicalCode;
  curve: number;
  row: number;
  detail: Readonly<Record<string, number>>;
}

/** no pump is made that is better */
const HIGHEST_EFFICIENCY = 0.93;
/** between the efficiency of a row and that of its power */
const AGREEMENT = 0.03;
/** rounding of a printed table, share of the figure */
const ROUNDING = 1e-6;

/** Warnings of all curves of one pump, in their order. */
export function physicalWarnings(curves: readonly CheckedCurve[]): PhysicalWarning[] {
  return [...curves.flatMap((c, i) => curveWarnings(c, i)), ...trimWarnings(curves)];
}

function curveWarnings({ rows }: CheckedCurve, curve: number): PhysicalWarning[] {
  const found: PhysicalWarning[] = [];
  const warn = (code: PhysicalCode, row: number, detail: Record<string, number>): void => {
    found.push({ code, curve, row, detail });
  };
  const astray = outOfOrder(rows.map((r) => r.flow));
  rows.forEach((r, i) => {
    const before = rows[i - 1];
    if (astray.has(i)) warn('flow-not-rising', i, { before: (before ?? rows[i + 1]!).flow!, here: r.flow! });
    if (before) {
      compare(before.head, r.head, (a, b) => b > a * (1 + ROUNDING) && warn('head-rises', i, { before: a, here: b }));
      compare(before.npshr, r.npshr, (a, b) => b < a * (1 - ROUNDING) && warn('npshr-falls', i, { before: a, here: b }));
    }
    if (r.efficiency === undefined) return;
    if (r.efficiency > HIGHEST_EFFICIENCY) warn('efficiency-high', i, { efficiency: r.efficiency });
    const byPower = efficiencyOfPower(r);
    if (byPower !== undefined && Math.abs(byPower / r.efficiency - 1) > AGREEMENT)
      warn('efficiency-power', i, { efficiency: r.efficiency, byPower });
  });
  const best = bestRow(rows);
  if (best !== undefined && best === rows.length - 1) warn('best-at-end', best, { efficiency: rows[best]!.efficiency! });
  return found;
}

/** The fewest flows without which the others rise: of a row with a slip, that row, not the one behind it. */
function outOfOrder(flows: readonly (number | undefined)[]): ReadonlySet<number> {
  const known = flows.flatMap((q, i) => (q === undefined ? [] : [{ q, i }]));
  const isAstray = ({ q }: { q: number }, k: number): boolean => k > 0 && q <= known[k - 1]!.q;
  if (!known.some(isAstray)) return new Set();
  // no maker lists so many points: what follows takes the square of their number
  if (known.length > 2000) return new Set(known.filter(isAstray).map(({ i }) => i));
  // the longest rising run that ends at each, and the one before it; of equals the earlier stands
  const longest: { length: number; before: number }[] = [];
  known.forEach(({ q }, k) => {
    let [length, before] = [1, -1];
    for (let j = 0; j < k; j++)
      if (known[j]!.q < q && longest[j]!.length + 1 > length) [length, before] = [longest[j]!.length + 1, j];
    longest.push({ length, before });
  });
  let end = 0;
  longest.forEach((l, k) => l.length > longest[end]!.length && (end = k));
  const kept = new Set<number>();
  for (let k = end; k >= 0; k = longest[k]!.before) kept.add(k);
  return new Set(known.flatMap(({ i }, k) => (kept.has(k) ? [] : [i])));
}

function compare(a: number | undefined, b: number | undefined, use: (a: number, b: number) => unknown): void {
  if (a !== undefined && b !== undefined) use(a, b);
}

/** η = ρ·g·Q·H/P; undefined at no flow, or without a power */
export function efficiencyOfPower({ flow, head, power }: CheckedCurve['rows'][number]): number | undefined {
  if (!flow || head === undefined || !power) return undefined;
  return (REFERENCE_DENSITY * STANDARD_GRAVITY * flow * head) / power;
}

function bestRow(rows: CheckedCurve['rows']): number | undefined {
  let best: number | undefined;
  rows.forEach((r, i) => {
    if (r.efficiency !== undefined && (best === undefined || r.efficiency > rows[best]!.efficiency!)) best = i;
  });
  return rows.filter((r) => r.efficiency !== undefined).length < 3 ? undefined : best;
}

/** a curve of a smaller diameter that lies above that of a larger one at the same speed: the first row where it does */
function trimWarnings(curves: readonly CheckedCurve[]): PhysicalWarning[] {
  return curves.flatMap((small, i) => {
    for (const large of curves) {
      if (small.diameter === undefined || large.diameter === undefined || !(large.diameter > small.diameter)) continue;
      if (small.speed !== large.speed) continue;
      const row = small.rows.findIndex(({ flow, head }) => {
        const above = flow === undefined ? undefined : headAt(large, flow);
        return head !== undefined && above !== undefined && head > above * (1 + ROUNDING);
      });
      const { flow, head } = small.rows[row] ?? {};
      if (row >= 0)
        return [{ code: 'trim-above' as const, curve: i, row, detail: { here: head!, larger: headAt(large, flow!)! } }];
    }
    return [];
  });
}

/** head of a curve at a flow, on the straight line between its rows; undefined outside them */
function headAt({ rows }: CheckedCurve, flow: number): number | undefined {
  for (let i = 1; i < rows.length; i++) {
    const [a, b] = [rows[i - 1]!, rows[i]!];
    if (a.flow === undefined || b.flow === undefined || a.head === undefined || b.head === undefined) continue;
    if (flow < a.flow || flow > b.flow || b.flow === a.flow) continue;
    return a.head + ((b.head - a.head) * (flow - a.flow)) / (b.flow - a.flow);
  }
  return undefined;
}
