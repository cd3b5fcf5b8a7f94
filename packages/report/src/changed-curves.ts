import {
  displayUnit,
  serviceCurves,
  toUnit,
  type PumpResult,
  type SolvedScenario,
  type Study,
  type UnitSystem,
} from '@cedar-knot/core';
import { letterOf, prettyUnit } from '@cedar-knot/wording';
import { chartSvg, styleOf, type Mark, type Trace } from './drawing.js';
import { msg } from './words.js';

const INK = '#22302B';
/** what it was: a ghost under what it is */
const GHOST = '#B9AF9E';
/** of a curve: close to its ends it is cut */
const POINTS = 145;

/** A study as one side of a comparison. */
export interface Side {
  study: Study;
  scenarios: readonly SolvedScenario[];
}

/**
 * Head over the flow of a pump as it was and as it is: pump and system curves with the operating points of every scenario, the older ones as
 * ghosts. Null where the newer study has no such pump that runs.
 *
 * @param size of the picture, px
 */
export function changedCurves(
  before: Side,
  after: Side,
  pump: string,
  system: UnitSystem,
  size: { width: number; height: number },
): string | null {
  const now = tracesOf(after, pump, system);
  if (!now) return null;
  const then = tracesOf(before, pump, system);
  const ghost = (t: Trace): Trace => ({ points: t.points, colour: GHOST, width: 1.2, ...(t.dash ? { dash: t.dash } : {}) });
  const old = then ? [...then.systems, ...then.pumps].map(ghost) : [];
  const marks = [...(then?.duties ?? []).map((m) => ({ ...m, colour: GHOST, letter: '' })), ...now.duties];
  const flows = marks.map((m) => m.at[0]);
  const heads = marks.map((m) => m.at[1]);
  // axes around the operating points: what moved is small beside a whole curve
  const right = Math.max(...flows) * 1.35;
  const room = Math.max(0.12 * Math.max(...heads), 0.6 * (Math.max(...heads) - Math.min(...heads)));
  const bottom = Math.max(0, Math.min(...heads) - room);
  const top = Math.max(...heads) + room;
  const isWithin = (p: readonly [number, number]): boolean => p[0] <= right && p[1] >= bottom && p[1] <= top;
  const within = (t: Trace): Trace => ({ ...t, points: t.points.map((p) => (p !== null && isWithin(p) ? p : null)) });
  const unit = (d: 'flow' | 'head'): string => prettyUnit(displayUnit(d, system).symbol);
  return chartSvg({
    title: msg('report.headOverFlowOf', { e: pump }),
    x: { title: msg('report.flow', { unit: unit('flow') }), from: 0, to: right },
    y: { title: msg('report.head', { unit: unit('head') }), from: bottom, to: top },
    traces: [...old, ...now.systems, ...now.pumps].map(within),
    marks,
    ...size,
  });
}

function tracesOf(
  { study, scenarios }: Side,
  pump: string,
  system: UnitSystem,
): { systems: Trace[]; pumps: Trace[]; duties: Mark[] } | null {
  const pumpIn = (s: SolvedScenario | undefined): PumpResult | undefined => {
    const r = s?.result?.elements[pump];
    return r?.kind === 'pump' ? r : undefined;
  };
  const running = scenarios.filter((s) => s.model && s.result?.status !== 'failed' && (pumpIn(s)?.running ?? 0) > 0);
  const found = serviceCurves(running, pump, POINTS);
  if (found.scenarios.length === 0) return null;
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  const flow = (si: number): number => toUnit(si, displayUnit('flow', system));
  const head = (si: number): number => toUnit(si, displayUnit('head', system));
  const line = (q: readonly number[], y: readonly (number | null)[]): Trace['points'] =>
    q.map((x, i) => (y[i] == null ? null : ([flow(x), head(y[i])] as const)));
  const duties = found.scenarios.flatMap(({ id }): Mark[] => {
    const r = pumpIn(running.find((s) => s.id === id));
    if (!r || r.head === null) return [];
    return [{ at: [flow(r.flow), head(r.head)], colour: styleOf(index(id)).colour, letter: letterOf(index(id)) }];
  });
  return {
    systems: found.scenarios.map((s): Trace => {
      const { colour, dash } = styleOf(index(s.id));
      return { points: line(found.flows, s.head), colour, letter: letterOf(index(s.id)), ...(dash ? { dash } : {}) };
    }),
    pumps: found.pumps.map((p): Trace => ({ points: line(p.flow, p.head), colour: INK, width: 2 })),
    duties,
  };
}
