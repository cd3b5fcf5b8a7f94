import type { ServiceCurves } from '@cedar-knot/core';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import type { Display } from '../context.js';
import type { PlotArea } from '../../ui/chart/ApexChart.js';
import type { Axis } from '../../ui/chart/chartOptions.js';
import type { Family } from './family.js';
import { CurveEnds, FamilyMarks } from './FamilyMarks.js';
import { interpolate } from '../../ui/chart/interpolate.js';
import type { Mapped, Scale } from './mapped.js';
import type { CurvesModel, Knot } from './model.js';

export interface Areas {
  head?: PlotArea;
  efficiency?: PlotArea;
  npsh?: PlotArea;
}

interface OverlayProps {
  model: CurvesModel;
  curves: ServiceCurves;
  areas: Areas;
  /** top of each chart's box over the top of the overlay, px */
  tops: { head: number; efficiency: number; npsh: number };
  size: { width: number; height: number };
  display: Display;
  active: string;
  showMade: boolean;
  showWindow: boolean;
  onPick: (scenario: string) => void;
  /** what is drawn beside the curve as it runs */
  family: Family;
  /** further crossings of a curve that droops */
  others: readonly { scenario: string; flow: number; isStable: boolean }[];
}

function scale(axis: Axis, from: number, to: number): Scale {
  return (v) => from + ((v - axis.min) / (axis.max - axis.min)) * (to - from);
}

/** a diameter as it is stamped: 385, 15.16 */
export const diameterText = (metres: number, display: Display): string =>
  String(Number(display.value(metres, 'diameter').toPrecision(4)));

/** Marks laid over the charts: knots, letters at the lines' ends, best efficiency, the rated point, what the valve burns. */
export function Overlay({
  model,
  curves,
  areas,
  tops,
  size,
  display,
  active,
  showMade,
  showWindow,
  onPick,
  family,
  others,
}: OverlayProps) {
  const { head, efficiency, npsh } = areas;
  if (!head || !efficiency || !npsh) return null;
  const x = scale(model.flow, head.x, head.x + head.width);
  const yHead = scale(model.head, tops.head + head.y + head.height, tops.head + head.y);
  const yEff = scale(model.efficiency, tops.efficiency + efficiency.y + efficiency.height, tops.efficiency + efficiency.y);
  const yNpsh = scale(model.npsh, tops.npsh + npsh.y + npsh.height, tops.npsh + npsh.y);
  const flow = (si: number): number => display.value(si, 'flow');
  const metres = (si: number): number => display.value(si, 'head');
  const top = tops.head + head.y;
  const inside = (px: number): boolean => px >= head.x - 1 && px <= head.x + head.width + 1;
  const bottom = tops.npsh + npsh.y + npsh.height;
  const label = 'var(--ink-quiet)';
  return (
    <svg width={size.width} height={size.height} className="pointer-events-none absolute inset-0 will-change-transform">
      <text x={8} y={12} fontSize={12} fontWeight={600} fill="var(--ink)">
        Head, {display.unit('head')}
      </text>
      <text x={8} y={tops.efficiency + 11} fontSize={12} fontWeight={600} fill="var(--ink)">
        Efficiency of a unit, %{' '}
        <tspan fill={label} fontWeight={400} dx={4}>
          — and shaft power of all running, {display.unit('power')} - - -
          {family.motor && '; ···· with the motor, and what it takes'}
        </tspan>
      </text>
      <text x={head.x + head.width + 4} y={yEff(100) + 4} fontSize={11} fill={label}>
        {Number(model.powerTop.toPrecision(3))}
      </text>
      <text x={head.x + head.width + 4} y={yEff(0) + 4} fontSize={11} fill={label}>
        0
      </text>
      <text x={8} y={tops.npsh + 11} fontSize={12} fontWeight={600} fill="var(--ink)">
        NPSH, {display.unit('head')}{' '}
        <tspan fill={label} fontWeight={400} dx={4}>
          required in ink, available by scenario; the bar is the margin
        </tspan>
      </text>
      <text
        x={head.x + head.width}
        y={bottom - 5}
        textAnchor="end"
        fontSize={12}
        fontWeight={600}
        fill="var(--ink)"
        className="halo"
      >
        Flow, {display.unit('flow')}
      </text>
      {model.knots.map((k) => {
        const kx = x(flow(k.flow));
        if (!inside(kx)) return null;
        const color = lineStyle(k.index).color;
        const r = k.result;
        return (
          <g key={k.scenario}>
            <line x1={kx} x2={kx} y1={yHead(metres(k.head))} y2={bottom} stroke={color} strokeDasharray="1.5 3" strokeWidth={1} />
            {r.efficiency !== null && <circle cx={kx} cy={yEff(r.efficiency * 100)} r={3} fill={color} />}
            {r.shaftPower !== null && (
              <circle
                cx={kx}
                cy={yEff((display.value(r.shaftPower, 'power') / model.powerTop) * 100)}
                r={3}
                fill="var(--panel)"
                stroke={color}
                strokeWidth={1.5}
              />
            )}
            {r.npsha !== null && r.npshr !== null && (
              <line x1={kx} x2={kx} y1={yNpsh(metres(r.npsha))} y2={yNpsh(metres(r.npshr))} stroke={color} strokeWidth={3.5} />
            )}
          </g>
        );
      })}
      <clipPath id="head-plot">
        <rect x={head.x - 10} y={top - 10} width={head.width + 60} height={head.height + 18} />
      </clipPath>
      <g clipPath="url(#head-plot)">
        {showMade &&
          curves.made.map((m) => (
            <text key={m.diameter} x={head.x + 5} y={yHead(metres(m.head[0]!)) + 12} fontSize={11} fill={label} className="halo">
              Ø {diameterText(m.diameter, display)}
            </text>
          ))}
        <BestTicks curves={curves} knots={model.knots} x={x} y={yHead} flow={flow} metres={metres} inside={inside} />
        <CurveEnds curves={curves} x={x} y={yHead} flow={flow} metres={metres} />
        <FamilyMarks family={family} display={display} x={x} y={yHead} flow={flow} metres={metres} />
        {others.map((o) => {
          const s = curves.scenarios.find((t) => t.id === o.scenario);
          const knot = model.knots.find((k) => k.scenario === o.scenario);
          const h = s ? interpolate(curves.flows, s.head, o.flow) : NaN;
          if (!knot || !Number.isFinite(h) || !inside(x(flow(o.flow)))) return null;
          const color = lineStyle(knot.index).color;
          return (
            <circle
              key={`${o.scenario} ${o.flow}`}
              cx={x(flow(o.flow))}
              cy={yHead(metres(h))}
              r={5}
              fill="var(--panel)"
              stroke={color}
              strokeWidth={1.5}
              strokeDasharray={o.isStable ? '' : '2 2'}
              data-other-duty={o.scenario}
            >
              <title>{o.isStable ? 'also a duty' : 'a duty that does not hold'}</title>
            </circle>
          );
        })}
        <PumpLabels curves={curves} x={x} y={yHead} flow={flow} metres={metres} right={head.x + head.width} />
        {showWindow && (
          <ValveWindow
            model={model}
            curves={curves}
            active={active}
            x={x}
            y={yHead}
            flow={flow}
            metres={metres}
            display={display}
          />
        )}
        <LineEnds
          model={model}
          curves={curves}
          x={x}
          y={yHead}
          flow={flow}
          metres={metres}
          top={top}
          right={head.x + head.width}
          onPick={onPick}
        />
        {curves.rated && (
          <Rated rated={curves.rated} x={x} y={yHead} flow={flow} metres={metres} display={display} inside={inside} />
        )}
        <Knots knots={model.knots} active={active} x={x} y={yHead} flow={flow} metres={metres} inside={inside} onPick={onPick} />
      </g>
    </svg>
  );
}

