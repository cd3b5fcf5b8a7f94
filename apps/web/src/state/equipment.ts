import {
  allElements,
  FLUID_KINDS,
  fluidKind,
  KV_PER_CV,
  PUMP_ENTRY_FIELDS,
  quantityOf,
  VALVE_ENTRY_FIELDS,
  type Field,
  type Fields,
  type Operation,
  type RawEntry,
  type Study,
} from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { msg } from '../words.js';

/** What a study carries with it so that it stands alone: its fluids, pumps and valves. */
export type EquipmentList = 'fluids' | 'pumps' | 'valves';

export const EQUIPMENT: readonly { list: EquipmentList; name: string; one: string }[] = [
  { list: 'fluids', name: msg('app.fluids'), one: 'fluid' },
  { list: 'pumps', name: msg('app.pumps'), one: 'pump' },
  { list: 'valves', name: msg('app.valves'), one: 'valve' },
];

export function fieldsOf(list: EquipmentList, entry: RawEntry): Fields {
  if (list === 'fluids') return fluidKind(entry.kind)?.fields ?? {};
  return list === 'pumps' ? PUMP_ENTRY_FIELDS : VALVE_ENTRY_FIELDS;
}

/**
 * What a choice brings with it: a valve whose characteristic is a table begins with one, from shut to its rated Kv.
 *
 * @param value the characteristic that is chosen
 */
export function withTable(entry: RawEntry, value: unknown): RawEntry {
  const rated =
    typeof entry.ratedKv === 'number' ? entry.ratedKv : typeof entry.ratedCv === 'number' ? entry.ratedCv * KV_PER_CV : 100;
  const table = [
    { travel: 0, kv: 0 },
    { travel: 1, kv: Number(rated.toPrecision(4)) },
  ];
  return { ...entry, characteristic: value, ...(value === 'table' && entry.table === undefined ? { table } : {}) };
}

/** Tags and scenarios that use an entry. */
export function usersOf(study: Study, list: EquipmentList, id: string): string[] {
  if (list === 'fluids') return study.scenarios.filter((s) => s.fluid === id).map((s) => s.name ?? s.id);
  const key = list === 'pumps' ? 'pump' : 'valve';
  const elements = allElements(study).filter((e) => e[key] === id);
  const set = study.scenarios.flatMap((s) =>
    Object.entries(s.set ?? {}).flatMap(([a, v]) => (v === id && a.endsWith(`.${key}`) ? [a.slice(0, -key.length - 1)] : [])),
  );
  return [...new Set([...elements.map((e) => e.id), ...set])];
}

/** What an entry begins with: whole enough to be worked with, to be replaced by what the maker says. */
export const BEGINNINGS: Readonly<Record<EquipmentList, Readonly<Record<string, { name: string; entry: RawEntry }>>>> = {
  fluids: Object.fromEntries(
    Object.entries(FLUID_KINDS).map(([kind, k]) => [kind, { name: said(k.label), entry: { kind, ...k.beginning } }]),
  ),
  pumps: {
    pump: {
      name: msg('app.pump'),
      entry: {
        name: msg('app.newPumpEnterItsCurve'),
        speed: '2950 rpm',
        curve: [
          { flow: '0 m3/h', head: '50 m', efficiency: 0, npshr: '2 m' },
          { flow: '60 m3/h', head: '42 m', efficiency: 0.72, npshr: '2.5 m' },
          { flow: '85 m3/h', head: '32 m', efficiency: 0.64, npshr: '3.8 m' },
        ],
      },
    },
  },
  valves: {
    valve: { name: msg('app.controlValve'), entry: { name: msg('app.newValveEnterItsData'), size: 'DN80', ratedKv: 80 } },
  },
};

/** Operations that put an entry on its list; the list itself comes with the first. */
export function putEquipment(study: Study, list: EquipmentList, id: string, entry: RawEntry): Operation[] {
  return study[list] ? [{ op: 'set', path: [list, id], value: entry }] : [{ op: 'set', path: [list], value: { [id]: entry } }];
}

/** An id for a further entry: pump-1, pump-2 … */
export function freeEquipmentId(study: Study, list: EquipmentList, stem: string): string {
  for (let i = 1; ; i++) if (!Object.hasOwn(study[list] ?? {}, `${stem}-${i}`)) return `${stem}-${i}`;
}

/** what the table of fields says of a list of rows */
export type TableField = Extract<Field, { type: 'list' }>;

/** column by which the rows of a table rise */
const RISING = new Set(['flow', 'travel', 'temperature']);

/** Why rows cannot stand as a table, or null: there are too few or too many, one lacks what it must have, or does not rise. */
export function tableProblem(rows: readonly RawEntry[], { of, least, most }: TableField): string | null {
  if (rows.length < least) return msg('app.atLeastRowsRequired', { least });
  if (rows.length > most) return msg('app.atMostRowsAllowed', { most });
  for (const [key, field] of Object.entries(of)) {
    let before = -Infinity;
    for (const [i, row] of rows.entries()) {
      if (row[key] === undefined) {
        if (field.required) return msg('app.rowIsMissing', { i: i + 1, label: said(field.label ?? key).toLowerCase() });
        continue;
      }
      if (!RISING.has(key)) continue;
      const x = valueOf(row[key], field);
      if (x !== undefined && x <= before)
        return msg('app.rowMustBeGreaterThan', { i: i + 1, label: said(field.label ?? key).toLowerCase() });
      before = x ?? before;
    }
  }
  return null;
}

function valueOf(typed: unknown, field: Field): number | undefined {
  if (typeof typed === 'number') return typed;
  return field.type === 'quantity' ? quantityOf(typed, field.dimension) : undefined;
}
