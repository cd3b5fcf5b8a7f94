import { isQuantity, readQuantity } from '../units/quantity.js';
import { UNITS, type Dimension } from '../units/units.js';
import { plainSigns, readCommas, type TypedMarks } from './typed.js';

/*
 * One line of text for one thing, as it stands in the line sheet and is typed there. A kind lists the pieces that it
 * understands; they may come in any order, with or without commas. Every pattern is sticky and takes linear time.
 */

/** Entries as they stand in the file. */
export type Entries = Record<string, unknown>;

/** Something that was not typed and had to be taken; worded at the edge. */
export interface Assumption {
  code: 'schedule' | 'fitting' | 'bore' | 'rated' | 'coefficient' | 'decimal-comma';
  values: Readonly<Record<string, string>>;
}

/** What a short form does not understand: the piece of text, for the person to see, and what may have been meant. */
export interface ShortFormProblem {
  piece: string;
  reason:
    | 'not-understood'
    | 'no-unit'
    | 'wrong-unit'
    | 'no-length'
    | 'no-bore'
    | 'empty'
    | 'two-readings'
    | 'unknown-name'
    | 'text-too-long'
    | 'twice';
  /** an example that would be right */
  expected: string;
  /** words or lines that may have been meant, the likeliest first */
  meant: readonly string[];
  /** the first that is meant is what the study is written in */
  isAsAbove?: boolean;
}

export type ShortFormReading =
  { ok: true; entries: Entries; assumed: readonly Assumption[] } | { ok: false; problem: ShortFormProblem };

/** Names that the study has, so that a word can be held against them. */
export interface ShortFormNames {
  pumps?: readonly string[];
  valves?: readonly string[];
  /** units that the study is written in, the commonest first: proposed where one lacks */
  units?: readonly string[];
}

/** What is being read into: the entries so far, what was assumed, and which of them this line has typed. */
export interface Draft {
  entries: Entries;
  assumed: Assumption[];
  typed: Set<string>;
  names: ShortFormNames;
}

/** Takes a piece at the cursor into the draft; false (and the cursor back) when it is none. */
export type Piece = (at: Cursor, draft: Draft) => boolean;

export interface ShortForm {
  write: (e: Readonly<Entries>) => string;
  pieces: readonly Piece[];
  /** words that are understood, for a near miss */
  vocabulary: readonly string[];
  example: string;
  /** entries that a new line replaces as a whole: those that it shows */
  clears?: readonly string[] | ((before: Readonly<Entries>) => readonly string[]);
  /** what is still lacking when everything was read, or what has to be settled */
  finish?: (draft: Draft) => Pick<ShortFormProblem, 'piece' | 'reason'> | undefined;
}

const LONGEST_LINE = 2000;
const SEPARATORS = /(?:[\s,;·+&]|and\s|with\s)+/iy;
const NUMBER = /[+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+)(?:[eE][+-]?\d+)?/y;
const UNIT = /[^\s\d,;·][^\s,;]*/y;

/** A place in a typed line. */
class Cursor {
  at = 0;
  constructor(readonly text: string) {}

  get done(): boolean {
    return this.at >= this.text.length;
  }

  /** what a sticky pattern finds here, taken; undefined when it does not fit */
  take(wanted: RegExp | Phrase): RegExpExecArray | undefined {
    const pattern = wanted instanceof Phrase ? wanted.at(this.text, this.at) : wanted;
    if (!pattern) return undefined;
    pattern.lastIndex = this.at;
    const found = pattern.exec(this.text);
    if (!found) return undefined;
    this.at += found[0].length;
    return found;
  }

  blanks(): void {
    this.take(/\s*/y);
  }

  separators(): void {
    this.take(SEPARATORS);
  }

  /** a plain number; a comma inside it is a decimal one */
  number(): string | undefined {
    return this.take(NUMBER)?.[0].replace(',', '.');
  }

