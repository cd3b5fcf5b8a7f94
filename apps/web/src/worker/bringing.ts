import {
  bringingToLimit,
  inputAt,
  largestOf,
  Probe,
  readingOf,
  runStudy,
  sweepRange,
  sweepRows,
  valueIn,
  type Bringing,
  type CheckCode,
  type Largest,
  type Study,
  type StudyInput,
  type SweepRow,
} from '@cedar-knot/core';
import { inScenario, type SweepAsked, type Swept } from '../state/sweeps.js';
import { inSlices, turn } from './slices.js';
import { suctionFigures, type SuctionFigures } from './suctionFigures.js';

/** One cell of the margins: what would bring it to its limit is looked for. */
export interface CellAsked {
  scenario: string;
  check: CheckCode;
  where: string;
}

/** ms between two answers */
const SAID_EVERY = 120;

/** Looks for what would bring margins to their limits, in slices; a newer question ends the one before. */
export class Seeker {
  private question = 0;

  /**
   * @param said told what is found so far, nearest first
   * @returns false where a newer question ended it
   */
  async seek(study: Study, cell: CellAsked, said: (found: Bringing[]) => void): Promise<boolean> {
    const own = ++this.question;
    const present = runStudy(study).scenarios.find((s) => s.id === cell.scenario);
    const found: Bringing[] = [];
    if (!present) return true;
    let told = performance.now();
    const done = await inSlices(
      bringingToLimit(study, present, cell.check, cell.where),
      () => own === this.question,
      (step) => {
        if (!step) return;
        found.push(step);
        if (performance.now() - told < SAID_EVERY) return;
        told = performance.now();
        said(nearestFirst(found));
      },
    );
    if (!done) return false;
    said(nearestFirst(found));
    return true;
  }

  /**
   * What the suction of a pump rests on, and how far it is from its limit.
   *
   * @returns null where a newer question ended it
   */
  async suction(
    study: Study,
    pump: string,
    said: (soFar: SuctionFigures) => void = () => undefined,
  ): Promise<SuctionFigures | null> {
    const own = ++this.question;
    const found = await inSlices(
      suctionFigures(study, pump),
      () => own === this.question,
      (soFar) => soFar && said(soFar),
    );
    return found && found.value;
  }

  /** @returns null where a newer question ended it, or nothing stands there that could be moved */
  async sweep(study: Study, asked: SweepAsked): Promise<Swept | null> {
    const own = ++this.question;
    const reading = readingOf(asked.read);
    const { scenarios } = runStudy(study);
    const inputOf = (id: string): StudyInput | undefined => inputAt(study, inScenario(asked.input, id));
    const active = scenarios.find((s) => s.id === asked.active);
    const moved = inputOf(asked.active);
    if (!reading || !active || !moved) return null;
    const now = valueIn(study, moved, active) ?? null;
    const [low, high] = sweepRange(moved, now ?? 0);
    const [from, to] = [asked.from ?? low, asked.to ?? high];
    const rows: SweepRow[] = [];
    for (const s of from < to ? scenarios : []) {
      const input = inputOf(s.id);
      if (input) rows.push(...sweepRows(study, [s], input, from, to, asked.steps, [reading]));
      await turn();
      if (own !== this.question) return null;
    }
    return { input: asked.input, read: asked.read, rows, from, to, now };
  }

  /** The largest value of an input in a scenario at which nothing that does not fail now fails; null where it is none. */
  async largest(study: Study, scenario: string, address: string): Promise<Largest | null> {
    // behind what is drawn: it is a line of words
    await turn();
    const present = runStudy(study).scenarios.find((s) => s.id === scenario);
    const input = inputAt(study, inScenario(address, scenario));
    return present && input ? largestOf(new Probe(study, scenario, input, present)) : null;
  }

  stop(): void {
    this.question++;
  }
}

const nearestFirst = (found: readonly Bringing[]): Bringing[] => [...found].sort((a, b) => a.share - b.share);
