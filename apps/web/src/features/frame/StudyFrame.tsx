import { WORKED, type RawElement } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { api, ApiError } from '../../api/client.js';
import { letterOf, locate } from '../../state/address.js';
import { copyScenario } from '../../state/inputs.js';
import { createStudyStore, type StudyStore } from '../../state/studyStore.js';
import { Button, Modal } from '../../ui/controls.js';
import type { RecalculationApi } from '../../worker/recalculation.worker.js';
import { StudyContext, useStudy, useStudyStore } from '../context.js';
import { lineActions } from '../../state/lineActions.js';
import { FIGURE_NAMES } from '../working/names.js';
import { WorkingSheet } from '../working/WorkingSheet.js';
import { brief } from './brief.js';
import { Problems } from './Problems.js';
import { Commands, type Command } from './Commands.js';
import { Rail } from './Rail.js';
import { Strip } from './Strip.js';
import { TopBar } from './TopBar.js';
import { switchTheme } from './theme.js';

/** Opens the study that the address names, with a worker of its own, and keeps it until the address changes. */
export function StudyFrame() {
  const { id } = useParams();
  const [store, setStore] = useState<StudyStore | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  useEffect(() => {
    let opened: StudyStore | undefined;
    let gone = false;
    setStore(null);
    setProblem(null);
    const worker = new Worker(new URL('../../worker/recalculation.worker.ts', import.meta.url), { type: 'module' });
    const remote = Comlink.wrap<RecalculationApi>(worker);
    api.get(id!).then(
      (study) => {
        if (gone) return;
        opened = createStudyStore(
          study,
          (s, pump) => remote.recalculate(s, pump),
          { save: (version, s) => api.save(study.id, version, s) },
          {
            explain: (s, scenario, address) => remote.explain(s, scenario, address),
            compareSizes: (s, request) => remote.compareSizes(s, request),
          },
        );
        setStore(opened);
      },
      (error: unknown) => setProblem(error instanceof ApiError ? error.message : String(error)),
    );
    return () => {
      gone = true;
      void opened?.getState().flush();
      opened?.getState().dispose();
      worker.terminate();
    };
  }, [id]);

  if (problem) return <Sorry text={problem} />;
  if (!store) return <p className="text-inkq p-8">Opening the study …</p>;
  return (
    <StudyContext.Provider value={store}>
      <Frame />
    </StudyContext.Provider>
  );
}

function Sorry({ text }: { text: string }) {
  return (
    <main className="p-8">
      <p className="text-fails mb-3">▲ {text}</p>
      <a className="text-cedar underline" href="/">
        All studies
      </a>
    </main>
  );
}

const FOLD_KEY = 'cedar-knot-strip-folded';

function Frame() {
  const [folded, setFolded] = useState(() => localStorage.getItem(FOLD_KEY) === '1');
  const [commandsOpen, setCommandsOpen] = useState(false);
  const [keysOpen, setKeysOpen] = useState(false);
  const fold = useCallback(() => {
    setFolded((f) => {
      localStorage.setItem(FOLD_KEY, f ? '0' : '1');
      return !f;
    });
  }, []);
  const title = useStudy((s) => `${s.study.tag ?? ''} ${s.study.title ?? ''}`.trim());
  const problems = useStudy((s) => s.outcome?.problems ?? null);
  const failing = useStudy((s) => s.outcome?.scenarios.some((x) => x.result?.status === 'failed') ?? false);
  const view = useLocation().pathname.split('/').at(-1);
  const commands = useCommands(fold, () => setKeysOpen(true));
  useFrameKeys(
    () => setCommandsOpen(true),
    () => setKeysOpen(true),
  );
  useWarnBeforeLeaving();
  useEffect(() => {
    document.title = `${title || 'Study'} · Cedar Knot`;
  }, [title]);

  return (
    <div className="flex h-full flex-col overflow-hidden">
      <TopBar onCommands={() => setCommandsOpen(true)} />
      <div className="flex min-h-0 flex-1">
        <Rail attention={{ system: (problems?.length ?? 0) > 0, curves: failing }} />
        <main className="flex min-w-0 flex-1 flex-col gap-2 p-2.5">
          <Problems />
          <Outlet />
        </main>
      </div>
      <Notice />
      {view !== 'system' && <WorkingSheet />}
      <Strip folded={folded} onFold={fold} />
      <Commands open={commandsOpen} onClose={() => setCommandsOpen(false)} commands={commands} />
      <Shortcuts open={keysOpen} onClose={() => setKeysOpen(false)} />
      <Conflict />
    </div>
  );
}

