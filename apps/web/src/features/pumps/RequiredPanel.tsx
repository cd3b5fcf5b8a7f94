import { quantityOf, USUAL_YEARS, type Facets, type Objective, type PumpFilter, type Vary } from '@cedar-knot/core';

import { Link } from 'react-router';
import type { RankAsked } from '../../api/client.js';
import { elementsOf, entryIn, letterOf } from '../../state/address.js';

import { ScenarioLetter } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { SearchFilters } from '../entry/SearchFilters.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import type { Position } from './position.js';
import type { useRanking } from './useRanking.js';
import { msg } from './words.js';

export const OBJECTIVES: readonly (readonly [Objective, string])[] = [
  ['energy', msg('view.pumps.lowestAnnualEnergy')],
  ['best-efficiency', msg('view.pumps.closestToBestEfficiency')],
  ['stages', msg('view.pumps.fewestStages')],
  ['npsh', msg('view.pumps.greatestNpshRatio')],
  ['cost', msg('view.pumps.lowestCost')],
];
/** without hours there is no energy of a year */
export const BY_POWER = msg('view.pumps.noOperatingHoursEnteredLowest');
const WAYS: readonly (readonly [Vary, string])[] = [
  ['diameter', msg('view.pumps.trimmedImpeller')],
  ['speed', msg('view.pumps.fullImpellerSpeedByScenario')],
  ['none', msg('view.pumps.asSupplied')],
];

type Ranking = ReturnType<typeof useRanking>;

interface RequiredPanelProps {
  position: Position;
  ranking: Ranking;
  asked: RankAsked;
  onAsk: (change: (a: RankAsked) => RankAsked) => void;
}

/** What every scenario asks of the pump, how a candidate may meet it, and which are looked at. */
export function RequiredPanel({ position, ranking, asked, onAsk }: RequiredPanelProps) {
  const store = useStudyStore();
  const pumps = elementsOf(
    useStudy((s) => s.study.lines),
    'pump',
  );
  const { overview } = ranking;
  return (
    <aside
      aria-label={msg('view.pumps.required')}
      className="panel flex w-[232px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2"
    >
      <h2 className="text-[14px] font-semibold">{msg('view.pumps.required')}</h2>
      {pumps.length > 1 && (
        <Select
          label={msg('view.pumps.position')}
          value={position.pump}
          options={pumps.map((e) => [e.id, typeof e.name === 'string' ? `${e.id} ${e.name}` : e.id])}
          onChange={(id) => id && store.getState().follow(id)}
        />
      )}
      <RequiredTable position={position} required={ranking.required} />
      {Object.keys(ranking.required).length === 0 && (
        <p className="text-inkq text-[12px]">
          {ranking.isRunning ? msg('view.pumps.calculatingTheRequiredDuties') : msg('view.pumps.noJudgedScenarioRequiresA')}
        </p>
      )}
      <Choices facets={overview?.facets} asked={asked} onAsk={onAsk} />
      <p className="text-inkq mt-auto pt-2 text-[12px]">
        {msg('view.pumps.minimumHeadWithControlValves')}
        <Link to="/catalogues/pumps" className="text-cedar underline">
          {msg('view.pumps.pumps2', { size: overview?.total ?? '…' })}
        </Link>{' '}
        {msg('view.pumps.inTheCatalogue')}
      </p>
    </aside>
  );
}

function RequiredTable({ position, required }: { position: Position; required: Ranking['required'] }) {
  const display = useDisplay();
  const study = useStudy((s) => s.study);
  const { index, running, standby, pump } = position;
  const requiredHead = (s: string): number | undefined =>
    quantityOf(entryIn(study, study.scenarios[index(s)], pump, 'requiredHead').value, 'head');
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="text-inkq text-right text-[12px]">
          <td />
          <th className="font-normal">{display.unit('flow')}</th>
          <th className="font-normal">{msg('view.pumps.min', { unit: display.unit('head') })}</th>
          <th className="font-normal">{msg('app.npsha')}</th>
        </tr>
      </thead>
      <tbody>
        {Object.entries(required).map(([s, r]) => (
          <tr key={s} className="h-[23px] text-right" data-required={s}>
            <td className="text-left">
              <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
            </td>
            <td className="whitespace-nowrap">
              {display.number(r.flow / running(s), 'flow')}
              {running(s) > 1 && <span className="text-inkq"> × {running(s)}</span>}
              {standby(s) > 0 && (
                <span className="text-inkq block text-[11px] leading-[12px]">
                  {msg('view.pumps.standby', { standby: standby(s) })}
                </span>
              )}
            </td>
            <td title={requiredHead(s) === undefined ? undefined : msg('view.pumps.minimumHeadOfTheSystem')}>
              {display.number(r.head, 'head')}
              {requiredHead(s) !== undefined && (
                <span className="text-inkq block text-[11px] leading-[12px]">
                  {msg('view.pumps.entered', { requiredHead: display.number(requiredHead(s), 'head') })}
                </span>
              )}
            </td>
            <td>{display.number(r.npsha, 'head')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Choices({ facets, asked, onAsk }: { facets: Facets | undefined } & Pick<RequiredPanelProps, 'asked' | 'onAsk'>) {
  return (
    <>
      <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.pumps.method')}</h3>
      <Select
        label={msg('view.pumps.method2')}
        value={asked.vary}
        options={WAYS}
        onChange={(v) => onAsk((a) => ({ ...a, vary: v as Vary }))}
      />
      <Select
        label={msg('view.pumps.objective')}
        value={asked.objective}
        options={OBJECTIVES}
        onChange={(v) => onAsk((a) => ({ ...a, objective: v as Objective }))}
      />
      {asked.objective === 'cost' && (
        <label className="flex items-center gap-2 text-[12px]">
          <span className="text-inkq flex-1">{msg('view.pumps.yearsOfService')}</span>
          <input
            type="number"
            min={1}
            max={100}
            value={asked.years ?? USUAL_YEARS}
            onChange={(e) => Number(e.target.value) > 0 && onAsk((a) => ({ ...a, years: Number(e.target.value) }))}
            className="border-edge bg-panel h-[24px] w-[64px] rounded-[3px] border px-1 text-right"
          />
        </label>
      )}
      <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.pumps.filters')}</h3>
      <SearchFilters
        facets={facets}
        filter={filterOf(asked)}
        onFilter={(f) => onAsk((a) => ({ vary: a.vary, objective: a.objective, ...(a.years ? { years: a.years } : {}), ...f }))}
      />
    </>
  );
}

const filterOf = ({ vary: _vary, objective: _objective, years: _years, ...filter }: RankAsked): PumpFilter => filter;
