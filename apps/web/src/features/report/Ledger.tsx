import { printed, type LedgerRow } from '@cedar-knot/report';
import type { Study } from '@cedar-knot/core';
import Papa from 'papaparse';
import { DropdownMenu } from 'radix-ui';
import { useMemo, useState } from 'react';
import { filteredLedger, groupedLedger, ledgerSum, type LedgerGroup } from '../../state/ledger.js';
import { setLedger } from '../../state/reportParts.js';
import { Button, ITEM, MENU, Segmented } from '../../ui/controls.js';
import { download } from '../../ui/exportSvg.js';
import { Select } from '../../ui/Select.js';
import { workbook } from '../../ui/xlsx.js';
import { useStudy } from '../context.js';
import { ALWAYS, COLUMNS, drawnRows, ledgerCells, ledgerLayout, USUALLY_HIDDEN } from './ledgerColumns.js';
import { LedgerTable } from './LedgerTable.js';
import { leavingTable } from '../../state/tableText.js';
import { msg } from './words.js';

type LedgerLook = NonNullable<NonNullable<Study['report']>['ledger']>;

const GROUPS: readonly (readonly [LedgerGroup, string])[] = [
  ['scenario', msg('view.report.byScenario')],
  ['line', msg('view.report.byLine')],
  ['kind', msg('view.report.byKind')],
  ['figure', msg('view.report.byFigure')],
];

/** Every calculated figure as one table: grouped, filtered by words or by a value, summed where that says something, and taken away. */
export function Ledger({ rows, name }: { rows: readonly LedgerRow[]; name: string }) {
  const study = useStudy((s) => s.study);
  const own = study.report?.ledger ?? {};
  const group: LedgerGroup = own.group ?? 'scenario';
  const isAcross = own.across === true;
  const [typed, setTyped] = useState(own.filter ?? '');
  const shown = useMemo(() => groupedLedger(filteredLedger(rows, typed), group), [rows, typed, group]);
  const drawn = useMemo(() => drawnRows(shown, isAcross), [shown, isAcross]);
  const sum = ledgerSum(shown);
  const layout = ledgerLayout(study, new Set<string>(own.hidden ?? USUALLY_HIDDEN), isAcross);
  return (
    <div className="bg-panel mx-3 mb-3 flex min-h-0 flex-1 flex-col rounded-[3px]" data-ledger={drawn.length}>
      <LedgerBar
        own={own}
        typed={typed}
        onType={setTyped}
        summary={msg('view.report.figures2', {
          count: shown.length,
          value: sum ? msg('view.report.together', { value: printed(sum.value), unit: sum.unit }) : '',
        })}
        name={name}
        cells={() => ledgerCells(study, drawn, layout)}
      />
      <LedgerTable drawn={drawn} layout={layout} />
    </div>
  );
}

interface LedgerBarProps {
  own: LedgerLook;
  typed: string;
  onType: (typed: string) => void;
  summary: string;
  name: string;
  cells: () => (string | number | null)[][];
}

/** how the ledger is looked at, kept with the study, and the table taken away */
function LedgerBar({ own, typed, onType, summary, name, cells }: LedgerBarProps) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const group: LedgerGroup = own.group ?? 'scenario';
  const isAcross = own.across === true;
  const hidden = new Set<string>(own.hidden ?? USUALLY_HIDDEN);
  const keep = <K extends 'filter' | 'group' | 'hidden' | 'across'>(key: K, value: Parameters<typeof setLedger<K>>[2]): unknown =>
    change(msg('view.report.ledgerDisplay'), setLedger(study, key, value));
  const text = (): string => Papa.unparse(cells(), { newline: '\n' });
  return (
    <div className="border-soft flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[12.5px]">
      <input
        aria-label={msg('view.report.filterTheLedger')}
        value={typed}
        onChange={(e) => onType(e.target.value)}
        // kept with the study when it is left, not letter by letter
        onBlur={() => typed.trim() !== (own.filter ?? '') && keep('filter', typed.trim() === '' ? undefined : typed.trim())}
        placeholder={msg('view.report.wordsOrHeadLossOver')}
        className="border-edge bg-panel h-[24px] w-[150px] rounded-[3px] border px-1.5"
      />
      <Select
        label={msg('view.report.groupTheLedger')}
        value={group}
        options={GROUPS}
        onChange={(g) => keep('group', g === 'scenario' ? undefined : (g as LedgerGroup))}
      />
      <Segmented
        label={msg('app.scenarios')}
        value={isAcross ? 'across' : 'down'}
        onChange={(v) => keep('across', v === 'across' ? true : undefined)}
        options={[
          { value: 'down', text: msg('view.report.down') },
          { value: 'across', text: msg('view.report.sideBySide') },
        ]}
      />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="text-cedar text-[12px] hover:underline">
          {msg('view.report.columns')}
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" className={MENU}>
            {COLUMNS.filter(([key]) => !ALWAYS.has(key)).map(([key, n]) => (
              <DropdownMenu.CheckboxItem
                key={key}
                className={ITEM}
                checked={!hidden.has(key)}
                onSelect={(e) => e.preventDefault()}
                onCheckedChange={(on) => keep('hidden', on ? [...hidden].filter((h) => h !== key) : [...hidden, key])}
              >
                <span className="w-4">{hidden.has(key) ? '' : '✓'}</span>
                {n}
              </DropdownMenu.CheckboxItem>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <span className="text-inkq text-[12px]" role="status">
        {summary}
      </span>
      <span className="ml-auto" />
      <Button
        tone="bare"
        className="!h-[24px] !px-1 text-[12px]"
        onClick={() => void navigator.clipboard.writeText(leavingTable(text(), '\t'))}
      >
        {msg('app.copy')}
      </Button>
      <Button
        className="!h-[24px] !px-2"
        onClick={() =>
          void workbook([{ name: 'ledger', rows: cells() }]).then((b) => download(b, msg('view.report.ledgerXlsx', { name })))
        }
      >
        {msg('view.report.xlsx')}
      </Button>
      <Button
        className="!h-[24px] !px-2"
        onClick={() => download(leavingTable(text()), msg('view.report.ledgerCsv', { name }), 'text/csv')}
      >
        {msg('app.csv')}
      </Button>
    </div>
  );
}
