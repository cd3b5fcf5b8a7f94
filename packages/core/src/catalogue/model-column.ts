import type { ModelHead } from '../document/stored.js';
import type { Dimension } from '../units/units.js';
import type { Word } from '../words/word.js';

/* A column of the catalogue as it is described (`model-columns.ts` has them all), and what a model says in it. */

/** of a model that does not say it: undefined or null */
export type Known = string | number | readonly string[] | readonly (number | null | undefined)[] | null | undefined;

/** What a column reads: a model of a list, or an entry of a file (`describeEntry`). */
export type Described = Pick<ModelHead, 'name' | 'maker' | 'family' | 'type' | 'size' | 'words' | 'summary'> &
  Partial<Pick<ModelHead, 'from' | 'revision' | 'savedAt' | 'warnings'>>;

export type Shown =
  | { as: 'text' }
  /** a word of ours: `end-suction` is said end suction; several stand one after the other */
  | { as: 'word' }
  | { as: 'number'; digits?: number }
  | { as: 'percent' }
  | { as: 'quantity'; dimension: Dimension; digits?: number }
  /** two numbers, once where they are the same */
  | { as: 'range'; dimension?: Dimension }
  /** Kv, or Cv where US units are shown */
  | { as: 'coefficient' }
  | { as: 'day' }
  /** the list has a drawing for it */
  | { as: 'drawn' };

export interface ColumnFilter {
  /** in a request; on the command line with hyphens: `maxSpeed`, `--max-speed` */
  key: string;
  /** in a menu: mains, speed at most */
  name: Word;
  value: 'word' | 'number';
  /** a model is it, or has at least or at most as much */
  is: 'same' | 'least' | 'most';
  /** of a number with a unit */
  dimension?: Dimension;
  /** unit of a bare number on the command line */
  usual?: string;
  /** as it is typed there */
  example?: string;
  /** SI */
  range?: readonly [number, number];
  /** the words, or the numbers, that there are */
  words?: readonly string[];
  numbers?: readonly number[];
  /** how some values are said */
  said?: Readonly<Record<string, Word>>;
  /** by how much numbers that are the same may differ in writing */
  within?: number;
  /** asked beside a search, not in a menu alone */
  isCommon?: true;
}

export interface ModelColumn {
  /** under which the list keeps what `path` leads to */
  key: string;
  /** in the entry, SI: `['motor', 'phases']`; what is worked out from it, or stands elsewhere, has `of` */
  path?: readonly string[];
  of?: (m: Described) => Known;
  /** without the unit, which follows from how it is shown */
  heading: Word;
  hint?: Word;
  /** in the list, px */
  width: number;
  shown: Shown;
  /** not in the list until it is chosen */
  isMore?: true;
  isUnsorted?: true;
  filter?: ColumnFilter;
  /** on the data sheet, with its label where that is not the heading */
  sheet?: true | Word;
  /** there under its limits */
  isLimit?: true;
  /** what makers call it beside its own name, without case, blanks and marks */
  aliases?: readonly string[];
}

/** `end-suction` → end suction */
export const spoken = (word: string): string => word.replace(/-/g, ' ');

/** What a model says in a column; undefined where it does not say it. */
export function knownOf(column: ModelColumn, m: Described): Exclude<Known, null> {
  const known = column.of ? column.of(m) : m.words[column.key];
  return known === null || (Array.isArray(known) && known.every((v) => v === null || v === undefined)) ? undefined : known;
}
