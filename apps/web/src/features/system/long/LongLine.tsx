import { CHECKS, type Study } from '@cedar-knot/core';
import { useMemo, useRef, useState, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react';
import { lineStyle } from '../../../ui/scenarioStyle.js';
import { axisTicks } from '../../../ui/ticks.js';
import { useSize } from '../../../ui/useSize.js';
import type { LongSight } from '../../../worker/longLine.js';
import { useDisplay, useStudy, type Display } from '../../context.js';
import { EndLabel, endsOf, PAD, Sections, Stations, type Scales } from './LongMarks.js';
import { LongReadout } from './LongReadout.js';
import { corners, lowestOver, valueAt, type LongFigure } from './places.js';
import type { LongSights } from './useLongLines.js';

/** of the strip of temperatures below the heights, px, in a high and in a low drawing, with the row of names between */
const STRIPS = [66, 40] as const;
/** of the whole drawing, px */
const HEIGHTS = [386, 274] as const;
const NAMES = 24;
/** under the lowest height, px */
const ROOM = 11;
/** share of the length by which a key moves the reading */
const STEP = 1 / 200;

/**
 * The main way as it lies, over its true distance: ground, hydraulic grade of every scenario in metres of its own liquid, what the line
 * may see, where the liquid boils, and its temperature.
 */
export function LongLine({ sights, tools, isHigh }: { sights: LongSights | null; tools: ReactNode; isHigh: boolean }) {
  const study = useStudy((s) => s.study);
  const activeId = useStudy((s) => s.active);
  const select = useStudy((s) => s.select);
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [at, setAt] = useState<number | null>(null);
  const [isEnergy, setEnergy] = useState(false);
  const active = sights?.[activeId] ?? Object.values(sights ?? {})[0];
  const scales = useMemo(
    () => (active && width > 0 && height > 0 ? scalesOf(active, sights!, display, width, height) : null),
    [active, sights, display, width, height],
  );
  const length = active?.length ?? 0;
  const place = at === null || at > length ? (active ? lowestOver(active) : 0) : at;
  const hover = (event: MouseEvent<SVGSVGElement>): void => {
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const share = (x - PAD.left) / (width - PAD.left - PAD.right);
    if (share >= 0 && share <= 1) setAt(share * length);
  };
  const keys = (event: KeyboardEvent): void => {
    const by = { ArrowRight: STEP, ArrowLeft: -STEP, PageUp: 10 * STEP, PageDown: -10 * STEP }[event.key];
    const to = by !== undefined ? place + by * length : event.key === 'Home' ? 0 : event.key === 'End' ? length : undefined;
    if (to === undefined) return;
    setAt(Math.min(length, Math.max(0, to)));
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section
      aria-label="Long line"
      className="panel flex min-h-0 overflow-hidden"
      style={{ height: HEIGHTS[isHigh ? 0 : 1], flex: 'none' }}
    >
      <div className="relative min-w-0 flex-1" ref={box}>
        <div className="absolute top-1.5 right-3 left-3 flex items-center gap-2">
          <h2 className="text-[14px] font-semibold">Long line</h2>
          <span className="text-inkq min-w-0 flex-1 truncate text-[12px]">
            elevation and hydraulic grade, {display.unit('length')}, over the true distance, {unitOfDistance(display)}
          </span>
          <label className="flex items-center gap-1.5 text-[12px]">
            <input type="checkbox" checked={isEnergy} onChange={(e) => setEnergy(e.target.checked)} /> energy line
          </label>
          {tools}
        </div>
        {active && scales ? (
          <svg
            width={width}
            height={height}
            onMouseMove={hover}
            role="slider"
            tabIndex={0}
            aria-label="Place along the line"
            aria-valuemin={0}
            aria-valuemax={Math.round(length)}
            aria-valuenow={Math.round(place)}
            aria-valuetext={distanceText(place, display)}
            onKeyDown={keys}
          >
            <Drawing
              study={study}
              sights={sights!}
              active={active}
              activeId={activeId}
              scales={scales}
              size={{ width, height }}
              place={place}
              isEnergy={isEnergy}
              onChoose={select}
            />
          </svg>
        ) : (
          <p className="text-inkq px-4 pt-12">
            {sights ? 'The line is drawn as soon as a scenario can be worked out.' : 'Working out the line …'}
          </p>
        )}
      </div>
      {active && <LongReadout sights={sights!} place={place} />}
    </section>
  );
}

/** long distances are told in kilometres and miles */
export const unitOfDistance = (d: Display): string => (d.typed('length') === 'ft' ? 'mi' : 'km');
const perUnit = (d: Display): number => (d.typed('length') === 'ft' ? 1609.344 : 1000);
export const distanceText = (metres: number, d: Display): string => `${(metres / perUnit(d)).toFixed(1)} ${unitOfDistance(d)}`;

function scalesOf(active: LongSight, sights: LongSights, d: Display, width: number, height: number): Scales {
  const all = Object.values(sights);
  const range = (figures: readonly LongFigure[], of: readonly LongSight[]): [number, number] => {
    let [low, high] = [Infinity, -Infinity];
    for (const s of of)
      for (const f of figures)
        for (const v of s.at[f]) {
          if (v < low) low = v;
          if (v > high) high = v;
        }
    return [low, high];
  };
  const [low, top] = range(['elevation', 'grade'], all);
  const [least, allowed] = range(['allowedHead'], [active]);
  // what may stand far above is not let press the rest together
  const most = top + 0.8 * (top - low);
  const high = least > most ? top : Math.max(top, Math.min(allowed, most));
  const perMetre = d.value(1, 'length');
  const heads = axisTicks(low * perMetre, high * perMetre, 5).map((t) => t / perMetre);
  const [coldest, hottest] = range(['temperature'], all);
  const isWarm = hottest >= coldest;
  const strip = height > HEIGHTS[1] ? STRIPS[0] : STRIPS[1];
  const bottom = height - PAD.bottom - (isWarm ? strip + NAMES : NAMES);
  const linear = (from: readonly number[], a: number, b: number): ((v: number) => number) => {
    const [first, last] = [from[0]!, from.at(-1)!];
    return (v) => a + ((v - first) / (last - first || 1)) * (b - a);
  };
  const temperatures = isWarm ? axisTicks(d.value(coldest, 'temperature') - 2, d.value(hottest, 'temperature') + 2, 3) : [];
  const warm = linear(temperatures, height - PAD.bottom, height - PAD.bottom - strip + 8);
  const unit = perUnit(d);
  const distances = axisTicks(0, active.length / unit, 8).filter((t) => t * unit <= active.length * 1.0001);
  return {
    x: (c) => PAD.left + (c / (active.length || 1)) * (width - PAD.left - PAD.right),
    // a little room under the lowest height, for what stands there
    y: linear(heads, bottom - ROOM, PAD.top),
    t: isWarm ? (k) => warm(d.value(k, 'temperature')) : null,
    heads,
    temperatures,
    distances,
    bottom,
  };
}

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

function Drawing({ study, sights, active, activeId, scales, size, place, isEnergy, onChoose }: DrawingProps) {
  const d = useDisplay();
  const { x, y, t, heads, temperatures, distances, bottom } = scales;
  const { width, height } = size;
  const right = width - PAD.right;
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  const path = (s: LongSight, figure: LongFigure, to: (v: number) => number): string => {
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
  };
  const paths = useMemo(() => {
    const others = Object.entries(sights).filter(([id]) => id !== activeId);
    return {
      ground: path(active, 'elevation', y),
      grade: path(active, 'grade', y),
      energy: path(active, 'energy', y),
      vapour: path(active, 'vapour', y),
      allowed: path(active, 'allowedHead', y),
      forbidden: above(path(active, 'allowedHead', y), PAD.top - 20),
      others: others.map(([id, s]) => ({ id, grade: path(s, 'grade', y), t: t ? path(s, 'temperature', t) : '' })),
      t: t ? path(active, 'temperature', t) : '',
    };
    // drawn anew with the places and the scales alone: the pointer moves over what stands
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sights, active, activeId, scales]);
  const hue = lineStyle(index(activeId));
  const known = Object.entries(sights);
  const ends = endsOf(known, 'grade', y, 15, PAD.top, bottom);
  const warmEnds = t ? endsOf(known, 'temperature', t, 14, bottom + NAMES - 4, height - PAD.bottom) : [];
  const clip = (
    <clipPath id="long-plot">
      <rect x={PAD.left} y={PAD.top - 6} width={right - PAD.left} height={bottom - PAD.top + 6} />
    </clipPath>
  );
  const end = Math.min(active.length, Math.max(0, place));
  return (
    <>
      <defs>
        <pattern id="ground" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="1.500" cy="1.500" r="0.800" fill="var(--line-strong)" />
          <circle cx="4.500" cy="4.500" r="0.800" fill="var(--line-strong)" />
        </pattern>
        {clip}
      </defs>
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
          const style = lineStyle(index(o.id));
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
        {isEnergy && <path d={paths.energy} fill="none" stroke={hue.color} strokeWidth={1.2} strokeDasharray="1.5 2.5" />}
        <path d={paths.grade} fill="none" stroke={hue.color} strokeWidth={2.6} strokeLinejoin="round" />
      </g>
      <line x1={PAD.left} x2={right} y1={bottom} y2={bottom} stroke="var(--line-strong)" />
      <Stations active={active} sights={sights} scales={scales} onChoose={onChoose} />
      <Sections active={active} scales={scales} study={study} />
      {t && (
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
            const style = lineStyle(index(o.id));
            return <path key={o.id} d={o.t} fill="none" stroke={style.color} strokeWidth={1.3} strokeDasharray={style.dash} />;
          })}
          <path d={paths.t} fill="none" stroke={hue.color} strokeWidth={2.2} />
          <text
            x={(PAD.left + right) / 2}
            y={bottom + NAMES + 12}
            textAnchor="middle"
            fontSize={11.5}
            fill="var(--ink-2)"
            className="halo"
          >
            temperature, {d.unit('temperature')}
          </text>
        </g>
      )}
      {ends.length > 0 && (
        <text x={right + 12} y={Math.min(...ends.map((e) => e.y)) - 12} fontSize={11} fill="var(--ink-quiet)">
          arrive at
        </text>
      )}
      {[
        ...ends.map((e) => ({ e, text: `${d.number(e.value, 'length')} ${d.unit('length')}` })),
        ...warmEnds.map((e) => ({ e, text: d.number(e.value, 'temperature') })),
      ].map(({ e, text }, i) => (
        <EndLabel key={i} end={e} x={right} index={index(e.id)} isActive={e.id === activeId} text={text} />
      ))}
      <line
        x1={x(end)}
        x2={x(end)}
        y1={PAD.top}
        y2={height - PAD.bottom}
        stroke="var(--cedar)"
        strokeDasharray="2 2"
        strokeWidth={1.4}
      />
      <circle
        cx={x(end)}
        cy={y(valueAt(active, 'grade', end)) || 0}
        r={3.4}
        fill="var(--panel)"
        stroke={hue.color}
        strokeWidth={2}
      />
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

/** least distance from boiling that a study is held to where it names none, Pa */
export const SAFE_OVER_VAPOUR = CHECKS['lowest-pressure'].limit as number;
