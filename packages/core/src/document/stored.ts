import type { Study } from './study.js';

/** What is listed of a study that is kept. */
export interface StudyHead {
  id: string;
  title: string;
  tag: string;
  /** counts its saves, from 1 */
  version: number;
  /** ISO 8601 */
  savedAt: string;
  deletedAt: string | null;
}

export interface StudyWhole extends StudyHead {
  document: Study;
}

/** A saved version; some are named as revisions. */
export interface VersionHead {
  version: number;
  savedAt: string;
  name: string | null;
  /** who saved it; null for one from before that was asked */
  by: Person | null;
}

export interface Person {
  name: string;
  initials: string;
}

/** Some of the kept versions, the newest first. */
export interface VersionPage {
  versions: VersionHead[];
  /** how many are kept in all */
  kept: number;
  /** where the next page begins; null on the last */
  next: number | null;
}

/** One thing that is wrong with a request, at a JSON path of its body. */
export interface FieldProblem {
  path: string;
  message: string;
  code?: string;
}
