import type { Study } from './study.js';

/*
 * A study changes only by operations that can be applied, inverted and written down: undo, autosave and the story of a
 * revision follow from that. Documents are never changed in place; what an operation does not touch is shared.
 */

export type Path = readonly (string | number)[];

/** Sets an entry (of an object or list), or takes it away when there is no value. `position` keeps an entry's place among the keys. */
export interface SetOperation {
  op: 'set';
  path: Path;
  value?: unknown;
  position?: number;
}

/** Puts a value into a list before `index`. */
export interface InsertOperation {
  op: 'insert';
  path: Path;
  index: number;
  value: unknown;
}

/** Takes the value at `index` out of a list. */
export interface RemoveOperation {
  op: 'remove';
  path: Path;
  index: number;
}

/** Moves a value within a list; `to` is its index afterwards. */
export interface MoveOperation {
  op: 'move';
  path: Path;
  from: number;
  to: number;
}

export type Operation = SetOperation | InsertOperation | RemoveOperation | MoveOperation;

type StepResult = { ok: true; study: Study; inverse: Operation } | { ok: false; reason: string };

/** Applies one operation. An address that does not exist is a value, not an exception: the study stays as it was. */
export function applyOperation(study: Study, operation: Operation): StepResult {
  let inverse: Operation | undefined;
  let reason = '';
  const change = (target: unknown): unknown => {
    const done = operation.op === 'set' ? setEntry(target, operation) : changeList(target, operation);
    if ('reason' in done) reason = done.reason;
    else inverse = done.inverse;
    return 'value' in done ? done.value : target;
  };
  const parentPath = operation.op === 'set' ? operation.path.slice(0, -1) : operation.path;
  const next = rewrite(study, parentPath, change);
  if (next === undefined) return { ok: false, reason: `there is no ${parentPath.join('.')}` };
  return inverse ? { ok: true, study: next as Study, inverse } : { ok: false, reason };
}

/** Applies several in order, all or none; the inverse undoes them in the right order. */
export function applyOperations(
  study: Study,
  operations: readonly Operation[],
): { ok: true; study: Study; inverse: Operation[] } | { ok: false; reason: string } {
  let current = study;
  const inverse: Operation[] = [];
  for (const operation of operations) {
    const step = applyOperation(current, operation);
    if (!step.ok) return step;
    current = step.study;
    inverse.unshift(step.inverse);
  }
  return { ok: true, study: current, inverse };
}

type Changed = { value: unknown; inverse: Operation } | { reason: string };

function setEntry(target: unknown, operation: SetOperation): Changed {
  const key = operation.path[operation.path.length - 1];
  if (Array.isArray(target)) {
    if (typeof key !== 'number' || key < 0 || key >= target.length || operation.value === undefined)
      return { reason: `no entry ${String(key)} in the list` };
    const copy = [...(target as unknown[])];
    copy[key] = operation.value;
    return { value: copy, inverse: { op: 'set', path: operation.path, value: target[key] as unknown } };
  }
  if (typeof target !== 'object' || target === null || key === undefined) return { reason: 'not an object' };
  const entries = Object.entries(target);
  const at = entries.findIndex(([k]) => k === String(key));
  const before = at < 0 ? undefined : entries[at]![1];
  const inverse: SetOperation = {
    op: 'set',
    path: operation.path,
    ...(at < 0 ? {} : { value: before as unknown, position: at }),
  };
  if (operation.value === undefined) {
    if (at < 0) return { reason: `no entry ${String(key)}` };
    entries.splice(at, 1);
  } else if (at >= 0) entries[at] = [String(key), operation.value];
  else entries.splice(operation.position ?? entries.length, 0, [String(key), operation.value]);
  return { value: Object.fromEntries(entries), inverse };
}

function changeList(target: unknown, operation: Exclude<Operation, SetOperation>): Changed {
  if (!Array.isArray(target)) return { reason: `${operation.path.join('.')} is no list` };
  const copy = [...(target as unknown[])];
  if (operation.op === 'insert') {
    if (operation.index < 0 || operation.index > copy.length) return { reason: `no place ${operation.index} in the list` };
    copy.splice(operation.index, 0, operation.value);
    return { value: copy, inverse: { op: 'remove', path: operation.path, index: operation.index } };
  }
  const from = operation.op === 'remove' ? operation.index : operation.from;
  if (from < 0 || from >= copy.length) return { reason: `no entry ${from} in the list` };
  const [taken] = copy.splice(from, 1);
  if (operation.op === 'remove')
    return { value: copy, inverse: { op: 'insert', path: operation.path, index: from, value: taken } };
  if (operation.to < 0 || operation.to > copy.length) return { reason: `no place ${operation.to} in the list` };
  copy.splice(operation.to, 0, taken);
  return { value: copy, inverse: { op: 'move', path: operation.path, from: operation.to, to: operation.from } };
}

/** a copy with the value at a path changed; undefined when the path leads nowhere */
function rewrite(value: unknown, path: Path, change: (target: unknown) => unknown): unknown {
  if (path.length === 0) return change(value);
  const [key, ...rest] = path;
  if (typeof value !== 'object' || value === null || !Object.hasOwn(value, key!)) return undefined;
  const inner = rewrite((value as Record<string, unknown>)[key!], rest, change);
  if (inner === undefined) return undefined;
  if (Array.isArray(value)) return value.map((x: unknown, i) => (i === key ? inner : x));
  return { ...value, [key!]: inner };
}
