import { readShortForm, type ElementResult, type Operation, type RawElement } from '@cedar-knot/core';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import {
  departures,
  freeId,
  ID_PREFIX,
  insertElement,
  locate,
  removeElement,
  setOwn,
  setSeen,
  setShared,
} from '../../state/address.js';
import { readTyped } from '../../ui/QuantityField.js';
import { GlyphIcon } from '../../ui/glyphs.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { shortFormText } from './shortFormText.js';
import { COLUMNS, seenEntries, sheetRows, type Column, type SheetRow } from './sheetRows.js';
import { QuickEntry } from './QuickEntry.js';

interface Editing {
  row: number;
  column: Column;
  text: string;
  problem: string | null;
}

/** One row an element, in flow order, typed in like a spreadsheet; results of the active scenario beside each. */
export function LineSheet() {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const selected = useStudy((s) => s.selected);
  const select = useStudy((s) => s.select);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const result = shown[active]?.outcome.result ?? null;
  const rows = sheetRows(study, active, result, (m) => `${display.number(m, 'length', 4)} ${display.unit('length')}`);
  const [column, setColumn] = useState<Column>('entry');
  const [editing, showEditing] = useState<Editing | null>(null);
  // taking a cell moves the focus, and losing the focus takes the cell: the second must see at once that it is done
  const open = useRef<Editing | null>(null);
  const setEditing = (next: Editing | null): void => {
    open.current = next;
    showEditing(next);
  };
  const grid = useRef<HTMLDivElement>(null);
  const { width } = useSize(grid);
  const template = width > 0 && width < NARROW_BELOW_PX ? NARROW : WIDE;
  const at = rows.findIndex((r) => r.id === selected);
  const scenario = study.scenarios.find((s) => s.id === active);
  const activeIndex = study.scenarios.findIndex((s) => s.id === active);

  const begin = (row: number, col: Column, text?: string): void => {
    const r = rows[row];
    if (!r) return;
    select(r.id);
    setColumn(col);
    setEditing({
      row,
      column: col,
      text: text ?? (col === 'name' ? r.name : col === 'entry' ? r.entry : r.outlet),
      problem: null,
    });
  };
  const move = (row: number, col: Column): void => {
    const r = rows[Math.max(0, Math.min(rows.length - 1, row))];
    if (r) select(r.id);
    setColumn(col);
  };
  /** takes what is being typed; false keeps the cell open with the reason under it */
  const commit = (): boolean => {
    const now = open.current;
    if (!now) return true;
    const r = rows[now.row]!;
    const text = now.text.trim();
    const done = (): true => {
      setEditing(null);
      grid.current?.focus();
      return true;
    };
    const before = now.column === 'name' ? r.name : now.column === 'entry' ? r.entry : r.outlet;
    if (text === before) return done();
    const operations = cellOperations(r, now.column, text);
    if (typeof operations === 'string') {
      setEditing({ ...now, problem: operations });
      return false;
    }
    setEditing(null);
    change(`${r.id} ${now.column}`, operations);
    return done();
  };

  const cellOperations = (r: SheetRow, col: Column, text: string): Operation[] | string => {
    if (col === 'name') return setShared(study, r.id, 'name', text === '' ? undefined : text);
    if (col === 'outlet') {
      const key = r.index >= 0 && locate(study, r.id)!.index >= 0 ? 'outletElevation' : 'elevation';
      if (text === '' && key === 'outletElevation') return setShared(study, r.id, key, undefined);
      const read = readTyped(text, 'length', r.outlet || '0 m');
      return read.ok ? setSeen(study, scenario, r.id, key, read.value) : read.message;
    }
    const seen = seenEntries(study, active, r.id);
    const reading = readShortForm(r.kind, text, seen);
    if (!reading.ok) return shortFormText(reading.problem);
    const keys = new Set([...Object.keys(seen), ...Object.keys(reading.entries)]);
    return [...keys].flatMap((key) => {
      if (JSON.stringify(seen[key]) === JSON.stringify(reading.entries[key])) return [];
      const own = Object.hasOwn(scenario?.set ?? {}, `${r.id}.${key}`);
      return own ? setOwn(study, active, r.id, key, reading.entries[key]) : setShared(study, r.id, key, reading.entries[key]);
    });
  };

  const keys = (event: KeyboardEvent): void => {
    if (editing) return editKeys(event);
    const c = COLUMNS.indexOf(column);
    const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
    if (event.key === 'ArrowDown') move(at + 1, column);
    else if (event.key === 'ArrowUp') move(at - 1, column);
    else if (event.key === 'ArrowRight' && c < 2) move(at, COLUMNS[c + 1]!);
    else if (event.key === 'ArrowLeft' && c > 0) move(at, COLUMNS[c - 1]!);
    else if ((event.key === 'Enter' || event.key === 'F2') && at >= 0) begin(at, column);
    else if (event.key === 'Delete' && at >= 0) remove(rows[at]!);
    else if (event.key === 'Escape') select(null);
    else if (plain && event.key.length === 1 && /[\p{L}.+-]/u.test(event.key) && at >= 0) begin(at, column, event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const editKeys = (event: KeyboardEvent): void => {
    const e = editing!;
    if (event.key === 'Escape') {
      setEditing(null);
      grid.current?.focus();
    } else if (event.key === 'Enter') {
      if (commit()) move(e.row + 1, e.column);
    } else if (event.key === 'Tab') {
      if (!commit()) return event.preventDefault();
      const c = COLUMNS.indexOf(e.column) + (event.shiftKey ? -1 : 1);
      move(c < 0 ? e.row - 1 : c > 2 ? e.row + 1 : e.row, COLUMNS[(c + 3) % 3]!);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const remove = (r: SheetRow): void => {
    const operations = removeElement(study, r.id);
    if (operations.length === 0) return;
    const next = rows[at + 1] ?? rows[at - 1];
    if (change(`Take out ${r.id}`, operations)) select(next?.id ?? null);
  };
  const add = (entry: RawElement): void => {
    const found = selected === null ? undefined : locate(store.getState().study, selected);
    const line = found && found.line >= 0 ? found.line : study.lines.length - 1;
    const row = rows.find((r) => r.id === selected && r.line === line);
    const index = found && found.index >= 0 ? found.index + 1 : row && row.index < 0 ? 0 : study.lines[line]!.elements.length;
    const id = freeId(study, ID_PREFIX[entry.kind] ?? 'E');
    if (change(`Add ${id}`, insertElement(line, index, { ...entry, id }))) select(id);
  };
  useEffect(() => {
    if (at >= 0) grid.current?.querySelector(`[data-row="${rows[at]!.id}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [at, rows]);

  const scale = lossScale(
    shown,
    study.scenarios.map((s) => s.id),
  );
  return (
    <>
      <div
        ref={grid}
        role="grid"
        aria-label="Elements in flow order"
        tabIndex={0}
        onKeyDown={keys}
        className="min-h-0 flex-1 overflow-auto outline-offset-[-2px]"
      >
        <div
          role="row"
          className="bg-panel text-inkq border-line sticky top-0 z-10 grid h-[24px] items-center border-y text-[12px]"
          style={{ gridTemplateColumns: template }}
        >
          <span role="columnheader" className="col-span-3 pl-3">
            element
          </span>
          <span role="columnheader">name</span>
          <span role="columnheader" className="pl-1.5">
            entry
          </span>
          <span role="columnheader" className="text-right">
            outlet {display.unit('length')}
          </span>
          <span role="columnheader" className="text-right">
            {display.unit('velocity')}
          </span>
          <span role="columnheader" className="text-right">
            loss {display.unit('head')}
          </span>
          <span role="columnheader" className="overflow-hidden pl-4 whitespace-nowrap">
            share of the head
          </span>
        </div>
        {rows.map((r, i) => (
          <Row
            key={r.id}
            template={template}
            row={r}
            number={i + 1}
            isSelected={r.id === selected}
            column={column}
            editing={editing?.row === i ? editing : null}
            result={result?.elements[r.id]}
            others={study.scenarios
              .map((s, k) => ({ index: k, loss: lossOf(shown[s.id]?.outcome.result?.elements[r.id]) }))
              .filter((o) => o.index !== activeIndex)}
            activeColor={lineStyle(activeIndex).color}
            scale={scale}
            marks={departures(study, r.id)}
            scenarios={study.scenarios.map((s) => s.id)}
            onPick={(col) => {
              if (editing && !commit()) return;
              select(r.id);
              setColumn(col);
              grid.current?.focus();
            }}
            onEdit={(col) => (editing && !commit() ? undefined : begin(i, col))}
            onText={(text) => open.current && setEditing({ ...open.current, text, problem: null })}
            onLeave={() => open.current && !open.current.problem && commit()}
          />
        ))}
      </div>
      <QuickEntry onAdd={add} />
    </>
  );
}

const WIDE = '30px 30px 74px minmax(90px,0.8fr) minmax(230px,2.4fr) 82px 50px 62px 118px';
/** on a narrow page the bars go and the names shrink; entries and figures stay */
const NARROW = '26px 26px 66px minmax(56px,0.6fr) minmax(150px,2fr) 66px 46px 58px 8px';
const NARROW_BELOW_PX = 760;

export function lossOf(r: ElementResult | undefined): number | null {
  if (!r) return null;
  return r.kind === 'pump' ? null : r.headLoss;
}

/** the largest loss of any element in any scenario: full length of the bars */
function lossScale(
  shown: ReturnType<ReturnType<typeof useStudyStore>['getState']>['shown'],
  scenarios: readonly string[],
): number {
  let most = 0;
  for (const id of scenarios)
    for (const r of Object.values(shown[id]?.outcome.result?.elements ?? {})) most = Math.max(most, Math.abs(lossOf(r) ?? 0));
  return most || 1;
}

/** the number alone when its unit is that of the column, else as it was typed */
function outletText(typed: string, unit: string): string {
  const match = /^(.*\d)\s*([a-z]+)$/i.exec(typed);
  return match && match[2] === unit ? match[1]! : typed;
}

interface RowProps {
  template: string;
  row: SheetRow;
  number: number;
  isSelected: boolean;
  column: Column;
  editing: Editing | null;
  result: ElementResult | undefined;
  others: readonly { index: number; loss: number | null }[];
  activeColor: string;
  scale: number;
  marks: readonly { letter: string; scenario: string }[];
  scenarios: readonly string[];
  onPick: (column: Column) => void;
  onEdit: (column: Column) => void;
  onText: (text: string) => void;
  onLeave: () => void;
}

function Row({
  template,
  row,
  number,
  isSelected,
  column,
  editing,
  result,
  others,
  activeColor,
  scale,
  marks,
  scenarios,
  onPick,
  onEdit,
  onText,
  onLeave,
}: RowProps) {
  const display = useDisplay();
  const loss = lossOf(result);
  const cell = (col: Column, text: string, className: string, extra?: React.ReactNode) =>
    editing?.column === col ? (
      <span role="gridcell" className="relative px-0.5">
        <input
          autoFocus
          aria-label={`${row.id} ${col}`}
          aria-invalid={editing.problem !== null}
          className="sheet-input"
          value={editing.text}
          onChange={(e) => onText(e.target.value)}
          onBlur={onLeave}
          spellCheck={false}
        />
        {editing.problem && (
          <span
            role="alert"
            className="panel text-fails border-fails absolute top-[27px] left-0 z-20 w-[360px] px-2 py-1 text-[12px] leading-4 shadow-[var(--shadow-lift)]"
          >
            ▲ {editing.problem}
          </span>
        )}
      </span>
    ) : (
      <span
        role="gridcell"
        data-cell={col}
        title={text}
        onClick={() => onPick(col)}
        onDoubleClick={() => onEdit(col)}
        className={`flex h-[23px] min-w-0 items-center gap-1.5 rounded-[3px] border-[1.5px] px-1 ${isSelected && column === col ? 'border-cedar' : 'border-transparent'} ${className}`}
      >
        <span className="truncate">{text}</span>
        {extra}
      </span>
    );
  return (
    <div
      role="row"
      aria-selected={isSelected}
      data-row={row.id}
      className={`border-soft grid h-[25px] items-center border-b ${isSelected ? 'bg-wash' : ''}`}
      style={{ gridTemplateColumns: template }}
    >
      <span role="rowheader" className="text-inkq pl-3 text-[11px]">
        {number}
      </span>
      <GlyphIcon kind={row.kind} size={20} />
      <span className="truncate font-semibold" onClick={() => onPick('entry')}>
        {row.id}
      </span>
      {cell('name', row.name, 'text-ink2')}
      {cell(
        'entry',
        row.entry,
        '',
        marks.length > 0 && (
          <span className="flex flex-none gap-0.5">
            {marks.slice(0, 5).map((m) => (
              <ScenarioLetter key={m.scenario} index={scenarios.indexOf(m.scenario)} letter={m.letter} small />
            ))}
            {marks.length > 5 && <span className="text-inkq text-[11px]">+{marks.length - 5}</span>}
          </span>
        ),
      )}
      {cell('outlet', outletText(row.outlet, display.unit('length')), `justify-end ${row.outletTyped ? '' : 'text-inkq'}`)}
      <span role="gridcell" className="text-right">
        {result?.kind === 'pipe' ? display.number(Math.abs(result.velocity), 'velocity') : ''}
      </span>
      <span role="gridcell" className="text-right font-semibold" data-loss={row.id}>
        {result?.kind === 'pump' ? `+${display.number(result.head, 'head')}` : loss === null ? '' : display.number(loss, 'head')}
      </span>
      <span role="gridcell" className="text-inkq overflow-hidden pl-4 text-[12px] whitespace-nowrap">
        {result?.kind === 'pump' ? (
          'gives head'
        ) : loss === null ? null : (
          <svg width={100} height={16} aria-hidden="true">
            <rect y={4} height={8} width={Math.max(1, (Math.abs(loss) / scale) * 96)} fill={activeColor} opacity={0.45} />
            {others.map(
              (o) =>
                o.loss !== null && (
                  <rect
                    key={o.index}
                    x={(Math.abs(o.loss) / scale) * 96}
                    y={1}
                    width={2}
                    height={14}
                    fill={lineStyle(o.index).color}
                  />
                ),
            )}
          </svg>
        )}
      </span>
    </div>
  );
}
