import { stateOf } from '../fluids/fluid.js';
import type { LossResult, PipeResult, PumpResult, ScenarioResult, ValveResult } from '../results/results.js';
import { runStudy } from '../scenarios/run.js';
import { working } from '../scenarios/working.js';
import { systemCurve } from '../scenarios/system-curve.js';
import { valveWindow } from '../scenarios/valve-window.js';
import { junction, line, pipe, solved, study, vessel } from '../test/studies.js';

const G = 9.80665;
const K = 273.15;
const OIL = { kind: 'constant', density: '850 kg/m3', viscosity: '2 mPa.s', vapourPressure: '1 kPa', specificHeat: '2 kJ/kg/K' };
const CP = 2000;
const RHO = 850;

type Raw = Record<string, unknown>;

/** a study in which temperature is followed */
const warm = (points: object, lines: object[], more: Raw = {}): Raw => {
  const s = study(points, lines) as Raw;
  const scenario = { ...(s.scenarios as Raw[])[0]!, fluid: 'oil', temperature: '60 C', ...((more.scenario as Raw) ?? {}) };
  return {
    ...s,
    thermal: true,
    site: { ambientTemperature: '5 C' },
    fluids: { oil: OIL },
    ...more,
    scenarios: [scenario],
    scenario: undefined,
  };
};
const clean = (raw: Raw): Raw => JSON.parse(JSON.stringify(raw)) as Raw;
const run = (raw: Raw): ScenarioResult => solved(clean(raw));
const flowing = (flow: string, t?: string) => ({ kind: 'flow', elevation: '0 m', flow, ...(t ? { temperature: t } : {}) });
const as = <T>(r: ScenarioResult, id: string): T => r.elements[id] as unknown as T;

/** 40 km of oil that cools in cold ground */
const cooling = (p: Raw = {}, more: Raw = {}) =>
  warm(
    { F: flowing('300 m3/h'), T: vessel(0, 5) },
    [line('A', 'F', 'T', [{ ...pipe('a', 40_000, 300), u: '1.5 W/m2/K', ...p }])],
    more,
  );

