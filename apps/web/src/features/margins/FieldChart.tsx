import { fixed, rounded } from '@cedar-knot/wording';
import type { SweepField } from '@cedar-knot/core';
import { contours } from 'd3-contour';
import { PlotFrame, type Plot } from '../../ui/chart/PlotFrame.js';
import { axisTicks } from '../../ui/ticks.js';
import { msg } from './words.js';

const PAD = { left: 52, right: 22, top: 24, bottom: 36 };
/** wanted number of lines of like value */
const LINES = 7;

interface Axis {
  title: string;
  show: (si: number) => number;
  /** where it stands, SI */
  now: number | null;
}

/** A figure or a margin over two inputs as a heat map, with lines of like value, the limit's line, and where the study stands. */
export function FieldChart({
  field,
  x,
  y,
  value,
  limits,
  label,
}: {
  field: SweepField;
  x: Axis;
  y: Axis;
  value: (si: number) => number;
  /** in the unit that is shown */
  limits: readonly number[];
  label: string;
}) {
  const [xs, ys] = [field.x.map(x.show), field.y.map(y.show)];
  const values = field.values.map((row) => row.map((v) => (v === null ? null : value(v))));
  const known = values.flat().filter((v): v is number => v !== null);
  if (known.length === 0) return <p className="text-inkq py-4 text-[12px]">{msg('view.margins.noValueOverTheseTwo')}</p>;
  const [least, most] = [Math.min(...known), Math.max(...known)];
  const lines = axisTicks(least, most, LINES).filter((t) => t > least && t < most);
  const share = (v: number): number => (most > least ? (v - least) / (most - least) : 0.5);
  return (
    <PlotFrame
      label={label}
      x={{ low: xs[0]!, high: xs.at(-1)!, parts: 6, title: x.title, isTight: true }}
      y={{ low: ys[0]!, high: ys.at(-1)!, parts: 6, title: y.title, isTight: true }}
      pad={PAD}
      behind={(p) => {
        const [dx, dy] = [stepOf(xs, p.x), stepOf(ys, p.y)];
        return (
          <g data-field={known.length}>
            {values.flatMap((row, j) =>
              row.map((v, i) => {
                const [left, right] = [
                  Math.max(p.x(xs[i]!) - dx / 2, p.x(xs[0]!)),
                  Math.min(p.x(xs[i]!) + dx / 2, p.x(xs.at(-1)!)),
                ];
                const [top, bottom] = [
                  Math.max(p.y(ys[j]!) - dy / 2, p.y(ys.at(-1)!)),
                  Math.min(p.y(ys[j]!) + dy / 2, p.y(ys[0]!)),
                ];
                return (
                  <rect
                    key={`${i} ${j}`}
                    x={left}
                    y={top}
                    width={Math.max(0, right - left) + 0.5}
                    height={Math.max(0, bottom - top) + 0.5}
                    fill={
                      v === null
                        ? 'var(--paper-deep)'
                        : `color-mix(in srgb, var(--cedar) ${fixed(8 + 62 * share(v), 0)}%, var(--panel))`
                    }
                  />
                );
              }),
            )}
          </g>
        );
      }}
    >
      {(p) => (
        <>
          {lines.map((t) => (
            <Level key={t} level={t} xs={xs} ys={ys} values={values} p={p} text={rounded(t, 4)} />
          ))}
          {limits
            .filter((t) => t > least && t < most)
            .map((t) => (
              <Level
                key={`limit ${t}`}
                level={t}
                xs={xs}
                ys={ys}
                values={values}
                p={p}
                text={msg('view.margins.limit')}
                isLimit
              />
            ))}
          {x.now !== null && y.now !== null && (
            <g data-stands>
              <circle
                cx={p.x(x.show(x.now))}
                cy={p.y(y.show(y.now))}
                r={6}
                fill="var(--panel)"
                stroke="var(--ink)"
                strokeWidth={2}
              />
              <circle cx={p.x(x.show(x.now))} cy={p.y(y.show(y.now))} r={1.7} fill="var(--ink)" />
            </g>
          )}
        </>
      )}
    </PlotFrame>
  );
}

/** a step of the grid in the drawing, px */
const stepOf = (list: readonly number[], of: (v: number) => number): number => Math.abs(of(list[1]!) - of(list[0]!));

/** one line of like value, named where it is longest */
function Level({
  level,
  xs,
  ys,
  values,
  p,
  text,
  isLimit = false,
}: {
  level: number;
  xs: readonly number[];
  ys: readonly number[];
  values: readonly (readonly (number | null)[])[];
  p: Plot;
  text: string;
  isLimit?: boolean;
}) {
  const places = levelLines(level, xs, ys, values).map((line) => line.map(([a, b]) => [p.x(a), p.y(b)] as const));
  const [longest] = [...places].sort((a, b) => b.length - a.length);
  if (!longest) return null;
  const [tx, ty] = longest[Math.floor(longest.length / 2)]!;
  const colour = isLimit ? 'var(--fails)' : 'var(--ink-2)';
  return (
    <g data-level={isLimit ? 'limit' : level}>
      {places.map((line, k) => (
        <path
          key={k}
          d={`M${line.map(([a, b]) => `${a.toFixed(1)} ${b.toFixed(1)}`).join('L')}`}
          fill="none"
          stroke={colour}
          strokeWidth={isLimit ? 2.4 : 0.9}
        />
      ))}
      <text
        x={tx}
        y={ty + 4}
        textAnchor="middle"
        fontSize={11}
        fontWeight={isLimit ? 600 : 400}
        fill={colour}
        stroke="var(--panel)"
        strokeWidth={3.5}
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

/** Lines along which the values are `level`, in the coordinates of the grid; the frame of the grid itself is none. */
export function levelLines(
  level: number,
  xs: readonly number[],
  ys: readonly number[],
  values: readonly (readonly (number | null)[])[],
): (readonly [number, number])[][] {
  const [nx, ny] = [xs.length, ys.length];
  const flat = values.flat().map((v) => v ?? NaN);
  const [found] = contours().size([nx, ny]).thresholds([level])(flat);
  const at = (list: readonly number[], c: number): number => list[0]! + (c - 0.5) * (list[1]! - list[0]!);
  const isFrame = ([a, b]: readonly number[]): boolean => a! <= 0.5 || b! <= 0.5 || a! >= nx - 0.5 || b! >= ny - 0.5;
  const lines: (readonly [number, number])[][] = [];
  for (const ring of (found?.coordinates ?? []).flat()) {
    let line: (readonly [number, number])[] = [];
    for (const place of ring) {
      const clamped = [Math.min(Math.max(place[0]!, 0.5), nx - 0.5), Math.min(Math.max(place[1]!, 0.5), ny - 0.5)] as const;
      line.push([at(xs, clamped[0]), at(ys, clamped[1])]);
      if (!isFrame(place)) continue;
      if (line.length > 2) lines.push(line);
      line = [[at(xs, clamped[0]), at(ys, clamped[1])]];
    }
    if (line.length > 2) lines.push(line);
  }
  return lines;
}
