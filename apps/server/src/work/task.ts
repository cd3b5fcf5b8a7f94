import type {
  CoverageFields,
  DocumentChange,
  FoundPumps,
  IssuedRevision,
  IssueWords,
  ListFilter,
  ListOrder,
  ListRow,
  ModelHead,
  ModelKind,
  Overview,
  Ranking,
  RankOptions,
  Sheet,
  Wanted,
} from '@cedar-knot/core';
import type { ReportFormat } from '@cedar-knot/report';
import type { Paper } from '@cedar-knot/report/files';
import type { NumberStyle } from '@cedar-knot/wording/marks';
import type { Part } from '../carry/archive.js';
import type { Manifest } from '../carry/manifest.js';
import type { Unpacked } from '../carry/unpack.js';
import type { ModelRow } from '../catalogue/rows.js';
import type { TakenModel } from '../database/models-taken.js';
import type { ProblemBody } from '../common/problem.js';

/*
 * What is done with documents in worker threads: reading, judging, comparing, writing. Documents go in and out as text, so that the
 * thread that answers never parses one.
 */

/** A body as it arrived, and what it is to hold. */
export type Task =
  | { kind: 'save'; body: Uint8Array }
  | { kind: 'create'; body: Uint8Array }
  | { kind: 'file'; body: Uint8Array }
  | { kind: 'retitle'; document: string; title: string; tag: string | undefined }
  | { kind: 'copy'; document: string }
  | { kind: 'write'; document: string }
  | { kind: 'compare'; before: string; after: string }
  /** entries of one kind by key, as JSON text, to be kept; `at`: where they stand in what was sent */
  | { kind: 'models'; of: ModelKind; text: string; at: string }
  | { kind: 'split'; body: Uint8Array; batch: number }
  | { kind: 'sheets'; body: Uint8Array }
  | { kind: 'export'; format: ExportFormat; title: string; models: ExportedModel[] }
  | { kind: 'report'; body: Uint8Array; issued?: IssuedText[] }
  /** the first pages of a report, before the rest of it is put together */
  | { kind: 'firstPages'; body: Uint8Array; issued?: IssuedText[] }
  /** what the chapters of a report hold, unprinted */
  | { kind: 'chapters'; body: Uint8Array; issued?: IssuedText[] }
  /** a study as the revision that follows those letters, with its papers */
  | { kind: 'issue'; document: string; issued: string[]; letter: string; words: IssueWords; look: IssueLook; since?: IssuedText }
  | ({ kind: 'chapter' } & ChapterTask)
  /** whether a picture for the head of a report can be printed */
  | { kind: 'logo'; logo: string }
  /** a study file to take along, to be written; and one that came */
  | { kind: 'pack'; manifest: Omit<Manifest, 'files'>; parts: Part[] }
  | { kind: 'unpack'; body: Uint8Array }
  | { kind: 'asked'; body: Uint8Array }
  /** what a position asks for, before any pump is tried */
  | { kind: 'required'; asked: RankAsked }
  | ShelfTask;

/** What is asked of a thread that holds part of the catalogue; `at` is the state of its shelf. */
export type ShelfTask =
  /** models that are new, and those that are gone; `from` null: all anew */
  | { kind: 'shelve'; from: number | null; to: number; pumps: StoredPump[]; heads: ModelRow[]; gone: string[]; isLast: boolean }
  | { kind: 'find'; at: number; wanted: Wanted }
  | { kind: 'rank'; at: number; asked: RankAsked; from: number; count: number }
  | { kind: 'list'; at: number; query: ListQuery; from: number; count: number; place: string | undefined }
  | { kind: 'ids'; at: number; query: ListQuery }
  | { kind: 'heads'; at: number; ids: string[] }
  | { kind: 'overview'; at: number; of: ModelKind; retired: boolean }
  | { kind: 'fields'; at: number; query: ListQuery; speed: number | null; chosen: string | undefined };

/** A pump that was not kept in SI by this version: what is to be kept of it. */
export interface ReadAnew {
  key: string;
  revision: number;
  text: string;
}

/** The shelf does not hold the state that was asked for: it holds another, or nothing since its thread began anew. */
export interface Lost {
  isLost: true;
  holds: number | null;
}

export interface ListQuery {
  of: ModelKind;
  retired: boolean;
  filter: ListFilter;
  order: ListOrder;
}

/** Some rows of a list. */
export interface Listing {
  count: number;
  /** how many of them, at the end, do not state all that is asked */
  notStated: number;
  rows: ListRow[];
  /** where the model stands that was asked for; −1: nowhere */
  place: number | null;
}

