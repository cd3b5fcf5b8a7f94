import type { Study } from '../document/study.js';
import type { PumpPerformance } from '../pumps/pump.js';
import { prepareStudy } from '../scenarios/prepare.js';
import { runStudy } from '../scenarios/run.js';
import { normal } from '../test/normal.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { fitReadings, studentFactor, type Fit } from './fit.js';
import { scaleCurves } from './moved.js';
import { besideModel, figuresAt, modelAt, readReadings, type Reading } from './readings.js';

/*
 * Water that falls through K = 10 in a bore of 100 mm from a level of 5 m: Q = A·√(2·g·5/10) = 0.0245955 m³/s, and Q ∝ √level.
 */
const Q = (Math.PI / 4) * 0.01 * Math.sqrt(9.80665);
const fall = (readings: object[], more: object = {}): Study =>
  copy(
    study({ T: vessel(0, 5), U: vessel(0, 0) }, [line('L', 'T', 'U', [pipe('a', 0, 100, { fittings: [{ k: 10, count: 1 }] })])], {
      readings,
      ...more,
    }),
  );
const copy = (x: object): Study => JSON.parse(JSON.stringify(x)) as Study;
const scenario = fall([]).scenarios[0]!.id;
const flow = (litres: number, more: object = {}): object => ({
  scenario,
  at: 'L',
  figure: 'flow',
  value: `${litres} l/s`,
  ...more,
});

function fitted(of: Study, ...addresses: string[]): Fit {
  const { readings, problems } = readReadings(of);
  expect(problems).toEqual([]);
  const found = fitReadings(of, readings, addresses);
  expect(found).toMatchObject({ ok: true });
  return (found as { fit: Fit }).fit;
}
const refused = (of: Study, ...addresses: string[]): string => {
  const found = fitReadings(of, readReadings(of).readings, addresses);
  return found.ok ? '' : found.reason;
};

describe('by hand', () => {
  test('one flow, one level: level ∝ Q²; ±1.96 deviations of 2 % of it are ±1.96·0.02·2·level', () => {
    const { inputs, before, after, correlation } = fitted(fall([flow(Q * 1000 * 1.1)]), 'T.level');
    const [level] = inputs;
    expect(level!.value).toBeCloseTo(5 * 1.1 ** 2, 3);
    expect(level!.before).toBe(5);
    expect(level!.interval).toBeCloseTo(1.96 * 0.02 * 2 * level!.value, 3);
    // 10 % above in deviations of 2 %: 0.1/(1.1·0.02)
    expect(before).toBeCloseTo(0.1 / 1.1 / 0.02, 3);
    expect(after).toBeLessThan(1e-3);
    expect([correlation, level!.isFactor, level!.isAtBound]).toEqual([null, false, false]);
  });

  test('four readings that agree halve it; what is not used does not count', () => {
    const alike = [1, 2, 3, 4].map(() => flow(Q * 1000));
    const { inputs, beside } = fitted(fall([...alike, flow(90, { used: false })]), 'T.level');
    expect(inputs[0]!.value).toBeCloseTo(5, 3);
    expect(inputs[0]!.interval).toBeCloseTo((1.96 * 0.02 * 2 * 5) / 2, 3);
    expect(beside).toHaveLength(4);
  });

  test('readings that scatter more than their instruments widen it by Student’s factor: ±10 % read with 2 %', () => {
    const { inputs } = fitted(
      fall([flow(Q * 1100, { deviation: '0.5 l/s' }), flow(Q * 900, { deviation: '0.5 l/s' })]),
      'T.level',
    );
    // the mean stands; Σoff² = 2·(0.1·Q/0.5 l/s)², one degree of freedom: s; slope of Q over level Q/(2·5) a metre, two readings
    const s = Math.sqrt(2) * ((0.1 * Q * 1000) / 0.5);
    expect(inputs[0]!.value).toBeCloseTo(5, 2);
    expect(inputs[0]!.interval).toBeCloseTo((12.706 * s * 0.5) / ((Q * 1000) / 10) / Math.SQRT2, 1);
  });

  test('fittings by a factor: Q ∝ 1/√K; what an end of a field holds is said to', () => {
    const fouled = fitted(fall([flow((Q * 1000) / Math.SQRT2)]), 'pipe.fittings');
    expect(fouled.inputs[0]).toMatchObject({ isFactor: true, before: 1 });
    expect(fouled.inputs[0]!.value).toBeCloseTo(2, 2);
  });
});

/* a lift of 20 m through 400 m of DN 150: friction and the pump's curve both tell in the readings */
const rows = [0, 60, 100, 140].map((q) => ({ flow: `${q} m3/h`, head: `${34 - q * q * 6e-4} m`, efficiency: q === 0 ? 0 : 0.8 }));
const lift = (entries: { wear?: number; roughness?: string } = {}, readings: object[] = []): Study =>
  copy(
    study(
      { T: vessel(0, 5), U: vessel(25, 0) },
      [
        line('L', 'T', 'U', [
          { id: 'P', kind: 'pump', mode: 'curve', pump: 'x', wear: entries.wear ?? 0 },
          pipe('a', 400, 150, { roughness: entries.roughness ?? '0.05 mm' }),
        ]),
      ],
      { pumps: { x: { speed: '2900 rpm', curve: rows } }, readings },
    ),
  );

