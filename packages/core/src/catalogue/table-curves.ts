import type { RawEntry } from '../document/study.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import type { ColumnName } from './columns.js';

/* The curves of a pump as a table lists them. */

/** by column; those of entries of their own under `more:` and their name */
export type Cells = Partial<Record<ColumnName | `more:${string}`, string>>;

/** Points of one diameter, speed and count of stages, with what is said of them and their lines. */
export interface TableCurve {
  /** diameter, speed and stages */
  key: string;
  /** the table in which it stands */
  block: number;
  line: number;
  about: Cells;
  points: RawEntry[];
  lines: number[];
}

const inSi = (x: unknown, dimension: 'flow' | 'head' | 'speed' | 'diameter'): number => {
  const q = typeof x === 'string' ? readQuantity(x, dimension) : undefined;
  return q && isQuantity(q) ? q.si : NaN;
};

/** A curve that is listed from its end, turned. */
export function upward(c: TableCurve): TableCurve {
  const flows = c.points.map((p) => inSi(p.flow, 'flow'));
  const falls = flows.length > 1 && flows.every((q, i) => i === 0 || q < flows[i - 1]!);
  return falls ? { ...c, points: c.points.toReversed(), lines: c.lines.toReversed() } : c;
}

/** by which heads a stage of two counts may differ and be those of one pump */
const SAME_STAGE = 0.03;

/** Whether the curves of two counts have the same heads a stage at the same flows. */
export function agreesPerStage(
  [a, first]: readonly [string, readonly TableCurve[]],
  [b, other]: readonly [string, readonly TableCurve[]],
): boolean {
  // prettier-ignore
  if (first.length !== other.length) return false;
  return first.every((c, i) => {
    const o = other[i]!;
    if (c.points.length !== o.points.length || c.about.diameter !== o.about.diameter || c.about.speed !== o.about.speed)
      return false;
    return c.points.every((p, k) => {
      const [q, q2] = [inSi(p.flow, 'flow'), inSi(o.points[k]!.flow, 'flow')];
      const [h, h2] = [inSi(p.head, 'head') / Number(a), inSi(o.points[k]!.head, 'head') / Number(b)];
      return (
        Math.abs(q - q2) <= SAME_STAGE * Math.max(q, q2) && Math.abs(h - h2) <= SAME_STAGE * Math.max(Math.abs(h), Math.abs(h2))
      );
    });
  });
}

export const speedOf = (c: TableCurve): number => inSi(c.about.speed, 'speed');

/** Whether two curves are of one diameter, speed and count of stages, in whatever units. */
export function sameAbout(a: TableCurve, b: TableCurve): boolean {
  const same = (x: string | undefined, y: string | undefined, dimension: 'speed' | 'diameter'): boolean =>
    x === y || Math.abs(inSi(x, dimension) / inSi(y, dimension) - 1) < 0.002;
  return (
    same(a.about.diameter, b.about.diameter, 'diameter') &&
    same(a.about.speed, b.about.speed, 'speed') &&
    (a.about.stages ?? '') === (b.about.stages ?? '')
  );
}

/** by which figures may differ that were rounded in two units */
const ROUNDED = 0.01;

export function sameCurve(a: TableCurve, b: TableCurve): boolean {
  const near = (x: number, y: number): boolean => Math.abs(x - y) <= ROUNDED * Math.max(Math.abs(x), Math.abs(y));
  const { points: p } = upward(a);
  const { points: q } = upward(b);
  return (
    p.length === q.length &&
    p.every(
      (r, i) => near(inSi(r.flow, 'flow'), inSi(q[i]!.flow, 'flow')) && near(inSi(r.head, 'head'), inSi(q[i]!.head, 'head')),
    )
  );
}

/** by which heads may differ from those that follow from another speed */
const SAME_SPEEDS = 0.03;

/** Whether a curve follows from that of a higher speed: flows as speeds, heads as their squares (affinity). */
export function agreesBySpeed(fast: TableCurve, slow: TableCurve): boolean {
  const ratio = speedOf(fast) / speedOf(slow);
  if (!(ratio >= 1)) return false;
  const of = ({ points }: TableCurve) => points.map((p) => ({ q: inSi(p.flow, 'flow'), h: inSi(p.head, 'head') }));
  const [f, s] = [of(fast), of(slow).map(({ q, h }) => ({ q: q * ratio, h: h * ratio ** 2 }))];
  const inside = s.filter(({ q }) => f.length > 1 && q >= f[0]!.q - 1e-9 && q <= f.at(-1)!.q + 1e-9);
  return (
    inside.length >= 2 &&
    inside.every(({ q, h }) => {
      const i = Math.max(1, f.findIndex((p) => p.q >= q - 1e-9)); // prettier-ignore
      const [a, b] = [f[i - 1]!, f[i]!];
      const at = a.h + ((b.h - a.h) * (q - a.q)) / (b.q - a.q);
      return Math.abs(h - at) <= SAME_SPEEDS * f[0]!.h;
    })
  );
}
