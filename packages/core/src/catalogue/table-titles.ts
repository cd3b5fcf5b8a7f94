import { PUMP_TYPES } from '../document/fields.js';
import { labelOf, matchColumn, type ColumnName } from './columns.js';
import type { SheetCell } from './cells.js';
import type { Cells } from './table-curves.js';

/* What stands above the heads of a table: which pump it is, its diameter and speed. */

/** said of a whole curve, in a title or in a column */
const ABOUT: ReadonlySet<ColumnName> = new Set(['model', 'maker', 'family', 'type', 'size', 'speed', 'diameter', 'stages']);

const KIND_OF_THING = /^(?:pumpentyp|pump(?:e)?|pompe|bomba|pompa|modell?|modèle|modelo|modello|type|typ)\b[\s:.]*/iu;

/** A label without the word for what it labels: `Pump H5-31` → H5-31. */
export const bareName = (text: string): string => text.replace(KIND_OF_THING, '').trim() || text;

const filled = (cells: readonly SheetCell[]): { text: string; at: number }[] =>
  cells.map((c, at) => ({ text: c.text.trim(), at })).filter((c) => c.text !== '');

/** What a name and its value beside it say, added to what is known; whether they say anything. */
function take(about: Cells, name: string, value: string): boolean {
  const { column, more, unit, isAssumed } = matchColumn(name);
  const isType = column === 'type' && !(PUMP_TYPES as readonly string[]).includes(value.toLowerCase().replace(/[\s_]+/g, '-'));
  // a type that is none of ours is the maker's name of the pump
  const key = isType ? 'model' : column !== undefined && ABOUT.has(column) ? column : more !== undefined ? (`more:${more}` as const) : undefined; // prettier-ignore
  if (key === undefined || value === '') return false;
  const own = key === 'diameter' || key === 'speed' || key === 'stages' ? labelOf(value)[key] : undefined;
  about[key] ??= own ?? (unit && !isAssumed && BARE.test(value) ? `${value} ${unit}` : value);
  return true;
}

const BARE = /^[\d.,]+$/;

/** `Speed: 2950 rpm`, a name beside its value, and its unit beside that; what is left are labels. */
function pairsIn(row: readonly SheetCell[], about: Cells): string[] {
  const cells = filled(row);
  const left: string[] = [];
  for (let i = 0; i < cells.length; i++) {
    const { text } = cells[i]!;
    const [, name, value] = /^([^:=]{1,40}?)\s*[:=]\s*(.+)$/u.exec(text) ?? [];
    if (name !== undefined && take(about, name, value!)) continue;
    const [next, behind] = [cells[i + 1]?.text, cells[i + 2]?.text];
    const isPair = next !== undefined && matchColumn(next).column === undefined;
    const unit =
      isPair && BARE.test(next) && behind !== undefined && /^[^\d\s]{1,6}(?:\/\w+)?$/u.test(behind) ? ` ${behind}` : '';
    if (isPair && take(about, text.replace(/[:=]\s*$/, ''), `${next}${unit}`)) {
      i += unit === '' ? 1 : 2;
      continue;
    }
    left.push(text);
  }
  return left;
}

/** `Speed: 2950 rpm`, `n = 2950`, `Model H5-09`, a name beside its value, `Ø 209 mm`. */
export function aboutOfTitles(titles: readonly (readonly SheetCell[])[]): Cells {
  const about: Cells = {};
  for (const row of titles)
    for (const text of pairsIn(row, about)) {
      const { rest, ...said } = labelOf(text);
      for (const [key, v] of Object.entries(said)) about[key as 'speed'] ??= v;
      if (KIND_OF_THING.test(rest) && bareName(rest) !== rest && /\d/.test(rest)) about.model ??= bareName(rest);
    }
  return about;
}

/** What the row right above the heads says of the columns from one place to another; `name` is what is left of it. */
export function labelAt(titles: readonly (readonly SheetCell[])[], from: number, to: number): Cells & { name?: string } {
  const nearest = titles.findLast((r) => filled(r).length > 0 && pairsIn(r, {}).length > 0);
  const text = filled(nearest ?? []).filter((c) => c.at >= from && c.at < to).map((c) => c.text).join(' '); // prettier-ignore
  if (text === '') return {};
  const { rest, ...about } = labelOf(text);
  const name = bareName(rest);
  return { ...about, ...(name === '' || /[:=]/.test(name) ? {} : { name }) };
}

/** the only title of a table, where it may be a name */
export function titleName(titles: readonly (readonly SheetCell[])[]): string | undefined {
  const texts = titles.flatMap(filled).map((c) => c.text);
  const [only] = texts;
  // names of pumps have a number; what has none says what the table is
  return texts.length === 1 && only!.length <= 40 && /\d/.test(only!) && !/[:=]/.test(only!)
    ? bareName(labelOf(only!).rest) || undefined
    : undefined;
}

/** names that a program gives to a sheet */
const NO_NAME =
  /^(?:sheet|tabelle|feuil(?:le)?|hoja|foglio|arkusz|blad|planilha|folha|data|daten|table|curves?|kennlinien?)?[\s_-]*\d*$/iu;

export const sheetName = (name: string): string | undefined => (NO_NAME.test(name.trim()) ? undefined : name.trim());
