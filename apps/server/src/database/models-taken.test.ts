import { modelsTaken } from './models-taken.js';

const id = (n: number): string => `0f8b5c1e-0000-4000-8000-00000000000${n}`;
const from = (model: unknown, revision?: unknown) => ({ from: { model, revision } });

test('models of pumps and valves, each once, with the revision where it is said', () => {
  const pumps = { a: from(id(1), 3), b: from(id(1), 4), c: {}, d: null };
  expect(modelsTaken({ pumps, valves: { v: from(id(2), 'x') } })).toEqual([
    { model: id(1), revision: 3 },
    { model: id(2), revision: null },
  ]);
  expect(modelsTaken({})).toEqual([]);
});

test('what no catalogue has written is no model, and no number that a table cannot hold: the study is kept all the same', () => {
  const pumps = {
    a: from('ABC'),
    b: from('abc'),
    c: from(5),
    d: from(id(1).toUpperCase()),
    e: from(id(3), 1e12),
    f: from(id(4), 0),
  };
  expect(modelsTaken({ pumps })).toEqual([{ model: id(3), revision: null }, { model: id(4), revision: null }]); // prettier-ignore
});
