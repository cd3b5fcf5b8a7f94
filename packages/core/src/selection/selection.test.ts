import { line, pipe, study, vessel } from '../test/studies.js';
import { judgeCatalogue } from '../catalogue/judge.js';
import type { RawEntry, Study } from '../document/study.js';
import { findPumps, usable } from '../catalogue/find.js';
import { typicalMotorEfficiency } from '../pumps/typical-motor.js';
import { prepareStudy } from '../scenarios/prepare.js';
import { runningOf } from './requirement.js';
import { byRank } from './order.js';
import { rankPumps } from './rank.js';
import type { Candidate, RankOptions } from './ranking.js';
import { controlSchemes } from './drive.js';
import { stageLadder } from './stages.js';
import { chooseValves } from './valves.js';

/* A lift of 20 m without losses to speak of: what is asked is the lift, and a duty is where a curve has 20 m. */
const rows = (...list: [number, number, number, number?][]) =>
  list.map(([q, h, e, n = 2]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: e, npshr: `${n} m` }));
/** a straight head: 30 m less 0.1 m a m³/h; 20 m at 100 m³/h */
const straight = (h0 = 30, more: object = {}) => ({
  speed: '2900 rpm',
  curve: rows([0, h0, 0], [60, h0 - 6, 0.7], [100, h0 - 10, 0.8], [140, h0 - 14, 0.7]),
  ...more,
});
const lift = (pump: object, more: object = {}): Study =>
  study(
    { T: vessel(0, 5), U: vessel(25, 0) },
    [line('L', 'T', 'U', [pipe('a', 0.001, 900), { id: 'P', kind: 'pump', mode: 'flow', flow: '90 m3/h', ...pump }])],
    {
      limits: [{ check: 'curve-range', limit: 9 }],
      scenarios: [
        { id: 'low', temperature: '20 C', hoursPerYear: 1000, set: { 'P.flow': '60 m3/h' } },
        { id: 'high', temperature: '20 C', hoursPerYear: 3000 },
        { id: 'aside', temperature: '20 C', judged: false, set: { 'P.flow': '500 m3/h' } },
      ],
      ...more,
    },
  ) as unknown as Study;
const catalogue = (pumps: Record<string, object>) => {
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps });
  expect(judged.problems).toEqual([]);
  return { written: judged.catalogue!.pumps, read: judged.pumps };
};
const usual: RankOptions = { vary: 'diameter', objective: 'energy', top: 50 };
const rank = (pumps: Record<string, object>, options: Partial<RankOptions> = {}, of: Study = lift({})) =>
  rankPumps(of, 'P', catalogue(pumps), { ...usual, ...options });

test('what is asked: the imposed flow, the head of the rest at it, in judged scenarios only', () => {
  const { required, judged } = rank({});
  expect(judged).toEqual(['low', 'high']);
  expect(required.low).toMatchObject({ flow: 60 / 3600, head: expect.closeTo(20, 3) });
  expect(required.high).toMatchObject({ flow: 90 / 3600, head: expect.closeTo(20, 3) });
  // patm and 5 m over the inlet less the vapour pressure of water at 20 °C, 2339 Pa: 5 + (101325 − 2339)/(998.207·9.80665)
  expect(required.high!.npsha).toBeCloseTo(15.1118, 3);
});

test('how a pump would run there: units, wear, and the liquid’s viscosity unless the position leaves it out', () => {
  const oil = { fluids: { oil: { kind: 'constant', density: '900 kg/m3', viscosity: '45 mPa.s', vapourPressure: '1 kPa(a)' } }, scenarios: [{ id: 's', fluid: 'oil', temperature: '20 C' }] }; // prettier-ignore
  const run = (pump: object) => runningOf(prepareStudy(JSON.parse(JSON.stringify(lift(pump, oil)))).scenarios[0]!.model!, 'P');
  // 0.045 Pa·s over 900 kg/m³
  expect(run({})).toEqual({ running: 1, wear: 0, kinematicViscosity: expect.closeTo(5e-5, 12), viscousNpshr: false });
  expect(run({ running: 2, wear: 0.05, viscosityCorrection: true })).toMatchObject({
    running: 2,
    wear: 0.05,
    viscousNpshr: true,
  });
  expect(run({ viscosityCorrection: false })).not.toHaveProperty('kinematicViscosity');
});

