import { criticalPressureRatio, pipingFactors } from '../valves/valve.js';
import { LAMINAR_LIMIT, TURBULENT_LIMIT } from '../pipes/friction.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import type { PipeResult, PumpResult, ScenarioResult, ValveResult } from './results.js';
import { curveSteps, placeAt, deviceSteps, endSteps, localSteps, partsSteps, pointSteps } from './working-places.js';
import { of, Shared, step, type Keyed, type WorkingStep, type WorkingValue } from './working-steps.js';

export type { WorkingStep, WorkingValue } from './working-steps.js';

/**
 * The steps behind a result, in order: the last one gives the number itself. The values are those of the solved scenario, not
 * worked out a second time; a test evaluates each formula on its inputs and holds it against its result.
 *
 * @param address `L-420.headLoss`, `P-410.shaftPower`, `CV-415.kv` …; undefined for what has no working
 */
export function working(model: ScenarioModel, result: ScenarioResult, address: string): WorkingStep[] | undefined {
  const dot = address.lastIndexOf('.');
  const id = address.slice(0, dot);
  const key = address.slice(dot + 1);
  const shared = new Shared(model);
  const steps = stepsOf(shared, model, result, id);
  if (!steps) return undefined;
  const end = steps.findIndex((s) => s.key === key);
  return end < 0 ? undefined : needed(steps.slice(0, end + 1));
}

function stepsOf(shared: Shared, model: ScenarioModel, result: ScenarioResult, id: string): Keyed[] | undefined {
  const e = model.elements.find((x) => x.id === id);
  const r = result.elements[id];
  if (!e || !r) return pointSteps(shared, model, result, id);
  const ends = endSteps(shared, model, result, e);
  switch (r.kind) {
    case 'pipe':
      return [...pipeSteps(shared, e, r), ...ends];
    case 'pump':
      return [...pumpSteps(shared, result, e, r), ...ends];
    case 'control-valve':
      return [...valveSteps(shared, e, r), ...ends];
    case 'device':
      return [...deviceSteps(shared, e, r), ...ends];
    default:
      return [...localSteps(shared, e, r), ...ends];
  }
}

const ENDS = ['inletPressure', 'outletPressure'] as const;

/** Addresses of an element or point that have a working, by its kind. */
export const WORKED: Readonly<Record<string, readonly string[]>> = {
  pipe: ['velocity', 'reynolds', 'frictionFactor', 'frictionLoss', 'fittingLoss', 'headLoss', ...ENDS],
  pump: ['head', 'hydraulicPower', 'shaftPower', 'npsha', 'npshr', 'flowRatio', 'inputPower', ...ENDS],
  'control-valve': ['drop', 'chokedDrop', 'kv', 'cv', 'opening', ...ENDS],
  device: ['drop', 'headLoss', ...ENDS],
  orifice: ['headLoss', 'drop', ...ENDS],
  'hand-valve': ['headLoss', 'drop', ...ENDS],
  'non-return': ['headLoss', 'drop', ...ENDS],
  vessel: ['totalHead', 'staticPressure'],
  pressure: ['totalHead', 'staticPressure'],
  flow: ['staticPressure'],
  well: ['totalHead'],
  junction: ['staticPressure'],
};

/** only the steps that the last one rests on */
function needed(steps: readonly Keyed[]): WorkingStep[] {
  const wanted = new Set<string>();
  const kept: WorkingStep[] = [];
  for (let i = steps.length - 1; i >= 0; i--) {
    const { key: _key, ...step } = steps[i]!;
    if (i < steps.length - 1 && !wanted.has(step.result.symbol)) continue;
    for (const input of step.inputs) wanted.add(input.symbol);
    kept.unshift(step);
  }
  return kept;
}

