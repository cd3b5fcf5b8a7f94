import { withUnits, type PlaceResult, type ScenarioResult, type Study } from '@cedar-knot/core';
import { useMemo, useRef, useState, type MouseEvent, type ReactNode } from 'react';
import { letterOf } from '../../state/address.js';
import { axisTicks } from '../../ui/ticks.js';
import type { Shown } from '../../state/studyStore.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy } from '../context.js';
import { BOTTOM, lanesOf, LEFT, layoutProfile, pathOf, placesOf, RIGHT, TOP, type Frame, type ProfileLayout } from './layout.js';
import { ProfileTools } from './ProfileTools.js';
import { useZoom } from './useZoom.js';
import { Dimensions, EndLabels, Ends, Equipment } from './ProfileMarks.js';
import { ProfileReadout, type Spot } from './ProfileReadout.js';
import { msg } from './words.js';

/**
 * The system at its true elevations, drawn from what is typed: pipe, vessels and equipment; over it the hydraulic grade of the
 * active scenario with the others behind; under it the line below which the liquid boils.
 */
export function Profile({ switcher }: { switcher?: ReactNode }) {
  const typed = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const activeId = useStudy((s) => s.active);
  const drawn = shown[activeId]?.study ?? typed;
  // what belongs to the units of a pump is drawn where its flow passes it
  const study = useMemo(() => withUnits(drawn), [drawn]);
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [isEnergy, setEnergy] = useState(false);
  const { zoom, step, whole, keys, drag } = useZoom(box);
  const layout = useMemo(() => {
    const left = LEFT + 22;
    const span = Math.max(LEFT + 200, width - RIGHT) - left;
    const begin = left - zoom.at * zoom.scale * span;
    return layoutProfile(study, begin, begin + zoom.scale * span);
  }, [study, width, zoom]);
  const drawing = useRef<SVGSVGElement>(null);
  const activeAt = study.scenarios.findIndex((s) => s.id === activeId);
  const active = shown[activeId];
  const perMetre = 1 / display.value(1, 'length');
  const frame = useMemo(() => frameOf(shown, width, height, perMetre), [shown, width, height, perMetre]);
  const hasPlaces = active?.outcome.result && Object.keys(active.outcome.result.places).length > 0;

  const hover = (event: MouseEvent<SVGSVGElement>): void => {
    const rect = event.currentTarget.getBoundingClientRect();
    setSpot(
      frame && active?.outcome.result
        ? spotAt(study, layout, active.outcome.result, event.clientX - rect.left, event.clientY - rect.top, frame)
        : null,
    );
  };
  return (
    <section
      aria-label={msg('view.system.elevationProfile')}
      className="profile panel relative min-h-0 overflow-hidden"
      ref={box}
      style={{ height: 262, flex: 'none' }}
      tabIndex={0}
      onKeyDown={keys}
      data-print="profile"
    >
      <p className="print-only absolute -top-[30px] left-0 text-[14px]">
        <b>{`${typed.tag ?? ''} ${typed.title ?? ''}`.trim()}</b>
        {msg('view.system.scenario2', {
          letter: letterOf(activeAt),
          name: study.scenarios[activeAt]?.name ?? activeId,
          value: new Date().toLocaleDateString(),
        })}
      </p>
      {frame && hasPlaces && width > 0 ? (
        <svg
          width={width}
          height={height}
          ref={drawing}
          onMouseMove={hover}
          onMouseLeave={() => setSpot(null)}
          {...drag}
          className={`${active.stale ? 'opacity-60' : ''} ${zoom.scale > 1 ? 'cursor-grab' : ''}`}
        >
          <Drawing
            study={study}
            layout={layout}
            frame={frame}
            shown={shown}
            activeId={activeId}
            spot={spot}
            isEnergy={isEnergy}
            clip={zoom.scale > 1 ? LEFT : LEFT - 26}
          />
        </svg>
      ) : (
        <p className="text-inkq p-5">{study.lines.length === 0 ? '' : msg('view.system.theProfileAppearsOnceA')}</p>
      )}
      {frame && hasPlaces && (
        <ProfileTools
          scale={zoom.scale}
          onStep={step}
          onWhole={whole}
          drawing={drawing}
          isEnergy={isEnergy}
          onEnergy={setEnergy}
          title={`${typed.tag ?? ''} ${typed.title ?? ''}`.trim()}
        />
      )}
      <div className="no-print absolute top-[5px] right-3">{switcher}</div>
      {spot && <ProfileReadout spot={spot} shown={shown} study={study} width={width} />}
    </section>
  );
}

