import { rounded, said } from '@cedar-knot/wording';
import { dimensionShown, inputAt, type StudyInput } from '@cedar-knot/core';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { inputScale, withinText } from '../../state/inputScale.js';
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
} from '../../state/sweeps.js';
import { Button } from '../../ui/controls.js';
import { download, fileName } from '../../ui/exportSvg.js';
import { Select } from '../../ui/Select.js';
import { workbook } from '../../ui/xlsx.js';
import type { ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { FieldChart } from './FieldChart.js';
import { HandlePick } from './HandlePick.js';
import { LargestText, SweptInput, type Range } from './SweptInput.js';
import { SweepChart, SweepRows } from './SweepChart.js';
import { useField, useLargest, useSweep } from './useSweep.js';
import { leavingTable } from '../../state/tableText.js';
import { msg } from './words.js';

const NONE = msg('view.margins.none');

/** With what a sweep is opened; null is chosen there. */
export interface Begun {
  input: string | null;
  read: string | null;
}

const STEPS = 24;

/** One input moved over a range in every scenario: a figure or a margin as curves, and as a table to take away. */
export function SweepSheet({ begun, work, onClose }: { begun: Begun; work: ReachWork; onClose: () => void }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const things = useMemo(() => movable(study), [study]);
  const readings = useMemo(() => readable(shown), [shown]);
  const letter = letterOf(study.scenarios.findIndex((s) => s.id === active));
  const [input, setInput] = useState(() =>
    begun.input?.endsWith('.temperature') ? LIQUID : (begun.input ?? firstInput(things)),
  );
  const [read, setRead] = useState(() => begun.read ?? readings[0]?.name ?? '');
  const [own, setOwn] = useState<Range>({});
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
  const atmosphere = shown[active]?.outcome.medium?.atmosphere ?? 0;
  const scale = inputScale(found, d.system, atmosphere);
  const largest = useLargest(work, study, active, input);
  const { y, unit: unitY } = shownFigure(dimensionOf(read, shown), d);
  const text = readings.find((r) => r.name === read)?.text ?? read;
  const limits = limitsOf(read, shown);
  const label = found ? (found.owner === 'scenario' ? msg('view.margins.temperatureOfTheLiquid') : labelOf(found)) : '';
  const scenarios = study.scenarios.map((s) => ({ id: s.id, name: s.name ?? s.id }));
  const head = `${label}${scale.unit ? ` [${scale.unit}]` : ''}; ${text}${unitY ? ` [${unitY}]` : ''}`;
  const overScale = inputScale(over, d.system, atmosphere);
  const overTitle = over ? `${labelOf(over)}${overScale.unit ? `, ${overScale.unit}` : ''}` : '';
  const saveBook = async (): Promise<void> => {
    const sheets = [{ name: 'sweep', rows: sweepCells(rows ?? [], scenarios, head, scale.show, y, read) }];
    if (field)
      sheets.push({
        name: msg('view.margins.twoInputs'),
        rows: fieldCells(field.field, `${overTitle} / ${label}`, scale.show, overScale.show, y),
      });
    download(await workbook(sheets), `${fileName(msg('view.margins.sweep', { input, read }))}.xlsx`);
  };
  const save = (): void => {
    download(leavingTable(sweepTable(rows ?? [], scenarios, head, scale.show, y, read)), `${fileName(msg('view.margins.sweep', { input, read }))}.csv`, 'text/csv'); // prettier-ignore
  };
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <aside
        aria-label={msg('view.margins.sweep2')}
        className="panel flex w-[252px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2"
      >
        <h1 className="text-[14px] font-semibold">{msg('view.margins.sweepAnInput')}</h1>
        <SweptInput
          found={found}
          things={things}
          swept={swept}
          scale={scale}
          onInput={(next) => {
            setOwn({});
            setInput(next);
          }}
          onRange={setOwn}
        />
        <p className="text-inkq text-[12px]">
          {msg('view.margins.allOtherEntriesOfEach', {
            value:
              now === null
                ? msg('view.margins.noValueNow')
                : msg('view.margins.nowIn', { number: rounded(scale.show(now), 4), unit: scale.unit, letter }),
          })}
        </p>
        <LargestText largest={largest} scale={scale} letter={letter} />
        <h2 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.margins.plottedFigure')}</h2>
        <Select
          label={msg('view.margins.plottedFigure')}
          value={read}
          options={readings.map((r) => [r.name, r.text])}
          onChange={(r) => r && setRead(r)}
        />
        <h2 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.margins.secondInput2')}</h2>
        <HandlePick label={msg('view.margins.aSecondInput')} value={second} none={NONE} onlyNumbers onPick={setSecond} />
        <Taken hasRows={rows !== null} onBook={() => void saveBook()} onTable={save} onClose={onClose} />
      </aside>
      <section
        aria-label={msg('view.margins.swept')}
        className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5"
        data-swept={rows?.length ?? 0}
        data-working={isWorking}
      >
        <h2 className="flex h-[26px] flex-none items-baseline gap-2 text-[14px] font-semibold">
          {text}{' '}
          <span className="text-inkq text-[12px] font-normal">
            {msg('view.margins.over', { label })}
            {over && msg('view.margins.andIn', { label: labelOf(over), letter })}
          </span>
        </h2>
        <div className="min-h-0 flex-1">
          {over && field && (
            <FieldChart
              field={field.field}
              label={msg('view.margins.overTwoInputs', { text })}
              x={{ title: `${label}${scale.unit ? `, ${scale.unit}` : ''}`, show: scale.show, now: field.now.x }}
              y={{ title: overTitle, show: overScale.show, now: field.now.y }}
              value={y}
              limits={limits.map(y)}
            />
          )}
          {over && !field && <p className="text-inkq py-4 text-[12px]">{msg('view.margins.solvingOverBothInputs')}</p>}
          {
            !over && rows && rows.length > 0 &&
            <SweepChart rows={rows} read={read} x={scale.show} y={y} titleX={`${label}${scale.unit ? `, ${scale.unit}` : ''}`} titleY={`${text}${unitY ? `, ${unitY}` : ''}`} limits={limits} now={now} /> // prettier-ignore
          }
          {swept && swept.from < swept.to && rows?.length === 0 && (
            <p className="text-inkq py-4 text-[12px]">{msg('view.margins.noSolutionInThisRange')}</p>
          )}
        </div>
        {!over && rows && rows.length > 0 && <SweepRows rows={rows} read={read} x={scale.show} y={y} unit={scale.unit} />}
      </section>
    </div>
  );
}

