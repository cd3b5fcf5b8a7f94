import type { LossResult, PipeResult, PumpResult, ScenarioResult } from '../results/results.js';
import { junction, line, pipe, solved, study, vessel } from '../test/studies.js';

/* Thirty figures derived by hand; each derivation stands in docs/hand-check.md and, shortly, beside its number here. */

const WATER = { kind: 'constant', density: '1000 kg/m3', viscosity: '0.001 mPa.s', vapourPressure: '2 kPa', specificHeat: '4 kJ/kg/K' }; // prettier-ignore
/** so thick that all is laminar: h = R·Q, R = 128·μ·L/(π·ρ·g·D⁴) */
const THICK = { kind: 'constant', density: '900 kg/m3', viscosity: '100 mPa.s', vapourPressure: '1 kPa' };
/** H = 60 − 0.4·Q, m and m³/h, efficiency 0.75 throughout: between its rows exactly so, for PCHIP keeps a straight line straight */
const STRAIGHT = {
  speed: '3000 rpm',
  diameter: '200 mm',
  stageOptions: [1, 2],
  curve: [
    [0, 60],
    [50, 40],
    [100, 20],
  ].map(([q, h]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: 0.75, npshr: '2 m' })),
};
const of = (fluid: object, points: object, lines: object[], more: object = {}): ScenarioResult =>
  solved(study(points, lines, { fluids: { water: fluid }, pumps: { s: STRAIGHT }, ...more }));
const hour = (r: ScenarioResult, id: string): number => r.lines[id]!.flow * 3600;
const element = <T>(r: ScenarioResult, id: string): T => r.elements[id] as unknown as T;
const valve = (id: string, k: number, mm: number) => ({ id, kind: 'hand-valve', k, inside: `${mm} mm` });
/** a pump that lifts 30 m and nothing else, but for a valve of next to no loss */
const lift = (own: object, up = 30, more: object[] = []): ScenarioResult =>
  of(WATER, { S: vessel(0, 0), T: vessel(up, 0) }, [
    line('L', 'S', 'T', [{ id: 'P', kind: 'pump', mode: 'curve', pump: 's', ...own }, ...more, valve('V', 1e-9, 1000)]),
  ]);

const series = of(THICK, { A: vessel(4, 0), B: vessel(0, 0) }, [line('L', 'A', 'B', [pipe('a', 100, 50), pipe('b', 50, 40)])]);
const parallel = of(THICK, { A: vessel(4, 0), B: vessel(0, 0) }, [
  line('X', 'A', 'B', [pipe('a', 100, 50)]),
  line('Y', 'A', 'B', [pipe('b', 200, 60)]),
]);
const three = of(THICK, { A: vessel(9, 0), B: vessel(6, 0), C: vessel(2, 0), J: junction(0) }, [
  line('X', 'A', 'J', [pipe('a', 100, 50)]),
  line('Y', 'B', 'J', [pipe('b', 150, 50)]),
  line('Z', 'J', 'C', [pipe('c', 80, 40)]),
]);
const through = (...elements: object[]): ScenarioResult =>
  of(WATER, { A: vessel(5, 0), B: vessel(0, 0) }, [line('L', 'A', 'B', elements)]);
