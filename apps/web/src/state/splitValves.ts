import {
  applyOperations,
  type ModelWhole,
  type Operation,
  type RawElement,
  type ScenarioResult,
  type Study,
} from '@cedar-knot/core';
import { freeIds, locate } from './address.js';
import { besideElement } from './beside.js';
import { takingOperations } from './takeModel.js';
import type { Rebuild } from './topology.js';
import { msg } from '../words.js';

/** How two valves share what a scenario asks: travels, and the part of the flow through the second. */
export interface SharedDuty {
  scenario: string;
  /** m³/s through both */
  flow: number;
  first: number;
  second: number;
  share: number;
}

const refuse = (reason: string): Rebuild => ({ ok: false, reason });

/**
 * A second valve beside a control valve, in a line of its own between the same two places. Where the first is enough the second is shut
 * and the first holds what it held; where it is not, the first stands at its edge and the second holds the rest.
 *
 * @param models what stands in the two, the first to open first
 * @param result tells where the valves stand, for the junctions on their two sides
 */
export function splitOperations(
  study: Study,
  valve: string,
  models: readonly [ModelWhole, ModelWhole],
  duties: readonly SharedDuty[],
  result: ScenarioResult | null,
): Rebuild {
  const found = locate(study, valve);
  if (!found || found.index < 0) return refuse(msg('app.thereIsNo4', { valve }));
  const own = found.entry as RawElement;
  const holdsPressure = own.mode === 'outlet-pressure' || own.mode === 'inlet-pressure';
  if (own.mode !== 'flow' && !holdsPressure) return refuse(msg('app.holdsNeitherAFlowNor', { valve }));
  const taken = takingOperations(study, models[0], valve);
  const first = applyOperations(study, taken.operations);
  if (!first.ok) return refuse(msg('app.theStudyHasChangedIn'));
  const second = takingOperations(first.study, models[1], null);
  const id = freeIds(study);
  const beside = id('CV');
  const shut: RawElement = {
    id: beside,
    kind: 'control-valve',
    name: msg('app.secondValve'),
    mode: 'opening',
    opening: 0,
    valve: second.key,
  };
  const parted = besideElement(study, valve, [{ ...own, valve: taken.key }], { name: msg('app.inParallelSplitRange'), elements: [shut] }, result, id); // prettier-ignore
  if (!parted) return refuse(msg('app.thereIsNo4', { valve }));
  const shared = study.scenarios.flatMap((s, i): Operation[] => {
    const duty = duties.find((d) => d.scenario === s.id);
    if (!duty || duty.second === 0) return [];
    const set = { ...s.set };
    const pressure = set[`${valve}.pressure`] ?? own.pressure;
    for (const key of ['flow', 'pressure']) delete set[`${valve}.${key}`];
    const rest = holdsPressure
      ? { [`${beside}.mode`]: own.mode, [`${beside}.pressure`]: pressure }
      : { [`${beside}.mode`]: 'flow', [`${beside}.flow`]: `${Number((duty.flow * duty.share * 3600).toPrecision(6))} m3/h` };
    const value = { ...set, [`${valve}.mode`]: 'opening', [`${valve}.opening`]: Number(duty.first.toPrecision(4)), ...rest };
    return [{ op: 'set', path: ['scenarios', i, 'set'], value }];
  });
  return { ok: true, operations: [...taken.operations, ...second.operations, ...parted.operations, ...shared], select: valve };
}
