import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { wayLoss } from '../checks/valve-authority.js';
import type { RawEntry, Study } from '../document/study.js';
import type { Margin } from '../results/margin.js';
import type { ValveResult } from '../results/results.js';
import { checkedScenario } from '../scenarios/checked.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { firstFailure, marginsAt, worstMargin, type Worst } from './judged.js';
import { withValve } from './substitute.js';

type Regime = 'turbulent' | 'not-turbulent' | 'choked';

interface ValveNeed {
  flow: number;
  drop: number | null;
  kv: number | null;
  cv: number | null;
  inletPressure: number | null;
  chokedDrop: number | null;
  authority: number | null;
  regime: Regime;
}

interface ValveCandidate {
  model: string;
  ratedKv: number;
  verdict: 'holds' | 'near';
  openings: Record<string, number>;
  xfRatio: Record<string, number>;
  gain: Record<string, number>;
  worst: Worst | null;
}

interface FallenValve {
  model: string;
  reason: string;
  scenario: string;
  value: number | null;
  limit: number | null;
}

export interface ValveChoice {
  format: 'cedar-knot-valves';
  version: 1;
  valve: string;
  required: Record<string, ValveNeed>;
  candidates: ValveCandidate[];
  preferred: string | null;
  fallen: FallenValve[];
  counts: { tried: number; candidates: number; fallen: number };
}

/** change of travel over which a gain is taken */
const STEP = 1e-3;

/** What each judged scenario asks of a control valve, and how every valve of a catalogue would stand in it. */
export function chooseValves(
  study: Study,
  valve: string,
  valves: { written: Readonly<Record<string, RawEntry>>; read: ReadonlyMap<string, Record<string, unknown>> },
): ValveChoice {
  const present = judgedOf(runStudy(study).scenarios);
  const choice: ValveChoice = {
    format: 'cedar-knot-valves',
    version: 1,
    valve,
    required: Object.fromEntries(present.map((s) => [s.id, needOf(s, valve)])),
    candidates: [],
    preferred: null,
    fallen: [],
    counts: { tried: 0, candidates: 0, fallen: 0 },
  };
  const own = study.lines.flatMap((l) => l.elements).find((e) => e.id === valve)!;
  const holds = own.mode === 'flow' || own.mode === 'outlet-pressure' || own.mode === 'inlet-pressure';
  const flows = holds ? undefined : new Map(present.map((s) => [s.id, choice.required[s.id]!.flow]));
  for (const [model, read] of valves.read) {
    if (read.ratedKv === undefined && read.ratedCv === undefined && read.table === undefined) continue;
    choice.counts.tried++;
    const judged = judgeValve(study, valve, model, valves.written[model]!, flows);
    if ('reason' in judged) choice.fallen.push(judged);
    else choice.candidates.push(judged);
  }
  choice.candidates.sort((a, b) => a.ratedKv - b.ratedKv || (a.model < b.model ? -1 : 1));
  choice.preferred = choice.candidates[0]?.model ?? null;
  choice.counts.candidates = choice.candidates.length;
  choice.counts.fallen = choice.fallen.length;
  return choice;
}

const judgedOf = (scenarios: readonly SolvedScenario[]): SolvedScenario[] =>
  scenarios.filter((s) => s.model?.judged && s.result && s.result.status !== 'failed');

const resultOf = (s: SolvedScenario, valve: string): ValveResult => s.result!.elements[valve] as ValveResult;

function needOf(s: SolvedScenario, valve: string): ValveNeed {
  const r = resultOf(s, valve);
  const { flow, drop, kv, cv, inletPressure, chokedDrop } = r;
  const element = s.model!.elements.find((e) => e.id === valve)!;
  const all = wayLoss(element, checkedScenario(s.model!, s.result!));
  const authority = r.headLoss !== null && all > 0 ? r.headLoss / all : null;
  const regime = r.choked ? 'choked' : r.fr !== undefined && r.fr < 1 ? 'not-turbulent' : 'turbulent';
  return { flow, drop, kv, cv, inletPressure, chokedDrop, authority, regime };
}

