import type { ModelHead, ModelKind, PumpSummary } from '@cedar-knot/core';

/** What is wanted of the models of a list, in trade terms; what is not said does not matter. */
export interface ListFilter {
  text?: string;
  /** maker and family: `Hollin TC` */
  family?: string;
  maker?: string;
  type?: string;
  liquid?: string;
  material?: string;
  use?: string;
  /** Hz */
  frequency?: number;
  phases?: number;
  /** rpm */
  maxSpeed?: number;
  /** m, at the best-efficiency flow */
  minHead?: number;
  /** rated Kv */
  minKv?: number;
  /** something about its curve is odd */
  isOdd?: boolean;
}

export interface ListOrder {
  column: string;
  isDown: boolean;
}

/** What can be chosen in the filters of a kind, with how often it stands there. */
export type Facets = Readonly<
  Record<'maker' | 'type' | 'liquid' | 'material' | 'use' | 'frequency' | 'phases', readonly Facet[]>
>;
export interface Facet {
  value: string;
  count: number;
}

export interface FamilyHead {
  name: string;
  types: string;
  count: number;
}

/** of a choice of mains */
export const MAINS: readonly (readonly [string, string])[] = [
  ['50', '50 Hz'],
  ['60', '60 Hz'],
];

export const familyOf = (m: Pick<ModelHead, 'maker' | 'family'>): string =>
  [m.maker ?? '', m.family ?? ''].filter(Boolean).join(' ') || 'no family';

export function matches(m: ModelHead, f: ListFilter): boolean {
  const { words } = m;
  const holds = (list: readonly string[] | undefined, wanted: string | undefined): boolean =>
    wanted === undefined || (list?.includes(wanted) ?? false);
  if (f.family !== undefined && familyOf(m) !== f.family) return false;
  if (f.maker !== undefined && m.maker !== f.maker) return false;
  if (f.type !== undefined && m.type !== f.type) return false;
  if (!holds(words.liquids, f.liquid) || !holds(words.materials, f.material) || !holds(words.uses, f.use)) return false;
  if (f.frequency !== undefined && words.frequency !== f.frequency) return false;
  if (f.phases !== undefined && words.phases !== f.phases) return false;
  const pump = m.summary as Partial<PumpSummary> | null;
  if (f.maxSpeed !== undefined && !((pump?.speed ?? Infinity) <= f.maxSpeed)) return false;
  if (f.minHead !== undefined && !((pump?.best?.head ?? 0) >= f.minHead)) return false;
  if (f.minKv !== undefined && !(Number(m.summary?.ratedKv ?? 0) >= f.minKv)) return false;
  if (f.isOdd && m.warnings.length === 0) return false;
  if (f.text === undefined) return true;
  const text = `${m.name} ${m.key} ${m.maker ?? ''} ${m.type ?? ''} ${m.size ?? ''}`.toLowerCase();
  return f.text
    .toLowerCase()
    .split(/\s+/)
    .every((w) => text.includes(w));
}

type Value = string | number | null | undefined;

const pumpOf = (m: ModelHead): Partial<PumpSummary> => m.summary ?? {};

/** what a column sorts by */
const VALUES: Readonly<Record<string, (m: ModelHead) => Value>> = {
  name: (m) => m.name,
  type: (m) => m.type,
  size: (m) => m.size,
  diameter: (m) => pumpOf(m).maxDiameter,
  speed: (m) => pumpOf(m).speed,
  flow: (m) => pumpOf(m).best?.flow,
  head: (m) => pumpOf(m).best?.head,
  efficiency: (m) => pumpOf(m).efficiency,
  npshr: (m) => pumpOf(m).npshr,
  power: (m) => pumpOf(m).power,
  specificSpeed: (m) => pumpOf(m).specificSpeed,
  suctionSpecificSpeed: (m) => pumpOf(m).suctionSpecificSpeed,
  stages: (m) => pumpOf(m).mostStages,
  data: (m) => m.warnings.length,
  from: (m) => m.from,
  saved: (m) => m.savedAt,
  revision: (m) => m.revision,
  kv: (m) => m.summary?.ratedKv as Value,
  fl: (m) => m.summary?.fl as Value,
  xfz: (m) => m.summary?.xfz as Value,
  rangeability: (m) => m.summary?.rangeability as Value,
  characteristic: (m) => m.summary?.characteristic as Value,
  rated: (m) => m.words.ratedPower,
  poles: (m) => m.words.poles,
  frequency: (m) => m.words.frequency,
};

const names = new Intl.Collator('en', { numeric: true });

/** Models in the order of a column; those without a value stand last, equal ones by name. */
export function ordered(models: readonly ModelHead[], { column, isDown }: ListOrder): ModelHead[] {
  const of = VALUES[column] ?? VALUES.name!;
  const keyed = models.map((m) => ({ m, v: of(m) ?? null }));
  const sign = isDown ? -1 : 1;
  keyed.sort((a, b) => {
    if (a.v === null || b.v === null) return a.v === b.v ? names.compare(a.m.name, b.m.name) : a.v === null ? 1 : -1;
    const by = typeof a.v === 'number' && typeof b.v === 'number' ? a.v - b.v : names.compare(String(a.v), String(b.v));
    return by === 0 ? names.compare(a.m.name, b.m.name) : sign * by;
  });
  return keyed.map((k) => k.m);
}

export function facetsOf(models: readonly ModelHead[]): Facets {
  const count = (of: (m: ModelHead) => readonly (string | number | null | undefined)[]): Facet[] => {
    const found = new Map<string, number>();
    for (const m of models)
      for (const v of of(m)) if (v !== null && v !== undefined) found.set(String(v), (found.get(String(v)) ?? 0) + 1);
    return [...found].map(([value, n]) => ({ value, count: n })).sort((a, b) => names.compare(a.value, b.value));
  };
  return {
    maker: count((m) => [m.maker]),
    type: count((m) => [m.type]),
    liquid: count((m) => m.words.liquids ?? []),
    material: count((m) => m.words.materials ?? []),
    use: count((m) => m.words.uses ?? []),
    frequency: count((m) => [m.words.frequency]),
    phases: count((m) => [m.words.phases]),
  };
}

export function familiesOf(models: readonly ModelHead[]): FamilyHead[] {
  const found = new Map<string, { count: number; types: Set<string> }>();
  for (const m of models) {
    const name = familyOf(m);
    const family = found.get(name) ?? { count: 0, types: new Set<string>() };
    family.count++;
    if (m.type) family.types.add(m.type);
    found.set(name, family);
  }
  return [...found]
    .map(([name, { count, types }]) => ({ name, count, types: [...types].map(spoken).join(', ') }))
    .sort((a, b) => names.compare(a.name, b.name));
}

/** `end-suction` → end suction */
export const spoken = (word: string): string => word.replace(/-/g, ' ');

export const KINDS: readonly { kind: ModelKind; name: string; one: string }[] = [
  { kind: 'pumps', name: 'Pumps', one: 'pump' },
  { kind: 'valves', name: 'Valves', one: 'valve' },
  { kind: 'motors', name: 'Motors', one: 'motor' },
];

export const isKind = (x: string | undefined): x is ModelKind => KINDS.some((k) => k.kind === x);
