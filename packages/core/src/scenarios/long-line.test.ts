import type { PipeResult, PumpResult } from '../results/results.js';
import { inputAt } from '../reach/inputs.js';
import { largestOf, Probe } from '../reach/headroom.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { longLine } from './long-line.js';
import { runStudy } from './run.js';

const G = 9.80665;
const RHO = 850;
const OIL = { kind: 'constant', density: '850 kg/m3', viscosity: '5 mPa.s', vapourPressure: '10 kPa', specificHeat: '2 kJ/kg/K' };
/** 900 kW of hydraulic power at 480 m³/h and 600 m on a flat-topped curve */
const STATION = {
  speed: '2950 rpm',
  minSpeed: '1500 rpm',
  maxSpeed: '2950 rpm',
  curve: [
    [0, 820, 0],
    [200, 800, 0.62],
    [400, 720, 0.79],
    [500, 660, 0.81],
    [600, 580, 0.79],
    [700, 480, 0.73],
  ].map(([q, h, e]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: e, npshr: '6 m' })),
  motor: { ratedPower: '1100 kW', efficiency: 0.95 },
};
const held = { kind: 'pump', mode: 'inlet-pressure', pressure: '3 bar(g)', pump: 's', variableSpeed: true };
const sloping = (n: number, length: number, from: number, to: number) =>
  Array.from({ length: n }, (_, i) => ({
    distance: `${(length * (i + 1)) / (n + 1)} m`,
    elevation: `${from + ((to - from) * (i + 1)) / (n + 1)} m`,
  }));

/** two stations on 60 km, with a ridge of 150 m behind the first */
const raw = (more: { flow?: string; first?: object; pipe?: object; scenario?: object; extra?: object } = {}) =>
  study(
    { T: vessel(5, 8), M: { kind: 'junction', elevation: '40 m' }, E: vessel(30, 6, { pressure: '20 bar(g)' }) },
    [
      line('L1', 'T', 'M', [
        { id: 'P1', kind: 'pump', mode: 'flow', flow: more.flow ?? '480 m3/h', pump: 's', variableSpeed: true, ...more.first },
        {
          ...pipe('a', 30_000, 304.8),
          size: 'DN300',
          schedule: '40',
          grade: 'X52',
          profile: [{ distance: '20000 m', elevation: '150 m' }],
          ...more.pipe,
        },
      ]),
      line('L2', 'M', 'E', [{ id: 'P2', ...held }, pipe('b', 30_000, 304.8, { profile: sloping(4, 30_000, 40, 30) })]),
    ],
    {
      fluids: { oil: OIL },
      pumps: { s: STATION },
      scenarios: [{ id: 'a', fluid: 'oil', temperature: '15 C', ...more.scenario }],
      ...more.extra,
    },
  );
const of = (s: Record<string, unknown>) => {
  const { model, result } = runStudy(s).scenarios[0]!;
  if (!model || !result) throw new Error(JSON.stringify(runStudy(s).problems));
  return { model, result };
};

