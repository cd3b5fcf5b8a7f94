import type { SuctionBuild, SuctionPart, Verdict } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { PlotFrame } from '../../ui/chart/PlotFrame.js';
import { MarkShape, verdictColor } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';

const NAMES: Readonly<Record<SuctionPart['kind'], readonly string[]>> = {
  atmosphere: ['atmosphere'],
  surface: ['surface', 'pressure'],
  level: ['liquid', 'level'],
  height: ['nozzle', 'height'],
  supply: ['head of', 'the supply'],
  vapour: ['vapour', 'pressure'],
  pipes: ['suction', 'pipes'],
  element: [],
  rest: ['velocity,', 'tees'],
};
const PAD = { left: 34, right: 8, top: 20, bottom: 34 };

/** From the atmosphere down to NPSHA, part by part, beside what the pump requires; another scenario's levels ghosted. */
export function BuildChart({
  built,
  ghost,
  index,
  limit,
  ratio,
  verdict,
}: {
  built: SuctionBuild;
  ghost: { index: number; built: SuctionBuild } | undefined;
  index: number;
  /** least NPSHA over NPSHR */
  limit: number | null;
  ratio: number | null;
  verdict: Verdict;
}) {
  const d = useDisplay();
  const lines = useStudy((s) => s.study.lines);
  const name = (p: SuctionPart): readonly string[] => {
    if (p.kind !== 'element') return NAMES[p.kind];
    const e = lines.flatMap((l) => l.elements).find((x) => x.id === p.where);
    return typeof e?.name === 'string' ? [p.where!, e.name.length > 12 ? `${e.name.slice(0, 11)}…` : e.name] : [p.where!];
  };
  const h = (m: number): number => d.value(m, 'head');
  let at = 0;
  const bars = built.parts.map((p) => {
    const from = at;
    at += p.value;
    return { p, from, to: at };
  });
  const asked = built.npshr === null ? null : built.npshr * (limit ?? 1);
  const levels = [0, built.npsha, asked ?? 0, ...bars.flatMap((b) => [b.from, b.to])];
  const count = bars.length + 2;
  const style = lineStyle(index);
  const other = ghost && lineStyle(ghost.index);
  return (
    <PlotFrame
      label="NPSH available by its parts"
      x={{ low: 0, high: count, parts: 1, title: '', write: () => '' }}
      y={{ low: h(Math.min(...levels)), high: h(Math.max(...levels)) * 1.03, parts: 6, title: `NPSH, ${d.unit('head')}` }}
      pad={PAD}
    >
      {(p) => {
        const slot = (p.right - p.left) / count;
        const width = Math.min(46, slot * 0.78);
        const x = (i: number): number => p.left + slot * (i + 0.5) - width / 2;
        const bar = (i: number, from: number, to: number, fill: string, stroke: string) => (
          <rect
            x={x(i)}
            width={width}
            y={p.y(h(Math.max(from, to)))}
            height={Math.max(1, Math.abs(p.y(h(from)) - p.y(h(to))))}
            fill={fill}
            stroke={stroke}
          />
        );
        const words = (i: number, list: readonly string[], weight = 400, fill = 'var(--ink-2)') =>
          list.map((t, k) => (
            <text
              key={t}
              x={x(i) + width / 2}
              y={p.bottom + 13 + 12 * k}
              fontSize={10.5}
              fontWeight={weight}
              fill={fill}
              textAnchor="middle"
            >
              {t}
            </text>
          ));
        let sum = 0;
        return (
          <>
            {bars.map((b, i) => (
              <g key={`${b.p.kind} ${b.p.where}`} data-part={b.p.kind}>
                {b.p.value >= 0
                  ? bar(i, b.from, b.to, 'var(--gauge-pref)', 'none')
                  : bar(i, b.from, b.to, 'var(--panel-quiet)', 'var(--gauge-pref)')}
                <text
                  x={x(i) + width / 2}
                  y={p.y(h(Math.max(b.from, b.to))) - 4}
                  fontSize={11.5}
                  fontWeight={600}
                  fill="var(--ink)"
                  textAnchor="middle"
                  className="halo"
                >
                  {b.p.value < 0 ? '−' : '+'}
                  {d.number(Math.abs(b.p.value), 'head')}
                </text>
                {i < bars.length - 1 && (
                  <line
                    x1={x(i) + width}
                    x2={x(i + 1)}
                    y1={p.y(h(b.to))}
                    y2={p.y(h(b.to))}
                    stroke="var(--line-strong)"
                    strokeDasharray="2 2"
                  />
                )}
                {words(i, name(b.p))}
              </g>
            ))}
            {/* the same steps of another scenario, as far as it has the same parts */}
            {ghost &&
              bars.map((b, i) => {
                const same = ghost.built.parts.find((q) => q.kind === b.p.kind && q.where === b.p.where);
                sum += same?.value ?? 0;
                const y = p.y(h(sum));
                return <line key={i} x1={x(i) - 3} x2={x(i) + width + 3} y1={y} y2={y} stroke={other!.color} strokeWidth={1.5} />;
              })}
            <g data-part="npsha">
              {bar(bars.length, 0, built.npsha, style.color, 'none')}
              {words(bars.length, ['NPSHA', `${d.number(built.npsha, 'head')} ${d.unit('head')}`], 600, style.color)}
              {ghost && (
                <>
                  <line
                    x1={x(bars.length) - 3}
                    x2={x(bars.length) + width + 3}
                    y1={p.y(h(ghost.built.npsha))}
                    y2={p.y(h(ghost.built.npsha))}
                    stroke={other!.color}
                    strokeWidth={1.5}
                  />
                  <text
                    x={x(bars.length) + width / 2}
                    y={p.y(h(ghost.built.npsha)) - 4}
                    fontSize={11}
                    fontWeight={600}
                    fill={other!.color}
                    textAnchor="middle"
                    className="halo"
                  >
                    {letterOf(ghost.index)} {d.number(ghost.built.npsha, 'head')}
                  </text>
                </>
              )}
            </g>
            {built.npshr !== null && (
              <g data-part="npshr">
                {asked !== null &&
                  asked > built.npshr &&
                  bar(bars.length + 1, built.npshr, asked, 'var(--fails-wash)', 'var(--fails)')}
                {bar(bars.length + 1, 0, built.npshr, 'var(--ink)', 'none')}
                {words(bars.length + 1, ['NPSHR', `${d.number(built.npshr, 'head')} ${d.unit('head')}`], 600, 'var(--ink)')}
                <text
                  x={x(bars.length + 1) + width / 2}
                  y={p.y(h(asked ?? built.npshr)) - 4}
                  fontSize={11}
                  fill="var(--fails)"
                  textAnchor="middle"
                  className="halo"
                >
                  {limit !== null && `× ${limit}`}
                </text>
                {ratio !== null && (
                  <g transform={`translate(${x(bars.length) + width + (slot - width) / 2} ${p.top + 4})`}>
                    <MarkShape kind={verdict} />
                    <text x={8} y={4} fontSize={12} fontWeight={600} fill={verdictColor(verdict)}>
                      {ratio.toFixed(2)} of {limit}
                    </text>
                  </g>
                )}
              </g>
            )}
          </>
        );
      }}
    </PlotFrame>
  );
}
