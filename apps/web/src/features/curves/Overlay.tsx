import { rounded } from '@cedar-knot/wording';
import type { ServiceCurves } from '@cedar-knot/core';
import { lineStyle } from '../../ui/scenarioStyle.js';
import type { Display } from '../context.js';
import type { PlotArea } from '../../ui/chart/ApexChart.js';
import type { Axis } from '../../ui/chart/chartOptions.js';
import type { Family } from './family.js';
import { CurveEnds, FamilyMarks } from './FamilyMarks.js';
import type { Mapped, Scale } from './mapped.js';
import type { CurvesModel } from './model.js';
import { OtherDuties, type OtherDuty } from './OtherDuties.js';
import { BestTicks, Knots, LineEnds, PumpLabels, Rated, ValveWindow } from './PlotMarks.js';
import { msg } from './words.js';

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
  others: readonly OtherDuty[];
}

const LABEL = 'var(--ink-quiet)';

function scale(axis: Axis, from: number, to: number): Scale {
  return (v) => from + ((v - axis.min) / (axis.max - axis.min)) * (to - from);
}

/** a diameter as it is stamped: 385, 15.16 */
export const diameterText = (metres: number, display: Display): string => rounded(display.value(metres, 'diameter'), 4);

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
  const mapped: Mapped = { x, y: yHead, flow, metres };
  const top = tops.head + head.y;
  const inside = (px: number): boolean => px >= head.x - 1 && px <= head.x + head.width + 1;
  const bottom = tops.npsh + npsh.y + npsh.height;
  return (
    <svg width={size.width} height={size.height} className="pointer-events-none absolute inset-0 will-change-transform">
      <Titles
        model={model}
        plot={head}
        tops={tops}
        yEff={yEff}
        bottom={bottom}
        hasMotor={Boolean(family.motor)}
        display={display}
      />
      <Drops model={model} bottom={bottom} {...mapped} yEff={yEff} yNpsh={yNpsh} display={display} inside={inside} />
      <clipPath id="head-plot">
        <rect x={head.x - 10} y={top - 10} width={head.width + 60} height={head.height + 18} />
      </clipPath>
      <g clipPath="url(#head-plot)">
        {showMade &&
          curves.made.map((m) => (
            <text key={m.diameter} x={head.x + 5} y={yHead(metres(m.head[0]!)) + 12} fontSize={11} fill={LABEL} className="halo">
              Ø {diameterText(m.diameter, display)}
            </text>
          ))}
        <BestTicks curves={curves} knots={model.knots} {...mapped} inside={inside} />
        <CurveEnds curves={curves} {...mapped} />
        <FamilyMarks family={family} display={display} {...mapped} />
        <OtherDuties others={others} curves={curves} knots={model.knots} {...mapped} inside={inside} />
        <PumpLabels curves={curves} {...mapped} right={head.x + head.width} />
        {showWindow && <ValveWindow model={model} curves={curves} active={active} {...mapped} display={display} />}
        <LineEnds model={model} curves={curves} {...mapped} top={top} right={head.x + head.width} onPick={onPick} />
        {curves.rated && <Rated rated={curves.rated} {...mapped} display={display} inside={inside} />}
        <Knots knots={model.knots} active={active} {...mapped} inside={inside} onPick={onPick} />
      </g>
    </svg>
  );
}

interface TitlesProps {
  model: CurvesModel;
  plot: PlotArea;
  tops: OverlayProps['tops'];
  yEff: Scale;
  bottom: number;
  hasMotor: boolean;
  display: Display;
}

/** what is drawn in which unit */
function Titles({ model, plot, tops, yEff, bottom, hasMotor, display }: TitlesProps) {
  return (
    <>
      <text x={8} y={12} fontSize={12} fontWeight={600} fill="var(--ink)">
        {msg('view.curves.head', { unit: display.unit('head') })}
      </text>
      <text x={8} y={tops.efficiency + 11} fontSize={12} fontWeight={600} fill="var(--ink)">
        {msg('view.curves.efficiencyPerUnit')}
        <tspan fill={LABEL} fontWeight={400} dx={4}>
          {msg('view.curves.andTotalShaftPower', { unit: display.unit('power') })}
          {hasMotor && msg('view.curves.includingMotorAndInputPower')}
        </tspan>
      </text>
      <text x={plot.x + plot.width + 4} y={yEff(100) + 4} fontSize={11} fill={LABEL}>
        {rounded(model.powerTop, 3)}
      </text>
      <text x={plot.x + plot.width + 4} y={yEff(0) + 4} fontSize={11} fill={LABEL}>
        0
      </text>
      <text x={8} y={tops.npsh + 11} fontSize={12} fontWeight={600} fill="var(--ink)">
        {msg('view.curves.npsh', { unit: display.unit('head') })}
        <tspan fill={LABEL} fontWeight={400} dx={4}>
          {msg('view.curves.npshrInBlackNpshaBy')}
        </tspan>
      </text>
      <text
        x={plot.x + plot.width}
        y={bottom - 5}
        textAnchor="end"
        fontSize={12}
        fontWeight={600}
        fill="var(--ink)"
        className="halo"
      >
        {msg('view.curves.flow2', { unit: display.unit('flow') })}
      </text>
    </>
  );
}

interface DropsProps extends Mapped {
  model: CurvesModel;
  bottom: number;
  yEff: Scale;
  yNpsh: Scale;
  display: Display;
  inside: (px: number) => boolean;
}

/** from each duty down through its efficiency, power and margin over NPSH */
function Drops({ model, bottom, x, y, yEff, yNpsh, flow, metres, display, inside }: DropsProps) {
  return model.knots.map((k) => {
    const kx = x(flow(k.flow));
    if (!inside(kx)) return null;
    const color = lineStyle(k.index).color;
    const r = k.result;
    return (
      <g key={k.scenario}>
        <line x1={kx} x2={kx} y1={y(metres(k.head))} y2={bottom} stroke={color} strokeDasharray="1.5 3" strokeWidth={1} />
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
  });
}
