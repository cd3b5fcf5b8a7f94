import type { Study } from '../document/study.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { headroomOf, largestOf, Probe } from './headroom.js';
import { inputAt, inputsOf, movedStudy, valueIn, writtenValue } from './inputs.js';
import { fieldOf, readAt, readingOf, sweepRange, sweepRows } from './sweep.js';

/*
 * A lift without losses to speak of: NPSHA is the level and patm − pv, 99 kPa of water at 20 °C, 10.1118 m; NPSHR is 8 m at every flow.
 * The head is 30 m less 0.1 m a m³/h; 20 m are asked: 100 m³/h.
 */
const REST = (101_325 - 2339) / (998.207 * 9.80665);
const rows = [0, 60, 100, 140].map((q) => ({ flow: `${q} m3/h`, head: `${30 - q / 10} m`, efficiency: q === 0 ? 0 : 0.8, npshr: '8 m' })); // prettier-ignore
const lift = (pump: object = {}, more: object = {}): Study =>
  JSON.parse(
    JSON.stringify(
      study(
        { T: vessel(0, 5), U: vessel(25, 0) },
        [line('L', 'T', 'U', [pipe('a', 0.001, 900), { id: 'P', kind: 'pump', mode: 'curve', pump: 'x', ...pump }])],
        {
          pumps: { x: { speed: '2900 rpm', curve: rows } },
          scenarios: [
            { id: 'a', fluid: 'water', temperature: '20 C' },
            { id: 'b', fluid: 'water', temperature: '20 C', set: { 'T.level': '1 m' } },
          ],
          ...more,
        },
      ),
    ),
  ) as Study;
const probe = (of: Study, address: string, scenario = 'a'): Probe =>
  new Probe(
    of,
    scenario,
    inputAt(of, address)!,
    runStudy(of).scenarios.find((s) => s.id === scenario)!,
  );

describe('inputs', () => {
  const of = lift();
  const [a, b] = runStudy(of).scenarios;
  const value = (address: string, s = a!): number | undefined => valueIn(of, inputAt(of, address)!, s);

  test('where each stands: entered, a scenario’s own, or what is used where it is empty; pressures absolute', () => {
    expect([value('T.level'), value('T.level', b)]).toEqual([5, 1]);
    expect(value('T.pressure')).toBeCloseTo(101_325, 6);
    expect([value('P.wear'), value('P.speed'), value('a.length')]).toEqual([0, 2900, 0.001]);
    // a is a pipe and a scenario
    expect(value('a.temperature')).toBe(293.15);
    expect([value('b.temperature'), value('x.speed'), value('site.gravity')]).toEqual([293.15, 2900, 9.80665]);
  });
  test('of a line its own entry, or that of the scenario', () => {
    const [line] = of.lines;
    const [one, two] = of.scenarios;
    const held: Study = { ...of, lines: [{ ...line!, flow: '30 m3/h' }], scenarios: [one!, { ...two!, set: { 'L.flow': '20 m3/h' } }] }; // prettier-ignore
    const flow = (id: string): number => valueIn(held, inputAt(held, 'L.flow')!, { id, problems: [] })! * 3600;
    expect(flow('a')).toBeCloseTo(30, 9);
    expect(flow('b')).toBeCloseTo(20, 9);
  });
  test('of a liquid the entries of its kind, in SI', () => {
    const fluids = { oil: { kind: 'constant', density: '870 kg/m3', viscosity: '20 mPa.s', vapourPressure: '1 kPa(a)' } };
    const oily = { ...of, fluids } as Study;
    expect(inputAt(oily, 'oil.density')).toMatchObject({ owner: 'fluids', unit: 'kg/m3' });
    expect(valueIn(oily, inputAt(oily, 'oil.viscosity')!, a!)).toBeCloseTo(0.02, 12);
    expect(inputAt(oily, 'oil.speed')).toBeUndefined();
    expect(inputAt({ ...oily, fluids: { oil: { ...fluids.oil, kind: 'treacle' } } }, 'oil.density')).toBeUndefined();
  });
  test('what is no number is none', () => {
    for (const address of ['T', 'T.no', 'no.level', 'T.name', 'P.pump', '.level', 'L.closed'])
      expect(inputAt(of, address)).toBeUndefined();
  });
  test('is written back as it would be read', () => {
    for (const [address, si] of [
      ['T.level', 2.5],
      ['T.pressure', 2e5],
      ['P.wear', 0.06],
      ['a.roughness', 1e-7],
      ['b.temperature', 350],
    ] as const) {
      // prettier-ignore
      const input = inputAt(of, address)!;
      const moved = movedStudy(of, address.startsWith('b') ? 'b' : 'a', input, si);
      expect(moved.scenarios).toHaveLength(1);
      expect(valueIn(moved, input, runStudy(moved).scenarios[0]!)).toBeCloseTo(si, 9);
    }
    expect(writtenValue(inputAt(of, 'P.running')!, 1.7)).toBe(2);
    // a pressure at a place as absolute, a vapour pressure too; what is no pressure at a place without a word of it
    expect(writtenValue(inputAt(of, 'T.pressure')!, 2e5)).toBe('200000 Pa(a)');
    expect(writtenValue(inputAt(of, 'site.atmosphericPressure')!, 9e4)).toBe('90000 Pa(a)');
    expect(writtenValue(inputAt(of, 'T.level')!, 2)).toBe('2 m');
  });
  test('of an entry of a list it is the entry that moves', () => {
    const moved = movedStudy(of, 'a', inputAt(of, 'x.speed')!, 2610);
    expect(moved.pumps!.x!.speed).toBe('2610 rpm');
    // the curve is one of that speed then: the duty stays
    expect(runStudy(moved).scenarios[0]!.result!.elements.P!.flow * 3600).toBeCloseTo(100, 1);
  });
  test('all that can move: nothing that is counted or sought', () => {
    const all = inputsOf(of, a!).map((i) => i.address);
    expect(all).toEqual(expect.arrayContaining(['T.level', 'U.elevation', 'P.wear', 'P.speed', 'a.length']));
    expect(all).not.toContain('P.running');
    expect(all).not.toContain('T.flow');
  });
});

