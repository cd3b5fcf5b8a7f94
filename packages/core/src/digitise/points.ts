import { parabolaAtZero } from '../numerics/parabola.js';
import { Pchip } from '../numerics/pchip.js';

/** A value over another, as read off a picture. */
export interface Reading {
  x: number;
  y: number;
}

/** readings with one y for an x, x rising: of several the mean */
function rising(readings: readonly Reading[]): Reading[] {
  const sorted = [...readings].sort((a, b) => a.x - b.x);
  const out: (Reading & { count: number })[] = [];
  const span = (sorted.at(-1)?.x ?? 0) - (sorted[0]?.x ?? 0);
  for (const r of sorted) {
    const last = out.at(-1);
    if (last && r.x - last.x <= 1e-9 * span) {
      last.y = (last.y * last.count + r.y) / (last.count + 1);
      last.count++;
    } else out.push({ ...r, count: 1 });
  }
  return out.map(({ x, y }) => ({ x, y }));
}

/** readings to each side of a point from which it is taken */
const AROUND = 6;

/**
 * A few points that stand for a followed stroke: evenly over its flow, each the value there of the parabola of least squares through the
 * readings around it, so that the noise of single cuts goes out.
 *
 * @param count points, at least 2; the ends are kept
 */
export function thinned(readings: readonly Reading[], count: number): Reading[] {
  const all = rising(readings);
  if (all.length <= count) return all;
  const [low, high] = [all[0]!.x, all.at(-1)!.x];
  let from = 0;
  return Array.from({ length: count }, (_, k) => {
    const x = low + ((high - low) * k) / (count - 1);
    while (from < all.length - 2 && all[from + 1]!.x < x) from++;
    const near = all.slice(Math.max(0, from - AROUND), from + AROUND + 2);
    return { x, y: parabolaAtZero(near.map((r) => ({ u: r.x - x, v: r.y }))).value };
  });
}

/** How far a curve through some points lies from what was followed on the picture: picked less drawn at each reading. */
export function residuals(
  points: readonly Reading[],
  followed: readonly Reading[],
): { at: Reading[]; rms: number; greatest: number } {
  const knots = rising(points);
  if (knots.length < 2) return { at: [], rms: 0, greatest: 0 };
  const curve = new Pchip(knots.map((p) => p.x), knots.map((p) => p.y)); // prettier-ignore
  const [low, high] = [knots[0]!.x, knots.at(-1)!.x];
  const at = followed.filter((r) => r.x >= low && r.x <= high).map(({ x, y }) => ({ x, y: curve.value(x) - y }));
  const rms = Math.sqrt(at.reduce((sum, r) => sum + r.y * r.y, 0) / Math.max(1, at.length));
  return { at, rms, greatest: Math.max(0, ...at.map((r) => Math.abs(r.y))) };
}

/** Curves of one diameter as they were picked, over flow m³/s: m, share, W, m. */
export interface PickedCurves {
  head: readonly Reading[];
  efficiency?: readonly Reading[];
  power?: readonly Reading[];
  npshr?: readonly Reading[];
}

export interface PickedRow {
  flow: number;
  head: number;
  efficiency?: number;
  power?: number;
  npshr?: number;
}

/**
 * Rows of a pump curve at the flows of its head. What is not known over the whole of a flow's range is held at its end values where it
 * ends just short (one twentieth of the flow), and left out further off.
 */
export function rowsOf(picked: PickedCurves): PickedRow[] {
  const heads = rising(picked.head).filter((r) => r.x >= 0);
  const end = heads.at(-1)?.x ?? 0;
  const reader = (list: readonly Reading[] | undefined): ((x: number) => number | undefined) => {
    const knots = rising(list ?? []);
    if (knots.length < 2) return () => undefined;
    const curve = new Pchip(knots.map((p) => p.x), knots.map((p) => p.y)); // prettier-ignore
    const [low, high] = [knots[0]!.x, knots.at(-1)!.x];
    return (x) => {
      if (x < low - end / 20 || x > high + end / 20) return undefined;
      return curve.value(Math.min(high, Math.max(low, x)));
    };
  };
  const of = { efficiency: reader(picked.efficiency), power: reader(picked.power), npshr: reader(picked.npshr) };
  return heads.map(({ x, y }) => {
    const row: PickedRow = { flow: x, head: y };
    for (const key of ['efficiency', 'power', 'npshr'] as const) {
      const value = key === 'efficiency' && x <= end * 1e-6 && picked.efficiency?.length ? 0 : of[key](x);
      if (value !== undefined) row[key] = value;
    }
    return row;
  });
}

/**
 * Efficiencies along a head curve from contours of equal efficiency over flow and head: where each contour crosses the curve.
 *
 * @param contours each along its line; y is the head
 */
export function efficiencyOfContours(
  head: readonly Reading[],
  contours: readonly { efficiency: number; line: readonly Reading[] }[],
): Reading[] {
  const knots = rising(head);
  if (knots.length < 2) return [];
  const curve = new Pchip(knots.map((p) => p.x), knots.map((p) => p.y)); // prettier-ignore
  const [low, high] = [knots[0]!.x, knots.at(-1)!.x];
  const found: Reading[] = [];
  for (const { efficiency, line } of contours)
    for (let i = 1; i < line.length; i++) {
      const [a, b] = [line[i - 1]!, line[i]!];
      const [da, db] = [a.y - curve.value(a.x), b.y - curve.value(b.x)];
      if (da === 0 && db === 0) continue;
      if (da * db > 0) continue;
      const x = a.x + ((b.x - a.x) * da) / (da - db);
      if (x >= low && x <= high) found.push({ x, y: efficiency });
    }
  return rising(found);
}