describe('a pipe that gives heat away', () => {
  const mass = (RHO * 300) / 3600;
  test('comes to Ta + q′/(U·π·Do) + (T0 − that)·exp(−U·π·Do·L/(m·cp)), friction as a source', () => {
    const r = run(cooling());
    const a = as<PipeResult>(r, 'a');
    const perMetre = 1.5 * Math.PI * 0.3;
    const heat = (mass * G * a.headLoss!) / 40_000;
    const end = 278.15 + heat / perMetre;
    const expected = end + (333.15 - end) * Math.exp((-perMetre * 40_000) / (mass * CP));
    expect(Math.abs(a.outletTemperature! - expected)).toBeLessThan(0.002);
    expect(a.inletTemperature).toBeCloseTo(333.15, 9);
    expect(r.points.T!.temperature).toBeCloseTo(a.outletTemperature!, 9);
    // without friction it would be colder: 80 m of head are worth 0.4 K here
    const cold = 278.15 + 55 * Math.exp((-perMetre * 40_000) / (mass * CP));
    expect(a.outletTemperature! - cold).toBeGreaterThan(0.1);
  });
  test('to 0.01 K without friction heat: a bore in which next to nothing is lost', () => {
    const a = as<PipeResult>(run(cooling({ inside: '2 m', roughness: '0.001 mm', u: '0.6 W/m2/K' })), 'a');
    const expected = 278.15 + 55 * Math.exp((-0.6 * Math.PI * 2 * 40_000) / (mass * CP));
    expect(Math.abs(a.outletTemperature! - expected)).toBeLessThan(0.01);
  });
  test('by its outside diameter where a size is given: DN300 is 323.8 mm', () => {
    const { inside: _i, ...sized } = { ...pipe('a', 40_000, 300), u: '1.5 W/m2/K', size: 'DN300', schedule: '40' } as Raw;
    const r = run(warm({ F: flowing('300 m3/h'), T: vessel(0, 5) }, [line('A', 'F', 'T', [sized])]));
    const a = as<PipeResult>(r, 'a');
    const perMetre = 1.5 * Math.PI * 0.3238;
    const end = 278.15 + (mass * G * a.headLoss!) / 40_000 / perMetre;
    const expected = end + (333.15 - end) * Math.exp((-perMetre * 40_000) / (mass * CP));
    expect(Math.abs(a.outletTemperature! - expected)).toBeLessThan(0.002);
  });
  test('in the other direction, its inlet in line direction being where it leaves', () => {
    const r = run(
      warm({ F: flowing('300 m3/h'), T: vessel(0, 5) }, [line('A', 'T', 'F', [{ ...pipe('a', 40_000, 300), u: '1.5 W/m2/K' }])]),
    );
    const forward = as<PipeResult>(run(cooling()), 'a');
    const a = as<PipeResult>(r, 'a');
    expect(a.outletTemperature).toBeCloseTo(333.15, 9);
    expect(a.inletTemperature! / forward.outletTemperature!).toBeCloseTo(1, 9);
  });
  test('insulation and soil are resistances in series', () => {
    // 50 mm of 0.035 W/(m·K) on 300 mm, its axis 1.5 m deep in soil of 1.2 W/(m·K)
    const layer = Math.log(0.4 / 0.3) / (2 * Math.PI * 0.035);
    const soil = Math.acosh((2 * 1.5) / 0.4) / (2 * Math.PI * 1.2);
    const u = 1 / (layer + soil) / (Math.PI * 0.3);
    const p = {
      insulation: [{ thickness: '50 mm', conductivity: '0.035 W/m/K' }],
      burial: { depth: '1.5 m', conductivity: '1.2 W/m/K' },
    };
    const built = as<PipeResult>(run(cooling({ u: undefined, ...p })), 'a');
    const given = as<PipeResult>(run(cooling({ u: `${u} W/m2/K` })), 'a');
    expect(built.outletTemperature).toBeCloseTo(given.outletTemperature!, 6);
    expect(built.outletTemperature).toBeLessThan(332);
  });
  test('without anything around it, friction alone warms it by g·h/cp', () => {
    const a = as<PipeResult>(run(cooling({ u: undefined })), 'a');
    expect(a.outletTemperature! - 333.15).toBeCloseTo((G * a.headLoss!) / CP, 6);
  });
  test('what is around it: its own entry, else the scenario’s, else the site’s; without any it is said', () => {
    const out = (p: Raw, more: Raw) => as<PipeResult>(run(cooling(p, more)), 'a').outletTemperature!;
    const site = out({}, {});
    const scenario = out({}, { scenario: { ambientTemperature: '15 C' } });
    const own = out({ ambient: '25 C' }, { scenario: { ambientTemperature: '15 C' } });
    expect(scenario - site).toBeCloseTo(own - scenario, 6);
    expect(own).toBeGreaterThan(scenario + 1);
    const { problems } = runStudy(clean(cooling({}, { site: {} })));
    expect(problems).toMatchObject([{ code: 'under-specified', where: ['a'], detail: { keys: ['ambient'] } }]);
  });
  test('a specific heat is needed, and said where it would stand', () => {
    const { specificHeat: _none, ...bare } = OIL;
    const { problems } = runStudy(clean(cooling({}, { fluids: { oil: bare } })));
    expect(problems).toMatchObject([{ path: 'fluids.oil.specificHeat', code: 'missing' }]);
  });
  test('without the word nothing is followed', () => {
    const r = run(cooling({}, { thermal: false }));
    expect(as<PipeResult>(r, 'a').outletTemperature).toBeUndefined();
    expect(r.points.T!.temperature).toBeUndefined();
    // the scenario has the last word
    const own = run(cooling({}, { thermal: false, scenario: { thermal: true } }));
    expect(own.points.T!.temperature).toBeLessThan(333);
  });
});

