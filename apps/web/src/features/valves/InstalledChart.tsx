import { apart, type ValveRow } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { PlotFrame, pathOf, type Plot } from '../../ui/chart/PlotFrame.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import type { ValveFigures } from '../../worker/valveFigures.js';
import { useDisplay, useStudy } from '../context.js';
import type { OpeningBand } from '../../state/openingBand.js';
import { interpolate } from '../../state/interpolate.js';
import { Band } from './CoefficientChart.js';
import { msg } from './words.js';

const PAD = { left: 42, right: 14, top: 22, bottom: 18 };
const GAIN_PAD = { left: 42, right: 14, top: 20, bottom: 32 };
/** of the installed gain: usual limits of loops that are tuned once. Source: IEC 60534-2-4 leaves it to the loop; 0.5 to 2 is common */
const GAIN_AIM = [0.5, 2] as const;

/** Flow against travel as the valve stands in its system, and its gain, in every scenario. */
export function InstalledChart({ figures, row, band }: { figures: ValveFigures; row: ValveRow; band: OpeningBand }) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const active = useStudy((s) => s.active);
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  const traces = Object.entries(figures.installed).map(([id, t]) => {
    const published = figures.windows[id]?.publishedTo ?? null;
    const end = published === null ? -1 : t.flow.findIndex((q) => q > published);
    return { id, index: index(id), ...t, end: end < 0 ? t.flow.length : end, isCut: end >= 0 };
  });
  if (traces.length === 0)
    return <p className="text-inkq py-4 text-[12px]">{msg('view.valves.theFlowInItsLine')}</p>; // prettier-ignore
  const flow = (si: number): number => d.value(si, 'flow');
  const most = Math.max(...traces.flatMap((t) => t.flow.slice(0, t.end).map(flow)));
  const gains = traces.flatMap((t) => t.gain.slice(1, t.end));
  const line = (p: Plot, t: (typeof traces)[number], values: readonly number[], from: number): string =>
    pathOf(values.slice(from, t.end).map((v, i) => [p.x(figures.travels[i + from]! * 100), p.y(v)]));
  const opening = (id: string): number | null => row.scenarios[id]?.opening ?? null;
  const cut = traces.filter((t) => t.isCut && t.end < t.flow.length);
  return (
    <div className="flex h-full flex-col">
      <div className="min-h-0 flex-[1.6]">
        <PlotFrame
          label={msg('view.valves.flowOverTravelAsInstalled')}
          x={{ low: 0, high: 100, parts: 5, title: '' }}
          y={{ low: 0, high: most, parts: 4, title: msg('view.valves.flowInTheLine', { unit: d.unit('flow') }) }}
          pad={PAD}
          behind={(p) => <Band band={band} plot={p} named={false} />}
        >
          {(p) => (
            <>
              {traces.map((t) => {
                const { color, dash } = lineStyle(t.index);
                const [ex, ey] = [p.x(figures.travels[t.end - 1]! * 100), p.y(flow(t.flow[t.end - 1]!))];
                return (
                  <g key={t.id} data-installed={t.id}>
                    <path
                      d={line(p, t, t.flow.map(flow), 1)}
                      fill="none"
                      stroke={color}
                      strokeWidth={t.id === active ? 2.6 : 1.7}
                      strokeDasharray={dash}
                    />
                    {t.isCut && <line x1={ex} x2={ex} y1={ey - 5} y2={ey + 5} stroke={color} strokeWidth={1.6} />}
                  </g>
                );
              })}
              <Asked
                points={traces.flatMap((t) => {
                  const x = opening(t.id);
                  const asked = figures.required[t.id]?.flow;
                  return x === null || asked === undefined
                    ? []
                    : [{ index: t.index, at: [p.x(x * 100), p.y(flow(asked))] as const }];
                })}
              />
              {cut.length > 0 && (
                <text x={p.right - 4} y={p.bottom - 6} fontSize={11} fill="var(--ink-quiet)" textAnchor="end" className="halo">
                  {msg('view.valves.toTheEndOfThe', { cut: cut.map((t) => letterOf(t.index)).join(', ') })}
                </text>
              )}
            </>
          )}
        </PlotFrame>
      </div>
      <div className="min-h-0 flex-1">
        <PlotFrame
          label={msg('view.valves.gainOfTheInstalledCharacteristic')}
          x={{ low: 0, high: 100, parts: 5, title: msg('view.valves.travel') }}
          y={{ low: 0, high: Math.max(GAIN_AIM[1], ...gains), parts: 2, title: msg('view.valves.gainFlowPerTravelAim') }}
          pad={GAIN_PAD}
          behind={(p) => (
            <rect
              x={p.left}
              width={p.right - p.left}
              y={p.y(GAIN_AIM[1])}
              height={p.y(GAIN_AIM[0]) - p.y(GAIN_AIM[1])}
              fill="var(--gauge-allow)"
              opacity={0.3}
            />
          )}
        >
          {(p) =>
            traces.map((t) => {
              const { color, dash } = lineStyle(t.index);
              const x = opening(t.id);
              const gain = row.scenarios[t.id]?.gain;
              return (
                <g key={t.id}>
                  {/* at no travel the valve is shut, and the first step off its seat is no slope */}
                  <path d={line(p, t, t.gain, 1)} fill="none" stroke={color} strokeWidth={1.5} strokeDasharray={dash} />
                  {x !== null && gain != null && <circle cx={p.x(x * 100)} cy={p.y(gain)} r={3.6} fill={color} />}
                </g>
              );
            })
          }
        </PlotFrame>
      </div>
    </div>
  );
}

