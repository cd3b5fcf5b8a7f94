import type { ScenarioResult, Study } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import type { Shown } from '../../state/studyStore.js';
import { spread } from '../../ui/ticks.js';
import { Glyph, kindView } from '../../kinds/index.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { BOTTOM, placesOf, RIGHT, TOP, type Frame, type ProfileLayout } from './layout.js';

/** What every group of marks is drawn from: the study, where things stand, and the active scenario's results. */
interface MarkProps {
  study: Study;
  layout: ProfileLayout;
  frame: Frame;
  result: ScenarioResult;
}

/** equipment symbols where they stand, with their tags under the axis */
export function Equipment({ study, layout, frame, result, lanes }: MarkProps & { lanes: ReadonlyMap<string, number> }) {
  const selected = useStudy((s) => s.selected);
  const select = useStudy((s) => s.select);
  const { y, height } = frame;
  let lastLabelEnd = -Infinity;
  return (
    <>
      {study.lines.flatMap((line) =>
        line.elements.map((e, i) => {
          const xs = layout.lines.get(line.id)!;
          const places = placesOf(result, line);
          if (!places[i + 1]) return null;
          const size = kindView(e.kind)?.profileSize ?? 0;
          const x = (xs[i]! + xs[i + 1]!) / 2;
          const lane = lanes.get(line.id) ?? 0;
          const z = y((places[i]!.elevation + places[i + 1]!.elevation) / 2) + lane;
          const ends = `${xs[i]},${y(places[i]!.elevation) + lane} ${xs[i + 1]},${y(places[i + 1]!.elevation) + lane}`;
          const isSelected = e.id === selected;
          const long = e.kind === 'pipe' && typeof e.length === 'string' && xs[i + 1]! - xs[i]! > 130;
          const label = long ? `${e.id} · ${String(e.length)}` : e.id;
          const half = label.length * 3.1;
          const fits = x - half > lastLabelEnd + 4 || isSelected;
          if (fits) lastLabelEnd = x + half;
          return (
            <g key={e.id} onClick={() => select(e.id)} className="cursor-pointer" data-element={e.id}>
              <polyline points={ends} stroke="transparent" strokeWidth={16} fill="none" />
              {isSelected && <polyline points={ends} stroke="var(--cedar)" strokeWidth={3} fill="none" />}
              {size > 0 && (
                <g transform={`translate(${x} ${z})`}>
                  <Glyph kind={e.kind} r={size} />
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
export function Ends({ study, layout, frame, result }: MarkProps) {
  const select = useStudy((s) => s.select);
  const selected = useStudy((s) => s.selected);
  const { y, height } = frame;
  return (
    <>
      {Object.entries(study.points).map(([id, p]) => {
        const x = layout.points.get(id);
        const line = study.lines.find((l) => l.from === id || l.to === id);
        const places = line && placesOf(result, line);
        if (x === undefined || !line || !places?.length) return null;
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
export function Dimensions({ study, layout, frame, result }: MarkProps) {
  const display = useDisplay();
  const { y } = frame;
  return (
    <>
      {study.lines.flatMap((line) =>
        line.elements.map((e, i) => {
          const places = placesOf(result, line);
          const a = places[i]?.grade;
          const b = places[i + 1]?.grade;
          const view = kindView(e.kind);
          if (!view?.measured || a == null || b == null || Math.abs(y(a) - y(b)) < 16) return null;
          const xs = layout.lines.get(line.id)!;
          const x = xs[i + 1]! + (view.loss.gives ? 3 : 8);
          const ends = [Math.min(y(a), y(b)), Math.max(y(a), y(b))];
          const middle = (ends[0]! + ends[1]!) / 2;
          const r = result.elements[e.id];
          // at the right edge the figures of all scenarios stand: there the words go to the left
          const isLeft = x > frame.width - RIGHT - 20;
          const textX = isLeft ? x - 7 : x + 7;
          const metres = r ? view.loss.of(r) : null;
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
                {view.measured}
              </text>
            </g>
          );
        }),
      )}
    </>
  );
}

const MOST_END_LABELS = 13;

/** the grade that arrives, of every scenario, at the right edge */
export function EndLabels({
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
  const compared = useStudy((s) => s.compared);
  const display = useDisplay();
  const line = [...study.lines].sort((a, b) => layout.lines.get(b.id)!.at(-1)! - layout.lines.get(a.id)!.at(-1)!)[0];
  if (!line) return null;
  const x = layout.lines.get(line.id)!.at(-1)!;
  const all = study.scenarios.flatMap((s, i) => {
    const grade = placesOf(shown[s.id]?.outcome.result, line).at(-1)?.grade;
    return grade == null ? [] : [{ id: s.id, index: i, grade }];
  });
  // as many as there is height for: the active one and those it is compared with first
  const first = (id: string): number => (id === activeId ? 0 : compared.includes(id) ? 1 : 2);
  const rows = [...all].sort((p, q) => first(p.id) - first(q.id)).slice(0, MOST_END_LABELS);
  const ys = spread(
    rows.map((r) => frame.y(r.grade)),
    15,
    TOP + 4,
    frame.height - BOTTOM - 8,
  );
  return (
    <g pointerEvents="none">
      {rows.map((r, k) => {
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
