import en from '@cedar-knot/wording/en/core-beginning';
import { register, said } from '@cedar-knot/wording/messages';
import {
  beginningOf,
  beginStudy,
  displayUnit,
  enteredText,
  Kit,
  overallVerdict,
  readBeginning,
  usualSize,
  type BeginningName,
  type BeginningUnits,
  type Margin,
  type Overall,
  type PumpResult,
  type SolvedScenario,
  type Study,
} from '@cedar-knot/core';

register(en);

/* A study that is about to begin: solved before it exists. */

/** What a form of a beginning says. */
export interface BeginningEntries {
  name: BeginningName;
  /** as typed; what is empty is usual */
  entries: Readonly<Record<string, string>>;
  /** of the line; empty: usual */
  size: string;
  title: string;
  tag: string;
  units: BeginningUnits;
  /** scenarios that are not wanted */
  without: readonly string[];
}

/** A scenario of the new study in figures, SI. */
export interface BegunScenario {
  id: string;
  name: string;
  flow: number;
  /** lift and pressure difference of the system, m; null where nothing tells them apart */
  staticHead: number | null;
  head: number | null;
  npsha: number | null;
  verdict: Overall;
  /** what fails or is near, the worst first */
  margins: Margin[];
}

/** Elevation and hydraulic grade along the way of the pump, element by element as a schematic has them. */
export interface BegunProfile {
  x: number[];
  /** of the element before each place; empty before the first of a line */
  ids: string[];
  elevation: number[];
  grades: { id: string; values: (number | null)[] }[];
  /** where pumps stand */
  pumps: number[];
}

export interface BegunPreview {
  study: Study | null;
  problems: { key: string; message: string }[];
  /** what is taken where nothing is entered, as it would be typed */
  usual: Record<string, string>;
  /** size of the line, and those that are made */
  size: string;
  sizes: string[];
  scenarios: BegunScenario[];
  profile: BegunProfile | null;
}

/** The study of a form with all that the form shows of it. */
export function begin({ name, entries, size, title, tag, units, without }: BeginningEntries): BegunPreview {
  const { given, problems } = readBeginning(name, entries, units);
  const kit = new Kit(units, said);
  const made = kit.sizes().find((c) => c.size === size) ?? usualSize(given, kit);
  const begun = beginStudy(name, given, { title, units, say: said, ...(tag === '' ? {} : { tag }) }, made);
  const kept = begun ? { ...begun.study, scenarios: begun.study.scenarios.filter((s) => !without.includes(s.id)) } : null;
  return {
    study: kept,
    problems: problems.map(({ key, text }) => ({ key, message: said(text) })),
    usual: Object.fromEntries(beginningOf(name).fields.map((f) => [f.key, enteredText(given[f.key]!, f, units)])),
    size: made.size,
    sizes: kit.sizes().map((c) => c.size),
    scenarios: begun ? begun.scenarios.map((s, i) => figuresOf(s, begun.study.scenarios[i]!.name ?? s.id, PUMP)) : [],
    profile: begun ? profileOf(begun.scenarios, PUMP) : null,
  };
}

const PUMP = 'P-1';

/** @param pump of which figures are shown; without one those of the first line */
export function figuresOf(s: SolvedScenario, name: string, pumpId: string | undefined): BegunScenario {
  const result = s.result!;
  const pump = pumpId === undefined ? undefined : (result.elements[pumpId] as PumpResult);
  const parts = pumpId === undefined ? undefined : result.breakdowns[pumpId];
  const [line] = s.model?.network.lines ?? [];
  const weight = { fails: 0, near: 1 } as Record<string, number>;
  return {
    id: s.id,
    name,
    flow: pump?.flow ?? (line && result.lines[line.id]?.flow) ?? 0,
    staticHead: parts ? parts.lift + parts.pressure + parts.well : null,
    head: pump?.head ?? null,
    npsha: pump?.npsha ?? null,
    verdict: overallVerdict(result),
    margins: result.margins.filter((m) => m.verdict in weight).sort((a, b) => weight[a.verdict]! - weight[b.verdict]!),
  };
}

/** room of a pipe, and of anything else, in a schematic */
const [PIPE, OTHER] = [1.6, 1];

export function profileOf(scenarios: readonly SolvedScenario[], pump: string): BegunProfile | null {
  const [first] = scenarios;
  const way = first?.result?.ways[pump];
  if (!first?.model || !way) return null;
  const found: BegunProfile = {
    x: [],
    ids: [],
    elevation: [],
    grades: scenarios.map((s) => ({ id: s.id, values: [] })),
    pumps: [],
  };
  let at = 0;
  for (const { line, forward } of way) {
    const own = first.model.network.lines.find((l) => l.id === line);
    const places = first.result!.places[line];
    if (!own || !places) continue;
    const order = places.map((_, i) => (forward ? i : places.length - 1 - i));
    order.forEach((place, k) => {
      const element = k > 0 ? own.elements[forward ? place - 1 : place] : undefined;
      if (element) at += element.kind === 'pipe' ? PIPE : OTHER;
      if (first.model!.elements.some((e) => e.kind === 'pump' && e.id === element?.id)) found.pumps.push(found.x.length);
      found.x.push(at);
      found.ids.push(element?.id ?? '');
      found.elevation.push(places[place]!.elevation);
      scenarios.forEach((s, i) => found.grades[i]!.values.push(s.result!.places[line]?.[place]?.grade ?? null));
    });
  }
  return found.x.length > 1 ? found : null;
}

/** the unit that stands behind a field */
export const fieldUnit = (dimension: Parameters<typeof displayUnit>[0], units: BeginningUnits): string =>
  displayUnit(dimension, units).symbol;
