import { solveDense } from '../numerics/linear.js';
import type { Place } from './picture.js';

/** A printed value on an axis. */
export interface AxisMark {
  at: Place;
  value: number;
}

/** An axis by two printed values on it. */
export interface PictureAxis {
  first: AxisMark;
  second: AxisMark;
  isLog?: boolean;
}

/** Four corners of what is a rectangle on the sheet: upper left, upper right, lower right, lower left. */
export type Corners = readonly [Place, Place, Place, Place];

export type AxesProblem = 'marks-together' | 'log-not-positive' | 'values-equal' | 'axes-parallel' | 'corners-flat';

/** A projective map of the plane, row after row; the last is 1. */
type Projection = readonly number[];

/**
 * The projective map that takes four points to four others (no three on a line): eight unknowns from eight equations.
 * Source: Hartley & Zisserman, Multiple View Geometry, 2nd ed., §4.1 (inhomogeneous solution).
 */
export function projection(from: Corners, to: Corners): Projection | undefined {
  const rows: number[] = [];
  const right: number[] = [];
  from.forEach(({ x, y }, i) => {
    const { x: u, y: v } = to[i]!;
    rows.push(x, y, 1, 0, 0, 0, -u * x, -u * y, 0, 0, 0, x, y, 1, -v * x, -v * y);
    right.push(u, v);
  });
  const h = Float64Array.from(right);
  return solveDense(Float64Array.from(rows), h, 8) && h.every(Number.isFinite) ? [...h, 1] : undefined;
}

export function project(h: Projection, { x, y }: Place): Place {
  const w = h[6]! * x + h[7]! * y + h[8]!;
  return { x: (h[0]! * x + h[1]! * y + h[2]!) / w, y: (h[3]! * x + h[4]! * y + h[5]!) / w };
}

const STRAIGHT: Projection = [1, 0, 0, 0, 1, 0, 0, 0, 1];
/** share of the sheet's size within which two marks are the same place */
const SAME = 1e-6;

/**
 * Two axes of a printed diagram: places on the picture to values and back. A turned or sheared sheet is read along its own axes; four
 * corners of the frame, where they are given, straighten a skewed one first.
 */
export class PictureAxes {
  private constructor(
    private readonly x: PictureAxis,
    private readonly y: PictureAxis,
    private readonly straighten: Projection,
    private readonly bend: Projection,
    /** of the straightened sheet: where the axes begin and how they run to their second mark */
    private readonly origin: { x: Place; y: Place },
    private readonly along: { x: Place; y: Place },
  ) {}

  static make(x: PictureAxis, y: PictureAxis, corners?: Corners): PictureAxes | AxesProblem {
    for (const axis of [x, y]) {
      if (axis.first.value === axis.second.value) return 'values-equal';
      if (axis.isLog && !(axis.first.value > 0 && axis.second.value > 0)) return 'log-not-positive';
    }
    let [straighten, bend] = [STRAIGHT, STRAIGHT];
    if (corners) {
      // a rectangle of about the size that it has on the picture
      const [a, b, c, d] = corners;
      const wide = (Math.hypot(b.x - a.x, b.y - a.y) + Math.hypot(c.x - d.x, c.y - d.y)) / 2;
      const high = (Math.hypot(d.x - a.x, d.y - a.y) + Math.hypot(c.x - b.x, c.y - b.y)) / 2;
      const square: Corners = [{ x: 0, y: 0 }, { x: wide, y: 0 }, { x: wide, y: high }, { x: 0, y: high }]; // prettier-ignore
      const there = projection(corners, square);
      const back = projection(square, corners);
      if (!there || !back || !(wide > 0) || !(high > 0)) return 'corners-flat';
      [straighten, bend] = [there, back];
    }
    const on = (p: Place): Place => project(straighten, p);
    const [x1, x2, y1, y2] = [on(x.first.at), on(x.second.at), on(y.first.at), on(y.second.at)];
    const alongX = { x: x2.x - x1.x, y: x2.y - x1.y };
    const alongY = { x: y2.x - y1.x, y: y2.y - y1.y };
    const lengths = Math.hypot(alongX.x, alongX.y) * Math.hypot(alongY.x, alongY.y);
    if (!(lengths > SAME)) return 'marks-together';
    // the marks of a straightened frame lie along its sides; a hand on a mark does not turn them
    if (corners) {
      alongX.y = 0;
      alongY.x = 0;
    }
    const cross = alongX.x * alongY.y - alongX.y * alongY.x;
    if (Math.abs(cross) < 0.02 * lengths) return 'axes-parallel';
    return new PictureAxes(x, y, straighten, bend, { x: x1, y: y1 }, { x: alongX, y: alongY });
  }

  /** value on both axes of a place on the picture */
  read(place: Place): { x: number; y: number } {
    const p = project(this.straighten, place);
    return { x: valueAt(this.x, this.share(p, 'x')), y: valueAt(this.y, this.share(p, 'y')) };
  }

  /** where values lie on the picture */
  place(x: number, y: number): Place {
    const [s, t] = [shareAt(this.x, x), shareAt(this.y, y)];
    // from the first mark of x: s along x, and as far along y as lies between the two beginnings
    const offset = this.share(this.origin.x, 'y');
    const p = {
      x: this.origin.x.x + s * this.along.x.x + (t - offset) * this.along.y.x,
      y: this.origin.x.y + s * this.along.x.y + (t - offset) * this.along.y.y,
    };
    return project(this.bend, p);
  }

  /** angle by which the sheet is turned, rad, clockwise on the picture, by its flow axis */
  get turn(): number {
    const { first, second } = this.x;
    const sign = second.at.x >= first.at.x ? 1 : -1;
    return Math.atan2(sign * (second.at.y - first.at.y), sign * (second.at.x - first.at.x));
  }

  /** of the way from an axis's first mark to its second, in the skew coordinates of both axes */
  private share(p: Place, axis: 'x' | 'y'): number {
    const { along, origin } = this;
    const from = origin[axis];
    const d = { x: p.x - from.x, y: p.y - from.y };
    const cross = along.x.x * along.y.y - along.x.y * along.y.x;
    return axis === 'x' ? (d.x * along.y.y - d.y * along.y.x) / cross : (along.x.x * d.y - along.x.y * d.x) / cross;
  }
}

function valueAt({ first, second, isLog }: PictureAxis, share: number): number {
  if (isLog) return first.value * (second.value / first.value) ** share;
  return first.value + (second.value - first.value) * share;
}

function shareAt({ first, second, isLog }: PictureAxis, value: number): number {
  if (isLog) return value > 0 ? Math.log(value / first.value) / Math.log(second.value / first.value) : -1e6;
  return (value - first.value) / (second.value - first.value);
}
