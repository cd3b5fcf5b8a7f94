import type { CurveWarning } from '@cedar-knot/core';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { EMPTY_PICTURE, type PictureState } from '../../state/picture.js';
import { AxesPanel } from './AxesPanel.js';
import { ChecksPanel } from './ChecksPanel.js';
import { CurvesPanel, differenceText } from './CurvesPanel.js';
import type { Doing } from './doing.js';

/* Beside a printed curve: its axes, the curves that are picked off it, and what those do. */

afterEach(cleanup);

/** 0 to 100 m³/h over 1000 px, 0 to 50 m over 500 px upward from the lower edge at 600 px */
function calibrated(): PictureState {
  const s = structuredClone(EMPTY_PICTURE);
  const mark = (value: string, x: number, y: number) => ({ value, at: { x, y } });
  return {
    ...s,
    axes: {
      ...s.axes,
      flow: { first: mark('0', 100, 600), second: mark('100', 1100, 600), unit: 'm3/h', isLog: false },
      head: { first: mark('0', 100, 600), second: mark('50', 100, 100), unit: 'm', isLog: false },
    },
  };
}

let now: PictureState;
let doing: Doing;
function Panels({ start, what }: { start: PictureState; what: 'axes' | 'curves' }) {
  const [state, setState] = useState(start);
  const [at, setAt] = useState<Doing>({ kind: 'curve', id: start.curves[0]?.id ?? 'c1' });
  now = state;
  doing = at;
  const Panel = what === 'axes' ? AxesPanel : CurvesPanel;
  return <Panel state={state} doing={at} onDoing={setAt} onChange={setState} />;
}

describe('axes', () => {
  const axis = (name: string): HTMLElement =>
    screen.getByLabelText(`${name[0]!.toUpperCase()}${name.slice(1)}, first value`).closest('tr')!;
  test('a value is typed, its place is set next; unit and scale are chosen; what cannot be is said at its axis', async () => {
    render(<Panels start={calibrated()} what="axes" />);
    expect(screen.getByText(/turned 0\.0°/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Place the second point of Head' }));
    expect(doing).toEqual({ kind: 'mark', axis: 'head', which: 'second' });
    await userEvent.click(within(axis('head')).getByRole('radio', { name: 'Log' }));
    expect(now.axes.head.isLog).toBe(true);
    expect(axis('head').textContent).toContain('a logarithmic axis has no zero');
    await userEvent.click(within(axis('head')).getByRole('radio', { name: 'Lin' }));
    const value = screen.getByLabelText('Head, second value');
    await userEvent.clear(value);
    await userEvent.type(value, '0');
    expect(axis('head').textContent).toContain('both values are equal');
    await userEvent.click(screen.getByRole('combobox', { name: 'Unit of Head' }));
    await userEvent.click(screen.getByRole('option', { name: 'ft' }));
    expect(now.axes.head.unit).toBe('ft');
  });

  test('marks that lie together, or along the flow axis, are no axis', () => {
    const along = calibrated();
    along.axes.head.second.at = { x: 900, y: 600 };
    render(<Panels start={along} what="axes" />);
    expect(axis('head').textContent).toContain('this axis runs along the flow axis');
    cleanup();
    const together = calibrated();
    together.axes.head.second.at = { ...together.axes.head.first.at! };
    render(<Panels start={together} what="axes" />);
    expect(axis('head').textContent).toContain('both points are at the same place');
  });

  test('the corners of a skewed frame are set anew, one after the other', async () => {
    const skewed = { ...calibrated(), corners: [{ x: 1, y: 1 }, { x: 9, y: 1 }, { x: 9, y: 9 }, { x: 1, y: 9 }] }; // prettier-ignore
    render(<Panels start={skewed} what="axes" />);
    expect(screen.getByText('a skewed scan is straightened by them')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: /four corners/ }));
    expect([now.corners, doing]).toEqual([[], { kind: 'corner' }]);
    expect(screen.getByText(/corner 1 of 4/)).toBeTruthy();
  });
});