  /** a number with a unit of a dimension, as the file has it: `120m` → `120 m` */
  quantity(dimension: Dimension, but: readonly string[] = []): string | undefined {
    const back = this.at;
    const number = this.number();
    this.blanks();
    const unit = number === undefined ? undefined : this.unit(dimension);
    if (unit !== undefined && !but.includes(unit)) return `${number} ${unit}`;
    this.at = back;
    return undefined;
  }

  /** the longest unit that fits, whatever follows it without a blank (`120m,`) */
  private unit(dimension: Dimension): string | undefined {
    const back = this.at;
    const word = this.take(UNIT)?.[0];
    if (word === undefined) return undefined;
    for (const unit of [word, word.replace(/[.)]+$/, (end) => (end.startsWith(')') ? ')' : ''))]) {
      if (unit === '' || !isQuantity(readQuantity(`1 ${unit}`, dimension))) continue;
      this.at = back + unit.length;
      return unit;
    }
    this.at = back;
    return undefined;
  }

  /** the text from here to the next comma, for a message */
  chunk(): string {
    return (/[^,;·]*/.exec(this.text.slice(this.at))?.[0] ?? '').trim();
  }
}

/**
 * A pattern with words in it, sticky, without regard to case, ending where a word ends. Where letters end is asked of a text that has the
 * words at all: a pattern that knows the letters of every script takes a hundred times as long to make, and most are never asked.
 */
export class Phrase {
  private readonly begins: RegExp;
  private made: RegExp | undefined;

  /** @param behind pattern of what goes with it */
  constructor(
    private readonly source: string,
    private readonly behind = '',
  ) {
    this.begins = new RegExp(`(?:${source})`, 'iy');
  }

  /** what finds it in a text at a place; undefined where not even its words stand there */
  at(text: string, place: number): RegExp | undefined {
    this.begins.lastIndex = place;
    if (!this.begins.test(text)) return undefined;
    return (this.made ??= new RegExp(`(?:${this.source})(?![\\p{L}\\p{N}])${this.behind}`, 'iyu'));
  }
}

/** words before what they are about: `length = 20 m` */
export function words(source: string): Phrase {
  let phrase = phrases.get(source);
  if (!phrase) phrases.set(source, (phrase = new Phrase(source, '\\s*[=:]?\\s*')));
  return phrase;
}

const phrases = new Map<string, Phrase>();

function attempt(at: Cursor, run: () => boolean): boolean {
  const back = at.at;
  if (run()) return true;
  at.at = back;
  return false;
}

/** Sets an entry; one that this line has typed already is not written over. */
export function put(draft: Draft, key: string, value: unknown): boolean {
  if (draft.typed.has(key)) return false;
  draft.typed.add(key);
  draft.entries[key] = value;
  return true;
}

/** `word quantity`, the word required or not, and further entries that go with it */
export const quantityPiece =
  (key: string, dimension: Dimension, word?: string, more: Entries = {}, isNeeded = false, but: readonly string[] = []): Piece =>
  (at, draft) =>
    attempt(at, () => {
      const led = word === undefined ? undefined : at.take(words(word));
      if (isNeeded && !led) return false;
      const found = at.quantity(dimension, but);
      return found !== undefined && put(draft, key, found) && putAll(draft, more);
    });

function putAll(draft: Draft, more: Entries): true {
  for (const [k, v] of Object.entries(more)) draft.entries[k] = v;
  return true;
}

/** `word number`, a percentage where the entry is a share */
export const numberPiece =
  (key: string, word: string, more: Entries = {}, isShare = false): Piece =>
  (at, draft) =>
    attempt(at, () => {
      if (!at.take(words(word))) return false;
      const typed = at.number();
      if (typed === undefined) return false;
      const percent = isShare && at.take(/\s*%/y);
      return put(draft, key, percent ? shareOf(typed) : Number(typed)) && putAll(draft, more);
    });

/** `35` of a hundred, without the noise of a division */
export const shareOf = (percent: string): number => Number((Number(percent) / 100).toPrecision(12));

