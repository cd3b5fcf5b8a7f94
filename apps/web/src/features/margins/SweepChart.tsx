import { rounded } from '@cedar-knot/wording';
import type { SweepRow } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { PlotFrame, pathOf } from '../../ui/chart/PlotFrame.js';
import { LetterTag, ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spreadInRows } from '../../ui/ticks.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

const PAD = { left: 46, right: 30, top: 22, bottom: 34 };

interface Drawn {
  rows: readonly SweepRow[];
  read: string;
  x: (si: number) => number;
  y: (si: number) => number;
}

/** A figure over the input that is moved, a curve a scenario, with the limits of its margin. */
export function SweepChart({
  rows,
  read,
  x,
  y,
  titleX,
  titleY,
  limits,
  now,
}: Drawn & { titleX: string; titleY: string; limits: readonly number[]; now: number | null }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const lines = study.scenarios.flatMap((s, index) => {
    const points = rows.flatMap((r) =>
      r.scenario === s.id && r.values[read] != null ? [[x(r.input), y(r.values[read])] as const] : [],
    );
    return points.length === 0 ? [] : [{ id: s.id, index, points }];
  });
  const values = lines.flatMap((l) => l.points.map(([, v]) => v));
  if (values.length === 0) return <p className="text-inkq py-4 text-[12px]">{msg('view.margins.noValueInThisRange')}</p>;
  const inputs = rows.map((r) => x(r.input));
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const near = limits.map(y).filter((v) => v > least - (most - least) && v < most + (most - least));
  return (
    <PlotFrame
      label={titleY}
      x={{ low: Math.min(...inputs), high: Math.max(...inputs), parts: 6, title: titleX }}
      y={{ low: Math.min(least, ...near), high: Math.max(most, ...near), parts: 6, title: titleY }}
      pad={PAD}
    >
      {(p) => {
        const ends = spreadInRows(lines.map((l) => p.y(l.points.at(-1)![1])), 15, p.top + 6, p.bottom - 6); // prettier-ignore
        return (
          <>
            {near.map((v) => (
              <line
                key={v}
                x1={p.left}
                x2={p.right}
                y1={p.y(v)}
                y2={p.y(v)}
                stroke="var(--fails)"
                strokeDasharray="4 2"
                data-limit
              />
            ))}
            {now !== null && (
              <line
                x1={p.x(x(now))}
                x2={p.x(x(now))}
                y1={p.top}
                y2={p.bottom}
                stroke="var(--line-strong)"
                strokeDasharray="2 3"
              />
            )}
            {lines.map((l, i) => {
              const { color, dash } = lineStyle(l.index);
              return (
                <g key={l.id} data-line={l.id}>
                  <path
                    d={pathOf(l.points.map(([a, b]) => [p.x(a), p.y(b)]))}
                    fill="none"
                    stroke={color}
                    strokeWidth={l.id === active ? 2.8 : 1.8}
                    strokeDasharray={dash}
                  />
                  <LetterTag x={p.right + 12 - 15 * ends[i]!.row} y={ends[i]!.at} index={l.index} letter={letterOf(l.index)} />
                </g>
              );
            })}
          </>
        );
      }}
    </PlotFrame>
  );
}

/** every fourth step in figures; the file has all of them */
const EVERY = 4;

/** The same in figures. */
export function SweepRows({ rows, read, x, y, unit }: Drawn & { unit: string }) {
  const study = useStudy((s) => s.study);
  const steps = [...new Set(rows.map((r) => r.step))].filter((s) => s % EVERY === 0);
  const at = (step: number, id: string) => rows.find((r) => r.step === step && r.scenario === id);
  return (
    <table className="mt-1 flex-none text-[12.5px]">
      <thead>
        <tr className="text-inkq h-[22px] text-right text-[12px]">
          <th className="pr-3 font-normal">{unit || msg('view.margins.input')}</th>
          {steps.map((s) => (
            <th key={s} className="px-3 font-normal">
              {rounded(x(rows.find((r) => r.step === s)!.input), 4)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {study.scenarios.map((s, i) => (
          <tr key={s.id} className="border-soft h-[22px] border-t text-right" data-row={s.id}>
            <th scope="row" className="pr-3 text-right">
              <ScenarioLetter index={i} letter={letterOf(i)} small />
            </th>
            {steps.map((step) => {
              const r = at(step, s.id);
              const v = r?.values[read];
              return (
                <td key={step} className="px-3">
                  {v == null ? r?.status === 'failed' ? <span className="text-fails">▲</span> : '–' : rounded(y(v), 3)}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
