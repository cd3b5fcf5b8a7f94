import {
  CHECKS,
  inputAt,
  isCheckCode,
  quantityOf,
  thingKind,
  type Dimension,
  type ElementResult,
  type StudyInput,
  type Study,
  type SweepRow,
} from '@cedar-knot/core';
import { checkName, figureName } from '@cedar-knot/wording';
import Papa from 'papaparse';
import { entryIn } from './address.js';
import type { Shown } from './studyStore.js';

/** What is moved, and what is read while it moves. SI; pressures at a place absolute. */
export interface SweepAsked {
  /** `P1.speed`; with `*` in place of a scenario each has its own */
  input: string;
  from: number;
  to: number;
  steps: number;
  /** `P1.flow`, or `npsh-ratio:P1` */
  read: string;
}

/** The temperature of the liquid, in every scenario its own. */
export const LIQUID = '*.temperature';

/** An input as a scenario has it. */
export const inScenario = (address: string, scenario: string): string => address.replace(/^\*\./, `${scenario}.`);

/** Things whose numbers may be moved, each with its keys. */
export function movable(study: Study): { id: string; name: string; keys: string[] }[] {
  const named = (id: string, name: unknown): string => (typeof name === 'string' && name !== '' ? `${id} ${name}` : id);
  const things = [
    ...study.lines.flatMap((l) => l.elements.map((e) => [e.id, e.kind, e.name] as const)),
    ...Object.entries(study.points).map(([id, p]) => [id, p.kind, p.name] as const),
    ...study.lines.map((l) => [l.id, 'line', l.name] as const),
  ];
  return things.flatMap(([id, kind, name]) => {
    const keys = Object.keys(thingKind(kind)?.fields ?? {}).filter((key) => {
      const field = inputAt(study, `${id}.${key}`)?.field;
      return field !== undefined && !(field.type === 'number' && field.series);
    });
    return keys.length === 0 ? [] : [{ id, name: named(id, name), keys }];
  });
}

/** a share of what stands there, to both sides, with which a sweep begins */
const AROUND = 0.3;

/** Where an input stands in a scenario, SI and absolute; undefined where nothing stands there. */
export function standsAt(study: Study, input: StudyInput, shown: Shown | undefined): number | undefined {
  const { id, key, field } = input;
  const scenario = study.scenarios.find((s) => s.id === shown?.outcome.id);
  const written = entryIn(study, scenario, id, key).value;
  const used = shown?.outcome.used[id]?.[key];
  const usual = typeof used === 'number' ? used : field.default === undefined ? undefined : field.default;
  const value = written ?? usual;
  const si = typeof value === 'number' ? value : field.type === 'quantity' ? quantityOf(value, field.dimension) : undefined;
  const isPlace = field.type === 'quantity' && field.dimension === 'pressure';
  return si === undefined ? undefined : isPlace ? si + (shown?.outcome.medium?.atmosphere ?? 0) : si;
}

/** From where to where an input is moved at first: around what stands there, inside what the field takes. */
export function sweepRange(input: StudyInput, now: number | undefined): [number, number] {
  const { field } = input;
  const at = now ?? 0;
  const span = Math.max(AROUND * Math.abs(at), field.type === 'quantity' ? 1e-3 : Math.min(0.1, field.max - field.min));
  const bounds = field.type === 'quantity' && field.dimension === 'pressure' ? [0, Infinity] : [field.min, field.max];
  return [Math.max(at - span, bounds[0]!), Math.min(at + span, bounds[1]!)];
}

/** what has no dimension: a share shown in percent, or the number itself */
type Plain = 'percent' | 'plain';

/** figures of an element that are worth a curve */
const FIGURES: Readonly<Record<ElementResult['kind'], Readonly<Record<string, Dimension | Plain>>>> = {
  pump: { flow: 'flow', head: 'head', efficiency: 'percent', shaftPower: 'power', npsha: 'head', npshr: 'head' },
  'control-valve': { flow: 'flow', drop: 'pressureDifference', opening: 'percent', kv: 'plain' },
  pipe: { flow: 'flow', velocity: 'velocity', headLoss: 'head' },
  loss: { flow: 'flow', drop: 'pressureDifference' },
};

/** What can be read: margins that are judged somewhere, then figures of pumps, valves and the rest. */
export function readable(shown: Readonly<Record<string, Shown>>): { name: string; text: string }[] {
  const results = Object.values(shown).flatMap((s) => s.outcome.result ?? []);
  const margins = new Map<string, string>();
  const figures = new Map<string, string>();
  for (const r of results) {
    for (const m of r.margins)
      if (m.verdict !== 'not-applicable') margins.set(`${m.check}:${m.where}`, `${checkName(m.check)}, ${m.where}`);
    for (const [id, e] of Object.entries(r.elements))
      for (const key of Object.keys(FIGURES[e.kind])) figures.set(`${id}.${key}`, `${id} ${figureName(key)}`);
  }
  return [...margins, ...figures].map(([name, text]) => ({ name, text }));
}

/** The dimension in which a reading is shown; null for a ratio. */
export function dimensionOf(read: string, shown: Readonly<Record<string, Shown>>): Dimension | Plain | null {
  const check = read.split(':')[0]!;
  if (read.includes(':')) return isCheckCode(check) ? (CHECKS[check].dimension ?? null) : null;
  const [id, key] = read.split('.') as [string, string];
  for (const s of Object.values(shown)) {
    const e = s.outcome.result?.elements[id];
    if (e) return FIGURES[e.kind][key] ?? null;
  }
  return null;
}

/** A sweep as a table: a row a value of the input, a column a scenario; in the units that are shown. */
export function sweepTable(
  rows: readonly SweepRow[],
  scenarios: readonly { id: string; name: string }[],
  head: string,
  x: (si: number) => number,
  y: (si: number) => number,
  read: string,
): string {
  const steps = [...new Set(rows.map((r) => r.step))];
  const cell = (si: number | null | undefined, of: (si: number) => number): number | string => (si == null ? '' : Number(of(si).toPrecision(6))); // prettier-ignore
  const body = steps.map((step) => {
    const own = rows.filter((r) => r.step === step);
    const values = scenarios.map((s) => cell(own.find((r) => r.scenario === s.id)?.values[read], y));
    return [cell(own[0]!.input, x), ...values];
  });
  return Papa.unparse([[head, ...scenarios.map((s) => s.name)], ...body]);
}
