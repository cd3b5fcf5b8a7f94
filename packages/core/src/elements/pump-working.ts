import type { MeasuredCurve } from '../pumps/curve.js';
import { motorLoss, motorReactive, type MotorInput } from '../pumps/motor.js';
import type { PumpPerformance, PumpTraceStep } from '../pumps/pump.js';
import type { PumpResult } from '../results/results.js';
import { inUnit, inWords, step, worth, type KeyedStep, type WorkingValue } from '../results/working.js';
import type { WorkedElement } from './kind.js';
import { word, type Word } from '../words/word.js';

/** The working of a pump: its head from the curve or from the system, powers, NPSH, motor. */
export function pumpWorking(w: WorkedElement, r: PumpResult): KeyedStep[] {
  const s = w.medium;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', own('flow'));
  const h = worth('H', word('quantity.head'), r.head ?? NaN, 'head', own('head'));
  const steps: KeyedStep[] = w.performance ? curveSteps(w, w.performance, r) : partsSteps(w, r);
  const pu = worth('Pu', word('quantity.hydraulic-power'), r.hydraulicPower ?? NaN, 'power', own('hydraulicPower'));
  if (r.hydraulicPower !== null)
    steps.push(step('hydraulicPower', pu, 'ρ·g·Q·H', [s.density, s.gravity, q, h], word('source.iso-17769-1')));
  const p = worth('P', word('quantity.shaft-power-of-all-running-units'), r.shaftPower ?? NaN, 'power', own('shaftPower'));
  if (r.shaftPower !== null) steps.push(...powerSteps(w, r, { q, h, p }));
  if (r.npsha !== null && w.inletHead !== null) {
    const h1 = worth('H1', word('quantity.total-head-at-the-inlet'), w.inletHead, 'head', own('inletHead'));
    const datum = worth('zd', word('quantity.npsh-datum'), w.datum, 'length', own('datum'));
    const npsha = worth('NPSHA', word('quantity.npsh-available'), r.npsha, 'head', own('npsha'));
    const inputs = [h1, datum, s.atmosphere, s.vapour, s.density, s.gravity];
    steps.push(step('npsha', npsha, 'H1 − zd + (pa − pv)/(ρ·g)', inputs, word('source.iso-17769-1')));
  }
  if (r.bestFlow !== null && r.flowRatio !== null) {
    const n = worth('n', word('quantity.units-running'), r.running, 'ratio', own('running'));
    const best = worth('Qb', word('quantity.best-efficiency-flow-per-unit-as-operated'), r.bestFlow, 'flow', own('bestFlow'));
    const ratio = worth('q', word('quantity.flow-per-unit-over-best-efficiency-flow'), r.flowRatio, 'ratio', own('flowRatio'));
    steps.push(step('flowRatio', ratio, 'Q/n/Qb', [q, n, best], word('source.definition')));
  }
  if (w.pump?.motor && r.inputPower !== undefined) steps.push(...motorSteps(w, w.pump.motor, r, p));
  return steps;
}

function powerSteps(w: WorkedElement, r: PumpResult, at: { q: WorkingValue; h: WorkingValue; p: WorkingValue }): KeyedStep[] {
  const s = w.medium;
  if (w.read.mode === 'power') return [];
  if (r.efficiency === null || r.efficiency < 1e-6 || r.flow <= 0) {
    return [inWords('shaftPower', at.p, word('how.limit-at-shut-off'), [at.q], word('source.the-makers-curve'))];
  }
  const eta = worth('η', word('quantity.pump-efficiency-at-this-flow'), r.efficiency, 'ratio', { from: `${w.id}.efficiency` });
  return [step('shaftPower', at.p, 'ρ·g·Q·H/η', [s.density, s.gravity, at.q, at.h, eta], word('source.iso-17769-1'))];
}

/** `75 m³/h: 48.8 m` of the two rows between which a curve is read */
function rowsText(curve: MeasuredCurve, at: number, key: 'head' | 'efficiency' | 'npshr', unit: string): Word {
  const [below, above] = curve.rowsAround(at).map((row) => {
    const y = row[key];
    const flow = Number((row.flow * 3600).toPrecision(6));
    return y === undefined
      ? word('note.row-from-power', { flow })
      : word('note.row', { flow, value: `${Number(y.toPrecision(6))}${unit}` });
  }) as [Word, Word];
  if (curve.diameter === undefined) return word('note.between-rows', { below, above });
  return word('note.between-rows-of-diameter', { diameter: Number((curve.diameter * 1000).toPrecision(5)), below, above });
}