test('where nothing imposes a flow it is that of the present solution, else of the rated point', () => {
  const pumps = { p: straight() };
  const onCurve = { mode: 'curve', pump: 'p', flow: undefined };
  const without = { scenarios: [{ id: 'a', temperature: '20 C' }], pumps };
  const clean = (s: Study): Study => JSON.parse(JSON.stringify(s)) as Study;
  expect(rank({}, {}, clean(lift(onCurve, without))).required.a!.flow * 3600).toBeCloseTo(100, 1);
  const short = { ...onCurve, rated: { flow: '70 m3/h', head: '18 m' }, wear: 0.9 };
  expect(rank({}, {}, clean(lift(short, without))).required.a!.flow * 3600).toBeCloseTo(70, 9);
});

test('a pump that is short falls before any check, in the scenario where it lacks most, with its head there', () => {
  // 28.5 − 9 = 19.5 m at 90, 22.5 at 60
  expect(rank({ x: straight(28.5) }).fallen).toEqual([
    {
      model: 'x',
      reason: 'head-short',
      scenario: 'high',
      value: expect.closeTo(19.5, 6),
      limit: expect.closeTo(20, 3),
      diameter: null,
    },
  ]);
});

test('true duties, reserve, energy and efficiency by hours', () => {
  const [c] = rank({ x: straight(30, { diameter: '300 mm', maxDiameter: '300 mm', minDiameter: '300 mm' }) }).candidates;
  // without a motor nothing says whether it is large enough
  expect(c).toMatchObject({ model: 'x', verdict: 'incomplete', stages: 1, speed: 2900, energyIsTypical: true });
  expect(c!.incomplete).toEqual([{ check: 'motor-power', missing: ['pumps.x.motor.ratedPower'] }]);
  expect(c!.scenarios.low!.flow * 3600).toBeCloseTo(100, 1);
  // both run at 100 m³/h: 998.207·9.80665·(100/3600)·20/0.8 W for 4000 h
  const shaft = (998.207 * 9.80665 * 20) / 36 / 0.8;
  expect(c!.scenarios.high!.shaftPower! / shaft).toBeCloseTo(1, 3);
  expect(c!.meanEfficiency).toBeCloseTo(0.8, 4);
  expect(c!.energyPerYear! / ((shaft / typicalMotorEfficiency(shaft)) * 4000 * 3600)).toBeCloseTo(1, 3);
  expect(c!.headReserve).toBeCloseTo(0, 9);
});

test('trimmed as far as the scenarios allow: the reserve is what the largest gives more', () => {
  const [c] = rank({ x: straight(36, { diameter: '300 mm', minDiameter: '240 mm' }) }).candidates;
  // at 90 m³/h: H = 36·d² − 9·d with d the share of the diameter: 20 m at d = 0.8804, so 265 mm (0.8833: 20.14 m), 264 is 19.96
  expect(c!.diameter).toBeCloseTo(0.265, 9);
  expect(c!.headReserve).toBeCloseTo(27 / (36 * (265 / 300) ** 2 - 9 * (265 / 300)) - 1, 6);
});

test('at variable speed each scenario has the lowest whole speed that meets it; none leaves the entry as it is', () => {
  const pump = { x: straight(40, { maxSpeed: '2900 rpm' }) };
  // H = 40·n² − 6·n at 60: 20 m at n = 0.7861, 2279.8 rpm; at 90: 40·n² − 9·n, n = 0.8285, 2402.6 rpm
  const found = rank(pump, { vary: 'speed' }, lift({}, { limits: loose })).candidates[0]!;
  expect([found.speed, found.scenarios.low!.speed, found.scenarios.high!.speed]).toEqual([null, 2280, 2403]);
  const plain = rank(
    { x: straight(36, { diameter: '300 mm', minDiameter: '240 mm' }) },
    { vary: 'none' },
    lift({}, { limits: loose }),
  );
  expect(plain.candidates[0]!.diameter).toBeCloseTo(0.3, 9);
});
const loose = ['curve-range', 'flow-region', 'head-rise', 'rated-flow'].map((check) => ({
  check,
  limit: check === 'curve-range' ? 9 : check === 'head-rise' ? 0 : [0, 9],
}));

