import type { Margin } from '../results/margin.js';
import { insideBy, insideShare, nearestLimit } from './inside.js';

const margin = (check: string, value: number | null, limit: number, more: Partial<Margin> = {}): Margin => ({
  check,
  where: 'X',
  value,
  limit,
  verdict: value === null ? 'not-applicable' : 'holds',
  ...more,
});

test.each([
  // at least 1.3: 0.2 over it, or 0.13 short
  ['at least', margin('npsh-ratio', 1.5, 1.3), 0.2, 0.2 / 1.3],
  ['at least, short', margin('npsh-ratio', 1.17, 1.3), -0.13, -0.1],
  ['at most', margin('curve-range', 0.8, 1), 0.2, 0.2],
  ['at most, over', margin('curve-range', 1.1, 1), -0.1, -0.1],
  // 15 to 85 %: the edge that is nearer counts, each by its own share
  ['a band, low', margin('valve-opening', 0.2, 0.15, { upper: 0.85 }), 0.05, 1 / 3],
  ['a band, high', margin('valve-opening', 0.9, 0.15, { upper: 0.85 }), -0.05, -0.05 / 0.85],
  ['a band that is open above', margin('valve-drop', 3e4, 2e4, { upper: Infinity }), 1e4, 0.5],
  // of a limit of nothing the gap itself
  ['a limit of nothing', margin('submergence', 0.4, 0), 0.4, 0.4],
  ['a set point passed by a quarter is as far off as one short by a fifth', margin('set-point', 1.25, 1), -0.2, -0.2],
])('%s', (_, m, by, share) => {
  expect(insideBy(m)).toBeCloseTo(by, 9);
  expect(insideShare(m)).toBeCloseTo(share, 9);
});

test('what is not judged is nowhere', () => {
  expect(insideBy(undefined)).toBeNull();
  expect(insideBy(margin('npsh-ratio', null, 1.3))).toBeNull();
  expect(insideShare(margin('no such check', 1, 1))).toBeNull();
});

test('the limit that a value is nearest to', () => {
  const band = (value: number): number | null => nearestLimit(margin('valve-opening', value, 0.15, { upper: 0.85 }));
  expect([band(0.2), band(0.49), band(0.51), band(0.99)]).toEqual([0.15, 0.15, 0.85, 0.85]);
  expect(nearestLimit(margin('valve-drop', 9e9, 2e4, { upper: Infinity }))).toBe(2e4);
  expect(nearestLimit(margin('npsh-ratio', 9, 1.3))).toBe(1.3);
});
