import { applyOperations, type ModelWhole, type Operation, type RankedPump, type Study } from '@cedar-knot/core';
import { useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { boosterBefore, pumpBeside } from '../../state/morePumps.js';
import { takenAs } from '../../state/ranking.js';
import { carryOperations } from '../../state/takeModel.js';
import { useStudyStore } from '../context.js';
import { msg } from './words.js';

const CHANGED = msg('view.pumps.theStudyHasChangedIn');

/** What is done with candidates: taken, kept as an alternative, carried into the report, added beside the pump. `problem` says what went wrong last. */
export function useCandidateActions(pump: string, wholes: Readonly<Record<string, ModelWhole>>, onKept: () => void) {
  const store = useStudyStore();
  const [problem, setProblem] = useState<string | null>(null);
  const modelOf = async (id: string): Promise<ModelWhole> => wholes[id] ?? (await api.model(id));

  /** what an action says in the end: nothing, or why it was not done */
  const done =
    <A extends unknown[]>(action: (...given: A) => Promise<string | null>) =>
    (...given: A): void => {
      action(...given).then(setProblem, (e: unknown) => setProblem(wordsOf(e)));
    };
  /** the step that puts a candidate into the study as it stands */
  const stepOf = async (c: RankedPump): Promise<{ now: Study; name: string; operations: Operation[] }> => {
    const model = await modelOf(c.model);
    const now = store.getState().study;
    const operations = takenAs(now, model, pump, c);
    return { now, name: model.name, operations };
  };
  const keep = done(async (c: RankedPump) => {
    const { now, name, operations } = await stepOf(c);
    const applied = applyOperations(now, operations);
    if (!applied.ok) return applied.reason;
    await api.createAlternative(
      applied.study,
      `${now.title ?? msg('view.pumps.untitled')}, ${pump} ${name}`.slice(0, 300),
      store.getState().id,
    );
    onKept();
    return null;
  });
  const take = done(async (c: RankedPump) => {
    const { name, operations } = await stepOf(c);
    return store.getState().change(msg('view.pumps.useAs', { name, pump }), operations) ? null : CHANGED;
  });
  /** the study carries them, for the comparison in its report */
  const carry = done(async (list: readonly RankedPump[]) => {
    const models = await Promise.all(list.map((c) => modelOf(c.model)));
    const { study: now, change } = store.getState();
    return change(msg('view.pumps.addCandidatesToTheReport', { count: models.length }), carryOperations(now, models))
      ? null
      : CHANGED;
  });
  /** another unit beside the pump, or before it in its line */
  const add = done(async (c: RankedPump, how: 'beside' | 'before') => {
    const model = await modelOf(c.model);
    const { study: now, shown, active, rebuild } = store.getState();
    const isBeside = how === 'beside';
    const built = isBeside
      ? pumpBeside(now, pump, model, c, shown[active]?.outcome.result ?? null)
      : boosterBefore(now, pump, model, c);
    if (!built.ok) return built.reason;
    rebuild(
      isBeside
        ? msg('view.pumps.addInParallelWith', { model: model.name, pump })
        : msg('view.pumps.addAsBoosterOf', { model: model.name, pump }),
      built,
    );
    return null;
  });
  return { problem, keep, take, carry, add };
}
