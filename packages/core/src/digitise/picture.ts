/** A picture as a canvas gives it: RGBA, a byte each, row after row. */
export interface Picture {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** A place on a picture, px; the middle of the first pixel is at 0.5, 0.5. */
export interface Place {
  x: number;
  y: number;
}

export type Colour = readonly [red: number, green: number, blue: number];

/** places looked at for the colour of the paper */
const SAMPLES = 4000;
/** width of a class of brightness */
const CLASS = 8;

/** Colour of the paper: the mean of the commonest class of brightness. */
export function paperOf({ width, height, data }: Picture): Colour {
  const total = width * height;
  const step = Math.max(1, Math.floor(total / SAMPLES));
  const classes = new Map<number, { count: number; sum: [number, number, number] }>();
  for (let i = 0; i < total; i += step) {
    const [r, g, b] = [data[4 * i]!, data[4 * i + 1]!, data[4 * i + 2]!];
    const key = Math.floor((r + g + b) / 3 / CLASS);
    const found = classes.get(key) ?? { count: 0, sum: [0, 0, 0] };
    found.count++;
    found.sum[0] += r;
    found.sum[1] += g;
    found.sum[2] += b;
    classes.set(key, found);
  }
  const most = [...classes.values()].sort((a, b) => b.count - a.count)[0];
  return most ? [most.sum[0] / most.count, most.sum[1] / most.count, most.sum[2] / most.count] : [255, 255, 255];
}

/** How much of a stroke's ink lies at a place: 0 paper, 1 the stroke's own colour; another colour counts little. */
export class Ink {
  private readonly axis: Colour;
  private readonly length2: number;

  constructor(
    private readonly picture: Picture,
    private readonly paper: Colour,
    readonly colour: Colour,
  ) {
    this.axis = [colour[0] - paper[0], colour[1] - paper[1], colour[2] - paper[2]];
    this.length2 = Math.max(1, this.axis[0] ** 2 + this.axis[1] ** 2 + this.axis[2] ** 2);
  }

  /** of one pixel; 0 outside the picture */
  private pixel(x: number, y: number): number {
    const { width, height, data } = this.picture;
    if (x < 0 || y < 0 || x >= width || y >= height) return 0;
    const i = 4 * (y * width + x);
    const r = data[i]! - this.paper[0];
    const g = data[i + 1]! - this.paper[1];
    const b = data[i + 2]! - this.paper[2];
    const { axis, length2 } = this;
    const along = (r * axis[0] + g * axis[1] + b * axis[2]) / length2;
    if (along <= 0) return 0;
    // what lies off the line from paper to ink is another colour, or noise
    const off2 = Math.max(0, r * r + g * g + b * b - along * along * length2) / length2;
    return Math.min(1, along) * Math.max(0, 1 - 2.5 * off2);
  }

  /** between the middles of four pixels, bilinear */
  at(x: number, y: number): number {
    const [u, v] = [x - 0.5, y - 0.5];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [a, b] = [u - i, v - j];
    return (
      (this.pixel(i, j) * (1 - a) + this.pixel(i + 1, j) * a) * (1 - b) +
      (this.pixel(i, j + 1) * (1 - a) + this.pixel(i + 1, j + 1) * a) * b
    );
  }
}

/** px around a click in which the colour of the stroke is looked for */
const NEAR = 6;

/** Colour of the stroke at a place: that of the pixels near it that differ most from the paper. */
export function strokeColour({ width, height, data }: Picture, paper: Colour, { x, y }: Place): Colour {
  const found: { colour: Colour; far: number }[] = [];
  for (let j = Math.floor(y - NEAR); j <= y + NEAR; j++)
    for (let i = Math.floor(x - NEAR); i <= x + NEAR; i++) {
      if (i < 0 || j < 0 || i >= width || j >= height) continue;
      const k = 4 * (j * width + i);
      const colour: Colour = [data[k]!, data[k + 1]!, data[k + 2]!];
      const distance = Math.hypot(colour[0] - paper[0], colour[1] - paper[1], colour[2] - paper[2]);
      // of two equally strong the nearer one is meant
      found.push({ colour, far: distance / (1 + Math.hypot(i + 0.5 - x, j + 0.5 - y) / (2 * NEAR)) });
    }
  found.sort((a, b) => b.far - a.far);
  const best = found.slice(0, 5);
  if (best.length === 0) return paper;
  const mean = (k: 0 | 1 | 2): number => best.reduce((sum, f) => sum + f.colour[k], 0) / best.length;
  return [mean(0), mean(1), mean(2)];
}
