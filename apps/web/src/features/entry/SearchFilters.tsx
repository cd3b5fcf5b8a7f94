import { filtersOf, type ModelHead, type PumpFilter } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { useMemo } from 'react';
import { facetsOf, saidValue } from '../../state/catalogueList.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** What pumps are narrowed by beside a search: a choice for each filter that is asked for often. */
export function SearchFilters({
  heads,
  filter,
  onFilter,
}: {
  heads: readonly ModelHead[];
  filter: PumpFilter;
  onFilter: (filter: PumpFilter) => void;
}) {
  const facets = useMemo(() => facetsOf('pumps', heads), [heads]);
  const given = filter as Readonly<Record<string, string | number | undefined>>;
  const put = (key: string, value: string | number | undefined): void => {
    const { [key]: _was, ...rest } = given;
    onFilter(value === undefined ? rest : { ...rest, [key]: value });
  };
  return filtersOf('pumps')
    .filter((c) => c.filter.isCommon)
    .map(({ filter: f }) => {
      const value = given[f.key];
      const there = (facets[f.key] ?? []).map((x) => x.value);
      // what is always offered, and what stands in the catalogue
      const values = [...new Set([...Object.keys(f.said ?? {}), ...(f.words ?? there)])];
      return (
        <Select
          key={f.key}
          label={capital(said(f.name))}
          value={value === undefined ? undefined : String(value)}
          none={msg('view.entry.any', { f: said(f.name) })}
          options={values.map((v) => [v, saidValue(f, v)])}
          onChange={(v) => put(f.key, v === undefined || f.value === 'word' ? v : Number(v))}
        />
      );
    });
}

const capital = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`;
