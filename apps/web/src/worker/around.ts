import {
  fieldOf,
  fitReadings,
  inputAt,
  nearestOfAll,
  readingOf,
  readReadings,
  readUncertainty,
  runStudy,
  sampleStudy,
  sweepRange,
  takesMost,
  valueIn,
  type Fit,
  type Nearest,
  type NoFit,
  type Sampled,
  type Study,
  type StudyInput,
  type SweepField,
  type Takes,
} from '@cedar-knot/core';
import { inScenario } from '../state/sweeps.js';
import type { CellAsked } from './bringing.js';
import { inSlices } from './slices.js';

/** Two inputs over which one figure or margin is asked, in one scenario. */
export interface FieldAsked {
  x: string;
  y: string;
  /** SI; around what stands there where it is not said */
  from?: number;
  to?: number;
  scenario: string;
  steps: number;
  read: string;
}

export interface FieldFound {
  asked: FieldAsked;
  field: SweepField;
  /** where both stand; null where nothing does */
  now: { x: number | null; y: number | null };
}

/** ms between two words of how far it is */
const SAID_EVERY = 120;

/** What is worked out around a study as it stands; a newer question of the same kind ends the one before. */
export class Around {
  private readonly asked = { nearest: 0, sample: 0, field: 0 };

  private current(kind: keyof Around['asked']): () => boolean {
    const own = ++this.asked[kind];
    return () => own === this.asked[kind];
  }

  /**
   * The nearest input of every margin of some scenarios, one after the other.
   *
   * @param ids of the scenarios; all where nothing is said @param said told of each scenario
   * @returns false where a newer question ended it
   */
  async nearest(study: Study, said: (scenario: string, found: Nearest[]) => void, ids?: readonly string[]): Promise<boolean> {
    const isCurrent = this.current('nearest');
    for (const present of runStudy(study).scenarios) {
      if (!present.model || present.result?.status === 'failed' || ids?.includes(present.id) === false) continue;
      const found: Nearest[] = [];
      const done = await inSlices(nearestOfAll(study, present), isCurrent, (n) => n && found.push(n));
      if (!done) return false;
      said(present.id, found);
    }
    return true;
  }

  /** What takes a margin in a scenario; null where no other has more of it. */
  takes(study: Study, { scenario, check, where }: CellAsked): Takes | null {
    return takesMost(runStudy(study).scenarios, scenario, check, where) ?? null;
  }

  /** @param said told how many runs are done @returns null where a newer question ended it */
  async sample(study: Study, options: { runs: number; seed: number }, said: (done: number) => void): Promise<Sampled | null> {
    const isCurrent = this.current('sample');
    let told = performance.now();
    const work = sampleStudy(study, readUncertainty(study).inputs, options);
    const found = await inSlices(work, isCurrent, (runs) => {
      if (performance.now() - told < SAID_EVERY) return;
      told = performance.now();
      said(runs);
    });
    return found && found.value;
  }

  fit(study: Study, addresses: readonly string[]): { ok: true; fit: Fit } | { ok: false; reason: NoFit } {
    return fitReadings(study, readReadings(study).readings, addresses);
  }

  /** @returns null where a newer question ended it, or nothing stands there that could be moved */
  async field(study: Study, asked: FieldAsked): Promise<FieldFound | null> {
    const isCurrent = this.current('field');
    const present = runStudy(study).scenarios.find((s) => s.id === asked.scenario);
    const [x, y] = [asked.x, asked.y].map((address) => inputAt(study, inScenario(address, asked.scenario)));
    const reading = readingOf(asked.read);
    if (!present || !x || !y || !reading) return null;
    const nowOf = (input: StudyInput): number | null => valueIn(study, input, present) ?? null;
    const now = { x: nowOf(x), y: nowOf(y) };
    const range = (input: StudyInput, own: number | null): { input: StudyInput; from: number; to: number } => {
      const [from, to] = sweepRange(input, own ?? 0);
      return { input, from, to };
    };
    const [across, up] = [range(x, now.x), range(y, now.y)];
    if (asked.from !== undefined) across.from = asked.from;
    if (asked.to !== undefined) across.to = asked.to;
    if (!(across.from < across.to)) return null;
    const found = await inSlices(fieldOf(study, asked.scenario, across, up, asked.steps, reading), isCurrent);
    return found && { asked, field: found.value, now };
  }

  stopSampling(): void {
    this.asked.sample++;
  }
}
