import { fluidState, isFluidState } from '../fluids/fluid.js';
import { REFERENCE_DENSITY, STANDARD_GRAVITY, WATER_AT_20_DENSITY } from './standard.js';

/* Constants that stand in formulas of other rooms, each against where it comes from. */

const water = (celsius: number): number => {
  const s = fluidState({ kind: 'water' }, celsius + 273.15);
  if (!isFluidState(s)) throw new Error('refused');
  return s.density;
};

test('water at 20 °C is that of IAPWS-IF97, the reference of specific gravities that at 60 °F', () => {
  expect(WATER_AT_20_DENSITY).toBe(998.207);
  expect(Math.abs(water(20) - WATER_AT_20_DENSITY)).toBeLessThan(0.01);
  // 15.56 °C: 999.0 to 999.1 kg/m³
  expect(Math.abs(water(15.5556) - REFERENCE_DENSITY)).toBeLessThan(0.1);
});

test('standard gravity, exact by definition (CGPM 1901)', () => expect(STANDARD_GRAVITY).toBe(9.80665));
