import { act, fireEvent, render, screen } from '@testing-library/react';
import { ImportDock } from './ImportDock.js';

/** what the worker would say, in the order in which the test lets it arrive */
const worker = {
  openBytes: () => Promise.resolve(null),
  preview: () =>
    Promise.resolve({
      counts: { pumps: 1, curves: 1, valves: 0, motors: 0 },
      rows: 7,
      problems: [],
      problemCount: 0,
      errors: 0,
      columns: [],
      sample: [],
      file: null,
      questions: [],
      makers: [],
    }),
  take: (_name: string, _from: string, progress: (done: number, of: number) => void) => {
    report = progress;
    return new Promise((resolve) => (answer = resolve));
  },
};
let report: (done: number, of: number) => void;
let answer: (value: unknown) => void;

jest.mock('comlink', () => ({ wrap: () => worker, proxy: (f: unknown) => f, transfer: (x: unknown) => x }));
beforeAll(() => {
  Object.assign(globalThis, { Worker: class { terminate() {} } }); // prettier-ignore
});

test('a last word of progress that comes after the answer does not put the import back to taking', async () => {
  const taken = jest.fn();
  const file = { name: 'veldmark.csv', arrayBuffer: () => Promise.resolve(new ArrayBuffer(8)) } as File;
  render(<ImportDock kind="pumps" file={file} onClose={() => undefined} onTaken={taken} />);
  fireEvent.click(await screen.findByRole('button', { name: 'Import 1 pump' }));
  await act(async () => report(1, 2));
  expect(screen.getByRole('progressbar')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Close' })).toBeNull();
  await act(async () => answer({ result: { created: 1, revised: 0, unchanged: 0 } }));
  await act(async () => report(2, 2));
  expect(screen.getByText('Imported: 1 new.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Close' })).toBeTruthy();
  expect(taken).toHaveBeenCalledTimes(1);
});
