import { fittingTerms } from '../fittings/fitting.js';
import { LAMINAR_LIMIT, transitionEnd, TURBULENT_LIMIT } from '../pipes/friction.js';
import { pipeDimensions } from '../pipes/size.js';
import type { PipeResult } from '../results/results.js';
import { inUnit, inWords, step, worth, type KeyedStep, type WorkingValue } from '../results/working.js';
import type { Entries, WorkedElement } from './kind.js';
import type { PipeModel } from './model.js';
import { listed, nominal } from './pipe-fittings.js';
import { word } from '../words/word.js';

/** The working of a pipe: bore, velocity, friction, fittings. */
export function pipeWorking(w: WorkedElement, r: PipeResult): KeyedStep[] {
  const model = w.model as PipeModel;
  const s = w.medium;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', own('flow'));
  const d = worth('D', word('quantity.inside-diameter'), model.bore, 'diameter', own('inside'));
  const area = worth('A', word('quantity.cross-section'), (Math.PI / 4) * model.bore ** 2, 'area', own('area'));
  const v = worth('v', word('quantity.velocity'), r.velocity, 'velocity', own('velocity'));
  const re = worth('Re', word('quantity.reynolds-number'), r.reynolds, 'ratio', own('reynolds'));
  const hk = worth('hk', word('quantity.loss-in-fittings'), r.fittingLoss, 'head', own('fittingLoss'));
  const hf = worth('hf', word('quantity.friction-loss'), r.frictionLoss, 'head', own('frictionLoss'));
  const steps = [
    ...boreSteps(w, d),
    step('area', area, 'π/4·D²', [d], word('source.geometry')),
    step('velocity', v, 'Q/A', [q, area], word('source.continuity')),
    step('reynolds', re, 'abs(v)·D/ν', [v, d, s.kinematic], word('source.definition')),
    ...(model.hazenWilliams !== undefined ? hazenWilliamsSteps(model, { q, d, hf }, own) : frictionSteps(w, r, { d, v, re, hf })),
    ...fittingSteps(w, r, { d, v, re, hk }),
  ];
  const h = worth('h', word('quantity.head-loss'), r.headLoss ?? 0, 'head', own('headLoss'));
  return [...steps, step('headLoss', h, 'hf + hk', [hf, hk], word('source.sum'))];
}

/** bore from the outside diameter and the wall of the table */
function boreSteps(w: WorkedElement, d: WorkingValue): KeyedStep[] {
  const { size, schedule, inside } = w.read;
  if (inside !== undefined || typeof size !== 'string' || typeof schedule !== 'string') return [];
  const found = pipeDimensions(size, schedule);
  if (!found) return [];
  const od = worth('Do', word('quantity.outside-diameter'), found.outside, 'diameter', { unit: 'mm', from: `${w.id}.size` });
  const wall = worth('t', word('quantity.wall'), found.wall, 'diameter', { unit: 'mm', from: `${w.id}.schedule` });
  return [step('inside', inUnit(d, 'mm'), 'Do − 2·t', [od, wall], found.source)];
}

function hazenWilliamsSteps(
  model: PipeModel,
  at: { q: WorkingValue; d: WorkingValue; hf: WorkingValue },
  own: (key: string) => { from: string },
): KeyedStep[] {
  const c = worth('C', word('quantity.hazen-williams-c'), model.hazenWilliams!, 'ratio', own('hazenWilliams'));
  const l = worth('L', word('quantity.length'), model.length, 'length', own('length'));
  const formula = 'sign(Q)·10.67·L·abs(Q)^1.852/(C^1.852·D^4.8704)';
  return [step('frictionLoss', at.hf, formula, [l, at.q, c, at.d], word('source.williams-hazen-1933-awwa-m11'))];
}

