import { cellText, isNumber, printed, type LedgerRow } from '@cedar-knot/report';
import { useVirtualizer } from '@tanstack/react-virtual';
import Papa from 'papaparse';
import { useMemo, useRef, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { filteredLedger, groupedLedger, ledgerSum, type LedgerGroup } from '../../state/ledger.js';
import { Button } from '../../ui/controls.js';
import { download } from '../../ui/exportSvg.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { workbook } from '../../ui/xlsx.js';
import { useStudy } from '../context.js';

const ROW = 24;
const GROUPS: readonly (readonly [LedgerGroup, string])[] = [
  ['scenario', 'by scenario'],
  ['line', 'by line'],
  ['kind', 'by kind'],
  ['figure', 'by figure'],
];
const HEADS = ['scenario', 'line', 'element', 'kind', 'figure', 'value', 'unit'];

/** Every calculated figure as one table: grouped, filtered by words or by a value, summed where that says something, and taken away. */
export function Ledger({ rows, name }: { rows: readonly LedgerRow[]; name: string }) {
  const study = useStudy((s) => s.study);
  const openWorking = useStudy((s) => s.openWorking);
  const [typed, setTyped] = useState('');
  const [group, setGroup] = useState<LedgerGroup>('scenario');
  const shown = useMemo(() => groupedLedger(filteredLedger(rows, typed), group), [rows, typed, group]);
  const sum = ledgerSum(shown);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const scenario = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  const cells = (): (string | number | null)[][] => [HEADS, ...shown.map((r) => [study.scenarios[scenario(r.scenario)]?.name ?? r.scenario, r.line, r.id, r.kind, r.figure, isNumber(r.cell) ? r.cell.value : null, isNumber(r.cell) ? r.cell.unit : ''])]; // prettier-ignore
  const text = (delimiter: string): string => Papa.unparse(cells(), { delimiter, newline: '\n' });
  const columns = 'grid grid-cols-[44px_90px_110px_120px_minmax(120px,1fr)_110px_80px] items-center px-3';
  return (
    <div className="bg-panel mx-3 mb-3 flex min-h-0 flex-1 flex-col rounded-[3px]" data-ledger={shown.length}>
      <div className="border-soft flex flex-none items-center gap-2 border-b px-3 py-1.5 text-[12.5px]">
        <input
          aria-label="Filter the ledger"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          placeholder="words, or head loss over 2"
          className="border-edge bg-panel h-[24px] w-[220px] rounded-[3px] border px-1.5"
        />
        <Select label="Group the ledger" value={group} options={GROUPS} onChange={(g) => g && setGroup(g as LedgerGroup)} />
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
      <div className={`${columns} text-inkq border-soft h-[26px] flex-none border-b text-[12px]`} aria-hidden="true">
        <span />
        <span>line</span>
        <span>element</span>
        <span>kind</span>
        <span>figure</span>
        <span className="text-right">value</span>
        <span className="pl-2">unit</span>
      </div>
      <div ref={box} className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Figures">
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
          {virtual.getVirtualItems().map((v) => {
            const r = shown[v.index]!;
            const index = scenario(r.scenario);
            const key = isNumber(r.cell) ? (r.cell.from?.slice(r.id.length + 1) ?? '') : '';
            return (
              <div
                key={v.key}
                className={`${columns} border-soft absolute inset-x-0 border-b text-[12.5px]`}
                style={{ height: ROW, top: v.start }}
                data-ledger-row={isNumber(r.cell) ? r.cell.from : r.id}
              >
                <span>
                  <ScenarioLetter index={index} letter={letterOf(index)} small />
                </span>
                <span className="truncate">{r.line}</span>
                <span className="truncate font-semibold">{r.id}</span>
                <span className="text-inkq truncate">{r.kind}</span>
                <span className="truncate">{r.figure}</span>
                <span
                  className="cursor-pointer text-right decoration-dotted underline-offset-2 hover:underline"
                  title="press for its working"
                  onClick={() => openWorking(r.id, key, r.scenario)}
                >
                  {cellText(isNumber(r.cell) ? { ...r.cell, figures: 5 } : r.cell)}
                </span>
                <span className="text-inkq pl-2">{isNumber(r.cell) ? r.cell.unit : ''}</span>
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
