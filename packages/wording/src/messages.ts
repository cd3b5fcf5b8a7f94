import { IntlMessageFormat } from 'intl-messageformat';
import type { Key, Parameters } from './keys.js';

export type { Key } from './keys.js';

/** what a message takes: nothing, or an object with what stands in its braces */
export type ValuesOf<K extends Key> = K extends keyof Parameters ? [values: Parameters[K]] : [];

/** Gives the words of the keys that begin with `P`. */
export type TextOf<P extends string> = <K extends Extract<Key, `${P}.${string}`>>(key: K, ...values: ValuesOf<K>) => string;

const LANGUAGE = 'en';

const messages = new Map<string, string>();
const compiled = new Map<string, IntlMessageFormat>();

/** Takes a part of the catalogue; what is loaded with a view brings its own. */
export function register(part: Readonly<Record<string, string>>): void {
  for (const [key, message] of Object.entries(part)) {
    messages.set(key, message);
    compiled.delete(key);
  }
}

/** most messages are plain text, and need no reading */
const PLAIN = /^[^{}'#<]*$/;

/**
 * The words of a key, in ICU MessageFormat.
 *
 * @throws Error when the part of the catalogue that holds the key was not registered
 */
export const text: TextOf<string> = (key, ...values) => {
  const message = messages.get(key);
  if (message === undefined) throw new RangeError(`messages: ${key}`);
  if (PLAIN.test(message)) return message;
  return String(formatOf(key, message).format(values[0]));
};

function formatOf(key: string, message: string): IntlMessageFormat {
  let format = compiled.get(key);
  if (!format) compiled.set(key, (format = new IntlMessageFormat(message, LANGUAGE, undefined, { ignoreTag: true })));
  return format;
}

/** Words as a code with what stands in its braces, which may be words in their turn: for who says them elsewhere, in a language of theirs. */
export interface Worded {
  readonly word: string;
  readonly values?: Readonly<Record<string, string | number | Worded>>;
}

type WordedValuesOf<K extends Key> = K extends keyof Parameters
  ? [values: Record<keyof Parameters[K], string | number | Worded>]
  : [];

/** Example: worded('server.notFound', { what: worded('server.study', { id }) }) */
export const worded = <K extends Key>(word: K, ...taken: WordedValuesOf<K>): Worded => {
  const [values] = taken as [Worded['values']?];
  return values ? { word, values } : { word };
};

/**
 * The text of words; what a person wrote is passed through.
 *
 * @throws Error when the part of the catalogue that holds them was not registered
 */
export function said(words: Worded | string): string {
  if (typeof words === 'string') return words;
  const values = Object.entries(words.values ?? {}).map(([name, value]) => [
    name,
    typeof value === 'object' ? said(value) : value,
  ]);
  // a code's values are held to it where it is written
  return (text as (key: string, values: object) => string)(words.word, Object.fromEntries(values) as object);
}
