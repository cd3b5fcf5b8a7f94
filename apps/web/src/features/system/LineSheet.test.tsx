import { act, cleanup, createEvent, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { firstStudy, open, pumpedStudy, settle, show } from '../../test/open.js';
import { LineSheet } from './LineSheet.js';

afterEach(cleanup);

async function sheet(study = pumpedStudy()) {
  const opened = await open(study);
  show(opened, <LineSheet />);
  const state = opened.store.getState;
  return {
    store: opened.store,
    user: userEvent.setup(),
    grid: screen.getByRole('grid', { name: 'Elements in flow order' }),
    /** ids of the rows from top to bottom */
    ids: () => [...document.querySelectorAll<HTMLElement>('[data-row]')].map((r) => r.dataset.row),
    row: (id: string) => within(document.querySelector<HTMLElement>(`[data-row="${id}"]`)!),
    cell: (id: string, column: string) => document.querySelector<HTMLElement>(`[data-row="${id}"] [data-cell="${column}"]`)!,
    element: (id: string) => state().study.lines[0]!.elements.find((e) => e.id === id),
    quick: screen.getByLabelText<HTMLInputElement>(/Quick entry/),
  };
}

/** what stands on the clipboard is given to an element, as the browser does it */
function paste(target: Element, text: string): void {
  const event = createEvent.paste(target, { clipboardData: { getData: () => text } });
  fireEvent(target, event);
}

test('rows stand in flow order from the first point to the last, each with its figures', async () => {
  const { ids, row } = await sheet();
  expect(ids()).toEqual(['V-1', 'L-1', 'P-1', 'CV-1', 'L-2', 'V-2']);
  // 60 m3/h through DN150 sch 40 (154.1 mm): v = (60/3600)/(π/4·0.1541²) = 0.894 m/s
  expect(row('L-1').getByText('0.894')).toBeTruthy();
  // the pump gives its head, 54 m at 60 m3/h on its curve: no loss
  expect(row('P-1').getByText('+54.0')).toBeTruthy();
});

test('arrows choose a cell, a letter begins to type there, Enter takes it and goes down', async () => {
  const { store, user, grid, element } = await sheet();
  act(() => store.getState().select('L-1'));
  grid.focus();
  await user.keyboard('{ArrowLeft}Suction line{Enter}');
  expect(element('L-1')!.name).toBe('Suction line');
  expect(store.getState().selected).toBe('P-1');
  await user.keyboard('{ArrowUp}{ArrowUp}{ArrowUp}');
  expect(store.getState().selected).toBe('V-1');
});

test('Escape leaves a cell as it was; Tab takes it and goes to the next', async () => {
  const { store, user, grid, element } = await sheet();
  act(() => store.getState().select('L-1'));
  grid.focus();
  const before = element('L-1');
  await user.keyboard('{F2}{Control>}a{/Control}nonsense{Escape}');
  expect(element('L-1')).toEqual(before);
  await user.keyboard('{F2}');
  const typed = screen.getByLabelText<HTMLInputElement>('L-1 entry');
  await user.clear(typed);
  await user.type(typed, '25 m DN200 sch 40{Tab}');
  expect(element('L-1')).toMatchObject({ length: '25 m', size: 'DN200', schedule: '40' });
  expect(document.querySelector('[data-row="L-1"] .border-cedar')?.getAttribute('data-cell')).toBe('outlet');
});

test('what cannot be read stays typed with the reason under it, and nothing is changed', async () => {
  const { user, cell, element } = await sheet();
  const before = element('L-1');
  await user.dblClick(cell('L-1', 'entry'));
  const typed = screen.getByLabelText<HTMLInputElement>('L-1 entry');
  await user.clear(typed);
  await user.type(typed, '25 furlong{Enter}');
  expect(screen.getByRole('alert').textContent).toContain('furlong');
  expect(typed.getAttribute('aria-invalid')).toBe('true');
  expect(element('L-1')).toEqual(before);
});

test('an id that is taken is refused in words; a free one goes everywhere it is named', async () => {
  const { store, user, cell, ids } = await sheet(
    pumpedStudy({ op: 'set', path: ['scenarios', 0, 'set'], value: { 'L-1.length': '12 m' } }),
  );
  await user.dblClick(cell('L-1', 'id'));
  await user.clear(screen.getByLabelText('L-1 id'));
  await user.type(screen.getByLabelText('L-1 id'), 'P-1{Enter}');
  expect(screen.getByRole('alert').textContent).toContain('P-1');
  await user.clear(screen.getByLabelText('L-1 id'));
  await user.type(screen.getByLabelText('L-1 id'), 'S-1{Enter}');
  expect(ids()).toContain('S-1');
  expect(store.getState().study.scenarios[0]!.set).toEqual({ 'S-1.length': '12 m' });
});

test('the quick entry adds after the selected row in one step, and says how it reads', async () => {
  const { store, user, ids, quick } = await sheet();
  act(() => store.getState().select('L-1'));
  await user.type(quick, 'pipe 120 m DN100 sch 40');
  expect(screen.getByRole('status').textContent).toContain('120 m');
  await user.keyboard('{Enter}');
  const added = store.getState().selected!;
  expect(ids()).toEqual(['V-1', 'L-1', added, 'P-1', 'CV-1', 'L-2', 'V-2']);
  act(() => store.getState().undo());
  await act(settle);
  expect(ids()).toEqual(['V-1', 'L-1', 'P-1', 'CV-1', 'L-2', 'V-2']);
});

test('rows of a spreadsheet are shown as they are understood and taken in one step', async () => {
  const { store, user, grid, ids } = await sheet();
  act(() => store.getState().select('L-2'));
  paste(grid, 'pipe 30 m DN100 sch 40\nwobble\npipe 10 m DN100 sch 40, 1 gate');
  const pasted = within(screen.getByRole('group', { name: 'Pasted rows' }));
  expect(pasted.getAllByRole('listitem').map((li) => li.textContent.includes('▲'))).toEqual([false, true, false]);
  const steps = store.getState().past.length;
  await user.click(pasted.getByRole('button', { name: 'Add 2 rows' }));
  expect(ids()).toHaveLength(8);
  expect(store.getState().past.length).toBe(steps + 1);
});

test('one pasted cell opens the chosen cell with it', async () => {
  const { store, user, grid, element } = await sheet();
  act(() => store.getState().select('L-1'));
  paste(grid, '33 m DN150 sch 40\n');
  await user.type(screen.getByLabelText('L-1 entry'), '{Enter}');
  expect(element('L-1')!.length).toBe('33 m');
});

test('a row is copied as the columns of a table', async () => {
  const { store, grid } = await sheet();
  act(() => store.getState().select('L-1'));
  const data: Record<string, string> = {};
  fireEvent.copy(grid, { clipboardData: { setData: (kind: string, text: string) => (data[kind] = text) } });
  expect(data['text/plain']!.split('\t').slice(0, 2)).toEqual(['pipe', 'Suction']);
  expect(data['text/plain']!.split('\t')[2]).toContain('10 m');
});

test('Alt with an arrow moves an element along its line; Delete takes it out and chooses its neighbour', async () => {
  const { store, user, grid, ids } = await sheet();
  act(() => store.getState().select('CV-1'));
  grid.focus();
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
  expect(ids()).toEqual(['V-1', 'L-1', 'P-1', 'L-2', 'CV-1', 'V-2']);
  await user.keyboard('{Delete}');
  expect(ids()).toEqual(['V-1', 'L-1', 'P-1', 'L-2', 'V-2']);
  expect(store.getState().selected).toBe('L-2');
});

test('in US units outlets and losses stand in feet, what was typed in its own unit', async () => {
  const { store, cell } = await sheet(
    firstStudy(
      { op: 'set', path: ['units'], value: 'us' },
      { op: 'set', path: ['lines', 0, 'elements', 0, 'outletElevation'], value: '3 m' },
    ),
  );
  await act(settle);
  expect(screen.getByRole('columnheader', { name: 'Outlet ft' })).toBeTruthy();
  expect(screen.getByRole('columnheader', { name: 'Loss ft' })).toBeTruthy();
  const first = store.getState().study.lines[0]!.elements[0]!.id;
  expect(cell(first, 'outlet').textContent).toBe('3 m');
});

test('a thing that lacks an entry carries a mark with the reason', async () => {
  const { row } = await sheet(firstStudy({ op: 'set', path: ['lines', 0, 'elements', 0, 'length'] }));
  expect(row('L-1').getByRole('rowheader').textContent).toContain('▲');
  expect(row('L-1').getByRole('rowheader').textContent).toContain('length');
});
