import { apart } from '@cedar-knot/core';
import { fixed } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { npshAgainst, type Required, type SuctionDuty } from '../../state/npshAgainst.js';
import { PlotFrame, pathOf, type Plot } from '../../ui/chart/PlotFrame.js';
import { MarkShape, verdictColor } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spreadInRows } from '../../ui/ticks.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const PAD = { left: 34, right: 26, top: 20, bottom: 32 };

/** NPSH available of every scenario over flow against what the pump requires as it runs, with the limit over it and where they meet. */
export function AgainstChart({ pump }: { pump: string }) {
  const d = useDisplay();
  const curves = useStudy((s) => s.outcome?.curves ?? null);
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  if (!curves || curves.pump !== pump)
    return <p className="text-inkq py-4 text-[12px]">{msg('view.suction.curvesAppearOnceAScenario')}</p>;
  const { required, available, duties, limit, lastFlow, most } = npshAgainst(study, shown, curves, pump);
  const q = (si: number): number => d.value(si, 'flow');
  const h = (si: number): number => d.value(si, 'head');
  return (
    <PlotFrame
      label={msg('view.suction.npshAvailableAndRequiredOver')}
      x={{ low: 0, high: q(lastFlow), parts: 5, title: msg('app.flow', { unit: d.unit('flow') }) }}
      y={{ low: 0, high: h(most) * 1.02, parts: 5, title: msg('view.suction.npsh', { unit: d.unit('head') }) }}
      pad={PAD}
    >
      {(p) => {
        const meetings = duties.flatMap(({ id, meets }) => (meets === null ? [] : [{ id, flow: meets }]));
        const words = spreadInRows(meetings.map((x) => p.x(q(x.flow))), WORD.width, p.left + 60, p.right - 18); // prettier-ignore
        const rings = apart(
          duties.map(({ result: r }) => [p.x(q(r.flow)), p.y(h(r.npsha))]),
          RINGS,
        );
        return (
          <>
            {required.map((r) => (
              <RequiredBand key={r.trace.scenarios.join()} {...r} limit={limit} plot={p} />
            ))}
            {limit !== null && required.length > 0 && (
              <text x={p.left + 6} y={p.bottom - 6} fontSize={11} fill="var(--fails)" className="halo">
                {msg('view.suction.dashedLimitNpshr', { limit })}
              </text>
            )}
            {available.map((l) => {
              const { color, dash } = lineStyle(l.index);
              return (
                <g key={l.id} data-available={l.id}>
                  <path
                    d={pathOf(l.points.map((x) => [p.x(q(x.flow)), p.y(h(x.npsha))]))}
                    fill="none"
                    stroke={color}
                    strokeWidth={l.id === active ? 2.8 : 1.8}
                    strokeDasharray={dash}
                  />
                </g>
              );
            })}
            {duties.map((duty, i) => (
              <Duty
                key={duty.id}
                {...duty}
                plot={p}
                isActive={duty.id === active}
                ring={rings[i]!}
                hasFigure={duties.length <= MOST_FIGURES || duty.id === active}
                word={words[meetings.findIndex((x) => x.id === duty.id)]}
                isLeft={standsLeft(duty, duties, (r) => p.x(q(r.flow)), p.right)}
              />
            ))}
          </>
        );
      }}
    </PlotFrame>
  );
}

/** what is required, and the band up to what the limit asks */
function RequiredBand({ trace, points, limit, plot: p }: Required & { limit: number | null; plot: Plot }) {
  const d = useDisplay();
  const q = (si: number): number => d.value(si, 'flow');
  const h = (si: number): number => d.value(si, 'head');
  const low = points.map((x) => [p.x(q(x.flow)), p.y(h(x.npshr))] as const);
  const high = limit === null ? low : points.map((x) => [p.x(q(x.flow)), p.y(h(limit * x.npshr))] as const);
  return (
    <g>
      <path d={`${pathOf(low)}L${pathOf([...high].reverse()).slice(1)}Z`} fill="var(--fails-wash)" opacity={0.8} />
      <path d={pathOf(high)} fill="none" stroke="var(--fails)" strokeDasharray="3 2" />
      <path d={pathOf(low)} fill="none" stroke="var(--ink)" strokeWidth={2.4} />
      <text x={low.at(-1)![0] + 2} y={low.at(-1)![1] - 7} fontSize={11} fill="var(--ink)" textAnchor="end" className="halo">
        {msg('view.suction.required', {
          value: trace.running > 1 ? msg('view.suction.running', { running: trace.running }) : '',
        })}
      </text>
    </g>
  );
}

