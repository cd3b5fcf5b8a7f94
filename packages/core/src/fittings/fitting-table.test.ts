import { FITTING_TYPES, FITTING_WORDS, fittingTerms, geometricK, neededEntry, sumFittings } from './fitting.js';
import { word } from '../words/word.js';

/*
 * Every fitting of the three-constant table against the figures printed there, typed anew: K1, Ki, Kd.
 * Darby, Chemical Engineering Fluid Mechanics, 2nd ed. (2001), table 7-3; butterfly: Hooper 1981.
 */
const TABLE: readonly [string, number, number, number, number][] = [
  ['elbow-90', 800, 0.091, 4, 0.3],
  ['elbow-90-long', 800, 0.071, 4.2, 0.3],
  ['elbow-45', 500, 0.071, 4.2, 0.3],
  ['bend-180', 1000, 0.12, 4, 0.3],
  ['miter-90', 1000, 0.27, 4, 0.3],
  ['tee-run', 150, 0.05, 4, 0.3],
  ['tee-branch', 800, 0.28, 4, 0.3],
  ['gate', 300, 0.037, 3.9, 0.3],
  ['globe', 1500, 1.7, 3.6, 0.3],
  ['angle', 1000, 0.69, 4, 0.3],
  ['ball', 300, 0.017, 4, 0.3],
  ['plug', 300, 0.084, 3.9, 0.3],
  ['diaphragm', 1000, 0.69, 4.9, 0.3],
  ['check-swing', 1500, 0.46, 4, 0.3],
  ['check-lift', 2000, 2.85, 3.8, 0.3],
  ['butterfly', 800, 0.25, 1, 1],
  ['elbow-90-threaded', 800, 0.14, 4, 0.3],
  ['elbow-45-long', 500, 0.052, 4, 0.3],
  ['bend-90-2d', 800, 0.056, 3.9, 0.3],
  ['bend-90-4d', 800, 0.066, 3.9, 0.3],
  ['bend-90-6d', 800, 0.075, 4.2, 0.3],
  ['bend-180-long', 1000, 0.1, 4, 0.3],
  ['bend-180-threaded', 1000, 0.23, 4, 0.3],
  ['miter-45', 500, 0.086, 4, 0.3],
  ['miter-45-two', 500, 0.052, 4, 0.3],
  ['miter-90-two', 800, 0.068, 4.1, 0.3],
  ['miter-90-three', 800, 0.035, 4.2, 0.3],
  ['tee-run-threaded', 200, 0.091, 4, 0.3],
  ['tee-branch-threaded', 500, 0.274, 4, 0.3],
  ['tee-branch-stub', 1000, 0.34, 4, 0.3],
  ['three-way-run', 300, 0.14, 4, 0.3],
  ['three-way-branch', 500, 0.41, 4, 0.3],
  ['globe-y', 950, 0.25, 4, 0.3],
];

/** Dn^0.3 and Dn of three nominal sizes, worked out by hand: 2^0.3, 6^0.3, 12^0.3 */
const POWERS: readonly [number, number][] = [
  [2, 1.231144],
  [6, 1.711769],
  [12, 2.107436],
];

test.each(TABLE)('%s: K1 %d, Ki %d, Kd %d', (type, k1, ki, kd, exponent) => {
  for (const [inches, power] of POWERS) {
    const sum = sumFittings([{ type, count: 3 }], 0.1, inches);
    const size = exponent === 1 ? inches : power;
    expect(sum.constant / (3 * ki * (1 + kd / size))).toBeCloseTo(1, 5);
    expect(sum.perReynolds).toBe(3 * k1);
    expect(sum.equivalentLength).toBe(0);
  }
});

