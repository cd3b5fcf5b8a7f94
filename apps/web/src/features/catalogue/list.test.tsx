import { facetsOf, found, ordered, type ListFilter, type ModelHead } from '@cedar-knot/core';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { displayIn } from '../context.js';
import { COLUMNS_OF } from './columns.js';
import { FilterBar } from './FilterBar.js';
import { FlowStrip } from './FlowStrip.js';

/* Models in a list: what each column says, how the list is narrowed, where duties fall. */

afterEach(cleanup);

const pump = (name: string, more: object = {}, words: object = {}): ModelHead =>
  ({
    id: name,
    kind: 'pumps',
    key: name.toLowerCase(),
    name,
    maker: 'Hollin',
    family: 'TC',
    type: 'end-suction',
    size: null,
    words,
    warnings: [],
    isTypical: false,
    revision: 2,
    savedAt: '2026-03-04T10:00:00Z',
    from: 'CSV',
    summary: {
      best: { flow: 0.025, head: 50 },
      end: 0.04,
      efficiency: 0.765,
      npshr: 2.5,
      power: 16e3,
      specificSpeed: 25,
      suctionSpecificSpeed: 210.4,
      speed: 2950,
      stages: 1,
      mostStages: 1,
      minDiameter: 0.16,
      maxDiameter: 0.209,
    },
    ...more,
  }) as unknown as ModelHead;

const cellsOf = (kind: 'pumps' | 'valves' | 'motors', m: ModelHead, system: 'metric' | 'us' = 'metric') => {
  const d = displayIn(system);
  const row: Record<string, string> = {};
  for (const c of COLUMNS_OF[kind]) {
    const { container, unmount } = render(<>{c.cell(m, d, [])}</>);
    row[c.key] = container.textContent;
    unmount();
  }
  return row;
};

test('a pump’s figures in the units that are shown', () => {
  expect(cellsOf('pumps', pump('TC 80'))).toMatchObject({
    name: 'TC 80',
    type: 'end suction',
    flow: expect.stringMatching(/^90(\.0)?$/) as string,
    head: expect.stringMatching(/^50(\.0)?$/) as string,
    efficiency: '76.5',
    speed: '2950',
    diameter: '160 – 209',
    suctionSpecificSpeed: '210',
    stages: '1',
    revision: '2',
    saved: '2026-03-04',
  });
  const us = cellsOf('pumps', pump('TC 80'), 'us');
  // 0.025 m³/s over 0.003785411784/60; 50 m over 0.3048; 16 kW over 0.7457
  expect(Number(us.flow)).toBeCloseTo(396, 0);
  expect(Number(us.head)).toBeCloseTo(164, 0);
  expect(Number(us.power)).toBeCloseTo(21.5, 1);
  expect(COLUMNS_OF.pumps.find((c) => c.key === 'head')!.name(displayIn('us'))).toBe('Head ft');
});

test('what a maker does not say is a dash, never a zero; several stages are a range', () => {
  const bare = cellsOf('pumps', pump('X', { summary: null, type: null, from: null }));
  for (const key of ['flow', 'head', 'efficiency', 'npshr', 'speed', 'diameter', 'type', 'from', 'specificSpeed']) expect([key, bare[key]]).toEqual([key, '–']); // prettier-ignore
  const many = pump('M', { summary: { ...pump('x').summary, stages: 3, mostStages: 14, minDiameter: null } });
  expect(cellsOf('pumps', many)).toMatchObject({ stages: '3 – 14', diameter: '209' });
});

test('a valve has its coefficient as Kv, in US units as Cv; a motor its efficiency at full load', () => {
  const valve = pump('GX', { kind: 'valves', summary: { ratedKv: 86.5, fl: 0.85, xfz: 0.4, rangeability: 50, characteristic: 'equal-percentage' } }); // prettier-ignore
  expect(cellsOf('valves', valve)).toMatchObject({ kv: '86.5', fl: '0.85', characteristic: 'equal percentage' });
  expect(cellsOf('valves', valve, 'us').kv).toBe('100.0');
  const motor = pump('M', { kind: 'motors', summary: { efficiency: [0.9, 0.92, 0.931] } }, { ratedPower: 22e3, poles: 2, frequency: 50, frame: '180M' }); // prettier-ignore
  expect(cellsOf('motors', motor)).toMatchObject({ ratedPower: expect.stringMatching(/^22/) as string, full: '93.1', frame: '180M', poles: '2' }); // prettier-ignore
  expect(cellsOf('motors', pump('N', { summary: null })).full).toBe('–');
});

