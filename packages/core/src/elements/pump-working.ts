import type { MeasuredCurve } from '../pumps/curve.js';
import { motorLoss, motorReactive, type MotorInput } from '../pumps/motor.js';
import type { PumpPerformance, PumpTraceStep } from '../pumps/pump.js';
import type { PumpResult } from '../results/results.js';
import { inUnit, inWords, step, worth, type KeyedStep, type WorkingValue } from '../results/working.js';
import type { WorkedElement } from './kind.js';

/** The working of a pump: its head from the curve or from the system, powers, NPSH, motor. */
export function pumpWorking(w: WorkedElement, r: PumpResult): KeyedStep[] {
  const s = w.medium;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', 'flow', r.flow, 'flow', own('flow'));
  const h = worth('H', 'head', r.head ?? NaN, 'head', own('head'));
  const steps: KeyedStep[] = w.performance ? curveSteps(w, w.performance, r) : partsSteps(w, r);
  const pu = worth('Pu', 'hydraulic power', r.hydraulicPower ?? NaN, 'power', own('hydraulicPower'));
  if (r.hydraulicPower !== null) steps.push(step('hydraulicPower', pu, 'ρ·g·Q·H', [s.density, s.gravity, q, h], 'ISO 17769-1'));
  const p = worth('P', 'shaft power of all running units', r.shaftPower ?? NaN, 'power', own('shaftPower'));
  if (r.shaftPower !== null) steps.push(...powerSteps(w, r, { q, h, p }));
  if (r.npsha !== null && w.inletHead !== null) {
    const h1 = worth('H1', 'total head at the inlet', w.inletHead, 'head', own('inletHead'));
    const datum = worth('zd', 'NPSH datum', w.datum, 'length', own('datum'));
    const npsha = worth('NPSHA', 'NPSH available', r.npsha, 'head', own('npsha'));
    const inputs = [h1, datum, s.atmosphere, s.vapour, s.density, s.gravity];
    steps.push(step('npsha', npsha, 'H1 − zd + (pa − pv)/(ρ·g)', inputs, 'ISO 17769-1'));
  }
  if (r.bestFlow !== null && r.flowRatio !== null) {
    const n = worth('n', 'units running', r.running, 'ratio', own('running'));
    const best = worth('Qb', 'best-efficiency flow of a unit as it runs', r.bestFlow, 'flow', own('bestFlow'));
    const ratio = worth('q', 'flow of a unit over best efficiency', r.flowRatio, 'ratio', own('flowRatio'));
    steps.push(step('flowRatio', ratio, 'Q/n/Qb', [q, n, best], 'definition'));
  }
  if (w.pump?.motor && r.inputPower !== undefined) steps.push(...motorSteps(w, w.pump.motor, r, p));
  return steps;
}

function powerSteps(w: WorkedElement, r: PumpResult, at: { q: WorkingValue; h: WorkingValue; p: WorkingValue }): KeyedStep[] {
  const s = w.medium;
  if (w.read.mode === 'power') return [];
  if (r.efficiency === null || r.efficiency < 1e-6 || r.flow <= 0) {
    const words = 'at shut-off Q·H/η goes to its limit along the curve: power of the least flow, or of the table';
    return [inWords('shaftPower', at.p, words, [at.q], 'the maker’s curve')];
  }
  const eta = worth('η', 'efficiency of a unit at its share', r.efficiency, 'ratio', { from: `${w.id}.efficiency` });
  return [step('shaftPower', at.p, 'ρ·g·Q·H/η', [s.density, s.gravity, at.q, at.h, eta], 'ISO 17769-1')];
}

/** `75 m³/h: 48.8 m` of the two rows between which a curve is read */
function rowsText(curve: MeasuredCurve, at: number, key: 'head' | 'efficiency' | 'npshr', unit: string): string {
  const rows = curve.rowsAround(at).map((row) => {
    const y = row[key];
    return `${Number((row.flow * 3600).toPrecision(6))} m³/h: ${y === undefined ? 'from its power' : Number(y.toPrecision(6))}${unit}`;
  });
  const of = curve.diameter === undefined ? '' : `Ø ${Number((curve.diameter * 1000).toPrecision(5))} mm, `;
  return `${of}between the rows ${rows.join(' and ')}`;
}