test('of several checks that fail the first of the list is the reason, in its worst scenario', () => {
  // 60 m³/h of NPSHR 14 m: 15.1/14 is under 1.3 in both; the region stands behind it in the list
  const thirsty = { ...straight(40), curve: rows([0, 40, 0, 14], [60, 34, 0.7, 14], [100, 30, 0.8, 14], [200, 20, 0.7, 14]) };
  const [f] = rank({ x: thirsty }).fallen;
  expect(f).toMatchObject({ reason: 'npsh-ratio', limit: 1.3 });
  expect(f!.value).toBeCloseTo(15.1118 / 14, 3);
});

test('filters are counted, unusable curves as well; the objective puts in order, holds before near', () => {
  const all = {
    a: straight(30, { type: 'sump', liquids: ['brine'] }),
    b: straight(30, { type: 'end-suction', frequency: '60 Hz' }),
    c: { ...straight(30), curve: rows([0, 30, 0], [60, 24, 0.5], [100, 20, 0.6], [140, 16, 0.5]) },
    d: { ...straight(30), curve: [...straight(30).curve].reverse() },
  };
  expect(rank(all).counts).toMatchObject({ tried: 3, unusable: 1, filtered: 0 });
  expect(rank(all).candidates.map((x) => x.model)).toEqual(['a', 'b', 'c']);
  // what does not say its type may be a sump pump, and stands after the one that says so
  expect(rank(all, { type: 'sump' }).candidates.map((x) => [x.model, x.notStated])).toEqual([['a', undefined], ['c', ['type']]]); // prettier-ignore
  const c60 = rank(all, { frequency: 60 });
  expect(c60.candidates.map((x) => [x.model, x.notStated])).toEqual([['b', undefined], ['a', ['frequency']], ['c', ['frequency']]]); // prettier-ignore
  expect([c60.counts.filtered, rank(all, { frequency: 50 }).counts.filtered]).toEqual([0, 1]);
  expect(rank(all, { liquid: 'clean-water' }).counts.filtered).toBe(1);
  expect(rank(all, { maxSpeed: 2000 }).counts.filtered).toBe(4);
  expect(rank(all, { top: 1 })).toMatchObject({ candidates: [{ model: 'a' }], counts: { candidates: 3 } });
  const staged = { two: straight(15, { stages: 1, stageOptions: [2] }), one: straight(30) };
  expect(rank(staged, { objective: 'stages' }).candidates[0]!.model).toBe('one');
});

test('stages: what each scenario needs, the one that governs, the next that is made, and those around it', () => {
  const entry = straight(4, { stageOptions: [4, 8, 12] }) as unknown as RawEntry;
  const input = usable(catalogue({ x: { ...straight(4), curve: rows([0, 4, 0], [60, 3.4, 0.7], [140, 2.6, 0.7]), stageOptions: [4, 8, 12] } }).read.get('x')!)!; // prettier-ignore
  const own = { ...entry, curve: rows([0, 4, 0], [60, 3.4, 0.7], [140, 2.6, 0.7]) } as unknown as RawEntry;
  const ladder = stageLadder(lift({ wear: 0.1 }), 'P', own, input);
  // 3.4 and 3.1 m a stage, nine tenths of it worn: 20/3.06 = 6.54, 20/2.79 = 7.17
  expect(ladder.scenarios.low!.exact).toBeCloseTo(20 / 3.06, 3);
  expect(ladder.scenarios.high).toMatchObject({ headPerStage: expect.closeTo(2.79, 6), required: 8 });
  expect(ladder).toMatchObject({ governing: 'high', required: 8, made: 8 });
  expect(ladder.counts.map((c) => [c.stages, c.made, c.meets])).toEqual([
    [7, false, false],
    [8, true, true],
    [9, false, true],
    [10, false, true],
  ]);
  // 5 m over the inlet at rest and 32 m of eight stages, whose shut-off head is that of the unworn ones
  const eight = ladder.counts[1]!;
  expect(eight.shutOffPressure! / (101_325 + 998.207 * 9.80665 * 37)).toBeCloseTo(1, 3);
  expect(eight.scenarios.low!.head).toBeCloseTo(20, 2);

  // an allowance for wear is the wear of an element that has less, and less than one that it has is none
  const { counts, ...needs } = ladder;
  expect(stageLadder(lift({}), 'P', own, input, { wear: 0.1 })).toMatchObject(needs);
  const worn = stageLadder(lift({}), 'P', own, input, { wear: 0.1 }).counts;
  worn.forEach((c, i) => expect(c.scenarios.high!.flow).toBeCloseTo(counts[i]!.scenarios.high!.flow, 9));
  const eightOf = (list: typeof counts): number => list.find((c) => c.stages === 8)!.scenarios.high!.flow;
  expect(eightOf(stageLadder(lift({}), 'P', own, input).counts)).toBeGreaterThan(eightOf(counts) * 1.05);
  expect(stageLadder(lift({ wear: 0.1 }), 'P', own, input, { wear: 0.05 }).counts).toEqual(counts);
  // on mains of 60 Hz 1.44 times the head at 1.2 times the flow: of 4 − 0.01·Q a stage 5.76 − 0.012·Q
  const faster = stageLadder(lift({}), 'P', own, input, { speedFactor: 1.2 });
  expect(faster.speed).toBeCloseTo(2900 * 1.2, 9);
  expect(faster.scenarios.high!.headPerStage).toBeCloseTo(5.76 - 0.012 * 90, 6);
  expect(faster.scenarios.low!.exact).toBeCloseTo(20 / (5.76 - 0.012 * 60), 6);
});

