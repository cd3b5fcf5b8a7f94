import { PumpPerformance, type PumpInput, type PumpSetting } from '../pumps/pump.js';
import { clearCurve, efficiencyContours, overallAt, quadraticFit, runOut, speedFamily, unitFamily } from './curve-family.js';

/* A straight curve, H = 50 − 1000·Q of one unit, efficiency 0.75 everywhere, NPSHR 2 + 100·Q; made in 200 mm and 160 mm. */
const at = (k: number) =>
  [0, 0.02, 0.04].map((q) => ({ flow: q * k, head: (50 - 1000 * q) * k * k, efficiency: 0.75, npshr: 2 + 100 * q }));
const input: PumpInput = {
  stages: 1,
  speed: 3000,
  bestFlow: 0.02,
  curves: [
    { speed: 3000, diameter: 0.16, rows: at(0.8) },
    { speed: 3000, diameter: 0.2, rows: at(1) },
  ],
};
const pump = (setting: Partial<PumpSetting> = {}, more: Partial<PumpInput> = {}) =>
  new PumpPerformance({ ...input, ...more }, { speed: 3000, diameter: 0.2, stages: 1, running: 1, wear: 0, ...setting });
const WATER = { density: 1000, gravity: 10 };

test('the clear, new curve beside one that is worn or thickened; none beside itself', () => {
  expect(clearCurve(pump({ kinematicViscosity: 1e-6 }))).toBeUndefined();
  const clear = clearCurve(pump({ wear: 0.1 }))!;
  expect(clear.head[0]).toBeCloseTo(50, 9);
  expect(clear.head.at(-1)).toBeCloseTo(10, 9);
  expect(clearCurve(pump({ kinematicViscosity: 300e-6 }))!.flow.at(-1)).toBeCloseTo(0.04, 9);
});

test('slower: the head with the square of the speed, the flow with it; within what the drive allows', () => {
  const family = speedFamily(pump());
  expect(family.map((c) => Math.round(c.speed))).toEqual([2700, 2400, 2100, 1800, 1500]);
  expect(family[1]!.head[0]).toBeCloseTo(50 * 0.64, 9);
  expect(family[1]!.flow.at(-1)).toBeCloseTo(0.032, 9);
  const driven = speedFamily(pump({ speed: 2400 }, { minSpeed: 2000, maxSpeed: 3300 }));
  expect(driven.map((c) => Math.round(c.speed))).toEqual([3300, 2970, 2640, 2310]);
  // slowed down it may still run up to the speed of its entry, and down to half of that
  expect(speedFamily(pump({ speed: 2000 })).map((c) => Math.round(c.speed))).toEqual([3000, 2700, 2400, 2100, 1800, 1500]);
});

test('more and fewer units: flows add at the same head', () => {
  const family = unitFamily(pump({ running: 2 }));
  expect(family.map((c) => c.running)).toEqual([1, 3]);
  expect(family.map((c) => +c.flow.at(-1)!.toFixed(9))).toEqual([0.04, 0.12]);
  expect(family.map((c) => +c.head.at(-1)!.toFixed(9))).toEqual([10, 10]);
});

test('one of two stops: the other runs out to where it meets the system', () => {
  // 50 − 1000·Q = 20 + 6000·Q²
  const system = (q: number) => 20 + 6000 * q * q;
  const flow = (-1000 + Math.sqrt(1000 ** 2 + 4 * 6000 * 30)) / (2 * 6000);
  const found = runOut(pump({ running: 2 }), system, WATER)!;
  expect(found).toMatchObject({ running: 1, isBeyond: false });
  expect(found.flow).toBeCloseTo(flow, 9);
  expect(found.head).toBeCloseTo(50 - 1000 * flow, 6);
  expect(found.flowRatio).toBeCloseTo(flow / 0.02, 6);
  expect(found.npshr).toBeCloseTo(2 + 100 * flow, 3);
  expect(found.shaftPower).toBeCloseTo((1000 * 10 * flow * (50 - 1000 * flow)) / 0.75, 3);
  // 5 m are left at 0.045 m³/s, past its last row of 0.04
  expect(runOut(pump({ running: 2 }), () => 5, WATER)!.isBeyond).toBe(true);
  expect(runOut(pump(), system, WATER)).toBeUndefined();
  expect(runOut(pump({ running: 2 }), () => 60, WATER)).toBeUndefined();
});

