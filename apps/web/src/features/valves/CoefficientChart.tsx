import { rounded } from '@cedar-knot/wording';
import { kvAtOpening, KV_PER_CV, type ValveInput, type ValveNeed, type ValveRow } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { PlotFrame, pathOf, type Plot } from '../../ui/chart/PlotFrame.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import { useDisplay, useStudy } from '../context.js';
import type { OpeningBand } from '../../state/openingBand.js';
import { msg } from './words.js';

const STEPS = 80;
/** room for the figure before its line, px: a stroke before it would read as a minus */
const FIGURE = 30;
const PAD = { left: 42, right: 34, top: 40, bottom: 32 };

/** Coefficient over travel of a valve, with what every scenario asks of it: where it stands, inside its band or not. */
export function CoefficientChart({
  valve,
  others,
  band,
  row,
  required,
}: {
  valve: ValveInput;
  /** drawn thin beside it */
  others: readonly { name: string; valve: ValveInput }[];
  band: OpeningBand;
  row: ValveRow;
  required: Readonly<Record<string, ValveNeed>>;
}) {
  const { system } = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const active = useStudy((s) => s.active);
  const activate = useStudy((s) => s.activate);
  const scale = system === 'us' ? 1 / KV_PER_CV : 1;
  const name = system === 'us' ? 'Cv' : 'Kv';
  const at = (v: ValveInput, x: number): number => kvAtOpening(v, x) * scale;
  const curve = (v: ValveInput, from: number, to: number): [number, number][] =>
    Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS).map((x) => [x, at(v, x)]);
  const knots = Object.entries(required).flatMap(([id, need]) => {
    const opening = row.scenarios[id]?.opening;
    if (opening === null || opening === undefined || need.kv === null) return [];
    return [{ id, index: scenarios.findIndex((s) => s.id === id), opening, kv: at(valve, opening), asked: need.kv * scale }];
  });
  const most = Math.max(at(valve, 1), ...knots.map((k) => k.kv)) * 1.02;
  return (
    <PlotFrame
      label={msg('view.valves.overTravelWithTheCoefficient', { name })}
      x={{ low: 0, high: 100, parts: 5, title: msg('view.valves.travel') }}
      y={{ low: 0, high: most, parts: 4, title: name === 'Kv' ? msg('view.valves.kvMHAt1') : msg('view.valves.cvGpmAt1Psi') }}
      pad={PAD}
      behind={(p) => <Band band={band} plot={p} />}
    >
      {(p) => {
        const px = (list: readonly [number, number][]): string => pathOf(list.map(([x, kv]) => [p.x(x * 100), p.y(kv)]));
        const letters = spread(knots.map((k) => p.x(k.opening * 100) - 12), 13, p.left, p.right); // prettier-ignore
        const names = spread(knots.map((k) => p.y(k.kv) - 4), 12, p.top + 8, p.bottom - 2); // prettier-ignore
        return (
          <>
            <g clipPath="url(#kv-plot)">
              <clipPath id="kv-plot">
                <rect x={p.left} y={p.top} width={p.right - p.left} height={p.bottom - p.top} />
              </clipPath>
              {others.map((o) => (
                <path key={o.name} d={px(curve(o.valve, 0, 1))} fill="none" stroke="var(--line-strong)" />
              ))}
              <path d={px(curve(valve, 0, 1))} fill="none" stroke="var(--ink)" strokeWidth={1} />
              <path d={px(curve(valve, band.low, band.high))} fill="none" stroke="var(--ink)" strokeWidth={2.25} />
              <path d={px(curve(valve, band.preferLow, band.preferHigh))} fill="none" stroke="var(--ink)" strokeWidth={4} />
            </g>
            {others.map((o) => {
              // named where its curve leaves the plot, or at its end
              const out = curve(o.valve, 0, 1).find(([, kv]) => p.y(kv) < p.top) ?? [1, at(o.valve, 1)];
              return (
                <text
                  key={o.name}
                  x={Math.min(p.x(out[0] * 100) - 4, p.right)}
                  y={Math.max(p.y(out[1]), p.top) + 12}
                  fontSize={11}
                  fill="var(--ink-quiet)"
                  textAnchor="end"
                  className="halo"
                >
                  {o.name}
                </text>
              );
            })}
            <text x={p.right} y={p.top - 20} fontSize={11} fontWeight={600} fill="var(--ink)" textAnchor="middle">
              {name}s {rounded(at(valve, 1), 3)}
            </text>
            {knots.map((k) => {
              const { color, dash } = lineStyle(k.index);
              const to = `H${p.x(k.opening * 100)}V${p.bottom}`;
              return (
                <path key={k.id} d={`M${p.left + FIGURE} ${p.y(k.kv)}${to}`} fill="none" stroke={color} strokeDasharray={dash} />
              );
            })}
            {knots.map((k, i) => {
              const { color } = lineStyle(k.index);
              const [cx, cy] = [p.x(k.opening * 100), p.y(k.kv)];
              return (
                <g key={k.id} data-knot={k.id} onClick={() => activate(k.id)} className="cursor-pointer">
                  <text x={p.left + 4} y={names[i]} fontSize={11} fontWeight={600} fill={color} className="halo">
                    {rounded(k.asked, 3)}
                  </text>
                  <circle cx={cx} cy={cy} r={k.id === active ? 8.5 : 7} fill="var(--panel)" stroke={color} strokeWidth={1.8} />
                  <circle cx={cx} cy={cy} r={4.4} fill="none" stroke={color} strokeWidth={1.4} />
                  <circle cx={cx} cy={cy} r={1.6} fill={color} />
                  <text
                    x={letters[i]}
                    y={cy - 10}
                    fontSize={11.5}
                    fontWeight={600}
                    fill={color}
                    textAnchor="middle"
                    className="halo"
                  >
                    {letterOf(k.index)}
                  </text>
                </g>
              );
            })}
          </>
        );
      }}
    </PlotFrame>
  );
}

/** the opening band of a valve over a plot whose x is travel in %: allowed, preferred inside of it, its limits drawn */
export function Band({ band, plot: p, named = true }: { band: OpeningBand; plot: Plot; named?: boolean }) {
  const rect = (from: number, to: number, opacity: number) => (
    <rect
      x={p.x(from * 100)}
      width={Math.max(0, p.x(to * 100) - p.x(from * 100))}
      y={p.top}
      height={p.bottom - p.top}
      fill="var(--gauge-allow)"
      opacity={opacity}
    />
  );
  return (
    <g>
      {rect(band.low, band.high, 0.2)}
      {rect(band.preferLow, band.preferHigh, 0.22)}
      {[band.low, band.high].map((t) => (
        <g key={t}>
          <line x1={p.x(t * 100)} x2={p.x(t * 100)} y1={p.top} y2={p.bottom} stroke="var(--gauge-tick)" strokeWidth={1.2} />
          {named && (
            <text x={p.x(t * 100)} y={p.top - 20} fontSize={11} fill="var(--ink-2)" textAnchor="middle">
              {Math.round(t * 100)} %
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
