import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useUnits } from '../../state/units.js';
import type { Preview, PreviewOptions } from '../../worker/import.worker.js';
import { ImportColumns } from './ImportColumns.js';
import { ImportFile } from './ImportFile.js';
import { ImportProblems } from './ImportProblems.js';
import { ImportQuestions } from './ImportQuestions.js';

/* A table before it is taken: how its columns were understood, what is wrong in it, and what is to be done about each. */

afterEach(cleanup);

const OPTIONS = { columns: {}, mends: {}, left: [] } as unknown as PreviewOptions;
const take = { text: 'take as it is', mend: null };
const leaveRow = { text: 'leave the row out', mend: { kind: 'leave' } };
const problem = (key: string, row: number | null, more: object = {}) => ({ key, row, where: row === null ? '–' : String(row), model: 'TC 80', severity: 'error', said: { of: 'cell', problem: { row: row ?? 0, severity: 'error', code: 'missing', detail: { column: key } } }, choices: [leaveRow, take], ...more }); // prettier-ignore
const preview = (more: object): Preview => ({ kind: 'pumps', decimal: '.', columns: [], sample: [], problems: [], problemCount: 0, file: null, questions: [], makers: [], ...more }) as unknown as Preview; // prettier-ignore
const remote = (points: { q: number; h: number }[] = [], at = 1) => ({ curveAt: jest.fn().mockResolvedValue({ points, at }) }) as never; // prettier-ignore

describe('problems', () => {
  const view = (problems: object[], options = OPTIONS, count = problems.length, of = remote()) => {
    const chosen = jest.fn();
    render(<ImportProblems preview={preview({ problems, problemCount: count })} options={options} remote={of} onOptions={chosen} />); // prettier-ignore
    return chosen;
  };
  const choose = async (row: string, text: string): Promise<void> => {
    await userEvent.click(screen.getByRole('combobox', { name: `Action for row ${row}` }));
    await userEvent.click(screen.getByRole('option', { name: text }));
  };

  test('the first choice stands until another is made; what is done to a row is kept by the row, to a curve by its model', async () => {
    const whole = problem('b', null, { model: 'TC 100', severity: 'warning', choices: [take, { text: 'leave the pump out', mend: { kind: 'leave' } }] }); // prettier-ignore
    const chosen = view([problem('a', 7), whole]);
    expect(screen.getByRole('combobox', { name: 'Action for row 7' }).textContent).toBe('leave the row out');
    await choose('7', 'take as it is');
    expect(chosen).toHaveBeenLastCalledWith({ ...OPTIONS, mends: { 7: null } });
    await choose('TC 100', 'leave the pump out');
    expect(chosen).toHaveBeenLastCalledWith({ ...OPTIONS, left: ['TC 100'] });
    cleanup();
    const again = view([problem('a', 7), whole], { ...OPTIONS, mends: { 7: null }, left: ['TC 100', 'other'] });
    expect(screen.getByRole('combobox', { name: 'Action for row 7' }).textContent).toBe('take as it is');
    await choose('TC 100', 'take as it is');
    expect(again.mock.calls[0][0].left).toEqual(['other']);
  });

  test('an error that no choice mends is a matter of the columns, a mere word is only said; the rest is counted', () => {
    view([problem('a', 3, { choices: [] }), problem('b', null, { choices: [], severity: 'warning' })], OPTIONS, 40);
    const cells = (row: string): string[] => within(document.querySelector<HTMLElement>(`[data-problem-row="${row}"]`)!).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
    expect(cells('3').at(-1)).toBe('See columns');
    expect(cells('TC 80').at(-1)).toBe('note only');
    expect(screen.getByText('and 38 more, treated the same way')).toBeTruthy();
    cleanup();
    view([]);
    expect(screen.getByText(/All rows were read/)).toBeTruthy();
  });

  test('what a curve does is said in the units of the person', () => {
    const rises = problem('a', 7, { said: { of: 'curve', problem: { model: 'x', code: 'head-rises', path: 'pumps.x', detail: { here: 30.48, before: 3.048 } } } }); // prettier-ignore
    act(() => useUnits.getState().choose('us'));
    view([rises]);
    // 30.48 m are 100 ft
    expect(screen.getByText('Head increases with flow: 100 ft after 10.0 ft.')).toBeTruthy();
    act(() => useUnits.getState().choose('study'));
    expect(screen.getByText('Head increases with flow: 30.5 m after 3.05 m.')).toBeTruthy();
  });

  test('beside it the curve to which the row belongs, with that row ringed where it lies', async () => {
    const of = remote([{ q: 0, h: 50 }, { q: 30, h: 65 }, { q: 60, h: 40 }, { q: NaN, h: 3 }], 1); // prettier-ignore
    view([problem('a', 7), problem('b', 8)], OPTIONS, 2, of);
    const picture = await screen.findByRole('img', { name: 'Curve with row 7' });
    const ring = picture.querySelector('circle[r="7"]')!;
    // the highest of the curve, half way along: 14 + 142/2 px, 26 px down
    expect([ring.getAttribute('cx'), ring.getAttribute('cy')]).toEqual(['85', '26']);
    expect(picture.querySelectorAll('circle[r="2"]')).toHaveLength(3);
    await userEvent.click(document.querySelector('[data-problem-row="8"]')!);
    expect(await screen.findByRole('img', { name: 'Curve with row 8' })).toBeTruthy();
  });
});