test('stages: what more of them meet of the maker’s limits, the worst scenario of each', () => {
  const curve = rows([0, 4, 0], [60, 3.4, 0.7], [140, 2.6, 0.7]);
  const entry = { ...straight(4), curve, stageOptions: [6, 7, 8, 9], casingPressure: '3.5 bar(g)', maxShaftPower: '50 kW' } as unknown as RawEntry; // prettier-ignore
  const input = usable(catalogue({ x: entry }).read.get('x')!)!;
  const { counts, required } = stageLadder(lift({}), 'P', entry, input);
  expect(required).toBe(7);
  // 5 m over the inlet and 4 m a stage at shut-off: 29 m of six are 2.84 bar, 37 m of eight 3.62 bar of the 3.5
  const bar = (stages: number): number => (998.207 * 9.80665 * (5 + 4 * stages)) / 3.5e5;
  for (const c of counts) expect(c.limits['casing-pressure']!.value! / bar(c.stages)).toBeCloseTo(1, 3);
  expect(counts.map((c) => c.limits['casing-pressure']!.verdict)).toEqual(['holds', 'holds', 'fails', 'fails']);
  // the most of all scenarios, of the 50 kW
  for (const c of counts) expect(c.limits['shaft-power']!.value).toBeCloseTo(c.shaftPower! / 50_000, 9);
});

