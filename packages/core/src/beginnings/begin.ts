import { blankStudy, type RawElement, type RawEntry, type Study } from '../document/study.js';
import { quantityOf } from '../fields/typed.js';
import type { SizeCandidate } from '../pipes/size.js';
import { nextRating } from '../pumps/motor-ratings.js';
import type { PumpResult, ValveResult } from '../results/results.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { word } from '../words/word.js';
import type { Draft, Given } from './beginning.js';
import { Kit, type BeginningUnits, type Say } from './kit.js';
import { beginningOf, type BeginningName } from './services.js';
import { headShape, typicalPump, type PumpDuty } from './typical-pump.js';

/** What is said of the new study beside its form. */
export interface BeginningHead {
  title: string;
  tag?: string;
  units: BeginningUnits;
  /** puts names into the language of the person */
  say: Say;
  /** of the mains, Hz; where nothing is said 60 with US units, else 50 */
  frequency?: 50 | 60;
}

export interface Begun {
  study: Study;
  scenarios: SolvedScenario[];
}

/** kept for the valve where a service says nothing else, Pa; and as a share of the head at the duty */
export const RESERVE = 0.7e5;
const RESERVE_SHARE = 0.12;
/** of what the valve needs to what it has wide open: some 72 % of its travel at equal percentage */
const VALVE_SHARE = 0.335;
/** rounds until head and reserve agree */
const ROUNDS = 6;

/** The usual size of the line of a service. */
export function usualSize(given: Given, kit: Kit): SizeCandidate {
  return kit.sizeFor(given.flow!.reduce((a, b) => a + b, 0)); // prettier-ignore
}

/**
 * A whole study of a service: lines with usual fittings, its typical scenarios, a pump whose typical curve has its best efficiency at the
 * design flow, a valve that holds the flows. Null where the entries describe no system that can be solved.
 *
 * @param size of the line where it is not the usual one
 */
export function beginStudy(name: BeginningName, given: Given, head: BeginningHead, size?: SizeCandidate): Begun | null {
  const kit = new Kit(head.units, head.say);
  const draft = beginningOf(name).draft(given, size ?? usualSize(given, kit), kit);
  const found = required(draft, head, kit);
  if (!found) return null;
  let { duties, needed } = found;
  for (let round = 1; ; round++) {
    const study = equipped(draft, head, kit, duties, needed);
    const { scenarios } = runStudy(study);
    if (scenarios.some((s) => !s.result || s.result.status === 'failed')) return null;
    const mended = round === ROUNDS ? null : mend(draft, scenarios, duties, needed);
    if (!mended) {
      const made = motored(study, scenarios);
      return { study: made, scenarios: runStudy(made).scenarios };
    }
    ({ duties, needed } = mended);
  }
}

type Duties = ReadonlyMap<string, PumpDuty>;
type Needed = ReadonlyMap<string, number>;

/** a study of a draft with pumps for their duties and valves that have what they need */
function equipped(draft: Draft, head: BeginningHead, kit: Kit, duties: Duties, needed: Needed): Study {
  const [first] = draft.pumps;
  const isAlone = duties.size === 1;
  const nameOf = (pump: string): string => (isAlone ? 'typical' : `typical-${pump.toLowerCase()}`);
  const bySpeed = draft.valve === null ? { variableSpeed: true } : {};
  const requires = (id: string): object => (id === first ? { requiredFlow: kit.q(draft.flows.design!, 'flow', 8) } : {});
  return {
    ...asked(draft, head),
    pumps: Object.fromEntries([...duties].map(([id, duty]) => [nameOf(id), typicalPump(duty, head.say(word('beginning.typical-pump')))])),
    valves: Object.fromEntries([...needed].map(([id, kv]) => [entryOf(id), typicalValve(kv, kit)])),
    lines: mapped(draft, (e) => {
      if (duties.has(e.id) && draft.valve === null)
        return { ...e, ...bySpeed, pump: nameOf(e.id), ...requires(e.id), ...(e.id === first ? { mode: 'flow', flow: kit.q(draft.flows.design!, 'flow', 8) } : holding(draft, kit)) };
      if (duties.has(e.id)) return { ...e, mode: 'curve', pump: nameOf(e.id), ...requires(e.id) };
      if (draft.pumps.includes(e.id)) return { ...e, mode: 'off' };
      return needed.has(e.id) ? { ...e, mode: 'flow', valve: entryOf(e.id), flow: flowAt(draft, e.id, 'design', kit) } : e;
    }),
    scenarios: draft.scenarios.map((s) => ({ ...s, set: { ...s.set, ...flowsIn(draft, s.id, kit) } })),
    ...(draft.limits ? { limits: draft.limits } : {}),
  };
} // prettier-ignore

