import { rounded } from '@cedar-knot/wording';
import type { Dimension } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { PlotFrame, pathOf } from '../../ui/chart/PlotFrame.js';
import { LetterTag, ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spreadInRows } from '../../ui/ticks.js';
import type { SuctionLook } from '../../worker/suctionFigures.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const PAD = { left: 34, right: 24, top: 20, bottom: 32 };
const TITLES = {
  level: msg('view.suction.lowestAllowableLevel'),
  heat: msg('view.suction.highestAllowableTemperature'),
  fouling: msg('view.suction.highestAllowableFouling'),
  flow: msg('view.suction.highestAllowableFlow'),
  speed: msg('view.suction.effectOfSpeed'),
} as const;
const DIMENSIONS: Readonly<Record<SuctionLook['kind'], Dimension | null>> = {
  level: 'length',
  heat: 'temperature',
  fouling: null,
  flow: 'flow',
  speed: 'speed',
};
/** which way is towards the limit: a lower level, more heat, more fouling */
const BOUND = {
  level: msg('view.suction.atLeast'),
  heat: msg('view.suction.atMost'),
  fouling: msg('view.suction.atMost'),
  flow: msg('view.suction.atMost'),
  speed: msg('view.suction.atMost'),
} as const;

/** What is left of NPSHA over its limit while one input moves, in every scenario, and where nothing is left. */
export function LookChart({ look }: { look: SuctionLook }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const dimension = DIMENSIONS[look.kind];
  const x = (si: number): number => (dimension ? d.value(si, dimension) : si);
  const y = (m: number): number => d.value(m, 'head');
  const traces = Object.entries(look.scenarios)
    .map(([id, t]) => ({ id, index: study.scenarios.findIndex((s) => s.id === id), ...t }))
    .filter((t) => t.index >= 0);
  const lefts = traces.flatMap((t) => t.y.filter((v): v is number => v !== null)).map(y);
  const [low, high] = [Math.min(0, ...lefts), Math.max(0, ...lefts)];
  // the scenario that comes to its limit first: one that is beyond it, else the one that is nearest to it
  const sign = look.kind === 'level' ? 1 : -1;
  const turning = traces.filter((t) => t.turns !== null).sort((a, b) => (b.turns! - b.now) * sign - (a.turns! - a.now) * sign); // prettier-ignore
  const [first] = turning;
  const isBeyond = first !== undefined && ((first.left ?? 0) < 0 || (look.kind === 'level' && first.now < first.turns!));
  const isEmpty = look.kind === 'level' && study.points[look.where ?? '']?.kind === 'vessel' && first !== undefined && first.turns! < 0; // prettier-ignore
  const text = (si: number): string => `${rounded(x(si), 3)}${dimension ? ` ${d.unit(dimension)}` : ''}`;
  const title = look.kind === 'flow' ? msg('view.suction.flowHeldBy', { where: look.where ?? '', unit: d.unit('flow') }) : look.kind === 'speed' ? msg('view.suction.speedOf', { where: look.where ?? '', unit: d.unit('speed') }) : look.kind === 'level' ? msg('view.suction.levelOf', { where: look.where ?? '', unit: d.unit('length') }) : look.kind === 'heat' ? msg('view.suction.temperatureOfTheLiquid', { unit: d.unit('temperature') }) : msg('view.suction.factorOnTheCleanPressure', { where: look.where ?? '' }); // prettier-ignore
  return (
    <section aria-label={TITLES[look.kind]} className="flex min-w-0 flex-1 flex-col" data-look={look.kind}>
      <h3 className="flex h-[24px] flex-none items-center gap-1.5 text-[13.5px] font-semibold whitespace-nowrap">
        {TITLES[look.kind]}
        {first && (
          <span
            className={`ml-1 inline-flex items-center gap-1 text-[12px] ${isBeyond ? 'text-fails' : 'text-ink2'}`}
            data-first={first.id}
          >
            <VerdictMark kind={isBeyond ? 'fails' : 'holds'} size={9} />
            <ScenarioLetter index={first.index} letter={letterOf(first.index)} small />
            {isEmpty ? msg('view.suction.downToTheNozzle') : `${BOUND[look.kind]} ${text(first.turns!)}`}
            {first.bySubmergence && msg('view.suction.submergence')}
          </span>
        )}
        {!first && <span className="text-inkq text-[12px] font-normal">{msg('view.suction.notReachedInTheRange')}</span>}
      </h3>
      <div className="min-h-0 flex-1">
        <PlotFrame
          label={TITLES[look.kind]}
          x={{ low: x(look.x[0]!), high: x(look.x.at(-1)!), parts: 4, title }}
          y={{ low, high, parts: 4, title: msg('view.suction.npshaAboveItsLimit', { unit: d.unit('head') }) }}
          pad={PAD}
          behind={(p) => <rect x={p.left} width={p.right - p.left} y={p.y(0)} height={Math.max(0, p.bottom - p.y(0))} fill="var(--fails-wash)" opacity={0.6} />} // prettier-ignore
        >
          {(p) => {
            const ends = spreadInRows(traces.map((t) => p.y(y([...t.y].reverse().find((v) => v !== null) ?? 0))), 15, p.top + 6, p.bottom - 6); // prettier-ignore
            return (
              <>
                <line x1={p.left} x2={p.right} y1={p.y(0)} y2={p.y(0)} stroke="var(--fails)" strokeWidth={1.4} />
                {traces.map((t, i) => {
                  const { color, dash } = lineStyle(t.index);
                  const points = look.x.flatMap((v, k) => (t.y[k] == null ? [] : [[p.x(x(v)), p.y(y(t.y[k]))] as const]));
                  const isTurnShown = t.turns !== null && t.turns >= look.x[0]! && t.turns <= look.x.at(-1)!;
                  return (
                    <g key={t.id} data-trace={t.id}>
                      <path
                        d={pathOf(points)}
                        fill="none"
                        stroke={color}
                        strokeWidth={t.id === active ? 2.6 : 1.7}
                        strokeDasharray={dash}
                      />
                      {t.left !== null && (
                        <circle
                          cx={p.x(x(t.now))}
                          cy={p.y(y(t.left))}
                          r={5.5}
                          fill="var(--panel)"
                          stroke={color}
                          strokeWidth={1.8}
                        />
                      )}
                      {isTurnShown && (
                        <line
                          x1={p.x(x(t.turns!))}
                          x2={p.x(x(t.turns!))}
                          y1={p.y(0) - 6}
                          y2={p.y(0) + 6}
                          stroke={color}
                          strokeWidth={2.2}
                        />
                      )}
                      <LetterTag
                        x={p.right + 11 - 15 * ends[i]!.row}
                        y={ends[i]!.at}
                        index={t.index}
                        letter={letterOf(t.index)}
                      />
                    </g>
                  );
                })}
              </>
            );
          }}
        </PlotFrame>
      </div>
    </section>
  );
}
