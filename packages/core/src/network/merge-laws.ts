import { lawOf } from '../elements/index.js';
import { NO_LOSS, PowerLaw, type LossLaw } from '../elements/laws.js';
import { State, type ElementModel, type PipeModel } from '../elements/model.js';
import type { NetworkInput } from './types.js';

/**
 * Laws of elements in series, fewer: pipes of one bore and roughness lose as one pipe with the sum of their lengths and
 * fittings, quadratic laws add their constants. The sum over the result is that over the elements at every flow.
 */
export function mergeLaws(
  elements: readonly ElementModel[],
  laws: readonly (LossLaw | undefined)[],
  input: NetworkInput,
): LossLaw[] {
  const pipes = new Map<string, PipeModel>();
  const rest: LossLaw[] = [];
  let quadratic = 0;
  elements.forEach((e, i) => {
    const law = laws[i];
    if (e.kind === 'pipe' && e.hazenWilliams === undefined && e.dragReduction === undefined) {
      const key = `${e.bore} ${e.roughness} ${e.units ?? 1}`;
      const sum = pipes.get(key);
      pipes.set(key, sum ? joined(sum, e) : e);
    } else if (law instanceof PowerLaw && law.n === 2) quadratic += law.a;
    else if (law && law !== NO_LOSS) rest.push(law);
  });
  const merged: LossLaw[] = [...pipes.values()].map((p) => lawOf(p, State.Normal, input)!);
  if (quadratic > 0) merged.push(new PowerLaw(quadratic, 2));
  return [...merged, ...rest];
}

function joined(a: PipeModel, b: PipeModel): PipeModel {
  const fittings = {
    constant: a.fittings.constant + b.fittings.constant,
    perReynolds: a.fittings.perReynolds + b.fittings.perReynolds,
    equivalentLength: a.fittings.equivalentLength + b.fittings.equivalentLength,
  };
  return { ...a, length: a.length + b.length, fittings };
}
