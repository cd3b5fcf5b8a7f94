import { ELEMENT_KINDS, isElementKind } from '../elements/index.js';
import type { Givens } from '../elements/kind.js';
import type { Fields } from '../fields/field.js';
import type { Entries } from '../fields/short-form.js';
import { isPointKind, LINE, POINT_KINDS } from './points.js';
import type { Word } from '../words/word.js';

/** What a point, a line or an element has in common: entries with a table of fields, and what they fix. */
export interface ThingKind {
  label: Word;
  prefix: string;
  fields: Fields;
  /** entries that its panel shows for what is entered */
  shown: (e: Entries) => readonly string[];
  givens: (e: Entries) => Givens | undefined;
}

/** A kind of thing by its name: `pipe`, `vessel`, `line`; undefined for none. */
export function thingKind(kind: string): ThingKind | undefined {
  if (isElementKind(kind)) return ELEMENT_KINDS[kind];
  const found = isPointKind(kind) ? POINT_KINDS[kind] : kind === 'line' ? LINE : undefined;
  return found;
}
