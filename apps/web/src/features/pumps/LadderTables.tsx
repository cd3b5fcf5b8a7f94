import { fixed } from '@cedar-knot/wording';
import type { StageLadder, Study } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { stageOperations } from '../../state/ranking.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

/** px */
const SCALE = { left: 8, width: 264 };

interface LadderProps {
  study: Study;
  ladder: StageLadder;
  /** counts that the maker makes; any where there are none */
  made: readonly number[];
  /** the count in the study */
  now: number;
}

/** The stages that each scenario asks, exactly, over the counts that are made. */
export function StagesAsked({ study, ladder, made, now }: LadderProps) {
  const display = useDisplay();
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  const needs = Object.entries(ladder.scenarios);
  const exact = needs.map(([, n]) => n.exact);
  const low = Math.max(0, Math.floor(Math.min(...exact) - 2));
  const high = Math.ceil(Math.max(...exact, ladder.made ?? 0, now) + 2);
  const x = (n: number): number => SCALE.left + ((n - low) / (high - low)) * SCALE.width;
  const rungs = Array.from({ length: high - low + 1 }, (_, i) => low + i);
  const step = Math.max(1, Math.ceil(rungs.length / 12));
  return (
    <section aria-label={msg('view.pumps.requiredStages')}>
      <h3 className="text-[13px] font-semibold">{msg('view.pumps.requiredStages')}</h3>
      <table className="text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[22px] text-right text-[12px]">
            <td className="w-[28px]" />
            <td className="w-[170px]" />
            <th className="w-[70px] font-normal">{display.unit('flow')}</th>
            <th className="w-[80px] font-normal">{msg('view.pumps.required2', { unit: display.unit('head') })}</th>
            <th className="w-[90px] font-normal">{msg('view.pumps.perStage', { unit: display.unit('head') })}</th>
            <th className="w-[60px] font-normal">{msg('view.pumps.exact')}</th>
            <td className="w-[290px] pl-3">
              <svg width={280} height={14} aria-hidden="true">
                {rungs
                  .filter((n) => (n - low) % step === 0)
                  .map((n) => (
                    <text
                      key={n}
                      x={x(n)}
                      y={11}
                      fontSize={11}
                      fill={made.includes(n) ? 'var(--ink)' : 'var(--ink-quiet)'}
                      fontWeight={made.includes(n) ? 600 : 400}
                      textAnchor="middle"
                    >
                      {n}
                    </text>
                  ))}
              </svg>
            </td>
          </tr>
        </thead>
        <tbody>
          {needs.map(([s, n]) => {
            const { color, dash } = lineStyle(index(s));
            return (
              <tr
                key={s}
                className={`border-soft h-[27px] border-t text-right ${s === ladder.governing ? 'bg-wash' : ''}`}
                data-need={s}
              >
                <td className="pl-1 text-left">
                  <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
                </td>
                <td className="truncate text-left">{study.scenarios[index(s)]?.name ?? s}</td>
                <td>{display.number(n.flow, 'flow')}</td>
                <td>{display.number(n.requiredHead, 'head')}</td>
                <td>{display.number(n.headPerStage, 'head')}</td>
                <td>
                  <b className="font-semibold">{fixed(n.exact, 2)}</b>
                </td>
                <td className="pl-3">
                  <svg width={280} height={25} aria-hidden="true">
                    {rungs
                      .filter((r) => made.length === 0 || made.includes(r))
                      .map((r) => (
                        <line
                          key={r}
                          x1={x(r)}
                          x2={x(r)}
                          y1={0}
                          y2={25}
                          stroke={r === ladder.made ? 'var(--cedar)' : 'var(--line-strong)'}
                          strokeWidth={r === ladder.made ? 2 : 1}
                        />
                      ))}
                    <line x1={x(low)} x2={x(n.exact)} y1={12.5} y2={12.5} stroke={color} strokeWidth={2} strokeDasharray={dash} />
                    <circle cx={x(n.exact)} cy={12.5} r={3.6} fill={color} />
                  </svg>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** The true duty of each count around those that are asked, and what it comes to at the maker's limits. */
export function TrueDuties({ study, ladder, now, pump }: Omit<LadderProps, 'made'> & { pump: string }) {
  const display = useDisplay();
  const change = useStudy((s) => s.change);
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  const scenarios = Object.keys(ladder.scenarios);
  return (
    <section aria-label={msg('view.pumps.stageCounts')}>
      <h3 className="text-[13px] font-semibold">
        {msg('view.pumps.stageCounts2')}
        <span className="text-inkq text-[12px] font-normal">{msg('view.pumps.operatingPointWithEachNumber')}</span>
      </h3>
      <table className="w-full text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[24px] text-right text-[12px]">
            <th className="text-left font-normal">{msg('view.pumps.stages3')}</th>
            {scenarios.map((s) => (
              <th key={s}>
                <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
              </th>
            ))}
            <th className="font-normal">{msg('view.pumps.shaft', { unit: display.unit('power') })}</th>
            <th className="font-normal">{msg('view.pumps.perStage2')}</th>
            <th className="font-normal">{msg('view.pumps.shutOffPressure', { unit: display.placeUnit })}</th>
            <td className="w-[90px]" />
          </tr>
        </thead>
        <tbody>
          {ladder.counts.map((c) => (
            <tr
              key={c.stages}
              data-rung={c.stages}
              className={`border-soft h-[38px] border-t text-right ${c.stages === now ? 'bg-wash shadow-[inset_3px_0_0_var(--cedar)]' : ''}`}
            >
              <td className="pl-2 text-left whitespace-nowrap">
                <b className="mr-1.5 text-[14px] font-semibold">{c.stages}</b>
                <span className="text-inkq">
                  {c.stages === now
                    ? msg('view.pumps.selected')
                    : c.made
                      ? msg('view.pumps.available3')
                      : msg('view.pumps.notAvailable2')}
                </span>{' '}
                <VerdictMark kind={c.meets ? 'holds' : 'fails'} size={9} />
              </td>
              {scenarios.map((s) => {
                const duty = c.scenarios[s];
                const asked = ladder.scenarios[s]!.flow;
                const isShort = duty !== undefined && duty.flow < asked * (1 - 1e-6);
                return (
                  <td key={s} className="whitespace-nowrap">
                    {duty?.head == null ? '–' : `${display.number(duty.head, 'head')} ${display.unit('head')}`}
                    <span className={`block text-[12px] leading-[14px] ${isShort ? 'text-fails' : 'text-inkq'}`}>
                      {duty === undefined
                        ? ''
                        : `${isShort ? '▲ ' : ''}${display.number(duty.flow, 'flow')} ${display.unit('flow')}`}
                    </span>
                  </td>
                );
              })}
              <td className="whitespace-nowrap">
                <LimitMark of={c.limits['shaft-power']} /> {display.number(c.shaftPower, 'power')}
              </td>
              <td className="text-inkq">{c.shaftPower === null ? '–' : display.number(c.shaftPower / c.stages, 'power')}</td>
              <td className="whitespace-nowrap">
                <LimitMark of={c.limits['casing-pressure']} />{' '}
                {c.shutOffPressure === null ? '–' : display.place(c.shutOffPressure)}
              </td>
              <td className="pr-1">
                {c.stages !== now && (
                  <Button
                    tone="bare"
                    className="!px-1 text-[12px]"
                    onClick={() =>
                      change(msg('view.pumps.stages4', { pump, stages: c.stages }), stageOperations(study, pump, c.stages))
                    }
                  >
                    {msg('view.pumps.use', { stages: c.stages })}
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** how a count stands to a limit of the maker, with the share of it */
function LimitMark({
  of,
}: {
  of: StageLadder['counts'][number]['limits'][string & keyof StageLadder['counts'][number]['limits']];
}) {
  if (!of || of.value === null) return null;
  return (
    <span title={msg('view.pumps.ofTheMakersLimit', { value: Math.round(100 * of.value) })}>
      <VerdictMark kind={of.verdict} size={9} />
    </span>
  );
}
