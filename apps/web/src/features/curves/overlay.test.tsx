import { PumpPerformance, type PumpInput } from '@cedar-knot/core';
import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { open, pumpedStudy, show, TWO } from '../../test/open.js';
import { sized } from '../../test/sized.js';
import { displayIn } from '../context.js';
import { PumpCurves, type PumpLine } from '../entry/PumpCurves.js';
import { NO_FAMILY } from './family.js';
import { KnotTable } from './KnotTable.js';
import { curvesModel } from './model.js';
import { diameterText, Overlay } from './Overlay.js';
import { BARE } from './shows.js';

/* Marks over the charts, where the numbers say that they stand; pumps over each other. */

afterEach(cleanup);

const METRIC = { flow: (q: number) => q * 3600, head: (h: number) => h, power: (w: number) => w / 1000 };
const number = (e: Element, key: string): number => Number(e.getAttribute(key));

async function drawn(picked = jest.fn()) {
  const of = await open(pumpedStudy(TWO));
  const { outcome, study, shown, active } = of.store.getState();
  const curves = outcome!.curves!;
  const model = curvesModel(curves, study, shown, active, METRIC, BARE, []);
  const area = (y: number, height: number) => ({ x: 50, y, width: 600, height });
  show(
    of,
    <>
      <Overlay
        model={model}
        curves={curves}
        areas={{ head: area(10, 300), efficiency: area(5, 100), npsh: area(5, 80) }}
        tops={{ head: 0, efficiency: 320, npsh: 440 }}
        size={{ width: 700, height: 540 }}
        display={displayIn('metric')}
        active="day"
        showMade={false}
        showWindow={false}
        onPick={picked}
        family={NO_FAMILY}
        others={[{ scenario: 'day', flow: 20 / 3600, isStable: false }]}
      />
      <KnotTable knots={model.knots} />
    </>,
  );
  const x = (flow: number): number => 50 + ((flow - model.flow.min) / (model.flow.max - model.flow.min)) * 600;
  const y = (head: number): number => 310 - ((head - model.head.min) / (model.head.max - model.head.min)) * 300;
  return { of, model, x, y };
}

test('a duty stands over its flow: NPSH margin as a bar from what is required to what is available, efficiency on its axis', async () => {
  const { model, x } = await drawn();
  const npshY = (m: number): number => 525 - ((m - model.npsh.min) / (model.npsh.max - model.npsh.min)) * 80;
  for (const k of model.knots) {
    const bars = [...document.querySelectorAll('line[stroke-width="3.5"]')];
    const bar = bars.find((b) => Math.abs(number(b, 'x1') - x(k.flow * 3600)) < 0.01)!;
    expect(number(bar, 'y1')).toBeCloseTo(npshY(k.result.npsha!), 3);
    expect(number(bar, 'y2')).toBeCloseTo(npshY(k.result.npshr!), 3);
    // more is available than required: the bar goes up
    expect(number(bar, 'y1')).toBeLessThan(number(bar, 'y2'));
  }
  // 75 of 100 % in a plot of 100 px that begins at 325, at 60 m³/h
  const dots = [...document.querySelectorAll('circle[r="3"]')].filter((c) => Math.abs(number(c, 'cx') - x(60)) < 0.01);
  expect(dots.map((c) => number(c, 'cy'))).toContainEqual(expect.closeTo(425 - 75, 1));
});

test('a further crossing is marked where the system’s curve is, as one that does not hold', async () => {
  const { x, y } = await drawn();
  const mark = document.querySelector('[data-other-duty=day]')!;
  expect(number(mark, 'cx')).toBeCloseTo(x(20), 6);
  // 20 m of lift, and little more at 20 m³/h
  expect(number(mark, 'cy')).toBeLessThan(y(20));
  expect(number(mark, 'cy')).toBeGreaterThan(y(35));
  expect(mark.querySelector('title')!.textContent).toBe('Unstable operating point');
  expect(mark.getAttribute('stroke-dasharray')).toBe('2 2');
});

