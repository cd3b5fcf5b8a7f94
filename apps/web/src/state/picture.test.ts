import {
  axesFor,
  EMPTY_PICTURE,
  entryOf,
  leftOver,
  pointsOf,
  readingsOf,
  type CurveState,
  type PictureState,
} from './picture.js';

/* flow 0…300 m³/h over 100…700 px, head 0…60 m over 500…100 px, efficiency 0…100 % on the same height */
const at = (x: number, y: number) => ({ x, y });
const px = (q: number, h: number) => at(100 + 2 * q, 500 - (h / 60) * 400);
const state = (curves: Partial<CurveState>[], more: Partial<PictureState> = {}): PictureState => {
  const mark = (
    a: PictureState['axes']['flow'],
    first: [string, { x: number; y: number }],
    second: [string, { x: number; y: number }],
  ) => ({
    ...a,
    first: { value: first[0], at: first[1] },
    second: { value: second[0], at: second[1] },
  });
  const { axes } = EMPTY_PICTURE;
  return {
    ...EMPTY_PICTURE,
    name: 'P',
    speed: '1450 rpm',
    axes: {
      ...axes,
      flow: mark(axes.flow, ['0', at(100, 500)], ['300', at(700, 500)]),
      head: mark(axes.head, ['0', at(100, 500)], ['60', at(100, 100)]),
      efficiency: mark(axes.efficiency, ['0', at(700, 500)], ['100', at(700, 100)]),
    },
    curves: curves.map((c, i) => ({ id: `c${i}`, kind: 'head', diameter: '', level: '', points: [], followed: [], ...c })),
    ...more,
  };
};
const head = (q: number): number => 50 - q * q * 0.0004;
const line = (of: (q: number) => number, qs: readonly number[]) => qs.map((q) => px(q, of(q)));

test('places become values in SI by the axis of the curve; without its marks it is said', () => {
  const s = state([{}]);
  expect(readingsOf(s, 'head', [px(90, 30)])).toEqual([{ x: expect.closeTo(90 / 3600, 12), y: expect.closeTo(30, 9) }]);
  expect(readingsOf(s, 'efficiency', [at(280, 300)])[0]!.y).toBeCloseTo(0.5, 9);
  expect(axesFor(s, 'power')).toBe('axis-missing');
  expect(axesFor({ ...s, axes: { ...s.axes, flow: EMPTY_PICTURE.axes.flow } }, 'head')).toBe('flow-missing');
});

test('one curve is an entry of one diameter; the first point beside the axis is at no flow', () => {
  const points = [at(99, 500 - (50 / 60) * 400), ...line(head, [100, 200, 300])];
  expect(entryOf(state([{ points, diameter: '315 mm' }]))).toEqual({
    name: 'P',
    speed: '1450 rpm',
    diameter: '315 mm',
    curve: [
      { flow: '0 m3/h', head: '50 m' },
      { flow: '100 m3/h', head: '46 m' },
      { flow: '200 m3/h', head: '34 m' },
      { flow: '300 m3/h', head: '14 m' },
    ],
  });
  expect(entryOf(state([{ points: [px(0, 50)] }]))).toBeUndefined();
});

test('several diameters take the efficiency of their own, else that of all; lines of equal efficiency serve where there is none', () => {
  const flows = [0, 100, 200, 300];
  const share = (q: number) => at(100 + 2 * q, 500 - q * 0.8);
  const two = [
    { points: line(head, flows), diameter: '315 mm' },
    { points: line((q) => head(q) - 8, flows.slice(0, 3)), diameter: '280 mm' },
  ];
  const entry = entryOf(state([...two, { kind: 'efficiency' as const, points: [share(100), share(300)] }])) as {
    curves: { curve: { efficiency?: number }[] }[];
  };
  // 0.8 px a m³/h on 4 px a per cent: 20 % at 100, 40 % at 200
  expect(entry.curves.map((c) => c.curve.map((r) => r.efficiency))).toEqual([
    [0, 0.2, 0.4, 0.6],
    [0, 0.2, 0.4],
  ]);
  const contour = { kind: 'contour' as const, level: '70', points: [px(200, 60), px(200, 0)] };
  const other = { kind: 'contour' as const, level: '60', points: [px(100, 60), px(100, 0)] };
  const lines = entryOf(state([two[0]!, contour, other])) as { curve: { flow: string; efficiency?: number }[] };
  expect(lines.curve.map((r) => r.efficiency)).toEqual([0, 0.6, 0.7, undefined]);
});

test('a followed stroke is thinned to points on it, and what they leave over is told', () => {
  const s = state([{}]);
  const followed = Array.from({ length: 301 }, (_, q) => px(q, head(q)));
  const points = pointsOf(s, 'head', followed);
  expect(points).toHaveLength(11);
  const curve = { ...s.curves[0]!, points, followed };
  expect(leftOver({ ...s, curves: [curve] }, curve)!.greatest).toBeLessThan(0.05);
  expect(leftOver(s, s.curves[0]!)).toBeNull();
});
