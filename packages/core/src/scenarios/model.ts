import type { FluidState } from '../fluids/fluid.js';
import type { Finding, Problem } from '../issues/issues.js';
import type { ElementModel, NetworkInput } from '../network/types.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import type { ValveInput } from '../valves/valve.js';

/** What is known of an element beside what the solver needs: for results, checks and drawing. */
export interface ElementDetail {
  id: string;
  kind: string;
  line: number;
  index: number;
  /** entries in SI after the scenario's overrides */
  read: Readonly<Record<string, unknown>>;
  /** as the solver has it */
  model: ElementModel;
  pump?: PumpInput;
  performance?: PumpPerformance;
  valve?: ValveInput;
  /** elevation to which NPSH refers, m */
  datum?: number;
}

export interface PointDetail {
  id: string;
  kind: string;
  read: Readonly<Record<string, unknown>>;
}

/** One scenario in SI, ready to be solved. */
export interface ScenarioModel {
  id: string;
  name: string;
  role: string | undefined;
  judged: boolean;
  hoursPerYear: number | undefined;
  temperature: number | undefined;
  fluid: FluidState;
  network: NetworkInput;
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
