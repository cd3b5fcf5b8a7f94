import type { Study } from '@cedar-knot/core';
import { diffDocuments } from '@cedar-knot/core';
import { msg } from './words.js';

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
  const isSame = diffDocuments(last.study, study).length === 0;
  const { date } = last;
  if (!isSame) return { standing: { kind: 'changed', letter, date }, since: last };
  return { standing: { kind: 'reprint', letter, date }, ...(before ? { since: before } : {}) };
}

/** What every page says of it; nothing of a paper of which nothing is known. */
export function standingText(standing: Standing | undefined): string {
  if (!standing) return '';
  const { kind, letter, date } = standing;
  switch (kind) {
    case 'issued':
      return msg('report.issued', { letter });
    case 'draft':
      return letter === '' ? msg('report.draft') : msg('report.draftOf', { letter });
    case 'reprint':
      return msg('report.reprintOf', { letter, date });
    case 'changed':
      return msg('report.changedSince', { letter, date });
  }
}

/** what the file of a paper that is not the issued one is called behind its revision */
export const NAME_OF: Readonly<Record<Standing['kind'], string>> = {
  issued: '',
  draft: '-draft',
  reprint: '-reprint',
  changed: '-changed',
};
