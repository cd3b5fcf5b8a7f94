import type { ListOrder, ModelHead, ModelKind } from '@cedar-knot/core';
import { useVirtualizer, type Virtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { displayIn, useDisplay, type Display } from '../context.js';
import { COLUMNS_OF, type Column } from './columns.js';
import type { Duty } from './FlowStrip.js';
import type { ModelList } from './useModelList.js';
import { msg } from './words.js';

const ROW = 26;
const columnsKey = (kind: ModelKind): string => `cedar-knot-columns-${kind}`;

function usualColumns(kind: ModelKind): string[] {
  const kept = localStorage.getItem(columnsKey(kind));
  const all = COLUMNS_OF[kind];
  const chosen = kept?.split(',').filter((k) => all.some((c) => c.key === k));
  return chosen && chosen.length > 0 ? chosen : all.filter((c) => c.isUsual).map((c) => c.key);
}

/** The list: rows are drawn as they are scrolled to, arrows go along it, a head sorts by its column. */
export function ModelTable({
  kind,
  list,
  order,
  onOrder,
  chosen,
  onChoose,
  duties,
  marked,
  onMark,
}: {
  kind: ModelKind;
  list: ModelList;
  order: ListOrder;
  onOrder: (order: ListOrder) => void;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  duties: readonly Duty[];
  /** models ticked for export or comparison */
  marked: ReadonlySet<string>;
  onMark: (id: string) => void;
}) {
  const { system } = useDisplay();
  const display = useMemo(() => displayIn(system), [system]);
  const box = useRef<HTMLDivElement>(null);
  const [keys, setKeys] = useState(() => usualColumns(kind));
  useEffect(() => setKeys(usualColumns(kind)), [kind]);
  const columns = useMemo(() => COLUMNS_OF[kind].filter((c) => keys.includes(c.key)), [kind, keys]);
  const count = list.count ?? 0;
  const rows = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 4,
    scrollPaddingStart: 30,
    scrollPaddingEnd: 30,
  });
  const seen = rows.getVirtualItems();
  const [from, to] = [seen[0]?.index ?? 0, seen.at(-1)?.index ?? 0];
  const { need, answer } = list;
  useEffect(() => need(from, to), [need, from, to, answer]);
  useEffect(() => void box.current?.scrollTo({ top: 0 }), [answer]);

  const move = useChosenRow(rows, chosen, list, onChoose);
  const width = columns.reduce((sum, c) => sum + c.width + 8, 44);
  const template = `24px ${columns.map((c) => (c.key === 'name' ? `minmax(${c.width}px, 1fr)` : `${c.width}px`)).join(' ')}`;
  const grid = { gridTemplateColumns: template, minWidth: width };
  return (
    <div
      ref={box}
      role="grid"
      aria-label={msg('view.catalogue.models')}
      aria-rowcount={count + 1}
      aria-colcount={columns.length + 1}
      tabIndex={0}
      onKeyDown={move}
      className="min-h-0 flex-1 overflow-auto outline-offset-[-2px]"
    >
      <div
        role="row"
        aria-rowindex={1}
        className="bg-panel border-soft sticky top-0 z-10 grid h-[26px] items-center gap-x-2 border-b px-2"
        style={grid}
      >
        <span role="columnheader" className="flex">
          <ColumnChoice kind={kind} keys={keys} onKeys={setKeys} />
        </span>
        {columns.map((c) => (
          <Head key={c.key} column={c} name={c.name(display)} order={order} onOrder={onOrder} />
        ))}
      </div>
      <div className="relative" style={{ height: rows.getTotalSize(), minWidth: width }}>
        {seen.map((item) => {
          const m = list.row(item.index);
          return (
            <Row
              key={item.key}
              model={m}
              index={item.index}
              start={item.start}
              template={template}
              width={width}
              columns={columns}
              display={display}
              duties={duties}
              isChosen={m !== undefined && m.id === chosen}
              isMarked={m !== undefined && marked.has(m.id)}
              onChoose={onChoose}
              onMark={onMark}
            />
          );
        })}
      </div>
      {list.count === 0 && <p className="text-inkq px-3 py-4">{msg('view.catalogue.noMatchesRemoveAFilter')}</p>}
    </div>
  );
}

