import { Pchip } from '../numerics/pchip.js';
import { PumpPerformance, type PumpInput } from './pump.js';
import { headFactor, viscosityCorrection } from './viscosity.js';

describe('viscous pumps', () => {
  test('worked example of ANSI/HI 9.6.7: 440 gpm, 300 ft, 3550 rpm, 120 cSt', () => {
    const c = viscosityCorrection(120e-6, (440 * 3.785411784e-3) / 60, 300 * 0.3048, 3550);
    // the metric constant 16.5 of ISO/TR 17766 is rounded: exact conversion of the US one would be 16.43
    expect(c.b).toBeCloseTo(5.5, 1);
    expect(c.cq).toBeCloseTo(0.938, 3);
    expect(c.ceta).toBeCloseTo(0.739, 2);
    // at the best-efficiency flow CH equals CQ
    expect(headFactor(c, c.bestFlow)).toBeCloseTo(c.cq, 12);
  });
  test('correction begins just above B 1: 2 cSt, 50 m³/h, 30 m, 1450 rpm → B 1.0785', () => {
    // 16.5·√2·30^0.0625/(50^0.375·1450^0.25) = 23.3345·1.23691/(4.33667·6.17085); 1.0785^(−0.0547·1.0785^0.69)
    const c = viscosityCorrection(2e-6, 50 / 3600, 30, 1450);
    expect(c.b).toBeCloseTo(1.0785, 3);
    expect(c.ceta).toBeCloseTo(0.99565, 4);
  });
  test('a thin liquid is not corrected (B ≤ 1)', () => {
    expect(viscosityCorrection(1e-6, 0.03, 50, 2950)).toMatchObject({ cq: 1, ceta: 1 });
  });
});

describe('PCHIP', () => {
  test('a quadratic of three points: harmonic mean inside, three-point slopes at the ends, by hand', () => {
    // y = x² at 0, 1, 2: secants 1 and 3; inside 6/(3/1 + 3/3) = 1.5; left ((2+1)·1 − 1·3)/2 = 0; right ((2+1)·3 − 1)/2 = 4
    const p = new Pchip([0, 1, 2], [0, 1, 4]);
    expect(Array.from(p.slope)).toEqual([0, 1.5, 4]);
    // at 0.5: h00 0.5·0 + h01 0.5·1 + h11(−0.125)·1.5 = 0.3125
    expect(p.value(0.5)).toBeCloseTo(0.3125, 14);
    expect(p.value(3)).toBeCloseTo(8, 14);
    expect(p.value(-1)).toBe(0);
  });
  test('keeps the shape: no overshoot beside a flat stretch', () => {
    const p = new Pchip([0, 1, 2, 3], [5, 5, 1, 0]);
    for (let x = 0; x <= 1; x += 0.05) expect(p.value(x)).toBeCloseTo(5, 12);
    for (let x = 0; x <= 3; x += 0.01) expect(p.derivative(x)).toBeLessThanOrEqual(1e-12);
  });
});

const rows = [
  { flow: 0, head: 50, efficiency: 0, npshr: 2 },
  { flow: 0.02, head: 48, efficiency: 0.7, npshr: 2.5 },
  { flow: 0.03, head: 42, efficiency: 0.78, npshr: 3.2 },
  { flow: 0.04, head: 33, efficiency: 0.7, npshr: 4.5 },
];
const pump: PumpInput = { curves: [{ speed: 3000, diameter: 0.25, rows }], stages: 2 };
const base = { speed: 3000, diameter: 0.25, stages: 2, running: 1, wear: 0 };

