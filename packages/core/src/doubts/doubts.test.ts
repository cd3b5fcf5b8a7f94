import type { Study } from '../document/study.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import type { Doubt } from './doubt.js';
import { doubtsOf } from './doubts.js';

const pump = (more: object = {}) => ({ id: 'P', kind: 'pump', mode: 'flow', flow: '60 m3/h', ...more });
function doubts(elements: object[], points: object = {}, more: object = {}): Doubt[] {
  const raw = JSON.parse(
    JSON.stringify(study({ T: vessel(0, 3), U: vessel(20), ...points }, [line('L', 'T', 'U', elements)], more)),
  ) as Study;
  const run = runStudy(raw);
  expect(run.problems).toEqual([]);
  return doubtsOf(raw, run.scenarios);
}
// 154.1 mm: 0.018651 m²; 60 m³/h are 0.894 m/s
const sound = (p: object = {}) => [pipe('s', 5, 154.1), pump(p), pipe('d', 200, 154.1)];

it('a usual study raises none', () => expect(doubts(sound())).toEqual([]));

describe('a flow of unlikely size for its pipe', () => {
  it.each<[string, number, string]>([
    // 60 m³/s over 0.018651 m² are 3217 m/s; 60 l/h are 0.000894 m/s
    ['60 m3/s', 3217, '60 m3/h'],
    ['60 L/h', 0.000894, '60 m3/h'],
    ['15 m3/d', 0.00931, '15 m3/h'],
  ])('%s', (typed, velocity, meant) => {
    const [d, ...rest] = doubts(sound({ flow: typed }));
    expect(d).toMatchObject({ code: 'flow-size', id: 'P', key: 'flow', scenarios: ['a'], meant });
    expect((d!.values.velocity as number) / velocity).toBeCloseTo(1, 2);
    expect(rest.filter((x) => x.code !== 'negative-head')).toEqual([]);
  });
  it('the unit that is nearest at hand, from 0.2 m/s on: 14.2 m³/h are 0.211 m/s', () => {
    expect(doubts(sound({ flow: '14.2 L/h' }))[0]!.meant).toBe('14.2 m3/h');
    // 13 m³/h are 0.194 m/s, 13 L/s 0.697
    expect(doubts(sound({ flow: '13 L/h' }))[0]!.meant).toBe('13 L/s');
  });
  it('too fast even in the widest pipe, too slow even in the narrowest', () => {
    const two = (flow: string) => doubts([pipe('s', 5, 202.7), pump({ flow }), pipe('d', 200, 154.1)])[0]!.values.bore;
    expect(two('60 m3/s')).toBeCloseTo(0.2027, 9);
    expect(two('60 L/h')).toBeCloseTo(0.1541, 9);
  });
  it('at the edges of what is likely', () => {
    // 12 m/s are 805.7 m³/h; 0.01 m/s are 0.6714 m³/h
    for (const [typed, isSaid] of [
      ['800 m3/h', false],
      ['812 m3/h', true],
      ['0.68 m3/h', false],
      ['0.66 m3/h', true],
    ] as const)
      expect(doubts(sound({ flow: typed })).some((d) => d.code === 'flow-size')).toBe(isSaid);
  });
  it('what is required of a pump on its curve too; none where nothing flows, nor a small offtake of a main', () => {
    const onCurve = { mode: 'curve', flow: undefined, pump: 'p', requiredFlow: '60 L/h' };
    expect(doubts(sound(onCurve))[0]).toMatchObject({ code: 'flow-size', key: 'requiredFlow' });
    expect(doubts(sound({ flow: '0 m3/h' }))).toEqual([]);
  });
  it('of one scenario alone, told once for all in which it stands so', () => {
    const scenarios = ['a', 'b', 'c'].map((id) => ({ id, fluid: 'water', temperature: '20 C', ...(id === 'a' ? {} : { set: { 'P.flow': '60 L/h' } }) })); // prettier-ignore
    expect(doubts(sound(), {}, { scenarios })).toMatchObject([{ code: 'flow-size', scenarios: ['b', 'c'] }]);
  });
});

