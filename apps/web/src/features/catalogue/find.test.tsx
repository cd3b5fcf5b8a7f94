import { orderFound, type FoundPump } from '@cedar-knot/core';
import { act, cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useLocation } from 'react-router';
import { api, type FoundPage } from '../../api/client.js';
import { FindView } from './FindView.js';

/* Pumps for one duty: what is asked of the server, what its answer is shown as, and where it leads. */

beforeEach(() => sessionStorage.clear());
afterEach(() => {
  jest.useRealTimers();
  cleanup();
  jest.restoreAllMocks();
});

const found = (model: string, more: Partial<FoundPump> = {}): FoundPump => ({
  model,
  diameter: 0.19,
  speed: 2950,
  stages: 1,
  duty: { flow: 0.02, head: 50, efficiency: 0.7, npshr: 3, shaftPower: 14e3 },
  verdict: 'holds',
  incomplete: [],
  flowDeviation: 0.02,
  headDeviation: 0.04,
  ...more,
});
const head = (id: string, name: string, words: object) => ({ id, name, kind: 'pumps', words, warnings: [], summary: null });
const HEADS = [head('a', 'TC 80', { materials: ['duplex'], frequency: 50 }), head('b', 'TC 100', {})];
const answer = (candidates: FoundPump[], counts = {}): FoundPage => ({ candidates: candidates.map((c) => ({ ...c, head: HEADS.find((h) => h.id === c.model)! as never })), counts: { tried: 9, candidates: candidates.length, filtered: 0, npsh: 0, unusable: 0, beyond: 0, ...counts } }); // prettier-ignore
const ENTRY = { name: 'TC 80', speed: '2950 rpm', diameter: '200 mm', curve: [0, 60, 90].map((q) => ({ flow: `${q} m3/h`, head: `${60 - q / 5} m`, efficiency: 0.7 })) }; // prettier-ignore
let at = '';
const Where = (): null => {
  at = useLocation().pathname;
  return null;
};

function view(candidates: FoundPump[], counts = {}) {
  const asked = jest.spyOn(api, 'findPumps').mockImplementation((_, order) =>
    Promise.resolve(
      answer(
        orderFound(candidates, order, () => ''),
        counts,
      ),
    ),
  );
  jest.spyOn(api, 'overview').mockResolvedValue({ total: 2, families: [], facets: {} });
  jest.spyOn(api, 'model').mockImplementation((id) => Promise.resolve({ id, kind: 'pumps', key: id, name: id === 'a' ? 'TC 80' : 'TC 100', revision: 1, entry: ENTRY } as never)); // prettier-ignore
  render(<MemoryRouter><FindView /><Where /></MemoryRouter>); // prettier-ignore
  return asked;
}
const type = async (label: string, text: string): Promise<void> => {
  await userEvent.clear(screen.getByLabelText(label));
  await userEvent.type(screen.getByLabelText(label), `${text}{Enter}`);
};

test('nothing is asked before there is a flow and a head; then all of it in SI, and once for what is typed', async () => {
  const asked = view([found('a')], { filtered: 2, npsh: 1 });
  await type('Flow', '72');
  expect(asked).not.toHaveBeenCalled();
  await type('Head at that flow', '50');
  await type('NPSHA', '12 ft');
  await type('Flow tolerance', '5 %');
  await waitFor(() => expect(asked).toHaveBeenLastCalledWith({ flow: expect.closeTo(0.02, 9) as number, head: 50, npsha: expect.closeTo(3.6576, 9) as number, flowTolerance: 0.05, headTolerance: 0.1 }, { by: 'efficiency', isDown: true })); // prettier-ignore
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe('1 of 9 checked, 2 excluded by filters, 1 with insufficient NPSH')); // prettier-ignore
  // it stands again when the page is come back to
  expect(JSON.parse(sessionStorage.getItem('cedar-knot-find')!)).toMatchObject({ flow: '72 m3/h', head: '50 m' });
});

