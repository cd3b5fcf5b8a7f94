import { blankStudy, type Study } from '@cedar-knot/core';
import { recalculate, type Outcome } from '../worker/outcome.js';
import { ownEntries, firstLine, freeId, removeElement, setOwn, setSeen } from './address.js';
import type { SaveFailure } from './autosave.js';
import { createStudyStore } from './studyStore.js';
import { copyScenario, fillCells, inputAt, removeScenario, shareAgain, variableInputs, ownInputs } from './inputs.js';
import { axisTicks, spread } from '../ui/ticks.js';

const failure = (status: number, body = {}): SaveFailure => ({ status, message: 'no', body });

/** a backend that remembers, and refuses when told to */
function backend() {
  const saved: Study[] = [];
  const ids: string[] = [];
  let refusals: SaveFailure[] = [];
  return {
    saved,
    ids,
    refuse: (...list: SaveFailure[]) => (refusals = list),
    save: (version: number, study: Study, saveId: string) => {
      ids.push(saveId);
      const refusal = refusals.shift();
      if (refusal) return Promise.reject(refusal);
      saved.push(study);
      return Promise.resolve({ version: version + 1, savedAt: '2026-01-01T00:00:00Z' });
    },
  };
}

function open(study: Study = blankStudy('T')) {
  const server = backend();
  const calculated: Study[] = [];
  const store = createStudyStore(
    { id: 'x', version: 1, savedAt: '', document: study },
    (s, pump, isTried): Promise<Outcome> => {
      calculated.push(s);
      return Promise.resolve(recalculate(s, pump, isTried));
    },
    server,
  );
  return { store, server, calculated, state: () => store.getState() };
}

beforeEach(() => {
  jest.useFakeTimers();
});
const quiet = () => jest.advanceTimersByTimeAsync(700);

test('a change is calculated at once, saved after a quiet moment, undone and done again', async () => {
  const { state, server } = open();
  expect(state().change('first', firstLine())).toBe(true);
  await quiet();
  expect(state().outcome?.scenarios[0]?.result?.status).toBe('solved');
  expect(state().save.kind).toBe('saved');
  expect(server.saved.at(-1)).toBe(state().study);
  state().undo();
  expect(state().study).toEqual(blankStudy('T'));
  state().redo();
  expect(state().study.lines).toHaveLength(1);
  await quiet();
  expect(server.saved.at(-1)).toBe(state().study);
});

test('a drag is one step of undo; a change after an undo forgets what could be done again', () => {
  const { state } = open();
  for (const n of [1, 2, 3]) state().change('title', [{ op: 'set', path: ['title'], value: `t${n}` }], 'drag');
  expect(state().past).toHaveLength(1);
  state().undo();
  expect(state().study.title).toBe('T');
  state().redo();
  expect(state().study.title).toBe('t3');
  state().undo();
  state().change('notes', [{ op: 'set', path: ['notes'], value: 'n' }]);
  expect(state().future).toEqual([]);
});

test('a lost connection is tried again; a refusal is shown; a conflict waits for a choice and never overwrites', async () => {
  const { state, server } = open();
  const title = (value: string) => state().change('title', [{ op: 'set', path: ['title'], value }]);
  server.refuse(failure(0), failure(0));
  title('a');
  await quiet();
  expect(state().save.kind).toBe('offline');
  await jest.advanceTimersByTimeAsync(6000);
  expect(state().save.kind).toBe('saved');
  server.refuse(failure(422));
  title('b');
  await quiet();
  expect(state().save).toEqual({ kind: 'refused', message: 'no' });
  server.refuse(failure(409, { version: 7, savedAt: 's', changes: [] }));
  title('c');
  await quiet();
  await jest.advanceTimersByTimeAsync(20_000);
  expect(state().save).toMatchObject({ kind: 'conflict', version: 7 });
  expect(server.saved.map((s) => s.title)).toEqual(['a']);
  state().rebase(7);
  await quiet();
  expect(server.saved.at(-1)!.title).toBe('c');
});

test('while a scenario cannot be worked out its last good numbers stay, marked', async () => {
  const { state } = open();
  state().change('first', firstLine());
  await quiet();
  const head = () => state().shown.normal!.outcome.result!.elements['P-1'];
  const good = head();
  state().change('bad', [{ op: 'set', path: ['lines', 0, 'elements', 1, 'flow'] }]);
  await quiet();
  expect(state().shown.normal!.stale).toBe(true);
  expect(head()).toEqual(good);
  expect(state().outcome!.problems[0]).toMatchObject({ code: 'under-specified', where: ['P-1'] });
});

