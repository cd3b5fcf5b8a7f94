import { applyOperations } from '@cedar-knot/core';
import { useUnits } from '../../state/units.js';
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useLocation } from 'react-router';
import { api } from '../../api/client.js';
import { firstStudy, open, pumpedStudy, settle, show, TWO } from '../../test/open.js';
import { sized } from '../../test/sized.js';
import { Commands } from './Commands.js';
import { Conflict } from './Conflict.js';
import { Problems } from './Problems.js';
import { VIEWS } from '../../views.js';
import { Rail } from './Rail.js';
import { Strip } from './Strip.js';
import { useCommands } from './useCommands.js';
import { Versions } from './Versions.js';

/* What stands around every view: cards of the scenarios, problems, commands, versions, a conflict. */

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe('the strip', () => {
  const card = (name: string): HTMLElement => screen.getByRole('button', { name: `Scenario ${name}` });

  test('each scenario has its flow, head and worst check, as the calculation has them', async () => {
    const opened = await open(pumpedStudy(TWO));
    show(opened, <Strip folded={false} onFold={() => undefined} />);
    const figure = (of: HTMLElement, what: string): string => of.querySelector(`[data-figure=${what}]`)!.textContent;
    expect(figure(card('A Day'), 'flow')).toMatch(/^60(\.0)?$/);
    expect(figure(card('B Night'), 'flow')).toMatch(/^15(\.0)?$/);
    // a row of the curve: 54 m at 60 m³/h
    expect(figure(card('A Day'), 'head')).toMatch(/^54(\.0)?$/);
    // 15 of a best flow of 67.5 is less than a half
    expect(card('B Night').querySelector('[data-verdict=fails]')).toBeTruthy();
    expect(card('A Day').querySelector('[data-verdict=fails]')).toBeNull();
  });

  test('a press makes a scenario the active one, with Shift it is compared; one more like the active one is added in one step', async () => {
    const opened = await open(pumpedStudy(TWO));
    show(opened, <Strip folded={false} onFold={() => undefined} />);
    const state = () => opened.store.getState();
    await userEvent.click(card('B Night'));
    expect(state().active).toBe('night');
    fireEvent.click(card('A Day'), { shiftKey: true });
    expect([state().active, state().compared]).toEqual(['night', ['day']]);
    await userEvent.click(screen.getByRole('button', { name: 'Add a scenario' }));
    expect(state().study.scenarios.map((s) => s.name)).toEqual(['Day', 'Night', 'Night 2']);
    expect(state().study.scenarios[2]!.set).toEqual({ 'CV-1.flow': '15 m3/h' });
    act(() => state().undo());
    expect(state().study.scenarios).toHaveLength(2);
    await settle();
  });

  test('one that cannot be worked out says why, one that is not judged says so, folded the figures stay', async () => {
    const opened = await open(
      pumpedStudy({
        op: 'set',
        path: ['scenarios'],
        value: [
          { id: 'day', name: 'Day', temperature: '20 C', judged: false },
          { id: 'hot', name: 'Hot', temperature: '20 C', fluid: 'nothing' },
        ],
      }),
    );
    const { rerender } = show(opened, <Strip folded={false} onFold={() => undefined} />);
    expect(card('A Day').textContent).toContain('not judged');
    expect(card('B Hot').textContent).toMatch(/nothing/);
    rerender(<div />);
    cleanup();
    show(opened, <Strip folded onFold={() => undefined} />);
    expect(card('A Day').querySelector('[data-figure=flow]')?.textContent).toMatch(/^60/);
  });

  test('where cards are narrow, marks stand for the gauges', async () => {
    sized(300, 118);
    const opened = await open(pumpedStudy(TWO));
    show(opened, <Strip folded={false} onFold={() => undefined} />);
    const marks = [...card('B Night').querySelectorAll('[title]')].map((e) => e.getAttribute('title')!.split(':')[0]);
    expect(marks).toEqual(expect.arrayContaining(['NPSH', 'BEP flow', 'Valve', 'Motor']));
  });

  test('of several pumps the one that cards and curves are about can be chosen', async () => {
    const second = { id: 'P-2', kind: 'pump', mode: 'curve', pump: 'hollin' };
    const opened = await open(pumpedStudy({ op: 'insert', path: ['lines', 0, 'elements'], index: 2, value: second }));
    show(opened, <Strip folded={false} onFold={() => undefined} />);
    await userEvent.click(screen.getByRole('combobox', { name: /Pump shown in cards/ }));
    await userEvent.click(screen.getByRole('option', { name: 'P-2' }));
    expect(opened.store.getState().pump).toBe('P-2');
    await settle();
  });
});

