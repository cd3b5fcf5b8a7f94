import type {
  AttachmentHead,
  Catalogue,
  CoverageFields,
  DocumentChange,
  FieldProblem,
  FoundOrder,
  FoundPump,
  FoundPumps,
  ImportResult,
  ImportTemplate,
  IssuedRevision,
  KeptImportTemplate,
  KeptTemplate,
  OwnBeginning,
  OwnBeginningHead,
  ListFilter,
  ListOrder,
  ListRow,
  ModelEntry,
  ModelHead,
  ModelKind,
  ModelWhole,
  PackageOpened,
  Objective,
  Overview,
  Person,
  PumpFilter,
  Ranking,
  RawEntry,
  ReportTemplate,
  Study,
  StudyHead,
  StudyPage,
  StudyWhole,
  Vary,
  VersionHead,
  VersionPage,
  Wanted,
} from '@cedar-knot/core';
import { problemText, register, said, type Worded } from '@cedar-knot/wording';
import { shownUnits } from '../state/units.js';
import { msg } from '../words.js';

/** A refusal by the server, with its words; `status` 0 means that it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: FieldProblem[] = [],
    readonly body: { error?: string; version?: number; savedAt?: string; changes?: DocumentChange[] } = {},
  ) {
    super(message);
  }
}

/** What a person is told of a failure: the refusal's words, with the first place at which something is wrong. */
export function wordsOf(error: unknown): string {
  const [first] = error instanceof ApiError ? error.errors : [];
  if (first) return first.path ? `${first.path}: ${first.message}` : first.message;
  return error instanceof Error ? error.message : String(error);
}

/** Whether a failure is of who answers, not of what was asked: it may go well later. */
export const isAway = (error: unknown): boolean =>
  error instanceof ApiError && (error.status === 0 || error.status === 401 || error.status >= 500);

/** how long the page waits for a sign of life, ms */
const PROBE_MS = 4000;

const KEEPALIVE_MOST = 60_000;

/**
 * Asks the application. What only has to wait comes again by itself, and so does what finds the session ended: a page of this account
 * is given a new one.
 */
async function reached(path: string, init: RequestInit): Promise<Response> {
  for (let isRenewed = false; ;) {
    const response = await fetched(path, init);
    if (response.status === 401 && !isRenewed) {
      isRenewed = true;
      if (await renewed()) continue;
    }
    const wait = response.status === 503 ? response.headers.get('retry-after') : null;
    if (wait === null) return response;
    await pause(Number(wait) * 1000, init.signal ?? undefined);
  }
}

async function fetched(path: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(path, init);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ApiError(0, msg('app.theApplicationOnThisComputer'));
  }
}

let renewal: Promise<boolean> | undefined;

/** whether a page could be had, which brings a session where one is due; asked once for all that wait for it */
function renewed(): Promise<boolean> {
  renewal ??= fetch('/', { cache: 'no-store' })
    .then(
      (page) => page.ok,
      () => false,
    )
    .finally(() => (renewal = undefined));
  return renewal;
}

function pause(ms: number, signal: AbortSignal | undefined): Promise<void> {
  return new Promise((resolve, reject) => {
    const gone = (): void => {
      clearTimeout(timer);
      reject(new DOMException(msg('app.stopped'), 'AbortError'));
    };
    const timer = setTimeout(() => {
      signal?.removeEventListener('abort', gone);
      resolve();
    }, ms);
    signal?.addEventListener('abort', gone, { once: true });
  });
}

/** What the server says, as codes and values where it has them, and in English. */
interface Refusal {
  message?: string;
  words?: Worded;
  errors?: FieldProblem[];
}

/** The refusal in the words and units of the person. */
async function refused(status: number, answer: Refusal): Promise<ApiError> {
  const { message, words, errors = [], ...rest } = answer;
  const fallback = message ?? msg('app.theApplicationRespondedWithStatus', { status });
  return new ApiError(status, words ? await wordedHere(words, fallback) : fallback, errors.map(fieldHere), rest);
}

/** the server's part of the catalogue comes when it is first needed; where it cannot be had, its English stands */
const wordedHere = (words: Worded, fallback: string): Promise<string> =>
  import('@cedar-knot/wording/en/server').then(
    ({ default: part }) => {
      register(part);
      return said(words);
    },
    () => fallback,
  );

const fieldHere = (e: FieldProblem): FieldProblem =>
  e.problem ? { ...e, message: problemText({ ...e.problem, path: e.path }, shownUnits({})) } : e;

