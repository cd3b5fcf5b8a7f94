import { finding, type Finding } from '../issues/issues.js';
import { isWithinRule } from '../pumps/derating.js';
import type { ScenarioResult } from '../results/results.js';
import type { ScenarioModel } from './model.js';
import { inletBore, STRAIGHT_DIAMETERS } from './suction-state.js';

/** What is said of pumps beside their margins: gas that comes out, a short inlet, a motor where no rule reaches. */
export function pumpFindings(model: ScenarioModel, result: ScenarioResult): Finding[] {
  return model.elements.flatMap((e): Finding[] => {
    const r = result.elements[e.id];
    if (e.kind !== 'pump' || r?.kind !== 'pump' || r.running === 0) return [];
    const found: Finding[] = [];
    if (r.gasHead !== undefined && r.gasHead < 0) found.push(finding('gas-released', e.id, { head: r.gasHead }));
    const length = e.read.straightInlet as number | undefined;
    const bore = inletBore(model, e);
    if (length !== undefined && bore !== undefined && length < STRAIGHT_DIAMETERS * bore * (1 - 1e-9))
      found.push(finding('straight-inlet-short', e.id, { length, diameters: length / bore }));
    const motor = e.pump?.motor;
    const altitude = model.site.altitude ?? 0;
    if (motor?.ratedPower !== undefined && motor.derating === undefined && !isWithinRule(motor.ambient, altitude))
      found.push(finding('motor-outside', e.id, { ambient: motor.ambient ?? 313.15, altitude }));
    return found;
  });
}
