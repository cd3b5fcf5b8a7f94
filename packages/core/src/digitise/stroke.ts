import type { Ink, Place } from './picture.js';

/** A cut across a stroke: its middle, its width and how it runs there. */
export interface Cut {
  middle: Place;
  /** px */
  width: number;
  /** rad; the stroke runs this way and back */
  direction: number;
}

/** half ink: where the edge of a stroke lies */
const EDGE = 0.5;
const STEP = 0.5;
/** widest stroke that is one, px */
const WIDEST = 30;
const DIRECTIONS = 36;
/** px to each side over which a direction is judged */
const HALF_LENGTH = 9;

/** runs of ink along a line across the direction: their middles (px from the place) and widths */
function runsAcross(ink: Ink, { x, y }: Place, direction: number, reach: number): { offset: number; width: number }[] {
  const [nx, ny] = [-Math.sin(direction), Math.cos(direction)];
  const runs: { offset: number; width: number }[] = [];
  let [mass, moment, width, isInside] = [0, 0, 0, false];
  const close = (): void => {
    if (isInside && mass > 0) runs.push({ offset: moment / mass, width });
    [mass, moment, width, isInside] = [0, 0, 0, false];
  };
  for (let s = -reach; s <= reach; s += STEP) {
    const value = ink.at(x + s * nx, y + s * ny);
    // shoulders belong to the run: the middle is that of all ink
    if (value < EDGE / 4) {
      close();
      continue;
    }
    mass += value * STEP;
    moment += s * value * STEP;
    width += value * STEP;
    if (value >= EDGE) isInside = true;
  }
  close();
  return runs;
}

/** The cut across a stroke nearest to a place, running in a known direction; undefined where there is none within reach. */
export function cutNear(ink: Ink, place: Place, direction: number, reach: number): Cut | undefined {
  const runs = runsAcross(ink, place, direction, reach + WIDEST / 2).filter((r) => Math.abs(r.offset) <= reach);
  const nearest = runs.sort((a, b) => Math.abs(a.offset) - Math.abs(b.offset))[0];
  if (!nearest) return undefined;
  const middle = { x: place.x - nearest.offset * Math.sin(direction), y: place.y + nearest.offset * Math.cos(direction) };
  return { middle, width: nearest.width, direction };
}

/** mean ink of a short piece of line through a place */
function inkAlong(ink: Ink, { x, y }: Place, direction: number): number {
  const [tx, ty] = [Math.cos(direction), Math.sin(direction)];
  let sum = 0;
  for (let s = -HALF_LENGTH; s <= HALF_LENGTH; s++) sum += ink.at(x + s * tx, y + s * ty);
  return sum / (2 * HALF_LENGTH + 1);
}

/** share of the ink of the best direction below which there is no stroke */
const LEAST_INK = 0.45;

/**
 * The middle of the stroke at a click: of all directions that in which most ink lies, then the middle of the cut across it.
 *
 * @param hint direction in which the stroke is known to run, rad; others lose by their angle to it
 */
export function snap(ink: Ink, place: Place, reach: number, hint?: number): Cut | undefined {
  let best: { score: number; direction: number; at: Place } | undefined;
  for (let k = 0; k < DIRECTIONS; k++) {
    const direction = (k * Math.PI) / DIRECTIONS;
    const [nx, ny] = [-Math.sin(direction), Math.cos(direction)];
    const away = hint === undefined ? 0 : Math.abs(Math.sin(direction - hint));
    for (let s = -reach; s <= reach; s += 1) {
      const at = { x: place.x + s * nx, y: place.y + s * ny };
      const score = inkAlong(ink, at, direction) - (0.25 * Math.abs(s)) / reach - 0.5 * away;
      if (!best || score > best.score) best = { score, direction, at };
    }
  }
  if (!best || inkAlong(ink, best.at, best.direction) < LEAST_INK) return undefined;
  return cutNear(ink, best.at, best.direction, reach);
}
