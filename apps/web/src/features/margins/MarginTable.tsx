import { CHECKS, type CheckCode, type Margin, type Nearest } from '@cedar-knot/core';
import { checkName, checkValue, marginReason } from '@cedar-knot/wording';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { Fragment, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { inputChange } from '../../state/inputScale.js';
import { verdictCounts, worstIn, type MarginGroup, type MarginPart } from '../../state/marginRows.js';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import { TinyGauge } from '../../ui/PinGauge.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { scaleAround } from '../entry/gaugeScale.js';
import { limitText } from '../entry/LimitEntry.js';
import type { Cell } from './MarginPanel.js';
import { nearestKey, type NearestMap } from './useNearest.js';
import { msg } from './words.js';
import { Explain } from '../help/Explain.js';

interface CellsProps {
  cell: Cell | null;
  nearest: NearestMap;
  /** the input that would bring a margin to its limit soonest, in place of its gauge */
  isNearest: boolean;
  onChoose: (scenario: string, m: Margin) => void;
}

/** Checks down, scenarios across; a check of several places opens to them. */
export function MarginTable({ parts, ...cells }: CellsProps & { parts: readonly MarginPart[] }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const activate = useStudy((s) => s.activate);
  return (
    <table className="w-full table-fixed border-collapse text-[12.5px]" style={{ minWidth: 270 + 104 * study.scenarios.length }}>
      <thead>
        <tr className="bg-panel sticky top-0 z-10">
          <th className="border-soft text-inkq h-[34px] w-[178px] border-b px-3 text-left font-normal">
            {msg('view.margins.check')}
          </th>
          <th className="border-soft text-inkq w-[92px] border-b px-2 text-right font-normal">{msg('view.margins.limit')}</th>
          {study.scenarios.map((s, i) => (
            <ScenarioHead
              key={s.id}
              index={i}
              name={s.name ?? s.id}
              margins={shown[s.id]?.outcome.result?.margins ?? []}
              missing={shown[s.id]?.outcome.result?.incomplete.length ?? 0}
              isActive={s.id === active}
              isJudged={s.judged !== false}
              onClick={() => activate(s.id)}
            />
          ))}
        </tr>
      </thead>
      {parts.map((part) => (
        <Part key={part.name} part={part} columns={2 + study.scenarios.length} {...cells} />
      ))}
    </table>
  );
}

function Part({ part, columns, ...cells }: CellsProps & { part: MarginPart; columns: number }) {
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const places = [...new Set(part.groups.flatMap((g) => g.rows.map((r) => r.where)))];
  const toggle = (key: string): void =>
    setOpen((o) => {
      const next = new Set(o);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  return (
    <tbody>
      <tr>
        <th
          colSpan={columns}
          scope="colgroup"
          className="bg-quiet border-soft h-[22px] border-b px-3 text-left text-[12px] font-semibold"
        >
          {part.name} {places.length === 1 && <span className="text-inkq font-normal">{places[0]}</span>}
        </th>
      </tr>
      {part.groups.map((g) => (
        <Fragment key={g.check}>
          <GroupRow
            group={g}
            isAlone={places.length === 1}
            isOpen={open.has(g.check)}
            onToggle={g.rows.length > 1 ? () => toggle(g.check) : undefined}
            {...cells}
          />
          {open.has(g.check) &&
            g.rows.map((r) => <GroupRow key={r.where} group={{ check: g.check, rows: [r] }} isOpen={false} isPlace {...cells} />)}
        </Fragment>
      ))}
    </tbody>
  );
}

function ScenarioHead({
  index,
  name,
  margins,
  missing,
  isActive,
  isJudged,
  onClick,
}: {
  index: number;
  name: string;
  margins: readonly Margin[];
  /** checks that could not be judged */
  missing: number;
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
          <span className="ml-auto flex items-center gap-1 text-[11.5px]" data-counts={letterOf(index)}>
            {(['fails', 'incomplete', 'near', 'holds'] as const).map((v) => {
              const count = v === 'incomplete' ? missing : counts[v];
              return (
                count > 0 && (
                  <span key={v} className="inline-flex items-center gap-0.5">
                    <VerdictMark kind={v} size={9} />
                    {count}
                  </span>
                )
              );
            })}
          </span>
        ) : (
          <span className="text-inkq ml-auto text-[12px]">{msg('view.margins.notJudged2')}</span>
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
  onChoose,
}: CellsProps & {
  group: MarginGroup;
  isOpen: boolean;
  isPlace?: boolean;
  /** its place is named above */
  isAlone?: boolean;
  onToggle?: (() => void) | undefined;
}) {
  const d = useDisplay();
  const active = useStudy((s) => s.active);
  const scenarios = useStudy((s) => s.study.scenarios);
  const { check, rows } = group;
  const limits = [...new Set(rows.flatMap((r) => [...r.cells.values()]).flatMap((m) => (m.limit === null ? [] : [limitText(check, m, (x) => checkValue(check, x, d.system))])))]; // prettier-ignore
  const [only] = rows;
  const name = isPlace || rows.length === 1 ? only!.where : msg('view.margins.places', { count: rows.length });
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
            {!isPlace && checkName(check)} {!isAlone && <span className="text-inkq text-[12px]">{name}</span>}{' '}
            {!isPlace && <Explain term={check} />}
          </span>
        )}
      </th>
      <td className="border-soft text-inkq border-b px-2 text-right text-[12px] whitespace-nowrap">
        {limits.length === 1
          ? limits[0]
          : limits.length === 0
            ? '–'
            : rows.length === 1
              ? msg('view.margins.byScenario')
              : msg('view.margins.several')}
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
                limit={limits.length > 1 ? limitText(check, m, (x) => checkValue(check, x, d.system)) : undefined}
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
  limit,
}: {
  m: Margin;
  /** where it is not the same in all cells of the row */
  limit: string | undefined;
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
  const incomplete = useStudy((s) => s.shown[scenario]?.outcome.result?.incomplete);
  const change = near && inputChange(study, d.system, near.input, near.now, near.turns, atmosphere);
  const check = m.check as CheckCode;
  if (m.verdict === 'not-applicable' || m.value === null) {
    const missing = incomplete?.find((x) => x.check === m.check && x.where === m.where);
    return (
      <button
        type="button"
        onClick={onClick}
        title={marginReason(m)}
        className="text-inkq block h-[30px] w-full truncate px-2 text-left text-[12px]"
        data-cell={scenario}
        data-verdict={missing ? 'incomplete' : 'not-applicable'}
      >
        {missing ? <VerdictMark kind="incomplete" size={9} /> : '–'} {marginReason(m)}
      </button>
    );
  }
  const { dimension } = CHECKS[check];
  const text = dimension ? d.number(m.value, dimension) : checkValue(check, m.value, d.system);
  return (
    <button
      type="button"
      onClick={onClick}
      title={msg('view.margins.at', {
        checkName: checkName(check),
        where: m.where,
        checkValue: checkValue(check, m.value, d.system),
        verdict: m.verdict,
        value: change
          ? msg('view.margins.nearest', {
              whose: change.whose,
              label: change.label,
              from: change.from,
              to: change.to,
              by: change.by,
            })
          : '',
      })}
      className={`flex h-[30px] w-full items-center gap-1 px-2 ${isUnjudged ? 'opacity-60' : ''}`}
      data-cell={scenario}
      data-verdict={m.verdict}
    >
      <span
        className={`min-w-[38px] text-right ${limit === undefined ? '' : 'leading-[14px]'} ${m.verdict === 'holds' ? '' : 'font-semibold'}`}
        style={m.verdict === 'holds' ? {} : { color: verdictColor(m.verdict) }}
      >
        {text}
        {limit !== undefined && (
          <span className="text-inkq block text-[11px] leading-[11px] font-normal whitespace-nowrap" data-limit>
            {limit}
          </span>
        )}
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
