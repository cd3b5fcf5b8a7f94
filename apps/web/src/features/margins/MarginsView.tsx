import { CHECKS, type CheckCode, type Margin, type Nearest, type Study } from '@cedar-knot/core';
import { checkName, checkValue, marginReason } from '@cedar-knot/wording';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { Fragment, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { letterOf } from '../../state/address.js';
import { inputChange } from '../../state/inputScale.js';
import { scaleAround } from '../entry/gaugeScale.js';
import {
  byVerdict,
  groupVerdict,
  marginParts,
  verdictCounts,
  worstIn,
  type MarginGroup,
  type MarginPart,
} from '../../state/marginRows.js';
import { Button, Segmented } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import { TinyGauge } from '../../ui/PinGauge.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { reachWorker, type ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy } from '../context.js';
import { limitText } from '../entry/LimitEntry.js';
import { MarginPanel, type Cell } from './MarginPanel.js';
import { ReadingsSheet } from './ReadingsSheet.js';
import { SweepSheet, type Begun } from './SweepSheet.js';
import { UncertaintySheet } from './UncertaintySheet.js';

type Order = 'kind' | 'worst';
type Which = 'judged' | 'attention' | 'whole';

/** Every check in every scenario: value, gauge and mark; a cell opens what it rests on and what would bring it to its limit. */
export function MarginsView({ work = reachWorker() }: { work?: ReachWork }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const activate = useStudy((s) => s.activate);
  const [order, setOrder] = useState<Order>('kind');
  const [which, setWhich] = useState<Which>('judged');
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const [cell, setCell] = useState<Cell | null>(null);
  const nearest = useNearest(work, study);
  const [shows, setShows] = useState<'gauge' | 'nearest'>('gauge');
  const { sheet, open: openSheet, close } = useSheet();
  const parts = useMemo(() => {
    const all = marginParts(study, shown, which === 'whole');
    const wanted = (g: MarginGroup): boolean => which !== 'attention' || byVerdict(groupVerdict(g), 'near') <= 0;
    const kept = all.flatMap((p): MarginPart[] => {
      const groups = p.groups.filter(wanted);
      return groups.length === 0 ? [] : [{ ...p, groups }];
    });
    if (order === 'kind') return kept;
    const groups = kept.flatMap((p) => p.groups).sort((a, b) => byVerdict(groupVerdict(a), groupVerdict(b)));
    return groups.length === 0 ? [] : [{ name: 'Worst first', groups }];
  }, [study, shown, which, order]);
  const choose = (scenario: string, m: Margin): void => {
    activate(scenario);
    setCell({ scenario, check: m.check as CheckCode, where: m.where });
  };
  const toggle = (key: string): void =>
    setOpen((o) => {
      const next = new Set(o);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  if (sheet?.kind === 'sweep') return <SweepSheet key={sheet.begun.input} begun={sheet.begun} work={work} onClose={close} />;
  if (sheet?.kind === 'uncertainty') return <UncertaintySheet work={work} onClose={close} />;
  if (sheet?.kind === 'readings') return <ReadingsSheet work={work} onClose={close} />;
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <section aria-label="Margins" className="panel flex min-w-0 flex-1 flex-col">
        <header className="border-soft flex h-[36px] flex-none items-center gap-3 border-b px-3">
          <h1 className="text-[14px] font-semibold">Margins</h1>
          <Button tone="bare" className="!px-0 text-[12px]" onClick={() => openSheet('sweep')}>
            Sweep an input
          </Button>
          <Button tone="bare" className="!px-0 text-[12px]" onClick={() => openSheet('uncertainty')}>
            Uncertainty
          </Button>
          <Button tone="bare" className="!px-0 text-[12px]" onClick={() => openSheet('readings')}>
            Readings
          </Button>
          <span className="ml-auto" />
          <Segmented
            label="Which checks"
            value={which}
            onChange={setWhich}
            options={[
              { value: 'judged', text: 'judged' },
              { value: 'attention', text: 'near or failing' },
              { value: 'whole', text: 'all' },
            ]}
          />
          <Segmented
            label="Order"
            value={order}
            onChange={setOrder}
            options={[
              { value: 'kind', text: 'by kind' },
              { value: 'worst', text: 'worst first' },
            ]}
          />
          <Segmented
            label="In the cells"
            value={shows}
            onChange={setShows}
            options={[
              { value: 'gauge', text: 'gauge' },
              { value: 'nearest', text: 'nearest input' },
            ]}
          />
        </header>
        <div className="min-h-0 flex-1 overflow-auto">
          <table
            className="w-full table-fixed border-collapse text-[12.5px]"
            style={{ minWidth: 270 + 104 * study.scenarios.length }}
          >
            <thead>
              <tr className="bg-panel sticky top-0 z-10">
                <th className="border-soft text-inkq h-[34px] w-[178px] border-b px-3 text-left font-normal">check</th>
                <th className="border-soft text-inkq w-[92px] border-b px-2 text-right font-normal">limit</th>
                {study.scenarios.map((s, i) => (
                  <ScenarioHead
                    key={s.id}
                    index={i}
                    name={s.name ?? s.id}
                    margins={shown[s.id]?.outcome.result?.margins ?? []}
                    isActive={s.id === active}
                    isJudged={s.judged !== false}
                    onClick={() => activate(s.id)}
                  />
                ))}
              </tr>
            </thead>
            {parts.map((part) => (
              <tbody key={part.name}>
                <tr>
                  <th
                    colSpan={2 + study.scenarios.length}
                    scope="colgroup"
                    className="bg-quiet border-soft h-[22px] border-b px-3 text-left text-[12px] font-semibold"
                  >
                    {part.name}{' '}
                    {placesOf(part).length === 1 && <span className="text-inkq font-normal">{placesOf(part)[0]}</span>}
                  </th>
                </tr>
                {part.groups.map((g) => {
                  const key = `${part.name} ${g.check}`;
                  const isOpen = open.has(key);
                  return (
                    <Fragment key={key}>
                      <GroupRow
                        group={g}
                        isAlone={placesOf(part).length === 1}
                        isOpen={isOpen}
                        onToggle={g.rows.length > 1 ? () => toggle(key) : undefined}
                        cell={cell}
                        nearest={nearest}
                        isNearest={shows === 'nearest'}
                        active={active}
                        onChoose={choose}
                      />
                      {isOpen &&
                        g.rows.map((r) => (
                          <GroupRow
                            key={r.where}
                            group={{ check: g.check, rows: [r] }}
                            isOpen={false}
                            isPlace
                            cell={cell}
                            nearest={nearest}
                            isNearest={shows === 'nearest'}
                            active={active}
                            onChoose={choose}
                          />
                        ))}
                    </Fragment>
                  );
                })}
              </tbody>
            ))}
          </table>
          {parts.length === 0 && (
            <p className="text-inkq px-3 py-4">
              {which === 'attention' ? 'Nothing is near a limit or beyond it.' : 'Nothing has been judged yet.'}
            </p>
          )}
        </div>
      </section>
      <MarginPanel
        cell={cell}
        onClose={() => setCell(null)}
        onSweep={(input) => cell && openSheet('sweep', { input, read: `${cell.check}:${cell.where}` })}
        work={work}
      />
    </div>
  );
}

type NearestMap = ReadonlyMap<string, Nearest>;
const nearestKey = (scenario: string, m: { check: string; where: string }): string => `${scenario} ${m.check} ${m.where}`;

/** the nearest input of every margin, as scenario after scenario is known; those of before stand until then */
function useNearest(work: ReachWork, study: Study): NearestMap {
  const [found, setFound] = useState<NearestMap>(new Map());
  useEffect(() => {
    let gone = false;
    const say = (scenario: string, list: Nearest[]): void => {
      if (gone) return;
      setFound((before) => {
        const next = new Map([...before].filter(([key]) => !key.startsWith(`${scenario} `)));
        for (const n of list) next.set(nearestKey(scenario, n), n);
        return next;
      });
    };
    work.nearest(study, say).catch(() => undefined);
    return () => void (gone = true);
  }, [work, study]);
  return found;
}

type Sheet = { kind: 'sweep'; begun: Begun } | { kind: 'uncertainty' } | { kind: 'readings' };

/** the sheet that the address names: `?sheet=sweep&input=P1.speed&read=npsh-ratio:P1` */
function useSheet(): { sheet: Sheet | null; open: (kind: Sheet['kind'], begun?: Begun) => void; close: () => void } {
  const [at, setAt] = useSearchParams();
  const kind = at.get('sheet');
  const sheet: Sheet | null =
    kind === 'sweep'
      ? { kind, begun: { input: at.get('input'), read: at.get('read') } }
      : kind === 'uncertainty' || kind === 'readings'
        ? { kind }
        : null;
  const open = (wanted: Sheet['kind'], begun?: Begun): void =>
    setAt({ sheet: wanted, ...(begun?.input ? { input: begun.input } : {}), ...(begun?.read ? { read: begun.read } : {}) });
  return { sheet, open, close: () => setAt({}) };
}

const placesOf = (part: MarginPart): string[] => [...new Set(part.groups.flatMap((g) => g.rows.map((r) => r.where)))];

function ScenarioHead({
  index,
  name,
  margins,
  isActive,
  isJudged,
  onClick,
}: {
  index: number;
  name: string;
  margins: readonly Margin[];
  isActive: boolean;
  isJudged: boolean;
  onClick: () => void;
}) {
  const counts = verdictCounts(margins);
  const { color } = lineStyle(index);
  return (
    <th
      className={`border-soft border-b border-l px-2 font-normal ${isActive ? 'bg-wash' : ''}`}
      style={{ boxShadow: `inset 0 3px 0 ${color}` }}
      scope="col"
    >
      <button type="button" onClick={onClick} title={name} className="flex w-full items-center gap-1.5">
        <ScenarioLetter index={index} letter={letterOf(index)} small />
        {isJudged ? (
          <span className="ml-auto flex items-center gap-1.5 text-[12px]" data-counts={letterOf(index)}>
            {(['fails', 'near', 'holds'] as const).map(
              (v) =>
                counts[v] > 0 && (
                  <span key={v} className="inline-flex items-center gap-0.5">
                    <VerdictMark kind={v} size={9} />
                    {counts[v]}
                  </span>
                ),
            )}
          </span>
        ) : (
          <span className="text-inkq ml-auto text-[12px]">not judged</span>
        )}
      </button>
    </th>
  );
}

function GroupRow({
  group,
  isOpen,
  isPlace = false,
  isAlone = false,
  onToggle,
  cell,
  nearest,
  isNearest,
  active,
  onChoose,
}: {
  group: MarginGroup;
  nearest: NearestMap;
  isNearest: boolean;
  isOpen: boolean;
  isPlace?: boolean;
  /** its place is named above */
  isAlone?: boolean;
  onToggle?: (() => void) | undefined;
  cell: Cell | null;
  active: string;
  onChoose: (scenario: string, m: Margin) => void;
}) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const { check, rows } = group;
  const limits = [...new Set(rows.flatMap((r) => [...r.cells.values()]).flatMap((m) => (m.limit === null ? [] : [limitText(check, m, (x) => checkValue(check, x, d.system))])))]; // prettier-ignore
  const [only] = rows;
  const name = isPlace || rows.length === 1 ? only!.where : `${rows.length} places`;
  return (
    <tr className="h-[32px]" data-check={check} data-where={rows.length === 1 ? only!.where : ''}>
      <th scope="row" className={`border-soft border-b px-3 text-left font-normal ${isPlace ? 'pl-8' : ''}`}>
        {onToggle ? (
          <button
            type="button"
            aria-expanded={isOpen}
            onClick={onToggle}
            className="flex w-full items-center gap-1 text-left whitespace-nowrap"
          >
            {isOpen ? <ChevronDown size={13} aria-hidden="true" /> : <ChevronRight size={13} aria-hidden="true" />}
            <span>{checkName(check)}</span>
            <span className="text-inkq text-[12px]">{name}</span>
          </button>
        ) : (
          <span className="block truncate" title={`${checkName(check)} ${name}`}>
            {!isPlace && checkName(check)} {!isAlone && <span className="text-inkq text-[12px]">{name}</span>}
          </span>
        )}
      </th>
      <td className="border-soft text-inkq border-b px-2 text-right text-[12px] whitespace-nowrap">
        {limits.length === 1 ? limits[0] : limits.length > 1 ? 'several' : '–'}
      </td>
      {scenarios.map((s) => {
        const m = rows.length === 1 ? only!.cells.get(s.id) : worstIn(group, s.id);
        const isChosen =
          cell !== null && m !== undefined && cell.scenario === s.id && cell.check === check && cell.where === m.where;
        return (
          <td
            key={s.id}
            className={`border-soft border-b border-l p-0 ${isChosen ? 'outline-cedar outline-2 -outline-offset-2' : ''} ${s.id === active ? 'bg-wash/50' : ''}`}
          >
            {m && (
              <CellButton
                m={m}
                isUnjudged={s.judged === false}
                onClick={() => onChoose(s.id, m)}
                scenario={s.id}
                near={nearest.get(nearestKey(s.id, m))}
                isNearest={isNearest}
              />
            )}
          </td>
        );
      })}
    </tr>
  );
}

function CellButton({
  m,
  scenario,
  isUnjudged,
  onClick,
  near,
  isNearest,
}: {
  m: Margin;
  near: Nearest | undefined;
  /** the input that would bring it to its limit soonest, in place of the gauge */
  isNearest: boolean;
  scenario: string;
  isUnjudged: boolean;
  onClick: () => void;
}) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const atmosphere = useStudy((s) => s.shown[scenario]?.outcome.medium?.atmosphere ?? 0);
  const change = near && inputChange(study, d.system, near.input, near.now, near.turns, atmosphere);
  const check = m.check as CheckCode;
  if (m.verdict === 'not-applicable' || m.value === null)
    return (
      <button
        type="button"
        onClick={onClick}
        title={marginReason(m)}
        className="text-inkq block h-[30px] w-full truncate px-2 text-left text-[12px]"
        data-cell={scenario}
        data-verdict="not-applicable"
      >
        – {marginReason(m)}
      </button>
    );
  const { dimension } = CHECKS[check];
  const text = dimension ? d.number(m.value, dimension) : checkValue(check, m.value, d.system);
  return (
    <button
      type="button"
      onClick={onClick}
      title={`${checkName(check)} at ${m.where}: ${checkValue(check, m.value, d.system)}, ${m.verdict}${change ? `. Nearest: ${change.whose} ${change.label} ${change.from} → ${change.to} (${change.by})` : ''}`}
      className={`flex h-[30px] w-full items-center gap-1 px-2 ${isUnjudged ? 'opacity-60' : ''}`}
      data-cell={scenario}
      data-verdict={m.verdict}
    >
      <span
        className={`min-w-[38px] text-right ${m.verdict === 'holds' ? '' : 'font-semibold'}`}
        style={m.verdict === 'holds' ? {} : { color: verdictColor(m.verdict) }}
      >
        {text}
      </span>
      {isNearest ? (
        <span className="text-inkq ml-auto min-w-0 text-right text-[11px] leading-[13px]" data-nearest={near?.input ?? ''}>
          {change ? (
            <>
              <span className="block truncate">
                {change.whose} {change.short}
              </span>
              <span className="text-ink2 block truncate">{change.by}</span>
            </>
          ) : (
            '–'
          )}
        </span>
      ) : (
        <span className="ml-auto">
          <TinyGauge value={m.value} scale={scaleAround(m)} verdict={m.verdict} />
        </span>
      )}
    </button>
  );
}
