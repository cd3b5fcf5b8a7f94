import { elementKind } from '../elements/index.js';
import type { PumpInput } from '../pumps/pump.js';
import type { ScenarioModel } from './model.js';

/** How a pump stands in a position: rpm, m. */
interface PumpStand {
  speed: number;
  stages: number;
  diameter: number | undefined;
}

/**
 * A scenario that is ready to be solved, with another pump in a position that runs on a curve: the same as if the study had been read
 * anew with it, without reading it. Catalogues are tried this way.
 */
export function withPumpInPlace(model: ScenarioModel, pump: string, input: PumpInput, stand: PumpStand): ScenarioModel {
  const at = model.elements.findIndex((e) => e.id === pump);
  const e = model.elements[at]!;
  const { diameter: _was, ...others } = e.read;
  const { speed, stages, diameter } = stand;
  const read = { ...others, speed, stages, ...(diameter === undefined ? {} : { diameter }) };
  const findings = [...model.findings];
  const built = elementKind('pump').build(pump, read, {
    fluid: model.fluid,
    pump: () => input,
    valve: () => undefined,
    pathOf: (key) => key,
    add: () => undefined,
    say: (f) => findings.push(f),
  });
  if (!built) return model;
  const { pump: _pump, performance: _performance, ...rest } = e;
  const elements = [...model.elements];
  elements[at] = { ...rest, ...built, read };
  const lines = model.network.lines.map((l, i) =>
    i === e.line ? { ...l, elements: l.elements.map((x, k) => (k === e.index ? built.model : x)) } : l,
  );
  return { ...model, elements, findings, network: { ...model.network, lines } };
}
