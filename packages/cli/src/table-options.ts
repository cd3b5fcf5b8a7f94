import { COLUMNS, MORE_COLUMNS, rowIn, type Mend, type TableOptions } from '@cedar-knot/core';
import { BookError, ENCODINGS, isEncoding, readBook, type Book } from '@cedar-knot/tables';
import { tableFileText } from '@cedar-knot/wording';
import { UsageError } from './arguments.js';
import { msg } from './words.js';

/* What a call says of a maker's table before it is read. */

export async function openBook(bytes: Uint8Array, options: ReadonlyMap<string, string>): Promise<Book> {
  const encoding = options.get('encoding')?.toLowerCase();
  const known = encoding === 'latin-1' || encoding === 'iso-8859-1' ? 'windows-1252' : encoding;
  if (known !== undefined && !isEncoding(known))
    throw new UsageError('--encoding', msg('cli.isNotEncoding', { typed: known, known: ENCODINGS.join(', ') }));
  try {
    return await readBook(bytes, { encoding: known });
  } catch (error) {
    if (error instanceof BookError) throw new UsageError('', tableFileText(error.fault, error.detail));
    throw error;
  }
}

/** what is said, where the file has the sheets that it names */
export function checkedSheets(book: Book, said: TableOptions): TableOptions {
  const names = book.sheets.map((s) => s.name);
  for (const name of said.sheets ?? [])
    if (!names.includes(name)) throw new UsageError('--sheet', msg('cli.noSuchSheet', { name, names: names.join(', ') }));
  return said;
}

const DECIMALS: Readonly<Record<string, '.' | ','>> = { point: '.', '.': '.', comma: ',', ',': ',' };

/** What the options say of a table. */
export function tableOptions(options: ReadonlyMap<string, string>): TableOptions {
  const oneOf = <T>(name: string, known: Readonly<Record<string, T>>, wrong: (typed: string) => string): T | undefined => {
    const typed = options.get(name);
    if (typed === undefined) return undefined;
    if (!Object.hasOwn(known, typed)) throw new UsageError(`--${name}`, wrong(typed));
    return known[typed];
  };
  const decimal = oneOf('decimal', DECIMALS, (typed) => msg('cli.isNotDecimal', { typed }));
  const layout = oneOf('layout', { each: 'each', first: 'first' } as const, (typed) => msg('cli.isNotLayout', { typed }));
  const hidden = oneOf('hidden', { read: true, skip: false }, (typed) => msg('cli.isNotHidden', { typed }));
  const sheets = options.get('sheet')?.split(';').map((t) => t.trim()).filter((t) => t !== ''); // prettier-ignore
  const map = options.get('map');
  const units = options.get('units');
  return {
    ...(decimal ? { decimal } : {}),
    ...(layout ? { layout } : {}),
    ...(hidden ? { hidden } : {}),
    ...(sheets ? { sheets } : {}),
    ...(map === undefined ? {} : { heads: readMap(map) }),
    ...(units === undefined ? {} : { units: readUnits(units) }),
  };
}

const known = (column: string): boolean =>
  Object.hasOwn(COLUMNS, column) || Object.values(MORE_COLUMNS).some((list) => list.some((c) => c.name === column));

/** `Förderleistung=flow [m3/h]; Bemerkung=-` */
function readMap(text: string): TableOptions['heads'] & object {
  const pairs = text.split(';').filter((t) => t.trim() !== '').map((pair) => {
    const [, head, column, unit] = /^\s*(.+?)\s*=\s*([\w-]+)\s*(?:\[\s*(.+?)\s*\])?\s*$/.exec(pair) ?? [];
    if (head === undefined || column === undefined) throw new UsageError('--map', msg('cli.isNotMap', { pair: pair.trim() }));
    if (column === '-') return [head, null] as const;
    if (!known(column)) throw new UsageError('--map', msg('cli.isNotColumn', { column, known: Object.keys(COLUMNS).join(', ') }));
    return [head, { column, ...(unit === undefined ? {} : { unit }) }] as const;
  }); // prettier-ignore
  return Object.fromEntries(pairs);
}

/** `flow=gpm; head=ft` */
function readUnits(text: string): Record<string, string> {
  const pairs = text.split(';').filter((t) => t.trim() !== '').map((pair) => {
    const [, column, unit] = /^\s*([\w-]+)\s*=\s*(\S.*?)\s*$/.exec(pair) ?? [];
    if (column === undefined || unit === undefined || !Object.hasOwn(COLUMNS, column))
      throw new UsageError('--units', msg('cli.isNotUnits', { pair: pair.trim() }));
    return [column, unit] as const;
  }); // prettier-ignore
  return Object.fromEntries(pairs);
}

const MENDS = '{ "12": { "do": "leave-out" }, "14": { "do": "read", "column": "flow", "as": "70.4" } }';

/** what is to be done about rows: `{ "12": { "do": "leave-out" }, "14": { "do": "read", "column": "flow", "as": "70.4" } }` */
export function readMends(text: string | undefined, book: Book, sheets: readonly string[] | undefined): Record<number, Mend> {
  if (text === undefined) return {};
  const wrong = (): UsageError => new UsageError('--mend', msg('cli.isNotMends', { example: MENDS }));
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw wrong();
  }
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) throw wrong();
  const read = book.sheets.filter((s) => sheets?.includes(s.name) ?? !s.isHidden).map((s) => s.name);
  const mends = Object.entries(raw as Record<string, Partial<Mend & { column: string; as: string }> | null>).map(
    ([place, mend]) => {
      // of a spreadsheet with several sheets: `Sheet!12`
      const [, sheet, line] = /^(?:(.*)!)?(\d+)$/.exec(place) ?? [];
      const at = sheet === undefined ? 0 : read.indexOf(sheet);
      const isRead = mend?.do === 'read' && Object.hasOwn(COLUMNS, String(mend.column)) && typeof mend.as === 'string';
      const isKnown = isRead || ['leave-out', 'leave-model', 'take-power', 'without'].includes(mend?.do ?? '');
      if (line === undefined || at < 0 || !isKnown) throw wrong();
      return [rowIn(at, Number(line)), mend as Mend] as const;
    },
  );
  return Object.fromEntries(mends);
}