const mass = (flow: string, temperature: string) => ({ kind: 'flow', elevation: '0 m', flow, temperature });
const warm = { thermal: true, scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C' }] };
const mixed = of(
  WATER,
  { H: mass('10 kg/s', '80 C'), C: mass('30 kg/s', '20 C'), J: junction(0), T: vessel(0, 5) },
  [
    line('X', 'H', 'J', [valve('v', 1e-9, 100)]),
    line('Y', 'C', 'J', [valve('w', 1e-9, 100)]),
    line('Z', 'J', 'T', [{ id: 'D', kind: 'device', drop: '1e-9 bar', at: '100 m3/h', duty: '500 kW' }]),
  ],
  warm,
);
const burnt = of(WATER, { F: mass('20 kg/s', '20 C'), T: vessel(0, 5) }, [line('L', 'F', 'T', [{ id: 'D', kind: 'device', drop: '3 bar', at: '72 m3/h' }])], warm); // prettier-ignore
const well = of(WATER, { W: { kind: 'well', elevation: '-30 m', restLevel: '-5 m', specificCapacity: '18 m3/h/m', wellLoss: '15000 s2/m5' }, T: vessel(0, 0) }, [line('L', 'W', 'T', [{ id: 'P', kind: 'pump', mode: 'flow', flow: '36 m3/h' }, valve('V', 1e-9, 1000)])]); // prettier-ignore
const suction = of(WATER, { S: vessel(3, 0), T: vessel(33, 0) }, [
  line('L', 'S', 'T', [{ ...valve('I', 1e-9, 1000), outletElevation: '0 m' }, { id: 'P', kind: 'pump', mode: 'flow', flow: '50 m3/h' }, valve('V', 1e-9, 1000)]),
], { site: { atmosphericPressure: '101325 Pa' } }); // prettier-ignore
const circuit = of(WATER, { E: vessel(0, 10), J: junction(0) }, [
  line('X', 'E', 'J', [{ id: 'P', kind: 'pump', mode: 'head', head: '20 m' }, valve('a', 25, 100)]),
  line('Y', 'J', 'E', [valve('b', 15, 100)]),
]);
const hazen = (...lines: object[]): ScenarioResult =>
  of(WATER, { F: { kind: 'flow', elevation: '0 m', flow: '180 m3/h' }, T: vessel(0, 0) }, lines);
const williams = (id: string, mm: number) => pipe(id, 1000, mm, { hazenWilliams: 130 });

test.each<[string, number, number]>([
  ['two pipes in series under 4 m, m³/h: 4/(R1 + R2)', hour(series, 'L'), 0.877920305],
  ['of 4 m the second takes (50/40⁴)/(100/50⁴ + 50/40⁴)', element<PipeResult>(series, 'b').headLoss!, 4 * 0.549692172],
  ['velocity in the first, m/s', element<PipeResult>(series, 'a').velocity, 0.124200317],
  ['one of two in parallel, m³/h', hour(parallel, 'X'), 1.949600365],
  ['the other: 60⁴/50⁴·100/200 of it', hour(parallel, 'Y'), 2.021345659],
  ['three reservoirs: Σ(H/R)/Σ(1/R), m', three.points.J!.totalHead!, 6.436964504],
  ['the highest gives, m³/h', hour(three, 'X'), 1.249223735],
  ['the middle one takes', hour(three, 'Y'), -0.14198436],
  ['the lowest takes', hour(three, 'Z'), 1.107239375],
  ['K 10 in 100 mm under 5 m: A·√(2·g·5/10), m³/h', hour(through(valve('a', 10, 100)), 'L'), 88.5426916],
  ['with K 2 in 50 mm behind it', hour(through(valve('a', 10, 100), valve('b', 2, 50)), 'L'), 43.20440964],
  ['Kv 40 under 5 m: 40·√(0.4903325/1.0009008)', hour(through({ id: 'V', kind: 'control-valve', mode: 'kv', kv: 40 }), 'L'), 27.99689128], // prettier-ignore
  ['a device of 0.5 bar at 100 m³/h under 5 m', hour(through({ id: 'D', kind: 'device', drop: '0.5 bar', at: '100 m3/h' }), 'L'), 99.02853124], // prettier-ignore
  ['a straight curve: (60 − 30)/0.4, m³/h', hour(lift({}), 'L'), 75],
  ['at 0.9 of its speed: (48.6 − 30)/0.36', hour(lift({ speed: '2700 rpm' }), 'L'), 51.66666667],
  ['trimmed to 190 mm: (54.15 − 30)/0.38', hour(lift({ diameter: '190 mm' }), 'L'), 63.55263158],
  ['of two stages against 60 m', hour(lift({ stages: 2 }, 60), 'L'), 75],
  ['two running: 2·30/0.4', hour(lift({ running: 2 }), 'L'), 150],
  ['a tenth of its head lost: (60 − 30/0.9)/0.4', hour(lift({ wear: 0.1 }), 'L'), 66.66666667],
  ['two in series against 80 m: (60 − 40)/0.4', hour(lift({}, 80, [{ id: 'Q', kind: 'pump', mode: 'curve', pump: 's' }]), 'L'), 50], // prettier-ignore
  ['hydraulic power: 1000·9.80665·75/3600·30, W', element<PumpResult>(lift({}), 'P').hydraulicPower!, 6129.15625],
  ['shaft power: that over 0.75', element<PumpResult>(lift({}), 'P').shaftPower!, 8172.208333],
  ['NPSHA: 3 + (101325 − 2000)/(1000·9.80665), m', element<PumpResult>(suction, 'P').npsha!, 13.12833129],
  ['10 kg/s of 80 °C and 30 of 20: 35 °C', mixed.points.J!.temperature! - 273.15, 35],
  ['500 kW into 40 kg/s: 3.125 K', element<LossResult>(mixed, 'D').outletTemperature! - 308.15, 3.125],
  ['3 bar burnt: 3e5/1000/4000 K', element<LossResult>(burnt, 'D').outletTemperature! - 293.15, 0.075],
  ['a Jacob well: −5 − 36/18 − 15000·0.01²', well.points.W!.totalHead!, -8.5],
  ['a closed circuit of K 40 under 20 m: A·√(2·g·20/40), m³/h', hour(circuit, 'X'), 88.5426916],
  ['Hazen–Williams, 1 km of 200 mm, C 130, 180 m³/h, m', element<PipeResult>(hazen(line('L', 'F', 'T', [williams('a', 200)])), 'a').headLoss!, 12.82027344], // prettier-ignore
  ['of 150 and 200 mm side by side the small one takes 1/(1 + (200/150)^(4.8704/1.852)) of 180 m³/h', hour(hazen(line('X', 'F', 'T', [williams('a', 150)]), line('Y', 'F', 'T', [williams('b', 200)])), 'X'), 57.49131903], // prettier-ignore
])('%s', (_what, found, hand) => {
  expect(Math.abs(found / hand - 1)).toBeLessThan(2e-6);
});
