import { scaleLinear } from 'd3-scale';

/** Round values of an axis that holds low to high in about `count` parts; the first and last are its ends. */
export function axisTicks(low: number, high: number, count: number): number[] {
  if (!(high > low) || !Number.isFinite(high - low)) return [low];
  const scale = scaleLinear().domain([low, high]).nice(count);
  const [first, last] = scale.domain() as [number, number];
  const ticks = scale.ticks(count);
  if (ticks[0]! > first) ticks.unshift(first);
  if (ticks.at(-1)! < last) ticks.push(last);
  return ticks;
}

/** Pushes labels apart so that none covers another; they keep their order. */
export function spread(wanted: readonly number[], gap: number, low: number, high: number): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!);
  const placed = new Array<number>(wanted.length);
  let at = -Infinity;
  for (const i of order) {
    at = Math.max(wanted[i]!, at + gap, low);
    placed[i] = at;
  }
  const over = at - high;
  if (over > 0) {
    let limit = high;
    for (const i of [...order].reverse()) {
      placed[i] = Math.min(placed[i]!, limit);
      limit = placed[i] - gap;
    }
  }
  return placed;
}

/** The same in as many rows as it takes: labels that are next to one another stand in rows next to one another. */
export function spreadInRows(wanted: readonly number[], gap: number, low: number, high: number): { at: number; row: number }[] {
  const most = Math.max(1, Math.floor((high - low) / gap) + 1);
  const rows = Math.ceil(wanted.length / most);
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!);
  const found = new Array<{ at: number; row: number }>(wanted.length);
  for (let row = 0; row < rows; row++) {
    const own = order.filter((_, k) => k % rows === row);
    const places = own.map((i) => wanted[i]!);
    spread(places, gap, low, high).forEach((at, k) => (found[own[k]!] = { at, row }));
  }
  return found;
}
