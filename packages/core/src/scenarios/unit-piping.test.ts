import { allElements, elementPath, withUnits } from '../document/unit-piping.js';
import type { Study } from '../document/study.js';
import { tripOf } from '../selection/trip.js';
import { leastUnits } from '../selection/running-units.js';
import { junction, line, pipe, solved, study, vessel } from '../test/studies.js';
import type { PipeResult, PumpResult } from '../results/results.js';
import { runStudy } from './run.js';
import { serviceCurves } from './service-curves.js';

/*
 * A branch that every unit has for itself, entered once, against the same branches drawn out between two junctions: header, three units,
 * header. Junctions take nothing.
 */

const unit = (k: string) => ({
  suction: [pipe(`us${k}`, 6, 102.3, { fittings: [{ k: 0.5 }] })],
  discharge: [
    { id: `nr${k}`, kind: 'non-return', k: 2 },
    { id: `f${k}`, kind: 'device', drop: '0.1 bar', at: '60 m3/h' },
    pipe(`ud${k}`, 4, 90),
  ],
});
const pump = (id: string, more: object = {}) => ({ id, kind: 'pump', mode: 'curve', pump: 'p', ...more });
const plain = (x: object): Study => JSON.parse(JSON.stringify(x)) as Study;

const entered = (more: object = {}, rest: object = {}): Study =>
  plain(
    study(
      { T: vessel(0, 4), U: vessel(30, 1) },
      [
        line('L', 'T', 'U', [
          pipe('h', 10, 202.7),
          pump('P', { running: 3, unitPiping: unit(''), ...more }),
          pipe('d', 200, 202.7),
        ]),
      ],
      rest,
    ),
  );
const drawn = (units: number, rest: object = {}): Study =>
  plain(
    study(
      { T: vessel(0, 4), A: junction(0), B: junction(0), U: vessel(30, 1) },
      [
        line('H', 'T', 'A', [pipe('h', 10, 202.7)]),
        ...Array.from({ length: units }, (_, i) => {
          const own = unit(String(i));
          return line(`U${i}`, 'A', 'B', [...own.suction, pump(`P${i}`), ...own.discharge]);
        }),
        line('D', 'B', 'U', [pipe('d', 200, 202.7)]),
      ],
      rest,
    ),
  );

describe.each([1, 2, 3])('%d units', (n) => {
  const one = solved(entered({ running: n }));
  const all = solved(drawn(n));
  it('pass what as many branches drawn out pass', () => {
    expect(one.lines.L!.flow / all.lines.D!.flow).toBeCloseTo(1, 7);
    for (const [id, drawnOut] of [
      ['us', 'us0'],
      ['nr', 'nr0'],
      ['f', 'f0'],
      ['ud', 'ud0'],
    ] as const)
      // prettier-ignore
      for (const key of ['flow', 'headLoss', 'inletPressure', 'outletPressure'] as const)
        expect((one.elements[id] as PipeResult)[key]! / (all.elements[drawnOut] as PipeResult)[key]!).toBeCloseTo(1, 6);
  });
  it('NPSHA, inlet pressure and head of each are those of the pumps drawn out', () => {
    const [p, q] = [one.elements.P as PumpResult, all.elements.P0 as PumpResult];
    for (const key of ['head', 'npsha', 'npshr', 'inletPressure', 'outletPressure'] as const)
      expect(p[key]! / q[key]!).toBeCloseTo(1, 6);
    expect(p.shaftPower! / (n * q.shaftPower!)).toBeCloseTo(1, 6);
  });
});

it('the velocity in a branch is that of the share of one unit, judged as suction before the pump', () => {
  const r = solved(entered());
  const us = r.elements.us as PipeResult;
  expect(us.velocity).toBeCloseTo(r.lines.L!.flow / 3 / ((Math.PI / 4) * 0.1023 ** 2), 9);
  expect(r.margins.find((m) => m.check === 'velocity' && m.where === 'us')).toMatchObject({ limit: 0.5, upper: 2 });
});

it('followed with their heat they warm as drawn out, and the heats of all units balance', () => {
  const warm = (s: Study): Study => {
    const copy = structuredClone(s) as Study & { lines: { elements: Record<string, unknown>[] }[] };
    for (const e of allElements(copy)) if (e.kind === 'pipe') Object.assign(e, { u: '8 W/m2/K', ambient: '5 C' });
    return { ...copy, thermal: true, scenarios: [{ id: 'a', fluid: 'water', temperature: '70 C' }] };
  };
  const [one, all] = [solved(warm(entered({ running: 2 }))), solved(warm(drawn(2)))];
  expect((one.elements.ud as PipeResult).outletTemperature! / (all.elements.ud0 as PipeResult).outletTemperature!).toBeCloseTo(
    1,
    7,
  );
  const { in: heatIn, out, lost } = one.heatBalance!;
  expect(Math.abs(heatIn - out) / lost).toBeLessThan(5e-4);
  expect(lost / all.heatBalance!.lost).toBeCloseTo(1, 4);
});

