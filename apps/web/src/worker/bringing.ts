import {
  bringingToLimit,
  largestOf,
  inputAt,
  Probe,
  runStudy,
  type Bringing,
  type CheckCode,
  type Largest,
  type Study,
} from '@cedar-knot/core';

/** One cell of the margins: what would bring it to its limit is looked for. */
export interface CellAsked {
  scenario: string;
  check: CheckCode;
  where: string;
}

/** lets what waits have its turn: the next question among it */
const turn = (): Promise<void> => new Promise((done) => setTimeout(done));
/** ms of work between two turns */
const SLICE = 12;
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
    let [sliced, told] = [performance.now(), performance.now()];
    for (const step of bringingToLimit(study, present, cell.check, cell.where)) {
      if (step) found.push(step);
      const now = performance.now();
      if (step && now - told > SAID_EVERY) {
        told = now;
        said(nearestFirst(found));
      }
      if (now - sliced < SLICE) continue;
      await turn();
      if (own !== this.question) return false;
      sliced = performance.now();
    }
    said(nearestFirst(found));
    return true;
  }

  /** the largest value of an input that nothing forbids */
  largest(study: Study, scenario: string, address: string): Largest | null {
    const present = runStudy(study).scenarios.find((s) => s.id === scenario);
    const input = inputAt(study, address);
    return present && input ? largestOf(new Probe(study, scenario, input, present)) : null;
  }

  stop(): void {
    this.question++;
  }
}

const nearestFirst = (found: readonly Bringing[]): Bringing[] => [...found].sort((a, b) => a.share - b.share);
