import { MeasuredCurve, type CurveRow } from './curve.js';
import { motorDuty } from './motor.js';
import { PumpPerformance, type PumpInput, type PumpSetting } from './pump.js';
import { headFactor, headFactorSlope, viscosityCorrection, VISCOSITY_B_LIMIT } from './viscosity.js';

/* Curves of straight lines, so that every figure between the rows is found by hand: H = 60 − 1000·Q, η = 20·Q, NPSHR = 2 + 50·Q. */
const straight = (scale = 1): CurveRow[] =>
  [0, 0.01, 0.02, 0.03].map((q) => ({ flow: q, head: (60 - 1000 * q) * scale, efficiency: 20 * q, npshr: 2 + 50 * q }));
const one: PumpInput = { curves: [{ speed: 3000, diameter: 0.2, rows: straight() }], stages: 1 };
const setting: PumpSetting = { speed: 3000, diameter: 0.2, stages: 1, running: 1, wear: 0 };
const performance = (more: Partial<PumpSetting> = {}, pump = one) => new PumpPerformance(pump, { ...setting, ...more });

describe('head and its slope', () => {
  test('of two units at 0.02 m³/s: each gives 0.01', () => {
    const p = performance({ running: 2 });
    expect(p.head(0.02)).toBeCloseTo(50, 12);
    // −1000 a unit, shared by two
    expect(p.headSlope(0.02)).toBeCloseTo(-500, 9);
  });
  test('worn by a tenth', () => {
    const p = performance({ wear: 0.1 });
    expect(p.head(0.01)).toBeCloseTo(45, 12);
    expect(p.headSlope(0.01)).toBeCloseTo(-900, 9);
  });
  test('of three stages where the curve is of one', () => {
    const p = performance({ stages: 3 });
    expect(p.head(0.01)).toBeCloseTo(150, 12);
    expect(p.headSlope(0.01)).toBeCloseTo(-3000, 8);
  });
  test('at half speed: Q ∝ n, H ∝ n²', () => {
    const p = performance({ speed: 1500 });
    // 0.01 m³/s is the curve's 0.02: 40 m, a quarter of it
    expect(p.head(0.01)).toBeCloseTo(10, 12);
    // dH/dQ = ¼·(−1000)·2
    expect(p.headSlope(0.01)).toBeCloseTo(-500, 9);
    expect(p.lastFlow).toBeCloseTo(0.015, 12);
    const [share] = p.trace(0.01).shares;
    // NPSHR goes with the square of the speed, its flow with the speed
    expect([share!.at, share!.atNpsh]).toEqual([expect.closeTo(0.02, 12), expect.closeTo(0.02, 12)]);
  });
  test('below zero flow the head is that of shut-off, and flat', () => {
    const p = performance();
    expect([p.head(-0.01), p.headSlope(-0.01), p.headSlope(0)]).toEqual([60, 0, 0]);
  });
  test('past the last row the last slope goes on', () => {
    expect(performance().head(0.04)).toBeCloseTo(20, 9);
    expect(performance().offCurve(0.0301)).toBe(true);
    expect(performance().offCurve(0.03)).toBe(false);
    expect(performance({ running: 2 }).offCurve(0.0599)).toBe(false);
  });
});

