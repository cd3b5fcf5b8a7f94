import { REFERENCE_DENSITY, STANDARD_GRAVITY } from '../units/standard.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import { largestDiameter, performanceAt } from './configure.js';

/** How a pump of a catalogue is looked at: the speed rpm, a diameter m beside the made ones, the stages. */
export interface SheetSetting {
  speed: number;
  diameter?: number;
  stages: number;
}

/** Curves of one diameter over the flow, SI; nulls where the entry says nothing. */
export interface SheetCurve {
  diameter: number | null;
  isMade: boolean;
  flow: number[];
  head: number[];
  efficiency: (number | null)[];
  power: (number | null)[];
  npshr: (number | null)[];
  /** best-efficiency flow, m³/s */
  best: number;
}

/**
 * Where one efficiency is reached over the diameters: one line from the largest down to the diameter at which it is just reached and up
 * again, or the branches below and above the best-efficiency flow on their own.
 */
export interface Contour {
  efficiency: number;
  lines: { flow: number; head: number }[][];
}

export interface CurveSheet {
  /** made diameters from small to large, then the one that is looked at */
  curves: SheetCurve[];
  contours: Contour[];
}

export interface ReadOut {
  flow: number;
  head: number;
  efficiency: number | null;
  power: number | null;
  npshr: number | null;
  /** past the last row of the published curve */
  isBeyond: boolean;
}

const POINTS = 49;
/** efficiencies at which contours are drawn, from the best downwards */
const CONTOUR_STEPS = [0.01, 0.03, 0.06, 0.1, 0.15, 0.22];
const DIAMETERS = 9;

/** All curves of a pump as its page draws them, on water. */
export function curveSheet(pump: PumpInput, setting: SheetSetting): CurveSheet {
  const made = pump.curves.map((c) => c.diameter);
  const wanted = setting.diameter;
  const isOwn = wanted !== undefined && !made.some((d) => d !== undefined && Math.abs(d - wanted) < 1e-6);
  const curves = made.map((d) => sheetCurve(pump, { ...setting, ...withDiameter(d) }, true));
  if (isOwn) curves.push(sheetCurve(pump, { ...setting, diameter: wanted }, false));
  return { curves, contours: contoursOf(pump, setting) };
}

const withDiameter = (d: number | undefined): { diameter?: number } => (d === undefined ? {} : { diameter: d });

function at(pump: PumpInput, { speed, stages, diameter }: SheetSetting): PumpPerformance {
  return performanceAt(pump, { speed, stages, diameter });
}

function sheetCurve(pump: PumpInput, setting: SheetSetting, isMade: boolean): SheetCurve {
  const p = at(pump, setting);
  const flow = Array.from({ length: POINTS }, (_, i) => (p.lastFlow * i) / (POINTS - 1));
  return {
    diameter: setting.diameter ?? null,
    isMade,
    flow,
    head: flow.map((q) => p.head(q)),
    efficiency: flow.map((q) => p.efficiency(q) ?? null),
    power: flow.map((q) => p.shaftPower(q, REFERENCE_DENSITY, STANDARD_GRAVITY) ?? null),
    npshr: flow.map((q) => p.npshr(q) ?? null),
    best: p.bestFlow,
  };
}

/** What a pump gives at a flow m³/s, with the diameter that is looked at (its largest where none is). */
export function readOut(pump: PumpInput, setting: SheetSetting, flow: number): ReadOut {
  const p = at(pump, { ...setting, ...withDiameter(setting.diameter ?? largestDiameter(pump)) });
  return {
    flow,
    head: p.head(flow),
    efficiency: p.efficiency(flow) ?? null,
    power: p.shaftPower(flow, REFERENCE_DENSITY, STANDARD_GRAVITY) ?? null,
    npshr: p.npshr(flow) ?? null,
    isBeyond: p.offCurve(flow),
  };
}

/** lines of equal efficiency between the smallest and the largest made diameter; none for a pump of one diameter */
function contoursOf(pump: PumpInput, setting: SheetSetting): Contour[] {
  const made = pump.curves.flatMap((c) => (c.diameter === undefined ? [] : [c.diameter]));
  if (made.length < 2) return [];
  const [least, most] = [made[0]!, made[made.length - 1]!];
  const rows = Array.from({ length: DIAMETERS }, (_, i) =>
    at(pump, { ...setting, diameter: least + ((most - least) * i) / (DIAMETERS - 1) }),
  );
  const best = Math.max(...rows.map((p) => p.efficiency(p.bestFlow) ?? 0));
  if (best === 0) return [];
  const levels = CONTOUR_STEPS.map((step) => Math.round((best - step) * 100) / 100).filter(
    (x, i, all) => x > 0 && all.indexOf(x) === i,
  );
  return levels.flatMap((efficiency): Contour[] => {
    const found = rows.map((p) => {
      const { low, high } = flowsOf(p, efficiency);
      const at = (flow: number | undefined) => (flow === undefined ? undefined : { flow, head: p.head(flow) });
      return { low: at(low), high: at(high) };
    });
    const down = found.flatMap((f) => f.low ?? []).reverse();
    const up = found.flatMap((f) => f.high ?? []);
    const begins = (side: 'low' | 'high'): number => found.findIndex((f) => f[side] !== undefined);
    // it closes between the last diameter that misses it and the first that reaches it on both sides
    const isClosed = begins('low') > 0 && begins('low') === begins('high');
    const lines = (isClosed ? [[...down, ...up]] : [down, up]).filter((l) => l.length > 1);
    return lines.length === 0 ? [] : [{ efficiency, lines }];
  });
}

/** flows below and above the best-efficiency flow at which an efficiency is reached, by halving */
function flowsOf(p: PumpPerformance, efficiency: number): { low?: number; high?: number } {
  const surplus = (q: number): number => (p.efficiency(q) ?? 0) - efficiency;
  if (surplus(p.bestFlow) < 0) return {};
  const between = (inside: number, outside: number): number | undefined => {
    if (surplus(outside) > 0) return undefined;
    let [a, b] = [inside, outside];
    for (let i = 0; i < 40; i++) {
      const middle = (a + b) / 2;
      if (surplus(middle) >= 0) a = middle;
      else b = middle;
    }
    return a;
  };
  const low = between(p.bestFlow, 0);
  const high = between(p.bestFlow, p.lastFlow);
  return { ...(low === undefined ? {} : { low }), ...(high === undefined ? {} : { high }) };
}