function pipeSteps(s: Shared, e: ElementDetail, r: PipeResult): Keyed[] {
  const { model } = e;
  if (model.kind !== 'pipe') return [];
  const q = of('Q', 'flow', r.flow, 'flow');
  const d = of('D', 'inside diameter', model.bore, 'diameter');
  const area = of('A', 'cross-section', (Math.PI / 4) * model.bore ** 2, 'area');
  const v = of('v', 'velocity', r.velocity, 'velocity');
  const length = of('L', 'length', model.length, 'length');
  const steps = [
    step('area', area, 'π/4·D²', [d], 'geometry'),
    step('velocity', v, 'Q/A', [q, area], 'continuity'),
    step('reynolds', of('Re', 'Reynolds number', r.reynolds), 'abs(v)·D/ν', [v, d, s.kinematic], 'definition'),
  ];
  const re = steps[2]!.result;
  const friction = of('hf', 'friction loss', r.frictionLoss, 'head');
  if (model.hazenWilliams !== undefined) {
    const c = of('C', 'Hazen–Williams C', model.hazenWilliams);
    steps.push(
      step(
        'frictionLoss',
        friction,
        'sign(Q)·10.67·L·abs(Q)^1.852/(C^1.852·D^4.8704)',
        [length, q, c, d],
        'Williams & Hazen 1933; AWWA M11',
      ),
    );
  } else if (r.frictionFactor !== null) {
    const f = of('f', 'Darcy friction factor', r.frictionFactor);
    const roughness = of('ε', 'roughness', model.roughness, 'roughness');
    if (re.value <= LAMINAR_LIMIT) steps.push(step('frictionFactor', f, '64/Re', [re], 'Hagen–Poiseuille, laminar to Re 2000'));
    else if (re.value >= TURBULENT_LIMIT) {
      steps.push(
        step(
          'frictionFactor',
          f,
          '1/(2·log10(ε/(3.7·D) + 2.51/(Re·√(f))))²',
          [roughness, d, re, f],
          'Colebrook 1939, solved for f',
        ),
      );
    } else
      steps.push(
        step(
          'frictionFactor',
          f,
          'cubic between 64/Re at 2000 and Colebrook–White at 4000',
          [re, roughness, d],
          'transition',
          false,
        ),
      );
    steps.push(step('frictionLoss', friction, 'f·L/D·v·abs(v)/(2·g)', [f, length, d, v, s.gravity], 'Darcy–Weisbach'));
    addFittings(steps, s, r, model, { f, d, v, re });
  }
  const fittings = of('hk', 'loss in fittings', r.fittingLoss, 'head');
  // under Hazen–Williams and at rest there is no f to put into an equivalent length
  if (!steps.some((x) => x.key === 'fittingLoss')) {
    steps.push(
      step(
        'fittingLoss',
        fittings,
        'sum of K on the velocity head, and equivalent lengths like pipe',
        [v],
        'definition of K',
        false,
      ),
    );
  }
  steps.push(step('headLoss', of('h', 'head loss', r.headLoss ?? 0, 'head'), 'hf + hk', [friction, fittings], 'sum'));
  return steps;
}

function addFittings(
  steps: Keyed[],
  s: Shared,
  r: PipeResult,
  model: { fittings: { constant: number; perReynolds: number; equivalentLength: number } },
  at: { f: WorkingValue; d: WorkingValue; v: WorkingValue; re: WorkingValue },
): void {
  const { constant, perReynolds, equivalentLength } = model.fittings;
  const kinf = of('K∞', 'sum of K and of Ki·(1 + Kd/Dn^0.3)', constant);
  const k1 = of('K1', 'sum of K1', perReynolds);
  const le = of('Le', 'sum of equivalent lengths', equivalentLength, 'length');
  const total = constant + perReynolds / at.re.value + (at.f.value * equivalentLength) / at.d.value;
  const sum = of('ΣK', 'sum of K', total);
  steps.push(
    step(
      'sumK',
      sum,
      'K∞ + K1/Re + f·Le/D',
      [kinf, k1, at.re, at.f, le, at.d],
      'Darby 2001, table 7-3; geometry as in docs/methods.md',
    ),
  );
  steps.push(
    step(
      'fittingLoss',
      of('hk', 'loss in fittings', r.fittingLoss, 'head'),
      'ΣK·v·abs(v)/(2·g)',
      [sum, at.v, s.gravity],
      'definition of K',
    ),
  );
}

