/** outside diameters of PVC-U pressure pipe, mm. Source: EN ISO 1452-2, table 1. */
export const PVC_OUTSIDE: readonly number[] = [
  20, 25, 32, 40, 50, 63, 75, 90, 110, 125, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500, 560, 630,
];

/** pipe series S behind each SDR, the R10 numbers of ISO 4065: SDR = 2·S + 1 */
export const PVC_SERIES: Readonly<Record<string, number>> = {
  '13.6': 10 ** 0.8,
  '17': 10 ** 0.9,
  '21': 10,
  '26': 10 ** 1.1,
  '41': 20,
};

/** Wall, mm: d/(2S + 1), rounded up to the next tenth, at least 1.5 mm (ISO 4065). Example: 110, "21" → 5.3. */
export function pvcWall(outside: number, sdr: string): number | undefined {
  const series = PVC_SERIES[sdr];
  if (series === undefined) return undefined;
  // the table lets a wall stand that lies above a tenth by less than 5 µm
  return Math.max(1.5, Math.ceil((outside / (2 * series + 1) - 0.005) * 10) / 10);
}
