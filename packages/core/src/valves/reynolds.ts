import type { ValveInput } from './valve.js';

/*
 * Reynolds number factor FR of a control valve in flow that is not turbulent. Source: IEC 60534-2-1:2011, annex A; constants for Kv,
 * mm, m³/h and m²/s.
 */

/** Rev from which the flow is turbulent and FR is 1 */
export const TURBULENT_FROM = 10_000;
/** Fd taken where neither the maker nor the body says one: globe, contoured plug (IEC 60534-2-1, table D.2) */
export const TYPICAL_FD = 0.46;
const N2 = 0.0016;
const N4 = 0.0707;
const FULL_SIZE_FROM = 0.016 * 0.865;

/** A valve in its line, as FR needs it. */
export interface ValveInLine {
  valve: ValveInput;
  /** bore of the line at its inlet, m */
  lineBore: number;
}

interface Constants {
  fl: number;
  /** Rev per m³/h, at ν = 1 m²/s */
  perFlow: number;
  /** n1 or n2 of the annex */
  n: number;
  isFullSize: boolean;
}

/** What FR rests on at a coefficient; it does not depend on the flow. */
export function reynoldsConstants({ valve, lineBore }: ValveInLine, kv: number): Constants {
  const fl = valve.fl;
  const line = lineBore * 1000;
  const own = (valve.bore ?? lineBore) * 1000;
  const c = kv / own ** 2;
  const isFullSize = valve.ratedKv / own ** 2 >= FULL_SIZE_FROM;
  const approach = ((fl * kv) ** 2 / (N2 * line ** 4) + 1) ** 0.25;
  return {
    fl,
    perFlow: (N4 * (valve.fd ?? TYPICAL_FD) * approach) / Math.sqrt(kv * fl),
    n: isFullSize ? N2 / c ** 2 : 1 + 140 * c ** (2 / 3),
    isFullSize,
  };
}

export interface ReynoldsFactor {
  reynolds: number;
  fr: number;
  /** dFR/dQ, h/m³ */
  slope: number;
}

/**
 * FR at a flow: the least of 1 and the laminar form; from Rev 10 up also no more than the form of the transition, or the laminar form at
 * Rev 10 where that is more, so that nothing jumps there.
 *
 * @param hourly flow, m³/h, > 0 @param kinematic m²/s
 */
export function reynoldsFactor(c: Constants, hourly: number, kinematic: number): ReynoldsFactor {
  const reynolds = (c.perFlow * hourly) / kinematic;
  if (reynolds >= TURBULENT_FROM) return { reynolds, fr: 1, slope: 0 };
  const laminar = (0.026 / c.fl) * Math.sqrt(c.n * reynolds);
  const found = { reynolds, fr: 1, slope: 0 };
  if (laminar < 1) Object.assign(found, { fr: laminar, slope: laminar / 2 / hourly });
  if (reynolds >= 10) {
    const rise = (0.33 * Math.sqrt(c.fl)) / c.n ** 0.25 / Math.LN10;
    const between = 1 + rise * Math.log(reynolds / TURBULENT_FROM);
    const begin = (0.026 / c.fl) * Math.sqrt(c.n * 10);
    if (begin >= between) {
      if (begin < found.fr) Object.assign(found, { fr: begin, slope: 0 });
    } else if (between < found.fr) Object.assign(found, { fr: between, slope: rise / hourly });
  }
  return found;
}
