import type { FoundOrder } from '@cedar-knot/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { Link } from 'react-router';
import type { FoundPage } from '../../api/client.js';
import { saidNotStated } from '../../state/catalogueList.js';
import { notJudgedText, fixed } from '@cedar-knot/wording';
import { Button } from '../../ui/controls.js';
import { VerdictMark } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

type Sort = FoundOrder['by'];

/** The pumps found for a duty, each where it would run, with what it departs from the duty. */
export function FoundList({
  rows,
  of,
  order,
  onOrder,
  compared,
  onCompare,
  onBegin,
}: {
  /** the first in the order */
  rows: FoundPage['candidates'];
  /** how many were found */
  of: number;
  order: FoundOrder;
  onOrder: (o: FoundOrder) => void;
  compared: readonly string[];
  onCompare: (id: string) => void;
  onBegin: (id: string) => void;
}) {
  const d = useDisplay();
  const heading = (by: Sort, text: string, isText = false) => (
    <th
      aria-sort={order.by === by ? (order.isDown ? 'descending' : 'ascending') : 'none'}
      className={`font-normal ${isText ? 'text-left' : 'text-right'}`}
    >
      <button
        type="button"
        className="text-inkq inline-flex items-center gap-0.5 hover:text-[var(--cedar)]"
        onClick={() => onOrder({ by, isDown: order.by === by ? !order.isDown : by === 'efficiency' })}
      >
        {text}
        {order.by === by &&
          (order.isDown ? <ArrowDown size={11} aria-hidden="true" /> : <ArrowUp size={11} aria-hidden="true" />)}
      </button>
    </th>
  );
  const percent = (x: number): string => `${x >= 0 ? '+' : '−'}${fixed(Math.abs(x * 100), 1)}`;
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="bg-panel border-soft sticky top-0 h-[28px] border-b text-[12px]">
          <td className="w-[28px]" />
          {heading('name', msg('view.catalogue.makeAndSize'), true)}
          {heading('flow', msg('view.catalogue.flow', { unit: d.unit('flow') }))}
          {heading('head', msg('app.head2', { unit: d.unit('head') }))}
          {heading('departure', msg('view.catalogue.deviation'))}
          {heading('efficiency', 'η %')}
          {heading('power', d.unit('power'))}
          {heading('npshr', msg('view.catalogue.npshr', { unit: d.unit('head') }))}
          {heading('diameter', `Ø ${d.unit('diameter')}`)}
          <th className="text-inkq text-right font-normal">{msg('view.catalogue.stages')}</th>
          <td className="w-[150px]" />
        </tr>
      </thead>
      <tbody>
        {rows.map((c) => {
          const { head } = c;
          return (
            <tr key={c.model} data-found={head.key} className="border-soft hover:bg-quiet h-[28px] border-b text-right">
              <td className="pl-2 text-left">
                <input
                  type="checkbox"
                  aria-label={msg('view.catalogue.compare', { head: head.name })}
                  checked={compared.includes(c.model)}
                  onChange={() => onCompare(c.model)}
                />
              </td>
              <td className="text-left">
                <Link to={`/catalogues/pumps/${c.model}`} className="font-semibold hover:text-[var(--cedar)]">
                  {head.name}
                </Link>
                {head.isTypical && <span className="text-near"> {msg('app.typical')}</span>}
                {c.notStated && (
                  <span className="text-inkq">
                    {msg('view.catalogue.notStated', { saidNotStated: saidNotStated('pumps', c.notStated) })}
                  </span>
                )}
                {c.incomplete.length > 0 && (
                  <span className="text-ink2 ml-1.5 text-[12px]">
                    <VerdictMark kind="incomplete" size={9} /> {notJudgedText(c.incomplete)}
                  </span>
                )}
              </td>
              <td>{d.number(c.duty.flow, 'flow')}</td>
              <td>{d.number(c.duty.head, 'head')}</td>
              <td className="text-inkq">
                {percent(c.flowDeviation)}, {percent(c.headDeviation)}
              </td>
              <td>{c.duty.efficiency === null ? '–' : fixed(c.duty.efficiency * 100, 1)}</td>
              <td>{d.number(c.duty.shaftPower, 'power')}</td>
              <td>{d.number(c.duty.npshr, 'head')}</td>
              <td>{c.diameter === null ? '–' : d.number(c.diameter, 'diameter')}</td>
              <td>{c.stages}</td>
              <td className="pr-2">
                <Button tone="bare" className="!px-1 text-[12px]" onClick={() => onBegin(c.model)}>
                  {msg('view.catalogue.createAStudyWithIt')}
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
      {of > rows.length && (
        <tfoot>
          <tr>
            <td colSpan={11} className="text-inkq px-3 py-1.5">
              {msg('view.catalogue.andMoreReduceTheTolerances', { count: of - rows.length })}
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
