import type { PumpResult } from '../results/results.js';
import { junction, line, pipe, PUMP, study, vessel } from '../test/studies.js';
import { runStudy } from './run.js';
import { serviceCurves } from './service-curves.js';
import { systemCurve } from './system-curve.js';

const G = 9.80665;
const RHO = 998.207;
const NU = 1.0016e-3 / RHO;

/** friction of 100 m at a flow by repeated substitution, m: an independent second method */
function friction(metres: number, d: number, q: number): number {
  const v = q / ((Math.PI / 4) * d * d);
  const re = (v * d) / NU;
  let x = 7;
  for (let i = 0; i < 60; i++) x = -2 * Math.log10(5e-5 / d / 3.7 + (2.51 * x) / re);
  return (metres * v * v) / (x * x * d * 2 * G);
}

const element = { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' };
const valve = { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '45 m3/h' };
const scenarios = [
  { id: 'one', temperature: '20 C' },
  { id: 'two', temperature: '20 C', set: { 'P.running': 2, 'CV.flow': '80 m3/h' } },
  { id: 'slow', temperature: '20 C', set: { 'P.speed': '2700 rpm' } },
  { id: 'same', temperature: '20 C' },
];
const whole = (more: object = {}) =>
  runStudy(
    study(
      { T: vessel(0, 3), U: vessel(24, 1) },
      [line('L', 'T', 'U', [pipe('a', 10, 154.1), element, valve, pipe('b', 120, 102.3)])],
      { scenarios, pumps: { p: PUMP }, ...more },
    ),
  );

describe('system head curves', () => {
  const { scenarios: solved } = whole();
  const one = solved[0]!;
  const flows = [0, 0.005, 0.0125, 0.02];

  test('without the valve: static head and friction by hand', () => {
    const points = systemCurve(one.model!, one.result!, 'P', flows, 'left-out');
    points.forEach(({ flow, head }) => {
      const hand = 22 + (flow > 0 ? friction(10, 0.1541, flow) + friction(120, 0.1023, flow) : 0);
      expect(head! / hand).toBeCloseTo(1, 4);
    });
  });

  test('a pressure that is meant as static counts with its velocity head, at both ends', () => {
    const at = (basis: string, where: 'T' | 'U') => {
      const tapping = { kind: 'pressure', elevation: '0 m', pressure: '1 bar(g)', basis };
      const points = { T: where === 'T' ? tapping : vessel(0), U: where === 'U' ? tapping : vessel(0) };
      const run = runStudy(
        study(points, [line('L', 'T', 'U', [pipe('a', 10, 154.1), element, pipe('b', 20, 102.3)])], { pumps: { p: PUMP } }),
      );
      const { model, result } = run.scenarios[0]!;
      return systemCurve(model!, result!, 'P', [0.02])[0]!.head!;
    };
    const velocityHead = (d: number): number => (0.02 / ((Math.PI / 4) * d * d)) ** 2 / (2 * G);
    // it helps the pump where the liquid comes from, and is asked of it where it goes
    expect(at('total', 'T') - at('static', 'T')).toBeCloseTo(velocityHead(0.1541), 9);
    expect(at('static', 'U') - at('total', 'U')).toBeCloseTo(velocityHead(0.1023), 9);
  });

  test('as found and fully open it is more by the valve’s own drop, with its Kv', () => {
    const kv = (one.result!.elements.CV as { kv: number }).kv;
    const bare = systemCurve(one.model!, one.result!, 'P', flows, 'left-out');
    for (const [stand, k] of [
      ['found', kv],
      ['open', 96],
    ] as const) {
      systemCurve(one.model!, one.result!, 'P', flows, stand).forEach(({ flow, head }, i) => {
        // Δp[bar] = SG·(Q[m³/h]/Kv)², SG over 999.1 kg/m³
        const drop = (RHO / 999.1) * ((flow * 3600) / k) ** 2 * 1e5;
        expect(head! - bare[i]!.head!).toBeCloseTo(drop / RHO / G, 4);
      });
    }
  });

  test('with valves before the pump and behind it, each between pipes of its own: every piece once', () => {
    // 10 m and 15 m before the pump in 154.1 mm, 30 m, 40 m and 50 m behind it in 102.3 mm; Kv 80, 60 and 50
    const held = (id: string, kv: number) => ({ id, kind: 'control-valve', mode: 'kv', kv });
    const run = runStudy(
      study({ T: vessel(0, 13), U: vessel(24, 1) }, [
        line('L', 'T', 'U', [
          pipe('a', 10, 154.1),
          held('V1', 80),
          pipe('b', 15, 154.1),
          element,
          pipe('c', 30),
          held('V2', 60),
          pipe('d', 40),
          held('V3', 50),
          pipe('e', 50),
        ]),
      ]),
    ).scenarios[0]!;
    const valves = (q: number) => [80, 60, 50].reduce((h, kv) => h + ((RHO / 999.1) * ((q * 3600) / kv) ** 2 * 1e5) / RHO / G, 0);
    for (const { flow, head } of systemCurve(run.model!, run.result!, 'P', [0.004, 0.008, 0.0125], 'found')) {
      const hand = 12 + friction(25, 0.1541, flow) + friction(120, 0.1023, flow) + valves(flow);
      expect(head! / hand).toBeCloseTo(1, 4);
    }
  });

  test('behind a closed valve no head drives any flow; at none the curve begins where the open one does, at the static head', () => {
    const isolating = (closed: boolean) => ({ id: 'HV', kind: 'hand-valve', k: 0.2, inside: '102.3 mm', closed });
    const of = (closed: boolean, at: readonly number[]) => {
      const run = runStudy(
        study({ T: vessel(0, 3), U: vessel(24, 1) }, [line('L', 'T', 'U', [pipe('a', 10, 154.1), element, isolating(closed), pipe('b', 120)])], { pumps: { p: PUMP } }), // prettier-ignore
      ).scenarios[0]!;
      return systemCurve(run.model!, run.result!, 'P', at).map((p) => p.head);
    };
    const open = of(false, flows);
    expect(open.every((h) => h !== null)).toBe(true);
    expect(open[0]).toBeCloseTo(22, 9);
    expect(of(true, flows).slice(1)).toEqual([null, null, null]);
  });

  describe('past choking of a valve', () => {
    // saturation of water at 20 °C 2339 Pa, FF = 0.96 − 0.28·√(2339/22.064e6) = 0.9571: FF·pv = 2239 Pa
    const choking = (flow: number) => 2239 + (RHO / 999.1) * ((flow * 3600) / (10 * 0.9)) ** 2 * 1e5;
    const small = { id: 'CV', kind: 'control-valve', mode: 'opening', valve: 'w', opening: 1 };
    const of = (elements: object[], flows: number[]) => {
      const valves = { w: { ratedKv: 10, fl: 0.9, characteristic: 'linear' } };
      const run = runStudy(study({ T: vessel(0, 1), U: vessel(0, 1) }, [line('L', 'T', 'U', elements)], { valves, scenarios }));
      const { model, result } = run.scenarios[0]!;
      return systemCurve(model!, result!, 'P', flows);
    };

    test('behind the pump the pressure before it has to rise until it passes the flow', () => {
      // p2 = 101325 + 1 m; choked from Δp = 0.81/0.19·(p2 − FF·pv) = 4.64 bar, 21.6 m3/h: the 60 mm pipe stands before the valve
      const flow = 25 / 3600;
      const [point] = of([pipe('a', 1, 154.1), element, pipe('b', 100, 60), small], [flow]);
      const v = flow / ((Math.PI / 4) * 0.06 ** 2);
      const before = (choking(flow) - 101325) / RHO / G + (v * v) / 2 / G;
      expect(point!.head!).toBeCloseTo(before + friction(100, 0.06, flow) + friction(1, 0.1541, flow) - 1, 2);
    });

    test('before the pump nothing passes more than the supply can drive through: no head is asked for', () => {
      // p1 = 101325 + 1 m of water; 10·0.9·√((p1 − FF·pv)/SG) = 9.39 m3/h
      const points = of([pipe('a', 1, 154.1), small, element, pipe('b', 10, 60)], [9.3 / 3600, 9.5 / 3600]);
      expect(points.map((p) => p.head === null)).toEqual([false, true]);
    });
  });

  test('in a network: over a junction it is what it is in one line, a flow that another line is given stays', () => {
    const run = runStudy(
      study({ T: vessel(0, 3), J: { kind: 'junction', elevation: '0 m' }, U: vessel(24, 1), V: vessel(0, 1) }, [
        line('L', 'T', 'J', [pipe('a', 10, 154.1), element, pipe('b', 40)]),
        line('M', 'J', 'U', [pipe('c', 80)]),
        line('N', 'J', 'V', [{ id: 'D', kind: 'device', drop: 'solve', at: '7.2 m3/h' }], { flow: '7.2 m3/h' }),
      ]),
    ).scenarios[0]!;
    for (const { flow, head } of systemCurve(run.model!, run.result!, 'P', [0.004, 0.0125], 'found')) {
      const hand = 22 + friction(10, 0.1541, flow) + friction(40, 0.1023, flow) + friction(80, 0.1023, flow - 0.002);
      expect(head! / hand).toBeCloseTo(1, 4);
    }
  });

  test('at the duty it asks for the head that the pump gives, and NPSH is that of the scenario', () => {
    const p = one.result!.elements.P as { flow: number; head: number; npsha: number };
    const [at] = systemCurve(one.model!, one.result!, 'P', [p.flow]);
    expect(at!.head).toBeCloseTo(p.head, 8);
    expect(at!.npsha).toBeCloseTo(p.npsha, 8);
    // 3 m of liquid, 10.35 m of air less vapour, 10 m of pipe
    expect(at!.npsha).toBeCloseTo(3 + (101_325 - 2339.2) / RHO / G - friction(10, 0.1541, p.flow), 3);
  });

  test('a pump that is not there is an error of the caller', () =>
    expect(() => systemCurve(one.model!, one.result!, 'X', flows)).toThrow(RangeError));
});

describe('what is drawn of a service', () => {
  const { scenarios: solved } = whole();
  const curves = serviceCurves(solved, 'P');

  test('scenarios that run the pump alike share one curve', () => {
    expect(curves.pumps.map((p) => p.scenarios)).toEqual([['one', 'same'], ['two'], ['slow']]);
    expect(curves.scenarios.map((s) => s.id)).toEqual(['one', 'two', 'slow', 'same']);
  });

  test('two units carry twice the flow at the same head; a slower one follows affinity', () => {
    const [one, two, slow] = curves.pumps;
    expect(two!.lastFlow).toBeCloseTo(2 * one!.lastFlow, 12);
    two!.flow.forEach((q, i) => {
      expect(q).toBeCloseTo(2 * one!.flow[i]!, 12);
      expect(two!.head[i]).toBeCloseTo(one!.head[i]!, 9);
      expect(two!.power[i]).toBeCloseTo(2 * one!.power[i]!, 6);
    });
    const ratio = 2700 / 2930;
    slow!.flow.forEach((q, i) => {
      expect(q).toBeCloseTo(ratio * one!.flow[i]!, 12);
      expect(slow!.head[i]).toBeCloseTo(ratio ** 2 * one!.head[i]!, 9);
      expect(slow!.npshr[i]).toBeCloseTo(ratio ** 2 * one!.npshr[i]!, 9);
      expect(slow!.efficiency[i]).toBeCloseTo(one!.efficiency[i]!, 9);
    });
    // both ends are rows of the published curve: 58.5 m at shut-off, 35.8 m at 105 m³/h
    expect([one!.head[0], one!.flow.at(-1)! * 3600, one!.head.at(-1)]).toEqual(
      [58.5, 105, 35.8].map((x) => expect.closeTo(x, 9)),
    );
    expect(one!.allowable[0]).toBeCloseTo(0.5 * one!.bestFlow, 12);
  });

  test('the axis holds every curve and duty; without valves the curve lies lower', () => {
    expect(curves.flows.at(-1)!).toBeGreaterThanOrEqual(Math.max(...curves.pumps.map((p) => p.lastFlow)));
    curves.scenarios.forEach((s) => s.head.forEach((h, i) => i > 0 && expect(h!).toBeGreaterThan(s.bare[i]!)));
  });

  test('made diameters and the rated point come with the entry', () => {
    const rated = { ...element, rated: { flow: '70 m3/h', head: '48 m' } };
    const two = { speed: '2930 rpm', curves: [180, 198].map((mm) => ({ diameter: `${mm} mm`, curve: PUMP.curve })) };
    const run = runStudy(
      study({ T: vessel(0, 3), U: vessel(24, 1) }, [line('L', 'T', 'U', [rated, pipe('b', 120, 102.3)])], { pumps: { p: two } }),
    );
    const c = serviceCurves(run.scenarios, 'P', 11);
    expect(c.flows).toHaveLength(11);
    expect(c.made.map((m) => m.diameter)).toEqual([0.18, 0.198]);
    // each is drawn to the end of its own curve: 105 m³/h
    expect(c.made.map((m) => m.flow[m.flow.length - 1]! * 3600)).toEqual([expect.closeTo(105, 6), expect.closeTo(105, 6)]);
    expect(c.rated).toEqual({ flow: 70 / 3600, head: 48 });
  });

  test('a scenario that did not solve is left out, with none nothing is drawn', () => {
    const failed = solved.map((s) => (s.id === 'two' ? { ...s, result: { ...s.result!, status: 'failed' as const } } : s));
    expect(serviceCurves(failed, 'P').scenarios.map((s) => s.id)).toEqual(['one', 'slow', 'same']);
    expect(serviceCurves([], 'P')).toMatchObject({ pumps: [], made: [], rated: null });
  });
});

test('at a flow that the rest of the system cannot give there is no head; the points around it stand', () => {
  // Kv 20 before the pump: 18 m³/h take 0.8 bar, 60 m³/h would take 9 bar, far past choking; the offtake makes it a network
  const throttle = { id: 'V', kind: 'control-valve', mode: 'kv', kv: 20 };
  const { scenarios: found } = runStudy(
    study(
      { T: vessel(0, 3), J: junction(0, { flow: '0.1 m3/h' }), U: vessel(24, 1) },
      [
        line('L', 'T', 'J', [pipe('a', 10, 154.1), throttle]),
        line('M', 'J', 'U', [pipe('b', 6, 102.3), element, pipe('c', 60, 102.3)]),
      ],
      { pumps: { p: PUMP } },
    ),
  );
  const { model, result } = found[0]!;
  const points = systemCurve(model!, result!, 'P', [18 / 3600, 60 / 3600, 18 / 3600]);
  expect(points.map((p) => p.head !== null)).toEqual([true, false, true]);
  expect(points[1]!.npsha).toBeNull();
  expect(points[2]!.head).toBeCloseTo(points[0]!.head!, 9);
});

test('where the liquid is followed the curve is drawn through flows that were solved, and passes the duty; a pump that follows it is drawn at its speed', () => {
  const { scenarios } = runStudy({
    ...study(
      { T: vessel(0, 5, { temperature: '70 C' }), U: vessel(20) },
      [
        line('L', 'T', 'U', [
          { id: 'P', kind: 'pump', mode: 'flow', flow: '60 m3/h', pump: 'p', variableSpeed: true },
          { ...pipe('a', 800, 154.1), u: '20 W/m2/K' },
        ]),
      ],
      { thermal: true, site: { ambientTemperature: '5 C' } },
    ),
  });
  const curves = serviceCurves(scenarios, 'P');
  const { model, result } = scenarios[0]!;
  const p = result!.elements.P as PumpResult;
  const [drawn] = curves.scenarios;
  curves.flows.forEach((q, i) => {
    if (i % 7 !== 3) return;
    const [exact] = systemCurve(model!, result!, 'P', [q]);
    expect(drawn!.head[i]! / exact!.head!).toBeCloseTo(1, 2.5);
    expect(drawn!.npsha[i]! / exact!.npsha!).toBeCloseTo(1, 2.5);
  });
  // affinity: the drawn curve meets the duty at the speed that was found
  const [trace] = curves.pumps;
  expect(trace!.speed).toBeCloseTo(p.speed!, 9);
  const k = trace!.flow.findIndex((q) => q > p.flow);
  expect(trace!.head[k - 1]).toBeGreaterThan(p.head!);
  expect(trace!.head[k]!).toBeLessThan(p.head!);
});
