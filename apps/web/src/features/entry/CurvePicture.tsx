import { quantityOf, readPercent, type Dimension, type RawEntry } from '@cedar-knot/core';
import { axisTicks } from '../../ui/ticks.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

const WIDTH = 330;
const HEIGHT = 132;
const LEFT = 34;
const BOTTOM = 18;

/** Head and efficiency of a pump entry over its flow, as they are typed. */
export function CurvePicture({ entry }: { entry: RawEntry }) {
  const display = useDisplay();
  const curves = (entry.curves as RawEntry[] | undefined)?.map((c) => c.curve as RawEntry[]) ?? [
    (entry.curve ?? []) as RawEntry[],
  ];
  const si = (typed: unknown, dimension: Dimension): number => {
    const found = quantityOf(typed, dimension);
    return found === undefined ? NaN : display.value(found, dimension);
  };
  const share = (x: unknown): number => (typeof x === 'number' ? x : typeof x === 'string' ? (readPercent(x) ?? NaN) : NaN);
  const rows = curves.map((c) => c.map((r) => ({ q: si(r.flow, 'flow'), h: si(r.head, 'head'), e: share(r.efficiency) })));
  const all = rows.flat().filter((r) => Number.isFinite(r.q) && Number.isFinite(r.h));
  if (all.length < 2) return null;
  const qs = axisTicks(0, Math.max(...all.map((r) => r.q)), 5);
  const hs = axisTicks(0, Math.max(...all.map((r) => r.h)), 4);
  const x = (q: number): number => LEFT + (q / qs.at(-1)!) * (WIDTH - LEFT - 30);
  const y = (h: number): number => HEIGHT - BOTTOM - (h / hs.at(-1)!) * (HEIGHT - BOTTOM - 10);
  const path = (list: { q: number }[], of: (r: { q: number; h: number; e: number }) => number): string =>
    list
      .map((r) => r as { q: number; h: number; e: number })
      .filter((r) => Number.isFinite(r.q) && Number.isFinite(of(r)))
      .map((r) => `${x(r.q).toFixed(1)},${of(r).toFixed(1)}`)
      .join(' ');
  return (
    <svg width={WIDTH} height={HEIGHT} className="flex-none" role="img" aria-label={msg('view.entry.headAndEfficiencyOverFlow')}>
      {hs.map((h) => (
        <g key={h}>
          <line x1={LEFT} x2={WIDTH - 30} y1={y(h)} y2={y(h)} stroke="var(--line-soft)" />
          <text x={LEFT - 5} y={y(h) + 4} textAnchor="end" fontSize={11} fill="var(--ink-quiet)">
            {h}
          </text>
        </g>
      ))}
      {qs.map((q) => (
        <text key={q} x={x(q)} y={HEIGHT - 4} textAnchor="middle" fontSize={11} fill="var(--ink-quiet)">
          {q}
        </text>
      ))}
      <text x={LEFT + 4} y={12} fontSize={11} fill="var(--ink-quiet)">
        {msg('app.head2', { unit: display.unit('head') })}
      </text>
      <text x={WIDTH - 27} y={HEIGHT - BOTTOM + 2} fontSize={11} fill="var(--ink-quiet)">
        {display.unit('flow')}
      </text>
      {rows.map((list, i) => (
        <g key={i} fill="none" strokeLinejoin="round">
          <polyline points={path(list, (r) => y(r.h))} stroke="var(--ink)" strokeWidth={2} />
          <polyline
            points={path(list, (r) => HEIGHT - BOTTOM - r.e * (HEIGHT - BOTTOM - 10))}
            stroke="var(--ink-quiet)"
            strokeDasharray="4 3"
          />
          {list.map(
            (r, k) =>
              Number.isFinite(r.q) &&
              Number.isFinite(r.h) && <circle key={k} cx={x(r.q)} cy={y(r.h)} r={2.4} fill="var(--ink)" />,
          )}
        </g>
      ))}
      <text x={WIDTH - 28} y={22} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
        {msg('view.entry.efficiencyTo100')}
      </text>
    </svg>
  );
}
