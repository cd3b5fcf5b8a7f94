import { usable } from '@cedar-knot/core';
import { open, pumpedStudy } from '../../test/open.js';
import { judgedEntry } from '../entry/judged.js';
import { familyOf, NO_FAMILY } from './family.js';
import { curvesModel } from './model.js';
import { burnsOf } from '../../state/openingBand.js';
import { BARE, type Shows } from './shows.js';

/* What stands beside the curve of 62, 60, 54 and 42 m at 0, 30, 60 and 90 m³/h, two of which run against a valve that holds 60. */

const UNITS = { flow: (q: number) => q * 3600, head: (h: number) => h, power: (w: number) => w / 1000 };
const WATER = { density: 998.2, gravity: 9.80665 };

async function family(shows: Partial<Shows>, set: object = { 'P-1.running': 2 }) {
  const { store } = await open(pumpedStudy({ op: 'set', path: ['scenarios', 0, 'set'], value: set }));
  const { outcome, study, shown, active } = store.getState();
  const curves = outcome!.curves!;
  const input = usable(judgedEntry(study.pumps!.hollin!).read)!;
  const all = { ...BARE, ...shows };
  const found = familyOf(input, curves.pumps[0]!, curves, active, 60 / 3600, WATER, all);
  const model = curvesModel(curves, study, shown, active, UNITS, all, [], undefined, found);
  return { store, found, model, names: model.headTraces.map((t) => t.name), curves, active };
}

test('nothing beside the curve is drawn that was not asked for', async () => {
  const { found, model, names } = await family({});
  expect(found).toEqual(NO_FAMILY);
  expect(names.filter((n) => /rpm|of the units|η|water/.test(n))).toEqual([]);
  expect(model.efficiencyTraces).toHaveLength(2);
});

test('other speeds and counts of units each have their line, in the units that are shown', async () => {
  const { names, model, found } = await family({ speeds: true, units: true });
  expect(names).toEqual(expect.arrayContaining(['2655 rpm', '2360 rpm', '1475 rpm', '1 of the units', '3 of the units']));
  const half = model.headTraces.find((t) => t.name === '1475 rpm')!;
  // a quarter of 62 m at no flow, and half of the 180 m³/h that two units end at
  expect(half.y[0]).toBeCloseTo(15.5, 9);
  expect(half.x.at(-1)).toBeCloseTo(90, 6);
  expect(found.contours).toEqual([]);
});

test('when one of two stops, the other runs out to the system as the valve stands', async () => {
  const { found, curves, active } = await family({ units: true });
  const { runOut } = found;
  expect(runOut).toMatchObject({ running: 1 });
  // where it meets the system the head that is asked is its own: read off the drawn curves
  const { head } = curves.scenarios.find((s) => s.id === active)!;
  const after = curves.flows.findIndex((q) => q > runOut!.flow);
  expect(runOut!.head).toBeGreaterThan(head[after - 1]! - 0.5);
  expect(runOut!.head).toBeLessThan(head[after]! + 0.5);
  expect(runOut!.flow * 3600).toBeLessThan(60);
  expect((await family({ units: true }, { 'P-1.running': 1 })).found.runOut).toBeUndefined();
});

test('a worn pump stands beside the new one, a new one beside nothing', async () => {
  expect((await family({ clear: true })).found.clear).toBeUndefined();
  const { found, names } = await family({ clear: true }, { 'P-1.wear': 0.1 });
  expect(found.clear!.head[0]).toBeCloseTo(62, 9);
  expect(names).toContain('new, on water');
});

test('with the motor: efficiency and input on the axes of theirs without it', async () => {
  const { model } = await family({ motor: true }, { 'P-1.running': 1 });
  const [, , overall, input] = model.efficiencyTraces;
  expect([overall!.name, input!.name]).toEqual(['Overall efficiency', 'Input power']);
  // 11.75 kW at 60 m³/h; a motor of 18.5 kW and 0.92 takes 0.5·(1 + 0.635²)·1.609 kW more
  const at = (t: typeof overall): number => t!.y[t!.x.findIndex((x) => x > 59.9)]!;
  expect((at(input) * model.powerTop) / 100).toBeCloseTo(12.9, 0);
  expect(at(overall)).toBeCloseTo((75 * 11.75) / 12.88, 0);
});

test('the system as a quadratic up to the duty: exact where all of it goes with the square', async () => {
  const { found } = await family({ quadratic: true }, { 'P-1.running': 1 });
  const { quadratic } = found;
  // it rises 20 m and 2 m of level stand over 2 m; friction of a rough pipe is nearly quadratic
  expect(quadratic!.to * 3600).toBeLessThanOrEqual(60 + 1e-9);
  expect(quadratic!.worst).toBeLessThan(0.5);
  expect(quadratic!.a + quadratic!.b * (60 / 3600) ** 2).toBeCloseTo(54, 0);
});

test('the valve at the edges of its band: what the system takes without it, and what it burns', async () => {
  const { curves, active, store } = await family({});
  const { study } = store.getState();
  const input = usable(judgedEntry(study.pumps!.hollin!).read)!;
  const burns = [{ name: 'wide open', head: (q: number) => 1e4 * q * q }];
  const found = familyOf(input, curves.pumps[0]!, curves, active, null, WATER, { ...BARE, edges: true }, burns);
  const { bare } = curves.scenarios.find((s) => s.id === active)!;
  expect(found.edges).toHaveLength(1);
  found.edges[0]!.flow.forEach((q, i) => {
    expect(found.edges[0]!.head[i]).toBeCloseTo(bare[curves.flows.indexOf(q)]! + 1e4 * q * q, 9);
  });
});

test('what a valve burns: Δp = SG·(Q/Kv)² at the coefficient of each travel', () => {
  const band = { low: 0.2, high: 0.8, preferLow: 0.25, preferHigh: 0.75 };
  const burns = burnsOf({ ratedKv: 100, characteristic: 'linear', rangeability: 50, fl: 0.9 }, band, WATER);
  expect(burns.map((b) => b.name)).toEqual(['wide open', 'at 80 %', 'at 20 %']);
  // 50 m³/h through Kv 100 take a quarter of a bar of water, 2.55 m; at 20 % Kv is 100·(0.02 + 0.98·0.2) = 21.6
  const open = (0.25e5 * 998.2) / 999.1 / 998.2 / 9.80665;
  expect(burns[0]!.head(50 / 3600)).toBeCloseTo(open, 6);
  expect(burns[2]!.head(50 / 3600)).toBeCloseTo(open * (100 / 21.6) ** 2, 5);
});
