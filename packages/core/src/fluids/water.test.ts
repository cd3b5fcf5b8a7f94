import { fluidState, isFluidState } from './fluid.js';
import { waterDensity, waterSaturationPressure, waterViscosity } from './water.js';

describe('water', () => {
  test.each([
    [300, 3e6, 0.100215168e-2],
    [300, 80e6, 0.971180894e-3],
    [500, 3e6, 0.1202418e-2],
  ])('specific volume at %d K and %d Pa: IAPWS-IF97, table 5', (t, p, v) => {
    expect(1 / waterDensity(t, p) / v).toBeCloseTo(1, 8);
  });

  test.each([
    [300, 0.353658941e-2],
    [500, 0.263889776e1],
    [600, 0.123443146e2],
  ])('saturation pressure at %d K: IAPWS-IF97, table 35', (t, mpa) => {
    expect(waterSaturationPressure(t) / 1e6 / mpa).toBeCloseTo(1, 8);
  });

  test.each([
    [298.15, 998, 889.7351],
    [298.15, 1200, 1437.649467],
    [373.15, 1000, 307.883622],
  ])('viscosity at %d K and %d kg/m³: IAPWS R12-08, table 4', (t, rho, micro) => {
    expect((waterViscosity(t, rho) * 1e6) / micro).toBeCloseTo(1, 8);
  });

  test('outside 0 to 200 °C, and without a temperature, nothing is extrapolated', () => {
    expect(fluidState({ kind: 'water' }, 474)).toMatchObject({ reason: 'temperature-range', highest: 473.15 });
    expect(fluidState({ kind: 'water' }, undefined)).toMatchObject({ reason: 'no-temperature' });
    // 120 °C: liquid at saturation, above one atmosphere
    const hot = fluidState({ kind: 'water' }, 393.15);
    if (!isFluidState(hot)) throw new Error('refused');
    // steam tables: saturated water at 120 °C, 198.67 kPa, 943.11 kg/m³ (Wagner & Kretzschmar 2008, table 2)
    expect(hot.vapourPressure).toBeCloseTo(198670, -2);
    expect(hot.density).toBeCloseTo(943.11, 1);
  });
});

describe('a table of properties', () => {
  const rows = [
    { temperature: 300, density: 1000, kinematicViscosity: 4e-6, vapourPressure: 1000 },
    { temperature: 320, density: 980, kinematicViscosity: 1e-6, vapourPressure: 4000 },
  ];
  test('density is linear; viscosity and vapour pressure are linear in their logarithms', () => {
    // half way: √(4·1) = 2 mm²/s times 990 kg/m³; √(1000·4000) = 2000 Pa
    expect(fluidState({ kind: 'table', rows }, 310)).toMatchObject({
      density: 990,
      viscosity: expect.closeTo(2e-6 * 990, 12),
      vapourPressure: expect.closeTo(2000, 6),
    });
  });
  test('outside the rows it is refused', () => {
    expect(fluidState({ kind: 'table', rows }, 299)).toMatchObject({ reason: 'temperature-range', lowest: 300 });
  });
});
