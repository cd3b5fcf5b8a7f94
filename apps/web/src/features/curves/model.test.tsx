import type { Operation } from '@cedar-knot/core';
import { open, pumpedStudy } from '../../test/open.js';
import { interpolate } from '../../state/interpolate.js';
import { curvesModel, type CurvesModel } from './model.js';
import { BARE, type Shows } from './shows.js';

/* What the charts draw, from the curves of the core: in the units of the study, on axes that hold it. */

const PLAIN: Shows = BARE;
const METRIC = { flow: (q: number) => q * 3600, head: (h: number) => h, power: (w: number) => w / 1000 };
const US = { flow: (q: number) => q / 6.30901964e-5, head: (h: number) => h / 0.3048, power: (w: number) => w / 745.7 };

async function model(shows = PLAIN, units = METRIC, ...more: Operation[]): Promise<CurvesModel> {
  const { store } = await open(pumpedStudy(...more));
  const { outcome, study, shown, active } = store.getState();
  return curvesModel(outcome!.curves!, study, shown, active, units, shows, []);
}

const TWO: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', temperature: '20 C' },
    { id: 'night', temperature: '20 C', set: { 'CV-1.flow': '40 m3/h' } },
  ],
};

test('a knot stands where the flow is held, on the pump’s curve', async () => {
  const { knots } = await model(PLAIN, METRIC, TWO);
  expect(knots.map((k) => [k.scenario, k.letter, +(k.flow * 3600).toFixed(6)])).toEqual([
    ['day', 'A', 60],
    ['night', 'B', 40],
  ]);
  // a row of the curve: 60 m3/h, 54 m
  expect(knots[0]!.head).toBeCloseTo(54, 6);
});

test('the axes are round and hold the whole curve and every duty, in whatever unit', async () => {
  for (const [units, shutOff, last] of [
    [METRIC, 62, 90],
    [US, 203.4, 396.3],
  ] as const) {
    const m = await model(PLAIN, units, TWO);
    expect(m.head.min).toBe(0);
    expect(m.head.max).toBeGreaterThan(shutOff);
    expect(m.head.max).toBeLessThan(shutOff * 1.4);
    expect(m.flow.max).toBeGreaterThanOrEqual(last);
    expect(((m.flow.max - m.flow.min) / m.flow.ticks) % 5).toBeCloseTo(0, 6);
  }
});

test('zoomed, they hold the duties with room on both sides and leave the shut-off out', async () => {
  const m = await model({ ...PLAIN, zoom: true }, METRIC, TWO);
  for (const k of m.knots) {
    expect(k.head).toBeGreaterThan(m.head.min);
    expect(k.head).toBeLessThan(m.head.max);
    expect(k.flow * 3600).toBeGreaterThan(m.flow.min);
    expect(k.flow * 3600).toBeLessThan(m.flow.max);
  }
  // between 58.x m at 40 m3/h and 54 m at 60 m3/h with a fifth of room: nothing near 0 or 90
  expect(m.head.min).toBeGreaterThan(30);
  expect(m.flow.min).toBeGreaterThan(0);
  expect(m.flow.max).toBeLessThan(90);
});

test('without the valve the active system asks for less by what the valve takes', async () => {
  const m = await model({ ...PLAIN, window: true }, METRIC, TWO);
  const trace = (name: string) => m.headTraces.find((t) => t.name === name)!;
  const bare = trace('day without the valve');
  const whole = trace('day');
  const at = (t: typeof bare, q: number) => interpolate(t.x, t.y, q);
  const { knots } = m;
  expect(at(whole, 60)).toBeCloseTo(knots[0]!.head, 1);
  expect(at(bare, 60)).toBeLessThan(at(whole, 60) - 1);
  expect(m.headTraces.some((t) => t.name === 'night without the valve')).toBe(false);
  expect(trace('day').width).toBeGreaterThan(trace('night').width);
});

test('the weight of the pump curve says where it may run: wide over the preferred region alone', async () => {
  const { headTraces } = await model(PLAIN, METRIC, {
    op: 'set',
    path: ['pumps', 'hollin'],
    value: {
      speed: '2950 rpm',
      bestFlow: '60 m3/h',
      preferredRegion: [0.8, 1.1],
      allowableRegion: [0.6, 1.2],
      curve: [
        { flow: '0 m3/h', head: '62 m', efficiency: 0, npshr: '2 m' },
        { flow: '60 m3/h', head: '54 m', efficiency: 0.75, npshr: '3 m' },
        { flow: '90 m3/h', head: '42 m', efficiency: 0.7, npshr: '4 m' },
      ],
    },
  });
  const reach = headTraces.filter((t) => t.name.startsWith('1 running')).map((t) => [t.width, t.x[0]!, t.x.at(-1)!]);
  expect(reach.map(([width, from, to]) => [width, Math.round(from!), Math.round(to!)])).toEqual([
    [1, 0, 90],
    [2.25, 36, 72],
    [4, 48, 66],
  ]);
});

test('power is drawn as a share of its own axis, efficiency in percent', async () => {
  const { efficiencyTraces, powerTop } = await model();
  const [efficiency, power] = efficiencyTraces;
  expect(Math.max(...efficiency!.y.map((y) => y ?? 0))).toBeCloseTo(75, 0);
  // 54 m at 60 m3/h with 75 %: 998.2·9.80665·(60/3600)·54/0.75 W = 11.75 kW
  expect((interpolate(power!.x, power!.y, 60) * powerTop) / 100).toBeCloseTo(11.75, 1);
});

test('while a handle is held the axes stay, and power keeps its scale', async () => {
  const { store } = await open(pumpedStudy());
  const { outcome, study, shown, active } = store.getState();
  const axis = { min: 0, max: 30, ticks: 3 };
  const held = { flow: axis, head: axis, npsh: axis, powerTop: 40 };
  const m = curvesModel(outcome!.curves!, study, shown, active, METRIC, PLAIN, [], held);
  expect(m).toMatchObject(held);
  // 11.75 kW at 60 m³/h (as above) of a scale of 40
  expect(interpolate(m.efficiencyTraces[1]!.x, m.efficiencyTraces[1]!.y, 60)).toBeCloseTo((100 * 11.75) / 40, 0);
});

test('between the points of a trace it goes straight, past its ends as the last piece', () => {
  expect(interpolate([0, 1, 3], [0, 10, 30], 2)).toBe(20);
  expect(interpolate([0, 1, 3], [0, 10, 30], 4)).toBe(40);
  expect(interpolate([0, 1, 3], [5, 10, 30], 0)).toBe(5);
  expect(interpolate([0, 1], [null, 10], 0.5)).toBeNaN();
});