test('a pump that does not state what is asked stands last, however the list is sorted, and says what it leaves open', async () => {
  view([found('b', { notStated: ['material', 'frequency'], duty: { ...found('b').duty, efficiency: 0.8 } }), found('a')]);
  await type('Flow', '72');
  await type('Head at that flow', '50');
  const rows = await screen.findAllByRole('row');
  // by efficiency the first would stand above
  expect(rows.slice(1).map((r) => within(r).getByRole('link').textContent)).toEqual(['TC 80', 'TC 100']);
  expect(rows.map((r) => /TC \d+, (.*) not stated/.exec(r.textContent)?.[1] ?? '')).toEqual(['', '', 'material, mains']);
});

test('a static head that is not less than the head is said, and not asked for', async () => {
  const asked = view([]);
  await type('Flow', '72');
  await type('Head at that flow', '50');
  await waitFor(() => expect(asked).toHaveBeenCalled());
  const count = asked.mock.calls.length;
  jest.useFakeTimers({ advanceTimers: true });
  await type('Static head', '50');
  expect(screen.getByText(/Static head must be less than the head at the flow/)).toBeTruthy();
  act(() => jest.advanceTimersByTime(10_000));
  expect(asked).toHaveBeenCalledTimes(count);
  expect(screen.getByText(/No pump within the tolerances/)).toBeTruthy();
});

test('one is the beginning of a study that runs through the duty; without any a typical curve is', async () => {
  const asked = view([found('a'), found('b')]);
  const created = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'new' } as never);
  const made = jest.spyOn(api, 'createModel').mockResolvedValue({ id: 't', kind: 'pumps', key: 't', name: 'Typical', revision: 1, entry: ENTRY } as never); // prettier-ignore
  await type('Flow', '72');
  await type('Head at that flow', '50');
  const list = await screen.findByRole('table');
  await userEvent.click(within(list).getAllByRole('button', { name: /study/i })[0]!);
  await waitFor(() => expect(at).toBe('/studies/new/curves'));
  const [study] = created.mock.calls[0]!;
  expect(study.lines[0]!.elements[0]).toMatchObject({ kind: 'pump', mode: 'curve' });
  await userEvent.click(screen.getByRole('button', { name: /typical curve/ }));
  await waitFor(() => expect(made).toHaveBeenCalled());
  expect(made.mock.calls[0]![0]).toMatchObject({ kind: 'pumps', from: 'typical' });
  // n·√Q/H^0.75 = 2950·√0.02/50^0.75 = 22: a radial pump; of 5000 m³/h at 2 m there is none at that speed
  await type('Flow', '5000');
  await type('Head at that flow', '2');
  // the search that the entry begins takes the last answer away
  await waitFor(() => expect(asked.mock.lastCall).toMatchObject([{ head: 2 }, {}]));
  await userEvent.click(screen.getByRole('button', { name: /typical curve/ }));
  expect((await screen.findByRole('alert')).textContent).toMatch(/specific speed of 2067, outside/);
});

test('a server that refuses is quoted', async () => {
  jest.spyOn(api, 'findPumps').mockRejectedValue(new Error('The catalogue is being taken in.'));
  jest.spyOn(api, 'overview').mockRejectedValue(new Error('no'));
  render(<MemoryRouter><FindView /></MemoryRouter>); // prettier-ignore
  await type('Flow', '72');
  await type('Head at that flow', '50');
  expect((await screen.findByRole('alert')).textContent).toBe('▲ The catalogue is being taken in.');
});

test('another column is asked of the server, and what it left out is counted', async () => {
  const asked = view([found('a'), found('b')], { candidates: 312 });
  await type('Flow', '72');
  await type('Head at that flow', '50');
  await screen.findByRole('table');
  expect(screen.getByText(/310 more/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: /^NPSHR/ }));
  await waitFor(() => expect(asked.mock.lastCall![1]).toEqual({ by: 'npshr', isDown: false }));
});
