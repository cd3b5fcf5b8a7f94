import type { Operation } from '@cedar-knot/core';
import { runStudy } from '@cedar-knot/core';
import { buildReport, contextOf, ledger, PARTS } from '@cedar-knot/report';
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { filteredLedger, groupedLedger, ledgerSum } from '../../state/ledger.js';
import { chosenParts, moved, setReport, toggled } from '../../state/reportParts.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import type { ReportWork } from '../../worker/report.js';
import { ReportView } from './ReportView.js';

afterEach(cleanup);

const work: ReportWork = {
  make: (study, options) => {
    const { scenarios } = runStudy(study);
    return Promise.resolve({
      report: buildReport(study, options, scenarios),
      rows: ledger(contextOf(study, options, scenarios)),
    });
  },
};
const scenarios: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', temperature: '20 C' },
    { id: 'night', temperature: '20 C', set: { 'CV-1.flow': '15 m3/h' } },
  ],
};
const sheets = (): string[] => [...document.querySelectorAll<HTMLElement>('[data-sheet]')].map((s) => s.dataset.sheet!);

test('the sheets of the parts that are chosen, with what fails on the first; parts and title block are kept with the study', async () => {
  const opened = await open(pumpedStudy(scenarios));
  show(opened, <ReportView work={work} />);
  await waitFor(() => expect(sheets()).toContain('margins'));
  const { result } = opened.store.getState().shown.night!.outcome;
  const failing = result!.margins.filter((m) => m.verdict === 'fails');
  expect(failing.length).toBeGreaterThan(0);
  expect(document.querySelector<HTMLElement>('[data-failing]')!.dataset.failing).toBe(String(failing.length));
  // a figure on a sheet is that of the calculation, and opens its working
  const cell = document.querySelector<HTMLElement>('[data-sheet=pump-sheet] [data-from="P-1.head"][data-scenario=day]')!;
  const head = (opened.store.getState().shown.day!.outcome.result!.elements['P-1'] as { head: number }).head;
  expect(Number(cell.textContent)).toBeCloseTo(head, 1);
  await userEvent.click(within(cell).getByTitle('press for its working'));
  expect(opened.store.getState().asked).not.toBeNull();

  await userEvent.click(screen.getByRole('checkbox', { name: 'Cover' }));
  await userEvent.click(screen.getByRole('button', { name: 'Margins further up' }));
  expect(opened.store.getState().study.report!.parts).not.toContain('cover');
  await waitFor(() => expect(sheets()).not.toContain('cover'));
  // the first sheet says what fails, whichever it is
  expect(document.querySelector('[data-sheet] [data-failing-sheet]')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('checked'), 'B. Lund{Enter}');
  expect(opened.store.getState().study.report!.checkedBy).toBe('B. Lund');
  act(() => opened.store.getState().undo());
  expect(opened.store.getState().study.report!.checkedBy).toBeUndefined();
  await settle();
}, 30_000);

test('parts: one comes in again where it stands usually, the last one stays, each moves by one', () => {
  const study = pumpedStudy();
  expect(chosenParts(study)).toEqual([...PARTS]);
  expect(chosenParts({ ...study, report: { parts: ['margins', 'nonsense', 'cover'] } })).toEqual(['margins', 'cover']);
  expect(toggled(['cover', 'margins'], 'curves')).toEqual(['cover', 'curves', 'margins']);
  expect(toggled(['cover', 'margins'], 'notes')).toEqual(['cover', 'margins', 'notes']);
  expect(toggled(['cover', 'margins'], 'cover')).toEqual(['margins']);
  expect(toggled(['margins'], 'margins')).toEqual(['margins']);
  expect(moved(['cover', 'margins'], 'margins', -1)).toEqual(['margins', 'cover']);
  expect(moved(['cover', 'margins'], 'margins', 1)).toEqual(['cover', 'margins']);
  expect(setReport(study, 'paper', undefined)).toEqual([]);
  expect(setReport({ ...study, report: { paper: 'A4' } }, 'paper', undefined)).toEqual([
    { op: 'set', path: ['report', 'paper'] },
  ]);
});

test('the ledger: words, a figure beyond a value, groups, and a sum where it says something', () => {
  const study = pumpedStudy(scenarios);
  const rows = ledger(contextOf(study));
  const loss = filteredLedger(rows, 'day pipe head loss');
  expect(loss.length).toBeGreaterThan(0);
  expect(loss.every((r) => r.kind === 'pipe' && r.scenario === 'day' && r.figure === 'head loss')).toBe(true);
  const over = filteredLedger(rows, 'pipe flow over 20');
  expect(over.length).toBeGreaterThan(0);
  // 60 m³/h by day, 15 by night
  expect(over.every((r) => r.scenario === 'day')).toBe(true);
  const under = filteredLedger(rows, 'pipe flow < 20,5');
  expect(under.length).toBe(over.length);
  expect(under.every((r) => r.scenario === 'night')).toBe(true);
  expect(filteredLedger(rows, '')).toHaveLength(rows.length);
  const pipes = study.lines.flatMap((l) => l.elements).filter((e) => e.kind === 'pipe');
  const { elements } = runStudy(study).scenarios[0]!.result!;
  const lost = pipes.reduce((sum, e) => sum + (elements[e.id] as { headLoss: number }).headLoss, 0);
  expect(ledgerSum(loss)!.value).toBeCloseTo(lost, 9);
  expect(ledgerSum(rows)).toBeNull();
  expect(ledgerSum(filteredLedger(rows, 'day velocity'))).toBeNull();
  const figures = groupedLedger(rows, 'figure').map((r) => r.figure);
  expect(figures.filter((f, i) => f !== figures[i - 1])).toHaveLength(new Set(figures).size);
});
