import { runStudy, type Operation, type Study, type StudyHead } from '@cedar-knot/core';
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useLocation } from 'react-router';
import { api, ApiError } from '../../api/client.js';
import { firstStudy, pumpedStudy } from '../../test/open.js';
import { recalculate } from '../../worker/outcome.js';
import { StudiesView } from './StudiesView.js';

/* Home: what stands on a card is what the calculation says, and nothing is lost by a press. */

jest.mock('../../worker/preview.js', () => ({ previewOf: (study: Study) => Promise.resolve(recalculate(study, null)) }));
jest.mock('../person/Person.js', () => ({ AskPerson: () => null, PersonMark: () => null }));

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const head = (id: string, more: Partial<StudyHead> = {}): StudyHead => ({ id, title: `Study ${id}`, tag: `P-${id}`, version: 3, savedAt: '2026-05-01T08:00:00Z', deletedAt: null, alternativeOf: null, ...more }); // prettier-ignore
const scenarios = (night: object): Operation => ({
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', name: 'Day', temperature: '20 C' },
    { id: 'night', name: 'Night', temperature: '20 C', ...night },
  ],
});
let at = '';
const Where = (): null => {
  at = useLocation().pathname;
  return null;
};

function home(heads: StudyHead[], documents: Record<string, Study>, deleted: StudyHead[] = []) {
  jest.spyOn(api, 'list').mockImplementation((asked) => {
    const all = asked?.deleted ? deleted : heads;
    return Promise.resolve({ count: all.length, studies: all.map((h) => ({ ...h, base: heads.find((b) => b.id === h.alternativeOf)?.title ?? null })) }); // prettier-ignore
  });
  jest.spyOn(api, 'get').mockImplementation((id) => Promise.resolve({ ...head(id), document: documents[id] ?? firstStudy() }));
  render(
    <MemoryRouter>
      <StudiesView />
      <Where />
    </MemoryRouter>,
  );
}
const card = async (title: string): Promise<HTMLElement> => (await screen.findByText(title)).closest('li')!;

test('a card says the worst that a judged scenario has, with its letter and how many there are', async () => {
  const low = { set: { 'CV-1.flow': '15 m3/h' } };
  const failing = pumpedStudy(scenarios(low));
  const aside = pumpedStudy(scenarios({ judged: false, ...low }));
  const both = pumpedStudy(scenarios(low), { op: 'set', path: ['scenarios', 0, 'set'], value: low.set });
  const count = (study: Study): number =>
    runStudy(study).scenarios.filter((s) => s.model!.judged).flatMap((s) => s.result!.margins.filter((m) => m.verdict === 'fails' || m.verdict === 'near')).length; // prettier-ignore
  // 15 of 67.5 m³/h is too little for the pump, and that alone
  expect([failing, aside, both].map(count)).toEqual([1, 0, 2]);
  home([head('1'), head('2'), head('3')], { '1': failing, '2': aside, '3': both });
  const said = async (title: string): Promise<string> => {
    const found = await card(title);
    await waitFor(() => expect(found.textContent).toMatch(/Region|all margins hold/));
    return found.textContent;
  };
  expect(await said('Study 1')).toMatch(/Region B /);
  expect(await said('Study 1')).not.toContain('+');
  expect(await said('Study 2')).toContain('all margins hold');
  expect(await said('Study 3')).toMatch(/Region A \+1/);
});

test('one that cannot be read says how many entries lack; an alternative names what it is beside', async () => {
  const broken = { ...firstStudy(), points: { ...firstStudy().points, 'V-1': { kind: 'vessel', level: 'deep' } } } as Study;
  home([head('1'), head('2', { alternativeOf: '1' })], { '1': broken });
  const first = await card('Study 1');
  await waitFor(() => expect(first.textContent).toMatch(/entr(y is|ies are) missing or invalid/));
  expect((await card('Study 2')).textContent).toContain('alternative of Study 1');
});

test('the first one is begun where services stand', async () => {
  home([], {});
  await userEvent.click(await screen.findByRole('button', { name: 'Create the first study' }));
  expect(at).toBe('/new');
});

test('renamed with the version that was seen; deleted only when that is said, and had back', async () => {
  const rename = jest.spyOn(api, 'rename').mockResolvedValue({} as never);
  const remove = jest.spyOn(api, 'remove').mockResolvedValue({} as never);
  const restore = jest.spyOn(api, 'restore').mockResolvedValue({} as never);
  home([head('1')], {}, [head('9', { title: 'Old one' })]);
  const menu = async (item: string): Promise<void> => {
    await userEvent.click(await screen.findByRole('button', { name: 'Actions for Study 1' }));
    await userEvent.click(await screen.findByRole('menuitem', { name: item }));
  };
  await menu('Rename');
  await userEvent.clear(screen.getByLabelText('Title'));
  await userEvent.type(screen.getByLabelText('Title'), 'Better');
  await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
  expect(rename).toHaveBeenCalledWith('1', 3, 'Better', 'P-1');
  await menu('Delete');
  await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
  expect(remove).not.toHaveBeenCalled();
  await menu('Delete');
  await userEvent.click(screen.getByRole('button', { name: 'Delete' }));
  expect(remove).toHaveBeenCalledWith('1');
  await userEvent.click(await screen.findByRole('button', { name: 'Restore' }));
  expect(restore).toHaveBeenCalledWith('9');
});

