import type { Operation, Study } from '@cedar-knot/core';
import { runStudy } from '@cedar-knot/core';
import { buildReport, contextOf, ledger, offersReport, PARTS, readOffers } from '@cedar-knot/report';
import { dataSheetBook } from '@cedar-knot/report/data-sheets';
import { readBook } from '@cedar-knot/tables';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import Excel from 'exceljs';
import { api } from '../../api/client.js';
import { filteredLedger, groupedLedger, ledgerSum } from '../../state/ledger.js';
import { chosenParts, moved, setReport, toggled } from '../../state/reportParts.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import type { OfferWork, ReportWork } from '../../worker/report.js';
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
  await userEvent.click(within(cell).getByTitle('Click to show the calculation'));
  expect(opened.store.getState().asked).not.toBeNull();

  await userEvent.click(screen.getByRole('checkbox', { name: 'Cover' }));
  await userEvent.click(screen.getByRole('button', { name: 'Move Margins up' }));
  expect(opened.store.getState().study.report!.parts).not.toContain('cover');
  await waitFor(() => expect(sheets()).not.toContain('cover'));
  // the first sheet says what fails, whichever it is
  expect(document.querySelector('[data-sheet] [data-failing-sheet]')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Checked by'), 'B. Lund{Enter}');
  expect(opened.store.getState().study.report!.checkedBy).toBe('B. Lund');
  act(() => opened.store.getState().undo());
  expect(opened.store.getState().study.report!.checkedBy).toBeUndefined();
  await settle();
});

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

