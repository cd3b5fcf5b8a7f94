import { filtersOf, isQuantity, readQuantity, type ColumnFilter, type PumpFilter } from '@cedar-knot/core';
import { UsageError } from './arguments.js';

/* `--type`, `--frequency`, `--max-speed` …: an option for each column of the catalogue by which pumps can be narrowed. */

const optionOf = (key: string): string => key.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

/** `[--type …] [--frequency 50]` */
export const filterUsage = (): string => filtersOf('pumps').map(({ filter }) => `[--${optionOf(filter.key)} ${exampleOf(filter)}]`).join(' '); // prettier-ignore

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
    throw new UsageError(`--${optionOf(key)}`, `There is no ${key} "${text}"; there are: ${words.join(', ')}.`);
  return text;
}

function number(filter: ColumnFilter, text: string): number {
  const { key, dimension, usual, range: [least, most] = [-Infinity, Infinity] } = filter;
  const isBare = /^[\d.]+$/.test(text.trim());
  const read = dimension === undefined ? undefined : readQuantity(isBare ? `${text} ${usual}` : text, dimension);
  const si = read === undefined ? (isBare ? Number(text) : NaN) : isQuantity(read) ? read.si : NaN;
  if (!(si >= least && si <= most)) {
    const option = `--${optionOf(key)}`;
    throw new UsageError(option, `"${text}" is no ${dimension ?? 'number'} for ${option}; write ${option} ${exampleOf(filter)}.`);
  }
  return si;
}

function exampleOf({ value, is, dimension, usual, said }: ColumnFilter): string {
  if (value === 'word') return '…';
  if (dimension === undefined || said) return Object.keys(said ?? { 100: '' })[0]!;
  return is === 'least' ? `"50 ${usual}"` : `"3000 ${usual}"`;
}
