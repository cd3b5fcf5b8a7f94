import { displayUnit, serviceCurves, type SolvedScenario, type Study, type UnitSystem } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import { chartSvg, type Trace } from './drawing.js';
import { pumpIn, serviceTraces, type ServiceTraces } from './service-traces.js';
import { msg } from './words.js';

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

function tracesOf({ study, scenarios }: Side, pump: string, system: UnitSystem): ServiceTraces | null {
  const running = scenarios.filter((s) => s.model && s.result?.status !== 'failed');
  const found = serviceCurves(running.filter((s) => (pumpIn(s, pump)?.running ?? 0) > 0), pump, POINTS); // prettier-ignore
  return found.scenarios.length === 0 ? null : serviceTraces(found, study, running, pump, system);
}
