/** One bar of a histogram: values from `from` up to `to`, the last with its end. */
export interface Bin {
  from: number;
  to: number;
  count: number;
}

/** Values in bins of like width from the least to the greatest; one bin where all are the same. */
export function binned(values: readonly number[], count: number): Bin[] {
  if (values.length === 0) return [];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const span = most - least;
  if (!(span > 1e-12 * Math.max(Math.abs(least), Math.abs(most)))) {
    const half = Math.max(Math.abs(least), 1e-9) * 5e-3;
    return [{ from: least - half, to: least + half, count: values.length }];
  }
  const bins = Array.from({ length: count }, (_, i): Bin => ({ from: least + (span * i) / count, to: least + (span * (i + 1)) / count, count: 0 })); // prettier-ignore
  for (const v of values) bins[Math.min(count - 1, Math.floor(((v - least) / span) * count))]!.count++;
  return bins;
}
