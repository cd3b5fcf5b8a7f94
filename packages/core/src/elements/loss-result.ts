import type { LossResult } from '../results/results.js';
import { step, worth, type KeyedStep } from '../results/working.js';
import { common, type SolvedElement, type WorkedElement } from './kind.js';
import { coefficientLaw, localLaw, type LossLaw } from './laws.js';
import { State, type LocalModel, type Medium } from './model.js';

/* What devices, orifices, hand valves and non-returns have in common: they take pressure and nothing else. */

export function reportLoss(e: SolvedElement): LossResult {
  const ends = common(e);
  const drop = ends.headLoss === null ? null : ends.headLoss * e.fluid.density * e.gravity;
  const duty = e.local?.duty;
  return { kind: 'loss', ...ends, drop, ...(duty === undefined || !e.isThermal ? {} : { heatDuty: duty }) };
}

/** K on the velocity head of a bore, or a coefficient; undefined where nothing passes. */
export function localLossLaw(model: LocalModel, state: State, medium: Medium): LossLaw | undefined {
  if (model.closed || state === State.Shut) return undefined;
  if (model.kv !== undefined) return model.kv > 0 ? coefficientLaw(model.kv, medium) : undefined;
  return localLaw(model.k!, model.bore!, medium);
}

/** Loss over a K or a coefficient. @param kSteps steps that give K; none where it was typed */
export function localWorking(w: WorkedElement, r: LossResult, kSteps: KeyedStep[] = []): KeyedStep[] {
  const model = w.model as LocalModel;
  if (r.headLoss === null || r.drop === null || model.closed) return [];
  const s = w.medium;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', 'flow', r.flow, 'flow', own('flow'));
  const h = worth('h', 'head loss', r.headLoss, 'head', own('headLoss'));
  const drop = worth('Δp', 'pressure drop', r.drop, 'pressureDifference', own('drop'));
  if (model.kv !== undefined) {
    const kv = worth('Kv', 'flow coefficient', model.kv, 'coefficient', own(w.read.kv === undefined ? 'cv' : 'kv'));
    const inBar = { ...drop, unit: 'bar' };
    const inHours = { ...q, unit: 'm3/h' };
    return [
      step('drop', inBar, 'sign(Q)·ρ/999.1·(abs(Q)/Kv)²', [inHours, s.density, kv], 'IEC 60534-2-1, eq. 1'),
      step('headLoss', h, 'Δp/(ρ·g)', [drop, s.density, s.gravity], 'definition'),
    ];
  }
  if (model.bore === undefined || model.k === undefined) return [];
  const isBorrowed = w.read.inside === undefined;
  const name = isBorrowed ? 'bore of the pipe beside it' : 'bore';
  const d = worth('D', name, model.bore, 'diameter', isBorrowed ? {} : own('inside'));
  const area = worth('A', 'cross-section', (Math.PI / 4) * model.bore ** 2, 'area', own('area'));
  const v = worth('v', 'velocity', r.flow / area.value, 'velocity', own('velocity'));
  const k = worth('K', 'loss coefficient', model.k, 'ratio', own('k'));
  return [
    step('area', area, 'π/4·D²', [d], 'geometry'),
    step('velocity', v, 'Q/A', [q, area], 'continuity'),
    ...kSteps,
    step('headLoss', h, 'K·v·abs(v)/(2·g)', [k, v, s.gravity], 'definition of K'),
    step('drop', drop, 'ρ·g·h', [s.density, s.gravity, h], 'definition'),
  ];
}