/** the chosen model stays in sight when a list comes; keys choose the one further down or up */
function useChosenRow(
  rows: Pick<Virtualizer<HTMLDivElement, Element>, 'scrollToIndex'>,
  chosen: string | undefined,
  { answer, count, placeOf, at: modelAt }: ModelList,
  onChoose: (id: string) => void,
): (event: KeyboardEvent) => void {
  // what the address names is brought into sight when the list comes
  const wanted = useRef(chosen);
  wanted.current = chosen;
  useEffect(() => {
    if (wanted.current === undefined || answer === 0) return;
    void placeOf(wanted.current).then((i) => i >= 0 && rows.scrollToIndex(i, { align: 'auto' }), () => undefined); // prettier-ignore
    // with each answer, not with each row that is drawn
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [answer]);

  return (event) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12, Home: -Infinity, End: Infinity }[event.key];
    if (step === undefined || !count) return;
    event.preventDefault();
    const go = async (): Promise<void> => {
      const at = chosen === undefined ? -1 : await placeOf(chosen);
      const next = Math.max(0, Math.min(count - 1, at < 0 && Number.isFinite(step) ? 0 : at + step));
      rows.scrollToIndex(next, { align: 'auto' });
      const row = await modelAt(next);
      if (row) onChoose(row.id);
    };
    void go().catch(() => undefined);
  };
}

interface RowProps {
  /** undefined while it is fetched */
  model: ModelHead | undefined;
  index: number;
  start: number;
  template: string;
  width: number;
  columns: readonly Column[];
  display: Display;
  duties: readonly Duty[];
  isChosen: boolean;
  isMarked: boolean;
  onChoose: (id: string) => void;
  onMark: (id: string) => void;
}

/** drawn again only when something of it changed: scrolling moves the others alone */
const Row = memo(function Row({
  model: m,
  index,
  start,
  template,
  width,
  columns,
  display,
  duties,
  isChosen,
  isMarked,
  onChoose,
  onMark,
}: RowProps) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-selected={isChosen}
      data-model={m?.key}
      onClick={() => m && onChoose(m.id)}
      className={`absolute inset-x-0 grid cursor-default items-center gap-x-2 border-b border-[var(--line-soft)] px-2 ${isChosen ? 'bg-wash shadow-[inset_3px_0_0_var(--cedar)]' : 'hover:bg-quiet'}`}
      style={{ gridTemplateColumns: template, minWidth: width, top: start, height: ROW }}
    >
      <span role="gridcell">
        {m && (
          <input
            type="checkbox"
            aria-label={msg('view.catalogue.select', { m: m.name })}
            checked={isMarked}
            onClick={(e) => e.stopPropagation()}
            onChange={() => onMark(m.id)}
          />
        )}
      </span>
      {columns.map((c) => (
        <span key={c.key} role="gridcell" className={`min-w-0 truncate ${c.isText ? '' : 'text-right'}`}>
          {m ? c.cell(m, display, duties) : ''}
        </span>
      ))}
    </div>
  );
});

function Head({
  column,
  name,
  order,
  onOrder,
}: {
  column: Column;
  name: string;
  order: ListOrder;
  onOrder: (o: ListOrder) => void;
}) {
  const isOrder = order.column === column.key;
  const className = `text-inkq flex min-w-0 items-center gap-0.5 text-[12px] ${column.isText ? '' : 'justify-end'}`;
  const sort = isOrder ? (order.isDown ? 'descending' : 'ascending') : 'none';
  if (!column.isSorted)
    return (
      <span role="columnheader" title={column.title} className={className}>
        <span className="truncate">{name}</span>
      </span>
    );
  return (
    <span role="columnheader" aria-sort={sort} className="min-w-0">
      <button
        type="button"
        title={column.title}
        onClick={() => onOrder({ column: column.key, isDown: isOrder && !order.isDown })}
        className={`${className} w-full hover:text-[var(--cedar)]`}
      >
        <span className="truncate">{name}</span>
        {isOrder && (order.isDown ? <ArrowDown size={11} aria-hidden="true" /> : <ArrowUp size={11} aria-hidden="true" />)}
      </button>
    </span>
  );
}

function ColumnChoice({ kind, keys, onKeys }: { kind: ModelKind; keys: readonly string[]; onKeys: (keys: string[]) => void }) {
  const display = useDisplay();
  const toggle = (key: string): void => {
    const next = keys.includes(key) ? keys.filter((k) => k !== key) : [...keys, key];
    localStorage.setItem(columnsKey(kind), next.join(','));
    onKeys(next);
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={msg('view.catalogue.selectColumns')}
        title={msg('view.catalogue.selectColumns')}
        className="relative -top-[2px] text-inkq"
      >
        <Columns3 size={14} aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label={msg('view.catalogue.columns')}
          className="panel z-50 flex flex-col gap-1 p-3 shadow-[var(--shadow-lift)]"
        >
          {COLUMNS_OF[kind]
            .filter((c) => c.key !== 'name')
            .map((c) => (
              <label key={c.key} className="flex items-center gap-2">
                <input type="checkbox" checked={keys.includes(c.key)} onChange={() => toggle(c.key)} />
                {c.name(display)}
              </label>
            ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
