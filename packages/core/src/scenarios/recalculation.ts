import type { LimitOverride } from '../checks/check.js';
import { grafted } from '../document/grafted.js';
import type { RawScenario, Study } from '../document/study.js';
import { Readings } from '../fields/readings.js';
import type { PreparedScenario } from './model.js';
import { isFatal, prepareStudy, type Before } from './prepare.js';
import { limitsOf, solvedScenario, type SolvedScenario, type StudyRun } from './run.js';

/** parts of a study that go into each of its scenarios */
const SHARED = ['points', 'lines', 'fluids', 'pumps', 'valves', 'site', 'thermal'] as const;

interface Kept {
  parts: readonly unknown[];
  raw: RawScenario;
  prepared: PreparedScenario;
}

/**
 * A study that is worked out again after every edit: what the edit does not touch is not read, solved and judged again. What it returns is
 * what `runStudy` returns for the same study, and of a scenario that did not change the same object as before.
 */
export class Recalculation implements Before {
  private raw: unknown;
  private read: Readings | undefined;
  private kept: readonly Kept[] = [];
  private limits: readonly LimitOverride[] = [];
  private limitsFrom: readonly unknown[] | undefined;
  private solved = new WeakMap<PreparedScenario, SolvedScenario>();

  /** @param raw not to be changed after it was given */
  run(raw: unknown): StudyRun {
    this.raw = grafted(raw, this.raw);
    const { problems, scenarios } = prepareStudy(this.raw, this);
    if (scenarios.length === 0) return { problems, scenarios: [] };
    const study = this.raw as Study;
    // what is wrong in the study as a whole keeps its scenarios from being made: they are no use for the next state
    if (scenarios.some((s) => s.model) || !problems.some(isFatal))
      this.kept = study.scenarios.map((s, i) => ({ parts: partsOf(study), raw: s, prepared: scenarios[i]! }));
    this.takeLimits(study);
    return { problems, scenarios: scenarios.map((s) => this.solvedOf(s)) };
  }

  readings(atmosphere: number): Readings {
    if (this.read?.atmosphere !== atmosphere) this.read = new Readings(atmosphere);
    return this.read;
  }

  scenario(study: Study, raw: RawScenario, index: number): PreparedScenario | undefined {
    const before = this.kept[index];
    if (!before || before.raw !== raw) return undefined;
    const parts = partsOf(study);
    return before.parts.every((part, i) => part === parts[i]) ? before.prepared : undefined;
  }

  private takeLimits(study: Study): void {
    const from = [study.limits, study.site];
    if (this.limitsFrom?.every((part, i) => part === from[i])) return;
    this.limitsFrom = from;
    this.limits = limitsOf(study);
    this.solved = new WeakMap();
  }

  private solvedOf(prepared: PreparedScenario): SolvedScenario {
    let found = this.solved.get(prepared);
    if (!found) this.solved.set(prepared, (found = solvedScenario(prepared, this.limits)));
    return found;
  }
}

/** units that run in every scenario: those that are installed follow from them */
const runningIn = (study: Study): string =>
  JSON.stringify(
    study.scenarios.flatMap((s) => Object.entries(s.set ?? {}).filter(([address]) => address.endsWith('.running'))).sort(),
  );

const partsOf = (study: Study): readonly unknown[] => [...SHARED.map((key) => study[key]), runningIn(study)];
