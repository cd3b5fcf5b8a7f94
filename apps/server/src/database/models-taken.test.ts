import { modelsTaken } from './models-taken.js';

test('models of pumps and valves, each once, with the revision where it is said', () => {
  const from = (model: unknown, revision?: unknown) => ({ from: { model, revision } });
  expect(
    modelsTaken({
      pumps: { a: from('m-1', 3), b: from('m-1', 4), c: {}, d: null, e: from(5, 1), f: from('x'.repeat(37)) },
      valves: { v: from('m-2', 'x') },
    }),
  ).toEqual([{ model: 'm-1', revision: 3 }, { model: 'm-2', revision: null }]); // prettier-ignore
  expect(modelsTaken({})).toEqual([]);
});