/** @param body sent as JSON; a text or a file as it is */
async function call<T>(method: string, path: string, body?: unknown, isText = false): Promise<T> {
  const isFile = body instanceof Blob;
  const sent = body === undefined ? undefined : isText || isFile ? (body as string | Blob) : JSON.stringify(body);
  const type = isFile ? 'application/octet-stream' : isText ? 'text/plain' : 'application/json';
  const response = await reached(`/api${path}`, {
    method,
    ...(sent === undefined ? {} : { body: sent, headers: { 'content-type': type } }),
    // a save that is under way when the page is left still arrives; browsers carry so much at most
    keepalive: method === 'PUT' && typeof sent === 'string' && sent.length < KEEPALIVE_MOST,
  });
  const answer: unknown = await response.json().catch(() => ({}));
  if (response.ok) return answer as T;
  throw await refused(response.status, answer as Refusal);
}

export const api = {
  /** whether application and database answer, known within 4 s */
  isThere: (): Promise<boolean> =>
    fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(PROBE_MS) }).then(
      (r) => r.ok,
      () => false,
    ),
  list: (asked: StudiesAsked = {}) => call<StudyPage>('GET', `/studies${queryOf(asked)}`),
  get: (id: string) => call<StudyWhole>('GET', `/studies/${id}`),
  create: (title: string) => call<StudyWhole>('POST', '/studies', { title }),
  createFrom: (document: Study) => call<StudyWhole>('POST', '/studies', { document }),
  createAlternative: (document: Study, title: string, alternativeOf: string) =>
    call<StudyWhole>('POST', '/studies', { document, title, alternativeOf }),
  importText: (text: string) => call<StudyWhole>('POST', '/studies/import', text, true),
  openPackage: (file: Blob) => call<PackageOpened>('POST', '/studies/package', file),
  copy: (id: string) => call<StudyWhole>('POST', `/studies/${id}/copy`),
  save: (id: string, version: number, document: Study, saveId: string) =>
    call<StudyWhole>('PUT', `/studies/${id}`, { version, saveId, document }),
  rename: (id: string, version: number, title: string, tag?: string) =>
    call<StudyWhole>('PATCH', `/studies/${id}`, { version, title, tag }),
  remove: (id: string) => call<StudyHead>('DELETE', `/studies/${id}`),
  versions: (id: string, before: number | null = null, named = false) =>
    call<VersionPage>('GET', `/studies/${id}/versions?named=${named}${before === null ? '' : `&before=${before}`}`),
  version: (id: string, version: number) => call<VersionHead & { document: Study }>('GET', `/studies/${id}/versions/${version}`),
  nameVersion: (id: string, version: number, name: string) =>
    call<VersionHead>('PATCH', `/studies/${id}/versions/${version}`, { name }),
  revisions: (id: string) => call<IssuedRevision[]>('GET', `/studies/${id}/revisions`),
  revision: (id: string, letter: string) =>
    call<IssuedRevision & { document: Study }>('GET', `/studies/${id}/revisions/${encodeURIComponent(letter)}`),
  issue: (id: string, body: IssueAsked) => call<StudyWhole>('POST', `/studies/${id}/revisions`, body),
  person: () => call<{ person: Person | null }>('GET', '/person'),
  setPerson: (person: Person) => call<{ person: Person }>('PUT', '/person', person),
  templates: () => call<KeptTemplate[]>('GET', '/report-templates'),
  addTemplate: (template: ReportTemplate) => call<KeptTemplate>('POST', '/report-templates', template),
  putTemplate: (id: string, template: ReportTemplate) => call<KeptTemplate>('PUT', `/report-templates/${id}`, template),
  removeTemplate: (id: string) => call<KeptTemplate>('DELETE', `/report-templates/${id}`),
  restore: (id: string) => call<StudyHead>('POST', `/studies/${id}/restore`),
  models: (asked: ListAsked, from: number, count: number, place?: string) =>
    call<ModelListing>('GET', `/catalogue/models${listQuery(asked, { from, count, place })}`),
  modelIds: (asked: ListAsked) => call<string[]>('GET', `/catalogue/ids${listQuery(asked)}`),
  overview: (kind: ModelKind, retired = false) =>
    call<Overview>('GET', `/catalogue/overview?kind=${kind}${retired ? '&retired=true' : ''}`),
  coverage: (filter: ListFilter, speed: number | null, chosen: string | undefined) =>
    call<CoverageFields>('GET', `/catalogue/fields${listQuery({ kind: 'pumps', retired: false, filter }, { speed, chosen })}`),
  heads: (ids: readonly string[]) => call<ModelHead[]>('POST', '/catalogue/heads', { ids }),
  entries: (kind: 'valves' | 'motors') => call<ModelEntry[]>('GET', `/catalogue/entries?kind=${kind}`),
  model: (id: string) => call<ModelWhole>('GET', `/catalogue/models/${id}`),
  createModel: (body: { kind: ModelKind; entry: RawEntry } & Said) => call<ModelWhole>('POST', '/catalogue/models', body),
  reviseModel: (id: string, body: { revision: number; entry: RawEntry } & Said) =>
    call<ModelWhole>('PUT', `/catalogue/models/${id}`, body),
  actOnModel: (id: string, act: 'retire' | 'restore' | 'check') => call<ModelWhole>('POST', `/catalogue/models/${id}/${act}`),
  modelRevision: (id: string, revision: number) =>
    call<{ revision: number; entry: RawEntry }>('GET', `/catalogue/models/${id}/revisions/${revision}`),
  modelChanges: (id: string, before: number, after: number) =>
    call<DocumentChange[]>('GET', `/catalogue/models/${id}/revisions/${before}/changes/${after}`),
  newestRevisions: (ids: string[]) =>
    call<{ id: string; revision: number; retiredAt: string | null }[]>('POST', '/catalogue/revisions', { ids }),
  findPumps: (wanted: Partial<Wanted>, order: FoundOrder) =>
    call<FoundPage>('POST', '/catalogue/find', { ...wanted, sort: order.by, down: order.isDown }),
  beginnings: () => call<OwnBeginningHead[]>('GET', '/beginnings'),
  beginning: (id: string) => call<OwnBeginning>('GET', `/beginnings/${id}`),
  keepBeginning: (kept: { study: string; name: string; about: string; asks: string[] }) =>
    call<OwnBeginningHead>('POST', '/beginnings', kept),
  removeBeginning: (id: string) => call<OwnBeginningHead>('DELETE', `/beginnings/${id}`),
  importTemplates: () => call<KeptImportTemplate[]>('GET', '/import-templates'),
  keepImportTemplate: (template: ImportTemplate) => call<KeptImportTemplate>('PUT', '/import-templates', template),
  forgetImportTemplate: (id: string) => call<KeptImportTemplate>('DELETE', `/import-templates/${id}`),
  attach: (id: string, name: string, role: string, data: Blob) =>
    call<AttachmentHead>('POST', `/catalogue/models/${id}/attachments?name=${encodeURIComponent(name)}&role=${role}`, data),
  detach: (id: string) => call<AttachmentHead>('DELETE', `/catalogue/attachments/${id}`),
  importCatalogue,
  exportModels,
  printPages,
  printReport,
  rankCatalogue,
};