describe('problems', () => {
  test('are said with what would mend them; a way out is taken in one step and they are gone', async () => {
    const valve = { id: 'CV-1', kind: 'control-valve', mode: 'flow', flow: '50 m3/h' };
    const opened = await open(firstStudy({ op: 'insert', path: ['lines', 0, 'elements'], index: 2, value: valve }));
    show(opened, <Problems />);
    expect(screen.getByRole('alert').textContent).toContain('One entry too many');
    await userEvent.click(screen.getByRole('button', { name: 'the flow held by CV-1' }));
    await settle();
    expect(screen.queryByRole('alert')).toBeNull();
    act(() => opened.store.getState().undo());
    await settle();
    expect(screen.getByRole('alert')).toBeTruthy();
    expect(opened.store.getState().selected).toBe('CV-1');
  });

  test('nothing is said of a study that solves, nor of one that has not begun', async () => {
    show(await open(pumpedStudy()), <Problems />);
    expect(screen.queryByRole('alert')).toBeNull();
    cleanup();
    const empty = firstStudy({ op: 'remove', path: ['lines'], index: 0 });
    show(await open(empty), <Problems />);
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

describe('commands', () => {
  let at = '';
  function All() {
    at = useLocation().pathname;
    return <Commands open onClose={() => undefined} commands={useCommands(true, jest.fn(), jest.fn())} />;
  }
  const run = async (words: string, name: string): Promise<void> => {
    const input = screen.getByPlaceholderText(/Type a command/);
    await userEvent.clear(input);
    await userEvent.type(input, words);
    await userEvent.click(await screen.findByRole('option', { name: new RegExp(`^${name}`) }));
    await settle();
  };

  test('every view can be gone to, every scenario made active, every thing chosen, units changed', async () => {
    const opened = await open(pumpedStudy(TWO));
    show(opened, <All />);
    for (const v of VIEWS) {
      await run(`to ${v.name}`, `Go to ${v.name}$`);
      expect(at).toBe(`/studies/x/${v.to}`);
    }
    await run('night', 'Scenario B: Night');
    expect(opened.store.getState().active).toBe('night');
    await run('select cv', 'Select CV-1');
    expect([opened.store.getState().selected, at]).toEqual(['CV-1', '/studies/x/system']);
    await run('us un', 'US units');
    expect(useUnits.getState().system).toBe('us');
    // no change of the study
    expect(opened.store.getState().past).toEqual([]);
    await run('units of', 'Units of the study');
    expect(useUnits.getState().system).toBeNull();
    await run('calculation npshr', 'Calculation of .*NPSHR.* at P-1');
    expect([opened.store.getState().selected, opened.store.getState().asked]).toEqual(['P-1', 'npshr']);
  });

  test('words that no command has are said', async () => {
    show(await open(pumpedStudy()), <All />);
    await userEvent.type(screen.getByPlaceholderText(/Type a command/), 'zzz');
    expect(await screen.findByText('No command found.')).toBeTruthy();
  });
});

describe('a study that was saved elsewhere', () => {
  test('lists what changed there; mine goes over it only when that is chosen, or is kept as a copy', async () => {
    const opened = await open(pumpedStudy());
    const changes = [{ path: 'points.V-1.level', before: '2 m', after: '3 m' }];
    act(() => opened.store.setState({ save: { kind: 'conflict', version: 7, savedAt: '', changes } }));
    const created = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'copy' } as never);
    const rebase = jest.spyOn(opened.store.getState(), 'rebase');
    act(() => opened.store.setState({ rebase: opened.store.getState().rebase }));
    show(opened, <Conflict />);
    expect(screen.getByText(/points\.V-1\.level/).textContent).toBe('points.V-1.level: "2 m" → "3 m"');
    await userEvent.click(screen.getByRole('button', { name: 'Save mine as a copy' }));
    expect((created.mock.calls[0]![0] as { title: string }).title).toBe('T (my changes)');
    expect(rebase).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: 'Overwrite their version with mine' }));
    expect(rebase).toHaveBeenCalledWith(7);
  });

  test('nothing is shown while there is none', async () => {
    show(await open(pumpedStudy()), <Conflict />);
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('versions', () => {
  const head = (version: number, more = {}) => ({ version, savedAt: `2026-05-0${version}T08:00:00Z`, name: null, by: null, ...more }); // prettier-ignore
  const opened = async () => {
    const of = await open(pumpedStudy());
    show(of, <Versions><button type="button">Versions</button></Versions>); // prettier-ignore
    await userEvent.click(screen.getByRole('button', { name: 'Versions' }));
    return of;
  };

  test('the newest first, older ones on demand; one is named, and gone back to in a step that can be undone', async () => {
    const pages = jest
      .spyOn(api, 'versions')
      .mockImplementation((_id, before) =>
        Promise.resolve(
          before === null
            ? { versions: [head(3), head(2, { by: { name: 'Ida Marsh', initials: 'IM' } })], next: 2, kept: 3 }
            : { versions: [head(1, { name: 'Rev A' })], next: null, kept: 3 },
        ),
      );
    const named = jest.spyOn(api, 'nameVersion').mockResolvedValue({} as never);
    const old = applyOperations(pumpedStudy(), [{ op: 'set', path: ['points', 'V-1', 'level'], value: '1 m' }]);
    jest.spyOn(api, 'version').mockResolvedValue({ document: old.ok ? old.study : null } as never);
    const of = await opened();
    await screen.findByText('3 kept');
    const rows = (): string[] => screen.getAllByRole('button', { expanded: false }).map((b) => b.textContent).filter((t) => /^\d/.test(t)); // prettier-ignore
    expect(rows().map((t) => t[0])).toEqual(['3', '2']);
    expect(rows()[0]).toMatch(/now$/);
    expect(rows()[1]).toMatch(/IM$/);
    await userEvent.click(screen.getByRole('button', { name: '1 older versions' }));
    await waitFor(() => expect(rows().map((t) => t[0])).toEqual(['3', '2', '1']));
    expect(pages).toHaveBeenLastCalledWith('x', 2, false);
    await userEvent.click(screen.getByRole('button', { name: /^1.*Rev A/ }));
    expect((await screen.findByText(/^V-1, /)).textContent).toBe('V-1, Liquid level above nozzle: 1 → 2 m');
    await userEvent.clear(screen.getByLabelText('Name of version 1'));
    await userEvent.type(screen.getByLabelText('Name of version 1'), 'Rev B');
    await userEvent.click(screen.getByRole('button', { name: 'Name' }));
    expect(named).toHaveBeenCalledWith('x', 1, 'Rev B');
    await screen.findByText('Rev B');
    await userEvent.click(screen.getByRole('button', { name: 'Restore this version' }));
    await waitFor(() => expect(of.store.getState().study.points['V-1']!.level).toBe('1 m'));
    act(() => of.store.getState().undo());
    expect(of.store.getState().study.points['V-1']!.level).toBe('2 m');
    await settle();
  });

  test('named ones alone are asked for; with none that is said, and a server that does not answer too', async () => {
    const versions = jest.spyOn(api, 'versions').mockResolvedValue({ versions: [], next: null, kept: 3 });
    await opened();
    await userEvent.click(within(screen.getByLabelText('Versions of this study')).getByRole('checkbox'));
    await screen.findByText('No version has been named yet.');
    expect(versions).toHaveBeenLastCalledWith('x', null, true);
    cleanup();
    versions.mockRejectedValue(new Error('The application on this computer does not respond.'));
    await opened();
    expect(await screen.findByText(/does not respond/)).toBeTruthy();
  });
});

describe('the rail', () => {
  test('leads to every view of the study in the order of work; where something Needs attention it says so, without a study why not', async () => {
    render(
      <MemoryRouter initialEntries={['/studies/x/margins']}>
        <Rail base="/studies/x" attention={{ margins: true }} />
      </MemoryRouter>,
    );
    const links = screen.getAllByRole('link');
    expect(links.map((l) => l.getAttribute('href'))).toEqual([...VIEWS.map((v) => `/studies/x/${v.to}`), '/catalogues']);
    expect(links.filter((l) => l.getAttribute('aria-current') === 'page').map((l) => l.textContent)).toEqual([expect.stringContaining('Margins')]); // prettier-ignore
    expect(screen.getByRole('img', { name: 'Needs attention' }).closest('a')!.getAttribute('href')).toBe('/studies/x/margins');
    cleanup();
    render(
      <MemoryRouter>
        <Rail base={null} />
      </MemoryRouter>,
    );
    // only the catalogues lead anywhere
    expect(screen.getAllByRole('link').map((l) => l.getAttribute('href'))).toEqual(['/catalogues']);
    for (const v of VIEWS)
      expect(screen.getByText(v.name).closest('[title]')!.getAttribute('title')).toContain('Open a study first');
  });
});
