/*
 * Pressure gradient of gas and liquid in one pipe, upward, level or downward. Source: Beggs & Brill 1973, J. Pet. Tech. 25(5), 607–617, with the
 * correction of the hold-up by Payne et al. 1979, J. Pet. Tech. 31(9), 1198–1208 (0.924 upward, 0.685 downward) and the friction factor
 * of a rough pipe. Range of its tests: bores of 25 and 38 mm, air and water; it is used far beyond that in the field.
 */

/** A mixture that flows in a pipe. SI. */
export interface MixtureInPipe {
  fluid: {
    density: number;
    gas?: {
      fraction: number;
      liquidDensity: number;
      gasDensity: number;
      surfaceTension: number;
    };
  };
  bore: number;
  /** of the mixture, m³/s, ≥ 0 */
  flow: number;
  /** sine of the rise in flow direction, −1 to 1 */
  rise: number;
  /** Pa absolute */
  pressure: number;
  gravity: number;
}

export type FlowPattern = 'segregated' | 'transition' | 'intermittent' | 'distributed';

type Pattern = Exclude<FlowPattern, 'transition'>;

/** H(0) = a·λ^b/Fr^c */
const LEVEL: Readonly<Record<Pattern, readonly [number, number, number]>> = {
  segregated: [0.98, 0.4846, 0.0868],
  intermittent: [0.845, 0.5351, 0.0173],
  distributed: [1.065, 0.5824, 0.0609],
};
/** C = (1 − λ)·ln(d·λ^e·NLv^f·Fr^g) */
const UPWARD: Readonly<Record<Pattern, readonly [number, number, number, number] | null>> = {
  segregated: [0.011, -3.768, 3.539, -1.614],
  intermittent: [2.96, 0.305, -0.4473, 0.0978],
  distributed: null,
};
const DOWNWARD = [4.7, -0.3692, 0.1244, -0.5056] as const;
const PAYNE = { up: 0.924, down: 0.685 };
/**
 * Sine of a rise below which, about level, the hold-up of a pipe is not sure: Payne's factor is 1 at level, 0.924 just above and 0.685 just
 * below it, while the slope itself makes next to nothing of the hold-up.
 */
export const NEARLY_LEVEL = 0.02;
/** share of free gas below which the slip is let in little by little, so that nothing jumps at the bubble point */
const LITTLE_GAS = 0.02;

/** Flow pattern of a level pipe by the liquid's share λ of the flow and the Froude number. */
export function flowPattern(liquid: number, froude: number): FlowPattern {
  const l1 = 316 * liquid ** 0.302;
  const l2 = 0.0009252 * liquid ** -2.4684;
  const l3 = 0.1 * liquid ** -1.4516;
  const l4 = 0.5 * liquid ** -6.738;
  if (liquid < 0.01) return froude < l1 ? 'segregated' : 'distributed';
  if (froude < l2) return 'segregated';
  if (froude <= l3) return 'transition';
  if (liquid < 0.4) return froude <= l1 ? 'intermittent' : 'distributed';
  return froude <= l4 ? 'intermittent' : 'distributed';
}

/** Share of the pipe that liquid fills. @param velocityNumber vsl·(ρl/(g·σ))^¼ @param rise sine of the rise */
export function liquidHoldUp(liquid: number, froude: number, velocityNumber: number, rise: number): number {
  const pattern = flowPattern(liquid, froude);
  if (pattern !== 'transition') return holdUpIn(pattern, liquid, froude, velocityNumber, rise);
  const l2 = 0.0009252 * liquid ** -2.4684;
  const l3 = 0.1 * liquid ** -1.4516;
  const a = (l3 - froude) / (l3 - l2);
  const of = (p: Pattern): number => holdUpIn(p, liquid, froude, velocityNumber, rise);
  return a * of('segregated') + (1 - a) * of('intermittent');
}

function holdUpIn(pattern: Pattern, liquid: number, froude: number, velocityNumber: number, rise: number): number {
  const [a, b, c] = LEVEL[pattern];
  const level = Math.max(liquid, (a * liquid ** b) / froude ** c);
  const constants = rise < 0 ? DOWNWARD : UPWARD[pattern];
  let factor = 1;
  if (rise !== 0 && constants) {
    const [d, e, f, g] = constants;
    const c0 = Math.max(0, (1 - liquid) * Math.log(d * liquid ** e * velocityNumber ** f * froude ** g));
    const angle = Math.sin(1.8 * Math.asin(rise));
    factor = 1 + c0 * (angle - angle ** 3 / 3);
  }
  const payne = rise > 0 ? PAYNE.up : rise < 0 ? PAYNE.down : 1;
  const held = level * factor * payne;
  return Math.min(1, rise < 0 ? Math.max(held, 0) : Math.max(held, liquid));
}

/**
 * What the friction and the column of a mixture are against those of the same flow as one phase of its mean density and viscosity.
 *
 * @returns both 1 where there is no gas
 */
export function beggsBrill(m: MixtureInPipe): { frictionScale: number; slip: number } {
  const { gas, density } = m.fluid;
  if (!gas || !(gas.fraction > 0) || !(m.flow > 0)) return { frictionScale: 1, slip: 1 };
  const liquid = Math.max(1e-6, 1 - gas.fraction);
  const velocity = m.flow / ((Math.PI / 4) * m.bore ** 2);
  const froude = velocity ** 2 / (m.gravity * m.bore);
  const number = velocity * liquid * (gas.liquidDensity / (m.gravity * gas.surfaceTension)) ** 0.25;
  const held = liquidHoldUp(liquid, froude, number, m.rise);
  const y = liquid / held ** 2;
  const ln = Math.log(y);
  const s = y > 1 && y < 1.2 ? Math.log(2.2 * y - 1.2) : ln / (-0.0523 + 3.182 * ln - 0.8725 * ln ** 2 + 0.01853 * ln ** 4);
  const standing = gas.liquidDensity * held + gas.gasDensity * (1 - held);
  const kinetic = Math.min(0.9, (density * velocity ** 2 * gas.fraction) / m.pressure);
  const part = Math.min(1, gas.fraction / LITTLE_GAS);
  const eased = (x: number): number => 1 + part * (x - 1);
  return {
    frictionScale: eased((Number.isFinite(s) ? Math.exp(s) : 1) / (1 - kinetic)),
    slip: eased(standing / density / (1 - kinetic)),
  };
}