describe('curves', () => {
  const curve = (id: string, more: object = {}) => ({ id, kind: 'head' as const, diameter: '', level: '', points: [], followed: [], ...more }); // prettier-ignore
  /** on H = 40 − 0.002·Q², so many pixels too low */
  const points = (off: number) =>
    [0, 20, 40, 60, 80, 100].map((q) => ({ x: 100 + 10 * q, y: 600 - 10 * (40 - 0.002 * q * q) + off }));

  test('a further one is of the same kind, with an id of its own, and is picked next; one that goes hands over', async () => {
    render(<Panels start={{ ...calibrated(), curves: [curve('c1'), curve('c4', { kind: 'npshr' })] }} what="curves" />);
    await userEvent.click(screen.getByRole('button', { name: 'Add a curve' }));
    expect(now.curves.map((c) => [c.id, c.kind])).toEqual([['c1', 'head'], ['c4', 'npshr'], ['c5', 'npshr']]); // prettier-ignore
    expect(doing).toEqual({ kind: 'curve', id: 'c5' });
    await userEvent.click(screen.getAllByRole('button', { name: /^Remove NPSHR/ })[1]!);
    expect(now.curves.map((c) => c.id)).toEqual(['c1', 'c4']);
    expect(doing).toEqual({ kind: 'curve', id: 'c1' });
    await userEvent.click(screen.getByRole('button', { name: /^Remove NPSHR/ }));
    // the last one stays
    expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull();
  });

  test('a line of equal efficiency is typed by its level, every other by its diameter', async () => {
    render(<Panels start={{ ...calibrated(), curves: [curve('c1')] }} what="curves" />);
    await userEvent.type(screen.getByLabelText('Impeller diameter of the curve'), '315 mm');
    expect(now.curves[0]).toMatchObject({ diameter: '315 mm', level: '' });
    await userEvent.click(screen.getByRole('combobox', { name: 'Type of curve' }));
    await userEvent.click(screen.getByRole('option', { name: 'Line of equal η' }));
    await userEvent.type(screen.getByLabelText('Efficiency of the line, %'), '72');
    expect(now.curves[0]).toMatchObject({ kind: 'contour', level: '72', diameter: '315 mm' });
  });

  test('what is left over is told in the curve’s unit: a tenth of a metre a pixel; wide it is marked, without an axis too', () => {
    const of = (off: number, kind = 'head') => ({ ...calibrated(), curves: [curve('c1', { kind, points: points(off), followed: points(0) })] }); // prettier-ignore
    const row = (): HTMLElement => screen.getAllByRole('row')[1]!;
    const cells = (): string[] => within(row()).getAllByRole('cell').map((c) => c.textContent); // prettier-ignore
    const mark = (): string => row().querySelectorAll('td')[3]!.innerHTML;
    render(<Panels start={of(0)} what="curves" />);
    expect([cells()[2], cells()[4]]).toEqual(['6 points', '0 m']);
    const fine = mark();
    cleanup();
    // 20 px are 2 m
    render(<Panels start={of(20)} what="curves" />);
    expect(cells()[4]).toBe('2.0 m');
    expect(mark()).not.toBe(fine);
    cleanup();
    // 1 px is 0.1 m of 40: a quarter of a hundredth, as wide as a pencil
    render(<Panels start={of(1)} what="curves" />);
    expect([cells()[4], mark()]).toEqual(['0.10 m', fine]);
    cleanup();
    render(<Panels start={of(0, 'power')} what="curves" />);
    expect(cells()[2]).toContain('no axis');
  });

  test('differences in both systems', () => {
    expect([differenceText('head', 0.3048, 'metric'), differenceText('head', 0.3048, 'us'), differenceText('efficiency', 0.012, 'us'), differenceText('power', 745.7, 'us')]).toEqual(['0.30 m', '1.0 ft', '1.2 %', '1.0 hp']); // prettier-ignore
  });
});

describe('what a measured curve does', () => {
  const row = (q: number, more: object) => ({ flow: `${q} m3/h`, head: `${50 - q} m`, ...more });
  const list = (entry: object | undefined, warnings: Partial<CurveWarning>[] = []): string[][] => {
    cleanup();
    render(<ChecksPanel entry={entry as never} warnings={warnings as never} />);
    return screen.getAllByRole('listitem').map((l) => [l.textContent, l.querySelector('svg')?.getAttribute('aria-label') ?? '']);
  };
  test('is judged as far as something was picked: two efficiencies, two NPSHR, two diameters', () => {
    const bare = list({ curve: [row(0, {}), row(10, {})] });
    expect(bare.map(([t]) => t!.includes('needs more curves'))).toEqual([false, true, true, true, true]);
    const some = list({ curve: [row(0, { efficiency: 0.1, npshr: '2 m' }), row(10, { efficiency: 0.5, npshr: '2.2 m' })] });
    expect(some.map(([t]) => t!.includes('needs more curves'))).toEqual([false, true, false, true, false]);
    const one = list({ curve: [row(0, { efficiency: 0.1 }), row(10, {})] });
    expect(one[2]![0]).toContain('needs more curves');
    const two = list({
      curves: [
        { diameter: '1 m', curve: [row(0, {})] },
        { diameter: '2 m', curve: [row(0, {})] },
      ],
    });
    expect(two[3]![0]).not.toContain('needs more curves');
    expect(list(undefined).every(([t]) => t!.includes('needs more curves'))).toBe(true);
  });
  test('what is odd stands beside the check that it belongs to, and nowhere else', () => {
    const odd = list({ curve: [row(0, { npshr: '3 m' }), row(10, { npshr: '2 m' })] }, [
      { code: 'npshr-falls', detail: {} } as never,
    ]);
    expect(odd.filter(([t]) => t!.length > 'NPSHR increases with flow'.length && t!.startsWith('NPSHR'))).toHaveLength(1);
    expect(odd[0]![0]).toBe('Head decreases with flow');
  });
});
