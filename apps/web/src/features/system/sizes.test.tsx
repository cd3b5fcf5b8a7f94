import { runStudy, type Operation, type PipeResult } from '@cedar-knot/core';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { sized } from '../../test/sized.js';
import { Breakdown } from './Breakdown.js';
import { LineSizes } from './LineSizes.js';
import { usualGroup } from './useLineSizes.js';

/* Under the system: what the head goes into, and what another size would do. */

// the chart is drawn by a browser
jest.mock('../../ui/chart/ApexChart.js', () => ({ ApexChart: () => null }));

afterEach(cleanup);

const TWO: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', name: 'Day', temperature: '20 C', hoursPerYear: 6000 },
    { id: 'night', name: 'Night', temperature: '20 C', hoursPerYear: 2000, set: { 'CV-1.flow': '40 m3/h' } },
  ],
};

test('the head by its parts: they add up to the pump’s own, shares to a hundred, bars stand on each other', async () => {
  sized(600, 200);
  const opened = await open(pumpedStudy(TWO));
  show(opened, <Breakdown />);
  const table = screen.getByRole('table');
  const numbers = (column: number): number[] =>
    within(table).getAllByRole('row').slice(1, -1).map((r) => Number(r.querySelectorAll('td')[column]!.textContent.split(' ')[0]!.replace('−', '-'))); // prettier-ignore
  // rows of the curve: 54 m at 60 m³/h; at 40 it lies between 60 and 54
  const [day, night] = [0, 1].map((c) => numbers(c).reduce((a, b) => a + b, 0));
  expect(day).toBeCloseTo(54, 0);
  expect(night).toBeGreaterThan(54);
  expect(night).toBeLessThan(60);
  expect(document.querySelector('[data-breakdown=day]')!.textContent).toMatch(/^54/);
  const shares = within(table).getAllByRole('row').slice(1, -1).map((r) => Number(/(\d+) %/.exec(r.querySelectorAll('td')[0]!.textContent)?.[1] ?? 0)); // prettier-ignore
  expect(Math.abs(shares.reduce((a, b) => a + b, 0) - 100)).toBeLessThanOrEqual(shares.length / 2);
  const bars = [...document.querySelectorAll('svg[role=img] g')].flatMap((g) => [...g.querySelectorAll(':scope > rect')]);
  const [first, second] = bars.map((r) => ['y', 'height'].map((k) => Number(r.getAttribute(k))) as [number, number]);
  expect(second![0] + second![1]).toBeCloseTo(first![0], 6);
});

test('without a pump there is nothing to break down', async () => {
  const opened = await open(pumpedStudy({ op: 'remove', path: ['lines', 0, 'elements'], index: 1 }));
  show(opened, <Breakdown />);
  expect(screen.getByText(/The breakdown appears once/)).toBeTruthy();
});

describe('sizes side by side', () => {
  const shown = async () => {
    const opened = await open(pumpedStudy(TWO));
    show(opened, <LineSizes />);
    await screen.findByRole('table', { name: 'Sizes side by side' });
    return opened;
  };
  const row = (size: string): HTMLElement => document.querySelector<HTMLElement>(`[data-size="${size}"]`)!;

  test('the one that stands is marked; each has the velocity that the study would have with it', async () => {
    const opened = await shown();
    expect(row('DN150').textContent).toMatch(/now$/);
    const other = row('DN125');
    await userEvent.click(within(other).getByRole('button', { name: /^Use DN125/ }));
    await settle();
    const [pipe] = usualGroup(opened.store.getState().study, null);
    const result = runStudy(opened.store.getState().study).scenarios[0]!.result!;
    expect(opened.store.getState().study.lines[0]!.elements.find((e) => e.id === pipe)!.size).toBe('DN125');
    await waitFor(() => expect(row('DN125').textContent).toMatch(/now$/));
    const { velocity } = result.elements[pipe!] as PipeResult;
    expect(row('DN125').querySelectorAll('td')[1]!.textContent.trim()).toBe(velocity.toFixed(2));
    // (154.1/128.2)²: the same flow in a smaller bore; Darcy–Weisbach loss goes with some d^-5
    const loss = (size: string): number => Number(row(size).querySelectorAll('td')[6]!.textContent);
    expect(loss('DN125') / loss('DN150')).toBeGreaterThan(2.1);
    expect(loss('DN125') / loss('DN150')).toBeLessThan(2.9);
  });

  test('the Recommended velocity is kept as a limit of these pipes, typed with a comma or in another unit; nonsense is left', async () => {
    const opened = await shown();
    const least = (): HTMLInputElement => screen.getByLabelText('Minimum velocity');
    const put = async (text: string): Promise<void> => {
      fireEvent.change(least(), { target: { value: text } });
      fireEvent.blur(least());
      await act(settle);
    };
    await put('0,8');
    const limits = () => opened.store.getState().study.limits;
    const pipes = usualGroup(opened.store.getState().study, null);
    expect(limits()!.map((l) => [l.check, l.where, l.limit])).toEqual(pipes.map((id) => ['velocity', id, ['0.8 m/s', '4 m/s']]));
    await put('3 ft/s');
    expect(limits()![0]!.limit).toEqual(['0.9144 m/s', '4 m/s']);
    for (const wrong of ['fast', '9', '3 bar']) {
      await put(wrong);
      expect(limits()![0]!.limit).toEqual(['0.9144 m/s', '4 m/s']);
    }
  });

  test('a cost is typed over the guide and taken back by an empty field; money is reckoned with what is typed', async () => {
    const opened = await shown();
    const cost = (): HTMLInputElement => screen.getByLabelText('Cost per metre of DN125');
    const put = async (field: HTMLElement, text: string): Promise<void> => {
      fireEvent.change(field, { target: { value: text } });
      fireEvent.blur(field);
      await act(settle);
    };
    await put(cost(), '99,5');
    const economics = () => opened.store.getState().study.economics;
    expect(economics()!.pipeCosts).toEqual([{ size: 'DN125', schedule: '40', perMetre: 99.5 }]);
    await put(cost(), '');
    expect(economics()!.pipeCosts).toEqual([]);
    await put(screen.getByLabelText(/^interest/i), '7,5 %');
    expect(economics()!.interest).toBeCloseTo(0.075, 12);
    await put(screen.getByLabelText(/^life/i), 'long');
    expect(economics()!.life).toBeUndefined();
    await put(screen.getByLabelText(/^price/i), '0.21');
    expect(economics()!.energyPrice).toBe(0.21);
    await put(screen.getByLabelText(/^price/i), '');
    expect(economics()).not.toHaveProperty('energyPrice');
  });
});
