import { entryLabel } from '../document/entry-label.js';
import type { RawEntry, Study } from '../document/study.js';
import { allElements } from '../document/unit-piping.js';
import { quantityOf, readTyped, type TypedMarks, type TypedReading } from '../fields/typed.js';
import { inputAt } from '../reach/inputs.js';
import type { Word } from '../words/word.js';

/* A study of one's own with which others begin: the inputs that its form asks for, and what they become in a new one. */

/** a form asks for so many at most */
export const MOST_ASKED = 8;

/** An input that the form of an own beginning asks for. */
export interface AskedInput {
  /** `T-1.level` */
  address: string;
  /** what it belongs to: its id, and its name where it has one */
  id: string;
  name: string | undefined;
  label: Word | string;
  /** as it stands in the study */
  typed: string;
}

/** Inputs that can be asked for: every number that stands on a point, a line or an element. */
export function askableInputs(study: Study): AskedInput[] {
  return thingsOf(study).flatMap(([id, entry]) =>
    Object.keys(entry).flatMap((key) => {
      const value = entry[key];
      const address = `${id}.${key}`;
      if ((typeof value !== 'string' && typeof value !== 'number') || value === 'solve' || !inputAt(study, address)) return [];
      const name = typeof entry.name === 'string' && entry.name !== '' ? entry.name : undefined;
      return [{ address, id, name, label: entryLabel(address), typed: String(value) }];
    }),
  );
}

/** what a service differs by: flows held, then what is required, levels, elevations, pressures, lengths */
const KEYS = ['flow', 'level', 'pressure', 'elevation', 'length'];

/** Those that are asked for where nobody says which: flows, levels and the longest pipe. */
export function usualAsks(study: Study): string[] {
  const inputs = askableInputs(study);
  const keyOf = (i: AskedInput): string => i.address.slice(i.address.lastIndexOf('.') + 1);
  const metres = (i: AskedInput): number => quantityOf(i.typed, 'length') ?? 0;
  const longest = inputs.filter((i) => keyOf(i) === 'length').reduce<AskedInput | undefined>((a, b) => (a && metres(a) >= metres(b) ? a : b), undefined); // prettier-ignore
  return inputs
    .filter((i) => KEYS.includes(keyOf(i)) && (keyOf(i) !== 'length' || i === longest))
    .sort((a, b) => KEYS.indexOf(keyOf(a)) - KEYS.indexOf(keyOf(b)))
    .slice(0, MOST_ASKED)
    .map((i) => i.address);
}

/** The inputs of a form as they stand; those that are no longer in the study are left out. */
export const askedInputs = (study: Study, asks: readonly string[]): AskedInput[] => {
  const all = new Map(askableInputs(study).map((i) => [i.address, i]));
  return asks.flatMap((a) => all.get(a) ?? []);
};

/** Who prepared, checked and issued the study belongs to it alone. */
export function withoutIssue(study: Study): Study {
  const { preparedBy: _p, readings: _r, report, ...rest } = study;
  if (!report) return rest;
  const { checkedBy: _c, approvedBy: _a, revision: _v, revisions: _s, date: _d, ...own } = report;
  return { ...rest, report: own };
}

export interface BegunOwn {
  study: Study;
  problems: { address: string; reading: Extract<TypedReading, { ok: false }> }[];
}

/**
 * A new study of an own one. What is typed stands in the place of what the study has, and in the scenarios that say the same as the study
 * does; what a scenario has of its own stays.
 *
 * @param entries by address, as typed; what is empty stays
 */
export function beginOwn(
  study: Study,
  head: { title: string; tag?: string },
  entries: Readonly<Record<string, string>>,
  marks?: TypedMarks,
): BegunOwn {
  const { tag: _, ...rest } = withoutIssue(JSON.parse(JSON.stringify(study)) as Study);
  const made: Study = { ...rest, title: head.title, ...(head.tag ? { tag: head.tag } : {}) };
  const things = new Map(thingsOf(made));
  const problems: BegunOwn['problems'] = [];
  for (const [address, typed] of Object.entries(entries)) {
    const input = inputAt(made, address);
    const thing = input && things.get(input.id);
    if (typed.trim() === '' || !input || !thing) continue;
    const before = thing[input.key];
    const reading = readTyped(typed, input.field, before, marks);
    if (!reading.ok) {
      problems.push({ address, reading });
      continue;
    }
    thing[input.key] = reading.value;
    for (const s of made.scenarios) if (s.set && Object.hasOwn(s.set, address) && s.set[address] === before) s.set[address] = reading.value;
  }
  return { study: made, problems };
} // prettier-ignore

function thingsOf(study: Study): [string, RawEntry][] {
  return [
    ...Object.entries(study.points),
    ...allElements(study).map((e): [string, RawEntry] => [e.id, e]),
  ];
} // prettier-ignore