describe('what was planted is found', () => {
  const planted = { wear: 0.06, roughness: '0.4 mm' };
  const truth = runStudy(lift(planted)).scenarios[0]!.result!;
  const pump = truth.elements.P as { flow: number; head: number; inletPressure: number; outletPressure: number };
  /** eight readings a day, off by what instruments of these deviations are off */
  const taken = (seed: number): object[] =>
    normal(seed, 24).map((z, i) => {
      if (i % 3 === 0)
        return { scenario, at: 'P', figure: 'flow', value: `${pump.flow * 3600 + z * 0.5} m3/h`, deviation: '0.5 m3/h' };
      if (i % 3 === 1) return { scenario, at: 'P', figure: 'head', value: `${pump.head + z * 0.1} m`, deviation: '0.1 m' };
      return {
        scenario,
        at: 'P',
        figure: 'outletPressure',
        value: `${(pump.outletPressure + z * 1500) / 1e5} bar(a)`,
        deviation: '0.015 bar',
      };
    });

  test('wear of 6 % and a roughness of 0.4 mm lie within their intervals, which are narrow, in 19 of 20 days', () => {
    const days = Array.from({ length: 20 }, (_, day) => fitted(lift({}, taken(day + 1)), 'P.wear', 'a.roughness'));
    const inside = (k: number, value: number): number =>
      days.filter(({ inputs }) => Math.abs(inputs[k]!.value - value) <= inputs[k]!.interval).length;
    expect(inside(0, 0.06)).toBeGreaterThanOrEqual(18);
    expect(inside(1, 4e-4)).toBeGreaterThanOrEqual(18);
    for (const { inputs, before, after } of days) {
      expect(inputs[0]!.interval).toBeLessThan(0.01);
      expect(inputs[1]!.interval).toBeLessThan(2e-4);
      expect(after).toBeLessThan(1.6);
      expect(before).toBeGreaterThan(5);
    }
  });

  test('the head of a curve by a factor is the same as wear', () => {
    const exact = [{ scenario, at: 'P', figure: 'head', value: `${pump.head} m` }, { scenario, at: 'P', figure: 'flow', value: `${pump.flow * 3600} m3/h` }]; // prettier-ignore
    const { inputs } = fitted(lift({ roughness: '0.4 mm' }, exact), 'P.curve');
    expect(inputs[0]!.value).toBeCloseTo(0.94, 4);
    expect(inputs[0]!.isFactor).toBe(true);
  });

  test('the correlation of two is that of their slopes, by a second way; a curve of another pump is left alone', () => {
    const readings = [
      { scenario, at: 'P', figure: 'flow', value: `${pump.flow * 3600} m3/h`, deviation: '0.5 m3/h' },
      { scenario, at: 'P', figure: 'head', value: `${pump.head} m`, deviation: '0.1 m' },
      { scenario, at: 'P', figure: 'outletPressure', value: `${pump.outletPressure / 1e5} bar(a)`, deviation: '0.015 bar' },
    ];
    const { correlation } = fitted(lift({}, readings), 'P.wear', 'a.roughness');
    const at = (wear: number, mm: number): number[] => {
      const e = runStudy(lift({ wear, roughness: `${mm} mm` })).scenarios[0]!.result!.elements.P as typeof pump;
      return [(e.flow * 3600) / 0.5, e.head / 0.1, e.outletPressure / 1500];
    };
    // slopes at what was planted, by differences
    const slope = (a: number[], b: number[]): number[] => a.map((x, i) => x - b[i]!);
    const [w, r] = [slope(at(0.061, 0.4), at(0.059, 0.4)), slope(at(0.06, 0.41), at(0.06, 0.39))];
    const dot = (a: number[], b: number[]): number => a.reduce((sum, x, i) => sum + x * b[i]!, 0);
    expect(correlation).toBeCloseTo(-dot(w, r) / Math.sqrt(dot(w, w) * dot(r, r)), 2);
  });

  test('scaled is the curve of the pumps that are named, and of no other', () => {
    const of = lift();
    const [l] = of.lines;
    const second = { id: 'P2', kind: 'pump', mode: 'curve', pump: 'x' };
    const two = { ...of, lines: [{ ...l!, elements: [second, ...l!.elements] }] };
    const model = prepareStudy(copy(two)).scenarios[0]!.model!;
    const heads = (): number[] => ['P', 'P2'].map((id) => {
      const m = model.elements.find((e) => e.id === id)!.model as { law: { performance: PumpPerformance } };
      return m.law.performance.head(0.02);
    }); // prettier-ignore
    const [before] = heads();
    scaleCurves(model, new Set(['P2']), { flow: 1, head: 0.9, efficiency: 1 });
    expect(heads()[0]).toBe(before);
    expect(heads()[1]! / before!).toBeCloseTo(0.9, 9);
  });

  test('two that say the same are not told apart, one that nothing feels is not fitted, and nothing without readings', () => {
    const of = lift({}, taken(1));
    expect(refused(of, 'P.wear', 'P.curve')).toBe('not-apart');
    expect(refused(lift({}, taken(1).slice(0, 1)), 'U.pressure')).toBe('');
    expect(refused(lift({}, [{ scenario, at: 'T', figure: 'pressure', value: '0 bar(g)' }]), 'a.roughness')).toBe('not-felt');
    expect(refused(lift(), 'P.wear')).toBe('no-readings');
    expect(refused(lift({}, taken(1).slice(0, 1)), 'P.wear', 'a.roughness')).toBe('fewer-readings');
    expect(refused(of, 'P.nothing')).toBe('no-input');
  });
});