describe('made diameters', () => {
  const pump: PumpInput = {
    stages: 1,
    curves: [
      { speed: 3000, diameter: 0.16, rows: straight(0.5) },
      { speed: 3000, diameter: 0.2, rows: straight() },
    ],
  };
  const at = (diameter: number) => performance({ diameter }, pump);
  test('at a made one it is that curve alone', () => {
    expect(
      at(0.2)
        .trace(0.01)
        .shares.map((s) => s.weight),
    ).toEqual([1]);
    expect(
      at(0.16)
        .trace(0.01)
        .shares.map((s) => s.curve.diameter),
    ).toEqual([0.16]);
    expect(at(0.2).diameterOutside).toBe(false);
    expect(at(0.16).diameterOutside).toBe(false);
  });
  test('between: a quarter of the way from 160 to 200 mm is 170', () => {
    expect(
      at(0.17)
        .trace(0.01)
        .shares.map((s) => s.weight),
    ).toEqual([expect.closeTo(0.75, 12), expect.closeTo(0.25, 12)]);
  });
  test('outside the nearest is moved, and it is said', () => {
    expect(at(0.15).diameterOutside).toBe(true);
    expect(
      at(0.15)
        .trace(0.01)
        .shares.map((s) => s.curve.diameter),
    ).toEqual([0.16]);
    expect(
      at(0.21)
        .trace(0.01)
        .shares.map((s) => s.curve.diameter),
    ).toEqual([0.2]);
    // 0.21/0.2 = 1.05: H ∝ D² at shut-off
    expect(at(0.21).head(0)).toBeCloseTo(60 * 1.05 ** 2, 9);
  });
  test('a single curve is moved to any diameter without a word', () => {
    expect(performance({ diameter: 0.18 }).diameterOutside).toBe(false);
    expect(performance({ diameter: 0.18 }).head(0)).toBeCloseTo(60 * 0.81, 9);
  });
  test('the curve ends where the shorter of the two ends', () => {
    // 0.03·170/160 against 0.03·170/200
    expect(at(0.17).lastFlow).toBeCloseTo((0.03 * 0.17) / 0.2, 12);
  });
});

describe('power', () => {
  test('ρ·g·Q·H/η of all units, by hand', () => {
    // a unit at 0.02: 1000·10·0.02·40/0.4 = 20 kW
    expect(performance().shaftPower(0.02, 1000, 10)).toBeCloseTo(20_000, 6);
    expect(performance({ running: 2 }).shaftPower(0.04, 1000, 10)).toBeCloseTo(40_000, 6);
    // at half speed the cube: 0.01 m³/s is the same point of the curve
    expect(performance({ speed: 1500 }).shaftPower(0.01, 1000, 10)).toBeCloseTo(2500, 6);
  });
  test('at shut-off it is the limit of Q·H/η: 60/20 = 3 m⁴/s', () => {
    expect(performance().shaftPower(0, 1000, 10)! / 30_000).toBeCloseTo(1, 3);
    expect(performance({ running: 2, stages: 3 }).shaftPower(0, 1000, 10)! / 180_000).toBeCloseTo(1, 3);
    expect(performance({ speed: 1500 }).shaftPower(0, 1000, 10)! / 3750).toBeCloseTo(1, 3);
  });
  test('a curve that tells neither efficiency nor power has none', () => {
    const bare: PumpInput = { stages: 1, curves: [{ speed: 3000, rows: straight().map(({ flow, head }) => ({ flow, head })) }] };
    const p = performance({}, bare);
    expect([p.efficiency(0.01), p.shaftPower(0.01, 1000, 10), p.npshr(0.01)]).toEqual([undefined, undefined, undefined]);
  });
  test('efficiency: of one unit at its share, worn with the head, never below nothing', () => {
    expect(performance({ running: 2 }).efficiency(0.04)).toBeCloseTo(0.4, 12);
    expect(performance({ wear: 0.1 }).efficiency(0.02)).toBeCloseTo(0.36, 12);
    const falling: PumpInput = {
      stages: 1,
      curves: [{ speed: 3000, rows: straight().map((r) => ({ ...r, efficiency: 0.3 - 12 * r.flow })) }],
    };
    expect(performance({}, falling).efficiency(0.05)).toBe(0);
  });
});

test('NPSHR of one unit at its share, with the speed alone', () => {
  expect(performance({ running: 2 }).npshr(0.02)).toBeCloseTo(2.5, 12);
  // at half speed 0.01 is the curve's 0.02: 3 m, a quarter
  expect(performance({ speed: 1500, stages: 4, wear: 0.2, diameter: 0.15 }).npshr(0.01)).toBeCloseTo(0.75, 12);
});

