import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { judgeCatalogue } from '../catalogue/judge.js';
import type { RawEntry, Study } from '../document/study.js';
import { junction, line, pipe, study, vessel } from '../test/studies.js';
import { chooseValves } from './valves.js';

/* Valves held against what one solution leaves for them, against the study read and solved anew with each of them. */

function randomValves(count: number): Record<string, RawEntry> {
  const random = xoroshiro128plus(5);
  const between = (low: number, high: number): number => low + ((high - low) * uniformInt(random, 0, 1e6)) / 1e6;
  const one = <T>(list: readonly T[]): T => list[uniformInt(random, 0, list.length - 1)]!;
  return Object.fromEntries(
    Array.from({ length: count }, (_, i) => {
      const characteristic = one(['equal-percentage', 'linear', 'quick-opening'] as const);
      const more = {
        ...(i % 2 === 0 ? { size: one(['DN50', 'DN80', 'DN100']) } : {}),
        ...(i % 3 === 0 ? { type: one(['globe-cage', 'butterfly', 'segment-ball']) } : { fl: between(0.4, 0.95) }),
        ...(i % 4 === 0 ? { size: 'DN65', inside: ['102.3 mm', '154.1 mm'] } : {}),
        ...(i % 6 === 0 ? { pressureClass: one(['PN2.5', 'PN16', 'class 150']) } : {}),
        ...(i % 5 === 0 ? { xfz: between(0.1, 0.6) } : {}),
        ...(i % 7 === 0 ? { maxDrop: `${between(0.5, 6).toFixed(2)} bar`, shutOffDrop: '9 bar' } : {}),
      };
      return [`v${i}`, { ratedKv: Math.exp(between(Math.log(4), Math.log(700))), characteristic, rangeability: between(10, 60), ...more }]; // prettier-ignore
    }),
  );
}

const liquids = {
  water: { kind: 'water' },
  thick: { kind: 'constant', density: '900 kg/m3', viscosity: '90 mPa.s', vapourPressure: '1 kPa(a)' },
};
const scenarios = [
  { id: 'a', fluid: 'water', temperature: '20 C' },
  { id: 'b', fluid: 'water', temperature: '92 C', set: { 'CV.flow': '22 m3/h' } },
  { id: 'c', fluid: 'thick', temperature: '20 C' },
  { id: 'd', fluid: 'water', temperature: '20 C', judged: false, set: { 'CV.flow': '900 m3/h' } },
];
const held = (valve: object, more: object = {}): Study =>
  study(
    { T: vessel(0, 3), U: vessel(8, 1) },
    [
      line('L', 'T', 'U', [
        pipe('a', 12, 154.1),
        { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' },
        { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '60 m3/h', ...valve },
        pipe('b', 120, 102.3),
      ]),
    ],
    { fluids: liquids, scenarios, ...more },
  ) as unknown as Study;
const branched = study(
  { T: vessel(0, 3), J: junction(0), U: vessel(6, 1), V: vessel(4, 1) },
  [
    line('L', 'T', 'J', [pipe('a', 12, 154.1), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }]),
    line('X', 'J', 'U', [pipe('x', 100, 102.3), { id: 'CV', kind: 'control-valve', mode: 'outlet-pressure', valve: 'v', pressure: '1.2 bar(g)' }, pipe('z', 60, 102.3)]), // prettier-ignore
    line('Y', 'J', 'V', [pipe('y', 150, 80)]),
  ],
  { fluids: liquids, scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C' }, { id: 'b', fluid: 'thick', temperature: '20 C' }] }, // prettier-ignore
) as unknown as Study;

test.each([
  ['a flow held, cold, near boiling, and thick', held({})],
  ['a pressure held in a network', branched],
  ['standing at an opening: the flow of each scenario is held', held({ mode: 'opening', opening: 0.6, flow: undefined }, { scenarios: scenarios.map(({ set: _set, ...s }) => s) })], // prettier-ignore
  // 900 m³/h is asked in b, which no valve lets through: nothing but solving tells how far each is from it
  ['a flow that is not reached', held({}, { scenarios: [scenarios[0], { ...scenarios[1], set: { 'CV.flow': '200 m3/h' } }] })],
])(
  '%s: the same choice as with each valve solved',
  (_, raw) => {
    const of = JSON.parse(JSON.stringify(raw)) as Study;
    const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves: randomValves(120) });
    expect(judged.problems).toEqual([]);
    const valves = { written: judged.catalogue!.valves, read: judged.valves };
    const tried = chooseValves(of, 'CV', valves);
    const plain = chooseValves(of, 'CV', valves, { isPlain: true });
    expect(tried.counts).toEqual(plain.counts);
    expect(new Set(plain.fallen.map((f) => f.reason)).size).toBeGreaterThan(1);
    const near = (list: readonly object[]): unknown => JSON.parse(JSON.stringify(list), (_key, v: unknown) => (typeof v === 'number' ? expect.closeTo(v, 6) : v)); // prettier-ignore
    expect(tried.candidates).toEqual(near(plain.candidates));
    expect(tried.fallen).toEqual(near(plain.fallen));
  },
  60_000,
);

describe('authority, which is a matter of the system', () => {
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves: randomValves(120) });
  const valves = { written: judged.catalogue!.valves, read: judged.valves };
  const choice = (more: object, scenario: object = { role: 'maximum' }) =>
    chooseValves(
      JSON.parse(JSON.stringify(held({}, { scenarios: [{ ...scenarios[0], ...scenario }], ...more }))) as Study,
      'CV',
      valves,
    );
  test('a valve falls by it after all reasons of its own; where all fall, the drop that would mend it is said', () => {
    const { authority: now, drop } = choice({}, {}).required.a!;
    // whatever the limit, h = a/(1 − a)·rest, and the rest stays: drop·(1 − now)/now·limit/(1 − limit)
    const limit = (now! + 1) / 2;
    const without = choice({}, {});
    expect(without.candidates.length).toBeGreaterThan(0);
    const weak = choice({ limits: [{ check: 'valve-authority', limit, reason: 'more of the drop over the valve' }] });
    expect(weak.candidates).toEqual([]);
    expect(weak.preferred).toBeNull();
    expect(weak.authority!.drop / ((drop! * (1 - now!) * limit) / now! / (1 - limit))).toBeCloseTo(1, 6);
    const reasons = new Map(weak.fallen.map((f) => [f.model, f]));
    for (const c of without.candidates)
      expect(reasons.get(c.model)).toMatchObject({ reason: 'valve-authority', scenario: 'a', limit });
    for (const f of without.fallen) expect(reasons.get(f.model)!.reason).toBe(f.reason);
  });
  test('where it holds, and where nothing is to be judged, nothing is said', () => {
    const { authority: now } = choice({}, {}).required.a!;
    const limit = now! * 0.99;
    const strong = choice({ limits: [{ check: 'valve-authority', limit, reason: 'less will do' }] });
    expect(strong.candidates).toEqual(choice({}, {}).candidates);
    expect(strong.authority).toBeUndefined();
  });
});
