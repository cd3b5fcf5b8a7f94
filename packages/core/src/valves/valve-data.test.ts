import { kvAtOpening, openingAtKv, pipingFactors, pipingLosses, type ValveInput } from './valve.js';

const valve = (more: Partial<ValveInput> = {}): ValveInput => ({
  ratedKv: 100,
  characteristic: 'linear',
  rangeability: 50,
  fl: 0.9,
  ...more,
});

describe('travel and coefficient are inverse over the whole range, in every characteristic', () => {
  const table = [
    { travel: 0.1, kv: 5 },
    { travel: 0.4, kv: 20 },
    { travel: 0.6, kv: 20 },
    { travel: 1, kv: 100 },
  ];
  test.each([
    valve(),
    valve({ characteristic: 'equal-percentage' }),
    valve({ characteristic: 'quick-opening' }),
    valve({ characteristic: 'table', table: table.filter((r) => r.travel !== 0.6) }),
  ])('%#', (v) => {
    for (const x of [0.15, 0.3, 0.5, 0.75, 0.99]) expect(openingAtKv(v, kvAtOpening(v, x)).opening).toBeCloseTo(x, 10);
    expect(kvAtOpening(v, 1)).toBeCloseTo(100, 10);
    expect(kvAtOpening(v, 0)).toBe(0);
    expect(openingAtKv(v, 0)).toEqual({ opening: 0, belowRange: false });
    expect(openingAtKv(v, 100)).toEqual({ opening: 1, belowRange: false });
  });
  test('where a table is flat the lesser travel is given; below its first row it is below its range', () => {
    const v = valve({ characteristic: 'table', table });
    expect(openingAtKv(v, 20).opening).toBeCloseTo(0.4, 12);
    expect(openingAtKv(v, 4.9)).toEqual({ opening: 0, belowRange: true });
    // before the first row it has what it has there
    expect(kvAtOpening(v, 0.05)).toBe(5);
    expect(kvAtOpening(v, 0.5)).toBe(20);
  });
  test.each([
    ['linear', 2],
    ['equal-percentage', 2],
  ] as const)('%s: just off its seat it has Kvs/R', (characteristic, least) => {
    const v = valve({ characteristic });
    expect(openingAtKv(v, least * 0.999)).toEqual({ opening: 0, belowRange: true });
    expect(openingAtKv(v, least * 1.001).belowRange).toBe(false);
    expect(kvAtOpening(v, 1e-9)).toBeCloseTo(least, 6);
  });
});

describe('piping factors, IEC 60534-2-1, by hand', () => {
  // d 50, D1 80, D2 100 mm: β² = 0.390625 and 0.25
  const v = valve({ bore: 0.05, inside: [0.08, 0.1] });
  const inlet = 0.5 * (1 - 0.390625) ** 2 + 1 - 0.390625 ** 2;
  const outlet = 0.75 ** 2 - (1 - 0.25 ** 2);
  test('K of the reducer and of the expansion with their Bernoulli parts', () => {
    expect(pipingLosses(v)).toEqual({ inlet: expect.closeTo(inlet, 12), outlet: expect.closeTo(outlet, 12) });
    // 0.5·0.371338 + 0.847412 = 1.033081; 0.5625 − 0.9375 = −0.375
    expect(inlet).toBeCloseTo(1.033081, 6);
    expect(outlet).toBeCloseTo(-0.375, 12);
  });
  test('FP and FLP/FP', () => {
    // (Kv/d²)²/0.0016 = (40/2500)²/0.0016 = 0.16; FP = 1/√(1 + 0.658081·0.16) = 0.951177
    const { fp, fl } = pipingFactors(v, 40);
    expect(fp).toBeCloseTo(0.951177, 5);
    // FLP = 0.9/√(1 + 0.81·1.033081·0.16) = 0.9/√1.133887 = 0.845196
    expect(fl).toBeCloseTo(0.845196 / 0.951177, 5);
  });
  test('without the bores of the pipes, or of the valve, there are none', () => {
    expect(pipingLosses(valve({ inside: [0.08, 0.1] }))).toBeUndefined();
    expect(pipingLosses(valve({ bore: 0.05 }))).toBeUndefined();
    expect(pipingFactors(valve({ fl: 0.7 }), 60)).toEqual({ fp: 1, fl: 0.7 });
  });
});