test('best efficiency: the vertex of the parabola through the best row and its neighbours, moved as the curve is', () => {
  const rows = straight().map((r, i) => ({ ...r, efficiency: [0, 0.5, 0.7, 0.6][i]! }));
  const pump: PumpInput = { curves: [{ speed: 3000, diameter: 0.2, rows }], stages: 2 };
  const p = performance({ stages: 2, speed: 1500, diameter: 0.18 }, pump);
  // slopes 20 and −10 on both sides of the row at 0.02: zero at 0.015 + 20·0.01/30
  const best = 0.015 + 0.2 / 30;
  expect(p.bestFlow).toBeCloseTo(best * 0.5 * 0.9, 12);
  // head of one stage there: of two stages, at a quarter and 0.81
  const stageHead = ((60 - 1000 * best) * 0.25 * 0.81) / 2;
  expect(p.trace(0.01).waterBest).toEqual({ flow: p.bestFlow, stageHead: expect.closeTo(stageHead, 12) });
  // a row at the end of the table is itself; the maker's own goes before, and moves too
  const rising = { ...pump, curves: [{ speed: 3000, diameter: 0.2, rows: straight() }] };
  expect(performance({ stages: 2 }, rising).bestFlow).toBe(0.03);
  const given = performance({ stages: 2, speed: 1500, diameter: 0.18 }, { ...pump, speed: 3000, diameter: 0.2, bestFlow: 0.025 });
  expect(given.bestFlow).toBeCloseTo(0.025 * 0.5 * 0.9, 12);
});

test('past its last row the efficiency stays that of the row; the head goes on with its slope', () => {
  const p = performance({ stages: 1 }, { curves: [{ speed: 3000, diameter: 0.2, rows: straight() }], stages: 1 });
  expect(p.efficiency(0.04)).toBeCloseTo(0.6, 12);
  expect(p.head(0.04)).toBeCloseTo(20, 9);
});

describe('a viscous liquid', () => {
  const nu = 200e-6;
  const p = performance({ kinematicViscosity: nu });
  // best efficiency of the straight curve is its last row: 0.03 m³/s, 30 m; B = 16.5·√200·30^0.0625/(108^0.375·3000^0.25)
  const b = (16.5 * 14.142136 * 1.236864) / (5.788 * 7.400828);
  test('B by hand from flow and head of one stage at best efficiency', () => expect(p.viscosity.b).toBeCloseTo(b, 2));
  test('the whole curve moves: Q = CQ·Qw, H = CH·Hw, η = Cη·ηw', () => {
    const { cq, ceta } = p.viscosity;
    expect(p.bestFlow).toBeCloseTo(0.03 * cq, 12);
    expect(p.lastFlow).toBeCloseTo(0.03 * cq, 12);
    const ch = 1 - (1 - cq) * (0.02 / 0.03) ** 0.75;
    expect(p.head(0.02 * cq)).toBeCloseTo(40 * ch, 9);
    expect(p.efficiency(0.02 * cq)).toBeCloseTo(0.4 * ceta, 9);
    // at shut-off the head is that on water, and power there is the limit with the same factors
    expect(p.head(0)).toBe(60);
    expect(p.shaftPower(0, 900, 10)! / (900 * 10 * 3 * (cq / ceta))).toBeCloseTo(1, 3);
  });
  test('NPSHR is left', () => expect(p.npshr(0.02)).toBeCloseTo(3, 12));
  test('CH falls to a twentieth and no further, its slope is the derivative', () => {
    const c = viscosityCorrection(0.05, 0.001, 5, 1450);
    expect(c.b).toBeGreaterThan(VISCOSITY_B_LIMIT);
    expect(headFactor(c, 0.05)).toBe(0.05);
    expect([headFactorSlope(c, 0.05), headFactorSlope(c, 0), headFactor(c, 0)]).toEqual([0, 0, 1]);
    for (const q of [0.002, 0.01, 0.02]) {
      const numeric = (headFactor(p.viscosity, q + 1e-8) - headFactor(p.viscosity, q - 1e-8)) / 2e-8;
      expect(headFactorSlope(p.viscosity, q) / numeric).toBeCloseTo(1, 5);
    }
  });
  test('thin liquids leave the curve alone', () => {
    const thin = viscosityCorrection(1e-6, 0.03, 30, 3000);
    expect([thin.cq, thin.ceta, headFactor(thin, 0.02), headFactorSlope(thin, 0.02)]).toEqual([1, 1, 1, 0]);
  });
});