describe('a pump as it runs', () => {
  test('affinity in speed, trim, stages and running units, row by row', () => {
    const p = new PumpPerformance(pump, { ...base, speed: 2700, diameter: 0.24, stages: 3, running: 2 });
    const [n, d] = [0.9, 0.96];
    for (const r of rows) {
      const q = r.flow * n * d * 2;
      expect(p.head(q)).toBeCloseTo(r.head * n * n * d * d * 1.5, 10);
      expect(p.efficiency(q)).toBeCloseTo(r.efficiency, 10);
      // NPSHR moves with speed only
      expect(p.npshr(r.flow * n * 2)).toBeCloseTo(r.npshr * n * n, 10);
    }
    expect(p.bestFlow).toBeCloseTo(0.03 * n * d, 12);
  });

  test('the slope of the head is that of the head: another speed, between two diameters, two running, worn, on water and viscous', () => {
    const smaller = { speed: 3000, diameter: 0.21, rows: rows.map((r) => ({ ...r, head: r.head * 0.7, flow: r.flow * 0.85 })) };
    const two: PumpInput = { curves: [smaller, pump.curves[0]!], stages: 2 };
    for (const kinematicViscosity of [1e-6, 120e-6]) {
      const p = new PumpPerformance(two, { ...base, speed: 2500, diameter: 0.235, running: 2, wear: 0.05, kinematicViscosity });
      for (const q of [0.011, 0.027, 0.043, 0.056]) {
        const h = 1e-7;
        expect(p.headSlope(q) / ((p.head(q + h) - p.head(q - h)) / (2 * h))).toBeCloseTo(1, 5);
      }
    }
  });

  test('wear takes head at the same flow and shaft power', () => {
    const worn = new PumpPerformance(pump, { ...base, wear: 0.1 });
    const fresh = new PumpPerformance(pump, base);
    expect(worn.head(0.03)).toBeCloseTo(37.8, 12);
    expect(worn.shaftPower(0.03, 1000, 9.81)).toBeCloseTo(fresh.shaftPower(0.03, 1000, 9.81)!, 8);
    // ρgQH/η = 1000·9.81·0.03·42/0.78
    expect(fresh.shaftPower(0.03, 1000, 9.81)).toBeCloseTo(15846.92, 2);
  });

  test('between two made diameters the moved curves are averaged by nearness; outside the nearest is moved and it is said', () => {
    const small = { speed: 3000, diameter: 0.2, rows: rows.map((r) => ({ ...r, flow: r.flow * 0.78, head: r.head * 0.62 })) };
    const two: PumpInput = { ...pump, stages: 1, curves: [small, pump.curves[0]!] };
    const setting = { ...base, stages: 1, diameter: 0.24 };
    const mixed = new PumpPerformance(two, setting);
    const one = (curve: (typeof two.curves)[number]) => new PumpPerformance({ ...two, curves: [curve] }, setting);
    // 0.24 is four fifths of the way from 0.20 to 0.25
    expect(mixed.head(0.02)).toBeCloseTo(0.2 * one(small).head(0.02) + 0.8 * one(pump.curves[0]!).head(0.02), 12);
    expect(mixed.diameterOutside).toBe(false);
    expect(new PumpPerformance(two, { ...setting, diameter: 0.26 }).diameterOutside).toBe(true);
  });

  test('slope is the derivative of the head, also for a viscous liquid', () => {
    const p = new PumpPerformance(pump, { ...base, running: 2, wear: 0.05, kinematicViscosity: 150e-6 });
    for (const q of [0.01, 0.031, 0.055, 0.075]) {
      const numeric = (p.head(q + 1e-7) - p.head(q - 1e-7)) / 2e-7;
      expect(p.headSlope(q) / numeric).toBeCloseTo(1, 4);
    }
  });

  test('between a curve that droops a little and one that falls steeply it falls', () => {
    const heads = (diameter: number, list: number[]) => ({
      speed: 3000,
      diameter,
      rows: list.map((head, i) => ({ flow: i * 0.02, head })),
    });
    const two: PumpInput = { ...pump, stages: 1, curves: [heads(0.2, [20, 20.2, 17, 12]), heads(0.25, [44, 38, 30, 20])] };
    const at = (diameter: number) => new PumpPerformance(two, { ...base, stages: 1, diameter }).falling;
    expect([at(0.2), at(0.225), at(0.25)]).toEqual([false, true, true]);
  });
  test('a drooping curve is told from a falling one', () => {
    const drooping = {
      ...pump,
      curves: [
        {
          speed: 3000,
          rows: [
            { flow: 0, head: 40 },
            { flow: 0.02, head: 48 },
            { flow: 0.04, head: 33 },
          ],
        },
      ],
    };
    expect(new PumpPerformance(pump, base).falling).toBe(true);
    expect(new PumpPerformance(drooping, base).falling).toBe(false);
    // a rise of one metre in forty is one
    const slight = { ...drooping, curves: [{ speed: 3000, rows: [40, 41, 33].map((head, i) => ({ flow: 0.02 * i, head })) }] };
    expect(new PumpPerformance(slight, base).falling).toBe(false);
    const level = { ...drooping, curves: [{ speed: 3000, rows: [40, 40, 33].map((head, i) => ({ flow: 0.02 * i, head })) }] };
    expect(new PumpPerformance(level, base).falling).toBe(true);
  });

  test('a pump of which no power is known has no greatest one', () => {
    const heads: PumpInput = { stages: 1, curves: [{ speed: 3000, rows: rows.map(({ flow, head }) => ({ flow, head })) }] };
    expect(new PumpPerformance(heads, { ...base, stages: 1 }).greatestPower(1000, 9.81)).toBeUndefined();
    // between rows of 0 and 0.05 m³/s the most of 25 flows, worked out one by one
    const p = new PumpPerformance(pump, base);
    const all = Array.from({ length: 25 }, (_, i) => p.shaftPower((p.lastFlow * i) / 24, 1000, 9.81)!);
    expect(p.greatestPower(1000, 9.81)).toBeCloseTo(Math.max(...all), 9);
  });

  test('power rows: efficiency follows from them, and power has its value at shut-off', () => {
    const powered: PumpInput = {
      stages: 1,
      curves: [
        {
          speed: 3000,
          rows: [
            { flow: 0, head: 50, power: 6000 },
            { flow: 0.03, head: 42, power: 15_800 },
            { flow: 0.04, head: 33, power: 17_000 },
          ],
        },
      ],
    };
    const p = new PumpPerformance(powered, { ...base, stages: 1 });
    expect(p.shaftPower(0, 999.1, 9.80665)).toBeCloseTo(6000, 6);
    // at rest too it goes with the cube of the speed
    const slow = new PumpPerformance(powered, { ...base, stages: 1, speed: 1500 });
    expect(slow.shaftPower(0, 999.1, 9.80665)).toBeCloseTo(6000 / 8, 6);
    // 999.1·9.80665·0.03·42/15800
    expect(p.efficiency(0.03)).toBeCloseTo(0.78135, 5);
  });
});

test('the greatest power along the curve is that of all units: two take twice as much', () => {
  // power rises to the last row: 30 m³/h and 20 m at 60 %
  const curve = [
    [0, 30, 0],
    [20, 26, 0.6],
    [30, 20, 0.6],
  ].map(([q, head, efficiency]) => ({ flow: q! / 3600, head: head!, efficiency: efficiency! }));
  const pump: PumpInput = { speed: 2900, stages: 1, curves: [{ speed: 2900, rows: curve }] };
  const most = (running: number) =>
    new PumpPerformance(pump, { speed: 2900, stages: 1, running, wear: 0 }).greatestPower(1000, 10)!;
  expect(most(1)).toBeGreaterThanOrEqual((1000 * 10 * 20 * 30) / 3600 / 0.6 - 1e-6);
  expect(most(2) / most(1)).toBeCloseTo(2, 9);
});
