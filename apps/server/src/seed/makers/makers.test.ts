import { judgeCatalogue, summarisePump, summariseValve, toPump, PumpPerformance } from '@cedar-knot/core';
import { generateMotors } from './motors.js';
import { generatePumps } from './pumps.js';
import { generateValves } from './valves.js';

const judged = judgeCatalogue({
  format: 'cedar-knot-catalogue',
  version: 1,
  pumps: generatePumps(),
  valves: generateValves(300),
  motors: generateMotors(),
});
const all = [...judged.pumps].map(([id, read]) => ({ id, read, summary: summarisePump(read)!, pump: toPump(read)! }));
const share = (list: readonly boolean[]): number => list.filter(Boolean).length / list.length;

test('some 650 pumps, 300 valves and motors of all steps can be read, and nothing about their curves is odd', () => {
  expect(judged.pumps.size).toBeGreaterThan(600);
  expect(judged.pumps.size).toBeLessThan(720);
  expect([judged.valves.size, judged.motors.size]).toEqual([300, 174]);
  expect(judged.problems).toEqual([]);
  expect(judged.warnings).toEqual([]);
  expect([...judged.valves.values()].every((v) => summariseValve(v) !== undefined)).toBe(true);
});

test('the same ones every time, and more on demand', () => {
  expect(generatePumps(50)).toEqual(generatePumps(50));
  expect(Object.keys(generatePumps(50))).toHaveLength(50);
  expect(Object.keys(generatePumps(2500))).toHaveLength(2500);
});

describe('they behave as real pumps do', () => {
  test('head rise to shut-off by specific speed: 10 to 25 % below 25, more than a third above 80 (Stepanoff, ch. 9; Gülich, §4.2)', () => {
    const rise = all.map((p) => ({ nq: p.summary.specificSpeed, rise: (p.summary.shutOff / p.summary.best.head) - 1 })); // prettier-ignore
    const low = rise.filter((r) => r.nq < 25);
    const high = rise.filter((r) => r.nq > 80);
    expect(low.length).toBeGreaterThan(50);
    expect(high.length).toBeGreaterThan(8);
    expect(share(low.map((r) => r.rise > 0.1 && r.rise < 0.27))).toBe(1);
    expect(share(high.map((r) => r.rise > 0.35))).toBe(1);
  });
  test('power at no flow over that at best efficiency: below 0.6 for specific speeds under 35, above 1 past 120', () => {
    for (const { summary: s, pump } of all) {
      const p = new PumpPerformance(pump, {
        speed: s.speed,
        stages: s.stages,
        running: 1,
        wear: 0,
        ...(s.maxDiameter === null ? {} : { diameter: s.maxDiameter }),
      });
      const ratio = p.shaftPower(0, 998.2, 9.80665)! / s.power!;
      if (s.specificSpeed < 35) expect([ratio < 0.6, ratio > 0.1]).toEqual([true, true]);
      if (s.specificSpeed > 125) expect(ratio).toBeGreaterThan(0.95);
    }
  });
  test('efficiency grows with the size, never past what is reached (0.93), and small pumps stay below 0.75', () => {
    const efficiencies = all.map((p) => ({ flow: p.summary.best.flow * 3600, eta: p.summary.efficiency! }));
    expect(Math.max(...efficiencies.map((e) => e.eta))).toBeLessThan(0.93);
    expect(Math.min(...efficiencies.map((e) => e.eta))).toBeGreaterThan(0.25);
    const mean = (of: typeof efficiencies): number => of.reduce((sum, e) => sum + e.eta, 0) / of.length;
    const small = efficiencies.filter((e) => e.flow < 20);
    const large = efficiencies.filter((e) => e.flow > 500);
    expect(mean(large) - mean(small)).toBeGreaterThan(0.15);
    expect(Math.max(...small.map((e) => e.eta))).toBeLessThan(0.75);
  });
  test('suction specific speed of one eye lies between 130 and 220 (API 610 work: 213 is high)', () => {
    for (const { summary } of all) {
      expect(summary.suctionSpecificSpeed!).toBeGreaterThan(125);
      expect(summary.suctionSpecificSpeed!).toBeLessThan(225);
    }
  });
  test('every type and both mains; the motor carries the pump to the end of its curve', () => {
    expect(new Set(all.map((p) => p.read.type)).size).toBe(9);
    expect(new Set(all.map((p) => p.read.frequency))).toEqual(new Set([50, 60]));
    for (const { summary: s, pump } of all) {
      if (s.mostStages > 1) continue;
      const p = new PumpPerformance(pump, { speed: s.speed, stages: 1, running: 1, wear: 0, diameter: s.maxDiameter! });
      expect(pump.motor!.ratedPower! / p.greatestPower(998.2, 9.80665)!).toBeGreaterThan(0.97);
    }
  });
});

test('a larger body has a larger coefficient; ball-like valves recover more than globes', () => {
  const of = (type: string) => [...judged.valves.values()].filter((v) => v.type === type);
  expect(Math.min(...of('globe').map((v) => summariseValve(v)!.ratedKv))).toBeLessThan(2);
  const kvPerBore2 = (type: string): number =>
    Math.max(...of(type).map((v) => summariseValve(v)!.ratedKv / Number(String(v.size).slice(2)) ** 2));
  expect(kvPerBore2('butterfly')).toBeGreaterThan(2 * kvPerBore2('globe'));
});