describe('valves', () => {
  /* 20 m over the valve less nothing: Δp = 998.207·9.80665·20 Pa = 1.95780 bar; Kv = Q·√(SG/Δp), SG 998.207/999.1 */
  const held = (valve: object, more: object = {}): Study =>
    study(
      { T: vessel(20, 5, { pressure: '10 bar(g)' }), U: vessel(5, 0, { pressure: '10 bar(g)' }) },
      [
        line('L', 'T', 'U', [
          pipe('a', 0.001, 900),
          { id: 'CV', kind: 'control-valve', mode: 'flow', flow: '70 m3/h', valve: 'v', ...valve },
        ]),
      ],
      {
        valves: { v: { ratedKv: 120, characteristic: 'linear', rangeability: 50 } },
        scenarios: [
          { id: 'a', temperature: '20 C' },
          { id: 'b', temperature: '20 C', set: { 'CV.flow': '28 m3/h' } },
        ],
        ...more,
      },
    ) as unknown as Study;
  const KV = 70 * Math.sqrt(998.207 / 999.1 / 1.9578);
  const choose = (valves: Record<string, object>, of: Study = held({})) => {
    const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves });
    expect(judged.problems).toEqual([]);
    return chooseValves(of, 'CV', { written: judged.catalogue!.valves, read: judged.valves });
  };
  const linear = (ratedKv: number, more: object = {}) => ({ ratedKv, characteristic: 'linear', rangeability: 50, ...more });

  test('what is asked of it: flow, drop, coefficient, pressure, authority', () => {
    const { required } = choose({});
    expect(required.a).toMatchObject({ flow: 70 / 3600, kv: expect.closeTo(KV, 2), regime: 'turbulent' });
    expect(required.a!.drop! / 1.9578e5).toBeCloseTo(1, 4);
    expect(required.a!.authority).toBeCloseTo(1, 4);
    expect(required.b!.kv).toBeCloseTo(KV * 0.4, 2);
  });
  test('openings on its own curve, the smallest that stays in its band preferred, the others with their reason', () => {
    const { candidates, fallen, preferred } = choose({
      good: linear(80),
      wide: linear(100),
      small: linear(40),
      edge: linear(55),
      vast: linear(900),
      table: { table: [[0, 0], [0.5, 30], [1, 90]].map(([travel, kv]) => ({ travel, kv })) }, // prettier-ignore
    });
    // x = (Kv/80 − 1/50)/(1 − 1/50)
    expect(candidates.map((c) => c.model)).toEqual(['good', 'table', 'wide']);
    expect(candidates[0]!.openings.a).toBeCloseTo((KV / 80 - 0.02) / 0.98, 3);
    expect(candidates[1]!.openings.b).toBeCloseTo((0.5 * KV * 0.4) / 30, 3);
    expect(preferred).toBe('good');
    expect(fallen.map((f) => [f.model, f.reason, f.scenario])).toEqual([
      ['small', 'too-small', 'a'],
      ['edge', 'valve-opening', 'a'],
      ['vast', 'valve-opening', 'b'],
    ]);
    // nothing else takes the drop: the flow goes with the coefficient, and the gain is its slope
    expect(candidates[0]!.gain.a).toBeCloseTo(0.98, 3);
  });
  test('a class that is too low falls, one without a rating there is incomplete and stands after what serves', () => {
    // 2.04 bar stand before the valve, some 20 m of water, at 20 °C
    const { candidates, fallen, preferred } = choose({
      whole: linear(100, { pressureClass: 'PN16' }),
      unrated: linear(80, { pressureClass: 'class 900' }),
      low: linear(90, { ratedPressure: '1 bar(g)' }),
      plain: linear(95),
    });
    expect(candidates.map((c) => [c.model, c.verdict])).toEqual([
      // near the lower edge of the band in b
      ['plain', 'near'],
      ['whole', 'near'],
      ['unrated', 'incomplete'],
    ]);
    expect(candidates[2]!.incomplete).toEqual([{ check: 'pressure-class', missing: ['valves.unrated.ratedPressure'] }]);
    expect(preferred).toBe('plain');
    expect(fallen).toMatchObject([{ model: 'low', reason: 'pressure-class', limit: 1 }]);
    expect(choose({ unrated: linear(80, { pressureClass: 'class 900' }) }).preferred).toBe('unrated');
  });
  test('one that only stands at an opening is asked for the flow that it passed', () => {
    const at = held({ mode: 'opening', opening: 0.5, flow: undefined }, { scenarios: [{ id: 'a', temperature: '20 C' }] });
    const { required, candidates } = choose({ x: linear(80) }, JSON.parse(JSON.stringify(at)) as Study);
    // 120·(1/50 + 49/50·0.5) = 61.2
    expect(required.a!.kv).toBeCloseTo(61.2, 3);
    expect(candidates[0]!.openings.a).toBeCloseTo((61.2 / 80 - 0.02) / 0.98, 3);
  });
});

test('a typical motor: the table of IE3 with four poles at 50 Hz, IEC 60034-30-1', () => {
  for (const [kw, efficiency] of [
    [0.75, 82.5],
    [7.5, 90.4],
    [75, 95.0],
    [200, 96.0],
  ] as const)
    expect(Math.abs(typicalMotorEfficiency(kw * 1000) * 100 - efficiency)).toBeLessThan(0.06);
  expect(typicalMotorEfficiency(900_000)).toBe(typicalMotorEfficiency(200_000));
});

