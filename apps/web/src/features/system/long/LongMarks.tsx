import { allElements } from '@cedar-knot/core';
import type { Study } from '@cedar-knot/core';
import { letterOf } from '../../../state/address.js';
import { LetterTag } from '../../../ui/marks.js';
import { lineStyle } from '../../../ui/scenarioStyle.js';
import { spread } from '../../../ui/ticks.js';
import type { LongSight } from '../../../worker/longLine.js';
import { useDisplay } from '../../context.js';
import { valueAt, type LongFigure } from './places.js';
import { PAD, type Scales } from './scales.js';
import type { LongSights } from './useLongLines.js';
import { msg } from '../words.js';

/* What is written on the drawing of a long line: stations, names of pipes, where each scenario arrives. */

export interface End {
  id: string;
  value: number;
  at: number;
  y: number;
}

export function endsOf(
  known: readonly (readonly [string, LongSight])[],
  figure: LongFigure,
  to: (v: number) => number,
  gap: number,
  low: number,
  high: number,
): End[] {
  const ends = known.flatMap(([id, s]) => {
    const value = s.at[figure].at(-1)!;
    return Number.isFinite(value) ? [{ id, value, at: to(value) }] : [];
  });
  const ys = spread(ends.map((e) => e.at), gap, low, high); // prettier-ignore
  return ends.map((e, i) => ({ ...e, y: ys[i]! }));
}

export function EndLabel({
  end,
  x,
  index,
  isActive,
  text,
}: {
  end: End;
  x: number;
  index: number;
  isActive: boolean;
  text: string;
}) {
  return (
    <g>
      <path d={`M${x} ${end.at.toFixed(1)}L${x + 14} ${end.y}`} stroke={lineStyle(index).color} strokeWidth={1} fill="none" />
      <LetterTag x={x + 22} y={end.y} index={index} letter={letterOf(index)} />
      <text x={x + 33} y={end.y + 4} fontSize={11.5} fontWeight={isActive ? 600 : 400} fill="var(--ink)">
        {text}
      </text>
    </g>
  );
}

/** Where pumps stand, what they lift to, and what they may give there. */
export function Stations({
  active,
  sights,
  scales,
  onChoose,
}: {
  active: LongSight;
  sights: LongSights;
  scales: Scales;
  onChoose: (id: string) => void;
}) {
  const d = useDisplay();
  const { x, y } = scales;
  return (
    <>
      {active.stations.map((s) => {
        const [id] = s.ids;
        const px = x(s.chainage);
        const py = y(s.elevation);
        const grade = valueAt(active, 'grade', s.chainage);
        // over the grades of all, so that none runs through what is written
        const top = Math.max(...Object.values(sights).map((o) => valueAt(o, 'grade', s.chainage) || -Infinity), grade);
        const allowed = valueAt(active, 'allowed', s.chainage);
        const isRunning = s.head !== null && s.head > 0;
        return (
          <g key={id} onClick={() => onChoose(id!)} className="cursor-pointer">
            <circle
              cx={px}
              cy={py}
              r={8}
              fill="var(--panel)"
              stroke="var(--ink)"
              strokeWidth={1.5}
              opacity={isRunning ? 1 : 0.5}
            />
            <path
              d={`M${px - 4} ${py - 5.5}L${px + 7.5} ${py}L${px - 4} ${py + 5.5}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.4}
              opacity={isRunning ? 1 : 0.5}
            />
            {isRunning && (
              <>
                <text x={px + 8} y={Math.max(PAD.top + 8, y(top) - 5)} fontSize={11.5} className="halo" fill="var(--ink)">
                  <tspan fontWeight={600}>
                    {s.discharge === null ? '–' : d.number(s.discharge - active.atmosphere, 'pressure')}
                  </tspan>
                  <tspan fill="var(--ink-quiet)">
                    {Number.isFinite(allowed) ? msg('view.system.of', { allowed: d.number(allowed, 'pressure') }) : ''}{' '}
                    {d.unit('pressure')}(g)
                  </tspan>
                </text>
                <text x={px + 8} y={(y(grade) + py) / 2} fontSize={11.5} className="halo" fill="var(--ink)">
                  <tspan fontWeight={600}>
                    {d.number(s.head, 'head')} {d.unit('head')}
                  </tspan>
                </text>
              </>
            )}
            <text
              x={px}
              y={scales.bottom + 15}
              fontSize={11.5}
              fontWeight={600}
              textAnchor={s.chainage === 0 ? 'start' : 'middle'}
              className="halo"
            >
              {s.ids.join(' + ')}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** names of the pipes between the stations, where there is room */
export function Sections({ active, scales, study }: { active: LongSight; scales: Scales; study: Study }) {
  const { x, bottom } = scales;
  const { chainage } = active.at;
  const sections = active.elements.flatMap((id, k) => {
    const first = active.element.indexOf(k);
    const last = active.element.lastIndexOf(k);
    const [a, b] = [chainage[first]!, chainage[last]!];
    const e = allElements(study).find((s) => s.id === id);
    return e?.kind === 'pipe' && x(b) - x(a) > 110
      ? [{ id, middle: (a + b) / 2, size: typeof e.size === 'string' ? ` ${e.size}` : '' }]
      : [];
  });
  return (
    <>
      {sections.map((s) => (
        <text key={s.id} x={x(s.middle)} y={bottom + 15} fontSize={11.5} textAnchor="middle" fill="var(--ink-quiet)">
          {s.id}
          {s.size}
        </text>
      ))}
    </>
  );
}