/** px between the rings of scenarios */
const RINGS = { near: 9, gap: 14.5 };

/** the flow that each scenario asks for at its travel: those that fall together beside one another, each tied to its place */
function Asked({ points }: { points: readonly { index: number; at: readonly [number, number] }[] }) {
  const places = apart(
    points.map((x) => x.at),
    RINGS,
  );
  return points.map(({ index, at: [tx, ty] }, i) => {
    const [x, y] = places[i]!;
    const { color } = lineStyle(index);
    return (
      <g key={index}>
        {(x !== tx || y !== ty) && <path d={`M${tx} ${ty}L${x} ${y}`} stroke={color} strokeWidth={1} />}
        <circle cx={x} cy={y} r={6.5} fill="var(--panel)" stroke={color} strokeWidth={1.6} />
        <text x={x} y={y + 3.8} fontSize={9.5} fontWeight={600} fill={color} textAnchor="middle">
          {letterOf(index)}
        </text>
      </g>
    );
  });
}

/** What is left for the valve over flow, and what it burns wide open and at the ends of its band. */
export function WindowChart({
  figures,
  burns,
}: {
  figures: ValveFigures;
  /** m over m³/s: name, and the head that the valve takes there */
  burns: readonly { name: string; head: (flow: number) => number }[];
}) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const active = useStudy((s) => s.active);
  const windows = Object.entries(figures.windows).flatMap(([id, w]) => (w ? [{ id, w }] : []));
  if (windows.length === 0) return <p className="text-inkq py-4 text-[12px]">{msg('view.valves.inNoScenarioDoesThe')}</p>;
  const flow = (si: number): number => d.value(si, 'flow');
  const head = (si: number): number => d.value(si, 'head');
  const widest = Math.max(...windows.map(({ w }) => w.flow.at(-1)!));
  const most = Math.max(...windows.flatMap(({ w }) => w.left));
  return (
    <PlotFrame
      label={msg('view.valves.headAvailableForTheValve')}
      x={{ low: 0, high: flow(widest), parts: 5, title: msg('app.flow', { unit: d.unit('flow') }) }}
      y={{ low: 0, high: head(most), parts: 5, title: msg('view.valves.availableForTheValve', { unit: d.unit('head') }) }}
      pad={{ ...GAIN_PAD, top: 24 }}
    >
      {(p) => (
        <>
          <clipPath id="window-plot">
            <rect x={p.left} y={p.top} width={p.right - p.left} height={p.bottom - p.top} />
          </clipPath>
          {burns.map((b, i) => {
            const points = Array.from({ length: 61 }, (_, k) => (widest * k) / 60).map(
              (q) => [p.x(flow(q)), p.y(head(b.head(q)))] as const,
            );
            const named = points.find(([, py]) => py < p.top + 14) ?? points.at(-1)!;
            return (
              <g key={b.name} data-burn={b.name}>
                <path
                  d={pathOf(points)}
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth={i === 0 ? 1.8 : 1.1}
                  clipPath="url(#window-plot)"
                />
                <text
                  x={named[0] + 3}
                  y={p.top + 10 + 13 * i}
                  fontSize={11}
                  fill="var(--ink-quiet)"
                  className="halo"
                  textAnchor={named[0] > p.right - 70 ? 'end' : 'start'}
                >
                  {b.name}
                </text>
              </g>
            );
          })}
          {windows.map(({ id, w }) => {
            const i = scenarios.findIndex((s) => s.id === id);
            const { color, dash } = lineStyle(i);
            const need = figures.required[id];
            return (
              <g key={id} data-window={id}>
                <path
                  d={pathOf(w.flow.map((q, k) => [p.x(flow(q)), p.y(head(w.left[k]!))]))}
                  fill="none"
                  stroke={color}
                  strokeWidth={id === active ? 2.6 : 1.7}
                  strokeDasharray={dash}
                />
                {need && (
                  <g transform={`translate(${p.x(flow(need.flow))} ${p.y(head(interpolate(w.flow, w.left, need.flow)))})`}>
                    <circle r={6.5} fill="var(--panel)" stroke={color} strokeWidth={1.6} />
                    <text y={3.8} fontSize={9.5} fontWeight={600} fill={color} textAnchor="middle">
                      {letterOf(i)}
                    </text>
                  </g>
                )}
              </g>
            );
          })}
        </>
      )}
    </PlotFrame>
  );
}
