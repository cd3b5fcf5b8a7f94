import type { Study } from '@cedar-knot/core';
import { useMemo } from 'react';
import { lineStyle } from '../../../ui/scenarioStyle.js';
import type { LongSight } from '../../../worker/longLine.js';
import { useDisplay, type Display } from '../../context.js';
import { perUnit, unitOfDistance } from './distance.js';
import { EndLabel, endsOf, Sections, Stations } from './LongMarks.js';
import { corners, valueAt, type LongFigure } from './places.js';
import { NAMES, PAD, type Scales } from './scales.js';
import type { LongSights } from './useLongLines.js';
import { msg } from '../words.js';

interface DrawingProps {
  study: Study;
  sights: LongSights;
  active: LongSight;
  activeId: string;
  scales: Scales;
  size: { width: number; height: number };
  place: number;
  isEnergy: boolean;
  onChoose: (id: string) => void;
}

/** what all layers of the drawing share */
interface Layer {
  scales: Scales;
  right: number;
  height: number;
}

/** The drawing itself: layers from the grid up to what is read off. */
export function LongDrawing({ study, sights, active, activeId, scales, size, place, isEnergy, onChoose }: DrawingProps) {
  const paths = usePaths(sights, active, activeId, scales);
  const styleOf = (id: string) => lineStyle(study.scenarios.findIndex((s) => s.id === id));
  const layer: Layer = { scales, right: size.width - PAD.right, height: size.height };
  const { x, y, bottom } = scales;
  const { right } = layer;
  const hue = styleOf(activeId).color;
  const end = Math.min(active.length, Math.max(0, place));
  return (
    <>
      <defs>
        <pattern id="ground" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="1.500" cy="1.500" r="0.800" fill="var(--line-strong)" />
          <circle cx="4.500" cy="4.500" r="0.800" fill="var(--line-strong)" />
        </pattern>
        <clipPath id="long-plot">
          <rect x={PAD.left} y={PAD.top - 6} width={right - PAD.left} height={bottom - PAD.top + 6} />
        </clipPath>
      </defs>
      <Grid {...layer} />
      <Heights paths={paths} bottom={bottom} hue={hue} isEnergy={isEnergy} styleOf={styleOf} />
      <line x1={PAD.left} x2={right} y1={bottom} y2={bottom} stroke="var(--line-strong)" />
      <Stations active={active} sights={sights} scales={scales} onChoose={onChoose} />
      <Sections active={active} scales={scales} study={study} />
      <Temperatures {...layer} paths={paths} hue={hue} styleOf={styleOf} />
      <Arrivals {...layer} study={study} sights={sights} activeId={activeId} />
      <line
        x1={x(end)}
        x2={x(end)}
        y1={PAD.top}
        y2={size.height - PAD.bottom}
        stroke="var(--cedar)"
        strokeDasharray="2 2"
        strokeWidth={1.4}
      />
      <circle cx={x(end)} cy={y(valueAt(active, 'grade', end)) || 0} r={3.4} fill="var(--panel)" stroke={hue} strokeWidth={2} />
    </>
  );
}

type Paths = ReturnType<typeof usePaths>;
type StyleOf = (id: string) => ReturnType<typeof lineStyle>;

/** every line as a path, drawn anew with the places and the scales alone: the pointer moves over what stands */
function usePaths(sights: LongSights, active: LongSight, activeId: string, scales: Scales) {
  return useMemo(() => {
    const { y, t } = scales;
    const allowed = pathOf(active, 'allowedHead', scales.x, y);
    const of = (s: LongSight, figure: LongFigure): string => pathOf(s, figure, scales.x, y);
    const warmth = (s: LongSight): string => (t ? pathOf(s, 'temperature', scales.x, t) : '');
    return {
      ground: of(active, 'elevation'),
      grade: of(active, 'grade'),
      energy: of(active, 'energy'),
      vapour: of(active, 'vapour'),
      allowed,
      forbidden: above(allowed, PAD.top - 20),
      others: Object.entries(sights)
        .filter(([id]) => id !== activeId)
        .map(([id, s]) => ({ id, grade: of(s, 'grade'), temperature: warmth(s) })),
      temperature: warmth(active),
    };
  }, [sights, active, activeId, scales]);
}

function pathOf(s: LongSight, figure: LongFigure, x: (c: number) => number, to: (v: number) => number): string {
  let pen = 'M';
  let text = '';
  for (const [c, v] of corners(s, figure)) {
    if (Number.isNaN(v)) pen = 'M';
    else {
      text += `${pen}${x(c).toFixed(1)} ${to(v).toFixed(1)}`;
      pen = 'L';
    }
  }
  return text;
}

function Grid({ scales, right, height }: Layer) {
  const d = useDisplay();
  const { x, y, heads, distances, bottom } = scales;
  return (
    <>
      {heads.map((h) => (
        <g key={h}>
          <line x1={PAD.left} x2={right} y1={y(h)} y2={y(h)} stroke="var(--line-soft)" />
          <text x={PAD.left - 8} y={y(h) + 4} textAnchor="end" fontSize={11} fill="var(--ink-quiet)">
            {d.number(h, 'length')}
          </text>
        </g>
      ))}
      {distances.map((c) => {
        const metres = c * perUnit(d);
        return (
          <g key={c}>
            <line x1={x(metres)} x2={x(metres)} y1={PAD.top} y2={bottom} stroke="var(--line-soft)" />
            <text x={x(metres)} y={height - 5} textAnchor="middle" fontSize={11} fill="var(--ink-quiet)">
              {c}
            </text>
          </g>
        );
      })}
      <text x={right + 10} y={height - 5} fontSize={11} fill="var(--ink-quiet)">
        {unitOfDistance(d)}
      </text>
    </>
  );
}

