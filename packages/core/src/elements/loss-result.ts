import type { LossResult } from '../results/results.js';
import { step, worth, type KeyedStep } from '../results/working.js';
import { common, type SolvedElement, type WorkedElement } from './kind.js';
import { coefficientLaw, localLaw, type LossLaw } from './laws.js';
import { State, type LocalModel, type Medium } from './model.js';
import { word } from '../words/word.js';

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
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', own('flow'));
  const h = worth('h', word('quantity.head-loss'), r.headLoss, 'head', own('headLoss'));
  const drop = worth('Δp', word('quantity.pressure-drop'), r.drop, 'pressureDifference', own('drop'));
  if (model.kv !== undefined) {
    const kv = worth(
      'Kv',
      word('quantity.flow-coefficient'),
      model.kv,
      'coefficient',
      own(w.read.kv === undefined ? 'cv' : 'kv'),
    );
    const inBar = { ...drop, unit: 'bar' };
    const inHours = { ...q, unit: 'm3/h' };
    return [
      step('drop', inBar, 'sign(Q)·ρ/999.1·(abs(Q)/Kv)²', [inHours, s.density, kv], word('source.iec-60534-2-1-eq-1')),
      step('headLoss', h, 'Δp/(ρ·g)', [drop, s.density, s.gravity], word('source.definition')),
    ];
  }
  if (model.bore === undefined || model.k === undefined) return [];
  const isBorrowed = w.read.inside === undefined;
  const name = word(isBorrowed ? 'quantity.bore-of-the-adjacent-pipe' : 'quantity.bore');
  const d = worth('D', name, model.bore, 'diameter', isBorrowed ? {} : own('inside'));
  const area = worth('A', word('quantity.cross-section'), (Math.PI / 4) * model.bore ** 2, 'area', own('area'));
  const v = worth('v', word('quantity.velocity'), r.flow / area.value, 'velocity', own('velocity'));
  const k = worth('K', word('quantity.loss-coefficient'), model.k, 'ratio', own('k'));
  return [
    step('area', area, 'π/4·D²', [d], word('source.geometry')),
    step('velocity', v, 'Q/A', [q, area], word('source.continuity')),
    ...kSteps,
    step('headLoss', h, 'K·v·abs(v)/(2·g)', [k, v, s.gravity], word('source.definition-of-k')),
    step('drop', drop, 'ρ·g·h', [s.density, s.gravity, h], word('source.definition')),
  ];
}
