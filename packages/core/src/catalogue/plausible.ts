import { STANDARD_GRAVITY } from '../units/standard.js';
import { efficiencyOfPower, type CheckedCurve } from './physical.js';

/*
 * Whether a curve as a whole can be that of a rotodynamic pump: a table that was read in the wrong unit, or with the wrong sign of decimals,
 * gives figures that no pump has. The ranges are wide: what lies outside is a slip of reading, hardly ever a pump.
 *
 * Specific speed nq = n·√Q/H^0.75 (min⁻¹, m³/s, m a stage), head coefficient ψ = 2·g·H/u², u = π·D·n, suction specific speed
 * nss = n·√Q/NPSHR^0.75: Gülich, Centrifugal Pumps, ch. 2, 3 and 6; Karassik et al., Pump Handbook, ch. 2.
 */

export type Plausibility = 'best-efficiency' | 'specific-speed' | 'head-coefficient' | 'suction-specific-speed';

export interface Figure {
  code: Plausibility;
  value: number;
  from: number;
  to: number;
}

const RANGES: Readonly<Record<Plausibility, readonly [number, number]>> = {
  'best-efficiency': [0.2, 0.93],
  'specific-speed': [4, 400],
  'head-coefficient': [0.25, 2.2],
  'suction-specific-speed': [30, 600],
};

type Rows = CheckedCurve['rows'];

/** The figures of a pump's entry in SI that its curve gives, each with the range in which it can lie. */
export function figuresOf(entry: Readonly<Record<string, unknown>>): Figure[] {
  const { speed, diameter, curve, rows } = largest(entry);
  const stages = typeof entry.stages === 'number' ? entry.stages : 1;
  const found: Figure[] = [];
  const add = (code: Plausibility, value: number | undefined): void => {
    const [from, to] = RANGES[code];
    if (value !== undefined && Number.isFinite(value)) found.push({ code, value, from, to });
  };
  if (!curve || speed === undefined) return found;
  const best = bestOf(rows);
  if (best) {
    add('best-efficiency', best.efficiency);
    const { flow, head, npshr } = best;
    if (flow! > 0 && head! > 0) add('specific-speed', (speed * Math.sqrt(flow!)) / (head! / stages) ** 0.75);
    if (flow! > 0 && npshr! > 0) add('suction-specific-speed', (speed * Math.sqrt(flow!)) / npshr! ** 0.75);
  }
  const shut = rows[0];
  if (diameter !== undefined && shut?.head !== undefined && shut.flow === 0) {
    const u = (Math.PI * diameter * speed) / 60;
    add('head-coefficient', (2 * STANDARD_GRAVITY * shut.head) / stages / u ** 2);
  }
  return found;
}

export const isPlausible = ({ value, from, to }: Figure): boolean => value >= from && value <= to;

/** the curve of the largest wheel, or the only one */
function largest(entry: Readonly<Record<string, unknown>>): { speed?: number; diameter?: number; curve: boolean; rows: Rows } {
  const { speed, diameter } = entry as { speed?: number; diameter?: number };
  const list = (entry.curves as { diameter?: number; speed?: number; curve?: Rows }[] | undefined) ?? [];
  const [first, ...others] = list;
  if (!first) {
    const rows = entry.curve as Rows | undefined;
    return { ...defined({ speed, diameter }), curve: rows !== undefined && rows.length > 1, rows: rows ?? [] };
  }
  const most = others.reduce((a, b) => ((b.diameter ?? 0) > (a.diameter ?? 0) ? b : a), first);
  const rows = most.curve ?? [];
  return { ...defined({ speed: most.speed ?? speed, diameter: most.diameter }), curve: rows.length > 1, rows };
}

const defined = (x: { speed: number | undefined; diameter: number | undefined }): { speed?: number; diameter?: number } => ({
  ...(x.speed === undefined ? {} : { speed: x.speed }),
  ...(x.diameter === undefined ? {} : { diameter: x.diameter }),
});

/** the row of best efficiency, stated or by power; without either the one nearest to two thirds of the largest flow */
function bestOf(rows: Rows): Rows[number] | undefined {
  const withEta = rows.map((r) => ({ ...r, efficiency: r.efficiency ?? efficiencyOfPower(r) }));
  const rated = withEta.filter((r) => r.efficiency !== undefined && r.efficiency > 0);
  if (rated.length > 0) return rated.reduce((a, b) => (b.efficiency! > a.efficiency! ? b : a)) as Rows[number];
  const most = Math.max(...rows.map((r) => r.flow ?? 0));
  const distance = (r: Rows[number]): number => Math.abs((r.flow ?? 0) - (2 / 3) * most);
  return rows.length < 3 ? undefined : rows.reduce((a, b) => (distance(b) < distance(a) ? b : a));
}
