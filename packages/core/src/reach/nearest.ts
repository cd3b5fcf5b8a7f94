import type { CheckCode } from '../checks/index.js';
import { insideBy } from '../checks/inside.js';
import type { Study } from '../document/study.js';
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
