import { linearRegression } from 'simple-statistics';
import { driveRange } from '../pumps/standing.js';
import { curveSheet, type Contour } from './curve-sheet.js';
import { greatestFall } from '../numerics/roots.js';
import { inputPower } from '../pumps/input-power.js';
import { PumpPerformance } from '../pumps/pump.js';

/* What may be drawn beside a pump curve as it runs: the same pump otherwise run. */

/** A curve of the group, m³/s and m. */
export interface FamilyCurve {
  flow: number[];
  head: number[];
}

const POINTS = 33;

function curveOf(p: PumpPerformance): FamilyCurve {
  const end = p.lastFlow * p.setting.running;
  const flow = Array.from({ length: POINTS }, (_, i) => (end * i) / (POINTS - 1));
  return { flow, head: flow.map((q) => p.head(q)) };
}

/** The curve of the new pump on clean cold water, as the maker printed it; undefined where it runs so. */
export function clearCurve(p: PumpPerformance): FamilyCurve | undefined {
  const { kinematicViscosity: _thin, viscousNpshr: _too, ...setting } = p.setting;
  if (p.setting.wear === 0 && p.viscosity.cq === 1) return undefined;
  return curveOf(new PumpPerformance(p.pump, { ...setting, wear: 0 }));
}

/** Curves at shares of the greatest speed, of the entry or at which it runs, down to the least that the entry allows. */
export function speedFamily(p: PumpPerformance): (FamilyCurve & { speed: number })[] {
  const { speed } = p.setting;
  const { least, most } = driveRange(p.pump);
  return SPEED_SHARES.map((share) => share * Math.max(speed, most))
    .filter((n) => n >= least - 1e-9 && Math.abs(n - speed) > 1)
    .map((n) => ({ speed: n, ...curveOf(new PumpPerformance(p.pump, { ...p.setting, speed: n })) }));
}

const SPEED_SHARES = [1, 0.9, 0.8, 0.7, 0.6, 0.5] as const;

/** Curves of one unit up to one more than run, each alone; not of those that run. Flows add at the same head. */
export function unitFamily(p: PumpPerformance): (FamilyCurve & { running: number })[] {
  const counts = Array.from({ length: p.setting.running + 1 }, (_, i) => i + 1).filter((n) => n !== p.setting.running);
  return counts.map((running) => ({ running, ...curveOf(new PumpPerformance(p.pump, { ...p.setting, running })) }));
}

/** What the units that are left do when one stops: where their curve meets the system. */
export interface RunOut {
  running: number;
  /** all that are left, m³/s */
  flow: number;
  head: number;
  /** of a unit over its best-efficiency flow */
  flowRatio: number;
  /** past the last row of the published curve */
  isBeyond: boolean;
  npshr: number | null;
  /** W, all that are left */
  shaftPower: number | null;
}

/**
 * Run-out of the units that are left when one of them stops: the greatest flow at which their curve meets the head that the system
 * asks, nothing else of it moving. Undefined where only one runs or they do not meet.
 *
 * @param system head asked at a flow, m; NaN where it has none
 */
export function runOut(
  p: PumpPerformance,
  system: (flow: number) => number,
  medium: { density: number; gravity: number },
): RunOut | undefined {
  const running = p.setting.running - 1;
  if (running < 1) return undefined;
  const left = new PumpPerformance(p.pump, { ...p.setting, running });
  const surplus = (q: number): number => left.head(q) - system(q);
  const flow = greatestFall(surplus, left.lastFlow * running * BEYOND);
  if (flow === undefined) return undefined;
  return {
    running,
    flow,
    head: left.head(flow),
    flowRatio: flow / running / left.bestFlow,
    isBeyond: left.offCurve(flow),
    npshr: left.npshr(flow) ?? null,
    shaftPower: left.shaftPower(flow, medium.density, medium.gravity) ?? null,
  };
}

/** of the published flow, up to which the units that are left are looked for */
const BEYOND = 1.5;

/** Lines of equal efficiency of the group, between its smallest and its largest made diameter; none for a pump of one. */
export function efficiencyContours(p: PumpPerformance): Contour[] {
  const { speed, stages, running } = p.setting;
  return curveSheet(p.pump, { speed, stages }).contours.map((c) => ({
    ...c,
    lines: c.lines.map((line) => line.map((x) => ({ flow: x.flow * running, head: x.head }))),
  }));
}

/** Input power of the running units, W, and efficiency from the mains to the liquid, at a flow; with a typical motor where none is named. */
export function overallAt(
  p: PumpPerformance,
  flow: number,
  medium: { density: number; gravity: number },
): { inputPower: number; efficiency: number } | undefined {
  const { running } = p.setting;
  const shaft = p.shaftPower(flow, medium.density, medium.gravity);
  if (shaft === undefined || !(shaft > 0)) return undefined;
  const { power } = inputPower(p.pump.motor, shaft, running);
  return { inputPower: power, efficiency: (medium.density * medium.gravity * flow * p.head(flow)) / power };
}

/** A system head curve as H = a + b·Q², with what it is off by. */
export interface QuadraticFit {
  /** m */
  a: number;
  /** m/(m³/s)² */
  b: number;
  /** greatest distance from the curve between the flows that were fitted, m */
  worst: number;
  /** of the fitted flows, m³/s */
  from: number;
  to: number;
}

/**
 * Least squares of H = a + b·Q² over the points of a curve between two flows: a straight line in Q². Undefined with fewer than three.
 */
export function quadraticFit(
  flows: readonly number[],
  heads: readonly (number | null)[],
  from: number,
  to: number,
): QuadraticFit | undefined {
  const points = flows.flatMap((q, i) => (heads[i] == null || q < from || q > to ? [] : [{ q, h: heads[i] }]));
  if (points.length < 3) return undefined;
  const { b: a, m: b } = linearRegression(points.map(({ q, h }) => [q * q, h]));
  const worst = Math.max(...points.map(({ q, h }) => Math.abs(a + b * q * q - h)));
  return { a, b, worst, from: points[0]!.q, to: points[points.length - 1]!.q };
}
