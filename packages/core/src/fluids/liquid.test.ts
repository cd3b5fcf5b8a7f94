import { LIQUIDS } from './data/liquids.js';
import { fluidState, isFluidState } from './fluid.js';
import type { FluidState } from './kind.js';

const at = (fluid: { kind: string } & Record<string, unknown>, celsius: number): FluidState => {
  const found = fluidState(fluid, celsius + 273.15);
  if (!isFluidState(found)) throw new Error(`${celsius} °C: ${found.reason}`);
  return found;
};

/*
 * A second printed value of each, CRC Handbook of Chemistry and Physics: density and viscosity at 25 °C, viscosity at another
 * temperature, normal boiling point (where the vapour pressure is 101.325 kPa).
 */
const PRINTED: readonly [keyof typeof LIQUIDS, number, number, [number, number], number][] = [
  ['methanol', 786.6, 0.544, [0, 0.793], 64.6],
  ['ethanol', 785.1, 1.074, [50, 0.694], 78.3],
  ['acetone', 784.5, 0.306, [0, 0.395], 56.05],
  ['benzene', 873.6, 0.604, [75, 0.335], 80.1],
  ['toluene', 862.3, 0.56, [75, 0.333], 110.63],
  ['pentane', 620.6, 0.224, [0, 0.274], 36.1],
  ['hexane', 655.1, 0.3, [50, 0.24], 68.7],
  ['heptane', 679.5, 0.387, [75, 0.243], 98.4],
  ['cyclohexane', 773.9, 0.894, [50, 0.615], 80.7],
];
test.each(PRINTED)('%s', (substance, density, viscosity, [other, there], boiling) => {
  const own = { kind: 'liquid', substance };
  const s = at(own, 25);
  expect(Math.abs(s.density / density - 1)).toBeLessThan(0.005);
  expect(Math.abs((s.viscosity * 1e3) / viscosity - 1)).toBeLessThan(0.02);
  expect(Math.abs((at(own, other).viscosity * 1e3) / there - 1)).toBeLessThan(0.035);
  const data = LIQUIDS[substance];
  const [c1, c2, c3, c4, c5] = data.vapourPressure;
  const t = boiling + 273.15;
  expect(Math.abs(Math.exp(c1 + c2 / t + c3 * Math.log(t) + c4 * t ** c5) / 101_325 - 1)).toBeLessThan(0.015);
});

/* liquefied gases at 25 °C: NIST Chemistry WebBook, saturated liquid: kg/m³, mPa·s, kPa */
test.each([
  ['ammonia', 602.8, 0.131, 1003],
  ['propane', 492.4, 0.0976, 952],
  ['butane', 572.9, 0.158, 243],
] as const)('%s', (substance, density, viscosity, pressure) => {
  const s = at({ kind: 'liquid', substance }, 25);
  expect(Math.abs(s.density / density - 1)).toBeLessThan(0.005);
  expect(Math.abs((s.viscosity * 1e3) / viscosity - 1)).toBeLessThan(0.02);
  expect(Math.abs(s.vapourPressure / 1e3 / pressure - 1)).toBeLessThan(0.005);
});

test('outside the range of its equations a liquid is refused with the range', () => {
  expect(fluidState({ kind: 'liquid', substance: 'methanol' }, 340)).toEqual({
    reason: 'temperature-range',
    lowest: 193.15,
    highest: 337.85,
  });
});

test.each([
  // °C: from where the equations were fitted, or it melts, to where its pressure stays within the table
  ['methanol', -80, 64.7],
  ['ethanol', -70, 120],
  ['acetone', -80, 56],
  ['benzene', 6, 150],
  ['toluene', -80, 110],
  ['pentane', -70, 120],
  ['hexane', -70, 70],
  ['heptane', -70, 100],
  ['cyclohexane', 7, 80],
  ['ammonia', -70, 70],
  ['propane', -70, 60],
  ['butane', -70, 100],
])('%s is offered from %d to %d °C, and no further', (substance, low, high) => {
  const fluid = { kind: 'liquid', substance };
  for (const inside of [low + 0.01, high - 0.01]) expect(isFluidState(fluidState(fluid, inside + 273.15))).toBe(true);
  for (const outside of [low - 0.01, high + 0.01])
    expect(fluidState(fluid, outside + 273.15)).toMatchObject({ reason: 'temperature-range' });
});

