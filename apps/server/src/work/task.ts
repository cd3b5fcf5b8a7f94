import type { DocumentChange, FoundPumps, ModelHead, ModelKind, Ranking, RankOptions, Sheet, Wanted } from '@cedar-knot/core';
import type { ReportFormat } from '@cedar-knot/report';
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
  | { kind: 'find'; models: StoredModel[]; wanted: Wanted }
  | { kind: 'report'; body: Uint8Array }
  /** whether a picture for the head of a report can be printed */
  | { kind: 'logo'; logo: string }
  | { kind: 'asked'; body: Uint8Array }
  | { kind: 'rank'; asked: RankAsked; models: StoredModel[] };

/** A model as it is kept; what a revision holds never changes. */
export interface StoredModel {
  key: string;
  revision: number;
  entry: string;
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
  find: FoundPumps;
  report: PrintedReport;
  logo: null;
  asked: RankAsked;
  rank: Ranking;
}

/** A report in one of its formats. */
export interface PrintedReport {
  data: Uint8Array;
  format: ReportFormat;
  /** without its ending */
  name: string;
}

/** A refusal crosses threads as data. */
export type Done<K extends Task['kind']> = { ok: true; value: TaskResults[K] } | { ok: false; status: number; body: ProblemBody };

export type Handler<K extends Task['kind']> = (task: Extract<Task, { kind: K }>) => TaskResults[K] | Promise<TaskResults[K]>;
export type Handlers = { [K in Task['kind']]: Handler<K> };