test('duties in figures: those of the calculation, and what is worse than it should be has its colour', async () => {
  const { of } = await drawn();
  const row = (id: string): HTMLElement => document.querySelector<HTMLElement>(`[data-duty=${id}]`)!;
  const cells = (id: string): string[] => within(row(id)).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
  const night = of.store.getState().shown.night!.outcome.result!.elements['P-1'] as { flowRatio: number; efficiency: number };
  expect(cells('day')[1]).toMatch(/^60(\.0)?/);
  expect(cells('day')[2]).toMatch(/^54(\.0)?$/);
  expect(cells('day')[3]).toBe('75.0');
  // 15 over 67.5
  expect(cells('night')[4]).toMatch(/^22/);
  expect(night.flowRatio).toBeCloseTo(15 / 67.5, 6);
  expect(row('night').querySelector<HTMLElement>('td:last-child span')!.style.color).not.toBe('');
  expect(row('day').querySelector<HTMLElement>('td:last-child span')!.style.color).toBe('');
});

test('a diameter as it is stamped', () => {
  expect([diameterText(0.385, displayIn('metric')), diameterText(0.385, displayIn('us')), diameterText(0.2093, displayIn('metric'))]).toEqual(['385', '15.16', '209.3']); // prettier-ignore
});

describe('pumps over each other', () => {
  const input = (h: number): PumpInput => ({ name: 'x', stages: 1, speed: 2950, curves: [{ speed: 2950, diameter: 0.2, rows: [0, 0.02, 0.03].map((flow, i) => ({ flow, head: h - 500 * flow, efficiency: [0, 0.7, 0.6][i]!, npshr: 2 + 50 * flow })) }], motor: { ratedPower: 15e3, efficiency: 0.9 } }); // prettier-ignore
  const line = (id: string, h: number): PumpLine => ({ id, name: `Pump ${id}`, performance: new PumpPerformance(input(h), { speed: 2950, stages: 1, running: 1, wear: 0 }), duties: [] }); // prettier-ignore
  const view = async (lines: PumpLine[]) => {
    sized(700, 260);
    show(await open(pumpedStudy()), <PumpCurves lines={lines} asked={[{ flow: 0.01, head: 30, index: 0, letter: 'A' }]} />);
  };
  const curves = (): string[] => [...document.querySelectorAll('g[stroke="var(--ink)"] > path')].map((p) => p.getAttribute('d')!);
  const ys = (d: string): number[] => d.slice(1).split('L').map((p) => Number(p.split(' ')[1])); // prettier-ignore
  const beside = async (what: string): Promise<void> => {
    await userEvent.click(screen.getByRole('combobox', { name: 'Beside head' }));
    await userEvent.click(screen.getByRole('option', { name: what }));
  };

  test('the taller pump lies above; the difference from the first is that of the heads, everywhere', async () => {
    await view([line('a', 40), line('b', 46)]);
    const [a, , b] = curves();
    expect(Math.max(...ys(b!).map((y, i) => y - ys(a!)[i]!))).toBeLessThan(0);
    await beside('Head, difference to the first');
    const [, first, , second] = curves();
    // the first less itself is level, the second six metres more all along
    expect(new Set(ys(first!)).size).toBe(1);
    expect(new Set(ys(second!)).size).toBe(1);
    expect(ys(second!)[0]!).toBeLessThan(ys(first!)[0]!);
  });

  test('power rises with the flow, NPSHR too; with its motor the efficiency is a tenth less', async () => {
    await view([line('a', 40), line('b', 46)]);
    const efficiency = ys(curves()[1]!);
    await beside('Efficiency with the motor');
    const overall = ys(curves()[1]!);
    const zero = Math.max(...efficiency);
    // 0.9 of the motor at full load, less at part load
    const shares = overall.map((y, i) => (zero - y) / (zero - efficiency[i]!)).filter((s) => Number.isFinite(s) && s > 0);
    expect(Math.max(...shares)).toBeLessThanOrEqual(0.901);
    expect(Math.max(...shares)).toBeGreaterThan(0.8);
    for (const what of ['shaft power', 'NPSHR']) {
      await beside(what);
      const rising = ys(curves()[1]!);
      expect([what, rising.at(-1)! < rising[0]!]).toEqual([what, true]);
    }
  });

  test('one pump alone has no difference to show, and a least head stands with its letter', async () => {
    await view([line('a', 40)]);
    await userEvent.click(screen.getByRole('combobox', { name: 'Beside head' }));
    expect(screen.queryByRole('option', { name: 'Head, difference to the first' })).toBeNull();
    expect([...document.querySelectorAll('svg text')].map((t) => t.textContent)).toContain('A');
  });
});
