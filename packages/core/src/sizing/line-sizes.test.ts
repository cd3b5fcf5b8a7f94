import { applyOperations } from '../document/operations.js';
import type { Study } from '../document/study.js';
import { insideOf } from '../pipes/size.js';
import type { PipeResult, PumpResult } from '../results/results.js';
import { line, solved, study, vessel } from '../test/studies.js';
import { annuity, compareLineSizes, costPerMetre, sizeOperations } from './line-sizes.js';

const RHO = 998.207;
const NU = 1.0016e-3 / RHO;
const G = 9.80665;

/** Darcy factor by repeated substitution into Colebrook–White: an independent second method */
function colebrook(re: number, relative: number): number {
  let x = 7;
  for (let i = 0; i < 60; i++) x = -2 * Math.log10(relative / 3.7 + (2.51 * x) / re);
  return 1 / (x * x);
}
const pipe = (id: string, metres: number, more: object = {}) => ({
  id,
  kind: 'pipe',
  length: `${metres} m`,
  size: 'DN100',
  schedule: '40',
  roughness: '0.05 mm',
  ...more,
});
const pump = { id: 'P', kind: 'pump', mode: 'flow', flow: '60 m3/h' };
const scenarios = [
  { id: 'a', temperature: '20 C', hoursPerYear: 6000 },
  { id: 'b', temperature: '20 C', hoursPerYear: 2000, set: { 'P.flow': '30 m3/h' } },
];
const lift = (rise: number, more: object = {}): Study =>
  study({ T: vessel(0), U: vessel(rise) }, [line('L', 'T', 'U', [pump, pipe('s', 100), pipe('t', 50)])], {
    scenarios,
    ...more,
  }) as unknown as Study;

describe('sizes side by side', () => {
  const request = { pipes: ['s', 't'], pump: 'P', scenario: 'a' };
  const sizes = compareLineSizes(lift(20), request)!;

  test('neighbours of the present size in its series; the present one is known', () => {
    expect(sizes.sizes.map((s) => s.size)).toEqual(['DN65', 'DN80', 'DN90', 'DN100', 'DN125', 'DN150', 'DN200']);
    expect(sizes.sizes[sizes.now]!.size).toBe('DN100');
    expect(sizes.length).toBe(150);
  });

  test.each(['DN80', 'DN100', 'DN150'])('%s by hand: velocity, Reynolds number, factor, loss, head', (name) => {
    const s = sizes.sizes.find((c) => c.size === name)!;
    const d = insideOf(name, '40') as number;
    const v = 60 / 3600 / ((Math.PI / 4) * d * d);
    const f = colebrook((v * d) / NU, 5e-5 / d);
    const per100 = (f * 100 * v * v) / d / 2 / G;
    const a = s.scenarios[0]!;
    expect(a.velocity).toBeCloseTo(v, 9);
    expect(a.reynolds / ((v * d) / NU)).toBeCloseTo(1, 4);
    expect(a.frictionFactor).toBeCloseTo(f, 6);
    expect(a.lossPer100 / per100).toBeCloseTo(1, 4);
    expect(a.head! / (20 + 1.5 * per100)).toBeCloseTo(1, 4);
    // the curve of the asked scenario begins at the static head and rises through the duty
    expect(s.curve[0]).toBeCloseTo(20, 9);
    expect(sizes.flows.at(-1)).toBeCloseTo((60 / 3600) * 1.33, 9);
  });

  test('energy over the hours of all scenarios, pipe by the metre, present value by the annuity', () => {
    const s = sizes.sizes[sizes.now]!;
    // no pump is chosen: 0.65 from the mains to the liquid
    const kw = (i: number, q: number): number => (RHO * G * (q / 3600) * s.scenarios[i]!.head!) / 0.65 / 1000;
    const energy = 6000 * kw(0, 60) + 2000 * kw(1, 30);
    expect(s.energy! / energy).toBeCloseTo(1, 5);
    expect(s.energyCost! / (energy * 0.15)).toBeCloseTo(1, 5);
    // 102.26 mm = 4.0260 in; 12·4.0260^1.5 = 96.94 a metre
    expect(s.pipeCost).toBeCloseTo(150 * 96.94, -1);
    // (1 − 1.05^−20)/0.05 = 12.46221
    expect(annuity(0.05, 20)).toBeCloseTo(12.46221, 5);
    expect(annuity(0, 20)).toBe(20);
    expect(s.presentValue!).toBeCloseTo(s.pipeCost + 12.46221 * s.energyCost!, 1);
    const least = Math.min(...sizes.sizes.map((c) => c.presentValue!));
    expect(sizes.sizes[sizes.cheapest]!.presentValue).toBe(least);
  });

  test('the study says its own prices; without hours there is no energy', () => {
    const economics = {
      energyPrice: 0.3,
      life: 10,
      interest: '0 %',
      pipeCosts: [{ size: 'DN100', schedule: '40', perMetre: 200 }],
    };
    const own = compareLineSizes(lift(20, { economics }), request)!;
    const s = own.sizes[own.now]!;
    expect(s.pipeCost).toBe(30_000);
    expect(s.presentValue! / (30_000 + 10 * 2 * sizes.sizes[sizes.now]!.energyCost!)).toBeCloseTo(1, 9);
    expect(costPerMetre(economics, s).isGuide).toBe(false);
    const idle = compareLineSizes(lift(20, { scenarios: [{ id: 'a', temperature: '20 C' }] }), request)!;
    expect(idle.sizes[0]).toMatchObject({ energy: null, presentValue: null });
    expect(idle.cheapest).toBe(-1);
  });
});

