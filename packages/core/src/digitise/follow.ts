import { parabolaAtZero } from '../numerics/parabola.js';
import { Ink, paperOf, strokeColour, type Colour, type Picture, type Place } from './picture.js';
import { cutNear, snap, type Cut } from './stroke.js';

/** A stroke as it was followed from a few places on it. */
export interface Followed {
  /** middles of the stroke from one end to the other */
  places: Place[];
  /** mean width, px */
  width: number;
  colour: Colour;
}

/** px around a click in which the stroke is looked for */
const REACH = 10;
/** px from cut to cut */
const STEP = 2;
/** px to each side of what is expected */
const SIDE = 3.5;
/** a cut wider than the stroke by this is one with a grid line or another curve in it */
const WIDER = 1.45;
const NARROWER = 0.62;
/** px without any ink after which the stroke has ended: dashes are shorter */
const LONGEST_GAP = 16;
/** px: a shorter piece behind a gap at the end is a letter beside the stroke, not a dash of it */
const SHORTEST_DASH = 15;
/** px of ink in which the stroke could not be told from what crosses it */
const LONGEST_BLUR = 90;
/** cuts from which the next one is foreseen */
const MEMORY = 24;
const MOST_STEPS = 20_000;

/** steps of brightness by which ink differs from paper at least; less is the noise of a scan */
const LEAST_CONTRAST = 55;

function isInk(paper: Colour, colour: Colour): boolean {
  return Math.hypot(colour[0] - paper[0], colour[1] - paper[1], colour[2] - paper[2]) >= LEAST_CONTRAST;
}

/** The middle of the stroke next to a click, or undefined where no stroke is near. */
export function snapTo(picture: Picture, place: Place): Place | undefined {
  const paper = paperOf(picture);
  const colour = strokeColour(picture, paper, place);
  return isInk(paper, colour) ? snap(new Ink(picture, paper, colour), place, REACH)?.middle : undefined;
}

/**
 * Follows a stroke through the places given and on to both of its ends: by its colour and its direction, cut after cut. Where a cut is
 * too wide to be the stroke alone (a grid line, another curve) the way is foreseen from the cuts before.
 *
 * @param picks at least one place on the stroke, in the order in which they lie along it
 */
export function followStroke(picture: Picture, picks: readonly Place[]): Followed | undefined {
  const paper = paperOf(picture);
  const [first] = picks;
  if (!first) return undefined;
  const colour = strokeColour(picture, paper, first);
  if (!isInk(paper, colour)) return undefined;
  const ink = new Ink(picture, paper, colour);
  const anchors = picks.flatMap((p, i) => {
    const next = picks[i + 1] ?? picks[i - 1];
    const hint = next && picks.length > 1 ? Math.atan2(next.y - p.y, next.x - p.x) : undefined;
    const found = snap(ink, p, REACH, hint);
    return found ? [found] : [];
  });
  const [begin] = anchors;
  if (!begin) return undefined;
  const width = median(anchors.map((a) => a.width));
  const ahead = anchors[1]
    ? Math.atan2(anchors[1].middle.y - begin.middle.y, anchors[1].middle.x - begin.middle.x)
    : begin.direction;
  const forward = facing(begin.direction, ahead);
  const onward = walk(ink, begin, forward, width, anchors.slice(1));
  const back = walk(ink, begin, forward + Math.PI, width, []);
  const places = [...back.reverse(), begin.middle, ...onward];
  return places.length < 3 ? undefined : { places, width, colour };
}

/** of a line's two directions the one that looks the wanted way */
function facing(direction: number, wanted: number): number {
  return Math.cos(direction - wanted) >= 0 ? direction : direction + Math.PI;
}

/** from a cut on, to the end of the stroke; the anchors are passed on the way */
function walk(ink: Ink, begin: Cut, direction: number, width: number, anchors: readonly Cut[]): Place[] {
  const found: Place[] = [];
  const seen: Place[] = [begin.middle];
  const waiting = [...anchors];
  let [at, way, empty, blurred, usual] = [begin.middle, direction, 0, 0, width];
  // where the last piece behind a gap begins
  let piece = 0;
  for (let i = 0; i < MOST_STEPS; i++) {
    const foreseen = { x: at.x + STEP * Math.cos(way), y: at.y + STEP * Math.sin(way) };
    const cut = cutNear(ink, foreseen, way, SIDE);
    const isClear = cut !== undefined && cut.width < usual * WIDER && cut.width > usual * NARROWER;
    if (isClear) {
      at = cut.middle;
      if (empty > STEP) piece = found.length;
      found.push(at);
      seen.push(at);
      usual += 0.02 * (cut.width - usual);
      [empty, blurred] = [0, 0];
    } else {
      at = foreseen;
      const hasInk = cut !== undefined || ink.at(at.x, at.y) > 0.3;
      if (hasInk) blurred += STEP;
      else empty += STEP;
      if (empty > LONGEST_GAP || blurred > LONGEST_BLUR) {
        // a person showed that it goes on: to the next place that was picked
        const next = waiting.shift();
        if (!next) break;
        at = next.middle;
        piece = 0;
        found.push(at);
        way = facing(next.direction, Math.atan2(next.middle.y - seen.at(-1)!.y, next.middle.x - seen.at(-1)!.x));
        seen.splice(0, Infinity, at);
        [empty, blurred] = [0, 0];
        continue;
      }
    }
    if (waiting[0] && Math.hypot(at.x - waiting[0].middle.x, at.y - waiting[0].middle.y) < 2 * STEP) waiting.shift();
    way = foresee(seen.slice(-MEMORY), at, way);
  }
  const [from, to] = [found[piece], found[found.length - 1]];
  const isLetter = piece > 0 && Math.hypot(to!.x - from!.x, to!.y - from!.y) < SHORTEST_DASH;
  return isLetter ? found.slice(0, piece) : found;
}

/**
 * Direction in which the stroke goes on: that of the parabola through the last cuts, as it runs at the place reached.
 */
function foresee(seen: readonly Place[], at: Place, way: number): number {
  if (seen.length < 5) return seen.length < 3 ? way : 0.5 * way + 0.5 * near(angle(seen[0]!, seen.at(-1)!), way);
  // along the present way (u) and across it (v), from the place reached
  const [c, s] = [Math.cos(way), Math.sin(way)];
  const rows = seen.map((p) => ({ u: (p.x - at.x) * c + (p.y - at.y) * s, v: -(p.x - at.x) * s + (p.y - at.y) * c }));
  const { slope } = parabolaAtZero(rows);
  return way + Math.max(-0.2, Math.min(0.2, Math.atan(slope)));
}

const angle = (a: Place, b: Place): number => Math.atan2(b.y - a.y, b.x - a.x);
/** an angle, turned by whole circles next to another */
const near = (a: number, to: number): number => a + 2 * Math.PI * Math.round((to - a) / (2 * Math.PI));

function median(list: readonly number[]): number {
  return [...list].sort((a, b) => a - b)[Math.floor((list.length - 1) / 2)]!;
}
