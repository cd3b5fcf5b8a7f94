import type { CheckCode } from '../checks/index.js';
import type { Study } from '../document/study.js';
import type { Margin } from '../results/margin.js';
import type { PumpResult, ScenarioResult } from '../results/results.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';

/** What the rest of a group delivers in a scenario when one of its units trips. */
export interface Tripped {
  scenario: string;
  status: ScenarioResult['status'];
  /** units left */
  running: number;
  /** m³/s of the whole line with all units, and with those that are left; null where that is not solved */
  before: number;
  flow: number | null;
  /** what the position has to deliver: its required flow; null where none is entered */
  required: number | null;
  /** flow over what is required, else over the flow with all units */
  share: number | null;
  /** of each unit that is left */
  flowRatio: number | null;
  npsha: number | null;
  npshr: number | null;
  /** margins of the pump that fail then, and did not before */
  fails: CheckCode[];
  /** units that stand by, and would take over */
  standby: number | null;
}

/**
 * Each judged scenario in which several units run, with one of them stopped and everything else as it is: what controls goes on controlling,
 * and the units that are left run out along their curve.
 *
 * @param whole the study as it is, where it is solved already
 */
export function tripOf(study: Study, pump: string, whole: readonly SolvedScenario[] = runStudy(study).scenarios): Tripped[] {
  const left = new Map(whole.flatMap((s): [string, number][] => (unitsIn(s, pump) > 1 ? [[s.id, unitsIn(s, pump) - 1]] : [])));
  if (left.size === 0) return [];
  const scenarios = study.scenarios.map((s) =>
    left.has(s.id) ? { ...s, set: { ...s.set, [`${pump}.running`]: left.get(s.id) } } : s,
  );
  const tripped = new Map(runStudy({ ...study, scenarios }).scenarios.map((s) => [s.id, s]));
  return whole.flatMap((s) => (left.has(s.id) && s.result ? [tripIn(s, tripped.get(s.id)!, pump, left.get(s.id)!)] : []));
}

function tripIn(all: SolvedScenario, rest: SolvedScenario, pump: string, running: number): Tripped {
  const { read } = all.model!.elements.find((e) => e.id === pump)!;
  const before = all.result!.elements[pump] as PumpResult;
  const isSolved = rest.result !== undefined && rest.result.status !== 'failed';
  const r = isSolved ? (rest.result!.elements[pump] as PumpResult) : undefined;
  const required = (read.requiredFlow as number | undefined) ?? null;
  const of = required ?? before.flow;
  return {
    scenario: all.id,
    status: rest.result?.status ?? 'failed',
    running,
    before: before.flow,
    flow: r?.flow ?? null,
    required,
    share: r && of > 0 ? r.flow / of : null,
    flowRatio: r?.flowRatio ?? null,
    npsha: r?.npsha ?? null,
    npshr: r?.npshr ?? null,
    fails: isSolved ? newlyFailing(all.result!, rest.result!, pump) : [],
    standby: (read.standby as number | undefined) ?? null,
  };
}

/** units that run on their curve in a judged and solved scenario */
function unitsIn({ model, result }: SolvedScenario, pump: string): number {
  const r = model?.judged && result?.status !== 'failed' ? result?.elements[pump] : undefined;
  const isOnCurve = model?.elements.find((e) => e.id === pump)?.performance !== undefined;
  return r?.kind === 'pump' && isOnCurve ? r.running : 0;
}

function newlyFailing(all: ScenarioResult, rest: ScenarioResult, pump: string): CheckCode[] {
  const failing = ({ margins }: ScenarioResult): CheckCode[] =>
    (margins as Margin<CheckCode>[]).filter((m) => m.where === pump && m.verdict === 'fails').map((m) => m.check);
  const known = new Set(failing(all));
  return failing(rest).filter((check) => !known.has(check));
}