const holding = (draft: Draft, kit: Kit): object => ({ mode: 'inlet-pressure', pressure: kit.q(draft.inlet!, 'pressure') });

/** of a pump whose first choice is too weak */
const MORE_HEAD = 1.08;
/** of a pump that follows by its speed: it has something left at its greatest duty */
export const SPEED_RESERVE = 1.04;
/** travel at which a valve has its greatest flow: as far from its ends as most want it */
const TRAVEL = 0.72;

/**
 * A pump for a liquid that weakens it, and valves for what is left to them, where the first choice does not hold a flow or leaves a valve too far
 * open; null where all is well.
 */
function mend(
  draft: Draft,
  scenarios: readonly SolvedScenario[],
  duties: Duties,
  needed: Needed,
): { duties: Duties; needed: Needed } | null {
  if (draft.valve === null) return null;
  const travels = new Map([...needed.keys()].map((id) => [id, Math.max(...scenarios.map((s) => (s.result!.elements[id] as ValveResult).opening ?? 1))])); // prettier-ignore
  const isShort = scenarios.some((s) => s.result!.status === 'limited');
  const isOpen = [...travels.values()].some((x) => x > TRAVEL + 0.03);
  // a valve that has too small a part of what changes with the flow: more head is kept for it
  const isWeak = scenarios.some((s) => s.result!.margins.some((m) => m.check === 'valve-authority' && m.verdict === 'fails'));
  if (!isShort && !isOpen && !isWeak) return null;
  return {
    duties: new Map([...duties].map(([id, d]) => [id, isShort || isWeak ? { ...d, head: MORE_HEAD * d.head } : d])),
    needed: new Map([...needed].map(([id, kv]) => [id, isShort ? kv : kv * 50 ** Math.max(0, travels.get(id)! - TRAVEL)])),
  };
}

/** factor of a rated power over the shaft power it is to have, by its size. Source: ISO 13709 (API 610), power margins of motors; a little more */
const marginOf = (rating: number): number => 1.08 * (rating < 22e3 ? 1.25 : rating <= 55e3 ? 1.15 : 1.1);

/** motors that hold the greatest shaft power of any scenario: that of a thick liquid is known only now */
export function motored(study: Study, scenarios: readonly SolvedScenario[]): Study {
  const pumps = Object.fromEntries(
    Object.entries(study.pumps ?? {}).map(([key, entry]) => {
      const own = scenarios.flatMap((s) => s.model!.elements.filter((e) => e.kind === 'pump' && e.read.pump === key).map((e) => s.result!.elements[e.id] as PumpResult)); // prettier-ignore
      const power = Math.max(0, ...own.map((r) => (r.shaftPower ?? 0) / Math.max(1, r.running)));
      const motor = entry.motor as { ratedPower: string } & object;
      const has = quantityOf(motor.ratedPower, 'power') ?? 0;
      const rating = nextRating(power, marginOf);
      return [
        key,
        rating === undefined || rating <= has ? entry : { ...entry, motor: { ...motor, ratedPower: `${rating / 1000} kW` } },
      ];
    }),
  );
  return { ...study, pumps };
}

export const mainsOf = ({ units, frequency }: Pick<BeginningHead, 'units' | 'frequency'>): 50 | 60 =>
  frequency ?? (units === 'us' ? 60 : 50);

const entryOf = (valve: string): string => valve.toLowerCase().replace('cv', 'valve');

/** the study without its equipment */
const asked = (draft: Draft, { title, tag, ...head }: BeginningHead): Study => ({
  ...blankStudy(title),
  ...(tag ? { tag } : {}),
  units: head.units,
  site: { frequency: `${mainsOf(head)} Hz` },
  fluids: draft.fluids as NonNullable<Study['fluids']>,
  points: draft.points,
  lines: draft.lines,
  scenarios: draft.scenarios,
});

const mapped = (draft: Draft, change: (e: RawElement) => RawElement): Study['lines'] =>
  draft.lines.map((l) => ({ ...l, elements: l.elements.map(change) }));

/** the flow that a valve holds in a scenario, as an entry */
function flowAt(draft: Draft, valve: string, scenario: string, kit: Kit): unknown {
  if (valve === draft.valve?.id) return kit.q(draft.valve.flows[scenario]!, 'flow', 8);
  return draft.scenarios.find((s) => s.id === scenario)!.set![`${valve}.flow`];
}

