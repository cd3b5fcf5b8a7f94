/* The cable to a motor, as the voltage at its terminals depends on it. */

/** Ω·m at the temperature of a loaded cable. Source: IEC 60364-5-52, annex G: 1.25 times that at 20 °C. */
const RESISTIVITY = { copper: 2.25e-8, aluminium: 3.6e-8 } as const;
/** Ω/m in each conductor. Source: the same */
const REACTANCE = 8e-5;

export interface Cable {
  /** one way, m */
  length: number;
  /** of one conductor, m² */
  section: number;
  material?: string;
}

/**
 * Voltage that a cable takes, V between the conductors that feed the motor: u = b·(ρ·L/S·cosφ + λ·L·sinφ)·I, with b = √3 for three phases and 2
 * for one. Source: IEC 60364-5-52:2009, annex G. Example: 100 m of 25 mm² copper, 90 A, cosφ 0.85: √3·(0.09·0.85 + 0.008·0.527)·90 = 12.58 V.
 *
 * @param current A
 */
export function cableDrop({ length, section, material }: Cable, current: number, powerFactor: number, phases = 3): number {
  const resistance = (RESISTIVITY[material === 'aluminium' ? 'aluminium' : 'copper'] * length) / section;
  const sine = Math.sqrt(Math.max(0, 1 - powerFactor * powerFactor));
  return (phases === 1 ? 2 : Math.sqrt(3)) * (resistance * powerFactor + REACTANCE * length * sine) * current;
}
