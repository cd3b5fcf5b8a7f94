import { overallAt, STANDARD_GRAVITY, WATER_AT_20_DENSITY, type PumpPerformance } from '@cedar-knot/core';
import { useMemo, useRef, useState } from 'react';
import { Select } from '../../ui/Select.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { axisTicks, spread } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

const LEFT = 38;
const RIGHT = 136;
const HEIGHT = 220;
const BOTTOM = 18;
const TOP = 22;
const STEPS = 40;
/** of ink: pumps carry no hues, those are the scenarios’ */
const DASHES = ['', '7 3', '2 3', '9 3 2 3', '14 4', '5 2 1 2'];

/** A pump as it is configured, one unit. */
export interface PumpLine {
  id: string;
  name: string;
  performance: PumpPerformance;
  /** where it runs, m³/s and m */
  duties: readonly { flow: number; head: number; index: number }[];
}

/** What is asked: least head at a flow of one unit, by scenario; or of one duty, without a letter. */
export interface AskedPoint {
  flow: number;
  head: number;
  index: number;
  letter?: string;
}

/** what stands beside the heads: of one unit at a flow, SI; on water at 20 °C where it is a power */
type Second = 'efficiency' | 'overall' | 'power' | 'npshr' | 'difference';
const SECOND: readonly (readonly [Second, string])[] = [
  ['efficiency', msg('view.entry.efficiency')],
  ['overall', msg('view.entry.efficiencyWithTheMotor')],
  ['power', msg('app.shaftPower')],
  ['npshr', 'NPSHR'],
  ['difference', msg('view.entry.headLessTheFirst')],
];
const WATER = { density: WATER_AT_20_DENSITY, gravity: STANDARD_GRAVITY };

function secondOf(kind: Second, p: PumpPerformance, flow: number, first: PumpPerformance): number | null {
  switch (kind) {
    case 'efficiency':
      return p.efficiency(flow) ?? null;
    case 'power':
      return p.shaftPower(flow, WATER.density, WATER.gravity) ?? null;
    case 'npshr':
      return p.npshr(flow) ?? null;
    case 'difference':
      return flow > first.lastFlow ? null : p.head(flow) - first.head(flow);
    case 'overall':
      return overallAt(p, flow, WATER)?.efficiency ?? null;
  }
}

