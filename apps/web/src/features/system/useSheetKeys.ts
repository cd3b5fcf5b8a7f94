import type { ClipboardEvent, KeyboardEvent, RefObject } from 'react';
import { lineActions, type LineAction } from '../../state/lineActions.js';
import { SHEET_KEYS } from '../../state/keys.js';
import { useStudy, useStudyStore } from '../context.js';
import { COLUMNS, type SheetRow } from './sheetRows.js';
import type { SheetEditing } from './useSheetEditing.js';

/** keys that rebuild the line, with Alt held; by place, since Alt writes other letters on some keyboards */
const REBUILDING: Readonly<Record<string, LineAction['key']>> = Object.fromEntries(SHEET_KEYS.map((k) => [k.code, k.action]));

/** Keys and clipboard of the sheet, as in a spreadsheet. */
export function useSheetKeys(
  rows: readonly SheetRow[],
  sheet: SheetEditing,
  quick: RefObject<HTMLInputElement | null>,
  onPasteRows: (text: string) => void,
): {
  onKeyDown: (event: KeyboardEvent) => void;
  onPaste: (event: ClipboardEvent) => void;
  onCopy: (event: ClipboardEvent) => void;
} {
  const store = useStudyStore();
  const selected = useStudy((s) => s.selected);
  const select = useStudy((s) => s.select);
  const at = rows.findIndex((r) => r.id === selected);
  const { column, editing } = sheet;

  const act = (key: LineAction['key']): void => {
    const id = rows[at]?.id;
    if (id === undefined) return;
    lineActions(store, id)
      .find((a) => a.key === key)
      ?.run();
  };
  /** true when the key was one of the sheet's */
  const choosing = (event: KeyboardEvent): boolean => {
    const c = COLUMNS.indexOf(column);
    const rebuilding = event.altKey ? REBUILDING[event.code] : undefined;
    const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
    if (rebuilding && at >= 0) act(rebuilding);
    else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) quick.current?.focus();
    else if (event.altKey) return false;
    else if (event.key === 'ArrowDown') sheet.move(at + 1, column);
    else if (event.key === 'ArrowUp') sheet.move(at - 1, column);
    else if (event.key === 'ArrowRight' && c < COLUMNS.length - 1) sheet.move(at, COLUMNS[c + 1]!);
    else if (event.key === 'ArrowLeft' && c > 0) sheet.move(at, COLUMNS[c - 1]!);
    else if ((event.key === 'Enter' || event.key === 'F2') && at >= 0) sheet.begin(at, column);
    else if (event.key === 'Delete' && at >= 0) act('remove');
    else if (event.key === 'Escape') select(null);
    else if (plain && event.key.length === 1 && /[\p{L}\p{N}.+-]/u.test(event.key) && at >= 0) sheet.begin(at, column, event.key);
    else return false;
    return true;
  };
  const typing = (event: KeyboardEvent): boolean => {
    const e = editing!;
    if (event.key === 'Escape') sheet.cancel();
    else if (event.key === 'Enter') {
      if (sheet.commit()) sheet.move(e.row + 1, e.column);
    } else if (event.key === 'Tab') {
      if (!sheet.commit()) return true;
      const c = COLUMNS.indexOf(e.column) + (event.shiftKey ? -1 : 1);
      const n = COLUMNS.length;
      sheet.move(c < 0 ? e.row - 1 : c >= n ? e.row + 1 : e.row, COLUMNS[(c + n) % n]!);
    } else return false;
    return true;
  };
  return {
    onKeyDown(event) {
      if (!(editing ? typing(event) : choosing(event))) return;
      event.preventDefault();
      event.stopPropagation();
    },
    onPaste(event) {
      const text = event.clipboardData.getData('text/plain');
      if (editing || text.trim() === '') return;
      event.preventDefault();
      // one cell goes into the chosen cell, a table becomes rows
      if (/[\t\n]/.test(text.trimEnd()) || at < 0) onPasteRows(text);
      else sheet.begin(at, column, text.trim());
    },
    onCopy(event) {
      const r = rows[at];
      if (editing || !r || !window.getSelection()?.isCollapsed) return;
      event.preventDefault();
      event.clipboardData.setData('text/plain', [r.kind, r.name, r.entry, r.outlet].join('\t'));
    },
  };
}
