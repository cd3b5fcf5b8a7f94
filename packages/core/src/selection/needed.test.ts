import type { Fallen } from './ranking.js';
import { neededFor } from './needed.js';

const fallen = (reason: string, value: number | null, limit: number | null, duty?: Partial<Fallen['duty'] & object>): Fallen => ({
  model: 'm',
  reason,
  scenario: 'a',
  value,
  limit,
  diameter: null,
  ...(duty ? { duty: { flow: 0.02, head: 50, npshr: 4, shaftPower: 20_000, running: 1, ...duty } } : {}),
});

test.each([
  // 60 m are asked, 55 m are there
  ['head-short', fallen('head-short', 55, 60), { kind: 'head', more: 5 }],
  // a ratio of 1.2 on 4 m is 4.8 m, 1.3 would be 5.2 m
  ['npsh-ratio', fallen('npsh-ratio', 1.2, 1.3, {}), { kind: 'npsha', more: 0.4 }],
  ['npsh-difference', fallen('npsh-difference', 0.2, 0.6, {}), { kind: 'npsha', more: 0.4 }],
  // 20 kW: 22 kW leave 1.10 where 1.25 are asked, 30 kW leave 1.5 where 1.15 are
  ['motor-power', fallen('motor-power', 1.1, 1.25, {}), { kind: 'motor', rating: 30_000 }],
  // two units: 10 kW each want 15 kW of 12.5
  ['motor-power of two', fallen('motor-power', 1.1, 1.25, { running: 2 }), { kind: 'motor', rating: 15_000 }],
  // at 0.4 of best efficiency where 0.5 is the least: a quarter more; at 1.3 where 1.25 is the most: less
  ['too little flow', fallen('flow-region', 0.4, 0.5, {}), { kind: 'flow', more: 0.005 }],
  ['too much flow', fallen('flow-region', 1.3, 1.25, { flow: 0.026 }), { kind: 'flow', more: -0.001 }],
  ['casing-pressure', fallen('casing-pressure', 1.08, 1, {}), { kind: 'rating', factor: 1.08 }],
])('%s', (_, f, needed) => {
  const found = neededFor(f)!;
  expect(found.kind).toBe(needed.kind);
  for (const [key, value] of Object.entries(needed)) if (typeof value === 'number') expect(found).toHaveProperty(key, expect.closeTo(value, 9)); // prettier-ignore
});

test('where no one figure says it, nothing is said', () => {
  expect(neededFor(fallen('head-rise', 1.02, 1.1, {}))).toBeUndefined();
  expect(neededFor(fallen('not-solved', null, null))).toBeUndefined();
  expect(neededFor(fallen('npsh-ratio', 1.2, 1.3, { npshr: null }))).toBeUndefined();
  expect(neededFor(fallen('motor-power', 1, 1.1, { shaftPower: 2e6 }))).toBeUndefined();
});
