import fc from 'fast-check';
import { lastBefore, nearestCrossing } from './crossing.js';

test('the crossing nearest to the beginning, on whichever side', () => {
  // zeros at −3 and 2: from 0 the nearer is 2, from −1 it is −3
  const f = (x: number): number => (x + 3) * (x - 2);
  expect(nearestCrossing(f, 0, -10, 10)).toBeCloseTo(2, 9);
  expect(nearestCrossing(f, -1, -10, 10)).toBeCloseTo(-3, 9);
  expect(nearestCrossing(f, 0, -10, 1)).toBeCloseTo(-3, 9);
  expect(nearestCrossing(f, 0, -1, 1)).toBeUndefined();
  expect(nearestCrossing(f, 2, -10, 10)).toBe(2);
  expect(nearestCrossing(() => null, 0, -1, 1)).toBeUndefined();
  // a range of less than one on each side is one too
  expect(nearestCrossing((x) => x - 0.2, 0.5, 0, 1)).toBeCloseTo(0.2, 9);
  // where one begins at nothing, nothing is near
  expect(nearestCrossing((x) => (x === 0 ? null : x - 0.5), 0, -1, 1)).toBeUndefined();
});

test('not monotone: the first crossing on the way, not the last', () => {
  // a dip below zero between 4 and 5, and for good from 8 on
  const f = (x: number): number => (x < 4 ? 1 : x < 5 ? -1 : x < 8 ? 1 : -1);
  expect(nearestCrossing(f, 0, 0, 10)).toBeCloseTo(4, 6);
});

test('it ends where there is no value; what crosses before that edge is found', () => {
  const f = (x: number): number | null => (x < 6.3 ? 6.2 - x : null);
  expect(nearestCrossing(f, 0, 0, 10)).toBeCloseTo(6.2, 6);
  expect(nearestCrossing((x) => (x < 6.3 ? 1 : null), 0, 0, 10)).toBeUndefined();
  // the other side goes on
  expect(nearestCrossing((x) => (x < 0.5 ? x + 7 : null), 0, -10, 10)).toBeCloseTo(-7, 6);
});

test('of any line with a zero in the range that zero is found', () => {
  const real = fc.double({ min: -50, max: 50, noNaN: true, noDefaultInfinity: true });
  fc.assert(
    fc.property(real, real, (start, zero) => {
      const found = nearestCrossing((x) => 3 * (x - zero), start, -60, 60);
      expect(found).toBeCloseTo(zero, 6);
    }),
  );
});

test('the last place before something fails, upward or downward', () => {
  const up = lastBefore((x) => x > 7.25, 1, 20)!;
  expect([up.good, up.bad].map((x) => x.toFixed(9))).toEqual(['7.250000000', '7.250000000']);
  expect(up.good).toBeLessThanOrEqual(7.25);
  expect(up.bad).toBeGreaterThan(7.25);
  expect(lastBefore((x) => x < -3, 1, -20)!.good).toBeCloseTo(-3, 9);
  expect(lastBefore(() => false, 1, 20)).toBeUndefined();
  expect(lastBefore(() => true, 1, 20)!.good).toBe(1);
});
