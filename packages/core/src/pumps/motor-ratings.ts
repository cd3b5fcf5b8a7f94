/** Rated powers that are made, W. Source: IEC 60072-1:2022, preferred ratings. */
export const MOTOR_RATINGS: readonly number[] = [
  0.75, 1.1, 1.5, 2.2, 3, 4, 5.5, 7.5, 11, 15, 18.5, 22, 30, 37, 45, 55, 75, 90, 110, 132, 160, 200, 250, 315, 400, 500, 630, 800,
  1000,
].map((kilowatts) => kilowatts * 1000);

/** The smallest rating that leaves its own factor over a shaft power, W; undefined beyond the largest. */
export function nextRating(shaftPower: number, factorOf: (rating: number) => number): number | undefined {
  return MOTOR_RATINGS.find((rating) => rating >= factorOf(rating) * shaftPower);
}
