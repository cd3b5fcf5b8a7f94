import { UsageError } from './arguments.js';
import { headroom, sweep } from './reach.js';

/* NPSHA is the level and 10.11 m of atmosphere over water of 20 °C, NPSHR 8 m: a ratio of 1.3 at a level of 0.29 m. */
const study = JSON.stringify({
  format: 'cedar-knot-study',
  version: 1,
  fluids: { water: { kind: 'water' } },
  pumps: {
    x: { speed: '2900 rpm', curve: [0, 60, 140].map((q) => ({ flow: `${q} m3/h`, head: `${30 - q / 10} m`, npshr: '8 m' })) },
  },
  points: { T: { kind: 'vessel', elevation: '0 m', level: '5 m' }, U: { kind: 'vessel', elevation: '25 m' } },
  lines: [{ id: 'L', from: 'T', to: 'U', elements: [{ id: 'a', kind: 'pipe', length: '0.001 m', inside: '900 mm' }, { id: 'P', kind: 'pump', mode: 'curve', pump: 'x' }] }], // prettier-ignore
  scenarios: [
    { id: 'cold', temperature: '20 C' },
    { id: 'hot', temperature: '60 C' },
  ],
});
const asked = (more: Record<string, string>): ReadonlyMap<string, string> => new Map(Object.entries(more));
const NPSH = { check: 'npsh-ratio', where: 'P', input: 'T.level' };

test('headroom: the value of an input at which a margin meets its limit, by scenario', () => {
  const { code, output } = headroom(study, asked(NPSH));
  const { scenarios } = output as { scenarios: Record<string, { turns: number; now: number; met: boolean; unit: string }> };
  expect(code).toBe(0);
  expect(Object.keys(scenarios)).toEqual(['cold', 'hot']);
  expect(scenarios.cold).toMatchObject({ now: 5, met: true, unit: 'm' });
  expect(scenarios.cold!.turns).toBeCloseTo(1.3 * 8 - (101_325 - 2339) / (998.207 * 9.80665), 3);
  // a place is not asked for where there is one only, a range is read with its unit
  const near = headroom(study, asked({ check: 'npsh-ratio', input: 'T.level', scenario: 'cold', from: '100 cm', to: '6 m' }));
  expect(near.output).toMatchObject({ scenarios: { cold: { turns: null, reason: 'not-in-range' } } });
  expect(headroom(study, asked({ largest: 'P.wear', to: '30 %', scenario: 'cold' })).output).toMatchObject({ scenarios: { cold: { now: 0, largest: expect.any(Number) } } }); // prettier-ignore
});

test('a sweep as rows, and as a table', () => {
  const how = { input: 'T.level', from: '1 m', to: '3 m', steps: '2', read: 'P.flow,npsh-ratio:P', scenario: 'cold' };
  const { output } = sweep(study, asked(how));
  expect((output as { rows: object[] }).rows).toHaveLength(3);
  const { text } = sweep(study, asked({ ...how, format: 'csv' }));
  const [head, ...lines] = text!.trim().split('\n');
  expect(head).toBe('step,input,scenario,status,P.flow,npsh-ratio:P');
  expect(lines.map((l) => l.split(',').slice(0, 4).join())).toEqual(['0,1,cold,solved', '1,2,cold,solved', '2,3,cold,solved']);
});

test.each([
  ['--input', () => headroom(study, asked({ ...NPSH, input: 'T.no' }))],
  ['--input', () => headroom(study, asked({ check: 'npsh-ratio' }))],
  ['--check', () => headroom(study, asked({ ...NPSH, check: 'npsh' }))],
  ['--where', () => headroom(study, asked({ ...NPSH, where: 'Q' }))],
  ['--scenario', () => headroom(study, asked({ ...NPSH, scenario: 'warm' }))],
  ['--from', () => headroom(study, asked({ ...NPSH, from: '3 kg' }))],
  ['--to', () => headroom(study, asked({ ...NPSH, from: '3 m', to: '2 m' }))],
  ['--largest', () => headroom(study, asked({ ...NPSH, largest: 'P.wear' }))],
  ['--steps', () => sweep(study, asked({ input: 'T.level', from: '1 m', to: '2 m', steps: '0', read: 'P.flow' }))],
  ['--read', () => sweep(study, asked({ input: 'T.level', from: '1 m', to: '2 m', read: 'P.no' }))],
  ['--format', () => sweep(study, asked({ input: 'T.level', from: '1 m', to: '2 m', read: 'P.flow', format: 'xml' }))],
])('what is wrong is said of the argument: %s', (path, call) => {
  let found: unknown;
  try {
    call();
  } catch (e) {
    found = e;
  }
  expect(found).toBeInstanceOf(UsageError);
  expect((found as UsageError).path).toBe(path);
});

test('a study that cannot be read says where', () => {
  expect(headroom(study.replace('"5 m"', '"5 kg"'), asked(NPSH))).toMatchObject({ code: 2, output: { errors: [{ path: 'points.T.level' }] } }); // prettier-ignore
});
