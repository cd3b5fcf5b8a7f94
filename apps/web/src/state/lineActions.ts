import { letterOf, locate, removeElement } from './address.js';
import { focusSoon } from './focusSoon.js';
import { shownKey, type SheetAction } from './keys.js';
import type { StudyStore } from './studyStore.js';
import { branchAt, dissolve, joinWithNext, moveElement, removeLine, type Rebuild } from './topology.js';
import { msg } from '../words.js';

export interface LineAction {
  key: SheetAction | 'remove';
  name: string;
  keys: string;
  run: () => void;
}

/** the field in which the length of a pipe's first part is typed */
export const SPLIT_FIELD = 'split-at';

/** What can be done with the line at the chosen thing: for the sheet's keys, the panel's buttons and the commands alike. */
export function lineActions(store: StudyStore, id: string): LineAction[] {
  const { study, rebuild, active, shown } = store.getState();
  const found = locate(study, id);
  if (!found) return [];
  const result = shown[active]?.outcome.result ?? null;
  const action = (key: LineAction['key'], name: string, keys: string, work: () => Rebuild): LineAction => ({
    key,
    name,
    keys,
    run: () => void rebuild(name, work()),
  });
  const isElement = found.index >= 0;
  const isPipe = found.kind === 'pipe';
  const next = found.siblings[found.index + 1];
  return [
    ...(found.unitOf !== undefined
      ? []
      : [
          action(
            'branch',
            isElement ? msg('app.branchDownstreamOf', { id }) : msg('app.branchFrom', { id }),
            shownKey('branch'),
            () => branchAt(study, id, result),
          ),
        ]),
    ...(isPipe
      ? [
          {
            key: 'split',
            name: msg('app.splitOrInsertIntoIt', { id }),
            keys: shownKey('split'),
            run: () => focusSoon(`#${SPLIT_FIELD}`),
          } as const,
        ]
      : []),
    ...(isPipe && next?.kind === 'pipe'
      ? [action('join', msg('app.joinWith', { id, next: next.id }), shownKey('join'), () => joinWithNext(study, id))]
      : []),
    ...(isElement
      ? [
          action('up', msg('app.moveUpstream', { id }), shownKey('up'), () => moveElement(study, id, -1)),
          action('down', msg('app.moveDownstream', { id }), shownKey('down'), () => moveElement(study, id, 1)),
        ]
      : []),
    action('remove', msg('app.remove2', { id }), 'Delete', () => takeOut(store, id)),
    ...(found.kind === 'line' ? [shutInScenario(store, id)] : []),
  ];
}

/** an element, a whole line, a junction between two lines, or a point that nothing meets */
function takeOut(store: StudyStore, id: string): Rebuild {
  const { study } = store.getState();
  const found = locate(study, id)!;
  if (found.kind === 'line') return removeLine(study, id);
  if (found.index >= 0) {
    const next = found.siblings[found.index + 1] ?? found.siblings[found.index - 1];
    const select = next?.id ?? found.unitOf ?? study.lines[found.line]!.from;
    return { ok: true, operations: removeElement(study, id), select };
  }
  const met = study.lines.filter((l) => l.from === id || l.to === id);
  if (met.length === 0) return { ok: true, operations: [{ op: 'set', path: ['points', id] }], select: '' };
  if (found.kind === 'junction' && met.length === 2) return dissolve(study, id);
  return { ok: false, reason: msg('app.connectToReconnectOrRemove', { met: met.map((l) => l.id).join(' and '), id }) };
}

/** shuts a line in the active scenario alone, or opens it there again */
function shutInScenario(store: StudyStore, id: string): LineAction {
  const { study, active, change } = store.getState();
  const index = study.scenarios.findIndex((s) => s.id === active);
  const set = study.scenarios[index]?.set ?? {};
  const shared = locate(study, id)!.entry.closed === true;
  const shut = set[`${id}.closed`] === undefined ? shared : set[`${id}.closed`] === true;
  const name = msg('app.openOrCloseInScenario', { shut: shut ? 'yes' : 'no', id, letter: letterOf(index) });
  const next = { ...set, [`${id}.closed`]: !shut };
  if (!shut === shared) delete next[`${id}.closed`];
  const path = ['scenarios', index, 'set'];
  const run = (): void => void change(name, [{ op: 'set', path, ...(Object.keys(next).length > 0 ? { value: next } : {}) }]);
  return { key: 'shut', name, keys: shownKey('shut'), run };
}