describe('readings', () => {
  const of = lift();
  const read = (more: object): Reading => {
    const found = readReadings(lift({}, [{ scenario, at: 'P', figure: 'outletPressure', value: '2 bar', ...more }]));
    expect(found.problems).toEqual([]);
    return found.readings[0]!;
  };

  test('in SI, a pressure gauge unless it is said to be absolute; the usual deviation where none is given', () => {
    expect(read({})).toMatchObject({ value: 301_325, isUsual: true, isUsed: true, elevation: undefined });
    expect(read({}).deviation).toBeCloseTo(3013.25, 9);
    expect(read({ value: '2 bar(a)' }).value).toBe(2e5);
    expect(read({ value: '0.01 bar(a)' }).deviation).toBe(2000);
    expect(read({ deviation: '50 mbar' }).deviation).toBeCloseTo(5000, 9);
    expect(read({ deviation: '2 %' }).deviation).toBeCloseTo(6026.5, 9);
    expect(read({ figure: 'flow', value: '36 m3/h' })).toMatchObject({ value: 0.01, deviation: 0.0002 });
    expect(read({ figure: 'current', value: '52 A' })).toMatchObject({ value: 52, deviation: 1.04 });
  });

  test('a gauge 3 m over its tapping shows 3 m of the liquid less', () => {
    const [solved] = runStudy(of).scenarios;
    const there = modelAt(read({}), solved!)!;
    expect(there).toBe((solved!.result!.elements.P as { outletPressure: number }).outletPressure);
    // the pump stands at elevation 0: 998.207 kg/m³ at 20 °C
    expect(there - modelAt(read({ elevation: '3 m' }), solved!)!).toBeCloseTo(3 * 998.207 * 9.80665, 0);
    const [beside] = besideModel([read({})], [solved!]);
    expect(beside!.off).toBeCloseTo((301_325 - there) / 3013.25, 9);
    // the surface of a vessel, and a tapping at its foot
    const point: Reading = { ...read({}), at: 'T', figure: 'pressure', elevation: -2 };
    expect(modelAt(point, solved!)).toBeCloseTo(solved!.result!.points.T!.staticPressure! + 2 * 998.207 * 9.80665, 0);
  });

  test('what can be read where', () => {
    expect(figuresAt(of, 'T')).toEqual(['pressure']);
    expect(figuresAt(of, 'L')).toEqual(['flow']);
    expect(figuresAt(of, 'P')).toContain('shaftPower');
    expect(figuresAt(of, 'a')).not.toContain('head');
    expect(figuresAt(of, 'none')).toEqual([]);
  });

  test.each([
    [{ scenario: 'no' }, 'scenario', 'unknown-scenario'],
    [{ at: 'no' }, 'at', 'unknown-id'],
    [{ at: 'a', figure: 'head' }, 'figure', 'no-figure-there'],
    [{ value: '2 m' }, 'value', 'bad-reading'],
    [{ value: '' }, 'value', 'bad-reading'],
    [{ deviation: '-1 bar' }, 'deviation', 'bad-spread'],
    [{ elevation: '3 bar' }, 'elevation', 'bad-reading'],
  ])('what cannot be taken is said at its path: %j', (more, key, reason) => {
    const found = readReadings(lift({}, [{ scenario, at: 'P', figure: 'outletPressure', value: '2 bar', ...more }]));
    expect(found.problems).toMatchObject([{ path: `readings[0].${key}`, detail: { reason } }]);
  });
});

test('Student’s factors: 95 of 100 lie within them by his law, integrated here by Simpson’s rule', () => {
  for (let freedom = 1; freedom <= 20; freedom++) {
    // the law without its constant, which the whole of it gives; x = tan u keeps the tails in reach
    const law = (u: number): number => (1 + Math.tan(u) ** 2 / freedom) ** (-(freedom + 1) / 2) / Math.cos(u) ** 2;
    const simpson = (to: number): number => {
      const n = 4000;
      let sum = 0;
      for (let i = 0; i <= n; i++) sum += law((to * i) / n) * (i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2);
      return (sum * to) / n / 3;
    };
    const within = simpson(Math.atan(studentFactor(freedom))) / simpson(Math.PI / 2 - 1e-6);
    expect([freedom, Math.abs(within - 0.95) < 2e-4]).toEqual([freedom, true]);
  }
  expect(studentFactor(21)).toBe(1.96);
});