describe('sea water below 0 °C, down to where it freezes', () => {
  const sea = { kind: 'sea-water', salinity: 0.035 };
  /** Millero & Poisson 1981 (EOS-80) at one atmosphere, S in g/kg; their check values: 5 °C and 35 → 1027.67547 */
  const eos80 = (t: number, s: number): number => {
    const water =
      999.842594 + 6.793952e-2 * t - 9.09529e-3 * t ** 2 + 1.001685e-4 * t ** 3 - 1.120083e-6 * t ** 4 + 6.536332e-9 * t ** 5;
    const b = 0.824493 - 4.0899e-3 * t + 7.6438e-5 * t ** 2 - 8.2467e-7 * t ** 3 + 5.3875e-9 * t ** 4;
    return water + b * s + (-5.72466e-3 + 1.0227e-4 * t - 1.6546e-6 * t ** 2) * s ** 1.5 + 4.8314e-4 * s ** 2;
  };
  test('density by a second equation of state, viscosity and vapour pressure by that of supercooled water', () => {
    expect(eos80(5, 35)).toBeCloseTo(1027.67547, 4);
    const s = at(sea, -1.9);
    expect(Math.abs(s.density / eos80(-1.9, 35) - 1)).toBeLessThan(2e-4);
    // supercooled water at −1.9 °C: Dehaoui et al. 2015, 0.13788 mPa·s·(T/225.66 − 1)^−1.6438 = 1.9110; salt at 35 g/kg by the ratio at 0 °C
    const pure = 0.13788 * (271.25 / 225.66 - 1) ** -1.6438;
    const salt = at(sea, 0).viscosity / (0.13788e-3 * (273.15 / 225.66 - 1) ** -1.6438);
    expect(Math.abs((s.viscosity * 1e3) / (pure * salt) - 1)).toBeLessThan(0.003);
    // over water 5.2753 hPa at −2 °C (Smithsonian Meteorological Tables), 0.9811 of it over sea water (Robinson 1954: 0.9815)
    expect(Math.abs(at({ kind: 'sea-water', salinity: 0.04 }, -2).vapourPressure / (527.53 * 0.9767) - 1)).toBeLessThan(0.003);
  });
  test('the less salt, the sooner it freezes: Millero 1978, −1.922 °C at 35 g/kg, 0 without any', () => {
    expect(fluidState(sea, 273.15 - 1.93)).toMatchObject({ reason: 'temperature-range', lowest: expect.closeTo(271.228, 3) });
    expect(isFluidState(fluidState(sea, 273.15 - 1.92))).toBe(true);
    expect(fluidState({ kind: 'sea-water', salinity: 0 }, 273.1)).toMatchObject({ lowest: 273.15 });
    expect(fluidState({ kind: 'sea-water', salinity: 0.08 }, 271)).toMatchObject({ lowest: 271.15 });
  });
});

test('a table holds to the last thousandth of its last temperature, typed in other units', () => {
  const rows = [0, 20, 40].map((t) => ({ temperature: t + 273.15, density: 1000 - t, viscosity: 1e-3, vapourPressure: 1000 }));
  expect(at({ kind: 'table', rows }, 40.0005).density).toBeCloseTo(959.9995, 6);
  expect(at({ kind: 'table', rows }, 19).density).toBeCloseTo(981, 9);
});

/* CRC Handbook, critical constants, MPa */
test.each([
  ['methanol', 8.08],
  ['ethanol', 6.14],
  ['acetone', 4.7],
  ['benzene', 4.9],
  ['toluene', 4.13],
  ['pentane', 3.37],
  ['hexane', 3.03],
  ['heptane', 2.74],
  ['cyclohexane', 4.08],
  ['ammonia', 11.36],
  ['propane', 4.25],
  ['butane', 3.8],
] as const)('critical pressure of %s: %d MPa', (substance, mpa) =>
  expect(Math.abs(LIQUIDS[substance].criticalPressure / 1e6 / mpa - 1)).toBeLessThan(0.02),
);
