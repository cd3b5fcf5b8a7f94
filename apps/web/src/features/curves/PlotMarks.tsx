import { apart, type ServiceCurves } from '@cedar-knot/core';
import { interpolate } from '../../state/interpolate.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import type { Display } from '../context.js';
import type { Mapped } from './mapped.js';
import type { CurvesModel, Knot } from './model.js';
import { msg } from './words.js';

/* Marks in the plot of heads. */

/** a short vertical tick on each pump curve at its best-efficiency flow */
export function BestTicks({
  curves,
  knots,
  x,
  y,
  flow,
  metres,
  inside,
}: Mapped & { curves: ServiceCurves; knots: readonly Knot[]; inside: (px: number) => boolean }) {
  return curves.pumps.map((p) => {
    const px = x(flow(p.bestFlow));
    const py = y(metres(interpolate(p.flow, p.head, p.bestFlow)));
    const crowded = knots.some((k) => Math.hypot(x(flow(k.flow)) - px, y(metres(k.head)) - py) < 34);
    return inside(px) ? (
      <g key={p.scenarios[0]}>
        <line x1={px} x2={px} y1={py - 8} y2={py + 8} stroke="var(--ink)" strokeWidth={2} />
        {!crowded && (
          <text x={px} y={py + 20} fontSize={11} textAnchor="middle" fill="var(--ink-quiet)" className="halo">
            {msg('app.bep')}
          </text>
        )}
      </g>
    ) : null;
  });
}

export function PumpLabels({ curves, x, y, flow, metres, right }: Mapped & { curves: ServiceCurves; right: number }) {
  return curves.pumps.map((p) => {
    const px = Math.min(x(flow(p.lastFlow)) + 5, right - 52);
    return (
      <text
        key={p.scenarios[0]}
        x={px}
        y={y(metres(interpolate(p.flow, p.head, p.lastFlow))) + 4}
        fontSize={11.5}
        fontWeight={600}
        fill="var(--ink)"
        className="halo"
      >
        {msg('view.curves.running', { running: p.running })}
      </text>
    );
  });
}

/** letters where the system curves leave the plot, pushed apart along its top */
export function LineEnds({
  model,
  curves,
  x,
  y,
  flow,
  metres,
  top,
  right,
  onPick,
}: Mapped & { model: CurvesModel; curves: ServiceCurves; top: number; right: number; onPick: (s: string) => void }) {
  const ends = curves.scenarios.flatMap((s) => {
    const knot = model.knots.find((k) => k.scenario === s.id);
    let last = -1;
    s.head.forEach((h, i) => {
      if (h !== null && metres(h) <= model.head.max && flow(curves.flows[i]!) <= model.flow.max) last = i;
    });
    return knot && last >= 0 ? [{ knot, px: x(flow(curves.flows[last]!)), py: y(metres(s.head[last]!)) }] : [];
  });
  const xs = spread(
    ends.map((e) => e.px),
    19,
    60,
    right - 2,
  );
  return ends.map((e, i) => {
    const style = lineStyle(e.knot.index);
    const py = Math.max(top + 9, e.py - 10);
    return (
      <g key={e.knot.scenario} className="pointer-events-auto cursor-pointer" onClick={() => onPick(e.knot.scenario)}>
        <rect x={xs[i]! - 8} y={py - 8} width={16} height={16} rx={2} fill={style.color} />
        <text x={xs[i]} y={py + 4} textAnchor="middle" fontSize={11.5} fontWeight={600} fill={style.onColor}>
          {e.knot.letter}
        </text>
      </g>
    );
  });
}

