import { orificeK } from './orifice.js';
import { VALVE_REFERENCE_DENSITY } from '../units/flow-coefficient.js';

/* Pieces that are known by a bore of their own, or only by what their maker measured: a flow coefficient. */

interface Words {
  words: readonly string[];
}

/** ISO 5167-4, 5.9.2: a Venturi tube keeps 5 to 20 % of its pressure difference; the most is taken */
const VENTURI_SHARE = 0.2;
/** discharge coefficients: orifice plate, ISA 1932 nozzle and rough-welded Venturi in turbulent flow (ISO 5167-2, -3, -4) */
const COEFFICIENTS = { plate: 0.61, nozzle: 0.98, venturi: 0.985 };

/** K on the velocity head of the pipe by the bore of the piece over that of the pipe */
export const BY_BORE: Readonly<Record<string, Words & { k: (beta: number) => number; how: string }>> = {
  'meter-orifice': {
    words: ['orifice meter', 'orifice flow meter', 'orifice flowmeter', 'metering orifice'],
    k: (beta) => orificeK(beta, COEFFICIENTS.plate),
    how: '(√(1 − β⁴(1 − C²))/(C·β²) − 1)², C 0.61',
  },
  'meter-nozzle': {
    words: ['nozzle meter', 'flow nozzle', 'nozzle flow meter'],
    // ISO 5167-3, 5.1.8: the permanent loss of nozzles by the same equation
    k: (beta) => orificeK(beta, COEFFICIENTS.nozzle),
    how: '(√(1 − β⁴(1 − C²))/(C·β²) − 1)², C 0.98',
  },
  'meter-venturi': {
    words: ['venturi', 'venturi meter', 'venturi tube', 'venturi flow meter'],
    k: (beta) => (VENTURI_SHARE * (1 - beta ** 4)) / (COEFFICIENTS.venturi ** 2 * beta ** 4),
    how: '0.2·(1 − β⁴)/(C²·β⁴), C 0.985',
  },
};

/** pieces of which no general figure is printed: the maker's coefficient is needed */
export const BY_COEFFICIENT: Readonly<Record<string, Words>> = {
  'check-wafer': {
    words: ['wafer check', 'wafer check valve', 'dual plate check', 'dual plate check valve', 'double disc check'],
  },
  'strainer-y': { words: ['y strainer', 'wye strainer', 'y type strainer', 'y pattern strainer'] },
  'strainer-basket': { words: ['basket strainer', 'bucket strainer', 'tee strainer'] },
  'meter-turbine': { words: ['turbine meter', 'turbine flow meter'] },
  'meter-vortex': { words: ['vortex meter', 'vortex flow meter'] },
  'meter-coriolis': { words: ['coriolis meter', 'mass flow meter', 'coriolis flow meter'] },
  'meter-displacement': { words: ['displacement meter', 'positive displacement meter', 'pd meter', 'oval gear meter'] },
};

/**
 * K on the velocity head of a bore, m, of a piece with a flow coefficient Kv, m³/h at 1 bar: Δp = SG·(Q/Kv)²·1 bar over ρ·v²/2.
 * Source: IEC 60534-2-1, eq. 1. Example: 100 mm, Kv 200 → 4.0008 (200 m³/h: 7.0736 m/s; 1 bar over 999.1/2·v² = 24 995 Pa).
 */
export function coefficientK(kv: number, inside: number): number {
  const hourly = 3600 * (Math.PI / 4) * inside * inside;
  return ((hourly / kv) ** 2 * 2e5) / VALVE_REFERENCE_DENSITY;
}
