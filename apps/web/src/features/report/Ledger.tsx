import { cellText, isNumber, printed, type Cell, type LedgerRow } from '@cedar-knot/report';
import { useVirtualizer } from '@tanstack/react-virtual';
import Papa from 'papaparse';
import { DropdownMenu } from 'radix-ui';
import { useMemo, useRef, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { acrossLedger, filteredLedger, groupedLedger, ledgerSum, type LedgerGroup } from '../../state/ledger.js';
import { setLedger } from '../../state/reportParts.js';
import { Button, ITEM, MENU, Segmented } from '../../ui/controls.js';
import { download } from '../../ui/exportSvg.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { workbook } from '../../ui/xlsx.js';
import { useStudy } from '../context.js';

const ROW = 24;
/** px on both sides of a row */
const SIDE = 12;
const GROUPS: readonly (readonly [LedgerGroup, string])[] = [
  ['scenario', 'by scenario'],
  ['line', 'by line'],
  ['kind', 'by kind'],
  ['figure', 'by figure'],
];

/** what stands of a figure beside its value, with its width, px */
const COLUMNS = [
  ['line', 'line', 64],
  ['id', 'element', 88],
  ['kind', 'kind', 104],
  ['figure', 'figure', 132],
  ['unit', 'unit', 64],
  ['si', 'SI value', 104],
] as const;
type ColumnKey = (typeof COLUMNS)[number][0];
/** the others say nothing without these */
const ALWAYS: ReadonlySet<ColumnKey> = new Set(['id', 'figure']);
const USUALLY_HIDDEN: readonly ColumnKey[] = ['si'];

/** one row as it is drawn and taken away: of one scenario, or of all side by side */
interface Drawn {
  line: string;
  id: string;
  kind: string;
  figure: string;
  cells: readonly (readonly [scenario: string, cell: Cell])[];
}

/** Every calculated figure as one table: grouped, filtered by words or by a value, summed where that says something, and taken away. */
export function Ledger({ rows, name }: { rows: readonly LedgerRow[]; name: string }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const openWorking = useStudy((s) => s.openWorking);
  const own = study.report?.ledger ?? {};
  const group: LedgerGroup = own.group ?? 'scenario';
  const isAcross = own.across === true;
  const hidden = new Set<string>(own.hidden ?? USUALLY_HIDDEN);
  const [typed, setTyped] = useState(own.filter ?? '');
  const shown = useMemo(() => groupedLedger(filteredLedger(rows, typed), group), [rows, typed, group]);
  const drawn = useMemo(
    (): Drawn[] =>
      isAcross
        ? acrossLedger(shown).map(({ cells, ...r }) => ({ ...r, cells: [...cells] }))
        : shown.map(({ cell, scenario, ...r }) => ({ ...r, cells: [[scenario, cell]] })),
    [shown, isAcross],
  );
  const sum = ledgerSum(shown);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: drawn.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  const keep = <K extends 'filter' | 'group' | 'hidden' | 'across'>(key: K, value: Parameters<typeof setLedger<K>>[2]): unknown =>
    change('how the ledger is looked at', setLedger(study, key, value));
  const columns = COLUMNS.filter(([key]) => !hidden.has(key) && !(isAcross && key === 'si'));
  const before = columns.filter(([key]) => key !== 'unit' && key !== 'si');
  const behind = columns.filter(([key]) => key === 'unit' || key === 'si');
  const scenarios = isAcross ? study.scenarios.map((s) => s.id) : [null];
  const widths = [
    ...(isAcross ? [] : [44]),
    ...before.map(([, , w]) => w),
    ...scenarios.map(() => (isAcross ? 76 : 110)),
    ...behind.map(([, , w]) => w),
  ];
  // what is left over goes to the figure's name
  const figure = (isAcross ? 0 : 1) + before.findIndex(([key]) => key === 'figure');
  const template = widths.map((w, i) => (i === figure ? `minmax(${w}px,1fr)` : `${w}px`)).join(' ');
  const least = widths.reduce((a, b) => a + b, 2 * SIDE);
  const unitIn = (r: Drawn): string => r.cells.map(([, c]) => (isNumber(c) ? c.unit : '')).find((u) => u !== '') ?? '';
  const siIn = (r: Drawn): number | null => (isNumber(r.cells[0]![1]) ? r.cells[0]![1].si : null);
  const textOf = (r: Drawn, key: ColumnKey): string =>
    key === 'unit' ? unitIn(r) : key === 'si' ? (siIn(r) === null ? '' : printed(siIn(r)!, 5)) : r[key];
  const cells = (): (string | number | null)[][] => {
    const nameOf = (id: string): string => study.scenarios[index(id)]?.name ?? id;
    const heads = [...(isAcross ? [] : ['scenario']), ...before.map(([, n]) => n), ...(isAcross ? study.scenarios.map((s) => s.name ?? s.id) : ['value']), ...behind.map(([, n]) => n)]; // prettier-ignore
    const number = (c: Cell | undefined): number | null => (c !== undefined && isNumber(c) ? c.value : null);
    return [
      heads,
      ...drawn.map((r) => [
        ...(isAcross ? [] : [nameOf(r.cells[0]![0])]),
        ...before.map(([key]) => textOf(r, key)),
        ...scenarios.map((id) => number(id === null ? r.cells[0]![1] : r.cells.find(([s]) => s === id)?.[1])),
        ...behind.map(([key]) => (key === 'si' ? siIn(r) : textOf(r, key))),
      ]),
    ];
  };
  const text = (delimiter: string): string => Papa.unparse(cells(), { delimiter, newline: '\n' });
  return (
    <div className="bg-panel mx-3 mb-3 flex min-h-0 flex-1 flex-col rounded-[3px]" data-ledger={drawn.length}>
      <div className="border-soft flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[12.5px]">
        <input
          aria-label="Filter the ledger"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          // kept with the study when it is left, not letter by letter
          onBlur={() => typed.trim() !== (own.filter ?? '') && keep('filter', typed.trim() === '' ? undefined : typed.trim())}
          placeholder="words, or head loss over 2"
          className="border-edge bg-panel h-[24px] w-[150px] rounded-[3px] border px-1.5"
        />
        <Select
          label="Group the ledger"
          value={group}
          options={GROUPS}
          onChange={(g) => keep('group', g === 'scenario' ? undefined : (g as LedgerGroup))}
        />
        <Segmented
          label="Scenarios"
          value={isAcross ? 'across' : 'down'}
          onChange={(v) => keep('across', v === 'across' ? true : undefined)}
          options={[
            { value: 'down', text: 'down' },
            { value: 'across', text: 'side by side' },
          ]}
        />
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="text-cedar text-[12px] hover:underline">columns</DropdownMenu.Trigger>
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
          {shown.length} figures{sum ? `, together ${printed(sum.value)} ${sum.unit}` : ''}
        </span>
        <span className="ml-auto" />
        <Button
          tone="bare"
          className="!h-[24px] !px-1 text-[12px]"
          onClick={() => void navigator.clipboard.writeText(text('\t'))}
        >
          Copy
        </Button>
        <Button
          className="!h-[24px] !px-2"
          onClick={() => void workbook([{ name: 'ledger', rows: cells() }]).then((b) => download(b, `${name} ledger.xlsx`))}
        >
          XLSX
        </Button>
        <Button className="!h-[24px] !px-2" onClick={() => download(text(','), `${name} ledger.csv`, 'text/csv')}>
          CSV
        </Button>
      </div>
      <div ref={box} className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Figures">
        <div
          className="text-inkq border-soft bg-panel sticky top-0 z-[1] grid h-[26px] items-center border-b px-3 text-[12px]"
          style={{ gridTemplateColumns: template, minWidth: least }}
          aria-hidden="true"
        >
          {!isAcross && <span />}
          {before.map(([key, n]) => (
            <span key={key}>{n}</span>
          ))}
          {scenarios.map((id) => (
            <span key={id} className="flex justify-end">
              {id === null ? 'value' : <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />}
            </span>
          ))}
          {behind.map(([key, n]) => (
            <span key={key} className={key === 'si' ? 'text-right' : 'pl-2'}>
              {n}
            </span>
          ))}
        </div>
        <div style={{ height: virtual.getTotalSize(), minWidth: least, position: 'relative' }}>
          {virtual.getVirtualItems().map((v) => {
            const r = drawn[v.index]!;
            const first = r.cells[0]![1];
            const key = isNumber(first) ? (first.from?.slice(r.id.length + 1) ?? '') : '';
            return (
              <div
                key={v.key}
                className="border-soft absolute inset-x-0 grid items-center border-b px-3 text-[12.5px]"
                style={{ height: ROW, top: v.start, gridTemplateColumns: template }}
                data-ledger-row={isNumber(first) ? first.from : r.id}
              >
                {!isAcross && (
                  <span>
                    <ScenarioLetter index={index(r.cells[0]![0])} letter={letterOf(index(r.cells[0]![0]))} small />
                  </span>
                )}
                {before.map(([column]) => (
                  <span
                    key={column}
                    className={`truncate ${column === 'id' ? 'font-semibold' : column === 'kind' ? 'text-inkq' : ''}`}
                  >
                    {textOf(r, column)}
                  </span>
                ))}
                {scenarios.map((id) => {
                  const at = id === null ? r.cells[0] : r.cells.find(([s]) => s === id);
                  return (
                    <span
                      key={id}
                      className="cursor-pointer text-right decoration-dotted underline-offset-2 hover:underline"
                      title="press for its working"
                      data-value={id ?? at?.[0]}
                      onClick={() => at && openWorking(r.id, key, at[0])}
                    >
                      {at === undefined ? '' : cellText(isNumber(at[1]) ? { ...at[1], figures: 5 } : at[1])}
                    </span>
                  );
                })}
                {behind.map(([column]) => (
                  <span key={column} className={`text-inkq ${column === 'si' ? 'text-right' : 'pl-2'}`}>
                    {textOf(r, column)}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
