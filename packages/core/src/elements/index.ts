import type { ElementResult } from '../results/results.js';
import { controlValve, controlValveLaw } from './control-valve.js';
import { device, deviceLaw } from './device.js';
import { handValve } from './hand-valve.js';
import type { ElementKind } from './kind.js';
import { CellsLaw, LocalLaw } from './local.js';
import { NO_LOSS, PowerLaw, SharedLaw, type LossLaw } from './laws.js';
import { localLossLaw } from './loss-result.js';
import type { ElementModel, Medium, State } from './model.js';
import { nonReturn } from './non-return.js';
import { orifice } from './orifice.js';
import { pipe } from './pipe.js';
import { PipeLaw } from './pipe-law.js';
import { pump, pumpLaw } from './pump.js';

/** Every kind of element. What a kind is stands in its own file; a further one is a further file and its name here. */
export const ELEMENT_KINDS = {
  pipe,
  pump,
  'control-valve': controlValve,
  device,
  orifice,
  'hand-valve': handValve,
  'non-return': nonReturn,
} as const;

export type ElementKindName = keyof typeof ELEMENT_KINDS;

export function isElementKind(kind: string): kind is ElementKindName {
  return Object.hasOwn(ELEMENT_KINDS, kind);
}

/** A kind by its name, for those who treat all alike. @throws Error for no kind: documents are read before */
export function elementKind(kind: string): ElementKind {
  if (!isElementKind(kind)) throw new Error(`${kind} is no kind of element`);
  return ELEMENT_KINDS[kind] as ElementKind<ElementResult>;
}

/** The law of an element in a state; undefined where its loss is not a function of the flow but whatever the rest leaves. */
export function lawOf(
  element: ElementModel,
  state: State,
  input: { fluid: { density: number; viscosity: number }; gravity: number },
): LossLaw | undefined {
  const own = ownLaw(element, state, input);
  const { units = 1 } = element;
  if (!own || own === NO_LOSS || units === 1) return own;
  return own instanceof PowerLaw ? new PowerLaw(own.a / units ** own.n, own.n) : new SharedLaw(own, units);
}

/** the law of one of the units through which the flow divides */
function ownLaw(element: ElementModel, state: State, input: Parameters<typeof lawOf>[2]): LossLaw | undefined {
  const { local } = element;
  if (!local) return lawIn(element, state, input.fluid, input.gravity);
  const { cells } = local;
  if (element.kind === 'pipe' && cells) return new CellsLaw(element, { ...local, cells }, input.gravity);
  const own = lawIn(element, state, local.fluid, input.gravity);
  return own && new LocalLaw(own, local.ratio, local.weight);
}

function lawIn(
  element: ElementModel,
  state: State,
  { density, viscosity }: { density: number; viscosity: number },
  gravity: number,
): LossLaw | undefined {
  const medium: Medium = { density, kinematic: viscosity / density, gravity };
  const rhoG = density * gravity;
  switch (element.kind) {
    case 'pipe':
      return new PipeLaw(element, medium);
    case 'local':
      return localLossLaw(element, state, medium);
    case 'device':
      return deviceLaw(element, state, rhoG);
    case 'pump':
      return pumpLaw(element, rhoG);
    case 'control-valve':
      return controlValveLaw(element, state, medium, rhoG);
  }
}
