/* Numbers as people write them: no units, and nothing of the core. */

/** How a number is written: the sign before its decimals, and what parts its thousands. */
export interface NumberMarks {
  decimal: '.' | ',';
  group: string;
}

/** The ways of writing numbers, by the countries that they are usual in; the first by ISO 80000-1. */
export const NUMBER_MARKS = {
  iso: { decimal: '.', group: '\u202f' },
  en: { decimal: '.', group: ',' },
  de: { decimal: ',', group: '.' },
  fr: { decimal: ',', group: '\u202f' },
  ch: { decimal: '.', group: '’' },
} as const satisfies Readonly<Record<string, NumberMarks>>;

export type NumberStyle = keyof typeof NUMBER_MARKS;

export const isNumberStyle = (x: unknown): x is NumberStyle => typeof x === 'string' && Object.hasOwn(NUMBER_MARKS, x);

let marks: NumberMarks = NUMBER_MARKS.iso;

/** Numbers are written so from now on; nothing that is stored or sent is. */
export function writeNumbers(style: NumberStyle): void {
  marks = NUMBER_MARKS[style];
}

export const numberMarks = (): NumberMarks => marks;

/**
 * A number as JavaScript writes it, as the person does: `-1234.5` → `−1 234.5`.
 *
 * @param text what `String`, `toFixed` or `toExponential` gave
 * @param group what parts thousands; empty in tables, where figures stand below each other
 * @param from digits from which on thousands are parted: a speed of 2950 rpm is one word
 */
export function written(text: string, group = marks.group, from = 5): string {
  const [, sign, whole, decimals, rest] = /^(-?)(\d+)(?:\.(\d+))?(.*)$/.exec(text) ?? [];
  if (whole === undefined) return text;
  const grouped = whole.length < from ? whole : whole.replace(/\B(?=(\d{3})+(?!\d))/g, group);
  const exponent = rest!.replace('e+', 'e').replace('e-', 'e−');
  return `${sign === '-' ? '−' : ''}${grouped}${decimals === undefined ? '' : marks.decimal + decimals}${exponent}`;
}

/** A number with so many decimals. */
export const fixed = (x: number, decimals: number): string => (Number.isFinite(x) ? written(x.toFixed(decimals)) : '–');

/** A number of at most so many significant figures, without noughts at its end. */
export const rounded = (x: number, figures: number): string =>
  Number.isFinite(x) ? written(String(Number(x.toPrecision(figures)))) : '–';

/** An entry as it is kept, `12.5 m`, with the person's decimal sign. */
export const writtenEntryText = (entry: string): string =>
  marks.decimal === '.' ? entry : entry.replace(/^([+-]?\d*)\.(\d)/, `$1${marks.decimal}$2`);

/** A number with 3 to 4 significant figures, as results are shown. Example: 0.015277 → '0.0153', 1234.5 → '1 235' */
export function shortNumber(x: number, figures = 3): string {
  if (!Number.isFinite(x)) return '–';
  if (x === 0) return '0';
  const size = Math.abs(x);
  if (size >= 1e7 || size < 1e-4) return written(x.toExponential(2));
  // never fewer figures than the whole number has: 1 235, not 1 230
  const whole = Math.floor(Math.log10(Number(size.toPrecision(figures)))) + 1;
  return written(x.toFixed(Math.min(8, Math.max(0, figures - whole))), marks.group, 4);
}
