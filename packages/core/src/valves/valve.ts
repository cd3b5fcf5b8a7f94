import { VALVE_REFERENCE_DENSITY } from '../units/flow-coefficient.js';

/** FL taken where no valve says one (IEC 60534-2-1, table 2: globe, flow to open). */
export const TYPICAL_RECOVERY = 0.9;

/** A control valve of the catalogue; coefficients as Kv, m³/h at 1 bar. */
export interface ValveInput {
  name?: string;
  maker?: string;
  body?: string;
  /** of a catalogue, in place of a body */
  type?: string;
  size?: string;
  ratedKv: number;
  characteristic: 'equal-percentage' | 'linear' | 'quick-opening' | 'table';
  rangeability: number;
  table?: readonly { travel: number; kv: number }[];
  fl: number;
  /** FL over travel, in rising travel, in place of one for all */
  flTable?: readonly { travel: number; fl: number }[];
  fd?: number;
  /** FL or Fd are typical of the body, not the maker's */
  isTypical?: boolean;
  xfz?: number;
  /** what its body may hold: a class, or gauge pressures, Pa, over temperature, K */
  pressureClass?: string;
  ratedPressure?: number;
  materialGroup?: string;
  ratingTable?: readonly { temperature: number; pressure: number }[];
  /** drop against which it is made to shut, Pa */
  shutOffDrop?: number;
  /** drops between which it may be run, Pa */
  minDrop?: number;
  maxDrop?: number;
  /** nominal bore of the valve, and bores of the pipes on its two sides, m, for the piping geometry factor */
  bore?: number;
  inside?: readonly [number, number];
}

/** Coefficient that the valve has at a travel 0…1 (inherent characteristic). Travel 0 is shut. */
export function kvAtOpening(valve: ValveInput, travel: number): number {
  if (travel <= 0) return 0;
  const { ratedKv, rangeability: r } = valve;
  switch (valve.characteristic) {
    case 'equal-percentage':
      return ratedKv * r ** (travel - 1);
    case 'linear':
      return ratedKv * (1 / r + (1 - 1 / r) * travel);
    case 'quick-opening':
      return ratedKv * Math.sqrt(travel);
    case 'table':
      return tableKv(valve.table!, travel);
  }
}

/**
 * Travel at which the valve has a coefficient. Less than it has just off its seat reports travel 0 and `belowRange`;
 * more than fully open gives 1.
 */
export function openingAtKv(valve: ValveInput, kv: number): { opening: number; belowRange: boolean } {
  const { ratedKv, rangeability: r } = valve;
  const ratio = kv / kvAtOpening(valve, 1);
  if (ratio >= 1) return { opening: 1, belowRange: false };
  if (kv <= 0) return { opening: 0, belowRange: false };
  switch (valve.characteristic) {
    case 'equal-percentage':
      return kv < ratedKv / r
        ? { opening: 0, belowRange: true }
        : { opening: 1 + Math.log(ratio) / Math.log(r), belowRange: false };
    case 'linear':
      return kv < ratedKv / r
        ? { opening: 0, belowRange: true }
        : { opening: (kv / ratedKv - 1 / r) / (1 - 1 / r), belowRange: false };
    case 'quick-opening':
      return { opening: ratio * ratio, belowRange: false };
    case 'table':
      return tableTravel(valve.table!, kv);
  }
}

/** A valve's table is linear between rows. */
function tableKv(rows: readonly { travel: number; kv: number }[], travel: number): number {
  const first = rows[0]!;
  if (travel <= first.travel) return first.kv;
  for (let i = 1; i < rows.length; i++) {
    const a = rows[i - 1]!;
    const b = rows[i]!;
    if (travel <= b.travel) return a.kv + ((b.kv - a.kv) * (travel - a.travel)) / (b.travel - a.travel);
  }
  return rows[rows.length - 1]!.kv;
}

function tableTravel(rows: readonly { travel: number; kv: number }[], kv: number): { opening: number; belowRange: boolean } {
  if (kv < rows[0]!.kv) return { opening: 0, belowRange: true };
  for (let i = 1; i < rows.length; i++) {
    const a = rows[i - 1]!;
    const b = rows[i]!;
    if (kv <= b.kv) {
      const t = b.kv > a.kv ? (kv - a.kv) / (b.kv - a.kv) : 0;
      return { opening: a.travel + t * (b.travel - a.travel), belowRange: false };
    }
  }
  return { opening: 1, belowRange: false };
}