describe('a station that holds its suction', () => {
  const { model, result } = of(raw());
  const p1 = result.elements.P1 as PumpResult;
  const p2 = result.elements.P2 as PumpResult;
  const a = result.elements.a as PipeResult;
  test('has just that pressure at its inlet; the one before it gives what the line to it takes', () => {
    expect(result.status).toBe('solved');
    expect(p2.inletPressure! - 101_325).toBeCloseTo(3e5, 2);
    // from the level at 13 m to the grade at M: 40 m + 3 bar, velocity head, friction
    const v2 = a.velocity ** 2 / (2 * G);
    expect(p1.head).toBeCloseTo(40 + 3e5 / RHO / G + v2 + a.headLoss! - 13, 6);
    expect(result.lines.L2!.flow).toBeCloseTo(480 / 3600, 9);
  });
  test('runs at the speed whose curve gives the head: Q ∝ n, H ∝ n²', () => {
    const n = p1.speed! / 2950;
    const q = 480 / n;
    // between the rows of 400, 500, 600 m³/h the curve is smooth: 0.3 % by a parabola through them
    const t = (q - 500) / 100;
    const h = 660 + ((580 - 720) / 2) * t + ((580 - 2 * 660 + 720) / 2) * t * t;
    expect((h * n * n) / p1.head!).toBeCloseTo(1, 2);
    expect(p1.shaftPower! / ((RHO * G * p1.flow * p1.head!) / p1.efficiency!)).toBeCloseTo(1, 9);
    expect(result.margins.find((m) => m.check === 'speed-range' && m.where === 'P1')).toMatchObject({ verdict: 'holds' });
  });
  test('too many givens are said', () => {
    const { problems } = runStudy(raw({ first: { mode: 'head', head: '300 m' }, extra: {} }));
    expect(problems).toEqual([]);
    const both = raw();
    (both.lines as { flow?: string }[])[1]!.flow = '400 m3/h';
    expect(runStudy(both).problems).toMatchObject([{ code: 'over-specified' }]);
  });
  test('its table: where it stands, suction, discharge, power of what its motor allows, and how far its head would reach', () => {
    const l = longLine(model, result);
    expect(l.length).toBe(60_000);
    expect(l.lines).toEqual(['L1', 'L2']);
    expect(l.stations.map((s) => [s.ids, s.chainage])).toEqual([
      [['P1'], 0],
      [['P2'], 30_000],
    ]);
    const [one, two] = l.stations;
    expect(one!.discharge).toBe(p1.outletPressure);
    // 1100 kW over 1.10
    expect(one!.allowedPower).toBeCloseTo(1e6, 3);
    expect(one!.efficiency).toBeCloseTo(p1.efficiency!, 9);
    // without the second one the grade goes on by its friction until it stands 0.2 bar over vapour
    const b = result.elements.b as PipeResult;
    const slope = b.headLoss! / 30_000 - 10 / 30_000;
    const over = (3e5 + 101_325 - 10_000 - 20_000) / RHO / G;
    expect(one!.reach).toBeCloseTo(30_000 + over / slope, -2);
    expect(two!.reach).toBeNull();
  });
  test('pumps one behind the other are one station: heads and powers add up, from the suction of the first to the discharge of the last', () => {
    const s = raw();
    const booster = { id: 'B1', kind: 'pump', mode: 'head', head: '60 m', efficiency: 0.8 };
    (s.lines as { elements: object[] }[])[0]!.elements.unshift(booster, { ...booster, id: 'B2', mode: 'off' });
    const own = of(s);
    const [b, p] = [own.result.elements.B1 as PumpResult, own.result.elements.P1 as PumpResult];
    const [station] = longLine(own.model, own.result).stations;
    expect(station).toMatchObject({ ids: ['B1', 'B2', 'P1'], suction: b.inletPressure, discharge: p.outletPressure });
    expect(station!.head).toBeCloseTo(60 + p.head!, 9);
    expect(station!.shaftPower).toBeCloseTo(b.shaftPower! + p.shaftPower!, 6);
    expect(station!.efficiency).toBeCloseTo((b.hydraulicPower! + p.hydraulicPower!) / station!.shaftPower!, 9);
    // the booster has no motor that is known
    expect(station!.allowedPower).toBeNull();
  });
  test('its places: grade, energy, vapour and allowable pressure in metres of the liquid, by true distance', () => {
    const { places } = longLine(model, result);
    const ridge = places.find((p) => p.chainage === 20_000)!;
    expect(ridge.elevation).toBe(150);
    expect(ridge.grade).toBeCloseTo(150 + (ridge.pressure! - 101_325) / RHO / G, 9);
    expect(ridge.energy! - ridge.grade!).toBeCloseTo(a.velocity ** 2 / 2 / G, 9);
    expect(ridge.vapour).toBeCloseTo(150 - 91_325 / RHO / G, 9);
    // Barlow: 2·360 MPa·0.72·10.31/323.8
    expect(ridge.allowed! / ((2 * 360e6 * 0.72 * 10.31) / 323.8)).toBeCloseTo(1, 9);
    expect(ridge.allowedHead).toBeCloseTo(150 + ridge.allowed! / RHO / G, 9);
    expect(places.find((p) => p.element === 'b')!.allowed).toBeNull();
    // both ends of every piece at their own elevations
    const heights = (id: string) => places.filter((p) => p.element === id).map((p) => p.elevation);
    expect([heights('P1'), heights('a'), heights('P2')]).toEqual([
      [5, 5],
      [5, 150, 40],
      [40, 40],
    ]);
    expect([heights('b')[0], heights('b').at(-1)]).toEqual([40, 30]);
    expect(places.every((p, i) => i === 0 || p.chainage >= places[i - 1]!.chainage)).toBe(true);
  });
  test('the allowable pressure by Barlow judges the pipe', () => {
    const m = result.margins.find((x) => x.check === 'highest-pressure' && x.where === 'a')!;
    expect(m.limit! / (101_325 + (2 * 360e6 * 0.72 * 10.31) / 323.8)).toBeCloseTo(1, 9);
  });
  test('limits of a station: least suction, highest discharge', () => {
    const r = of(raw({ first: { leastSuctionPressure: '2 bar(g)', mostDischargePressure: '20 bar(g)' } })).result;
    const verdict = (check: string) => r.margins.find((m) => m.check === check && m.where === 'P1');
    expect(verdict('suction-pressure')).toMatchObject({ verdict: 'fails', limit: 301_325 });
    expect(verdict('discharge-pressure')).toMatchObject({ verdict: 'fails', limit: 2_101_325 });
  });
});

