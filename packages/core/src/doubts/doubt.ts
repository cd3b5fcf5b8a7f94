import { allElements } from '../document/unit-piping.js';
import type { RawScenario, Study } from '../document/study.js';

/*
 * Entries that can be read and solved and are still likely a slip: a unit, a side, a datum. They are said at the entry with what they would
 * mean and a way out; nothing is refused.
 */

export type DoubtCode =
  'flow-size' | 'pipe-length' | 'pressure-size' | 'level-datum' | 'negative-head' | 'reading-side' | 'no-non-return';

export interface Doubt {
  code: DoubtCode;
  /** the thing whose entry it is, and the entry; empty where it is the thing as a whole */
  id: string;
  key: string;
  /** the scenarios in which it stands so */
  scenarios: string[];
  /** SI, and texts as they are typed */
  values: Readonly<Record<string, number | string>>;
  /** the entry as it may have been meant */
  meant?: string;
}

/** A doubt in one scenario. */
export type Found = Omit<Doubt, 'scenarios'>;

/** An entry as it is typed, of the scenario's own or the shared one; undefined where it is no text. */
export function typedIn(study: Study, scenario: RawScenario, id: string, key: string): string | undefined {
  const own = scenario.set?.[`${id}.${key}`];
  const shared = study.points[id] ?? study.lines.find((l) => l.id === id) ?? allElements(study).find((e) => e.id === id); // prettier-ignore
  const value = own ?? shared?.[key];
  return typeof value === 'string' ? value : undefined;
}
