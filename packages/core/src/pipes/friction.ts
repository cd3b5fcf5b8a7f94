/** Re up to which flow is laminar, and from which Colebrook–White holds; between them a smooth rise. */
export const LAMINAR_LIMIT = 2000;
export const TURBULENT_LIMIT = 4000;

/** Darcy friction factor and its slope over the Reynolds number. Kept in one object so that a loop allocates nothing. */
export interface Friction {
  factor: number;
  slope: number;
}

/** What Colebrook–White gives at Re 4000, kept by the pipe for the transition. */
export interface TransitionEnd {
  factor: number;
  slope: number;
}

const LN10 = Math.LN10;

/**
 * Darcy friction factor of turbulent flow by Colebrook–White, solved by Newton to machine precision.
 * Source: Colebrook 1939, J. ICE 11(4), 133–156.
 *
 * @param reynolds ≥ 4000 for the equation to mean anything @param relative roughness/diameter, 0–0.05
 */
export function colebrook(reynolds: number, relative: number, out: Friction): void {
  const a = relative / 3.7;
  // x = 1/√f solves x + 2·log10(a + b·x) = 0
  let x = serghides(a, reynolds);
  const b = 2.51 / reynolds;
  let inner = a + b * x;
  for (let i = 0; i < 20; i++) {
    const step = (x + (2 / LN10) * Math.log(inner)) / (1 + ((2 / LN10) * b) / inner);
    x -= step;
    inner = a + b * x;
    if (Math.abs(step) < 4e-16 * x) break;
  }
  const k = 2 / LN10 / inner;
  // implicit derivative: dx/dRe·(1 + k·b) = k·b·x/Re
  const dx = (k * b * x) / reynolds / (1 + k * b);
  out.factor = 1 / (x * x);
  out.slope = (-2 * dx) / (x * x * x);
}

/** 1/√f, only a start: Newton ends at the same from any. Source: Serghides 1984, Chem. Eng. 91(5), 63–64. */
function serghides(a: number, reynolds: number): number {
  const s1 = (-2 / LN10) * Math.log(a + 12 / reynolds);
  const s2 = (-2 / LN10) * Math.log(a + (2.51 * s1) / reynolds);
  const s3 = (-2 / LN10) * Math.log(a + (2.51 * s2) / reynolds);
  const spread = s3 - 2 * s2 + s1;
  return spread === 0 ? s3 : s1 - ((s2 - s1) * (s2 - s1)) / spread;
}

/** Value and slope of Colebrook–White at Re 4000 for a relative roughness. */
export function transitionEnd(relative: number): TransitionEnd {
  const out = { factor: 0, slope: 0 };
  colebrook(TURBULENT_LIMIT, relative, out);
  return out;
}

/**
 * Darcy friction factor at any Re > 0: 64/Re to 2000, Colebrook–White from 4000, between them the cubic that meets both
 * with their slopes, so that the head loss and its slope are continuous and the loss rises with flow.
 * Source of the limits: Hagen–Poiseuille; Colebrook 1939.
 */
export function frictionFactor(reynolds: number, relative: number, end: TransitionEnd, out: Friction): void {
  if (reynolds <= LAMINAR_LIMIT) {
    out.factor = 64 / reynolds;
    out.slope = -out.factor / reynolds;
  } else if (reynolds >= TURBULENT_LIMIT) {
    colebrook(reynolds, relative, out);
  } else {
    const h = TURBULENT_LIMIT - LAMINAR_LIMIT;
    const t = (reynolds - LAMINAR_LIMIT) / h;
    const u = 1 - t;
    const f0 = 64 / LAMINAR_LIMIT;
    const d0 = (-64 / LAMINAR_LIMIT ** 2) * h;
    const d1 = end.slope * h;
    out.factor = f0 * (1 + 2 * t) * u * u + d0 * t * u * u + end.factor * t * t * (3 - 2 * t) - d1 * t * t * u;
    out.slope = ((end.factor - f0) * 6 * t * u + d0 * u * (1 - 3 * t) + d1 * t * (3 * t - 2)) / h;
  }
}
