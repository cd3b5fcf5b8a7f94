import { stateOf } from '../fluids/fluid.js';
import type { LossResult, ScenarioResult } from '../results/results.js';
import { runStudy } from '../scenarios/run.js';
import { junction, line, pipe, study, vessel } from '../test/studies.js';

/** a heater at the bottom of a riser, a cooler at the top of what comes down, 10 m high, all friction in one valve */
const loop = (heater: object, cooler: object, top = 10): ScenarioResult => {
  const adiabatic = (id: string) => pipe(id, 0.01, 1000);
  const raw = study(
    { E: vessel(0, 5, { pressure: '3 bar(g)' }), J: junction(top) },
    [
      line('X', 'E', 'J', [
        { id: 'H', kind: 'device', ...heater },
        { id: 'V', kind: 'hand-valve', k: 12, inside: '50 mm' },
        adiabatic('up'),
      ]),
      line('Y', 'J', 'E', [{ id: 'C', kind: 'device', ...cooler }, adiabatic('down')]),
    ],
    { thermal: true, site: { ambientTemperature: '5 C' }, scenarios: [{ id: 'a', fluid: 'water', temperature: '40 C' }] },
  );
  return runStudy(JSON.parse(JSON.stringify(raw))).scenarios[0]!.result!;
};

test('a hot riser starts from rest: what drives is the difference of the columns, m by m', () => {
  const r = loop({ duty: '20 kW' }, { outletTemperature: '40 C' });
  // (ρ40 − ρh)·g·10 = 12·m²/(2·ρ40·A²) with m·cp·(Th − 40) = 20 kW, by halving; cp of water 4.181 kJ/(kg·K) from 40 to 50 °C
  const density = (celsius: number): number => stateOf({ kind: 'water' }, celsius + 273.15).density;
  const area = (Math.PI / 4) * 0.05 ** 2;
  const surplus = (m: number): number =>
    (density(40) - density(40 + 20e3 / (m * 4181))) * 9.80665 * 10 -
    (12 * m * m) / (2 * density(40 + 20e3 / (m * 4181)) * area ** 2);
  let [low, high] = [0.05, 20];
  for (let i = 0; i < 60; i++) {
    const m = (low + high) / 2;
    if (surplus(m) > 0) low = m;
    else high = m;
  }
  const heater = r.elements.H as unknown as LossResult;
  const mass = heater.flow * heater.density!;
  expect(Math.abs(mass / low - 1)).toBeLessThan(2e-3);
  expect(heater.outletTemperature! - 313.15).toBeCloseTo(20e3 / (low * 4181), 1);
  // at rest it is steady as well, and the other way round, with the valve in the hot part: both are said
  const said = r.findings.find((f) => f.code === 'other-duties')!;
  expect(said).toMatchObject({ where: 'Y', values: { stable: [0, 1], circulates: 1 } });
  const [rest, back] = said.values.flows as number[];
  expect(rest).toBe(0);
  expect(back! / (-low / density(40))).toBeCloseTo(1, 1);
  expect(r.heatBalance!.in / r.heatBalance!.out).toBeCloseTo(1, 5);
});

test('nothing is started where nothing heats, and where nothing is high', () => {
  const still = (r: ScenarioResult): void => {
    expect(r.status).toBe('solved');
    expect(Math.abs(r.lines.X!.flow)).toBeLessThan(1e-6);
    expect(r.findings.map((f) => f.code)).not.toContain('other-duties');
  };
  still(loop({ drop: '0.1 bar', at: '10 m3/h' }, { drop: '0.1 bar', at: '10 m3/h' }));
  still(loop({ duty: '20 kW' }, { outletTemperature: '40 C' }, 0));
});