/** Head, efficiency and NPSHR from the pump's own curves: each looked up, moved, and averaged by nearness in diameter. */
function curveSteps(w: WorkedElement, p: PumpPerformance, r: PumpResult): KeyedStep[] {
  const t = p.trace(r.flow);
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', own('flow'));
  const n = worth('n', word('quantity.units-running'), r.running, 'ratio', own('running'));
  const unit = worth('Qu', word('quantity.flow-per-unit'), t.unitFlow, 'flow', own('unitFlow'));
  const isViscous = p.viscosity.cq !== 1;
  const mark = (i: number): string => (t.shares.length > 1 ? String(i + 1) : '');
  const steps = [
    step('unitFlow', unit, r.flow < 0 ? '0·Q/n' : 'Q/n', [q, n], word('source.equal-units-in-parallel-no-flow-below')),
    ...viscositySteps(w, p, t),
    ...shareSteps(w, p, t, mark),
  ];
  const wear = worth('wear', word('quantity.fraction-of-the-head-lost-by-wear'), t.wear, 'ratio', own('wear'));
  const stages = worth('s', word('quantity.stages-over-stages-of-the-curve'), t.stageFactor, 'ratio', own('stages'));
  const cq = worth('CQ', word('quantity.viscosity-factor-on-the-flow'), t.cq, 'ratio', own('cq'));
  const ch = worth('CH', word('quantity.viscosity-factor-on-the-head'), t.ch, 'ratio', own('ch'));
  const readAt = (i: number) =>
    worth(`φ${mark(i)}`, word('quantity.flow-by-affinity'), t.shares[i]!.toFlow, 'ratio', own(`toFlow${mark(i)}`));
  const weight = (i: number) =>
    worth(`w${mark(i)}`, word('quantity.weight-by-diameter'), t.shares[i]!.weight, 'ratio', own(`weight${mark(i)}`));
  const several = t.shares.length > 1;
  const weighted = (of: (i: number) => string): string =>
    t.shares.map((_, i) => (several ? `w${mark(i)}·${of(i)}` : of(i))).join(' + ');
  const looks = (key: 'head' | 'efficiency' | 'npshr', symbol: string, name: Word, suffix: string): WorkingValue[] =>
    t.shares.map((share, i) => {
      const dimension = key === 'efficiency' ? 'ratio' : 'head';
      const value = worth(`${symbol}${mark(i)}`, name, share[key]!, dimension, own(`${key}Curve${mark(i)}`));
      const isNpsh = key === 'npshr';
      const words = isNpsh
        ? word('how.the-measured-curve-at-the-speed-ratio')
        : word('how.the-measured-curve-at', { flow: `${isViscous ? 'Qu/CQ' : 'Qu'}/φ${mark(i)}` });
      const rows = rowsText(share.curve, isNpsh ? share.atNpsh : share.at, key, suffix);
      const inputs = isNpsh ? [unit] : [unit, ...(isViscous ? [cq] : []), readAt(i)];
      steps.push(
        inWords(`${key}Curve${mark(i)}`, value, words, inputs, word('source.the-maker-pchip-between-rows-fritsch-butland'), [
          rows,
        ]),
      );
      return value;
    });
  const weights = several ? t.shares.map((_, i) => weight(i)) : [];
  if (r.head !== null) {
    const read = looks('head', 'Hc', word('quantity.head-read-on-the-measured-curve'), ' m');
    const moved = t.shares.map((x, i) =>
      worth(`ψ${mark(i)}`, word('quantity.head-by-affinity'), x.toHead, 'ratio', own(`toHead${mark(i)}`)),
    );
    const sum = weighted((i) => `Hc${mark(i)}·ψ${mark(i)}`);
    const h = worth('H', word('quantity.head'), r.head, 'head', own('head'));
    const source = word('source.affinity-laws-and-viscosity');
    const inputs = [...read, ...moved, ...weights, stages, ...(isViscous ? [ch] : []), wear];
    steps.push(step('head', h, `(${sum})·s${isViscous ? '·CH' : ''}·(1 − wear)`, inputs, source));
  }
  if (r.efficiency !== null && t.shares.every((x) => x.efficiency !== undefined)) {
    const read = looks('efficiency', 'ηc', word('quantity.efficiency-read-on-the-measured-curve'), '');
    const ceta = worth('Cη', word('quantity.viscosity-factor-on-the-efficiency'), p.viscosity.ceta, 'ratio', own('ceta'));
    const eta = worth('η', word('quantity.pump-efficiency-at-this-flow'), r.efficiency, 'ratio', own('efficiency'));
    const formula = `max(0, ${weighted((i) => `ηc${mark(i)}`)})${isViscous ? '·Cη' : ''}·(1 − wear)`;
    const inputs = [...read, ...weights, ...(isViscous ? [ceta] : []), wear];
    steps.push(step('efficiency', eta, formula, inputs, word('source.efficiency-scales-with-the-flow-wear-at')));
  }
  if (r.npshr !== null && t.shares.every((x) => x.npshr !== undefined)) {
    const read = looks('npshr', 'Rc', word('quantity.npshr-read-on-the-measured-curve'), ' m');
    const moved = t.shares.map((x, i) =>
      worth(`τ${mark(i)}`, word('quantity.npshr-by-affinity'), x.toNpsh, 'ratio', own(`toNpsh${mark(i)}`)),
    );
    const npshr = worth('NPSHR', word('quantity.npsh-required'), r.npshr, 'head', own('npshr'));
    const sum = weighted((i) => `Rc${mark(i)}·τ${mark(i)}`);
    const factor = worth('CR', word('quantity.viscosity-factor-on-npshr'), p.npshrFactor, 'ratio', own('npshrFactor'));
    const inputs = [...read, ...moved, ...weights, ...(factor.value === 1 ? [] : [factor])];
    if (factor.value !== 1)
      steps.push(inWords('npshrFactor', factor, word('how.1-a-1-ch-1-274-000'), [], word('source.iso-tr-17766')));
    steps.push(step('npshr', npshr, factor.value === 1 ? sum : `(${sum})·CR`, inputs, word('source.iso-17769-1-npshr-n2')));
  }
  return steps;
}

