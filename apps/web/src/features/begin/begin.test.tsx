import type { Study } from '@cedar-knot/core';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useLocation } from 'react-router';
import { api } from '../../api/client.js';
import { begin, type BeginningEntries } from '../../worker/begin.js';
import { BeginView } from './BeginView.js';

/* A study before it exists: what stands on the form is what the study will be. */

jest.mock('../person/Person.js', () => ({ PersonMark: () => null }));
jest.mock('../../worker/preview.js', () => ({
  begunOf: () => Promise.reject(new Error('no worker')),
  begunOwnOf: () => Promise.reject(new Error('no worker')),
}));

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

let at = '';
const Where = (): null => {
  at = useLocation().pathname;
  return null;
};
const asked: BeginningEntries[] = [];
const solve = (form: BeginningEntries) => {
  asked.push(form);
  return Promise.resolve(begin(form));
};
function show(): void {
  render(
    <MemoryRouter>
      <BeginView solve={solve} />
      <Where />
    </MemoryRouter>,
  );
}
const choose = (name: RegExp): Promise<void> => userEvent.click(screen.getByRole('button', { name }));
const form = (name: string): HTMLElement => screen.getByRole('form', { name });
const rowOf = (scenario: string): HTMLElement => document.querySelector<HTMLElement>(`[data-begun=${scenario}]`)!;
const field = (key: string): HTMLInputElement => document.querySelector<HTMLInputElement>(`[name=begin-${key}]`)!;
const type = (key: string, typed: string): boolean => fireEvent.change(field(key), { target: { value: typed } });

test('a service shows its scenarios solved before the study exists; what is entered moves them, and what is not is marked as default', async () => {
  show();
  await choose(/^River to plant/);
  await waitFor(() => expect(rowOf('design')).toBeTruthy());
  // 92.2 m of the tank less 63.8 m of the river, and 24 m from the high river to the low tank (89 − 65)
  expect(within(rowOf('design')).getAllByRole('cell').map((c) => c.textContent)).toEqual(['ADesign flow', '420', '28.4', expect.any(String), expect.any(String)]); // prettier-ignore
  expect(within(rowOf('lowest')).getAllByRole('cell')[2]!.textContent).toBe('24.0');
  expect(field('flow').placeholder).toBe('420');
  expect(within(form('River to plant')).getAllByText('default').length).toBe(7);
  type('river', '60 / 62 / 64');
  await waitFor(() => expect(within(rowOf('design')).getAllByRole('cell')[2]!.textContent).toBe('30.2'));
  expect(within(form('River to plant')).getAllByText('default').length).toBe(6);
  // what follows from it
  expect(field('pump').placeholder).toBe('64.4');
});

test('an entry that cannot be read is explained at its field, and nothing is created meanwhile', async () => {
  const create = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'n' } as never);
  show();
  await waitFor(() => expect(rowOf('design')).toBeTruthy());
  type('flow', '85 bar');
  await screen.findByText(/bar does not fit here. Expected a unit such as m3\/h/);
  expect(screen.getByRole('button', { name: 'Create study' })).toHaveProperty('disabled', true);
  fireEvent.submit(form('Tank to tank'));
  expect(create).not.toHaveBeenCalled();
  type('flow', '1000 gpm');
  // 1000 · 3.785411784 l/min = 227.1 m³/h
  await waitFor(() => expect(within(rowOf('design')).getAllByRole('cell')[1]!.textContent).toBe('227'));
});

test('what does not hold is said before the study exists: the worst with its scenario, and how many more', async () => {
  show();
  await choose(/^Condensate/);
  await waitFor(() => expect(screen.getByRole('status').textContent).toContain('All margins hold.'));
  // the hot well stands 2.2 m above a pump that no speed brings down to so little NPSH at this flow
  type('flow', '900');
  await waitFor(() => expect(within(rowOf('design')).getAllByRole('cell')[1]!.textContent).toBe('900'));
  const { scenarios } = begin(asked.at(-1)!);
  const wrong = scenarios.flatMap((s) => s.margins);
  expect(wrong[0]!.verdict).toBe('fails');
  // the lowest level is the worst of them
  const low = scenarios.find((s) => s.id === 'low')!;
  expect(low.npsha!).toBeLessThan(1.3 * 2);
  expect(screen.getByRole('status').textContent).toMatch(new RegExp(`NPSH ratio P-1 \\+${wrong.length - 1}$`));
  expect(screen.getByRole('status').textContent).not.toContain('All margins hold.');
  // left out, its faults are no longer counted
  for (const id of ['design', 'low']) await userEvent.click(within(rowOf(id)).getByRole('checkbox'));
  // the lowest flow has a margin near its limit alone
  await waitFor(() => expect(screen.getByRole('status').textContent).toMatch(/C NPSH margin P-1$/));
});

test('the study is created as it was shown, without the scenarios that were left out, and opens', async () => {
  const create = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'n' } as never);
  show();
  await choose(/^Closed circuit/);
  await waitFor(() => expect(rowOf('cold')).toBeTruthy());
  await userEvent.click(within(rowOf('cold')).getByRole('checkbox', { name: 'Create Cold fill' }));
  fireEvent.change(screen.getByLabelText('Tag'), { target: { value: 'P-77' } });
  fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'Cooling loop' } });
  await waitFor(() => expect(screen.getByRole('button', { name: 'Create study' })).toHaveProperty('disabled', false));
  await userEvent.click(screen.getByRole('button', { name: 'Create study' }));
  await waitFor(() => expect(at).toBe('/studies/n/system'));
  const [made] = create.mock.calls[0] as [Study];
  expect([made.title, made.tag, made.scenarios.map((s) => s.id)]).toEqual(['Cooling loop', 'P-77', ['design', 'fouled', 'least']]); // prettier-ignore
  expect(made).toEqual(begin(asked.at(-1)!).study);
});

test('a blank study begins with its title, a copy with a study', async () => {
  const create = jest.spyOn(api, 'create').mockResolvedValue({ id: 'b' } as never);
  show();
  await choose(/^Blank study/);
  expect(screen.getByRole('button', { name: 'Create study' })).toHaveProperty('disabled', true);
  await userEvent.type(screen.getByLabelText('Title'), '  Brine transfer {Enter}');
  await waitFor(() => expect(at).toBe('/studies/b/system'));
  expect(create).toHaveBeenCalledWith('Brine transfer');
});
