import { probit } from 'simple-statistics';
import type { Study } from '../document/study.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { handleAt, movedBy } from './moved.js';
import { quantilesOf, sampleStudy, type Sampled } from './sampling.js';
import { GRADE_TOLERANCE, readUncertainty } from './uncertain.js';

/*
 * Water that falls through K = 10 in a bore of 100 mm: v = √(2·g·H/K). H is the level of T over that of U. A level of 5 m gives
 * 3.1316 m/s; 3.5 m/s, the limit below, is met at H = 10·3.5²/(2·9.80665) = 6.24576 m.
 */
const fall = (uncertainty: object[], more: object = {}): Study =>
  JSON.parse(
    JSON.stringify(
      study(
        { T: vessel(0, 5), U: vessel(0, 0) },
        [line('L', 'T', 'U', [pipe('a', 0, 100, { fittings: [{ k: 10, count: 1 }] })])],
        { limits: [{ check: 'velocity', where: 'a', limit: ['0 m/s', '3.5 m/s'] }], uncertainty, ...more }, // prettier-ignore
      ),
    ),
  ) as Study;

function sampled(of: Study, runs = 500, seed = 7): Sampled {
  const { inputs, problems } = readUncertainty(of);
  expect(problems).toEqual([]);
  const work = sampleStudy(of, inputs, { runs, seed });
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

const velocity = (s: Sampled) => s.scenarios[0]!.margins.find((m) => m.check === 'velocity' && m.where === 'a')!;
const standardDeviation = (x: Float64Array): number => {
  const mean = x.reduce((a, b) => a + b) / x.length;
  return Math.sqrt(x.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (x.length - 1));
};

describe('what comes out is what can be worked out by hand', () => {
  test('a band: even within it, one draw a stratum; the chance to pass a limit is the share of the band beyond the limit', () => {
    const s = sampled(fall([{ input: 'T.level', band: '2 m' }]));
    const level = [...s.draws[0]!].map((x) => 5 + x).sort((a, b) => a - b);
    // the i-th of 500 strata of 3 to 7 m
    level.forEach((x, i) => expect(Math.abs(x - (3 + (4 * (i + 0.5)) / 500))).toBeLessThanOrEqual(2 / 500));
    const v = velocity(s);
    [...v.values].forEach((x, run) => expect(x).toBeCloseTo(Math.sqrt((2 * 9.80665 * (5 + s.draws[0]![run]!)) / 10), 6));
    // 7 − 6.24576 of 4 m
    expect(Math.abs(v.near / v.judged - (7 - 6.24576) / 4)).toBeLessThanOrEqual(1 / 500 + 1e-9);
    // a velocity beyond its limit is a warning
    expect([v.judged, v.fails]).toEqual([500, 0]);
    expect(v.rank[0]).toBeCloseTo(1, 12);
    // of a band of 3 to 7 m: 3.2, 5 and 6.8 m
    const { p5, p50, p95 } = quantilesOf(v.values)!;
    for (const [x, level] of [[p5, 3.2], [p50, 5], [p95, 6.8]] as const) expect(x).toBeCloseTo(Math.sqrt((2 * 9.80665 * level) / 10), 2); // prettier-ignore
    expect(quantilesOf(new Float64Array(3).fill(NaN))).toBeNull();
  });

  test('a deviation: the normal law; half of it beyond the mean, and as much beyond the limit as tables say', () => {
    const s = sampled(fall([{ input: 'T.level', deviation: '0.8 m' }]));
    expect(standardDeviation(s.draws[0]!)).toBeCloseTo(0.8, 2);
    const v = velocity(s);
    // (6.24576 − 5)/0.8 = 1.5572 deviations: 5.97 % lie beyond (normal law)
    expect(Math.abs(v.near / 500 - 0.0597)).toBeLessThan(0.0025);
    expect(probit(1 - 0.0597)).toBeCloseTo(1.5572, 2);
  });

  test('two inputs that weigh the same: rank correlation 6/π·asin(½·√½) = 0.690 each, with the sign of each', () => {
    const s = sampled(fall([{ input: 'T.level', deviation: '0.3 m' }, { input: 'U.level', deviation: '0.3 m' }]), 2000); // prettier-ignore
    const expected = (6 / Math.PI) * Math.asin(Math.SQRT1_2 / 2);
    expect(velocity(s).rank[0]).toBeCloseTo(expected, 1);
    expect(velocity(s).rank[1]).toBeCloseTo(-expected, 1);
    expect(s.axes).toEqual([
      { address: 'T.level', of: 'input' },
      { address: 'U.level', of: 'input' },
    ]);
  });

  test('fittings by a share: v ∝ 1/√K; what moves nothing has no rank', () => {
    const s = sampled(fall([{ input: 'pipe.fittings', band: '20 %' }, { input: 'U.elevation', band: '0.000000001 mm' }])); // prettier-ignore
    const v = velocity(s);
    [...v.values].forEach((x, run) => expect(x).toBeCloseTo(Math.sqrt((2 * 9.80665 * 5) / (10 * (1 + s.draws[0]![run]!))), 6));
    expect(v.rank[0]).toBeCloseTo(-1, 12);
    const still = sampled(fall([{ input: 'U.elevation', band: '0.00000001 mm' }]), 20);
    expect(velocity(still).rank).toEqual([null]);
  });

  test('the same seed gives the same figures, another gives others', () => {
    const of = fall([{ input: 'T.level', band: '2 m' }]);
    expect(sampled(of, 40, 3)).toEqual(sampled(of, 40, 3));
    expect(sampled(of, 40, 3).draws[0]).not.toEqual(sampled(of, 40, 4).draws[0]);
  });
});

/* a lift without losses: H = 20 m are asked; the head is 30 m − 0.1 m a m³/h, with efficiency 0.8: 100 m³/h, 10 m³/h more a metre of level */
const rows = [0, 60, 100, 140].map((q) => ({ flow: `${q} m3/h`, head: `${30 - q / 10} m`, efficiency: 0.8 }));
const lift = (uncertainty: object[]): Study =>
  JSON.parse(
    JSON.stringify(
      study(
        { T: vessel(0, 5), U: vessel(25, 0) },
        [line('L', 'T', 'U', [pipe('a', 0.001, 900), { id: 'P', kind: 'pump', mode: 'curve', pump: 'x' }])],
        { pumps: { x: { speed: '2900 rpm', minFlow: '95 m3/h', curve: rows } }, uncertainty },
      ),
    ),
  ) as Study;

describe('the curve of a pump within its grade', () => {
  test('head h and flow q within ± of it: 20 = h·(30 − 0.1·Q/q)', () => {
    const s = sampled(lift([{ input: 'P.curve', grade: '2B' }]), 60);
    expect(s.axes.map((a) => a.of)).toEqual(['flow', 'head', 'efficiency']);
    const [flow, head, efficiency] = s.draws as [Float64Array, Float64Array, Float64Array];
    const [pump] = s.scenarios[0]!.pumps;
    for (let run = 0; run < 60; run++) {
      const expected = 10 * (1 + flow[run]!) * (30 - 20 / (1 + head[run]!));
      // the rows are straight, the interpolation keeps them so; past the last row by its slope
      expect(pump!.flow[run]! * 3600).toBeCloseTo(expected, 3);
      expect(Math.abs(flow[run]!)).toBeLessThanOrEqual(0.08);
      expect(Math.abs(head[run]!)).toBeLessThanOrEqual(0.05);
      expect(efficiency[run]! <= 0 && efficiency[run]! >= -0.05).toBe(true);
    }
  });

  test('chances to fail and to be near: 95 m³/h are met at a level of 4.5 m, a tenth more at 5.45 m', () => {
    const s = sampled(lift([{ input: 'T.level', band: '1 m' }]));
    const m = s.scenarios[0]!.margins.find((x) => x.check === 'minimum-flow')!;
    expect([m.judged, s.scenarios[0]!.unsolved]).toEqual([500, 0]);
    expect(Math.abs(m.fails / 500 - (4.5 - 4) / 2)).toBeLessThanOrEqual(1 / 500);
    expect(Math.abs(m.near / 500 - (5.45 - 4.5) / 2)).toBeLessThanOrEqual(1 / 500);
  });

  test('tolerances of ISO 9906:2012; of a grade U only upward, and no axis where nothing may move', () => {
    expect(GRADE_TOLERANCE).toEqual({
      '1U': { flow: [0, 0.1], head: [0, 0.06], efficiency: [0, 0] },
      '1E': { flow: [-0.05, 0.05], head: [-0.03, 0.03], efficiency: [0, 0] },
      '1B': { flow: [-0.05, 0.05], head: [-0.03, 0.03], efficiency: [-0.03, 0] },
      '2B': { flow: [-0.08, 0.08], head: [-0.05, 0.05], efficiency: [-0.05, 0] },
      '2U': { flow: [0, 0.16], head: [0, 0.1], efficiency: [-0.05, 0] },
      '3B': { flow: [-0.09, 0.09], head: [-0.07, 0.07], efficiency: [-0.07, 0] },
    });
    const s = sampled(lift([{ input: 'x.curve', grade: '1U' }]), 10);
    expect(s.axes.map((a) => a.of)).toEqual(['flow', 'head']);
    for (const d of s.draws) expect([...d].every((x) => x >= 0)).toBe(true);
  });
});

describe('what is named', () => {
  const of = lift([]);
  test('one number, every element of a kind, the curve of a pump by its element or its entry', () => {
    expect(handleAt(of, 'T.level')).toMatchObject({ kind: 'inputs', isGroup: false, inputs: [{ address: 'T.level' }] });
    expect(handleAt(of, 'pipe.roughness')).toMatchObject({ kind: 'inputs', isGroup: true, inputs: [{ address: 'a.roughness' }] });
    expect(handleAt(of, 'pipe.fittings')).toEqual({ kind: 'fittings', pipes: ['a'] });
    expect(handleAt(of, 'a.fittings')).toEqual({ kind: 'fittings', pipes: ['a'] });
    expect(handleAt(of, 'P.curve')).toEqual({ kind: 'curve', pumps: ['P'] });
    expect(handleAt(of, 'x.curve')).toEqual({ kind: 'curve', pumps: ['P'] });
    for (const none of ['T', '.level', 'a.curve', 'P.fittings', 'T.curve', 'no.level', 'pump.no']) expect(handleAt(of, none)).toBeUndefined(); // prettier-ignore
  });

  test('a spread in the unit of the input, as a share of it, or in points where the input is a share itself', () => {
    const read = (more: object) => readUncertainty(lift([more])).inputs[0];
    const spread = (more: object) => {
      const found = read(more);
      return found?.kind === 'spread' ? found.spread : undefined;
    };
    expect(spread({ input: 'T.level', band: '500 mm' })).toEqual({ law: 'band', amount: 0.5, isShare: false });
    expect(spread({ input: 'T.level', deviation: '10 %' })).toEqual({ law: 'deviation', amount: 0.1, isShare: true });
    expect(spread({ input: 'P.wear', band: '2 %' })).toEqual({ law: 'band', amount: 0.02, isShare: false });
    expect(spread({ input: 'P.wear', band: '0.02' })).toEqual({ law: 'band', amount: 0.02, isShare: false });
    // 9 °F are 5 K; 0.1 bar is no gauge pressure
    const scenario = of.scenarios[0]!.id;
    expect(spread({ input: `${scenario}.temperature`, band: '5 K' })!.amount).toBeCloseTo(5, 12);
    expect(spread({ input: 'T.pressure', band: '0.1 bar' })!.amount).toBeCloseTo(1e4, 9);
  });

  test.each([
    [{ input: 'Q.level', band: '1 m' }, 'uncertainty[0].input', 'no-input'],
    [{ input: 'T.level' }, 'uncertainty[0]', 'one-spread'],
    [{ input: 'T.level', band: '1 m', deviation: '1 m' }, 'uncertainty[0]', 'one-spread'],
    [{ input: 'T.level', band: '1 bar' }, 'uncertainty[0].band', 'bad-spread'],
    [{ input: 'T.level', deviation: '-1 m' }, 'uncertainty[0].deviation', 'bad-spread'],
    [{ input: 'T.level', grade: '2B' }, 'uncertainty[0].grade', 'no-grade-here'],
    [{ input: 'P.curve', band: '5 %' }, 'uncertainty[0]', 'grade-needed'],
    [{ input: 'P.curve', grade: '9' }, 'uncertainty[0].grade', 'grade-needed'],
    [{ input: 'pipe.fittings', band: '2 m' }, 'uncertainty[0].band', 'share-needed'],
    [{ input: 'P.wear', band: '' }, 'uncertainty[0].band', 'bad-spread'],
  ])('what cannot be taken is said at its path: %j', (entry, path, reason) => {
    const { inputs, problems } = readUncertainty(lift([entry]));
    expect(inputs).toEqual([]);
    expect(problems).toMatchObject([{ path, detail: { reason } }]);
  });
});

test('several inputs at once, in each scenario from where it stands there; kept inside what a field takes', () => {
  const two = fall([], {
    scenarios: [
      { id: 'n', fluid: 'water', temperature: '20 C' },
      { id: 'h', fluid: 'water', temperature: '60 C', set: { 'T.level': '8 m' } },
    ],
  });
  const present = runStudy(two).scenarios;
  const inputs = (address: string) => {
    const handle = handleAt(two, address);
    if (handle?.kind !== 'inputs') throw new Error(`${address} is no input`);
    return handle.inputs;
  };
  const moved = movedBy(two, present, [
    { input: inputs('T.level')[0]!, by: (x) => x + 1 },
    { input: inputs('h.temperature')[0]!, by: (x) => x - 10 },
    { input: inputs('a.roughness')[0]!, by: () => -1 },
    { input: inputs('site.gravity')[0]!, by: () => 99 },
  ]);
  expect(moved.points.T!.level).toBe('6 m');
  expect(moved.scenarios[1]).toMatchObject({ set: { 'T.level': '9 m' }, temperature: '323.15 K(a)'.replace('(a)', '') });
  expect(moved.scenarios[0]).toEqual(two.scenarios[0]);
  expect(moved.lines[0]!.elements[0]!.roughness).toBe('0 m');
  expect(moved.site!.gravity).toBe('10.5 m/s2');
  // what is moved is a copy
  expect(two.points.T!.level).toBe('5 m');
  expect(runStudy(moved).problems).toEqual([]);
});
