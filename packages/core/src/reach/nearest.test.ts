import type { Study } from '../document/study.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { inputAt, movedStudy } from './inputs.js';
import { bringingToLimit, nearestOfAll } from './nearest.js';

/* NPSHA falls with the level, with what the strainer takes and with the heat; 30 − Q/10 m against a lift of 20 m. */
const raw = study(
  { T: vessel(0, 5), U: vessel(25, 0) },
  [
    line('L', 'T', 'U', [
      pipe('a', 3, 200),
      { id: 'S', kind: 'device', drop: '0.1 bar', at: '100 m3/h', exponent: 2 },
      { id: 'P', kind: 'pump', mode: 'curve', pump: 'x', speed: '2900 rpm' },
      pipe('b', 20, 200),
    ]),
  ],
  {
    pumps: { x: { speed: '2900 rpm', curve: [0, 60, 140].map((q) => ({ flow: `${q} m3/h`, head: `${30 - q / 10} m`, efficiency: q === 0 ? 0 : 0.8, npshr: '8 m' })) } }, // prettier-ignore
    scenarios: [{ id: 's', fluid: 'water', temperature: '20 C' }],
  },
) as unknown as Study;

test('every input that would bring the margin to its limit, each solved anew; what does not matter is not among them', () => {
  const [present] = runStudy(raw).scenarios;
  const found = [...bringingToLimit(raw, present!, 'npsh-ratio', 'P')].flatMap((b) => b ?? []);
  const inputs = found.map((b) => b.input);
  expect(inputs).toEqual(expect.arrayContaining(['T.level', 'T.pressure', 's.temperature', 'S.drop']));
  expect(inputs).not.toContain('U.bore');
  // fouled ten times over the flow is less, and NPSHA still 1.41 times NPSHR
  expect(inputs).not.toContain('S.fouling');
  // in changes that are usual: 2 m of a level, 10 K, and of a drop of 0.1 bar at least 0.1 bar
  const usual: Record<string, number> = { 'T.level': 2, 's.temperature': 10, 'S.drop': 1e4, 'T.pressure': 5e4, 'P.speed': 580 };
  for (const [input, change] of Object.entries(usual)) {
    const { headroom, share } = found.find((b) => b.input === input)!;
    expect(share).toBeCloseTo(Math.abs(headroom.turns - headroom.now) / change, 9);
  }
  for (const { input, headroom } of found) {
    const there = runStudy(movedStudy(raw, 's', inputAt(raw, input)!, headroom.turns)).scenarios[0]!.result!;
    expect(there.margins.find((m) => m.check === 'npsh-ratio')!.value).toBeCloseTo(1.3, 5);
  }
  expect([...bringingToLimit(raw, present!, 'valve-opening', 'P')]).toEqual([]);
});

test('of all margins at once the nearest, solved there: the same as the first of an opened cell', () => {
  const [present] = runStudy(raw).scenarios;
  const found = [...nearestOfAll(raw, present!)].flatMap((n) => n ?? []);
  expect(found.length).toBeGreaterThan(5);
  for (const n of found) {
    const there = runStudy(movedStudy(raw, 's', inputAt(raw, n.input)!, n.turns)).scenarios[0]!.result!;
    const m = there.margins.find((x) => x.check === n.check && x.where === n.where)!;
    const edges = [m.limit!, m.upper ?? m.limit!];
    const away = Math.min(...edges.map((edge) => Math.abs(m.value! - edge)));
    expect(away).toBeLessThan(2e-4 * Math.max(...edges.map(Math.abs), 1));
  }
  // one margin is met by one input only once
  expect(new Set(found.map((n) => `${n.check}:${n.where}`)).size).toBe(found.length);
  const own = found.find((n) => n.check === 'npsh-ratio')!;
  const all = [...bringingToLimit(raw, present!, 'npsh-ratio', 'P')].flatMap((b) => b ?? []).sort((a, b) => a.share - b.share);
  expect(own.input).toBe(all[0]!.input);
  expect(own.turns).toBeCloseTo(all[0]!.headroom.turns, 2);
  expect(own.share).toBeCloseTo(all[0]!.share, 2);
  expect(own.now).toBe(all[0]!.headroom.now);
});
