import type { UnitSystem } from '@cedar-knot/core';
import { shownUnits } from '../../state/units.js';
import { useRef, type ClipboardEvent, type KeyboardEvent, type RefObject } from 'react';
import { fillCells, type Input, type MatrixCell } from '../../state/inputs.js';
import { locate } from '../../state/address.js';
import { inDisplayUnit, readEntry } from '../../state/entry.js';
import { readTable } from '../../state/table.js';
import { useStudyStore } from '../context.js';
import { msg } from './words.js';

/** column of the value that all scenarios share */
const SHARED_COLUMN = -1;

interface Place {
  row: number;
  column: number;
}

/**
 * Keys of the matrix as in a spreadsheet: arrows between cells, a block pasted from the chosen cell on, copied cell by cell,
 * and one value filled across to the scenarios on the right.
 */
export function useMatrixKeys(rows: readonly Input[]): {
  table: RefObject<HTMLTableElement | null>;
  onKeyDown: (event: KeyboardEvent) => void;
  onPaste: (event: ClipboardEvent) => void;
  onCopy: (event: ClipboardEvent) => void;
} {
  const store = useStudyStore();
  const table = useRef<HTMLTableElement>(null);
  const placeOf = (target: EventTarget): Place | null => {
    const cell = (target as HTMLElement).closest<HTMLElement>('[data-column]');
    const row = rows.findIndex((r) => r.address === cell?.closest('tr')?.dataset.input);
    return cell && row >= 0 ? { row, column: Number(cell.dataset.column) } : null;
  };
  const focus = ({ row, column }: Place): void => {
    const tr = table.current?.querySelector(`tr[data-input="${rows[row]?.address ?? ''}"]`);
    tr?.querySelector<HTMLElement>(`[data-column="${column}"] :is(button, select, input)`)?.focus();
  };
  const last = (): number => store.getState().study.scenarios.length - 1;
  const scenarioAt = (column: number): string | null => store.getState().study.scenarios[column]?.id ?? null;

  const onKeyDown = (event: KeyboardEvent): void => {
    const place = placeOf(event.target);
    if (!place) return;
    const { row, column } = place;
    const isInput = event.target instanceof HTMLInputElement;
    const isSelect = event.target instanceof HTMLSelectElement;
    if (event.key === 'Enter' && event.shiftKey) {
      // the cell has taken what was typed by now; its value goes to every scenario on its right
      queueMicrotask(() => fillAcross(place));
    } else if (event.key === 'Enter' && isInput) {
      // the page has drawn the taken cell by then: what is typed next must not be lost
      queueMicrotask(() => focus({ row: Math.min(row + 1, rows.length - 1), column }));
    } else if (event.key === 'Escape' && isInput) {
      queueMicrotask(() => focus(place));
    } else if (isInput || event.ctrlKey || event.metaKey || event.altKey) return;
    else if (event.key === 'ArrowDown' && !isSelect) focus({ row: Math.min(row + 1, rows.length - 1), column });
    else if (event.key === 'ArrowUp' && !isSelect) focus({ row: Math.max(row - 1, 0), column });
    else if (event.key === 'ArrowRight') focus({ row, column: Math.min(column + 1, last()) });
    else if (event.key === 'ArrowLeft') focus({ row, column: Math.max(column - 1, SHARED_COLUMN) });
    else return;
    // else the key would press the cell that has the focus by now
    event.preventDefault();
  };

  const fillAcross = ({ row, column }: Place): void => {
    const { study, change } = store.getState();
    const input = rows[row]!;
    const from = study.scenarios[column];
    if (!from) return;
    const value = from.set?.[input.address];
    const cells = study.scenarios.slice(column + 1).map((s): MatrixCell => ({ input, scenario: s.id, value }));
    const operations = fillCells(study, cells);
    if (operations.length > 0) change(msg('view.scenarios.fillRight', { address: input.address }), operations);
  };

  const onPaste = (event: ClipboardEvent): void => {
    const place = placeOf(event.target);
    const text = event.clipboardData.getData('text/plain');
    if (!place || event.target instanceof HTMLInputElement || text.trim() === '') return;
    event.preventDefault();
    const { study, change, say } = store.getState();
    const cells: MatrixCell[] = [];
    const refused: string[] = [];
    readTable(text, '\t').forEach((line, r) =>
      line.forEach((typed, c) => {
        const input = rows[place.row + r];
        const column = place.column + c;
        if (!input || column > last()) return void refused.push(msg('view.scenarios.isOutsideTheMatrix', { typed }));
        const scenario = scenarioAt(column);
        if (typed.trim() === '') return void cells.push({ input, scenario, value: undefined });
        const shared = locate(study, input.id)?.entry[input.key];
        const read = readCell(typed, input, study.scenarios[column]?.set?.[input.address] ?? shared, shownUnits(study));
        if (read.ok) cells.push({ input, scenario, value: read.value });
        else refused.push(msg('view.scenarios.for', { typed, address: input.address, message: read.message }));
      }),
    );
    change(msg('view.scenarios.pasteCells', { count: cells.length }), fillCells(study, cells));
    if (refused.length > 0)
      say(
        msg('view.scenarios.notAccepted', {
          refused: refused.slice(0, 3).join('; '),
          value: refused.length > 3 ? msg('view.scenarios.andMore', { count: refused.length - 3 }) : '',
        }),
      );
  };

  const onCopy = (event: ClipboardEvent): void => {
    const place = placeOf(event.target);
    if (!place || event.target instanceof HTMLInputElement) return;
    const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-column]');
    const text = event.target instanceof HTMLSelectElement ? event.target.value : (cell?.textContent ?? '');
    event.clipboardData.setData('text/plain', text);
    event.preventDefault();
  };
  return { table, onKeyDown, onPaste, onCopy };
}

function readCell(
  typed: string,
  input: Input,
  before: unknown,
  system: UnitSystem,
): { ok: true; value: unknown } | { ok: false; message: string } {
  const text = typed.trim();
  if (input.field.type === 'boolean') {
    const yes = /^(yes|true|1|x)$/i.test(text);
    return yes || /^(no|false|0)$/i.test(text)
      ? { ok: true, value: yes }
      : { ok: false, message: msg('view.scenarios.expectedYesOrNo') };
  }
  if (input.field.type === 'choice')
    return input.field.values.includes(text)
      ? { ok: true, value: text }
      : { ok: false, message: msg('view.scenarios.expectedOneOf', { values: input.field.values.join(', ') }) };
  return readEntry(text, input.field, before ?? inDisplayUnit(input.field, system), system);
}
