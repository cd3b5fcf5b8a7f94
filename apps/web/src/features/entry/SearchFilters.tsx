import { filtersOf, type Facets, type PumpFilter } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { saidValue } from '../../state/catalogueList.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** What pumps are narrowed by beside a search: a choice for each filter that is asked for often. */
export function SearchFilters({
  facets,
  filter,
  onFilter,
}: {
  /** what there is in the catalogue; undefined until that is known */
  facets: Facets | undefined;
  filter: PumpFilter;
  onFilter: (filter: PumpFilter) => void;
}) {
  const given = filter as Readonly<Record<string, string | number | undefined>>;
  const put = (key: string, value: string | number | undefined): void => {
    const { [key]: _was, ...rest } = given;
    onFilter(value === undefined ? rest : { ...rest, [key]: value });
  };
  return filtersOf('pumps')
    .filter((c) => c.filter.isCommon)
    .map(({ filter: f }) => {
      const value = given[f.key];
      const there = (facets?.[f.key] ?? []).map((x) => x.value);
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
