import { axisTicks } from '../../../ui/ticks.js';
import type { LongSight } from '../../../worker/longLine.js';
import type { Display } from '../../context.js';
import { perUnit } from './distance.js';
import type { LongFigure } from './places.js';
import type { LongSights } from './useLongLines.js';

/* Where the heights, temperatures and distances of a long line are drawn. */

export const PAD = { left: 52, right: 92, top: 40, bottom: 20 };
/** of the strip of temperatures below the heights, px, in a high and in a low drawing, with the row of names between */
const STRIPS = [66, 40] as const;
/** of the whole drawing, px */
export const HEIGHTS = [386, 274] as const;
export const NAMES = 24;
/** under the lowest height, px */
const ROOM = 11;

export interface Scales {
  x: (chainage: number) => number;
  y: (head: number) => number;
  /** of the temperatures; null where none is followed */
  t: ((kelvin: number) => number) | null;
  heads: number[];
  temperatures: number[];
  distances: number[];
  bottom: number;
}

/** Scales of a drawing of a size, px: every scenario's heights, temperatures and the distance of the active one. */
export function scalesOf(active: LongSight, sights: LongSights, d: Display, width: number, height: number): Scales {
  const all = Object.values(sights);
  const range = (figures: readonly LongFigure[], of: readonly LongSight[]): [number, number] => {
    let [low, high] = [Infinity, -Infinity];
    for (const s of of)
      for (const f of figures)
        for (const v of s.at[f]) {
          if (v < low) low = v;
          if (v > high) high = v;
        }
    return [low, high];
  };
  const [low, top] = range(['elevation', 'grade'], all);
  const [least, allowed] = range(['allowedHead'], [active]);
  // what may stand far above is not let press the rest together
  const most = top + 0.8 * (top - low);
  const high = least > most ? top : Math.max(top, Math.min(allowed, most));
  const perMetre = d.value(1, 'length');
  const heads = axisTicks(low * perMetre, high * perMetre, 5).map((t) => t / perMetre);
  const [coldest, hottest] = range(['temperature'], all);
  const isWarm = hottest >= coldest;
  const strip = height > HEIGHTS[1] ? STRIPS[0] : STRIPS[1];
  const bottom = height - PAD.bottom - (isWarm ? strip + NAMES : NAMES);
  const linear = (from: readonly number[], a: number, b: number): ((v: number) => number) => {
    const [first, last] = [from[0]!, from.at(-1)!];
    return (v) => a + ((v - first) / (last - first || 1)) * (b - a);
  };
  const temperatures = isWarm ? axisTicks(d.value(coldest, 'temperature') - 2, d.value(hottest, 'temperature') + 2, 3) : [];
  const warm = linear(temperatures, height - PAD.bottom, height - PAD.bottom - strip + 8);
  const unit = perUnit(d);
  const distances = axisTicks(0, active.length / unit, 8).filter((t) => t * unit <= active.length * 1.0001);
  return {
    x: (c) => PAD.left + (c / (active.length || 1)) * (width - PAD.left - PAD.right),
    // a little room under the lowest height, for what stands there
    y: linear(heads, bottom - ROOM, PAD.top),
    t: isWarm ? (k) => warm(d.value(k, 'temperature')) : null,
    heads,
    temperatures,
    distances,
    bottom,
  };
}
