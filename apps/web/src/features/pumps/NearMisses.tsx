import { nearestFallen, neededFor, type FallenPump, type ModelHead } from '@cedar-knot/core';
import { checkName, checkValue, neededText, fixed } from '@cedar-knot/wording';
import { Link } from 'react-router';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { MISSES_SHOWN } from './useRanking.js';
import { msg } from './words.js';

/** The pumps that fell out by the least: by what, in which scenario, and what they would need. */
export function NearMisses({
  fallen,
  heads,
  isRunning,
}: {
  fallen: readonly FallenPump[];
  heads: ReadonlyMap<string, ModelHead>;
  isRunning: boolean;
}) {
  const display = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const index = (scenario: string): number => scenarios.findIndex((s) => s.id === scenario);
  const misses = nearestFallen(fallen, MISSES_SHOWN);
  if (misses.length === 0)
    return <p className="text-inkq py-3">{isRunning ? msg('view.pumps.checking') : msg('view.pumps.noneRejected')}</p>;
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="text-inkq h-[24px] text-left text-[12px]">
          <th className="font-normal">{msg('view.pumps.makeAndSize')}</th>
          <th className="font-normal">{msg('view.pumps.failsOn')}</th>
          <th className="font-normal">{msg('view.pumps.in')}</th>
          <th className="text-right font-normal">{msg('view.pumps.value')}</th>
          <th className="text-right font-normal">{msg('view.pumps.limit')}</th>
          <th className="text-right font-normal">{msg('view.pumps.shortBy')}</th>
          <th className="pl-4 font-normal">{msg('view.pumps.needed')}</th>
        </tr>
      </thead>
      <tbody>
        {misses.map((f) => {
          const needed = neededFor(f);
          return (
            <tr key={f.model} className="border-soft h-[27px] border-t" data-miss={f.reason}>
              <td className="whitespace-nowrap">
                <Link to={`/catalogues/pumps/${f.model}`} className="font-semibold hover:text-[var(--cedar)]">
                  {heads.get(f.model)?.name ?? f.model}
                </Link>
              </td>
              <td className="whitespace-nowrap">{reasonText(f.reason)}</td>
              <td>
                <ScenarioLetter index={index(f.scenario)} letter={letterOf(index(f.scenario))} small />
              </td>
              <td className="text-fails text-right whitespace-nowrap">▲ {reasonValue(f.reason, f.value, display)}</td>
              <td className="text-right whitespace-nowrap">{reasonValue(f.reason, f.limit, display)}</td>
              <td className="text-inkq text-right whitespace-nowrap">
                {f.value === null || !f.limit ? '–' : `${fixed(100 * Math.abs(f.value / f.limit - 1), 1)} %`}
              </td>
              <td className="pl-4">{needed ? neededText(needed, display.system) : <span className="text-inkq">–</span>}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** words of what a pump falls by: a check, or that it gives too little head */
export function reasonText(reason: string): string {
  if (reason === 'head-short') return msg('view.pumps.headTooLow');
  if (reason === 'fault') return msg('view.pumps.calculationFailedAFaultOf');
  return reason === 'not-solved' ? msg('view.pumps.noSolutionWithThisPump') : checkName(reason);
}

function reasonValue(reason: string, value: number | null, d: ReturnType<typeof useDisplay>): string {
  if (value === null) return '–';
  if (reason === 'head-short') return `${d.number(value, 'head')} ${d.unit('head')}`;
  return checkValue(reason, value, d.system);
}
