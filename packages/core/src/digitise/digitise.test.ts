import { drawPicture, type Line } from '../test/drawn-picture.js';
import { parabolaAtZero } from '../numerics/parabola.js';
import { PictureAxes, project, projection, type AxisMark, type Corners } from './axes.js';
import { followStroke, snapTo } from './follow.js';
import type { Colour, Place } from './picture.js';
import { efficiencyOfContours, residuals, rowsOf, thinned, type Reading } from './points.js';

const INK: Colour = [40, 42, 50];
const GREY: Colour = [150, 152, 150];
const RED: Colour = [170, 50, 40];
const BLUE: Colour = [40, 80, 170];

/* a sheet of flow 0…300 and head 10…50, efficiency 0…100 on the right */
const WIDTH = 900;
const HEIGHT = 700;
const flat = (q: number, h: number): Place => ({ x: 90 + (q / 300) * 720, y: 640 - ((h - 10) / 40) * 560 });
const head = (q: number): number => 43 - 14 * (q / 250) ** 2;
const trimmed = (q: number): number => 37.5 - 15 * (q / 250) ** 2.2;
const efficiency = (q: number): number => 82 * (1 - Math.abs(q / 185 - 1) ** 2.1);

const turned = (degrees: number) => {
  const a = (degrees * Math.PI) / 180;
  return ({ x, y }: Place): Place => ({
    x: 450 + (x - 450) * Math.cos(a) - (y - 350) * Math.sin(a),
    y: 350 + (x - 450) * Math.sin(a) + (y - 350) * Math.cos(a),
  });
};
const skewed = (): ((p: Place) => Place) => {
  const h = projection([{ x: 0, y: 0 }, { x: 900, y: 0 }, { x: 900, y: 700 }, { x: 0, y: 700 }], [{ x: 25, y: 12 }, { x: 868, y: 34 }, { x: 884, y: 678 }, { x: 8, y: 690 }])!; // prettier-ignore
  return (p) => project(h, p);
};

function sheet(
  bend: (p: Place) => Place,
  strokes: readonly { of: (q: number) => number; from: number; to: number; width: number; colour: Colour }[],
  noise: number,
  grid: Colour = GREY,
  gridWidth = 1.3,
) {
  const lines: Line[] = [];
  const straight = (a: Place, b: Place, width: number, colour: Colour): number =>
    lines.push({
      places: Array.from({ length: 30 }, (_, i) => bend({ x: a.x + ((b.x - a.x) * i) / 29, y: a.y + ((b.y - a.y) * i) / 29 })),
      width,
      colour,
    });
  for (let q = 0; q <= 300; q += 25) straight(flat(q, 10), flat(q, 50), gridWidth, grid);
  for (let h = 10; h <= 50; h += 5) straight(flat(0, h), flat(300, h), gridWidth, grid);
  for (const { of, from, to, width, colour } of strokes)
    lines.push({
      places: Array.from({ length: 200 }, (_, i) => from + ((to - from) * i) / 199).map((q) => bend(flat(q, of(q)))),
      width,
      colour,
    });
  return drawPicture(WIDTH, HEIGHT, lines, noise);
}

const mark = (bend: (p: Place) => Place, q: number, h: number, value: number): AxisMark => ({ at: bend(flat(q, h)), value });
const axesOf = (bend: (p: Place) => Place, corners?: Corners): PictureAxes => {
  const made = PictureAxes.make(
    { first: mark(bend, 0, 10, 0), second: mark(bend, 300, 10, 300) },
    { first: mark(bend, 0, 10, 10), second: mark(bend, 0, 50, 50) },
    corners,
  );
  if (typeof made === 'string') throw new Error(made);
  return made;
};

/** mean departure of what was followed from the curve, of the axis's 40 m, and how much of the curve was found */
function quality(axes: PictureAxes, places: readonly Place[], of: (q: number) => number, from: number, to: number) {
  const read = places.map((p) => axes.read(p));
  const mean = read.reduce((sum, r) => sum + Math.abs(r.y - of(r.x)), 0) / read.length / 40;
  const found = [Math.min(...read.map((r) => r.x)), Math.max(...read.map((r) => r.x))] as const;
  return { mean, share: (Math.min(found[1], to) - Math.max(found[0], from)) / (to - from) };
}

const CURVES = [
  { of: head, from: 0, to: 270, width: 3.2, colour: INK },
  { of: trimmed, from: 0, to: 240, width: 3.2, colour: INK },
  { of: (q: number) => 10 + 0.4 * efficiency(q), from: 20, to: 290, width: 2.4, colour: INK },
];

