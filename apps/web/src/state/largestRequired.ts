import { isQuantity, quantityOf, readQuantity, type PumpResult, type Study } from '@cedar-knot/core';
import type { Outcome } from '../worker/outcome.js';
import { entryIn } from './address.js';

interface Largest {
  flow: number;
  head: number;
  /** as they stand; the head only where it is entered */
  typed: { flow: string; head?: string };
}

/**
 * The largest flow that a judged scenario requires of a pump, m³/s, with the head for it, m: the required head that is entered, else what the
 * rest of the system asks at that flow.
 */
export function largestRequired(study: Study, outcome: Outcome | null, pump: string): Largest | undefined {
  const found = study.scenarios.flatMap((s) => {
    if (s.judged === false) return [];
    const of = outcome?.scenarios.find((x) => x.id === s.id);
    const result = of?.result?.elements[pump] as PumpResult | undefined;
    const typed = entryIn(study, s, pump, 'requiredFlow').value;
    if (typeof typed !== 'string') return [];
    const read = readQuantity(typed, 'flow');
    if (!isQuantity(read)) return [];
    const volume = read.unit.mass ? read.si / (of?.medium?.density ?? NaN) : read.si;
    if (!(volume > 0)) return [];
    const typedHead = entryIn(study, s, pump, 'requiredHead').value;
    const required = quantityOf(typedHead, 'head');
    const head = required ?? systemHead(outcome, pump, s.id, volume) ?? headThere(result, volume);
    const texts = { flow: typed, ...(required === undefined ? {} : { head: typedHead as string }) };
    return head === undefined ? [] : [{ flow: volume, head, typed: texts }];
  });
  return found.sort((a, b) => b.flow - a.flow)[0];
}

/** the head that is worked out, where it is that of the required flow */
const headThere = (r: PumpResult | undefined, flow: number): number | undefined =>
  r?.head != null && Math.abs(r.flow / flow - 1) < 1e-3 ? r.head : undefined;

/** on the system curve that is drawn, between its points */
function systemHead(outcome: Outcome | null, pump: string, scenario: string, flow: number): number | undefined {
  const { curves } = outcome ?? {};
  const trace = curves?.pump === pump ? curves.scenarios.find((s) => s.id === scenario) : undefined;
  const i = curves?.flows.findIndex((q) => q >= flow) ?? -1;
  if (!curves || !trace || i < 1) return undefined;
  const [a, b] = [trace.head[i - 1], trace.head[i]];
  const [x, y] = [curves.flows[i - 1]!, curves.flows[i]!];
  return a == null || b == null ? undefined : a + ((b - a) * (flow - x)) / (y - x);
}
