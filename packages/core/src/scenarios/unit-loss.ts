import { lawOf } from '../elements/index.js';
import { State } from '../elements/model.js';
import type { ScenarioModel } from './model.js';

/** Head, m, that the piping of one unit of a pump takes at the flow of that unit, m³/s; undefined where its units have none of their own. */
export function unitLoss(model: ScenarioModel, pump: string): ((flow: number) => number) | undefined {
  const own = model.elements.filter((e) => e.unitOf === pump);
  if (own.length === 0) return undefined;
  const laws = own.flatMap((e) => lawOf({ ...e.model, units: 1 }, State.Normal, model.network) ?? []);
  const out = { loss: 0, slope: 0 };
  return (flow) =>
    laws.reduce((sum, law) => {
      law.evaluate(flow, out);
      return sum + out.loss;
    }, 0);
}
