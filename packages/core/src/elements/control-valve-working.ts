import { KV_PER_CV } from '../units/flow-coefficient.js';
import type { ValveResult } from '../results/results.js';
import { inUnit, inWords, step, worth, type KeyedStep, type WorkingValue } from '../results/working.js';
import { criticalPressureRatio, pipingFactors, pipingLosses, TYPICAL_RECOVERY, type ValveInput } from '../valves/valve.js';
import { reynoldsConstants, reynoldsFactor, TYPICAL_FD } from '../valves/reynolds.js';
import type { WorkedElement } from './kind.js';
import type { ControlValveModel } from './model.js';
import { word } from '../words/word.js';

/** The working of a control valve: drop, choking, coefficient with its piping factors, travel. */
export function valveWorking(w: WorkedElement, r: ValveResult): KeyedStep[] {
  const s = w.medium;
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', { unit: 'm3/h', ...own('flow') });
  const h = worth('h', word('quantity.head-loss-of-the-valve'), r.headLoss ?? NaN, 'head', own('headLoss'));
  const drop = worth('Δp', word('quantity.pressure-drop'), r.drop ?? NaN, 'pressureDifference', own('drop'));
  const steps: KeyedStep[] = [];
  if (r.drop !== null) {
    steps.push(
      inWords('headLoss', h, word('how.inlet-head-minus-outlet-head'), [], word('source.head-balance-of-the-line-solved')),
    );
    steps.push(step('drop', drop, 'ρ·g·h', [s.density, s.gravity, h], word('source.definition')));
  }
  if (r.chokedDrop === null || r.inletPressure === null || !(r.flow > 0)) return [...steps, ...givenCoefficient(w, r)];
  const at = r.kv ?? w.valve?.ratedKv ?? 0;
  const recovery = worth(
    w.valve?.inside ? 'FLc' : 'FL',
    w.valve?.inside
      ? word('quantity.flp-over-fp')
      : word(w.valve?.isTypical ? 'quantity.pressure-recovery-factor-typical' : 'quantity.pressure-recovery-factor'),
    w.valve ? pipingFactors(w.valve, at).fl : TYPICAL_RECOVERY,
    'ratio',
    w.valve?.inside ? own('recovery') : { from: 'valve.fl' },
  );
  const p1 = worth(
    'p1',
    word('quantity.static-pressure-at-the-inlet'),
    r.inletPressure,
    'absolutePressure',
    own('inletPressure'),
  );
  const ratio = criticalPressureRatio(s.vapour.value, s.critical.value);
  const ff = worth('FF', word('quantity.critical-pressure-ratio-factor'), ratio, 'ratio', own('ff'));
  const choked = worth('Δpc', word('quantity.choked-drop'), r.chokedDrop, 'pressureDifference', own('chokedDrop'));
  const lesser = Math.min(drop.value, choked.value);
  const effective = worth('Δpe', word('quantity.effective-drop'), lesser, 'pressureDifference', own('effective'));
  steps.push(
    step('ff', ff, '0.96 − 0.28·√(pv/pc)', [s.vapour, s.critical], word('source.iec-60534-2-1-eq-4')),
    ...(w.valve?.inside ? pipingSteps(w, w.valve, at, recovery) : []),
    step(
      'chokedDrop',
      choked,
      `${recovery.symbol}²·(p1 − FF·pv)`,
      [recovery, p1, ff, s.vapour],
      word('source.iec-60534-2-1-eq-3'),
    ),
    step('effective', effective, 'min(Δp, Δpc)', [drop, choked], word('source.iec-60534-2-1')),
  );
  const given = givenCoefficient(w, r);
  if (given.length > 0 || r.kv === null) return [...steps, ...given];
  const kv = worth('Kv', word('quantity.flow-coefficient'), r.kv, 'coefficient', own('kv'));
  const isOpen = r.opening === 1;
  const inputs = [q, inUnit(effective, 'bar'), s.density];
  const fp = worth(
    'FP',
    word('quantity.piping-geometry-factor'),
    w.valve ? pipingFactors(w.valve, at).fp : 1,
    'ratio',
    own('fp'),
  );
  const fr = worth('FR', word('quantity.reynolds-number-factor'), r.fr ?? 1, 'ratio', own('fr'));
  const factors = [fp, fr].filter((x) => x.value !== 1);
  const formula = factors.length > 0 ? `Q/(${factors.map((x) => x.symbol).join('·')}·√(Δpe/(ρ/999.1)))` : 'Q/√(Δpe/(ρ/999.1))';
  if (fr.value !== 1) steps.push(...reynoldsSteps(w, r, fr));
  steps.push(
    isOpen
      ? inWords('kv', kv, word('how.the-rated-coefficient-the-valve-is-fully'), [], word('source.the-maker'))
      : step('kv', kv, formula, [...inputs, ...factors], word('source.iec-60534-2-1-eq-1')),
  );
  const cv = worth('Cv', word('quantity.flow-coefficient-us'), r.cv!, 'coefficient', own('cv'));
  return [...steps, step('cv', cv, 'Kv/0.865', [kv], word('source.iec-60534-1')), ...openingSteps(w, r, kv)];
}