/** a word that stands for an entry */
export const wordPiece =
  (word: string, key: string, value: unknown, more: Entries = {}): Piece =>
  (at, draft) =>
    attempt(at, () => at.take(words(word)) !== undefined && put(draft, key, value) && putAll(draft, more));

/** an entry of the study named by its id; any word when the study's names are not known */
export const namePiece =
  (key: 'pump' | 'valve', list: 'pumps' | 'valves', more: Entries = {}): Piece =>
  (at, draft) =>
    attempt(at, () => {
      const name = at.take(/[\p{L}\p{N}_][\p{L}\p{N}_\-/]*/uy)?.[0];
      const known = draft.names[list];
      if (name === undefined || (known && !known.includes(name))) return false;
      return put(draft, key, name) && putAll(draft, more);
    });

/** Reads a line by the pieces of a kind over the entries that a thing has. */
export function readLine(
  form: ShortForm,
  written: string,
  before: Readonly<Entries>,
  names: ShortFormNames,
  marks?: TypedMarks,
): ShortFormReading {
  const typed = plainSigns(written);
  const refuse = (piece: string, reason: ShortFormProblem['reason'], meant: readonly string[] = []): ShortFormReading => ({
    ok: false,
    problem: { piece, reason, expected: form.example, meant },
  });
  if (typed.length > LONGEST_LINE) return refuse(`${typed.slice(0, 40)}…`, 'text-too-long');
  if (typed.trim() === '') return refuse('', 'empty');
  const doubt = doubtfulMark(typed, marks);
  if (doubt) return refuse(typed.trim(), 'two-readings', doubt);
  const draft: Draft = { entries: { ...before }, assumed: [], typed: new Set(), names };
  const { clears = [] } = form;
  for (const key of typeof clears === 'function' ? clears(before) : clears) delete draft.entries[key];
  const at = new Cursor(typed.trim());
  for (at.separators(); !at.done; at.separators()) {
    if (form.pieces.some((piece) => piece(at, draft))) continue;
    const unit = lackingUnit(form, at, draft);
    if (unit) {
      const { piece, reason, fits } = unit;
      return {
        ok: false,
        problem: { piece, reason, expected: form.example, meant: fits, isAsAbove: names.units?.includes(fits[0]!) === true },
      };
    }
    return refuse(at.chunk(), 'not-understood', nearest(at.chunk(), [...form.vocabulary, ...namesOf(names)]));
  }
  const lacking = form.finish?.(draft);
  if (lacking) return refuse(lacking.piece, lacking.reason);
  return { ok: true, entries: draft.entries, assumed: draft.assumed };
}

/** proposed where a unit lacks, as far as they fit; those that are read alike stand once */
const PROPOSED = [
  'm3/h',
  'L/s',
  'gpm',
  'm',
  'ft',
  'mm',
  'in',
  'bar',
  'kPa',
  'psi',
  'bar(g)',
  'kPa(g)',
  'psi(g)',
  'kW',
  'hp',
  'rpm',
  'm3/h/m',
  'gpm/ft',
];
/** so many are proposed */
const MOST_UNITS = 4;
/** a word or two, and a number, with what may stand for its unit */
// words end where a sign, a blank or the number stands: letters that could be parted anywhere would take the square of their count
const LED_NUMBER =
  /((?:\p{L}[\p{L}.]*(?:\s*[=:]\s*|\s+|(?=[+-]?\d))){0,3})([+-]?\d+(?:[.,]\d+)?)(\s*)([^\s\d,;·]\S*?)?(?=[\s,;·]|$)/uy;

