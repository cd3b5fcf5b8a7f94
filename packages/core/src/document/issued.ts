import { isSameDocument } from './diff.js';
import type { Person } from './stored.js';
import type { RawReport, RawRevision, Study } from './study.js';

/** Version of the calculation: that of the package, which a revision names beside its results. */
export const CORE_VERSION = '0.1.0';

/** What is listed of a revision that was issued; its document and papers never change. */
export interface IssuedRevision {
  letter: string;
  /** of the study, which it froze */
  version: number;
  /** ISO 8601 */
  issuedAt: string;
  /** as it stands on the paper */
  date: string;
  purpose: string;
  by: Person | null;
  /** of the frozen document as it is kept, hexadecimal */
  sha256: string;
  /** version of the calculation that gave its results */
  core: string;
  /** of its results */
  verdict: string;
  counts: { fails: number; near: number; holds: number };
  /** of its papers, without their ending */
  name: string;
}

/** What is typed where a revision is issued. */
export interface IssueWords {
  /** as it stands on the paper */
  date: string;
  purpose: string;
  by: string;
}

/** what a title block may have taken a revision to be, so that letters or numbers go on from it */
const LETTERS = /^[A-Z]{1,3}$/;
const NUMBERS = /^\d{1,3}$/;
/** letters that are read as figures are passed over (ASME Y14.35, 2014, 5.2) */
const NO_LETTER = new Set([...'IOQSXZ']);

const ALPHABET = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].filter((l) => !NO_LETTER.has(l));

/** The revision after one: A → B, H → J, Y → AA, 3 → 4. Anything else has none. */
function after(revision: string): string | null {
  if (NUMBERS.test(revision)) return String(Number(revision) + 1);
  if (!LETTERS.test(revision)) return null;
  const digits = [...revision].map((l) => {
    // a letter that is passed over, typed by hand, stands for the one before it
    return ALPHABET.findLastIndex((x) => x <= l);
  });
  const next = digits.reduce((sum, d) => sum * ALPHABET.length + d + 1, 0) + 1;
  const letters: string[] = [];
  for (let n = next; n > 0; n = Math.floor((n - 1) / ALPHABET.length)) letters.unshift(ALPHABET[(n - 1) % ALPHABET.length]!);
  return letters.join('');
}

/**
 * The letter that the next revision takes: the one after the last issued; before any was issued the one that the study itself names,
 * where it is a letter or a number, or A.
 *
 * @param issued letters, the oldest first
 */
export function nextRevision(issued: readonly string[], study: Pick<Study, 'report'>): string {
  const last = issued.at(-1);
  if (last !== undefined) return after(last) ?? `${last}1`;
  const own = study.report?.revision?.trim() ?? '';
  return LETTERS.test(own) || NUMBERS.test(own) ? own : 'A';
}

/**
 * The entries of a report that prepares a revision: its letter; date, checked and approved are open again, for they are of the one before.
 */
export function preparedReport(report: RawReport | undefined, letter: string): RawReport {
  const { checkedBy: _checked, approvedBy: _approved, date: _date, ...rest } = report ?? {};
  return { ...rest, revision: letter };
}

/**
 * The document of the revision that follows those issued: its letter and date, and its row in the table of revisions. One that was not
 * prepared has no checkers: those that it names are of the revision before.
 *
 * @param issued letters, the oldest first
 */
export function issuedDocument(study: Study, issued: readonly string[], { date, purpose, by }: IssueWords): Study {
  const letter = nextRevision(issued, study);
  const isPrepared = issued.length === 0 || study.report?.revision === letter;
  const report = isPrepared ? { ...study.report, revision: letter } : preparedReport(study.report, letter);
  const { checkedBy, approvedBy } = report;
  const row: RawRevision = {
    revision: letter,
    ...given({ date, text: purpose, preparedBy: by, checkedBy, approvedBy }),
  };
  // a row that was typed for it before gives way
  const rows = (report.revisions ?? []).filter((r) => r.revision !== letter);
  return { ...study, report: { ...report, date, revisions: [...rows, row] } };
}

const given = (of: Record<string, string | undefined>): Record<string, string> =>
  Object.fromEntries(Object.entries(of).filter((e): e is [string, string] => e[1] !== undefined && e[1] !== ''));

/* How a paper stands to the revisions that were issued: every paper but an issued one says that it is none. */

/** A revision as it was issued. */
export interface IssuedPaper {
  letter: string;
  /** as it stands on the paper */
  date: string;
  study: Study;
}

export type Standing =
  | { kind: 'issued' | 'draft'; letter: string; date?: never }
  /** the document of a revision printed by today's program; or its letter on a document that has changed since */
  | { kind: 'reprint' | 'changed'; letter: string; date: string };

/** How a paper of a study stands, and the revision since which its changes are told. */
export interface Stands {
  standing: Standing;
  since?: IssuedPaper;
}

/**
 * How a paper of a study as it is now stands to what was issued.
 *
 * @param issued the last two revisions at least, the oldest first
 */
export function standingOf(study: Study, issued: readonly IssuedPaper[]): Stands {
  const [before, last] = [issued.at(-2), issued.at(-1)];
  const letter = study.report?.revision ?? '';
  if (!last) return { standing: { kind: 'draft', letter } };
  if (last.letter !== letter) return { standing: { kind: 'draft', letter }, since: last };
  const isSame = isSameDocument(unlooked(last.study), unlooked(study));
  const { date } = last;
  if (!isSame) return { standing: { kind: 'changed', letter, date }, since: last };
  return { standing: { kind: 'reprint', letter, date }, ...(before ? { since: before } : {}) };
}

/** without how its ledger is looked at, which is no part of a paper */
function unlooked(study: Study): Study {
  const { ledger: _ledger, ...report } = study.report ?? {};
  return { ...study, report };
}
