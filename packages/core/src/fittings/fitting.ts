import { KV_PER_CV } from '../units/flow-coefficient.js';
import { THREE_CONSTANTS } from './data/three-constants.js';
import { BY_BORE, BY_COEFFICIENT, coefficientK } from './pieces.js';
import { word, type Word } from '../words/word.js';

/** One entry of a pipe's list of fittings, SI. Exactly one of k, type and equivalentLength is given. */
export interface FittingInput {
  k?: number;
  type?: string;
  equivalentLength?: number;
  count: number;
  /** the other bore of a reducer or expansion, the own bore of a meter or a valve of reduced bore, m */
  to?: number;
  /** flow coefficient of a piece that is known by its maker's only; either */
  kv?: number;
  cv?: number;
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

/** fittings whose loss follows from their geometry, with how people write them */
const GEOMETRIC: Readonly<Record<string, readonly string[]>> = {
  'entrance-sharp': ['sharp entrance', 'sharp entry', 'sharp inlet', 'entrance sharp', 'entrance', 'entry', 'inlet'],
  'entrance-rounded': ['rounded entrance', 'rounded entry', 'rounded inlet', 'entrance rounded', 'bellmouth', 'bell mouth'],
  'entrance-projecting': [
    'projecting entrance',
    'projecting entry',
    'entrance projecting',
    're entrant entrance',
    're entrant',
    'inward projecting entrance',
  ],
  exit: ['exit', 'exit loss', 'pipe exit', 'outlet'],
  reducer: ['reducer', 'reduction', 'contraction'],
  expansion: ['expansion', 'expander', 'enlargement', 'increaser'],
  'ball-reduced': ['reduced bore ball', 'reduced bore ball valve', 'reduced port ball', 'ball valve reduced bore'],
  'meter-full-bore': ['magnetic meter', 'magnetic flow meter', 'magmeter', 'ultrasonic meter', 'full bore meter'],
};

/**
 * Fittings of which only the equivalent length in diameters of clean steel in full turbulence is known, over the nominal size in
 * inches up to which it holds: K = n·fT. Source: Crane, Technical Paper 410, appendix A (K factor table).
 */
const BY_TURBULENCE: Readonly<Record<string, { steps: readonly (readonly [number, number])[]; words: readonly string[] }>> = {
  'check-tilting': {
    steps: [
      [9, 40],
      [15, 30],
      [Infinity, 20],
    ],
    words: ['tilting disc check', 'tilting disc check valve', 'tilting check'],
  },
  'foot-hinged': {
    steps: [[Infinity, 75]],
    words: ['foot valve', 'foot valve with strainer', 'hinged foot valve', 'foot valve hinged'],
  },
  'foot-poppet': { steps: [[Infinity, 420]], words: ['poppet foot valve', 'foot valve poppet'] },
};

/** roughness of clean commercial steel, m (Moody 1944) */
const CLEAN_STEEL = 4.572e-5;

/** Friction factor of a clean steel pipe of a bore, m, in full turbulence: 0.25/log10²(ε/3.7D). Source: Crane TP-410, eq. 2-8. */
function turbulentFactor(inside: number): number {
  return 0.25 / Math.log10(CLEAN_STEEL / inside / 3.7) ** 2;
}

function diametersOf(type: string, nominalInches: number): number {
  return BY_TURBULENCE[type]!.steps.find(([most]) => nominalInches < most)![1];
}

const worded = (list: Readonly<Record<string, { words: readonly string[] }>>): Record<string, readonly string[]> =>
  Object.fromEntries(Object.entries(list).map(([type, c]) => [type, [type.replaceAll('-', ' '), ...c.words]]));

/** Every type of fitting with the words that mean it. */
export const FITTING_WORDS: Readonly<Record<string, readonly string[]>> = {
  ...worded(THREE_CONSTANTS),
  ...worded(BY_TURBULENCE),
  ...worded(BY_BORE),
  ...worded(BY_COEFFICIENT),
  ...Object.fromEntries(Object.entries(GEOMETRIC).map(([type, words]) => [type, [type.replaceAll('-', ' '), ...words]])),
};

export const FITTING_TYPES: readonly string[] = Object.keys(FITTING_WORDS);

/** The entry beside its type without which a fitting has no K: another bore, or its maker's coefficient. */
export function neededEntry(type: unknown): 'to' | 'kv' | undefined {
  if (typeof type !== 'string') return undefined;
  if (type === 'reducer' || type === 'expansion' || type === 'ball-reduced' || Object.hasOwn(BY_BORE, type)) return 'to';
  return Object.hasOwn(BY_COEFFICIENT, type) ? 'kv' : undefined;
}

/** One entry of a list of fittings as the sum takes it: what it adds once, how often, and how that was worked out. */
interface FittingTerm {
  name: Word;
  count: number;
  constant: number;
  perReynolds: number;
  equivalentLength: number;
  /** a formula, or words */
  how: string | Word;
}

/**
 * Adds up a list of fittings.
 *
 * @param inside bore of the pipe, m @param nominalInches Dn of the three-constant method
 */
export function sumFittings(list: readonly FittingInput[], inside: number, nominalInches: number): FittingSum {
  const sum: FittingSum = { constant: 0, perReynolds: 0, equivalentLength: 0 };
  for (const f of list) {
    const term = termOf(f, inside, nominalInches);
    sum.constant += term.constant * f.count;
    sum.perReynolds += term.perReynolds * f.count;
    sum.equivalentLength += term.equivalentLength * f.count;
  }
  return sum;
}

/** The entries of a list of fittings one by one, for a checker to follow. */
export function fittingTerms(list: readonly FittingInput[], inside: number, nominalInches: number): FittingTerm[] {
  return list.map((f) => ({
    ...termOf(f, inside, nominalInches),
    name:
      f.type !== undefined
        ? word('quantity.fitting', { type: f.type })
        : f.k !== undefined
          ? word('quantity.fitting-k', { k: f.k })
          : word('quantity.equivalent-length'),
    count: f.count,
    how: howOf(f, nominalInches),
  }));
}

function termOf(
  f: FittingInput,
  inside: number,
  nominalInches: number,
): { constant: number; perReynolds: number; equivalentLength: number } {
  if (f.k !== undefined) return { constant: f.k, perReynolds: 0, equivalentLength: 0 };
  if (f.equivalentLength !== undefined) return { constant: 0, perReynolds: 0, equivalentLength: f.equivalentLength };
  if (Object.hasOwn(BY_TURBULENCE, f.type!))
    return { constant: diametersOf(f.type!, nominalInches) * turbulentFactor(inside), perReynolds: 0, equivalentLength: 0 };
  if (Object.hasOwn(BY_BORE, f.type!)) return onlyConstant(BY_BORE[f.type!]!.k(Math.min(1, f.to! / inside)));
  if (Object.hasOwn(BY_COEFFICIENT, f.type!)) return onlyConstant(coefficientK(f.kv ?? f.cv! * KV_PER_CV, inside));
  if (f.type === 'ball-reduced') return onlyConstant(reducedBallK(f, inside));
  const c = THREE_CONSTANTS[f.type!];
  if (!c) return { constant: geometricK(f, inside), perReynolds: 0, equivalentLength: 0 };
  return { constant: c.ki * (1 + c.kd / nominalInches ** c.sizeExponent), perReynolds: c.k1, equivalentLength: 0 };
}

const onlyConstant = (constant: number) => ({ constant, perReynolds: 0, equivalentLength: 0 });

/** seat of 3·fT with a reducer before and an expansion behind. Source: Crane TP-410, appendix A, formulas 5 and 6. */
function reducedBallK(f: FittingInput, inside: number): number {
  const own = Math.min(f.to!, inside);
  const beta = own / inside;
  const seat = (3 * turbulentFactor(inside)) / beta ** 4;
  return seat + geometricK({ ...f, to: own, type: 'reducer' }, inside) + geometricK({ ...f, to: own, type: 'expansion' }, inside);
}

function howOf(f: FittingInput, nominalInches: number): string | Word {
  const c = f.type === undefined ? undefined : THREE_CONSTANTS[f.type];
  if (c) return `${c.ki}·(1 + ${c.kd}/${nominalInches.toPrecision(4)}^${c.sizeExponent}), K1 ${c.k1}`;
  if (f.type !== undefined && Object.hasOwn(BY_TURBULENCE, f.type)) return `${diametersOf(f.type, nominalInches)}·fT`;
  if (f.type !== undefined && Object.hasOwn(BY_BORE, f.type)) return BY_BORE[f.type]!.how;
  if (f.type !== undefined && Object.hasOwn(BY_COEFFICIENT, f.type)) return f.kv === undefined ? `Cv ${f.cv}` : `Kv ${f.kv}`;
  return word(f.type === undefined ? 'how.as-given' : 'how.from-its-geometry');
}

/**
 * K of entries, exits and changes of bore on the velocity head of the bore `inside`.
 * Sources: entries and exit, Idelchik, 4th ed., diagrams 3-1 to 3-4 and 11-1; sudden expansion, Borda–Carnot; sudden reducer
 * 0.5·(1 − β²) on the small bore (Weisbach, as in Idelchik diagram 4-9); gradual ones to 45° with the angle factors
 * 1.6·sin(θ/2) and 2.6·sin(θ/2) (Gibson 1910), reducers above it with √sin(θ/2) (Crane TP-410, formulas 1 to 4).
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
    // nothing stands in its bore; its length is the pipe's
    case 'meter-full-bore':
      return 0;
    case 'reducer': {
      const other = f.to!;
      const beta2 = (Math.min(other, inside) / Math.max(other, inside)) ** 2;
      const onSmall = 0.5 * (1 - beta2) * reducerFactor(f.angle);
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

/** 1 where it is sudden, at 180° as well */
function reducerFactor(degrees: number | undefined): number {
  if (degrees === undefined) return 1;
  const half = Math.sin((degrees * Math.PI) / 360);
  return degrees <= 45 ? 1.6 * half : Math.sqrt(half);
}

function angleFactor(degrees: number | undefined, slope: number): number {
  if (degrees === undefined) return 1;
  return Math.min(1, slope * Math.sin((degrees * Math.PI) / 360));
}
