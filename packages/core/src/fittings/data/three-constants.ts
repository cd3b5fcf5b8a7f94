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
  'elbow-90-threaded': darby(800, 0.14, 4.0, 'threaded elbow', '90 threaded elbow', 'screwed elbow', '90 screwed elbow'),
  'elbow-45-long': darby(500, 0.052, 4.0, '45 long radius elbow', '45 lr elbow', 'long radius 45 elbow'),
  'bend-90-2d': darby(800, 0.056, 3.9, '2d bend', 'bend 2d', '90 bend 2d', '90 2d bend'),
  'bend-90-4d': darby(800, 0.066, 3.9, '4d bend', 'bend 4d', '90 bend 4d', '90 4d bend'),
  'bend-90-6d': darby(800, 0.075, 4.2, '6d bend', 'bend 6d', '90 bend 6d', '90 6d bend'),
  'bend-180-long': darby(1000, 0.1, 4.0, 'long return bend', '180 long radius bend', '180 lr bend'),
  'bend-180-threaded': darby(1000, 0.23, 4.0, 'close return bend', 'threaded return bend'),
  'miter-45': darby(500, 0.086, 4.0, '45 miter', '45 mitre', 'mitre 45'),
  'miter-45-two': darby(500, 0.052, 4.0, '45 miter two welds', '45 mitre two welds', 'two weld 45 mitre'),
  'miter-90-two': darby(800, 0.068, 4.1, '90 miter two welds', '90 mitre two welds', 'two weld mitre', 'two weld miter'),
  'miter-90-three': darby(800, 0.035, 4.2, '90 miter three welds', '90 mitre three welds', 'three weld mitre', 'three weld miter'),
  'tee-run-threaded': darby(200, 0.091, 4.0, 'threaded tee run', 'screwed tee run'),
  'tee-branch-threaded': darby(500, 0.274, 4.0, 'threaded tee branch', 'screwed tee branch'),
  'tee-branch-stub': darby(1000, 0.34, 4.0, 'stub in branch', 'stub in', 'set on branch'),
  'three-way-run': darby(300, 0.14, 4.0, 'three way valve run', 'three way plug run', '3 way valve run'),
  'three-way-branch': darby(500, 0.41, 4.0, 'three way valve', 'three way plug', '3 way valve', 'three way valve branch'),
  'globe-y': darby(950, 0.25, 4.0, 'y globe', 'y globe valve', 'y pattern globe', 'wye globe', 'angle seat valve'),
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