/** Head, efficiency and NPSHR from the pump's own curves: each looked up, moved, and averaged by nearness in diameter. */
function curveSteps(w: WorkedElement, p: PumpPerformance, r: PumpResult): KeyedStep[] {
  const t = p.trace(r.flow);
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', 'flow', r.flow, 'flow', own('flow'));
  const n = worth('n', 'units running', r.running, 'ratio', own('running'));
  const unit = worth('Qu', 'flow of one unit', t.unitFlow, 'flow', own('unitFlow'));
  const isViscous = p.viscosity.cq !== 1;
  const mark = (i: number): string => (t.shares.length > 1 ? String(i + 1) : '');
  const steps = [
    step('unitFlow', unit, r.flow < 0 ? '0·Q/n' : 'Q/n', [q, n], 'equal units in parallel; no flow below shut-off'),
    ...viscositySteps(w, p, t),
    ...shareSteps(w, p, t, mark),
  ];
  const wear = worth('wear', 'share of the head lost by wear', t.wear, 'ratio', own('wear'));
  const stages = worth('s', 'stages over those of the curve', t.stageFactor, 'ratio', own('stages'));
  const cq = worth('CQ', 'viscosity factor on the flow', t.cq, 'ratio', own('cq'));
  const ch = worth('CH', 'viscosity factor on the head', t.ch, 'ratio', own('ch'));
  const readAt = (i: number) => worth(`φ${mark(i)}`, 'flow by affinity', t.shares[i]!.toFlow, 'ratio', own(`toFlow${mark(i)}`));
  const weight = (i: number) =>
    worth(`w${mark(i)}`, 'nearness in diameter', t.shares[i]!.weight, 'ratio', own(`weight${mark(i)}`));
  const several = t.shares.length > 1;
  const weighted = (of: (i: number) => string): string =>
    t.shares.map((_, i) => (several ? `w${mark(i)}·${of(i)}` : of(i))).join(' + ');
  const looks = (key: 'head' | 'efficiency' | 'npshr', symbol: string, name: string, suffix: string): WorkingValue[] =>
    t.shares.map((share, i) => {
      const dimension = key === 'efficiency' ? 'ratio' : 'head';
      const value = worth(`${symbol}${mark(i)}`, name, share[key]!, dimension, own(`${key}Curve${mark(i)}`));
      const isNpsh = key === 'npshr';
      const words = isNpsh
        ? `the measured curve at Qu over the speed ratio`
        : `the measured curve at ${isViscous ? 'Qu/CQ' : 'Qu'}/φ${mark(i)}`;
      const rows = rowsText(share.curve, isNpsh ? share.atNpsh : share.at, key, suffix);
      const inputs = isNpsh ? [unit] : [unit, ...(isViscous ? [cq] : []), readAt(i)];
      steps.push(
        inWords(`${key}Curve${mark(i)}`, value, words, inputs, 'the maker; PCHIP between rows (Fritsch & Butland 1984)', [rows]),
      );
      return value;
    });
  const weights = several ? t.shares.map((_, i) => weight(i)) : [];
  if (r.head !== null) {
    const read = looks('head', 'Hc', 'head read on the measured curve', ' m');
    const moved = t.shares.map((x, i) => worth(`ψ${mark(i)}`, 'head by affinity', x.toHead, 'ratio', own(`toHead${mark(i)}`)));
    const sum = weighted((i) => `Hc${mark(i)}·ψ${mark(i)}`);
    const h = worth('H', 'head', r.head, 'head', own('head'));
    const source = 'affinity laws; Gülich, 3rd ed., §4.5; ISO/TR 17766';
    const inputs = [...read, ...moved, ...weights, stages, ...(isViscous ? [ch] : []), wear];
    steps.push(step('head', h, `(${sum})·s${isViscous ? '·CH' : ''}·(1 − wear)`, inputs, source));
  }
  if (r.efficiency !== null && t.shares.every((x) => x.efficiency !== undefined)) {
    const read = looks('efficiency', 'ηc', 'efficiency read on the measured curve', '');
    const ceta = worth('Cη', 'viscosity factor on the efficiency', p.viscosity.ceta, 'ratio', own('ceta'));
    const eta = worth('η', 'efficiency of a unit at its share', r.efficiency, 'ratio', own('efficiency'));
    const formula = `max(0, ${weighted((i) => `ηc${mark(i)}`)})${isViscous ? '·Cη' : ''}·(1 − wear)`;
    const inputs = [...read, ...weights, ...(isViscous ? [ceta] : []), wear];
    steps.push(step('efficiency', eta, formula, inputs, 'efficiency moves with the flow; wear at the same shaft power'));
  }
  if (r.npshr !== null && t.shares.every((x) => x.npshr !== undefined)) {
    const read = looks('npshr', 'Rc', 'NPSHR read on the measured curve', ' m');
    const moved = t.shares.map((x, i) => worth(`τ${mark(i)}`, 'NPSHR by affinity', x.toNpsh, 'ratio', own(`toNpsh${mark(i)}`)));
    const npshr = worth('NPSHR', 'NPSH required', r.npshr, 'head', own('npshr'));
    const sum = weighted((i) => `Rc${mark(i)}·τ${mark(i)}`);
    const factor = worth('CR', 'viscosity factor on NPSHR', p.npshrFactor, 'ratio', own('npshrFactor'));
    const inputs = [...read, ...moved, ...weights, ...(factor.value === 1 ? [] : [factor])];
    if (factor.value !== 1)
      steps.push(
        inWords(
          'npshrFactor',
          factor,
          '1 + A·(1/CH − 1)·274 000·NPSHRb/(Qb^0.667·N^1.33) at best efficiency',
          [],
          'ISO/TR 17766',
        ),
      );
    steps.push(step('npshr', npshr, factor.value === 1 ? sum : `(${sum})·CR`, inputs, 'ISO 17769-1; NPSHR ∝ n²'));
  }
  return steps;
}

