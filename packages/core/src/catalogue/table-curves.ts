import type { RawEntry } from '../document/study.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import type { ColumnName } from './columns.js';

/* The curves of a pump as a table lists them. */

/** by column; those of entries of their own under `more:` and their name */
export type Cells = Partial<Record<ColumnName | `more:${string}`, string>>;

/** Points of one diameter, speed and count of stages, with what is said of them and their lines. */
export interface TableCurve {
  key: string;
  line: number;
  about: Cells;
  points: RawEntry[];
  lines: number[];
}

const inSi = (x: unknown, dimension: 'flow' | 'head'): number => {
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
