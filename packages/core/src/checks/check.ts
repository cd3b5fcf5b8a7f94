import type { FluidState } from '../fluids/kind.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import type { Limit, Margin, Verdict } from '../results/margin.js';
import type { ScenarioResult } from '../results/results.js';
import type { WorkingValue } from '../results/working.js';
import type { Dimension } from '../units/units.js';
import type { ValveInput } from '../valves/valve.js';
import type { Word } from '../words/word.js';

/** What a check sees of an element: its entries in SI, its data, and where it stands. */
export interface CheckedElement {
  id: string;
  kind: string;
  line: number;
  index: number;
  read: Readonly<Record<string, unknown>>;
  /** id of the pump to each of whose units it belongs: its flow is that of one unit */
  unitOf?: string;
  /** of a pump: units that run together in any scenario, at the most */
  mostRunning?: number;
  pump?: PumpInput;
  performance?: PumpPerformance;
  valve?: ValveInput;
}

export interface CheckedPoint {
  id: string;
  kind: string;
  read: Readonly<Record<string, unknown>>;
}

/** What a check sees of a solved scenario. */
export interface CheckedScenario {
  id: string;
  role: string | undefined;
  fluid: FluidState;
  gravity: number;
  atmosphere: number;
  elements: readonly CheckedElement[];
  points: readonly CheckedPoint[];
  result: ScenarioResult;
  /** total head, m, at no flow in the pipes that pumps run against, and the pipes that count as suction */
  deadHeads: ReadonlyMap<string, number>;
  suction: ReadonlySet<string>;
  /** m³/s that lines draw from a point, all that lead away from it together; what others bring is not deducted */
  drawnFrom: (point: string) => number;
  /** elevation at which an element begins, m */
  elevationOf: (e: CheckedElement) => number;
  /** lowest elevation along a pipe, its profile points with it, m */
  lowestOf: (e: CheckedElement) => number;
  /** of the fluid, J/kg/K, where it has one */
  specificHeat: number | undefined;
  /** K at which the fluid freezes or no longer flows, where it has one */
  pourPoint: number | undefined;
  /** the fluid carries solids that settle */
  hasSolids: boolean;
  /** largest solid that it carries, m */
  solidSize: number | undefined;
  /** K, where the scenario has one */
  temperature: number | undefined;
  /** of the site, m above sea level */
  altitude: number | undefined;
}

/** Why a check does not apply; worded in packages/wording. */
export type Reason =
  | 'off'
  | 'no-curve'
  | 'not-given'
  | 'no-npshr'
  | 'no-flow'
  | 'no-valve'
  | 'not-controlling'
  | 'not-rated'
  | 'not-maximum'
  | 'no-pressure'
  | 'no-loss'
  | 'not-viscous'
  | 'no-level'
  | 'single-unit'
  | 'no-rated-point'
  | 'one-diameter'
  | 'no-temperature'
  | 'no-efficiency'
  | 'no-best-flow'
  | 'not-required'
  | 'no-specific-heat'
  | 'no-rating';

/** How a value was worked out: a formula, or words, with the values that go in. */
export interface How {
  formula: string | Word;
  inputs: WorkingValue[];
}

/** A value, with the limit that holds for this subject where it is not the default of the check. */
export interface Judged {
  value: number;
  limit?: Limit;
  /** edges between which a value that holds is not even near, where they are not the check's */
  inner?: readonly [number, number];
  /** which of two conditions gave the value */
  governs?: string;
  /** of a band: there is no upper end here, and one number of the study is the lower one */
  isLeast?: true;
  /** where the comparison alone does not tell */
  verdict?: (limit: number, upper: number) => Verdict;
  how: () => How;
}

interface Common<Subject> {
  /** trade name */
  label: Word;
  /** the same on a card, where the full name is had by hover */
  short?: Word;
  /** of value and limit; a ratio when absent */
  dimension?: Dimension;
  limit: Limit;
  /** near is what holds within this share of the limit, this distance from it, or outside these edges */
  near: { share: number } | { gap: number } | { inside: readonly [number, number] } | null;
  /** holds from the limit up, up to it, or between two */
  sense: 'least' | 'most' | 'band';
  /** what it is at beyond its limit: some are only a warning */
  worst: 'near' | 'fails';
  source: Word;
  /** reasons for which it may not apply */
  reasons: readonly Reason[];
  /** label of the entry without which it is not judged */
  entry?: Word;
  /** a value, or why there is none; `isOwn`: the study has a limit for it here */
  judge: (subject: Subject, scenario: CheckedScenario, isOwn: boolean) => Judged | Reason;
  /**
   * Of a check that always belongs to its subject: addresses of the entries for want of which it is not judged. None where it is judged, or
   * is not for another reason.
   */
  missing?: (subject: Subject, scenario: CheckedScenario) => readonly string[];
}

