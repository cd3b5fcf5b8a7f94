import {
  allElements,
  STANDARD_GRAVITY,
  usable,
  WATER_AT_20_DENSITY,
  type ServiceCurves,
  type Study,
  type ValveInput,
} from '@cedar-knot/core';
import { useMemo } from 'react';
import { burnsOf, openingBand } from '../../state/openingBand.js';
import type { Shown } from '../../state/studyStore.js';
import { readValve } from '../../worker/valveFigures.js';
import { judgedEntry } from '../entry/judged.js';
import { MORE } from './CurvesHeader.js';
import { familyOf, NO_FAMILY } from './family.js';
import type { Shows } from './shows.js';

/** What stands beside the curves of the service's pump, as far as it is shown. */
export function useFamily(
  study: Study,
  curves: ServiceCurves | null,
  shown: Readonly<Record<string, Shown>>,
  active: string,
  shows: Shows,
) {
  const pumpOf = allElements(study).find((e) => e.id === curves?.pump)?.pump;
  const entryOf = typeof pumpOf === 'string' ? study.pumps?.[pumpOf] : undefined;
  const input = useMemo(() => (entryOf ? usable(judgedEntry(entryOf).read) : undefined), [entryOf]);
  const valve = useMemo(() => (curves ? valveBeside(study, curves.pump) : null), [study, curves]);
  return useMemo(() => {
    const own = curves?.pumps.find((p) => p.scenarios.includes(active)) ?? curves?.pumps[0];
    if (!curves || !own || !input || !MORE.some(([key]) => shows[key])) return NO_FAMILY;
    const { outcome } = shown[active] ?? {};
    const duty = outcome?.result?.elements[curves.pump]?.flow ?? null;
    const medium = outcome?.medium ?? { density: WATER_AT_20_DENSITY, gravity: STANDARD_GRAVITY };
    const burns = valve && shows.edges ? burnsOf(valve.input, openingBand(shown, valve.id), medium) : [];
    return familyOf(input, own, curves, active, duty, medium, shows, burns);
  }, [curves, input, valve, shown, active, shows]);
}

/** the first control valve with an entry on a pump's line */
function valveBeside(study: Study, pump: string): { id: string; input: ValveInput } | null {
  const line = study.lines.find((l) => l.elements.some((e) => e.id === pump));
  for (const e of line?.elements ?? []) {
    const entry = e.kind === 'control-valve' ? study.valves?.[String(e.valve)] : undefined;
    const input = entry && readValve(entry);
    if (input) return { id: e.id, input };
  }
  return null;
}
