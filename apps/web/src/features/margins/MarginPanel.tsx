import { CHECKS, nearestLimit, type Bringing, type CheckCode, type Margin, type Study, type Takes } from '@cedar-knot/core';
import { checkName, checkValue, marginReason, takesText, said } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { letterOf, locate } from '../../state/address.js';
import { inputChange } from '../../state/inputScale.js';
import { scaleAround } from '../entry/gaugeScale.js';
import { limitAt } from '../../state/limits.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import { TinyGauge } from '../../ui/PinGauge.js';
import type { ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { LimitEntry, limitText } from '../entry/LimitEntry.js';
import { msg } from './words.js';
import { Explain } from '../help/Explain.js';

/** a check of an element in a scenario */
export interface Cell {
  scenario: string;
  check: CheckCode;
  where: string;
}

/** What a cell says in full: its limit, which is changed here, how far it is from it, its working, and what would bring it there. */
export function MarginPanel({
  cell,
  onClose,
  onSweep,
  work,
}: {
  cell: Cell | null;
  onClose: () => void;
  /** moves an input, and reads this margin while it moves */
  onSweep: (input: string) => void;
  work: ReachWork;
}) {
  const study = useStudy((s) => s.study);
  const result = useStudy((s) => (cell ? s.shown[cell.scenario]?.outcome.result : undefined));
  const m = cell ? result?.margins.find((x) => x.check === cell.check && x.where === cell.where) : undefined;
  if (!cell || !m)
    return (
      <aside aria-label={msg('view.margins.margin')} className="panel text-inkq w-[318px] flex-none px-4 py-6 text-[12.5px]">
        {msg('view.margins.clickACellToSee')}
      </aside>
    );
  const index = study.scenarios.findIndex((s) => s.id === cell.scenario);
  return (
    <aside aria-label={msg('view.margins.margin')} className="panel flex w-[318px] flex-none flex-col overflow-y-auto px-3 py-2">
      <header className="flex items-center gap-2">
        <ScenarioLetter index={index} letter={letterOf(index)} />
        <h2 className="min-w-0 flex-1 truncate text-[14px] font-semibold">
          {checkName(cell.check)} <Explain term={cell.check} />
        </h2>
        <span className="text-inkq text-[12px]">{cell.where}</span>
        <button type="button" aria-label={msg('app.close')} onClick={onClose} className="p-1">
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      <Opened
        key={`${cell.scenario} ${cell.check} ${cell.where}`}
        cell={cell}
        m={m}
        study={study}
        work={work}
        onSweep={onSweep}
      />
    </aside>
  );
}

function Opened({
  cell,
  m,
  study,
  work,
  onSweep,
}: {
  cell: Cell;
  m: Margin;
  study: Study;
  work: ReachWork;
  onSweep: (input: string) => void;
}) {
  const d = useDisplay();
  const { check, where } = cell;
  const shown = useStudy((s) => s.shown);
  const openWorking = useStudy((s) => s.openWorking);
  const [isEditing, setEditing] = useState(false);
  const own = limitAt(study, { check, where });
  const takes = useTakes(work, study, cell);
  const write = (x: number | null | undefined): string => checkValue(check, x, d.system);
  const isJudged = m.verdict !== 'not-applicable' && m.value !== null;
  const others = study.scenarios.flatMap((s, i) => {
    const other = shown[s.id]?.outcome.result?.margins.find((x) => x.check === check && x.where === where);
    return s.id === cell.scenario || other?.value == null || other.verdict === 'not-applicable' ? [] : [{ i, m: other }];
  });
  return (
    <>
      {isJudged ? (
        <div className="mt-1 flex items-center gap-3">
          <b className="text-[24px] leading-[30px] font-semibold" style={{ color: verdictColor(m.verdict) }} data-figure="margin">
            {write(m.value)}
          </b>
          <TinyGauge value={m.value!} scale={scaleAround(m)} verdict={m.verdict} />
        </div>
      ) : (
        <p className="text-inkq mt-1">– {marginReason(m)}</p>
      )}
      {isJudged && (
        <p className="mt-1 text-[12.5px]" data-sentence>
          {sentence(m, write)}
          {others.length > 0 && (
            <>
              {msg('view.margins.in2')}
              {others.map(({ i, m: other }, k) => (
                <span key={i} className="whitespace-nowrap">
                  {k > 0 && ', '}
                  <ScenarioLetter index={i} letter={letterOf(i)} small /> {write(other.value)}
                </span>
              ))}
              .
            </>
          )}
          {takes && (
            <span className="mt-1 block" data-takes={takes.beside}>
              {takesText(takes, letterOf(study.scenarios.findIndex((s) => s.id === takes.beside)), d.system)}
            </span>
          )}
        </p>
      )}
      <div className="border-soft mt-2 border-t pt-1.5 text-[12.5px]">
        <div className="flex items-center">
          <span className="text-inkq flex-1">{msg('view.margins.limitOrigin', { own: own ? 'yes' : 'no' })}</span>
          <button
            type="button"
            aria-expanded={isEditing}
            disabled={m.limit === null}
            onClick={() => setEditing(!isEditing)}
            className="text-cedar h-[24px] underline decoration-dotted underline-offset-2"
          >
            {m.limit === null ? '–' : limitText(check, m, write)}
          </button>
        </div>
        {own?.reason && <p className="text-inkq text-[12px]">{own.reason}</p>}
        {isEditing && <LimitEntry margin={m} check={check} own={own} onClose={() => setEditing(false)} />}
        <p className="text-inkq text-[12px]">{said(CHECKS[check].source)}</p>
        {isJudged && (
          <Button tone="bare" className="!h-[24px] !px-0 text-[12px]" onClick={() => openWorking(where, check, cell.scenario)}>
            {msg('view.margins.calculation')}
          </Button>
        )}
      </div>
      {isJudged && <WhatBrings cell={cell} study={study} work={work} onSweep={onSweep} />}
    </>
  );
}

/** what takes the margin, beside the scenario that has most of it; null while it is not known, or where no other has more */
function useTakes(work: ReachWork, study: Study, cell: Cell): Takes | null {
  const [found, setFound] = useState<Takes | null>(null);
  useEffect(() => {
    let gone = false;
    work.takes(study, cell).then((t) => !gone && setFound(t), () => undefined); // prettier-ignore
    return () => void (gone = true);
    // the cell is the same as long as this stands
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [work, study]);
  return found;
}

/** by how much, in the unit of the check */
function sentence(m: Margin, write: (x: number) => string): string {
  const edge = nearestLimit(m)!;
  const away = write(Math.abs(m.value! - edge));
  if (m.verdict === 'fails')
    return m.value! < edge
      ? msg('view.margins.belowItsLowerLimitBy', { away })
      : msg('view.margins.aboveItsUpperLimitBy', { away });
  return msg('view.margins.fromItsLimit', {
    isVerdict: m.verdict === 'near' ? 'yes' : 'no',
    away,
    isEdge: m.value! < edge ? 'yes' : 'no',
  });
}

/** Every input that alone would bring the margin to its limit, nearest first: solved in slices, and anew with every change. */
function WhatBrings({
  cell,
  study,
  work,
  onSweep,
}: {
  cell: Cell;
  study: Study;
  work: ReachWork;
  onSweep: (input: string) => void;
}) {
  const d = useDisplay();
  const atmosphere = useStudy((s) => s.shown[cell.scenario]?.outcome.medium?.atmosphere ?? 0);
  const [found, setFound] = useState<readonly Bringing[]>([]);
  const [isDone, setDone] = useState(false);
  useEffect(() => {
    let gone = false;
    setDone(false);
    void work
      .seek(study, cell, (list) => !gone && setFound(list))
      .then((isWhole) => !gone && isWhole && setDone(true), () => !gone && setDone(true)); // prettier-ignore
    return () => {
      gone = true;
      work.stop();
    };
    // the cell is the same as long as this stands
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [study, work]);
  return (
    <section
      aria-label={msg('view.margins.inputsThatReachTheLimit')}
      className="border-soft mt-2 border-t pt-1.5"
      data-done={isDone}
    >
      <h3 className="text-[13px] font-semibold">
        {msg('view.margins.inputsThatReachTheLimit')}{' '}
        <span className="text-inkq text-[12px] font-normal">{msg('view.margins.eachAloneNearestFirst')}</span>
      </h3>
      <table className="w-full text-[12.5px]">
        <tbody>
          {found.map((b) => (
            <Row key={b.input} b={b} study={study} d={d} atmosphere={atmosphere} onSweep={() => onSweep(b.input)} />
          ))}
        </tbody>
      </table>
      {!isDone && (
        <p className="text-inkq py-1 text-[12px]" role="status">
          {msg('view.margins.calculating')}
        </p>
      )}
      {isDone && found.length === 0 && (
        <p className="text-inkq py-1 text-[12px]">
          <VerdictMark kind="not-applicable" size={9} /> {msg('view.margins.noSingleInputDoesWithin')}
        </p>
      )}
    </section>
  );
}

function Row({
  b,
  study,
  d,
  atmosphere,
  onSweep,
}: {
  b: Bringing;
  study: Study;
  d: Display;
  atmosphere: number;
  onSweep: () => void;
}) {
  const { now, turns } = b.headroom;
  const change = inputChange(study, d.system, b.input, now, turns, atmosphere);
  if (!change) return null;
  const id = b.input.slice(0, b.input.lastIndexOf('.'));
  const name = locate(study, id)?.entry.name;
  return (
    <tr className="h-[23px]" data-input={b.input}>
      <td className="max-w-[128px]">
        <button
          type="button"
          onClick={onSweep}
          title={msg('view.margins.sweep3', { name: typeof name === 'string' ? name : id, label: change.label })}
          className="hover:text-cedar block max-w-full truncate text-left"
        >
          <b className="font-semibold">{change.whose}</b> {change.label}
        </button>
      </td>
      <td className="text-right whitespace-nowrap">
        {change.from} → <b className="font-semibold">{change.to}</b>
      </td>
      <td className="text-inkq pl-2 text-right text-[12px] whitespace-nowrap">{change.by}</td>
    </tr>
  );
}
