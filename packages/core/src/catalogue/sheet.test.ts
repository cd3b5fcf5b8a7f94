import { toPump } from '../scenarios/equipment.js';
import { curveSheet, readOut } from './curve-sheet.js';
import { splitStages } from './stages.js';
import { summarisePump, summariseValve } from './summary.js';
import { attainableEfficiency, typicalPump, typicalShape, TYPICAL_RANGE } from './typical.js';
import { judgeCatalogue } from './judge.js';
import { flowOfHeat, flowOfMass, flowOfUse, flowOfVolume, headOf } from '../selection/estimate.js';

/* a pump whose figures are simple: H = 100 − 2500 q² at 200 mm, efficiency a parabola with 0.8 at 0.1 m³/s */
const head = (q: number): number => 100 - 2500 * q * q;
const eta = (q: number): number => 0.8 * (1 - ((q - 0.1) / 0.1) ** 2);
const rows = Array.from({ length: 31 }, (_, i) => (i * 0.15) / 30).map((flow) => ({
  flow,
  head: head(flow),
  efficiency: eta(flow),
  npshr: 2 + 100 * flow * flow,
}));
const smaller = rows.map((r) => ({ ...r, flow: r.flow * 0.9, head: r.head * 0.81 }));
const ENTRY = { speed: 2000, curves: [{ diameter: 0.2, curve: rows }, { diameter: 0.18, curve: smaller }] }; // prettier-ignore

describe('key figures of a pump', () => {
  const s = summarisePump(ENTRY)!;
  test('stand at the best efficiency of the largest diameter, and reach from 70 to 120 % of its flow', () => {
    expect(s.best.flow).toBeCloseTo(0.1, 6);
    expect([s.best.head, s.best.low, s.best.high]).toEqual([
      expect.closeTo(75, 3),
      expect.closeTo(head(0.07), 3),
      expect.closeTo(head(0.12), 3),
    ]);
    expect([s.efficiency, s.npshr]).toEqual([expect.closeTo(0.8, 6), expect.closeTo(3, 3)]);
    // ρ·g·Q·H/η
    expect(s.power).toBeCloseTo((999.1 * 9.80665 * 0.1 * 75) / 0.8, -1);
    expect([s.minDiameter, s.maxDiameter, s.end, s.shutOff]).toEqual([0.18, 0.2, expect.closeTo(0.15, 9), 100]);
  });
  test('those of the smallest diameter follow its own curve; specific speeds are those of ISO 17769', () => {
    expect(s.trimmed.flow).toBeCloseTo(0.09, 6);
    expect(s.trimmed.head).toBeCloseTo(75 * 0.81, 3);
    expect(s.specificSpeed).toBeCloseTo((2000 * Math.sqrt(0.1)) / 75 ** 0.75, 3);
    expect(s.suctionSpecificSpeed).toBeCloseTo((2000 * Math.sqrt(0.1)) / 3 ** 0.75, 2);
  });
  test('made stages: the fewest carries the figures, the most is told', () => {
    const staged = summarisePump({ ...ENTRY, stages: 1, stageOptions: [6, 3] })!;
    expect([staged.stages, staged.mostStages, staged.best.head]).toEqual([3, 6, expect.closeTo(225, 2)]);
  });
  test('a curve that cannot be drawn has none', () => {
    expect(summarisePump({ speed: 2000, curve: [rows[3]!, rows[2]!] })).toBeUndefined();
    expect(summarisePump({ speed: 2000 })).toBeUndefined();
  });
});

test('a valve by its rated coefficient, its last row of a table, or none', () => {
  expect(summariseValve({ ratedCv: 100 })).toMatchObject({ ratedKv: 86.5, fl: 0.9, xfz: null, rangeability: 50 });
  expect(summariseValve({ table: [{ travel: 0, kv: 0 }, { travel: 1, kv: 40 }] })).toMatchObject({ ratedKv: 40, characteristic: 'table' }); // prettier-ignore
  // FL over travel: that of full travel
  expect(summariseValve({ ratedKv: 40, flTable: [{ travel: 0.2, fl: 0.96 }, { travel: 1, fl: 0.87 }] })!.fl).toBe(0.87); // prettier-ignore
  expect(summariseValve({ type: 'globe' })).toBeUndefined();
});

