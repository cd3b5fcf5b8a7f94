import type { AttachmentHead, ModelHead, Person, RevisionHead } from '@cedar-knot/core';
import type { AttachmentModel, ModelRevisionModel } from '../database/models/catalogue.models.js';
import type { Listed } from '../work/task.js';

/** A row of the list of models, with the names of its maker and family. */
export interface ModelRow {
  id: string;
  kind: string;
  key: string;
  name: string;
  maker: string | null;
  family: string | null;
  type: string | null;
  size: string | null;
  revision: number;
  listed: string;
  savedAt: Date;
  retiredAt: Date | null;
}

export function modelHead({ listed, savedAt, retiredAt, ...row }: ModelRow): ModelHead {
  const { columns: _made, ...shown } = JSON.parse(listed) as Listed;
  return {
    ...(row as Omit<ModelHead, keyof typeof shown>),
    ...shown,
    savedAt: new Date(savedAt).toISOString(),
    retiredAt: retiredAt ? new Date(retiredAt).toISOString() : null,
  };
}

/** Who did something, as two columns have it. */
export const person = (name: string | null, initials: string | null): Person | null =>
  name === null ? null : { name, initials: initials ?? '' };

/** what of a revision of a model stands beside its data */
export type RevisionColumns = Pick<
  ModelRevisionModel,
  | 'revision'
  | 'savedAt'
  | 'note'
  | 'source'
  | 'rows'
  | 'page'
  | 'byName'
  | 'byInitials'
  | 'checkedByName'
  | 'checkedByInitials'
  | 'checkedAt'
>;

export function revisionHead(r: RevisionColumns): RevisionHead {
  return {
    revision: r.revision,
    savedAt: r.savedAt.toISOString(),
    note: r.note,
    source: r.source,
    rows: r.rows,
    page: r.page,
    by: person(r.byName, r.byInitials),
    checkedBy: person(r.checkedByName, r.checkedByInitials),
    checkedAt: r.checkedAt?.toISOString() ?? null,
  };
}

export function attachmentHead(a: AttachmentModel): AttachmentHead {
  const { id, name, role, mediaType, size } = a;
  return { id, name, role, mediaType, size, addedAt: a.addedAt.toISOString(), by: person(a.byName, a.byInitials) };
}