test('from the mains to the liquid: by the motor that is named, else a typical one, of each unit', () => {
  const shaft = (1000 * 10 * 0.01 * 40) / 0.75;
  const motor = { ratedPower: 7500, efficiency: 0.9 };
  // half of the loss is constant, half goes with the square of the load
  const loss = 7500 * (1 / 0.9 - 1) * (0.5 + 0.5 * (shaft / 7500) ** 2);
  const named = overallAt(pump({}, { motor }), 0.01, WATER)!;
  expect(named.inputPower).toBeCloseTo(shaft + loss, 6);
  expect(named.efficiency).toBeCloseTo(4000 / (shaft + loss), 9);
  // two units at twice the flow take twice as much, with the same efficiency
  const two = overallAt(pump({ running: 2 }, { motor }), 0.02, WATER)!;
  expect(two.inputPower).toBeCloseTo(2 * named.inputPower, 6);
  expect(two.efficiency).toBeCloseTo(named.efficiency, 9);
  // 5.333 kW of class IE3: 83.7025 + 9.2984·0.727 − 1.8951·0.5285 + 0.0773·0.3842 % = 89.49 %
  expect(overallAt(pump(), 0.01, WATER)!.efficiency).toBeCloseTo(0.75 * 0.8949, 4);
  expect(overallAt(pump(), 0, WATER)?.efficiency ?? 0).toBe(0);
});

test('contours are those of the group', () => {
  const hump = (k: number) => at(k).map((r, i) => ({ ...r, efficiency: [0, 0.7, 0.4][i]! }));
  const curves = [{ speed: 3000, diameter: 0.16, rows: hump(0.8) }, { speed: 3000, diameter: 0.2, rows: hump(1) }]; // prettier-ignore
  const [one, two] = [1, 2].map((running) => efficiencyContours(pump({ running }, { curves })));
  expect(one!.length).toBeGreaterThan(1);
  const first = (c: typeof one) => c![0]!.lines[0]![0]!;
  expect(first(two).flow).toBeCloseTo(2 * first(one).flow, 9);
  expect(first(two).head).toBeCloseTo(first(one).head, 9);
});

test('a system curve as a + b·Q²: exact where it is one, with its error where it is not', () => {
  const flows = [0, 0.01, 0.02, 0.03, 0.04];
  const exact = quadraticFit(flows, flows.map((q) => 12 + 8000 * q * q), 0, 1)!; // prettier-ignore
  expect(exact.a).toBeCloseTo(12, 9);
  expect(exact.b).toBeCloseTo(8000, 6);
  expect(exact.worst).toBeCloseTo(0, 9);
  // 0, 1 and 5 m at 0, 1 and 4 of Q²: means 5/3 and 2, Σxh = 21, Σx² = 17, so b = (21 − 3·5/3·2)/(17 − 3·(5/3)²)
  const off = quadraticFit([0, 1, 2], [0, 1, 5], 0, 9)!;
  expect(off.b).toBeCloseTo((21 - 10) / (17 - 25 / 3), 12);
  expect(off.a).toBeCloseTo(2 - off.b * (5 / 3), 12);
  expect(off.worst).toBeCloseTo(Math.max(Math.abs(off.a), Math.abs(off.a + off.b - 1), Math.abs(off.a + 4 * off.b - 5)), 12);
  // outside the flows that are meant, and where the curve has no head, nothing counts
  expect(quadraticFit(flows, [1, null, 3, 4, null], 0, 1)).toMatchObject({ from: 0, to: 0.03 });
  expect(quadraticFit(flows, [1, null, 3, 4, null], 0.015, 1)).toBeUndefined();
});
