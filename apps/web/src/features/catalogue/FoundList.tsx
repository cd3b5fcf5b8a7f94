import type { FoundPump, ModelHead } from '@cedar-knot/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { Link } from 'react-router';
import { saidNotStated } from '../../state/catalogueList.js';
import { notJudgedText, fixed } from '@cedar-knot/wording';
import { Button } from '../../ui/controls.js';
import { VerdictMark } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

const MOST_SHOWN = 200;

export type Sort = 'departure' | 'name' | 'flow' | 'head' | 'efficiency' | 'power' | 'npshr' | 'diameter';

/** Found pumps in the order of one column, names by their numbers; those that do not state what is asked after those that do. */
export function sorted(
  list: readonly FoundPump[],
  { by, isDown }: { by: Sort; isDown: boolean },
  heads: ReadonlyMap<string, ModelHead>,
): FoundPump[] {
  const of = (c: FoundPump): number | string => {
    switch (by) {
      case 'name':
        return heads.get(c.model)?.name ?? '';
      case 'departure':
        return Math.hypot(c.flowDeviation, c.headDeviation);
      case 'diameter':
        return c.diameter ?? 0;
      case 'flow':
      case 'head':
        return c.duty[by];
      case 'power':
        return c.duty.shaftPower ?? Infinity;
      default:
        return c.duty[by] ?? 0;
    }
  };
  const sign = isDown ? -1 : 1;
  const isLast = (c: FoundPump): number => (c.notStated ? 3 : 0) + ['holds', 'near', 'incomplete'].indexOf(c.verdict);
  return [...list].sort((a, b) => {
    if (isLast(a) !== isLast(b)) return isLast(a) - isLast(b);
    const [x, y] = [of(a), of(b)];
    return sign * (typeof x === 'string' ? x.localeCompare(String(y), 'en', { numeric: true }) : x - Number(y));
  });
}

/** The pumps found for a duty, each where it would run, with what it departs from the duty. */
export function FoundList({
  rows,
  heads,
  order,
  onOrder,
  compared,
  onCompare,
  onBegin,
}: {
  rows: readonly FoundPump[];
  heads: ReadonlyMap<string, ModelHead>;
  order: { by: Sort; isDown: boolean };
  onOrder: (o: { by: Sort; isDown: boolean }) => void;
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
        {rows.slice(0, MOST_SHOWN).map((c) => {
          const head = heads.get(c.model);
          return (
            <tr key={c.model} data-found={head?.key} className="border-soft hover:bg-quiet h-[28px] border-b text-right">
              <td className="pl-2 text-left">
                <input
                  type="checkbox"
                  aria-label={msg('view.catalogue.compare', { head: head?.name ?? c.model })}
                  checked={compared.includes(c.model)}
                  onChange={() => onCompare(c.model)}
                />
              </td>
              <td className="text-left">
                <Link to={`/catalogues/pumps/${c.model}`} className="font-semibold hover:text-[var(--cedar)]">
                  {head?.name ?? c.model}
                </Link>
                {head?.isTypical && <span className="text-near"> {msg('app.typical')}</span>}
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
      {rows.length > MOST_SHOWN && (
        <tfoot>
          <tr>
            <td colSpan={11} className="text-inkq px-3 py-1.5">
              {msg('view.catalogue.andMoreReduceTheTolerances', { count: rows.length - MOST_SHOWN })}
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
