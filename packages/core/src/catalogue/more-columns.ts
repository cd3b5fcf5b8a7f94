import { PUMP_ENTRY_FIELDS, VALVE_ENTRY_FIELDS } from '../document/fields.js';
import type { Field, Fields } from '../fields/field.js';
import { MOTOR_ENTRY_FIELDS } from './format.js';
import { MODEL_COLUMNS } from './model-columns.js';

/*
 * Columns beyond those that makers' tables have: one for each entry of a catalogue, named after it (`min_flow`, `motor_rated_power`),
 * so that what was written as a table comes back whole.
 */

export type TableKind = 'pumps' | 'valves' | 'motors';

export interface MoreColumn {
  /** as it is written: `min_flow` */
  name: string;
  /** where it stands in the entry: `['motor', 'ratedPower']` */
  path: readonly string[];
  field: Field;
}

export const ENTRY_FIELDS: Readonly<Record<TableKind, Fields>> = {
  pumps: PUMP_ENTRY_FIELDS,
  valves: VALVE_ENTRY_FIELDS,
  motors: MOTOR_ENTRY_FIELDS,
};

/** what stands in the columns of the contract, or not in a table */
const ELSEWHERE: Readonly<Record<TableKind, readonly string[]>> = {
  pumps: ['name', 'maker', 'family', 'type', 'size', 'speed', 'diameter', 'stages', 'curve', 'curves', 'from'],
  valves: [
    'name',
    'maker',
    'type',
    'size',
    'ratedKv',
    'ratedCv',
    'characteristic',
    'rangeability',
    'fl',
    'xfz',
    'table',
    'flTable',
    'from',
  ],
  motors: ['name', 'maker', 'efficiency'],
};

const snake = (key: string): string => key.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

function columnsOf(kind: TableKind): MoreColumn[] {
  return Object.entries(ENTRY_FIELDS[kind]).flatMap(([key, field]): MoreColumn[] => {
    if (ELSEWHERE[kind].includes(key)) return [];
    if (field.type === 'record')
      return Object.entries(field.fields).map(([inner, f]) => ({
        name: `${snake(key)}_${snake(inner)}`,
        path: [key, inner],
        field: f,
      }));
    return field.type === 'list' ? [] : [{ name: key === 'body' ? 'body_style' : snake(key), path: [key], field }];
  });
}

export const MORE_COLUMNS: Readonly<Record<TableKind, readonly MoreColumn[]>> = {
  pumps: [
    ...columnsOf('pumps'),
    // those of the entry, where its curves have their own
    { name: 'default_speed', path: ['speed'], field: PUMP_ENTRY_FIELDS.speed! },
    { name: 'default_diameter', path: ['diameter'], field: PUMP_ENTRY_FIELDS.diameter! },
  ],
  valves: columnsOf('valves'),
  motors: columnsOf('motors'),
};

/** name of a further column without case and marks → its place in each kind that has it */
export const moreColumn = (kind: TableKind, name: string): MoreColumn | undefined =>
  MORE_COLUMNS[kind].find((c) => plainName(c.name) === plainName(name));

/** What a name of a table is beside the columns of the contract: an entry's own name, else what makers call it. */
export function moreNamed(name: string): MoreColumn[] {
  const plain = plainName(name);
  index ??= indexed();
  return index.own.get(plain) ?? index.aliases.get(plain) ?? [];
}

/** made once: tables of makers ask for the cells of every row that may be heads */
let index: Record<'own' | 'aliases', Map<string, MoreColumn[]>> | undefined;

function indexed(): NonNullable<typeof index> {
  const made: NonNullable<typeof index> = { own: new Map(), aliases: new Map() };
  const add = (to: Map<string, MoreColumn[]>, name: string, column: MoreColumn): void => {
    to.set(name, [...(to.get(name) ?? []), column]);
  };
  for (const kind of Object.keys(MORE_COLUMNS) as TableKind[])
    for (const column of MORE_COLUMNS[kind]) {
      add(made.own, plainName(column.name), column);
      for (const alias of aliasesOf(kind, column)) add(made.aliases, alias, column);
    }
  return made;
}

const aliasesOf = (kind: TableKind, { path }: MoreColumn): readonly string[] =>
  MODEL_COLUMNS[kind].find((c) => c.path?.join() === path.join())?.aliases ?? [];

export const plainName = (text: string): string => text.toLowerCase().replace(/[\s_.\-–/#°]+/g, '');
