import { CHECKS, inputAt, type SweepRow } from '@cedar-knot/core';
import { open, pumpedStudy, settle } from '../test/open.js';
import { dimensionOf, fieldCells, inScenario, LIQUID, movable, readable, sweepCells, sweepTable } from './sweeps.js';

/* What can be moved and what can be read, and the table that is taken away. */

const study = pumpedStudy();

test('things that can be moved have only numbers, each of which is one of the core’s inputs', () => {
  const things = movable(study);
  expect(things.map((t) => t.id)).toEqual(expect.arrayContaining(['P-1', 'CV-1', 'L-1', 'V-1', 'T-1']));
  for (const { id, keys } of things) {
    expect(keys.length).toBeGreaterThan(0);
    for (const key of keys)
      expect([`${id}.${key}`, inputAt(study, `${id}.${key}`) !== undefined]).toEqual([`${id}.${key}`, true]);
  }
  const pump = things.find((t) => t.id === 'P-1')!;
  expect(pump.keys).toEqual(expect.arrayContaining(['speed', 'wear']));
  for (const word of ['name', 'pump', 'mode']) expect(pump.keys).not.toContain(word);
  expect(things.find((t) => t.id === 'L-1')!.name).toBe('L-1 Suction');
});

test('the liquid is each scenario’s own', () => {
  expect(inScenario(LIQUID, 'day')).toBe('day.temperature');
  expect(inScenario('P-1.speed', 'day')).toBe('P-1.speed');
});

test('margins that are judged somewhere can be read, then figures; each in the dimension of its check or figure', async () => {
  const { store } = await open(study);
  await settle();
  const { shown } = store.getState();
  const names = readable(shown).map((r) => r.name);
  const judged = Object.values(shown).flatMap((s) => s.outcome.result!.margins.filter((m) => m.verdict !== 'not-applicable'));
  for (const m of judged) expect(names).toContain(`${m.check}:${m.where}`);
  const silent = Object.values(shown).flatMap((s) => s.outcome.result!.margins.filter((m) => m.verdict === 'not-applicable'));
  expect(silent.length).toBeGreaterThan(0);
  for (const m of silent) if (!judged.some((j) => j.check === m.check && j.where === m.where)) expect(names).not.toContain(`${m.check}:${m.where}`); // prettier-ignore
  expect(names.indexOf('P-1.head')).toBeGreaterThan(names.indexOf('npsh-ratio:P-1'));
  expect(['P-1.head', 'P-1.efficiency', 'CV-1.opening', 'CV-1.kv', 'L-1.velocity'].map((n) => dimensionOf(n, shown))).toEqual(['head', 'percent', 'percent', 'number', 'velocity']); // prettier-ignore
  expect(dimensionOf('npsh-difference:P-1', shown)).toBe(CHECKS['npsh-difference'].dimension);
  expect(dimensionOf('npsh-ratio:P-1', shown)).toBe(CHECKS['npsh-ratio'].dimension ?? null);
  for (const none of ['P-9.head', 'no-check:P-1', 'P-1.colour']) expect(dimensionOf(none, shown)).toBeNull();
});

const row = (step: number, scenario: string, input: number, value: number | null): SweepRow => ({ step, scenario, input, status: value === null ? 'failed' : 'solved', values: { 'P.head': value } }) as never; // prettier-ignore
const rows = [row(0, 'a', 0.01, 50), row(0, 'b', 0.01, 48), row(1, 'a', 0.02, 1 / 3), row(1, 'b', 0.02, null)];
const scenarios = [{ id: 'a', name: 'Day, long' }, { id: 'b', name: 'Night' }]; // prettier-ignore

test('a table: a value a row, a scenario a column, what is not solved empty, in the units that are shown', () => {
  const cells = sweepCells(rows, scenarios, 'flow [m3/h]', (x) => x * 3600, (y) => y, 'P.head'); // prettier-ignore
  expect(cells).toEqual([['flow [m3/h]', 'Day, long', 'Night'], [36, 50, 48], [72, 0.333333, null]]); // prettier-ignore
  // as text a name with a comma stands in quotes
  expect(sweepTable(rows, scenarios, 'flow', (x) => x, (y) => y, 'P.head').split(/\r?\n/)).toEqual(['flow,"Day, long",Night', '0.01,50,48', '0.02,0.333333,']); // prettier-ignore
  expect(sweepCells(rows, scenarios, 'x', (x) => x, (y) => y, 'other')[1]).toEqual([0.01, null, null]); // prettier-ignore
});

test('a figure over two inputs: the first across, the second down', () => {
  const field = { x: [1, 2], y: [10, 20, 30], values: [[1, 2], [3, null], [5, 6]] } as never; // prettier-ignore
  expect(fieldCells(field, 'b / a', (x) => x * 2, (y) => y + 1, (v) => v * 10)).toEqual([['b / a', 2, 4], [11, 10, 20], [21, 30, null], [31, 50, 60]]); // prettier-ignore
});
