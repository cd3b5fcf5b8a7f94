import { CHECKS, type Study } from '@cedar-knot/core';
import fc from 'fast-check';
import { fileName } from '../ui/exportSvg.js';
import { interpolate } from './interpolate.js';
import { axisTicks, spread } from '../ui/ticks.js';
import { open, pumpedStudy, settle } from '../test/open.js';
import { scaleAround, scaleOf } from '../features/entry/gaugeScale.js';
import { burnsOf, openingBand } from './openingBand.js';
import { initialsOf } from './person.js';
import { Recalculation } from './recalculation.js';
import { readTable } from './table.js';
import type { Outcome } from '../worker/outcome.js';

/* Small things that stand around the study: axes, gauges, tables, names. */

describe('axes and labels', () => {
  test('ticks rise evenly, hold both ends, and are few', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 1, max: 1e6 }), (low, width) => {
        const ticks = axisTicks(low, low + width, 6);
        expect(ticks[0]).toBeLessThanOrEqual(low);
        expect(ticks.at(-1)).toBeGreaterThanOrEqual(low + width);
        expect(ticks.length).toBeGreaterThanOrEqual(3);
        expect(ticks.length).toBeLessThanOrEqual(16);
        const step = ticks[1]! - ticks[0]!;
        for (let i = 1; i < ticks.length; i++) expect((ticks[i]! - ticks[i - 1]!) / step).toBeCloseTo(1, 6);
      }),
      { seed: 3 },
    );
    expect(axisTicks(5, 5, 4)).toEqual([5]);
    expect(axisTicks(0, Infinity, 4)).toEqual([0]);
  });

  test('labels keep their order and stand a gap apart, inside where there is room; one with room stays where it is', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 10 }), (wanted) => {
        const placed = spread(wanted, 15, 0, 200);
        const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!);
        for (let k = 1; k < order.length; k++) expect(placed[order[k]!]! - placed[order[k - 1]!]!).toBeGreaterThan(15 - 1e-9);
        for (const y of placed) expect(y).toBeLessThanOrEqual(200 + 1e-9);
        for (const y of placed) expect(y).toBeGreaterThanOrEqual(-1e-9);
      }),
      { seed: 5 },
    );
    expect(spread([10, 100], 15, 0, 200)).toEqual([10, 100]);
    expect(spread([100, 100], 15, 0, 200)).toEqual([100, 115]);
    expect(spread([199, 198], 15, 0, 200)).toEqual([200, 185]);
  });

  test('between two points of a trace it is straight, beyond its ends it goes on', () => {
    expect(interpolate([0, 2, 4], [0, 10, 6], 1)).toBe(5);
    expect(interpolate([0, 2, 4], [0, 10, 6], 3)).toBe(8);
    expect(interpolate([0, 2, 4], [0, 10, 6], 5)).toBe(4);
    expect(interpolate([0, 2, 4], [null, 10, 6], 1)).toBeNaN();
  });
});

describe('gauges', () => {
  const margin = (more: object) => ({ check: 'x', where: 'P', value: 1, verdict: 'holds', limit: 1.1, ...more }) as never;
  const span = [0, 2] as const;
  test('a least value allows what lies above it, a greatest what lies below, a band what lies between', () => {
    expect(scaleOf(margin({ nearBelow: 1.3 }), span)).toEqual({
      min: 0,
      max: 2,
      allow: [1.1, 2],
      prefer: [1.3, 2],
      ticks: [1.1],
    });
    expect(scaleOf(margin({ nearAbove: 0.9 }), span)).toEqual({
      min: 0,
      max: 2,
      allow: [0, 1.1],
      prefer: [0, 0.9],
      ticks: [1.1],
    });
    expect(scaleOf(margin({ upper: 1.6, nearBelow: 1.2, nearAbove: 1.5 }), span)).toEqual({ min: 0, max: 2, allow: [1.1, 1.6], prefer: [1.2, 1.5], ticks: [1.1, 1.6] }); // prettier-ignore
    for (const nothing of [undefined, margin({ limit: null })])
      expect(scaleOf(nothing, span)).toEqual({ min: 0, max: 2, allow: [0, 0], prefer: [0, 0], ticks: [] });
  });

  test('a scale around its limits shows both sides of each', () => {
    for (const m of [
      margin({ nearBelow: 1.3 }),
      margin({ nearAbove: 0.9 }),
      margin({ upper: 1.6 }),
      margin({ limit: 0, nearAbove: -1 }),
    ]) {
      // prettier-ignore
      const { min, max, ticks } = scaleAround(m);
      for (const t of ticks) {
        expect(t).toBeGreaterThanOrEqual(min);
        expect(t).toBeLessThan(max);
      }
    }
  });
});

