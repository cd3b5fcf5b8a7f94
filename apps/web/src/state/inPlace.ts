import type { ScenarioResult } from '@cedar-knot/core';

/** Whether a liquid of the scenario changes its volume with the pressure: a flow may then be in place, or at the surface. */
export const isInPlace = (result: Pick<ScenarioResult, 'lines'>): boolean =>
  Object.values(result.lines).some((l) => l.surfaceFlow !== undefined);