/** @param unit metres of one display unit, so that the ticks are round where they are read */
function frameOf(shown: Readonly<Record<string, Shown>>, width: number, height: number, unit: number): Frame | null {
  let low = Infinity;
  let high = -Infinity;
  for (const { outcome } of Object.values(shown)) {
    if (!outcome.result || !outcome.medium) continue;
    const below = vapourOffset(outcome.medium);
    for (const p of Object.values(outcome.result.places).flat()) {
      low = Math.min(low, p.elevation + Math.max(below, -14), p.grade ?? Infinity);
      high = Math.max(high, p.elevation, p.grade ?? -Infinity);
    }
  }
  if (!(high >= low) || height === 0) return null;
  const pad = Math.max(2, (high - low) * 0.05);
  const ticks = axisTicks((low - pad * 0.6) / unit, (high + pad) / unit, 6).map((t) => t * unit);
  const first = ticks[0]!;
  const last = ticks.at(-1)!;
  const y = (m: number): number => height - BOTTOM - ((m - first) / (last - first)) * (height - BOTTOM - TOP);
  return { width, height, y, ticks };
}

/** height of the hydraulic grade over the pipe at which the liquid boils: negative for a cool liquid, m */
function vapourOffset(m: { vapourPressure: number; atmosphere: number; density: number; gravity: number }): number {
  return (m.vapourPressure - m.atmosphere) / (m.density * m.gravity);
}

function spotAt(
  study: Study,
  layout: ProfileLayout,
  result: ScenarioResult,
  x: number,
  mouseY: number,
  frame: Frame,
): Spot | null {
  let best: Spot | null = null;
  let distance = Infinity;
  const lanes = lanesOf(study, layout, result, frame);
  for (const line of study.lines) {
    const xs = layout.lines.get(line.id)!;
    const places = placesOf(result, line);
    for (let i = 0; i + 1 < places.length; i++) {
      const [a, b] = [Math.min(xs[i]!, xs[i + 1]!), Math.max(xs[i]!, xs[i + 1]!)];
      if (x < a || x > b) continue;
      const t = xs[i + 1] === xs[i] ? 0 : (x - xs[i]!) / (xs[i + 1]! - xs[i]!);
      const z = places[i]!.elevation + t * (places[i + 1]!.elevation - places[i]!.elevation);
      const d = Math.abs(frame.y(z) + (lanes.get(line.id) ?? 0) - mouseY);
      if (d < distance) {
        distance = d;
        best = { line: line.id, index: i, t, x, elevation: z, element: line.elements[i]!.id };
      }
    }
  }
  return best;
}

interface DrawingProps {
  study: Study;
  layout: ProfileLayout;
  frame: Frame;
  shown: Readonly<Record<string, Shown>>;
  activeId: string;
  spot: Spot | null;
  /** the total head is drawn over the grade */
  isEnergy: boolean;
  /** where the drawing begins: a first vessel stands over the axis as long as nothing is cut off */
  clip: number;
}

function Drawing({ study, layout, frame, shown, activeId, spot, isEnergy, clip }: DrawingProps) {
  const { width, height, y } = frame;
  const active = shown[activeId]!;
  const result = active.outcome.result!;
  const activeIndex = study.scenarios.findIndex((s) => s.id === activeId);
  const hue = lineStyle(activeIndex);
  const lanes = lanesOf(study, layout, result, frame);
  return (
    <>
      <defs>
        <pattern id="boils" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="1.500" cy="1.500" r="0.800" fill="var(--line-strong)" />
          <circle cx="4.500" cy="4.500" r="0.800" fill="var(--line-strong)" />
        </pattern>
      </defs>
      <HeightTicks frame={frame} />
      <clipPath id="profile-plot">
        <rect x={clip} y={0} width={width - clip} height={height} />
      </clipPath>
      <g clipPath="url(#profile-plot)">
        <Boiling study={study} layout={layout} y={y} active={active} result={result} color={hue.color} />
        <OtherGrades study={study} layout={layout} y={y} shown={shown} activeId={activeId} />
        <Pipes study={study} layout={layout} y={y} result={result} lanes={lanes} />
        {isEnergy &&
          study.lines.map((line) => (
            <polyline
              key={line.id}
              points={points(
                layout.lines.get(line.id)!,
                placesOf(result, line).map((p) => p.totalHead),
                y,
              )}
              fill="none"
              stroke={hue.color}
              strokeWidth={1.3}
              strokeDasharray="1.5 2.5"
            />
          ))}
        {study.lines.map((line) => (
          <polyline
            key={line.id}
            points={points(layout.lines.get(line.id)!, grade(placesOf(result, line)), y)}
            fill="none"
            stroke={hue.color}
            strokeWidth={2.8}
            strokeLinejoin="round"
          />
        ))}
        <Equipment study={study} layout={layout} frame={frame} result={result} lanes={lanes} />
        <Ends study={study} layout={layout} frame={frame} result={result} />
        <Dimensions study={study} layout={layout} frame={frame} result={result} />
        <EndLabels study={study} layout={layout} frame={frame} shown={shown} activeId={activeId} />
      </g>
      <Legend letter={letterOf(activeIndex)} index={activeIndex} stale={active.stale} />
      <line x1={LEFT} x2={width - 8} y1={height - BOTTOM} y2={height - BOTTOM} stroke="var(--line-strong)" />
      {spot && <line x1={spot.x} x2={spot.x} y1={TOP} y2={height - BOTTOM} stroke="var(--cedar)" strokeDasharray="2 2" />}
    </>
  );
}

type Y = (metres: number) => number;