describe('a measured curve', () => {
  const curve = new MeasuredCurve(one.curves[0]!);
  test('the two rows between which a flow lies, the last two beyond them', () => {
    const flows = (q: number) => curve.rowsAround(q).map((r) => r.flow);
    expect([flows(0), flows(0.005), flows(0.01), flows(0.025), flows(0.03), flows(1)]).toEqual([
      [0, 0.01],
      [0, 0.01],
      [0.01, 0.02],
      [0.02, 0.03],
      [0.02, 0.03],
      [0.02, 0.03],
    ]);
  });
  test('rows with power give efficiency at 999.1 kg/m³, none at rest', () => {
    const powered = new MeasuredCurve({
      speed: 3000,
      rows: [
        { flow: 0, head: 60, power: 5000 },
        { flow: 0.02, head: 40, power: 16_000 },
      ],
    });
    // 999.1·9.80665·0.02·40/16000
    expect(powered.efficiency(0.02)).toBeCloseTo(0.48989, 5);
    expect(powered.efficiency(0)).toBe(0);
    expect(powered.headFlowPower(0)! * 999.1 * 9.80665).toBeCloseTo(5000, 6);
  });
  test('a column of a single figure is none', () => {
    const sparse = new MeasuredCurve({
      speed: 3000,
      rows: [
        { flow: 0, head: 60, npshr: 2 },
        { flow: 0.02, head: 40 },
      ],
    });
    expect(sparse.npshr).toBeUndefined();
    expect(sparse.efficiency(0.01)).toBeUndefined();
    expect(sparse.headFlowPower(0.01)).toBeUndefined();
  });
});

describe('motor at part load: losses half constant, half with the square of the load', () => {
  const plate = { ratedPower: 90_000, efficiency: 0.95, voltage: 400, powerFactor: 0.88 };
  test('rated load gives the plate back', () => {
    const duty = motorDuty(plate, 90_000)!;
    expect(duty.efficiency).toBeCloseTo(0.95, 12);
    expect(duty.powerFactor).toBeCloseTo(0.88, 12);
    // 90/0.95 kW over √3·400 V·0.88
    expect(duty.current).toBeCloseTo(94_736.84 / (1.7320508 * 400 * 0.88), 3);
    expect(duty.load).toBe(1);
  });
  test('half load, by hand', () => {
    // losses at rated 90·(1/0.95 − 1) = 4.736842 kW; at half load (0.5 + 0.125)· of it = 2.960526; 45/47.960526 = 0.938272
    const duty = motorDuty(plate, 45_000)!;
    expect(duty.inputPower).toBeCloseTo(47_960.526, 2);
    expect(duty.efficiency).toBeCloseTo(0.938272, 6);
    // reactive power 94.73684·tan(acos 0.88) = 51.13355 kvar, 0.6 + 0.4/4 of it: 47.960526/√(47.960526² + 35.793485²) = 0.801417
    expect(duty.powerFactor).toBeCloseTo(0.801417, 5);
  });
  test('what the plate does not say is not made up', () => {
    expect(motorDuty({ efficiency: 0.9 }, 1000)).toBeUndefined();
    expect(motorDuty({ ratedPower: 1000 }, 1000)).toBeUndefined();
    expect(motorDuty(plate, 0)).toBeUndefined();
    // almost idle it still has its constant losses, half of 4736.842 W
    expect(motorDuty(plate, 0.5)!.inputPower).toBeCloseTo(2368.92, 1);
    expect(motorDuty({ ratedPower: 1000, efficiency: 0.9 }, 500)).not.toHaveProperty('powerFactor');
    expect(motorDuty({ ratedPower: 1000, efficiency: 0.9, powerFactor: 0.8 }, 500)).not.toHaveProperty('current');
  });
});

