import type { Operation } from '@cedar-knot/core';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { sized } from '../../test/sized.js';
import { Profile } from './Profile.js';
import { ProfileReadout } from './ProfileReadout.js';

/* The system at its elevations, and what stands at one place of it. */

afterEach(cleanup);

const two = (hot: string): Operation => ({
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'cold', name: 'Cold', temperature: '20 C' },
    { id: 'hot', name: 'Hot', temperature: hot },
  ],
});

describe('at one place', () => {
  const read = async (index: number, t: number, temperature: string, ...more: Operation[]) => {
    const of = await open(pumpedStudy(two(temperature), ...more));
    await settle();
    const { shown, study } = of.store.getState();
    const line = study.lines[0]!;
    const spot = { line: line.id, index, t, x: 100, elevation: 0, element: line.elements[index]!.id };
    show(of, <ProfileReadout spot={spot} shown={shown} study={study} width={800} />);
    const rows = within(screen.getByRole('tooltip')).getAllByRole('row').slice(1);
    return { shown, rows: rows.map((r) => within(r).getAllByRole('cell').map((c) => c.textContent)), line }; // prettier-ignore
  };

  test('static pressure between two places, how far over vapour, and the velocity of the pipe', async () => {
    const { shown, rows, line } = await read(0, 0.5, '60 C');
    expect(line.elements[0]!.kind).toBe('pipe');
    for (const [i, id] of ['cold', 'hot'].entries()) {
      const { result, medium } = shown[id]!.outcome;
      const [a, b] = result!.places[line.id]! as unknown as [{ grade: number; elevation: number }, { grade: number; elevation: number }]; // prettier-ignore
      const { density, gravity, atmosphere, vapourPressure } = medium!;
      const pressure = atmosphere + density * gravity * ((a.grade + b.grade) / 2 - (a.elevation + b.elevation) / 2);
      expect(Number(rows[i]![2])).toBeCloseTo(pressure / 1e5, 2);
      expect(Number(rows[i]![3])).toBeCloseTo((pressure - vapourPressure) / 1e5, 2);
      expect(Number(rows[i]![4])).toBeCloseTo((result!.elements[line.elements[0]!.id] as { velocity: number }).velocity, 2);
      expect(rows[i]![1]).toContain('holds');
    }
    // the hotter liquid is nearer to boiling
    expect(Number(rows[1]![3])).toBeLessThan(Number(rows[0]![3]));
  });

  test.each([
    // vapour pressure of water: 0.0234 bar at 20 °C, 0.845 at 95, 0.943 at 98; before the pump some 0.2 bar over the atmosphere
    ['95 C', [], 'holds'],
    ['98 C', [{ op: 'set', path: ['points', 'V-1', 'level'], value: '0.2 m' }], 'near vapour pressure'],
    ['20 C', [{ op: 'set', path: ['points', 'V-1', 'level'], value: '-5 m' }], 'below atmospheric pressure'],
    ['98 C', [{ op: 'set', path: ['points', 'V-1', 'level'], value: '-3 m' }], 'boils'],
  ] as [string, Operation[], string][])('at %s with %j it %s', async (temperature, more, word) => {
    const { rows } = await read(0, 1, temperature, ...more);
    expect(rows[1]![1]).toContain(word);
  });
});

describe('drawn', () => {
  const view = async (...more: Operation[]) => {
    sized(900, 262);
    const of = await open(pumpedStudy(two('60 C'), ...more));
    await settle();
    show(of, <Profile />);
    return of;
  };
  const picture = (): SVGSVGElement => document.querySelector<SVGSVGElement>('section svg')!;

  test('elevations have their axis; under the pointer a place is read, and nothing outside of the lines', async () => {
    await view();
    const ticks = [...picture().querySelectorAll('text[text-anchor=end]')].map((t) => Number(t.textContent.replace('−', '-'))).filter(Number.isFinite); // prettier-ignore
    // from the lower vessel at 0 m to the upper one at 20 m with its level, and the grade behind the pump over it
    expect(Math.min(...ticks)).toBeLessThanOrEqual(0);
    expect(Math.max(...ticks)).toBeGreaterThanOrEqual(54);
    fireEvent.mouseMove(picture(), { clientX: 110, clientY: 200 });
    expect(within(screen.getByRole('tooltip')).getByText('L-1')).toBeTruthy();
    fireEvent.mouseMove(picture(), { clientX: 790, clientY: 200 });
    expect(within(screen.getByRole('tooltip')).getByText('L-2')).toBeTruthy();
    fireEvent.mouseLeave(picture());
    expect(screen.queryByRole('tooltip')).toBeNull();
    fireEvent.mouseMove(picture(), { clientX: 2, clientY: 200 });
    expect(screen.queryByRole('tooltip')).toBeNull();
  });

  test('in feet the axis is round in feet', async () => {
    await view({ op: 'set', path: ['units'], value: 'us' });
    const ticks = [...picture().querySelectorAll('text[text-anchor=end]')].map((t) => Number(t.textContent.replace('−', '-'))).filter(Number.isFinite); // prettier-ignore
    expect(ticks.length).toBeGreaterThan(2);
    for (const t of ticks) expect(t % 10).toBeCloseTo(0, 6);
    expect(Math.max(...ticks)).toBeGreaterThanOrEqual(54 / 0.3048);
  });

  test('a scenario that no longer solves keeps its last picture, marked; one that never did has none', async () => {
    const of = await view();
    act(() => void of.store.getState().change('x', [{ op: 'set', path: ['points', 'V-1', 'level'], value: 'deep' }]));
    await act(settle);
    expect(picture().getAttribute('class')).toContain('opacity-60');
    cleanup();
    await view({ op: 'set', path: ['points', 'V-1', 'level'], value: 'deep' });
    expect(screen.getByText(/profile appears once/)).toBeTruthy();
  });
});
