/** Outside diameters of ductile iron pipe, mm by DN. Source: EN 545:2010, table 1. */
export const DUCTILE_OUTSIDE: Readonly<Record<number, number>> = {
  80: 98, 100: 118, 125: 144, 150: 170, 200: 222, 250: 274, 300: 326, 350: 378, 400: 429, 450: 480, 500: 532, 600: 635, 700: 738, 800: 842, 900: 945, 1000: 1048, 1100: 1152, 1200: 1255, 1400: 1462, 1500: 1565, 1600: 1668, 1800: 1875, 2000: 2082,
}; // prettier-ignore

/** Wall of the iron by class K, mm: K·(0.5 + 0.001·DN), at least 6 mm to a tenth (EN 545:2002). Example: DN 400, K9 → 8.1. */
export function ductileWall(dn: number, k: number): number {
  return Math.max(6, Math.round((k * (0.5 + 0.001 * dn) + 1e-9) * 10) / 10);
}

/** Nominal thickness of the cement mortar lining, mm. Source: EN 545:2010, table 8. */
export function ductileLining(dn: number): number {
  return dn <= 300 ? 4 : dn <= 600 ? 5 : dn <= 1200 ? 6 : 9;
}
