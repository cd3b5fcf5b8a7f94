import type { Margin, ValveRow } from '@cedar-knot/core';
import { marginReason, rounded, fixed } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import type { ValveFigures } from '../../worker/valveFigures.js';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';
import { msg } from './words.js';

/** what a scenario asks of the valve */
export type Need = [scenario: string, need: ValveFigures['required'][string]];

const WORST = ['fails', 'near', 'holds', 'not-applicable'] as const;

interface NeedsTableProps {
  valve: string;
  needs: readonly Need[];
  row: ValveRow | null;
  /** its scenarios' own margins are shown, not those of a candidate */
  isOwn: boolean;
  marginsOf: (scenario: string) => readonly Margin[];
}

/** flow, drop, coefficient, travel and cavitation of every scenario */
export function NeedsTable({ valve, needs, row, isOwn, marginsOf }: NeedsTableProps) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const activate = useStudy((s) => s.activate);
  const us = d.system === 'us';
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="text-inkq h-[22px] text-right text-[12px]">
          <td />
          <th className="font-normal">{d.unit('flow')}</th>
          <th className="font-normal whitespace-nowrap">Δp {d.unit('pressureDifference')}</th>
          <th className="font-normal">{us ? 'Cv' : 'Kv'}</th>
          <th className="font-normal">{msg('view.valves.travel4')}</th>
          <th className="font-normal" title={msg('view.valves.xfRelativeToXfzThe')}>
            {msg('view.valves.xfXfz')}
          </th>
          <td className="w-[16px]" />
        </tr>
      </thead>
      <tbody>
        {needs.map(([id, n]) => {
          const stand = row?.scenarios[id];
          const verdicts = isOwn ? marginsOf(id).map((m) => m.verdict) : [stand?.verdict ?? 'not-applicable'];
          const verdict = WORST.find((v) => verdicts.includes(v)) ?? 'not-applicable';
          return (
            <tr key={id} className="h-[21px] text-right" data-asked={id}>
              <td className="text-left">
                <button
                  type="button"
                  aria-label={msg('view.valves.scenario', { letter: letterOf(index(id)) })}
                  onClick={() => activate(id)}
                >
                  <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                </button>
              </td>
              <td>{d.number(n.flow, 'flow')}</td>
              <td>
                <Figure id={valve} figure="drop" scenario={id}>
                  {d.number(n.drop, 'pressureDifference')}
                </Figure>
              </td>
              <td>
                <Figure id={valve} figure={us ? 'cv' : 'kv'} scenario={id}>
                  <b className="font-semibold">{n.kv === null ? '–' : rounded(us ? n.cv! : n.kv, 3)}</b>
                </Figure>
                {n.regime !== 'turbulent' && (
                  <span className="text-near block text-[11px] leading-[12px]">
                    {n.regime === 'choked' ? msg('view.valves.choked') : msg('view.valves.notTurbulent')}
                  </span>
                )}
              </td>
              <td data-travel={id}>
                {stand?.opening == null ? '–' : <Travel opening={stand.opening} verdict={stand.verdict} />}
              </td>
              <td>
                {stand?.xfRatio == null ? (
                  <span className="text-inkq" title={marginReason(marginOf(marginsOf(id), 'valve-cavitation'))}>
                    –
                  </span>
                ) : (
                  <span className={stand.xfRatio > 1 ? 'text-near' : ''}>{fixed(stand.xfRatio, 2)}</span>
                )}
              </td>
              <td className="pl-1">
                <VerdictMark kind={verdict} size={9} />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const marginOf = (margins: readonly Margin[], check: string): Margin =>
  margins.find((m) => m.check === check) ?? ({ check, verdict: 'not-applicable', value: null, limit: null } as unknown as Margin);

function Travel({ opening, verdict }: { opening: number; verdict: Margin['verdict'] }) {
  const tone = verdict === 'fails' ? 'text-fails' : verdict === 'near' ? 'text-near' : '';
  return <span className={tone}>{Math.round(opening * 100)}</span>;
}