describe('the opening band of a valve', () => {
  test('is that of its check where nothing is judged, the widest of its scenarios where something is', async () => {
    const [low, high] = CHECKS['valve-opening'].limit as readonly [number, number];
    expect(openingBand({}, 'CV-1')).toEqual({ low, high, preferLow: low, preferHigh: high });
    const limits: Study['limits'] = [
      { check: 'valve-opening', where: 'CV-1', scenario: 'wide', limit: [0.05, 0.95] },
      { check: 'valve-opening', where: 'CV-1', scenario: 'tight', limit: [0.4, 0.6] },
    ];
    const { store } = await open(
      pumpedStudy(
        { op: 'set', path: ['scenarios'], value: ['wide', 'tight'].map((id) => ({ id, temperature: '20 C' })) },
        { op: 'set', path: ['limits'], value: limits },
      ),
    );
    await settle();
    expect(openingBand(store.getState().shown, 'CV-1')).toMatchObject({ low: 0.05, high: 0.95 });
    expect(openingBand(store.getState().shown, 'CV-9')).toMatchObject({ low, high });
  });

  test('what a valve burns wide open: (Q/Kv)² bar at 1000 kg/m³, as head', () => {
    const [open_, , edge] = burnsOf(
      { ratedKv: 90, characteristic: 'linear', rangeability: 50, fl: 0.9, size: 'DN80' } as never,
      { low: 0.2, high: 0.8, preferLow: 0.2, preferHigh: 0.8 },
      { density: 1000, gravity: 10 },
    );
    // 45 m³/h: (45/90)² = 0.25 bar = 25 000 Pa over 1000 · 10; by water's own reference of 999.1 kg/m³ it is as much less than 0.1 %
    expect(open_!.head(45 / 3600)).toBeCloseTo(2.5, 2);
    expect(open_!.name).toBe('wide open');
    expect(edge!.name).toBe('at 20 %');
    // half of the flow takes a quarter of the head
    expect(edge!.head(0.01) / edge!.head(0.005)).toBeCloseTo(4, 9);
    expect(edge!.head(0.01)).toBeGreaterThan(open_!.head(0.01));
  });
});

describe('a calculation at a time', () => {
  const study = pumpedStudy();
  test('an error is told and the newest is still worked out; what nobody will see is not', async () => {
    const asked: string[] = [];
    const arrived: string[] = [];
    const failed: unknown[] = [];
    let let_go: (() => void)[] = [];
    const named = (name: string): Study => ({ ...study, name });
    const work = new Recalculation(
      (s) => {
        asked.push(String(s.name));
        return new Promise<Outcome>((done, fail) =>
          let_go.push(() => (s.name === 'bad' ? fail(new Error('no')) : done({} as Outcome))),
        );
      },
      (_outcome, s) => arrived.push(String(s.name)),
      (error) => failed.push(error),
    );
    const next = async (): Promise<void> => {
      const [one, ...rest] = let_go;
      let_go = rest;
      one!();
      await settle();
    };
    work.request(named('bad'), null);
    work.request(named('second'), null);
    work.request(named('third'), null);
    await next();
    expect(failed).toHaveLength(1);
    expect(asked).toEqual(['bad', 'third']);
    await next();
    expect(arrived).toEqual(['third']);
    work.request(named('fourth'), null);
    await next();
    expect(arrived).toEqual(['third', 'fourth']);
  });
});

test('tables as people paste them: tabs before commas, quotes around what holds one, empty rows left out', () => {
  expect(readTable('a\tb, c\n1\t2\n\n')).toEqual([['a', 'b, c'], ['1', '2']]); // prettier-ignore
  expect(readTable('a;b\n1,5;2')).toEqual([['a', 'b'], ['1,5', '2']]); // prettier-ignore
  expect(readTable('"P-1, old",3\r\n"two\nlines",4')).toEqual([['P-1, old', '3'], ['two\nlines', '4']]); // prettier-ignore
  expect(readTable('a|b', '|')).toEqual([['a', 'b']]);
});

test('names: of a file, and a person’s letters', () => {
  expect(fileName('Übersicht P-410, Größe 2')).toBe('u-bersicht-p-410-gro-e-2');
  expect(initialsOf('Ida van Marsh')).toBe('IVM');
  expect(initialsOf('  ø. berg ')).toBe('ØB');
  expect(initialsOf('a b c d e')).toBe('ABC');
  expect(initialsOf('')).toBe('');
});
