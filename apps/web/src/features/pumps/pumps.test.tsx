import type { FallenPump, ModelHead, RankedPump } from '@cedar-knot/core';
import { act, cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { candidate } from '../../test/candidate.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { Candidates } from './Candidates.js';
import { DriveTab } from './DriveTab.js';
import { NearMisses } from './NearMisses.js';
import { SideBySide } from './SideBySide.js';
import { StageLadderTab } from './StageLadderTab.js';

afterEach(cleanup);

const NONE: ReadonlyMap<string, ModelHead> = new Map();
const scenario = (id: string) => ({ id, temperature: '20 C' });
const duty = (more: object = {}) => ({ status: 'solved' as const, flow: 0.01, head: 50, efficiency: 0.7, npshr: 3, shaftPower: 7000, flowRatio: 1, speed: 2950, ...more }); // prettier-ignore
const ranked = (model: string, more: Partial<RankedPump> = {}): RankedPump =>
  candidate(model, { energyPerYear: 3.6e10, meanEfficiency: 0.712, scenarios: { day: duty() }, ...more });
const opened = async (...more: Parameters<typeof pumpedStudy>) =>
  open(pumpedStudy({ op: 'set', path: ['scenarios'], value: [scenario('day')] }, ...more));

test('candidates stand by verdict, those that hold first; one is taken, another kept beside', async () => {
  const [taken, kept, ticked] = [jest.fn(), jest.fn(), jest.fn()];
  const near = ranked('b', { verdict: 'near', energyPerYear: 1.8e10, energyIsTypical: true });
  const all = [ranked('a'), near];
  show(await opened(), <Candidates candidates={all} heads={NONE} ticked={['b']} onTick={ticked} onTake={taken} onKeep={kept} isRunning={false} objective="least energy" by="energy" onEveryType={jest.fn()} />); // prettier-ignore
  const rows = screen.getAllByRole('row').map((r) => r.textContent);
  const at = (text: string): number => rows.findIndex((r) => r.includes(text));
  expect(at('Within all limits')).toBeLessThan(at('Near a limit'));
  expect(rows[at('Within all limits') + 1]).toContain('71.2');
  // 3.6·10¹⁰ J are 10 MWh, half of it 5.0
  expect(rows[at('Within all limits') + 1]).toContain('10');
  expect(rows[at('Near a limit') + 1]).toMatch(/5\.0.*typical motor/);
  const user = userEvent.setup();
  await user.click(screen.getAllByRole('button', { name: 'Use this pump' })[1]!);
  expect(taken).toHaveBeenCalledWith(near);
  await user.click(screen.getAllByRole('button', { name: 'Save as alternative' })[0]!);
  expect(kept).toHaveBeenCalledWith(all[0]);
  expect(screen.getAllByRole<HTMLInputElement>('checkbox').map((c) => c.checked)).toEqual([false, true]);
  await user.click(screen.getAllByRole('checkbox')[0]!);
  expect(ticked).toHaveBeenCalledWith('a');
});

test('where no pump of the type holds, every type is offered; where all were tried, nothing more is', async () => {
  const everyType = jest.fn();
  const empty = { candidates: [], heads: NONE, ticked: [], onTick: jest.fn(), onTake: jest.fn(), onKeep: jest.fn(), isRunning: false, objective: 'least energy', by: 'energy' as const, onEveryType: everyType }; // prettier-ignore
  show(await opened(), <Candidates {...empty} onlyOf="end suction" />);
  screen.getByText(/^No end suction pump in the catalogue meets/);
  await userEvent.setup().click(screen.getByRole('button', { name: 'Try every type' }));
  expect(everyType).toHaveBeenCalledTimes(1);
  cleanup();
  show(await opened(), <Candidates {...empty} />);
  screen.getByText(/^No pump in the catalogue meets/);
  expect(screen.queryByRole('button')).toBeNull();
});

test('side by side: the differences are those from the first, with their sign', async () => {
  const second = ranked('b', { scenarios: { day: duty({ head: 47.5, npshr: 3.4, efficiency: null }) } });
  const carried = jest.fn();
  show(await opened(), <SideBySide candidates={[ranked('a'), second]} heads={NONE} onReport={carried} />);
  const row = (name: string): string[] => within(screen.getByText(new RegExp(`^${name}, `)).closest('tr')!).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
  expect(row('head').slice(2)).toEqual(['50.0', '47.5−2.50']);
  expect(row('NPSHR').slice(2)).toEqual(['3.00', '3.40+0.40']);
  expect(row('efficiency').slice(2)).toEqual(['70.0', '–']);
  await userEvent.setup().click(screen.getByRole('button', { name: 'Add to report' }));
  expect(carried).toHaveBeenCalledTimes(1);
});

test('near misses: the nearest first, what is asked and what would be needed, in the units of the study', async () => {
  const fallen = (model: string, reason: string, value: number, limit: number): FallenPump => ({ model, reason, scenario: 'day', value, limit, diameter: 0.2, duty: { ...duty({ npshr: 4 }), running: 1 } }); // prettier-ignore
  const all = [
    fallen('far', 'head-short', 40, 50),
    fallen('npsh', 'npsh-ratio', 1.2, 1.3),
    fallen('short', 'head-short', 49, 50),
  ];
  const us = await opened({ op: 'set', path: ['units'], value: 'us' });
  show(us, <NearMisses fallen={all} heads={NONE} isRunning={false} />); // prettier-ignore
  const rows = screen.getAllByRole('row').slice(1).map((r) => within(r).getAllByRole('cell').map((c) => c.textContent)); // prettier-ignore
  expect(rows.map((r) => r[0])).toEqual(['short', 'npsh', 'far']);
  // 1 m is 3.28 ft; 0.1 of a ratio on 4 m are 0.4 m, 1.31 ft
  expect(rows[0]).toEqual(expect.arrayContaining(['Head too low', '▲ 161 ft', '164 ft', '2.0 %', '3.3 ft more head']));
  expect(rows[1]!.at(-1)).toMatch(/^1\.3 ft more NPSHA/);
});

test('the motor: the least that leaves its margin, what it takes in, and it is taken', async () => {
  const view = await opened({ op: 'set', path: ['scenarios', 0, 'hoursPerYear'], value: 1000 });
  show(view, <DriveTab pump="P-1" />);
  await act(settle);
  // 998.2·9.80665·(60/3600)·54/0.75 W are 11.75 kW; 1.25 times as much is 14.7: 15 kW in place of 18.5
  expect(screen.getByText('15 kW')).toBeTruthy();
  const motor = within(screen.getByRole('region', { name: 'Motor' }));
  const cells = within(motor.getByText('day').closest('tr')!).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
  expect(cells.slice(2, 7)).toEqual(['1000', '1', '60.0', '54.0', '11.7']);
  expect(cells[7]).toMatch(/1\.57 ≥ 1\.25/);
  // 18.5 kW of 0.92: at 11.75 kW 0.5·(1 + 0.635²) of 1609 W are lost, 1.13 kW
  expect(Number(cells[10])).toBeCloseTo(12.9, 1);
  expect(Number(cells[8])).toBeCloseTo((100 * 11.75) / 12.88, 0);
  await userEvent.setup().click(screen.getByRole('button', { name: 'Use 15 kW' }));
  expect(view.store.getState().study.pumps!.hollin!.motor).toEqual({ ratedPower: '15 kW', efficiency: 0.92, frequency: '50 Hz' });
});

test('a pump that tells no power has no electricity to show', async () => {
  const curve = [0, 60, 90].map((q, i) => ({ flow: `${q} m3/h`, head: `${[62, 54, 42][i]} m` }));
  const view = await opened({ op: 'set', path: ['pumps', 'hollin', 'curve'], value: curve });
  show(view, <DriveTab pump="P-1" />);
  await act(settle);
  expect(screen.getByText(/No shaft power for P-1/)).toBeTruthy();
});

test('the ladder answers to wear and to the other mains; what passes the maker’s limit is marked', async () => {
  const curve = [0, 60, 90].map((q, i) => ({ flow: `${q} m3/h`, head: `${[15.5, 13.5, 10.5][i]} m`, efficiency: [0, 0.75, 0.7][i] })); // prettier-ignore
  const pump = {
    name: 'Spruce',
    speed: '2950 rpm',
    curve,
    stageOptions: [2, 3, 4, 5],
    casingPressure: '4 bar(g)',
    frequency: '50 Hz',
  };
  const view = await opened(
    { op: 'set', path: ['pumps', 'hollin'], value: pump },
    { op: 'set', path: ['lines', 0, 'elements', 1, 'stages'], value: 4 },
  );
  show(view, <StageLadderTab pump="P-1" />);
  await act(settle);
  const exact = (): number => Number(screen.getByText('day', { selector: 'td' }).closest('tr')!.querySelector('b')!.textContent);
  // of each count the share of 4 bar that its shut-off pressure, shown as absolute, takes; what takes more is marked
  const rungs = [...document.querySelectorAll('[data-rung]')];
  expect(rungs.length).toBeGreaterThan(2);
  for (const rung of rungs) {
    const mark = rung.querySelector('[title$="of the maker’s limit"]')!;
    const share = Number(/^\d+/.exec(mark.getAttribute('title')!)![0]) / 100;
    const shown = Number(/[\d.]+$/.exec(mark.closest('td')!.textContent)![0]);
    expect(Math.abs((shown - 1.013) / 4 - share)).toBeLessThan(0.02);
    expect(
      within(mark as HTMLElement)
        .getByRole('img')
        .getAttribute('aria-label'),
    ).toMatch(share > 1 ? /fail/ : share > 0.95 ? /near/ : /hold/);
  }
  const fresh = exact();
  expect(fresh).toBeGreaterThan(1);
  const user = userEvent.setup();
  await user.click(screen.getByRole('radio', { name: '60 Hz' }));
  await act(settle);
  // 1.44 times the head at 1.2 times the flow: at 50 m³/h of the curve a stage has 1.44 times some 14 m
  expect(exact()).toBeLessThan(fresh / 1.4);
  expect(screen.getByText('3540 rpm')).toBeTruthy();
});
