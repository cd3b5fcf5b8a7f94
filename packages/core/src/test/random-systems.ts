import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/*
 * Random valid systems from a seed: vessels, wells, tappings and junctions with offtakes, joined by lines of pipes, devices, pumps
 * with non-returns, hand valves and controlling valves, with branches and loops. Used by the bench (10,000) and the tests (500).
 */

/** Numbers from 0 to 1 that a seed gives: the same systems on every machine. */
export function generator(seed: number): () => number {
  const random = xoroshiro128plus(seed);
  return () => uniformFloat64(random);
}

const PUMP_ROWS: readonly (readonly [number, number, number, number])[] = [
  [0, 1.2, 0, 2],
  [0.4, 1.17, 0.5, 2.1],
  [0.75, 1.09, 0.72, 2.6],
  [1, 1, 0.78, 3.4],
  [1.2, 0.88, 0.74, 4.6],
  [1.4, 0.72, 0.65, 6.5],
];

export function randomSystem(seed: number) {
  const next = generator(seed);
  const between = (a: number, b: number): number => Number((a + (b - a) * next()).toPrecision(4));
  const chance = (p: number): boolean => next() < p;
  const pick = (list: readonly string[]): string => list[Math.floor(next() * list.length)]!;
  const points: Record<string, Record<string, unknown>> = {};
  const lines: { id: string; from: string; to: string; elements: Record<string, unknown>[] }[] = [];
  const pumps: Record<string, unknown> = {};
  let count = 0;
  const pipe = (): Record<string, unknown> => ({
    id: `s${count++}`,
    kind: 'pipe',
    length: `${between(3, 600)} m`,
    inside: `${between(60, 260)} mm`,
    roughness: `${between(0.01, 0.5)} mm`,
    fittings: [{ k: between(0, 6) }],
  });
  const pump = (): Record<string, unknown> => {
    const id = `pump${count}`;
    const best = between(20, 120);
    const head = between(15, 60);
    const rows = PUMP_ROWS.map(([q, h, efficiency, n]) => ({
      flow: `${(q * best).toPrecision(5)} m3/h`,
      head: `${(h * head).toPrecision(5)} m`,
      efficiency,
      npshr: `${n} m`,
    }));
    if (chance(0.15)) rows[0]!.head = `${(0.95 * head).toPrecision(5)} m`;
    pumps[id] = { speed: '2950 rpm', curve: rows };
    return {
      id: `P${count++}`,
      kind: 'pump',
      mode: 'curve',
      pump: id,
      running: chance(0.2) ? 2 : 1,
      ...(chance(0.2) ? { wear: 0.08 } : {}),
    };
  };
  const valve = (): Record<string, unknown> => {
    const base = { id: `V${count++}`, kind: 'control-valve', valve: 'v' };
    const kind = next();
    if (kind < 0.3) return { ...base, mode: 'opening', opening: between(0.2, 1) };
    if (kind < 0.6) return { ...base, mode: 'flow', flow: `${between(2, 60)} m3/h` };
    if (kind < 0.75) return { ...base, mode: 'outlet-pressure', pressure: `${between(0.5, 4)} bar(g)` };
    if (kind < 0.85) return { ...base, mode: 'inlet-pressure', pressure: `${between(0.5, 5)} bar(g)` };
    return { ...base, mode: 'drop', drop: `${between(0.1, 1)} bar` };
  };
  const extra = (): Record<string, unknown> => {
    const kind = next();
    if (kind < 0.4)
      return { id: `D${count++}`, kind: 'device', drop: `${between(0.05, 0.6)} bar`, at: `${between(20, 100)} m3/h` };
    if (kind < 0.5) return { id: `D${count++}`, kind: 'device', drop: `${between(0.05, 0.3)} bar` };
    if (kind < 0.75) return { id: `N${count++}`, kind: 'non-return', k: between(0.5, 3) };
    return { id: `H${count++}`, kind: 'hand-valve', k: between(0.1, 5), ...(chance(0.12) ? { closed: true } : {}) };
  };
  const lay = (from: string, to: string): void => {
    const elements: Record<string, unknown>[] = [pipe()];
    if (chance(0.3)) elements.push(pump(), { id: `N${count++}`, kind: 'non-return', k: 1.5 });
    if (chance(0.35)) elements.push(extra());
    if (chance(0.3)) elements.push(valve());
    if (elements.length > 1 && chance(0.7)) elements.push(pipe());
    lines.push({ id: `L${count++}`, from, to, elements });
  };
  const boundary = (id: string, low: number, high: number): void => {
    const kind = next();
    if (kind < 0.7) points[id] = { kind: 'vessel', elevation: `${between(low, high)} m`, level: `${between(0, 4)} m` };
    else if (kind < 0.85)
      points[id] = {
        kind: 'well',
        elevation: `${between(low - 60, low - 30)} m`,
        restLevel: `${between(low, high)} m`,
        specificCapacity: `${between(2, 20)} m3/h/m`,
      };
    else
      points[id] = {
        kind: 'pressure',
        elevation: `${between(low, high)} m`,
        pressure: `${between(0, 2)} bar(g)`,
        basis: 'total',
      };
  };
  boundary('A', 5, 40);
  boundary('B', 0, 40);
  if (chance(0.5)) boundary('C', 0, 25);
  const ends = Object.keys(points);
  const joints: string[] = [];
  const n = Math.floor(next() * 6);
  for (let i = 0; i < n; i++) {
    const id = `J${i}`;
    points[id] = {
      kind: 'junction',
      elevation: `${between(0, 15)} m`,
      ...(chance(0.3) ? { offtake: `${between(0.5, 8)} m3/h` } : {}),
    };
    lay(i === 0 ? 'A' : pick(['A', ...joints]), id);
    joints.push(id);
  }
  for (const e of ends.slice(1)) lay(joints.length > 0 ? pick(joints) : 'A', e);
  for (let i = 0; i < n / 2; i++) {
    const [a, b] = [pick(joints), pick(joints)];
    if (a !== b) lay(a, b);
  }
  return {
    format: 'cedar-knot-study',
    version: 1,
    fluids: { water: { kind: 'water' } },
    pumps,
    valves: { v: { ratedKv: 100, characteristic: 'equal-percentage', size: 'DN80' } },
    points,
    lines,
    scenarios: [{ id: 'a', fluid: 'water', temperature: `${between(5, 80)} C` }],
  };
}
