import {
  allElements,
  applyOperations,
  endNamed,
  kindNamed,
  thingKind,
  type Field,
  type Operation,
  type Study,
} from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { freeScenarioId, locate, setOwn, setShared } from './address.js';

/** An input that scenarios can depart from. */
export interface Input {
  address: string;
  id: string;
  key: string;
  field: Field;
  label: string;
}

/** keys that belong to drawing or writing, not to operation */
const NOT_VARIED = new Set([
  'name',
  'notes',
  'fittings',
  'profile',
  'table',
  'outletElevation',
  'elevation',
  'datum',
  'branch',
  'rounding',
]);

export function inputAt(study: Study, address: string): Input | undefined {
  const dot = address.indexOf('.');
  const id = address.slice(0, dot);
  const key = address.slice(dot + 1);
  const found = locate(study, id);
  if (!found) return undefined;
  const field = thingKind(found.kind)?.fields[key];
  return field && { address, id, key, field, label: said(field.label ?? key) };
}

/** Every input that some scenario has an entry of its own for, in the order in which they came. */
export function ownInputs(study: Study): Input[] {
  const addresses = new Set(study.scenarios.flatMap((s) => Object.keys(s.set ?? {})));
  return [...addresses].flatMap((a) => inputAt(study, a) ?? []);
}

/** Inputs that a text means: by tag, name, entry or kind of what they belong to, every word of it. */
export function inputsNamed(study: Study, inputs: readonly Input[], text: string): Input[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  return inputs.filter((i) => {
    const found = locate(study, i.id);
    const kind = found?.kind ?? '';
    const name =
      typeof found?.entry.name === 'string' ? found.entry.name : (study.scenarios.find((s) => s.id === i.id)?.name ?? '');
    const label = thingKind(kind)?.label;
    const about = `${i.id} ${i.label} ${i.key} ${name} ${kind} ${label ? said(label) : ''}`.toLowerCase();
    return words.every((w) => about.includes(w) || (w.length > 2 && kindNamed(w)?.kind === kind) || endNamed(w)?.kind === kind);
  });
}

/** Every input that a scenario may have its own entry for, for the search: first those that stand in the study, then all the others. */
export function variableInputs(study: Study): Input[] {
  const things = [
    ...Object.entries(study.points).map(([id, p]) => ({ id, entry: p, fields: thingKind(p.kind)?.fields })),
    ...study.lines.map((l) => ({ id: l.id, entry: l, fields: thingKind('line')!.fields })),
    ...allElements(study).map((e) => ({ id: e.id, entry: e, fields: thingKind(e.kind)?.fields })),
  ];
  const all = things.flatMap(({ id, entry, fields }) =>
    Object.entries(fields ?? {}).flatMap(([key, field]) =>
      NOT_VARIED.has(key) || field.type === 'list'
        ? []
        : [{ stands: key in entry, input: { address: `${id}.${key}`, id, key, field, label: said(field.label ?? key) } }],
    ),
  );
  return [...all.filter((x) => x.stands), ...all.filter((x) => !x.stands)].map((x) => x.input);
}

/** Takes every scenario’s own entry for an input away. */
export function shareAgain(study: Study, address: string): Operation[] {
  return study.scenarios.flatMap((s, i): Operation[] => {
    if (!s.set || !Object.hasOwn(s.set, address)) return [];
    return Object.keys(s.set).length === 1
      ? [{ op: 'set', path: ['scenarios', i, 'set'] }]
      : [{ op: 'set', path: ['scenarios', i, 'set', address] }];
  });
}

/** A copy of a scenario beside it, or at another place in the list. */
export function copyScenario(study: Study, index: number, at = index + 1): { operations: Operation[]; id: string } {
  const from = study.scenarios[index]!;
  const id = freeScenarioId(study.scenarios);
  const value = { ...structuredClone(from), id, name: nextName(study, from.name ?? from.id) };
  return { id, operations: [{ op: 'insert', path: ['scenarios'], index: at, value }] };
}

/** Takes a scenario out, with the limits that were meant for it alone. */
export function removeScenario(study: Study, index: number): Operation[] {
  const { id } = study.scenarios[index]!;
  const limits = (study.limits ?? []).filter((l) => l.scenario !== id);
  return [
    ...(limits.length === (study.limits ?? []).length ? [] : [{ op: 'set', path: ['limits'], value: limits } as const]),
    { op: 'remove', path: ['scenarios'], index },
  ];
}

/** `Winter` → `Winter 2`, and on until it is free */
function nextName(study: Study, name: string): string {
  const stem = name.replace(/ \d+$/, '');
  for (let n = 2; ; n++) if (!study.scenarios.some((s) => (s.name ?? s.id) === `${stem} ${n}`)) return `${stem} ${n}`;
}

/** One cell of the matrix: an input in one scenario, or shared by all (no scenario); no value takes its own entry back. */
export interface MatrixCell {
  input: Input;
  scenario: string | null;
  value: unknown;
}

/** Fills several cells in one step; what stands already is left alone. */
export function fillCells(study: Study, cells: readonly MatrixCell[]): Operation[] {
  let grown = study;
  const operations: Operation[] = [];
  for (const { input, scenario, value } of cells) {
    const step =
      scenario === null ? setShared(grown, input.id, input.key, value) : setOwn(grown, scenario, input.id, input.key, value);
    const done = applyOperations(grown, step);
    if (!done.ok) continue;
    grown = done.study;
    operations.push(...step);
  }
  return operations;
}
