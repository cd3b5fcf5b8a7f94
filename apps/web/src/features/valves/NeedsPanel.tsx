import { allElements, writeShortForm, type Margin, type ValveRow } from '@cedar-knot/core';
import { checkName, checkValue, findingText } from '@cedar-knot/wording';
import { Link } from 'react-router';
import { letterOf } from '../../state/address.js';
import type { ValveFigures } from '../../worker/valveFigures.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';
import type { OpeningBand } from '../../state/openingBand.js';
import { Authority } from './Authority.js';
import { Extremes } from './Extremes.js';
import { NeedsTable } from './NeedsTable.js';
import { msg } from './words.js';
import { Explain } from '../help/Explain.js';

/** What every scenario asks of the valve, its authority, its range, and what is said of it. */
export function NeedsPanel({
  valve,
  figures,
  row,
  band,
  rangeability,
  isOwn,
  isAlone,
}: {
  valve: string;
  figures: ValveFigures;
  /** the valve that is looked at */
  row: ValveRow | null;
  band: OpeningBand;
  rangeability: number | undefined;
  /** it is the study's own, at its own flow: what its scenarios judge is shown */
  isOwn: boolean;
  /** it stands in no system, which would take a part of the loss */
  isAlone: boolean;
}) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const shown = useStudy((s) => s.shown);
  const select = useStudy((s) => s.select);
  const given = useStudy((s) => {
    const e = allElements(s.study).find((x) => x.id === valve);
    // what it holds, without the name of the valve that stands there
    return e ? writeShortForm('control-valve', { ...e, valve: undefined }) : '';
  });
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  const needs = Object.entries(figures.required).filter(([, n]) => n.flow > 0);
  const marginsOf = (id: string): Margin[] => shown[id]?.outcome.result?.margins.filter((m) => m.where === valve) ?? [];
  const largest = [...needs].sort((a, b) => b[1].flow - a[1].flow)[0];
  const missed = Object.entries(shown).flatMap(([id, s]) =>
    (s.outcome.result?.findings ?? []).filter((f) => f.where === valve && f.code === 'set-point-missed').map((f) => ({ id, f })),
  );
  const others = isOwn
    ? needs.flatMap(([id]) => marginsOf(id).filter((m) => !SHOWN.has(m.check)).map((m) => ({ id, m }))) // prettier-ignore
    : [];
  const judged = others.filter(({ m }) => m.verdict === 'near' || m.verdict === 'fails');
  return (
    <section
      aria-label={msg('view.valves.requiredByEachScenario')}
      className="panel flex w-[330px] flex-none flex-col overflow-y-auto px-3 py-1.5"
    >
      <h2 className="text-[14px] font-semibold">
        {msg('view.valves.requiredByEachIsaloneSelect', { isAlone: isAlone ? 'yes' : 'no' })}
      </h2>
      {!isAlone && (
        <p className="text-inkq flex-none truncate text-[12px]">
          {valve} {given},{' '}
          <Link to="../system" relative="path" onClick={() => select(valve)} className="text-cedar underline">
            {msg('view.valves.changedInSystem')}
          </Link>
        </p>
      )}
      <NeedsTable valve={valve} needs={needs} row={row} isOwn={isOwn} marginsOf={marginsOf} />
      {figures.unsolved.length > 0 && (
        <p className="text-fails text-[12px]">
          {msg('view.valves.noSolutionIn', { unsolved: figures.unsolved.map((id) => letterOf(index(id))).join(', ') })}
        </p>
      )}
      {missed.map(({ id, f }) => (
        <p key={id} className="text-fails text-[12px]" data-missed={id}>
          ▲ {letterOf(index(id))}: {findingText(f, d.system)}
        </p>
      ))}
      {largest && !isAlone && (
        <Authority id={largest[0]} valve={valve} need={largest[1]} index={index(largest[0])} isOwn={isOwn} />
      )}
      <Extremes needs={needs} figures={figures} row={row} band={band} rangeability={rangeability} />
      {judged.length > 0 && (
        <>
          <h3 className="mt-1 text-[13.5px] font-semibold">{msg('view.valves.otherChecks')}</h3>
          <ul className="text-[12px]">
            {judged.map(({ id, m }) => (
              <li key={`${id} ${m.check}`} className="flex min-h-[20px] items-center gap-1.5">
                <VerdictMark kind={m.verdict} size={9} />
                <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                <span className="min-w-0 flex-1">
                  {checkName(m.check)} <Explain term={m.check} />
                </span>
                <Figure id={valve} figure={m.check} scenario={id}>
                  {checkValue(m.check, m.value, d.system)}
                </Figure>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** checks whose value stands in the table above */
const SHOWN: ReadonlySet<string> = new Set(['valve-opening', 'valve-cavitation', 'set-point']);
