import { fixed } from '@cedar-knot/wording';
import {
  allElements,
  CHECKS,
  costPerMetre,
  sizeOperations,
  type LineSizes as Comparison,
  type Operation,
  type SizedLine,
} from '@cedar-knot/core';
import { useMemo, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { quantity, siOf } from '../../state/quantities.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { Economics } from './LineSizesEconomics.js';
import { LineSizesChart } from './LineSizesChart.js';
import { PipeGroup } from './PipeGroup.js';
import { useLineSizes, usualGroup } from './useLineSizes.js';
import { msg } from './words.js';

/** Candidate sizes for a pipe or a group: what each does in every scenario, and what pipe and energy cost. */
export function LineSizes() {
  const study = useStudy((s) => s.study);
  const selected = useStudy((s) => s.selected);
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const usual = useMemo(() => usualGroup(study, selected), [study, selected]);
  const known = chosen?.filter((id) => allElements(study).some((e) => e.id === id && e.kind === 'pipe'));
  const pipes = useMemo(() => (known && known.length > 0 ? known : usual), [known?.join(), usual.join()]); // eslint-disable-line react-hooks/exhaustive-deps
  const { sizes, isOld } = useLineSizes(pipes);
  const [over, setOver] = useState<number | null>(null);
  const display = useDisplay();
  if (pipes.length === 0) return <p className="text-inkq p-4">{msg('view.system.noPipeInThisStudy')}</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="border-soft flex h-[32px] flex-none items-center gap-3 border-b px-3">
        <PipeGroup pipes={pipes} onChange={setChosen} />
        {sizes && (
          <span className="text-inkq text-[12px]">
            {msg('view.system.ofPipeAtThePresent', {
              count: display.number(sizes.length, 'length', 4),
              unit: display.unit('length'),
            })}
          </span>
        )}
        <Band pipes={pipes} />
      </div>
      {sizes ? (
        <div className={`flex min-h-0 flex-1 ${isOld ? 'opacity-70' : ''}`}>
          <div className="min-w-0 flex-1 overflow-auto">
            <Table sizes={sizes} pipes={pipes} over={over} onOver={setOver} />
          </div>
          <LineSizesChart sizes={sizes} over={over} />
        </div>
      ) : (
        <p className="text-inkq flex-1 p-4">{msg('view.system.sizesAreComparedOnceA')}</p>
      )}
      <Economics />
    </div>
  );
}

/** the velocities that are held to be right for these pipes; the study can change them */
function Band({ pipes }: { pipes: readonly string[] }) {
  const limits = useVelocityBand(pipes[0]!);
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const put = (end: 0 | 1, typed: string): void => {
    const unit = display.typed('velocity');
    const read = readEntry(typed, quantity('velocity', 0, 100, msg('view.system.velocityOfASize')), `1 ${unit}`, display.system);
    const si = read.ok ? siOf(read.value, 'velocity') : undefined;
    if (si === undefined) return;
    const band = limits.map((v) => display.value(v, 'velocity'));
    band[end] = display.value(si, 'velocity');
    if (!(band[0]! < band[1]!)) return;
    const others = (study.limits ?? []).filter(
      (l) => !(l.check === 'velocity' && l.where !== undefined && pipes.includes(l.where)),
    );
    const own = pipes.map((where) => ({
      check: 'velocity',
      limit: band.map((v) => `${Number(v.toPrecision(6))} ${unit}`),
      where,
    }));
    change(msg('view.system.recommendedVelocity'), [{ op: 'set', path: ['limits'], value: [...others, ...own] }]);
  };
  return (
    <span className="text-inkq ml-auto flex items-center gap-1.5 text-[12px]">
      {msg('view.system.recommendedVelocity2')}
      {([0, 1] as const).map((end) => (
        <input
          key={`${end}-${limits[end]}-${display.system}`}
          aria-label={end === 0 ? msg('view.system.leastVelocity') : msg('view.system.greatestVelocity')}
          defaultValue={display.number(limits[end], 'velocity')}
          onBlur={(e) => put(end, e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && put(end, e.currentTarget.value)}
          className="border-edge bg-panel text-ink h-[22px] w-[46px] rounded-[3px] border px-1 text-right"
        />
      ))}
      {display.unit('velocity')}
    </span>
  );
}

/** where nothing is judged yet */
const USUAL_BAND = CHECKS.velocity.limit as readonly [number, number];

function useVelocityBand(pipe: string): readonly [number, number] {
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const margin = shown[active]?.outcome.result?.margins.find(
    (m) => m.check === 'velocity' && m.where === pipe && m.limit !== null,
  );
  return margin ? [margin.limit!, margin.upper ?? USUAL_BAND[1]] : USUAL_BAND;
}

interface TableProps {
  sizes: Comparison;
  pipes: readonly string[];
  over: number | null;
  onOver: (index: number | null) => void;
}

function Table({ sizes, pipes, over, onOver }: TableProps) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const band = useVelocityBand(pipes[0]!);
  const most = Math.max(band[1] * 1.25, ...sizes.sizes.flatMap((s) => s.scenarios.map((x) => x.velocity)));
  const hasEnergy = sizes.sizes.some((s) => s.energyCost !== null);
  const hasHead = sizes.sizes.some((s) => s.scenarios.some((x) => x.head !== null));
  const choose = (s: SizedLine): void => {
    change(
      msg('view.system.to', { pipes: pipes.join(', '), size: s.size, schedule: s.schedule }),
      sizeOperations(study, pipes, s),
    );
  };
  return (
    <table
      className="w-full text-[12px] [&_td]:pl-2 [&_td]:whitespace-nowrap [&_th]:pl-2"
      aria-label={msg('view.system.sizesSideBySide')}
    >
      <Heads hasHead={hasHead} hasEnergy={hasEnergy} />
      <tbody>
        {sizes.sizes.map((s, i) => (
          <SizeRow
            key={s.size + s.schedule}
            size={s}
            isNow={i === sizes.now}
            isCheapest={i === sizes.cheapest}
            isOver={over === i}
            onOver={(isOver) => onOver(isOver ? i : null)}
            onTake={() => choose(s)}
            band={band}
            most={most}
            hasHead={hasHead}
            hasEnergy={hasEnergy}
          />
        ))}
      </tbody>
    </table>
  );
}

