import type { ScenarioResult, Study } from '@cedar-knot/core';
import { lanesOf, layoutProfile, pathOf } from './layout.js';
import { panned, zoomed } from './useZoom.js';

const pipe = (id: string, length: string) => ({ id, kind: 'pipe', length });
const study = (points: string[], lines: [string, string, string, ReturnType<typeof pipe>[]][]): Study =>
  ({
    points: Object.fromEntries(points.map((p) => [p, { kind: 'junction' }])),
    lines: lines.map(([id, from, to, elements]) => ({ id, from, to, elements })),
  }) as unknown as Study;

test('a line fills the width, long pipes take more of it, places stand in order', () => {
  const s = study(['A', 'B'], [['L', 'A', 'B', [pipe('a', '10 m'), pipe('b', '1000 m')]]]);
  const { lines, points } = layoutProfile(s, 50, 950);
  const [x0, x1, x2] = lines.get('L')!;
  expect([x0, x2]).toEqual([50, 950]);
  expect(points.get('B')).toBe(950);
  expect(x2! - x1!).toBeGreaterThan(2 * (x1! - x0!));
});

test('branches begin where they leave; the longest way ends at the right', () => {
  const s = study(
    ['A', 'J', 'B', 'C'],
    [
      ['L1', 'A', 'J', [pipe('a', '100 m')]],
      ['L2', 'J', 'B', [pipe('b', '20 m')]],
      ['L3', 'J', 'C', [pipe('c', '900 m')]],
    ],
  );
  const { lines, points } = layoutProfile(s, 0, 1000);
  expect(lines.get('L2')![0]).toBe(points.get('J'));
  expect(points.get('C')).toBe(1000);
  expect(points.get('B')!).toBeLessThan(1000);
});

test('a loop closes on itself: the way back runs to the left, and everything is finite', () => {
  const s = study(
    ['A', 'B', 'C'],
    [
      ['L1', 'A', 'B', [pipe('a', '100 m')]],
      ['L2', 'B', 'C', [pipe('b', '100 m')]],
      ['L3', 'C', 'A', [pipe('c', '100 m')]],
    ],
  );
  const { lines, points } = layoutProfile(s, 0, 900);
  expect(points.get('A')!).toBeLessThan(points.get('B')!);
  expect(points.get('B')!).toBeLessThan(points.get('C')!);
  const back = lines.get('L3')!;
  expect(back[0]!).toBeGreaterThan(back.at(-1)!);
  expect([...lines.values()].flat().every(Number.isFinite)).toBe(true);
});

test('lines on one another get lanes of their own, those that cross or stand apart do not; the ends stay at their points', () => {
  const s = study(
    ['A', 'B', 'C', 'D'],
    [
      ['L1', 'A', 'B', [pipe('a', '100 m'), pipe('b', '100 m')]],
      ['L2', 'A', 'B', [pipe('c', '100 m')]],
      ['L3', 'C', 'D', [pipe('d', '100 m'), pipe('e', '100 m')]],
    ],
  );
  const layout = layoutProfile(s, 50, 950);
  const at = (...z: number[]) => z.map((elevation) => ({ elevation, totalHead: null, grade: null }));
  const result = { places: { L1: at(10, 10, 10), L2: at(10, 10), L3: at(0, 10, 40) } } as unknown as ScenarioResult;
  const frame = { width: 1000, height: 260, y: (m: number) => 200 - 3 * m, ticks: [] };
  const lanes = lanesOf(s, layout, result, frame);
  expect([lanes.get('L1'), lanes.get('L3')]).toEqual([0, 0]);
  expect(Math.abs(lanes.get('L2')!)).toBeGreaterThan(15);
  const path = pathOf([50, 950], [170, 170], lanes.get('L2')!);
  expect([path[0], path.at(-1)]).toEqual([
    [50, 170],
    [950, 170],
  ]);
  expect(path.slice(1, -1).every(([, y]) => y === 170 + lanes.get('L2')!)).toBe(true);
});

test('zoom keeps the place under the pointer and stays within the drawing', () => {
  const z = zoomed({ scale: 1, at: 0 }, 2, 0.75);
  // the place at three quarters of what is seen is the same before and after
  expect(z.at + 0.75 / z.scale).toBeCloseTo(0.75, 12);
  expect(panned(z, 10).at).toBeCloseTo(0.5, 12);
  expect(panned(z, -10).at).toBe(0);
  expect(zoomed(z, 0.01, 0.2)).toEqual({ scale: 1, at: 0 });
});
