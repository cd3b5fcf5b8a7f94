import { overallVerdict } from '@cedar-knot/core';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import type { Knot } from './model.js';

/** The duty points in figures. */
export function KnotTable({ knots }: { knots: readonly Knot[] }) {
  const display = useDisplay();
  const shown = useStudy((s) => s.shown);
  const heads = ['', '', display.unit('flow'), display.unit('head'), 'η %', display.unit('power'), '% BEP', 'NPSHA / R', ''];
  return (
    <table aria-label="Duty points" className="panel text-[12px]">
      <thead>
        <tr className="text-inkq h-[19px]">
          {heads.map((h, i) => (
            <th key={i} className={`px-1.5 font-normal ${i === 0 ? 'text-left' : 'text-right'}`}>
              {i === 0 ? 'knots' : h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {knots.slice(0, 9).map((k) => {
          const r = k.result;
          const result = shown[k.scenario]?.outcome.result;
          const region = result?.margins.find((m) => m.check === 'flow-region')?.verdict ?? 'not-applicable';
          const npsh = result?.margins.find((m) => m.check === 'npsh-ratio')?.verdict ?? 'not-applicable';
          const cells = [
            display.number(r.flow, 'flow'),
            display.number(r.head, 'head'),
            r.efficiency === null ? '–' : (r.efficiency * 100).toFixed(1),
            display.number(r.shaftPower, 'power'),
          ];
          return (
            <tr key={k.scenario} className="h-[19px]" data-duty={k.scenario}>
              <td className="pl-1.5">
                <ScenarioLetter index={k.index} letter={k.letter} small />
              </td>
              <td className="text-inkq px-1.5">{r.running} ×</td>
              {cells.map((c, i) => (
                <td key={i} className={`px-1.5 text-right ${i < 2 ? 'font-semibold' : ''}`}>
                  {c}
                </td>
              ))}
              <td className="px-1.5 text-right" style={region === 'holds' ? undefined : { color: verdictColor(region) }}>
                {r.flowRatio === null ? '–' : Math.round(r.flowRatio * 100)}
              </td>
              <td
                className="px-1.5 text-right font-semibold"
                style={npsh === 'holds' ? undefined : { color: verdictColor(npsh) }}
              >
                {display.number(r.npsha, 'head')} / {display.number(r.npshr, 'head')}
              </td>
              <td className="pr-1.5">{result && <VerdictMark kind={overallVerdict(result)} />}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
