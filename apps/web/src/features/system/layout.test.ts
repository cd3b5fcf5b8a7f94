import type { Study } from '@cedar-knot/core';
import { layoutProfile } from './layout.js';

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
