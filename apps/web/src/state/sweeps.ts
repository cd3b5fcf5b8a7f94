import {
  allElements,
  CHECKS,
  FIGURE_TABLE,
  inputAt,
  isCheckCode,
  isFigure,
  sweptOf,
  thingKind,
  type FigureShown,
  type Study,
  type SweepField,
  type SweepRow,
  usageOf,
} from '@cedar-knot/core';
import { checkName, figureName, named } from '@cedar-knot/wording';
import Papa from 'papaparse';
import type { Shown } from './studyStore.js';

/** What is moved, and what is read while it moves. SI; pressures at a place absolute. */
export interface SweepAsked {
  /** `P1.speed`; with `*` in place of a scenario each has its own */
  input: string;
  /** around what stands there in the active scenario where it is not said */
  from?: number;
  to?: number;
  active: string;
  steps: number;
  /** `P1.flow`, or `npsh-ratio:P1` */
  read: string;
}

/** The temperature of the liquid, in every scenario its own. */
export const LIQUID = '*.temperature';

/** An input as a scenario has it. */
export const inScenario = (address: string, scenario: string): string => address.replace(/^\*\./, `${scenario}.`);

/** What came of it. */
export interface Swept {
  /** what was asked */
  input: string;
  read: string;
  rows: SweepRow[];
  from: number;
  to: number;
  /** where the input stands in the active scenario */
  now: number | null;
}

/** Things whose numbers may be moved, each with its keys. */
export function movable(study: Study): { id: string; name: string; keys: string[] }[] {
  const things = [
    ...allElements(study).map((e) => [e.id, e.kind, e.name] as const),
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

/** What can be read: margins that are judged somewhere, then figures of pumps, valves and the rest. */
export function readable(shown: Readonly<Record<string, Shown>>): { name: string; text: string }[] {
  const results = Object.values(shown).flatMap((s) => s.outcome.result ?? []);
  const margins = new Map<string, string>();
  const figures = new Map<string, string>();
  for (const r of results) {
    for (const m of r.margins)
      if (m.verdict !== 'not-applicable') margins.set(`${m.check}:${m.where}`, `${checkName(m.check)}, ${m.where}`);
    for (const [id, e] of Object.entries(r.elements))
      for (const key of sweptOf(e.kind)) figures.set(`${id}.${key}`, `${id} ${figureName(key)}`);
  }
  return [...margins, ...figures].map(([name, text]) => ({ name, text }));
}

/** How a reading is shown: in the unit of its dimension, in percent, plainly; null for a ratio and for what is not read. */
export function dimensionOf(read: string, shown: Readonly<Record<string, Shown>>): FigureShown | null {
  const check = read.split(':')[0]!;
  if (read.includes(':')) return isCheckCode(check) ? (CHECKS[check].dimension ?? null) : null;
  const [id, key] = read.split('.') as [string, string];
  for (const s of Object.values(shown)) {
    const e = s.outcome.result?.elements[id];
    if (e) return isFigure(key) && usageOf(key, e.kind)?.isSwept ? FIGURE_TABLE[key].shown : null;
  }
  return null;
}

type Cells = (string | number | null)[][];

const rounded = (x: number): number => Number(x.toPrecision(6));
const cellOf = (si: number | null | undefined, of: (si: number) => number): number | null =>
  si == null ? null : rounded(of(si));

/** A sweep in rows: one a value of the input, a column a scenario; in the units that are shown. The first row are the heads. */
export function sweepCells(
  rows: readonly SweepRow[],
  scenarios: readonly { id: string; name: string }[],
  head: string,
  x: (si: number) => number,
  y: (si: number) => number,
  read: string,
): Cells {
  const steps = [...new Set(rows.map((r) => r.step))];
  const body = steps.map((step) => {
    const own = rows.filter((r) => r.step === step);
    const values = scenarios.map((s) => cellOf(own.find((r) => r.scenario === s.id)?.values[read], y));
    return [cellOf(own[0]!.input, x), ...values];
  });
  return [[head, ...scenarios.map((s) => s.name)], ...body];
}

/** The same as text with commas. */
export function sweepTable(...asked: Parameters<typeof sweepCells>): string {
  return Papa.unparse(sweepCells(...asked));
}

/** A figure over two inputs in rows: the second input down, the first across. */
export function fieldCells(
  field: SweepField,
  head: string,
  x: (si: number) => number,
  y: (si: number) => number,
  value: (si: number) => number,
): Cells {
  const body = field.y.map((b, j) => [cellOf(b, y), ...field.values[j]!.map((v) => cellOf(v, value))]);
  return [[head, ...field.x.map((a) => rounded(x(a)))], ...body];
}
