import { fixed } from '@cedar-knot/wording';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';
import { msg } from './words.js';

/** What a tee takes from each of its lines in the active scenario, by their share of the flow. */
export function TeeResults({ id }: { id: string }) {
  const active = useStudy((s) => s.active);
  const result = useStudy((s) => s.shown[s.active]?.outcome.result);
  const display = useDisplay();
  const tee = result?.points[id]?.tee;
  if (!tee || tee.common === null) return null;
  const whole = Math.abs(result.lines[tee.common]!.flow);
  return (
    <table className="mt-2 w-full text-[12px]" aria-label={msg('view.system.lossesInTheTee', { id })}>
      <caption className="text-inkq pb-0.5 text-left">
        {tee.divides ? msg('view.system.teeDividesTheFlowOf') : msg('view.system.teeJoinsTheFlowsTo')} {tee.common}
      </caption>
      <thead>
        <tr className="text-inkq h-[20px]">
          <th className="text-left font-normal">{msg('view.system.line')}</th>
          <th className="text-right font-normal">{msg('view.system.share')}</th>
          <th className="text-right font-normal">K</th>
          <th className="text-right font-normal">{msg('view.system.loss', { unit: display.unit('head') })}</th>
        </tr>
      </thead>
      <tbody>
        {tee.legs.map((leg) => (
          <tr key={leg.line} className="h-[20px]">
            <td>
              {leg.line} <span className="text-inkq">{leg.isBranch ? msg('view.system.branch') : msg('view.system.run')}</span>
            </td>
            <td className="text-right">{fixed((Math.abs(result.lines[leg.line]!.flow) / whole) * 100, 1)} %</td>
            <td className="text-right">{fixed(leg.k, 3)}</td>
            <td className="text-right font-semibold">
              <Figure id={id} figure={`tee-${leg.line}`} scenario={active}>
                {display.number(leg.headLoss, 'head')}
              </Figure>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
