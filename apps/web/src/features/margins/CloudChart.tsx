import type { Sampled } from '@cedar-knot/core';
import { useState } from 'react';
import { letterOf } from '../../state/address.js';
import { PlotFrame } from '../../ui/chart/PlotFrame.js';
import { LetterTag } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { Select } from '../../ui/Select.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const PAD = { left: 44, right: 32, top: 22, bottom: 34 };

/** The duty points of a pump in every draw, a cloud a scenario, with the point as it is entered. */
export function CloudChart({ sampled }: { sampled: Sampled }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const pumps = [...new Set(sampled.scenarios.flatMap((s) => s.pumps.map((p) => p.id)))];
  const [chosen, setChosen] = useState<string | null>(null);
  const pump = chosen !== null && pumps.includes(chosen) ? chosen : pumps[0];
  const clouds = sampled.scenarios.flatMap((s) => {
    const own = s.pumps.find((p) => p.id === pump);
    const index = study.scenarios.findIndex((x) => x.id === s.id);
    if (!own || index < 0) return [];
    const points = [...own.flow.keys()].flatMap((i) =>
      Number.isFinite(own.flow[i]!) ? [[d.value(own.flow[i]!, 'flow'), d.value(own.head[i]!, 'head')] as const] : [],
    );
    const now = shown[s.id]?.outcome.result?.elements[pump!];
    const mean = now?.kind === 'pump' && now.head !== null ? ([d.value(now.flow, 'flow'), d.value(now.head, 'head')] as const) : null; // prettier-ignore
    return points.length === 0 ? [] : [{ id: s.id, index, points, mean }];
  });
  const all = clouds.flatMap((c) => [...c.points, ...(c.mean ? [c.mean] : [])]);
  const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
  return (
    <section aria-label={msg('view.margins.operatingPoints')} className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5">
      <h2 className="flex h-[26px] flex-none items-center gap-2 text-[14px] font-semibold">
        {msg('view.margins.operatingPoints')}
        {pumps.length > 1 && (
          <Select label={msg('app.pump')} value={pump} options={pumps.map((p) => [p, p])} onChange={(p) => p && setChosen(p)} />
        )}
        <span className="text-inkq text-[12px] font-normal">{msg('view.margins.circledAsEntered')}</span>
      </h2>
      <div className="min-h-0 flex-1">
        {all.length === 0 ? (
          <p className="text-inkq py-4 text-[12px]">{msg('view.margins.noPumpRunsInAny')}</p>
        ) : (
          <PlotFrame
            label={msg('view.margins.operatingPointsOfAllSamples')}
            x={{ low: Math.min(...xs), high: Math.max(...xs), parts: 6, title: msg('app.flow', { unit: d.unit('flow') }) }}
            y={{ low: Math.min(...ys), high: Math.max(...ys), parts: 5, title: msg('app.head', { unit: d.unit('head') }) }}
            pad={PAD}
          >
            {(p) =>
              clouds.map((c) => {
                const { color } = lineStyle(c.index);
                return (
                  <g key={c.id} data-cloud={c.id}>
                    <path
                      d={c.points.map(([x, y]) => `M${p.x(x).toFixed(1)} ${p.y(y).toFixed(1)}h0`).join('')}
                      stroke={color}
                      strokeWidth={3}
                      strokeLinecap="round"
                      opacity={0.45}
                    />
                    {c.mean && (
                      <>
                        <circle cx={p.x(c.mean[0])} cy={p.y(c.mean[1])} r={6} fill="none" stroke="var(--panel)" strokeWidth={5} />
                        <circle cx={p.x(c.mean[0])} cy={p.y(c.mean[1])} r={6} fill="none" stroke={color} strokeWidth={2} />
                        <LetterTag x={p.x(c.mean[0]) + 15} y={p.y(c.mean[1]) - 9} index={c.index} letter={letterOf(c.index)} />
                      </>
                    )}
                  </g>
                );
              })
            }
          </PlotFrame>
        )}
      </div>
    </section>
  );
}
