/** What a liquid does in a valve, as far as it makes noise and wears the trim. */
export type ValveNoise = 'turbulent' | 'cavitating' | 'choked' | 'flashing';

/**
 * Regime of a liquid in a valve: turbulent below the onset of cavitation, cavitating above it, choked where the drop drives no more flow,
 * flashing where it leaves below its vapour pressure. Source: IEC 60534-8-4:2015, regimes of hydrodynamic noise.
 *
 * @param xfRatio xF over xFz @param chokedRatio drop over choked drop
 * @param outletPressure @param vapourPressure Pa, absolute
 */
export function noiseOf(
  xfRatio: number | null,
  chokedRatio: number | null,
  outletPressure: number,
  vapourPressure: number,
): ValveNoise | null {
  if (outletPressure < vapourPressure) return 'flashing';
  if (chokedRatio !== null && chokedRatio >= 1) return 'choked';
  if (xfRatio === null) return null;
  return xfRatio > 1 ? 'cavitating' : 'turbulent';
}
