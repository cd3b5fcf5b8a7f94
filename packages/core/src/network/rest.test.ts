import type { ElementModel, PumpModel } from '../elements/model.js';
import { PumpPerformance } from '../pumps/pump.js';
import { prepareStudy } from '../scenarios/prepare.js';
import { junction, line, pipe, study, vessel } from '../test/studies.js';
import { ChangingPump } from './changing.js';
import { HeldFlow, RestCurve } from './rest.js';
import { solveNetwork } from './solve.js';
import type { NetworkInput } from './types.js';

/*
 * Pumps held against what the rest of a system is to them, taken once, beside each of them solved with the whole: the same flow and head
 * to a millionth, and where the rest does not tell, no answer rather than a wrong one.
 */

const networkOf = (raw: unknown): NetworkInput => prepareStudy(JSON.parse(JSON.stringify(raw))).scenarios[0]!.model!.network;

/** where the pump stands, and another network with another pump there */
function placeIn(network: NetworkInput) {
  const at = network.lines.findIndex((l) => l.elements.some((e) => e.kind === 'pump'));
  const index = network.lines[at]!.elements.findIndex((e) => e.kind === 'pump');
  const own = network.lines[at]!.elements[index] as PumpModel & { law: { performance: PumpPerformance } };
  const withPump = (performance: PumpPerformance): NetworkInput => ({
    ...network,
    lines: network.lines.map(
      (l, i) =>
      i === at ? { ...l, elements: l.elements.map((e, k): ElementModel => (k === index ? { ...own, law: { kind: 'curve', performance } } : e)) } : l, // prettier-ignore
    ),
  });
  return { at, index, own, withPump };
}

/** the pump of the study at other speeds and in other numbers: a head of x² and a flow of x */
const variants = (of: PumpPerformance): PumpPerformance[] =>
  [0.7, 0.8, 0.9, 1, 1.1, 1.25, 1.4].flatMap((x) =>
    [1, 2].map((running) => new PumpPerformance(of.pump, { ...of.setting, speed: of.setting.speed * x, running })),
  );

const pumped = (...more: object[]) => line('L', 'T', 'J', [pipe('a', 12, 154.1), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }, ...more]); // prettier-ignore
const branched = study({ T: vessel(0, 3), J: junction(0), U: vessel(14, 1), V: vessel(9, 1) }, [
  pumped({ id: 'NR', kind: 'non-return', k: 2 }),
  line('X', 'J', 'U', [pipe('x', 160, 102.3), { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '30 m3/h' }]),
  line('Y', 'J', 'V', [pipe('y', 150, 102.3)]),
]);
const held = study({ T: vessel(0, 3), U: vessel(14, 1) }, [
  line('L', 'T', 'U', [
    pipe('a', 12, 154.1),
    { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' },
    { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '45 m3/h' },
    pipe('b', 160, 102.3),
  ]),
]);

test.each([
  ['a network with a valve that opens on the way', branched],
  ['a line whose flow a valve holds, as long as it can', held],
])('%s: as each pump solved with the whole', (_what, raw) => {
  const network = networkOf(raw);
  const { at, index, own, withPump } = placeIn(network);
  const performances = variants(own.law.performance);
  const fresh = networkOf(raw);
  const changing = ChangingPump.in(fresh, at, index, [at])!;
  for (const p of performances) {
    const whole = solveNetwork(withPump(p));
    const found = changing.solve(p)?.[at];
    expect(found !== undefined).toBe(whole.ok);
    if (!whole.ok || !found) continue;
    const { solution } = found;
    const expected = whole.solution.lines[at]!;
    const scale = Math.max(1, Math.abs(expected.heads[index]!));
    expect(Math.abs(solution.flow - expected.flow)).toBeLessThan(1e-6 * Math.max(1e-3, Math.abs(expected.flow)));
    expect(Math.abs(solution.losses[index]! - expected.losses[index]!)).toBeLessThan(1e-6 * scale);
    expect(Math.abs(solution.heads[index]! - expected.heads[index]!)).toBeLessThan(1e-6 * scale);
    expect(solution.states[index]).toBe(expected.states[index]);
  }
});

test('most of them without solving the whole: only one that is short, or next to where the valve opens, is left to it', () => {
  const network = networkOf(branched);
  const { at, index, own } = placeIn(network);
  const rest = RestCurve.of(network, { line: at, element: index })!;
  const told = variants(own.law.performance).map((p) => rest.with(p) !== undefined);
  expect(told.filter((x) => x).length).toBeGreaterThan(8);
  // at half of its speed a quarter of 58.5 m does not reach 9 m over 3 m of supply with any flow worth its name
  const slow = new PumpPerformance(own.law.performance.pump, { ...own.law.performance.setting, speed: own.law.performance.setting.speed * 0.3 }); // prettier-ignore
  expect(rest.with(slow)).toBeUndefined();
});

test('a curve that droops has several duties: the rest alone does not choose one', () => {
  const raw = { ...branched, lines: (branched.lines as { elements: object[] }[]).map((l) => ({ ...l, elements: l.elements.map((e) => ('pump' in e ? { ...e, pump: 'd' } : e)) })) }; // prettier-ignore
  const network = networkOf(raw);
  const { at, index, own } = placeIn(network);
  expect(own.law.performance.falling).toBe(false);
  expect(RestCurve.of(network, { line: at, element: index })!.with(own.law.performance)).toBeUndefined();
});

describe('where it is not taken', () => {
  const curveOf = (...more: object[]): RestCurve | undefined => {
    const raw = study({ T: vessel(0, 3), J: junction(0), U: vessel(14, 1), V: vessel(9, 1) }, [
      pumped(...more),
      line('X', 'J', 'U', [pipe('x')]),
      line('Y', 'J', 'V', [pipe('y')]),
    ]);
    const network = networkOf(raw);
    const { at, index } = placeIn(network);
    return RestCurve.of(network, { line: at, element: index });
  };
  test('something in the pump’s own line holds, drops or is shut by itself', () => {
    expect(curveOf()).toBeDefined();
    expect(curveOf({ id: 'NR', kind: 'non-return', k: 2 })).toBeDefined();
    expect(curveOf({ id: 'D', kind: 'device', drop: '0.2 bar' })).toBeUndefined();
    expect(curveOf({ id: 'HV', kind: 'hand-valve', k: 1, closed: true })).toBeUndefined();
    expect(curveOf({ id: 'CV', kind: 'control-valve', mode: 'opening', opening: 0.5, valve: 'v' })).toBeUndefined();
  });
  test('no valve holds the flow, or the one that does is not in its normal state', () => {
    const network = networkOf(held);
    const { at, index, own, withPump } = placeIn(network);
    const place = { line: at, element: index };
    const solution = (p: PumpPerformance) => {
      const found = solveNetwork(withPump(p));
      if (!found.ok) throw new Error('not solved');
      return found.solution.lines[at]!;
    };
    expect(HeldFlow.of(network, place, solution(own.law.performance))).toBeDefined();
    // too slow for 45 m³/h: the valve stands open, and what is behind it is not what it was
    const slow = new PumpPerformance(own.law.performance.pump, { ...own.law.performance.setting, speed: own.law.performance.setting.speed * 0.6 }); // prettier-ignore
    expect(HeldFlow.of(network, place, solution(slow))).toBeUndefined();
    const plain = networkOf(branched);
    const there = placeIn(plain);
    const found = solveNetwork(plain);
    if (!found.ok) throw new Error('not solved');
    expect(HeldFlow.of(plain, { line: there.at, element: there.index }, found.solution.lines[there.at]!)).toBeUndefined();
  });
});
