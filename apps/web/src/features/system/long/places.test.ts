import type { LongSight } from '../../../worker/longLine.js';
import { corners, lowestOver, placeBefore, valueAt } from './places.js';

const sight = (chainage: number[], values: number[], vapour = values.map(() => 0)): LongSight =>
  ({ at: { chainage: Float64Array.from(chainage), pressure: Float64Array.from(values), vapourPressure: Float64Array.from(vapour) } }) as unknown as LongSight; // prettier-ignore

test('between two places a figure is on the line between them; behind a pump it is the one behind', () => {
  const s = sight([0, 10, 10, 30], [5, 4, 9, 3]);
  expect(valueAt(s, 'pressure', 5)).toBe(4.5);
  expect(valueAt(s, 'pressure', 10)).toBe(9);
  expect(valueAt(s, 'pressure', 20)).toBe(6);
  expect(valueAt(s, 'pressure', 30)).toBe(3);
  expect([valueAt(s, 'pressure', -1), valueAt(s, 'pressure', 31)]).toEqual([NaN, NaN]);
  expect([placeBefore(s, 0), placeBefore(s, 10), placeBefore(s, 29)]).toEqual([0, 2, 2]);
});

test('thousands of places are thinned, and no peak is lost', () => {
  const xs = Array.from({ length: 20_000 }, (_, i) => i);
  const s = sight(xs, xs.map((i) => (i === 7331 ? 99 : i === 7332 ? -99 : 0))); // prettier-ignore
  const drawn = corners(s, 'pressure');
  expect(drawn.length).toBeLessThan(2500);
  expect(drawn).toEqual(expect.arrayContaining([[7331, 99], [7332, -99], [0, 0], [19_999, 0]])); // prettier-ignore
  expect(drawn.every(([x], i) => i === 0 || x >= drawn[i - 1]![0])).toBe(true);
  expect(corners(sight([0, 1], [2, 3]), 'pressure')).toEqual([[0, 2], [1, 3]]); // prettier-ignore
});

test('the place nearest to boiling is so by the vapour there', () => {
  expect(lowestOver(sight([0, 1, 2], [5, 3, 4], [0, 0, 3]))).toBe(2);
  expect(lowestOver(sight([0, 1, 2], [5, 3, 4]))).toBe(1);
});
