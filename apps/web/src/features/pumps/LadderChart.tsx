import { performanceAt, standing, usable, type PumpInput, type RawEntry, type StageLadder } from '@cedar-knot/core';
import { useMemo, useRef } from 'react';
import { letterOf } from '../../state/address.js';
import { LetterTag } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { axisTicks, spread, spreadInRows } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { pathOf } from '../../ui/chart/PlotFrame.js';
import { useDisplay, useStudy } from '../context.js';
import { judgedEntry } from '../entry/judged.js';
import { msg } from './words.js';

const PAD = { left: 40, right: 40, top: 20, bottom: 26 };
const STEPS = 40;

/** The curve of every count on the ladder against the system curves: made ones drawn out, others dashed, the chosen one heavy with its duties. */
export function LadderChart({
  ladder,
  entry,
  now,
  at,
}: {
  ladder: StageLadder;
  entry: RawEntry;
  now: number;
  at: { speed: number | undefined; diameter: number | undefined };
}) {
  const d = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const curves = useStudy((s) => s.outcome?.curves ?? null);
  const scenarios = useStudy((s) => s.study.scenarios);
  const lines = useLines(ladder, entry, now, at);
  if (lines.length === 0) return null;
  const q = (si: number): number => d.value(si, 'flow');
  const h = (si: number): number => d.value(si, 'head');
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  const flows = axisTicks(0, Math.max(...lines.map((l) => q(l.points.at(-1)!.q))), 7);
  const heads = axisTicks(0, Math.max(...lines.map((l) => h(l.points[0]!.h))) * 1.02, 6);
  const x = (v: number): number => PAD.left + (v / flows.at(-1)!) * (width - PAD.left - PAD.right);
  const y = (v: number): number => height - PAD.bottom - (v / heads.at(-1)!) * (height - PAD.bottom - PAD.top);
  const systems = (curves?.scenarios ?? []).flatMap((s) => {
    const points = curves!.flows.flatMap((flow, i) => {
      const head = s.head[i];
      return head == null || q(flow) > flows.at(-1)! || h(head) > heads.at(-1)! ? [] : [[x(q(flow)), y(h(head))] as const];
    });
    return points.length < 2 ? [] : [{ id: s.id, points }];
  });
  const names = spread(lines.map((l) => y(h(l.points[0]!.h)) - 4), 12, PAD.top, height - PAD.bottom); // prettier-ignore
  const ends = spreadInRows(systems.map((s) => s.points.at(-1)![1]), 15, PAD.top + 8, height - PAD.bottom - 8); // prettier-ignore
  return (
    <div ref={box} className="print-plot relative h-full min-h-[240px]">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={msg('view.pumps.headByNumberOfStages')}
          className="absolute inset-0"
        >
          <text x={2} y={11} fontSize={11} fontWeight={600} fill="var(--ink-2)">
            {msg('app.head', { unit: d.unit('head') })}
          </text>
          <text x={width - PAD.right} y={height - 2} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {msg('app.flow', { unit: d.unit('flow') })}
          </text>
          {heads.map((t) => (
            <g key={t}>
              <line x1={PAD.left} x2={width - PAD.right} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
              <text x={PAD.left - 4} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
                {t}
              </text>
            </g>
          ))}
          {flows.map((t) => (
            <text key={t} x={x(t)} y={height - PAD.bottom + 13} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
              {t}
            </text>
          ))}
          {systems.map((s, i) => {
            const style = lineStyle(index(s.id));
            return (
              <g key={s.id}>
                <path d={pathOf(s.points)} fill="none" stroke={style.color} strokeWidth={1.6} strokeDasharray={style.dash} />
                <LetterTag
                  x={width - PAD.right + 13 - 15 * ends[i]!.row}
                  y={ends[i]!.at}
                  index={index(s.id)}
                  letter={letterOf(index(s.id))}
                />
              </g>
            );
          })}
          {lines.map((l, i) => (
            <CountLine
              key={l.stages}
              line={l}
              isNow={l.stages === now}
              name={names[i]!}
              d={pathOf(l.points.map((p) => [x(q(p.q)), y(h(p.h))]))}
            />
          ))}
          <Duties ladder={ladder} now={now} index={index} x={(f) => x(q(f))} y={(v) => y(h(v))} />
        </svg>
      )}
    </div>
  );
}

interface Line {
  stages: number;
  made: boolean;
  points: { q: number; h: number }[];
}

/** head over flow of each count on the ladder and of the one in the study, as it runs there, without wear */
function useLines(
  ladder: StageLadder,
  entry: RawEntry,
  now: number,
  { speed, diameter }: { speed: number | undefined; diameter: number | undefined },
): Line[] {
  const pump = useMemo((): PumpInput | undefined => usable(judgedEntry(entry).read), [entry]);
  return useMemo(() => {
    if (!pump) return [];
    const counts = [...new Set([...ladder.counts.map((c) => c.stages), now])].sort((a, b) => a - b);
    return counts.map((stages) => {
      const p = performanceAt(pump, { ...standing(pump, { speed, diameter }), stages });
      const made = pump.stageOptions === undefined || pump.stageOptions.includes(stages);
      return {
        stages,
        made,
        points: Array.from({ length: STEPS + 1 }, (_, i) => (p.lastFlow * i) / STEPS).map((q) => ({ q, h: p.head(q) })),
      };
    });
  }, [pump, ladder, now, speed, diameter]);
}

function CountLine({ line: l, isNow, name, d }: { line: Line; isNow: boolean; name: number; d: string }) {
  return (
    <g>
      <path
        d={d}
        fill="none"
        stroke={l.made ? 'var(--ink)' : 'var(--ink-quiet)'}
        strokeWidth={isNow ? 3 : 1.4}
        strokeDasharray={l.made || isNow ? '' : '4 3'}
      />
      <text
        x={PAD.left + 5}
        y={name}
        fontSize={11}
        fontWeight={isNow ? 600 : 400}
        fill={l.made ? 'var(--ink)' : 'var(--ink-quiet)'}
        className="halo"
      >
        {l.stages}
        {isNow ? msg('view.pumps.stages') : l.made ? '' : msg('view.pumps.notAvailable')}
      </text>
    </g>
  );
}

/** duties of the count in the study, and what each scenario asks */
function Duties({
  ladder,
  now,
  index,
  x,
  y,
}: {
  ladder: StageLadder;
  now: number;
  index: (scenario: string) => number;
  x: (flow: number) => number;
  y: (head: number) => number;
}) {
  const chosen = ladder.counts.find((c) => c.stages === now);
  return (
    <>
      {Object.entries(chosen?.scenarios ?? {}).map(([s, duty]) => {
        if (duty.head === null) return null;
        const { color } = lineStyle(index(s));
        const [cx, cy] = [x(duty.flow), y(duty.head)];
        return (
          <g key={s}>
            <circle cx={cx} cy={cy} r={7} fill="var(--panel)" stroke={color} strokeWidth={1.6} />
            <circle cx={cx} cy={cy} r={4} fill="none" stroke={color} strokeWidth={1.4} />
            <circle cx={cx} cy={cy} r={1.5} fill={color} />
          </g>
        );
      })}
      {Object.entries(ladder.scenarios).map(([s, need]) => {
        const { color } = lineStyle(index(s));
        return (
          <line
            key={s}
            x1={x(need.flow) - 8}
            x2={x(need.flow) + 8}
            y1={y(need.requiredHead)}
            y2={y(need.requiredHead)}
            stroke={color}
            strokeWidth={3}
          />
        );
      })}
    </>
  );
}
