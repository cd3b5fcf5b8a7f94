import { CHECK_CODES, type CheckCode, type Largest } from '@cedar-knot/core';
import { checkName, fixed } from '@cedar-knot/wording';
import { letterOf } from '../../../state/address.js';
import { LetterTag, ScenarioLetter } from '../../../ui/marks.js';
import { lineStyle } from '../../../ui/scenarioStyle.js';
import { axisTicks, spread } from '../../../ui/ticks.js';
import { useDisplay, useStudy, type Display } from '../../context.js';
import { distanceText, unitOfDistance } from './distance.js';
import { lowestOver } from './places.js';
import { useLargestFlows, type LongSights } from './useLongLines.js';
import { msg } from '../words.js';

/** Stations and largest flows, side by side under the drawing. */
export function LongTables({ sights }: { sights: LongSights | null }) {
  if (!sights) return <p className="text-inkq p-4">{msg('view.system.calculatingTheStations')}</p>;
  return (
    <div className="flex min-h-0 flex-1 overflow-auto">
      <StationTable sights={sights} />
      <LargestTable sights={sights} />
    </div>
  );
}

const head = 'text-inkq pr-2 text-right font-normal whitespace-nowrap';
const lead = 'text-inkq pr-2 text-left font-normal whitespace-nowrap';
const cell = 'pr-2 text-right whitespace-nowrap';

function StationTable({ sights }: { sights: LongSights }) {
  const scenarios = useStudy((s) => s.study.scenarios);
  const activeId = useStudy((s) => s.active);
  const select = useStudy((s) => s.select);
  const d = useDisplay();
  const active = sights[activeId];
  const index = scenarios.findIndex((s) => s.id === activeId);
  if (!active) return null;
  const total = active.stations.reduce((sum, s) => sum + (s.shaftPower ?? 0), 0);
  const gauge = (p: number | null): string => (p === null ? '–' : d.number(p - active.atmosphere, 'pressure'));
  return (
    <section
      aria-label={msg('view.system.stations')}
      className="border-soft min-w-[540px] flex-1 border-r px-3 py-1.5 text-[12px]"
    >
      <p className="text-inkq mb-0.5">
        <b className="text-ink text-[13px] font-semibold">{msg('view.system.stations')}</b> {msg('view.system.resultsOf')}
        <ScenarioLetter index={index} letter={letterOf(index)} small />{' '}
        {msg('view.system.lettersShowEveryScenario', { name: scenarios[index]?.name ?? activeId })}
      </p>
      <table className="w-full">
        <thead>
          <tr className="h-[20px]">
            <th className={lead}>{msg('view.system.station')}</th>
            <th className={head}>{unitOfDistance(d)}</th>
            <th className={head}>{msg('view.system.suction')}</th>
            <th className={head}>{msg('view.system.dischargeG', { unit: d.unit('pressure') })}</th>
            <th className={head}>{msg('view.system.head2', { unit: d.unit('head') })}</th>
            <th className={head}>{d.unit('speed')}</th>
            <th className={head}>η %</th>
            <th className={head}>{msg('view.system.shaft', { unit: d.unit('power') })}</th>
            <th className={head}>{msg('view.system.reach')}</th>
            <th className={`${head} w-[132px]`}>{msg('view.system.ofPowerAllowed')}</th>
          </tr>
        </thead>
        <tbody>
          {active.stations.map((s, k) => (
            <tr key={s.ids.join()} className="border-soft h-[29px] border-t">
              <th scope="row" className="text-left font-semibold">
                <button type="button" className="hover:underline" onClick={() => select(s.ids[0]!)}>
                  {s.ids.join(' + ')}
                </button>
              </th>
              <td className={cell}>{distanceText(s.chainage, d).split(' ')[0]}</td>
              <td className={cell}>{gauge(s.suction)}</td>
              <td className={`${cell} font-semibold`}>{gauge(s.discharge)}</td>
              <td className={cell}>{s.head ? d.number(s.head, 'head') : msg('view.system.stationary')}</td>
              <td className={cell}>{s.head && s.speed ? Math.round(s.speed) : '–'}</td>
              <td className={cell}>{s.efficiency ? fixed(s.efficiency * 100, 1) : '–'}</td>
              <td className={cell}>
                <b className="font-semibold">{d.number(s.head ? s.shaftPower : null, 'power')}</b>
                {s.allowedPower !== null && (
                  <span className="text-inkq">
                    {' '}
                    {msg('view.system.of2', { allowedPower: d.number(s.allowedPower, 'power') })}
                  </span>
                )}
              </td>
              <td className={`${cell} text-inkq`} title={msg('view.system.distanceReachedWithoutTheNext')}>
                {s.head ? (s.reach === null ? msg('view.system.theEnd') : distanceText(s.reach, d)) : '–'}
              </td>
              <td>
                <Shares sights={sights} station={k} />
              </td>
            </tr>
          ))}
          <tr className="border-soft h-[24px] border-t">
            <th scope="row" className="text-left font-semibold" colSpan={7}>
              {msg('view.system.total')}
            </th>
            <td className={`${cell} font-semibold`}>{d.number(total, 'power', 4)}</td>
            <td colSpan={2} className="text-inkq text-right whitespace-nowrap">
              {active.flow > 0 ? msg('view.system.kwhM', { total: fixed(total / active.flow / 3.6e6, 2) }) : ''}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  );
}