describe('following a stroke on a drawn picture', () => {
  test.each([
    ['straight and clean', 0, 0, GREY, 1.3],
    ['turned by 2°, grid and noise', 2, 18, GREY, 1.3],
    ['turned back by 2°', -2, 18, GREY, 1.3],
    ['a grid as dark as the curves', 2, 12, INK, 1.2],
  ])('%s: mean error below half a per cent of the axis', (_name, degrees, noise, grid, gridWidth) => {
    const bend = turned(degrees);
    const picture = sheet(bend, CURVES, noise, grid, gridWidth);
    const axes = axesOf(bend);
    expect(axes.turn).toBeCloseTo((degrees * Math.PI) / 180, 6);
    for (const [of, picks, to] of [
      [head, [60, 130], 270],
      [trimmed, [40, 110, 190], 240],
    ] as const) {
      const clicks = picks.map((q) => { const p = bend(flat(q, of(q))); return { x: p.x + 2, y: p.y - 3 }; }); // prettier-ignore
      const { places } = followStroke(picture, clicks)!;
      const { mean, share } = quality(axes, places, of, 0, to);
      expect([degrees, mean < 0.005, share > 0.94, mean, share]).toEqual([degrees, true, true, mean, share]);
    }
  });

  test('by its colour: where curves cross it stays on its own', () => {
    const bend = turned(1);
    const crossing = (q: number): number => 18 + 22 * (q / 250);
    const picture = sheet(bend, [{ of: head, from: 0, to: 270, width: 3, colour: BLUE }, { of: crossing, from: 0, to: 270, width: 3, colour: RED }], 14); // prettier-ignore
    const { places } = followStroke(picture, [bend(flat(30, head(30)))])!;
    const { mean, share } = quality(axesOf(bend), places, head, 0, 270);
    expect([mean < 0.003, share > 0.95]).toEqual([true, true]);
  });

  test('a skewed scan is straightened by the corners of its frame', () => {
    const bend = skewed();
    const picture = sheet(bend, CURVES, 14);
    const corners: Corners = [bend(flat(0, 50)), bend(flat(300, 50)), bend(flat(300, 10)), bend(flat(0, 10))];
    const { places } = followStroke(
      picture,
      [60, 150].map((q) => bend(flat(q, head(q)))),
    )!;
    expect(quality(axesOf(bend, corners), places, head, 0, 270).mean).toBeLessThan(0.003);
    // without them it is not good enough
    expect(quality(axesOf(bend), places, head, 0, 270).mean).toBeGreaterThan(0.004);
  });

  test('a click near a stroke lands on its middle; one on bare paper on none', () => {
    const bend = turned(2);
    const picture = sheet(bend, CURVES, 10);
    const on = bend(flat(112, head(112)));
    const found = snapTo(picture, { x: on.x + 3, y: on.y + 4 })!;
    const value = axesOf(bend).read(found);
    expect(Math.abs(value.y - head(value.x))).toBeLessThan(0.1);
    expect(snapTo(picture, bend(flat(262, 48)))).toBeUndefined();
    expect(followStroke(picture, [])).toBeUndefined();
  });

  test('dashes are followed, and a stroke ends where it ends', () => {
    const dashes = Array.from({ length: 22 }, (_, i) => ({ of: head, from: i * 12, to: i * 12 + 7.5, width: 3, colour: INK }));
    const picture = sheet((p) => p, dashes, 8);
    const { places } = followStroke(picture, [flat(51, head(51)), flat(98, head(98))])!;
    const { mean, share } = quality(
      axesOf((p) => p),
      places,
      head,
      0,
      259,
    );
    expect([mean < 0.004, share > 0.9]).toEqual([true, true]);
    const read = places.map((p) => axesOf((q) => q).read(p).x);
    expect(Math.max(...read)).toBeLessThan(264);
  });
});

describe('axes', () => {
  const at = (x: number, y: number): Place => ({ x, y });
  const marks = (a: AxisMark, b: AxisMark, isLog = false) => ({ first: a, second: b, isLog });
  const upright = marks({ at: at(0, 100), value: 0 }, { at: at(0, 0), value: 50 });
  test('linear and logarithmic, there and back', () => {
    const axes = PictureAxes.make(
      marks({ at: at(10, 100), value: 1 }, { at: at(210, 100), value: 100 }, true),
      upright,
    ) as PictureAxes;
    expect(axes.read(at(110, 50))).toEqual({ x: expect.closeTo(10, 9), y: 25 });
    expect(axes.place(10, 25)).toEqual({ x: expect.closeTo(110, 9), y: expect.closeTo(50, 9) });
  });
  test('marks of the two axes need not meet: a second head axis on the right', () => {
    const bend = turned(3);
    const right = PictureAxes.make({ first: mark(bend, 50, 10, 50), second: mark(bend, 250, 10, 250) }, { first: mark(bend, 300, 18, 20), second: mark(bend, 300, 42, 80) }) as PictureAxes; // prettier-ignore
    // 0…100 % over the same height
    expect(right.read(bend(flat(120, 30)))).toEqual({ x: expect.closeTo(120, 9), y: expect.closeTo(50, 9) });
    const there = right.place(120, 50);
    expect([there.x, there.y]).toEqual([expect.closeTo(bend(flat(120, 30)).x, 6), expect.closeTo(bend(flat(120, 30)).y, 6)]);
  });
  test('with corners: there and back through the skew', () => {
    const bend = skewed();
    const corners: Corners = [bend(flat(0, 50)), bend(flat(300, 50)), bend(flat(300, 10)), bend(flat(0, 10))];
    const axes = axesOf(bend, corners);
    for (const [q, h] of [
      [20, 15],
      [290, 47],
      [150, 30],
    ] as const) {
      // prettier-ignore
      const read = axes.read(bend(flat(q, h)));
      expect([read.x, read.y]).toEqual([expect.closeTo(q, 4), expect.closeTo(h, 5)]);
      const there = axes.place(q, h);
      expect([there.x, there.y]).toEqual([expect.closeTo(bend(flat(q, h)).x, 4), expect.closeTo(bend(flat(q, h)).y, 4)]);
    }
  });
  test.each([
    ['values-equal', marks({ at: at(0, 0), value: 5 }, { at: at(9, 0), value: 5 }), undefined],
    ['log-not-positive', marks({ at: at(0, 0), value: 0 }, { at: at(9, 0), value: 5 }, true), undefined],
    ['marks-together', marks({ at: at(3, 3), value: 0 }, { at: at(3, 3), value: 5 }), undefined],
    ['axes-parallel', marks({ at: at(5, 80), value: 0 }, { at: at(5, 20), value: 5 }), undefined],
    [
      'corners-flat',
      marks({ at: at(0, 0), value: 0 }, { at: at(9, 0), value: 5 }),
      [at(0, 0), at(1, 1), at(2, 2), at(0, 9)] as Corners,
    ],
  ])('%s is told', (problem, x, corners) => {
    expect(PictureAxes.make(x, upright, corners)).toBe(problem);
  });
});