test('heated from 10 to 150 °C, and mixed with as much at 10 °C: enthalpies balance, not temperatures', () => {
  const fed = (id: string, elements: Raw[]): Raw => line(`L${id}`, id, 'J', [{ id: `P${id}`, kind: 'pump', mode: 'flow', flow: '50 t/h' }, ...elements]); // prettier-ignore
  const cold = { kind: 'vessel', elevation: '0 m', level: '2 m', pressure: '12 bar', temperature: '10 C' };
  const heated = (how: Raw): ScenarioResult =>
    run(
      study(
        { A: cold, C: cold, J: { kind: 'junction', elevation: '0 m' }, B: { ...cold, temperature: undefined } },
        [
          fed('A', [{ id: 'H', kind: 'device', drop: '0.001 bar', at: '100 m3/h', ...how }]),
          fed('C', [pipe('b', 10, 200)]),
          line('L', 'J', 'B', [pipe('c', 10, 300)]),
        ],
        { thermal: true, fluids: { w: { kind: 'water' } }, scenarios: [{ id: 'a', fluid: 'w', temperature: '60 C' }] },
      ),
    );
  // steam tables, saturated water: 632.18 kJ/kg at 150 °C, 42.02 at 10 °C, 335.01 at 80 °C, 339.2 at 81 °C; the mean of the first two is
  // 337.10: 80 + (337.10 − 335.01)/4.19 = 80.50 °C
  expect(heated({ outletTemperature: '150 C' }).points.J!.temperature! - K).toBeCloseTo(80.5, 1);
  // 50/3.6 kg/s · (632.18 − 42.02) kJ/kg = 8197 kW bring it there, but for 0.1 % that pressure has in these enthalpies
  const by = heated({ duty: '8197 kW' });
  expect(Math.abs(as<LossResult>(by, 'H').outletTemperature! - K - 150)).toBeLessThan(0.14);
  expect(by.points.J!.temperature! - K).toBeCloseTo(80.5, 1);
});

describe('properties by the temperature on the way', () => {
  const THICK = {
    kind: 'oil',
    density: '930 kg/m3',
    viscosities: [
      { temperature: '40 C', kinematicViscosity: '300 cSt' },
      { temperature: '80 C', kinematicViscosity: '45 cSt' },
    ],
    vapourPressure: '0.1 kPa',
    specificHeat: '1.9 kJ/kg/K',
  };
  const slow = (p: Raw, more: Raw): Raw => {
    const raw = cooling(p, more);
    return { ...raw, points: { ...(raw.points as object), F: flowing('120 m3/h') } };
  };
  test('head and temperature are those of an integration in 4,000 steps, to 0.1 %', () => {
    const r = run(slow({ u: '2 W/m2/K' }, { fluids: { oil: THICK } }));
    const a = as<PipeResult>(r, 'a');
    // laminar all the way: Hagen–Poiseuille by short steps, an independent second method
    const mass = stateOf({ ...read(THICK) }, 333.15).density * (120 / 3600);
    const n = 4000;
    const dx = 40_000 / n;
    let t = 333.15;
    let drop = 0;
    for (let i = 0; i < n; i++) {
      const f = stateOf({ ...read(THICK) }, t);
      const v = mass / f.density / ((Math.PI / 4) * 0.09);
      const dp = (32 * f.viscosity * v * dx) / 0.09;
      expect((v * 0.3 * f.density) / f.viscosity).toBeLessThan(2000);
      drop += dp;
      t += ((2 * Math.PI * 0.3 * (278.15 - t) + (mass * dp) / f.density / dx) * dx) / (mass * 1900);
    }
    expect(Math.abs(a.outletTemperature! - t)).toBeLessThan(0.02);
    expect((a.inletPressure! - a.outletPressure!) / drop).toBeCloseTo(1, 3);
    // at one temperature it would be less than half of it
    const cold = as<PipeResult>(run(slow({}, { thermal: false, fluids: { oil: THICK } })), 'a');
    expect(a.headLoss! / cold.headLoss!).toBeGreaterThan(1.8);
  });
  test('a level that is sought is one of the liquid that stands there', () => {
    const levelFor = (more: Raw): number =>
      run(
        warm(
          {
            T: { ...vessel(0, 0), level: 'solve', pressure: '1 bar(g)', temperature: '90 C', flow: '10 m3/h' },
            U: vessel(20, 0),
          },
          [line('A', 'T', 'U', [pipe('a', 1, 300)])],
          { fluids: { oil: { kind: 'water' } }, scenario: { temperature: '20 C' }, ...more },
        ),
      ).solved['T.level']!;
    // 20 m up through water of 90 °C, 965.31 kg/m³, next to no friction
    expect(levelFor({})).toBeCloseTo(20 - 1e5 / (965.31 * G), 2);
  });
  test('masses balance: what is fed hot is less liquid than as much fed cold, and mixes so', () => {
    const r = run(
      warm(
        { H: flowing('10 m3/h', '80 C'), C: flowing('10 m3/h', '20 C'), J: junction(0), T: vessel(0, 5) },
        [
          line('A', 'H', 'J', [pipe('a', 1, 100)]),
          line('B', 'C', 'J', [pipe('b', 1, 100)]),
          line('D', 'J', 'T', [pipe('d', 1, 100)]),
        ],
        { fluids: { oil: { kind: 'water' } }, scenario: { temperature: '20 C' } },
      ),
    );
    // IAPWS-IF97 at 1 atm: 971.79 and 998.21 kg/m³, 4.196 and 4.184 kJ/(kg·K)
    const [hot, cold] = [971.79 * 4.196, 998.21 * 4.184];
    expect(r.points.J!.temperature! - K).toBeCloseTo((hot * 80 + cold * 20) / (hot + cold), 1);
    expect(r.points.H!.outflow * 3600).toBeCloseTo(10, 6);
    const through = as<PipeResult>(r, 'd');
    expect(through.flow * through.density! * 3600).toBeCloseTo(9717.9 + 9982.1, -1);
  });
  test('a mass flow stays that mass at another temperature', () => {
    const r = run(
      warm({ F: flowing('36 t/h', '80 C'), T: vessel(0, 5) }, [line('A', 'F', 'T', [pipe('a', 10, 100)])], {
        fluids: { oil: { kind: 'water' } },
        scenario: { temperature: '20 C' },
      }),
    );
    const a = as<PipeResult>(r, 'a');
    expect(a.flow * a.density!).toBeCloseTo(10, 4);
    expect(r.lines.A!.flow).toBeCloseTo(10 / 971.79, 6);
  });
  test('a column weighs what stands in it: 20 m of water at 90 °C under a scenario of 20 °C', () => {
    const r = run(
      warm({ F: flowing('10 m3/h', '90 C'), T: vessel(20, 5) }, [line('A', 'F', 'T', [pipe('a', 20, 200)])], {
        fluids: { oil: { kind: 'water' } },
        scenario: { temperature: '20 C' },
      }),
    );
    const a = as<PipeResult>(r, 'a');
    // 965.31 kg/m³ (IAPWS-IF97 at 1 atm); the level in the vessel is as warm
    expect((a.inletPressure! - a.outletPressure!) / (965.31 * G * (20 + a.headLoss!))).toBeCloseTo(1, 4);
    expect((a.outletPressure! - 101_325) / (965.31 * G * 5)).toBeCloseTo(1, 3);
  });
});