function judgeValve(
  study: Study,
  valve: string,
  model: string,
  entry: RawEntry,
  flows: ReadonlyMap<string, number> | undefined,
): ValveCandidate | FallenValve {
  const placed = withValve(study, valve, entry, flows);
  const scenarios = judgedOf(runStudy(placed).scenarios);
  for (const s of scenarios) {
    const r = resultOf(s, valve);
    // wide open it passes less than is asked: its coefficient is too small whatever the checks say first
    const isMissed = s.result!.findings.some((f) => f.code === 'set-point-missed' && f.where === valve);
    if (r.opening === 1 && isMissed && !r.choked) return fallen(model, 'too-small', s.id, r.opening, 1);
  }
  const below = scenarios.find((s) => resultOf(s, valve).belowRange);
  if (below) return fallen(model, 'below-range', below.id, resultOf(below, valve).opening, 0);
  const margins = marginsAt(scenarios, (m) => m.where === valve && ASKED.has(m.check));
  const failed = firstFailure(margins);
  if (failed) return fallen(model, failed.check, failed.scenario, failed.value, failed.limit);
  const element = scenarios[0]?.model?.elements.find((e) => e.id === valve);
  const by = (of: (s: SolvedScenario) => number | null): Record<string, number> =>
    Object.fromEntries(scenarios.flatMap((s) => (of(s) === null ? [] : [[s.id, of(s)!] as const])));
  const xf = (s: SolvedScenario): number | null =>
    (s.result!.margins as Margin<CheckCode>[]).find((m) => m.check === 'valve-cavitation' && m.where === valve)?.value ?? null;
  return {
    model,
    ratedKv: element?.valve?.ratedKv ?? NaN,
    verdict: margins.some((m) => m.verdict === 'near') ? 'near' : 'holds',
    openings: by((s) => resultOf(s, valve).opening),
    xfRatio: by(xf),
    gain: gains(placed, valve, scenarios),
    worst: worstMargin(margins) ?? null,
  };
}

/** codes that speak of the valve itself; authority is a matter of the system, whichever valve stands there */
const ASKED: ReadonlySet<CheckCode> = new Set(
  CHECK_CODES.filter((c) => c === 'set-point' || (c.startsWith('valve-') && c !== 'valve-authority')),
);

const fallen = (model: string, reason: string, scenario: string, value: number | null, limit: number | null): FallenValve => ({
  model,
  reason,
  scenario,
  value,
  limit,
});

/** Slope of the installed characteristic at the opening of each scenario: d(Q/Q100)/dx, Q100 with the valve wide open. */
function gains(placed: Study, valve: string, scenarios: readonly SolvedScenario[]): Record<string, number> {
  const openings = new Map(scenarios.map((s) => [s.id, resultOf(s, valve).opening]));
  const flowsAt = (of: (x: number) => number): Map<string, number> => {
    const set: Study = {
      ...placed,
      scenarios: placed.scenarios.map((s) => ({
        ...s,
        set: { ...s.set, [`${valve}.mode`]: 'opening', [`${valve}.opening`]: of(openings.get(s.id) ?? 1) },
      })),
    };
    return new Map(judgedOf(runStudy(set).scenarios).map((s) => [s.id, resultOf(s, valve).flow]));
  };
  const [low, high, open] = [flowsAt((x) => x - STEP), flowsAt((x) => Math.min(1, x + STEP)), flowsAt(() => 1)];
  return Object.fromEntries(
    scenarios.flatMap(({ id }) => {
      const x = openings.get(id);
      const whole = open.get(id);
      if (x === null || x === undefined || !whole || !low.has(id) || !high.has(id)) return [];
      return [[id, (high.get(id)! - low.get(id)!) / whole / (Math.min(1, x + STEP) - (x - STEP))] as const];
    }),
  );
}
