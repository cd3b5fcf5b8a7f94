import type { LongSight } from '../../../worker/longLine.js';

/* What is drawn of thousands of places, and what stands at one of them. */

export type LongFigure = keyof LongSight['at'];

/** most corners of a drawn line: about one for each pixel */
const MAX_CORNERS = 1400;

/** Corners of a figure over the distance: thinned where there are more than can be seen, with the highest and lowest of each part. */
export function corners(sight: LongSight, figure: LongFigure): [chainage: number, value: number][] {
  const { chainage } = sight.at;
  const values = sight.at[figure];
  const n = chainage.length;
  const all = (i: number): [number, number] => [chainage[i]!, values[i]!];
  if (n <= MAX_CORNERS) return Array.from({ length: n }, (_, i) => all(i));
  const step = Math.ceil((2 * n) / MAX_CORNERS);
  const list: [number, number][] = [];
  for (let i = 0; i < n; i += step) {
    let low = i;
    let high = i;
    for (let k = i; k < Math.min(n, i + step); k++) {
      if (values[k]! < values[low]!) low = k;
      if (values[k]! > values[high]!) high = k;
    }
    for (const k of [...new Set([i, Math.min(low, high), Math.max(low, high)])].sort((a, b) => a - b)) list.push(all(k));
  }
  list.push(all(n - 1));
  return list;
}

/** The value of a figure at a distance, between the places on both sides; NaN beyond the line and where it is not known. */
export function valueAt(sight: LongSight, figure: LongFigure, chainage: number): number {
  const { chainage: xs } = sight.at;
  const values = sight.at[figure];
  const i = placeBefore(sight, chainage);
  if (i < 0) return NaN;
  const k = Math.min(xs.length - 1, i + 1);
  const span = xs[k]! - xs[i]!;
  return span > 0 ? values[i]! + ((chainage - xs[i]!) / span) * (values[k]! - values[i]!) : values[i]!;
}

/** index of the last place at or before a distance; −1 before the first */
export function placeBefore({ at }: LongSight, chainage: number): number {
  const xs = at.chainage;
  let low = 0;
  let high = xs.length - 1;
  if (high < 0 || chainage < xs[0]! || chainage > xs[high]!) return -1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (xs[middle]! <= chainage) low = middle;
    else high = middle - 1;
  }
  // of places at one distance (before and behind a pump) the last leads on
  return low;
}

/** The place nearest to boiling, of those that have a pressure. */
export function lowestOver(sight: LongSight): number {
  const { pressure, vapourPressure, chainage } = sight.at;
  let best = 0;
  for (let i = 1; i < pressure.length; i++)
    if (pressure[i]! - vapourPressure[i]! < pressure[best]! - vapourPressure[best]! || Number.isNaN(pressure[best]!)) best = i;
  return chainage[best]!;
}