/** corners of a polyline, without the places that have no value */
function points(xs: readonly number[], values: readonly (number | null | undefined)[], y: Y): string {
  return xs
    .map((x, i) => (values[i] === null || values[i] === undefined ? '' : `${x.toFixed(1)},${y(values[i]).toFixed(1)}`))
    .filter(Boolean)
    .join(' ');
}

const grade = (places: readonly PlaceResult[]): (number | null)[] => places.map((p) => p.grade);

interface LayerProps {
  study: Study;
  layout: ProfileLayout;
  y: Y;
}

function HeightTicks({ frame: { width, y, ticks } }: { frame: Frame }) {
  const display = useDisplay();
  return (
    <>
      {ticks.map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={width - 8} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
          <text x={LEFT - 8} y={y(t) + 4} textAnchor="end" fontSize={11} fill="var(--ink-quiet)">
            {display.number(t, 'length')}
          </text>
        </g>
      ))}
      <text x={LEFT - 8} y={TOP - 6} textAnchor="end" fontSize={11} fill="var(--ink-quiet)">
        {display.unit('length')}
      </text>
    </>
  );
}

/** under the pipe the line below which the liquid boils, and the height of the grade over the pipe */
function Boiling({
  study,
  layout,
  y,
  active,
  result,
  color,
}: LayerProps & { active: Shown; result: ScenarioResult; color: string }) {
  const offset = active.outcome.medium ? vapourOffset(active.outcome.medium) : 0;
  return study.lines.map((line) => {
    const xs = layout.lines.get(line.id)!;
    const places = placesOf(result, line);
    const boil = points(
      xs,
      places.map((p) => p.elevation + offset),
      y,
    );
    const under = places
      .map((p, i) => `${xs[i]!.toFixed(1)},${(y(p.elevation + offset) + 9).toFixed(1)}`)
      .reverse()
      .join(' ');
    const area = `${points(xs, grade(places), y)} ${places
      .map((p, i) => `${xs[i]!.toFixed(1)},${y(p.elevation).toFixed(1)}`)
      .reverse()
      .join(' ')}`;
    return (
      <g key={line.id}>
        {grade(places).every((g) => g !== null) && <polygon points={area} fill={color} opacity={0.06} />}
        <polygon points={`${boil} ${under}`} fill="url(#boils)" />
        <polyline points={boil} fill="none" stroke="var(--edge)" strokeWidth={1} />
      </g>
    );
  });
}

function OtherGrades({ study, layout, y, shown, activeId }: LayerProps & Pick<DrawingProps, 'shown' | 'activeId'>) {
  return study.scenarios.map((s, i) => {
    const other = shown[s.id]?.outcome.result;
    if (s.id === activeId || !other) return null;
    return study.lines.map((line) => (
      <polyline
        key={s.id + line.id}
        points={points(layout.lines.get(line.id)!, grade(placesOf(other, line)), y)}
        fill="none"
        stroke={lineStyle(i).color}
        strokeWidth={1.2}
        strokeDasharray={lineStyle(i).dash}
        opacity={0.6}
      />
    ));
  });
}

function Pipes({ study, layout, y, result, lanes }: LayerProps & { result: ScenarioResult; lanes: ReturnType<typeof lanesOf> }) {
  return study.lines.map((line) => {
    const ys = placesOf(result, line).map((p) => y(p.elevation));
    if (ys.length === 0) return null;
    const corners = pathOf(layout.lines.get(line.id)!, ys, lanes.get(line.id) ?? 0);
    const path = corners.map(([px, py]) => `${px.toFixed(1)},${py.toFixed(1)}`).join(' ');
    return (
      <g key={line.id} fill="none" strokeLinejoin="round">
        <polyline points={path} stroke="var(--ink)" strokeWidth={5} />
        <polyline points={path} stroke="var(--panel)" strokeWidth={2.2} />
      </g>
    );
  });
}

function Legend({ letter, index, stale }: { letter: string; index: number; stale: boolean }) {
  const rows = [
    {
      stroke: lineStyle(index).color,
      width: 2.8,
      dash: '',
      text: msg('view.system.hydraulicGradeActiveStaleSelect', { letter, stale: stale ? 'yes' : 'no' }),
    },
    { stroke: 'var(--ink-quiet)', width: 1.2, dash: '9 4', text: msg('view.system.theOtherScenarios') },
    { stroke: 'var(--edge)', width: 1, dash: '', text: msg('view.system.vapourPressureLine') },
  ];
  return (
    <g transform={`translate(${LEFT + 8} ${TOP})`}>
      <text fontSize={14} fontWeight={600} fill="var(--ink)" y={2} className="halo">
        {msg('view.system.elevationProfile')}
      </text>
      {rows.map((r, i) => (
        <g key={r.text} transform={`translate(0 ${17 + i * 15})`}>
          <line x1={0} x2={24} y1={0} y2={0} stroke={r.stroke} strokeWidth={r.width} strokeDasharray={r.dash} />
          <text x={31} y={4} fontSize={11.5} fill="var(--ink-quiet)" className="halo">
            {r.text}
          </text>
        </g>
      ))}
    </g>
  );
}