/** ground, what the line may see, boiling, and the grade of every scenario */
function Heights({
  paths,
  bottom,
  hue,
  isEnergy,
  styleOf,
}: {
  paths: Paths;
  bottom: number;
  hue: string;
  isEnergy: boolean;
  styleOf: StyleOf;
}) {
  return (
    <g clipPath="url(#long-plot)">
      {paths.allowed !== '' && (
        <>
          <path d={paths.forbidden} fill="var(--fails)" opacity={0.05} />
          <path d={paths.allowed} fill="none" stroke="var(--fails)" strokeWidth={1.4} strokeDasharray="5 3" />
        </>
      )}
      <path d={`${paths.ground}V${bottom}H${PAD.left}Z`} fill="url(#ground)" />
      <path d={paths.vapour} fill="none" stroke="var(--edge)" strokeWidth={1} />
      {paths.others.map((o) => {
        const style = styleOf(o.id);
        return (
          <path
            key={o.id}
            d={o.grade}
            fill="none"
            stroke={style.color}
            strokeWidth={1.3}
            strokeDasharray={style.dash}
            opacity={0.75}
          />
        );
      })}
      <path d={paths.ground} fill="none" stroke="var(--ink)" strokeWidth={4} strokeLinejoin="round" />
      <path d={paths.ground} fill="none" stroke="var(--panel)" strokeWidth={1.8} strokeLinejoin="round" />
      {isEnergy && <path d={paths.energy} fill="none" stroke={hue} strokeWidth={1.2} strokeDasharray="1.5 2.5" />}
      <path d={paths.grade} fill="none" stroke={hue} strokeWidth={2.6} strokeLinejoin="round" />
    </g>
  );
}

function Temperatures({ scales, right, height, paths, hue, styleOf }: Layer & { paths: Paths; hue: string; styleOf: StyleOf }) {
  const d = useDisplay();
  const { t, temperatures, bottom } = scales;
  if (!t) return null;
  return (
    <g>
      {temperatures.map((v) => (
        <text key={v} x={PAD.left - 8} y={t(kelvinOf(v, d)) + 4} textAnchor="end" fontSize={11} fill="var(--ink-quiet)">
          {v}
        </text>
      ))}
      <rect
        x={PAD.left}
        y={bottom + NAMES}
        width={right - PAD.left}
        height={height - PAD.bottom - bottom - NAMES}
        fill="var(--panel-quiet)"
        opacity={0.6}
      />
      {paths.others.map((o) => {
        const style = styleOf(o.id);
        return (
          <path key={o.id} d={o.temperature} fill="none" stroke={style.color} strokeWidth={1.3} strokeDasharray={style.dash} />
        );
      })}
      <path d={paths.temperature} fill="none" stroke={hue} strokeWidth={2.2} />
      <text
        x={(PAD.left + right) / 2}
        y={bottom + NAMES + 12}
        textAnchor="middle"
        fontSize={11.5}
        fill="var(--ink-2)"
        className="halo"
      >
        {msg('view.system.temperature', { unit: d.unit('temperature') })}
      </text>
    </g>
  );
}

/** where each scenario's grade and temperature arrive */
function Arrivals({
  scales,
  right,
  height,
  study,
  sights,
  activeId,
}: Layer & Pick<DrawingProps, 'study' | 'sights' | 'activeId'>) {
  const d = useDisplay();
  const { y, t, bottom } = scales;
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  const known = Object.entries(sights);
  const ends = endsOf(known, 'grade', y, 15, PAD.top, bottom);
  const warmEnds = t ? endsOf(known, 'temperature', t, 14, bottom + NAMES - 4, height - PAD.bottom) : [];
  return (
    <>
      {ends.length > 0 && (
        <text x={right + 12} y={Math.min(...ends.map((e) => e.y)) - 12} fontSize={11} fill="var(--ink-quiet)">
          {msg('view.system.arrival')}
        </text>
      )}
      {[
        ...ends.map((e) => ({ e, text: `${d.number(e.value, 'length')} ${d.unit('length')}` })),
        ...warmEnds.map((e) => ({ e, text: d.number(e.value, 'temperature') })),
      ].map(({ e, text }, i) => (
        <EndLabel key={i} end={e} x={right} index={index(e.id)} isActive={e.id === activeId} text={text} />
      ))}
    </>
  );
}

/** the area over a line, each of its stretches closed by itself */
function above(line: string, top: number): string {
  return line
    .split('M')
    .filter(Boolean)
    .map((stretch) => `M${stretch}V${top}H${stretch.split(' ')[0]}Z`)
    .join('');
}

/** a displayed temperature in K, for its place on the strip */
const kelvinOf = (shown: number, d: Display): number => {
  const [a, b] = [d.value(273.15, 'temperature'), d.value(373.15, 'temperature')];
  return 273.15 + ((shown - a) / (b - a)) * 100;
};