/** affinity factors and nearness of each measured curve that takes part */
function shareSteps(w: WorkedElement, p: PumpPerformance, t: PumpTraceStep, mark: (i: number) => string): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { speed, diameter, stages } = p.setting;
  const n = worth('N', word('quantity.speed'), speed, 'speed', own('speed'));
  const d = worth('D', word('quantity.impeller-diameter'), diameter ?? NaN, 'diameter', { unit: 'mm', ...own('diameter') });
  const source = word('source.affinity-laws');
  const steps: KeyedStep[] = t.shares.flatMap((share, i) => {
    const m = mark(i);
    const nc = worth(`Nc${m}`, word('quantity.speed-of-the-measured-curve'), share.curve.speed, 'speed', { from: 'pump.speed' });
    const dc = share.curve.diameter;
    const isTrimmed = diameter !== undefined && dc !== undefined;
    const cut = worth(`Dc${m}`, word('quantity.diameter-of-the-measured-curve'), dc ?? NaN, 'diameter', {
      unit: 'mm',
      from: 'pump.diameter',
    });
    const inputs = isTrimmed ? [n, nc, d, cut] : [n, nc];
    const ratio = isTrimmed ? `(N/Nc${m})·(D/Dc${m})` : `(N/Nc${m})`;
    const toFlow = worth(`φ${m}`, word('quantity.flow-by-affinity'), share.toFlow, 'ratio', own(`toFlow${m}`));
    const toHead = worth(`ψ${m}`, word('quantity.head-by-affinity'), share.toHead, 'ratio', own(`toHead${m}`));
    const toNpsh = worth(`τ${m}`, word('quantity.npshr-by-affinity'), share.toNpsh, 'ratio', own(`toNpsh${m}`));
    return [
      step(`toFlow${m}`, toFlow, ratio, inputs, source),
      step(`toHead${m}`, toHead, `(${ratio})²`, inputs, source),
      step(`toNpsh${m}`, toNpsh, `(N/Nc${m})²`, [n, nc], word('source.npshr-n2')),
    ];
  });
  const z = worth('z', word('quantity.stages'), stages, 'ratio', own('stages'));
  const zc = worth('zc', word('quantity.stages-of-the-measured-curve'), p.pump.stages, 'ratio', { from: 'pump.stages' });
  steps.push(
    step(
      'stages',
      worth('s', word('quantity.stages-over-stages-of-the-curve'), t.stageFactor, 'ratio', own('stages')),
      'z/zc',
      [z, zc],
      word('source.h-stages'),
    ),
  );
  if (t.shares.length === 2) {
    const [low, high] = t.shares as [PumpTraceStep['shares'][number], PumpTraceStep['shares'][number]];
    const d1 = worth('Dc1', word('quantity.next-smaller-diameter-with-a-curve'), low.curve.diameter!, 'diameter', {
      unit: 'mm',
      from: 'pump.curves',
    });
    const d2 = worth('Dc2', word('quantity.next-larger-diameter-with-a-curve'), high.curve.diameter!, 'diameter', {
      unit: 'mm',
      from: 'pump.curves',
    });
    const w2 = worth('w2', word('quantity.weight-of-the-larger-diameter'), high.weight, 'ratio', own('weight2'));
    const w1 = worth('w1', word('quantity.weight-of-the-smaller-diameter'), low.weight, 'ratio', own('weight1'));
    steps.push(step('weight2', w2, '(D − Dc1)/(Dc2 − Dc1)', [d, d1, d2], word('source.interpolated-by-diameter')));
    steps.push(step('weight1', w1, '1 − w2', [w2], word('source.interpolated-by-diameter')));
  }
  return steps;
}