/** Which studies are listed, and in which order: the last saved first where nothing is said. */
export interface StudiesAsked {
  deleted?: boolean;
  text?: string | undefined;
  /** a study and its alternatives alone */
  of?: string;
  sort?: 'saved' | 'title' | 'tag';
  from?: number;
  count?: number;
}

function queryOf(asked: object): string {
  const given = Object.entries(asked).filter(([, v]) => v !== undefined && v !== null);
  return given.length === 0 ? '' : `?${new URLSearchParams(given.map(([key, v]) => [key, String(v)])).toString()}`;
}

/** Which models of a kind are listed, in which order. */
export interface ListAsked {
  kind: ModelKind;
  retired: boolean;
  filter: ListFilter;
  order?: ListOrder;
}

/** Some rows of a list; the counts are of all that match. */
export interface ModelListing {
  count: number;
  notStated: number;
  rows: ListRow[];
  /** where the model stands that was asked for; −1: nowhere */
  place: number | null;
}

/** Some of the pumps found, the first in an order; the counts are of all. */
export interface FoundPage extends FoundPumps {
  candidates: (FoundPump & { head: ModelHead })[];
}

function listQuery({ kind, retired, filter: { isOdd, ...filter }, order }: ListAsked, more: object = {}): string {
  const all = { kind, retired: retired || undefined, ...filter, odd: isOdd, sort: order?.column, down: order?.isDown, ...more };
  return queryOf(all);
}

/** What is said of where data come from. */
export interface Said {
  note?: string;
  source?: string;
  page?: string;
  from?: string;
}

export interface ImportSource {
  file?: string;
  page?: string;
  rows?: Record<string, string>;
  from?: string;
}

type Line<T> = T | { problem: Refusal };

/**
 * Sends something whose answer comes a line at a time, and hands each on.
 *
 * @returns what the last line brought; a refusal is thrown, and an answer that ends before its end
 */