describe('the sheet of a pump', () => {
  const pump = toPump(ENTRY)!;
  const sheet = curveSheet(pump, { speed: 2000, stages: 1, diameter: 0.19 });
  test('has the made diameters and the one that is looked at', () => {
    expect(sheet.curves.map((c) => [c.diameter, c.isMade])).toEqual([[0.18, true], [0.2, true], [0.19, false]]); // prettier-ignore
    const made = curveSheet(pump, { speed: 2000, stages: 1, diameter: 0.2 });
    expect(made.curves).toHaveLength(2);
  });
  test('another speed moves it: Q ∝ n, H ∝ n², and stages add up', () => {
    const slow = curveSheet(pump, { speed: 1000, stages: 2 }).curves[1]!;
    expect([slow.flow.at(-1), slow.head[0], slow.best]).toEqual([
      expect.closeTo(0.075, 9),
      expect.closeTo(50, 9),
      expect.closeTo(0.05, 6),
    ]);
  });
  test('on every contour the efficiency is the one that it names', () => {
    expect(sheet.contours.length).toBeGreaterThan(3);
    const [inner] = sheet.contours;
    // at 200 mm 0.79 is reached where ((q − 0.1)/0.1)² = 0.01/0.8
    const off = 0.1 * Math.sqrt(0.01 / 0.8);
    const points = inner!.lines.flat();
    const top = points.filter((p) => p.head > 70);
    expect(inner!.efficiency).toBe(0.79);
    expect(Math.min(...points.filter((p) => Math.abs(p.head - head(p.flow)) < 0.05).map((p) => p.flow))).toBeCloseTo(
      0.1 - off,
      3,
    );
    expect(top.length).toBeGreaterThan(0);
    for (const { efficiency, lines } of sheet.contours)
      for (const { flow, head: h } of lines.flat()) {
        // both diameters lie on one family: h/d² and q/d belong together; solve for the diameter on which the point lies
        const d = [...Array(201)].map((_, i) => 0.18 + i * 1e-4).sort((a, b) => Math.abs(h - head(flow / (a / 0.2)) * (a / 0.2) ** 2) - Math.abs(h - head(flow / (b / 0.2)) * (b / 0.2) ** 2))[0]!; // prettier-ignore
        expect(Math.abs(eta(flow / (d / 0.2)) - efficiency)).toBeLessThan(0.004);
      }
  });
  test('a contour closes only where the efficiency is just reached; else its branches stay apart', () => {
    // both diameters have the same best efficiency: every line runs from the smallest to the largest
    for (const { efficiency, lines } of sheet.contours) {
      // at the end of the curve 0.8·(1 − 0.25) is left: a lower one is passed on the way up alone
      expect(lines).toHaveLength(efficiency > 0.6 ? 2 : 1);
      for (const l of lines) expect(new Set(l.map((p) => p.head > head(p.flow) - 0.01)).size).toBe(2);
    }
    const worse = {
      ...ENTRY,
      curves: [ENTRY.curves[0]!, { ...ENTRY.curves[1]!, curve: smaller.map((r) => ({ ...r, efficiency: r.efficiency * 0.9 })) }],
    };
    const closed = curveSheet(toPump(worse)!, { speed: 2000, stages: 1 }).contours.find((c) => c.efficiency === 0.77)!;
    expect(closed.lines).toHaveLength(1);
    const [line] = closed.lines;
    // both ends on the largest diameter
    for (const end of [line![0]!, line!.at(-1)!]) expect(end.head).toBeCloseTo(head(end.flow), 1);
  });
  test('a flow is read on the curve of the diameter, and beyond its last row it is said', () => {
    expect(readOut(pump, { speed: 2000, stages: 1 }, 0.05)).toMatchObject({
      head: expect.closeTo(head(0.05), 6),
      isBeyond: false,
    });
    expect(readOut(pump, { speed: 2000, stages: 1, diameter: 0.18 }, 0.14).isBeyond).toBe(true);
  });
});

