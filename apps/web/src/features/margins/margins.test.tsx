import type { Bringing, Operation } from '@cedar-knot/core';
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { IDLE } from '../../test/idle.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { LIQUID, sweepTable } from '../../state/sweeps.js';
import { byWorst, marginParts, verdictCounts } from '../../state/marginRows.js';
import { Seeker, type CellAsked } from '../../worker/bringing.js';
import type { ReachWork } from '../../worker/reach.js';
import { MarginsView } from './MarginsView.js';

afterEach(cleanup);

const scenarios: Operation = { op: 'set', path: ['scenarios'], value: [{ id: 'day', temperature: '20 C' }, { id: 'night', temperature: '20 C', set: { 'CV-1.flow': '15 m3/h' } }] }; // prettier-ignore
const NONE: ReachWork = {
  seek: () => Promise.resolve(true),
  suction: () => Promise.resolve(null),
  sweep: () => Promise.resolve(null),
  largest: () => Promise.resolve(null),
  stop: () => undefined,
  ...IDLE,
};
const cell = (check: string, scenario: string): HTMLElement => document.querySelector(`[data-check="${check}"] [data-cell="${scenario}"]`)!; // prettier-ignore

test('every check of every scenario, with the verdicts that the calculation gives; what does not apply says why', async () => {
  const opened = await open(pumpedStudy(scenarios));
  show(opened, <MarginsView work={NONE} />);
  const { shown, study } = opened.store.getState();
  for (const [i, s] of study.scenarios.entries()) {
    const { margins } = shown[s.id]!.outcome.result!;
    const { fails, near, holds } = verdictCounts(margins);
    expect(document.querySelector(`[data-counts="${'AB'[i]}"]`)!.textContent).toBe([fails, near, holds].filter((n) => n > 0).join('')); // prettier-ignore
    for (const m of margins.filter((x) => x.where === 'P-1' && x.verdict !== 'not-applicable'))
      expect(cell(m.check, s.id).dataset.verdict).toBe(m.verdict);
  }
  // a quarter of the least flow of a pump of 60 m³/h best flow
  expect(cell('flow-region', 'night').dataset.verdict).toBe('fails');
  const user = userEvent.setup();
  await user.click(screen.getByRole('radio', { name: 'Near or failing' }));
  expect(cell('flow-region', 'night')).toBeTruthy();
  expect(cell('curve-range', 'night')).toBeNull();
  await user.click(screen.getByRole('radio', { name: 'All' }));
  const none = [...document.querySelectorAll<HTMLElement>('[data-verdict=not-applicable]')];
  expect(none.length).toBeGreaterThan(0);
  for (const n of none) expect(n.textContent).toMatch(/^– \w+/);
});

test('a cell opens what it is away from its limit, and what would bring it there as it is found', async () => {
  const opened = await open(pumpedStudy(scenarios));
  let said: (found: Bringing[]) => void = () => undefined;
  let finish: (isWhole: boolean) => void = () => undefined;
  let asked: CellAsked | undefined;
  const work: ReachWork = {
    seek: (_study, c, tell) => {
      asked = c;
      said = tell;
      return new Promise((done) => (finish = done));
    },
    suction: () => Promise.resolve(null),
    sweep: () => Promise.resolve(null),
    largest: () => Promise.resolve(null),
    stop: jest.fn(),
    ...IDLE,
  };
  show(opened, <MarginsView work={work} />);
  const user = userEvent.setup();
  await user.click(cell('flow-region', 'night'));
  expect(asked).toEqual({ scenario: 'night', check: 'flow-region', where: 'P-1' });
  expect(opened.store.getState().active).toBe('night');
  const panel = within(screen.getByRole('complementary', { name: 'Margin' }));
  expect(panel.getByText(/Below its lower limit by/)).toBeTruthy();
  const one: Bringing = { input: 'CV-1.flow', share: 1, headroom: { now: 15 / 3600, turns: 30 / 3600, value: 0.25, limit: 0.5, met: false, unit: 'm3/s' } }; // prettier-ignore
  act(() => said([one]));
  const row = document.querySelector('[data-input="CV-1.flow"]')!;
  expect(row.textContent).toMatch(/CV-1 flow held.*15 → 30.*\+15 m³\/h/);
  expect(panel.getByRole('status').textContent).toMatch(/Calculating/);
  await act(async () => {
    finish(true);
    await settle();
  });
  expect(panel.queryByRole('status')).toBeNull();
  // another study, another question: the one before ends
  act(() => void opened.store.getState().change('x', [{ op: 'set', path: ['title'], value: 'Other' }]));
  expect(work.stop).toHaveBeenCalled();
});