/** room that a ratio with its mark takes beside its line, px */
const FIGURE = 44;

/** px between the rings of scenarios */
const RINGS = { near: 11, gap: 17 };
/** duties whose margins stand in figures; of more that of the active one alone */
const MOST_FIGURES = 12;
/** a word at the foot of the plot, px */
const WORD = { width: 36, height: 12 };

/** a figure stands left of its line where the next line, or the edge, leaves no room on its right and the one before does on its left */
function standsLeft(
  duty: SuctionDuty,
  all: readonly SuctionDuty[],
  at: (r: SuctionDuty['result']) => number,
  edge: number,
): boolean {
  const x = at(duty.result);
  const others = all.filter((o) => o.id !== duty.id).map((o) => at(o.result) - x);
  const isRightTaken = x + 8 + FIGURE > edge || others.some((by) => by >= 0 && by < 8 + FIGURE);
  return isRightTaken && !others.some((by) => by < 0 && by > -2 * (8 + FIGURE));
}

/** where a scenario stands, its margin in figures, and the flow from which the limit is not held */
function Duty({
  id,
  index,
  result: r,
  margin: m,
  meets: meeting,
  plot: p,
  isActive,
  word,
  isLeft,
  ring: [rx, ry],
  hasFigure,
}: SuctionDuty & {
  plot: Plot;
  isActive: boolean;
  word: { at: number; row: number } | undefined;
  isLeft: boolean;
  ring: readonly [x: number, y: number];
  hasFigure: boolean;
}) {
  const d = useDisplay();
  const activate = useStudy((s) => s.activate);
  const q = (si: number): number => d.value(si, 'flow');
  const h = (si: number): number => d.value(si, 'head');
  const { color } = lineStyle(index);
  const [x, y] = [p.x(q(r.flow)), p.y(h(r.npsha))];
  return (
    <g onClick={() => activate(id)} className="cursor-pointer" data-duty={id}>
      {r.npshr !== null && (
        <>
          <line x1={x} x2={x} y1={y} y2={p.y(h(r.npshr))} stroke={color} strokeWidth={1.4} />
          <circle cx={x} cy={p.y(h(r.npshr))} r={3} fill={color} />
        </>
      )}
      {(rx !== x || ry !== y) && <path d={`M${x} ${y}L${rx} ${ry}`} stroke={color} strokeWidth={1} />}
      <circle cx={rx} cy={ry} r={isActive ? 9 : 7.5} fill="var(--panel)" stroke={color} strokeWidth={1.8} />
      <text x={rx} y={ry + 4} fontSize={10.5} fontWeight={600} fill={color} textAnchor="middle">
        {letterOf(index)}
      </text>
      {hasFigure && m?.value != null && (
        <g transform={`translate(${x + (isLeft ? -8 - FIGURE : 8)} ${(y + p.y(h(r.npshr ?? 0))) / 2})`}>
          {m.verdict !== 'holds' && <MarkShape kind={m.verdict} />}
          <text
            x={m.verdict === 'holds' ? 0 : 8}
            y={4}
            fontSize={12}
            fontWeight={600}
            fill={m.verdict === 'holds' ? color : verdictColor(m.verdict)}
            className="halo"
          >
            {fixed(m.value, 2)}
          </text>
        </g>
      )}
      {meeting !== null && (
        <g data-meets={id}>
          <title>
            {msg('view.suction.npshaMeetsItsLimitAt', {
              letter: letterOf(index),
              meeting: d.number(meeting, 'flow'),
              unit: d.unit('flow'),
            })}
          </title>
          <line x1={p.x(q(meeting))} x2={p.x(q(meeting))} y1={p.bottom - 9} y2={p.bottom} stroke={color} strokeWidth={2.4} />
          <text
            x={word?.at}
            y={p.bottom - 12 - WORD.height * (word?.row ?? 0)}
            fontSize={10.5}
            fontWeight={600}
            fill={color}
            textAnchor="middle"
            className="halo"
          >
            {letterOf(index)} {d.number(meeting, 'flow')}
          </text>
        </g>
      )}
    </g>
  );
}