function frictionSteps(
  w: WorkedElement,
  r: PipeResult,
  at: { d: WorkingValue; v: WorkingValue; re: WorkingValue; hf: WorkingValue },
): KeyedStep[] {
  const { d, v, re, hf } = at;
  if (r.frictionFactor === null)
    return [inWords('frictionLoss', hf, word('how.no-flow-no-loss'), [v], word('source.darcy-weisbach'))];
  const model = w.model as PipeModel;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const f = worth('f', word('quantity.darcy-friction-factor'), r.frictionFactor, 'ratio', own('frictionFactor'));
  const eps = worth(
    'ε',
    word('quantity.roughness'),
    model.roughness,
    'roughness',
    own(w.read.roughness === undefined ? 'material' : 'roughness'),
  );
  const l = worth('L', word('quantity.length'), model.length, 'length', own('length'));
  const loss = step('frictionLoss', hf, 'f·L/D·v·abs(v)/(2·g)', [f, l, d, v, w.medium.gravity], word('source.darcy-weisbach'));
  if (model.dragReduction !== undefined && r.reynolds >= TURBULENT_LIMIT) {
    const f0 = worth(
      'f0',
      word('quantity.friction-factor-without-the-additive'),
      r.frictionFactor / (1 - model.dragReduction),
      'ratio',
    );
    const share = worth(
      'DR',
      word('quantity.drag-reduction-by-the-additive'),
      model.dragReduction,
      'ratio',
      own('dragReduction'),
    );
    return [
      step(
        'plainFactor',
        f0,
        '1/(2·log10(ε/(3.7·D) + 2.51/(Re·√(f0))))²',
        [eps, d, re, f0],
        word('source.colebrook-1939-solved-for-f0'),
      ),
      step('frictionFactor', f, 'f0·(1 − DR)', [f0, share], word('source.the-maker-of-the-additive-fully-turbulent')),
      loss,
    ];
  }
  if (r.reynolds <= LAMINAR_LIMIT)
    return [step('frictionFactor', f, '64/Re', [re], word('source.hagen-poiseuille-laminar-to-re-2000')), loss];
  if (r.reynolds >= TURBULENT_LIMIT) {
    const colebrook = '1/(2·log10(ε/(3.7·D) + 2.51/(Re·√(f))))²';
    return [step('frictionFactor', f, colebrook, [eps, d, re, f], word('source.colebrook-1939-solved-for-f')), loss];
  }
  return [...transitionSteps(model, { d, re, eps, f }, own), loss];
}

/** the cubic from Hagen–Poiseuille at 2000 to Colebrook–White at 4000, with the slopes of both */
function transitionSteps(
  model: PipeModel,
  at: { d: WorkingValue; re: WorkingValue; eps: WorkingValue; f: WorkingValue },
  own: (key: string) => { from: string },
): KeyedStep[] {
  const end = transitionEnd(model.roughness / model.bore);
  const f4 = worth('f4', word('quantity.darcy-friction-factor-at-re-4000'), end.factor, 'ratio', own('endFactor'));
  const s4 = worth('s4', word('quantity.slope-of-the-friction-factor-at-re'), end.slope, 'ratio', own('endSlope'));
  const t = worth(
    't',
    word('quantity.position-between-re-2000-0-and-re'),
    (at.re.value - LAMINAR_LIMIT) / (TURBULENT_LIMIT - LAMINAR_LIMIT),
    'ratio',
    own('transition'),
  );
  const colebrook = '1/(2·log10(ε/(3.7·D) + 2.51/(4000·√(f4))))²';
  const cubic = '0.032·(1 + 2·t)·(1 − t)² − 0.032·t·(1 − t)² + f4·t²·(3 − 2·t) − 2000·s4·t²·(1 − t)';
  return [
    step('endFactor', f4, colebrook, [at.eps, at.d, f4], word('source.colebrook-1939-solved-for-f')),
    inWords('endSlope', s4, word('how.slope-of-the-same-equation-over-re'), [f4], word('source.colebrook-1939-differentiated')),
    step('transition', t, '(Re − 2000)/2000', [at.re], word('source.definition')),
    step('frictionFactor', at.f, cubic, [t, f4, s4], word('source.cubic-through-both-values-and-slopes-loss')),
  ];
}

