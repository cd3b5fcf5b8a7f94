import type { HeadBreakdown } from '@cedar-knot/core';
import { useRef } from 'react';
import { letterOf } from '../../state/address.js';
import { axisTicks } from '../../ui/ticks.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

/** parts from the bottom of a bar upward; what is burnt in valves is hatched, the rest stands in timber tones */
const PARTS: readonly { key: keyof HeadBreakdown; name: string; fill: string }[] = [
  { key: 'lift', name: msg('view.system.partLift'), fill: '#6b5d4d' },
  { key: 'pressure', name: msg('view.system.partPressure'), fill: '#82725f' },
  { key: 'well', name: msg('view.system.partWells'), fill: '#948470' },
  { key: 'pipes', name: msg('view.system.partPipes'), fill: '#b9a78c' },
  { key: 'fittings', name: msg('view.system.partFittings'), fill: '#cbbb9f' },
  { key: 'devices', name: msg('view.system.partDevices'), fill: '#ddd1b9' },
  { key: 'velocity', name: msg('view.system.partVelocity'), fill: '#e7dfcf' },
  { key: 'valves', name: msg('view.system.partValves'), fill: 'url(#burnt-head)' },
  { key: 'otherPumps', name: msg('view.system.otherPumps'), fill: '#46524c' },
  { key: 'columns', name: msg('view.system.warmAndColdColumns'), fill: '#b8702f' },
];

const LEFT = 44;
const BOTTOM = 8;
const TOP = 10;

/** What the pump's head goes into, in every scenario side by side: bars, and the same as figures with their shares. */
export function Breakdown() {
  const shown = useStudy((s) => s.shown);
  const pump = useStudy((s) => s.pump);
  const isKnown = pump !== null && Object.values(shown).some((s) => s.outcome.result?.breakdowns[pump]);
  if (!isKnown) return <p className="text-inkq p-4">{msg('view.system.theBreakdownAppearsOnceA')}</p>;
  return <Bars pump={pump} />;
}

function Bars({ pump }: { pump: string }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const columns: Column[] = study.scenarios.map((s, index) => ({
    id: s.id,
    index,
    parts: shown[s.id]?.outcome.result?.breakdowns[pump],
  }));
  const known = columns.flatMap((c) => (c.parts ? [c.parts] : []));
  const used = PARTS.filter((p) => known.some((k) => Math.abs(k[p.key]) > 1e-9));
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <BarChart pump={pump} columns={columns} used={used} />
      <ShareTable pump={pump} columns={columns} used={used} />
    </div>
  );
}

interface Column {
  id: string;
  index: number;
  parts: HeadBreakdown | undefined;
}

interface PartsProps {
  pump: string;
  columns: readonly Column[];
  /** parts that some scenario has */
  used: typeof PARTS;
}

