/** A place in a picture. */
export type Place = readonly [x: number, y: number];

export interface Apart {
  /** a mark stays at its own place where no earlier one is nearer than this */
  near: number;
  /** least distance of a mark that was moved from every earlier one, not below `near` */
  gap: number;
  /** whether a mark may be put there; its own place is not asked for. All may where it is left out */
  isFree?: (place: Place) => boolean;
}

/** where the first mark that is moved goes: up and to the left, away from the letters at the right of marks */
const FIRST_TURN = -2.4;
/** rings round a place that are tried; where all are full a mark stays on the others */
const RINGS = 12;

/**
 * Places of marks, so that none lies on another: each is its own, or the nearest free one on rings round it.
 *
 * @param places in the unit of the picture; in their order of rank, for the first ones stay where they are
 */
export function apart(places: readonly Place[], { near, gap, isFree = () => true }: Apart): Place[] {
  const placed: Place[] = [];
  const clear = ([x, y]: Place, least: number): boolean => placed.every(([a, b]) => Math.hypot(a - x, b - y) >= least);
  for (const own of places)
    placed.push(clear(own, near) ? own : (onRings(own, gap).find((p) => isFree(p) && clear(p, gap)) ?? own));
  return placed;
}

function onRings([x, y]: Place, gap: number): Place[] {
  return Array.from({ length: RINGS }, (_, k) => {
    // a hair more than the gap, so that rounding does not take it away
    const radius = 1.001 * gap * (k + 1);
    const count = Math.floor((2 * Math.PI) / (2 * Math.asin(gap / (2 * radius))));
    return Array.from({ length: count }, (_, i): Place => {
      const turn = FIRST_TURN + (2 * Math.PI * i) / count;
      return [x + radius * Math.cos(turn), y + radius * Math.sin(turn)];
    });
  }).flat();
}
