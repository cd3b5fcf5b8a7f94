import type { RawElement, RawEntry } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { useEffect, useMemo, useRef, useState } from 'react';
import { ownEntries } from '../../state/address.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useUnits } from '../../state/units.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { PasteRows } from './PasteRows.js';
import { QuickEntry } from './QuickEntry.js';
import { addElements, endOperations, namesOf } from './sheetOperations.js';
import { Row } from './SheetRow.js';
import { lossOf, sheetRows, type Column, type SheetRow } from './sheetRows.js';
import { useSheetEditing } from './useSheetEditing.js';
import { useSheetKeys } from './useSheetKeys.js';
import { msg } from './words.js';

/** One row an element, in flow order, typed in like a spreadsheet; results of the active scenario beside each. */
export function LineSheet() {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const selected = useStudy((s) => s.selected);
  const found = useStudy((s) => s.outcome?.problems);
  const display = useDisplay();
  const result = shown[active]?.outcome.result ?? null;
  // numbers are written anew when another way is chosen
  const numbers = useUnits((s) => s.numbers);
  const rows = useMemo(
    () => sheetRows(study, active, result, (m) => `${display.number(m, 'length', 4)} ${display.unit('length')}`),
    [study, active, result, display, numbers], // eslint-disable-line react-hooks/exhaustive-deps
  );
  const [pasted, setPasted] = useState<string | null>(null);
  const quick = useRef<HTMLInputElement>(null);
  const grid = useRef<HTMLDivElement>(null);
  const sheet = useSheetEditing(rows, grid);
  const { onKeyDown, onPaste, onCopy } = useSheetKeys(rows, sheet, quick, setPasted);
  const { width } = useSize(grid);
  const template = width > 0 && width < NARROW_BELOW_PX ? NARROW : WIDE;
  const at = rows.findIndex((r) => r.id === selected);
  const activeIndex = study.scenarios.findIndex((s) => s.id === active);

  const { add, end } = useAdding(rows);
  const chosen = rows[at]?.id;
  useEffect(() => {
    // only when another row is chosen, or it has moved: to look where it stands makes the page be laid out
    if (chosen !== undefined) grid.current?.querySelector(`[data-row="${chosen}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [at, chosen]);

  const problems = useMemo(
    () =>
      new Map([...(found ?? [])].reverse().flatMap((p) => p.where.map((id) => [id, problemText(p, display.system)] as const))),
    [found, display.system],
  );
  const { scenarios, scale, others, marks } = useBeside(rows, activeIndex);
  // the same for every row and every drawing: what they do is looked up when they are called
  const now = useRef({ rows, sheet });
  now.current = { rows, sheet };
  const acts = useMemo(
    () => ({
      pick: (i: number, col: Column): void => {
        if (!now.current.sheet.commit()) return;
        now.current.sheet.move(i, col);
        grid.current?.focus();
      },
      edit: (i: number, col: Column): void => {
        if (now.current.sheet.commit()) now.current.sheet.begin(i, col);
      },
      text: (text: string): void => now.current.sheet.type(text),
      leave: (): void => now.current.sheet.leave(),
      way: (): void => now.current.sheet.takeWay(),
    }),
    [],
  );
  return (
    <>
      <div
        ref={grid}
        role="grid"
        aria-label={msg('view.system.elementsInFlowOrder')}
        tabIndex={0}
        onKeyDown={onKeyDown}
        onPaste={onPaste}
        onCopy={onCopy}
        className="min-h-0 flex-1 overflow-auto outline-offset-[-2px]"
      >
        <SheetHead template={template} />
        {rows.map((r, i) => (
          <Row
            key={r.id}
            template={template}
            row={r}
            number={i + 1}
            isSelected={r.id === selected}
            column={sheet.column}
            editing={sheet.editing?.row === i ? sheet.editing : null}
            result={result?.elements[r.id]}
            problem={problems.get(r.id)}
            flow={r.kind === 'line' ? result?.lines[r.id]?.flow : undefined}
            others={others.get(r.id)!}
            activeColor={lineStyle(activeIndex).color}
            scale={scale}
            marks={marks.get(r.id)!}
            scenarios={scenarios}
            at={i}
            onPick={acts.pick}
            onEdit={acts.edit}
            onText={acts.text}
            onLeave={acts.leave}
            onWay={acts.way}
          />
        ))}
      </div>
      {pasted !== null && (
        <PasteRows
          text={pasted}
          names={namesOf(study)}
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
      <QuickEntry
        field={quick}
        names={namesOf(study)}
        selected={selected}
        onAdd={(entry) => add([entry])}
        onEnd={end}
        onLeave={() => grid.current?.focus()}
      />
    </>
  );
}

/** what a typed line does to the study */
function useAdding(rows: readonly SheetRow[]) {
  const store = useStudyStore();
  const selected = useStudy((s) => s.selected);
  const select = useStudy((s) => s.select);
  /** adds elements after the chosen row, all in one step */
  const add = (entries: readonly RawElement[]): void => {
    const { study: now, change } = store.getState();
    const { operations, last } = addElements(now, rows, selected, entries);
    if (
      change(
        entries.length === 1 ? msg('view.system.add2', { last }) : msg('view.system.addElements', { count: entries.length }),
        operations,
      )
    )
      select(last);
  };
  /** the point at the end of the line, of another kind */
  const end = (kind: string, entries: RawEntry): string | null => {
    const { study: now, change } = store.getState();
    const done = endOperations(now, selected, kind, entries);
    if (typeof done === 'string') return done;
    if (change(msg('view.system.endsAt', { id: done.id }), done.operations)) select(done.id);
    return null;
  };
  return { add, end };
}

/** what stands beside the figures of each row: its losses in the other scenarios, and which have entries of their own */
function useBeside(rows: readonly SheetRow[], activeIndex: number) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const scenarios = useMemo(() => study.scenarios.map((s) => s.id), [study.scenarios]);
  const scale = useMemo(() => lossScale(shown, scenarios), [shown, scenarios]);
  const others = useMemo(
    () =>
      new Map(
        rows.map((r) => [
          r.id,
          scenarios
            .map((s, index) => ({ index, loss: lossOf(shown[s]?.outcome.result?.elements[r.id]) }))
            .filter((o) => o.index !== activeIndex),
        ]),
      ),
    [rows, scenarios, shown, activeIndex],
  );
  const marks = useMemo(() => new Map(rows.map((r) => [r.id, ownEntries(study, r.id)])), [rows, study]);
  return { scenarios, scale, others, marks };
}

function SheetHead({ template }: { template: string }) {
  const display = useDisplay();
  return (
    <div
      role="row"
      className="bg-panel text-inkq border-line sticky top-0 z-10 grid h-[24px] items-center border-y text-[12px]"
      style={{ gridTemplateColumns: template }}
    >
      <span role="columnheader" className="col-span-3 pl-3">
        {msg('view.system.element')}
      </span>
      <span role="columnheader">{msg('view.system.name')}</span>
      <span role="columnheader" className="pl-1.5">
        {msg('view.system.entry')}
      </span>
      <span role="columnheader" className="text-right">
        {msg('view.system.outlet', { unit: display.unit('length') })}
      </span>
      <span role="columnheader" className="text-right">
        {display.unit('velocity')}
      </span>
      <span role="columnheader" className="text-right">
        {msg('view.system.loss', { unit: display.unit('head') })}
      </span>
      <span role="columnheader" className="overflow-hidden pl-4 whitespace-nowrap">
        {msg('view.system.shareOfTheHead')}
      </span>
    </div>
  );
}

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
