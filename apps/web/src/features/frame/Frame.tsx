import { Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Outlet, useLocation } from 'react-router';
import { rememberStudy } from '../../state/lastStudy.js';
import type { StudyState } from '../../state/studyStore.js';
import { useStudy } from '../context.js';
import { WorkingSheet } from '../working/WorkingSheet.js';
import { useMedia } from '../../ui/useMedia.js';
import { Commands } from './Commands.js';
import { Conflict } from './Conflict.js';
import { Notice } from './Notice.js';
import { Problems } from './Problems.js';
import { Rail } from './Rail.js';
import { Shortcuts } from './Shortcuts.js';
import { Strip } from './Strip.js';
import { SkipLink, Turned } from './Spoken.js';
import { TopBar } from './TopBar.js';
import { useCommands } from './useCommands.js';
import { useFrameKeys } from './useFrameKeys.js';
import { useWarnBeforeLeaving } from './useWarnBeforeLeaving.js';
import { msg } from './words.js';
import { Glossary } from '../help/Glossary.js';
import { Tour, TourOffer } from '../help/Tour.js';

const FOLD_KEY = 'cedar-knot-strip-folded';

/** a check fails in a judged scenario: any, or one of a control valve */
const failsIn =
  (isOnlyValves: boolean) =>
  ({ outcome, study }: StudyState): boolean =>
    (outcome?.scenarios ?? []).some(({ id, result }) => {
      if (study.scenarios.find((x) => x.id === id)?.judged === false) return false;
      const isMeant = (where: string): boolean => !isOnlyValves || result!.elements[where]?.kind === 'control-valve';
      return result?.margins.some((m) => m.verdict === 'fails' && isMeant(m.where)) ?? false;
    });
const valvesFail = failsIn(true);
const anyFails = failsIn(false);

/** What stands around every view of a study: bar, rail, strip, and what opens over them. */
export function Frame() {
  const [folded, setFolded] = useState(() => localStorage.getItem(FOLD_KEY) === '1');
  const [commandsOpen, setCommandsOpen] = useState(false);
  const [keysOpen, setKeysOpen] = useState(false);
  const fold = useCallback(() => {
    setFolded((f) => {
      localStorage.setItem(FOLD_KEY, f ? '0' : '1');
      return !f;
    });
  }, []);
  const id = useStudy((s) => s.id);
  const title = useStudy((s) => `${s.study.tag ?? ''} ${s.study.title ?? ''}`.trim());
  const system = useStudy((s) => (s.outcome?.problems.length ?? 0) > 0);
  const failing = useStudy((s) => s.outcome?.scenarios.some((x) => x.result?.status === 'failed') ?? false);
  const valves = useStudy(valvesFail);
  const margins = useStudy(anyFails);
  const attention = useMemo(() => ({ system, curves: failing, valves, margins }), [system, failing, valves, margins]);
  const isLow = useMedia('(max-height: 640px)');
  const view = useLocation().pathname.split('/').at(-1);
  const openCommands = useCallback(() => setCommandsOpen(true), []);
  const openKeys = useCallback(() => setKeysOpen(true), []);
  const commands = useCommands(commandsOpen, fold, openKeys);
  useFrameKeys({ commands: openCommands, keys: openKeys });
  useWarnBeforeLeaving();
  useEffect(() => rememberStudy(id), [id]);
  useEffect(() => {
    document.title = msg('view.frame.cedarKnot', { title: title || msg('view.frame.study') });
  }, [title]);

  // the keyboard goes on where the work does: in the view that was opened
  const main = useRef<HTMLElement>(null);
  useEffect(() => {
    if (document.activeElement === null || document.activeElement === document.body) main.current?.focus({ preventScroll: true });
  }, [view]);

  return (
    <div className="flex h-full flex-col overflow-hidden">
      <SkipLink />
      <TopBar onCommands={openCommands} />
      <div className="frame-body flex min-h-0 flex-1">
        <Rail base={`/studies/${id}`} attention={attention} />
        <main id="view" ref={main} tabIndex={-1} className="frame-main flex min-w-0 flex-1 flex-col gap-2 p-2.5">
          <Problems />
          <TourOffer />
          <Suspense fallback={<p className="text-inkq p-4">{msg('view.frame.drawing')}</p>}>
            <Outlet />
          </Suspense>
        </main>
      </div>
      <Turned />
      <Notice />
      {view !== 'system' && <WorkingSheet />}
      {/* a comparison has the room: what its cards say stands over its columns */}
      <Strip folded={folded || isLow || view === 'compare'} onFold={fold} />
      <Commands open={commandsOpen} onClose={() => setCommandsOpen(false)} commands={commands} />
      <Shortcuts open={keysOpen} onClose={() => setKeysOpen(false)} />
      <Glossary />
      <Tour base={`/studies/${id}`} />
      <Conflict />
    </div>
  );
}
