import { inputAt, type Largest, type Study, type StudyInput, type SweepRow } from '@cedar-knot/core';
import { checkName } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { quantity, siOf } from '../../state/quantities.js';
import {
  dimensionOf,
  inScenario,
  LIQUID,
  movable,
  readable,
  fieldCells,
  sweepCells,
  sweepTable,
  type SweepAsked,
  type Swept,
} from '../../state/sweeps.js';
import { PlotFrame, pathOf } from '../../ui/chart/PlotFrame.js';
import { Button } from '../../ui/controls.js';
import { download, fileName } from '../../ui/exportSvg.js';
import { LetterTag, ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { Select } from '../../ui/Select.js';
import { spread } from '../../ui/ticks.js';
import { TypedField } from '../../ui/TypedField.js';
import { workbook } from '../../ui/xlsx.js';
import type { FieldAsked, FieldFound } from '../../worker/around.js';
import type { ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { FieldChart } from './FieldChart.js';
import { HandlePick } from './HandlePick.js';

/** With what a sweep is opened; null is chosen there. */
export interface Begun {
  input: string | null;
  read: string | null;
}

const STEPS = 24;
const PAD = { left: 46, right: 30, top: 22, bottom: 34 };

/** One input moved over a range in every scenario: a figure or a margin as curves, and as a table to take away. */
export function SweepSheet({ begun, work, onClose }: { begun: Begun; work: ReachWork; onClose: () => void }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const things = useMemo(() => movable(study), [study]);
  const readings = useMemo(() => readable(shown), [shown]);
  const [input, setInput] = useState(() =>
    begun.input?.endsWith('.temperature') ? LIQUID : (begun.input ?? firstInput(things)),
  );
  const [read, setRead] = useState(() => begun.read ?? readings[0]?.name ?? '');
  const [own, setOwn] = useState<{ from?: number; to?: number }>({});
  const [second, setSecond] = useState('');
  const found = inputAt(study, inScenario(input, active));
  const over = second === '' ? undefined : inputAt(study, second);
  const asked: SweepAsked | null = found && read !== '' ? { input, active, steps: STEPS, read, ...own } : null;
  const field = useField(
    work,
    study,
    over && asked ? { x: input, y: second, scenario: active, steps: STEPS, read, ...own } : null,
  );
  const { swept: last, isWorking } = useSweep(work, study, asked);
  // the figures of another question are not shown in the units of this one
  const swept = last?.input === input && last.read === read ? last : null;
  const rows = swept?.rows ?? null;
  const now = swept?.now ?? null;
  const scale = scaleOf(found, d, shown[active]?.outcome.medium?.atmosphere ?? 0);
  const largest = useLargest(work, study, active, input);
  const dimension = dimensionOf(read, shown);
  const y = (si: number): number => (dimension === 'percent' ? si * 100 : dimension === null || dimension === 'plain' ? si : d.value(si, dimension)); // prettier-ignore
  const unitY = dimension === 'percent' ? '%' : dimension === null || dimension === 'plain' ? '' : d.unit(dimension);
  const text = readings.find((r) => r.name === read)?.text ?? read;
  const limits = limitsOf(read, shown);
  const label = found ? `${found.owner === 'scenario' ? 'temperature of the liquid' : `${found.id} ${(found.field.label ?? found.key).toLowerCase()}`}` : ''; // prettier-ignore
  const scenarios = study.scenarios.map((s) => ({ id: s.id, name: s.name ?? s.id }));
  const head = `${label}${scale.unit ? ` [${scale.unit}]` : ''}; ${text}${unitY ? ` [${unitY}]` : ''}`;
  const overScale = scaleOf(over, d, shown[active]?.outcome.medium?.atmosphere ?? 0);
  const overTitle = over
    ? `${over.id} ${(over.field.label ?? over.key).toLowerCase()}${overScale.unit ? `, ${overScale.unit}` : ''}`
    : '';
  const saveBook = async (): Promise<void> => {
    const sheets = [{ name: 'sweep', rows: sweepCells(rows ?? [], scenarios, head, scale.show, y, read) }];
    if (field)
      sheets.push({
        name: 'two inputs',
        rows: fieldCells(field.field, `${overTitle} / ${label}`, scale.show, overScale.show, y),
      });
    download(await workbook(sheets), `${fileName(`sweep ${input} ${read}`)}.xlsx`);
  };
  const save = (): void => {
    download(sweepTable(rows ?? [], scenarios, head, scale.show, y, read), `${fileName(`sweep ${input} ${read}`)}.csv`, 'text/csv'); // prettier-ignore
  };
  const [thing, key] = [found?.id, found?.key];
  // a pump, a valve or a liquid that the study holds is asked for from its own sheet
  const isListed = found?.owner === 'scenario' || things.some((t) => t.id === thing);
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <aside aria-label="Sweep" className="panel flex w-[252px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2">
        <h1 className="text-[14px] font-semibold">Sweep an input</h1>
        <Select
          label="What is moved"
          value={found?.owner === 'scenario' ? 'liquid' : thing}
          options={[
            ['liquid', 'Liquid'],
            ...(isListed || !found ? [] : [[found.id, found.id] as const]),
            ...things.map((t) => [t.id, t.name] as const),
          ]}
          onChange={(id) => {
            setOwn({});
            setInput(id === 'liquid' ? LIQUID : `${id}.${things.find((t) => t.id === id)!.keys[0]}`);
          }}
        />
        {found && found.owner !== 'scenario' && (
          <Select
            label="Which number of it"
            value={key}
            options={(things.find((t) => t.id === thing)?.keys ?? (key === undefined ? [] : [key])).map((k) => [k, inputAt(study, `${thing}.${k}`)?.field.label ?? k])} // prettier-ignore
            onChange={(k) => {
              setOwn({});
              setInput(`${thing}.${k}`);
            }}
          />
        )}
        {found && swept && (
          <div className="grid grid-cols-2 gap-x-2">
            <Bound name="from" si={swept.from} input={found} scale={scale} onPut={(v) => setOwn((o) => ({ ...o, from: v }))} />
            <Bound name="to" si={swept.to} input={found} scale={scale} onPut={(v) => setOwn((o) => ({ ...o, to: v }))} />
          </div>
        )}
        {swept && !(swept.from < swept.to) && (
          <p className="text-fails text-[12px]">▲ The range ends where it begins: “to” is the larger one.</p>
        )}
        <p className="text-inkq text-[12px]">
          {now === null
            ? 'Nothing stands there now.'
            : `It stands at ${Number(scale.show(now).toPrecision(4))} ${scale.unit} in ${letterOf(study.scenarios.findIndex((s) => s.id === active))}.`}{' '}
          Each scenario keeps all its other entries.
        </p>
        {largest?.largest != null && (
          <p className="text-[12px]" data-largest={largest.check ?? 'none'}>
            <b className="font-semibold">
              {largest.check === null ? 'At least to' : 'Up to'} {Number(scale.show(largest.largest).toPrecision(4))} {scale.unit}
            </b>{' '}
            {largest.check === null
              ? 'nothing that holds fails'
              : largest.check === 'not-solved'
                ? 'it solves'
                : `nothing that holds fails; then ${checkName(largest.check)} at ${largest.where}`}{' '}
            in {letterOf(study.scenarios.findIndex((s) => s.id === active))}.
          </p>
        )}
        <h2 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">What is read</h2>
        <Select
          label="What is read"
          value={read}
          options={readings.map((r) => [r.name, r.text])}
          onChange={(r) => r && setRead(r)}
        />
        <h2 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">Over a second input</h2>
        <HandlePick
          label="A second input"
          value={second}
          none="none"
          onPick={(address) => setSecond(address !== '' && inputAt(study, address) ? address : '')}
        />
        <div className="mt-auto flex gap-2 pt-2">
          <Button className="!px-2" onClick={() => void saveBook()} disabled={!rows}>
            XLSX
          </Button>
          <Button className="!px-2" onClick={save} disabled={!rows}>
            CSV
          </Button>
          <Button tone="bare" onClick={onClose}>
            <X size={14} aria-hidden="true" /> Back
          </Button>
        </div>
      </aside>
      <section
        aria-label="Swept"
        className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5"
        data-swept={rows?.length ?? 0}
        data-working={isWorking}
      >
        <h2 className="flex h-[26px] flex-none items-baseline gap-2 text-[14px] font-semibold">
          {text}{' '}
          <span className="text-inkq text-[12px] font-normal">
            over {label}
            {over &&
              ` and ${over.id} ${(over.field.label ?? over.key).toLowerCase()}, in ${letterOf(study.scenarios.findIndex((s) => s.id === active))}`}
          </span>
        </h2>
        <div className="min-h-0 flex-1">
          {over && field && (
            <FieldChart
              field={field.field}
              label={`${text} over two inputs`}
              x={{ title: `${label}${scale.unit ? `, ${scale.unit}` : ''}`, show: scale.show, now: field.now.x }}
              y={{ title: overTitle, show: overScale.show, now: field.now.y }}
              value={y}
              limits={limits.map(y)}
            />
          )}
          {over && !field && <p className="text-inkq py-4 text-[12px]">Solving over both inputs …</p>}
          {
            !over && rows && rows.length > 0 &&
            <SweepChart rows={rows} read={read} x={scale.show} y={y} titleX={`${label}${scale.unit ? `, ${scale.unit}` : ''}`} titleY={`${text}${unitY ? `, ${unitY}` : ''}`} limits={limits} now={now} /> // prettier-ignore
          }
          {swept && swept.from < swept.to && rows?.length === 0 && (
            <p className="text-inkq py-4 text-[12px]">Nothing is solved in this range.</p>
          )}
        </div>
        {!over && rows && rows.length > 0 && <SweepRows rows={rows} read={read} x={scale.show} y={y} unit={scale.unit} />}
      </section>
    </div>
  );
}

function firstInput(things: ReturnType<typeof movable>): string {
  const first = things.find((t) => t.keys.includes('speed')) ?? things[0];
  return first ? `${first.id}.${first.keys.includes('speed') ? 'speed' : first.keys[0]}` : LIQUID;
}

interface Scale {
  show: (si: number) => number;
  unit: string;
}

/** SI and absolute to what is shown: a pressure at a place as gauge */
function scaleOf(input: StudyInput | undefined, d: Display, atmosphere: number): Scale {
  if (input?.field.type !== 'quantity') return { show: (si) => si, unit: '' };
  const { dimension } = input.field;
  const isPlace = dimension === 'pressure';
  return {
    show: (si) => d.value(isPlace ? si - atmosphere : si, dimension),
    unit: `${d.unit(dimension)}${isPlace ? '(g)' : ''}`,
  };
}

/** one end of the range, typed as any entry */
function Bound({
  name,
  si,
  input,
  scale,
  onPut,
}: {
  name: 'from' | 'to';
  si: number;
  input: StudyInput;
  scale: Scale;
  onPut: (si: number | undefined) => void;
}) {
  const d = useDisplay();
  const atmosphere = useStudy((s) => s.shown[s.active]?.outcome.medium?.atmosphere ?? 0);
  const { field } = input;
  const dimension = field.type === 'quantity' ? field.dimension : null;
  const typed = dimension === null ? '' : `${d.typed(dimension)}${dimension === 'pressure' ? '(g)' : ''}`;
  const shown = `${Number(scale.show(si).toPrecision(5))}${typed ? ` ${typed}` : ''}`;
  return (
    <TypedField
      label={name}
      name={`sweep-${name}`}
      value={shown}
      optional
      read={(t) => readEntry(t, dimension === null ? field : quantity(dimension, -1e12, 1e12, name), `1 ${typed}`, d.system)}
      onCommit={(v) => {
        if (v === undefined) return onPut(undefined);
        if (dimension === null) return onPut(Number(v));
        const value = siOf(v, dimension);
        onPut(value === undefined ? undefined : dimension === 'pressure' ? value + atmosphere : value);
      }}
    />
  );
}

function useSweep(work: ReachWork, study: Study, asked: SweepAsked | null): { swept: Swept | null; isWorking: boolean } {
  const [swept, setSwept] = useState<Swept | null>(null);
  const [isWorking, setWorking] = useState(false);
  const key = JSON.stringify(asked);
  useEffect(() => {
    if (!asked) return setSwept(null);
    let gone = false;
    setWorking(true);
    work.sweep(study, asked).then(
      (found) => {
        if (gone || !found) return;
        setSwept(found);
        setWorking(false);
      },
      () => !gone && setWorking(false),
    );
    return () => {
      gone = true;
      work.stop();
    };
    // what is asked is the same as long as its text is
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [work, study, key]);
  return { swept, isWorking };
}

/** a figure over two inputs; null while it is worked out */
function useField(work: ReachWork, study: Study, asked: FieldAsked | null): FieldFound | null {
  const [found, setFound] = useState<FieldFound | null>(null);
  const key = JSON.stringify(asked);
  useEffect(() => {
    setFound(null);
    if (!asked) return;
    let gone = false;
    work.field(study, asked).then((f) => !gone && f && setFound(f), () => undefined); // prettier-ignore
    return () => void (gone = true);
    // what is asked is the same as long as its text is
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [work, study, key]);
  return found;
}

/** the largest value of an input in a scenario that nothing forbids; null until it is known */
function useLargest(work: ReachWork, study: Study, scenario: string, input: string): Largest | null {
  const [largest, setLargest] = useState<Largest | null>(null);
  useEffect(() => {
    let gone = false;
    setLargest(null);
    work.largest(study, scenario, input).then((found) => !gone && setLargest(found), () => undefined); // prettier-ignore
    return () => void (gone = true);
  }, [work, study, scenario, input]);
  return largest;
}

/** limits of the margin that is read, where one is */
function limitsOf(read: string, shown: Parameters<typeof readable>[0]): number[] {
  const [check, where] = read.split(':');
  if (where === undefined) return [];
  const margins = Object.values(shown).flatMap((s) => s.outcome.result?.margins.filter((m) => m.check === check && m.where === where) ?? []); // prettier-ignore
  return [...new Set(margins.flatMap((m) => [m.limit, m.upper]).filter((x): x is number => typeof x === 'number' && Number.isFinite(x)))]; // prettier-ignore
}

interface Drawn {
  rows: readonly SweepRow[];
  read: string;
  x: (si: number) => number;
  y: (si: number) => number;
}

function SweepChart({
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
  if (values.length === 0) return <p className="text-inkq py-4 text-[12px]">It has no value anywhere in this range.</p>;
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
        const ends = spread(lines.map((l) => p.y(l.points.at(-1)![1])), 15, p.top + 6, p.bottom - 6); // prettier-ignore
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
                  <LetterTag x={p.right + 12} y={ends[i]!} index={l.index} letter={letterOf(l.index)} />
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

function SweepRows({ rows, read, x, y, unit }: Drawn & { unit: string }) {
  const study = useStudy((s) => s.study);
  const steps = [...new Set(rows.map((r) => r.step))].filter((s) => s % EVERY === 0);
  const at = (step: number, id: string) => rows.find((r) => r.step === step && r.scenario === id);
  return (
    <table className="mt-1 flex-none text-[12.5px]">
      <thead>
        <tr className="text-inkq h-[22px] text-right text-[12px]">
          <th className="pr-3 font-normal">{unit || 'input'}</th>
          {steps.map((s) => (
            <th key={s} className="px-3 font-normal">
              {Number(x(rows.find((r) => r.step === s)!.input).toPrecision(4))}
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
                  {v == null ? r?.status === 'failed' ? <span className="text-fails">▲</span> : '–' : Number(y(v).toPrecision(3))}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