describe('a typical curve', () => {
  test('has its best efficiency at the duty, falls all the way and is marked', () => {
    for (const [flow, h, speed] of [
      [0.03, 50, 2950],
      [0.1, 20, 1480],
      [0.5, 8, 980],
      [0.004, 300, 2950],
    ] as const) {
      // prettier-ignore
      const made = typicalPump({ flow, head: h, speed });
      if (!made.ok) throw new Error('out of range');
      expect(made.entry.typical).toBe(true);
      const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { x: made.entry } });
      expect([judged.problems, judged.warnings]).toEqual([[], []]);
      const s = summarisePump(judged.pumps.get('x')!)!;
      expect(s.best.flow / flow).toBeCloseTo(1, 1);
      expect(s.best.head / h).toBeCloseTo(1, 1);
      expect(Math.abs(readOut(toPump(judged.pumps.get('x')!)!, { speed, stages: made.stages }, flow).head / h - 1)).toBeLessThan(
        5e-4,
      );
    }
  });
  test('by specific speed: shut-off head and power are those of Stepanoff’s chart of types', () => {
    // n·√Q/H^0.75: ranges read off the chart
    expect(typicalShape(20).shutOff).toBeGreaterThan(1.1);
    expect(typicalShape(20).shutOff).toBeLessThan(1.25);
    expect(typicalShape(100).shutOff).toBeGreaterThan(1.5);
    expect(typicalShape(100).shutOff).toBeLessThan(1.8);
    expect(typicalShape(20).shutOffPower).toBeLessThan(0.6);
    // rising power below, falling power above some 115
    expect(typicalShape(90).shutOffPower).toBeLessThan(1);
    expect(typicalShape(140).shutOffPower).toBeGreaterThan(1);
    for (const nq of [10, 30, 60, 90, 150]) {
      const shape = typicalShape(nq);
      expect([shape.head(1), shape.power(1), shape.efficiency(1), shape.npshr(1)]).toEqual(
        [1, 1, 1, expect.closeTo(1, 12)].map((x) => (typeof x === 'number' ? expect.closeTo(x, 12) : x)),
      );
      expect(Math.max(shape.efficiency(0.98), shape.efficiency(1.02))).toBeLessThan(1);
    }
  });
  test('efficiency that a size reaches, by hand from Gülich’s table', () => {
    // Q 0.1 m³/s, nq 30, one stage: m = 0.1·10^0.15·(45/30)^0.06 = 0.14474, 0.095·10^m = 0.13258,
    // 0.3·(0.35 − lg(30/23))²·10^0.05 = 0.3·0.055046·1.12202 = 0.018529 → 0.84889
    expect(attainableEfficiency(0.1, 30)).toBeCloseTo(0.84889, 4);
    // five stages: m = 0.08·1.41254·1.02463 = 0.115785, 0.116·10^m = 0.151445, 0.4·(0.26 − lg 1.2)² = 0.4·0.032656 = 0.013062 → 0.83549
    expect(attainableEfficiency(0.1, 30, 5)).toBeCloseTo(0.83549, 4);
    expect(attainableEfficiency(0.1, 140)).toBe(attainableEfficiency(0.1, 100));
  });
  test('NPSHR by suction specific speed 180', () => {
    const made = typicalPump({ flow: 0.0256, head: 40, speed: 2900 });
    const at = (made.ok && (made.entry.curve as { npshr: string }[])[6]!.npshr) || '';
    // (2900·0.16/180)^(4/3) = 2.57778^(4/3) = 3.535 m
    expect(at).toBe('3.53 m');
  });
  test('where no such pump is made it is refused with the range, or shared out over stages', () => {
    expect(typicalPump({ flow: 5, head: 1, speed: 2950 })).toEqual({
      ok: false,
      specificSpeed: expect.closeTo(6596, 0),
      range: TYPICAL_RANGE,
    });
    // 2950·√0.002 = 131.93; /300^0.75 = 72.08 → 1.83: with n stages 1.83·n^0.75 ≥ 15 → n ≥ 16.53
    expect(splitStages(0.002, 300, 2950)).toBe(17);
    expect(splitStages(0.03, 50, 2950)).toBe(1);
  });
});

test('a first flow and head', () => {
  expect(flowOfVolume(90, 3600)).toBeCloseTo(0.025, 12);
  expect(flowOfHeat(1e6, 983.2, 4184, 20)).toBeCloseTo(0.012155, 5);
  expect(flowOfMass(25, 1000)).toBe(0.025);
  // 1000·0.15·2.5/86400
  expect(flowOfUse(1000, { perDay: 0.15, peak: 2.5 })).toBeCloseTo(0.00434028, 8);
  // 2e5/(998.2·9.80665) = 20.4309
  const { staticHead, head: h } = headOf({ lift: 20, pressure: 2e5, losses: 15 }, 998.2, 9.80665);
  expect([staticHead, h]).toEqual([expect.closeTo(40.4309, 3), expect.closeTo(55.4309, 3)]);
});
