import type { ModelWhole } from '@cedar-knot/core';
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useLocation } from 'react-router';
import { api } from '../../api/client.js';
import { pumpedStudy } from '../../test/open.js';
import { ModelPage } from './ModelPage.js';
import { Revisions } from './Revisions.js';
import { UseInStudy } from './UseInStudy.js';

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
  localStorage.clear();
});

const revision = (n: number, more = {}) => ({ revision: n, savedAt: `2026-04-0${n}T00:00:00Z`, source: 'list.csv', rows: '4–9', page: null, note: null, by: { name: 'Ida Marsh', initials: 'IM' }, checkedBy: null, checkedAt: null, ...more }); // prettier-ignore
const model = (more = {}): ModelWhole =>
  ({
    id: '5f1d0000-0000-4000-8000-000000000001',
    kind: 'pumps',
    key: 'tc-100',
    name: 'TC 100',
    revision: 3,
    from: 'CSV',
    entry: { name: 'TC 100', speed: '2950 rpm', curve: [0, 60, 90].map((q) => ({ flow: `${q} m3/h`, head: `${60 - q / 5} m` })) },
    revisions: [revision(3), revision(2), revision(1)],
    attachments: [],
    usedIn: [],
    ...more,
  }) as unknown as ModelWhole;

describe('where data came from', () => {
  test('source, rows, who and when; looked over only when somebody did', () => {
    render(<Revisions model={model()} />);
    expect(screen.getByText('list.csv, rows 4–9')).toBeTruthy();
    expect(screen.getByText('Ida Marsh, 3 Apr 2026')).toBeTruthy();
    expect(screen.getByText('not yet')).toBeTruthy();
    cleanup();
    render(<Revisions model={model({ revisions: [revision(1, { checkedBy: { name: 'B. Lund', initials: 'BL' }, checkedAt: '2026-04-05T00:00:00Z' })] })} />); // prettier-ignore
    expect(screen.getByText('B. Lund, 5 Apr 2026')).toBeTruthy();
    // one revision has nothing to be compared with
    expect(screen.queryByRole('button', { name: /Compare/ })).toBeNull();
  });

  test('two revisions beside each other: the newest two first, others by choice, long values cut, a great many counted', async () => {
    const changes = jest.spyOn(api, 'modelChanges').mockResolvedValue([{ path: 'curve[2].head', before: '42 m', after: 'x'.repeat(200) }, { path: 'typical', before: undefined, after: true }] as never); // prettier-ignore
    render(<Revisions model={model()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Compare 3 revisions' }));
    const table = await screen.findByRole('table');
    await waitFor(() => expect(within(table).getAllByRole('row')).toHaveLength(3));
    expect(changes).toHaveBeenLastCalledWith(model().id, 2, 3);
    const cells = within(table).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
    expect(cells.slice(0, 2)).toEqual(['curve[2].head', '42 m']);
    expect(cells[2]).toMatch(/^x{78}…$/);
    expect(cells.slice(3)).toEqual(['typical', '–', 'true']);
    changes.mockResolvedValue(Array.from({ length: 65 }, (_, i) => ({ path: `curve[${i}]`, before: 1, after: 2 })));
    await userEvent.click(screen.getByRole('combobox', { name: 'Older revision' }));
    await userEvent.click(screen.getByRole('option', { name: /^revision 1,/i }));
    expect(await screen.findByText('and 5 more')).toBeTruthy();
    expect(changes).toHaveBeenLastCalledWith(model().id, 1, 3);
    changes.mockResolvedValue([]);
    await userEvent.click(screen.getByRole('combobox', { name: 'Newer revision' }));
    await userEvent.click(screen.getByRole('option', { name: /^revision 1,/i }));
    expect(await screen.findByText('No difference.')).toBeTruthy();
  });
});

describe('into a study', () => {
  let at = '';
  const Where = (): null => {
    at = useLocation().pathname;
    return null;
  };
  const heads = [{ id: 'a', title: 'Transfer', tag: 'P-1' }, { id: 'b', title: 'Cooling', tag: 'P-2' }]; // prettier-ignore
  const view = (closed = jest.fn()) => {
    jest.spyOn(api, 'list').mockResolvedValue({ count: heads.length, studies: heads as never });
    jest.spyOn(api, 'get').mockResolvedValue({ version: 4, document: pumpedStudy() } as never);
    render(<MemoryRouter><UseInStudy model={model()} onClose={closed} /><Where /></MemoryRouter>); // prettier-ignore
  };

  test('the last study and its first position are offered; the model takes it with its revision, and the study opens', async () => {
    localStorage.setItem('cedar-knot-last-study', 'b');
    const save = jest.spyOn(api, 'save').mockResolvedValue({} as never);
    view();
    await waitFor(() => expect(screen.getByRole('combobox', { name: 'Position' }).textContent).toContain('as P-1, now Hollin'));
    expect(screen.getByRole('combobox', { name: 'Study' }).textContent).toBe('P-2 Cooling');
    await userEvent.click(screen.getByRole('button', { name: 'Use' }));
    await waitFor(() => expect(at).toBe('/studies/b/curves'));
    const [id, version, next] = save.mock.calls[0]!;
    expect([id, version]).toEqual(['b', 4]);
    const pump = next.lines[0]!.elements.find((e) => e.id === 'P-1')!;
    expect(next.pumps![pump.pump as string]!.from).toEqual({ model: model().id, revision: 3 });
  });

  test('Only add to its list nothing in the system changes; a save that fails is said and can be tried again', async () => {
    const save = jest
      .spyOn(api, 'save')
      .mockRejectedValueOnce(new Error('Saved elsewhere meanwhile.'))
      .mockResolvedValue({} as never);
    view();
    await waitFor(() => expect(screen.getByRole('button', { name: 'Use' })).toHaveProperty('disabled', false));
    await userEvent.click(screen.getByRole('combobox', { name: 'Position' }));
    await userEvent.click(screen.getByRole('option', { name: 'Only add to its list' }));
    await userEvent.click(screen.getByRole('button', { name: 'Use' }));
    expect((await screen.findByText(/Saved elsewhere/)).textContent).toBe('▲ Saved elsewhere meanwhile.');
    await userEvent.click(screen.getByRole('button', { name: 'Use' }));
    await waitFor(() => expect(at).toBe('/studies/a/system'));
    const next = save.mock.calls[1]![2];
    expect(next.lines).toEqual(pumpedStudy().lines);
    expect(Object.keys(next.pumps!)).toHaveLength(2);
  });
});

test('a model that is retired is shown so at once, and as it was where that cannot be kept', async () => {
  const motor = model({ kind: 'motors', name: 'M 75', retiredAt: null, entry: { name: 'M 75', ratedPower: '75 kW', poles: 4 } });
  jest.spyOn(api, 'model').mockResolvedValue(motor);
  let refuse: (e: Error) => void = () => undefined;
  const asked = jest.spyOn(api, 'actOnModel').mockReturnValue(new Promise((_, reject) => (refuse = reject)));
  const changed = jest.fn();
  render(
    <MemoryRouter>
      <ModelPage kind="motors" id={motor.id} onClose={jest.fn()} onChanged={changed} duties={[]} />
    </MemoryRouter>,
  );
  await screen.findByRole('heading', { name: 'M 75' });
  await userEvent.click(screen.getByRole('button', { name: 'Actions' }));
  await userEvent.click(screen.getByRole('menuitem', { name: 'Retire' }));
  // nothing has answered yet
  expect(screen.getByText('◐ retired')).toBeTruthy();
  expect(asked.mock.calls[0]).toEqual([motor.id, 'retire']);
  refuse(new Error('no connection'));
  expect(await screen.findByText('▲ no connection')).toBeTruthy();
  expect(screen.queryByText('◐ retired')).toBeNull();
  // the list is read anew only when it was kept
  expect(changed).not.toHaveBeenCalled();
});
