import type { OwnBeginning, Study } from '@cedar-knot/core';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { api } from '../../api/client.js';
import { begin } from '../../worker/begin.js';
import { begunOwn } from '../../worker/begin-own.js';
import { KeepBeginning } from '../studies/KeepBeginning.js';
import { BeginView } from './BeginView.js';

/* A study of the plant as a beginning for others. */

jest.mock('../person/Person.js', () => ({ PersonMark: () => null }));
jest.mock('../../worker/preview.js', () => ({ begunOf: () => Promise.reject(new Error('no worker')), begunOwnOf: () => Promise.reject(new Error('no worker')) })); // prettier-ignore

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const study: Study = begin({ name: 'tank-to-tank', entries: {}, size: '', title: 'Cooling', tag: 'P-1', units: 'metric', without: [] }).study!; // prettier-ignore
const own: OwnBeginning = { id: 'o', name: 'Pump house', about: 'Two tanks', savedAt: '2026-11-02T00:00:00Z', asks: ['CV-1.flow', 'L-3.length'], document: study }; // prettier-ignore

test('its form asks for what was chosen, shows what the study has, and creates what was shown', async () => {
  jest.spyOn(api, 'beginnings').mockResolvedValue([own]);
  jest.spyOn(api, 'beginning').mockResolvedValue(own);
  const remove = jest.spyOn(api, 'removeBeginning').mockResolvedValue(own);
  const made = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'n' } as never);
  render(
    <MemoryRouter>
      <BeginView solve={(form) => Promise.resolve(begin(form))} solveOwn={(form) => Promise.resolve(begunOwn(form))} />
    </MemoryRouter>,
  );
  await userEvent.click(await screen.findByRole('button', { name: /^Pump house/ }));
  const form = within(await screen.findByRole('form', { name: 'Pump house' }));
  const flow = form.getByRole('textbox', { name: 'CV-1 Flow held: Flow control' });
  expect(flow.getAttribute('placeholder')).toBe('85 m3/h');
  fireEvent.change(flow, { target: { value: '85 m' } });
  expect(await form.findByText(/85 m/)).toBeTruthy();
  const create = (): HTMLButtonElement => form.getByRole('button', { name: 'Create study' });
  await waitFor(() => expect(create().disabled).toBe(true));
  fireEvent.change(flow, { target: { value: '70' } });
  await waitFor(() => expect(create().disabled).toBe(false));
  expect(document.querySelector('[data-begun=design]')!.textContent).toContain('70');
  await userEvent.click(create());
  const [created] = made.mock.calls[0] as [Study];
  expect(created.lines[0]!.elements.find((e) => e.id === 'CV-1')!.flow).toBe('70 m3/h');
  await userEvent.click(screen.getByRole('button', { name: 'Remove the beginning Pump house' }));
  await waitFor(() => expect(screen.queryByRole('button', { name: /^Pump house/ })).toBeNull());
  expect(remove).toHaveBeenCalledWith('o');
});

test('a study is kept with its name and the inputs that are ticked', async () => {
  jest.spyOn(api, 'get').mockResolvedValue({ document: study } as never);
  const keep = jest.spyOn(api, 'keepBeginning').mockResolvedValue(own);
  render(
    <MemoryRouter>
      <KeepBeginning study={{ id: 's', title: 'Cooling' } as never} onClose={() => undefined} />
    </MemoryRouter>,
  );
  const ticked = async (name: RegExp): Promise<HTMLInputElement> => screen.findByRole('checkbox', { name });
  expect((await ticked(/^CV-1 Flow/)).checked).toBe(true);
  await userEvent.click(await ticked(/^CV-1 Flow/));
  await userEvent.click(await ticked(/^L-1 Length/));
  await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
  await screen.findByText(/is among the beginnings/);
  const [kept] = keep.mock.calls[0]!;
  expect([kept.study, kept.name, kept.asks.includes('L-1.length'), kept.asks.includes('CV-1.flow')]).toEqual(['s', 'Cooling', true, false]); // prettier-ignore
});