function BarChart({ pump, columns, used }: PartsProps) {
  const shown = useStudy((s) => s.shown);
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const value = (si: number): number => display.value(si, 'head');
  const sums = columns.flatMap((c) => (c.parts ? [extent(c.parts)] : []));
  const ticks = axisTicks(value(Math.min(0, ...sums.map((s) => s.low))), value(Math.max(...sums.map((s) => s.high))) * 1.02, 4);
  const [low, high] = [ticks[0]!, ticks.at(-1)!];
  const y = (v: number): number => height - BOTTOM - ((v - low) / (high - low)) * (height - BOTTOM - TOP);
  const slot = (width - LEFT) / columns.length;
  const bar = Math.min(64, slot * 0.5);
  return (
    <div ref={box} className="print-plot min-h-[90px] flex-1 overflow-hidden">
      {height > 40 && width > LEFT && (
        <svg width={width} height={height} role="img" aria-label={msg('view.system.headOfByComponentsIn', { pump })}>
          <defs>
            <pattern id="burnt-head" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="5" height="5" fill="var(--panel)" />
              <line x1="0" x2="0" y1="0" y2="5" stroke="var(--ink-2)" strokeWidth="1.300" />
            </pattern>
          </defs>
          {ticks.map((t) => (
            <g key={t}>
              <line x1={LEFT} x2={width} y1={y(t)} y2={y(t)} stroke={t === 0 ? 'var(--line-strong)' : 'var(--line-soft)'} />
              <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize={11} fill="var(--ink-quiet)">
                {t}
              </text>
            </g>
          ))}
          {columns.map((c, i) => {
            if (!c.parts) return null;
            const x = LEFT + slot * (i + 0.5) - bar / 2;
            let up = 0;
            let down = 0;
            return (
              <g key={c.id} opacity={shown[c.id]?.stale ? 0.5 : 1}>
                {used.map((p) => {
                  const v = value(c.parts![p.key]);
                  const from = v >= 0 ? up : down;
                  if (v >= 0) up += v;
                  else down += v;
                  const [a, b] = [y(from), y(from + v)];
                  return (
                    <rect
                      key={p.key}
                      x={x}
                      width={bar}
                      y={Math.min(a, b)}
                      height={Math.abs(a - b)}
                      fill={p.fill}
                      stroke="var(--panel)"
                      strokeWidth={0.8}
                    />
                  );
                })}
                <line
                  x1={x - 6}
                  x2={x + bar + 6}
                  y1={y(up + down)}
                  y2={y(up + down)}
                  stroke={lineStyle(c.index).color}
                  strokeWidth={2.4}
                  strokeDasharray={lineStyle(c.index).dash}
                />
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}

/** the parts as figures, with their shares */
function ShareTable({ pump, columns, used }: PartsProps) {
  const active = useStudy((s) => s.active);
  const display = useDisplay();
  return (
    <table
      className="w-full flex-none table-fixed text-[12px]"
      aria-label={msg('view.system.headOfByComponents', { pump, unit: display.unit('head') })}
    >
      <thead>
        <tr className="border-soft h-[22px] border-y">
          <th className="text-inkq w-[96px] pl-3 text-left font-normal">
            {pump}, {display.unit('head')}
          </th>
          {columns.map((c) => (
            <th key={c.id} className={`pr-4 text-right ${c.id === active ? 'bg-wash' : ''}`}>
              <ScenarioLetter index={c.index} letter={letterOf(c.index)} small />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...used].reverse().map((p) => (
          <tr key={p.key} className="h-[18px]">
            <th scope="row" className="pl-3 text-left font-normal">
              <svg width={10} height={10} aria-hidden="true" className="mr-1.5 inline">
                <rect width={10} height={10} fill={p.fill} stroke="var(--line-strong)" strokeWidth={0.6} />
              </svg>
              {p.name}
            </th>
            {columns.map((c) => (
              <td key={c.id} className={`pr-4 text-right ${c.id === active ? 'bg-wash' : ''}`}>
                {c.parts ? (
                  <>
                    {display.number(c.parts[p.key], 'head')}{' '}
                    <span className="text-inkq inline-block w-[38px]">{share(c.parts, p.key)}</span>
                  </>
                ) : (
                  '–'
                )}
              </td>
            ))}
          </tr>
        ))}
        <tr className="border-soft h-[20px] border-t font-semibold">
          <th scope="row" className="pl-3 text-left">
            {msg('view.system.head')}
          </th>
          {columns.map((c) => (
            <td key={c.id} className={`pr-4 text-right ${c.id === active ? 'bg-wash' : ''}`} data-breakdown={c.id}>
              {c.parts ? display.number(total(c.parts), 'head') : '–'} <span className="inline-block w-[38px]" />
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

const total = (p: HeadBreakdown): number => Object.values(p).reduce((s: number, x: number) => s + x, 0);

function share(p: HeadBreakdown, key: keyof HeadBreakdown): string {
  const sum = total(p);
  return sum > 0 ? `${Math.round((p[key] / sum) * 100)} %` : '';
}

/** height of the positive parts and depth of the negative ones */
function extent(p: HeadBreakdown): { low: number; high: number } {
  const values = Object.values(p) as number[];
  return { low: values.reduce((s, x) => s + Math.min(0, x), 0), high: values.reduce((s, x) => s + Math.max(0, x), 0) };
}
