import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { insideBy, nearestLimit } from '../checks/inside.js';
import type { Study } from '../document/study.js';
import type { Margin } from '../results/margin.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { lastBefore, nearestCrossing } from './crossing.js';
import { movedStudy, valueIn, type StudyInput } from './inputs.js';

/** Between which values of an input is looked, SI; its own bounds and what is usual where nothing is said. */
export interface Range {
  from?: number;
  to?: number;
}

export type NoTurn = 'not-solved' | 'not-applicable' | 'no-value' | 'not-in-range';

/** How far an input is from where a margin just meets its limit, in one scenario. SI. */
export interface Headroom {
  /** where the input stands */
  now: number | null;
  /** of the margin */
  value: number | null;
  /** the edge that it would meet; where it meets none, the one that it is nearest to */
  limit: number | null;
  /** the margin is inside its limits */
  met: boolean | null;
  /** value of the input at which it just is, nearest to where it stands */
  turns: number | null;
  unit: string;
  reason?: NoTurn;
}

/** The greatest value of an input at which nothing that does not fail now fails, and what stops it. */
export interface Largest {
  now: number | null;
  largest: number | null;
  /** the same, as a headroom has it */
  turns: number | null;
  unit: string;
  /** what fails beyond; null where nothing does in the range */
  check: CheckCode | 'not-solved' | null;
  where: string | null;
  /** of that margin just before it fails, and its limit */
  value: number | null;
  limit: number | null;
  /** what would stop it if that were lifted; absent where nothing does */
  next?: { largest: number; check: CheckCode | 'not-solved'; where: string | null };
  reason?: NoTurn;
}

/** how far is looked around a value where no range is given, SI: at least so much, and three times what stands there */
const USUAL: Readonly<Record<string, number>> = {
  length: 50,
  head: 50,
  flow: 0.05,
  pressure: 1e6,
  pressureDifference: 1e6,
  absolutePressure: 1e6,
  temperature: 100,
  speed: 1500,
  diameter: 0.2,
  roughness: 0.002,
  power: 1e5,
};
const TIMES = 3;

/** Looks around one input of a study in one scenario. */
export class Probe {
  private readonly known = new Map<number, SolvedScenario>();

  constructor(
    private readonly study: Study,
    private readonly scenario: string,
    readonly input: StudyInput,
    /** the scenario as it stands */
    readonly present: SolvedScenario,
  ) {}

  get now(): number | null {
    return valueIn(this.study, this.input, this.present) ?? null;
  }

  at(value: number): SolvedScenario {
    let found = this.known.get(value);
    if (!found) {
      found = runStudy(movedStudy(this.study, this.scenario, this.input, value)).scenarios[0] ?? {
        id: this.scenario,
        problems: [],
      };
      this.known.set(value, found);
    }
    return found;
  }

  /** between which values is looked, within what the field takes */
  range({ from, to }: Range): [number, number] {
    const { field } = this.input;
    const now = this.now ?? 0;
    const usual = field.type === 'quantity' ? (USUAL[field.dimension] ?? 1) : Math.min(10, field.max - field.min);
    const span = Math.max(usual, TIMES * Math.abs(now)); // prettier-ignore
    const bounds = field.type === 'quantity' && field.dimension === 'pressure' ? [0, Infinity] : [field.min, field.max];
    return [from ?? Math.max(now - span, bounds[0]!), to ?? Math.min(now + span, bounds[1]!)];
  }
}

const isSolved = (s: SolvedScenario): boolean => s.result !== undefined && s.result.status !== 'failed';

export function marginIn(s: SolvedScenario, check: CheckCode, where: string): Margin | undefined {
  return isSolved(s) ? s.result!.margins.find((m) => m.check === check && m.where === where) : undefined;
}

/**
 * The value of an input, nearest to where it stands, at which a margin just meets its limit: bracketed outward on both sides, the scenario
 * solved at every step, so that a margin that turns on the way is found at its first crossing.
 *
 * @param range where is looked, SI
 */
export function headroomOf(probe: Probe, check: CheckCode, where: string, range: Range = {}): Headroom {
  const { now, present, input } = probe;
  const m = marginIn(present, check, where);
  const inside = insideBy(m);
  const found: Headroom = {
    now,
    value: m?.value ?? null,
    limit: m ? nearestLimit(m) : null,
    met: inside === null ? null : inside >= 0,
    turns: null,
    unit: input.unit,
  };
  if (!isSolved(present)) return { ...found, reason: 'not-solved' };
  if (now === null) return { ...found, reason: 'no-value' };
  if (inside === null) return { ...found, reason: 'not-applicable' };
  const [low, high] = probe.range(range);
  const f = (x: number): number | null => insideBy(marginIn(probe.at(x), check, where));
  const start = Math.min(high, Math.max(low, now));
  const turns = nearestCrossing(f, start, low, high);
  if (turns === undefined) return { ...found, reason: 'not-in-range' };
  const there = marginIn(probe.at(turns), check, where);
  return { ...found, turns, ...(there ? { limit: nearestLimit(there) } : {}) };
}

/**
 * The largest value of an input, from where it stands, at which no check that does not fail now fails.
 *
 * @param range `to` ends the search
 */
export function largestOf(probe: Probe, range: Range = {}): Largest {
  const { now, present, input } = probe;
  const none: Largest = { now, largest: null, turns: null, unit: input.unit, check: null, where: null, value: null, limit: null };
  if (!isSolved(present)) return { ...none, reason: 'not-solved' };
  if (now === null) return { ...none, reason: 'no-value' };
  const held = present.result!.margins.filter((m) => m.value !== null && (m.verdict === 'holds' || m.verdict === 'near'));
  const failing = (x: number, but?: Margin): Margin | 'not-solved' | undefined => {
    const s = probe.at(x);
    if (!isSolved(s)) return 'not-solved';
    const bad = held.flatMap((h) => {
      const m = marginIn(s, h.check as CheckCode, h.where);
      const isLifted = but !== undefined && h.check === but.check && h.where === but.where;
      return m?.verdict === 'fails' && !isLifted ? [m] : [];
    });
    return bad.sort((a, b) => CHECK_CODES.indexOf(a.check as CheckCode) - CHECK_CODES.indexOf(b.check as CheckCode))[0];
  };
  const [, high] = probe.range(range);
  const found = lastBefore((x) => failing(x) !== undefined, now, high);
  if (!found) return { ...none, largest: high, turns: high, reason: 'not-in-range' };
  const stop = failing(found.bad)!;
  if (stop === 'not-solved') return { ...none, largest: found.good, turns: found.good, check: 'not-solved' };
  const before = marginIn(probe.at(found.good), stop.check as CheckCode, stop.where);
  const after = lastBefore((x) => failing(x, stop) !== undefined, found.good, high);
  const then = after && failing(after.bad, stop)!;
  return {
    ...none,
    largest: found.good,
    turns: found.good,
    check: stop.check as CheckCode,
    where: stop.where,
    value: before?.value ?? null,
    limit: nearestLimit(stop),
    ...(then === undefined
      ? {}
      : {
          next: {
            largest: after!.good,
            check: then === 'not-solved' ? then : (then.check as CheckCode),
            where: then === 'not-solved' ? null : then.where,
          },
        }),
  };
}