/** One check: at elements of some kinds, or at points. */
export type Check =
  | (Common<CheckedElement> & { at: 'element'; kinds: readonly string[] })
  | (Common<CheckedPoint> & { at: 'point'; kinds: readonly string[] })
  | (Common<CheckedElement | CheckedPoint> & { at: 'both'; kinds: readonly string[] });

/** A study's own limit for a check, with the place and scenario it is meant for. */
export interface LimitOverride {
  check: string;
  limit: Limit;
  where?: string;
  scenario?: string;
}

const lowerEnd = (limit: Limit): number => (typeof limit === 'number' ? limit : limit[0]);
const upperEnd = (limit: Limit): number => (typeof limit === 'number' ? limit : limit[1]);

/** The margin of a judged value: its limits, the edges of near, and the verdict. */
export function weigh<Code extends string>(
  check: Check,
  code: Code,
  where: string,
  judged: Judged,
  own: Limit | undefined,
): Margin<Code> {
  const base = judged.limit ?? check.limit;
  // one number for a band is its upper edge: the lower one stays
  const isUpper = check.sense === 'band' && typeof own === 'number' && !judged.isLeast;
  const chosen: Limit = own === undefined ? base : isUpper ? [lowerEnd(base), own] : own;
  const low = lowerEnd(chosen);
  const high = judged.isLeast && typeof chosen === 'number' ? Infinity : upperEnd(chosen);
  const edges = nearEdges(check, judged, low, high);
  // put together key by key: catalogues are judged by the hundred thousand, and spreading costs more than judging
  const margin = { check: code, where, value: judged.value, limit: low } as Margin<Code>;
  if (check.sense === 'band' && Number.isFinite(high)) margin.upper = high;
  if (edges.nearBelow !== undefined) margin.nearBelow = edges.nearBelow;
  if (edges.nearAbove !== undefined) margin.nearAbove = edges.nearAbove;
  if (judged.governs !== undefined) margin.governs = judged.governs;
  margin.verdict = judged.verdict?.(low, high) ?? verdictOf(check, judged.value, low, high, edges);
  if (own !== undefined) margin.isOwn = true;
  return margin;
}

function nearEdges(check: Check, judged: Judged, low: number, high: number): { nearBelow?: number; nearAbove?: number } {
  const { near, sense } = check;
  const inside = judged.inner ?? (near && 'inside' in near ? near.inside : undefined);
  if (sense === 'band') {
    if (inside)
      return {
        nearBelow: Math.max(low, inside[0]),
        ...(Number.isFinite(high) || Number.isFinite(inside[1]) ? { nearAbove: Math.min(high, inside[1]) } : {}),
      };
    return near && 'gap' in near ? { nearBelow: low + near.gap, nearAbove: high - near.gap } : {};
  }
  const limit = low; // a plain number: both ends are the same
  if (judged.inner && sense === 'least') return judged.inner[0] > limit ? { nearBelow: judged.inner[0] } : {};
  const gap = near && 'share' in near ? near.share * Math.abs(limit) : near && 'gap' in near ? near.gap : 0;
  if (gap === 0) return {};
  return sense === 'least' ? { nearBelow: limit + gap } : { nearAbove: limit - gap };
}

function verdictOf(
  check: Check,
  value: number,
  low: number,
  high: number,
  edges: { nearBelow?: number; nearAbove?: number },
): Verdict {
  const isBeyond = (check.sense !== 'most' && value < low) || (check.sense !== 'least' && value > high);
  if (isBeyond) return check.worst;
  const isNear = value < (edges.nearBelow ?? -Infinity) || value > (edges.nearAbove ?? Infinity);
  return isNear ? 'near' : 'holds';
}
