/*
 * Suction energy: how much the liquid that enters an impeller can do when vapour collapses in it.
 * Source: ANSI/HI 9.6.1 (De·N·S·SG in inches, rpm and US units of suction specific speed; eye estimated from the nozzle where it is
 * not known; starts of high and very high for end suction and for double suction pumps).
 */

export interface SuctionEnergy {
  /** in·rpm·(rpm·gpm^0.5/ft^0.75) */
  value: number;
  level: 'low' | 'high' | 'very high';
}

/** where high and very high begin, by the number of suction eyes */
const STARTS = { 1: [160e6, 240e6], 2: [120e6, 180e6] } as const;
/** diameter of the eye over that of the suction nozzle: end suction, and double suction with its casing split along the shaft */
const EYE_OF_NOZZLE = { 1: 0.9, 2: 0.75 } as const;

/** n·√Q/NPSHR^0.75 of rpm, m³/s and m in rpm, US gpm and ft: (15850.323)^0.5/(3.28084)^0.75 */
const TO_US = Math.sqrt(15_850.323_141) / 3.280_839_895 ** 0.75;

/**
 * @param eye diameter of the impeller's eye, m, or of the suction nozzle
 * @param suctionSpecificSpeed of one eye, rpm, m³/s, m
 */
export function suctionEnergy(
  eye: { diameter: number } | { nozzle: number },
  eyes: 1 | 2,
  speed: number,
  suctionSpecificSpeed: number,
  specificGravity: number,
): SuctionEnergy {
  const diameter = 'diameter' in eye ? eye.diameter : eye.nozzle * EYE_OF_NOZZLE[eyes];
  const value = (diameter / 0.0254) * speed * suctionSpecificSpeed * TO_US * specificGravity;
  const [high, veryHigh] = STARTS[eyes];
  return { value, level: value < high ? 'low' : value < veryHigh ? 'high' : 'very high' };
}
