import type { Operation, Study } from '@cedar-knot/core';
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { IDLE } from '../../test/idle.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { Around } from '../../worker/around.js';
import { Seeker } from '../../worker/bringing.js';
import type { ReachWork } from '../../worker/reach.js';
import { levelLines } from './FieldChart.js';
import { MarginsView } from './MarginsView.js';

afterEach(cleanup);

/** the worker's own code, on the page */
function plainly(): ReachWork {
  const [seeker, around] = [new Seeker(), new Around()];
  return {
    ...IDLE,
    seek: seeker.seek.bind(seeker),
    suction: seeker.suction.bind(seeker),
    sweep: seeker.sweep.bind(seeker),
    largest: () => Promise.resolve(null),
    stop: () => seeker.stop(),
    nearest: around.nearest.bind(around),
    takes: (study, cell) => Promise.resolve(around.takes(study, cell)),
    sample: around.sample.bind(around),
    stopSampling: () => around.stopSampling(),
    fit: (study, addresses) => Promise.resolve(around.fit(study, addresses)),
    field: around.field.bind(around),
    longLines: () => Promise.resolve({}),
  };
}

/** m³/h of the pump of these studies: vertex of the parabola through (30, 0.60), (60, 0.75), (90, 0.70), 60 + 15·(0.70 − 0.60)/(2·0.75 − 0.70 − 0.60) */
const BEST_FLOW = 67.5;

const scenarios: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', temperature: '20 C' },
    { id: 'night', temperature: '20 C', set: { 'CV-1.flow': '15 m3/h' } },
  ],
};

test('the nearest input stands in every cell that one brings to its limit, by the solution of the core', async () => {
  const opened = await open(pumpedStudy(scenarios));
  show(opened, <MarginsView work={plainly()} />);
  await userEvent.click(screen.getByRole('radio', { name: 'Nearest input' }));
  const cell = () => document.querySelector<HTMLElement>('[data-check=flow-region] [data-cell=night] [data-nearest]')!;
  await waitFor(() => expect(cell().dataset.nearest).toBe('CV-1.flow'));
  // half of the best flow is the least; 15 m³/h are held: to two figures it takes so much more
  const more = Number((0.5 * BEST_FLOW - 15).toPrecision(2));
  expect(cell().textContent).toMatch(new RegExp(`^CV-1 .*\\+${more} m³/h$`));
});

test('a cell says what takes its margin, beside the scenario that has most of it', async () => {
  const opened = await open(pumpedStudy(scenarios));
  show(opened, <MarginsView work={plainly()} />);
  await userEvent.click(document.querySelector<HTMLElement>('[data-check=flow-region] [data-cell=night]')!);
  await waitFor(() =>
    expect(document.querySelector('[data-takes]')?.textContent).toBe(
      `Flow per unit over best-efficiency flow: ${(15 / BEST_FLOW).toFixed(3)}, in A ${(60 / BEST_FLOW).toFixed(3)}.`,
    ),
  );
});

describe('uncertainty', () => {
  const fill = async (thing: string, amount: string): Promise<void> => {
    const user = userEvent.setup();
    await user.click(screen.getByRole('combobox', { name: 'Uncertain input' }));
    await user.click(screen.getByRole('option', { name: thing }));
    await user.type(screen.getByLabelText('Deviation'), amount);
    await user.click(screen.getByRole('button', { name: 'Add' }));
  };

  test('an input is added in one step of undo, drawn, and its chances stand in the table; a wrong width is explained', async () => {
    const opened = await open(pumpedStudy(scenarios));
    show(opened, <MarginsView work={plainly()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Uncertainty' }));
    expect(screen.getByText(/Enter on the left which inputs are uncertain/)).toBeTruthy();
    await fill('All pipes', '3 bar');
    expect(screen.getByRole('alert').textContent).toMatch(/is a pressure. Expected: a roughness/);
    expect(opened.store.getState().study.uncertainty).toBeUndefined();
    await userEvent.clear(screen.getByLabelText('Deviation'));
    await userEvent.type(screen.getByLabelText('Deviation'), '30 %');
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    expect(opened.store.getState().study.uncertainty).toEqual([{ input: 'pipe.roughness', band: '30 %' }]);
    await waitFor(() => expect(document.querySelector('[data-sampled="500"]')).toBeTruthy());
    // a quarter of the least flow fails in every draw, whatever the roughness is
    const row = document.querySelector<HTMLElement>('[data-chance="flow-region:P-1"]')!;
    expect(within(row).getByText('100 %')).toBeTruthy();
    act(() => opened.store.getState().undo());
    expect(opened.store.getState().study.uncertainty).toBeUndefined();
    await settle();
  });
});

describe('readings', () => {
  test('stand beside the model, wear is found from them and taken into the study', async () => {
    // what instruments would show of a pump that has lost 5 % of its head
    const truth = await open(withWear(pumpedStudy(scenarios)));
    await settle();
    const there = truth.store.getState().shown.day!.outcome.result!.elements['P-1'] as { flow: number; head: number };
    const readings = [
      { scenario: 'day', at: 'P-1', figure: 'flow', value: `${there.flow * 3600} m3/h` },
      { scenario: 'day', at: 'P-1', figure: 'head', value: `${there.head} m` },
      { scenario: 'day', at: 'P-1', figure: 'opening', value: '50 %' },
    ];
    const opened = await open(pumpedStudy(scenarios, { op: 'set', path: ['readings'], value: readings }));
    await settle();
    show(opened, <MarginsView work={plainly()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Readings' }));
    const rows = document.querySelectorAll('[data-reading]');
    expect(rows).toHaveLength(3);
    expect(within(rows[2] as HTMLElement).getByRole('alert').textContent).toMatch(/cannot be measured there/);
    expect(Number(rows[1]!.querySelector('[data-off]')!.textContent.replace('−', '-'))).toBeLessThan(-1.5);
    await userEvent.click(screen.getByRole('combobox', { name: 'Fitted input' }));
    await userEvent.click(screen.getByRole('option', { name: /^P-1/ }));
    await userEvent.click(screen.getByRole('button', { name: /^Fit to/ }));
    const found = await waitFor(() => document.querySelector<HTMLElement>('[data-found="P-1.wear"]')!);
    expect(Number(found.dataset.value)).toBeCloseTo(0.05, 3);
    await userEvent.click(screen.getByRole('button', { name: 'Apply to the study' }));
    const pump = opened.store
      .getState()
      .study.lines.flatMap((l) => l.elements)
      .find((e) => e.id === 'P-1')!;
    expect(pump.wear).toBeCloseTo(0.05, 3);
    expect(document.querySelector('[data-found]')).toBeNull();
    await settle();
  });
});

/** the study with a pump that has lost 5 % of its head */
function withWear(of: Study): Study {
  const lines = of.lines.map((l) => ({ ...l, elements: l.elements.map((e) => (e.id === 'P-1' ? { ...e, wear: 0.05 } : e)) }));
  return { ...of, lines };
}

test('a line of like value of x + y lies where x + y is that, and does not follow the frame', () => {
  const xs = [0, 1, 2, 3, 4];
  const ys = [10, 12, 14, 16, 18];
  const values = ys.map((y) => xs.map((x) => x + (y - 10) / 2));
  const lines = levelLines(4, xs, ys, values);
  expect(lines).toHaveLength(1);
  for (const [x, y] of lines[0]!) expect(x + (y - 10) / 2).toBeCloseTo(4, 6);
  expect(levelLines(99, xs, ys, values)).toEqual([]);
});