/** a short vertical tick on each pump curve at its best-efficiency flow */
function BestTicks({
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
            BEP
          </text>
        )}
      </g>
    ) : null;
  });
}

function PumpLabels({ curves, x, y, flow, metres, right }: Mapped & { curves: ServiceCurves; right: number }) {
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
        {p.running} running
      </text>
    );
  });
}

/** letters where the system curves leave the plot, pushed apart along its top */
function LineEnds({
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
function ValveWindow({
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
        valve burns{' '}
        <tspan fontWeight={600}>
          {display.number(burnt, 'head')} {display.unit('head')}
        </tspan>
      </text>
    </g>
  );
}

function Rated({
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
        rated {display.number(rated.flow, 'flow')} at {display.number(rated.head, 'head')} {display.unit('head')}
      </text>
    </g>
  );
}

const NEAR = 12;

/** Two rings around a dot. Knots that fall on one another are fanned out, each tied to its true place. */
function Knots({
  knots,
  active,
  x,
  y,
  flow,
  metres,
  inside,
  onPick,
}: Mapped & { knots: readonly Knot[]; active: string; inside: (px: number) => boolean; onPick: (s: string) => void }) {
  const placed: { k: Knot; tx: number; ty: number; px: number; py: number }[] = [];
  for (const k of knots) {
    const tx = x(flow(k.flow));
    const ty = y(metres(k.head));
    if (!inside(tx)) continue;
    let [px, py] = [tx, ty];
    const crowd = placed.filter((p) => Math.hypot(p.tx - tx, p.ty - ty) < NEAR).length;
    if (crowd > 0) {
      const turn = -2.4 + (crowd - 1) * 1.3;
      [px, py] = [tx + 24 * Math.cos(turn), ty + 24 * Math.sin(turn)];
    }
    placed.push({ k, tx, ty, px, py });
  }
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