describe('what else heats', () => {
  const through = (elements: object[], more: Raw = {}) =>
    run(warm({ F: flowing('100 m3/h'), T: vessel(0, 5) }, [line('A', 'F', 'T', elements)], more));
  const mass = (RHO * 100) / 3600;
  test('a device: duty over m·cp, and the heat of its own friction beside it', () => {
    const r = through([{ id: 'd', kind: 'device', drop: '2 bar', at: '100 m3/h', duty: '500 kW' }]);
    const d = as<LossResult>(r, 'd');
    expect(d.outletTemperature! - d.inletTemperature!).toBeCloseTo((500e3 / mass + 2e5 / RHO) / CP, 6);
    expect(d.heatDuty).toBeCloseTo(500e3, 2);
  });
  test('a heater of which no drop is said takes no pressure', () => {
    const d = as<LossResult>(through([{ id: 'd', kind: 'device', duty: '-500 kW' }]), 'd');
    expect([d.drop, d.heatDuty]).toEqual([0, expect.closeTo(-500e3, 2)]);
    expect(d.outletTemperature! - d.inletTemperature!).toBeCloseTo(-500e3 / mass / CP, 6);
  });
  test('a device that holds its outlet: what it gives is less by its friction', () => {
    const r = through([{ id: 'd', kind: 'device', drop: '2 bar', at: '100 m3/h', outletTemperature: '40 C' }]);
    const d = as<LossResult>(r, 'd');
    expect(d.outletTemperature).toBeCloseTo(313.15, 9);
    expect(d.heatDuty).toBeCloseTo(mass * CP * -20 - mass * (2e5 / RHO), 2);
  });
  test('a valve by what it burns, a pump by what its efficiency leaves of the shaft power', () => {
    const pump = { id: 'p', kind: 'pump', mode: 'head', head: '200 m', efficiency: 0.7 };
    const r = run(
      warm({ S: vessel(0, 5), T: vessel(0, 5) }, [
        line('A', 'S', 'T', [pump, { id: 'v', kind: 'control-valve', mode: 'flow', flow: '100 m3/h' }, pipe('a', 10, 200)]),
      ]),
    );
    const p = as<PumpResult>(r, 'p');
    expect(p.outletTemperature! - p.inletTemperature!).toBeCloseTo((G * 200 * (1 / 0.7 - 1)) / CP, 6);
    const v = as<ValveResult>(r, 'v');
    expect(v.outletTemperature! - v.inletTemperature!).toBeCloseTo(v.drop! / RHO / CP, 6);
    // all of the shaft power is in the liquid in the end
    const gained = r.points.T!.temperature! - r.points.S!.temperature!;
    expect(gained).toBeCloseTo((G * 200) / 0.7 / CP, 4);
  });
  test('a closed circuit settles where what goes out is what comes in', () => {
    const circuit = (device: object, more: object = {}) =>
      warm({ J: junction(0), V: { ...vessel(0, 5), temperature: '20 C' } }, [
        line('A', 'V', 'J', [
          { id: 'p', kind: 'pump', mode: 'flow', flow: '100 m3/h', efficiency: 0.7 },
          { ...pipe('a', 2000, 200), ...more },
        ]),
        line('B', 'J', 'V', [device]),
      ]);
    const r = run(circuit({ id: 'd', kind: 'device', drop: '1 bar', at: '100 m3/h', duty: '50 kW' }, { u: '5 W/m2/K' }));
    const a = as<PipeResult>(r, 'a');
    const p = as<PumpResult>(r, 'p');
    // through the wall goes the duty and all of the shaft power
    const fraction = 1 - Math.exp((-5 * Math.PI * 0.2 * 2000) / (mass * CP));
    const shaft = p.hydraulicPower! / 0.7;
    const source = (mass * G * a.headLoss!) / 2000 / (5 * Math.PI * 0.2);
    const wall = mass * CP * (a.inletTemperature! - (278.15 + source)) * fraction + mass * G * a.headLoss!;
    expect(wall / (50e3 + shaft)).toBeCloseTo(1, 2);
    // what the circuit keeps to itself: nothing is fed, all goes through the wall
    const b = r.heatBalance!;
    expect(b.lost / (50e3 + shaft)).toBeCloseTo(1, 3);
    expect(b.in / b.out).toBeCloseTo(1, 4);
    // one that gives nothing away has no temperature
    const { scenarios } = runStudy(clean(circuit({ id: 'd', kind: 'device', drop: '1 bar', at: '100 m3/h', duty: '50 kW' })));
    expect(scenarios[0]!.result).toMatchObject({
      status: 'failed',
      findings: expect.arrayContaining([expect.objectContaining({ code: 'no-temperature' })]) as unknown,
    });
  });
  test('what comes in as heat leaves as heat: each part by hand', () => {
    const r = through([
      { id: 'p', kind: 'pump', mode: 'head', head: '120 m', efficiency: 0.7 },
      { id: 'h', kind: 'device', drop: '2 bar', at: '100 m3/h', duty: '500 kW' },
      { ...pipe('a', 2000, 200), u: '5 W/m2/K' },
      { id: 'c', kind: 'device', duty: '-200 kW' },
    ]);
    const b = r.heatBalance!;
    const [p, a] = [as<PumpResult>(r, 'p'), as<PipeResult>(r, 'a')];
    // cp is the same everywhere: enthalpies over 0 °C are m·cp·t
    expect(b.fed).toBeCloseTo(mass * CP * 60, 3);
    expect(b.received).toBeCloseTo(mass * CP * (r.points.T!.temperature! - K), 3);
    expect([b.heating, b.cooling]).toEqual([expect.closeTo(500e3, 3), expect.closeTo(200e3, 3)]);
    const burnt = p.hydraulicPower! * (1 / 0.7 - 1) + (mass * 2e5) / RHO + mass * G * a.headLoss!;
    expect(b.friction / burnt).toBeCloseTo(1, 6);
    const cooled = mass * CP * (a.inletTemperature! - a.outletTemperature!) + mass * G * a.headLoss!;
    expect(b.lost / cooled).toBeCloseTo(1, 5);
    expect(b.in).toBe(b.fed + b.heating + b.friction);
    expect(b.out).toBe(b.received + b.cooling + b.lost);
    expect(Math.abs(b.in - b.out)).toBeLessThan(1e-5 * 700e3);
    const { model, result } = runStudy(clean(cooling())).scenarios[0]!;
    const [given] = working(model!, result!, 'heatBalance.out')!;
    expect(given).toMatchObject({ formula: 'Po + Pc + Pl', result: { value: result!.heatBalance!.out } });
    expect(given!.inputs.reduce((sum, v) => sum + v.value, 0)).toBe(result!.heatBalance!.out);
  });
  test('outside the range of its properties it is said where', () => {
    const raw = warm(
      { F: flowing('1 m3/h'), T: vessel(0, 5) },
      [line('A', 'F', 'T', [{ ...pipe('a', 40_000, 100), u: '50 W/m2/K' }])],
      {
        fluids: { oil: { kind: 'water' } },
        site: { ambientTemperature: '-20 C' },
      },
    );
    const r = runStudy(clean(raw)).scenarios[0]!.result!;
    expect(r.status).toBe('failed');
    expect(r.findings).toEqual(expect.arrayContaining([expect.objectContaining({ code: 'temperature-outside', where: 'a' })]));
  });
});

