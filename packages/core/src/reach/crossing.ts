import { bracketedSecant } from '../numerics/roots.js';

/** What a function is at a place: null where it has no value. */
export type Sampled = (x: number) => number | null;

/** shares of the range at which is looked: close to the beginning, then further and further, at last in equal parts */
const NEAREST = 1e-4;
const GROWTH = 1.6;
const WIDEST = 1 / 40;

function distances(range: number): number[] {
  const list: number[] = [];
  let at = 0;
  for (let step = NEAREST; at < 1; step = Math.min(step * GROWTH, WIDEST)) list.push(range * (at = Math.min(1, at + step)));
  return list;
}

/**
 * The place nearest to where one begins at which a function crosses zero, between two ends; monotone or not. It is looked for outward on
 * both sides at once, so that the first that is found is the nearest as far as the samples stand apart (a fortieth of the range at most);
 * a side ends where the function has no value any more. Source: Press et al., Numerical Recipes, 3rd ed., §9.1 (bracketing outward).
 *
 * @returns undefined where it crosses nowhere
 */
export function nearestCrossing(f: Sampled, start: number, low: number, high: number): number | undefined {
  const begin = f(start);
  if (begin === null) return undefined;
  if (begin === 0) return start;
  const sides = ([[-1, start - low], [1, high - start]] as const) // prettier-ignore
    .filter(([, range]) => range > 0)
    .map(([sign, range]) => ({ sign, steps: distances(range), at: 0, inner: start, value: begin, isOpen: true }));
  for (;;) {
    const open = sides.filter((s) => s.isOpen);
    if (open.length === 0) return undefined;
    // the side whose next sample is nearer
    const side = open.reduce((a, b) => (b.steps[b.at]! < a.steps[a.at]! ? b : a));
    const outer = start + side.sign * side.steps[side.at]!;
    const found = look(f, side, outer);
    if (found.crossing !== undefined) return found.crossing;
    side.at++;
    side.isOpen = found.isOpen && side.at < side.steps.length;
  }
}

/** halvings by which the edge of what has a value is looked for */
const EDGE_STEPS = 30;

function look(f: Sampled, side: { inner: number; value: number }, outer: number): { crossing?: number; isOpen: boolean } {
  const value = f(outer);
  if (value === null) {
    // what lies before the edge may cross still
    let [known, unknown] = [side.inner, outer];
    for (let i = 0; i < EDGE_STEPS && known !== unknown; i++) {
      const middle = (known + unknown) / 2;
      const there = f(middle);
      if (there === null) unknown = middle;
      else if (isAcross(side.value, there)) return { crossing: between(f, side.inner, middle), isOpen: false };
      else known = middle;
    }
    return { isOpen: false };
  }
  if (isAcross(side.value, value)) return { crossing: between(f, side.inner, outer), isOpen: false };
  side.inner = outer;
  side.value = value;
  return { isOpen: true };
}

const isAcross = (a: number, b: number): boolean => b === 0 || a > 0 !== b > 0;

const between = (f: Sampled, a: number, b: number): number => bracketedSecant((x) => f(x) ?? NaN, a, b);

/** The last place before something fails, from a beginning at which it does not, up to an end; undefined where it never fails. */
export function lastBefore(fails: (x: number) => boolean, start: number, end: number): { good: number; bad: number } | undefined {
  const sign = Math.sign(end - start) || 1;
  let good = start;
  for (const d of distances(Math.abs(end - start))) {
    const x = start + sign * d;
    if (!fails(x)) {
      good = x;
      continue;
    }
    let bad = x;
    for (let i = 0; i < 60 && Math.abs(bad - good) > 1e-12 * Math.max(Math.abs(bad), Math.abs(good)); i++) {
      const middle = (good + bad) / 2;
      if (fails(middle)) bad = middle;
      else good = middle;
    }
    return { good, bad };
  }
  return undefined;
}
