import { firstStudy, open, pumpedStudy } from '../test/open.js';
import { lineActions } from './lineActions.js';

/* What is offered at a chosen thing, and what it does: the same for keys, buttons and commands. */

async function at(id: string, study = pumpedStudy()) {
  const { store } = await open(study);
  const { getState } = store;
  const offered = () => lineActions(store, id);
  return {
    store,
    keys: offered().map((a) => a.key),
    run: (key: string) =>
      offered()
        .find((a) => a.key === key)!
        .run(),
    name: (key: string) => offered().find((a) => a.key === key)!.name,
    elements: () => getState().study.lines[0]!.elements.map((e) => e.id),
  };
}

test('each thing is offered what can be done with it', async () => {
  expect((await at('L-1')).keys).toEqual(['branch', 'split', 'up', 'down', 'remove']);
  expect((await at('P-1')).keys).toEqual(['branch', 'up', 'down', 'remove']);
  expect((await at('V-1')).keys).toEqual(['branch', 'remove']);
  const line = pumpedStudy().lines[0]!.id;
  expect((await at(line)).keys).toEqual(['branch', 'remove', 'shut']);
  expect((await at('no-such')).keys).toEqual([]);
});

test('a pipe is joined with the pipe behind it, and with nothing else', async () => {
  const first = firstStudy().lines[0]!.elements[0]!;
  const value = { ...first, id: 'L-9', length: '5 m' };
  const two = firstStudy({ op: 'insert', path: ['lines', 0, 'elements'], index: 1, value });
  const { run, elements, store, keys } = await at('L-1', two);
  expect(keys).toContain('join');
  run('join');
  expect(elements()).not.toContain('L-9');
  expect(store.getState().study.lines[0]!.elements[0]).toMatchObject({ id: 'L-1', length: '15 m' });
});

test('a branch after an element makes a junction there: one line becomes three', async () => {
  const { run, store } = await at('CV-1');
  run('branch');
  const { study } = store.getState();
  expect(study.lines).toHaveLength(3);
  expect(Object.values(study.points).filter((p) => p.kind === 'junction')).toHaveLength(1);
  expect(study.lines.flatMap((l) => l.elements.map((e) => e.id))).toEqual(expect.arrayContaining(['L-1', 'P-1', 'CV-1', 'L-2']));
});

test('taken out, an element leaves the choice to its neighbour', async () => {
  const { run, elements, store } = await at('P-1');
  run('remove');
  expect(elements()).toEqual(['L-1', 'CV-1', 'L-2']);
  expect(store.getState().selected).toBe('CV-1');
});

test('a point that lines meet is not taken out; it is said which', async () => {
  const { run, store } = await at('V-1');
  run('remove');
  expect(store.getState().study.points['V-1']).toBeDefined();
  expect(store.getState().notice).toContain(store.getState().study.lines[0]!.id);
});

test('a line is shut in the active scenario alone, and opened there again without a trace', async () => {
  const line = pumpedStudy().lines[0]!.id;
  const { run, name, store } = await at(line);
  const set = () => store.getState().study.scenarios[0]!.set;
  expect(name('shut')).toBe(`Close ${line} in scenario A`);
  run('shut');
  expect(set()).toEqual({ [`${line}.closed`]: true });
  expect(name('shut')).toBe(`Open ${line} in scenario A`);
  run('shut');
  expect(set()).toBeUndefined();
});

test('a line that is shut for all is opened in one scenario by an entry of its own', async () => {
  const shut = pumpedStudy({ op: 'set', path: ['lines', 0, 'closed'], value: true });
  const { run, store } = await at(shut.lines[0]!.id, shut);
  run('shut');
  expect(store.getState().study.scenarios[0]!.set).toEqual({ [`${shut.lines[0]!.id}.closed`]: false });
  expect(store.getState().study.lines[0]!.closed).toBe(true);
});