/** affinity factors and nearness of each measured curve that takes part */
function shareSteps(w: WorkedElement, p: PumpPerformance, t: PumpTraceStep, mark: (i: number) => string): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { speed, diameter, stages } = p.setting;
  const n = worth('N', 'speed', speed, 'speed', own('speed'));
  const d = worth('D', 'impeller diameter', diameter ?? NaN, 'diameter', { unit: 'mm', ...own('diameter') });
  const source = 'affinity laws, Q ∝ n·D, H ∝ n²·D²; Gülich, 3rd ed., §4.5';
  const steps: KeyedStep[] = t.shares.flatMap((share, i) => {
    const m = mark(i);
    const nc = worth(`Nc${m}`, 'speed of the measured curve', share.curve.speed, 'speed', { from: 'pump.speed' });
    const dc = share.curve.diameter;
    const isTrimmed = diameter !== undefined && dc !== undefined;
    const cut = worth(`Dc${m}`, 'diameter of the measured curve', dc ?? NaN, 'diameter', { unit: 'mm', from: 'pump.diameter' });
    const inputs = isTrimmed ? [n, nc, d, cut] : [n, nc];
    const ratio = isTrimmed ? `(N/Nc${m})·(D/Dc${m})` : `(N/Nc${m})`;
    const toFlow = worth(`φ${m}`, 'flow by affinity', share.toFlow, 'ratio', own(`toFlow${m}`));
    const toHead = worth(`ψ${m}`, 'head by affinity', share.toHead, 'ratio', own(`toHead${m}`));
    const toNpsh = worth(`τ${m}`, 'NPSHR by affinity', share.toNpsh, 'ratio', own(`toNpsh${m}`));
    return [
      step(`toFlow${m}`, toFlow, ratio, inputs, source),
      step(`toHead${m}`, toHead, `(${ratio})²`, inputs, source),
      step(`toNpsh${m}`, toNpsh, `(N/Nc${m})²`, [n, nc], 'NPSHR ∝ n²'),
    ];
  });
  const z = worth('z', 'stages', stages, 'ratio', own('stages'));
  const zc = worth('zc', 'stages of the measured curve', p.pump.stages, 'ratio', { from: 'pump.stages' });
  steps.push(
    step(
      'stages',
      worth('s', 'stages over those of the curve', t.stageFactor, 'ratio', own('stages')),
      'z/zc',
      [z, zc],
      'H ∝ stages',
    ),
  );
  if (t.shares.length === 2) {
    const [low, high] = t.shares as [PumpTraceStep['shares'][number], PumpTraceStep['shares'][number]];
    const d1 = worth('Dc1', 'next smaller made diameter', low.curve.diameter!, 'diameter', { unit: 'mm', from: 'pump.curves' });
    const d2 = worth('Dc2', 'next larger made diameter', high.curve.diameter!, 'diameter', { unit: 'mm', from: 'pump.curves' });
    const w2 = worth('w2', 'nearness of the larger', high.weight, 'ratio', own('weight2'));
    const w1 = worth('w1', 'nearness of the smaller', low.weight, 'ratio', own('weight1'));
    steps.push(step('weight2', w2, '(D − Dc1)/(Dc2 − Dc1)', [d, d1, d2], 'averaged by nearness in diameter'));
    steps.push(step('weight1', w1, '1 − w2', [w2], 'averaged by nearness in diameter'));
  }
  return steps;
}

