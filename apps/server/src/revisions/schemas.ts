import type { IssuedRevision } from '@cedar-knot/core';
import { NUMBER_MARKS, type NumberStyle } from '@cedar-knot/wording/marks';
import { may, named, object, oneOf, orNull, saying, text, time, usually, version, whole, yesNo, list, type Of, type Shape } from '../common/shape.js'; // prettier-ignore
import { PERSON } from '../people/schemas.js';
import { STUDY } from '../studies/schemas.js';

export const LETTER = text(20, 1);
export const PAPER = oneOf(['pdf', 'xlsx']);

export const ISSUE = named(
  'Issue',
  object({
    version: version(),
    letter: saying(LETTER, 'the one that was shown; it must be the next'),
    date: saying(text(60, 1), 'as it is printed'),
    purpose: text(1000, 1),
    by: saying(text(200), 'as it is printed'),
    units: may(saying(oneOf(['metric', 'us']), 'those of the study where nothing is said')),
    ink: usually(saying(yesNo(), 'no colour'), false),
    numbers: usually(saying(oneOf(Object.keys(NUMBER_MARKS) as NumberStyle[]), 'how numbers are printed'), 'iso'),
  }),
);
export type IssueBody = Of<typeof ISSUE>;

const COUNTS = object({ fails: whole(0), near: whole(0), holds: whole(0) });
const HEAD = {
  letter: LETTER,
  version: version(),
  issuedAt: time(),
  date: text(),
  purpose: text(),
  by: orNull(PERSON),
  sha256: text(64),
  core: text(),
  verdict: text(),
  counts: COUNTS,
  name: text(),
};
export const REVISION: Shape<IssuedRevision> = named('IssuedRevision', object(HEAD));
export const REVISIONS = list(REVISION);
export const REVISION_WHOLE = named('IssuedRevisionWhole', object({ ...HEAD, document: STUDY }));