test('a file that is not taken is explained place by place, and nothing was changed', async () => {
  const errors = [
    { path: 'points.V-1.level', message: 'Found "deep".' },
    { path: '', message: 'It is old.' },
  ];
  jest.spyOn(api, 'importText').mockRejectedValue(new ApiError(422, 'bad', errors));
  home([head('1')], {});
  const file = new File(['{}'], 's.json', { type: 'application/json' });
  file.text = () => Promise.resolve('{}');
  fireEvent.change(await screen.findByLabelText('Study file'), { target: { files: [file] } });
  const said = await screen.findByRole('dialog', { name: 'Not accepted' });
  expect(within(said).getAllByRole('listitem').map((l) => l.textContent)).toEqual(['▲ points.V-1.level: Found "deep".', '▲ file: It is old.']); // prettier-ignore
  expect(said.textContent).toContain('Nothing was changed.');
});

test('a file to take along is opened with all that goes with it, and what came is said', async () => {
  const opened = { id: 'x', title: 'Reinjection', models: { added: 2, revised: 0, known: 1 }, attachments: 0, revisions: 1 };
  const open = jest.spyOn(api, 'openPackage').mockResolvedValue(opened);
  home([head('1')], {});
  const file = new File(['PK'], 'p-410.cedar');
  fireEvent.change(await screen.findByLabelText('Study file'), { target: { files: [file] } });
  const said = await screen.findByRole('dialog', { name: 'Reinjection opened' });
  expect(open).toHaveBeenCalledWith(file);
  expect(within(said).getAllByRole('listitem').map((l) => l.textContent)).toEqual(['2 models added to the catalogue', '1 model already in the catalogue, unchanged', '1 issued revision with its papers']); // prettier-ignore
  expect(within(said).getByRole('button', { name: 'Open the study' })).toBeTruthy();
});

test('a server that does not answer is said, not an empty list', async () => {
  jest.spyOn(api, 'list').mockRejectedValue(new ApiError(0, 'The application on this computer does not respond.'));
  render(<MemoryRouter><StudiesView /></MemoryRouter>); // prettier-ignore
  expect(await screen.findByText(/does not respond/)).toBeTruthy();
  expect(screen.queryByText(/No study yet/)).toBeNull();
});

test('many studies come as they are scrolled to; words and the order are asked of the server', async () => {
  let seen: () => void = () => undefined;
  class Watch {
    constructor(told: (entries: { isIntersecting: boolean }[]) => void) {
      seen = () => told([{ isIntersecting: true }]);
    }
    observe = jest.fn();
    disconnect = jest.fn();
  }
  Object.assign(globalThis, { IntersectionObserver: Watch });
  const all = Array.from({ length: 70 }, (_, n) => ({ ...head(`s${n}`, { title: `Service ${n}` }), base: null }));
  home([], {});
  const list = jest.spyOn(api, 'list').mockImplementation(({ deleted, text = '', from = 0, count = 200 } = {}) => {
    const found = deleted ? [] : all.filter((s) => s.title.includes(text));
    return Promise.resolve({ count: found.length, studies: found.slice(from, from + count) });
  });
  cleanup();
  render(<MemoryRouter><StudiesView /></MemoryRouter>); // prettier-ignore
  const titles = (): string[] => screen.queryAllByText(/^Service \d+$/).map((e) => e.textContent);
  await waitFor(() => expect(titles()).toHaveLength(30));
  expect(screen.getByText('70 studies')).toBeTruthy();
  act(() => seen());
  await waitFor(() => expect(titles()).toHaveLength(60));
  act(() => seen());
  await waitFor(() => expect(titles()).toEqual(all.map((s) => s.title)));
  expect(screen.queryByText(/^Show more/)).toBeNull();
  await userEvent.type(screen.getByRole('searchbox', { name: 'Search studies' }), '7');
  await waitFor(() => expect(titles()).toEqual(['Service 7', 'Service 17', 'Service 27', 'Service 37', 'Service 47', 'Service 57', 'Service 67'])); // prettier-ignore
  expect(list.mock.calls.filter(([a]) => !a?.deleted).at(-1)![0]).toMatchObject({ text: '7', sort: 'saved', from: 0 });
  await userEvent.click(screen.getByRole('combobox', { name: 'Sort by' }));
  await userEvent.click(screen.getByRole('option', { name: 'Title' }));
  await waitFor(() => expect(list.mock.calls.filter(([a]) => !a?.deleted).at(-1)![0]).toMatchObject({ sort: 'title' }));
  await userEvent.type(screen.getByRole('searchbox', { name: 'Search studies' }), 'xyz');
  expect(await screen.findByText(/No study matches/)).toBeTruthy();
});
