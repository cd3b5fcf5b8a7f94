import { CHECKS, type Axis, type Sampled, type SampledMargin } from '@cedar-knot/core';
import { checkName, fixed } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { handleName } from '../../state/handles.js';
import { binned } from '../../state/histogram.js';
import { PlotFrame } from '../../ui/chart/PlotFrame.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const PAD = { left: 34, right: 14, top: 20, bottom: 34 };
const BINS = 30;
const MOST_INPUTS = 8;

/** How a margin lies over all draws, against its limit, and which inputs move it most. */
export function SpreadChart({ margin, scenario, sampled }: { margin: SampledMargin; scenario: string; sampled: Sampled }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const result = useStudy((s) => s.shown[scenario]?.outcome.result);
  const index = study.scenarios.findIndex((s) => s.id === scenario);
  const { check, where } = margin;
  const { dimension } = CHECKS[check];
  const show = (si: number): number => (dimension ? d.value(si, dimension) : si);
  const values = [...margin.values].filter(Number.isFinite).map(show);
  const now = result?.margins.find((m) => m.check === check && m.where === where);
  const limits = [now?.limit, now?.upper].flatMap((x) => (typeof x === 'number' && Number.isFinite(x) ? [show(x)] : []));
  const bins = binned(values, BINS);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  // a limit that is far away would press what is drawn into a line
  const near = limits.filter((x) => x > least - 2 * (most - least || 1) && x < most + 2 * (most - least || 1));
  const ranked = sampled.axes
    .map((axis, k) => ({ axis, rank: margin.rank[k] ?? 0 }))
    .sort((a, b) => Math.abs(b.rank) - Math.abs(a.rank))
    .slice(0, MOST_INPUTS);
  return (
    <section
      aria-label={msg('view.margins.spreadOfAMargin')}
      className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5"
      data-margin={`${check}:${where}`}
    >
      <h2 className="flex h-[26px] flex-none items-center gap-2 text-[14px] font-semibold">
        <ScenarioLetter index={index} letter={letterOf(index)} />
        {checkName(check)} <span className="text-inkq text-[12px] font-normal">{where}</span>
      </h2>
      <div className="min-h-0 flex-1">
        <PlotFrame
          label={msg('view.margins.allSamples', { checkName: checkName(check) })}
          x={{
            low: Math.min(least, ...near),
            high: Math.max(most, ...near),
            parts: 6,
            title: `${checkName(check)}${dimension ? `, ${d.unit(dimension)}` : ''}`,
          }}
          y={{ low: 0, high: Math.max(1, ...bins.map((b) => b.count)), parts: 3, title: msg('view.margins.samples') }}
          pad={PAD}
        >
          {(p) => (
            <>
              {bins.map((b) => (
                <rect
                  key={b.from}
                  x={p.x(b.from)}
                  width={Math.max(1, p.x(b.to) - p.x(b.from) - 1)}
                  y={p.y(b.count)}
                  height={Math.max(0, p.bottom - p.y(b.count))}
                  fill="var(--gauge-pref)"
                />
              ))}
              {near.map((x) => (
                <line
                  key={x}
                  x1={p.x(x)}
                  x2={p.x(x)}
                  y1={p.top}
                  y2={p.bottom}
                  stroke="var(--fails)"
                  strokeWidth={1.6}
                  data-limit
                />
              ))}
              {now?.value != null && (
                <path d={`M${p.x(show(now.value))} ${p.bottom}v${p.top - p.bottom}`} stroke="var(--ink)" strokeDasharray="2 3" />
              )}
            </>
          )}
        </PlotFrame>
      </div>
      <table className="flex-none text-[12px]" aria-label={msg('view.margins.mostInfluentialInputs')}>
        <tbody>
          {ranked.map(({ axis, rank }) => (
            <tr key={`${axis.address} ${axis.of}`} className="h-[19px]" data-axis={`${axis.address} ${axis.of}`}>
              <th scope="row" className="max-w-[150px] truncate pr-2 text-left font-normal">
                {axisName(axis, handleName(study, axis.address))}
              </th>
              <td className="w-full">
                <span className="relative block h-[9px]">
                  <span className="bg-line absolute inset-y-0 left-1/2 w-px" />
                  <span
                    className="absolute inset-y-0"
                    style={{
                      background: 'var(--cedar)',
                      left: `${50 + Math.min(0, rank) * 50}%`,
                      width: `${Math.abs(rank) * 50}%`,
                    }}
                  />
                </span>
              </td>
              <td className="text-inkq pl-2 text-right whitespace-nowrap">
                {rank < 0 ? '−' : '+'}
                {fixed(Math.abs(rank), 2)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-inkq flex-none text-[12px]">{msg('view.margins.rankCorrelationOfTheMargin')}</p>
    </section>
  );
}

/** `curve of P-410: head`, or the input itself */
function axisName(axis: Axis, name: string): string {
  return axis.of === 'input' ? name : `${name}: ${axis.of}`;
}
