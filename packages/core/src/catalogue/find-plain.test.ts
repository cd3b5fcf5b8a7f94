import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import { findPumps, usable, type Wanted } from './find.js';

/* What a search cuts and halves, against the plain way: every step of a trim tried from the largest down, the system curve followed by small steps. */

/** numbers from 0 to 1 that are the same each time (Park & Miller 1988) */
function drawn(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** falling curves of several diameters, some that rise first, some of stages, some of one curve that names no diameter */
function pumpOf(next: () => number): Record<string, unknown> {
  const flow = 0.002 + 0.05 * next();
  const head = 10 + 90 * next();
  const rises = next() < 0.25 ? 1.06 : 1;
  const curve = (share: number) =>
    [0, 0.3, 0.6, 0.9, 1.2].map((x) => ({ flow: flow * x * share, head: head * share ** 2 * (x === 0 ? 1 : rises) * (1.2 - 0.35 * x * x), efficiency: x === 0 ? 0 : 0.75 - 0.3 * (x - 0.9) ** 2, npshr: 1 + 2 * x * x })); // prettier-ignore
  const single = next() < 0.2;
  const largest = 0.15 + 0.2 * next();
  return {
    speed: 2950,
    ...(single ? { curve: curve(1) } : { trimStep: 0.002, curves: [0.8, 0.9, 1].map((share) => ({ diameter: largest * share, curve: curve(share) })) }), // prettier-ignore
    ...(next() < 0.3 ? { stages: 1, stageOptions: [3, 1, 2] } : {}),
  };
}

const at = (pump: PumpInput, stages: number, diameter: number | undefined): PumpPerformance =>
  new PumpPerformance(pump, { speed: 2950, stages, running: 1, wear: 0, ...(diameter === undefined ? {} : { diameter }) });

/** the pump as it is configured, by trying */
function configured(pump: PumpInput, { flow, head }: Wanted): PumpPerformance {
  const made = pump.curves.map((c) => c.diameter);
  const largest = made.at(-1);
  const meets = (stages: number, d: number | undefined): boolean => at(pump, stages, d).head(flow) >= head;
  const counts = [...(pump.stageOptions ?? [pump.stages])].sort((a, b) => a - b);
  const stages = counts.find((n) => meets(n, largest));
  if (stages === undefined) return at(pump, counts.at(-1)!, largest);
  let diameter = largest;
  if (largest !== undefined && made.length > 1)
    for (let d = largest; d >= made[0]! - 1e-9 && meets(stages, d); d -= pump.trimStep!) diameter = d;
  return at(pump, stages, diameter);
}

/** the greatest flow at which the pump falls through the system curve; undefined, or beyond what is known of it */
function crossing(p: PumpPerformance, { flow, head, staticHead }: Wanted): number | 'beyond' | undefined {
  const last = 1.25 * p.lastFlow;
  if (staticHead === undefined) return flow > last ? 'beyond' : flow;
  const surplus = (q: number): number => p.head(q) - staticHead - (head - staticHead) * (q / flow) ** 2;
  if (surplus(last) > 0) return 'beyond';
  const STEPS = 400;
  for (let i = STEPS; i > 0; i--) {
    let [low, high] = [(last * (i - 1)) / STEPS, (last * i) / STEPS];
    if (!(surplus(low) > 0)) continue;
    for (let n = 0; n < 60; n++) {
      const middle = (low + high) / 2;
      if (surplus(middle) > 0) low = middle;
      else high = middle;
    }
    return low;
  }
  return undefined;
}

test('the pumps, their diameters and stages, and how many are beyond, as by trying each', () => {
  const next = drawn(35);
  const pumps = new Map(Array.from({ length: 250 }, (_, i) => [`p${i}`, pumpOf(next)]));
  let [found, beyond, short] = [0, 0, 0];
  for (let i = 0; i < 24; i++) {
    const head = 15 + 110 * next();
    const wanted: Wanted = { flow: 0.003 + 0.05 * next(), head, density: 998, gravity: 9.81, ...(i % 3 === 0 ? {} : { staticHead: head * 0.9 * next() }), ...(i % 4 === 0 ? { headTolerance: 0.3, flowTolerance: 0.5 } : {}) }; // prettier-ignore
    const { candidates, counts } = findPumps(pumps, wanted);
    const of = new Map(candidates.map((c) => [c.model, c]));
    const { flowTolerance = 0.1, headTolerance = 0.1 } = wanted;
    let plainBeyond = 0;
    for (const [model, entry] of pumps) {
      const p = configured(usable(entry)!, wanted);
      const flow = crossing(p, wanted);
      if (flow === 'beyond') plainBeyond++;
      const isFound = typeof flow === 'number' && Math.abs(flow / wanted.flow - 1) <= flowTolerance && Math.abs(p.head(flow) / head - 1) <= headTolerance; // prettier-ignore
      const c = of.get(model);
      if (p.head(wanted.flow) < head) short++;
      expect([i, model, c !== undefined]).toEqual([i, model, isFound]);
      if (!c || typeof flow !== 'number') continue;
      found++;
      expect([c.stages, c.diameter ?? undefined]).toEqual([p.setting.stages, p.setting.diameter === undefined ? undefined : expect.closeTo(p.setting.diameter, 9)]); // prettier-ignore
      expect(c.duty.flow / flow).toBeCloseTo(1, 8);
    }
    beyond += plainBeyond;
    expect(counts.beyond).toBe(plainBeyond);
  }
  // each way out was gone
  expect([found > 150, beyond > 60, short > 600]).toEqual([true, true, true]);
});
