import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Draws of the normal law with mean 0 and deviation 1, by Box and Muller. */
export function normal(seed: number, count: number): number[] {
  const random = xoroshiro128plus(seed);
  // small seeds are much alike at first
  for (let i = 0; i < 100; i++) uniformFloat64(random);
  return Array.from({ length: count }, () => {
    const [a, b] = [1 - uniformFloat64(random), uniformFloat64(random)];
    return Math.sqrt(-2 * Math.log(a)) * Math.cos(2 * Math.PI * b);
  });
}