describe('columns', () => {
  const columns = [
    { header: 'Förderstrom', column: 'flow', unit: 'm3/h', isAssumed: true },
    { header: 'H', column: 'head', unit: 'm', wrongUnit: 'mtr' },
    { header: 'Remark' },
  ];
  const view = (options = OPTIONS) => {
    const said = jest.fn();
    render(<ImportColumns preview={preview({ columns, sample: [['12', '50', 'x']] })} options={options} kind="pumps" onOptions={said} />); // prettier-ignore
    return said;
  };

  test('each can be said to be another, or left out; a unit is typed, and a wrong one is marked as it stood', async () => {
    const said = view();
    expect(screen.getByLabelText<HTMLInputElement>('Unit of H').value).toBe('mtr');
    expect(screen.getByLabelText('Unit of H').className).toContain('border-fails');
    expect(screen.getByLabelText('Unit of Förderstrom').className).toContain('italic');
    expect(screen.queryByLabelText('Unit of Remark')).toBeNull();
    await userEvent.click(screen.getByRole('combobox', { name: 'Meaning of column Remark' }));
    await userEvent.click(screen.getByRole('option', { name: 'NPSHR' }));
    expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, columns: { 2: { column: 'npshr' } } });
    await userEvent.click(screen.getByRole('combobox', { name: 'Meaning of column Förderstrom' }));
    await userEvent.click(screen.getByRole('option', { name: 'Left out' }));
    expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, columns: { 0: null } });
    fireEvent.change(screen.getByLabelText('Unit of H'), { target: { value: 'ft' } });
    fireEvent.blur(screen.getByLabelText('Unit of H'));
    expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, columns: { 1: { column: 'head', unit: 'ft' } } });
    const count = said.mock.calls.length;
    fireEvent.blur(screen.getByLabelText('Unit of Förderstrom'));
    expect(said).toHaveBeenCalledTimes(count);
  });
});

describe('a file as a whole', () => {
  const sheets = [{ name: '2023', isHidden: false }, { name: '2025', isHidden: false }, { name: 'old', isHidden: true }]; // prettier-ignore
  const view = (more: object, options = OPTIONS) => {
    const said = jest.fn();
    const file = { of: 'text', encoding: 'windows-1252', delimiter: ';', sheets: [{ name: '', isHidden: false }], layouts: ['down'] }; // prettier-ignore
    render(<ImportFile preview={preview({ file, ...more })} options={options} onOptions={said} />);
    return said;
  };
  const choose = async (name: string, option: string): Promise<void> => {
    await userEvent.click(screen.getByRole('combobox', { name }));
    await userEvent.click(screen.getByRole('option', { name: option }));
  };

  test('letters and decimal mark can be said otherwise; while numbers read in two ways no mark is chosen', async () => {
    const said = view({ decimal: '' });
    expect(screen.getByRole('combobox', { name: 'Encoding' }).textContent).toBe('Windows-1252');
    expect(screen.getByRole('combobox', { name: 'Decimal mark' }).textContent).toMatch(/^select/);
    await choose('Decimal mark', 'Comma');
    expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, decimal: ',' });
    await choose('Encoding', 'Windows-1250');
    expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, encoding: 'windows-1250' });
    expect(screen.queryByRole('combobox', { name: 'Sheet' })).toBeNull();
    expect(screen.queryByRole('combobox', { name: 'Hidden rows and columns' })).toBeNull();
  });

  test('of a spreadsheet all sheets that are shown are read, or one; what is hidden on demand', async () => {
    const hidden = problem('x', 1, { said: { of: 'cell', problem: { code: 'hidden-rows', detail: { count: 5 } } } });
    const file = { of: 'spreadsheet', encoding: null, delimiter: null, sheets, layouts: ['blocks'] };
    const said = view({ file, problems: [hidden] }, { ...OPTIONS, sheets: ['2025'] });
    expect(screen.getByRole('combobox', { name: 'Sheet' }).textContent).toBe('2025');
    await choose('Sheet', 'All 2');
    expect(said).toHaveBeenLastCalledWith(OPTIONS);
    await choose('Hidden rows and columns', 'Read');
    expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, sheets: ['2025'], hidden: true });
    expect(screen.getByText('a block for each pump')).toBeTruthy();
  });
});

test('a question has a card a reading, with what speaks against it; the one that is chosen is said', async () => {
  const detail = { header: 'Flow [m3/h]', found: '1,200', point: '1200', comma: '1.200' };
  const figure = (value: number) => ({ fact: { code: 'figure', model: 'A', figure: { code: 'specific-speed', value, from: 4, to: 400 } } }); // prettier-ignore
  const readings = [
    { choice: { decimal: '.' }, isLikely: true, facts: [{ isMet: true, fact: { code: 'flow-rises', met: 1, of: 1 } }, { isMet: true, ...figure(52) }], curves: [[{ q: 0, h: 88 }, { q: 1, h: 61 }]] }, // prettier-ignore
    { choice: { decimal: ',' }, isLikely: false, facts: [{ isMet: false, ...figure(1.65) }], curves: [] },
  ];
  const said = jest.fn();
  const question = { problem: { row: 3, severity: 'error', code: 'ambiguous-number', detail }, readings };
  render(<ImportQuestions preview={preview({ questions: [question] })} options={OPTIONS} onOptions={said} />);
  const cards = screen.getAllByRole('radio');
  expect(cards.map((c) => c.getAttribute('aria-label'))).toEqual(['1,200 is 1200: Most plausible', '1,200 is 1.200: Not plausible']); // prettier-ignore
  expect(cards[1]!.textContent).toContain('Specific speed nq 1.65, outside 4.00 to 400 (A)');
  await userEvent.click(cards[0]!);
  expect(said).toHaveBeenLastCalledWith({ ...OPTIONS, decimal: '.' });
});