/** A pump as it is kept; what a revision holds never changes. */
export interface StoredPump {
  /** its id */
  key: string;
  revision: number;
  entry: string;
  /** as `textOfRead` has it; null where this version did not keep it */
  inSi: string | null;
}

/** What is to be ranked: a position of a study, and how. */
export interface RankAsked {
  /** JSON text */
  study: string;
  pump: string;
  options: RankOptions;
}

export type ExportFormat = 'json' | 'csv' | 'xlsx';

export interface ExportedModel {
  of: ModelKind;
  key: string;
  entry: string;
}

/** An entry that may be kept, with what lists show of it. */
export interface PreparedModel {
  key: string;
  /** JSON text */
  entry: string;
  /** of a pump, for searches */
  inSi: string | null;
  name: string;
  maker: string | null;
  family: string | null;
  type: string | null;
  size: string | null;
  listed: Listed;
}

export interface Listed extends Pick<ModelHead, 'warnings' | 'isTypical' | 'from' | 'summary' | 'words'> {
  /** `LISTED_COLUMNS` of the version that made it */
  columns: string;
}

/** An import in pieces that worker threads can share. */
export interface SplitImport {
  file: string | null;
  page: string | null;
  rows: Record<string, string>;
  from: string | null;
  batches: { of: ModelKind; count: number; text: string }[];
}

/** A document that may be stored. */
export interface Accepted {
  title: string;
  tag: string;
  /** JSON text, letter for letter what will be answered */
  document: string;
  /** models of the catalogue that it has taken */
  taken: TakenModel[];
}

export interface AcceptedSave extends Accepted {
  version: number;
  saveId: string | undefined;
}

export interface TaskResults {
  save: AcceptedSave;
  create: Accepted & { alternativeOf: string | undefined };
  file: Accepted;
  retitle: Accepted;
  copy: Accepted;
  write: { text: string };
  compare: { changes: DocumentChange[] };
  models: { models: PreparedModel[] };
  split: SplitImport;
  sheets: { sheets: Sheet[] };
  export: { data: Uint8Array };
  report: PrintedReport;
  /** null where something of it is known where it is looked at */
  firstPages: (ChapterPages & { pdf: Uint8Array }) | null;
  chapters: Chapters;
  chapter: ChapterPages & { pdf: Uint8Array };
  logo: null;
  pack: { data: Uint8Array };
  unpack: Unpacked;
  issue: Issued;
  asked: RankAsked;
  required: Ranking;
  /** of those that had to be read anew, what is to be kept */
  shelve: { read: ReadAnew[] } | Lost;
  find: FoundPumps | Lost;
  rank: Ranking | Lost;
  list: Listing | Lost;
  ids: { ids: string[] } | Lost;
  heads: { heads: ModelHead[] } | Lost;
  overview: Overview | Lost;
  fields: CoverageFields | Lost;
}

/** A revision that was issued, as its document is kept. */
export interface IssuedText {
  letter: string;
  date: string;
  /** JSON text */
  document: string;
}

/** How the papers of a revision are printed. */
export interface IssueLook {
  units?: 'metric' | 'us' | undefined;
  ink: boolean;
  numbers: NumberStyle;
}

/** All that is kept of a revision. */
export interface Issued {
  document: Accepted;
  /** of the document's text, hexadecimal */
  sha256: string;
  core: string;
  /** JSON text, deflated */
  results: Uint8Array;
  brief: Pick<IssuedRevision, 'verdict' | 'counts'>;
  /** of the papers, without their ending */
  name: string;
  pdf: Uint8Array;
  xlsx: Uint8Array;
}

/** A report in one of its formats. */
export interface PrintedReport {
  data: Uint8Array;
  format: ReportFormat;
  /** without its ending */
  name: string;
}

/** A chapter of a report, as JSON text, with how it is printed; of the first one what stands on other pages. */
export interface ChapterTask {
  text: string;
  look: Look;
  isFirst: boolean;
  contents: { title: string; page: number | null }[];
  missed: string[];
}

export interface Look {
  paper: Paper;
  ink: boolean;
  numbers: NumberStyle;
}

/** A chapter that is printed, here or where it is looked at. */
export interface ChapterPages {
  pages: number;
  starts: number[];
  missed: string[];
}

export interface Chapters {
  look: Look;
  chapters: { key: string; text: string; titles: string[] }[];
  /** what whoever asks has of them, by key */
  known: Map<string, ChapterPages>;
}

/** A refusal crosses threads as data. */
export type Done<K extends Task['kind']> = { ok: true; value: TaskResults[K] } | { ok: false; status: number; body: ProblemBody };

export type Handler<K extends Task['kind']> = (task: Extract<Task, { kind: K }>) => TaskResults[K] | Promise<TaskResults[K]>;
export type Handlers = { [K in Task['kind']]: Handler<K> };
