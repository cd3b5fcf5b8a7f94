import type { curveSheet, readOut, SheetCurve } from '@cedar-knot/core';
import type { KeyboardEvent, PointerEvent } from 'react';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { axisTicks } from '../../ui/ticks.js';
import type { Display } from '../context.js';
import type { Duty } from './FlowStrip.js';
import { msg } from './words.js';

const LEFT = 40;
const RIGHT = 44;
const GAP = 26;
const FOOT = 18;
const HEIGHTS = { head: 210, power: 74, npshr: 62 };

export interface CurveSheetChartProps {
  width: number;
  sheet: ReturnType<typeof curveSheet>;
  contours: boolean;
  lead: SheetCurve;
  flow: number;
  read: ReturnType<typeof readOut>;
  display: Display;
  duties: readonly Duty[];
  rating: number | undefined;
  onFlow: (flow: number | null) => void;
}

/** Head with lines of equal efficiency, power and NPSHR, one over the other on one flow axis, and the flow that is read. */
export function CurveSheetChart(props: CurveSheetChartProps) {
  const { width, sheet, contours, lead, flow, read, display, duties, rating, onFlow } = props;
  const frame = frameOf(sheet.curves, duties, width, display);
  const { flows, x, top, bottom, head, power, npshr } = frame;
  const most = flows.at(-1)! / display.value(1, 'flow');
  const place = (event: PointerEvent<SVGSVGElement>): void => {
    const px = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const shown = ((px - LEFT) / (width - LEFT - RIGHT)) * flows.at(-1)!;
    const inSi = shown / display.value(1, 'flow');
    if (shown >= 0 && shown <= flows.at(-1)!) onFlow(inSi);
  };
  const keys = (event: KeyboardEvent): void => {
    const step = { ArrowRight: 0.01, ArrowLeft: -0.01, PageUp: 0.1, PageDown: -0.1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onFlow(Math.max(0, Math.min(most, flow + step * most)));
  };
  const at = x(display.value(flow, 'flow'));
  return (
    <svg
      width={width}
      height={bottom + FOOT}
      role="application"
      aria-label={msg('view.catalogue.curveSheetArrowKeysMove')}
      tabIndex={0}
      onPointerMove={place}
      onPointerDown={place}
      onPointerLeave={() => onFlow(null)}
      onKeyDown={keys}
    >
      {flows.map((t) => (
        <g key={t}>
          <line x1={x(t)} x2={x(t)} y1={top} y2={bottom} stroke="var(--line-soft)" />
          <text x={x(t)} y={bottom + 13} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
            {t}
          </text>
        </g>
      ))}
      <text x={width - 2} y={bottom + 13} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
        {display.unit('flow')}
      </text>
      <Axis p={head} width={width} title={msg('app.head', { unit: display.unit('head') })} />
      {contours && <Contours contours={sheet.contours} frame={frame} display={display} />}
      {sheet.curves.map((c, i) => (
        <Curve key={i} c={c} isLead={c === lead} frame={frame} display={display} />
      ))}
      {power && <Axis p={power} width={width} title={msg('view.catalogue.shaftPowerOnWater', { unit: display.unit('power') })} />}
      {power && rating !== undefined && <Rating rating={rating} power={power} width={width} display={display} />}
      {npshr && <Axis p={npshr} width={width} title={msg('view.catalogue.npshr3', { unit: display.unit('head') })} />}
      {duties.map((d) => {
        const s = lineStyle(d.index);
        const [cx, cy] = [x(display.value(d.flow, 'flow')), head.y(display.value(d.head, 'head'))];
        return (
          <g key={d.letter}>
            <circle cx={cx} cy={cy} r={6} fill="none" stroke={s.color} strokeWidth={1.6} />
            <circle cx={cx} cy={cy} r={1.5} fill={s.color} />
            <text x={cx + 8} y={cy - 5} fontSize={11} fontWeight={600} fill={s.color} className="halo">
              {d.letter}
            </text>
          </g>
        );
      })}
      <g stroke="var(--cedar)" fill="var(--cedar)" pointerEvents="none">
        <line x1={at} x2={at} y1={top} y2={bottom} strokeDasharray="3 3" />
        <circle cx={at} cy={head.y(display.value(read.head, 'head'))} r={3.4} stroke="none" />
        {power && read.power !== null && <circle cx={at} cy={power.y(display.value(read.power, 'power'))} r={3} stroke="none" />}
        {npshr && read.npshr !== null && <circle cx={at} cy={npshr.y(display.value(read.npshr, 'head'))} r={3} stroke="none" />}
      </g>
    </svg>
  );
}

/** places of the plots and their scales, from shown values to px */
interface Frame {
  flows: readonly number[];
  x: (flow: number) => number;
  top: number;
  bottom: number;
  head: Plot;
  /** null where no curve tells it */
  power: Plot | null;
  npshr: Plot | null;
}

function frameOf(curves: readonly SheetCurve[], duties: readonly Duty[], width: number, display: Display): Frame {
  const hasPower = curves.some((c) => c.power.some((p) => p !== null));
  const hasNpshr = curves.some((c) => c.npshr.some((p) => p !== null));
  const q = (si: number): number => display.value(si, 'flow');
  const end = Math.max(...curves.map((c) => q(c.flow.at(-1)!)), ...duties.map((d) => q(d.flow)));
  const flows = axisTicks(0, end, Math.max(3, Math.floor(width / 80)));
  const x = (v: number): number => LEFT + (v / flows.at(-1)!) * (width - LEFT - RIGHT);
  const top = 18;
  const powerTop = top + HEIGHTS.head + GAP;
  const npshrTop = powerTop + (hasPower ? HEIGHTS.power + GAP : 0);
  const bottom = npshrTop + (hasNpshr ? HEIGHTS.npshr : -GAP);

  const heads = curves.flatMap((c) => c.head).map((v) => display.value(v, 'head'));
  const headTicks = axisTicks(0, Math.max(...heads, ...duties.map((d) => display.value(d.head, 'head'))), 6);
  const least = Math.min(...heads);
  // the axis begins below the lowest curve where that leaves less empty
  const headFloor = headTicks.filter((t) => t <= least * 0.92).at(-1) ?? 0;
  const head = plot(
    headFloor > headTicks.at(-1)! * 0.25 ? headTicks.filter((t) => t >= headFloor) : headTicks,
    top,
    HEIGHTS.head,
  );
  const powers = [...curves.flatMap((c) => c.power).flatMap((p) => (p === null ? [] : [display.value(p, 'power')]))];
  const npshrs = curves.flatMap((c) => c.npshr).flatMap((p) => (p === null ? [] : [display.value(p, 'head')]));
  return {
    flows,
    x,
    top,
    bottom,
    head,
    power: hasPower ? plot(axisTicks(0, Math.max(...powers, 0.01), 2), powerTop, HEIGHTS.power) : null,
    npshr: hasNpshr ? plot(axisTicks(0, Math.max(...npshrs, 0.01), 2), npshrTop, HEIGHTS.npshr) : null,
  };
}

/** lines of equal efficiency over the heads */
function Contours({
  contours,
  frame,
  display,
}: {
  contours: CurveSheetChartProps['sheet']['contours'];
  frame: Frame;
  display: Display;
}) {
  const { x, head } = frame;
  const q = (si: number): number => display.value(si, 'flow');
  return contours.map((c) => (
    <g key={c.efficiency}>
      {c.lines.map((points, i) => (
        <path
          key={i}
          d={polyline(points.map((p) => [x(q(p.flow)), head.y(display.value(p.head, 'head'))]))}
          fill="none"
          stroke="var(--ink-quiet)"
          strokeWidth={1}
          strokeDasharray="4 3"
        />
      ))}
      <ContourName
        ends={c.lines
          .flatMap((l) => [l[0]!, l.at(-1)!])
          .map((p) => ({ x: x(q(p.flow)), y: head.y(display.value(p.head, 'head')) }))}
        text={`${Math.round(c.efficiency * 100)}`}
      />
    </g>
  ));
}

/** one diameter in all plots, with its best efficiency */
function Curve({ c, isLead, frame, display }: { c: SheetCurve; isLead: boolean; frame: Frame; display: Display }) {
  const { x, head, power, npshr } = frame;
  const q = (si: number): number => display.value(si, 'flow');
  const line = (ys: readonly (number | null)[], to: (v: number) => number): string =>
    polyline(c.flow.map((f, i) => [x(q(f)), ys[i] === null ? null : to(ys[i]!)]));
  const best = head.y(display.value(headAt(c, c.best), 'head'));
  return (
    <g>
      <path
        d={line(c.head, (v) => head.y(display.value(v, 'head')))}
        fill="none"
        stroke={c.isMade ? 'var(--ink)' : 'var(--cedar)'}
        strokeWidth={isLead ? 2.4 : 1.2}
      />
      <line x1={x(q(c.best))} x2={x(q(c.best))} y1={best - 5} y2={best + 5} stroke="var(--ink)" strokeWidth={1.2} />
      {c.diameter !== null && (
        <text
          x={LEFT + 4}
          y={head.y(display.value(c.head[0]!, 'head')) - 3}
          fontSize={11}
          fontWeight={isLead ? 600 : 400}
          fill={c.isMade ? 'var(--ink)' : 'var(--cedar)'}
          className="halo"
        >
          Ø {display.number(c.diameter, 'diameter')}
        </text>
      )}
      {power && (
        <path
          d={line(c.power, (v) => power.y(display.value(v, 'power')))}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={isLead ? 2 : 0.9}
        />
      )}
      {npshr && (
        <path
          d={line(c.npshr, (v) => npshr.y(display.value(v, 'head')))}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={isLead ? 2 : 0.7}
        />
      )}
    </g>
  );
}

/** the motor's rating, where it lies in the plot */
function Rating({ rating, power, width, display }: { rating: number; power: Plot; width: number; display: Display }) {
  const rated = display.value(rating, 'power');
  if (rated > power.most * 1.0001) return null;
  return (
    <g>
      <line x1={LEFT} x2={width - RIGHT} y1={power.y(rated)} y2={power.y(rated)} stroke="var(--fails)" strokeDasharray="5 3" />
      <text x={width - RIGHT - 3} y={power.y(rated) - 3} fontSize={11} fill="var(--fails)" textAnchor="end" className="halo">
        {msg('view.catalogue.motor', { rating: display.number(rating, 'power'), unit: display.unit('power') })}
      </text>
    </g>
  );
}

interface Plot {
  ticks: readonly number[];
  most: number;
  top: number;
  height: number;
  y: (v: number) => number;
}

function plot(ticks: readonly number[], top: number, height: number): Plot {
  const [low, most] = [ticks[0]!, ticks.at(-1)!];
  return { ticks, most, top, height, y: (v) => top + height - ((v - low) / (most - low || 1)) * height };
}

function Axis({ p, width, title }: { p: Plot; width: number; title: string }) {
  return (
    <g>
      <text x={2} y={p.top - 9} fontSize={11} fontWeight={600} fill="var(--ink-2)">
        {title}
      </text>
      {p.ticks.map((t) => (
        <g key={t}>
          <line
            x1={LEFT}
            x2={width - RIGHT}
            y1={p.y(t)}
            y2={p.y(t)}
            stroke={t === p.ticks[0] ? 'var(--line-strong)' : 'var(--line-soft)'}
          />
          <text x={LEFT - 4} y={p.y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {t}
          </text>
        </g>
      ))}
    </g>
  );
}

/** the value of a contour at its upper end, where the largest diameter cuts it */
function ContourName({ ends, text }: { ends: readonly { x: number; y: number }[]; text: string }) {
  const [up] = [...ends].sort((a, b) => a.y - b.y);
  if (!up) return null;
  return (
    <text x={up.x} y={up.y - 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle" className="halo">
      {text}
    </text>
  );
}

function headAt(c: SheetCurve, flow: number): number {
  const i = Math.max(1, c.flow.findIndex((f) => f >= flow)); // prettier-ignore
  const [a, b] = [c.flow[i - 1]!, c.flow[i]!];
  return c.head[i - 1]! + ((c.head[i]! - c.head[i - 1]!) * (flow - a)) / (b - a || 1);
}

function polyline(points: readonly (readonly [number, number | null])[]): string {
  let d = '';
  for (const [px, py] of points) {
    if (py === null) continue;
    d += `${d === '' ? 'M' : 'L'}${px.toFixed(1)} ${py.toFixed(1)}`;
  }
  return d;
}
