import { placedElements, thingKind, workedFigures, type RawElement } from '@cedar-knot/core';
import { figureName, glossary, said } from '@cedar-knot/wording';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { elementsOf, letterOf, locate } from '../../state/address.js';
import { copyScenario } from '../../state/inputs.js';
import { shownKey } from '../../state/keys.js';
import { lineActions } from '../../state/lineActions.js';
import type { StudyStore } from '../../state/studyStore.js';
import { useGlossary } from '../../state/glossary.js';
import { useTour } from '../../state/tour.js';
import { useUnits } from '../../state/units.js';
import { useStudy, useStudyStore } from '../context.js';
import { VIEWS } from '../../views.js';
import { switchTheme } from './theme.js';
import { msg } from './words.js';

export interface Command {
  name: string;
  keys?: string;
  run: () => void;
}

/** Everything that can be done by name: going somewhere, changing the study, asking for a working, choosing a thing; while it is asked for. */
export function useCommands(isOpen: boolean, fold: () => void, keys: () => void): Command[] {
  const study = useStudy((s) => (isOpen ? s.study : null));
  const id = useStudy((s) => s.id);
  const selected = useStudy((s) => (isOpen ? s.selected : null));
  const pump = useStudy((s) => (isOpen ? s.pump : null));
  const store = useStudyStore();
  const navigate = useNavigate();
  return useMemo(() => {
    if (!study) return [];
    const go = (view: string): void => void navigate(`/studies/${id}/${view}`);
    return [
      ...VIEWS.map((v) => ({ name: msg('view.frame.goTo', { v: v.name }), run: () => go(v.to) })),
      { name: msg('view.frame.compareVersions'), run: () => go('compare') },
      { name: msg('view.frame.goToAllStudies'), run: () => void navigate('/') },
      { name: msg('view.frame.goToTheCatalogues'), run: () => void navigate('/catalogues') },
      ...studyCommands(store, id, keys),
      { name: msg('view.frame.lightOrDark'), run: switchTheme },
      { name: msg('view.frame.collapseOrExpandTheScenario'), run: fold },
      ...elementsOf(study.lines, 'pump').map((e) => ({
        name: msg('view.frame.showPumpInCardsAnd', { e: e.id }),
        run: () => store.getState().follow(e.id),
      })),
      ...(selected === null ? [] : lineActions(store, selected)),
      ...workings(store, [...new Set([selected, pump].filter((x) => x !== null))]),
      ...study.scenarios.map((s, i) => ({
        name: msg('view.frame.scenario', { letter: letterOf(i), s: s.name ?? s.id }),
        keys: i < 9 ? String(i + 1) : '',
        run: () => store.getState().activate(s.id),
      })),
      ...choices(store, () => go('system')),
      ...glossary().map((e) => ({
        name: msg('view.frame.glossaryTerm', { name: e.name }),
        run: () => useGlossary.getState().show(e.key),
      })),
    ];
  }, [study, selected, pump, store, id, navigate, fold, keys]);
}

/** what changes or saves the study as a whole */
function studyCommands(store: StudyStore, id: string, keys: () => void): Command[] {
  const { undo, redo, flush } = store.getState();
  const { choose } = useUnits.getState();
  const addScenario = (): void => {
    const { study, active, change, activate } = store.getState();
    const at = study.scenarios.findIndex((s) => s.id === active);
    const { operations, id: added } = copyScenario(study, at, study.scenarios.length);
    if (change(msg('view.frame.addAScenario'), operations)) activate(added);
  };
  return [
    { name: msg('view.frame.addAScenarioLikeThe'), run: addScenario },
    { name: msg('view.frame.undo'), keys: shownKey('undo'), run: undo },
    { name: msg('view.frame.redo'), keys: shownKey('redo'), run: redo },
    {
      name: msg('view.frame.exportTheStudyFile'),
      run: () => void flush().then(() => window.location.assign(`/api/studies/${id}/file`)),
    },
    {
      name: msg('view.frame.takeTheStudyAlong'),
      run: () => void flush().then(() => window.location.assign(`/api/studies/${id}/package`)),
    },
    { name: msg('view.frame.unitsOfTheStudy'), run: () => choose('study') },
    { name: msg('view.frame.metricUnits'), run: () => choose('metric') },
    { name: msg('view.frame.usUnits'), run: () => choose('us') },
    { name: msg('view.frame.siUnits'), run: () => choose('si') },
    { name: msg('view.frame.takeTheTour'), run: () => useTour.getState().go(0) },
    { name: msg('view.frame.glossary'), keys: shownKey('help'), run: () => useGlossary.getState().show('') },
    { name: msg('view.frame.showKeyboardShortcuts'), keys: shownKey('keys'), run: keys },
  ];
}

/** the workings of the chosen thing and of the pump that is followed */
function workings(store: StudyStore, ids: readonly string[]): Command[] {
  const { study, openWorking } = store.getState();
  return ids.flatMap((id) =>
    workedFigures(locate(study, id)?.kind ?? '').map((key) => ({
      name: msg('view.frame.calculationOfAt', { figureName: figureName(key), id }),
      run: () => openWorking(id, key),
    })),
  );
}

/** every point, line and element, to choose it in the system */
function choices(store: StudyStore, toSystem: () => void): Command[] {
  const { study, select } = store.getState();
  const things = [
    ...Object.entries(study.points).map(([id, p]) => ({ ...p, id })),
    ...study.lines.flatMap((l) => [
      ...(study.lines.length > 1 ? [{ id: l.id, kind: 'line', name: l.name }] : []),
      ...placedElements(l).map((p) => p.element),
    ]),
  ] as RawElement[];
  return things.map((e) => ({
    name: msg('view.frame.select', {
      e: e.id,
      e2: typeof e.name === 'string' ? e.name : said(thingKind(e.kind)?.label ?? e.kind),
    }),
    run: () => {
      select(e.id);
      toSystem();
    },
  }));
}