test('typing faster than the calculation never queues: only the newest waits', async () => {
  const { state, calculated } = open();
  for (let i = 0; i < 20; i++) state().change('t', [{ op: 'set', path: ['title'], value: String(i) }]);
  await quiet();
  expect(calculated.length).toBeLessThan(6);
  expect(calculated.at(-1)).toBe(state().study);
});

test('a scenario gets its own entry and shares again; what leaves the line leaves the scenarios too', () => {
  const { state } = open();
  const apply = (operations: ReturnType<typeof setOwn>) => expect(state().change('x', operations)).toBe(true);
  apply(firstLine());
  apply(setOwn(state().study, 'normal', 'P-1', 'flow', '70 m3/h'));
  expect(ownEntries(state().study, 'P-1')).toEqual([{ letter: 'A', scenario: 'normal', keys: ['flow'] }]);
  apply(setSeen(state().study, state().study.scenarios[0], 'P-1', 'flow', '75 m3/h'));
  expect(state().study.scenarios[0]!.set).toEqual({ 'P-1.flow': '75 m3/h' });
  expect(state().study.lines[0]!.elements[1]!.flow).toBe('60 m3/h');
  apply(removeElement(state().study, 'P-1'));
  expect(state().study.scenarios[0]!.set).toBeUndefined();
  expect(freeId(state().study, 'L')).toBe('L-3');
  state().undo();
  expect(state().study.scenarios[0]!.set).toEqual({ 'P-1.flow': '75 m3/h' });
});

test('ticks are round and hold the range; labels are pushed apart in order', () => {
  expect(axisTicks(3, 97, 5)).toEqual([0, 20, 40, 60, 80, 100]);
  expect(axisTicks(-0.3, 0.4, 4)).toEqual([-0.4, -0.2, 0, 0.2, 0.4]);
  expect(spread([10, 12, 50], 15, 0, 100)).toEqual([10, 25, 50]);
  expect(spread([95, 96, 97], 15, 0, 100)).toEqual([70, 85, 100]);
});

test('inputs: those with entries of their own stand in the matrix, any other can be found, sharing again takes them back', () => {
  const { state } = open();
  state().change('first', firstLine());
  state().change('vary', setOwn(state().study, 'normal', 'V-1', 'level', '1 m'));
  expect(ownInputs(state().study)).toMatchObject([
    { address: 'V-1.level', id: 'V-1', key: 'level', field: { type: 'quantity', dimension: 'length' } },
  ]);
  const found = variableInputs(state().study).map((i) => i.address);
  expect(found).toEqual(expect.arrayContaining(['V-2.level', 'L-1.length', 'P-1.flow', 'P-1.running', 'T-1.closed']));
  expect(found).not.toContain('L-1.name');
  const copy = copyScenario(state().study, 0);
  state().change('copy', copy.operations);
  expect(state().study.scenarios.map((s) => s.id)).toEqual(['normal', copy.id]);
  state().change('share', shareAgain(state().study, 'V-1.level'));
  expect(state().study.scenarios.every((s) => s.set === undefined)).toBe(true);
});

test('cells of the matrix are filled in one step that is undone in one', () => {
  const { state } = open();
  state().change('first', firstLine());
  state().change('two more', [
    { op: 'insert', path: ['scenarios'], index: 1, value: { id: 's2', fluid: 'water', temperature: '20 C' } },
    {
      op: 'insert',
      path: ['scenarios'],
      index: 2,
      value: { id: 's3', fluid: 'water', temperature: '20 C', set: { 'P-1.flow': '9 m3/h' } },
    },
  ]);
  const before = state().study;
  const input = (address: string) => inputAt(before, address)!;
  const cells = [
    { input: input('P-1.flow'), scenario: 's2', value: '70 m3/h' },
    { input: input('V-1.level'), scenario: 's2', value: '1 m' },
    { input: input('P-1.flow'), scenario: 's3', value: undefined },
    { input: input('V-1.level'), scenario: null, value: '3 m' },
  ];
  expect(state().change('paste', fillCells(before, cells))).toBe(true);
  expect(state().study.scenarios.map((s) => s.set)).toEqual([
    undefined,
    { 'P-1.flow': '70 m3/h', 'V-1.level': '1 m' },
    undefined,
  ]);
  expect(state().study.points['V-1']!.level).toBe('3 m');
  state().undo();
  expect(state().study).toEqual(before);
});

