import { verdictOf } from '../checks/complete.js';
import { motorDuty } from '../pumps/motor.js';
import { overallVerdict } from './overall.js';
import { runStudy } from './run.js';
import { junction, line, pipe, PUMP, solved, study, vessel } from '../test/studies.js';
import { randomSystem } from '../test/random-systems.js';
import type { LossResult, PipeResult, PumpResult, ScenarioResult } from '../results/results.js';

const sum = (r: ScenarioResult, pump: string): number =>
  Object.values(r.breakdowns[pump]!).reduce((s: number, x: number) => s + x, 0);
const curvePump = { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' };

describe('head breakdown', () => {
  test('by hand: vessel to vessel over a device and a valve', () => {
    const r = solved(
      study({ T: vessel(1, 2), U: vessel(8, 3, { pressure: '0.5 bar(g)' }) }, [
        line('L', 'T', 'U', [
          pipe('a', 20, 102.3, { fittings: [{ k: 2 }] }),
          curvePump,
          { id: 'D', kind: 'device', drop: '0.2 bar', at: '60 m3/h' },
          { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '60 m3/h' },
          pipe('b', 80),
        ]),
      ]),
    );
    const b = r.breakdowns.P!;
    // surfaces at 3 and 11 m; 0.5 bar and 0.2 bar over ρg of water at 20 °C (998.21 kg/m³)
    expect(b.lift).toBeCloseTo(8, 12);
    expect(b.pressure).toBeCloseTo(50_000 / (998.207 * 9.80665), 4);
    expect(b.devices).toBeCloseTo(20_000 / (998.207 * 9.80665), 4);
    // K 2 on the velocity head at 60 m³/h in 102.3 mm: v = 2.02769 m/s
    expect(b.fittings).toBeCloseTo((2 * 2.02769 ** 2) / (2 * 9.80665), 4);
    expect(Math.abs(sum(r, 'P') - (r.elements.P as PumpResult).head!)).toBeLessThan(1e-9);
  });

  test('follows the largest flow behind a junction, whichever way its line is drawn', () => {
    const branches = (isTurned: boolean) =>
      solved(
        study({ T: vessel(0, 3), J: junction(0), U: vessel(20, 1), V: vessel(12, 1) }, [
          line('L', 'T', 'J', [pipe('a', 5, 154.1), curvePump]),
          isTurned ? line('M', 'U', 'J', [pipe('m', 30, 102.3)]) : line('M', 'J', 'U', [pipe('m', 30, 102.3)]),
          isTurned ? line('N', 'V', 'J', [pipe('n', 400, 40.9)]) : line('N', 'J', 'V', [pipe('n', 400, 40.9)]),
        ]),
      );
    const [drawn, turned] = [branches(false), branches(true)];
    // the wider one to U carries more: a lift of 21 − 3 m
    expect(Math.abs(drawn.lines.M!.flow)).toBeGreaterThan(Math.abs(drawn.lines.N!.flow));
    for (const r of [drawn, turned]) expect(r.breakdowns.P!.lift).toBeCloseTo(18, 9);
    expect(turned.breakdowns.P!.pipes).toBeCloseTo(drawn.breakdowns.P!.pipes, 6);
  });

  test('sums to the head to 1e-9 in branches, closed circuits and 200 random systems', () => {
    const ring = solved(
      study(
        { A: junction(0), B: junction(4), E: { kind: 'pressure', elevation: '10 m', pressure: '1 bar(g)', basis: 'total' } },
        [
          line('L1', 'A', 'B', [curvePump]),
          line('L2', 'B', 'A', [pipe('ring', 300)]),
          line('L3', 'E', 'A', [pipe('c', 5, 26.6)]),
        ],
      ),
    );
    expect(ring.breakdowns.P!.lift).toBe(0);
    expect(Math.abs(sum(ring, 'P') - (ring.elements.P as PumpResult).head!)).toBeLessThan(1e-9);
    let compared = 0;
    for (let seed = 1000; seed < 1200; seed++) {
      const r = runStudy(randomSystem(seed)).scenarios[0]?.result;
      for (const id of Object.keys(r?.breakdowns ?? {})) {
        compared++;
        expect(Math.abs(sum(r!, id) - (r!.elements[id] as PumpResult).head!)).toBeLessThan(1e-6);
      }
    }
    expect(compared).toBeGreaterThan(150);
  });
});

test('inside a long pipe the pressure at a high point is seen, and judged', () => {
  const at = (elevation: number) =>
    solved(
      study({ T: vessel(20, 1), U: vessel(0, 1) }, [
        line('L', 'T', 'U', [
          pipe('a', 1000, 102.3, { profile: [{ distance: '250 m', elevation: `${elevation} m` }], fittings: [{ k: 1 }] }),
        ]),
      ]),
    );
  const low = at(10);
  const a = low.elements.a as PipeResult;
  // a quarter of the loss is gone there: p = patm + ρg·(21 − 20/4 − v²/2g − 10)
  const grade = 21 - 5 - a.velocity ** 2 / (2 * 9.80665);
  expect(a.profile![0]!.pressure).toBeCloseTo(101_325 + 998.207 * 9.80665 * (grade - 10), -1);
  expect(at(24).findings.map((f) => f.code)).toContain('below-atmosphere');
  expect(at(27).findings.map((f) => f.code)).toContain('below-vapour');
  expect(at(27).margins.find((m) => m.check === 'lowest-pressure')).toMatchObject({ verdict: 'fails' });
});

describe('motor', () => {
  const plate = { ratedPower: 90_000, efficiency: 0.95, voltage: 400, powerFactor: 0.88 };
  test('at rated load its plate, at half load a quarter of the variable losses', () => {
    const rated = motorDuty(plate, 90_000)!;
    expect(rated.efficiency).toBeCloseTo(0.95, 12);
    expect(rated.powerFactor).toBeCloseTo(0.88, 12);
    // 90/0.95 = 94.737 kW over √3·400·0.88
    expect(rated.current).toBeCloseTo(155.39, 2);
    // losses 4.7368 kW: 0.5·4.7368 + 0.125·4.7368 = 2.9605 kW at 45 kW
    expect(motorDuty(plate, 45_000)!.inputPower).toBeCloseTo(47_960.5, 1);
    // reactive 94.737·tan(acos 0.88) = 51.133 kvar, of it 0.6 + 0.4/4 = 0.7 at half load: 47.9605/√(47.9605² + 35.793²)
    expect(motorDuty(plate, 45_000)!.powerFactor).toBeCloseTo(0.80142, 4);
  });
  test('three loads of a plate are given back, and between them its losses are a parabola', () => {
    const three = { ...plate, efficiency: [0.94, 0.95, 0.948], powerFactor: [0.78, 0.85, 0.88] };
    [0.5, 0.75, 1].forEach((x, i) => {
      const duty = motorDuty(three, 90_000 * x)!;
      expect(duty.efficiency).toBeCloseTo(three.efficiency[i]!, 12);
      expect(duty.powerFactor).toBeCloseTo(three.powerFactor[i]!, 12);
    });
    // losses 2.87234, 3.55263, 4.93671 kW: at a quarter 3·2.87234 − 3·3.55263 + 4.93671 = 2.89584
    expect(motorDuty(three, 22_500)!.inputPower).toBeCloseTo(22_500 + 2895.84, 1);
  });
  test('a drive takes its part between mains and motor, the current is that of the motor', () => {
    const driven = motorDuty({ ...plate, driveEfficiency: 0.97 }, 90_000)!;
    expect(driven.inputPower).toBeCloseTo(90_000 / 0.95 / 0.97, 6);
    expect(driven.current).toBeCloseTo(155.39, 2);
  });
});

test('units in series add their heads, unlike ones in parallel their flows', () => {
  const series = solved(
    study({ T: vessel(0), U: vessel(60) }, [
      line('L', 'T', 'U', [curvePump, { ...curvePump, id: 'R', speed: '2500 rpm' }, pipe('s', 40)]),
    ]),
  );
  const head = (r: ScenarioResult, id: string): number => (r.elements[id] as PumpResult).head!;
  expect(head(series, 'P') + head(series, 'R') - (series.elements.s as PipeResult).headLoss!).toBeCloseTo(60, 9);
  const parallel = solved(
    study({ T: vessel(0), J: junction(0), U: vessel(30) }, [
      line('L1', 'T', 'J', [curvePump]),
      line('L2', 'T', 'J', [{ ...curvePump, id: 'R', speed: '2700 rpm' }]),
      line('L3', 'J', 'U', [pipe('s', 40, 154.1)]),
    ]),
  );
  expect(parallel.lines.L1!.flow + parallel.lines.L2!.flow).toBeCloseTo(parallel.lines.L3!.flow, 12);
  expect(head(parallel, 'P')).toBeCloseTo(head(parallel, 'R'), 9);
});

describe('margins', () => {
  const run = (element: object, more: object = {}, pump: object = {}) =>
    solved(
      study(
        { T: vessel(0, 3), U: vessel(30) },
        [line('L', 'T', 'U', [pipe('a', 5, 154.1), { ...curvePump, ...element }, pipe('b', 60)])],
        {
          pumps: { p: { ...PUMP, motor: { ratedPower: '15 kW' }, minFlow: '20 m3/h', ...pump } },
          ...more,
        },
      ),
    );
  const margin = (r: ScenarioResult, check: string) => r.margins.find((m) => m.check === check)!;

  test('values are the ratios that they say, limits the defaults', () => {
    const r = run({});
    const p = r.elements.P as PumpResult;
    expect(margin(r, 'npsh-ratio')).toMatchObject({ value: p.npsha! / p.npshr!, limit: 1.3 });
    // parabola through 73.5, 76 and 74.5 % at 60, 75 and 90 m3/h: best at 67.5 + 15·2.5/(2.5 + 1.5)
    expect(margin(r, 'flow-region').value! * (76.875 / 3600)).toBeCloseTo(p.flow, 9);
    // to 22 kW a motor has a quarter in reserve
    expect(margin(r, 'motor-power')).toMatchObject({ value: 15_000 / p.shaftPower!, limit: 1.25 });
    expect(margin(r, 'minimum-flow').value! * (20 / 3600)).toBeCloseTo(p.flow, 9);
  });

  test('a study changes a limit for all, for a place, for a scenario; the most particular wins', () => {
    const limits = [
      { check: 'npsh-ratio', limit: 2 },
      { check: 'npsh-ratio', limit: 9, where: 'P' },
      { check: 'npsh-difference', limit: '30 ft' },
      { check: 'flow-region', limit: [0.9, 1.01], scenario: 'other' },
    ];
    const r = run(
      {},
      {
        limits,
        scenarios: [
          { id: 'a', temperature: '20 C' },
          { id: 'other', temperature: '20 C', set: { 'P.speed': '2700 rpm' } },
        ],
      },
    );
    expect(margin(r, 'npsh-ratio')).toMatchObject({ limit: 9, verdict: 'fails' });
    expect(margin(r, 'npsh-difference').limit).toBeCloseTo(9.144, 9);
    expect(margin(r, 'flow-region')).toMatchObject({ limit: 0.5, upper: 1.25 });
  });

  test('suction specific speed, shaft and casing by hand; the well keeps 3 m over its intake', () => {
    const curve = [
      { flow: '0 m3/h', head: '40 m', efficiency: 0, npshr: '2 m' },
      { flow: '36 m3/h', head: '36 m', efficiency: 0.8, npshr: '2 m' },
      { flow: '72 m3/h', head: '24 m', efficiency: 0.5, npshr: '4 m' },
    ];
    const entry = { speed: '2900 rpm', curve, maxShaftPower: '5 kW', casingPressure: '4 bar(g)' };
    const r = solved(
      study(
        { W: { kind: 'well', elevation: '-10 m', restLevel: '-2 m', specificCapacity: '6 m3/h/m' }, U: vessel(20) },
        [line('L', 'W', 'U', [pipe('a', 5, 154.1), curvePump, pipe('b', 60, 77.9)])],
        { pumps: { p: entry } },
      ),
    );
    // best efficiency at 18 + 36·0.8/(0.8 + 0.3) = 44.1818 m3/h; NPSHR there by the cubic between 2 m (slope 0) and 4 m (slope 1.5·2/36
    // by three points): t = 0.227273, 2 + 2·0.131480 − 3·0.039914 = 2.143218 m; 2900·√0.01227273/2.143218^0.75
    const p = r.elements.P as PumpResult;
    expect(p.speed).toBe(2900);
    expect(margin(r, 'suction-specific-speed').value).toBeCloseTo(181.371, 2);
    // two units side by side: the same for each eye, and half the power on each shaft
    const two = solved(
      study(
        { W: { kind: 'well', elevation: '-10 m', restLevel: '-2 m', specificCapacity: '6 m3/h/m' }, U: vessel(20) },
        [line('L', 'W', 'U', [pipe('a', 5, 154.1), { ...curvePump, running: 2 }, pipe('b', 60, 77.9)])],
        { pumps: { p: { ...entry, casingPressure: '40 bar(g)' } } },
      ),
    );
    expect(margin(two, 'suction-specific-speed').value).toBeCloseTo(181.371, 2);
    expect(margin(two, 'stage-limits').value).toBeCloseTo((two.elements.P as PumpResult).shaftPower! / 2 / 5000, 9);
    const power = p.shaftPower! / 5000;
    const pressure = (998.207 * 9.80665 * 40 + p.inletPressure! - 101_325) / 4e5;
    expect(margin(r, 'stage-limits').value).toBeCloseTo(Math.max(power, pressure), 5);
    // the eye that end suction has behind a nozzle: 0.9 of its bore (`suctionEnergy` is held by itself)
    const energyOf = (more: object): number =>
      (solved(study({ W: { kind: 'well', elevation: '-10 m', restLevel: '-2 m', specificCapacity: '6 m3/h/m' }, U: vessel(20) }, [line('L', 'W', 'U', [pipe('a', 5, 154.1), curvePump, pipe('b', 60, 77.9)])], { pumps: { p: { ...entry, ...more } } })).elements.P as PumpResult).suctionEnergy!; // prettier-ignore
    // in the density of the liquid over that of its reference: twice the density, twice the energy
    const dense = (density: number): number =>
      (solved(study({ W: { kind: 'well', elevation: '-10 m', restLevel: '-2 m', specificCapacity: '6 m3/h/m' }, U: vessel(20) }, [line('L', 'W', 'U', [pipe('a', 5, 154.1), curvePump, pipe('b', 60, 77.9)])], { pumps: { p: { ...entry, eyeDiameter: '90 mm' } }, fluids: { water: { kind: 'constant', density: `${density} kg/m3`, viscosity: '1 mPa.s', vapourPressure: '2 kPa' } } })).elements.P as PumpResult).suctionEnergy!; // prettier-ignore
    expect(dense(1600) / dense(800)).toBeCloseTo(2, 9);
    expect(energyOf({ suctionBore: '100 mm' }) / energyOf({ eyeDiameter: '90 mm' })).toBeCloseTo(1, 9);
    expect(energyOf({ suctionBore: '100 mm', eyeDiameter: '80 mm' }) / energyOf({ eyeDiameter: '80 mm' })).toBeCloseTo(1, 9);
    // what the well falls by, Q/6, is the well's part of the head; from its rest at −2 m to a level of 1 m over 20 is the lift
    expect(r.breakdowns.P!.well).toBeCloseTo((p.flow * 3600) / 6, 9);
    expect(r.breakdowns.P!.lift).toBeCloseTo(23, 9);
    // level −2 − Q/6, intake −10
    expect(margin(r, 'well-level')).toMatchObject({ value: expect.closeTo(8 - (p.flow * 3600) / 6, 9), limit: 3 });
  });

  test('what does not apply says why', () => {
    expect(margin(run({ mode: 'off' }), 'npsh-ratio')).toMatchObject({ verdict: 'not-applicable', reason: 'off' });
    expect(margin(run({}, {}, { motor: {} }), 'motor-power')).toMatchObject({ verdict: 'not-applicable', reason: 'not-given' });
  });
});

test('the flow that a boundary of known head takes is that of its only line', () => {
  const r = solved(
    study({ T: vessel(20), U: vessel(0, 1, { flow: '-36 m3/h' }) }, [
      line('L', 'T', 'U', [pipe('a', 9), { id: 'D', kind: 'device', drop: 'solve', at: '36 m3/h' }, pipe('b', 50)]),
    ]),
  );
  expect(r.lines.L!.flow).toBeCloseTo(0.01, 12);
});

test('a level that is sought is what elevation and pressure leave of the head', () => {
  const r = solved(
    study({ T: { kind: 'vessel', elevation: '5 m', level: 'solve', pressure: '0.5 bar' }, U: vessel(0) }, [
      line('L', 'T', 'U', [pipe('a', 200)], { flow: '30 m3/h' }),
    ]),
  );
  // water at 20 °C, IAPWS: 998.207 kg/m³
  const level = r.points.T!.totalHead! - 5 - 50_000 / (998.207 * 9.80665);
  expect(r.solved['T.level']! / level).toBeCloseTo(1, 4);
});

test('a pressure that is sought over a vessel is what elevation and level leave of the head, absolute', () => {
  const r = solved(
    study({ T: { kind: 'vessel', elevation: '5 m', level: '2 m', pressure: 'solve' }, U: vessel(0) }, [
      line('L', 'T', 'U', [pipe('a', 200)], { flow: '30 m3/h' }),
    ]),
  );
  const pressure = 101_325 + (r.points.T!.totalHead! - 7) * 998.207 * 9.80665;
  expect(r.solved['T.pressure']! / pressure).toBeCloseTo(1, 4);
});

test('a K without a bore takes that of the pipe before it, else of the one behind', () => {
  const valve = { id: 'H', kind: 'hand-valve', k: 3 };
  const velocity = (elements: object[]) => {
    const r = solved(study({ T: vessel(9), U: vessel(0) }, [line('L', 'T', 'U', elements)]));
    const loss = (r.elements.H as LossResult).headLoss!;
    return { bore: Math.sqrt((r.lines.L!.flow * 4) / Math.PI / Math.sqrt((loss * 2 * 9.80665) / 3)), r };
  };
  expect(velocity([valve, pipe('a', 50, 80), pipe('b', 50, 100)]).bore).toBeCloseTo(0.08, 9);
  expect(velocity([pipe('a', 50, 80), valve, pipe('b', 50, 100)]).bore).toBeCloseTo(0.08, 9);
});

test('an outlet elevation at the end of a line is that of the point; another is said to be passed over, inside a line it holds', () => {
  const ends = (inside: string, last: string) =>
    solved(
      study({ T: vessel(9), U: vessel(2) }, [
        line('L', 'T', 'U', [pipe('a', 50, 100, { outletElevation: inside }), pipe('b', 50, 100, { outletElevation: last })]),
      ]),
    )
      .findings.filter((f) => f.code === 'elevation-ignored')
      .map((f) => f.where);
  expect(ends('5 m', '2 m')).toEqual([]);
  expect(ends('5 m', '3 m')).toEqual(['b']);
});

describe('the exit loss', () => {
  const said = (end: object, fittings: object[]) =>
    solved(study({ T: vessel(20), U: end }, [line('L', 'T', 'U', [pipe('a', 100, 102.3, { fittings })])]))
      .findings.map((f) => f.code)
      .filter((c) => c.startsWith('exit'));
  const tapping = { kind: 'pressure', elevation: '5 m', pressure: '0 bar(g)' };
  test.each([
    ['at a static pressure an exit fitting is doubled', tapping, [{ type: 'exit' }], ['exit-doubled']],
    ['at a static pressure it is not missed', tapping, [{ type: 'gate' }], []],
    ['at a vessel it is right', vessel(5), [{ type: 'gate' }, { type: 'exit' }], []],
    ['at a vessel it is missed in a list of named fittings', vessel(5), [{ type: 'gate' }], ['exit-missing']],
    ['a bare K may hold it', vessel(5), [{ type: 'gate' }, { k: 1 }], ['exit-unsure']],
    ['a bare pipe has none', vessel(5), [], ['exit-missing']],
    ['a total pressure is like a vessel', { ...tapping, basis: 'total' }, [{ type: 'gate' }], ['exit-missing']],
  ])('%s', (_name, end, fittings, codes) => expect(said(end, fittings)).toEqual(codes));
});

test('a valve of another bore than its pipes takes more: by the piping factor of its data', () => {
  // DN 50 between 100 mm pipes, Kv 100: FP 0.73646 (valves/valve.test.ts, by hand); Δp = SG·(Q/(FP·Kv))²
  const valves = { w: { ratedKv: 100, size: 'DN50', inside: ['100 mm', '100 mm'] } };
  const valve = { id: 'CV', kind: 'control-valve', mode: 'opening', valve: 'w', opening: 1 };
  const pump = { id: 'P', kind: 'pump', mode: 'flow', flow: '60 m3/h' };
  const r = solved(study({ T: vessel(0, 9), U: vessel(0) }, [line('L', 'T', 'U', [pipe('a', 1, 100), pump, valve])], { valves }));
  const { drop } = r.elements.CV as { drop: number };
  expect(drop / ((998.207 / 999.1) * (60 / 73.646) ** 2 * 1e5)).toBeCloseTo(1, 4);
});

test('other duties of a drooping curve are said at the pump, wherever it stands in its line', () => {
  const pump = { id: 'P', kind: 'pump', mode: 'curve', pump: 'd' };
  const r = solved(study({ T: vessel(0), U: vessel(42) }, [line('L', 'T', 'U', [pipe('a', 5, 154.1), pump, pipe('b', 20)])]));
  expect(r.findings.find((f) => f.code === 'other-duties')!.where).toBe('P');
});

test('a key that nobody knows is passed over and said with its place', () => {
  const r = solved(study({ T: vessel(0, 9), U: vessel(0) }, [line('L', 'T', 'U', [pipe('a', 5, 154.1, { colour: 'green' })])]));
  expect(r.findings.filter((f) => f.code === 'unknown-key').map((f) => f.values.path)).toEqual(['lines[0].elements[0].colour']);
});

test('equipment that is not there is named at the entry that names it: the shared one, or the scenario’s own', () => {
  const pump = { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' };
  const raw = study({ T: vessel(0), U: vessel(20) }, [line('L', 'T', 'U', [pipe('a'), pump])], {
    scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C', set: { 'P.pump': 'none' } }],
  });
  expect(runStudy(raw).problems.map((p) => p.path)).toContain('scenarios[0].set.P.pump');
});

test('slow flow is said of the pipe that is slow, and of nothing else that stays under its limit', () => {
  const r = solved(
    study({ T: vessel(0, 3), U: vessel(20, 1) }, [
      line('L', 'T', 'U', [pipe('a', 20), curvePump, pipe('b', 60), pipe('wide', 5, 400)]),
    ]),
  );
  const slow = r.findings.filter((f) => f.code === 'velocity-low');
  // what passes 102.3 mm at 1 to 4 m/s passes 400 mm at 0.07 to 0.26
  expect((r.elements.b as PipeResult).velocity).toBeGreaterThan(1);
  expect(slow.map((f) => f.where)).toEqual(['wide']);
  expect(r.margins.filter((m) => m.check !== 'velocity' && m.value !== null && m.value < Number(m.limit))).not.toEqual([]);
});

test('in a line that holds nothing nothing moves the grade off the head: it has no bore', () => {
  const r = solved(
    study({ T: vessel(9), J: junction(2), K: junction(1), U: vessel(0) }, [
      line('A', 'T', 'J', [pipe('a', 50)]),
      line('B', 'J', 'K', []),
      line('C', 'K', 'U', [pipe('c', 50)]),
    ]),
  );
  expect(r.lines.B!.flow).toBeGreaterThan(0.005);
  for (const p of r.places.B!) expect(p.grade).toBe(p.totalHead);
});

test('a valve that is sought in a line of given flow holds that flow, and stands open where it cannot', () => {
  const at = (flow: string) => {
    const valve = { id: 'CV', kind: 'control-valve', mode: 'kv', kv: 'solve', valve: 'v' };
    return solved(study({ T: vessel(9), U: vessel(0) }, [line('L', 'T', 'U', [pipe('a', 50), valve], { flow })]));
  };
  expect(at('40 m3/h').elements.CV).toMatchObject({ flow: expect.closeTo(40 / 3600, 12), opening: expect.any(Number) });
  const most = at('400 m3/h');
  expect(most.status).toBe('limited');
  expect(most.lines.L!.flow * 3600).toBeLessThan(120);
  expect((most.elements.CV as { opening: number }).opening).toBe(1);
});

test('the grade at the last place of a line lies under its head by the velocity head in the last bore', () => {
  const r = solved(study({ T: vessel(9), U: vessel(0) }, [line('L', 'T', 'U', [pipe('a', 50, 150), pipe('b', 50, 80)])]));
  const last = r.places.L!.at(-1)!;
  const v = r.lines.L!.flow / ((Math.PI / 4) * 0.08 ** 2);
  expect(last.totalHead! - last.grade!).toBeCloseTo(v ** 2 / 2 / 9.80665, 9);
});

test('the way of a pump’s head goes through lines drawn against it, and its parts still sum to the head', () => {
  const r = solved(
    study({ T: vessel(0, 3), J: junction(0), K: junction(1), U: vessel(20), V: vessel(25) }, [
      line('S', 'J', 'T', [pipe('s', 5, 154.1)]),
      line('P1', 'J', 'K', [curvePump]),
      line('D', 'U', 'K', [pipe('d', 60)]),
      line('E', 'K', 'V', [pipe('e', 400, 40)]),
    ]),
  );
  expect(r.ways.P).toEqual([
    { line: 'S', forward: false },
    { line: 'P1', forward: true },
    { line: 'D', forward: false },
  ]);
  expect(sum(r, 'P')).toBeCloseTo((r.elements.P as PumpResult).head!, 9);
  expect(r.breakdowns.P!.lift).toBeCloseTo(21 - 3, 12);
});

test('at no flow a pump of given head has that head behind it', () => {
  const pump = { id: 'P', kind: 'pump', mode: 'head', head: '40 m' };
  const r = solved(
    study({ T: vessel(0, 3), U: vessel(20) }, [
      line('L', 'T', 'U', [pipe('a', 5, 154.1), pump, pipe('b', 60, 80, { designPressure: '6 bar(g)' })]),
    ]),
  );
  const margin = r.margins.find((m) => m.check === 'highest-pressure' && m.where === 'b')!;
  expect(margin.governs).toBe('dead-head');
  expect(margin.value).toBeCloseTo(101_325 + 998.207 * 9.80665 * 43, 0);
});

test('a sought flow of a point stands with its sign: what the line takes from it is positive', () => {
  const at = (from: string, to: string) =>
    solved(
      study({ T: vessel(10), F: { kind: 'flow', elevation: '0 m', flow: 'solve' } }, [
        line('L', from, to, [pipe('a', 20, 102.3)], { flow: '20 m3/h' }),
      ]),
    ).solved['F.flow'];
  expect(at('T', 'F')).toBeCloseTo(-20 / 3600, 9);
  expect(at('F', 'T')).toBeCloseTo(20 / 3600, 9);
});

test('a level that is sought covers its intake by what was found for it', () => {
  // 0.3 m of level are found where the flow of the line is fixed; the pipe is 154.1 mm wide at the intake
  const r = solved(
    study({ T: vessel(0, 0, { level: 'solve', bore: '154.1 mm' }), U: vessel(0, 0.2) }, [
      line('L', 'T', 'U', [pipe('a', 20, 154.1)], { flow: '20 m3/h' }),
    ]),
  );
  const found = r.margins.find((m) => m.check === 'submergence' && m.where === 'T')!;
  expect(found.value).toBeCloseTo(r.solved['T.level']!, 12);
  expect(found.value).toBeGreaterThan(0.2);
});

test('where every pump is off and nothing flows nothing holds, though a wall stands its pressure', () => {
  const strong = pipe('b', 60, 80, { designPressure: '16 bar(g)' });
  const at = (mode: string, level: number) => {
    const pump = mode === 'off' ? { id: 'P', kind: 'pump', mode } : { id: 'P', kind: 'pump', mode, head: '40 m' };
    const elements = [pipe('a', 5, 154.1), pump, { id: 'NR', kind: 'non-return', k: 2 }, strong];
    return solved(study({ T: vessel(0, 3), U: vessel(level) }, [line('L', 'T', 'U', elements)]));
  };
  const idle = at('off', 20);
  expect(idle.margins.some((m) => m.verdict === 'holds')).toBe(true);
  expect(overallVerdict(idle)).toBe('not-applicable');
  // off, but the liquid runs down by itself; and running
  expect(overallVerdict(at('off', 0))).not.toBe('not-applicable');
  expect(overallVerdict(at('head', 20))).not.toBe('not-applicable');
  // with nothing judged that holds there is nothing to say, though it runs
  const running = at('head', 20);
  const unjudged = running.margins.map((m) => ({ ...m, verdict: 'not-applicable' as const }));
  expect(verdictOf({ ...running, margins: unjudged })).toBe('not-applicable');
  const one = running.margins.find((m) => m.verdict === 'holds')!;
  expect(verdictOf({ ...running, margins: [one] })).toBe('holds');
});