/* Idelchik, 4th ed.: sharp 0.5 and projecting 1.0 (diagram 3-1), rounded 0.04 as is usual from r/D 0.15, exit 1.0 (11-1) */
const GEOMETRIC: readonly [string, object, number, number][] = [
  ['entrance-sharp', {}, 0.1, 0.5],
  ['entrance-rounded', {}, 0.1, 0.04],
  ['entrance-projecting', {}, 0.1, 1],
  ['exit', {}, 0.1, 1],
  // Borda–Carnot from 100 to 200 mm, on the velocity in 100 mm: (1 − 0.25)² = 0.5625
  ['expansion', { to: 0.2 }, 0.1, 0.5625],
  // the same on the velocity in 200 mm: 0.5625·(200/100)⁴ = 9
  ['expansion', { to: 0.1 }, 0.2, 9],
  // gradual by 20°: 2.6·sin 10° = 0.451485 of it (Gibson 1910)
  ['expansion', { to: 0.2, angle: 20 }, 0.1, 0.5625 * 0.451485],
  // Weisbach: 0.5·(1 − β²) on the small bore
  ['reducer', { to: 0.1 }, 0.2, 0.375 * 16],
  ['reducer', { to: 0.2 }, 0.1, 0.375],
  // gradual by 30°: 1.6·sin 15° = 0.414110 of it
  ['reducer', { to: 0.1, angle: 30 }, 0.2, 0.375 * 16 * 0.41411],
  // above 45° the root: √sin 30° = 0.707107, √sin 45° = 0.840896
  ['reducer', { to: 0.1, angle: 60 }, 0.2, 0.375 * 16 * 0.707107],
  ['reducer', { to: 0.1, angle: 90 }, 0.2, 0.375 * 16 * 0.840896],
  // 180° is sudden, and no angle makes it worse than that
  ['reducer', { to: 0.1, angle: 180 }, 0.2, 6],
  ['expansion', { to: 0.2, angle: 120 }, 0.1, 0.5625],
];

test.each(GEOMETRIC)('%s %j from %d m: K %d', (type, more, inside, k) => {
  expect(geometricK({ type, count: 1, ...more }, inside)).toBeCloseTo(k, 4);
});

/* Crane TP-410: fT of NPS 4, 8, 12 and 18 is 0.017 (0.016), 0.014, 0.013, 0.012; K of a size is n times it */
test.each([
  ['check-tilting', 4, 0.1023, 40, 0.016],
  ['check-tilting', 12, 0.3032, 30, 0.013],
  ['check-tilting', 14, 0.3334, 30, 0.013],
  ['check-tilting', 16, 0.381, 20, 0.013],
  ['check-tilting', 18, 0.4286, 20, 0.012],
  ['foot-hinged', 8, 0.2027, 75, 0.014],
  ['foot-poppet', 8, 0.2027, 420, 0.014],
] as const)('%s NPS %d: %d·fT', (type, inches, inside, n, ft) => {
  const sum = sumFittings([{ type, count: 2 }], inside, inches);
  expect(Math.abs(sum.constant / 2 / n - ft)).toBeLessThan(0.0006);
  expect(sum.perReynolds).toBe(0);
  expect(fittingTerms([{ type, count: 1 }], inside, inches)[0]!.how).toBe(`${n}·fT`);
});

test('no change of bore, no loss; nothing else has a geometric K', () => {
  expect(geometricK({ type: 'reducer', count: 1, to: 0.1 }, 0.1)).toBe(0);
  expect(geometricK({ type: 'expansion', count: 1, to: 0.1 }, 0.1)).toBe(0);
  expect(() => geometricK({ type: 'elbow-90', count: 1 }, 0.1)).toThrow(RangeError);
});

test('a geometric K does not depend on the Reynolds number', () =>
  expect(sumFittings([{ type: 'exit', count: 1 }], 0.1, 4)).toMatchObject({ constant: 1, perReynolds: 0, equivalentLength: 0 }));

test('every type stands in one of the tables', () => {
  const turbulent = ['check-tilting', 'foot-hinged', 'foot-poppet'];
  const byKv = FITTING_TYPES.filter((t) => neededEntry(t) === 'kv');
  const tried = new Set([...[...TABLE, ...GEOMETRIC, ...OWN_BORE].map(([t]) => t), ...turbulent, ...byKv, 'meter-full-bore']);
  expect(byKv).toHaveLength(7);
  expect([...FITTING_TYPES].sort()).toEqual([...tried].sort());
});

