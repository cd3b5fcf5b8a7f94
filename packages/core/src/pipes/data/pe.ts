/**
 * Polyethylene pressure pipe: outside diameter and least wall by SDR, mm. Source: EN 12201-2, table 2 (SDR 11 and SDR 17).
 * Rows: outside diameter, wall SDR 11, wall SDR 17 (undefined where not made).
 */
export const EN_12201: readonly (readonly [number, number, number | undefined])[] = [
  [25, 2.3, undefined], [32, 3, undefined], [40, 3.7, 2.4], [50, 4.6, 3], [63, 5.8, 3.8], [75, 6.8, 4.5], [90, 8.2, 5.4], [110, 10, 6.6],
  [125, 11.4, 7.4], [140, 12.7, 8.3], [160, 14.6, 9.5], [180, 16.4, 10.7], [200, 18.2, 11.9], [225, 20.5, 13.4], [250, 22.7, 14.8],
  [280, 25.4, 16.6], [315, 28.6, 18.7], [355, 32.2, 21.1], [400, 36.3, 23.7], [450, 40.9, 26.7], [500, 45.4, 29.7], [560, 50.8, 33.2],
  [630, 57.2, 37.4],
];