/** FR with the coefficient that it rests on: solved together */
function reynoldsSteps(w: WorkedElement, r: ValveResult, fr: WorkingValue): KeyedStep[] {
  const model = w.model as ControlValveModel;
  if (!model.valve || model.lineBore === undefined || r.kv === null) return [];
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { valve, lineBore } = model;
  const c = reynoldsConstants({ valve, lineBore }, r.kv);
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', { unit: 'm3/h', ...own('flow') });
  const kv = worth('Kv', word('quantity.flow-coefficient'), r.kv, 'coefficient', own('kv'));
  const fd = worth(
    'Fd',
    word(valve.isTypical ? 'quantity.valve-style-modifier-typical' : 'quantity.valve-style-modifier'),
    valve.fd ?? TYPICAL_FD,
    'ratio',
    { from: 'valve.fd' },
  );
  const fl = worth('FL', word('quantity.pressure-recovery-factor'), c.fl, 'ratio', { from: 'valve.fl' });
  const line = worth('D', word('quantity.bore-of-the-line'), lineBore, 'diameter', { unit: 'mm' });
  const d = worth('d', word('quantity.nominal-bore-of-the-valve'), valve.bore ?? lineBore, 'diameter', {
    unit: 'mm',
    from: 'valve.size',
  });
  const nu = { ...w.medium.kinematic, unit: 'm2/s' };
  const found = reynoldsFactor(c, r.flow * 3600, w.medium.kinematic.value);
  const rev = worth('Rev', word('quantity.reynolds-number-in-the-valve'), found.reynolds, 'ratio', own('reynolds'));
  const n = worth(
    'n',
    c.isFullSize ? word('quantity.n-of-a-full-size-trim') : word('quantity.n-of-a-reduced-trim'),
    c.n,
    'ratio',
    own('n'),
  );
  const source = word('source.iec-60534-2-1-annex-a');
  const laminar = (0.026 / c.fl) * Math.sqrt(c.n * found.reynolds);
  const is = (form: number): boolean => Math.abs(form - fr.value) <= 1e-9 * fr.value;
  return [
    step('reynolds', rev, '0.0707·Fd·Q/(ν·√(Kv·FL))·(FL²·Kv²/(0.0016·D^4) + 1)^0.25', [fd, q, nu, kv, fl, line], source),
    step('n', n, c.isFullSize ? '0.0016/(Kv/d²)²' : '1 + 140·(Kv/d²)^(2/3)', [kv, d], source),
    is(laminar)
      ? step('fr', fr, '0.026/FL·√(n·Rev)', [fl, n, rev], source)
      : is((0.026 / c.fl) * Math.sqrt(c.n * 10))
        ? step('fr', fr, '0.026/FL·√(n·10)', [fl, n], word('source.iec-60534-2-1-annex-a-laminar'))
        : step('fr', fr, '1 + 0.33·√(FL)/n^0.25·log10(Rev/10000)', [fl, n, rev], source),
  ];
}

const SOURCE = word('source.iec-60534-2-4');

/** a valve given by its travel or coefficient: what it has there */
function givenCoefficient(w: WorkedElement, r: ValveResult): KeyedStep[] {
  const model = w.model as ControlValveModel;
  if (model.law.kind !== 'kv' || r.kv === null) return [];
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const kv = worth('Kv', word('quantity.flow-coefficient'), r.kv, 'coefficient', own('kv'));
  const cv = worth('Cv', word('quantity.flow-coefficient-us'), r.cv!, 'coefficient', own('cv'));
  const toCv = step('cv', cv, 'Kv/0.865', [kv], word('source.iec-60534-1'));
  if (w.read.mode === 'kv') return [toCv];
  if (w.read.mode === 'cv') return [step('kv', kv, `${KV_PER_CV}·Cv`, [cv], word('source.iec-60534-1'))];
  const { valve } = w;
  if (!valve || r.opening === null) return [];
  const x = worth('x', word('quantity.travel'), r.opening, 'ratio', own('opening'));
  const { rated, range } = characteristicValues(valve);
  if (r.opening <= 0) return [step('kv', kv, '0·x', [x], word('source.travel-0-is-closed')), toCv];
  switch (valve.characteristic) {
    case 'equal-percentage':
      return [step('kv', kv, 'Kvs·R^(x − 1)', [rated, range, x], SOURCE), toCv];
    case 'linear':
      return [step('kv', kv, 'Kvs·(1/R + (1 − 1/R)·x)', [rated, range, x], SOURCE), toCv];
    case 'quick-opening':
      return [step('kv', kv, 'Kvs·√(x)', [rated, x], SOURCE), toCv];
    case 'table': {
      const rows = rowsAround(valve, (row) => row.travel >= r.opening!);
      return [
        step('kv', kv, 'k1 + (k2 − k1)·(x − x1)/(x2 − x1)', [...rows, x], word('source.the-makers-table-linear-between-rows')),
        toCv,
      ];
    }
  }
}

