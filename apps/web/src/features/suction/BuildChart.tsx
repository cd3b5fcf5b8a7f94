import { fixed } from '@cedar-knot/wording';
import { allElements } from '@cedar-knot/core';
import type { SuctionBuild, SuctionPart, Verdict } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { PlotFrame, type Plot } from '../../ui/chart/PlotFrame.js';
import { MarkShape, verdictColor } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const NAMES: Readonly<Record<SuctionPart['kind'], readonly string[]>> = {
  atmosphere: [msg('view.suction.partAtmosphere')],
  surface: [msg('view.suction.partSurface'), msg('view.suction.partPressure')],
  level: [msg('view.suction.partLiquid'), msg('view.suction.partLevel')],
  height: [msg('view.suction.partNozzle'), msg('view.suction.partHeight')],
  supply: [msg('view.suction.headOf'), msg('view.suction.supply2')],
  vapour: [msg('view.suction.partVapour'), msg('view.suction.partPressure')],
  pipes: [msg('view.suction.partSuction'), msg('view.suction.partPipes')],
  element: [],
  rest: [msg('view.suction.partVelocity'), msg('view.suction.partTees')],
};
const PAD = { left: 34, right: 8, top: 20, bottom: 34 };

interface BuildChartProps {
  built: SuctionBuild;
  ghost: { index: number; built: SuctionBuild } | undefined;
  index: number;
  /** least NPSHA over NPSHR */
  limit: number | null;
  ratio: number | null;
  verdict: Verdict;
}

/** From the atmosphere down to NPSHA, part by part, beside what the pump requires; another scenario's levels ghosted. */
export function BuildChart(props: BuildChartProps) {
  const { built, ghost, limit } = props;
  const d = useDisplay();
  const h = (m: number): number => d.value(m, 'head');
  const bars = barsOf(built);
  const asked = built.npshr === null ? null : built.npshr * (limit ?? 1);
  const levels = [0, built.npsha, asked ?? 0, ...bars.flatMap((b) => [b.from, b.to])];
  const count = bars.length + 2;
  return (
    <PlotFrame
      label={msg('view.suction.npshAvailableByComponents')}
      x={{ low: 0, high: count, parts: 1, title: '', write: () => '' }}
      y={{
        low: h(Math.min(...levels)),
        high: h(Math.max(...levels)) * 1.03,
        parts: 6,
        title: msg('view.suction.npsh', { unit: d.unit('head') }),
      }}
      pad={PAD}
    >
      {(p) => {
        const place = placeOf(p, count, h);
        return (
          <>
            {bars.map((b, i) => (
              <Step key={`${b.p.kind} ${b.p.where}`} bar={b} i={i} isLast={i === bars.length - 1} place={place} />
            ))}
            {ghost && <GhostSteps bars={bars} ghost={ghost} place={place} />}
            <Available {...props} i={bars.length} place={place} />
            {built.npshr !== null && <Asked {...props} npshr={built.npshr} i={bars.length + 1} place={place} />}
          </>
        );
      }}
    </PlotFrame>
  );
}

interface Bar {
  p: SuctionPart;
  from: number;
  to: number;
}

/** parts, each on top of those before it */
function barsOf(built: SuctionBuild): Bar[] {
  let at = 0;
  return built.parts.map((p) => {
    const from = at;
    at += p.value;
    return { p, from, to: at };
  });
}

/** where the columns stand, px */
interface Place {
  x: (i: number) => number;
  y: (metres: number) => number;
  width: number;
  slot: number;
  top: number;
  bottom: number;
}

function placeOf(p: Plot, count: number, shown: (metres: number) => number): Place {
  const slot = (p.right - p.left) / count;
  const width = Math.min(46, slot * 0.78);
  return { x: (i) => p.left + slot * (i + 0.5) - width / 2, y: (m) => p.y(shown(m)), width, slot, top: p.top, bottom: p.bottom };
}

function Column({
  i,
  from,
  to,
  fill,
  stroke,
  place,
}: {
  i: number;
  from: number;
  to: number;
  fill: string;
  stroke: string;
  place: Place;
}) {
  const { x, y, width } = place;
  return (
    <rect
      x={x(i)}
      width={width}
      y={y(Math.max(from, to))}
      height={Math.max(1, Math.abs(y(from) - y(to)))}
      fill={fill}
      stroke={stroke}
    />
  );
}

function Words({
  i,
  list,
  weight = 400,
  fill = 'var(--ink-2)',
  place,
}: {
  i: number;
  list: readonly string[];
  weight?: number;
  fill?: string;
  place: Place;
}) {
  return list.map((t, k) => (
    <text
      key={t}
      x={place.x(i) + place.width / 2}
      y={place.bottom + 13 + 12 * k}
      fontSize={10.5}
      fontWeight={weight}
      fill={fill}
      textAnchor="middle"
    >
      {t}
    </text>
  ));
}

