import { applyOperations, readShortForm, type Operation, type RawElement } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { useEffect, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { departures, freeId, ID_PREFIX, insertElement, locate, setOwn, setSeen, setShared } from '../../state/address.js';
import { readTyped } from '../../ui/QuantityField.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { rename, setEnds } from '../../state/topology.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { shortFormText } from './shortFormText.js';
import { COLUMNS, seenEntries, sheetRows, type Column, type SheetRow } from './sheetRows.js';
import { lineActions, type LineAction } from '../../state/lineActions.js';
import { lossOf } from './loss.js';
import { PasteRows } from './PasteRows.js';
import { QuickEntry } from './QuickEntry.js';
import { Row, type Editing } from './SheetRow.js';

/** One row an element, in flow order, typed in like a spreadsheet; results of the active scenario beside each. */
export function LineSheet() {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const selected = useStudy((s) => s.selected);
  const found = useStudy((s) => s.outcome?.problems);
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
  const [pasted, setPasted] = useState<string | null>(null);
  const quick = useRef<HTMLInputElement>(null);
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
      text: text ?? r[col],
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
    if (text === r[now.column]) return done();
    const operations = cellOperations(r, now.column, text);
    if (typeof operations === 'string') {
      setEditing({ ...now, problem: operations });
      return false;
    }
    setEditing(null);
    if (change(`${r.id} ${now.column}`, operations) && now.column === 'id') select(text);
    return done();
  };

  const cellOperations = (r: SheetRow, col: Column, text: string): Operation[] | string => {
    if (col === 'name') return setShared(study, r.id, 'name', text === '' ? undefined : text);
    if (col === 'id') {
      const renamed = rename(study, r.id, text);
      return renamed.ok ? renamed.operations : renamed.reason;
    }
    if (col === 'outlet') {
      if (r.kind === 'line') return 'A line has no elevation of its own; its points and elements have.';
      const key = r.index >= 0 && locate(study, r.id)!.index >= 0 ? 'outletElevation' : 'elevation';
      if (text === '' && key === 'outletElevation') return setShared(study, r.id, key, undefined);
      const read = readTyped(text, 'length', r.outlet || '0 m');
      return read.ok ? setSeen(study, scenario, r.id, key, read.value) : read.message;
    }
    const seen = seenEntries(study, active, r.id);
    const reading = readShortForm(r.kind, text, seen);
    if (!reading.ok) return shortFormText(reading.problem);
    const ends = { from: String(reading.entries.from), to: String(reading.entries.to) };
    const led = r.kind === 'line' ? setEnds(study, r.line, ends.from, ends.to) : null;
    if (led && !led.ok) return led.reason;
    const keys = new Set([...Object.keys(seen), ...Object.keys(reading.entries)]);
    return [
      ...(led?.operations ?? []),
      ...[...keys].flatMap((key) => {
        if (key === 'from' || key === 'to') return [];
        if (JSON.stringify(seen[key]) === JSON.stringify(reading.entries[key])) return [];
        const own = Object.hasOwn(scenario?.set ?? {}, `${r.id}.${key}`);
        return own ? setOwn(study, active, r.id, key, reading.entries[key]) : setShared(study, r.id, key, reading.entries[key]);
      }),
    ];
  };

  const keys = (event: KeyboardEvent): void => {
    if (editing) return editKeys(event);
    const c = COLUMNS.indexOf(column);
    const acted = event.altKey ? ALT_ACTIONS[event.code] : undefined;
    const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
    if (acted && at >= 0) act(acted);
    else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) quick.current?.focus();
    else if (event.altKey) return;
    else if (event.key === 'ArrowDown') move(at + 1, column);
    else if (event.key === 'ArrowUp') move(at - 1, column);
    else if (event.key === 'ArrowRight' && c < COLUMNS.length - 1) move(at, COLUMNS[c + 1]!);
    else if (event.key === 'ArrowLeft' && c > 0) move(at, COLUMNS[c - 1]!);
    else if ((event.key === 'Enter' || event.key === 'F2') && at >= 0) begin(at, column);
    else if (event.key === 'Delete' && at >= 0) act('remove');
    else if (event.key === 'Escape') select(null);
    else if (plain && event.key.length === 1 && /[\p{L}\p{N}.+-]/u.test(event.key) && at >= 0) begin(at, column, event.key);
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
      const n = COLUMNS.length;
      move(c < 0 ? e.row - 1 : c >= n ? e.row + 1 : e.row, COLUMNS[(c + n) % n]!);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const act = (key: LineAction['key']): void => {
    const id = rows[at]?.id;
    if (id !== undefined)
      lineActions(store, id)
        .find((a) => a.key === key)
        ?.run();
  };
  /** adds elements after the chosen row, all in one step */
  const add = (entries: readonly RawElement[]): void => {
    const now = store.getState().study;
    const found = selected === null ? undefined : locate(now, selected);
    const row = rows.find((r) => r.id === selected);
    const line = found && found.line >= 0 ? found.line : (row?.line ?? study.lines.length - 1);
    const index = found && found.index >= 0 ? found.index + 1 : row && row.index < 0 ? 0 : now.lines[line]!.elements.length;
    let grown = now;
    const operations: Operation[] = [];
    let last = '';
    entries.forEach((entry, i) => {
      last = freeId(grown, ID_PREFIX[entry.kind] ?? 'E');
      const inserted = insertElement(line, index + i, { ...entry, id: last });
      operations.push(...inserted);
      const step = applyOperations(grown, inserted);
      if (step.ok) grown = step.study;
    });
    if (change(entries.length === 1 ? `Add ${last}` : `Add ${entries.length} elements`, operations)) select(last);
  };
  const paste = (event: ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain');
    if (editing || text.trim() === '') return;
    event.preventDefault();
    // one cell goes into the chosen cell, a table becomes rows
    if (/[\t\n]/.test(text.trimEnd()) || at < 0) setPasted(text);
    else begin(at, column, text.trim());
  };
  const copy = (event: ClipboardEvent): void => {
    const r = rows[at];
    if (editing || !r || !window.getSelection()?.isCollapsed) return;
    event.preventDefault();
    event.clipboardData.setData('text/plain', [r.kind, r.name, r.entry, r.outlet].join('\t'));
  };
  useEffect(() => {
    if (at >= 0) grid.current?.querySelector(`[data-row="${rows[at]!.id}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [at, rows]);

  const problems = new Map([...(found ?? [])].reverse().flatMap((p) => p.where.map((id) => [id, problemText(p)] as const)));
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
        onPaste={paste}
        onCopy={copy}
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
            problem={problems.get(r.id)}
            flow={r.kind === 'line' ? result?.lines[r.id]?.flow : undefined}
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
      {pasted !== null && (
        <PasteRows
          text={pasted}
          onClose={() => {
            setPasted(null);
            grid.current?.focus();
          }}
          onTake={(entries) => {
            add(entries);
            setPasted(null);
            grid.current?.focus();
          }}
        />
      )}
      <QuickEntry field={quick} onAdd={(entry) => add([entry])} onLeave={() => grid.current?.focus()} />
    </>
  );
}

/** keys that rebuild the line, with Alt held; by place, since Alt writes other letters on some keyboards */
const ALT_ACTIONS: Readonly<Record<string, LineAction['key']>> = {
  KeyB: 'branch',
  KeyS: 'split',
  KeyJ: 'join',
  KeyO: 'shut',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

const WIDE = '30px 30px 74px minmax(90px,0.8fr) minmax(230px,2.4fr) 82px 50px 62px 118px';
/** on a narrow page the bars go and the names shrink; entries and figures stay */
const NARROW = '26px 26px 66px minmax(56px,0.6fr) minmax(150px,2fr) 66px 46px 58px 8px';
const NARROW_BELOW_PX = 760;

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