describe('letterhead', () => {
  const KEPT = { id: 't1', savedAt: '2026-01-01T00:00:00Z', template: { name: 'Tarnholt', company: 'Tarnholt Utilities', headings: [{ part: 'margins', text: 'Reserves' }], parts: ['cover', 'margins'] } }; // prettier-ignore
  const view = async (...more: Operation[]) => {
    const opened = await open(pumpedStudy(scenarios, ...more));
    show(opened, <ReportView work={work} />);
    await userEvent.click(screen.getByRole('radio', { name: 'Letterhead' }));
    return opened;
  };
  const type = async (label: string, text: string): Promise<void> => {
    await userEvent.clear(screen.getByLabelText(label));
    await userEvent.type(screen.getByLabelText(label), `${text}{Enter}`);
  };
  const report = (opened: { store: { getState: () => { study: Study } } }) => opened.store.getState().study.report;
  afterEach(() => jest.restoreAllMocks());

  test('a template of the plant is taken in one step, and what this study says otherwise stays', async () => {
    jest.spyOn(api, 'templates').mockResolvedValue([KEPT] as never);
    const opened = await view({ op: 'set', path: ['report'], value: { checkedBy: 'B. Lund', company: 'Old', paper: 'Letter' } });
    await userEvent.click(await screen.findByRole('combobox', { name: 'Template used' }));
    await userEvent.click(screen.getByRole('option', { name: 'Tarnholt' }));
    const { name, ...of } = KEPT.template;
    expect(report(opened)).toEqual({ checkedBy: 'B. Lund', ...of, template: name });
    // its words stand on the list of parts, and on the sheets
    expect(document.querySelector('[data-part=margins]')!.textContent).toContain('Reserves');
    await userEvent.click(screen.getByRole('radio', { name: 'Sheets' }));
    await waitFor(() => expect(sheets()).toEqual(['cover', 'margins']));
    expect(document.querySelector('[data-letterhead]')!.textContent).toBe('Tarnholt Utilities');
    expect(document.querySelector('[data-sheet=margins] h2')!.textContent).toBe('Reserves');
    act(() => opened.store.getState().undo());
    expect(report(opened)).toEqual({ checkedBy: 'B. Lund', company: 'Old', paper: 'Letter' });
    await settle();
  });

  test('what stands here is kept as a template: of the same name in its place, else as a further one; one is taken out', async () => {
    jest.spyOn(api, 'templates').mockResolvedValue([KEPT] as never);
    const added = jest
      .spyOn(api, 'addTemplate')
      .mockImplementation((template) => Promise.resolve({ id: 't2', savedAt: '', template }));
    const put = jest
      .spyOn(api, 'putTemplate')
      .mockImplementation((id, template) => Promise.resolve({ id, savedAt: '', template }));
    const removed = jest.spyOn(api, 'removeTemplate').mockResolvedValue(KEPT);
    const opened = await view();
    await type('Company or plant', 'Aldby Works');
    await userEvent.type(screen.getByLabelText('Name of the template'), 'Aldby{Enter}');
    await waitFor(() => expect(report(opened)!.template).toBe('Aldby'));
    expect(added).toHaveBeenCalledWith({ name: 'Aldby', company: 'Aldby Works' });
    await userEvent.type(screen.getByLabelText('Name of the template'), 'Tarnholt{Enter}');
    await waitFor(() => expect(put).toHaveBeenCalledWith('t1', { name: 'Tarnholt', company: 'Aldby Works' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Remove the template Tarnholt' }));
    expect(removed).toHaveBeenCalledWith('t1');
    await settle();
  });

  test('lines of the title block, wording and revisions are entries of the study; the last one taken out leaves nothing', async () => {
    jest.spyOn(api, 'templates').mockRejectedValue(new Error('The application on this computer does not respond.'));
    const opened = await view({ op: 'set', path: ['report'], value: { revision: '0', checkedBy: 'BL', date: '2026-03-01' } });
    expect((await screen.findByRole('alert')).textContent).toContain('does not respond');
    await userEvent.click(screen.getByRole('button', { name: /Add a line/ }));
    await type('Label of line 1', 'contract');
    await type('Text of line 1', 'C-1188');
    expect(report(opened)!.titleFields).toEqual([{ label: 'contract', text: 'C-1188' }]);
    await userEvent.click(screen.getByRole('button', { name: 'Remove line 1' }));
    expect(report(opened)).not.toHaveProperty('titleFields');
    await type('heading of Pump data sheet', 'Pump process data');
    expect(report(opened)!.headings).toEqual([{ part: 'pump-sheet', text: 'Pump process data' }]);
    await userEvent.clear(screen.getByLabelText('heading of Pump data sheet'));
    await userEvent.type(screen.getByLabelText('heading of Pump data sheet'), '{Enter}');
    expect(report(opened)).not.toHaveProperty('headings');
    // the first is the revision of the title block, the next one number on
    for (let i = 0; i < 2; i++) await userEvent.click(screen.getByRole('button', { name: /Add a revision/ }));
    expect(report(opened)!.revisions!.map((r) => [r.revision, r.date, r.checkedBy])).toEqual([['0', '2026-03-01', 'BL'], ['1', '2026-03-01', 'BL']]); // prettier-ignore
    await type('What changed of revision 1', 'second pump');
    expect(report(opened)!.revisions![1]!.text).toBe('second pump');
    for (const r of ['0', '1']) await userEvent.click(screen.getByRole('button', { name: `Remove revision ${r}` }));
    expect(report(opened)).not.toHaveProperty('revisions');
    await settle();
  });

  test('a logo is a PNG or a JPEG of a size that a study can carry', async () => {
    jest.spyOn(api, 'templates').mockResolvedValue([]);
    const opened = await view();
    const pick = async (bytes: number, type: string): Promise<void> => {
      const file = new File([new Uint8Array(bytes)], 'logo', { type });
      // by the event itself: the picker would not offer what it does not accept
      act(() => void fireEvent.change(screen.getByLabelText('Logo'), { target: { files: [file] } }));
    };
    await pick(10, 'image/svg+xml');
    expect((await screen.findByRole('alert')).textContent).toContain('Expected: a PNG or JPEG file');
    await pick(300_000, 'image/png');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('300 KB'));
    expect(report(opened)).toBeUndefined();
    await pick(30, 'image/png');
    await waitFor(() => expect(report(opened)!.logo).toMatch(/^data:image\/png;base64,/));
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    expect(report(opened)).not.toHaveProperty('logo');
    await settle();
  });
});

describe('the ledger', () => {
  afterEach(() => jest.restoreAllMocks());
  const rowsOf = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[data-ledger-row]')];

  test('scenarios side by side, columns and filter: kept with the study, as it was when it is looked at again', async () => {
    jest.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(600);
    jest.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(900);
    const opened = await open(pumpedStudy(scenarios));
    const ledgerOf = () => opened.store.getState().study.report?.ledger;
    show(opened, <ReportView work={work} />);
    await waitFor(() => expect(sheets()).toContain('margins'));
    await userEvent.click(screen.getByRole('radio', { name: 'Ledger' }));
    await userEvent.type(screen.getByLabelText('Filter the ledger'), 'p-1 head');
    expect(ledgerOf()).toBeUndefined();
    await userEvent.click(screen.getByRole('radio', { name: 'Side by side' }));
    expect(ledgerOf()).toEqual({ filter: 'p-1 head', across: true });
    const { shown } = opened.store.getState();
    const heads = ['day', 'night'].map((s) => (shown[s]!.outcome.result!.elements['P-1'] as { head: number }).head);
    const row = rowsOf().find((r) => r.dataset.ledgerRow === 'P-1.head')!;
    expect(['day', 'night'].map((s) => Number(row.querySelector(`[data-value=${s}]`)!.textContent))).toEqual(heads.map((h) => expect.closeTo(h, 2) as number)); // prettier-ignore
    await userEvent.click(row.querySelector<HTMLElement>('[data-value=night]')!);
    expect([opened.store.getState().active, opened.store.getState().asked]).toEqual(['night', 'head']);
    await userEvent.click(screen.getByRole('button', { name: 'Columns' }));
    await userEvent.click(await screen.findByRole('menuitemcheckbox', { name: /kind/i }));
    expect(ledgerOf()!.hidden).toEqual(['si', 'kind']);
    await userEvent.keyboard('{Escape}');
    cleanup();
    show(opened, <ReportView work={work} />);
    await waitFor(() => expect(sheets()).toContain('margins'));
    await userEvent.click(screen.getByRole('radio', { name: 'Ledger' }));
    expect(screen.getByLabelText<HTMLInputElement>('Filter the ledger').value).toBe('p-1 head');
    expect(screen.getByRole('radio', { name: 'Side by side' }).getAttribute('aria-checked')).toBe('true');
    await settle();
  });

  test('with its edge where that is asked: at least, at most', () => {
    const row = (value: number) => ({ scenario: 's', line: 'L', id: 'a', kind: 'pipe', figure: 'head loss', cell: { si: value, value, unit: 'm', figures: 4 } }); // prettier-ignore
    const rows = [1, 2, 3].map(row);
    const kept = (typed: string) => filteredLedger(rows, typed).map((r) => (r.cell as { value: number }).value);
    expect([kept('loss > 2'), kept('loss >= 2'), kept('loss < 2'), kept('loss <= 2'), kept('loss over 2'), kept('loss under 2,5')]).toEqual([[3], [2, 3], [1], [1, 2], [3], [1, 2]]); // prettier-ignore
  });
});

test('an offer that comes back stands beside what is required, and follows the study', async () => {
  const opened = await open(pumpedStudy(scenarios));
  const { store } = opened;
  const offers: OfferWork = {
    dataSheets: (study) => dataSheetBook(contextOf(study)),
    offers: async (study, bytes) => {
      const c = contextOf(study);
      return offersReport(c, readOffers((await readBook(bytes)).sheets, c));
    },
    workbookOf: () => Promise.resolve(new Uint8Array()),
  };
  const rate = (head: string): unknown =>
    store.getState().change('rated', [{ op: 'set', path: ['lines', 0, 'elements', 1, 'rated'], value: { flow: '15 m3/h', head } }]); // prettier-ignore
  act(() => void rate('25 m'));
  show(opened, <ReportView work={work} offers={offers} />);
  const book = new Excel.Workbook();
  await book.xlsx.load((await offers.dataSheets(store.getState().study)).buffer as ArrayBuffer);
  book.getWorksheet('Pump P-1')!.eachRow((r) => r.getCell(1).value === 'head' && (r.getCell(6).value = 26));
  // no such method in jsdom
  const give = (name: string, bytes: BlobPart): unknown =>
    fireEvent.change(screen.getByLabelText('Filled-in data sheets'), { target: { files: [Object.assign(new File([bytes], name), { arrayBuffer: () => Promise.resolve(bytes) })] } }); // prettier-ignore
  give('offer.xlsx', await book.xlsx.writeBuffer());
  const said = (text: RegExp): Promise<void> =>
    waitFor(() => expect(screen.getByRole('row', { name: /^Head at rated flow/ }).textContent).toMatch(text));
  await said(/25\.00.*26\.00meets/);
  // the study asks for more than it did
  act(() => void rate('30 m'));
  await said(/30\.00.*▲ 26\.00▲ 13 % below required; required was 25 m when/);
  // no workbook at all
  give('a.pdf', new TextEncoder().encode('%PDF-1.7'));
  await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/a\.pdf/));
  await settle();
});
