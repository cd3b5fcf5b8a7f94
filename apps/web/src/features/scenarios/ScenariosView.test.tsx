import { act, cleanup, createEvent, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Operation } from '@cedar-knot/core';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { ScenariosView } from './ScenariosView.js';

afterEach(cleanup);

const SCENARIOS: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', name: 'Day', temperature: '20 C', hoursPerYear: 5000, set: { 'V-2.level': '1 m' } },
    { id: 'night', name: 'Night', temperature: '20 C', hoursPerYear: 2000, set: { 'V-2.level': '2 m', 'CV-1.flow': '40 m3/h' } },
    { id: 'peak', name: 'Peak', temperature: '20 C', hoursPerYear: 500 },
  ],
};

async function matrix(...more: Operation[]) {
  const opened = await open(pumpedStudy(SCENARIOS, ...more));
  show(opened, <ScenariosView />);
  const { store } = opened;
  const cell = (name: string) => screen.getByRole<HTMLElement>('button', { name });
  return {
    store,
    user: userEvent.setup(),
    cell,
    sets: () => store.getState().study.scenarios.map((s) => s.set ?? {}),
    paste(target: Element, text: string) {
      fireEvent(target, createEvent.paste(target, { clipboardData: { getData: () => text } }));
    },
    result: (name: string) => [...document.querySelectorAll(`[data-result="${name}"] td`)].map((td) => td.textContent.trim()),
  };
}

test('only what differs has a row; an own value stands in its cell, a shared one on its left', async () => {
  const { cell } = await matrix();
  const rows = [...document.querySelectorAll<HTMLElement>('tr[data-input]')].map((r) => r.dataset.input);
  expect(rows).toEqual(expect.arrayContaining(['V-2.level', 'CV-1.flow']));
  expect(rows).toHaveLength(2);
  expect(cell('CV-1 Flow held in Night').textContent).toBe('40 m3/h');
  expect(cell('CV-1 Flow held in Day').textContent).toBe('');
  expect(cell('CV-1 Flow held, shared').textContent).toBe('60 m3/h');
});

test('results stand under their scenarios, live: the flow that is held, its power, the electricity in the year', async () => {
  const { result, cell, user } = await matrix();
  expect(result('Flow').slice(1)).toEqual(['60.0', '40.0', '60.0']);
  await user.click(cell('CV-1 Flow held in Peak'));
  await user.keyboard('50{Enter}');
  await act(settle);
  expect(result('Flow').slice(1)).toEqual(['60.0', '40.0', '50.0']);
  // 54 m at 60 m3/h with 75 %: ρgQH/η = 998.2·9.80665·(60/3600)·54/0.75 W = 11.75 kW
  expect(result('Shaft power, all running')[1]).toBe('11.7');
  // the three years' shares stand together on the left
  const shares = result('Annual electricity');
  expect(Number(shares[0]!.slice(2))).toBeCloseTo(Number(shares[1]) + Number(shares[2]) + Number(shares[3]), 0);
});

test('a number alone takes the unit that stood there; what is refused stays typed with its reason', async () => {
  const { sets, cell, user } = await matrix();
  await user.click(cell('V-2 Liquid level above nozzle in Night'));
  const typed = screen.getByLabelText<HTMLInputElement>('V-2 Liquid level above nozzle in Night');
  await user.clear(typed);
  await user.type(typed, '2.5{Enter}');
  expect(sets()[1]!['V-2.level']).toBe('2.5 m');
  await user.click(cell('V-2 Liquid level above nozzle in Day'));
  await user.clear(screen.getByLabelText('V-2 Liquid level above nozzle in Day'));
  await user.type(screen.getByLabelText('V-2 Liquid level above nozzle in Day'), '3 bar{Enter}');
  expect(screen.getByRole('alert').textContent).toContain('bar');
  expect(sets()[0]!['V-2.level']).toBe('1 m');
});

test('Delete shares a cell again; a whole row is shared again with one press', async () => {
  const { sets, cell, user } = await matrix();
  cell('V-2 Liquid level above nozzle in Night').focus();
  await user.keyboard('{Delete}');
  expect(sets()).toEqual([{ 'V-2.level': '1 m' }, { 'CV-1.flow': '40 m3/h' }, {}]);
  await user.click(screen.getByRole('button', { name: 'Use the shared CV-1 flow held' }));
  expect(sets()[1]).toEqual({});
});

