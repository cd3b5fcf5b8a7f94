import { useRef, useState, type RefObject } from 'react';
import { useStudy } from '../context.js';
import { cellOperations } from './sheetOperations.js';
import type { Editing } from './SheetRow.js';
import type { Column, SheetRow } from './sheetRows.js';

export interface SheetEditing {
  column: Column;
  editing: Editing | null;
  /** opens a cell, with a text or with what stands there */
  begin: (row: number, column: Column, text?: string) => void;
  /** makes a cell the chosen one */
  move: (row: number, column: Column) => void;
  /** takes what is being typed; false keeps the cell open with the reason under it */
  commit: () => boolean;
  cancel: () => void;
  type: (text: string) => void;
  /** does what was proposed in the place of what cannot be taken */
  takeWay: () => void;
  /** the cell lost the focus */
  leave: () => void;
}

/** The one cell of the sheet that is chosen or typed in. */
export function useSheetEditing(rows: readonly SheetRow[], grid: RefObject<HTMLDivElement | null>): SheetEditing {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const select = useStudy((s) => s.select);
  const change = useStudy((s) => s.change);
  const [column, setColumn] = useState<Column>('entry');
  const [editing, showEditing] = useState<Editing | null>(null);
  // taking a cell moves the focus, and losing the focus takes the cell: the second must see at once that it is done
  const open = useRef<Editing | null>(null);
  const setEditing = (next: Editing | null): void => {
    open.current = next;
    showEditing(next);
  };
  const close = (): void => {
    setEditing(null);
    grid.current?.focus();
  };
  const takeWay = (): boolean => {
    const way = open.current?.way;
    if (!way) return false;
    setEditing(null);
    change(way.label, way.operations);
    close();
    return true;
  };
  const commit = (): boolean => {
    const now = open.current;
    if (!now) return true;
    const row = rows[now.row]!;
    const text = now.text.trim();
    if (text !== row[now.column]) {
      const operations = cellOperations(study, active, row, now.column, text);
      if (!Array.isArray(operations)) {
        // the same once more takes the way that was shown
        if (now.way) return takeWay();
        setEditing({ ...now, ...(typeof operations === 'string' ? { problem: operations } : operations) });
        return false;
      }
      setEditing(null);
      if (change(`${row.id} ${now.column}`, operations) && now.column === 'id') select(text);
    }
    close();
    return true;
  };
  return {
    column,
    editing,
    commit,
    cancel: close,
    begin(index, col, text) {
      const row = rows[index];
      if (!row) return;
      select(row.id);
      setColumn(col);
      setEditing({ row: index, column: col, text: text ?? row[col], problem: null });
    },
    move(index, col) {
      const row = rows[Math.max(0, Math.min(rows.length - 1, index))];
      if (row) select(row.id);
      setColumn(col);
    },
    type: (text) => {
      if (!open.current) return;
      const { way: _, ...now } = open.current;
      setEditing({ ...now, text, problem: null });
    },
    takeWay: () => void takeWay(),
    leave: () => {
      if (open.current && !open.current.problem) commit();
    },
  };
}
