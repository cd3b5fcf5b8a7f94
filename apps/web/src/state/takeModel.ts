import {
  allElements,
  applyOperations,
  blankStudy,
  type ModelWhole,
  type Operation,
  type RawElement,
  type RawEntry,
  type Study,
} from '@cedar-knot/core';
import { setShared } from './address.js';
import { requiredOperations, withRequired } from './required.js';
import { msg } from '../words.js';

/** A position of a study that a model of the catalogue can take. */
export interface Position {
  id: string;
  name: string;
  /** what stands there now */
  now: string;
}

const ELEMENT = { pumps: 'pump', valves: 'control-valve' } as const;
const KEY = { pumps: 'pump', valves: 'valve' } as const;

/** Pumps, or control valves, of a study. */
export function positionsFor(study: Study, kind: 'pumps' | 'valves'): Position[] {
  return allElements(study)
    .filter((e) => e.kind === ELEMENT[kind])
    .map((e) => {
      const used = e[KEY[kind]];
      const entry = typeof used === 'string' ? study[kind]?.[used] : undefined;
      return { id: e.id, name: typeof e.name === 'string' ? e.name : e.id, now: String(entry?.name ?? used ?? 'none') };
    });
}

/** entry of a study as it is taken from the catalogue: it says from which revision */
export const takenEntry = (model: Pick<ModelWhole, 'id' | 'entry' | 'revision'>): RawEntry => ({
  ...model.entry,
  from: { model: model.id, revision: model.revision },
});

/** entries of a position, shared or of a scenario, that belonged to what stood there */
const OF_THE_LAST = ['speed', 'diameter', 'stages', 'flow', 'head', 'pressure', 'shaftPower', 'efficiency'];

/**
 * Puts a model on a study's list and, where a position is named, into it: one change. A pump there runs on its curve from then on; speed,
 * diameter and stages that were those of another pump go, and a flow or head that was imposed becomes what is required of it.
 */
export function takingOperations(
  study: Study,
  model: ModelWhole,
  position: string | null,
): { key: string; operations: Operation[] } {
  const kind = model.kind as 'pumps' | 'valves';
  const list = study[kind] ?? {};
  const same = Object.entries(list).find(([, e]) => (e.from as { model?: string } | undefined)?.model === model.id);
  let key = same?.[0] ?? model.key;
  for (let n = 2; !same && Object.hasOwn(list, key); n++) key = `${model.key}-${n}`;
  const entry = takenEntry(model);
  const operations: Operation[] = study[kind] ? [{ op: 'set', path: [kind, key], value: entry }] : [{ op: 'set', path: [kind], value: { [key]: entry } }]; // prettier-ignore
  if (position === null) return { key, operations };
  if (kind === 'pumps') {
    operations.push(...requiredOperations(study, position));
    const then = withRequired(study, position);
    operations.push(...withoutLast(then, position), ...setShared(then, position, 'mode', 'curve'));
    for (const own of OF_THE_LAST) operations.push(...setShared(then, position, own, undefined));
  }
  operations.push(...setShared(study, position, KEY[kind], key));
  return { key, operations };
}

/** departures that belonged to what stood there go; a scenario in which the pump is off keeps it so */
function withoutLast(study: Study, position: string): Operation[] {
  return study.scenarios.flatMap((s, i): Operation[] => {
    const isGone = ([address, value]: [string, unknown]): boolean =>
      OF_THE_LAST.some((key) => address === `${position}.${key}`) || (address === `${position}.mode` && value !== 'off');
    const own = Object.entries(s.set ?? {});
    const kept = own.filter((x) => !isGone(x));
    if (kept.length === own.length) return [];
    const path = ['scenarios', i, 'set'];
    return [kept.length === 0 ? { op: 'set', path } : { op: 'set', path, value: Object.fromEntries(kept) }];
  });
}

/** Operations with which a study carries pumps without any of them standing anywhere: its report compares them, where it has that part. */
export function carryOperations(study: Study, models: readonly ModelWhole[]): Operation[] {
  let grown = study;
  const operations: Operation[] = [];
  for (const model of models) {
    const step = takingOperations(grown, model, null).operations;
    const done = applyOperations(grown, step);
    if (!done.ok) continue;
    grown = done.study;
    operations.push(...step);
  }
  const parts = study.report?.parts;
  if (parts && !parts.includes('candidates'))
    operations.push({ op: 'set', path: ['report', 'parts'], value: [...parts, 'candidates'] });
  return operations;
}

/** A study with a model in it. */
export function studyWith(study: Study, model: ModelWhole, position: string | null): Study {
  const done = applyOperations(study, takingOperations(study, model, position).operations);
  if (!done.ok) throw new Error(msg('app.thePositionNoLongerExists'));
  return done.study;
}

/** m³/s, m */
export interface StartDuty {
  flow: number;
  head: number;
  staticHead: number;
}

const cubic = (q: number): string => `${Number((q * 3600).toPrecision(4))} m3/h`;
const metres = (h: number): string => `${Number(h.toPrecision(4))} m`;

/**
 * A study that begins with a duty: two vessels at the static head, a device that takes what the duty loses, and the pump of the catalogue
 * between them.
 */
export function studyOfDuty(title: string, model: ModelWhole, duty: StartDuty): Study {
  const lift = Math.max(0, duty.staticHead);
  const lost = Math.max(0, duty.head - duty.staticHead);
  const elements: RawElement[] = [
    { id: 'P-1', kind: 'pump', name: model.name, mode: 'curve', pump: model.key },
    { id: 'SYS', kind: 'device', name: msg('app.systemAllLosses'), drop: `${Number((lost * 9.7906).toPrecision(4))} kPa`, at: cubic(duty.flow), exponent: 2 },
  ]; // prettier-ignore
  return {
    ...blankStudy(title),
    fluids: { water: { kind: 'water' } },
    pumps: { [model.key]: takenEntry(model) },
    points: {
      FROM: { kind: 'vessel', name: msg('app.suction'), elevation: '0 m', level: '2 m', pressure: '0 bar(g)' },
      TO: { kind: 'vessel', name: msg('app.discharge'), elevation: metres(lift), level: '2 m', pressure: '0 bar(g)' },
    },
    lines: [{ id: 'L-1', name: msg('app.service'), from: 'FROM', to: 'TO', elements }],
    scenarios: [{ id: 'duty', name: msg('app.duty'), fluid: 'water', temperature: '20 degC' }],
  };
}
