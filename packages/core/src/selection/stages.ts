import { standing } from '../pumps/standing.js';
import { performanceAt } from '../catalogue/configure.js';
import type { RawEntry, Study } from '../document/study.js';
import type { PumpInput } from '../pumps/pump.js';
import type { PumpResult } from '../results/results.js';
import type { Margin } from '../results/margin.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { dutyOf, type Duty } from './duty.js';
import { requirementOf } from './requirement.js';
import { withPump } from './substitute.js';

interface StageNeed {
  flow: number;
  requiredHead: number;
  /** of one stage at that flow, as it runs */
  headPerStage: number;
  exact: number;
  required: number;
}

interface StageCount {
  stages: number;
  made: boolean;
  meets: boolean;
  /** W, the greatest of all scenarios */
  shaftPower: number | null;
  /** Pa absolute behind the last stage at no flow, the greatest of all scenarios */
  shutOffPressure: number | null;
  /** what the maker allows: the checks of shaft power and casing pressure, the worst scenario of each, where there is a limit */
  limits: Partial<Record<(typeof MAKERS)[number], Pick<Margin, 'value' | 'limit' | 'verdict'>>>;
  scenarios: Record<string, Duty>;
}

/** What is asked of the ladder beside the study as it stands. */
export interface LadderOptions {
  /** factor on every speed: 60/50 for other mains */
  speedFactor?: number;
  /** share of head that wear may take in every scenario, where it has not more */
  wear?: number;
}

/** limits that more stages meet */
const MAKERS = ['shaft-power', 'casing-pressure'] as const;

export interface StageLadder {
  /** rpm of the pump on this ladder */
  speed: number;
  scenarios: Record<string, StageNeed>;
  governing: string | null;
  required: number | null;
  /** the next count that is made; null when none has so many */
  made: number | null;
  counts: StageCount[];
}

/** a count that is whole but for rounding is that count */
const ROUNDING = 1e-9;

/** The stages that a pump needs in each scenario, and what the counts around the required one would do. */
export function stageLadder(
  study: Study,
  pump: string,
  entry: RawEntry,
  input: PumpInput,
  options: LadderOptions = {},
): StageLadder {
  const present = runStudy(study).scenarios.filter((s) => s.model?.judged !== false);
  const stands = standing(input, present[0]?.model?.elements.find((e) => e.id === pump)?.read);
  const at = { ...stands, speed: stands.speed * (options.speedFactor ?? 1) };
  const ladder: StageLadder = { speed: at.speed, scenarios: {}, governing: null, required: null, made: null, counts: [] };
  const asked = present.flatMap((s) => (s.model && s.result ? (requirementOf(s.model, s.result, pump) ?? []) : []));
  const own = study.lines.flatMap((l) => l.elements).find((e) => e.id === pump);
  const wears = (w: number): number => Math.max(w, options.wear ?? 0);
  for (const r of asked) {
    const running = { ...r.running, wear: wears(r.running.wear) };
    const headPerStage = performanceAt(input, { ...at, stages: 1 }, running).head(r.flow);
    const exact = r.head / headPerStage;
    const required = Math.max(1, Math.ceil(exact - ROUNDING));
    ladder.scenarios[r.scenario] = { flow: r.flow, requiredHead: r.head, headPerStage, exact, required };
    if (ladder.governing === null || exact > ladder.scenarios[ladder.governing]!.exact) ladder.governing = r.scenario;
  }
  if (ladder.governing === null || !own) return ladder;
  const required = ladder.scenarios[ladder.governing]!.required;
  const made = [...(input.stageOptions ?? [])].sort((a, b) => a - b);
  ladder.required = required;
  ladder.made = made.length === 0 ? required : (made.find((n) => n >= required) ?? null);
  const around = [required - 1, required, required + 1, required + 2, ladder.made ?? required];
  const counts = [...new Set(around)].filter((n) => n >= 1).sort((a, b) => a - b);
  ladder.counts = counts.map((stages) => ({
    ...countOf(study, pump, {
      entry,
      stages,
      diameter: at.diameter,
      speed: () => at.speed,
      ...(options.wear === undefined ? {} : { wear: (s) => wears(wornIn(present, s, pump)) }),
    }),
    stages,
    made: made.length === 0 || made.includes(stages),
    meets: stages >= required,
  }));
  return ladder;
}

const wornIn = (present: readonly SolvedScenario[], scenario: string, pump: string): number =>
  (present.find((s) => s.id === scenario)?.model?.elements.find((e) => e.id === pump)?.read.wear as number | undefined) ?? 0;

function countOf(
  study: Study,
  pump: string,
  place: Parameters<typeof withPump>[2],
): Pick<StageCount, 'shaftPower' | 'shutOffPressure' | 'limits' | 'scenarios'> {
  const limits: StageCount['limits'] = {};
  const scenarios: Record<string, Duty> = {};
  const powers: number[] = [];
  const pressures: number[] = [];
  for (const s of runStudy(withPump(study, pump, place)).scenarios) {
    if (!s.model || !s.result || !s.model.judged) continue;
    const r = s.result.elements[pump] as PumpResult | undefined;
    const performance = s.model.elements.find((e) => e.id === pump)?.performance;
    if (!r || !performance) continue;
    scenarios[s.id] = dutyOf(s.result, pump);
    for (const check of MAKERS) {
      const found = s.result.margins.find((m) => m.check === check && m.where === pump && m.value !== null);
      if (!found || (limits[check]?.value ?? -Infinity) >= found.value!) continue;
      limits[check] = { value: found.value, limit: found.limit, verdict: found.verdict };
    }
    if (r.shaftPower !== null) powers.push(r.shaftPower);
    const rhoG = s.model.fluid.density * s.model.network.gravity;
    if (r.inletPressure !== null) pressures.push(r.inletPressure + rhoG * performance.shutOffHead);
  }
  const greatest = (list: readonly number[]): number | null => (list.length > 0 ? Math.max(...list) : null);
  return { shaftPower: greatest(powers), shutOffPressure: greatest(pressures), limits, scenarios };
}
