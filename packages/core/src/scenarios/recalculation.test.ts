import { grafted } from '../document/grafted.js';
import type { Study } from '../document/study.js';
import { generator, randomSystem } from '../test/random-systems.js';
import { junction, line, pipe, study, vessel } from '../test/studies.js';
import { Recalculation } from './recalculation.js';
import { runStudy } from './run.js';
import { serviceCurves } from './service-curves.js';

const pumped = (): Study =>
  study({ A: vessel(0), B: vessel(20), J: junction(2) }, [
    line('L1', 'A', 'J', [pipe('s', 5), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }]),
    line('L2', 'J', 'B', [{ id: 'V', kind: 'control-valve', mode: 'opening', valve: 'v', opening: 0.6 }, pipe('d', 200)]),
  ], {
    thermal: false,
    scenarios: ['a', 'b', 'c'].map((id, i) => ({
      id,
      fluid: 'water',
      temperature: `${20 + 10 * i} C`,
      set: i === 2 ? { 'V.opening': 0.4 } : {},
    })),
  }) as unknown as Study; // prettier-ignore

/** what one and the other makes of a study, as plain data */
const asData = ({ problems, scenarios }: ReturnType<typeof runStudy>): unknown => ({
  problems,
  results: scenarios.map((s) => [s.id, s.problems, s.result]),
  curves: scenarios.some((s) => s.model?.elements.some((e) => e.id === 'P')) ? serviceCurves(scenarios, 'P', 7) : null,
});

/** as a copy that comes from elsewhere, with a change */
function edited(now: Study, change: (s: any) => void): Study {
  const copy = structuredClone(now);
  change(copy);
  return copy;
}

/** edits of every kind: sound, unsound, and such as change nothing that is worked out */
const EDITS: readonly ((s: any, x: number) => void)[] = [
  (s, x) => (s.lines[0].elements[0].length = `${(5 + 10 * x).toFixed(2)} m`),
  (s, x) => (s.scenarios[1].set = { 'V.opening': Number((0.3 + 0.5 * x).toFixed(3)) }),
  (s, x) => (s.scenarios[2].temperature = `${(5 + 60 * x).toFixed(1)} C`),
  (s, x) => (s.site = { atmosphericPressure: `${(80 + 20 * x).toFixed(1)} kPa(a)` }),
  (s, x) => (s.points.B.pressure = x > 0.5 ? `${(101 + 100 * x).toFixed(1)} kPa(a)` : '0.2 bar(g)'),
  (s, x) => (s.pumps.p.curve[0].head = `${(58 + 4 * x).toFixed(2)} m`),
  (s, x) => (s.valves.v.ratedKv = Number((60 + 60 * x).toFixed(1))),
  (s, x) => (s.lines[1].elements[1].length = x > 0.5 ? '12 bar' : '180 m'),
  (s, x) => (s.limits = x > 0.3 ? [{ check: 'npsh-margin', limit: `${(1 + 5 * x).toFixed(2)} m` }] : undefined),
  (s, x) => (s.points.J.offtake = x > 0.4 ? `${(3 + 9 * x).toFixed(2)} t/h` : '2 m3/h'),
  (s, x) => (s.title = `as of ${x}`),
  (s, x) => (s.thermal = x > 0.7),
  (s, x) => (s.scenarios[1].set = { 'P.running': 1 + Math.round(2 * x) }),
  (s, x) => (s.lines[0].elements[1].standby = x > 0.3 ? 1 : undefined),
  (s, x) => (s.lines[0].elements[1].unitPiping = x > 0.3 ? { suction: [pipe('us', 2 + 4 * x)] } : undefined),
  (s) => s.scenarios.reverse(),
  (s, x) => (s.scenarios = x > 0.5 ? [...s.scenarios, { id: 'd', temperature: '30 C' }] : s.scenarios.slice(0, 3)),
  (s, x) => (s.lines[0].elements[0].fittings = [{ type: 'elbow-90-long', count: Math.round(9 * x) }]),
  (s, x) => (s.scenarios[0].fluid = x > 0.8 ? 'oil' : 'water'),
  (s, x) => (s.lines[0].elements[0].whim = x > 0.5 ? 1 : undefined),
  (s) => (s.points = Object.fromEntries(Object.entries(s.points).reverse())),
];

it('gives after any edits what a first calculation gives', () => {
  const next = generator(4);
  const kept = new Recalculation();
  let now = pumped();
  for (let i = 0; i < 250; i++) {
    now = edited(now, (s) => EDITS[Math.floor(next() * EDITS.length)]!(s, next()));
    // the last one is given back where an edit comes to nothing
    now = JSON.parse(JSON.stringify(now)) as Study;
    expect(asData(kept.run(now))).toEqual(asData(runStudy(structuredClone(now))));
  }
});

it('the same of random systems one after the other, whose ids are those of others', () => {
  const kept = new Recalculation();
  for (let seed = 0; seed < 40; seed++)
    expect(asData(kept.run(randomSystem(seed)))).toEqual(asData(runStudy(randomSystem(seed))));
});

describe('what an edit does not touch is the same object as before', () => {
  const kept = new Recalculation();
  const first = kept.run(pumped()).scenarios;
  const after = (change: (s: any) => void): boolean[] => {
    const { scenarios } = kept.run(edited(pumped(), change));
    const same = scenarios.map((s, i) => s === first[i]);
    // back to the beginning, for the next
    kept.run(pumped()).scenarios.forEach((s, i) => (first[i] = s));
    return same;
  };

  it.each<[string, (s: any) => void, boolean[]]>([
    ['a title', (s) => (s.title = 'other'), [true, true, true]],
    ['one scenario', (s) => (s.scenarios[1].temperature = '33 C'), [true, false, true]],
    ['a departure of one', (s) => (s.scenarios[2].set['V.opening'] = 0.5), [true, true, false]],
    ['an element', (s) => (s.lines[0].elements[0].length = '6 m'), [false, false, false]],
    ['a limit', (s) => (s.limits = [{ check: 'npsh-margin', limit: '2 m' }]), [false, false, false]],
    ['what is pumped', (s) => (s.fluids.water.name = 'w'), [false, false, false]],
  ])('%s', (_, change, same) => expect(after(change)).toEqual(same));
});

describe('a document with what stands as before taken from before', () => {
  const before = { a: { x: [1, { y: 2 }] }, b: { z: 3 }, c: 'text' };
  it('the whole, where nothing differs', () => expect(grafted(structuredClone(before), before)).toBe(before));
  it('parts beside a change; neither is changed', () => {
    const next = { ...structuredClone(before), b: { z: 4 } };
    const out = grafted(next, before) as typeof before;
    expect(out).toEqual(next);
    expect(out.a).toBe(before.a);
    expect(out.b).toBe(next.b);
    expect(next.a).not.toBe(before.a);
    expect(before.b).toEqual({ z: 3 });
  });
  it('keys in another order, lists that are longer or shorter, and what only one has are changes', () => {
    expect(grafted({ b: 1, a: 2 }, { a: 2, b: 1 })).toEqual({ b: 1, a: 2 });
    expect(Object.keys(grafted({ b: 1, a: 2 }, { a: 2, b: 1 }) as object)).toEqual(['b', 'a']);
    for (const [next, was] of [
      [[1, 2], [1]],
      [[1], [1, 2]],
      [{ a: 1 }, { a: 1, b: undefined }],
      [{ a: undefined }, { b: undefined }],
      [{}, []],
      [null, {}],
    ])
      expect(grafted(next, was)).not.toBe(was);
  });
});