/** share of the allowed power in every scenario: letters over a bar */
function Shares({ sights, station }: { sights: LongSights; station: number }) {
  const scenarios = useStudy((s) => s.study.scenarios);
  const W = 124;
  const x = (share: number): number => 4 + Math.min(1.15, Math.max(0, share)) * (W - 22);
  const shares = scenarios.flatMap((s, index) => {
    const at = sights[s.id]?.stations[station];
    return at?.allowedPower && at.shaftPower !== null && at.head ? [{ index, share: at.shaftPower / at.allowedPower }] : [];
  });
  const xs = spread(shares.map((s) => x(s.share)), 13, 6, W - 7); // prettier-ignore
  return (
    <svg
      width={W}
      height={28}
      role="img"
      aria-label={
        shares.map((s) => `${letterOf(s.index)} ${Math.round(s.share * 100)} %`).join(', ') || msg('view.system.noMotor')
      }
    >
      <rect x={4} y={20} width={x(1) - 4} height={4} fill="var(--line-strong)" />
      <line x1={x(1)} x2={x(1)} y1={16} y2={27} stroke="var(--ink)" strokeWidth={1.4} />
      {shares.map((s, i) => (
        <g key={s.index}>
          <path d={`M${xs[i]} 14L${x(s.share)} 20V25`} stroke={lineStyle(s.index).color} fill="none" strokeWidth={1.4} />
          <LetterTag x={xs[i]!} y={8} index={s.index} letter={letterOf(s.index)} size={12} />
        </g>
      ))}
    </svg>
  );
}

