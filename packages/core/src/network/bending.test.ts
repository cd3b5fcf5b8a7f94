import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { crossingsAt } from './bending.js';

/*
 * A curve that rises to (1, 1 + rise) from (0, 1) as a parabola and falls behind it, against Hs + k·Q², which never falls. Crossings are those
 * of two parabolas; the short way is held against them and against the whole look.
 */

const REACH = 3;
const given = (rise: number) => (q: number): number => 1 + rise * q * (2 - q); // prettier-ignore

/** 1 + r·q·(2 − q) = Hs + k·q²: (r + k)·q² − 2·r·q + Hs − 1 = 0, the greatest first; the surplus falls at the greater one */
function roots(rise: number, rest: number, k: number): { flow: number; stable: boolean }[] {
  const a = rise + k;
  const square = rise * rise - a * (rest - 1);
  if (square < 0) return [];
  const [high, low] = [(rise + Math.sqrt(square)) / a, (rise - Math.sqrt(square)) / a];
  return [{ flow: high, stable: true }, ...(low > 0 ? [{ flow: low, stable: false }] : [])].filter((r) => r.flow > 0);
}

test('500 drawn systems below, across and above the bend: every crossing, and the same without the short way', () => {
  const random = xoroshiro128plus(97);
  const between = (a: number, b: number): number => a + (b - a) * uniformFloat64(random);
  const counts = [0, 0, 0];
  let spared = 0;
  for (let i = 0; i < 500; i++) {
    const [rise, rest, k] = [between(0.05, 0.5), between(-0.5, 1.6), between(0.01, 0.6)];
    const expected = roots(rise, rest, k).filter((r) => r.flow < REACH * 4);
    // two that all but meet are one point to any look in steps
    if (expected.length === 2 && expected[0]!.flow - expected[1]!.flow < (2 * REACH) / 36) continue;
    let asked = 0;
    const surplus = (q: number): number => {
      asked++;
      return given(rise)(q) - rest - k * q * q;
    };
    const whole = crossingsAt(surplus, REACH);
    const all = asked;
    asked = 0;
    const short = crossingsAt(surplus, REACH, given(rise));
    if (asked < all / 2) spared++;
    for (const found of [whole, short]) {
      expect([i, found.map((c) => c.stable)]).toEqual([i, expected.map((c) => c.stable)]);
      found.forEach((c, n) => expect(c.flow).toBeCloseTo(expected[n]!.flow, 7));
    }
    counts[expected.length]!++;
  }
  // each case was drawn, and the short way taken
  expect([counts.every((n) => n > 20), spared > 200]).toEqual([true, true]);
});

test('where the rest has no solution at the bend or at the end, the whole look finds what there is', () => {
  const gone = (from: number) => (q: number) => (q > from ? NaN : 1.05 - 0.2 * q);
  // 1.05 = 0.2·5.25 lies beyond what can be solved; 1 − q has its crossing at 1
  expect(crossingsAt(gone(0.5), REACH, given(0.2))).toEqual([]);
  const [only] = crossingsAt((q) => (q > 2 ? NaN : 1 - q), REACH, given(0.2));
  expect(only).toMatchObject({ stable: true, flow: expect.closeTo(1, 9) as number });
});