function pumpSteps(s: Shared, result: ScenarioResult, e: ElementDetail, r: PumpResult): Keyed[] {
  const steps: Keyed[] = [];
  const q = of('Q', 'flow', r.flow, 'flow');
  const head = of('H', 'head', r.head ?? NaN, 'head');
  const inlet = placeAt(result, e, 0);
  steps.push(...(e.performance ? curveSteps(e, r) : partsSteps(result, e, r)));
  if (r.hydraulicPower !== null)
    steps.push(
      step(
        'hydraulicPower',
        of('Pu', 'hydraulic power', r.hydraulicPower, 'power'),
        'ρ·g·Q·H',
        [s.density, s.gravity, q, head],
        'ISO 17769-1',
      ),
    );
  if (r.shaftPower !== null && r.efficiency) {
    const eta = of('η', 'efficiency of a unit at its share', r.efficiency);
    steps.push(
      step(
        'shaftPower',
        of('P', 'shaft power of all running units', r.shaftPower, 'power'),
        'ρ·g·Q·H/η',
        [s.density, s.gravity, q, head, eta],
        'ISO 17769-1',
      ),
    );
  }
  if (r.npsha !== null && inlet?.totalHead != null) {
    const total = of('H1', 'total head at the inlet', inlet.totalHead, 'head');
    const datum = of('zd', 'NPSH datum', e.datum!, 'length');
    steps.push(
      step(
        'npsha',
        of('NPSHA', 'NPSH available', r.npsha, 'head'),
        'H1 − zd + (pa − pv)/(ρ·g)',
        [total, datum, s.atmosphere, s.vapour, s.density, s.gravity],
        'ISO 17769-1',
      ),
    );
  }
  if (r.bestFlow !== null && r.flowRatio !== null) {
    const units = of('n', 'units running', r.running);
    const best = of('Qb', 'best-efficiency flow of a unit as it runs', r.bestFlow, 'flow');
    steps.push(
      step('flowRatio', of('q', 'flow of a unit over best efficiency', r.flowRatio), 'Q/n/Qb', [q, units, best], 'definition'),
    );
  }
  if (r.inputPower !== undefined && r.motorEfficiency !== undefined && r.shaftPower !== null) {
    const eta = of('ηm', 'motor efficiency at this load', r.motorEfficiency);
    const shaft = of('P', 'shaft power of all running units', r.shaftPower, 'power');
    steps.push(
      step(
        'inputPower',
        of('P1', 'input power', r.inputPower, 'power'),
        'P/ηm',
        [shaft, eta],
        'IEC 60034-31, losses half constant, half with the square of the load',
      ),
    );
  }
  return steps;
}

function valveSteps(s: Shared, e: ElementDetail, r: ValveResult): Keyed[] {
  const steps: Keyed[] = [];
  const q = of('Q', 'flow', r.flow, 'flow');
  const loss = of('h', 'head over the valve', r.headLoss ?? NaN, 'head');
  const drop = of('Δp', 'pressure drop', r.drop ?? NaN, 'pressureDifference');
  steps.push(step('drop', drop, 'ρ·g·h', [s.density, s.gravity, loss], 'definition'));
  if (r.chokedDrop !== null && r.inletPressure !== null && r.flow > 0) {
    const ff = of('FF', 'critical pressure ratio factor', criticalPressureRatio(s.vapour.value, s.critical.value));
    const fl = of('FL', 'pressure recovery factor', e.valve ? pipingFactors(e.valve, r.kv ?? e.valve.ratedKv).fl : 0.9);
    const p1 = of('p1', 'static pressure at the inlet', r.inletPressure, 'absolutePressure');
    steps.push(step('ff', ff, '0.96 − 0.28·√(pv/pc)', [s.vapour, s.critical], 'IEC 60534-2-1, eq. 4'));
    const choked = of('Δpc', 'choked drop', r.chokedDrop, 'pressureDifference');
    steps.push(step('chokedDrop', choked, 'FL²·(p1 − FF·pv)', [fl, p1, ff, s.vapour], 'IEC 60534-2-1, eq. 3'));
    const effective = of('Δpe', 'effective drop', Math.min(drop.value, choked.value), 'pressureDifference');
    steps.push(step('effective', effective, 'min(Δp, Δpc)', [drop, choked], 'IEC 60534-2-1'));
    if (r.kv !== null && !e.valve?.inside) {
      const kv = of('Kv', 'flow coefficient', r.kv, 'coefficient');
      steps.push(step('kv', kv, '3600·Q/√(Δpe/100000/(ρ/999.1))', [q, effective, s.density], 'IEC 60534-2-1, eq. 1'));
      steps.push(step('cv', of('Cv', 'flow coefficient, US', r.cv!, 'coefficient'), 'Kv/0.865', [kv], 'IEC 60534-1'));
      addOpening(steps, e, r, kv);
    }
  }
  return steps;
}

function addOpening(steps: Keyed[], e: ElementDetail, r: ValveResult, kv: WorkingValue): void {
  const { valve } = e;
  if (!valve || r.opening === null || r.opening <= 0 || r.opening >= 1) return;
  const rated = of('Kvs', 'rated Kv', valve.ratedKv, 'coefficient');
  const range = of('R', 'rangeability', valve.rangeability);
  const opening = of('x', 'travel', r.opening);
  const formulas = {
    'equal-percentage': '1 + ln(Kv/Kvs)/ln(R)',
    linear: '(Kv/Kvs − 1/R)/(1 − 1/R)',
    'quick-opening': '(Kv/Kvs)²',
  };
  if (valve.characteristic === 'table')
    steps.push(step('opening', opening, 'look-up in the table of Kv over travel, linear between rows', [kv], 'the maker', false));
  else
    steps.push(
      step('opening', opening, formulas[valve.characteristic], [kv, rated, range], 'inherent characteristic, IEC 60534-2-4'),
    );
}
