import type { CURVE_GRADES } from '../document/fields.js';
import type { RawUncertainty, Study } from '../document/study.js';
import { readPercent } from '../fields/number-text.js';
import { quantityOf } from '../fields/typed.js';
import type { Problem } from '../issues/issues.js';
import { handleAt, type Handle } from './moved.js';

export type CurveGrade = (typeof CURVE_GRADES)[number];

/** How far flow, head and efficiency of a curve may be from the published one, shares of them: least and most. */
interface Tolerance {
  flow: readonly [number, number];
  head: readonly [number, number];
  efficiency: readonly [number, number];
}

const both = (t: number): readonly [number, number] => [-t, t];

/** Source: ISO 9906:2012, 4.4.3, grades of acceptance and their tolerances. */
export const GRADE_TOLERANCE: Readonly<Record<CurveGrade, Tolerance>> = {
  '1U': { flow: [0, 0.1], head: [0, 0.06], efficiency: [0, 0] },
  '1E': { flow: both(0.05), head: both(0.03), efficiency: [0, 0] },
  '1B': { flow: both(0.05), head: both(0.03), efficiency: [-0.03, 0] },
  '2B': { flow: both(0.08), head: both(0.05), efficiency: [-0.05, 0] },
  '2U': { flow: [0, 0.16], head: [0, 0.1], efficiency: [-0.05, 0] },
  '3B': { flow: both(0.09), head: both(0.07), efficiency: [-0.07, 0] },
};

/** How a value lies around where it stands: evenly within half a band, or normally with a deviation; SI, or a share of the value. */
export interface Spread {
  law: 'band' | 'deviation';
  amount: number;
  isShare: boolean;
}

/** An uncertain input of a study. */
export type Uncertain = { address: string; index: number } & (
  | { kind: 'spread'; handle: Exclude<Handle, { kind: 'curve' }>; spread: Spread }
  | { kind: 'grade'; handle: Handle & { kind: 'curve' }; grade: CurveGrade }
);

/**
 * The uncertain inputs that a study names, and what is wrong with those that cannot be taken, at its path.
 *
 * A number without dimension that is written in per cent (wear) takes "2 %" as two points of it; every other takes it as a share of what
 * stands there.
 */
export function readUncertainty(study: Study): { inputs: Uncertain[]; problems: Problem[] } {
  const inputs: Uncertain[] = [];
  const problems: Problem[] = [];
  (study.uncertainty ?? []).forEach((raw, index) => {
    const found = readOne(study, raw, index);
    if ('code' in found) problems.push(found);
    else inputs.push(found);
  });
  return { inputs, problems };
}

function readOne(study: Study, raw: RawUncertainty, index: number): Uncertain | Problem {
  const path = `uncertainty[${index}]`;
  const wrong = (key: string, reason: string, found: unknown): Problem => ({
    code: 'bad-value',
    path: key === '' ? path : `${path}.${key}`,
    where: [],
    detail: { reason, found: typeof found === 'string' ? `"${found}"` : String(found) },
  });
  const { input, band, deviation, grade } = raw;
  const handle = typeof input === 'string' ? handleAt(study, input) : undefined;
  if (!handle) return wrong('input', 'no-input', input);
  const given = [band, deviation, grade].filter((x) => x !== undefined);
  if (given.length !== 1) return wrong('', 'one-spread', given.length);
  if (handle.kind === 'curve') {
    const isGrade = typeof grade === 'string' && Object.hasOwn(GRADE_TOLERANCE, grade);
    if (!isGrade) return wrong(grade === undefined ? '' : 'grade', 'grade-needed', grade ?? band ?? deviation);
    return { address: input, index, kind: 'grade', handle, grade: grade as CurveGrade };
  }
  if (grade !== undefined) return wrong('grade', 'no-grade-here', grade);
  const [law, text] = band !== undefined ? (['band', band] as const) : (['deviation', deviation] as const);
  const amount = readAmount(handle, text);
  if (!amount) return wrong(law, handle.kind === 'fittings' ? 'share-needed' : 'bad-spread', text);
  return { address: input, index, kind: 'spread', handle, spread: { law, ...amount } };
}

/** differences of a quantity are written in its own units, but a difference of temperature is not a temperature */
const DIFFERENCE: Readonly<Record<string, 'temperatureDifference' | 'pressureDifference'>> = {
  temperature: 'temperatureDifference',
  pressure: 'pressureDifference',
  absolutePressure: 'pressureDifference',
};

function readAmount(handle: Exclude<Handle, { kind: 'curve' }>, text: unknown): Omit<Spread, 'law'> | undefined {
  if (typeof text !== 'string') return undefined;
  const share = /%\s*$/.test(text) ? readPercent(text) : undefined;
  const positive = (amount: number | undefined, isShare: boolean): Omit<Spread, 'law'> | undefined =>
    amount !== undefined && amount > 0 && Number.isFinite(amount) ? { amount, isShare } : undefined;
  if (handle.kind === 'fittings') return positive(share, true);
  const { field } = handle.inputs[0]!;
  if (share !== undefined) return positive(share, !(field.type === 'number' && field.percent === true));
  if (field.type === 'number') return positive(text.trim() === '' ? undefined : Number(text), false);
  return positive(quantityOf(text, DIFFERENCE[field.dimension] ?? field.dimension), false);
}
