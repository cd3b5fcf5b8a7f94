import type { Standing } from '@cedar-knot/core';
import { msg } from './words.js';

/* What a paper says of how it stands to the revisions that were issued: every one but an issued one says that it is none. */

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
