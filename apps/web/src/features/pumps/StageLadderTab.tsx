import { quantityOf, type StageLadder } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { letterOf, setShared } from '../../state/address.js';
import { Button, Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { LadderChart } from './LadderChart.js';

/** shares of head that a wear allowance may take */
const WEARS = [0, 0.02, 0.05, 0.08, 0.1, 0.15] as const;

/** the mains of an entry, Hz; 50 where it names none */
function mainsOf(frequency: unknown): 50 | 60 {
  const hertz = quantityOf(frequency, 'frequency');
  return hertz !== undefined && Math.abs(hertz - 60) < 1 ? 60 : 50;
}

/** how a count stands to a limit of the maker, with the share of it */
function LimitMark({
  of,
}: {
  of: StageLadder['counts'][number]['limits'][string & keyof StageLadder['counts'][number]['limits']];
}) {
  if (!of || of.value === null) return null;
  return (
    <span title={`${Math.round(100 * of.value)} % of what the maker allows`}>
      <VerdictMark kind={of.verdict} size={9} />
    </span>
  );
}

/** The stages that the study's pump needs in each scenario, the counts that are made, and the true duty of each count around them. */
export function StageLadderTab({ pump }: { pump: string }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const ask = useStudy((s) => s.stageLadder);
  const display = useDisplay();
  const [ladder, setLadder] = useState<StageLadder | null | undefined>(undefined);
  const [mains, setMains] = useState<'own' | 'other'>('own');
  const [wear, setWear] = useState(0);
  const element = study.lines.flatMap((l) => l.elements).find((e) => e.id === pump);
  const entry = study.pumps?.[String(element?.pump)];
  const own = mainsOf(entry?.frequency);
  const factor = mains === 'own' ? 1 : own === 60 ? 50 / 60 : 60 / 50;
  useEffect(() => {
    let gone = false;
    const options = { ...(factor === 1 ? {} : { speedFactor: factor }), ...(wear === 0 ? {} : { wear }) };
    void ask(pump, options).then((l) => !gone && setLadder(l), () => !gone && setLadder(null)); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [ask, pump, study, factor, wear]);
  const made = Array.isArray(entry?.stageOptions) ? (entry.stageOptions as number[]) : [];
  const now = typeof element?.stages === 'number' ? element.stages : typeof entry?.stages === 'number' ? entry.stages : 1;
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  if (ladder === undefined) return <p className="text-inkq px-3 py-4">Counting …</p>;
  if (ladder === null || ladder.governing === null)
    return <p className="text-inkq px-3 py-4">{pump} has no curve to count stages on, or no scenario asks a flow of it.</p>;
  const needs = Object.entries(ladder.scenarios);
  const outside = quantityOf(entry?.outsideDiameter, 'diameter');
  const bore = quantityOf(element?.bore, 'diameter');
  const fit = outside === undefined || bore === undefined ? null : { outside, bore, fits: outside <= bore };
  const scenarios = needs.map(([s]) => s);
  const [low, high] = [
    Math.max(0, Math.floor(Math.min(...needs.map(([, n]) => n.exact)) - 2)),
    Math.ceil(Math.max(...needs.map(([, n]) => n.exact), ladder.made ?? 0, now) + 2),
  ];
  const x = (n: number): number => 8 + ((n - low) / (high - low)) * 264;
  const rungs = Array.from({ length: high - low + 1 }, (_, i) => low + i);
  const step = Math.max(1, Math.ceil(rungs.length / 12));
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2 overflow-auto px-3 py-2" data-ladder={pump}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[12.5px]">
        <Segmented
          label="Mains"
          value={mains}
          options={[
            { value: 'own', text: `${own} Hz` },
            { value: 'other', text: `${own === 60 ? 50 : 60} Hz` },
          ]}
          onChange={setMains}
        />
        <span className="text-inkq">{ladder.speed.toFixed(0)} rpm</span>
        <label className="flex items-center gap-1.5">
          worn by
          <Select
            label="Wear allowance"
            value={String(wear)}
            options={WEARS.map((w) => [String(w), w === 0 ? 'what the study says' : `${100 * w} % at least`])}
            onChange={(v) => setWear(Number(v ?? 0))}
            className="w-[150px]"
          />
        </label>
        {fit !== null && (
          <span data-fit={fit.fits}>
            <VerdictMark kind={fit.fits ? 'holds' : 'fails'} size={9} /> {fit.fits ? 'fits' : 'does not fit'} the bore:{' '}
            <b className="font-semibold">{display.number(fit.outside, 'diameter')}</b> of {display.number(fit.bore, 'diameter')}{' '}
            {display.unit('diameter')}
          </span>
        )}
      </div>
      <p className="text-[12.5px]">
        <b className="font-semibold">{typeof entry?.name === 'string' ? entry.name : pump}</b>{' '}
        <span className="text-inkq">
          {made.length > 0 ? `made with ${[...made].sort((a, b) => a - b).join(', ')} stages` : 'any count of stages'}; now {now}
        </span>
        <span className="float-right inline-flex items-center gap-1.5">
          <ScenarioLetter index={index(ladder.governing)} letter={letterOf(index(ladder.governing))} small />
          <b className="font-semibold">governs:</b> {ladder.scenarios[ladder.governing]!.exact.toFixed(2)} → {ladder.required}
          {ladder.made === null ? (
            <span className="text-fails">▲ not made so large</span>
          ) : ladder.made === ladder.required ? (
            ', made'
          ) : (
            `, made with ${ladder.made}`
          )}
        </span>
      </p>
      {entry && (
        <LadderChart
          ladder={ladder}
          entry={entry}
          now={now}
          at={{ speed: ladder.speed, diameter: quantityOf(element?.diameter, 'diameter') }}
        />
      )}
      <section aria-label="Stages asked">
        <h3 className="text-[13px] font-semibold">Stages asked</h3>
        <table className="text-[12.5px]">
          <thead>
            <tr className="text-inkq h-[22px] text-right text-[12px]">
              <td className="w-[28px]" />
              <td className="w-[170px]" />
              <th className="w-[70px] font-normal">{display.unit('flow')}</th>
              <th className="w-[80px] font-normal">asks {display.unit('head')}</th>
              <th className="w-[90px] font-normal">a stage {display.unit('head')}</th>
              <th className="w-[60px] font-normal">exact</th>
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
                    <b className="font-semibold">{n.exact.toFixed(2)}</b>
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
                      <line
                        x1={x(low)}
                        x2={x(n.exact)}
                        y1={12.5}
                        y2={12.5}
                        stroke={color}
                        strokeWidth={2}
                        strokeDasharray={dash}
                      />
                      <circle cx={x(n.exact)} cy={12.5} r={3.6} fill={color} />
                    </svg>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>
      <section aria-label="The ladder">
        <h3 className="text-[13px] font-semibold">
          The ladder{' '}
          <span className="text-inkq text-[12px] font-normal">true duty of each count: head, and the flow that it gives</span>
        </h3>
        <table className="w-full text-[12.5px]">
          <thead>
            <tr className="text-inkq h-[24px] text-right text-[12px]">
              <th className="text-left font-normal">stages</th>
              {scenarios.map((s) => (
                <th key={s}>
                  <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
                </th>
              ))}
              <th className="font-normal">shaft {display.unit('power')}</th>
              <th className="font-normal">a stage</th>
              <th className="font-normal">at shut-off {display.unit('pressure')}(a)</th>
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
                  <span className="text-inkq">{c.stages === now ? 'chosen' : c.made ? 'made' : 'not made'}</span>{' '}
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
                  {c.shutOffPressure === null ? '–' : display.number(c.shutOffPressure, 'absolutePressure')}
                </td>
                <td className="pr-1">
                  {c.stages !== now && (
                    <Button
                      tone="bare"
                      className="!px-1 text-[12px]"
                      onClick={() => change(`${pump}: ${c.stages} stages`, setShared(study, pump, 'stages', c.stages))}
                    >
                      Take {c.stages}
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}