describe('a length of unlikely size', () => {
  it('before a pump, with the loss that it means', () => {
    const [d] = doubts([pipe('s', 5, 154.1, { length: '1.5 km' }), pump(), pipe('d', 200, 154.1)]);
    expect(d).toMatchObject({ code: 'pipe-length', id: 's', meant: '1.5 m' });
    // 60 m³/h in 1500 m: v = 0.8936 m/s, Re 1.37e5, f by Colebrook (0.05 mm) 0.0188: 0.0188·1500/0.1541·0.8936²/19.613 = 7.45 m
    expect(d!.values.loss).toBeGreaterThan(6.9);
    expect(d!.values.loss).toBeLessThan(8);
  });
  it('a long discharge is none; beside a line of metres it is', () => {
    expect(doubts([pipe('s', 50, 154.1), pump(), pipe('d', 5, 154.1, { length: '2 km' })])).toEqual([]);
    expect(doubts([pipe('s', 5, 154.1), pump(), pipe('d', 5, 154.1, { length: '2 km' })])).toMatchObject([{ code: 'pipe-length', id: 'd' }]); // prettier-ignore
  });
});

describe('a pressure or level of unlikely size', () => {
  it.each<[string, string | undefined]>([
    ['400 bar', '400 kPa(g)'],
    ['400 bar(a)', '400 kPa(a)'],
    ['3 Pa', '3 bar(g)'],
    ['30 MPa', undefined],
  ])('%s', (pressure, meant) => {
    const found = doubts([pipe('d', 200, 154.1)], { T: vessel(0, 3, { pressure }) }).find((d) => d.code === 'pressure-size');
    expect(found).toMatchObject({ id: 'T', key: 'pressure' });
    expect(found!.meant).toBe(meant);
  });
  it('an elevation for a level: 142 m above a nozzle at 139 m may be 3 m', () => {
    const [d] = doubts(sound(), { T: vessel(139, 142), U: vessel(150) });
    expect(d).toMatchObject({ code: 'level-datum', id: 'T', key: 'level', meant: '3 m', values: { elevation: 139 } });
    expect(doubts(sound(), { T: vessel(139, 49), U: vessel(190) })).toEqual([]);
  });
});

it('a negative head is said of a pump with an imposed flow', () => {
  // 30 m down, and 60 m³/h lose far less
  const [d] = doubts(sound(), { T: vessel(30, 3), U: vessel(0) });
  expect(d).toMatchObject({ code: 'negative-head', id: 'P', values: { line: 'L' } });
  expect(d!.values.head).toBeLessThan(-25);
});

describe('units in parallel without a non-return', () => {
  it('two are said, one is not', () => {
    expect(doubts(sound({ running: 2 }))).toMatchObject([{ code: 'no-non-return', id: 'P', values: { running: 2 } }]);
    expect(doubts(sound({ running: 1 }))).toEqual([]);
  });
  it('one in the line, or among the fittings, will do', () => {
    expect(doubts([...sound({ running: 2 }), { id: 'NR', kind: 'non-return', k: 2 }])).toEqual([]);
    const fitted = [pipe('s', 5, 154.1), pump({ running: 2 }), pipe('d', 200, 154.1, { fittings: [{ type: 'check-swing' }] })];
    expect(doubts(fitted)).toEqual([]);
  });
});

it('a reading that fits the other side of the pump', () => {
  const at = (value: string) => doubts(sound(), {}, { readings: [{ scenario: 'a', at: 'P', figure: 'inletPressure', value }] });
  // 3 m of water and some loss before it, some 23 m behind it
  expect(at('2.1 bar(g)')).toMatchObject([{ code: 'reading-side', id: 'P', values: { side: 'inlet' } }]);
  expect(at('0.3 bar(g)')).toEqual([]);
});
