/*
 * Loss in a tee by the share of the flow that its branch takes. Total heads; K on the velocity head of the common leg, the one
 * that carries the whole flow. q: share of the leg in it, a: area of the branch over that of the common leg.
 * Sources: branch square to the run: Gardel 1957, Bulletin technique de la Suisse romande 83, nos. 9 and 10, eqs. for θ = 90°;
 * both runs fed by, or joining in, the branch: Idelchik, Handbook of Hydraulic Resistance, 4th ed., diagram 7-29.
 */

/** the branch takes a share q off the run */
export function dividingBranch(q: number, a: number, rounding: number): number {
  const turn = (1.3 - 0.3 + (0.4 - 0.1 * a) / (a * a)) * (1 - 0.9 * Math.sqrt(rounding / a));
  return 0.95 * (1 - q) ** 2 + q * q * turn + 0.4 * q * (1 - q) * (1 + 1 / a);
}

/** what stays in the run while the branch takes q off it */
export function dividingRun(q: number): number {
  return 0.03 * (1 - q) ** 2 + 0.35 * q * q - 0.2 * q * (1 - q);
}

/** the branch brings a share q into the run */
export function joiningBranch(q: number, a: number, rounding: number): number {
  const turn = 0.8 * (1 - 1 / (a * a)) - (1.2 - Math.sqrt(rounding));
  return -0.92 * (1 - q) ** 2 - q * q * turn + (2 - a) * q * (1 - q);
}

/** what comes along the run while the branch brings q into it */
export function joiningRun(q: number, a: number, rounding: number): number {
  const turn = 1 - (1.62 - Math.sqrt(rounding)) - 0.38 * (1 - a);
  return 0.03 * (1 - q) ** 2 - q * q * turn + (2 - a) * q * (1 - q);
}

/** from the branch into one side of the run, which takes a share q; a: area of that side over that of the branch */
export function branchIntoRuns(q: number, a: number): number {
  return 1 + 0.3 * (q / a) ** 2;
}

/** from one side of the run, which brings a share q, into the branch; a: area of that side over that of the branch */
export function runsIntoBranch(q: number, a: number): number {
  return 1 + (1 + 3 * (q * q - q)) / (a * a);
}

/** A tee with its three legs: the two sides of the run, then the branch. */
export interface TeeLegs {
  /** into the tee positive, m³/s */
  flows: readonly [number, number, number];
  /** m */
  bores: readonly [number, number, number];
  /** radius of the branch's edge over the bore of the run */
  rounding: number;
}

export interface TeeLoss {
  /** the leg that carries all: 0 or 1 of the run, 2 the branch; undefined where nothing flows */
  common: number | undefined;
  /** the common leg feeds the others, which do not join in it */
  divides: boolean;
  /** of each leg on the velocity head of the common one; 0 for the common one itself */
  k: [number, number, number];
  /** total head lost between each leg and the common one in the direction of the flow, m */
  losses: [number, number, number];
}

/** What a tee takes at the flows of its legs. @param gravity m/s² */
export function teeLoss(legs: TeeLegs, gravity: number): TeeLoss {
  const { flows, bores } = legs;
  const result: TeeLoss = { common: undefined, divides: true, k: [0, 0, 0], losses: [0, 0, 0] };
  const common = [0, 1, 2].reduce((best, i) => (Math.abs(flows[i]!) > Math.abs(flows[best]!) ? i : best), 0);
  const whole = Math.abs(flows[common]!);
  if (!(whole > 0)) return result;
  result.common = common;
  result.divides = flows[common]! > 0;
  const velocityHead = (8 * whole * whole) / (gravity * Math.PI ** 2 * bores[common]! ** 4);
  for (const leg of [0, 1, 2]) {
    if (leg === common) continue;
    result.k[leg] = legCoefficient(legs, common, leg);
    result.losses[leg] = result.k[leg] * velocityHead;
  }
  return result;
}

function legCoefficient({ flows, bores, rounding }: TeeLegs, common: number, leg: number): number {
  const whole = Math.abs(flows[common]!);
  const area = (i: number): number => (bores[i]! / bores[common]!) ** 2;
  const divides = flows[common]! > 0;
  if (common === 2) {
    const q = Math.abs(flows[leg]!) / whole;
    return divides ? branchIntoRuns(q, area(leg)) : runsIntoBranch(q, area(leg));
  }
  const q = Math.abs(flows[2]) / whole;
  const a = area(2);
  if (leg === 2) return divides ? dividingBranch(q, a, rounding) : joiningBranch(q, a, rounding);
  return divides ? dividingRun(q) : joiningRun(q, a, rounding);
}
