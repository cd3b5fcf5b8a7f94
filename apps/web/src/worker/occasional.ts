import {
  installedUnits,
  allElements,
  compareLineSizes,
  controlSchemes,
  energyByCause,
  judgeCatalogue,
  runStudy,
  stageLadder,
  usable,
  wholeStudy,
  workingChain,
  type LadderOptions,
  type LineSizes,
  type LineSizesRequest,
  type StageLadder,
  type Study,
  type WholeStudy,
} from '@cedar-knot/core';
import type { DriveFigures, WorkingPart } from '../state/studyStore.js';

/* What is worked out when it is asked for, beside the recalculation after every edit. */

/** The steps behind one figure of one scenario, from a run of their own: they are wanted now and then, not drawn. */
export function explain(study: Study, scenario: string, address: string): readonly WorkingPart[] {
  const found = runStudy(study).scenarios.find((s) => s.id === scenario);
  return found?.model && found.result ? workingChain(found.model, found.result, address) : [];
}

export function compareSizes(study: Study, request: LineSizesRequest): LineSizes | null {
  return compareLineSizes(study, request) ?? null;
}

/** The stages of a pump of a study in its position; null where no entry with a curve stands there. */
export function ladder(study: Study, pump: string, options: LadderOptions): StageLadder | null {
  const element = allElements(study).find((e) => e.id === pump);
  const entry = study.pumps?.[String(element?.pump)];
  if (!entry) return null;
  const read = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { x: entry } }).pumps.get('x');
  const input = read && usable(read);
  return input ? stageLadder(study, pump, entry, input, options) : null;
}

/** Where the electricity of a pump goes, and what it would be by other ways of control. */
export function drive(study: Study, pump: string): DriveFigures {
  const { scenarios } = runStudy(study);
  const duties = scenarios.flatMap(({ id, model, result }): DriveFigures['duties'] => {
    const r = result?.elements[pump];
    if (!model?.judged || r?.kind !== 'pump' || r.running === 0) return [];
    const own = model.elements.find((e) => e.id === pump)!;
    const motor = own.pump?.motor;
    const margin = result!.margins.find((m) => m.check === 'motor-power' && m.where === pump) ?? null;
    return [
      {
        id,
        hours: model.hoursPerYear ?? null,
        result: r,
        ratedPower: motor?.ratedPower ?? null,
        margin,
        installed: installedUnits(own),
      },
    ];
  });
  return { duties, energy: [...energyByCause(scenarios, pump)], schemes: controlSchemes(study, pump) };
}

/** Studies as wholes, in their order. */
export function compareWhole(studies: Study[]): WholeStudy[] {
  return studies.map(wholeStudy);
}
