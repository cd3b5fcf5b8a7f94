import type { WordCode, WordValues } from './codes.js';

/** What stands in the braces of a text: names and numbers as they are, or words in their turn. */
export type WordValue = string | number | Word;

/**
 * Something that a person reads, as a code: packages/wording has its text in each language. It is an object, so that no code can be
 * printed in place of its text.
 */
export interface Word {
  readonly word: WordCode;
  readonly values?: Readonly<Record<string, WordValue>>;
}

/** what a text takes: nothing, or an object with what stands in its braces */
type Taken<C extends WordCode> = C extends keyof WordValues ? [values: Record<WordValues[C], WordValue>] : [];

/** Example: word('quantity.layer-conductivity', { i: 2 }) */
export const word = <C extends WordCode>(code: C, ...taken: Taken<C>): Word => {
  const [values] = taken as [Readonly<Record<string, WordValue>>?];
  return values ? { word: code, values } : { word: code };
};
