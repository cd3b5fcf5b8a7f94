import { fixed } from '@cedar-knot/wording';
import type { ModelHead, RankedPump } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

/** The ticked candidates column by column: every scenario's flow, head, efficiency, power and NPSHR, and the differences from the first. */
export function SideBySide({
  candidates,
  heads,
  onReport,
}: {
  candidates: readonly RankedPump[];
  heads: ReadonlyMap<string, ModelHead>;
  /** carries them in the study, for the report’s comparison */
  onReport: () => void;
}) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  if (candidates.length < 2) return <p className="text-inkq px-3 py-4">{msg('view.pumps.selectTwoOrMoreCandidates')}</p>;
  const scenarios = Object.keys(candidates[0]!.scenarios);
  const rows = [
    ['flow', d.unit('flow'), (c: RankedPump, s: string) => c.scenarios[s]?.flow ?? null, (v: number) => d.value(v, 'flow')],
    ['head', d.unit('head'), (c: RankedPump, s: string) => c.scenarios[s]?.head ?? null, (v: number) => d.value(v, 'head')],
    ['efficiency', '%', (c: RankedPump, s: string) => c.scenarios[s]?.efficiency ?? null, (v: number) => v * 100],
    [
      msg('app.shaftPower'),
      d.unit('power'),
      (c: RankedPump, s: string) => c.scenarios[s]?.shaftPower ?? null,
      (v: number) => d.value(v, 'power'),
    ],
    ['NPSHR', d.unit('head'), (c: RankedPump, s: string) => c.scenarios[s]?.npshr ?? null, (v: number) => d.value(v, 'head')],
    [msg('view.pumps.ofBepFlow'), '%', (c: RankedPump, s: string) => c.scenarios[s]?.flowRatio ?? null, (v: number) => v * 100],
  ] as const;
  return (
    <table className="text-[12.5px]">
      <thead>
        <tr className="bg-panel border-soft sticky top-0 h-[30px] border-b text-right">
          <td colSpan={2} className="w-[174px] pl-2 text-left">
            <Button
              tone="bare"
              className="!h-[22px] !px-1 text-[12px]"
              title={msg('view.pumps.keepsThesePumpsInThe')}
              onClick={onReport}
            >
              {msg('view.pumps.addToReport')}
            </Button>
          </td>
          {candidates.map((c, i) => (
            <th key={c.model} className="px-3 font-semibold">
              {heads.get(c.model)?.name ?? c.model}
              {i > 0 && <span className="text-inkq block text-[11px] font-normal">{msg('view.pumps.differenceToTheFirst')}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {scenarios.map((s) => {
          const index = study.scenarios.findIndex((x) => x.id === s);
          return rows.map(([name, unit, of, shown], r) => (
            <tr key={`${s}${name}`} className={`h-[22px] text-right ${r === 0 ? 'border-soft border-t' : ''}`}>
              <td className="pl-3 text-left">{r === 0 && <ScenarioLetter index={index} letter={letterOf(index)} small />}</td>
              <td className="text-inkq text-left">
                {name}, {unit}
              </td>
              {candidates.map((c, i) => {
                const value = of(c, s);
                const first = of(candidates[0]!, s);
                const difference = i > 0 && value !== null && first !== null ? shown(value) - shown(first) : null;
                return (
                  <td key={c.model} className="px-3 whitespace-nowrap">
                    {value === null ? '–' : figure(shown(value))}
                    {difference !== null && (
                      <span className="text-inkq inline-block w-[52px] text-[11px]">{signed(difference)}</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ));
        })}
      </tbody>
    </table>
  );
}

const figure = (x: number): string => (Math.abs(x) >= 100 ? fixed(x, 0) : Math.abs(x) >= 10 ? fixed(x, 1) : fixed(x, 2));
const signed = (x: number): string => `${x >= 0 ? '+' : '−'}${figure(Math.abs(x))}`;
