import { FITTING_TYPES, geometricK, sumFittings } from './fitting.js';

test('three constants: long elbow, NPS 6, by hand (Darby 2001, table 7-3: 800, 0.071, 4.2)', () => {
  // Ki·(1 + Kd/6^0.3) = 0.071·(1 + 4.2/1.71177) = 0.071·3.45360 = 0.245206
  const sum = sumFittings([{ type: 'elbow-90-long', count: 2 }], 0.1541, 6);
  expect(sum.constant).toBeCloseTo(2 * 0.245206, 5);
  expect(sum.perReynolds).toBe(1600);
});

test('K, equivalent length and count add up', () => {
  const sum = sumFittings(
    [
      { k: 0.5, count: 3 },
      { equivalentLength: 4, count: 2 },
    ],
    0.1,
    4,
  );
  expect(sum).toEqual({ constant: 1.5, perReynolds: 0, equivalentLength: 8 });
});

test('sudden changes of bore: Borda–Carnot (1 − β²)² and 0.5·(1 − β²) on the small bore', () => {
  // from 100 to 200 mm: (1 − 0.25)² = 0.5625 on the velocity in 100 mm
  expect(geometricK({ type: 'expansion', to: 0.2, count: 1 }, 0.1)).toBeCloseTo(0.5625, 12);
  // from 200 to 100 mm: 0.5·0.75 = 0.375 on the 100 mm velocity, 16 times that on the 200 mm velocity
  expect(geometricK({ type: 'reducer', to: 0.1, count: 1 }, 0.2)).toBeCloseTo(6, 12);
});

test('every type of the list gives a positive K', () => {
  expect(FITTING_TYPES.length).toBeGreaterThan(20);
  const more = { count: 1, to: 0.08, kv: 300 };
  for (const type of FITTING_TYPES.filter((t) => t !== 'meter-full-bore'))
    expect(sumFittings([{ type, ...more }], 0.1, 4).constant).toBeGreaterThan(0);
});