function fittingSteps(
  w: WorkedElement,
  r: PipeResult,
  at: { d: WorkingValue; v: WorkingValue; re: WorkingValue; hk: WorkingValue },
): KeyedStep[] {
  const model = w.model as PipeModel;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { constant, perReynolds, equivalentLength } = model.fittings;
  const g = w.medium.gravity;
  const terms = fittingTerms(listed((w.read.fittings ?? []) as Entries[]), model.bore, nominal(w.read, model.bore));
  const source = word('source.darby-and-geometry');
  const inf = worth('K∞', word('quantity.sum-of-k-and-of-ki-1'), constant, 'ratio', own('sumKinf'));
  const each = terms.filter((t) => t.constant !== 0).map((t, i) => ({ ...t, symbol: `Ka${i + 1}` }));
  const kinf = step(
    'sumKinf',
    inf,
    each.map((t) => (t.count === 1 ? t.symbol : `${t.count}·${t.symbol}`)).join(' + ') || '0',
    each.map((t) => worth(t.symbol, t.name, t.constant, 'ratio', own('fittings'))),
    source,
    each.map((t) => word('note.how-of', { symbol: t.symbol, how: t.how })),
  );
  if (r.frictionFactor === null || r.reynolds === 0) {
    return [inWords('fittingLoss', at.hk, word('how.no-flow-no-loss'), [at.v], word('source.definition-of-k'))];
  }
  if (model.hazenWilliams !== undefined) return [kinf, ...hazenFittings(w, r, at, inf)];
  const inputs = [inf];
  let formula = 'K∞';
  const extra: KeyedStep[] = [];
  let total = constant;
  if (perReynolds > 0) {
    const k1 = worth('K1', word('quantity.sum-of-k1'), perReynolds, 'ratio', own('sumK1'));
    const ones = terms.filter((t) => t.perReynolds !== 0).map((t, i) => ({ ...t, symbol: `Kb${i + 1}` }));
    extra.push(
      step(
        'sumK1',
        k1,
        ones.map((t) => `${t.count}·${t.symbol}`).join(' + '),
        ones.map((t) => worth(t.symbol, word('quantity.k1-of', { fitting: t.name }), t.perReynolds, 'ratio', own('fittings'))),
        source,
      ),
    );
    inputs.push(k1, at.re);
    formula += ' + K1/Re';
    total += perReynolds / r.reynolds;
  }
  if (equivalentLength > 0) {
    const le = worth('Le', word('quantity.sum-of-equivalent-lengths'), equivalentLength, 'length', own('fittings'));
    inputs.push(worth('f', word('quantity.darcy-friction-factor'), r.frictionFactor, 'ratio', own('frictionFactor')), le, at.d);
    formula += ' + f·Le/D';
    total += (r.frictionFactor * equivalentLength) / model.bore;
  }
  const sum = worth('ΣK', word('quantity.sum-of-k'), total, 'ratio', own('sumK'));
  return [
    kinf,
    ...extra,
    step('sumK', sum, formula, inputs, source),
    step('fittingLoss', at.hk, 'ΣK·v·abs(v)/(2·g)', [sum, at.v, g], word('source.definition-of-k')),
  ];
}

/** under Hazen–Williams an equivalent length loses as so much pipe */
function hazenFittings(
  w: WorkedElement,
  r: PipeResult,
  at: { d: WorkingValue; v: WorkingValue; re: WorkingValue; hk: WorkingValue },
  inf: WorkingValue,
): KeyedStep[] {
  const model = w.model as PipeModel;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { perReynolds, equivalentLength } = model.fittings;
  const inputs = [inf, at.v, w.medium.gravity];
  let formula = 'K∞·v·abs(v)/(2·g)';
  if (perReynolds > 0) {
    inputs.push(worth('K1', word('quantity.sum-of-k1'), perReynolds, 'ratio', own('fittings')), at.re);
    formula = '(K∞ + K1/Re)·v·abs(v)/(2·g)';
  }
  if (equivalentLength > 0 && model.length > 0) {
    inputs.push(
      worth('hf', word('quantity.friction-loss'), r.frictionLoss, 'head', own('frictionLoss')),
      worth('Le', word('quantity.sum-of-equivalent-lengths'), equivalentLength, 'length', own('fittings')),
      worth('L', word('quantity.length'), model.length, 'length', own('length')),
    );
    formula += ' + hf·Le/L';
  }
  return [step('fittingLoss', at.hk, formula, inputs, word('source.definition-of-k-williams-hazen-1933'))];
}