test('nearest to best efficiency: the smaller of the greatest departures from it, on either side', () => {
  const at = (model: string, ...ratios: (number | null)[]): Candidate =>
    ({ model, verdict: 'holds', scenarios: Object.fromEntries(ratios.map((flowRatio, i) => [String(i), { flowRatio }])) }) as unknown as Candidate; // prettier-ignore
  const order = (...list: Candidate[]): string => [...list].sort(byRank('best-efficiency')).map((c) => c.model).join(''); // prettier-ignore
  // 0.05 below, 0.12 above, and one whose worst scenario departs by 0.3
  expect(order(at('a', 1.12), at('b', 0.95), at('c', 1, 0.7))).toBe('bac');
  expect(order(at('a', 1.02, null), at('b', 1.02))).toBe('ab');
  // alike in everything the name decides, whichever comes first
  expect(order(at('c', 1.02), at('a', 1.02), at('b', 1.02))).toBe('abc');
  expect(byRank('best-efficiency')(at('a', 1), at('b', 1))).toBe(-1);
});

describe('a flow that is required comes before one that is imposed, or found', () => {
  const asked = (pump: object, set: object = {}) =>
    rank({}, {}, lift(pump, { scenarios: [{ id: 'a', temperature: '20 C', set }] })).required.a!.flow * 3600;
  it('in a ranking', () => {
    expect(asked({ requiredFlow: '70 m3/h' })).toBeCloseTo(70, 9);
    expect(asked({ requiredFlow: '70 m3/h' }, { 'P.requiredFlow': '55 m3/h' })).toBeCloseTo(55, 9);
    expect(asked({ requiredFlow: '70 m3/h' }, { 'P.requiredFlow': null })).toBeCloseTo(90, 9);
  });
  const onCurve = { mode: 'curve', pump: 'p', flow: undefined, requiredFlow: '80 m3/h' };
  const curved = JSON.parse(JSON.stringify(lift(onCurve, { pumps: { p: straight(40) }, scenarios: [{ id: 'a', temperature: '20 C' }] }))) as Study; // prettier-ignore
  it('in the stage ladder: 40 − 8 = 32 m a stage at 80 m³/h, 20 m are needed', () => {
    const ladder = stageLadder(curved, 'P', curved.pumps!.p!, usable(catalogue({ p: straight(40) }).read.get('p')!)!);
    expect(ladder.scenarios.a).toMatchObject({ flow: expect.closeTo(80 / 3600, 9), required: 1 });
    expect(ladder.scenarios.a!.headPerStage).toBeCloseTo(32, 6);
  });
  it('in the ways of control: throttled the pump gives just that', () => {
    const [throttle] = controlSchemes(curved, 'P');
    expect(throttle!.scenarios.a!.flow * 3600).toBeCloseTo(80, 9);
  });
});

describe('what a candidate delivers of what is required', () => {
  // a lift of 20 m: 30 − 0.1 Q gives 100 m³/h whatever is required
  const of = (required: string, more: object = {}) =>
    rank({ x: straight(30, { motor: { ratedPower: '11 kW' }, ...more }) }, { vary: 'none' }, lift({ requiredFlow: required }, { scenarios: [{ id: 'a', temperature: '20 C' }], limits: [...loose, { check: 'suction-specific-speed', limit: 500 }] })); // prettier-ignore
  it.each([
    ['99.9 m3/h', 'holds'],
    ['90 m3/h', 'near'],
  ])('%s: %s', (required, verdict) => expect(of(required).candidates.map((c) => c.verdict)).toEqual([verdict]));
  it('beyond a fifth more it falls by it', () => {
    expect(of('80 m3/h').fallen).toMatchObject([{ reason: 'delivered-flow', value: expect.closeTo(1.25, 4) }]);
  });
});