describe('the largest flow', () => {
  test('is confirmed by solving just below and just above it, and what would stop it next', () => {
    const s = raw();
    const input = inputAt(s as never, 'P1.flow')!;
    const present = runStudy(s).scenarios[0]!;
    const found = largestOf(new Probe(s as never, 'a', input, present));
    expect(found.largest! * 3600).toBeGreaterThan(480);
    const fails = (q: number): string[] =>
      of(raw({ flow: `${q} m3/s` }))
        .result.margins.filter((m) => m.verdict === 'fails')
        .map((m) => `${m.check}:${m.where}`);
    expect(fails(found.largest! * 0.999)).toEqual([]);
    expect(fails(found.largest! * 1.001)).toEqual([`${found.check}:${found.where}`]);
    const next = found.next!;
    expect(next.largest).toBeGreaterThan(found.largest!);
    expect(fails(next.largest * 0.999)).toEqual([`${found.check}:${found.where}`]);
    expect(fails(next.largest * 1.001)).toContain(`${next.check}:${next.where}`);
  });
});

describe('an additive', () => {
  const loss = (more: object, extra: object = {}) => (of(raw({ pipe: more, extra })).result.elements.a as PipeResult).headLoss!;
  test('takes its share of the turbulent friction, nothing of the laminar', () => {
    expect(loss({ dragReduction: 0.3 }) / loss({})).toBeCloseTo(0.7, 9);
    const thick = { fluids: { oil: { ...OIL, viscosity: '800 mPa.s' } } };
    expect(loss({ dragReduction: 0.3 }, thick) / loss({}, thick)).toBeCloseTo(1, 9);
  });
  test('out of the range in which it is known to work it is said', () => {
    const { result } = of(raw({ pipe: { dragReduction: 0.3 }, extra: { fluids: { oil: { ...OIL, viscosity: '80 mPa.s' } } } }));
    expect(result.findings).toEqual(expect.arrayContaining([expect.objectContaining({ code: 'method-range', where: 'a' })]));
  });
  test('sets in smoothly: the slope of the law is that of its loss', () => {
    const at = (nu: number) => loss({ dragReduction: 0.5 }, { fluids: { oil: { ...OIL, viscosity: `${nu} mPa.s` } } });
    // Re 2000 to 4000 lies between 230 and 115 mPa·s: the loss goes on falling with the viscosity
    const losses = [240, 220, 200, 180, 160, 140, 120, 100].map(at);
    expect(losses.every((h, i) => i === 0 || h < losses[i - 1]! * 1.2)).toBe(true);
    expect(losses.at(-1)! / loss({}, { fluids: { oil: { ...OIL, viscosity: '100 mPa.s' } } })).toBeCloseTo(0.5, 6);
  });
});

test('power with an efficiency goes along the line as any pump does', () => {
  const s = raw({ first: { mode: 'power', shaftPower: '900 kW', efficiency: 0.8 } });
  const { result, model } = of(s);
  const p = result.elements.P1 as PumpResult;
  expect(p.flow * p.head! * RHO * G).toBeCloseTo(720_000, 0);
  const [station] = longLine(model, result).stations;
  expect(station!.shaftPower).toBeCloseTo(900_000, 6);
  expect(station!.efficiency).toBeCloseTo(0.8, 9);
});
