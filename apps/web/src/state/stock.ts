import {
  FLUID_FIELDS,
  isQuantity,
  PUMP_ENTRY_FIELDS,
  readQuantity,
  VALVE_ENTRY_FIELDS,
  type Field,
  type Fields,
  type Operation,
  type RawEntry,
  type Study,
} from '@cedar-knot/core';

/** What a study carries with it so that it stands alone: its fluids, pumps and valves. */
export type Shelf = 'fluids' | 'pumps' | 'valves';

export const SHELVES: readonly { shelf: Shelf; name: string; one: string }[] = [
  { shelf: 'fluids', name: 'Fluids', one: 'fluid' },
  { shelf: 'pumps', name: 'Pumps', one: 'pump' },
  { shelf: 'valves', name: 'Valves', one: 'valve' },
];

export function fieldsOf(shelf: Shelf, entry: RawEntry): Fields {
  if (shelf === 'fluids') return FLUID_FIELDS[String(entry.kind)] ?? {};
  return shelf === 'pumps' ? PUMP_ENTRY_FIELDS : VALVE_ENTRY_FIELDS;
}

/**
 * What a choice brings with it: a valve whose characteristic is a table begins with one, from shut to its rated Kv.
 *
 * @param value the characteristic that is chosen
 */
export function withTable(entry: RawEntry, value: unknown): RawEntry {
  const rated =
    typeof entry.ratedKv === 'number' ? entry.ratedKv : typeof entry.ratedCv === 'number' ? entry.ratedCv * 0.865 : 100;
  const table = [
    { travel: 0, kv: 0 },
    { travel: 1, kv: Number(rated.toPrecision(4)) },
  ];
  return { ...entry, characteristic: value, ...(value === 'table' && entry.table === undefined ? { table } : {}) };
}

/** Tags and scenarios that use an entry. */
export function usersOf(study: Study, shelf: Shelf, id: string): string[] {
  if (shelf === 'fluids') return study.scenarios.filter((s) => s.fluid === id).map((s) => s.name ?? s.id);
  const key = shelf === 'pumps' ? 'pump' : 'valve';
  const elements = study.lines.flatMap((l) => l.elements).filter((e) => e[key] === id);
  const set = study.scenarios.flatMap((s) =>
    Object.entries(s.set ?? {}).flatMap(([a, v]) => (v === id && a.endsWith(`.${key}`) ? [a.slice(0, -key.length - 1)] : [])),
  );
  return [...new Set([...elements.map((e) => e.id), ...set])];
}

/** What an entry begins with: whole enough to be worked with, to be replaced by what the maker says. */
export const BEGINNINGS: Readonly<Record<Shelf, Readonly<Record<string, { name: string; entry: RawEntry }>>>> = {
  fluids: {
    water: { name: 'Water', entry: { kind: 'water', name: 'Water' } },
    'sea-water': { name: 'Sea water', entry: { kind: 'sea-water', name: 'Sea water', salinity: '3.5 %' } },
    brine: { name: 'Brine', entry: { kind: 'brine', name: 'Brine', salt: 'NaCl', concentration: '10 %' } },
    glycol: {
      name: 'Glycol solution',
      entry: { kind: 'glycol', name: 'Propylene glycol 40 %', glycol: 'propylene', concentration: '40 %' },
    },
    oil: {
      name: 'Oil by two viscosities',
      entry: {
        kind: 'oil',
        name: 'Oil',
        density: '870 kg/m3',
        viscosities: [
          { temperature: '40 C', kinematicViscosity: '46 cSt' },
          { temperature: '100 C', kinematicViscosity: '6.8 cSt' },
        ],
        vapourPressure: '0.1 kPa(a)',
      },
    },
    table: {
      name: 'Table over temperature',
      entry: {
        kind: 'table',
        name: 'Liquid by table',
        rows: [
          { temperature: '20 C', density: '998 kg/m3', viscosity: '1 mPa.s', vapourPressure: '2.34 kPa(a)' },
          { temperature: '60 C', density: '983 kg/m3', viscosity: '0.466 mPa.s', vapourPressure: '19.9 kPa(a)' },
        ],
      },
    },
    constant: {
      name: 'Fixed properties',
      entry: { kind: 'constant', name: 'Liquid', density: '1000 kg/m3', viscosity: '1 mPa.s', vapourPressure: '2.3 kPa(a)' },
    },
  },
  pumps: {
    pump: {
      name: 'Pump',
      entry: {
        name: 'New pump: enter its curve',
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
    valve: {
      name: 'Control valve',
      entry: {
        name: 'New valve: enter its data',
        size: 'DN80',
        ratedKv: 80,
        characteristic: 'equal-percentage',
        rangeability: 50,
        fl: 0.9,
      },
    },
  },
};

/** Operations that put an entry on a shelf; the shelf itself comes with the first. */
export function shelve(study: Study, shelf: Shelf, id: string, entry: RawEntry): Operation[] {
  return study[shelf] ? [{ op: 'set', path: [shelf, id], value: entry }] : [{ op: 'set', path: [shelf], value: { [id]: entry } }];
}

/** An id for a further entry: pump-1, pump-2 … */
export function freeShelfId(study: Study, shelf: Shelf, stem: string): string {
  for (let i = 1; ; i++) if (!Object.hasOwn(study[shelf] ?? {}, `${stem}-${i}`)) return `${stem}-${i}`;
}

/** what the table of fields says of a list of rows */
export type TableField = Extract<Field, { type: 'list' }>;

/** column by which the rows of a table rise */
const RISING = new Set(['flow', 'travel', 'temperature']);

/** Why rows cannot stand as a table, or null: there are too few or too many, one lacks what it must have, or does not rise. */
export function tableProblem(rows: readonly RawEntry[], { of, least, most }: TableField): string | null {
  if (rows.length < least) return `At least ${least} rows belong here.`;
  if (rows.length > most) return `At most ${most} rows belong here.`;
  for (const [key, field] of Object.entries(of)) {
    let before = -Infinity;
    for (const [i, row] of rows.entries()) {
      if (row[key] === undefined) {
        if (field.required) return `Row ${i + 1} lacks ${(field.label ?? key).toLowerCase()}.`;
        continue;
      }
      if (!RISING.has(key)) continue;
      const x = valueOf(row[key], field);
      if (x !== undefined && x <= before)
        return `Row ${i + 1} does not rise above the one before in ${(field.label ?? key).toLowerCase()}.`;
      before = x ?? before;
    }
  }
  return null;
}

function valueOf(typed: unknown, field: Field): number | undefined {
  if (typeof typed === 'number') return typed;
  if (typeof typed !== 'string') return undefined;
  if (field.type === 'quantity') {
    const q = readQuantity(typed, field.dimension);
    return isQuantity(q) ? q.si : undefined;
  }
  const percent = /^([\d.]+)\s*%$/.exec(typed.trim());
  return percent ? Number(percent[1]) / 100 : undefined;
}
