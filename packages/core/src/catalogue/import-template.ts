import type { TableOptions } from './table.js';

/** How the tables of a maker are read: what a person said of one of them, for the next. */
export interface ImportTemplate {
  maker: string;
  decimal?: '.' | ',';
  encoding?: string;
  layout?: 'each' | 'first';
  /** what heads mean; one without a column is left out */
  heads?: { header: string; column?: string; unit?: string }[];
  /** units of columns whose heads name none, or another */
  units?: { column: string; unit: string }[];
}

export interface KeptImportTemplate {
  id: string;
  savedAt: string;
  template: ImportTemplate;
}

/** What a template says of a table. */
export function optionsOfTemplate({ decimal, layout, heads, units }: ImportTemplate): TableOptions {
  const said = (heads ?? []).map(({ header, column, unit }) => [header, column === undefined ? null : { column, ...(unit === undefined ? {} : { unit }) }] as const); // prettier-ignore
  return {
    usual: {
      ...(decimal ? { decimal } : {}),
      ...(units?.length ? { units: Object.fromEntries(units.map((u) => [u.column, u.unit])) } : {}),
    },
    ...(layout ? { layout } : {}),
    ...(said.length > 0 ? { heads: Object.fromEntries(said) } : {}),
  };
}
