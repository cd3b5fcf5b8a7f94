import { blankStudy, type Study } from '@cedar-knot/core';
import { Autosave, type KeptEdit, type SaveFailure, type SaveState } from './autosave.js';

/* A study between the page, the server and what this browser keeps over a reload. */

const titled = (title: string): Study => blankStudy(title);
const failure = (status: number, body = {}): SaveFailure => ({ status, message: 'no', body });

/** a server whose answers are given by hand, and a browser that keeps */
function world() {
  const calls: { version: number; study: Study; id: string; answer: (a: { version: number } | SaveFailure) => void }[] = [];
  const kept: { edit: KeptEdit | undefined } = { edit: undefined };
  const isThere: { now: boolean; asked: number } = { now: true, asked: 0 };
  const backend = {
    save: (version: number, study: Study, id: string) =>
      new Promise<{ version: number; savedAt: string }>((resolve, reject) => {
        const answer = (a: { version: number } | SaveFailure): void =>
          'version' in a ? resolve({ version: a.version, savedAt: 's' }) : reject(a);
        calls.push({ version, study, id, answer });
      }),
    isThere: () => Promise.resolve((isThere.asked++, isThere.now)),
    keep: (edit: KeptEdit) => Promise.resolve(void (kept.edit = structuredClone(edit))),
    forget: () => Promise.resolve(void (kept.edit = undefined)),
  };
  const shown: SaveState[] = [];
  const open = (stored: Study, version: number, edit?: KeptEdit) =>
    new Autosave(stored, version, backend, (s) => shown.push(s), edit);
  return { calls, kept, isThere, shown, open };
}
const passed = (ms: number) => jest.advanceTimersByTimeAsync(ms);

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('what is not stored is kept in this browser until it is', async () => {
  const { calls, kept, open } = world();
  const autosave = open(titled('0'), 1);
  autosave.changed(titled('1'));
  await passed(700);
  expect(kept.edit).toMatchObject({ version: 1, wanted: { title: '1' }, sent: { id: calls[0]!.id, study: { title: '1' } } });
  // changed while the save is not answered: both are kept, what was sent and what is wanted
  autosave.changed(titled('2'));
  await passed(700);
  expect(kept.edit).toMatchObject({ version: 1, wanted: { title: '2' }, sent: { id: calls[0]!.id, study: { title: '1' } } });
  calls[0]!.answer({ version: 2 });
  await passed(10);
  expect(kept.edit).toMatchObject({ version: 2, wanted: { title: '2' }, sent: { study: { title: '2' } } });
  calls[1]!.answer({ version: 3 });
  await passed(10);
  expect(kept.edit).toBeUndefined();
});

test('after a reload the save whose answer was lost is sent again as the same one, then what was typed since', async () => {
  const before = world();
  const first = before.open(titled('0'), 4);
  first.changed(titled('1'));
  await passed(700);
  first.changed(titled('2'));
  await passed(700);
  const { calls, shown, open } = world();
  open(titled('0'), 4, before.kept.edit);
  await passed(10);
  expect(calls[0]).toMatchObject({ version: 4, study: { title: '1' }, id: before.calls[0]!.id });
  calls[0]!.answer({ version: 5 });
  await passed(10);
  expect(calls[1]).toMatchObject({ version: 5, study: { title: '2' } });
  expect(calls[1]!.id).not.toBe(calls[0]!.id);
  calls[1]!.answer({ version: 6 });
  await passed(10);
  expect(shown.at(-1)).toEqual({ kind: 'saved', at: 's' });
});

test('a save that is not answered makes the page ask who is there, and say within 5 s that nobody is', async () => {
  const { calls, isThere, shown, open } = world();
  const autosave = open(titled('0'), 1);
  isThere.now = false;
  autosave.changed(titled('1'));
  await passed(600);
  expect(shown.at(-1)).toEqual({ kind: 'saving' });
  // the question itself takes 4 s at most
  await passed(1000);
  expect(shown.at(-1)).toEqual({ kind: 'offline', away: 'database', message: 'The database does not respond.' });
  isThere.now = true;
  await passed(2000);
  expect(shown.at(-1)).toEqual({ kind: 'saving' });
  calls[0]!.answer({ version: 2 });
  await passed(10);
  const { asked } = isThere;
  expect(shown.at(-1)).toEqual({ kind: 'saved', at: 's' });
  await passed(10_000);
  expect(isThere.asked).toBe(asked);
});

test.each([
  [failure(0), 'application'],
  [failure(503, { error: 'database' }), 'database'],
  [failure(507, { error: 'disk-full' }), 'disk'],
  [failure(500), 'other'],
])('what is away is named: %j', async (why, away) => {
  const { calls, kept, shown, open } = world();
  open(titled('0'), 1).changed(titled('1'));
  await passed(700);
  calls[0]!.answer(why);
  await passed(10);
  expect(shown.at(-1)).toMatchObject({ kind: 'offline', away });
  expect(kept.edit).toMatchObject({ wanted: { title: '1' } });
});

test('what is given up is neither sent again nor kept', async () => {
  const { calls, kept, open } = world();
  const autosave = open(titled('0'), 1);
  autosave.changed(titled('1'));
  await passed(700);
  calls[0]!.answer(failure(409, { version: 3, savedAt: 's', changes: [] }));
  await passed(10);
  await autosave.discard();
  await passed(60_000);
  expect([calls.length, kept.edit]).toEqual([1, undefined]);
});

test('the version that is stored is known once all is, what was typed meanwhile too; where it cannot be, that is said', async () => {
  const { calls, open } = world();
  const autosave = open(titled('0'), 1);
  await expect(autosave.settled()).resolves.toBe(1);
  autosave.changed(titled('1'));
  let version: number | undefined;
  void autosave.settled().then((v) => (version = v));
  await passed(10);
  autosave.changed(titled('2'));
  calls[0]!.answer({ version: 2 });
  await passed(100);
  expect([version, calls[1]!.study.title]).toEqual([undefined, '2']);
  calls[1]!.answer({ version: 3 });
  await passed(100);
  expect(version).toBe(3);
  autosave.changed(titled('3'));
  const refused = expect(autosave.settled()).rejects.toThrow('Not all changes are saved');
  await passed(10);
  calls[2]!.answer(failure(409, { version: 9 }));
  await passed(100);
  await refused;
});

test('what the server stored itself is taken over: nothing is sent for it, and the next save stands on its version', async () => {
  const { calls, shown, open } = world();
  const autosave = open(titled('0'), 4);
  const issued = titled('0, issued');
  autosave.adopt(5, 's', issued);
  autosave.changed(issued);
  await passed(2000);
  expect([calls.length, shown.at(-1)]).toEqual([0, { kind: 'saved', at: 's' }]);
  autosave.changed(titled('1'));
  await passed(700);
  expect([calls[0]!.version, calls[0]!.study.title]).toEqual([5, '1']);
});