test('without hours the power at the largest duty decides, and the ranking says so', () => {
  const pump = (e: number) => straight(30, { motor: { ratedPower: '11 kW' }, curve: rows([0, 30, 0], [60, 24, e - 0.1], [100, 20, e], [140, 16, e - 0.1]) }); // prettier-ignore
  const plain = lift({}, { scenarios: [{ id: 'a', temperature: '20 C' }], limits: loose });
  const ranked = rank({ a: pump(0.7), b: pump(0.82), c: pump(0.76) }, {}, plain);
  expect(ranked.orderedBy).toBe('power');
  expect(ranked.candidates.map((c) => c.model)).toEqual(['b', 'c', 'a']);
  expect(rank({ a: pump(0.7) }).orderedBy).toBe('energy');
  // two units run where most is required: twice the power of one
  const two = lift({}, { scenarios: [{ id: 'low', temperature: '20 C', set: { 'P.flow': '60 m3/h' } }, { id: 'high', temperature: '20 C', set: { 'P.running': 2 } }, { id: 'end', temperature: '20 C', set: { 'P.flow': '50 m3/h' } }], limits: loose }); // prettier-ignore
  const [c] = rank({ a: pump(0.7) }, {}, two).candidates;
  const taken = (c!.scenarios.low!.shaftPower! / typicalMotorEfficiency(11_000)) * 2;
  expect(c!.powerAtLargest! / taken).toBeCloseTo(1, 1);
  expect(rank({ a: pump(0.7) }, { objective: 'npsh' }, plain).orderedBy).toBe('npsh');
});

test('pumps for one duty: those that could not be judged whole after those that hold, however near they come', () => {
  const wanted = { flow: 100 / 3600, head: 20, density: 998, gravity: 9.80665 };
  const motor = { motor: { ratedPower: '11 kW' } };
  const blind = { ...straight(30), ...motor, curve: straight(30).curve.map(({ npshr: _n, ...r }) => r) };
  const found = findPumps(catalogue({ blind, off: straight(30.5, motor), bare: straight(30) }).read, wanted).candidates;
  expect(found.map((c) => [c.model, c.verdict])).toEqual([['off', 'holds'], ['bare', 'incomplete'], ['blind', 'incomplete']]); // prettier-ignore
  expect(found[2]!.incomplete).toEqual([{ check: 'npsh-ratio', missing: ['pumps.blind.curve[].npshr'] }]);
});

describe('by cost', () => {
  const currency = { economics: { currency: 'EUR', energyPrice: 0.2 } };
  const pumps = {
    a: straight(30, { price: '9000 EUR', deliveryTime: 42, weight: '120 kg' }),
    b: straight(30, { price: 'EUR 5000' }),
    c: straight(30, { price: '10 SEK' }),
    d: straight(),
  };
  const costs = (of: Study, options: Partial<RankOptions> = {}) => rank(pumps, { objective: 'cost', ...options }, of).candidates.map((c) => [c.model, c.cost]); // prettier-ignore

  test('price and the energy of the years; without a price, or in another currency, last', () => {
    const of = lift({}, currency);
    const { candidates, orderedBy } = rank(pumps, { objective: 'cost' }, of);
    // alike but for the price: energy a year in kWh at 0.2 for ten years
    const energy = (candidates[0]!.energyPerYear! / 3.6e6) * 0.2 * 10;
    expect(energy).toBeGreaterThan(1000);
    expect([orderedBy, candidates.map((c) => c.model)]).toEqual(['cost', ['b', 'a', 'c', 'd']]);
    expect(candidates.map((c) => c.cost)).toEqual([expect.closeTo(5000 + energy, 6), expect.closeTo(9000 + energy, 6), null, null]); // prettier-ignore
    expect(candidates[1]).toMatchObject({ price: '9000 EUR', deliveryTime: 42, weight: 120 });
    // two years are a fifth of ten
    expect(costs(of, { years: 2 })[0]).toEqual(['b', expect.closeTo(5000 + energy / 5, 6)]);
    expect(rank(pumps, {}, of).candidates[0]!.cost).toBeUndefined();
  });

  test('a price is that of a unit: three installed cost three', () => {
    const two = lift({ running: 2, installed: 3, flow: '180 m3/h' }, { ...currency, scenarios: [{ id: 's', temperature: '20 C', hoursPerYear: 1 }] }); // prettier-ignore
    const { candidates } = rank(pumps, { objective: 'cost' }, two);
    expect(candidates[0]!.cost).toBeCloseTo(15_000 + (candidates[0]!.energyPerYear! / 3.6e6) * 2, 6);
  });
});