/** from the duty down to the system without the valve: hatched, because it is burnt */
export function ValveWindow({
  model,
  curves,
  active,
  x,
  y,
  flow,
  metres,
  display,
}: Mapped & { model: CurvesModel; curves: ServiceCurves; active: string; display: Display }) {
  const knot = model.knots.find((k) => k.scenario === active);
  const trace = curves.scenarios.find((s) => s.id === active);
  if (!knot || !trace || !(knot.flow > 0)) return null;
  const bare = interpolate(curves.flows, trace.bare, knot.flow);
  const burnt = knot.head - bare;
  const px = x(flow(knot.flow));
  const [a, b] = [y(metres(knot.head)), y(metres(bare))];
  if (!Number.isFinite(burnt) || b - a < 8) return null;
  const color = lineStyle(knot.index).color;
  return (
    <g>
      <defs>
        <pattern id="burnt" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" x2="0" y1="0" y2="5" stroke={color} strokeWidth="1.300" />
        </pattern>
      </defs>
      <rect x={px - 5} width={10} y={a} height={b - a} fill="url(#burnt)" stroke={color} strokeWidth={1} />
      <text x={px - 10} y={b - 2} textAnchor="end" fontSize={11.5} fill="var(--ink-2)" className="halo">
        {msg('view.curves.valveBurns')}
        <tspan fontWeight={600}>
          {display.number(burnt, 'head')} {display.unit('head')}
        </tspan>
      </text>
    </g>
  );
}

export function Rated({
  rated,
  x,
  y,
  flow,
  metres,
  display,
  inside,
}: Mapped & { rated: { flow: number; head: number }; display: Display; inside: (px: number) => boolean }) {
  const px = x(flow(rated.flow));
  const py = y(metres(rated.head));
  if (!inside(px)) return null;
  return (
    <g>
      <path
        d={`M${px} ${py - 6}L${px + 6} ${py}L${px} ${py + 6}L${px - 6} ${py}Z`}
        fill="var(--panel)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <path d={`M${px + 5} ${py - 4}L${px + 15} ${py - 13}`} stroke="var(--line-strong)" />
      <text x={px + 17} y={py - 13} fontSize={11.5} fill="var(--ink-2)" className="halo">
        {msg('view.curves.ratedAt', {
          flow: display.number(rated.flow, 'flow'),
          head: display.number(rated.head, 'head'),
          unit: display.unit('head'),
        })}
      </text>
    </g>
  );
}

/** px between rings: as near as they may be by themselves, and from those that were put beside */
const RINGS = { near: 12, gap: 24 };

/** Two rings around a dot. Knots that fall on one another are fanned out, each tied to its true place. */
export function Knots({
  knots,
  active,
  x,
  y,
  flow,
  metres,
  inside,
  onPick,
}: Mapped & { knots: readonly Knot[]; active: string; inside: (px: number) => boolean; onPick: (s: string) => void }) {
  const shown = knots.map((k) => ({ k, tx: x(flow(k.flow)), ty: y(metres(k.head)) })).filter(({ tx }) => inside(tx));
  const places = apart(
    shown.map(({ tx, ty }) => [tx, ty]),
    { ...RINGS, isFree: ([px]) => inside(px) },
  );
  const placed = shown.map((s, i) => ({ ...s, px: places[i]![0], py: places[i]![1] }));
  return placed.map(({ k, tx, ty, px, py }) => {
    const color = lineStyle(k.index).color;
    const outer = k.scenario === active ? 9.5 : 8;
    return (
      <g
        key={k.scenario}
        opacity={k.stale ? 0.45 : 1}
        className="pointer-events-auto cursor-pointer"
        onClick={() => onPick(k.scenario)}
        data-knot={k.scenario}
      >
        {(px !== tx || py !== ty) && <path d={`M${tx} ${ty}L${px} ${py}`} stroke={color} strokeWidth={1} />}
        <circle cx={px} cy={py} r={outer} fill="var(--panel)" stroke={color} strokeWidth={1.8} />
        <circle cx={px} cy={py} r={4.6} fill="none" stroke={color} strokeWidth={1.6} />
        <circle cx={px} cy={py} r={1.7} fill={color} />
        <text x={px + outer + 3} y={py - outer + 1} fontSize={12} fontWeight={600} fill={color} className="halo">
          {k.letter}
        </text>
      </g>
    );
  });
}
