import { line, study, vessel, junction, solved } from '../test/studies.js';
import { generator } from '../test/random-systems.js';
import type { PipeResult } from '../results/results.js';

interface Wanted {
  length: number;
  mm: number;
  k: number;
}

/** a random tree with some loops: vessels at high and low places, junctions with offtakes between them */
function randomSystem(seed: number) {
  const next = generator(seed + 1);
  const between = (a: number, b: number): number => Number((a + (b - a) * next()).toPrecision(4));
  const count = 3 + Math.floor(next() * 7);
  const points: Record<string, object> = { V0: vessel(between(30, 60)), V1: vessel(between(0, 25)) };
  const names = ['V0', 'V1'];
  const pipes = new Map<string, Wanted>();
  const lines: object[] = [];
  const lay = (from: string, to: string): void => {
    const id = `s${pipes.size}`;
    const wanted = { length: between(5, 900), mm: between(40, 300), k: between(0, 8) };
    pipes.set(id, wanted);
    lines.push(
      line(`L${id}`, from, to, [
        {
          id,
          kind: 'pipe',
          length: `${wanted.length} m`,
          inside: `${wanted.mm} mm`,
          roughness: '0.1 mm',
          fittings: [{ k: wanted.k }],
        },
      ]),
    );
  };
  for (let i = 0; i < count; i++) {
    const id = `J${i}`;
    points[id] = junction(between(0, 20), next() < 0.4 ? { offtake: `${between(0.1, 20)} m3/h` } : {});
    lay(i === 0 ? 'V0' : names[Math.floor(next() * names.length)]!, id);
    names.push(id);
  }
  for (let i = 0; i < 2; i++) lay('V1', `J${Math.floor(next() * count)}`);
  for (let i = 0; i < count / 2; i++) {
    const [a, b] = [Math.floor(next() * count), Math.floor(next() * count)];
    if (a !== b) lay(`J${a}`, `J${b}`);
  }
  return { raw: study(points, lines), pipes };
}

/** the plain way: repeated substitution into Colebrook–White, and the definition of each loss */
function plainLoss(q: number, w: Wanted, density: number, viscosity: number): number {
  const d = w.mm / 1000;
  const v = q / ((Math.PI / 4) * d * d);
  const re = (Math.abs(v) * d * density) / viscosity;
  let f = 0.02;
  for (let i = 0; i < 200; i++) f = (-2 * Math.log10(0.0001 / d / 3.7 + 2.51 / (re * Math.sqrt(f)))) ** -2;
  return ((f * w.length) / d + w.k) * ((v * Math.abs(v)) / (2 * 9.80665));
}

test('500 random systems balance at every junction and along every pipe, judged by a plain second method', () => {
  // water at 20 °C: 998.2 kg/m³, 1.0016 mPa·s (IAPWS R12-08 and IF97 at 1 atm)
  let compared = 0;
  for (let seed = 0; seed < 500; seed++) {
    const { raw, pipes } = randomSystem(seed);
    const r = solved(raw);
    if (r.status !== 'solved') throw new Error(`seed ${seed}: ${JSON.stringify(r.findings)}`);
    const lines = raw.lines as { id: string; from: string; to: string }[];
    for (const [id, point] of Object.entries(raw.points as Record<string, { kind: string; offtake?: string }>)) {
      if (point.kind !== 'junction') continue;
      const net = lines.reduce(
        (s, l) => s + (l.to === id ? r.lines[l.id]!.flow : 0) - (l.from === id ? r.lines[l.id]!.flow : 0),
        0,
      );
      expect(Math.abs(net - Number.parseFloat(point.offtake ?? '0') / 3600)).toBeLessThan(1e-9);
    }
    for (const l of lines) {
      const loss = r.points[l.from]!.totalHead! - r.points[l.to]!.totalHead!;
      const e = r.elements[l.id.slice(1)] as PipeResult;
      expect(Math.abs(e.headLoss! - loss)).toBeLessThan(1e-6);
      if (e.reynolds < 4000) continue;
      compared++;
      expect(Math.abs(plainLoss(e.flow, pipes.get(l.id.slice(1))!, 998.207, 1.00159e-3) - loss)).toBeLessThan(
        2e-4 * Math.abs(loss) + 1e-6,
      );
    }
  }
  expect(compared).toBeGreaterThan(2500);
});
