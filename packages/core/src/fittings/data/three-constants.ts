/**
 * Three-constant data: K = K1/Re + Ki·(1 + Kd/Dn^0.3), Dn nominal in inches.
 * Source: Darby, Chemical Engineering Fluid Mechanics, 2nd ed. (2001), table 7-3 (flanged or welded where it has both).
 * Butterfly: K1 and Ki of Hooper 1981, Chem. Eng. 88(17), 96–100, whose size term 1/Dn is kept by `sizeExponent` 1.
 */
export interface ThreeConstants {
  k1: number;
  ki: number;
  kd: number;
  sizeExponent: number;
}

const darby = (k1: number, ki: number, kd: number): ThreeConstants => ({ k1, ki, kd, sizeExponent: 0.3 });

export const THREE_CONSTANTS: Readonly<Record<string, ThreeConstants>> = {
  'elbow-90': darby(800, 0.091, 4.0),
  'elbow-90-long': darby(800, 0.071, 4.2),
  'elbow-45': darby(500, 0.071, 4.2),
  'bend-180': darby(1000, 0.12, 4.0),
  'miter-90': darby(1000, 0.27, 4.0),
  'tee-run': darby(150, 0.05, 4.0),
  'tee-branch': darby(800, 0.28, 4.0),
  gate: darby(300, 0.037, 3.9),
  globe: darby(1500, 1.7, 3.6),
  angle: darby(1000, 0.69, 4.0),
  ball: darby(300, 0.017, 4.0),
  butterfly: { k1: 800, ki: 0.25, kd: 1, sizeExponent: 1 },
  plug: darby(300, 0.084, 3.9),
  diaphragm: darby(1000, 0.69, 4.9),
  'check-swing': darby(1500, 0.46, 4.0),
  'check-lift': darby(2000, 2.85, 3.8),
};
