import type { ReportContext } from './context.js';
import type { SheetEntries } from './data-sheets.js';
import type { Cell } from './document.js';
import { pumpEntries } from './pump-sheet.js';
import { ofKind } from './sheets.js';
import type { Shown } from './shown.js';
import { valveEntries } from './valve-sheet.js';
import { msg } from './words.js';

/* What a maker is asked for on a data sheet, and where it stands on the sheet that he fills in. */

/** What tells a sheet of this program: in the first hidden cells the format, the part and the thing. */
export const BOOK_MARK = { stem: 'cedar-knot data sheet', text: 'cedar-knot data sheet 1' } as const;

/** columns of the sheet; the first is hidden */
export const COLUMNS = { key: 1, item: 2, unit: 3, required: 4, catalogue: 5, answer: 6, remark: 7 } as const;

/** A row that a maker fills in. */
export interface AskedRow {
  key: string;
  label: string;
  shown: Shown | 'text';
  required: Cell;
  /** what the entry of the catalogue has, where one is chosen */
  catalogue: Cell;
  sense?: 'least' | 'most';
}

/** Data sheets of a study, pumps first: of what runs in a judged scenario. */
export const dataSheets = (c: ReportContext): SheetEntries[] =>
  [...ofKind(c, 'pump').map((e) => pumpEntries(c, e)), ...ofKind(c, 'control-valve').map((e) => valveEntries(c, e))].filter(
    (s) => s !== null,
  );

/** All that the maker is asked for, in the order of the sheet. */
export function askedOf({ general, compared }: SheetEntries): AskedRow[] {
  const asked = (key: string, label: string): AskedRow => ({ key, label, shown: 'text', required: null, catalogue: null });
  return [
    asked('offered-by', msg('report.offeredBy')),
    asked('offer', msg('report.offerNumber')),
    ...general.flatMap(([label, cell, key, shown = 'text' as const]): AskedRow[] =>
      key === undefined
        ? []
        : // the grade of the tests is asked for by the study, all else is the entry's
          [
            {
              key,
              label,
              shown,
              ...(key === 'grade' ? { required: cell ?? null, catalogue: null } : { required: null, catalogue: cell ?? null }),
            },
          ],
    ),
    ...compared.flatMap(({ key, label, shown, required = null, offered = null, sense }): AskedRow[] =>
      key === undefined ? [] : [{ key, label, shown, required, catalogue: offered, ...(sense ? { sense } : {}) }],
    ),
  ];
}
