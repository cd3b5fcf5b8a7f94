import type { Problem } from '../issues/issues.js';
import type { RawEntry, RawReport, Study } from './study.js';

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
  /** the study that it is an alternative of */
  alternativeOf: string | null;
}

/** Some of the studies that match, in an order, and how many there are. */
export interface StudyPage {
  count: number;
  /** `base`: title of the study that it is an alternative of */
  studies: (StudyHead & { base: string | null })[];
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

/** What came with a study file to take along. */
export interface PackageOpened {
  /** of the study, which is a new one */
  id: string;
  title: string;
  /** of the catalogue: that were not in it, that have further revisions now, that stay as they are */
  models: { added: number; revised: number; known: number };
  attachments: number;
  /** issued, with their papers */
  revisions: number;
}

export interface Person {
  name: string;
  initials: string;
}

/** What of a report a plant keeps for all its studies; a study takes a copy of it. */
export interface ReportTemplate extends Pick<RawReport, 'company' | 'logo' | 'titleFields' | 'headings' | 'parts' | 'paper'> {
  name: string;
}

export interface KeptTemplate {
  id: string;
  savedAt: string;
  template: ReportTemplate;
}

/** A study with which others begin, as it is listed. */
export interface OwnBeginningHead {
  id: string;
  name: string;
  /** what it is for, in a few words */
  about: string;
  savedAt: string;
}

/** With its study, and the inputs that its form asks for. */
export interface OwnBeginning extends OwnBeginningHead {
  asks: string[];
  document: Study;
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
  /** in English */
  message: string;
  code?: string;
  /** what it is said of, for a page that words it itself */
  problem?: Pick<Problem, 'code' | 'where' | 'detail'>;
}

/** Kinds of things that the catalogue keeps, as its file has them. */
export type ModelKind = 'pumps' | 'valves' | 'motors';

/** Where a revision of a model came from. */
export interface Provenance {
  /** name of the file, or what else it was */
  source: string | null;
  /** rows of the file, as they are said: `412–487` */
  rows: string | null;
  /** of a printed sheet */
  page: string | null;
}

/** What is listed of a model that the catalogue keeps; figures in SI. */
export interface ModelHead {
  id: string;
  kind: ModelKind;
  /** its id in a catalogue file */
  key: string;
  name: string;
  maker: string | null;
  family: string | null;
  type: string | null;
  size: string | null;
  /** counts its changes, from 1 */
  revision: number;
  savedAt: string;
  retiredAt: string | null;
  /** codes of what is odd about its curve */
  warnings: string[];
  isTypical: boolean;
  /** how it came: csv, xlsx, json, picture, typed, seed */
  from: string | null;
  /** of `summarisePump` or `summariseValve`; a motor's rating; null where nothing can be drawn */
  summary: Record<string, unknown> | null;
  /** what its entry says beside its curves */
  words: ModelWords;
}

/** by the key of the column (`MODEL_COLUMNS`), SI; what a maker does not say is not there */
export type ModelWords = Readonly<Record<string, string | number | readonly string[] | undefined>>;

export interface RevisionHead extends Provenance {
  revision: number;
  savedAt: string;
  note: string | null;
  by: Person | null;
  checkedBy: Person | null;
  checkedAt: string | null;
}

export interface AttachmentHead {
  id: string;
  name: string;
  role: string;
  mediaType: string;
  /** bytes */
  size: number;
  addedAt: string;
  by: Person | null;
}

/** A model as what it is to a calculation: its data, and what it is called. */
export interface ModelEntry extends Pick<ModelHead, 'id' | 'key' | 'name' | 'maker' | 'type' | 'size' | 'revision'> {
  entry: RawEntry;
}

/** A model with everything that its page shows. */
export interface ModelWhole extends ModelHead {
  entry: RawEntry;
  revisions: RevisionHead[];
  attachments: AttachmentHead[];
  usedIn: { id: string; title: string; tag: string; revision: number | null }[];
}

/** What an import did. */
export interface ImportResult {
  created: number;
  revised: number;
  unchanged: number;
  /** ids of the models, by kind and key: `pumps/tc150-400` */
  ids: Record<string, string>;
}