function LargestTable({ sights }: { sights: LongSights }) {
  const scenarios = useStudy((s) => s.study.scenarios);
  const activeId = useStudy((s) => s.active);
  const d = useDisplay();
  const largest = useLargestFlows(sights);
  const values = scenarios.flatMap((s) => [sights[s.id]?.flow ?? NaN, largest[s.id]?.largest ?? NaN]).filter(Number.isFinite);
  const ticks = axisTicks(0.9 * d.value(Math.min(...values), 'flow'), 1.05 * d.value(Math.max(...values), 'flow'), 3);
  const W = 96;
  const x = (si: number): number => 6 + ((d.value(si, 'flow') - ticks[0]!) / (ticks.at(-1)! - ticks[0]! || 1)) * (W - 12);
  return (
    <section aria-label={msg('view.system.largestFlow')} className="min-w-[560px] flex-1 px-3 py-1.5 text-[12px]">
      <p className="text-inkq mb-0.5">
        <b className="text-ink text-[13px] font-semibold">{msg('view.system.largestFlow')}</b>{' '}
        {msg('view.system.withNoFurtherCheckFailing', { unit: d.unit('flow') })}
      </p>
      <table className="w-full">
        <thead>
          <tr className="h-[20px]">
            <th className={lead} colSpan={2}>
              {msg('view.system.scenario')}
            </th>
            <th className={head}>{msg('view.system.nowColumn')}</th>
            <th className={head} style={{ width: W }}>
              {ticks[0]} … {ticks.at(-1)}
            </th>
            <th className={head}>{msg('view.system.largestFlow2')}</th>
            <th className={head}>{msg('view.system.reserve')}</th>
            <th className={`${lead} pl-2`}>{msg('view.system.limitedBy')}</th>
            <th className={`${lead} pl-2`}>{msg('view.system.ifThatLimitWereRaised')}</th>
          </tr>
        </thead>
        <tbody>
          {scenarios.map((s, index) => {
            const sight = sights[s.id];
            const found = largest[s.id];
            if (!sight) return null;
            const now = sight.flow;
            return (
              <tr key={s.id} className={`border-soft h-[27px] border-t ${s.id === activeId ? 'bg-wash' : ''}`}>
                <td className="w-[22px] pl-1">
                  <ScenarioLetter index={index} letter={letterOf(index)} small />
                </td>
                <th scope="row" className="max-w-[110px] truncate pl-1.5 text-left font-normal">
                  {s.name ?? s.id}
                </th>
                <td className={cell}>{d.number(now, 'flow')}</td>
                <td>
                  <svg width={W} height={18} aria-hidden="true">
                    <line x1={6} x2={W - 6} y1={9} y2={9} stroke="var(--line-strong)" strokeWidth={2} />
                    {Number.isFinite(now) && <circle cx={x(now)} cy={9} r={4} fill={lineStyle(index).color} />}
                    {found?.largest ? (
                      <line x1={x(found.largest)} x2={x(found.largest)} y1={2} y2={16} stroke="var(--ink)" strokeWidth={1.6} />
                    ) : null}
                  </svg>
                </td>
                <Found found={found} isAsked={sight.flowInput !== null} now={now} d={d} sights={sights} scenario={s.id} />
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function Found({
  found,
  isAsked,
  now,
  d,
  sights,
  scenario,
}: {
  found: Largest | null | undefined;
  isAsked: boolean;
  now: number;
  d: Display;
  sights: LongSights;
  scenario: string;
}) {
  if (!isAsked)
    return (
      <td colSpan={4} className="text-inkq pl-2">
        {msg('view.system.theFlowFollowsFromThe')}
      </td>
    );
  if (!found)
    return (
      <td colSpan={4} className="text-inkq pl-2">
        {found === undefined ? msg('view.system.calculating2') : msg('view.system.notKnown')}
      </td>
    );
  const { largest, check, where, next, reason } = found;
  const open = reason === 'not-in-range';
  const after = next
    ? msg('view.system.then', {
        largest: d.number(next.largest, 'flow'),
        cause: causeText(next.check, next.where, sights, scenario, d),
      })
    : '';
  return (
    <>
      <td className={`${cell} font-semibold`}>{open ? `> ${d.number(largest, 'flow')}` : d.number(largest, 'flow')}</td>
      <td className={`${cell} text-inkq`}>{largest === null ? '' : `+${d.number(Math.max(0, largest - now), 'flow')}`}</td>
      <td className="pl-2 font-semibold whitespace-nowrap">
        {check === null ? msg('view.system.noLimitInTheRange') : causeText(check, where, sights, scenario, d)}
      </td>
      <td className="text-inkq max-w-[108px] truncate pl-2" title={after}>
        {after}
      </td>
    </>
  );
}

/** what stops a flow, where; of a low pressure the place */
function causeText(
  check: CheckCode | 'not-solved',
  where: string | null,
  sights: LongSights,
  scenario: string,
  d: Display,
): string {
  if (check === 'not-solved') return msg('view.system.noSolutionBeyond');
  const name = CHECK_CODES.includes(check) ? checkName(check) : check;
  const sight = sights[scenario];
  const isLow = check === 'lowest-pressure' && sight && sight.elements[sight.element[0]!] !== undefined;
  return isLow
    ? msg('view.system.near', { name, distance: distanceText(lowestOver(sight), d) })
    : msg('view.system.at', { name, where: where ?? '' });
}
