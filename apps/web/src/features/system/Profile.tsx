import type { PlaceResult, ScenarioResult, Study } from '@cedar-knot/core';
import { useMemo, useRef, useState, type MouseEvent } from 'react';
import { letterOf } from '../../state/address.js';
import { axisTicks, spread } from '../../state/ticks.js';
import type { Shown } from '../../state/studyStore.js';
import { Glyph } from '../../ui/glyphs.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy } from '../context.js';
import { layoutProfile, type ProfileLayout } from './layout.js';
import { ProfileReadout, type Spot } from './ProfileReadout.js';

const LEFT = 54;
const RIGHT = 104;
const TOP = 18;
const BOTTOM = 30;

interface Frame {
  width: number;
  height: number;
  y: (metres: number) => number;
  ticks: number[];
}

/**
 * The system at its true elevations, drawn from what is typed: pipe, vessels and equipment; over it the hydraulic grade of the
 * active scenario with the others behind; under it the line below which the liquid boils.
 */
export function Profile() {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const activeId = useStudy((s) => s.active);
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [spot, setSpot] = useState<Spot | null>(null);
  const layout = useMemo(() => layoutProfile(study, LEFT + 22, Math.max(LEFT + 200, width - RIGHT)), [study, width]);
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
      aria-label="Elevation profile"
      className="panel relative min-h-0 overflow-hidden"
      ref={box}
      style={{ height: 262, flex: 'none' }}
    >
      {frame && hasPlaces && width > 0 ? (
        <svg
          width={width}
          height={height}
          onMouseMove={hover}
          onMouseLeave={() => setSpot(null)}
          className={active.stale ? 'opacity-60' : ''}
        >
          <Drawing study={study} layout={layout} frame={frame} shown={shown} activeId={activeId} spot={spot} />
        </svg>
      ) : (
        <p className="text-inkq p-5">
          {study.lines.length === 0
            ? ''
            : 'The profile appears as soon as a scenario can be worked out; what it lacks stands above.'}
        </p>
      )}
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
  for (const line of study.lines) {
    const xs = layout.lines.get(line.id)!;
    const places = result.places[line.id];
    if (!places) continue;
    for (let i = 0; i + 1 < xs.length; i++) {
      const [a, b] = [Math.min(xs[i]!, xs[i + 1]!), Math.max(xs[i]!, xs[i + 1]!)];
      if (x < a || x > b) continue;
      const t = xs[i + 1] === xs[i] ? 0 : (x - xs[i]!) / (xs[i + 1]! - xs[i]!);
      const z = places[i]!.elevation + t * (places[i + 1]!.elevation - places[i]!.elevation);
      const d = Math.abs(frame.y(z) - mouseY);
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
}

function Drawing({ study, layout, frame, shown, activeId, spot }: DrawingProps) {
  const display = useDisplay();
  const { width, height, y, ticks } = frame;
  const active = shown[activeId]!;
  const result = active.outcome.result!;
  const activeIndex = study.scenarios.findIndex((s) => s.id === activeId);
  const hue = lineStyle(activeIndex);
  const points = (xs: readonly number[], values: readonly (number | null | undefined)[]): string =>
    xs
      .map((x, i) => (values[i] === null || values[i] === undefined ? '' : `${x.toFixed(1)},${y(values[i]).toFixed(1)}`))
      .filter(Boolean)
      .join(' ');
  const grade = (places: readonly PlaceResult[]): (number | null)[] => places.map((p) => p.grade);
  return (
    <>
      <defs>
        <pattern id="boils" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="1.500" cy="1.500" r="0.800" fill="var(--line-strong)" />
          <circle cx="4.500" cy="4.500" r="0.800" fill="var(--line-strong)" />
        </pattern>
      </defs>
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
      {study.lines.map((line) => {
        const xs = layout.lines.get(line.id)!;
        const places = result.places[line.id] ?? [];
        const offset = active.outcome.medium ? vapourOffset(active.outcome.medium) : 0;
        const boil = points(
          xs,
          places.map((p) => p.elevation + offset),
        );
        const under = places
          .map((p, i) => `${xs[i]!.toFixed(1)},${(y(p.elevation + offset) + 9).toFixed(1)}`)
          .reverse()
          .join(' ');
        const area = `${points(xs, grade(places))} ${places
          .map((p, i) => `${xs[i]!.toFixed(1)},${y(p.elevation).toFixed(1)}`)
          .reverse()
          .join(' ')}`;
        return (
          <g key={line.id}>
            {grade(places).every((g) => g !== null) && <polygon points={area} fill={hue.color} opacity={0.06} />}
            <polygon points={`${boil} ${under}`} fill="url(#boils)" />
            <polyline points={boil} fill="none" stroke="var(--edge)" strokeWidth={1} />
          </g>
        );
      })}
      {study.scenarios.map((s, i) => {
        const other = shown[s.id]?.outcome.result;
        if (s.id === activeId || !other) return null;
        return study.lines.map((line) => (
          <polyline
            key={s.id + line.id}
            points={points(layout.lines.get(line.id)!, grade(other.places[line.id] ?? []))}
            fill="none"
            stroke={lineStyle(i).color}
            strokeWidth={1.2}
            strokeDasharray={lineStyle(i).dash}
            opacity={0.6}
          />
        ));
      })}
      {study.lines.map((line) => {
        const path = points(
          layout.lines.get(line.id)!,
          (result.places[line.id] ?? []).map((p) => p.elevation),
        );
        return (
          <g key={line.id} fill="none" strokeLinejoin="round">
            <polyline points={path} stroke="var(--ink)" strokeWidth={5} />
            <polyline points={path} stroke="var(--panel)" strokeWidth={2.2} />
          </g>
        );
      })}
      {study.lines.map((line) => (
        <polyline
          key={line.id}
          points={points(layout.lines.get(line.id)!, grade(result.places[line.id] ?? []))}
          fill="none"
          stroke={hue.color}
          strokeWidth={2.8}
          strokeLinejoin="round"
        />
      ))}
      <Equipment study={study} layout={layout} frame={frame} result={result} />
      <Ends study={study} layout={layout} frame={frame} result={result} />
      <Dimensions study={study} layout={layout} frame={frame} result={result} />
      <EndLabels study={study} layout={layout} frame={frame} shown={shown} activeId={activeId} />
      <Legend letter={letterOf(activeIndex)} index={activeIndex} stale={active.stale} />
      <line x1={LEFT} x2={width - 8} y1={height - BOTTOM} y2={height - BOTTOM} stroke="var(--line-strong)" />
      {spot && <line x1={spot.x} x2={spot.x} y1={TOP} y2={height - BOTTOM} stroke="var(--cedar)" strokeDasharray="2 2" />}
    </>
  );
}

function Legend({ letter, index, stale }: { letter: string; index: number; stale: boolean }) {
  const rows = [
    {
      stroke: lineStyle(index).color,
      width: 2.8,
      dash: '',
      text: `hydraulic grade, ${letter} active${stale ? ' (last good)' : ''}`,
    },
    { stroke: 'var(--ink-quiet)', width: 1.2, dash: '9 4', text: 'the other scenarios' },
    { stroke: 'var(--edge)', width: 1, dash: '', text: 'boils below this line' },
  ];
  return (
    <g transform={`translate(${LEFT + 8} ${TOP})`}>
      <text fontSize={14} fontWeight={600} fill="var(--ink)" y={2} className="halo">
        Elevation profile
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

function Equipment({
  study,
  layout,
  frame,
  result,
}: {
  study: Study;
  layout: ProfileLayout;
  frame: Frame;
  result: ScenarioResult;
}) {
  const selected = useStudy((s) => s.selected);
  const select = useStudy((s) => s.select);
  const { y, height } = frame;
  let lastLabelEnd = -Infinity;
  return (
    <>
      {study.lines.flatMap((line) =>
        line.elements.map((e, i) => {
          const xs = layout.lines.get(line.id)!;
          const places = result.places[line.id];
          if (!places?.[i + 1]) return null;
          const x = (xs[i]! + xs[i + 1]!) / 2;
          const z = y((places[i]!.elevation + places[i + 1]!.elevation) / 2);
          const isSelected = e.id === selected;
          const long = e.kind === 'pipe' && typeof e.length === 'string' && xs[i + 1]! - xs[i]! > 130;
          const label = long ? `${e.id} · ${String(e.length)}` : e.id;
          const half = label.length * 3.1;
          const fits = x - half > lastLabelEnd + 4 || isSelected;
          if (fits) lastLabelEnd = x + half;
          return (
            <g key={e.id} onClick={() => select(e.id)} className="cursor-pointer" data-element={e.id}>
              <polyline
                points={`${xs[i]},${y(places[i]!.elevation)} ${xs[i + 1]},${y(places[i + 1]!.elevation)}`}
                stroke="transparent"
                strokeWidth={16}
                fill="none"
              />
              {isSelected && (
                <polyline
                  points={`${xs[i]},${y(places[i]!.elevation)} ${xs[i + 1]},${y(places[i + 1]!.elevation)}`}
                  stroke="var(--cedar)"
                  strokeWidth={3}
                  fill="none"
                />
              )}
              {e.kind !== 'pipe' && (
                <g transform={`translate(${x} ${z})`}>
                  <Glyph kind={e.kind} r={e.kind === 'pump' ? 12 : 10} />
                  {isSelected && <circle r={16} fill="none" stroke="var(--cedar)" strokeWidth={1.5} />}
                </g>
              )}
              <line x1={x} x2={x} y1={height - BOTTOM} y2={height - BOTTOM + 4} stroke="var(--line-strong)" />
              {fits && (
                <text
                  x={x}
                  y={height - BOTTOM + 17}
                  textAnchor="middle"
                  fontSize={11.5}
                  fontWeight={isSelected ? 600 : 500}
                  fill={isSelected ? 'var(--cedar-deep)' : 'var(--ink)'}
                >
                  {label}
                </text>
              )}
            </g>
          );
        }),
      )}
    </>
  );
}

/** vessels with their liquid, wells, boundaries, junctions */
function Ends({ study, layout, frame, result }: { study: Study; layout: ProfileLayout; frame: Frame; result: ScenarioResult }) {
  const select = useStudy((s) => s.select);
  const selected = useStudy((s) => s.selected);
  const { y, height } = frame;
  return (
    <>
      {Object.entries(study.points).map(([id, p]) => {
        const x = layout.points.get(id);
        const line = study.lines.find((l) => l.from === id || l.to === id);
        const places = line && result.places[line.id];
        if (x === undefined || !line || !places) return null;
        const begins = line.from === id;
        const z = (begins ? places[0] : places.at(-1))!.elevation;
        const stroke = id === selected ? 'var(--cedar)' : 'var(--ink)';
        const common = { stroke, strokeWidth: 1.5, fill: 'var(--panel)' };
        return (
          <g key={id} onClick={() => select(id)} className="cursor-pointer" data-point={id}>
            {p.kind === 'vessel' && (
              <Vessel
                x={x}
                top={y(Math.max(result.points[id]?.totalHead ?? z, z))}
                bottom={y(z)}
                begins={begins}
                stroke={stroke}
              />
            )}
            {p.kind === 'well' && (
              <g {...common}>
                <rect x={x - 5} y={y(z)} width={10} height={Math.max(20, height - BOTTOM - y(z) - 4)} />
                <rect x={x - 9} y={y(z) - 3} width={18} height={5} fill={stroke} />
              </g>
            )}
            {p.kind === 'junction' && <circle cx={x} cy={y(z)} r={4} fill="var(--ink)" />}
            {(p.kind === 'pressure' || p.kind === 'flow') && (
              <g transform={`translate(${x} ${y(z)})`}>
                <Glyph kind={p.kind} r={9} />
              </g>
            )}
            <rect x={x - 14} y={y(z) - 14} width={28} height={28} fill="transparent" />
            {p.kind !== 'junction' && (
              <text
                x={x}
                y={height - BOTTOM + 17}
                textAnchor={begins ? 'end' : 'start'}
                dx={begins ? 10 : -12}
                fontSize={11.5}
                fontWeight={600}
                fill={stroke}
              >
                {id}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}

function Vessel({ x, top, bottom, begins, stroke }: { x: number; top: number; bottom: number; begins: boolean; stroke: string }) {
  const level = Math.max(4, Math.min(bottom - top, 60));
  const h = Math.max(16, level + 8);
  const left = begins ? x - 26 : x - 6;
  return (
    <g stroke={stroke} strokeWidth={1.5}>
      <rect x={left} y={bottom - h + 2} width={32} height={h} rx={7} fill="var(--panel)" />
      <rect
        x={left + 1.5}
        y={bottom - level}
        width={29}
        height={level}
        rx={4}
        fill="var(--sc-a)"
        fillOpacity={0.14}
        stroke="none"
      />
      <path d={`M${left + 4} ${bottom - level}H${left + 28}`} strokeWidth={1} />
      <path d={`M${left + 12} ${bottom - level - 6}h8l-4 5z`} fill="none" strokeWidth={1} />
    </g>
  );
}

/** how much a pump lifts and a valve burns, in the active scenario */
function Dimensions({
  study,
  layout,
  frame,
  result,
}: {
  study: Study;
  layout: ProfileLayout;
  frame: Frame;
  result: ScenarioResult;
}) {
  const display = useDisplay();
  const { y } = frame;
  return (
    <>
      {study.lines.flatMap((line) =>
        line.elements.map((e, i) => {
          const places = result.places[line.id];
          const a = places?.[i]?.grade;
          const b = places?.[i + 1]?.grade;
          const isPump = e.kind === 'pump';
          if ((!isPump && e.kind !== 'control-valve') || a == null || b == null || Math.abs(y(a) - y(b)) < 16) return null;
          const xs = layout.lines.get(line.id)!;
          const x = xs[i + 1]! + (isPump ? 3 : 8);
          const ends = [Math.min(y(a), y(b)), Math.max(y(a), y(b))];
          const middle = (ends[0]! + ends[1]!) / 2;
          const r = result.elements[e.id];
          // at the right edge the figures of all scenarios stand: there the words go to the left
          const isLeft = x > frame.width - RIGHT - 20;
          const textX = isLeft ? x - 7 : x + 7;
          const metres = r?.kind === 'pump' ? r.head : r?.kind === 'control-valve' ? r.headLoss : null;
          return (
            <g key={e.id} pointerEvents="none">
              <path
                d={`M${x - 3} ${ends[0]}h6M${x - 3} ${ends[1]}h6M${x} ${ends[0]}V${ends[1]}`}
                stroke="var(--ink-2)"
                fill="none"
              />
              <text
                x={textX}
                y={middle}
                textAnchor={isLeft ? 'end' : 'start'}
                fontSize={13}
                fontWeight={600}
                fill="var(--ink)"
                className="halo"
              >
                {display.number(metres, 'head')} {display.unit('head')}
              </text>
              <text
                x={textX}
                y={middle + 14}
                textAnchor={isLeft ? 'end' : 'start'}
                fontSize={11.5}
                fill="var(--ink-quiet)"
                className="halo"
              >
                {isPump ? 'pump lifts' : 'valve burns'}
              </text>
            </g>
          );
        }),
      )}
    </>
  );
}

/** the grade that arrives, of every scenario, at the right edge */
function EndLabels({
  study,
  layout,
  frame,
  shown,
  activeId,
}: {
  study: Study;
  layout: ProfileLayout;
  frame: Frame;
  shown: Readonly<Record<string, Shown>>;
  activeId: string;
}) {
  const display = useDisplay();
  const line = [...study.lines].sort((a, b) => layout.lines.get(b.id)!.at(-1)! - layout.lines.get(a.id)!.at(-1)!)[0];
  if (!line) return null;
  const x = layout.lines.get(line.id)!.at(-1)!;
  const rows = study.scenarios.flatMap((s, i) => {
    const grade = shown[s.id]?.outcome.result?.places[line.id]?.at(-1)?.grade;
    return grade == null ? [] : [{ id: s.id, index: i, grade }];
  });
  const ys = spread(
    rows.map((r) => frame.y(r.grade)),
    15,
    TOP + 4,
    frame.height - BOTTOM - 8,
  );
  return (
    <g pointerEvents="none">
      {rows.slice(0, 14).map((r, k) => {
        const style = lineStyle(r.index);
        return (
          <g key={r.id}>
            <path d={`M${x + 8} ${frame.y(r.grade)}L${x + 22} ${ys[k]}h4`} stroke={style.color} fill="none" strokeWidth={0.8} />
            <rect x={x + 27} y={ys[k]! - 7} width={14} height={14} rx={2} fill={style.color} />
            <text x={x + 34} y={ys[k]! + 4} textAnchor="middle" fontSize={10.5} fontWeight={600} fill={style.onColor}>
              {letterOf(r.index)}
            </text>
            <text x={x + 45} y={ys[k]! + 4} fontSize={11.5} fontWeight={r.id === activeId ? 600 : 400} fill="var(--ink)">
              {display.number(r.grade, 'head', 4)} {display.unit('head')}
            </text>
          </g>
        );
      })}
    </g>
  );
}