/** what the valve, or the pump by its speed, holds in a scenario, and what the pump is to deliver in it */
function flowsIn(draft: Draft, scenario: string, kit: Kit): Record<string, unknown> {
  const id = draft.valve?.id ?? draft.pumps[0]!;
  const flow = draft.valve?.flows[scenario] ?? draft.flows[scenario]!;
  return {
    [`${id}.flow`]: kit.q(flow, 'flow', 8),
    [`${draft.pumps[0]!}.requiredFlow`]: kit.q(draft.flows[scenario]!, 'flow', 8),
  };
}

/**
 * The duty that each pump must have to hold every scenario, and the coefficient that each valve needs: found with the flow of the pump imposed
 * and the drop of the valve kept. The head of the curve at part load is more than at the design flow, so that it is less that decides.
 */
function required(draft: Draft, head: BeginningHead, kit: Kit): { duties: Duties; needed: Needed } | null {
  const [first] = draft.pumps as [string, ...string[]];
  let reserve = draft.reserve ?? RESERVE;
  for (let round = 1; ; round++) {
    const study: Study = {
      ...asked(draft, head),
      lines: mapped(draft, (e) => {
        if (e.id === first) return { ...e, mode: 'flow', flow: kit.q(draft.flows.design!, 'flow', 8) };
        if (draft.pumps.includes(e.id)) return { ...e, ...holding(draft, kit) };
        if (e.id === draft.valve?.id) return { ...e, mode: 'drop', drop: kit.q(reserve, 'pressureDifference') };
        return draft.others?.includes(e.id) ? { ...e, mode: 'flow', flow: flowAt(draft, e.id, 'design', kit) } : e;
      }),
      scenarios: draft.scenarios.map((s) => ({ ...s, set: { ...s.set, [`${first}.flow`]: kit.q(draft.flows[s.id]!, 'flow', 8) } })),
    }; // prettier-ignore
    const solved = runStudy(study).scenarios;
    if (solved.some((s) => !s.result || s.result.status === 'failed')) return null;
    const duties = new Map<string, PumpDuty>();
    for (const id of draft.pumps) {
      const duty = dutyOf(id, solved, mainsOf(head));
      if (duty) duties.set(id, draft.valve === null ? { ...duty, head: SPEED_RESERVE * duty.head } : duty);
    }
    const main = duties.get(first);
    if (!main) return null;
    const wanted = Math.max(reserve, RESERVE_SHARE * main.head * main.density * solved[0]!.model!.network.gravity);
    if (draft.valve !== null && round < ROUNDS && wanted > 1.02 * reserve) {
      reserve = wanted;
      continue;
    }
    const needed = new Map<string, number>();
    for (const id of draft.valve === null ? [] : [draft.valve.id, ...(draft.others ?? [])])
      needed.set(id, Math.max(...solved.map((s) => (s.result!.elements[id] as ValveResult).kv ?? 0)));
    return { duties, needed };
  }
}

/** less head is no pump's, m */
const LEAST_HEAD = 0.5;

/** the duty whose curve has the head of every scenario; undefined where there is none to give */
export function dutyOf(id: string, solved: readonly SolvedScenario[], frequency: 50 | 60): PumpDuty | undefined {
  const results = solved.map((s) => s.result!.elements[id] as PumpResult);
  const flow = Math.max(...results.map((r) => r.flow));
  const npsha = least(results.filter((r) => r.flow > 0.9 * flow).map((r) => r.npsha));
  const density = Math.max(...solved.map((s) => s.model!.fluid.density));
  let head = Math.max(...results.map((r) => r.head ?? 0));
  if (!(head > LEAST_HEAD)) return undefined;
  // the shape of the curve follows from the head
  for (let k = 0; k < ROUNDS; k++) {
    const shape = headShape({ flow, head, npsha, density, frequency });
    head = Math.max(...results.map((r) => (r.head ?? 0) / shape(r.flow / flow)));
  }
  return { flow, head, npsha, density, frequency };
}

const least = (values: readonly (number | null)[]): number | null => {
  const known = values.filter((v): v is number => v !== null);
  return known.length > 0 ? Math.min(...known) : null;
};

/** A globe valve of usual factors that has what is needed at most of its travel. */
export const typicalValve = (needed: number, kit: Kit): RawEntry => ({
  name: kit.say(word('beginning.typical-valve')),
  body: 'globe',
  ratedKv: Number((needed / VALVE_SHARE).toPrecision(2)),
  characteristic: 'equal-percentage',
  rangeability: 50,
  fl: 0.9,
  xfz: 0.6,
});
