import { thingKind, type ElementResult } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { memo, type ReactNode } from 'react';
import { GlyphIcon, kindView } from '../../kinds/index.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay } from '../context.js';
import { Figure } from '../working/Figure.js';
import { lossOf } from './sheetRows.js';
import type { CellRefused } from './sheetOperations.js';
import type { Column, SheetRow } from './sheetRows.js';
import { msg } from './words.js';

export interface Editing {
  row: number;
  column: Column;
  text: string;
  problem: string | null;
  /** what can be done instead */
  way?: CellRefused['way'];
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
  /** of a line, m³/s */
  flow: number | undefined;
  /** what is wrong or lacking here */
  problem: string | undefined;
  others: readonly { index: number; loss: number | null }[];
  activeColor: string;
  scale: number;
  marks: readonly { letter: string; scenario: string }[];
  scenarios: readonly string[];
  /** place among the rows */
  at: number;
  onPick: (at: number, column: Column) => void;
  onEdit: (at: number, column: Column) => void;
  onText: (text: string) => void;
  onLeave: () => void;
  onWay: () => void;
}

/** drawn again only when something of it changed: of what is typed in one row the others know nothing */
export const Row = memo(function Row({
  template,
  row,
  number,
  isSelected,
  column,
  editing,
  result,
  flow,
  problem,
  others,
  activeColor,
  scale,
  marks,
  scenarios,
  at,
  onPick,
  onEdit,
  onText,
  onLeave,
  onWay,
}: RowProps) {
  const display = useDisplay();
  const isLine = row.kind === 'line';
  const view = kindView(row.kind);
  const cell = (col: Column, text: string, className: string, extra?: ReactNode) => (
    <EditCell
      id={row.id}
      column={col}
      text={text}
      className={className}
      editing={editing?.column === col ? editing : null}
      isChosen={isSelected && column === col}
      onPick={() => onPick(at, col)}
      onEdit={() => onEdit(at, col)}
      onText={onText}
      onLeave={onLeave}
      onWay={onWay}
    >
      {extra}
    </EditCell>
  );
  return (
    <div
      role="row"
      aria-selected={isSelected}
      data-row={row.id}
      className={`border-soft grid h-[25px] items-center border-b ${isSelected ? 'bg-wash' : isLine ? 'bg-paper' : ''}`}
      style={{ gridTemplateColumns: template }}
    >
      <span role="rowheader" className={`pl-3 text-[11px] ${problem ? 'text-fails' : 'text-inkq'}`} title={problem}>
        {problem ? '▲' : row.unitOf === undefined ? number : '┆'}
        {problem && <span className="sr-only-text">{problem}</span>}
      </span>
      <GlyphIcon kind={row.kind} size={20} />
      {cell('id', row.id, 'font-semibold')}
      {cell(
        'name',
        row.name || (row.unitOf === undefined ? '' : msg('view.system.eachUnitOf', { unitOf: row.unitOf })),
        'text-ink2',
      )}
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
        {result?.kind === 'pipe' && (
          <Figure id={row.id} figure="velocity">
            {display.number(Math.abs(result.velocity), 'velocity')}
          </Figure>
        )}
      </span>
      <span role="gridcell" className="text-right font-semibold" data-loss={row.id}>
        {result && view && view.loss.of(result) !== null && (
          <Figure id={row.id} figure={view.loss.figure}>
            {view.loss.gives && view.loss.of(result)! >= 0 ? '+' : ''}
            {display.number(view.loss.of(result), 'head')}
          </Figure>
        )}
      </span>
      <LossCell row={row} flow={flow} loss={lossOf(result)} others={others} activeColor={activeColor} scale={scale} />
    </div>
  );
});

interface EditCellProps {
  id: string;
  column: Column;
  text: string;
  className: string;
  /** this cell is typed in */
  editing: Editing | null;
  isChosen: boolean;
  onPick: () => void;
  onEdit: () => void;
  onText: (text: string) => void;
  onLeave: () => void;
  onWay: () => void;
  children: ReactNode;
}

function EditCell({
  id,
  column,
  text,
  className,
  editing,
  isChosen,
  onPick,
  onEdit,
  onText,
  onLeave,
  onWay,
  children,
}: EditCellProps) {
  return editing ? (
    <span role="gridcell" className="relative px-0.5">
      <input
        autoFocus
        aria-label={`${id} ${column}`}
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
          {editing.way && (
            <button
              type="button"
              // the cell keeps the focus: what it holds is not taken by leaving it
              onMouseDown={(e) => e.preventDefault()}
              onClick={onWay}
              className="text-cedar mt-1 block min-h-[24px] hover:underline"
            >
              {editing.way.label}
            </button>
          )}
        </span>
      )}
    </span>
  ) : (
    <span
      role="gridcell"
      data-cell={column}
      title={text}
      onClick={onPick}
      onDoubleClick={onEdit}
      className={`flex h-[23px] min-w-0 items-center gap-1.5 rounded-[3px] border-[1.5px] px-1 ${isChosen ? 'border-cedar' : 'border-transparent'} ${className}`}
    >
      <span className="truncate">{text}</span>
      {children}
    </span>
  );
}

/** what a row does to the head: what it is given or solved for, else its loss as a bar, with ticks of the other scenarios */
function LossCell({
  row,
  flow,
  loss,
  others,
  activeColor,
  scale,
}: Pick<RowProps, 'row' | 'flow' | 'others' | 'activeColor' | 'scale'> & { loss: number | null }) {
  const display = useDisplay();
  const g = row.kind === 'control-valve' ? undefined : thingKind(row.kind)?.givens(row.seen);
  const given =
    g &&
    (g.solved.length > 0 && row.kind === 'pump'
      ? msg('view.system.solved', { solved: said(g.solved[0]!) })
      : g.given.length > 0
        ? msg('view.system.given', { given: said(g.given[0]!) })
        : msg('view.system.solved', { solved: said(g.solved[0] ?? '') }));
  return (
    <span role="gridcell" className="text-inkq overflow-hidden pl-4 text-[12px] whitespace-nowrap">
      {row.kind === 'line' && flow !== undefined ? (
        msg('view.system.carries', { flow: display.number(flow, 'flow'), unit: display.unit('flow') })
      ) : given ? (
        given
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
  );
}
