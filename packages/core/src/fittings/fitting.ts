import { THREE_CONSTANTS } from './data/three-constants.js';

/** One entry of a pipe's list of fittings, SI. Exactly one of k, type and equivalentLength is given. */
export interface FittingInput {
  k?: number;
  type?: string;
  equivalentLength?: number;
  count: number;
  /** the other bore of a reducer or expansion, m */
  to?: number;
  /** included angle of a gradual reducer or expansion, degrees; 180 (sudden) when not given */
  angle?: number;
}

/** Sum of a pipe's fittings on its own velocity head: K = constant + perReynolds/Re + f·lengths/D. */
export interface FittingSum {
  constant: number;
  perReynolds: number;
  /** sum of equivalent lengths, m */
  equivalentLength: number;
}

const GEOMETRIC = ['entrance-sharp', 'entrance-rounded', 'entrance-projecting', 'exit', 'reducer', 'expansion'] as const;

export const FITTING_TYPES: readonly string[] = [...Object.keys(THREE_CONSTANTS), ...GEOMETRIC];

/**
 * Adds up a list of fittings.
 *
 * @param inside bore of the pipe, m @param nominalInches Dn of the three-constant method
 */
export function sumFittings(list: readonly FittingInput[], inside: number, nominalInches: number): FittingSum {
  const sum: FittingSum = { constant: 0, perReynolds: 0, equivalentLength: 0 };
  for (const f of list) {
    if (f.k !== undefined) sum.constant += f.k * f.count;
    else if (f.equivalentLength !== undefined) sum.equivalentLength += f.equivalentLength * f.count;
    else addType(sum, f, inside, nominalInches);
  }
  return sum;
}

function addType(sum: FittingSum, f: FittingInput, inside: number, nominalInches: number): void {
  const c = THREE_CONSTANTS[f.type!];
  if (c) {
    sum.perReynolds += c.k1 * f.count;
    sum.constant += c.ki * (1 + c.kd / nominalInches ** c.sizeExponent) * f.count;
  } else {
    sum.constant += geometricK(f, inside) * f.count;
  }
}

/**
 * K of entries, exits and changes of bore on the velocity head of the bore `inside`.
 * Sources: entries and exit, Idelchik, 4th ed., diagrams 3-1 to 3-4 and 11-1; sudden expansion, Borda–Carnot; sudden reducer
 * 0.5·(1 − β²) on the small bore (Weisbach, as in Idelchik diagram 4-9); gradual ones to 45° with the angle factors
 * 1.6·sin(θ/2) and 2.6·sin(θ/2) (Gibson 1910).
 */
export function geometricK(f: FittingInput, inside: number): number {
  switch (f.type) {
    case 'entrance-sharp':
      return 0.5;
    case 'entrance-rounded':
      return 0.04;
    case 'entrance-projecting':
      return 1.0;
    case 'exit':
      return 1.0;
    case 'reducer': {
      const other = f.to!;
      const beta2 = (Math.min(other, inside) / Math.max(other, inside)) ** 2;
      const onSmall = 0.5 * (1 - beta2) * angleFactor(f.angle, 1.6);
      return onSmall * (inside / Math.min(other, inside)) ** 4;
    }
    case 'expansion': {
      const other = f.to!;
      const small = Math.min(other, inside);
      const beta2 = (small / Math.max(other, inside)) ** 2;
      return (1 - beta2) ** 2 * angleFactor(f.angle, 2.6) * (inside / small) ** 4;
    }
    default:
      throw new RangeError(`no fitting type ${f.type}`);
  }
}

function angleFactor(degrees: number | undefined, slope: number): number {
  if (degrees === undefined || degrees >= 180) return 1;
  return Math.min(1, slope * Math.sin((degrees * Math.PI) / 360));
}