it('an entry of a branch varies by scenario, and is moved, found and written where it stands', () => {
  const s = entered({}, { scenarios: [{ id: 'a', temperature: '20 C' }, { id: 'b', temperature: '20 C', set: { 'us.length': '60 m' } }] }); // prettier-ignore
  const [a, b] = runStudy(s).scenarios.map((x) => x.result!.elements.us as PipeResult);
  expect(b!.headLoss).toBeGreaterThan(3 * a!.headLoss!);
  expect(elementPath(s, 'ud')).toEqual(['lines', 0, 'elements', 1, 'unitPiping', 'discharge', 2]);
  expect(elementPath(s, 'none')).toBeUndefined();
  expect(withUnits(s).lines[0]!.elements.map((e) => e.id)).toEqual(['h', 'us', 'P', 'nr', 'f', 'ud', 'd']);
  const bare = entered({ unitPiping: undefined });
  expect(withUnits(bare)).toBe(bare);
});

it.each<[string, object, string]>([
  ['a quantity', { suction: [{ ...pipe('us'), length: '6' }] }, 'lines[0].elements[1].unitPiping.suction[0].length'],
  ['a pump in a branch', { discharge: [pump('Q')] }, 'lines[0].elements[1].unitPiping.discharge[0].kind'],
  ['a tag that stands already', { suction: [pipe('d')] }, 'lines[0].elements[2].id'],
  ['another side', { inlet: [] }, 'lines[0].elements[1].unitPiping.inlet'],
  ['a list in its place', [pipe('us')] as object, 'lines[0].elements[1].unitPiping'],
  ['no list', { suction: 'pipe' }, 'lines[0].elements[1].unitPiping.suction'],
])('%s that is wrong is said where it stands', (_, unitPiping, path) =>
  expect(runStudy(entered({ unitPiping })).problems.map((p) => p.path)).toContain(path),
);

it('a pump that is off lets pass through the units that are installed', () => {
  const flow = (more: object): number => solved(plain(study({ T: vessel(40, 0), U: vessel(0, 0) }, [line('L', 'T', 'U', [pump('P', { unitPiping: unit(''), ...more })])]))).lines.L!.flow; // prettier-ignore
  // everything in the way divides: twice the units pass twice the flow
  expect(flow({ mode: 'off', installed: 2 }) / flow({ mode: 'off' })).toBeCloseTo(2, 6);
});

describe('one unit trips', () => {
  // what both deliver together is what is required
  const both = solved(entered({ running: 2 })).lines.L!.flow;
  const requiredFlow = `${both} m3/s`;
  const s = entered({ running: 2, standby: 1, requiredFlow });
  it('the rest runs out to what the study gives with one unit less', () => {
    const [found] = tripOf(s, 'P');
    const less = solved(entered({ running: 1, requiredFlow }));
    const p = less.elements.P as PumpResult;
    expect(found).toMatchObject({ scenario: 'a', running: 1, status: 'solved', standby: 1, flow: p.flow, npshr: p.npshr });
    expect(found!.required).toBe(both);
    expect(found!.share).toBeCloseTo(p.flow / both, 12);
    expect(found!.before).toBe(solved(s).elements.P!.flow);
    // one delivers less than 97 % of it, which both did
    expect(p.flow / both).toBeLessThan(0.97);
    expect(found!.fails).toContain('delivered-flow');
  });
  it('without a required flow the share is that of the flow before', () => {
    const [found] = tripOf(entered({ running: 2 }), 'P');
    expect(found!.required).toBeNull();
    expect(found!.share).toBeCloseTo(found!.flow! / found!.before, 12);
  });
  it('of a single unit, or one that is off, there is nothing to trip', () => {
    expect(tripOf(entered({ running: 1 }), 'P')).toEqual([]);
    expect(tripOf(entered({ mode: 'off' }), 'P')).toEqual([]);
  });
});

it('the curve of what a unit has for itself is its loss at its own flow', () => {
  const s = entered({ running: 2 });
  const run = runStudy(s).scenarios;
  const [trace] = serviceCurves(run, 'P', 11).scenarios;
  const r = run[0]!.result!;
  const own = ['us', 'nr', 'f', 'ud'].reduce((sum, id) => sum + (r.elements[id] as PipeResult).headLoss!, 0);
  const { flows } = serviceCurves(run, 'P', 11);
  const q = r.lines.L!.flow / 2;
  const i = flows.findIndex((x) => x > q);
  expect(own).toBeGreaterThan(trace!.unit![i - 1]!);
  expect(own).toBeLessThan(trace!.unit![i]!);
  expect(serviceCurves(runStudy(entered({ unitPiping: undefined })).scenarios, 'P', 11).scenarios[0]!.unit).toBeUndefined();
});

it('the fewest units are counted with what each takes for itself', () => {
  // what one unit passes alone, as solved, is the most that one serves, whatever runs now
  const high = { points: { T: vessel(0, 4), U: vessel(46, 1) } };
  const alone = solved(entered({ running: 1 }, high)).lines.L!.flow;
  const asked = (share: number) => leastUnits(entered({ running: 2, requiredFlow: `${alone * share} m3/s` }, high), 'P');
  expect(asked(0.999)).toEqual({ a: 1 });
  expect(asked(1.001)).toEqual({ a: 2 });
});