describe('what is looked at', () => {
  test('the pump that is followed is that of the curves, and stays through a change', async () => {
    const { state } = open();
    state().change('first', firstLine());
    const second = { id: 'P-2', kind: 'pump', mode: 'head', head: '5 m' };
    state().change('booster', [{ op: 'insert', path: ['lines', 0, 'elements'], index: 3, value: second }]);
    await quiet();
    expect([state().pump, state().outcome?.curves?.pump]).toEqual(['P-1', 'P-1']);
    state().follow('P-2');
    await quiet();
    expect(state().outcome?.curves?.pump).toBe('P-2');
    state().change('longer', [{ op: 'set', path: ['lines', 0, 'elements', 2, 'length'], value: '400 m' }]);
    await quiet();
    expect(state().pump).toBe('P-2');
    // taken out, the first one is followed again
    state().change('out', [{ op: 'remove', path: ['lines', 0, 'elements'], index: 3 }]);
    await quiet();
    expect(state().pump).toBe('P-1');
  });

  test('a scenario is active or compared, never both; one that is taken out hands over', () => {
    const { state } = open();
    state().change('more', [
      { op: 'insert', path: ['scenarios'], index: 1, value: { id: 'b', fluid: 'water', temperature: '30 C' } },
      { op: 'insert', path: ['scenarios'], index: 2, value: { id: 'c', fluid: 'water', temperature: '40 C' } },
    ]);
    state().compare('b');
    state().compare('c');
    state().compare('normal');
    expect(state().compared).toEqual(['b', 'c']);
    state().activate('b');
    expect([state().active, state().compared]).toEqual(['b', ['c']]);
    state().compare('c');
    expect(state().compared).toEqual([]);
    state().change('out', [{ op: 'remove', path: ['scenarios'], index: 1 }]);
    expect(state().active).toBe('normal');
  });

  test('a scenario that is taken out takes the limits meant for it along', () => {
    const { state } = open();
    state().change('b', [
      { op: 'insert', path: ['scenarios'], index: 1, value: { id: 'b', fluid: 'water', temperature: '30 C' } },
      {
        op: 'set',
        path: ['limits'],
        value: [
          { check: 'npsh-ratio', limit: 2, scenario: 'b' },
          { check: 'npsh-ratio', limit: 1.4 },
        ],
      },
    ]);
    state().change('out', removeScenario(state().study, 1));
    expect(state().study.limits).toEqual([{ check: 'npsh-ratio', limit: 1.4 }]);
    state().undo();
    expect(state().study.limits).toHaveLength(2);
  });

  test('a refusal is said and changes nothing; the next change takes it away', () => {
    const { state } = open();
    state().change('first', firstLine());
    const before = state().study;
    expect(state().rebuild('x', { ok: false, reason: 'not so' })).toBe(false);
    expect([state().notice, state().study]).toEqual(['not so', before]);
    expect(state().rebuild('tag', { ok: true, select: 'P-1', operations: [{ op: 'set', path: ['tag'], value: 'P-1' }] })).toBe(
      true,
    );
    expect([state().notice, state().selected]).toEqual([null, 'P-1']);
    expect(state().change('nowhere', [{ op: 'set', path: ['points', 'Z', 'level'], value: '1 m' }])).toBe(false);
  });
});

test('the units of the report are a change like any other; a drag of one key is one step, and keeps its first state', () => {
  const { state } = open();
  state().change('first', firstLine());
  state().change('units', [{ op: 'set', path: ['units'], value: 'us' }]);
  expect(state().study.units).toBe('us');
  for (const flow of ['61 m3/h', '62 m3/h', '63 m3/h'])
    state().change('flow', [{ op: 'set', path: ['lines', 0, 'elements', 1, 'flow'], value: flow }], 'drag');
  expect(state().past).toHaveLength(3);
  state().undo();
  expect(state().study.lines[0]!.elements[1]!.flow).toBe('60 m3/h');
  state().redo();
  expect(state().study.lines[0]!.elements[1]!.flow).toBe('63 m3/h');
  state().undo();
  state().undo();
  expect(state().study.units).toBe('metric');
  state().undo();
  state().undo();
  state().redo();
  expect(state().study.lines).toHaveLength(1);
});

test('a save whose answer was lost is sent again as the same one, before what was changed since', async () => {
  const { state, server } = open();
  server.refuse(failure(0), failure(503));
  state().change('first', firstLine());
  await quiet();
  expect(state().save.kind).toBe('offline');
  const first = state().study;
  state().change('notes', [{ op: 'set', path: ['notes'], value: 'more' }]);
  await jest.advanceTimersByTimeAsync(6000);
  expect(state().save.kind).toBe('saved');
  // lost, lost, kept: one id; then the change on top of it with an id of its own
  expect(server.saved).toEqual([first, state().study]);
  expect(new Set(server.ids.slice(0, 3)).size).toBe(1);
  expect(server.ids[3]).not.toBe(server.ids[0]);
});