function Step({ bar: b, i, isLast, place }: { bar: Bar; i: number; isLast: boolean; place: Place }) {
  const d = useDisplay();
  const lines = useStudy((s) => s.study.lines);
  const { x, y, width } = place;
  const name = (): readonly string[] => {
    if (b.p.kind !== 'element') return NAMES[b.p.kind];
    const e = allElements({ lines }).find((el) => el.id === b.p.where);
    return typeof e?.name === 'string' ? [b.p.where!, e.name.length > 12 ? `${e.name.slice(0, 11)}…` : e.name] : [b.p.where!];
  };
  const isGain = b.p.value >= 0;
  return (
    <g data-part={b.p.kind}>
      <Column
        i={i}
        from={b.from}
        to={b.to}
        fill={isGain ? 'var(--gauge-pref)' : 'var(--panel-quiet)'}
        stroke={isGain ? 'none' : 'var(--gauge-pref)'}
        place={place}
      />
      <text
        x={x(i) + width / 2}
        y={y(Math.max(b.from, b.to)) - 4}
        fontSize={11.5}
        fontWeight={600}
        fill="var(--ink)"
        textAnchor="middle"
        className="halo"
      >
        {isGain ? '+' : '−'}
        {d.number(Math.abs(b.p.value), 'head')}
      </text>
      {!isLast && (
        <line x1={x(i) + width} x2={x(i + 1)} y1={y(b.to)} y2={y(b.to)} stroke="var(--line-strong)" strokeDasharray="2 2" />
      )}
      <Words i={i} list={name()} place={place} />
    </g>
  );
}

/** the same steps of another scenario, as far as it has the same parts */
function GhostSteps({
  bars,
  ghost,
  place,
}: {
  bars: readonly Bar[];
  ghost: { index: number; built: SuctionBuild };
  place: Place;
}) {
  const { x, y, width } = place;
  let sum = 0;
  return bars.map((b, i) => {
    sum += ghost.built.parts.find((q) => q.kind === b.p.kind && q.where === b.p.where)?.value ?? 0;
    const at = y(sum);
    return (
      <line key={i} x1={x(i) - 3} x2={x(i) + width + 3} y1={at} y2={at} stroke={lineStyle(ghost.index).color} strokeWidth={1.5} />
    );
  });
}

function Available({ built, ghost, index, i, place }: BuildChartProps & { i: number; place: Place }) {
  const d = useDisplay();
  const { x, y, width } = place;
  const { color } = lineStyle(index);
  const other = ghost && lineStyle(ghost.index).color;
  return (
    <g data-part="npsha">
      <Column i={i} from={0} to={built.npsha} fill={color} stroke="none" place={place} />
      <Words
        i={i}
        list={['NPSHA', `${d.number(built.npsha, 'head')} ${d.unit('head')}`]}
        weight={600}
        fill={color}
        place={place}
      />
      {ghost && (
        <>
          <line
            x1={x(i) - 3}
            x2={x(i) + width + 3}
            y1={y(ghost.built.npsha)}
            y2={y(ghost.built.npsha)}
            stroke={other}
            strokeWidth={1.5}
          />
          <text
            x={x(i) + width / 2}
            y={y(ghost.built.npsha) - 4}
            fontSize={11}
            fontWeight={600}
            fill={other}
            textAnchor="middle"
            className="halo"
          >
            {letterOf(ghost.index)} {d.number(ghost.built.npsha, 'head')}
          </text>
        </>
      )}
    </g>
  );
}

/** what the pump requires, up to what the limit asks */
function Asked({ npshr, limit, ratio, verdict, i, place }: BuildChartProps & { npshr: number; i: number; place: Place }) {
  const d = useDisplay();
  const { x, y, width, slot, top } = place;
  const asked = npshr * (limit ?? 1);
  return (
    <g data-part="npshr">
      {asked > npshr && <Column i={i} from={npshr} to={asked} fill="var(--fails-wash)" stroke="var(--fails)" place={place} />}
      <Column i={i} from={0} to={npshr} fill="var(--ink)" stroke="none" place={place} />
      <Words
        i={i}
        list={['NPSHR', `${d.number(npshr, 'head')} ${d.unit('head')}`]}
        weight={600}
        fill="var(--ink)"
        place={place}
      />
      <text x={x(i) + width / 2} y={y(asked) - 4} fontSize={11} fill="var(--fails)" textAnchor="middle" className="halo">
        {limit !== null && `× ${limit}`}
      </text>
      {ratio !== null && (
        <g transform={`translate(${x(i - 1) + width + (slot - width) / 2} ${top + 4})`}>
          <MarkShape kind={verdict} />
          <text x={8} y={4} fontSize={12} fontWeight={600} fill={verdictColor(verdict)}>
            {msg('view.suction.of', { ratio: fixed(ratio, 2) })} {limit}
          </text>
        </g>
      )}
    </g>
  );
}
