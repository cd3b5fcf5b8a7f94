import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { typicalPump } from '../catalogue/typical.js';
import { judgeCatalogue } from '../catalogue/judge.js';
import type { RawEntry, Study } from '../document/study.js';
import { generator, randomSystem } from '../test/random-systems.js';
import { junction, line, pipe, study, vessel } from '../test/studies.js';
import { rankPumps } from './rank.js';
import type { RankOptions, Vary } from './ranking.js';

/* Pumps tried in place are held against the same pumps with the study read anew for each of them. */

const RANDOM = 300;

function randomPumps(count: number): Record<string, RawEntry> {
  const random = xoroshiro128plus(11);
  const between = (low: number, high: number): number => low + ((high - low) * uniformInt(random, 0, 1e6)) / 1e6;
  const pumps: Record<string, RawEntry> = {};
  for (let i = 0; Object.keys(pumps).length < count; i++) {
    const made = typicalPump({ flow: between(0.008, 0.05), head: between(18, 90), speed: between(1400, 3000), suctionSpecificSpeed: between(120, 260) }); // prettier-ignore
    if (!made.ok) continue;
    const { curve, ...rest } = made.entry as RawEntry & { curve: { flow: string; head: string }[] };
    const smaller = curve.map((r) => ({ ...r, flow: scaled(r.flow, 0.85), head: scaled(r.head, 0.7) }));
    const kind = i % 4;
    const curves = { curves: [{ diameter: '170 mm', curve: smaller }, { diameter: '200 mm', curve }] }; // prettier-ignore
    // of one diameter, of two, with stages to choose, and by mass flow
    const own = kind === 0 ? { curve } : kind === 1 ? curves : kind === 2 ? { ...curves, stages: rest.stages ?? 1, stageOptions: [1, 2, 3, 4] } : { curve: curve.map((r) => ({ ...r, flow: r.flow.replace('m3/h', 't/h') })) }; // prettier-ignore
    const motor = i % 3 === 0 ? { motor: { ratedPower: '30 kW', efficiency: 0.93 } } : {};
    pumps[`p${i}`] = { ...rest, ...own, ...motor };
  }
  return pumps;
}

const scaled = (text: string, by: number): string => {
  const [n, ...unit] = text.split(' ');
  return `${Number((Number(n) * by).toPrecision(5))} ${unit.join(' ')}`;
};

/** a valve that holds the flow, a scenario with two units, a viscous one, one that is not judged */
const service = study(
  { T: vessel(0, 3), U: vessel(22, 1) },
  [
    line('L', 'T', 'U', [
      pipe('a', 12, 154.1),
      { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' },
      { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '80 m3/h' },
      pipe('b', 240, 128.2),
    ]),
  ],
  {
    valves: { v: { ratedKv: 320, size: 'DN125', characteristic: 'linear' } },
    fluids: {
      water: { kind: 'water' },
      thick: { kind: 'constant', density: '900 kg/m3', viscosity: '60 mPa.s', vapourPressure: '1 kPa(a)' },
    },
    scenarios: [
      { id: 'a', fluid: 'water', temperature: '20 C', hoursPerYear: 4000 },
      { id: 'b', fluid: 'water', temperature: '60 C', hoursPerYear: 1000, set: { 'CV.flow': '120 m3/h', 'P.running': 2 } },
      { id: 'c', fluid: 'thick', temperature: '20 C', set: { 'P.wear': 0.04, 'CV.flow': '60 m3/h' } },
      { id: 'd', fluid: 'water', temperature: '20 C', judged: false },
    ],
  },
) as unknown as Study;

/** the pump's line goes on behind a junction, then in three branches: one controlled, one open, one closed in scenario a */
const network = study(
  { T: vessel(0, 3), J: junction(0), K: junction(2), U: vessel(22, 1), V: vessel(18, 1) },
  [
    line('L', 'T', 'J', [pipe('a', 12, 154.1), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }]),
    line('M', 'J', 'K', [pipe('m', 40, 154.1), { id: 'NR', kind: 'non-return', k: 2 }]),
    line('X', 'K', 'U', [pipe('x', 200, 102.3), { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '40 m3/h' }]),
    line('Y', 'K', 'V', [pipe('y', 150, 102.3)]),
    line('Z', 'K', 'V', [{ id: 'HV', kind: 'hand-valve', kv: 200, closed: true }, pipe('z', 90, 102.3)]),
  ],
  {
    valves: { v: { ratedKv: 160, size: 'DN100', characteristic: 'linear' } },
    fluids: { water: { kind: 'water' }, thick: { kind: 'constant', density: '900 kg/m3', viscosity: '60 mPa.s', vapourPressure: '1 kPa(a)' } }, // prettier-ignore
    scenarios: [
      { id: 'a', fluid: 'water', temperature: '20 C', hoursPerYear: 4000 },
      { id: 'b', fluid: 'thick', temperature: '20 C', set: { 'HV.closed': false, 'P.running': 2 } },
    ],
  },
) as unknown as Study;

