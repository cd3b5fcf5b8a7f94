import { MOST_ASKED, type OwnBeginning, type OwnBeginningHead } from '@cedar-knot/core';
import { id, list, may, named, object, text, time, type Of, type Shape } from '../common/shape.js';
import { STUDY } from '../studies/schemas.js';

/** A study of the plant as a beginning: its document as it stands now. */
export const KEEP_BEGINNING = named(
  'KeepBeginning',
  object({ study: id(), name: text(200, 1), about: may(text(200)), asks: may(list(text(100, 1), MOST_ASKED)) }),
);
export type KeepBeginning = Of<typeof KEEP_BEGINNING>;

const HEAD = { id: id(), name: text(200), about: text(200), savedAt: time() };
export const BEGINNING_HEAD: Shape<OwnBeginningHead> = named('OwnBeginningHead', object(HEAD));
export const BEGINNING: Shape<OwnBeginning> = named('OwnBeginning', object({ ...HEAD, asks: list(text()), document: STUDY }));
export const BEGINNING_ID = id();
