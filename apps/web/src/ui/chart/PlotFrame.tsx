import { rounded } from '@cedar-knot/wording';
import { useRef, type ReactNode } from 'react';
import { axisTicks } from '../ticks.js';
import { useSize } from '../useSize.js';

/** An axis of a drawn chart: what it holds, in the unit that is shown. */
export interface PlotAxis {
  low: number;
  high: number;
  /** wanted number of parts */
  parts: number;
  title: string;
  /** it ends where its values end, and not at the next round one */
  isTight?: boolean;
  write?: (tick: number) => string;
}

/** Where the values of the axes lie in the drawing, px. */
export interface Plot {
  x: (v: number) => number;
  y: (v: number) => number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const plain = (t: number): string => rounded(t, 6);

/** A frame with two linear axes, round ticks and soft rules that fills its box; what is drawn in it is handed its scales. */
export function PlotFrame({
  label,
  x: across,
  y: up,
  pad,
  children,
  behind,
}: {
  label: string;
  x: PlotAxis;
  y: PlotAxis;
  pad: { left: number; right: number; top: number; bottom: number };
  children: (plot: Plot) => ReactNode;
  /** drawn under the rules */
  behind?: (plot: Plot) => ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [ticksX, ticksY] = [ticksOf(across), ticksOf(up)];
  const [left, right, top, bottom] = [pad.left, width - pad.right, pad.top, height - pad.bottom];
  const scale = (axis: PlotAxis, ticks: readonly number[], from: number, to: number) => {
    const [low, high] = axis.isTight ? [axis.low, axis.high] : [ticks[0]!, ticks.at(-1)!];
    return (v: number): number => from + ((v - low) / (high - low || 1)) * (to - from);
  };
  const [x, y] = [scale(across, ticksX, left, right), scale(up, ticksY, bottom, top)];
  const plot = { x, y, left, right, top, bottom };
  return (
    <div ref={box} className="print-plot relative h-full w-full">
      {width > 0 && height > pad.top + pad.bottom && (
        <svg width={width} height={height} role="img" aria-label={label} className="absolute inset-0">
          {behind?.(plot)}
          {ticksY.map((t) => (
            <g key={t}>
              <line x1={left} x2={right} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
              <text x={left - 5} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
                {(up.write ?? plain)(t)}
              </text>
            </g>
          ))}
          {ticksX.map((t) => (
            <text key={t} x={x(t)} y={bottom + 14} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
              {(across.write ?? plain)(t)}
            </text>
          ))}
          <line x1={left} x2={right} y1={bottom} y2={bottom} stroke="var(--line-strong)" />
          <text x={left} y={top - 7} fontSize={11} fill="var(--ink-2)">
            {up.title}
          </text>
          <text x={right} y={bottom + 27} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {across.title}
          </text>
          {children(plot)}
        </svg>
      )}
    </div>
  );
}

function ticksOf({ low, high, parts, isTight }: PlotAxis): number[] {
  const ticks = axisTicks(low, high, parts);
  return isTight ? ticks.filter((t) => t >= low && t <= high) : ticks;
}

/** A line through places in a plot, px. */
export function pathOf(points: readonly (readonly [number, number])[]): string {
  return points.length === 0 ? '' : `M${points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}`;
}