describe('points of a curve', () => {
  const followed: Reading[] = Array.from({ length: 400 }, (_, i) => ({
    x: i / 2,
    y: 50 - (i / 2) ** 2 / 1000 + 0.15 * Math.sin(i * 2.1),
  }));
  test('are few, evenly spread, and lie on the curve without the noise', () => {
    const points = thinned(followed, 11);
    expect(points).toHaveLength(11);
    expect([points[0]!.x, points[10]!.x]).toEqual([0, 199.5]);
    for (const p of points.slice(1, -1)) expect(Math.abs(p.y - (50 - p.x ** 2 / 1000))).toBeLessThan(0.06);
  });
  test('what is left over is drawn back', () => {
    const drawn = followed.map(({ x }) => ({ x, y: 50 - x / 10 }));
    const picked = [0, 60, 120, 199.5].map((x) => ({ x, y: 50 - x / 10 + 0.2 }));
    const { rms, greatest, at } = residuals(picked, drawn);
    expect([at.length, rms, greatest]).toEqual([400, expect.closeTo(0.2, 9), expect.closeTo(0.2, 9)]);
    expect(residuals([{ x: 0, y: 1 }], followed).at).toEqual([]);
  });
  test('rows stand at the flows of the head; what ends short is not made up', () => {
    const rows = rowsOf({
      head: [{ x: 0, y: 50 }, { x: 50, y: 45 }, { x: 100, y: 30 }],
      efficiency: [{ x: 10, y: 0.2 }, { x: 50, y: 0.7 }, { x: 98, y: 0.6 }],
      npshr: [{ x: 40, y: 2 }, { x: 100, y: 4 }],
    }); // prettier-ignore
    expect(rows).toEqual([
      { flow: 0, head: 50, efficiency: 0 },
      { flow: 50, head: 45, efficiency: 0.7, npshr: expect.closeTo(2 + 10 / 30, 9) },
      { flow: 100, head: 30, efficiency: 0.6, npshr: 4 },
    ]);
  });
  test('contours of equal efficiency become efficiencies of a head curve where they cross it', () => {
    const line = [{ x: 0, y: 50 }, { x: 100, y: 40 }]; // prettier-ignore
    const at = efficiencyOfContours(line, [
      { efficiency: 0.7, line: [{ x: 30, y: 60 }, { x: 30, y: 30 }, { x: 70, y: 30 }, { x: 70, y: 60 }] },
      { efficiency: 0.75, line: [{ x: 50, y: 30 }, { x: 50, y: 40 }] },
    ]); // prettier-ignore
    expect(at).toEqual([{ x: 30, y: 0.7 }, { x: 70, y: 0.7 }]); // prettier-ignore
    expect(efficiencyOfContours(line.slice(1), [])).toEqual([]);
  });
  test('the parabola of least squares, a line and a mean where there is no more', () => {
    const exact = [-2, -1, 0.5, 3].map((u) => ({ u, v: 4 - 3 * u + 2 * u * u }));
    expect(parabolaAtZero(exact)).toEqual({ value: expect.closeTo(4, 9), slope: expect.closeTo(-3, 9) });
    expect(parabolaAtZero([{ u: 1, v: 3 }, { u: 3, v: 7 }])).toEqual({ value: expect.closeTo(1, 9), slope: expect.closeTo(2, 9) }); // prettier-ignore
    expect(parabolaAtZero([{ u: 1, v: 3 }, { u: 1, v: 5 }])).toEqual({ value: 4, slope: 0 }); // prettier-ignore
  });
});
