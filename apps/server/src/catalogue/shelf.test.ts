import type { WorkPool } from '../work/pool.js';
import type { ShelfTask } from '../work/task.js';
import { Shelf, type Batch } from './shelf.js';

/* What goes over to a thread that holds models: what is new there, and all of it when the thread has begun anew. */

/** a thread as `shelf-tasks.ts` has it: it holds ids, and knows the state it is in */
function thread() {
  const it = { holds: new Set<string>(), state: null as number | null, put: [] as string[][] };
  const ask = (_shelf: number, task: ShelfTask): Promise<unknown> => {
    if (task.kind !== 'shelve') return Promise.resolve(task.at === it.state ? { ids: [...it.holds].sort() } : { isLost: true, holds: it.state }); // prettier-ignore
    if (task.from === null) it.holds.clear();
    else if (task.from !== it.state) return Promise.resolve({ isLost: true, holds: it.state });
    for (const id of task.gone) it.holds.delete(id);
    for (const { key } of task.pumps) it.holds.add(key);
    it.put.push(task.pumps.map((p) => p.key));
    it.state = task.to;
    return Promise.resolve({ read: task.pumps.filter((p) => p.inSi === null).map(({ key, revision }) => ({ key, revision, text: 'si' })) }); // prettier-ignore
  };
  return { it, pool: { ask } as unknown as WorkPool };
}
const load = (ids: string[]): Promise<Batch> =>
  Promise.resolve({ pumps: ids.map((key) => ({ key, revision: 1, entry: '{}', inSi: key === 'old' ? null : 'x' })), heads: [] });
const marks = (of: Record<string, string>) => new Map(Object.entries(of));

test('what has changed goes over, and no more', async () => {
  const { it, pool } = thread();
  const shelf = new Shelf(pool, 0);
  const anew: string[] = [];
  await shelf.bring(marks({ a: '1', b: '1', old: '1' }), load, (read) => anew.push(...read.map((r) => r.key)));
  await shelf.bring(marks({ a: '1', b: '2' }), load);
  await shelf.bring(marks({ a: '1', b: '2' }), load);
  expect(it.put).toEqual([['a', 'b', 'old'], ['b']]);
  expect([[...it.holds].sort(), shelf.standing.size, anew]).toEqual([['a', 'b'], 2, ['old']]);
});

test('a thread that has begun anew is filled again, by the next who asks or brings', async () => {
  const { it, pool } = thread();
  const shelf = new Shelf(pool, 0);
  const all = marks({ a: '1', b: '1' });
  const ready = (): Promise<void> => shelf.bring(all, load);
  const restart = (): void => void Object.assign(it, { holds: new Set(), state: null });
  await ready();
  restart();
  expect(await shelf.ask('ids', { query: {} as never }, ready)).toEqual({ ids: ['a', 'b'] });
  restart();
  await shelf.bring(marks({ a: '1', b: '1', c: '1' }), load);
  expect([...it.holds].sort()).toEqual(['a', 'b', 'c']);
});

test('more models than go over together, and loading that fails in the middle goes on from there', async () => {
  const { it, pool } = thread();
  const shelf = new Shelf(pool, 0);
  const all = marks(Object.fromEntries(Array.from({ length: 900 }, (_, n) => [`m${n}`, '1'])));
  let calls = 0;
  const failing = (ids: string[]): Promise<Batch> => (++calls === 2 ? Promise.reject(new Error('gone')) : load(ids));
  await expect(shelf.bring(all, failing)).rejects.toThrow('gone');
  // what is there in part is nothing to begin with
  expect(shelf.standing).toBeNull();
  await shelf.bring(all, load);
  expect([it.put.map((p) => p.length), it.holds.size, shelf.standing]).toEqual([[400, 400, 100], 900, { at: 3, size: 900 }]);
});

test('what was begun at a state is not gone on with at another', async () => {
  const { pool } = thread();
  const shelf = new Shelf(pool, 3);
  await shelf.bring(marks({ a: '1' }), load);
  const { at } = shelf.standing;
  await shelf.bring(marks({ b: '1' }), load);
  await expect(shelf.ask('ids', { query: {} as never }, () => Promise.resolve(), at)).rejects.toThrow('shelf 3 holds 2, not 1');
});

test('a shelf that never holds what is asked for says so', async () => {
  const shelf = new Shelf({ ask: () => Promise.resolve({ isLost: true, holds: 7 }) } as never, 3);
  await expect(shelf.ask('ids', { query: {} as never }, () => Promise.resolve())).rejects.toThrow('shelf 3 holds 7');
});