interface SizeRowProps {
  size: SizedLine;
  /** the one in the study, the cheapest, the one under the pointer */
  isNow: boolean;
  isCheapest: boolean;
  isOver: boolean;
  onOver: (isOver: boolean) => void;
  onTake: () => void;
  band: readonly [number, number];
  /** end of the scale of velocities */
  most: number;
  hasHead: boolean;
  hasEnergy: boolean;
}

function SizeRow({ size: s, isNow, isCheapest, isOver, onOver, onTake, band, most, hasHead, hasEnergy }: SizeRowProps) {
  const study = useStudy((x) => x.study);
  const active = useStudy((x) => x.active);
  const display = useDisplay();
  const a = s.scenarios.find((x) => x.id === active) ?? s.scenarios[0]!;
  const inBand = a.velocity >= band[0] && a.velocity <= band[1];
  return (
    <tr
      data-size={s.size}
      onMouseEnter={() => onOver(true)}
      onMouseLeave={() => onOver(false)}
      className={`border-soft h-[27px] border-b text-right ${isNow ? 'bg-wash' : isOver ? 'bg-paper' : ''}`}
    >
      <th scope="row" className={`pl-3 text-left whitespace-nowrap ${isNow ? 'font-semibold' : 'font-normal'}`}>
        {s.size}{' '}
        <span className="text-inkq">
          {/^\d/.test(s.schedule) ? msg('view.system.sch', { schedule: s.schedule }) : s.schedule}
        </span>
      </th>
      <td>{display.number(s.inside, 'diameter', 4)}</td>
      <td className="font-semibold whitespace-nowrap">
        <VerdictMark kind={inBand ? 'holds' : 'near'} size={8} /> {display.number(a.velocity, 'velocity')}
      </td>
      <td className="pl-3 text-left">
        <Velocities size={s} band={band} most={most} scenarios={study.scenarios.map((x) => x.id)} />
      </td>
      <td>{fixed(a.reynolds / 1e6, 2)}</td>
      <td>{fixed(a.frictionFactor ?? NaN, 4)}</td>
      <td>{display.number(a.lossPer100, 'head')}</td>
      <td>{display.number(a.loss, 'head')}</td>
      {hasHead && <td className="font-semibold">{display.number(a.head, 'head')}</td>}
      <td>{display.number(a.gravityFlow, 'flow')}</td>
      <td>
        <Cost size={s} />
      </td>
      {hasEnergy && (
        <>
          <td>{money(s.energyCost)}</td>
          <td className="font-semibold">
            {isCheapest && (
              <span className="text-holds mr-1.5 inline-flex items-center gap-1 text-[11px] font-normal">
                <VerdictMark kind="holds" size={7} /> {msg('view.system.least')}
              </span>
            )}
            {money(s.presentValue)}
          </td>
        </>
      )}
      <td className={`sticky right-0 pr-2 ${isNow ? 'bg-wash' : 'bg-panel'}`}>
        {isNow ? (
          <span className="text-cedardeep text-[11.5px]">{msg('app.now')}</span>
        ) : (
          <Button
            className="!h-[21px] !px-2 !text-[12px]"
            aria-label={msg('view.system.use2', { size: s.size, schedule: s.schedule })}
            onClick={onTake}
          >
            {msg('view.system.use')}
          </Button>
        )}
      </td>
    </tr>
  );
}