test('arrows go from cell to cell, from the shared value to the last scenario and no farther', async () => {
  const { cell, user } = await matrix();
  const focused = () => document.activeElement?.getAttribute('aria-label');
  cell('V-2 Liquid level above nozzle in Day').focus();
  await user.keyboard('{ArrowLeft}{ArrowLeft}');
  expect(focused()).toBe('V-2 Liquid level above nozzle, shared');
  await user.keyboard('{ArrowRight}{ArrowRight}{ArrowRight}{ArrowRight}');
  expect(focused()).toBe('V-2 Liquid level above nozzle in Peak');
  await user.keyboard('{ArrowUp}{ArrowUp}');
  const top = focused();
  await user.keyboard('{ArrowDown}');
  expect(focused()).not.toBe(top);
});

test('Shift Enter fills a value to the scenarios on the right, in one step', async () => {
  const { store, sets, cell, user } = await matrix();
  cell('V-2 Liquid level above nozzle in Day').focus();
  const steps = store.getState().past.length;
  await user.keyboard('{Shift>}{Enter}{/Shift}');
  await act(settle);
  expect(sets().map((s) => s['V-2.level'])).toEqual(['1 m', '1 m', '1 m']);
  expect(store.getState().past.length).toBe(steps + 1);
});

test('a block is pasted cell by cell; what does not fit is said and the rest is taken', async () => {
  const { store, sets, cell, paste } = await matrix();
  paste(cell('V-2 Liquid level above nozzle in Day'), '1.1\tdeep\t1.3\t1.4');
  expect(sets().map((s) => s['V-2.level'])).toEqual(['1.1 m', '2 m', '1.3 m']);
  expect(store.getState().notice).toContain('deep');
  expect(store.getState().notice).toContain('outside the matrix');
  act(() => store.getState().undo());
  await act(settle);
  expect(sets().map((s) => s['V-2.level'])).toEqual(['1 m', '2 m', undefined]);
});

test('hours, temperature and whether it counts are each scenario’s own', async () => {
  const { store, user } = await matrix();
  const hours = screen.getByLabelText<HTMLInputElement>('hoursPerYear of Peak');
  await user.clear(hours);
  await user.type(hours, '9000000{Enter}');
  expect(screen.getByRole('alert')).toBeTruthy();
  await user.clear(hours);
  await user.type(hours, '800{Enter}');
  const temperature = screen.getByLabelText<HTMLInputElement>('temperature of Peak');
  await user.clear(temperature);
  await user.type(temperature, '35{Enter}');
  await user.click(screen.getByLabelText('judged of Peak'));
  expect(store.getState().study.scenarios[2]).toMatchObject({ hoursPerYear: 800, temperature: '35 C', judged: false });
  await user.click(screen.getByLabelText('judged of Peak'));
  expect(store.getState().study.scenarios[2]!.judged).toBeUndefined();
});

test('the bar says how many hours stand by, or how many are too many', async () => {
  const { store } = await matrix();
  // 8760 − 5000 − 2000 − 500
  expect(screen.getByText('off for 1260 h')).toBeTruthy();
  act(() => void store.getState().change('h', [{ op: 'set', path: ['scenarios', 0, 'hoursPerYear'], value: 8000 }]));
  await act(settle);
  expect(screen.getByText('▲ 1740 h too many')).toBeTruthy();
});

test('a scenario is renamed, copied with its own values, and taken out', async () => {
  const { store, user } = await matrix();
  const scenarios = () => store.getState().study.scenarios;
  await user.click(screen.getByTitle('Night: click to rename'));
  await user.clear(screen.getByLabelText('Name of the scenario'));
  await user.type(screen.getByLabelText('Name of the scenario'), 'Low tariff{Enter}');
  expect(scenarios()[1]).toMatchObject({ id: 'night', name: 'Low tariff' });
  await user.click(screen.getByRole('button', { name: 'Actions for Low tariff' }));
  await user.click(within(screen.getByRole('menu')).getByRole('menuitem', { name: 'Copy' }));
  expect(scenarios()).toHaveLength(4);
  expect(scenarios()[2]!.set).toEqual(scenarios()[1]!.set);
  expect(scenarios()[2]!.id).not.toBe('night');
});