describe('the strip of a pump', () => {
  const strip = (duties: { flow: number }[], more: object = {}) => {
    const summary = { ...pump('x').summary, ...more } as never;
    const { container } = render(<FlowStrip summary={summary} duties={duties.map((d, index) => ({ ...d, index, letter: String(index), name: '', head: 1 }))} />); // prettier-ignore
    return [...container.querySelectorAll('line')].map((l) => ['x1', 'x2'].map((k) => Number(l.getAttribute(k))) as [number, number]); // prettier-ignore
  };

  test('best efficiency stands in the preferred range, 70 to 120 % of it; a duty past the end stays at the end', () => {
    // the curve's end, 0.04, is farther than 1.45·0.025
    const x = (q: number): number => 2 + (q / 0.04) * 102;
    const [whole, allowed, preferred, best, inside, outside] = strip([{ flow: 0.02 }, { flow: 0.09 }]);
    expect(whole).toEqual([2, 104]);
    expect(allowed!.map((v) => +v.toFixed(6))).toEqual([0.5, 1.2].map((s) => +x(0.025 * s).toFixed(6)));
    expect(preferred![0]).toBeCloseTo(x(0.025 * 0.7), 9);
    expect(best![0]).toBeCloseTo(x(0.025), 9);
    expect(inside![0]).toBeCloseTo(x(0.02), 9);
    expect(outside![0]).toBe(104);
  });

  test('without a curve there is none', () => {
    const { container } = render(<FlowStrip summary={{ ...pump('x').summary, best: null } as never} duties={[]} />);
    expect(container.textContent).toBe('–');
  });
});

describe('filters', () => {
  const models = [
    pump('TC 80', {}, { liquids: ['clean water'], frequency: 50, phases: 3 }),
    pump('TC 100', { summary: { ...pump('x').summary, speed: 1450, best: { flow: 0.03, head: 22 } } }, { liquids: ['drainage'], frequency: 50, phases: 1 }), // prettier-ignore
    pump('RW 5', { maker: 'Ostler', type: 'sump', warnings: ['head-rises'], summary: null }, {}),
  ];
  let now: ListFilter = {};
  function Bar({ start }: { start: ListFilter }) {
    const [filter, setFilter] = useState(start);
    now = filter;
    return <FilterBar kind="pumps" filter={filter} facets={facetsOf('pumps', models)} onFilter={setFilter} />;
  }
  const names = (): string[] => found(models, now, { column: 'none', isDown: false }).map((m) => m.name).sort((a, b) => models.findIndex((m) => m.name === a) - models.findIndex((m) => m.name === b)); // prettier-ignore

  test('a limit is typed in any unit and kept in SI; it can be taken away, and words narrow while they are typed', async () => {
    render(<Bar start={{}} />);
    await userEvent.click(screen.getByRole('button', { name: 'Add a filter' }));
    await userEvent.click(await screen.findByText('minimum head …'));
    await userEvent.type(screen.getByLabelText('minimum head'), '100 ft{Enter}');
    expect(now.minHead).toBeCloseTo(30.48, 9);
    // of the third no head is known: it may be so
    expect(names()).toEqual(['TC 80', 'RW 5']);
    await userEvent.click(screen.getByRole('button', { name: /^Remove minimum head/ }));
    expect(now).toEqual({});
    await userEvent.type(screen.getByLabelText('Search by name'), 'tc 1');
    expect(names()).toEqual(['TC 100']);
    await userEvent.clear(screen.getByLabelText('Search by name'));
    expect(now).toEqual({});
  });

  test('pills say what holds in trade words', async () => {
    render(<Bar start={{ type: 'end-suction', phases: 1, frequency: 50, isOdd: true, maxSpeed: 1500, family: 'Hollin TC' }} />);
    const pills = screen
      .getAllByRole('button', { name: /^Remove / })
      .map((b) => b.getAttribute('aria-label')!.slice(7).replace('\u202f', ''));
    expect(pills).toEqual(['Hollin TC', 'end suction', 'maximum speed 1500 rpm', '50 Hz', 'single phase', 'Marked data only']);
    for (const p of ['Marked data only', 'single phase']) await userEvent.click(screen.getByRole('button', { name: `Remove ${p}` })); // prettier-ignore
    expect(now).toEqual({ type: 'end-suction', frequency: 50, maxSpeed: 1500, family: 'Hollin TC' });
    expect(names()).toEqual(['TC 100']);
  });

  test('facets count what stands there; models order by figures, those without one last, whichever way', () => {
    expect(facetsOf('pumps', models).maker).toEqual([{ value: 'Hollin', count: 2 }, { value: 'Ostler', count: 1 }]); // prettier-ignore
    expect(facetsOf('pumps', models).frequency).toEqual([{ value: '50', count: 2 }]);
    const by = (column: string, isDown: boolean) => ordered(models, { column, isDown }).map((m) => m.name);
    expect(by('head', false)).toEqual(['TC 100', 'TC 80', 'RW 5']);
    expect(by('head', true)).toEqual(['TC 80', 'TC 100', 'RW 5']);
    expect(by('name', false)).toEqual(['RW 5', 'TC 80', 'TC 100']);
  });
});
