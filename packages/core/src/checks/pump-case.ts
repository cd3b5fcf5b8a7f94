import type { PumpResult } from '../results/results.js';
import { worth, type WorkingValue } from '../results/working.js';
import type { CheckedElement, CheckedScenario, Reason } from './check.js';
import { word } from '../words/word.js';

/* What several checks of a pump ask first. */

export const result = (e: CheckedElement, s: CheckedScenario): PumpResult => s.result.elements[e.id] as PumpResult;

/** the result of a pump that runs, or why it is not judged */
export function running(e: CheckedElement, s: CheckedScenario): PumpResult | Reason {
  const r = result(e, s);
  return r.running === 0 ? 'off' : r;
}

/** the result of a pump that runs on a curve, with its performance, or why it is not judged */
export function onCurve(
  e: CheckedElement,
  s: CheckedScenario,
): { r: PumpResult; p: NonNullable<CheckedElement['performance']> } | Reason {
  const r = running(e, s);
  if (typeof r === 'string') return r;
  return e.performance ? { r, p: e.performance } : 'no-curve';
}

/** the same with the share of best-efficiency flow that a unit runs at */
export function atBestFlow(
  e: CheckedElement,
  s: CheckedScenario,
): { r: PumpResult; p: NonNullable<CheckedElement['performance']>; flowRatio: number } | Reason {
  const c = onCurve(e, s);
  if (typeof c === 'string') return c;
  return c.r.flowRatio === null ? 'no-best-flow' : { ...c, flowRatio: c.r.flowRatio };
}

/** a pump that runs by its curve: what its entry has to say is judged; else nothing is missing */
export function byItsCurve(e: CheckedElement, s: CheckedScenario): NonNullable<CheckedElement['performance']> | undefined {
  return e.read.mode === 'curve' && result(e, s)?.running > 0 ? e.performance : undefined;
}

/** address of a column of its curves */
export function columnOf(e: CheckedElement, key: string): string {
  const isFamily = e.pump && e.pump.curves.length > 1;
  return `${entryOf(e)}.${isFamily ? 'curves[].' : ''}curve[].${key}`;
}

/** address of its entry */
export const entryOf = (e: CheckedElement): string => `pumps.${String(e.read.pump)}`;

/** NPSH available and required of a pump that runs and passes something, or why there is none */
export function npsh(e: CheckedElement, s: CheckedScenario): { available: number; required: number } | Reason {
  const r = running(e, s);
  if (typeof r === 'string') return r;
  if (!(r.flow > 0)) return 'no-flow';
  return r.npsha !== null && r.npshr !== null && r.npshr > 0 ? { available: r.npsha, required: r.npshr } : 'no-npshr';
}

export function npshValues(id: string, n: { available: number; required: number }): WorkingValue[] {
  return [
    worth('NPSHA', word('quantity.npsh-available'), n.available, 'head', { from: `${id}.npsha` }),
    worth('NPSHR', word('quantity.npsh-required'), n.required, 'head', { from: `${id}.npshr` }),
  ];
}
