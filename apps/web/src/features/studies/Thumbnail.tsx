import type { Study } from '@cedar-knot/core';
import type { Outcome } from '../../worker/outcome.js';
import { lineStyle } from '../../ui/scenarioStyle.js';

const W = 150;
const H = 68;

/** A little picture of the study's system and pump curves with its duty points. */
export function Thumbnail({ outcome, study }: { outcome: Outcome; study: Study }) {
  const curves = outcome.curves;
  if (!curves) return <div className="border-soft h-full w-full rounded-[3px] border border-dashed" />;
  const heads = [
    ...curves.pumps.flatMap((p) => p.head),
    ...outcome.scenarios.flatMap((s) => duty(s.result, curves.pump)?.head ?? []),
  ];
  const top = Math.max(...heads, 1) * 1.12;
  const end = curves.flows.at(-1)!;
  const path = (flow: readonly number[], head: readonly (number | null)[]): string =>
    flow
      .map((q, i) => (head[i] === null || head[i]! > top * 1.3 ? '' : `${(q / end) * W},${H - (head[i]! / top) * H}`))
      .filter(Boolean)
      .join(' ');
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="h-full w-full" aria-hidden="true">
      <path d={`M0.500 0V${H - 0.5}H${W}`} fill="none" stroke="var(--line-strong)" />
      {curves.scenarios.map((s) => (
        <polyline
          key={s.id}
          points={path(curves.flows, s.head)}
          fill="none"
          stroke={lineStyle(index(s.id)).color}
          strokeWidth={1.2}
          strokeDasharray={lineStyle(index(s.id)).dash}
        />
      ))}
      {curves.pumps.map((p) => (
        <polyline key={p.scenarios[0]} points={path(p.flow, p.head)} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
      ))}
      {outcome.scenarios.map((s) => {
        const d = duty(s.result, curves.pump);
        return (
          d && (
            <circle
              key={s.id}
              cx={(d.flow / end) * W}
              cy={H - (d.head / top) * H}
              r={3}
              fill="var(--panel)"
              stroke={lineStyle(index(s.id)).color}
              strokeWidth={1.6}
            />
          )
        );
      })}
    </svg>
  );
}

function duty(result: Outcome['scenarios'][number]['result'], pump: string): { flow: number; head: number } | null {
  const r = result?.elements[pump];
  return r?.kind === 'pump' && r.head !== null && result?.status !== 'failed' ? { flow: r.flow, head: r.head } : null;
}