const labelOf = (i: StudyInput): string => `${i.id} ${withinText(said(i.field.label ?? i.key))}`;

/** how a figure that is read is shown, and in which unit */
function shownFigure(shown: ReturnType<typeof dimensionOf>, d: Display): { y: (si: number) => number; unit: string } {
  if (shown === 'percent') return { y: (si) => si * 100, unit: '%' };
  const dimension = shown === null ? null : dimensionShown(shown);
  if (dimension === null) return { y: (si) => si, unit: '' };
  return { y: (si) => d.value(si, dimension), unit: d.unit(dimension) };
}

function Taken({
  hasRows,
  onBook,
  onTable,
  onClose,
}: {
  hasRows: boolean;
  onBook: () => void;
  onTable: () => void;
  onClose: () => void;
}) {
  return (
    <div className="mt-auto flex gap-2 pt-2">
      <Button className="!px-2" onClick={onBook} disabled={!hasRows}>
        {msg('view.margins.xlsx')}
      </Button>
      <Button className="!px-2" onClick={onTable} disabled={!hasRows}>
        {msg('app.csv')}
      </Button>
      <Button tone="bare" onClick={onClose}>
        <X size={14} aria-hidden="true" /> {msg('view.margins.back')}
      </Button>
    </div>
  );
}

function firstInput(things: ReturnType<typeof movable>): string {
  const first = things.find((t) => t.keys.includes('speed')) ?? things[0];
  return first ? `${first.id}.${first.keys.includes('speed') ? 'speed' : first.keys[0]}` : LIQUID;
}

/** limits of the margin that is read, where one is */
function limitsOf(read: string, shown: Parameters<typeof readable>[0]): number[] {
  const [check, where] = read.split(':');
  if (where === undefined) return [];
  const margins = Object.values(shown).flatMap((s) => s.outcome.result?.margins.filter((m) => m.check === check && m.where === where) ?? []); // prettier-ignore
  return [...new Set(margins.flatMap((m) => [m.limit, m.upper]).filter((x): x is number => typeof x === 'number' && Number.isFinite(x)))]; // prettier-ignore
}