/** B, CQ, CH, Cη, and the best-efficiency flow that they move */
function viscositySteps(w: WorkedElement, p: PumpPerformance, t: PumpTraceStep): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { viscosity, setting } = p;
  const source = word('source.iso-tr-17766-hi-9-6-7');
  const waterBest = worth(
    'Qw',
    word('quantity.best-efficiency-flow-per-unit-on-water'),
    t.waterBest.flow,
    'flow',
    own('waterBest'),
  );
  const best = worth('Qb', word('quantity.best-efficiency-flow-per-unit-as-operated'), p.bestFlow, 'flow', own('bestFlow'));
  const row = inWords(
    'waterBest',
    waterBest,
    w.pump?.bestFlow ? word('how.the-makers-best-efficiency-flow-scaled-by') : word('how.vertex-of-the-parabola-through-the-row'),
    [],
    word('source.the-maker'),
  );
  if (viscosity.cq === 1)
    return [row, step('bestFlow', best, 'Qw', [waterBest], word('source.no-viscosity-correction-for-b-up-to'))];
  const nu = inUnit(w.medium.kinematic, 'cSt');
  const head = worth('Hw', word('quantity.head-per-stage-at-that-flow'), t.waterBest.stageHead, 'head', own('stageHead'));
  const n = worth('N', word('quantity.speed'), setting.speed, 'speed', own('speed'));
  const b = worth('B', word('quantity.viscosity-parameter'), viscosity.b, 'ratio', own('b'));
  const cq = worth('CQ', word('quantity.viscosity-factor-on-the-flow'), viscosity.cq, 'ratio', own('cq'));
  const ch = worth('CH', word('quantity.viscosity-factor-on-the-head'), t.ch, 'ratio', own('ch'));
  const ceta = worth('Cη', word('quantity.viscosity-factor-on-the-efficiency'), viscosity.ceta, 'ratio', own('ceta'));
  const unit = worth('Qu', word('quantity.flow-per-unit'), t.unitFlow, 'flow', own('unitFlow'));
  return [
    row,
    inWords('stageHead', head, word('how.head-per-stage-at-that-flow-from'), [], word('source.the-maker')),
    step('b', b, '16.5·√(ν)·Hw^0.0625/(Qw^0.375·N^0.25)', [nu, head, inUnit(waterBest, 'm3/h'), n], source),
    step('cq', cq, '2.71^(−0.165·log10(B)^3.15)', [b], source),
    step('ch', ch, 'max(0.05, 1 − (1 − CQ)·(Qu/CQ/Qw)^0.75)', [cq, unit, waterBest], source),
    step('ceta', ceta, 'B^(−0.0547·B^0.69)', [b], source),
    step('bestFlow', best, 'Qw·CQ', [waterBest, cq], source),
  ];
}

const PARTS = {
  lift: word('quantity.part.lift'),
  pressure: word('quantity.part.pressure'),
  well: word('quantity.part.well'),
  pipes: word('quantity.part.pipes'),
  fittings: word('quantity.part.fittings'),
  devices: word('quantity.part.devices'),
  velocity: word('quantity.part.velocity'),
  valves: word('quantity.part.valves'),
  otherPumps: word('quantity.part.otherPumps'),
} as const;