/** Why something asked for was not done; it goes with the next change, or when it is put away. */
function Notice() {
  const notice = useStudy((s) => s.notice);
  const say = useStudy((s) => s.say);
  if (notice === null) return null;
  return (
    <div className="panel border-near fixed bottom-[132px] left-1/2 z-30 flex max-w-[640px] -translate-x-1/2 items-center gap-3 px-3 py-2 shadow-[var(--shadow-lift)]">
      <span role="alert">◐ {notice}</span>
      <Button tone="bare" onClick={() => say(null)}>
        Put away
      </Button>
    </div>
  );
}

/** Someone else has saved: their changes are listed, and nothing is written over without a choice. */
function Conflict() {
  const save = useStudy((s) => s.save);
  const study = useStudy((s) => s.study);
  const rebase = useStudy((s) => s.rebase);
  const navigate = useNavigate();
  if (save.kind !== 'conflict') return null;
  const keepAsCopy = async (): Promise<void> => {
    const copy = await api.createFrom({ ...study, title: `${study.title ?? 'Untitled'} (my changes)` });
    await navigate(`/studies/${copy.id}/system`);
  };
  return (
    <Modal open onClose={() => undefined} title="This study was changed elsewhere" wide>
      <p className="mb-2">
        Version {save.version} was saved while you worked on an older one. Nothing was overwritten. What changed there:
      </p>
      <ul className="border-soft mb-3 max-h-[180px] overflow-auto border-y py-1 font-mono text-[12px]">
        {save.changes.map((c) => (
          <li key={c.path}>
            {c.path}: {brief(c.before)} → {brief(c.after)}
          </li>
        ))}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={() => window.location.reload()}>Take theirs, drop mine</Button>
        <Button onClick={() => void keepAsCopy()}>Keep mine as a copy</Button>
        <Button tone="danger" onClick={() => rebase(save.version)}>
          Save mine over theirs
        </Button>
      </div>
    </Modal>
  );
}