describe('headroom', () => {
  test('the level at which NPSHA is just 1.3 times NPSHR', () => {
    const found = headroomOf(probe(lift(), 'T.level'), 'npsh-ratio', 'P');
    expect(found).toMatchObject({ now: 5, limit: 1.3, met: true, unit: 'm' });
    expect(found.value).toBeCloseTo((5 + REST) / 8, 4);
    expect(found.turns).toBeCloseTo(1.3 * 8 - REST, 3);
    const failing = headroomOf(probe(lift(), 'T.level', 'b'), 'npsh-difference', 'P');
    expect(failing).toMatchObject({ now: 1, met: true, limit: 0.6 });
    expect(failing.turns).toBeCloseTo(8.6 - REST, 3);
  });
  test('a margin that fails turns on the other side', () => {
    const low = lift({}, { points: { ...lift().points, T: vessel(0, -1) } });
    const found = headroomOf(probe(low, 'T.level'), 'npsh-ratio', 'P');
    expect(found).toMatchObject({ now: -1, met: false });
    expect(found.turns).toBeCloseTo(1.3 * 8 - REST, 3);
  });
  test('of a band the edge that is met', () => {
    // best efficiency at the vertex of 0.8, 0.8, 0.8: a flow region 0.5…1.25 of it; the head of U brings the flow down
    const found = headroomOf(probe(lift(), 'U.elevation'), 'flow-region', 'P');
    expect(found.turns).not.toBeNull();
    const edge = found.limit!;
    const there = runStudy(movedStudy(lift(), 'a', inputAt(lift(), 'U.elevation')!, found.turns!)).scenarios[0]!;
    const m = there.result!.margins.find((x) => x.check === 'flow-region')!;
    expect([m.limit, m.upper]).toContain(edge);
    expect(m.value).toBeCloseTo(edge, 5);
  });
  test('within a range that is given, and a reason where there is none in it', () => {
    const p = probe(lift(), 'T.level');
    expect(headroomOf(p, 'npsh-ratio', 'P', { from: 2, to: 9 })).toMatchObject({ turns: null, reason: 'not-in-range' });
    expect(headroomOf(p, 'npsh-ratio', 'P', { from: 0, to: 9 }).turns).toBeCloseTo(1.3 * 8 - REST, 3);
    expect(headroomOf(p, 'motor-power', 'P')).toMatchObject({ turns: null, met: null, reason: 'not-applicable' });
    expect(headroomOf(probe(lift(), 'U.flow'), 'npsh-ratio', 'P')).toMatchObject({ now: null, reason: 'no-value' });
  });
  test('where nothing solves the scenario it says so', () => {
    const dead = lift({ pump: 'none' });
    expect(headroomOf(probe(dead, 'T.level'), 'npsh-ratio', 'P')).toMatchObject({ turns: null, reason: 'not-solved' });
  });
});