/** A head that the system asks for: the sum of its parts. */
function partsSteps(w: WorkedElement, r: PumpResult): KeyedStep[] {
  const parts = w.breakdown;
  if (!parts || r.head === null || w.read.mode === 'head') return [];
  const used = (Object.keys(PARTS) as (keyof typeof PARTS)[]).filter((k) => parts[k] !== 0);
  const inputs = used.map((k, i) => worth(`h${i + 1}`, PARTS[k], parts[k], 'head', { from: `breakdown.${w.id}.${k}` }));
  if (inputs.length === 0) return [];
  const formula = inputs.map((x) => x.symbol).join(' + ');
  const h = worth('H', word('quantity.head'), r.head, 'head', { from: `${w.id}.head` });
  return [step('head', h, formula, inputs, word('source.head-balance-along-the-path-of-the'))];
}

/** Efficiency at part load, input power, power factor and current of one motor, and of all. */
function motorSteps(w: WorkedElement, motor: MotorInput, r: PumpResult, p: WorkingValue): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const plate = { from: 'pump.motor' };
  const n = worth('n', word('quantity.units-running'), r.running, 'ratio', own('running'));
  const unit = p.value / r.running;
  const load = unit / motor.ratedPower!;
  const p1 = worth('P1', word('quantity.input-power-of-all-running-units'), r.inputPower!, 'power', own('inputPower'));
  const shaft = worth('Ps', word('quantity.shaft-power-per-unit'), unit, 'power', own('unitPower'));
  const loss = worth('Pl', word('quantity.motor-losses-at-this-load'), motorLoss(motor, load), 'power', own('motorLoss'));
  const input = worth('Pi', word('quantity.input-power-of-one-motor'), unit + loss.value, 'power', own('unitInput'));
  const rated = worth('Pr', word('quantity.rated-power-of-the-motor'), motor.ratedPower!, 'power', plate);
  const eta = worth('ηm', word('quantity.motor-efficiency-at-this-load'), r.motorEfficiency!, 'ratio', own('motorEfficiency'));
  const drive = worth('ηd', word('quantity.drive-efficiency'), motor.driveEfficiency ?? 1, 'ratio', plate);
  const hasDrive = drive.value !== 1;
  const single = typeof motor.efficiency === 'number' ? motor.efficiency : undefined;
  const lossStep =
    single === undefined
      ? inWords(
          'motorLoss',
          loss,
          word('how.a-parabola-over-the-load-through-the'),
          [shaft, rated],
          word('source.iec-60034-30-1'),
        )
      : step(
          'motorLoss',
          loss,
          'Pr·(1/ηr − 1)·(0.5 + 0.5·(Ps/Pr)²)',
          [shaft, rated, worth('ηr', word('quantity.motor-efficiency-at-rated-load'), single, 'ratio', plate)],
          word('source.iec-60034-31-losses-half-constant-half'),
        );
  const steps = [
    step('unitPower', shaft, 'P/n', [p, n], word('source.equal-units')),
    lossStep,
    step('unitInput', input, 'Ps + Pl', [shaft, loss], word('source.definition')),
    step('motorEfficiency', eta, 'Ps/Pi', [shaft, input], word('source.definition')),
    step('inputPower', p1, hasDrive ? 'P/ηm/ηd' : 'P/ηm', hasDrive ? [p, eta, drive] : [p, eta], word('source.definition')),
  ];
  if (r.powerFactor === undefined || !motor.powerFactor) return steps;
  const reactive = motorReactive(motor, load);
  const x = worth('Pq', word('quantity.reactive-power-at-this-load'), reactive, 'power', own('reactive'));
  const cos = worth('cosφ', word('quantity.power-factor-at-this-load'), r.powerFactor, 'ratio', own('powerFactor'));
  const words = word(
    typeof motor.powerFactor === 'number'
      ? 'how.reactive-power-from-rated-load'
      : 'how.a-parabola-over-the-load-through-reactive-power',
  );
  steps.push(
    inWords('reactive', x, words, [shaft, rated], word('source.circle-diagram-of-the-induction-motor-heyland')),
    step('powerFactor', cos, 'Pi/√(Pi² + Pq²)', [input, x], word('source.definition')),
  );
  if (r.current === undefined || !motor.voltage) return steps;
  const u = worth('U', word('quantity.voltage-between-phases'), motor.voltage, 'voltage', plate);
  const i = worth('I', word('quantity.current-of-one-motor-a'), r.current, 'ratio', own('current'));
  return [...steps, step('current', i, 'Pi/(√(3)·U·cosφ)', [input, u, cos], word('source.three-phases'))];
}