describe('what is built on it', () => {
  // hot water up 40 m through a heater, its valve held open: a pump on its curve, worn
  const raw = clean(
    warm(
      { S: { ...vessel(0, 4), temperature: '80 C' }, J: junction(10), T: vessel(40, 3) },
      [
        line('A', 'S', 'J', [
          pipe('a', 20, 154),
          { id: 'p', kind: 'pump', mode: 'curve', pump: 'p', running: 2 },
          { id: 'd', kind: 'device', drop: '0.2 bar', at: '60 m3/h', outletTemperature: '30 C' },
        ]),
        line('B', 'J', 'T', [
          { id: 'v', kind: 'control-valve', mode: 'opening', valve: 'v', opening: 0.8 },
          { ...pipe('b', 400, 154), u: '8 W/m2/K' },
        ]),
      ],
      { fluids: { oil: { kind: 'water' } }, scenario: { temperature: '30 C' } },
    ),
  );
  const { model, result } = runStudy(raw).scenarios[0]!;
  const r = result!;
  test('the system head curve passes the duty point, in metres of the liquid at the pump', () => {
    const p = as<PumpResult>(r, 'p');
    const [at] = systemCurve(model!, r, 'p', [p.flow]);
    expect(at!.head! / p.head!).toBeCloseTo(1, 6);
    expect(at!.npsha! / p.npsha!).toBeCloseTo(1, 6);
  });
  test('the parts of the head sum to it, the lighter column before the cooler with them', () => {
    const parts = r.breakdowns.p!;
    const sum = Object.values(parts).reduce((a, b) => a + b, 0);
    expect(sum / as<PumpResult>(r, 'p').head!).toBeCloseTo(1, 8);
    expect(parts.lift).toBeGreaterThan(35);
  });
  test('the window of a valve closes at the flow of the valve left out', () => {
    const w = valveWindow(model!, 'v')!;
    expect(w.left.at(-1)).toBeCloseTo(0, 6);
    expect(w.left[0]).toBeGreaterThan(10);
    const v = as<ValveResult>(r, 'v');
    const k = w.flow.findIndex((q) => q > v.flow);
    const share = (v.flow - w.flow[k - 1]!) / (w.flow[k]! - w.flow[k - 1]!);
    expect((w.left[k - 1]! + share * (w.left[k]! - w.left[k - 1]!)) / v.headLoss!).toBeCloseTo(1, 2);
  });
  test('NPSH is of the liquid at the pump: 47.4 kPa of vapour at 80 °C, 971.8 kg/m³', () => {
    const p = as<PumpResult>(r, 'p');
    const before = as<PipeResult>(r, 'a').headLoss!;
    expect(p.npsha).toBeCloseTo(4 - before + (101_325 - 47_415) / (971.79 * G), 2);
  });
});

/** entries of the thick oil in SI, by hand */
function read(_oil: object) {
  return {
    kind: 'oil',
    density: 930,
    viscosities: [
      { temperature: 313.15, kinematicViscosity: 300e-6 },
      { temperature: 353.15, kinematicViscosity: 45e-6 },
    ],
    vapourPressure: 100,
    specificHeat: 1900,
  };
}
