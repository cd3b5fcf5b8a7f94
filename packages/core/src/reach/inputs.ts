import { allElements } from '../document/unit-piping.js';
import { PUMP_ENTRY_FIELDS, SCENARIO_FIELDS, SITE_FIELDS, VALVE_ENTRY_FIELDS } from '../document/fields.js';
import { thingKind } from '../document/things.js';
import type { RawEntry, Study } from '../document/study.js';
import { defaultOf } from '../fields/defaults.js';
import type { Field, Fields, NumberField, QuantityField } from '../fields/field.js';
import { quantityOf } from '../fields/typed.js';
import { fluidKind } from '../fluids/fluid.js';
import type { SolvedScenario } from '../scenarios/run.js';
import { usedEntries } from '../scenarios/working.js';
import { UNITS } from '../units/units.js';

/** What an input belongs to: a point, line or element; a scenario; an entry of a list; the site. */
type Owner = 'thing' | 'scenario' | 'pumps' | 'valves' | 'fluids' | 'site';

/** One number of a study that can be moved. Values are SI, pressures at a place absolute. */
export interface StudyInput {
  /** `T1.level`, `P1.wear`, `hot.temperature`, `site.atmosphericPressure` */
  address: string;
  owner: Owner;
  id: string;
  key: string;
  field: QuantityField | NumberField;
  /** SI unit; empty for what has no dimension */
  unit: string;
}

/** The input at an address: `ID.KEY`; undefined where there is none, or it is no number. */
export function inputAt(study: Study, address: string): StudyInput | undefined {
  const dot = address.lastIndexOf('.');
  if (dot <= 0) return undefined;
  const [id, key] = [address.slice(0, dot), address.slice(dot + 1)];
  // a scenario may be called as a point or an element is: the one that has such an entry is meant
  for (const { owner, fields } of ownersOf(study, id)) {
    const field = Object.hasOwn(fields, key) ? fields[key] : undefined;
    if (isMovable(field)) return { address, owner, id, key, field, unit: siUnit(field) };
  }
  return undefined;
}

function isMovable(field: Field | undefined): field is QuantityField | NumberField {
  return field?.type === 'quantity' || field?.type === 'number';
}

/** Every number that stands on a point, line or element in a scenario or is used where its entry is empty, and the scenario's own. */
export function inputsOf(study: Study, solved: SolvedScenario): StudyInput[] {
  const ids = [...Object.keys(study.points), ...study.lines.map((l) => l.id), ...allElements(study).map((e) => e.id)];
  const own = ['temperature'].map((key) => `${solved.id}.${key}`);
  const all = ids.flatMap((id) =>
    ownersOf(study, id)
      .filter((o) => o.owner === 'thing')
      .flatMap((o) => Object.keys(o.fields))
      .map((key) => `${id}.${key}`),
  );
  return [...own, ...all].flatMap((address) => {
    const input = inputAt(study, address);
    if (!input || (input.field.type === 'number' && (input.field.integer || input.field.series))) return [];
    return valueIn(study, input, solved) === undefined ? [] : [input];
  });
}

function ownersOf(study: Study, id: string): { owner: Owner; fields: Fields }[] {
  const kind = kindOf(study, id);
  const thing = kind === undefined ? undefined : thingKind(kind)?.fields;
  const fluid = Object.hasOwn(study.fluids ?? {}, id) ? study.fluids![id]!.kind : undefined;
  const liquid = typeof fluid === 'string' ? fluidKind(fluid)?.fields : undefined;
  return [
    ...(thing ? [{ owner: 'thing' as const, fields: thing }] : []),
    ...(study.scenarios.some((s) => s.id === id) ? [{ owner: 'scenario' as const, fields: SCENARIO_FIELDS }] : []),
    ...(Object.hasOwn(study.pumps ?? {}, id) ? [{ owner: 'pumps' as const, fields: PUMP_ENTRY_FIELDS }] : []),
    ...(Object.hasOwn(study.valves ?? {}, id) ? [{ owner: 'valves' as const, fields: VALVE_ENTRY_FIELDS }] : []),
    ...(liquid ? [{ owner: 'fluids' as const, fields: liquid }] : []),
    ...(id === 'site' ? [{ owner: 'site' as const, fields: SITE_FIELDS }] : []),
  ];
}

