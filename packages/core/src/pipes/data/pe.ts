/** Outside diameters of polyethylene pressure pipe, mm. Source: EN 12201-2, table 1. */
export const PE_OUTSIDE: readonly number[] = [
  20, 25, 32, 40, 50, 63, 75, 90, 110, 125, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500, 560, 630, 710, 800, 900, 1000, 1200, 1400, 1600, 1800,
  2000,
];

/** pipe series S of each SDR, the R10 numbers of ISO 4065, and the outside diameter from which it is made, mm (EN 12201-2, table 2) */
export const PE_SERIES: Readonly<Record<string, { series: number; from: number; most: number }>> = {
  '7.4': { series: 10 ** 0.5, from: 20, most: 450 },
  '9': { series: 10 ** 0.6, from: 20, most: 560 },
  '11': { series: 10 ** 0.7, from: 20, most: 1200 },
  '13.6': { series: 10 ** 0.8, from: 25, most: 1600 },
  '17': { series: 10 ** 0.9, from: 32, most: 2000 },
  '21': { series: 10, from: 40, most: 2000 },
  '26': { series: 10 ** 1.1, from: 40, most: 2000 },
  '33': { series: 10 ** 1.2, from: 90, most: 2000 },
  '41': { series: 10 ** 1.3, from: 110, most: 2000 },
};

/**
 * Least wall, mm: d/(2S + 1), rounded up to the next tenth, at least 2 mm; small pipe that would have 2.8 or 2.9 mm has 3 mm; undefined for what is not made.
 * Example: 110, "11" → 10.0.
 */
export function peWall(outside: number, sdr: string): number | undefined {
  const row = PE_SERIES[sdr];
  if (!row || !PE_OUTSIDE.includes(outside) || outside < row.from || outside > row.most) return undefined;
  // the table lets a wall stand that lies above a tenth by less than 5 µm
  const wall = Math.ceil((outside / (2 * row.series + 1) - 0.005) * 10 - 1e-9) / 10;
  return outside <= 40 && wall > 2.75 && wall < 3 ? 3 : Math.max(2, wall);
}
