import { runStudy, type Operation, type PumpResult, type ServiceCurves } from '@cedar-knot/core';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { open, pumpedStudy, show } from '../../test/open.js';
import { displayIn } from '../context.js';
import { curvesModel } from './model.js';
import { csvOf, ReadFigures, ReadOut } from './ReadOut.js';
import { BARE } from './shows.js';

/* Every curve read at a flow: under the pointer, with the arrows, typed, and as a file. */

afterEach(cleanup);

const TWO: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', name: 'Day', temperature: '20 C' },
    { id: 'hot', name: 'Hot', temperature: '80 C', set: { 'CV-1.flow': '45 m3/h' } },
  ],
};

async function opened(...more: Operation[]) {
  const of = await open(pumpedStudy(TWO, ...more));
  const curves = of.store.getState().outcome!.curves!;
  return { of, curves };
}

test('as a file: at no flow the pump’s shut-off and the static head, at a held flow the duty of the calculation', async () => {
  const { of, curves } = await opened();
  const [head, ...rows] = csvOf(curves, ['day', 'hot'], displayIn('metric')).trim().split('\n').map((r) => r.split(',')); // prettier-ignore
  expect(head!.slice(0, 7)).toEqual(['flow [m3/h]', 'day system [m]', 'day NPSHA [m]', 'day pump [m]', 'day efficiency [%]', 'day power [kW]', 'day NPSHR [m]']); // prettier-ignore
  expect(head!.slice(7).every((h) => h.startsWith('hot '))).toBe(true);
  expect(rows).toHaveLength(curves.flows.length);
  // the first row of the curve: 62 m; levels of 2 m on 0 and 2 m on 20: 20 m
  expect(rows[0]!.slice(0, 4).map(Number)).toMatchObject([0, expect.closeTo(20, 1), expect.anything(), 62]);
  const { scenarios } = runStudy(of.store.getState().study);
  for (const [k, s] of scenarios.entries()) {
    const p = s.result!.elements['P-1'] as PumpResult;
    const near = rows.reduce((a, b) => (Math.abs(Number(b[0]) - p.flow * 3600) < Math.abs(Number(a[0]) - p.flow * 3600) ? b : a));
    // half a step of the axis away, the curve of the pump has hardly moved
    expect(Math.abs(Number(near[6 * k + 3]) - p.head!)).toBeLessThan(0.6);
    expect(Math.abs(Number(near[6 * k + 2]) - p.npsha!)).toBeLessThan(0.2);
  }
  // hot water has the higher vapour pressure: less is available at every flow
  for (const r of rows) if (r[2] !== '' && r[8] !== '') expect(Number(r[8])).toBeLessThan(Number(r[2]));
});

test('in US units the same in feet and gallons; past the end of a curve its cells are empty', async () => {
  const { curves } = await opened();
  const lines = (system: 'metric' | 'us') => csvOf(curves, ['day'], displayIn(system)).trim().split('\n').map((r) => r.split(',')); // prettier-ignore
  const [metric, us] = [lines('metric'), lines('us')];
  expect(us[0]![0]).toBe('flow [gpm]');
  expect(us[0]![1]).toBe('day system [ft]');
  expect(Number(us[5]![0]) / Number(metric[5]![0])).toBeCloseTo(1 / (0.003785411784 * 60), 4);
  expect(Number(us[5]![3]) / Number(metric[5]![3])).toBeCloseTo(1 / 0.3048, 4);
  for (const r of metric.slice(1)) expect([r[0], r[3] === '']).toEqual([r[0], Number(r[0]) > 90 + 1e-6]);
});

describe('with pointer and keys', () => {
  const view = async () => {
    const { of, curves } = await opened();
    const { study, shown, active } = of.store.getState();
    const units = { flow: (q: number) => q * 3600, head: (h: number) => h, power: (w: number) => w / 1000 };
    const model = curvesModel(curves, study, shown, active, units, BARE, []);
    let flow: number | null = null;
    const Read = ({ of: c }: { of: ServiceCurves }) => {
      const [at, setAt] = useState<number | null>(null);
      flow = at;
      return (
        <>
          <ReadOut
            curves={c}
            model={model}
            areas={{ head: { x: 50, y: 10, width: 500, height: 300 } }}
            size={{ width: 600, height: 600 }}
            flow={at}
            onFlow={setAt}
          />
          <ReadFigures flow={at} onFlow={setAt} />
        </>
      );
    };
    show(of, <Read of={curves} />);
    return { curves, model, at: () => flow, slider: screen.getByRole('slider') };
  };

  test('the pointer reads where it stands on the axis, and nothing beyond the curves’ end', async () => {
    const { model, at, slider, curves } = await view();
    const move = (share: number): void =>
      void fireEvent(slider, new MouseEvent('pointermove', { bubbles: true, clientX: share * 500 }));
    move(0.5);
    expect(at()! * 3600).toBeCloseTo(model.flow.min + 0.5 * (model.flow.max - model.flow.min), 6);
    move(5);
    expect(at()).toBe(curves.flows.at(-1));
    move(-5);
    expect(at()).toBe(0);
    fireEvent(slider, new MouseEvent('pointerout', { bubbles: true }));
    expect(at()).toBeNull();
  });

  test('arrows go two hundredth parts of the axis, pages ten times as far, Escape reads nothing', async () => {
    const { at, slider, curves } = await view();
    const end = curves.flows.at(-1)!;
    const press = (key: string): void => void fireEvent.keyDown(slider, { key });
    press('ArrowRight');
    expect(at()! / end).toBeCloseTo(0.505, 9);
    press('PageDown');
    expect(at()! / end).toBeCloseTo(0.455, 9);
    press('x');
    expect(at()! / end).toBeCloseTo(0.455, 9);
    for (let i = 0; i < 12; i++) press('PageDown');
    expect(at()).toBe(0);
    press('Escape');
    expect(at()).toBeNull();
    expect(slider.getAttribute('aria-valuetext')).toBe('not set');
  });

  test('a typed flow is read in every scenario: at 60 m³/h the pump has the 54 m and 2.8 m of its row', async () => {
    await view();
    await userEvent.type(screen.getByLabelText('Read at flow'), '60{Enter}');
    for (const id of ['day', 'hot']) {
      const cells = within(document.querySelector<HTMLElement>(`[data-read=${id}]`)!).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
      expect(Number(cells[2])).toBeCloseTo(54, 0);
      expect(Number(cells[3])).toBeCloseTo(75, 0);
      expect(Number(cells[5]!.split('/')[1])).toBeCloseTo(2.8, 1);
    }
    await userEvent.clear(screen.getByLabelText('Read at flow'));
    await userEvent.type(screen.getByLabelText('Read at flow'), '16,6 l/s{Enter}');
    expect(screen.getByRole('slider').getAttribute('aria-valuenow')).toBe('60');
  });
});