/** Pumps laid over each other: head with what is asked, beside it a figure of choice; a system curve where there is one. */
export function PumpCurves({
  lines,
  asked,
  system = [],
}: {
  lines: readonly PumpLine[];
  asked: readonly AskedPoint[];
  system?: readonly { flow: number; head: number }[];
}) {
  const d = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const [second, setSecond] = useState<Second>('efficiency');
  const drawn = useMemo(
    () =>
      lines.map((l) => {
        const p = l.performance;
        const flows = Array.from({ length: STEPS + 1 }, (_, i) => (p.lastFlow * i) / STEPS);
        const of = (q: number): number | null => secondOf(second, p, q, lines[0]!.performance);
        return { ...l, points: flows.map((q) => ({ q, h: p.head(q), second: of(q) })) };
      }),
    [lines, second],
  );
  const q = (si: number): number => d.value(si, 'flow');
  const h = (si: number): number => d.value(si, 'head');
  const end = Math.max(...drawn.map((l) => q(l.points.at(-1)!.q)), ...asked.map((a) => q(a.flow) * 1.1), 0.01);
  const top = Math.max(...drawn.flatMap((l) => l.points.map((p) => h(p.h))), ...asked.map((a) => h(a.head)), 0.01);
  const flows = axisTicks(0, end, 8);
  const heads = axisTicks(0, top, 5);
  const half = (width - LEFT) * 0.56;
  const x = (v: number): number => LEFT + (v / flows.at(-1)!) * (half - LEFT - 16);
  const y = (v: number): number => HEIGHT - BOTTOM - (v / heads.at(-1)!) * (HEIGHT - BOTTOM - TOP);
  const x2 = (v: number): number => half + 30 + (v / flows.at(-1)!) * (width - half - 30 - RIGHT);
  const isShare = second === 'efficiency' || second === 'overall';
  const shown = (si: number): number => (isShare ? si * 100 : d.value(si, second === 'power' ? 'power' : 'head'));
  const seconds = drawn.flatMap((l) => l.points.flatMap((p) => (p.second === null ? [] : [shown(p.second)])));
  const ticks = isShare ? [0, 20, 40, 60, 80, 100] : axisTicks(Math.min(0, ...seconds), Math.max(0.01, ...seconds), 5);
  const [least, most] = [ticks[0]!, ticks.at(-1)!];
  const y2 = (v: number): number => HEIGHT - BOTTOM - ((v - least) / (most - least)) * (HEIGHT - BOTTOM - TOP);
  const frame = { flows, heads, ticks, half, width, x, y, x2, y2 };
  const endOf = (l: (typeof drawn)[number]): number => l.points.findLast((p) => p.second !== null)?.second ?? 0;
  const labels = spread(drawn.map((l) => y2(shown(endOf(l)))), 14, TOP + 6, HEIGHT - BOTTOM - 4); // prettier-ignore
  return (
    <div ref={box} className="relative">
      {width > 0 && (
        <div className="absolute -top-1 flex items-center gap-1 text-[11px]" style={{ left: half + 26 }}>
          <Select
            bare
            label={msg('view.entry.besideHead')}
            value={second}
            options={SECOND.filter(([kind]) => kind !== 'difference' || lines.length > 1)}
            onChange={(v) => setSecond((v ?? 'efficiency') as Second)}
            className="text-ink2 font-semibold"
          />
          <span className="text-ink2 font-semibold">{isShare ? '%' : d.unit(second === 'power' ? 'power' : 'head')}</span>
        </div>
      )}
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={msg('view.entry.headAndOfTheCompared', { find: SECOND.find(([kind]) => kind === second)![1] })}
        >
          <text x={2} y={10} fontSize={11} fontWeight={600} fill="var(--ink-2)">
            {msg('app.head', { unit: d.unit('head') })}
          </text>
          <Axes frame={frame} />
          <text x={width - RIGHT + 14} y={HEIGHT - 4} fontSize={11} fill="var(--ink-quiet)">
            {d.unit('flow')}
          </text>
          <path d={path(system.map((p) => [x(q(p.flow)), y(h(p.head))]))} fill="none" stroke="var(--sc-a)" strokeWidth={2} />
          {drawn.map((l, i) => (
            <g key={l.id} fill="none" stroke="var(--ink)" strokeDasharray={DASHES[i % DASHES.length]}>
              <path d={path(l.points.map((p) => [x(q(p.q)), y(h(p.h))]))} strokeWidth={2} />
              <path
                d={path(l.points.flatMap((p) => (p.second === null ? [] : [[x2(q(p.q)), y2(shown(p.second))] as const])))}
                strokeWidth={2}
              />
            </g>
          ))}
          {asked.map((a) => (
            <Asked key={`${a.letter ?? ''}${a.index}`} x={x(q(a.flow))} y={y(h(a.head))} point={a} />
          ))}
          {drawn.map((l, i) => (
            <g key={l.id}>
              {l.duties.map((duty) => (
                <DutyMark key={duty.index} x={x(q(duty.flow))} y={y(h(duty.head))} color={lineStyle(duty.index).color} />
              ))}
              <Name name={l.name} x={width - RIGHT} y={labels[i]!} dash={DASHES[i % DASHES.length]!} />
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

interface Frame {
  flows: readonly number[];
  heads: readonly number[];
  /** of the figure beside the heads */
  ticks: readonly number[];
  /** where the second plot begins, px */
  half: number;
  width: number;
  x: (v: number) => number;
  y: (v: number) => number;
  x2: (v: number) => number;
  y2: (v: number) => number;
}

function Axes({ frame: { flows, heads, ticks, half, width, x, y, x2, y2 } }: { frame: Frame }) {
  return (
    <>
      {heads.map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={half - 16} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
          <text x={LEFT - 4} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {t}
          </text>
        </g>
      ))}
      {ticks.map((t) => (
        <g key={t}>
          <line x1={half + 30} x2={width - RIGHT} y1={y2(t)} y2={y2(t)} stroke={t === 0 ? 'var(--line)' : 'var(--line-soft)'} />
          <text x={half + 26} y={y2(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {t}
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
    </>
  );
}

function DutyMark({ x, y, color }: { x: number; y: number; color: string }) {
  return (
    <g>
      <circle cx={x} cy={y} r={4.2} fill="var(--panel)" stroke={color} strokeWidth={1.5} />
      <circle cx={x} cy={y} r={1.4} fill={color} />
    </g>
  );
}

function Name({ name, x, y, dash }: { name: string; x: number; y: number; dash: string }) {
  return (
    <g>
      <line x1={x + 4} x2={x + 18} y1={y} y2={y} stroke="var(--ink)" strokeWidth={2} strokeDasharray={dash} />
      <text x={x + 22} y={y + 4} fontSize={11} fill="var(--ink)">
        {name.length > 20 ? `${name.slice(0, 19)}…` : name}
        <title>{name}</title>
      </text>
    </g>
  );
}

/** a foot at the least head with the scenario's letter under it; of one duty an open diamond */
function Asked({ x, y, point }: { x: number; y: number; point: AskedPoint }) {
  if (point.letter === undefined)
    return <path d={`M${x} ${y - 6}l6 6l-6 6l-6 -6z`} fill="none" stroke="var(--ink)" strokeWidth={1.3} />;
  const { color, onColor } = lineStyle(point.index);
  return (
    <g>
      <line x1={x - 8} x2={x + 8} y1={y} y2={y} stroke={color} strokeWidth={3} />
      <rect x={x - 6.5} y={y + 4} width={13} height={13} rx={2} fill={color} />
      <text x={x} y={y + 14.5} fontSize={10} fontWeight={600} fill={onColor} textAnchor="middle">
        {point.letter}
      </text>
    </g>
  );
}

function path(points: readonly (readonly [number, number])[]): string {
  return points.length === 0 ? '' : `M${points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}`;
}
