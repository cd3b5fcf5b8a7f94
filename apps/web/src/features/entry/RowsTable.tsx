import { displayUnit, splitNumber, unitIn, type Field, type RawEntry, type UnitSystem } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { readTable } from '../../state/table.js';
import { Plus, X } from 'lucide-react';
import { useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { tableProblem, type TableField } from '../../state/equipment.js';
import { readEntry } from '../../state/entry.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

/** A table of a curve or of properties: cells typed with or without unit, arrows between them, blocks pasted from a spreadsheet. */
export function RowsTable({
  label,
  field: list,
  rows,
  onRows,
}: {
  label: string;
  field: TableField;
  rows: readonly RawEntry[];
  onRows: (rows: RawEntry[]) => void;
}) {
  const display = useDisplay();
  const { problem, columns, unitOf, put, take, paste } = useRows(list, rows, onRows, display.system);
  const move = (event: KeyboardEvent<HTMLInputElement>, i: number, column: number): void => {
    const step = { ArrowDown: 1, ArrowUp: -1, Enter: 1 }[event.key];
    if (step === undefined) return;
    const table = event.currentTarget.closest('table');
    table?.querySelector<HTMLInputElement>(`[data-cell="${i + step}-${column}"]`)?.focus();
    event.preventDefault();
  };
  return (
    <div className="flex flex-col gap-1">
      <table className="w-max text-[12px]" aria-label={label}>
        <thead>
          <tr className="text-inkq h-[20px] text-right">
            {columns.map(([key, f]) => (
              <th key={key} className="pr-1.5 font-normal whitespace-nowrap">
                {heading(said(f.label ?? key))}{' '}
                {f.type === 'quantity' ? unitOf(key, f) : f.type === 'number' && f.percent ? '0…1' : ''}
              </th>
            ))}
            <td className="w-[22px]" />
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {columns.map(([key, f], c) => (
                <td key={key} className="pr-1 pb-0.5">
                  <input
                    key={String(row[key])}
                    data-cell={`${i}-${c}`}
                    aria-label={msg('view.entry.row', { label: said(f.label ?? key), i: i + 1 })}
                    defaultValue={plain(row[key], unitOf(key, f))}
                    onFocus={(e) => e.target.select()}
                    onBlur={(e) => {
                      if (e.target.value !== plain(row[key], unitOf(key, f))) take(i, key, f, e.target.value);
                    }}
                    onPaste={(e) => paste(e, i, c)}
                    onKeyDown={(e) => move(e, i, c)}
                    className="border-edge bg-panel h-[22px] w-[92px] rounded-[3px] border px-1.5 text-right"
                  />
                </td>
              ))}
              <td>
                <button
                  type="button"
                  aria-label={msg('view.entry.removeRow', { i: i + 1 })}
                  onClick={() => put(rows.filter((_, k) => k !== i))}
                  className="text-inkq flex h-[22px] w-[22px] items-center justify-center"
                >
                  <X size={12} aria-hidden="true" />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex items-center gap-3">
        <button
          type="button"
          onClick={() => put(withFurther(rows, columns, unitOf))}
          className="text-cedar flex items-center gap-1 text-[12px] hover:underline"
        >
          <Plus size={12} aria-hidden="true" /> {msg('view.entry.addARow')}
        </button>
        <span className={`text-[12px] ${problem ? 'text-fails' : 'text-inkq'}`} role={problem ? 'alert' : undefined}>
          {problem ? `▲ ${problem}` : msg('view.entry.pasteABlockFromA')}
        </span>
      </div>
    </div>
  );
}

/** rows as they are typed and pasted: what cannot be read stays out and is said */
function useRows(list: TableField, rows: readonly RawEntry[], onRows: (rows: RawEntry[]) => void, system: UnitSystem) {
  const [problem, setProblem] = useState<string | null>(null);
  const columns = Object.entries(list.of).filter(
    ([key, f]) => f.required || rows.some((r) => r[key] !== undefined) || COMMON.has(key),
  );
  const unitOf = (key: string, field: Field): string => {
    const typed = rows.map((r) => r[key]).find((v) => typeof v === 'string');
    return unitIn(typed) || (field.type === 'quantity' ? displayUnit(field.dimension, system).symbol : '');
  };
  const put = (next: RawEntry[]): void => {
    const wrong = tableProblem(next, list);
    setProblem(wrong);
    if (!wrong) onRows(next);
  };
  const read = (typed: string, key: string, field: Field) => readEntry(typed, field, `1 ${unitOf(key, field)}`, system);
  const take = (i: number, key: string, field: Field, typed: string): boolean => {
    const row = rows[i]!;
    if (typed.trim() === '') {
      const { [key]: _gone, ...rest } = row;
      put(rows.map((r, k) => (k === i ? rest : r)));
      return true;
    }
    const reading = read(typed, key, field);
    if (!reading.ok) {
      setProblem(reading.message);
      return false;
    }
    put(rows.map((r, k) => (k === i ? { ...row, [key]: reading.value } : r)));
    return true;
  };
  const paste = (event: ClipboardEvent<HTMLInputElement>, i: number, column: number): void => {
    const text = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
    if (!/[\t\n]/.test(text)) return;
    event.preventDefault();
    const next = rows.map((r) => ({ ...r }));
    const refused: string[] = [];
    readTable(text).forEach((line, r) =>
      line.forEach((typed, c) => {
        const at = columns[column + c];
        if (!at || typed.trim() === '') return;
        const reading = read(typed.trim(), at[0], at[1]);
        if (!reading.ok) return void refused.push(msg('view.entry.row2', { i: i + r + 1, message: reading.message }));
        while (next.length <= i + r) next.push({});
        next[i + r]![at[0]] = reading.value;
      }),
    );
    put(next);
    if (refused.length > 0)
      setProblem(
        msg('view.entry.notAccepted', {
          refused: refused.slice(0, 2).join('; '),
          value: refused.length > 2 ? msg('view.entry.andMore', { count: refused.length - 2 }) : '',
        }),
      );
  };
  return { problem, columns, unitOf, put, take, paste };
}

/** a label in running text; NPSHR and Kv stay as they are */
function heading(label: string): string {
  return /[A-Z].*[A-Z]|^Kv$/.test(label) ? label : label.toLowerCase();
}

/** columns that are shown though no row has them yet */
const COMMON = new Set(['efficiency', 'npshr']);

/** a number alone where its unit stands over the column */
function plain(typed: unknown, unit: string): string {
  if (typed === undefined) return '';
  const text = String(typed);
  return unit !== '' && text.endsWith(` ${unit}`) ? text.slice(0, -unit.length - 1) : text;
}

type Columns = readonly (readonly [string, Field])[];

/** a row more: a tenth beyond the last one, or between the last two where the first column has come to its end */
function withFurther(rows: readonly RawEntry[], columns: Columns, unitOf: (key: string, f: Field) => string): RawEntry[] {
  const last = rows.at(-1) ?? {};
  const before = rows.at(-2);
  const [key, field] = columns[0]!;
  const isFull = field.type === 'number' && Number(last[key]) >= field.max;
  if (before && isFull) return [...rows.slice(0, -1), between(before, last), last];
  return [...rows, further(last, columns, unitOf)];
}

function between(a: RawEntry, b: RawEntry): RawEntry {
  const half = ([key, v]: [string, unknown]): [string, unknown][] => {
    const other = b[key];
    return typeof v === 'number' && typeof other === 'number' ? [[key, Number(((v + other) / 2).toPrecision(4))]] : [];
  };
  return Object.fromEntries(Object.entries(a).flatMap(half));
}

/** a tenth further along in the first column, the rest as it was */
function further(last: RawEntry, columns: Columns, unitOf: (key: string, f: Field) => string): RawEntry {
  return Object.fromEntries(
    columns.flatMap(([key, f], i) => {
      const v = last[key];
      if (v === undefined) return [];
      if (i > 0) return [[key, v]];
      const x = typeof v === 'number' ? v : (splitNumber(String(v))?.number ?? 0);
      const next = Number((x > 0 ? x * 1.1 : x + 1).toPrecision(4));
      return [[key, f.type === 'quantity' ? `${next} ${unitOf(key, f)}` : Math.min(1, next)]];
    }),
  );
}