function Heads({ hasHead, hasEnergy }: { hasHead: boolean; hasEnergy: boolean }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const display = useDisplay();
  const index = study.scenarios.findIndex((s) => s.id === active);
  const currency = study.economics?.currency ?? '€';
  return (
    <thead>
      <tr className="text-inkq border-soft h-[38px] border-b text-right leading-[14px]">
        <th className="pl-3 text-left font-normal">{msg('view.system.sizeSchedule')}</th>
        <th className="font-normal">{msg('view.system.inside2', { unit: display.unit('diameter') })}</th>
        <th className="font-normal">
          <span className="inline-flex items-center gap-1">
            <ScenarioLetter index={index} letter={letterOf(index)} small /> {display.unit('velocity')}
          </span>
        </th>
        <th className="pl-3 text-left font-normal">{msg('view.system.velocityAll')}</th>
        <th className="font-normal">{msg('view.system.re10')}</th>
        <th className="font-normal">{msg('view.system.darcyF')}</th>
        <th className="font-normal">
          {msg('view.system.per100', { unit: display.unit('head'), unit2: display.unit('length') })}
        </th>
        <th className="font-normal">{msg('view.system.loss', { unit: display.unit('head') })}</th>
        {hasHead && <th className="font-normal">{msg('app.head2', { unit: display.unit('head') })}</th>}
        <th className="font-normal" title={msg('view.system.flowWithAllPumpsOff')}>
          {msg('view.system.noPump')}
          <br />
          {display.unit('flow')}
        </th>
        <th className="font-normal">{msg('view.system.m', { currency })}</th>
        {hasEnergy && (
          <>
            <th className="font-normal">
              {msg('view.system.energy')}
              <br />
              {msg('view.system.year', { currency })}
            </th>
            <th className="font-normal">
              {msg('view.system.pipeAnd')}
              <br />
              {msg('view.system.energy2', { currency })}
            </th>
          </>
        )}
        <th className="pr-2" />
      </tr>
    </thead>
  );
}

const money = (x: number | null): string => (x === null ? '–' : Math.round(x).toLocaleString('en-US').replaceAll(',', ' '));

/** velocity of every scenario on one short scale with the band that is held to be right */
function Velocities({
  size,
  band,
  most,
  scenarios,
}: {
  size: SizedLine;
  band: readonly [number, number];
  most: number;
  scenarios: readonly string[];
}) {
  const width = 84;
  const x = (v: number): number => 2 + (Math.min(v, most) / most) * (width - 4);
  return (
    <svg width={width} height={16} role="img" aria-label={msg('view.system.velocitiesOfInAllScenarios', { size: size.size })}>
      <line x1={2} x2={width - 2} y1={8} y2={8} stroke="var(--line-strong)" strokeWidth={0.8} />
      <line x1={x(band[0])} x2={x(band[1])} y1={8} y2={8} stroke="var(--edge)" strokeWidth={4} opacity={0.5} />
      {size.scenarios.map((s) => {
        const i = scenarios.indexOf(s.id);
        return (
          <line key={s.id} x1={x(s.velocity)} x2={x(s.velocity)} y1={2} y2={14} stroke={lineStyle(i).color} strokeWidth={2} />
        );
      })}
    </svg>
  );
}

const PER_METRE = { type: 'number' as const, min: 0, max: 1e7, label: msg('view.system.costPerMetre') };

/** cost of a metre: the study's own, or a guide until one is typed */
function Cost({ size }: { size: SizedLine }) {
  const economics = useStudy((s) => s.study.economics);
  const change = useStudy((s) => s.change);
  const { cost, isGuide } = costPerMetre(economics, size);
  const text = cost < 100 ? fixed(cost, 1).replace(/\.0$/, '') : fixed(cost, 0);
  const put = (typed: string): void => {
    if (typed.trim() === text) return;
    const others = (economics?.pipeCosts ?? []).filter(
      (p) => !(p.size === size.size && (p.schedule ?? size.schedule) === size.schedule),
    );
    const isTyped = typed.trim() !== '';
    const read = readEntry(typed, PER_METRE, '', 'metric');
    if (isTyped && !read.ok) return;
    const perMetre = read.ok ? Number(read.value) : 0;
    const pipeCosts = [...others, ...(isTyped ? [{ size: size.size, schedule: size.schedule, perMetre }] : [])];
    const path = economics ? ['economics', 'pipeCosts'] : ['economics'];
    const operation: Operation = { op: 'set', path, value: economics ? pipeCosts : { pipeCosts } };
    change(msg('view.system.costOf', { size: size.size }), [operation]);
  };
  return (
    <input
      key={text + String(isGuide)}
      defaultValue={text}
      aria-label={msg('view.system.costPerMetreOf', { size: size.size })}
      title={isGuide ? msg('view.system.guideValueBore15') : msg('view.system.fromTheStudyClearIt')}
      onBlur={(e) => put(e.target.value)}
      onKeyDown={(e) => e.key === 'Enter' && put(e.currentTarget.value)}
      className={`hover:border-edge focus:border-edge h-[21px] w-[50px] rounded-[3px] border border-transparent bg-transparent px-1 text-right ${isGuide ? 'text-inkq italic' : 'font-semibold'}`}
    />
  );
}
