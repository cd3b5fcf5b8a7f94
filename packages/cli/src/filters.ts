import { filtersOf, isQuantity, readQuantity, type ColumnFilter, type PumpFilter } from '@cedar-knot/core';
import { UsageError } from './arguments.js';
import { msg } from './words.js';

/* `--type`, `--frequency`, `--max-speed` …: an option for each column of the catalogue by which pumps can be narrowed. */

const optionOf = (key: string): string => key.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

/** `[--type …] [--frequency 50]` */
export const filterUsage = (): string => filtersOf('pumps').map(({ filter }) => `[--${optionOf(filter.key)} ${filter.example ?? '…'}]`).join(' '); // prettier-ignore

/** What is asked of the pumps of a catalogue, SI; what no option names is not asked. */
export function readFilters(options: ReadonlyMap<string, string>): PumpFilter {
  const given = filtersOf('pumps').flatMap(({ filter }): [string, string | number][] => {
    const text = options.get(optionOf(filter.key));
    return text === undefined ? [] : [[filter.key, filter.value === 'word' ? word(filter, text) : number(filter, text)]];
  });
  return Object.fromEntries(given);
}

function word({ key, words }: ColumnFilter, text: string): string {
  if (words !== undefined && !words.includes(text))
    throw new UsageError(`--${optionOf(key)}`, msg('cli.unknownExpectedOneOf', { key, text, words: words.join(', ') }));
  return text;
}

function number(filter: ColumnFilter, text: string): number {
  const { key, dimension, usual, example, numbers, range: [least, most] = [-Infinity, Infinity] } = filter;
  const option = `--${optionOf(key)}`;
  const isBare = /^[\d.]+$/.test(text.trim());
  const read = dimension === undefined ? undefined : readQuantity(isBare ? `${text} ${usual}` : text, dimension);
  const si = read === undefined ? (isBare ? Number(text) : NaN) : isQuantity(read) ? read.si : NaN;
  if (Number.isNaN(si))
    throw new UsageError(
      option,
      msg('cli.isNotAExpected2', { text, dimension: dimension ?? 'number', option, example: String(example) }),
    );
  if (numbers && !numbers.includes(si))
    throw new UsageError(option, msg('cli.isNot', { option, numbers: numbers.join(' or '), text }));
  if (si < least || si > most)
    throw new UsageError(
      option,
      msg('cli.isToNot', { option, least, most, value: usual === undefined ? '' : ` ${usual}`, text }),
    );
  return si;
}
