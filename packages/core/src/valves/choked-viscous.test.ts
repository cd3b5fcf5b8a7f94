import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { ValveResult } from '../results/results.js';
import { line, pipe, solved, study } from '../test/studies.js';

/*
 * Choking and viscosity together, IEC 60534-2-1:2011, eqs. 1, 3 and annex A: Q = Kv·FR·√(Δpe/SG) with Δpe = min(Δp, FL²·(p1 − FF·pv)) at
 * every Reynolds number. The factor is written out here once more, and the solver is held against it.
 */

const DENSITY = 900;
const VAPOUR = 1000;
const CRITICAL = 22.064e6;
const BORE = 100;

interface At {
  ratedKv: number;
  fl: number;
  travel: number;
  /** mm²/s, bar */
  viscosity: number;
  drop: number;
}

/** a linear valve in a millimetre of pipe between two pressures: where that turns laminar its own friction falls with viscosity, by 1e-7 of the drop */
const through = (at: At): ValveResult => opened(at).elements.V as ValveResult;

function opened({ ratedKv, fl, travel, viscosity, drop }: At): ReturnType<typeof solved> {
  const point = (bar: number) => ({ kind: 'pressure', basis: 'total', elevation: '0 m', pressure: `${bar} bar(a)` });
  const oil = { kind: 'constant', density: `${DENSITY} kg/m3`, kinematicViscosity: `${viscosity} mm2/s`, vapourPressure: `${VAPOUR} Pa(a)` }; // prettier-ignore
  return solved(
    study(
      { A: point(1 + drop), B: point(1) },
      [
        line('L', 'A', 'B', [
          pipe('a', 0.001, BORE),
          { id: 'V', kind: 'control-valve', valve: 'v', mode: 'opening', opening: travel },
        ]),
      ],
      {
        fluids: { oil },
        valves: { v: { ratedKv, fl, fd: 0.46, size: `DN${BORE}`, characteristic: 'linear', rangeability: 50 } },
        scenarios: [{ id: 'a', fluid: 'oil' }],
      },
    ),
  );
}

/** FR as the annex and the order of its forms have it */
function factor(kv: number, { ratedKv, fl, viscosity }: At, hourly: number): number {
  const c = kv / BORE ** 2;
  const n = ratedKv / BORE ** 2 >= 0.016 * 0.865 ? 0.0016 / c ** 2 : 1 + 140 * c ** (2 / 3);
  const approach = (fl ** 2 * kv ** 2) / (0.0016 * BORE ** 4) + 1;
  const rev = ((0.0707 * 0.46 * hourly) / (viscosity * 1e-6 * Math.sqrt(kv * fl))) * approach ** 0.25;
  if (rev >= 1e4) return 1;
  const laminar = (re: number): number => (0.026 / fl) * Math.sqrt(n * re);
  const transition = 1 + ((0.33 * Math.sqrt(fl)) / n ** 0.25) * Math.log10(rev / 1e4);
  return Math.min(1, laminar(rev), rev < 10 ? Infinity : Math.max(transition, laminar(10)));
}

const FF = 0.96 - 0.28 * Math.sqrt(VAPOUR / CRITICAL);

test('2,000 points over viscosity, drop, travel, trims and FL: the equation holds with what is reported', () => {
  const random = xoroshiro128plus(4142);
  const between = (a: number, b: number): number => a + (b - a) * uniformFloat64(random);
  let choked = 0;
  let viscous = 0;
  for (let i = 0; i < 2000; i++) {
    const at: At = {
      ratedKv: i % 2 === 0 ? 150 : 60,
      fl: between(0.5, 1),
      travel: between(0.02, 1),
      viscosity: 10 ** between(0, 4),
      drop: 10 ** between(-2, Math.log10(30)),
    };
    const v = through(at);
    const kv = at.ratedKv * (0.02 + 0.98 * at.travel);
    const limit = at.fl ** 2 * (v.inletPressure! - FF * VAPOUR);
    const fr = factor(kv, at, v.flow * 3600);
    const flow = (kv * fr * Math.sqrt(Math.min(v.drop!, limit) / 1e5 / (DENSITY / 999.1))) / 3600;
    expect([i, Math.abs(v.flow / flow - 1) < 1e-7]).toEqual([i, true]);
    expect([i, v.choked]).toEqual([i, v.drop! >= limit * (1 - 1e-9)]);
    if (v.choked) choked++;
    if (v.choked && fr < 1) viscous++;
  }
  // the draws reach what they are for
  expect([choked > 500, viscous > 200]).toEqual([true, true]);
});

test('a full-size trim that would pass less when it opens further says that the method is at its end', () => {
  const says = (at: At): boolean =>
    opened(at).findings.some((f) => f.code === 'method-range' && f.values.method === 'valve-opening');
  const slow: At = { ratedKv: 150, fl: 0.9, travel: 0.5, viscosity: 8000, drop: 0.2 };
  // laminar, n ∝ Kv^−2: at the same flow Kv·FR falls with Kv^¼
  expect(through({ ...slow, travel: 0.6 }).flow).toBeLessThan(through(slow).flow);
  expect([says(slow), says({ ...slow, ratedKv: 60 }), says({ ...slow, viscosity: 50 })]).toEqual([true, false, false]);
});

const POINTS = 100;
const spread = (from: number, to: number): number[] =>
  Array.from({ length: POINTS + 1 }, (_, i) => from * (to / from) ** (i / POINTS));
const base: At = { ratedKv: 60, fl: 0.9, travel: 0.4, viscosity: 100, drop: 5 };

/** flows along a sweep, and the greatest part by which one differs from the next */
function along(values: readonly number[], at: (x: number) => At): { flows: number[]; jump: number } {
  const flows = values.map((x) => through(at(x)).flow);
  const jump = Math.max(...flows.slice(1).map((q, i) => Math.abs(q / flows[i]! - 1)));
  return { flows, jump };
}
const falls = (list: readonly number[]): boolean => list.slice(1).every((q, i) => q <= list[i]! * (1 + 1e-6));
const rises = (list: readonly number[]): boolean => falls([...list].reverse());

test.each([
  { ratedKv: 60, fl: 0.5 },
  { ratedKv: 60, fl: 1 },
  { ratedKv: 150, fl: 0.5 },
  { ratedKv: 150, fl: 1 },
])('no jump, and never more of a thicker liquid or at less drop: %j', (trim) => {
  for (const drop of [0.5, 20]) {
    const thicker = along(spread(1, 1e4), (viscosity) => ({ ...base, ...trim, drop, viscosity }));
    // a step of viscosity of 9.6 % is at most one of 9.6 % in the flow
    expect([drop, falls(thicker.flows), thicker.jump < 0.1]).toEqual([drop, true, true]);
  }
  for (const viscosity of [3, 300, 8000]) {
    const stronger = along(spread(0.01, 30), (drop) => ({ ...base, ...trim, viscosity, drop }));
    expect([viscosity, rises(stronger.flows), stronger.jump < 0.1]).toEqual([viscosity, true, true]);
  }
});

test('a reduced trim never passes less when it opens further', () => {
  for (const viscosity of [1, 100, 1e4]) {
    const opened = along(spread(0.02, 1), (travel) => ({ ...base, viscosity, drop: 20, travel }));
    expect([viscosity, rises(opened.flows)]).toEqual([viscosity, true]);
  }
});
