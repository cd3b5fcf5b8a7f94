import { performanceAt } from '../catalogue/configure.js';
import type { Study } from '../document/study.js';
import { runStudy } from '../scenarios/run.js';
import { unitLoss } from '../scenarios/unit-loss.js';
import { requirementOf } from './requirement.js';

/** units that are looked at, where the study runs no more */
const UNITS_TRIED = 6;

/**
 * How many equal units of a pump on a curve each judged scenario needs: the fewest that give the head it asks at its flow, each inside
 * its published curve. Null where so many do not; scenarios that ask nothing of it are left out.
 */
export function leastUnits(study: Study, pump: string, most = UNITS_TRIED): Record<string, number | null> {
  const found: Record<string, number | null> = {};
  for (const { id, model, result } of runStudy(study).scenarios) {
    const performance = model?.elements.find((e) => e.id === pump)?.performance;
    const asked = model?.judged && result && performance ? requirementOf(model, result, pump) : undefined;
    if (!asked || !performance) continue;
    const { pump: input, setting } = performance;
    const at = { speed: setting.speed, stages: setting.stages, diameter: setting.diameter };
    const own = unitLoss(model, pump);
    const serves = (running: number): boolean => {
      const p = performanceAt(input, at, { ...asked.running, running });
      // what each unit has for itself takes more of a greater share
      const more = own ? own(asked.flow / running) - own(asked.flow / setting.running) : 0;
      return p.head(asked.flow) >= asked.head + more && !p.offCurve(asked.flow);
    };
    found[id] = Array.from({ length: most }, (_, i) => i + 1).find(serves) ?? null;
  }
  return found;
}
