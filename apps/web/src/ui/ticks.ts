/** Round steps of an axis that holds low to high in about `count` parts. */
export function axisTicks(low: number, high: number, count: number): number[] {
  const rough = (high - low) / count;
  if (!(rough > 0) || !Number.isFinite(rough)) return [low];
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 2.5, 5, 10].find((s) => s * power >= rough)! * power;
  const first = Math.floor(low / step) * step;
  const ticks: number[] = [];
  for (let t = first; t < high + step * 0.999; t += step) ticks.push(Number(t.toPrecision(12)));
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