/** B, CQ, CH, Cη, and the best-efficiency flow that they move */
function viscositySteps(w: WorkedElement, p: PumpPerformance, t: PumpTraceStep): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { viscosity, setting } = p;
  const source = 'ISO/TR 17766; ANSI/HI 9.6.7';
  const waterBest = worth('Qw', 'best-efficiency flow of a unit on water', t.waterBest.flow, 'flow', own('waterBest'));
  const best = worth('Qb', 'best-efficiency flow of a unit as it runs', p.bestFlow, 'flow', own('bestFlow'));
  const row = inWords(
    'waterBest',
    waterBest,
    w.pump?.bestFlow
      ? 'the maker’s best-efficiency flow, moved by affinity'
      : 'vertex of the parabola through the row of best efficiency and its neighbours, moved by affinity',
    [],
    'the maker',
  );
  if (viscosity.cq === 1)
    return [
      row,
      step(
        'bestFlow',
        best,
        'Qw',
        [waterBest],
        'no viscosity correction at B up to 1, or up to 1.75 mm²/s (clean cold water, ISO 9906)',
      ),
    ];
  const nu = inUnit(w.medium.kinematic, 'cSt');
  const head = worth('Hw', 'head of one stage there', t.waterBest.stageHead, 'head', own('stageHead'));
  const n = worth('N', 'speed', setting.speed, 'speed', own('speed'));
  const b = worth('B', 'viscosity parameter', viscosity.b, 'ratio', own('b'));
  const cq = worth('CQ', 'viscosity factor on the flow', viscosity.cq, 'ratio', own('cq'));
  const ch = worth('CH', 'viscosity factor on the head', t.ch, 'ratio', own('ch'));
  const ceta = worth('Cη', 'viscosity factor on the efficiency', viscosity.ceta, 'ratio', own('ceta'));
  const unit = worth('Qu', 'flow of one unit', t.unitFlow, 'flow', own('unitFlow'));
  return [
    row,
    inWords('stageHead', head, 'head of one stage at that flow, from the curve', [], 'the maker'),
    step('b', b, '16.5·√(ν)·Hw^0.0625/(Qw^0.375·N^0.25)', [nu, head, inUnit(waterBest, 'm3/h'), n], source),
    step('cq', cq, '2.71^(−0.165·log10(B)^3.15)', [b], source),
    step('ch', ch, 'max(0.05, 1 − (1 − CQ)·(Qu/CQ/Qw)^0.75)', [cq, unit, waterBest], source),
    step('ceta', ceta, 'B^(−0.0547·B^0.69)', [b], source),
    step('bestFlow', best, 'Qw·CQ', [waterBest, cq], source),
  ];
}

const PARTS = {
  lift: 'lift between the surfaces',
  pressure: 'difference of pressure',
  well: 'drawdown of wells',
  pipes: 'friction in pipes',
  fittings: 'fittings',
  devices: 'devices',
  velocity: 'velocity heads',
  valves: 'control valves',
  otherPumps: 'given by other pumps',
} as const;

