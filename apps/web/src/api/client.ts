import type {
  DocumentChange,
  FieldProblem,
  Person,
  Study,
  StudyHead,
  StudyWhole,
  VersionHead,
  VersionPage,
} from '@cedar-knot/core';

/** A refusal by the server, with its words; `status` 0 means that it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: FieldProblem[] = [],
    readonly body: { version?: number; savedAt?: string; changes?: DocumentChange[] } = {},
  ) {
    super(message);
  }
}

const KEEPALIVE_MOST = 60_000;

async function call<T>(method: string, path: string, body?: unknown, isText = false): Promise<T> {
  const sent = body === undefined ? undefined : isText ? (body as string) : JSON.stringify(body);
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(sent === undefined ? {} : { body: sent, headers: { 'content-type': isText ? 'text/plain' : 'application/json' } }),
      // a save that is under way when the page is left still arrives; browsers carry so much at most
      keepalive: method === 'PUT' && sent !== undefined && sent.length < KEEPALIVE_MOST,
    });
  } catch {
    throw new ApiError(0, 'The application on this machine does not answer.');
  }
  const answer: unknown = await response.json().catch(() => ({}));
  if (response.ok) return answer as T;
  const { message, errors, ...rest } = answer as { message?: string; errors?: FieldProblem[] };
  throw new ApiError(response.status, message ?? `The application answered ${response.status}.`, errors ?? [], rest);
}

export const api = {
  list: (deleted = false) => call<StudyHead[]>('GET', `/studies${deleted ? '?deleted=true' : ''}`),
  get: (id: string) => call<StudyWhole>('GET', `/studies/${id}`),
  create: (title: string) => call<StudyWhole>('POST', '/studies', { title }),
  createFrom: (document: Study) => call<StudyWhole>('POST', '/studies', { document }),
  importText: (text: string) => call<StudyWhole>('POST', '/studies/import', text, true),
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
  changesSince: (id: string, version: number) => call<DocumentChange[]>('GET', `/studies/${id}/versions/${version}/changes`),
  person: () => call<{ person: Person | null }>('GET', '/person'),
  setPerson: (person: Person) => call<{ person: Person }>('PUT', '/person', person),
  restore: (id: string) => call<StudyHead>('POST', `/studies/${id}/restore`),
};
