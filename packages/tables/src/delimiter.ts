/* What parts the cells of a text. */

export const DELIMITERS = [';', '\t', '|', ','] as const;
export type Delimiter = (typeof DELIMITERS)[number];

/** rows that are looked at, and the share of them that has to have what parts cells: titles have none */
const MOST_LOOKED_AT = 60;
const SHARE = 0.4;

/** What parts the cells of a text: what most of its rows have; a comma last, for it may be a decimal sign. */
export function delimiterOf(text: string): Delimiter {
  const rows = text.split(/\r?\n/).filter((l) => l.trim() !== '').slice(0, MOST_LOOKED_AT).map((l) => l.replace(/"[^"]*"/g, '')); // prettier-ignore
  // a semicolon, a tab or a bar is no part of a number
  return DELIMITERS.find((d) => rows.length > 0 && rows.filter((r) => r.includes(d)).length >= SHARE * rows.length) ?? ',';
}