test('a curve that rises anywhere is not falling; a flat end counts as falling', () => {
  const heads = (list: number[]): PumpInput => ({
    stages: 1,
    curves: [{ speed: 3000, rows: list.map((head, i) => ({ flow: i * 0.01, head })) }],
  });
  expect(performance({}, heads([60, 55, 45, 30])).falling).toBe(true);
  expect(performance({}, heads([60, 60, 45, 30])).falling).toBe(true);
  expect(performance({}, heads([55, 60, 45, 30])).falling).toBe(false);
  expect(performance({}, heads([60, 45, 30, 31])).falling).toBe(false);
  expect(performance({ running: 2 }, heads([60, 45, 30, 31])).falling).toBe(false);
});

describe('NPSHR of a viscous liquid, ISO/TR 17766', () => {
  const setting = { speed: 3000, diameter: 0.2, stages: 1, running: 1, wear: 0, kinematicViscosity: 120e-6 };
  test('left as on water unless it is asked for; then moved with CQ and raised by the factor at best efficiency', () => {
    const left = new PumpPerformance(one, setting);
    expect(left.npshr(0.02)).toBeCloseTo(3, 12);
    expect(left.npshrFactor).toBe(1);
    const p = new PumpPerformance(one, { ...setting, viscousNpshr: true });
    const { cq } = p.viscosity;
    // best efficiency at the last row, 0.03 m³/s = 108 m³/h and NPSHR 3.5 m, where CH is CQ;
    // 274 000·3.5/(108^0.667·3000^1.33): 108^0.667 = e^(0.667·4.682131) = 22.7136, 3000^1.33 = e^(1.33·8.006368) = 42 128.6
    const factor = 1 + (0.1 * (1 / cq - 1) * 274_000 * 3.5) / (22.7136 * 42_128.6);
    expect(factor).toBeGreaterThan(1.004);
    expect(p.npshrFactor).toBeCloseTo(factor, 6);
    expect(p.npshr(0.02)).toBeCloseTo((2 + (50 * 0.02) / cq) * factor, 6);
    // what a checker follows: read at the flow on water, which is larger
    const [share] = p.trace(0.02).shares;
    expect([share!.atNpsh, share!.npshr]).toEqual([expect.closeTo(0.02 / cq, 12), expect.closeTo(2 + (50 * 0.02) / cq, 9)]);
    expect(left.trace(0.02).shares[0]).toMatchObject({ atNpsh: 0.02, npshr: expect.closeTo(3, 12) });
  });
  test('five times as much where the liquid turns into two eyes; none in a thin liquid', () => {
    const single = new PumpPerformance(one, { ...setting, viscousNpshr: true }).npshrFactor;
    const double = new PumpPerformance({ ...one, eyes: 2 }, { ...setting, viscousNpshr: true }).npshrFactor;
    expect((double - 1) / (single - 1)).toBeCloseTo(5, 9);
    expect(new PumpPerformance(one, { ...setting, kinematicViscosity: 1e-6, viscousNpshr: true }).npshrFactor).toBe(1);
  });
});

test('specific speeds: of a stage and an eye at best efficiency', () => {
  const p = new PumpPerformance({ ...one, stages: 2, eyes: 2 }, { speed: 3000, diameter: 0.2, stages: 2, running: 1, wear: 0 });
  // 0.03 m³/s, 30 m of two stages, NPSHR 3.5 m: 3000·√0.015/15^0.75 and 3000·√0.015/3.5^0.75
  expect(p.specificSpeed).toBeCloseTo((3000 * 0.1224745) / 7.622, 1);
  expect(p.suctionSpecificSpeed).toBeCloseTo((3000 * 0.1224745) / 2.5589, 1);
});