/** the same but for the last digits of a number: a system curve between two flows is a polynomial, good to 2e-8 of the head */
function alike(a: unknown, b: unknown): unknown {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= 1e-6 * Math.max(Math.abs(a), 1e-3) ? b : a;
  if (Array.isArray(a) && Array.isArray(b)) return a.map((x, i) => alike(x, b[i]));
  if (typeof a !== 'object' || a === null || typeof b !== 'object' || b === null) return a;
  return Object.fromEntries(Object.entries(a).map(([k, v]) => [k, alike(v, (b as Record<string, unknown>)[k])]));
}

/** a random system whose valves name no entry here and there, with a pump of it asked for in one way or another */
function randomService(seed: number): { raw: Study; pump: string } | undefined {
  const next = generator(seed + 1e6);
  const raw = randomSystem(seed) as unknown as Study;
  const elements = raw.lines.flatMap((l) => l.elements);
  const pump = elements.find((e) => e.kind === 'pump');
  if (!pump) return undefined;
  for (const e of elements) if (e.kind === 'control-valve' && e.mode !== 'opening' && next() < 0.6) delete e.valve;
  const way = next();
  const flow = `${(5 + 60 * next()).toFixed(1)} m3/h`;
  if (way < 0.25) Object.assign(pump, { mode: 'flow', flow, pump: undefined });
  else if (way < 0.4) pump.requiredFlow = flow;
  const hours = next() < 0.5 ? { hoursPerYear: 3000 } : {};
  raw.scenarios = [raw.scenarios[0]!, { id: 'b', fluid: 'water', temperature: '40 C', ...hours, set: { [`${pump.id}.running`]: 1 + Math.floor(2 * next()) } }]; // prettier-ignore
  return { raw: JSON.parse(JSON.stringify(raw)) as Study, pump: pump.id };
}

/** entries of which one in four lacks NPSHR, efficiency, or nothing at all but the motor */
function lackingPumps(): Record<string, RawEntry> {
  const without = (e: RawEntry, key: string): RawEntry =>
    JSON.parse(JSON.stringify(e, (k, v: unknown) => (k === key ? undefined : v))) as RawEntry;
  return Object.fromEntries(
    Object.entries(randomPumps(10)).map(([id, e], i) => [id, i % 4 === 1 ? without(e, 'npshr') : i % 4 === 2 ? without(e, 'efficiency') : e]), // prettier-ignore
  );
}

// 10, 106 and 213: a valve without an entry that cannot reach what it is to hold
test('random entries in random studies of every kind: no fault, and what the study read anew gives', () => {
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: lackingPumps() });
  const pumps = { written: judged.catalogue!.pumps, read: judged.pumps };
  const seen = new Set<string>();
  for (const seed of [10, 106, 213, ...Array.from({ length: 50 }, (_, i) => 300 + i)]) {
    const service = randomService(seed);
    if (!service) continue;
    const options: RankOptions = { vary: (['diameter', 'speed', 'none'] as const)[seed % 3]!, objective: 'energy', top: 20 };
    const tried = rankPumps(service.raw, service.pump, pumps, options);
    const plain = rankPumps(service.raw, service.pump, pumps, { ...options, isPlain: true });
    expect(alike(tried, plain)).toEqual(plain);
    expect(tried.fallen.filter((f) => f.reason === 'fault')).toEqual([]);
    for (const c of tried.candidates) seen.add(c.verdict);
    for (const f of tried.fallen) seen.add(f.reason);
    const order = tried.candidates.map((c) => ['holds', 'near', 'incomplete'].indexOf(c.verdict));
    expect(order).toEqual([...order].sort((a, b) => a - b));
  }
  for (const outcome of ['near', 'incomplete', 'flow-region', 'head-short', 'npsh-ratio', 'not-solved'])
    expect(seen).toContain(outcome);
}, 60_000);

test('in a network whose lines are joined and in part closed: the same', () => {
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: randomPumps(80) });
  const pumps = { written: judged.catalogue!.pumps, read: judged.pumps };
  const options: RankOptions = { vary: 'none', objective: 'npsh', top: 80 };
  const tried = rankPumps(network, 'P', pumps, options);
  expect(Object.keys(tried.counts.byReason).length).toBeGreaterThan(2);
  expect(tried.counts.candidates).toBeGreaterThan(0);
  const plain = rankPumps(network, 'P', pumps, { ...options, isPlain: true });
  expect(alike(tried, plain)).toEqual(plain);
});

test.each<Vary>(['diameter', 'speed', 'none'])(
  'by %s: the same candidates, reasons and figures to the last digit',
  (vary) => {
    const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: randomPumps(RANDOM) });
    expect(judged.problems).toEqual([]);
    const pumps = { written: judged.catalogue!.pumps, read: judged.pumps };
    const options: RankOptions = { vary, objective: 'energy', top: RANDOM };
    const tried = rankPumps(service, 'P', pumps, options);
    expect(tried.counts.tried).toBe(RANDOM);
    expect(Object.keys(tried.counts.byReason).length).toBeGreaterThan(2);
    expect(tried).toEqual(rankPumps(service, 'P', pumps, { ...options, isPlain: true }));
  },
  60_000,
);
