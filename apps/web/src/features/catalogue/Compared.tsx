import { PumpPerformance } from '@cedar-knot/core';
import { useMemo, useRef } from 'react';
import { axisTicks, spread } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay } from '../context.js';
import type { ComparedLine } from './FindView.js';

const LEFT = 38;
const RIGHT = 120;
const HEIGHT = 220;
const BOTTOM = 18;
const TOP = 14;
const STEPS = 40;
/** of ink: pumps carry no hues, those are the scenarios’ */
const DASHES = ['', '7 3', '2 3', '9 3 2 3'];

/** Up to four pumps over each other, each as it was trimmed and staged for the duty, with the system curve through it. */
export function Compared({
  lines,
  duty,
}: {
  lines: readonly ComparedLine[];
  duty: { flow: number; head: number; staticHead?: number };
}) {
  const d = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const drawn = useMemo(
    () =>
      lines.map(({ candidate: c, pump, name }) => {
        const p = new PumpPerformance(pump, {
          speed: c.speed,
          stages: c.stages,
          running: 1,
          wear: 0,
          ...(c.diameter === null ? {} : { diameter: c.diameter }),
        });
        const flows = Array.from({ length: STEPS + 1 }, (_, i) => (p.lastFlow * i) / STEPS);
        return { name, c, points: flows.map((q) => ({ q, h: p.head(q), eta: p.efficiency(q) ?? null })), best: p.bestFlow };
      }),
    [lines],
  );
  const end = Math.max(...drawn.map((l) => d.value(l.points.at(-1)!.q, 'flow')), d.value(duty.flow * 1.2, 'flow'));
  const top = Math.max(...drawn.flatMap((l) => l.points.map((p) => d.value(p.h, 'head'))), d.value(duty.head, 'head'));
  const flows = axisTicks(0, end, 8);
  const heads = axisTicks(0, top, 5);
  const half = (width - LEFT) * 0.6;
  const x = (q: number): number => LEFT + (q / flows.at(-1)!) * (half - LEFT - 20);
  const y = (h: number): number => HEIGHT - BOTTOM - (h / heads.at(-1)!) * (HEIGHT - BOTTOM - TOP);
  const x2 = (q: number): number => half + 30 + (q / flows.at(-1)!) * (width - half - 30 - RIGHT);
  const yEta = (e: number): number => HEIGHT - BOTTOM - e * (HEIGHT - BOTTOM - TOP);
  const hs = duty.staticHead ?? 0;
  const system = Array.from({ length: STEPS + 1 }, (_, i) => (duty.flow * 1.3 * i) / STEPS).map((q) => ({
    q,
    h: hs + (duty.head - hs) * (q / duty.flow) ** 2,
  }));
  const labels = spread(drawn.map((l) => yEta(l.points.at(-1)!.eta ?? 0)), 14, TOP + 6, HEIGHT - BOTTOM - 4); // prettier-ignore
  return (
    <section aria-label="Compared" className="panel flex-none px-2 pt-1.5">
      <div ref={box}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} role="img" aria-label="Head and efficiency of the compared pumps">
            <text x={2} y={10} fontSize={11} fontWeight={600} fill="var(--ink-2)">
              head, {d.unit('head')}
            </text>
            <text x={half + 30} y={10} fontSize={11} fontWeight={600} fill="var(--ink-2)">
              efficiency, %
            </text>
            {heads.map((t) => (
              <g key={t}>
                <line x1={LEFT} x2={half - 20} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
                <text x={LEFT - 4} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
                  {t}
                </text>
              </g>
            ))}
            {[0, 0.2, 0.4, 0.6, 0.8].map((t) => (
              <g key={t}>
                <line x1={half + 30} x2={width - RIGHT} y1={yEta(t)} y2={yEta(t)} stroke="var(--line-soft)" />
                <text x={half + 26} y={yEta(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
                  {t * 100}
                </text>
              </g>
            ))}
            {flows.map((t, i) => (
              <g key={t} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
                <text x={x(t)} y={HEIGHT - 4}>
                  {t}
                </text>
                {i % 2 === 0 && (
                  <text x={x2(t)} y={HEIGHT - 4}>
                    {t}
                  </text>
                )}
              </g>
            ))}
            <text x={width - RIGHT + 14} y={HEIGHT - 4} fontSize={11} fill="var(--ink-quiet)">
              {d.unit('flow')}
            </text>
            <path
              d={path(system.map((p) => [x(d.value(p.q, 'flow')), y(d.value(p.h, 'head'))]))}
              fill="none"
              stroke="var(--sc-a)"
              strokeWidth={2}
            />
            {drawn.map((l, i) => (
              <g key={l.name} fill="none" stroke="var(--ink)" strokeDasharray={DASHES[i]}>
                <path d={path(l.points.map((p) => [x(d.value(p.q, 'flow')), y(d.value(p.h, 'head'))]))} strokeWidth={2} />
                <path
                  d={path(l.points.flatMap((p) => (p.eta === null ? [] : [[x2(d.value(p.q, 'flow')), yEta(p.eta)] as const])))}
                  strokeWidth={2}
                />
              </g>
            ))}
            {drawn.map((l, i) => (
              <g key={l.name}>
                <circle
                  cx={x(d.value(l.c.duty.flow, 'flow'))}
                  cy={y(d.value(l.c.duty.head, 'head'))}
                  r={4.6}
                  fill="var(--panel)"
                  stroke="var(--sc-a)"
                  strokeWidth={1.6}
                />
                <circle
                  cx={x(d.value(l.c.duty.flow, 'flow'))}
                  cy={y(d.value(l.c.duty.head, 'head'))}
                  r={1.6}
                  fill="var(--sc-a)"
                />
                <text x={width - RIGHT + 6} y={labels[i]! + 4} fontSize={11} fill="var(--ink)">
                  {l.name}
                </text>
              </g>
            ))}
            <path
              d={`M${x(d.value(duty.flow, 'flow'))} ${y(d.value(duty.head, 'head')) - 6}l6 6l-6 6l-6 -6z`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.3}
            />
          </svg>
        )}
      </div>
    </section>
  );
}

function path(points: readonly (readonly [number, number])[]): string {
  return points.length === 0 ? '' : `M${points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}`;
}