const SHORTCUTS: readonly [string, string][] = [
  ['Ctrl K', 'search or run a command'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['1 … 9', 'make a scenario the active one; in a cell they are typed, there with Alt'],
  ['Shift 1 … 9', 'compare a scenario with it'],
  ['↑ ↓', 'along the line in the sheet'],
  ['Enter, F2', 'edit a cell; Enter takes it, Escape leaves it'],
  ['Tab', 'next cell'],
  ['Delete', 'take the element or the line out'],
  ['Ctrl Enter', 'from the sheet to the quick entry; Escape leads back'],
  ['Alt B', 'branch after the chosen element, or from the chosen point'],
  ['Alt S, Alt J', 'part a pipe in two; join it with the next'],
  ['Alt ↑ ↓', 'move the element along its line'],
  ['Alt O', 'shut or open the chosen line in the active scenario'],
  ['Ctrl C, Ctrl V', 'rows of the sheet, cells of the matrix to and from a spreadsheet'],
  ['Shift Enter', 'in the matrix: fill across to the scenarios on the right'],
  ['?', 'this list'],
];

function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Modal open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[130px_1fr] gap-y-1.5">
        {SHORTCUTS.map(([keys, what]) => (
          <div key={keys} className="contents">
            <dt>
              <kbd className="border-line rounded-[2px] border px-1.5 text-[12px]">{keys}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}

/** the workings that can be asked for of the chosen thing and of the pump that is followed */
function workings(store: StudyStore, ids: readonly string[]): Command[] {
  const { study, ask } = store.getState();
  return ids.flatMap((id) =>
    (WORKED[locate(study, id)?.kind ?? ''] ?? []).map((key) => ({
      name: `Working of ${FIGURE_NAMES[key] ?? key} at ${id}`,
      run: () => ask(id, key),
    })),
  );
}

function useCommands(fold: () => void, keys: () => void): Command[] {
  const scenarios = useStudy((s) => s.study.scenarios);
  const id = useStudy((s) => s.id);
  const activate = useStudy((s) => s.activate);
  const undo = useStudy((s) => s.undo);
  const redo = useStudy((s) => s.redo);
  const units = useStudy((s) => s.units);
  const flush = useStudy((s) => s.flush);
  const lines = useStudy((s) => s.study.lines);
  const points = useStudy((s) => s.study.points);
  const selected = useStudy((s) => s.selected);
  const store = useStudyStore();
  const pump = useStudy((s) => s.pump);
  const select = useStudy((s) => s.select);
  const navigate = useNavigate();
  return useMemo(
    () => [
      { name: 'Go to System', run: () => void navigate(`/studies/${id}/system`) },
      { name: 'Go to Scenarios', run: () => void navigate(`/studies/${id}/scenarios`) },
      { name: 'Go to Curves', run: () => void navigate(`/studies/${id}/curves`) },
      { name: 'Go to all studies', run: () => void navigate('/') },
      {
        name: 'Add a scenario like the active one',
        run: () => {
          const { study, active, change } = store.getState();
          const at = study.scenarios.findIndex((s) => s.id === active);
          const { operations, id: added } = copyScenario(study, at, study.scenarios.length);
          if (change('Add a scenario', operations)) activate(added);
        },
      },
      { name: 'Undo', keys: 'Ctrl Z', run: undo },
      { name: 'Redo', keys: 'Ctrl Y', run: redo },
      { name: 'Export the study file', run: () => void flush().then(() => window.location.assign(`/api/studies/${id}/file`)) },
      { name: 'Metric units', run: () => units('metric') },
      { name: 'US units', run: () => units('us') },
      { name: 'Light or dark', run: switchTheme },
      { name: 'Fold or unfold the scenario strip', run: fold },
      { name: 'List the keys', keys: '?', run: keys },
      ...lines
        .flatMap((l) => l.elements)
        .filter((e) => e.kind === 'pump')
        .map((e) => ({ name: `Follow pump ${e.id} in cards and curves`, run: () => store.getState().follow(e.id) })),
      ...(selected === null ? [] : lineActions(store, selected)),
      ...workings(store, [...new Set([selected, pump].filter((x) => x !== null))]),
      ...scenarios.map((s, i) => ({
        name: `Scenario ${letterOf(i)}: ${s.name ?? s.id}`,
        keys: i < 9 ? String(i + 1) : '',
        run: () => activate(s.id),
      })),
      ...(
        [
          ...Object.entries(points).map(([pid, p]) => ({ ...p, id: pid })),
          ...lines.flatMap((l) => [...(lines.length > 1 ? [{ id: l.id, kind: 'line', name: l.name }] : []), ...l.elements]),
        ] as RawElement[]
      ).map((e) => ({
        name: `Choose ${e.id}: ${typeof e.name === 'string' ? e.name : e.kind}`,
        run: () => {
          select(e.id);
          void navigate(`/studies/${id}/system`);
        },
      })),
    ],
    [points, selected, pump, store, scenarios, lines, id, activate, undo, redo, units, flush, select, navigate, fold, keys],
  );
}

function useFrameKeys(commands: () => void, keys: () => void): void {
  const undo = useStudy((s) => s.undo);
  const redo = useStudy((s) => s.redo);
  const activate = useStudy((s) => s.activate);
  const compare = useStudy((s) => s.compare);
  const scenarios = useStudy((s) => s.study.scenarios);
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      const typing =
        event.target instanceof HTMLInputElement ||
        event.target instanceof HTMLTextAreaElement ||
        event.target instanceof HTMLSelectElement;
      const control = event.ctrlKey || event.metaKey;
      const digit = /^Digit([1-9])$/.exec(event.code);
      if (control && event.key.toLowerCase() === 'k') commands();
      else if (event.altKey && digit && scenarios[Number(digit[1]) - 1]) activate(scenarios[Number(digit[1]) - 1]!.id);
      else if (typing) return;
      else if (control && event.key.toLowerCase() === 'z') (event.shiftKey ? redo : undo)();
      else if (control && event.key.toLowerCase() === 'y') redo();
      else if (control || event.altKey) return;
      else if (event.key === '?') keys();
      else if (digit && scenarios[Number(digit[1]) - 1])
        (event.shiftKey ? compare : activate)(scenarios[Number(digit[1]) - 1]!.id);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [undo, redo, activate, compare, scenarios, commands, keys]);
}

/** What is not stored when the page is left is sent at once; only what cannot be sent is asked about. */
function useWarnBeforeLeaving(): void {
  const save = useStudy((s) => s.save.kind);
  const flush = useStudy((s) => s.flush);
  useEffect(() => {
    const listen = (event: BeforeUnloadEvent): void => {
      if (save === 'saved') return;
      void flush();
      if (save !== 'unsaved' && save !== 'saving') event.preventDefault();
    };
    window.addEventListener('beforeunload', listen);
    return () => window.removeEventListener('beforeunload', listen);
  }, [save, flush]);
}
