import type { ScenarioResult, Study } from '@cedar-knot/core';
import { elementsOf } from './address.js';

/** Pumps of a study that run in a scenario by what is imposed on them, for want of one that is chosen. */
export function withoutPump(lines: Study['lines'], result: ScenarioResult): string[] {
  return elementsOf(lines, 'pump')
    .filter((e) => {
      const r = result.elements[e.id];
      return r?.kind === 'pump' && r.running > 0 && e.mode !== 'curve' && e.pump === undefined && r.b === undefined;
    })
    .map((e) => e.id);
}
