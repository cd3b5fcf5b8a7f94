import { applyOperations, type Study } from '@cedar-knot/core';
import { writeNumbers } from '@cedar-knot/wording';
import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api } from '../../api/client.js';
import { byTurn, inputRows, resultRows } from '../../state/changes.js';
import { open, pumpedStudy, settle, show, TWO } from '../../test/open.js';
import { briefOf, compared } from '../../worker/comparison.js';
import type { ComparisonWork } from '../../worker/report.js';
import { CompareView } from './CompareView.js';

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const before = pumpedStudy(TWO);
const changed = (...set: [path: (string | number)[], value: unknown][]): Study => {
  const done = applyOperations(before, set.map(([path, value]) => ({ op: 'set', path, value }))); // prettier-ignore
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};
/** the valve holds 65 instead of 60, the night stays at its own 15; the roughness of no scenario changes */
const after = changed([['lines', 0, 'elements', 2, 'flow'], '65 m3/h'], [['title'], 'Later']);
const work: ComparisonWork = {
  compared: (...asked) => Promise.resolve(compared(...asked)),
  briefOf: (...asked) => Promise.resolve(briefOf(...asked)),
};

test('an input is spread over the scenarios as it holds in each; what is no entry of a thing is a line', () => {
  const { inputs, figures, now } = compared(before, after, undefined, 'metric');
  const { rows, others } = inputRows(before, after, inputs);
  expect(rows.map((r) => [r.where, r.label, r.unit, r.cells])).toEqual([
    ['CV-1', 'Flow held', 'm³/h', [
      { before: '60', after: '65', isChanged: true, difference: '+5' },
      { before: '15', after: '15', isChanged: false, difference: '' },
    ]],
  ]); // prettier-ignore
  expect(others.map((c) => c.where)).toEqual(['study']);
  const results = resultRows(after, figures, now, false, 'metric');
  const flow = results.find((r) => r.key === 'P-1.flow')!;
  expect([flow.unit, flow.cells.map((c) => c!.isChanged)]).toEqual(['m³/h', [true, false]]);
  expect(flow.cells[0]).toMatchObject({ before: '60.00', after: '65.00', difference: '+5.00' });
  expect(flow.cells[1]).toMatchObject({ before: '15.00', after: '15.00', difference: '' });
  expect(results.every((r) => ['P-1', 'CV-1'].includes(r.where))).toBe(true);
  expect(resultRows(after, figures, now, true, 'metric').length).toBeGreaterThan(results.length);
});

test('versions say what changed in words; the one before the newest is the earlier side, and another one is chosen', async () => {
  const versions = [
    { version: 3, savedAt: '2026-01-02T10:00:00Z', name: null, by: null },
    { version: 2, savedAt: '2026-01-02T09:00:00Z', name: 'For enquiry', by: { name: 'Ida Marsh', initials: 'IM' } },
    { version: 1, savedAt: '2026-01-01T09:00:00Z', name: null, by: null },
  ];
  const documents: Record<number, Study> = { 1: before, 2: changed([['title'], 'Later']), 3: after };
  jest.spyOn(api, 'versions').mockResolvedValue({ versions, kept: 3, next: null });
  jest.spyOn(api, 'version').mockImplementation((_id, v) => Promise.resolve({ ...versions.find((x) => x.version === v)!, document: documents[v]! })); // prettier-ignore
  jest.spyOn(api, 'get').mockResolvedValue({ id: 'x', alternativeOf: null } as never);
  jest.spyOn(api, 'list').mockResolvedValue({ count: 0, studies: [] });
  show(await open(after), <CompareView work={work} />);
  const row = (v: number): HTMLElement => document.querySelector(`[data-version="${v}"]`)!;
  await within(await screen.findByRole('complementary', { name: 'Versions' })).findByText('CV-1, Flow held: 60 → 65 m³/h');
  expect(row(2).textContent).toContain('Study, Title: T → Later');
  expect(row(1).textContent).toContain('first version');
  // against version 2 one input differs, against version 1 the title too
  const inputs = (): string => document.querySelector('[data-compared]')!.getAttribute('data-compared')!;
  expect(inputs()).toBe('1');
  await userEvent.click(row(1));
  await screen.findByText('Study, Title: T → Later', { selector: 'td' });
  await settle();
  expect(inputs()).toBe('2');
});

test('newer data of the catalogue are a side of their own', async () => {
  const taken = changed([['pumps', 'hollin', 'from'], { model: 'm1', revision: 3 }]);
  jest.spyOn(api, 'versions').mockResolvedValue({ versions: [], kept: 0, next: null });
  jest.spyOn(api, 'get').mockResolvedValue({ id: 'x', alternativeOf: null } as never);
  jest.spyOn(api, 'list').mockResolvedValue({ count: 0, studies: [] });
  const { from: _, ...entry } = { ...taken.pumps!.hollin!, diameter: '210 mm' } as Record<string, unknown>;
  const model = jest.spyOn(api, 'model').mockResolvedValue({ id: 'm1', revision: 4, entry } as never);
  const { studyOf } = await import('./sides.js');
  const newer = await studyOf('data', 'x', taken);
  expect(model).toHaveBeenCalledWith('m1');
  expect(compared(taken, newer, undefined, 'metric').inputs.map((c) => [c.where, c.before, c.after])).toEqual(
    expect.arrayContaining([['hollin', '200 mm', '210 mm'], ['hollin', 3, 4]]),
  ); // prettier-ignore
  expect(await studyOf('now', 'x', taken)).toBe(taken);
});

test('differences are right whatever marks numbers are written with', () => {
  const wide = changed([['lines', 0, 'elements', 2, 'flow'], '61.5 m3/h']);
  const { inputs } = compared(before, wide, undefined, 'metric');
  try {
    // 61.5 − 60 = 1.5, written with a comma in German
    writeNumbers('de');
    const { rows } = inputRows(before, wide, inputs);
    const flow = rows.find((r) => r.where === 'CV-1')!;
    expect([flow.unit, flow.cells[0]!.after, flow.cells[0]!.difference]).toEqual(['m³/h', '61,5', '+1,5']);
  } finally {
    writeNumbers('iso');
  }
});

test('a check that applies now, or no longer, and holds is neither worse nor better', () => {
  const margins = { before: null, after: null };
  const v = (before: 'holds' | 'near' | 'not-applicable' | 'fails', after: 'holds' | 'near' | 'not-applicable' | 'fails') => ({ where: 'P-1', check: 'npsh-ratio' as const, scenario: 'day', before, after, margins }); // prettier-ignore
  const [worse, better, on, off] = [
    v('near', 'fails'),
    v('fails', 'near'),
    v('not-applicable', 'holds'),
    v('holds', 'not-applicable'),
  ];
  expect(byTurn([worse, better, on, off])).toEqual({ worse: [worse], better: [better], neither: [on, off] });
});