test('what flows with no pump: the fall of 20 m is used up by friction', () => {
  const s = compareLineSizes(lift(-20), { pipes: ['s', 't'], pump: 'P', scenario: 'a' })!.sizes.find((c) => c.size === 'DN100')!;
  const q = s.scenarios[0]!.gravityFlow!;
  const v = q / ((Math.PI / 4) * s.inside ** 2);
  const f = colebrook((v * s.inside) / NU, 5e-5 / s.inside);
  expect((((f * 150) / s.inside) * (v * v)) / (2 * G)).toBeCloseTo(20, 2);
  // uphill it runs back
  const up = compareLineSizes(lift(20), { pipes: ['s'], pump: 'P', scenario: 'a' })!;
  expect(up.sizes[0]!.scenarios[0]!.gravityFlow).toBeLessThan(0);
});

test('a size that is chosen gives what was shown; a bore of its own and departures of it go', () => {
  const before = lift(20, { scenarios: [{ ...scenarios[0], set: { 's.size': 'DN65' } }] });
  const bored: Study = {
    ...before,
    lines: [
      line('L', 'T', 'U', [
        pump,
        pipe('s', 100),
        { id: 't', kind: 'pipe', length: '50 m', inside: '90 mm', roughness: '0.05 mm' },
      ]),
    ] as never,
  };
  const shown = compareLineSizes(bored, { pipes: ['s', 't'], pump: 'P', scenario: 'a' })!.sizes.find((c) => c.size === 'DN80')!;
  const done = applyOperations(bored, sizeOperations(bored, ['s', 't'], { size: 'DN80', schedule: '40' }));
  if (!done.ok) throw new Error(done.reason);
  const r = solved(done.study);
  expect((r.elements.s as PipeResult).velocity).toBeCloseTo(shown.scenarios[0]!.velocity, 12);
  expect((r.elements.t as PipeResult).velocity).toBeCloseTo(shown.scenarios[0]!.velocity, 12);
  expect((r.elements.P as PumpResult).head).toBeCloseTo(shown.scenarios[0]!.head!, 9);
});

test('nothing to compare', () => {
  expect(compareLineSizes(lift(20), { pipes: ['P'], pump: null, scenario: 'a' })).toBeUndefined();
  // levels by their words come with the vessel
  const level = (set: object) =>
    solved({
      ...lift(20),
      points: { T: vessel(0, 1, { lowLevel: '0.5 m', highLevel: '3 m' }), U: vessel(20) },
      scenarios: [{ id: 'a', temperature: '20 C', set }],
    }).points.T!.totalHead;
  expect([level({}), level({ 'T.level': 'low' }), level({ 'T.level': 'high' })]).toEqual([1, 0.5, 3]);
  expect(() => level({ 'T.level': 'normal' })).toThrow(/normalLevel/);
});