function characteristicValues(valve: ValveInput): { rated: WorkingValue; range: WorkingValue } {
  return {
    rated: worth('Kvs', word('quantity.rated-kv'), valve.ratedKv, 'coefficient', { from: 'valve.ratedKv' }),
    range: worth('R', word('quantity.rangeability'), valve.rangeability, 'ratio', { from: 'valve.rangeability' }),
  };
}

function rowsAround(valve: ValveInput, isAbove: (row: { travel: number; kv: number }) => boolean): WorkingValue[] {
  const table = valve.table!;
  const after = table.findIndex((row, i) => i > 0 && isAbove(row));
  const b = table[after < 0 ? table.length - 1 : after]!;
  const a = table[(after < 0 ? table.length - 1 : after) - 1]!;
  const from = { from: 'valve.table' };
  return [
    worth('x1', word('quantity.travel-of-the-row-below'), a.travel, 'ratio', from),
    worth('x2', word('quantity.travel-of-the-row-above'), b.travel, 'ratio', from),
    worth('k1', word('quantity.kv-of-the-row-below'), a.kv, 'coefficient', from),
    worth('k2', word('quantity.kv-of-the-row-above'), b.kv, 'coefficient', from),
  ];
}

/** travel at which the valve has the coefficient */
function openingSteps(w: WorkedElement, r: ValveResult, kv: WorkingValue): KeyedStep[] {
  const { valve } = w;
  if (!valve || r.opening === null) return [];
  const x = worth('x', word('quantity.travel'), r.opening, 'ratio', { from: `${w.id}.opening` });
  if (r.opening >= 1) return [inWords('opening', x, word('how.fully-open'), [kv], word('source.at-the-rated-coefficient'))];
  if (r.opening <= 0)
    return [inWords('opening', x, word('how.below-the-coefficient-just-off-the-seat'), [kv], word('source.below-its-range'))];
  const { rated, range } = characteristicValues(valve);
  switch (valve.characteristic) {
    case 'equal-percentage':
      return [step('opening', x, '1 + ln(Kv/Kvs)/ln(R)', [kv, rated, range], SOURCE)];
    case 'linear':
      return [step('opening', x, '(Kv/Kvs − 1/R)/(1 − 1/R)', [kv, rated, range], SOURCE)];
    case 'quick-opening':
      return [step('opening', x, '(Kv/Kvs)²', [kv, rated], SOURCE)];
    case 'table': {
      const rows = rowsAround(valve, (row) => row.kv >= kv.value);
      const formula = 'x1 + (x2 − x1)·(Kv − k1)/(k2 − k1)';
      return [step('opening', x, formula, [...rows, kv], word('source.the-makers-table-linear-between-rows'))];
    }
  }
}

/** FP, FLP and what they rest on; the coefficient in them is the one that is found: solved together */
function pipingSteps(w: WorkedElement, valve: ValveInput, coefficient: number, recovery: WorkingValue): KeyedStep[] {
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const inside = { from: 'valve.inside' };
  const kv = worth('Kv', word('quantity.flow-coefficient'), coefficient, 'coefficient', own('kv'));
  if (!valve.bore || !valve.inside) return [];
  const { fp, fl } = pipingFactors(valve, coefficient);
  const losses = pipingLosses(valve)!;
  const d = worth('d', word('quantity.nominal-bore-of-the-valve'), valve.bore, 'diameter', { unit: 'mm', from: 'valve.size' });
  const d1 = worth('D1', word('quantity.bore-of-the-upstream-pipe'), valve.inside[0], 'diameter', { unit: 'mm', ...inside });
  const d2 = worth('D2', word('quantity.bore-of-the-downstream-pipe'), valve.inside[1], 'diameter', { unit: 'mm', ...inside });
  const k1 = worth('ζ1', word('quantity.inlet-reducer-with-bernoulli-coefficient'), losses.inlet, 'ratio', own('k1'));
  const k2 = worth('ζ2', word('quantity.outlet-expander-with-bernoulli-coefficient'), losses.outlet, 'ratio', own('k2'));
  const factor = worth('FP', word('quantity.piping-geometry-factor'), fp, 'ratio', own('fp'));
  const alone = worth('FL', word('quantity.pressure-recovery-factor-of-the-valve-alone'), valve.fl, 'ratio', {
    from: 'valve.fl',
  });
  const flp = worth('FLP', word('quantity.recovery-factor-with-the-inlet-reducer'), fl * fp, 'ratio', own('flp'));
  const source = word('source.iec-60534-2-1-reducers');
  return [
    step('k1', k1, '0.5·(1 − (d/D1)²)² + 1 − (d/D1)^4', [d, d1], source),
    step('k2', k2, '(1 − (d/D2)²)² − (1 − (d/D2)^4)', [d, d2], source),
    step('fp', factor, '1/√(1 + (ζ1 + ζ2)/0.0016·(Kv/d²)²)', [k1, k2, kv, d], word('source.iec-60534-2-1-fp')),
    step('flp', flp, 'FL/√(1 + FL²·ζ1/0.0016·(Kv/d²)²)', [alone, k1, kv, d], word('source.iec-60534-2-1-flp')),
    step('recovery', recovery, 'FLP/FP', [flp, factor], word('source.iec-60534-2-1')),
  ];
}
