import { choice } from '../fields/field.js';
import { LIQUIDS, type LiquidData } from './data/liquids.js';
import type { FluidKind } from './kind.js';
import { heated } from './properties.js';
import { word } from '../words/word.js';

type Substance = keyof typeof LIQUIDS;

/** exp(c1 + c2/T + c3·ln T + c4·T^c5) */
function exponential([c1, c2, c3, c4, c5]: LiquidData['viscosity'], t: number): number {
  return Math.exp(c1 + c2 / t + c3 * Math.log(t) + c4 * t ** c5);
}

/** saturated liquid, kg/m³ */
function liquidDensity({ molarMass, density: [c1, c2, c3, c4] }: LiquidData, t: number): number {
  return (molarMass * c1) / c2 ** (1 + (1 - t / c3) ** c4);
}

/** A pure liquid of the library, saturated: what a pressure above that adds to its density is passed over. */
export const liquid: FluidKind<{ substance: Substance }> = {
  label: word('fluid.common-liquid'),
  fields: {
    ...heated,
    substance: choice(Object.keys(LIQUIDS), word('field.liquid'), {
      required: true,
      words: Object.fromEntries(Object.entries(LIQUIDS).map(([key, { label }]) => [key, label])),
    }),
  },
  beginning: { name: 'Methanol', substance: 'methanol' },
  range: ({ substance }) => {
    const [lowest, highest] = LIQUIDS[substance].range;
    return { lowest, highest };
  },
  state: ({ substance }, t) => {
    const data: LiquidData = LIQUIDS[substance];
    return {
      density: liquidDensity(data, t),
      viscosity: exponential(data.viscosity, t),
      vapourPressure: exponential(data.vapourPressure, t),
      criticalPressure: data.criticalPressure,
    };
  },
  sources: {
    density: word('source.perrys-handbook-dippr-equation-105'),
    viscosity: word('source.perrys-handbook-dippr-equation-101'),
    vapourPressure: word('source.perrys-handbook-dippr-equation-101'),
  },
};