test('a limit is changed where it stands, and its reason is kept', async () => {
  const opened = await open(pumpedStudy(scenarios));
  show(opened, <MarginsView work={NONE} />);
  const user = userEvent.setup();
  await user.click(cell('flow-region', 'night'));
  const panel = within(screen.getByRole('complementary', { name: 'Margin' }));
  await user.click(panel.getByRole('button', { name: /0\.500/ }));
  await user.clear(panel.getByLabelText('Limit'));
  await user.type(panel.getByLabelText('Limit'), '0.1 – 1.3');
  await user.type(panel.getByLabelText('Reason'), 'an hour a year');
  await user.click(panel.getByRole('button', { name: 'Set' }));
  await act(settle);
  expect(opened.store.getState().study.limits).toEqual([{ check: 'flow-region', where: 'P-1', limit: [0.1, 1.3], reason: 'an hour a year' }]); // prettier-ignore
  expect(cell('flow-region', 'night').dataset.verdict).not.toBe('fails');
  expect(panel.getByText('an hour a year')).toBeTruthy();
});

test('looking in slices: a newer question ends the one before it', async () => {
  const study = pumpedStudy(scenarios);
  const seeker = new Seeker();
  const about: CellAsked = { scenario: 'day', check: 'npsh-ratio', where: 'P-1' };
  const first = seeker.seek(study, about, () => undefined);
  let found: Bringing[] = [];
  const second = seeker.seek(study, about, (list) => (found = list));
  expect(await first).toBe(false);
  expect(await second).toBe(true);
  expect(found.map((b) => b.share)).toEqual([...found.map((b) => b.share)].sort((a, b) => a - b));
  expect(found.map((b) => b.input)).toContain('V-1.level');
});

test('the worse of two: by verdict, then by what is left of the limit', () => {
  const m = (value: number, verdict: 'holds' | 'fails') => ({ check: 'npsh-ratio', where: 'P', value, limit: 1.3, verdict });
  expect([m(2, 'holds'), m(1, 'fails'), m(1.5, 'holds')].sort(byWorst).map((x) => x.value)).toEqual([1, 1.5, 2]);
  const most = (value: number) => ({ check: 'curve-range', where: 'P', value, limit: 1, verdict: 'holds' as const });
  expect([most(0.2), most(0.9)].sort(byWorst)[0]!.value).toBe(0.9);
  expect(marginParts(pumpedStudy(), {}, true)).toEqual([]);
});

test('an input is swept in every scenario: curves, figures, and a table that is kept', async () => {
  const opened = await open(pumpedStudy(scenarios));
  const seeker = new Seeker();
  const work: ReachWork = {
    ...NONE,
    sweep: seeker.sweep.bind(seeker),
    largest: seeker.largest.bind(seeker),
    stop: () => undefined,
  };
  jest.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(600);
  jest.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(300);
  show(opened, <MarginsView work={work} />);
  const user = userEvent.setup();
  await user.click(screen.getByRole('button', { name: 'Sweep an input' }));
  const put = async (name: string, typed: string): Promise<void> => {
    const field = document.querySelector<HTMLInputElement>(`input[name="sweep-${name}"]`)!;
    await user.clear(field);
    await user.type(field, `${typed}{Enter}`);
  };
  await put('from', '2360');
  await put('to', '2950 rpm');
  // 25 rows a scenario, every fourth step of them in figures: 2360, 2458 … 2950
  await waitFor(() => expect(document.querySelector<HTMLElement>('[data-swept]')!.dataset.swept).toBe('50'));
  const cells = within(document.querySelector<HTMLElement>('[data-row=day]')!).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
  expect(cells).toHaveLength(7);
  const { margins } = opened.store.getState().shown.day!.outcome.result!;
  const [first] = margins.filter((m) => m.verdict !== 'not-applicable');
  // as it runs now, at 2950 rpm
  expect(Number(cells.at(-1))).toBeCloseTo(Number(first!.value!.toPrecision(3)), 9);
  // faster the pump runs off its motor before long: what stops it is said
  await waitFor(() =>
    expect(document.querySelector('[data-largest]')!.textContent).toMatch(/^(Up|At least) to \d+ rpm .* in A\.$/),
  );
  // the larger end comes last
  await put('to', '2000 rpm');
  expect(await screen.findByText(/Invalid range/)).toBeTruthy();
});

test('the temperature of the liquid is moved in every scenario', async () => {
  const { rows } = (await new Seeker().sweep(pumpedStudy(scenarios), { input: LIQUID, from: 293.15, to: 353.15, active: 'day', steps: 2, read: 'npsh-ratio:P-1' }))!; // prettier-ignore
  for (const id of ['day', 'night']) {
    const values = rows.filter((r) => r.scenario === id).map((r) => r.values['npsh-ratio:P-1']!);
    expect(values).toHaveLength(3);
    expect(values[2]).toBeLessThan(values[0]!);
  }
});

test('a sweep as a table: a column a scenario, what does not solve is empty', () => {
  const row = (step: number, scenario: string, value: number | null) => ({ step, input: step, scenario, status: 'solved' as const, values: { x: value } }); // prettier-ignore
  const all = [row(0, 'a', 1), row(1, 'a', 2), row(0, 'b', null), row(1, 'b', 4)];
  const named = [{ id: 'a', name: 'Winter, peak' }, { id: 'b', name: 'Night' }]; // prettier-ignore
  expect(
    sweepTable(
      all,
      named,
      'in',
      (v) => v * 10,
      (v) => v,
      'x',
    ).split(/\r?\n/),
  ).toEqual(['in,"Winter, peak",Night', '0,1,', '10,2,4']);
});
