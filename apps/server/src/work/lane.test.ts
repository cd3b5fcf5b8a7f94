import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ApiProblem } from '../common/problem.js';
import { Lane, type TaskOptions } from './lane.js';
import { inPieces } from './pieces.js';
import type { Task } from './task.js';
import { workedSeconds } from './thread-time.js';

/* Waiting is not failing: what a limit counts, who goes first, and when somebody is told to come again. */

/** a worker whose tasks work, wait or fill the memory for as long as they are told */
const WORKER = `
import { readFileSync, readlinkSync } from 'node:fs';
const THREAD = Number(readlinkSync('/proc/thread-self').split('/').pop());
const worked = () => {
  const fields = readFileSync('/proc/thread-self/stat', 'utf8').split(') ').pop().split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
};
export default async function run({ task, begun }) {
  begun.postMessage(THREAD);
  begun.close();
  if (task.wait) await new Promise((r) => setTimeout(r, task.wait));
  let sum = 0;
  if (task.work) for (const end = worked() + task.work; worked() < end; ) for (let i = 0; i < 1e6; i++) sum += i;
  if (task.fill) for (const all = []; ; ) all.push(new Array(1e6).fill(all.length));
  return task.name;
}
`;
type Told = { name?: string; wait?: number; work?: number; fill?: boolean };

let lane: Lane;
const worker = join(mkdtempSync(join(tmpdir(), 'cedar-knot-lane-')), 'worker.mjs');
writeFileSync(worker, WORKER);
const run = (told: Told, options: Partial<TaskOptions> = {}): Promise<unknown> =>
  lane.run(told as unknown as Task, { priority: 0, ...options });
const problem = async (of: Promise<unknown>): Promise<[number, string, number | undefined]> => {
  const error = await of.then(
    () => undefined,
    (e: unknown) => e,
  );
  expect(error).toBeInstanceOf(ApiProblem);
  const { body, retryAfterSeconds } = error as ApiProblem;
  return [(error as ApiProblem).getStatus(), body.error, retryAfterSeconds];
};

beforeEach(() => (lane = new Lane({ worker, threads: 1 })));
afterEach(() => lane.close());

test('a limit counts the work of a task itself, not that it stood behind others', async () => {
  // the last begins when 0.8 s were worked, more than its limit
  const all = [1, 2, 3].map((n) => run({ name: `${n}`, work: 0.4 }, { limitSeconds: 0.7 }));
  expect(await Promise.all(all)).toEqual(['1', '2', '3']);
});

test('nor that it waited for something', async () => {
  expect(await run({ name: 'waited', wait: 1500 }, { limitSeconds: 0.5 })).toBe('waited');
});

test('what works beyond its limit is stopped, and the next one goes on in a new thread; without a limit it is not', async () => {
  expect(await problem(run({ work: 60 }, { limitSeconds: 0.3 }))).toEqual([422, 'too-slow', undefined]);
  expect(await run({ name: 'next' }, { limitSeconds: 5 })).toBe('next');
  expect(await run({ name: 'long', work: 0.6 })).toBe('long');
});

test('the higher priority goes first, whenever it came', async () => {
  const order: unknown[] = [];
  const said = (name: string, priority: number) => run({ name, work: 0.02 }, { priority }).then((n) => order.push(n));
  await Promise.all([said('first', 0), said('report', 0), said('import', 0), said('save', 2), said('create', 1)]);
  expect(order).toEqual(['first', 'save', 'create', 'report', 'import']);
});

test('who comes when too many wait is told when to come again; a part of something let in before is taken', async () => {
  const stop = new AbortController();
  const waiting = Array.from({ length: 201 }, () => run({ wait: 60_000 }, { signal: stop.signal }).catch(() => undefined));
  expect(await problem(run({}))).toEqual([503, 'busy', 1]);
  const part = run({ name: 'part' }, { isPart: true, priority: 1 });
  stop.abort();
  expect(await part).toBe('part');
  await Promise.all(waiting);
});

test('whoever has gone leaves nothing: what waits is dropped, what runs is ended after a moment', async () => {
  const stop = new AbortController();
  const running = run({ work: 600 }, { signal: stop.signal });
  const waiting = run({ name: 'never' }, { signal: stop.signal });
  const next = run({ name: 'next' });
  stop.abort();
  await expect(waiting).rejects.toThrow();
  await expect(running).rejects.toThrow();
  expect(await next).toBe('next');
});

test('more memory than there is is said, and the next one goes on', async () => {
  await lane.close();
  lane = new Lane({ worker, threads: 1, memoryMb: 60 });
  expect(await problem(run({ fill: true }))).toEqual([413, 'too-large', undefined]);
  expect(await run({ name: 'next' })).toBe('next');
});

test('how long a thread has worked is undefined when there is none', () => {
  expect(workedSeconds(0)).toBeUndefined();
});

test('pieces are worked through so many at once, and after a failure no more is begun', async () => {
  let [now, most] = [0, 0];
  const begun: number[] = [];
  const work = async (n: number): Promise<number> => {
    begun.push(n);
    most = Math.max(most, ++now);
    await new Promise((resolve) => setImmediate(resolve));
    now--;
    if (n === 5) throw new Error('five');
    return n * n;
  };
  expect(await inPieces([1, 2, 3, 4], 2, work)).toEqual([1, 4, 9, 16]);
  expect(most).toBe(2);
  begun.length = 0;
  await expect(inPieces([4, 5, 6, 7, 8, 9], 2, work)).rejects.toThrow('five');
  // the other goes on with 6 before 5 fails, and no further
  expect(begun).toEqual([4, 5, 6]);
});
