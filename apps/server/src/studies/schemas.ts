import type { DocumentChange, StudyHead, StudyPage, StudyWhole, VersionHead, VersionPage } from '@cedar-knot/core';
import { REPORT_FORMATS } from '@cedar-knot/report';
import { NUMBER_MARKS, type NumberStyle } from '@cedar-knot/wording/marks';
import {
  anything,
  id,
  list,
  may,
  named,
  object,
  oneOf,
  open,
  orNull,
  saying,
  text,
  time,
  usually,
  version,
  whole,
  withOneOf,
  yesNo,
  type Of,
  type Shape,
} from '../common/shape.js';
import { PERSON } from '../people/schemas.js';

/** The document itself is judged by the core, which knows paths and units; here only that there is one. */
export const STUDY = named('Study', open<StudyWhole['document']>('A study document: docs/study.schema.json'));
const title = text(300, 1);

export const ID = id();
export const VERSION = version();
/** in which order studies are listed */
export const STUDY_ORDERS = ['saved', 'title', 'tag'] as const;
export const LIST = object({
  deleted: usually(yesNo(), false),
  text: may(saying(text(200, 1), 'words of title and tag')),
  of: may(saying(id(), 'a study and its alternatives alone')),
  sort: usually(oneOf(STUDY_ORDERS), 'saved'),
  down: may(yesNo()),
  from: usually(whole(0), 0),
  count: usually(whole(0, 500), 200),
});
export type ListQuery = Of<typeof LIST>;
export const PAGE = object({ before: may(version()), limit: usually(whole(1, 500), 100), named: usually(yesNo(), false) });
export type PageQuery = Of<typeof PAGE>;

export const CREATE = named(
  'Create',
  withOneOf(
    object({
      title: may(title),
      document: may(STUDY),
      alternativeOf: may(saying(id(), 'the study that it is kept as an alternative of')),
    }),
    'title',
    'document',
  ),
);
export const SAVE = named(
  'Save',
  object({ version: version(), saveId: may(saying(id(), 'the same once more is the same save')), document: STUDY }),
);
export const RENAME = named('Rename', object({ version: version(), title, tag: may(text(100)) }));
export type RenameBody = Of<typeof RENAME>;
export const NAME_VERSION = named('NameVersion', object({ name: text(200) }));
/** how a report is printed */
const PRINTED = {
  document: STUDY,
  units: may(saying(oneOf(['metric', 'us']), 'those of the study where nothing is said')),
  date: may(saying(text(60, 1), 'as it is printed')),
  ink: usually(saying(yesNo(), 'no colour'), false),
  numbers: usually(saying(oneOf(Object.keys(NUMBER_MARKS) as NumberStyle[]), 'how numbers are printed'), 'iso'),
};

export const REPORT = named('PrintReport', object({ ...PRINTED, format: oneOf(REPORT_FORMATS) }));

/** of which study a report is, as it is kept: its paper says how it stands to what was issued */
export const REPORT_OF = object({ study: may(saying(id(), 'the study as it is kept, whose issued revisions the paper names')) });
export type ReportOf = Of<typeof REPORT_OF>;

/** a chapter that whoever asks has kept from before */
const KNOWN_CHAPTER = object({
  key: text(100, 1),
  pages: whole(0, 10_000),
  starts: list(whole(1, 10_000), 5000),
  missed: list(text(1000), 1000),
});

export const REPORT_PAGES = named(
  'PrintPages',
  object({ ...PRINTED, known: may(saying(list(KNOWN_CHAPTER, 1000), 'chapters that are not sent again')) }),
);

const HEAD = {
  id: id(),
  title: text(),
  tag: text(),
  version: version(),
  savedAt: time(),
  deletedAt: orNull(time()),
  alternativeOf: orNull(id()),
};
export const STUDY_HEAD: Shape<StudyHead> = named('StudyHead', object(HEAD));
export const STUDY_LIST: Shape<StudyPage> = named(
  'StudyList',
  object({
    count: saying(whole(0), 'studies that match'),
    studies: list(
      named('ListedStudy', object({ ...HEAD, base: saying(orNull(text()), 'title of the study that it is an alternative of') })),
    ),
  }),
);
export const STUDY_WHOLE: Shape<StudyWhole> = named('StudyWhole', object({ ...HEAD, document: STUDY }));
const VERSION_HEAD_FIELDS = { version: version(), savedAt: time(), name: orNull(text()), by: orNull(PERSON) };
export const VERSION_HEAD: Shape<VersionHead> = named('VersionHead', object(VERSION_HEAD_FIELDS));
export const VERSION_WHOLE = named('VersionWhole', object({ ...VERSION_HEAD_FIELDS, document: STUDY }));
export const VERSION_PAGE: Shape<VersionPage> = named(
  'VersionPage',
  object({ versions: list(VERSION_HEAD), kept: whole(0), next: orNull(version()) }),
);
export const CHANGES: Shape<DocumentChange[]> = list(
  named('DocumentChange', object({ path: text(), before: may(anything()), after: may(anything()) })),
);