/** Critical pressure ratio factor FF = 0.96 − 0.28·√(pv/pc). Source: IEC 60534-2-1, eq. 4. Pressures absolute. */
export function criticalPressureRatio(vapourPressure: number, criticalPressure: number): number {
  return 0.96 - 0.28 * Math.sqrt(vapourPressure / criticalPressure);
}

interface PipingFactors {
  fp: number;
  /** FLP/FP, which takes the place of FL */
  fl: number;
}

const N2 = 0.0016; // IEC 60534-2-1, table 1, for Kv and mm

/**
 * Piping geometry factor FP and combined recovery factor FLP/FP; 1 and FL when the pipes' bores are not known.
 * Source: IEC 60534-2-1, eqs. 15–24 (short concentric reducers).
 */
export function pipingFactors(valve: ValveInput, kv: number): PipingFactors {
  const losses = pipingLosses(valve);
  const alone = recoveryAt(valve, kv);
  if (!losses) return { fp: 1, fl: alone };
  const { inlet, outlet } = losses;
  const c2 = (kv / (valve.bore! * 1000) ** 2) ** 2 / N2;
  const fp = 1 / Math.sqrt(1 + (inlet + outlet) * c2);
  const flp = alone / Math.sqrt(1 + alone * alone * inlet * c2);
  return { fp, fl: flp / fp };
}

/** FL of the valve alone at a coefficient: from its table over travel, else the one for all. */
export function recoveryAt(valve: ValveInput, kv: number): number {
  const rows = valve.flTable;
  if (!rows) return valve.fl;
  const { opening } = openingAtKv(valve, kv);
  const after = rows.findIndex((r) => r.travel >= opening);
  if (after === 0) return rows[0]!.fl;
  if (after < 0) return rows[rows.length - 1]!.fl;
  const [a, b] = [rows[after - 1]!, rows[after]!];
  return a.fl + ((b.fl - a.fl) * (opening - a.travel)) / (b.travel - a.travel);
}

/** K of the reducer before a valve and of the expansion behind it, each with its Bernoulli part; undefined without bores. */
export function pipingLosses(valve: ValveInput): { inlet: number; outlet: number } | undefined {
  if (!valve.inside || !valve.bore) return undefined;
  return lossesBetween(valve.bore, valve.inside);
}

/** FP that a valve wide open would have between pipes of a bore, m. */
export function pipingFactorBetween(valve: ValveInput, inside: readonly [number, number]): number {
  return pipingFactors({ ...valve, inside }, valve.ratedKv).fp;
}

function lossesBetween(bore: number, inside: readonly [number, number]): { inlet: number; outlet: number } {
  const b1 = (bore / inside[0]) ** 2;
  const b2 = (bore / inside[1]) ** 2;
  return { inlet: 0.5 * (1 - b1) ** 2 + 1 - b1 * b1, outlet: (1 - b2) ** 2 - (1 - b2 * b2) };
}

const N18 = 0.865; // IEC 60534-2-1, table 1, for Kv and mm
/** Kv/(N18·d²), mm, up to which the sizing equations hold for a body. Source: IEC 60534-2-1:2011, clause 1 */
export const SIZING_RANGE = 0.047;

/** Kv/(N18·d²) of a coefficient in a body of a nominal bore, m. */
export function coefficientOfBore(kv: number, bore: number): number {
  return kv / (N18 * (bore * 1000) ** 2);
}

/** Drop, Pa, of a turbulent unchoked liquid flow, m³/s, through Kv: Δp = SG·(Q/Kv)²·1 bar. Source: IEC 60534-2-1, eq. 1. */
export function dropAtFlow(flow: number, kv: number, density: number): number {
  return (density / VALVE_REFERENCE_DENSITY) * ((flow * 3600) / kv) ** 2 * 1e5;
}

/** Kv that passes a flow, m³/s, at an effective drop, Pa. */
export function kvForFlow(flow: number, effectiveDrop: number, density: number): number {
  return (flow * 3600) / Math.sqrt(effectiveDrop / 1e5 / (density / VALVE_REFERENCE_DENSITY));
}
