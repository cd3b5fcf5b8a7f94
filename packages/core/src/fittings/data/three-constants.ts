/**
 * Three-constant data: K = K1/Re + Ki·(1 + Kd/Dn^0.3), Dn nominal in inches.
 * Source: Darby, Chemical Engineering Fluid Mechanics, 2nd ed. (2001), table 7-3 (flanged or welded where it has both).
 * Butterfly: K1 and Ki of Hooper 1981, Chem. Eng. 88(17), 96–100, whose size term 1/Dn is kept by `sizeExponent` 1.
 */
interface ThreeConstants {
  k1: number;
  ki: number;
  kd: number;
  sizeExponent: number;
  /** how people write it, in the singular, the digits of an angle without its sign */
  words: readonly string[];
}

const darby = (k1: number, ki: number, kd: number, ...words: string[]): ThreeConstants => ({
  k1,
  ki,
  kd,
  sizeExponent: 0.3,
  words,
});

export const THREE_CONSTANTS: Readonly<Record<string, ThreeConstants>> = {
  'elbow-90': darby(800, 0.091, 4.0, 'elbow', 'elbow 90', '90 elbow', 'ell', '90 ell', 'standard elbow', 'std elbow', 'short radius elbow', '90 sr elbow', 'sr elbow', '90 std elbow', 'bend', '90 bend', 'bend 90'),
  'elbow-90-long': darby(800, 0.071, 4.2, 'long radius elbow', 'long elbow', 'lr elbow', '90 lr elbow', 'elbow 90 lr', 'elbow lr', '90 long elbow', '90 long radius elbow', 'elbow 90 long radius', 'long radius bend', '90 elbow lr', '90 elbow long radius', 'lr bend'),
  'elbow-45': darby(500, 0.071, 4.2, '45 elbow', 'elbow 45', '45 bend', 'bend 45', '45 ell'),
  'bend-180': darby(1000, 0.12, 4.0, '180 bend', 'bend 180', 'return bend', 'u bend', '180 return bend', '180 return'),
  'miter-90': darby(1000, 0.27, 4.0, 'miter', 'mitre', '90 miter', '90 mitre', 'miter bend', 'mitre bend', 'mitre 90', 'miter 90'),
  'tee-run': darby(150, 0.05, 4.0, 'tee run', 'run tee', 'through tee', 'straight tee', 'tee through', 'tee straight'),
  'tee-branch': darby(800, 0.28, 4.0, 'tee branch', 'branch tee', 'side tee', 'tee side'),
  gate: darby(300, 0.037, 3.9, 'gate', 'gate valve'),
  globe: darby(1500, 1.7, 3.6, 'globe', 'globe valve'),
  angle: darby(1000, 0.69, 4.0, 'angle valve'),
  ball: darby(300, 0.017, 4.0, 'ball', 'ball valve'),
  butterfly: { k1: 800, ki: 0.25, kd: 1, sizeExponent: 1, words: ['butterfly', 'butterfly valve'] },
  plug: darby(300, 0.084, 3.9, 'plug', 'plug valve', 'plug cock'),
  diaphragm: darby(1000, 0.69, 4.9, 'diaphragm', 'diaphragm valve'),
  'check-swing': darby(1500, 0.46, 4.0, 'swing check', 'swing check valve', 'check valve', 'check', 'check swing', 'non return valve', 'nrv'),
  'check-lift': darby(2000, 2.85, 3.8, 'lift check', 'lift check valve', 'check lift'),
};