async function byLines<T extends object, R>(
  path: string,
  body: object,
  onLine: (line: T) => void,
  signal: AbortSignal,
): Promise<R> {
  const response = await reached(`/api/${path}`, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json' },
    signal,
  });
  if (!response.ok || !response.body) throw await refused(response.status, (await response.json().catch(() => ({}))) as Refusal);
  let rest = '';
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    for (const text of lines) {
      const line = JSON.parse(text) as Line<T | { result: R }>;
      if ('problem' in line) throw await refused(422, line.problem);
      if ('result' in line) return line.result;
      onLine(line);
    }
  }
  throw new ApiError(0, msg('app.theResponseWasCutOff'));
}

/** Takes a catalogue whole or not at all; says how far it is, and ends with the signal. */
function importCatalogue(
  source: ImportSource,
  catalogue: Catalogue,
  progress: (done: number, of: number) => void,
  signal: AbortSignal,
): Promise<ImportResult> {
  return byLines<{ done: number; of: number }, ImportResult>(
    'catalogue/import',
    { source, catalogue },
    (l) => progress(l.done, l.of),
    signal,
  );
}

/** What is asked of a ranking beside the study and the position. */
export interface RankAsked extends PumpFilter {
  vary: Vary;
  objective: Objective;
  /** of service, for the objective of cost */
  years?: number;
}

/** Ranks the pumps of the catalogue in a position of a study; pieces come as they are worked out, the first with what is required. */
function rankCatalogue(
  document: Study,
  pump: string,
  asked: RankAsked,
  onPiece: (piece: Ranking, done: number, of: number) => void,
  signal: AbortSignal,
): Promise<true> {
  type Piece = { piece: Ranking; done: number; of: number };
  return byLines<Piece, true>('catalogue/rank', { document, pump, ...asked }, (l) => onPiece(l.piece, l.done, l.of), signal);
}

/** Where a paper of an issued revision is had, as it was issued. */
export const paperAt = (id: string, letter: string, paper: 'pdf' | 'xlsx'): string =>
  `/api/studies/${id}/revisions/${encodeURIComponent(letter)}/papers/${paper}`;

/** What is said where a revision is issued. */
export interface IssueAsked {
  /** the version that was seen */
  version: number;
  letter: string;
  /** as it is printed */
  date: string;
  purpose: string;
  by: string;
  ink?: boolean;
  numbers?: string;
}

/** What a report is printed as. */
export interface ReportAsked {
  format: 'pdf' | 'xlsx' | 'csv' | 'zip' | 'json';
  units?: 'metric' | 'us';
  date?: string;
  ink?: boolean;
  /** how numbers are printed */
  numbers?: string;
}

/** The report of a study as it stands on the page, saved or not; `id`: whose issued revisions it is held against. */
function printReport(id: string, document: Study, asked: ReportAsked, signal?: AbortSignal): Promise<Blob> {
  return fileFrom(`/api/studies/report?study=${id}`, { document, ...asked }, signal);
}

/** A chapter of a report as it is printed; without a PDF it is one that was named as known. */
export interface PrintedChapter extends ChapterPages {
  chapter: number;
  /** how many there are, once that is known */
  of: number | null;
  /** by which it is known again; null of pages that are not yet whole */
  key: string | null;
  /** base64 */
  pdf: string | null;
}

/** How many pages a chapter has, on which its sections begin, and what of it has no sign in any font. */
export interface ChapterPages {
  pages: number;
  starts: number[];
  missed: string[];
}

/** The pages of a report, chapter by chapter as they are printed; those that are known come without their PDF. */
function printPages(
  id: string,
  document: Study,
  asked: Omit<ReportAsked, 'format'> & { known: ({ key: string } & ChapterPages)[] },
  onChapter: (chapter: PrintedChapter) => void,
  signal: AbortSignal,
): Promise<true> {
  return byLines<PrintedChapter, true>(`studies/report/pages?study=${id}`, { document, ...asked }, onChapter, signal);
}

/** Some models as a file. */
function exportModels(format: 'json' | 'csv' | 'xlsx', ids: readonly string[], title: string): Promise<Blob> {
  return fileFrom('/api/catalogue/export', { format, ids, title });
}

async function fileFrom(path: string, body: object, signal?: AbortSignal): Promise<Blob> {
  const response = await reached(path, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json' },
    ...(signal ? { signal } : {}),
  });
  if (!response.ok) throw await refused(response.status, (await response.json().catch(() => ({}))) as Refusal);
  return response.blob();
}