function kindOf(study: Study, id: string): string | undefined {
  if (Object.hasOwn(study.points, id)) return study.points[id]!.kind;
  for (const line of study.lines) {
    if (line.id === id) return 'line';
  }
  return allElements(study).find((e) => e.id === id)?.kind;
}

/** SI unit of a field as it is typed */
function siUnit(field: QuantityField | NumberField): string {
  if (field.type === 'number') return '';
  const units = UNITS[field.dimension];
  return units.find((u) => u.factor === 1 && !u.offset && !u.scale && u.mass !== true)!.symbol;
}

/** is the pressure of a place, gauge unless it is said to be absolute */
const isPlace = (input: StudyInput): boolean => input.field.type === 'quantity' && input.field.dimension === 'pressure';

/**
 * Where an input stands in a scenario, SI: entered there, shared by all, or what is used where it is empty.
 *
 * @returns undefined where nothing stands there, or it is sought
 */
export function valueIn(study: Study, input: StudyInput, solved: SolvedScenario): number | undefined {
  const read = readIn(study, input, solved);
  if (typeof read !== 'number') return undefined;
  return isPlace(input) ? read + (solved.model?.network.atmosphere ?? 0) : read;
}

function readIn(study: Study, { owner, id, key, field }: StudyInput, { id: scenario, model }: SolvedScenario): unknown {
  const usual = (): unknown => (field.default === undefined ? undefined : defaultOf(field));
  if (owner === 'scenario') {
    const raw = study.scenarios.find((s) => s.id === id);
    return typed(raw, key, field) ?? usual();
  }
  if (owner === 'site') return typed(study.site, key, field) ?? usual();
  if (owner !== 'thing') return typed(study[owner]![id], key, field) ?? usual();
  const point = model?.points.find((p) => p.id === id);
  if (point) return point.read[key] ?? usual();
  const element = model?.elements.find((e) => e.id === id);
  if (element) return element.read[key] ?? usedEntries(element)[key] ?? usual();
  const own = study.scenarios.find((s) => s.id === scenario)?.set?.[`${id}.${key}`];
  return own === undefined ? (typed(study.lines.find((l) => l.id === id), key, field) ?? usual()) : typed({ own }, 'own', field); // prettier-ignore
}

/** SI of an entry as written */
function typed(entry: RawEntry | undefined, key: string, field: QuantityField | NumberField): unknown {
  const value = entry?.[key];
  return field.type === 'quantity' ? quantityOf(value, field.dimension) : value;
}

/** How a value is written into a study: with its SI unit, a pressure at a place as absolute. */
export function writtenValue(input: StudyInput, value: number): string | number {
  if (input.field.type === 'number') return input.field.integer ? Math.round(value) : value;
  const isAbsolute = input.field.dimension === 'pressure' || input.field.dimension === 'absolutePressure';
  return `${value} ${input.unit}${isAbsolute ? '(a)' : ''}`;
}

/** The study with one scenario alone, and an input moved in it. The other scenarios are left out: nothing of them is asked. */
export function movedStudy(study: Study, scenario: string, input: StudyInput, value: number): Study {
  const raw = study.scenarios.find((s) => s.id === scenario)!;
  const { owner, id, key } = input;
  const written = writtenValue(input, value);
  switch (owner) {
    case 'thing':
      return { ...study, scenarios: [{ ...raw, set: { ...raw.set, [`${id}.${key}`]: written } }] };
    case 'scenario':
      return { ...study, scenarios: [id === scenario ? { ...raw, [key]: written } : raw] };
    case 'site':
      return { ...study, scenarios: [raw], site: { ...study.site, [key]: String(written) } };
    default:
      return { ...study, scenarios: [raw], [owner]: { ...study[owner], [id]: { ...study[owner]![id], [key]: written } } };
  }
}
