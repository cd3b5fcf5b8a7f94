import type { PumpFilter } from '../catalogue/model-columns.js';
import type { CheckCode } from '../checks/index.js';
import type { Incomplete } from '../results/margin.js';
import type { Duty } from './duty.js';
import type { Worst } from './judged.js';

/* What a ranking is asked, and what it answers; in SI. */

export type Vary = 'diameter' | 'speed' | 'none';
export const OBJECTIVES = ['energy', 'best-efficiency', 'stages', 'npsh', 'cost'] as const;
export type Objective = (typeof OBJECTIVES)[number];

export interface RankOptions extends PumpFilter {
  vary: Vary;
  objective: Objective;
  /** of service, for the objective `cost`; 10 where it is not given */
  years?: number;
  top: number;
  /** reads the study anew for each pump: what the usual way is held against */
  isPlain?: boolean;
}

export interface Candidate {
  model: string;
  diameter: number | null;
  speed: number | null;
  stages: number;
  verdict: 'holds' | 'near' | 'incomplete';
  /** what could not be judged for want of entries of the model */
  incomplete: Pick<Incomplete<CheckCode>, 'check' | 'missing'>[];
  worst: Worst | null;
  /** J of electricity; null where a power is not known */
  energyPerYear: number | null;
  /** the motor is a typical one, the entry has none */
  energyIsTypical: boolean;
  /** price of all installed units with the energy of the years, in the study's currency; only where it is asked for: null without a price, or in another currency */
  cost?: number | null;
  /** what the maker says of its offer */
  price?: string;
  deliveryTime?: number;
  weight?: number;
  /** W from the mains in the scenario with the largest required flow; null where a power is not known */
  powerAtLargest: number | null;
  meanEfficiency: number | null;
  headReserve: number;
  /** least NPSHA over NPSHR */
  npshRatio: number | null;
  scenarios: Record<string, Duty>;
  /** filters that it may meet or not, as its maker does not say: it stands after those that do */
  notStated?: string[];
  /** made for other mains than those of the site: it stands after all others */
  otherMains?: true;
}

export interface Fallen {
  model: string;
  reason: string;
  scenario: string;
  value: number | null;
  limit: number | null;
  diameter: number | null;
  /** what it does in that scenario, where it was solved: all units together, and how many run */
  duty?: Pick<Duty, 'flow' | 'head' | 'npshr' | 'shaftPower'> & { running: number };
  /** what the program says of itself, where it could not judge this one */
  fault?: string;
  notStated?: string[];
}

export interface Ranking {
  format: 'cedar-knot-ranking';
  version: 1;
  pump: string;
  judged: string[];
  /** what the order goes by: without hours there is no energy of a year, and the power at the largest duty stands for it */
  orderedBy: Objective | 'power';
  required: Record<string, { flow: number; head: number; npsha: number | null }>;
  candidates: Candidate[];
  fallen: Fallen[];
  counts: {
    tried: number;
    candidates: number;
    fallen: number;
    filtered: number;
    unusable: number;
    byReason: Record<string, number>;
  };
}