test('the largest value at which nothing that holds fails, and what stops it', () => {
  // 20 m less what the level of the destination adds: the head asked rises until the flow has come down to the edge of the region
  const imposed = lift({ mode: 'flow', flow: '60 m3/h', pump: undefined, npshr: undefined });
  const speed = largestOf(probe(lift(), 'P.wear'), { to: 0.5 });
  expect(speed).toMatchObject({ now: 0, unit: '', check: expect.any(String), where: 'P' });
  const at = (x: number) => runStudy(movedStudy(lift(), 'a', inputAt(lift(), 'P.wear')!, x)).scenarios[0]!.result!.margins;
  const now = at(0).filter((m) => m.verdict === 'holds' || m.verdict === 'near');
  const fails = (x: number): string[] => now.filter((m) => at(x).find((n) => n.check === m.check && n.where === m.where)?.verdict === 'fails').map((m) => m.check); // prettier-ignore
  expect(fails(speed.largest!)).toEqual([]);
  expect(fails(speed.largest! + 1e-6)).toContain(speed.check);
  const level = largestOf(probe(lift(), 'a.roughness'), { to: 0.002 });
  expect(level).toMatchObject({ largest: 0.002, check: null, reason: 'not-in-range' });
  expect(largestOf(probe(imposed, 'P.flow'), { to: 0.05 }).now).toBeCloseTo(60 / 3600, 12);
});

test('a sweep: from first to last in equal parts, every scenario, figures and margins; what does not solve has none', () => {
  const of = lift();
  const readings = ['P.flow', 'npsh-ratio:P', 'U.staticPressure'].map((n) => readingOf(n)!);
  const swept = sweepRows(of, runStudy(of).scenarios, inputAt(of, 'T.level')!, 1, 5, 4, readings);
  expect(swept.map((r) => [r.scenario, r.step, r.input])).toEqual(['a', 'b'].flatMap((s) => [0, 1, 2, 3, 4].map((i) => [s, i, i + 1]))); // prettier-ignore
  for (const r of swept) expect(r.values['npsh-ratio:P']).toBeCloseTo((r.input + REST) / 8, 3);
  // a head of 25 m less the level: (30 − (25 − level))·10 m³/h
  expect(swept[0]!.values['P.flow']! * 3600).toBeCloseTo(60, 1);
  const unknown = sweepRows(of, runStudy(of).scenarios.slice(0, 1), inputAt(of, 'a.temperature')!, 300, 9999, 1, readings); // prettier-ignore
  expect(unknown).toHaveLength(2);
  expect(readAt(runStudy(of).scenarios[0]!, readingOf('P.no')!)).toBeUndefined();
  expect([readingOf('x'), readingOf('no-check:P'), readingOf('npsh-ratio:')]).toEqual([undefined, undefined, undefined]);
  const wild = sweepRows(of, runStudy(of).scenarios.slice(1), inputAt(of, 'b.temperature')!, 293.15, 9000, 1, readings);
  expect(wild[1]).toMatchObject({ status: 'failed', values: { 'P.flow': null, 'npsh-ratio:P': null } });
});

test('a sweep begins three tenths to both sides, inside what the field takes', () => {
  const of = lift();
  const range = (address: string, now: number): number[] => sweepRange(inputAt(of, address)!, now);
  expect(range('P.speed', 2900).map(Math.round)).toEqual([2030, 3770]);
  expect(range('P.wear', 0)).toEqual([0, 0.1]);
  // an absolute pressure is not below nothing
  expect(range('T.pressure', 1e5)).toEqual([7e4, 1.3e5]);
  expect(range('T.pressure', 0)).toEqual([0, 1e-3]);
  expect(range('T.level', -10)).toEqual([-13, -7]);
});

test('a figure over two inputs: 30 − Q/10 = 25 + level of U − level of T', () => {
  const of = lift();
  const at = (address: string, from: number, to: number) => ({ input: inputAt(of, address)!, from, to });
  const work = fieldOf(of, 'a', at('T.level', 2, 6), at('U.level', 0, 3), 3, readingOf('P.flow')!);
  const told: number[] = [];
  let step = work.next();
  for (; !step.done; step = work.next()) told.push(step.value);
  const { x, y, values } = step.value;
  expect(told).toEqual([1, 2, 3, 4]);
  expect([x[0], x[3], y[1], y[3]]).toEqual([2, 6, 1, 3]);
  values.forEach((row, j) => row.forEach((q, i) => expect(q! * 3600).toBeCloseTo(50 + 10 * (x[i]! - y[j]!), 4)));
  // what is no figure is nothing
  const none = [...fieldOf(of, 'a', at('T.level', 2, 6), at('U.level', 0, 3), 1, readingOf('P.colour')!)];
  expect(none).toEqual([1, 2]);
});
