import type { ModelEntry, ModelWhole, Operation } from '@cedar-knot/core';
import { act, cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api } from '../../api/client.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { ValveCatalogue } from '../../worker/valveFigures.js';
import type { ValveWork } from '../../worker/valves.js';
import { splitOperations } from '../../state/splitValves.js';
import { ValvesView } from './ValvesView.js';
import { shownValve } from './ValveTable.js';

afterEach(cleanup);

const model = (id: string, ratedKv: number, more: object = {}): ModelEntry => ({
  id,
  key: id,
  name: id,
  maker: null,
  type: 'globe',
  size: 'DN80',
  revision: 1,
  entry: { name: id, ratedKv, size: 'DN80', characteristic: 'linear', rangeability: 50, fl: 0.9, fd: 0.46, ...more },
});
const MODELS = [model('Small', 12), model('Fitting', 45), model('Roomy', 55), model('Vast', 1500)];
function plainWork(): ValveWork {
  const bench = new ValveCatalogue();
  return {
    load: () => Promise.resolve(bench.keep(MODELS)),
    figures: (...asked) => Promise.resolve(bench.figures(...asked)),
  };
}
/** 60 m³/h and 20 m³/h through CV-1, which holds it */
const scenarios: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [{ id: 'day', name: 'Day', temperature: '20 C', role: 'maximum' }, { id: 'night', name: 'Night', temperature: '20 C', set: { 'CV-1.flow': '20 m3/h' } }],
}; // prettier-ignore
async function shown(...more: Operation[]) {
  const opened = await open(pumpedStudy(scenarios, ...more));
  const work = plainWork();
  await act(async () => {
    show(opened, <ValvesView work={work} />); // prettier-ignore
    for (let i = 0; i < 4; i++) await settle();
  });
  return opened;
}
const row = (name: string): HTMLElement => document.querySelector(`[data-valve="${name}"]`)!;
const kvOf = (scenario: string): number => Number(document.querySelector(`[data-asked=${scenario}] b`)!.textContent);
const later = (): Promise<void> => act(async () => { for (let i = 0; i < 6; i++) await settle(); }); // prettier-ignore

test('each valve of the catalogue has its verdict, the smallest that serves is preferred', async () => {
  const { store } = await shown();
  const r = store.getState().shown.day!.outcome.result!.elements['CV-1']!;
  expect(r.kind === 'control-valve' && kvOf('day')).toBe(Number((r as { kv: number }).kv.toPrecision(3)));
  expect(row('Small').dataset.verdict).toBe('fails');
  expect(row('Small').textContent).toContain('too small');
  expect(row('Vast').dataset.verdict).toBe('fails');
  expect(row('Vast').textContent).toMatch(/opening|below its range/);
  expect(row('Fitting').dataset.verdict).not.toBe('fails');
  expect(within(row('Fitting')).getByText('preferred')).toBeTruthy();
  // (Kv/45 − 1/50)/(1 − 1/50)
  expect(row('Fitting').textContent).toContain(String(Math.round(((kvOf('day') / 45 - 0.02) / 0.98) * 100)));
  expect([...document.querySelectorAll<HTMLElement>('[data-valve]')].map((x) => x.dataset.valve)).toEqual(['own', 'Fitting', 'Roomy', expect.any(String), expect.any(String)]); // prettier-ignore
});

test('more flow is supposed, and nothing of it is kept', async () => {
  const { store } = await shown();
  const before = store.getState().study;
  const kv = kvOf('night');
  await userEvent.setup().click(screen.getByRole('button', { name: 'Flow + 20 %' }));
  await later();
  expect(document.querySelector('[data-asked=night]')!.textContent).toContain('24.0');
  // a fifth more flow against what is left of it is more than a fifth more of a coefficient
  expect(kvOf('night') / kv).toBeGreaterThan(1.2);
  expect(store.getState().study).toBe(before);
});

test('one is taken into the position', async () => {
  const { store } = await shown();
  const taken = { ...MODELS[1]!, kind: 'valves' } as unknown as ModelWhole;
  const asked = jest.spyOn(api, 'model').mockResolvedValue(taken);
  await userEvent.setup().click(within(row('Fitting')).getByRole('button', { name: 'Use this valve' }));
  await later();
  expect(asked).toHaveBeenCalledWith('Fitting');
  const valve = store.getState().study.lines[0]!.elements.find((e) => e.id === 'CV-1')!.valve as string;
  expect(store.getState().study.valves![valve]).toMatchObject({ ratedKv: 45, from: { model: 'Fitting', revision: 1 } });
});

test('a set point that is not reached is said with its scenario and by how much, and what it would have to have', async () => {
  await shown({ op: 'set', path: ['valves', 'gx80', 'ratedKv'], value: 20 });
  expect(document.querySelector('[data-missed=day]')!.textContent).toMatch(/▲ A: .*60/);
  expect(document.querySelector('[data-missed=night]')).toBeNull();
  expect(document.querySelector('[data-asked=day]')!.textContent).toContain('60.0');
  expect(kvOf('day')).toBeGreaterThan(20);
});

test('split range: the first opens to its edge, the second holds the rest; together they pass what one did', async () => {
  const { store } = await open(pumpedStudy(scenarios));
  const { study } = store.getState();
  const whole = (m: ModelEntry): ModelWhole => ({ ...m, kind: 'valves' }) as unknown as ModelWhole;
  const duties = [
    { scenario: 'day', flow: 60 / 3600, first: 0.85, second: 0.3, share: 0.4 },
    { scenario: 'night', flow: 20 / 3600, first: 0.5, second: 0, share: 0 },
  ];
  const done = splitOperations(study, 'CV-1', [whole(MODELS[1]!), whole(MODELS[2]!)], duties, store.getState().shown.day!.outcome.result); // prettier-ignore
  expect(done).toMatchObject({ ok: true, select: 'CV-1' });
  expect(store.getState().rebuild('split', done)).toBe(true);
  await settle();
  const { study: split, shown: now } = store.getState();
  expect(split.lines).toHaveLength(4);
  const flows = (s: string) => now[s]!.outcome.result!.elements;
  expect(flows('night')['P-1']!.flow * 3600).toBeCloseTo(20, 6);
  expect(flows('night')['CV-2']!.flow).toBe(0);
  expect(flows('day')['CV-2']!.flow * 3600).toBeCloseTo(24, 3);
  expect(splitOperations(pumpedStudy({ op: 'set', path: ['lines', 0, 'elements', 2, 'mode'], value: 'opening' }), 'CV-1', [whole(MODELS[1]!), whole(MODELS[2]!)], duties, null)).toMatchObject({ ok: false }); // prettier-ignore
});

test('a valve is listed with body, size and the price that its maker states', () => {
  const model = { id: 'x', name: 'GX', maker: null, type: 'globe-cage', size: 'DN50' };
  const input = { characteristic: 'linear', rangeability: 50, fl: 0.9 };
  const sort = (price?: string): string => shownValve({} as never, model, price === undefined ? input : { ...input, price }).sort;
  expect([sort(), sort('900 EUR')]).toEqual(['globe cage, DN50', 'globe cage, DN50, 900 EUR']);
});
