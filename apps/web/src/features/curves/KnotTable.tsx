import { fixed } from '@cedar-knot/wording';
import { overallVerdict } from '@cedar-knot/core';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import type { Knot } from './model.js';
import { msg } from './words.js';

/** The duty points in figures, one below the other: they stand beside the plot, where no curve runs. */
export function KnotTable({ knots }: { knots: readonly Knot[] }) {
  const display = useDisplay();
  const shown = useStudy((s) => s.shown);
  const heads = [msg('view.curves.pointHead'), display.unit('flow'), display.unit('head'), 'η %', msg('view.curves.bep')];
  return (
    <table aria-label={msg('view.curves.operatingPoints')} className="w-full text-[12px]">
      <thead>
        <tr className="text-inkq h-[19px]">
          {heads.map((h, i) => (
            <th key={h} className={`font-normal ${i === 0 ? 'text-left' : 'text-right'}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {knots.map((k) => {
          const r = k.result;
          const result = shown[k.scenario]?.outcome.result;
          const region = result?.margins.find((m) => m.check === 'flow-region')?.verdict ?? 'not-applicable';
          const npsh = result?.margins.find((m) => m.check === 'npsh-ratio')?.verdict ?? 'not-applicable';
          return (
            <tr key={k.scenario} className="border-soft border-t align-top" data-duty={k.scenario}>
              <td className="py-0.5">
                <span className="inline-flex items-center gap-1">
                  <ScenarioLetter index={k.index} letter={k.letter} small />
                  {result && <VerdictMark kind={overallVerdict(result)} size={9} />}
                </span>
                <span className="text-inkq block text-[11px] leading-[13px]">{r.running} ×</span>
              </td>
              <td className="py-0.5 text-right">
                <b className="font-semibold">{display.number(r.flow, 'flow')}</b>
                <span className="text-inkq block text-[11px] leading-[13px]">
                  {display.number(r.shaftPower, 'power')} {display.unit('power')}
                </span>
              </td>
              <td className="py-0.5 text-right font-semibold">{display.number(r.head, 'head')}</td>
              <td className="py-0.5 text-right">{r.efficiency === null ? '–' : fixed(r.efficiency * 100, 1)}</td>
              <td className="py-0.5 text-right">
                <span style={region === 'holds' ? undefined : { color: verdictColor(region) }}>
                  {r.flowRatio === null ? '–' : Math.round(r.flowRatio * 100)}
                </span>
                <span
                  className="block text-[11px] leading-[13px] whitespace-nowrap"
                  style={{ color: npsh === 'holds' ? 'var(--ink-quiet)' : verdictColor(npsh) }}
                  title={msg('view.curves.npshaNpshr')}
                >
                  {display.number(r.npsha, 'head')} / {display.number(r.npshr, 'head')}
                </span>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
