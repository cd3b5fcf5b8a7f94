import type { ValveInput } from '../valves/valve.js';
import { splitRange } from './split-range.js';

const valve = (ratedKv: number): ValveInput => ({ ratedKv, characteristic: 'linear', rangeability: 50, fl: 0.9 });
/** Kv/Kvs = 1/R + (1 − 1/R)·x */
const travel = (kv: number, rated: number): number => (kv / rated - 0.02) / 0.98;

test('the first alone up to its edge, then the second beside it; together they have what is asked', () => {
  const [first, second] = [valve(20), valve(100)];
  // at 0.85 the first has 20·(0.02 + 0.98·0.85) = 17.06
  const alone = splitRange(first, second, 10, 0.85);
  expect(alone).toMatchObject({ second: 0, reaches: true });
  expect(alone.first).toBeCloseTo(travel(10, 20), 12);
  expect(alone.signal).toBeCloseTo((0.5 * travel(10, 20)) / 0.85, 12);
  const both = splitRange(first, second, 67.06, 0.85);
  expect(both).toMatchObject({ first: 0.85, reaches: true });
  expect(both.share).toBeCloseTo(50 / 67.06, 9);
  expect(both.second).toBeCloseTo(travel(50, 100), 12);
  expect(both.signal).toBeCloseTo(0.5 + 0.5 * travel(50, 100), 12);
  expect(splitRange(first, second, 118, 0.85)).toMatchObject({ second: 1, reaches: false });
});

test('what the first lacks is less than the second has off its seat: the first goes back', () => {
  // 17.56 asked: 0.5 over the edge, the second has 2 just off its seat, the first goes back to 15.56
  const s = splitRange(valve(20), valve(100), 17.56, 0.85);
  expect(s.second).toBeCloseTo(0, 5);
  expect(s.first).toBeCloseTo(travel(15.56, 20), 4);
  expect(s).toMatchObject({ signal: 0.5, reaches: true });
});
