import { applyOperations, type ModelWhole, type Operation, type RankedPump, type Study } from '@cedar-knot/core';
import { locate, setShared } from './address.js';
import { requiredOperations } from './required.js';
import { takingOperations } from './takeModel.js';

/** entries of a position that belong to the pump that stands there */
const CONFIGURED = ['diameter', 'stages', 'speed', 'mode', 'pump', 'flow', 'head'];
/** significant figures of a speed and a diameter in the file */
const FIGURES = 7;

/** One change that puts a candidate into its position as it was judged: the model, and how it is configured. */
export function takenAs(study: Study, model: ModelWhole, pump: string, c: RankedPump): Operation[] {
  const { operations } = takingOperations(study, model, pump);
  const taken = applyOperations(study, operations);
  return taken.ok ? [...operations, ...configureOperations(taken.study, pump, c)] : operations;
}

/** A count of stages for a pump; one whose flow or head was imposed runs on its curve from then on, and that is required of it. */
export function stageOperations(study: Study, pump: string, stages: number): Operation[] {
  const mode = locate(study, pump)?.entry.mode;
  const own = setShared(study, pump, 'stages', stages);
  if (mode === 'curve') return own;
  const gone = ['flow', 'head'].flatMap((key) => setShared(study, pump, key, undefined));
  return [...requiredOperations(study, pump), ...gone, ...setShared(study, pump, 'mode', 'curve'), ...own];
}

/**
 * Operations that configure a pump's position as a candidate was judged: its diameter, stages and speed, by scenario where that differs.
 * What stood there of the pump before is taken away.
 */
export function configureOperations(study: Study, pump: string, c: RankedPump): Operation[] {
  const found = locate(study, pump);
  if (!found) return [];
  const operations: Operation[] = [];
  const put = (key: string, value: unknown): void => void operations.push(...setShared(study, pump, key, value));
  const millimetres = c.diameter === null ? undefined : `${Number((c.diameter * 1000).toPrecision(FIGURES))} mm`;
  put('diameter', millimetres);
  put('stages', c.stages);
  put('speed', c.speed === null ? undefined : `${Number(c.speed.toPrecision(FIGURES))} rpm`);
  study.scenarios.forEach((s, i) => {
    const kept = Object.entries(s.set ?? {}).filter(([address]) => !CONFIGURED.some((key) => address === `${pump}.${key}`));
    const own = c.speed === null ? c.scenarios[s.id]?.speed : undefined;
    const set = Object.fromEntries([...kept, ...(typeof own === 'number' ? [[`${pump}.speed`, `${own} rpm`] as const] : [])]);
    if (JSON.stringify(set) === JSON.stringify(s.set ?? {})) return;
    const isEmpty = Object.keys(set).length === 0;
    operations.push({ op: 'set', path: ['scenarios', i, 'set'], ...(isEmpty ? {} : { value: set }) });
  });
  return operations;
}
