import type { PumpSummary } from '@cedar-knot/core';
import { lineStyle } from '../../ui/scenarioStyle.js';

/** A duty of a study that is laid over: of one unit, SI. */
export interface Duty {
  index: number;
  letter: string;
  name: string;
  flow: number;
  head: number;
}

const WIDTH = 106;
const HEIGHT = 16;

/** A pump's flow to the end of its curve, the preferred range heavy, with the duties of a study where they fall. */
export function FlowStrip({ summary, duties }: { summary: PumpSummary | null; duties: readonly Duty[] }) {
  if (!summary?.best) return <span className="text-inkq">–</span>;
  const { best, end } = summary;
  // what lies past the end of the curve stands at the end of the strip
  const most = Math.max(end, best.flow * 1.45);
  const x = (q: number): number => 2 + (Math.min(q, most) / most) * (WIDTH - 4);
  const y = HEIGHT / 2;
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
      <line x1={2} x2={x(end)} y1={y} y2={y} stroke="var(--gauge-out)" />
      <line
        x1={x(best.flow * 0.5)}
        x2={x(Math.min(end, best.flow * 1.2))}
        y1={y}
        y2={y}
        stroke="var(--gauge-allow)"
        strokeWidth={4}
      />
      <line
        x1={x(best.flow * 0.7)}
        x2={x(Math.min(end, best.flow * 1.2))}
        y1={y}
        y2={y}
        stroke="var(--gauge-pref)"
        strokeWidth={7}
      />
      <line x1={x(best.flow)} x2={x(best.flow)} y1={y - 5} y2={y + 5} stroke="var(--gauge-tick)" strokeWidth={1.2} />
      {duties.map((d) => (
        <line
          key={d.letter}
          x1={x(d.flow)}
          x2={x(d.flow)}
          y1={1}
          y2={HEIGHT - 1}
          stroke={lineStyle(d.index).color}
          strokeWidth={1.8}
        />
      ))}
    </svg>
  );
}