/** A head that the system asks for: the sum of its parts. */
function partsSteps(w: WorkedElement, r: PumpResult): KeyedStep[] {
  const parts = w.breakdown;
  if (!parts || r.head === null || w.read.mode === 'head') return [];
  const used = (Object.keys(PARTS) as (keyof typeof PARTS)[]).filter((k) => parts[k] !== 0);
  const inputs = used.map((k, i) => worth(`h${i + 1}`, PARTS[k], parts[k], 'head', { from: `breakdown.${w.id}.${k}` }));
  if (inputs.length === 0) return [];
  const formula = inputs.map((x) => x.symbol).join(' + ');
  const h = worth('H', 'head', r.head, 'head', { from: `${w.id}.head` });
  return [step('head', h, formula, inputs, 'head balance along the way of the greatest flow')];
}

/** Efficiency at part load, input power, power factor and current of one motor, and of all. */
function motorSteps(w: WorkedElement, motor: MotorInput, r: PumpResult, p: WorkingValue): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const plate = { from: 'pump.motor' };
  const n = worth('n', 'units running', r.running, 'ratio', own('running'));
  const unit = p.value / r.running;
  const load = unit / motor.ratedPower!;
  const p1 = worth('P1', 'input power of all running units', r.inputPower!, 'power', own('inputPower'));
  const shaft = worth('Ps', 'shaft power of one unit', unit, 'power', own('unitPower'));
  const loss = worth('Pl', 'losses of the motor at this load', motorLoss(motor, load), 'power', own('motorLoss'));
  const input = worth('Pi', 'power at the terminals of one motor', unit + loss.value, 'power', own('unitInput'));
  const rated = worth('Pr', 'rated power of the motor', motor.ratedPower!, 'power', plate);
  const eta = worth('ηm', 'motor efficiency at this load', r.motorEfficiency!, 'ratio', own('motorEfficiency'));
  const drive = worth('ηd', 'efficiency of the drive', motor.driveEfficiency ?? 1, 'ratio', plate);
  const hasDrive = drive.value !== 1;
  const single = typeof motor.efficiency === 'number' ? motor.efficiency : undefined;
  const lossStep =
    single === undefined
      ? inWords(
          'motorLoss',
          loss,
          'a parabola in the load through the losses at 50, 75 and 100 % of the plate',
          [shaft, rated],
          'IEC 60034-30-1',
        )
      : step(
          'motorLoss',
          loss,
          'Pr·(1/ηr − 1)·(0.5 + 0.5·(Ps/Pr)²)',
          [shaft, rated, worth('ηr', 'motor efficiency at rated load', single, 'ratio', plate)],
          'IEC 60034-31, losses half constant, half with the square of the load',
        );
  const steps = [
    step('unitPower', shaft, 'P/n', [p, n], 'equal units'),
    lossStep,
    step('unitInput', input, 'Ps + Pl', [shaft, loss], 'definition'),
    step('motorEfficiency', eta, 'Ps/Pi', [shaft, input], 'definition'),
    step('inputPower', p1, hasDrive ? 'P/ηm/ηd' : 'P/ηm', hasDrive ? [p, eta, drive] : [p, eta], 'definition'),
  ];
  if (r.powerFactor === undefined || !motor.powerFactor) return steps;
  const reactive = motorReactive(motor, load);
  const x = worth('Pq', 'reactive power at this load', reactive, 'power', own('reactive'));
  const cos = worth('cosφ', 'power factor at this load', r.powerFactor, 'ratio', own('powerFactor'));
  const words =
    typeof motor.powerFactor === 'number'
      ? 'that of rated load, six tenths of it magnetising, the rest with the square of the load'
      : 'a parabola in the load through that at 50, 75 and 100 % of the plate';
  steps.push(
    inWords('reactive', x, words, [shaft, rated], 'circle diagram of the induction motor (Heyland)'),
    step('powerFactor', cos, 'Pi/√(Pi² + Pq²)', [input, x], 'definition'),
  );
  if (r.current === undefined || !motor.voltage) return steps;
  const u = worth('U', 'voltage between phases', motor.voltage, 'voltage', plate);
  const i = worth('I', 'current of one motor, A', r.current, 'ratio', own('current'));
  return [...steps, step('current', i, 'Pi/(√(3)·U·cosφ)', [input, u, cos], 'three phases')];
}
