import type { ValveInput } from '@cedar-knot/core';
import type { ValveFigures } from '../../worker/valveFigures.js';
import type { useValves } from './useValves.js';
import { shownValve, type ShownValve } from './ValveTable.js';

/** which valves of the catalogue are looked at */
export interface ValveFilter {
  type?: string;
  size?: string;
  pressureClass?: string;
}

export type CandidateValve = ShownValve & { input: ValveInput };

/** Valves that the filter leaves: those that serve with the smallest first, those that fall out with the nearest in size first. */
export function candidateValves(
  figures: ValveFigures | null,
  known: ReturnType<typeof useValves>['known'],
  filter: ValveFilter,
): { serving: CandidateValve[]; failing: CandidateValve[] } {
  const rows = (figures?.rows ?? []).flatMap((row): CandidateValve[] => {
    const found = known.get(row.model);
    if (!found) return [];
    const { model, input } = found;
    if (filter.type !== undefined && model.type !== filter.type) return [];
    if (filter.size !== undefined && model.size !== filter.size) return [];
    if (filter.pressureClass !== undefined && model.entry.pressureClass !== filter.pressureClass) return [];
    return [{ ...shownValve(row, model, input), input }];
  });
  const near = (r: ShownValve): number => (r.row.verdict === 'near' ? 1 : 0);
  const incomplete = (r: ShownValve): number => (r.row.verdict === 'incomplete' ? 1 : 0);
  const serving = rows
    .filter((r) => r.row.verdict !== 'fails')
    .sort(
      (a, b) =>
        incomplete(a) - incomplete(b) ||
        a.row.ratedKv - b.row.ratedKv ||
        near(a) - near(b) ||
        a.name.localeCompare(b.name, 'en', { numeric: true }),
    );
  // of those that fall out the ones come first that are nearest in size to what is asked
  const most = Math.max(...Object.values(figures?.required ?? {}).map((n) => n.kv ?? 0), 1e-9);
  const away = (r: ShownValve): number => Math.abs(Math.log(r.row.ratedKv / most));
  const failing = rows.filter((r) => r.row.verdict === 'fails').sort((a, b) => away(a) - away(b));
  return { serving, failing };
}
