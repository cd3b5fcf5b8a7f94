import { cellText, isNumber } from '@cedar-knot/report';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useStudy } from '../context.js';
import { textOf, type Drawn, type LedgerLayout } from './ledgerColumns.js';
import { msg } from './words.js';

const ROW = 24;
/** px on both sides of a row */
const SIDE = 12;

/** Rows as far as they are in sight, under one head. */
export function LedgerTable({ drawn, layout }: { drawn: readonly Drawn[]; layout: LedgerLayout }) {
  const study = useStudy((s) => s.study);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: drawn.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const { widths, widest } = layout;
  const template = widths.map((w, i) => (i === widest ? `minmax(${w}px,1fr)` : `${w}px`)).join(' ');
  const least = widths.reduce((a, b) => a + b, 2 * SIDE);
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label={msg('view.report.figures')}>
      <Head layout={layout} template={template} least={least} index={index} />
      <div style={{ height: virtual.getTotalSize(), minWidth: least, position: 'relative' }}>
        {virtual.getVirtualItems().map((v) => (
          <Row key={v.key} r={drawn[v.index]!} layout={layout} template={template} top={v.start} index={index} />
        ))}
      </div>
    </div>
  );
}

interface LineProps {
  layout: LedgerLayout;
  template: string;
  index: (scenario: string) => number;
}

function Head({ layout, template, least, index }: LineProps & { least: number }) {
  const { isAcross, before, behind, scenarios } = layout;
  return (
    <div
      className="text-inkq border-soft bg-panel sticky top-0 z-[1] grid h-[26px] items-center border-b px-3 text-[12px]"
      style={{ gridTemplateColumns: template, minWidth: least }}
      aria-hidden="true"
    >
      {!isAcross && <span />}
      {before.map(([key, n]) => (
        <span key={key}>{n}</span>
      ))}
      {scenarios.map((id) => (
        <span key={id} className="flex justify-end">
          {id === null ? msg('view.report.value') : <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />}
        </span>
      ))}
      {behind.map(([key, n]) => (
        <span key={key} className={key === 'si' ? 'text-right' : 'pl-2'}>
          {n}
        </span>
      ))}
    </div>
  );
}

function Row({ r, layout, template, top, index }: LineProps & { r: Drawn; top: number }) {
  const openWorking = useStudy((s) => s.openWorking);
  const { isAcross, before, behind, scenarios } = layout;
  const first = r.cells[0]![1];
  const key = isNumber(first) ? (first.from?.slice(r.id.length + 1) ?? '') : '';
  return (
    <div
      className="border-soft absolute inset-x-0 grid items-center border-b px-3 text-[12.5px]"
      style={{ height: ROW, top, gridTemplateColumns: template }}
      data-ledger-row={isNumber(first) ? first.from : r.id}
    >
      {!isAcross && (
        <span>
          <ScenarioLetter index={index(r.cells[0]![0])} letter={letterOf(index(r.cells[0]![0]))} small />
        </span>
      )}
      {before.map(([column]) => (
        <span key={column} className={`truncate ${column === 'id' ? 'font-semibold' : column === 'kind' ? 'text-inkq' : ''}`}>
          {textOf(r, column)}
        </span>
      ))}
      {scenarios.map((id) => {
        const at = id === null ? r.cells[0] : r.cells.find(([s]) => s === id);
        return (
          <span
            key={id}
            className="cursor-pointer text-right decoration-dotted underline-offset-2 hover:underline"
            title={msg('view.report.clickToShowTheCalculation')}
            data-value={id ?? at?.[0]}
            onClick={() => at && openWorking(r.id, key, at[0])}
          >
            {at === undefined ? '' : cellText(isNumber(at[1]) ? { ...at[1], figures: 5 } : at[1])}
          </span>
        );
      })}
      {behind.map(([column]) => (
        <span key={column} className={`text-inkq ${column === 'si' ? 'text-right' : 'pl-2'}`}>
          {textOf(r, column)}
        </span>
      ))}
    </div>
  );
}