test('no words mean two fittings', () => {
  const all = Object.values(FITTING_WORDS).flatMap((words) => [...new Set(words)]);
  expect(all.filter((w, i) => all.indexOf(w) !== i)).toEqual([]);
});

test('the terms of a list are what its sum is made of', () => {
  const list = [
    { type: 'gate', count: 2 },
    { k: 0.7, count: 3 },
    { equivalentLength: 4, count: 2 },
    { type: 'exit', count: 1 },
  ];
  const terms = fittingTerms(list, 0.1, 4);
  const sum = sumFittings(list, 0.1, 4);
  const total = (of: 'constant' | 'perReynolds' | 'equivalentLength') => terms.reduce((s, t) => s + t[of] * t.count, 0);
  expect(total('constant')).toBeCloseTo(sum.constant, 12);
  expect(total('perReynolds')).toBe(sum.perReynolds);
  expect(total('equivalentLength')).toBe(8);
  expect(terms.map((t) => [t.name, t.how])).toEqual([
    [word('quantity.fitting', { type: 'gate' }), '0.037·(1 + 3.9/4.000^0.3), K1 300'],
    [word('quantity.fitting-k', { k: 0.7 }), word('how.as-given')],
    [word('quantity.equivalent-length'), word('how.as-given')],
    [word('quantity.fitting', { type: 'exit' }), word('how.from-its-geometry')],
  ]);
});

/* Pieces by their own bore: ISO 5167-2 eq. 8, -3 5.1.8 and -4 5.9 (20 % of Δp); ball of reduced bore: Crane TP-410, formula 6 */
const OWN_BORE: readonly [string, number, number][] = [
  // β 0.5, C 0.61: √(1 − 0.0625·0.6279) = 0.980181; 0.980181/0.1525 − 1 = 5.42742; squared
  ['meter-orifice', 0.05, 29.4569],
  // β 0.7, C 0.98: β⁴ 0.2401; √(1 − 0.2401·0.0396) = 0.995235; /0.4802 − 1 = 1.072543; squared
  ['meter-nozzle', 0.07, 1.150349],
  // β 0.5: 0.2·0.9375/(0.970225·0.0625)
  ['meter-venturi', 0.05, 3.092066],
  // β 0.8, fT of 100 mm 0.016369 (0.25/lg²(4.572e-5/0.37)): 0.119887 + 0.5·0.36/0.4096 + 0.36²/0.4096 = 0.119887 + 0.439453 + 0.316406
  ['ball-reduced', 0.08, 0.875746],
  ['meter-orifice', 0.12, 0],
];
test.each(OWN_BORE)('%s of %d m in 100 mm', (type, to, k) => {
  expect(sumFittings([{ type, count: 1, to }], 0.1, 4).constant).toBeCloseTo(k, 3);
  expect(neededEntry(type)).toBe('to');
});

/* By the maker's coefficient: 100 mm, 200 m³/h at 1 bar and SG 1: v 7.07355 m/s, 1e5/(999.1/2·v²) = 4.00079 */
test.each([
  'check-wafer',
  'strainer-y',
  'strainer-basket',
  'meter-turbine',
  'meter-vortex',
  'meter-coriolis',
  'meter-displacement',
])('%s by Kv or Cv', (type) => {
  expect(neededEntry(type)).toBe('kv');
  const of = (more: object) => sumFittings([{ type, count: 2, ...more }], 0.1, 4).constant / 2;
  expect(of({ kv: 200 })).toBeCloseTo(4.00079, 4);
  expect(of({ cv: 200 / 0.865 })).toBeCloseTo(4.00079, 4);
  expect(fittingTerms([{ type, count: 1, kv: 200 }], 0.1, 4)[0]!.how).toBe('Kv 200');
});

test('a meter of full bore adds nothing to its pipe', () =>
  expect(sumFittings([{ type: 'meter-full-bore', count: 1 }], 0.1, 4).constant).toBe(0));