/** A number here that would be understood with a unit of its own, or with another than it has. */
function lackingUnit(form: ShortForm, at: Cursor, draft: Draft): { piece: string; reason: 'no-unit' | 'wrong-unit'; fits: string[] } | undefined {
  LED_NUMBER.lastIndex = at.at;
  const found = LED_NUMBER.exec(at.text);
  if (!found) return undefined;
  const [, led = '', number = '', , token] = found;
  const bare = `${led}${number}`;
  // read by itself, as far as it goes: what stands behind it is another matter
  const read = (text: string, isWhole: boolean): string | undefined => {
    for (const piece of form.pieces) {
      const alone = new Cursor(text);
      const own = new Set(draft.typed);
      if (!piece(alone, { ...draft, entries: { ...draft.entries }, assumed: [], typed: own }) || (isWhole && !alone.done)) continue;
      return [...own].filter((key) => !draft.typed.has(key)).join();
    }
    return undefined;
  };
  const candidates = [...new Set([...(draft.names.units ?? []), ...PROPOSED])].map((unit) => ({ unit, key: read(`${bare} ${unit}`, true) }));
  const key = PROPOSED.map((unit) => candidates.find((c) => c.unit === unit)?.key).find((k) => k !== undefined);
  const units = candidates.filter((c) => c.key !== undefined && c.key === key).map((c) => c.unit).slice(0, MOST_UNITS);
  if (units.length === 0) return undefined;
  // what stands behind it may begin another piece: `120 DN150`
  const isOther = token !== undefined && !isUnit(token) && read(at.text.slice(at.at + found[0].length - token.length), false) !== undefined;
  if (token === undefined || isOther) return { piece: bare.trim(), reason: 'no-unit', fits: units };
  return led !== '' || isUnit(token) ? { piece: found[0].trim(), reason: 'wrong-unit', fits: units } : undefined;
} // prettier-ignore

const namesOf = (names: ShortFormNames): string[] => [...(names.pumps ?? []), ...(names.valves ?? [])];

/** a comma, or the person's point, before exactly three digits and a unit may be either mark; one with a blank behind it parts pieces */
function doubtfulMark(typed: string, marks?: TypedMarks): readonly string[] | undefined {
  for (const found of typed.matchAll(/(?<![\p{L}\d.,])\d{1,3}[.,]\d{3}(?![\d.,])\s?([^\s\d,;]*)/gu)) {
    const unit = found[1]!;
    if (unit === '' || !isUnit(unit)) continue;
    const read = readCommas(found[0], marks);
    if ('readings' in read) return read.readings.map((r) => typed.trim().replace(found[0], r));
  }
  return undefined;
}

function isUnit(symbol: string): boolean {
  return (Object.keys(UNITS) as Dimension[]).some((d) => isQuantity(readQuantity(`1 ${symbol}`, d)));
}

/** Words near to a piece by the letters that would have to change, the nearest first; at most three. */
export function nearest(piece: string, vocabulary: readonly string[]): string[] {
  const wanted = piece
    .toLowerCase()
    .replace(/^[\d\s.,x×]+/, '')
    .slice(0, 40);
  if (wanted.length < 2) return [];
  const heads = [wanted, wanted.split(/\s+/)[0]!].flatMap((h) => [h, h.replace(/s$/, '')]);
  return [...new Set(vocabulary)]
    .map((word) => ({ word, off: Math.min(...heads.map((h) => distance(h, word.toLowerCase()))) }))
    .filter(({ word, off }) => off <= Math.max(1, Math.floor(word.length / 3)))
    .sort((a, b) => a.off - b.off || a.word.length - b.word.length)
    .slice(0, 3)
    .map((x) => x.word);
}

/** letters to put in, take out, change or swap; Damerau 1964, Levenshtein 1966 */
function distance(a: string, b: string): number {
  let older: number[] = [];
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      row[j] = Math.min(before[j]! + 1, row[j - 1]! + 1, before[j - 1]! + (same ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) row[j] = Math.min(row[j]!, older[j - 2]! + 1);
    }
    older = before;
    before = row;
  }
  return before[b.length]!;
}

/** an entry as it is written in a line; a question mark where it lacks */
export const shown = (x: unknown): string => (x === undefined ? '?' : String(x));
export const joined = (...parts: string[]): string => parts.filter((p) => p !== '').join(', ');
