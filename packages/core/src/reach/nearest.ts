import { isCheckCode, type CheckCode } from '../checks/index.js';
import { insideBy } from '../checks/inside.js';
import type { Study } from '../document/study.js';
import type { Margin } from '../results/margin.js';
import type { SolvedScenario } from '../scenarios/run.js';
import { headroomOf, marginIn, Probe, type Headroom } from './headroom.js';
import { inputsOf, type StudyInput } from './inputs.js';

/** An input that would bring a margin to its limit, and how far it is from it. */
export interface Bringing {
  input: string;
  headroom: Headroom & { turns: number; now: number };
  /** of the change in changes that are usual for such an input: what the nearest are put in order by */
  share: number;
}

/** a change by which is felt whether an input moves a margin at all, as a share of the usual one */
const FELT = 1e-3;
/** less than so much of a change of a margin is none */
const NOTHING = 1e-9;

/**
 * Every input of a study that alone would bring a margin of one scenario to its limit, solved, one after the other: those first that seem
 * nearest by their slope. It yields after each solution, so that who drives it may stop between two; what is found comes with it.
 */
export function* bringingToLimit(
  study: Study,
  present: SolvedScenario,
  check: CheckCode,
  where: string,
): Generator<Bringing | undefined, void> {
  const inside = insideBy(marginIn(present, check, where));
  if (inside === null) return;
  const moved: { probe: Probe; away: number }[] = [];
  for (const input of inputsOf(study, present)) {
    const probe = new Probe(study, present.id, input, present);
    const felt = feel(probe, check, where, inside);
    yield undefined;
    if (felt !== undefined) moved.push({ probe, away: felt / usualChange(input, probe.now!) });
  }
  moved.sort((a, b) => a.away - b.away);
  for (const { probe } of moved) {
    const headroom = headroomOf(probe, check, where);
    const { turns, now } = headroom;
    yield turns === null || now === null
      ? undefined
      : {
          input: probe.input.address,
          headroom: { ...headroom, turns, now },
          share: Math.abs(turns - now) / usualChange(probe.input, now),
        };
  }
}

/** How far the input seems to be from the limit by the slope, in its own unit; undefined where it moves nothing. */
function feel(probe: Probe, check: CheckCode, where: string, inside: number): number | undefined {
  const now = probe.now!;
  const [low, high] = probe.range({});
  const step = FELT * Math.max(high - now, now - low);
  for (const change of [step, -step]) {
    const x = now + change;
    if (x < low || x > high) continue;
    const there = insideBy(marginIn(probe.at(x), check, where));
    if (there === null) continue;
    const moved = there - inside;
    return Math.abs(moved) <= NOTHING * Math.max(1, Math.abs(inside)) ? undefined : Math.abs((inside * change) / moved);
  }
  return undefined;
}

/** The input that alone would bring a margin to its limit soonest, solved there. */
export interface Nearest {
  check: CheckCode;
  where: string;
  input: string;
  now: number;
  turns: number;
  share: number;
}

/** corrections by the secant before a place is taken as it is, and how near to the limit it has to be, as a share of it */
const MOST_CORRECTIONS = 4;
const AT_LIMIT = 1e-4;
/** of the way to the limit may be left where the slope points to */
const LEFT_AT_ONCE = 0.5;
/** inputs that are tried for one margin: the first may turn before it gets there */
const MOST_TRIED = 4;

/**
 * For every margin of a scenario the input that would bring it to its limit soonest: one solution an input gives the slope of all margins,
 * and the place that it points to is solved and corrected. It yields after each solution, so that who drives it may stop between two.
 *
 * What is found is the nearest by slope that gets there; nothing for a margin that none of the first few brings there. One whose slope
 * turns on the way may be met sooner by another: an opened cell looks at all.
 */
export function* nearestOfAll(study: Study, present: SolvedScenario): Generator<Nearest | undefined, void> {
  const margins = (present.result?.margins ?? []).filter((m) => isCheckCode(m.check) && insideBy(m) !== null);
  const pointed = new Map<Margin, { probe: Probe; turns: number; share: number }[]>(margins.map((m) => [m, []]));
  for (const input of inputsOf(study, present)) {
    const probe = new Probe(study, present.id, input, present);
    const now = probe.now!;
    const [low, high] = probe.range({});
    const step = FELT * Math.max(high - now, now - low);
    const x = now + step <= high ? now + step : now - step;
    if (x < low || x === now) continue;
    const there = probe.at(x);
    yield undefined;
    for (const m of margins) {
      const [inside, moved] = [insideBy(m)!, insideBy(marginIn(there, m.check as CheckCode, m.where))];
      if (moved === null || Math.abs(moved - inside) <= NOTHING * Math.max(1, Math.abs(inside))) continue;
      const turns = now - (inside * (x - now)) / (moved - inside);
      if (turns < low || turns > high) continue;
      pointed.get(m)!.push({ probe, turns, share: Math.abs(turns - now) / usualChange(input, now) });
    }
  }
  for (const [m, all] of pointed) {
    all.sort((a, b) => a.share - b.share);
    yield* soonest(m, all.slice(0, MOST_TRIED));
  }
}

function* soonest(
  m: Margin,
  tried: readonly { probe: Probe; turns: number; share: number }[],
): Generator<Nearest | undefined, void> {
  const [check, where] = [m.check as CheckCode, m.where];
  const inside = insideBy(m)!;
  const small = AT_LIMIT * Math.max(Math.abs(m.limit ?? 0), Math.abs(inside));
  for (const { probe, turns } of tried) {
    let [a, fa, b] = [probe.now!, inside, turns];
    const [low, high] = probe.range({});
    for (let round = 0; round < MOST_CORRECTIONS; round++) {
      const fb = insideBy(marginIn(probe.at(b), check, where));
      yield undefined;
      if (fb === null) break;
      // it turned on the way, or nothing moves any more: another input will be sooner
      if (round === 0 && Math.abs(fb) > LEFT_AT_ONCE * Math.abs(inside)) break;
      if (Math.abs(fb) <= small) {
        const now = probe.now!;
        const share = Math.abs(b - now) / usualChange(probe.input, now);
        yield { check, where, input: probe.input.address, now, turns: b, share };
        return;
      }
      const next = b - (fb * (b - a)) / (fb - fa);
      if (!(next >= low && next <= high)) break;
      [a, fa, b] = [b, fb, next];
    }
  }
}

/** a change as plants see it, SI: of what has no natural zero so much, of the rest a share of what stands there */
const USUAL_CHANGE: Readonly<Record<string, number>> = {
  length: 2,
  head: 2,
  temperature: 10,
  pressure: 5e4,
  absolutePressure: 2e4,
};
const USUAL_SHARE = 0.2;
const LEAST_CHANGE: Readonly<Record<string, number>> = { pressureDifference: 1e4, flow: 1e-3, speed: 50, diameter: 0.005, roughness: 1e-4 }; // prettier-ignore
/** of a number without dimension: wear, fouling, K */
const LEAST_NUMBER = 0.05;

function usualChange({ field, key }: StudyInput, now: number): number {
  if (field.type === 'number') return Math.max(USUAL_SHARE * Math.abs(now), LEAST_NUMBER);
  // how long a pipe is; where a thing stands, and how high its liquid, count in metres
  if (key !== 'length' && USUAL_CHANGE[field.dimension] !== undefined) return USUAL_CHANGE[field.dimension]!;
  return Math.max(USUAL_SHARE * Math.abs(now), LEAST_CHANGE[field.dimension] ?? 1e-6);
}
