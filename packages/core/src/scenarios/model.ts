import type { CheckedElement, CheckedPoint } from '../checks/check.js';
import type { BuiltElement } from '../elements/kind.js';
import type { FluidState } from '../fluids/kind.js';
import type { Finding, Problem } from '../issues/issues.js';
import type { NetworkInput } from '../network/types.js';

/** What is known of an element beside what the solver needs: for results, checks and drawing. */
export interface ElementDetail extends CheckedElement, BuiltElement {
  /** elevation to which NPSH refers: the entry of a pump, else where the element stands, m */
  datum: number;
}

export type PointDetail = CheckedPoint;

/** One scenario in SI, ready to be solved. */
export interface ScenarioModel {
  id: string;
  name: string;
  role: string | undefined;
  judged: boolean;
  hoursPerYear: number | undefined;
  temperature: number | undefined;
  /** name, kind and entries (SI) of the fluid, and its properties at the temperature */
  fluidName: string;
  fluidEntries: { kind: string } & Readonly<Record<string, unknown>>;
  fluid: FluidState;
  network: NetworkInput;
  /** of the plant, SI */
  site: { altitude: number | undefined; frequency: number | undefined };
  points: PointDetail[];
  elements: ElementDetail[];
  /** addresses of quantities written as "solve" */
  unknowns: { id: string; key: string }[];
  /** said already while reading: an assumed roughness, an unknown key */
  findings: Finding[];
}

export interface PreparedScenario {
  id: string;
  model?: ScenarioModel;
  problems: Problem[];
}

export interface PreparedStudy {
  /** problems of the whole study and of every scenario, each said once */
  problems: Problem[];
  scenarios: PreparedScenario[];
}
