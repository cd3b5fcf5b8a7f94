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
