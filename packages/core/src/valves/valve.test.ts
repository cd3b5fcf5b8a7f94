import {
  criticalPressureRatio,
  dropAtFlow,
  kvAtOpening,
  kvForFlow,
  openingAtKv,
  pipingFactors,
  type ValveInput,
} from './valve.js';

const valve = (more: Partial<ValveInput> = {}): ValveInput => ({
  ratedKv: 100,
  characteristic: 'equal-percentage',
  rangeability: 50,
  fl: 0.9,
  ...more,
});

describe('liquid sizing, IEC 60534-2-1 worked examples 1 and 2', () => {
  const ff = criticalPressureRatio(70.1e3, 22120e3);
  const choked = (fl: number): number => fl * fl * (680e3 - ff * 70.1e3);
  test('FF is 0.944', () => expect(ff).toBeCloseTo(0.944, 3));
  test('example 1, not choked: Kv 165', () => {
    expect(choked(0.9)).toBeGreaterThan(460e3);
    expect(kvForFlow(0.1, 460e3, 965.4)).toBeCloseTo(165, 0);
  });
  test('example 2, choked: Kv 238', () => {
    expect(choked(0.6)).toBeLessThan(460e3);
    expect(kvForFlow(0.1, choked(0.6), 965.4)).toBeCloseTo(238, 0);
  });
  test('drop and coefficient are inverse', () => {
    expect(kvForFlow(0.02, dropAtFlow(0.02, 63, 980), 980)).toBeCloseTo(63, 10);
  });
});

describe('inherent characteristic', () => {
  test.each([
    [valve(), 0.5, 100 / Math.sqrt(50)],
    [valve({ characteristic: 'linear', rangeability: 30 }), 0.7, 100 * (1 / 30 + (29 / 30) * 0.7)],
    [valve({ characteristic: 'quick-opening' }), 0.25, 50],
    [
      valve({
        characteristic: 'table',
        table: [
          { travel: 0.1, kv: 5 },
          { travel: 0.5, kv: 45 },
          { travel: 1, kv: 100 },
        ],
      }),
      0.3,
      25,
    ],
  ])('%# at its travel, and back', (v, travel, kv) => {
    expect(kvAtOpening(v, travel)).toBeCloseTo(kv, 10);
    expect(openingAtKv(v, kv).opening).toBeCloseTo(travel, 10);
  });
  test('travel 0 is shut; less than just off the seat is below range; more than fully open is 1', () => {
    expect(kvAtOpening(valve(), 0)).toBe(0);
    expect(openingAtKv(valve(), 1.9)).toEqual({ opening: 0, belowRange: true });
    for (const kv of [100, 101, 120]) expect(openingAtKv(valve(), kv)).toEqual({ opening: 1, belowRange: false });
  });
});

test('piping factor: Kv 100 of DN 50 between 100 mm pipes, by hand', () => {
  // ζ1 = 0.5·0.75² = 0.28125, ζ2 = 0.75² = 0.5625, Bernoulli terms cancel; (100/50²)² = 0.0016, over N2 0.0016 = 1
  // FP = 1/√1.84375 = 0.736460
  expect(pipingFactors(valve({ bore: 0.05, inside: [0.1, 0.1] }), 100).fp).toBeCloseTo(0.73646, 5);
  expect(pipingFactors(valve(), 100)).toEqual({ fp: 1, fl: 0.9 });
});

test('a table keeps its ends: its first Kv before it, its last beyond', () => {
  const table = [
    { travel: 0.1, kv: 5 },
    { travel: 0.9, kv: 80 },
  ];
  const v = valve({ characteristic: 'table', table });
  expect(kvAtOpening(v, 0.05)).toBe(5);
  expect(kvAtOpening(v, 1)).toBe(80);
});
