import {
  changedInputs,
  compareStudies,
  runStudy,
  type ChangedInput,
  type Comparison,
  type Overall,
  type SolvedScenario,
  type Study,
  type UnitSystem,
} from '@cedar-knot/core';
import { changedCurves } from '@cedar-knot/report';

/** margins of all judged scenarios, by what they come to */
export type VerdictCounts = Record<'fails' | 'near' | 'holds', number>;

export interface Compared extends Comparison {
  counts: { before: VerdictCounts; after: VerdictCounts };
  /** margins that fail on both sides */
  stillFail: number;
  /** of each scenario that both have */
  overall: Record<string, { before: Overall; after: Overall }>;
  /** figures of the later study by scenario, place and figure: what did not move has a value too */
  now: Record<string, Record<string, Readonly<Record<string, unknown>>>>;
  /** of the pump, as a picture; null where none runs */
  curves: string | null;
  /** pumps of the later study */
  pumps: string[];
}

/** What a version is beside the one before it. */
export interface VersionBrief {
  inputs: ChangedInput[];
  counts: VerdictCounts;
}

const CHART = { width: 420, height: 262 };

/** Two studies held against each other, with what the view shows of them. @param units of the curves */
export function compared(before: Study, after: Study, pump: string | undefined, units: UnitSystem): Compared {
  const [a, b] = [runStudy(before).scenarios, runStudy(after).scenarios];
  const found = compareStudies(before, after, { solved: { before: a, after: b } });
  const pumps = after.lines.flatMap((l) => l.elements.filter((e) => e.kind === 'pump').map((e) => e.id));
  const of = pump !== undefined && pumps.includes(pump) ? pump : pumps[0];
  const fails = (s: SolvedScenario): string[] =>
    s.model?.judged === false ? [] : (s.result?.margins.filter((m) => m.verdict === 'fails').map((m) => `${s.id} ${m.check} ${m.where}`) ?? []); // prettier-ignore
  const old = new Set(a.flatMap(fails));
  return {
    ...found,
    counts: { before: countsOf(a), after: countsOf(b) },
    stillFail: b.flatMap(fails).filter((key) => old.has(key)).length,
    overall: Object.fromEntries(
      b.flatMap((s) => {
        const other = a.find((x) => x.id === s.id)?.result;
        return other && s.result ? [[s.id, { before: other.verdict, after: s.result.verdict }]] : [];
      }),
    ),
    now: Object.fromEntries(
      b.map(({ id, result }) => [
        id,
        { ...result?.points, ...result?.lines, ...result?.elements } as unknown as Compared['now'][string],
      ]),
    ),
    curves:
      of === undefined ? null : changedCurves({ study: before, scenarios: a }, { study: after, scenarios: b }, of, units, CHART),
    pumps,
  };
}

/** @param before the version before it that is kept; undefined of the first */
export function briefOf(before: Study | undefined, version: Study): VersionBrief {
  return { inputs: before ? changedInputs(before, version) : [], counts: countsOf(runStudy(version).scenarios) };
}

function countsOf(scenarios: readonly SolvedScenario[]): VerdictCounts {
  const counts: VerdictCounts = { fails: 0, near: 0, holds: 0 };
  for (const { model, result } of scenarios)
    if (model?.judged !== false)
      for (const { verdict } of result?.margins ?? []) if (verdict !== 'not-applicable') counts[verdict]++;
  return counts;
}
