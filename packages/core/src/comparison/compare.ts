import type { Study } from '../document/study.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { changedInputs, type ChangedInput } from './inputs.js';
import { changedFigures, changedVerdicts, type ChangedFigure, type ChangedVerdict } from './results.js';

/** What differs between two studies, in the order of the newer one; verdicts with what turned bad first. */
export interface Comparison {
  inputs: ChangedInput[];
  figures: ChangedFigure[];
  verdicts: ChangedVerdict[];
}

/** of the larger of two figures: a change below it is none */
export const USUAL_TOLERANCE = 1e-3;

export interface CompareOptions {
  /** share of the larger of two figures, 0 and up; {@link USUAL_TOLERANCE} where nothing is said */
  tolerance?: number;
  /** the studies solved, where that is known */
  solved?: { before: readonly SolvedScenario[]; after: readonly SolvedScenario[] };
}

/** Holds a study against another one: what they are given, what comes of it, and which verdicts turned. */
export function compareStudies(
  before: Study,
  after: Study,
  { tolerance = USUAL_TOLERANCE, solved }: CompareOptions = {},
): Comparison {
  const [a, b] = solved ? [solved.before, solved.after] : [runStudy(before).scenarios, runStudy(after).scenarios];
  return {
    inputs: changedInputs(before, after),
    figures: changedFigures(a, b, tolerance),
    verdicts: changedVerdicts(a, b),
  };
}
