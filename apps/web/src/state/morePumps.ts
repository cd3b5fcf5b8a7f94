import type { ModelWhole, Operation, RankedPump, RawElement, ScenarioResult, Study } from '@cedar-knot/core';
import { freeIds, locate } from './address.js';
import { besideElement } from './beside.js';
import { takingOperations } from './takeModel.js';
import type { Rebuild } from './topology.js';
import { msg } from '../words.js';

/** K of a swing check; that the weaker of two does not run backward needs one. Source: Crane TP-410, 50·fT of DN150 */
const NON_RETURN_K = 0.75;

const refuse = (reason: string): Rebuild => ({ ok: false, reason });

/** a pump of the catalogue as it was judged in the place of another: its diameter, stages and speed */
function unit(id: string, name: string, key: string, c: RankedPump): RawElement {
  return {
    id,
    kind: 'pump',
    name,
    mode: 'curve',
    pump: key,
    stages: c.stages,
    ...(c.diameter === null ? {} : { diameter: `${Number((c.diameter * 1000).toPrecision(7))} mm` }),
    ...(c.speed === null ? {} : { speed: `${Number(c.speed.toPrecision(7))} rpm` }),
  };
}

/** bore of the pipe nearest to an element of a line, m, by what flows in it */
function boreNear(study: Study, line: number, index: number, result: ScenarioResult | null): number | undefined {
  const { elements } = study.lines[line]!;
  const near = elements.map((e, i) => ({ id: e.id, away: Math.abs(i - index) })).sort((a, b) => a.away - b.away);
  for (const { id } of near) {
    const r = result?.elements[id];
    if (r?.kind === 'pipe' && r.velocity > 0) return Math.sqrt((4 * Math.abs(r.flow)) / (Math.PI * r.velocity));
  }
  return undefined;
}

/**
 * Another pump beside one, unlike it perhaps, each behind a non-return: they deliver together, and each has its own part of the flow.
 *
 * @param c as the other was judged by itself
 */
export function pumpBeside(study: Study, pump: string, model: ModelWhole, c: RankedPump, result: ScenarioResult | null): Rebuild {
  const found = locate(study, pump);
  if (!found || found.index < 0) return refuse(msg('app.thereIsNo', { pump }));
  const bore = boreNear(study, found.line, found.index, result);
  if (bore === undefined) return refuse(msg('app.theLineOfHasNo', { pump }));
  const id = freeIds(study);
  const taken = takingOperations(study, model, null);
  const nonReturn = (): RawElement => ({ id: id('NR'), kind: 'non-return', k: NON_RETURN_K, inside: `${Number((bore * 1000).toPrecision(4))} mm` }); // prettier-ignore
  const name = id('P');
  const parted = besideElement(
    study,
    pump,
    [found.entry as RawElement, nonReturn()],
    { name: msg('app.inParallelWith', { pump }), elements: [unit(name, model.name, taken.key, c), nonReturn()] },
    result,
    id,
  );
  return parted
    ? { ok: true, operations: [...taken.operations, ...parted.operations], select: name }
    : refuse(msg('app.thereIsNo', { pump }));
}

/** Another pump before one in the same line, so that it boosts its suction. */
export function boosterBefore(study: Study, pump: string, model: ModelWhole, c: RankedPump): Rebuild {
  const found = locate(study, pump);
  if (!found || found.index < 0) return refuse(msg('app.thereIsNo', { pump }));
  const id = freeIds(study);
  const taken = takingOperations(study, model, null);
  const name = id('P');
  const insert: Operation = {
    op: 'insert',
    path: found.list,
    index: found.index,
    value: unit(name, `Booster ${model.name}`, taken.key, c),
  };
  return { ok: true, operations: [...taken.operations, insert], select: name };
}
