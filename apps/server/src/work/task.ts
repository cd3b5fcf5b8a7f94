import type { DocumentChange } from '@cedar-knot/core';
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
  | { kind: 'compare'; before: string; after: string };

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
  create: Accepted;
  file: Accepted;
  retitle: Accepted;
  copy: Accepted;
  write: { text: string };
  compare: { changes: DocumentChange[] };
}

/** A refusal crosses threads as data. */
export type Done<K extends Task['kind']> = { ok: true; value: TaskResults[K] } | { ok: false; status: number; body: ProblemBody };
