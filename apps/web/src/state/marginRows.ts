import { allElements, CHECK_CODES, insideShare, type CheckCode, type Margin, type Study, type Verdict } from '@cedar-knot/core';
import type { Shown } from './studyStore.js';
import { msg } from '../words.js';

/** A check at one place, by scenario. */
export interface MarginRow {
  check: CheckCode;
  where: string;
  cells: ReadonlyMap<string, Margin>;
}

/** One check at the places of a kind: one row for each, and the worst of all of them where there are several. */
export interface MarginGroup {
  check: CheckCode;
  rows: MarginRow[];
}

export interface MarginPart {
  name: string;
  groups: MarginGroup[];
}

const WEIGHT: Readonly<Record<Verdict, number>> = { fails: 0, near: 1, holds: 2, 'not-applicable': 3 };

/** Which of two verdicts is worse: negative for the first. */
export const byVerdict = (a: Verdict, b: Verdict): number => WEIGHT[a] - WEIGHT[b];

const PARTS: readonly (readonly [string, readonly string[]])[] = [
  [msg('app.pumps'), ['pump']],
  [msg('app.controlValves'), ['control-valve']],
  [msg('app.lines'), ['pipe']],
  [msg('app.vesselsAndWells'), ['vessel', 'well', 'pressure', 'flow', 'junction']],
];
const OTHERS = msg('app.otherEquipment');

const room = (m: Margin): number => insideShare(m) ?? Infinity;

/** The worse of two margins: by verdict, then by what is left. */
export const byWorst = (a: Margin, b: Margin): number => byVerdict(a.verdict, b.verdict) || room(a) - room(b);

/** The worst of the places of a group in a scenario. */
export function worstIn(group: MarginGroup, scenario: string): Margin | undefined {
  return group.rows.flatMap((r) => r.cells.get(scenario) ?? []).sort(byWorst)[0];
}

/** the worst verdict of a group in any scenario */
export function groupVerdict(group: MarginGroup): Verdict {
  const all = group.rows.flatMap((r) => [...r.cells.values()].map((m) => m.verdict));
  return all.sort(byVerdict)[0] ?? 'not-applicable';
}

/** All checks of all scenarios by what they judge, in the order of the checks. What applies nowhere is left out unless it is asked for. */
export function marginParts(study: Study, shown: Readonly<Record<string, Shown>>, isWhole: boolean): MarginPart[] {
  const rows = new Map<string, { check: CheckCode; where: string; cells: Map<string, Margin> }>();
  for (const { id } of study.scenarios)
    for (const m of shown[id]?.outcome.result?.margins ?? []) {
      const key = `${m.check} ${m.where}`;
      if (!rows.has(key)) rows.set(key, { check: m.check as CheckCode, where: m.where, cells: new Map() });
      rows.get(key)!.cells.set(id, m);
    }
  const kindOf = new Map([
    ...Object.entries(study.points).map(([id, p]) => [id, p.kind] as const),
    ...allElements(study).map((e) => [e.id, e.kind] as const),
  ]);
  const kept = [...rows.values()].filter((r) => isWhole || [...r.cells.values()].some((m) => m.verdict !== 'not-applicable'));
  const partOf = (where: string): string => PARTS.find(([, kinds]) => kinds.includes(kindOf.get(where) ?? ''))?.[0] ?? OTHERS;
  return [...PARTS.map(([name]) => name), OTHERS].flatMap((name) => {
    const own = kept.filter((r) => partOf(r.where) === name);
    const groups = CHECK_CODES.flatMap((check): MarginGroup[] => {
      const list = own.filter((r) => r.check === check);
      return list.length === 0 ? [] : [{ check, rows: list }];
    });
    return groups.length === 0 ? [] : [{ name, groups }];
  });
}

/** How often each verdict stands in a scenario. */
export function verdictCounts(margins: readonly Margin[]): Record<Verdict, number> {
  const counts: Record<Verdict, number> = { fails: 0, near: 0, holds: 0, 'not-applicable': 0 };
  for (const m of margins) counts[m.verdict]++;
  return counts;
}
