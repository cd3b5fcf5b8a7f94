import { curveSheet, readOut, stageCounts, type PumpInput, type SheetCurve, type SheetSetting } from '@cedar-knot/core';
import { Toggle } from 'radix-ui';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { readEntry } from '../../state/entry.js';
import { Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { axisTicks } from '../../ui/ticks.js';
import { TypedField } from '../../ui/TypedField.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, type Display } from '../context.js';
import { impellerField, flowField, speedField, siOf } from '../../state/quantities.js';
import type { Duty } from './FlowStrip.js';

const LEFT = 40;
const RIGHT = 44;
const GAP = 26;
const FOOT = 18;
const HEIGHTS = { head: 210, power: 74, npshr: 62 };

/** Curves of a pump over its flow: head of the made diameters with lines of equal efficiency, power, NPSHR, read off at any flow. */
export function CurveSheet({ pump, duties }: { pump: PumpInput; duties: readonly Duty[] }) {
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const rated = pump.speed ?? pump.curves[0]!.speed;
  const mains = (pump as { frequency?: number }).frequency ?? 50;
  const counts = stageCounts(pump);
  const [speed, setSpeed] = useState(rated);
  const [diameter, setDiameter] = useState<number | undefined>(undefined);
  const [stages, setStages] = useState(counts[0]!);
  const [shows, setShows] = useState({ made: true, contours: true });
  const [at, setAt] = useState<number | null>(null);
  const setting: SheetSetting = { speed, stages, ...(diameter === undefined ? {} : { diameter }) };
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const sheet = useMemo(() => curveSheet(pump, setting), [pump, speed, diameter, stages]);
  const lead =
    sheet.curves.find((c) => !c.isMade) ?? sheet.curves.find((c) => c.diameter === (diameter ?? null)) ?? sheet.curves.at(-1)!;
  const flow = at ?? lead.best;
  const read = readOut(pump, setting, flow);
  const flowText = `${display.number(flow, 'flow')} ${display.typed('flow')}`;
  const frequency =
    Math.abs(speed / rated - 50 / mains) < 0.002 ? '50' : Math.abs(speed / rated - 60 / mains) < 0.002 ? '60' : '';
  return (
    <div className="flex flex-col gap-1">
      <div className="no-print flex flex-wrap items-end gap-1.5">
        {pump.curves.length > 1 && (
          <Pill on={shows.made} text="made Ø" onClick={() => setShows((s) => ({ ...s, made: !s.made }))} />
        )}
        {sheet.contours.length > 0 && (
          <Pill on={shows.contours} text="contours, η %" onClick={() => setShows((s) => ({ ...s, contours: !s.contours }))} />
        )}
        <span className="ml-auto" />
        {counts.length > 1 && (
          <Select
            label="Stages"
            value={String(stages)}
            options={counts.map((n) => [String(n), `${n} ${n === 1 ? 'stage' : 'stages'}`])}
            onChange={(v) => setStages(Number(v))}
            className="w-[92px]"
          />
        )}
        <Segmented
          label="Mains"
          value={frequency}
          options={[
            { value: '50', text: '50' },
            { value: '60', text: '60 Hz' },
          ]}
          onChange={(hz) => setSpeed((rated * Number(hz)) / mains)}
        />
        <div className="w-[86px]">
          <TypedField
            label="Speed"
            name="speed"
            hideLabel
            value={`${Math.round(speed)} rpm`}
            read={(t) => readEntry(t, speedField(pump), '1 rpm')}
            onCommit={(v) => setSpeed(siOf(v, 'speed') ?? rated)}
          />
        </div>
        {pump.curves[0]!.diameter !== undefined && (
          <div className="w-[86px]">
            <TypedField
              label="Impeller diameter"
              name="diameter"
              hideLabel
              optional
              value={diameter === undefined ? '' : `${display.number(diameter, 'diameter')} ${display.typed('diameter')}`}
              placeholder="Ø any"
              read={(t) => readEntry(t, impellerField(pump), `1 ${display.typed('diameter')}`)}
              onCommit={(v) => setDiameter(siOf(v, 'diameter'))}
            />
          </div>
        )}
      </div>
      <div ref={box} className="relative">
        {width > 0 && (
          <Charts
            width={width}
            sheet={{ ...sheet, curves: shows.made ? sheet.curves : [lead] }}
            contours={shows.contours}
            lead={lead}
            flow={flow}
            read={read}
            display={display}
            duties={duties.filter((d) => isNear(d, sheet.curves))}
            rating={pump.motor?.ratedPower}
            isHovered={at !== null}
            onFlow={setAt}
          />
        )}
      </div>
      <div className="flex items-end gap-3 text-[12px]">
        <div className="w-[96px]">
          <TypedField
            label="Read at a flow"
            name="flow"
            value={flowText}
            read={(t) => readEntry(t, flowField, `1 ${display.typed('flow')}`)}
            onCommit={(v) => setAt(siOf(v, 'flow') ?? null)}
          />
        </div>
        <output aria-label="Read off" className="flex flex-1 flex-wrap gap-x-3 pb-0.5" data-figure="read-off">
          {lead.diameter !== null && <span>Ø {display.number(lead.diameter, 'diameter')}</span>}
          <b className="font-semibold">{`${display.number(read.head, 'head')} ${display.unit('head')}`}</b>
          <span>η {read.efficiency === null ? '–' : `${(read.efficiency * 100).toFixed(1)} %`}</span>
          <span>{`${display.number(read.power, 'power')} ${display.unit('power')}`}</span>
          <span>{`NPSHR ${display.number(read.npshr, 'head')} ${display.unit('head')}`}</span>
          {read.isBeyond && <span className="text-near">◐ past the end of its curve</span>}
        </output>
      </div>
    </div>
  );
}

function Pill({ on, text, onClick }: { on: boolean; text: string; onClick: () => void }) {
  return (
    <Toggle.Root
      pressed={on}
      onPressedChange={onClick}
      className="border-edge bg-panel data-[state=on]:border-cedar data-[state=on]:bg-wash data-[state=on]:text-cedardeep h-[24px] rounded-full border px-2.5 text-[12px]"
    >
      {text}
    </Toggle.Root>
  );
}

/** a duty far off the pump's curves would make them small */
function isNear(d: Duty, curves: readonly SheetCurve[]): boolean {
  const end = Math.max(...curves.map((c) => c.flow.at(-1)!));
  const top = Math.max(...curves.map((c) => c.head[0]!));
  return d.flow < end * 1.3 && d.head < top * 1.4;
}

interface ChartsProps {
  width: number;
  sheet: ReturnType<typeof curveSheet>;
  contours: boolean;
  lead: SheetCurve;
  flow: number;
  read: ReturnType<typeof readOut>;
  display: Display;
  duties: readonly Duty[];
  rating: number | undefined;
  isHovered: boolean;
  onFlow: (flow: number | null) => void;
}

function Charts({ width, sheet, contours, lead, flow, read, display, duties, rating, onFlow }: ChartsProps) {
  const { curves } = sheet;
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
  const height = bottom + FOOT;

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
  const power = plot(axisTicks(0, Math.max(...powers, 0.01), 2), powerTop, HEIGHTS.power);
  const npshrs = curves.flatMap((c) => c.npshr).flatMap((p) => (p === null ? [] : [display.value(p, 'head')]));
  const npshr = plot(axisTicks(0, Math.max(...npshrs, 0.01), 2), npshrTop, HEIGHTS.npshr);
  const line = (c: SheetCurve, ys: readonly (number | null)[], to: (v: number) => number): string => polyline(c.flow.map((f, i) => [x(q(f)), ys[i] === null ? null : to(ys[i]!)])); // prettier-ignore

  const place = (event: PointerEvent<SVGSVGElement>): void => {
    const px = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const shown = ((px - LEFT) / (width - LEFT - RIGHT)) * flows.at(-1)!;
    const inSi = shown / q(1);
    if (shown >= 0 && shown <= flows.at(-1)!) onFlow(inSi);
  };
  const keys = (event: KeyboardEvent): void => {
    const step = { ArrowRight: 0.01, ArrowLeft: -0.01, PageUp: 0.1, PageDown: -0.1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const most = flows.at(-1)! / q(1);
    onFlow(Math.max(0, Math.min(most, flow + step * most)));
  };
  const thick = (c: SheetCurve): number => (c === lead ? 2.4 : 1.2);
  const rated = rating === undefined ? null : display.value(rating, 'power');
  const shownRating = rated !== null && rated <= power.most * 1.0001 ? rated : null;
  return (
    <svg
      width={width}
      height={height}
      role="application"
      aria-label="Curve sheet: arrows move the flow at which it is read"
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
      <Axis p={head} width={width} title={`head, ${display.unit('head')}`} />
      {contours &&
        sheet.contours.map((c) => (
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
        ))}
      {curves.map((c, i) => (
        <g key={i}>
          <path
            d={line(c, c.head, (v) => head.y(display.value(v, 'head')))}
            fill="none"
            stroke={c.isMade ? 'var(--ink)' : 'var(--cedar)'}
            strokeWidth={thick(c)}
          />
          <line
            x1={x(q(c.best))}
            x2={x(q(c.best))}
            y1={head.y(display.value(headAt(c, c.best), 'head')) - 5}
            y2={head.y(display.value(headAt(c, c.best), 'head')) + 5}
            stroke="var(--ink)"
            strokeWidth={1.2}
          />
          {c.diameter !== null && (
            <text
              x={LEFT + 4}
              y={head.y(display.value(c.head[0]!, 'head')) - 3}
              fontSize={11}
              fontWeight={c === lead ? 600 : 400}
              fill={c.isMade ? 'var(--ink)' : 'var(--cedar)'}
              className="halo"
            >
              Ø {display.number(c.diameter, 'diameter')}
            </text>
          )}
          {hasPower && (
            <path
              d={line(c, c.power, (v) => power.y(display.value(v, 'power')))}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={c === lead ? 2 : 0.9}
            />
          )}
          {hasNpshr && (
            <path
              d={line(c, c.npshr, (v) => npshr.y(display.value(v, 'head')))}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={c === lead ? 2 : 0.7}
            />
          )}
        </g>
      ))}
      {hasPower && <Axis p={power} width={width} title={`shaft power, ${display.unit('power')}, on water`} />}
      {hasPower && shownRating !== null && (
        <g>
          <line
            x1={LEFT}
            x2={width - RIGHT}
            y1={power.y(shownRating)}
            y2={power.y(shownRating)}
            stroke="var(--fails)"
            strokeDasharray="5 3"
          />
          <text
            x={width - RIGHT - 3}
            y={power.y(shownRating) - 3}
            fontSize={11}
            fill="var(--fails)"
            textAnchor="end"
            className="halo"
          >
            motor {display.number(rating, 'power')} {display.unit('power')}
          </text>
        </g>
      )}
      {hasNpshr && <Axis p={npshr} width={width} title={`NPSHR, ${display.unit('head')}`} />}
      {duties.map((d) => {
        const s = lineStyle(d.index);
        const [cx, cy] = [x(q(d.flow)), head.y(display.value(d.head, 'head'))];
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
        <line x1={x(q(flow))} x2={x(q(flow))} y1={top} y2={bottom} strokeDasharray="3 3" />
        <circle cx={x(q(flow))} cy={head.y(display.value(read.head, 'head'))} r={3.4} stroke="none" />
        {hasPower && read.power !== null && (
          <circle cx={x(q(flow))} cy={power.y(display.value(read.power, 'power'))} r={3} stroke="none" />
        )}
        {hasNpshr && read.npshr !== null && (
          <circle cx={x(q(flow))} cy={npshr.y(display.value(read.npshr, 'head'))} r={3} stroke="none" />
        )}
      </g>
    </svg>
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
