import { MOTOR_RATINGS, nextRating } from './motor-ratings.js';

/* Preferred ratings of IEC 60072-1, kW, written down a second time, by decades. */
const PRINTED = [
  [0.75, 1.1, 1.5, 2.2, 3, 4, 5.5, 7.5],
  [11, 15, 18.5, 22, 30, 37, 45, 55, 75, 90],
  [110, 132, 160, 200, 250, 315, 400, 500, 630, 800, 1000],
].flat();

test('every preferred rating, each the next above the one before', () => {
  expect(MOTOR_RATINGS).toEqual(PRINTED.map((kilowatts) => kilowatts * 1000));
  PRINTED.forEach((kilowatts, i) => {
    expect(nextRating(kilowatts * 1000, () => 1)).toBe(kilowatts * 1000);
    expect(nextRating(kilowatts * 1000 + 1, () => 1)).toBe(PRINTED[i + 1] === undefined ? undefined : PRINTED[i + 1]! * 1000);
  });
});

test('a rating keeps its own factor: 19 kW want 1.25 of 22, and 1.15 of 30', () => {
  const factor = (rating: number): number => (rating <= 22_000 ? 1.25 : 1.15);
  expect(nextRating(17_600, factor)).toBe(22_000);
  expect(nextRating(19_000, factor)).toBe(30_000);
});
