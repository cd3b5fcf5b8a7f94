import { DEFAULT_CRITICAL_PRESSURE, missing, type FluidKind } from './kind.js';
import { criticalPressure, density, heated, kinematicViscosity, vapourPressure, viscosity } from './properties.js';
import { word } from '../words/word.js';

export interface ConstantRead {
  density: number;
  viscosity?: number;
  kinematicViscosity?: number;
  vapourPressure: number;
  criticalPressure?: number;
}

const GIVEN = word('source.as-given');

export const constant: FluidKind<ConstantRead> = {
  label: word('fluid.fixed-properties'),
  fields: {
    ...heated,
    density: density(),
    viscosity: viscosity(),
    kinematicViscosity: kinematicViscosity(),
    vapourPressure: vapourPressure(),
    criticalPressure: criticalPressure(),
  },
  beginning: { name: 'Liquid', density: '1000 kg/m3', viscosity: '1 mPa.s', vapourPressure: '2.3 kPa(a)' },
  problems: (_read, raw) =>
    (raw.viscosity ?? raw.kinematicViscosity ?? null) !== null
      ? []
      : [missing('viscosity', 'viscosity', word('field.viscosity-dynamic-or-kinematic'))],
  range: () => undefined,
  state: (f) => ({
    density: f.density,
    viscosity: f.viscosity ?? f.kinematicViscosity! * f.density,
    vapourPressure: f.vapourPressure,
    criticalPressure: f.criticalPressure ?? DEFAULT_CRITICAL_PRESSURE,
  }),
  sources: { density: GIVEN, viscosity: GIVEN, vapourPressure: GIVEN },
};