test('a save that was refused is not sent again', async () => {
  const { state, server } = open();
  server.refuse(failure(422));
  state().change('first', firstLine());
  await quiet();
  state().change('notes', [{ op: 'set', path: ['notes'], value: 'more' }]);
  await quiet();
  expect(server.saved).toEqual([state().study]);
  expect(server.ids[1]).not.toBe(server.ids[0]);
});

test('a save is given up for its content alone: whatever else is answered, it is sent until it is kept', async () => {
  for (const status of [401, 403, 404, 408, 429, 500, 503, 507]) {
    const { state, server } = open();
    server.refuse(failure(status), failure(status));
    state().change('first', firstLine());
    await quiet();
    expect(state().save).toMatchObject({ kind: status === 401 || status === 403 ? 'denied' : 'offline', message: 'no' });
    await jest.advanceTimersByTimeAsync(6000);
    expect([status, state().save.kind, server.saved.at(-1) === state().study]).toEqual([status, 'saved', true]);
    // it may have been kept at the first time: it is the same save until it is known
    expect(new Set(server.ids).size).toBe(1);
  }
  for (const status of [400, 413, 415, 422]) {
    const { state, server } = open();
    server.refuse(failure(status));
    state().change('first', firstLine());
    await jest.advanceTimersByTimeAsync(60_000);
    expect([status, state().save.kind, server.ids.length]).toEqual([status, 'refused', 1]);
  }
});

test('what took too long is tried again after a while; a save id that is used already is changed without a question', async () => {
  const slow = open();
  slow.server.refuse(failure(422, { error: 'too-slow' }));
  slow.state().change('first', firstLine());
  await jest.advanceTimersByTimeAsync(10_000);
  expect([slow.state().save.kind, slow.server.ids.length]).toEqual(['offline', 1]);
  await jest.advanceTimersByTimeAsync(30_000);
  expect(slow.state().save.kind).toBe('saved');
  const used = open();
  used.server.refuse(failure(409, { error: 'save-id-used' }));
  used.state().change('first', firstLine());
  await quiet();
  expect(used.state().save.kind).toBe('saved');
  expect(used.server.ids[1]).not.toBe(used.server.ids[0]);
});

describe('what is tried while a handle is held', () => {
  const level = (metres: number) => [{ op: 'set', path: ['points', 'T-1', 'level'], value: `${metres} m` }] as const;
  const begun = async () => {
    const opened = open();
    opened.state().change('first', firstLine());
    await quiet();
    return opened;
  };

  test('it is worked out and shown, nothing is kept or saved; let go it is one change from where it began', async () => {
    const { state, server } = await begun();
    const point = Object.keys(state().study.points)[0]!;
    const set = (metres: number) => [{ op: 'set', path: ['points', point, 'level'], value: `${metres} m` }] as const;
    const [steps, saves] = [state().past.length, server.saved.length];
    const head = () => (state().moving ?? state()).shown[state().active]!.outcome.result!;
    for (const metres of [2, 4, 7]) {
      state().move(set(metres));
      await jest.advanceTimersByTimeAsync(20);
    }
    expect(state().moving!.study.points[point]).toMatchObject({ level: '7 m' });
    expect(state().moving!.outcome.scenarios[0]!.result!.status).toBe('solved');
    // only what moves on the screen
    expect(head().places).toEqual({});
    expect(state().study.points[point]).not.toMatchObject({ level: '7 m' });
    await quiet();
    expect([state().past.length, server.saved.length]).toEqual([steps, saves]);

    expect(state().drop('level')).toBe(true);
    expect(state().study.points[point]).toMatchObject({ level: '7 m' });
    expect(state().past).toHaveLength(steps + 1);
    // what was tried stands until what is kept has been worked out
    expect(state().moving).not.toBeNull();
    await quiet();
    expect(state().moving).toBeNull();
    expect(state().movingShown).toBeNull();
    expect(Object.keys(head().places)).not.toHaveLength(0);
    expect(server.saved.at(-1)).toBe(state().study);
    state().undo();
    expect(state().study.points[point]).not.toMatchObject({ level: '7 m' });
  });

  test('an answer that comes after it was let go no longer moves anything; nothing tried is nothing kept', async () => {
    const { state } = await begun();
    expect(state().drop('nothing')).toBe(false);
    state().move([{ op: 'set', path: ['title'], value: 'later' }]);
    state().drop('title');
    await quiet();
    expect(state().moving).toBeNull();
    expect(state().study.title).toBe('later');
    // an address that is none changes nothing and is not worked out
    state().move(level(3).map((o) => ({ ...o, path: ['nowhere', 9, 'x'] })));
    await quiet();
    expect(state().moving).toBeNull();
  });
});
