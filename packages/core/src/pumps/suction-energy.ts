import { word, type Word } from '../words/word.js';
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

/** services for which the margin of NPSH is usual, ANSI/HI 9.6.1 */
export const SERVICES = ['petroleum', 'chemical', 'power', 'cooling-tower', 'water', 'general', 'building', 'pipeline', 'flood-injection'] as const; // prettier-ignore
export type Service = (typeof SERVICES)[number];

export const SERVICE_WORDS: Readonly<Record<Service, Word>> = {
  petroleum: word('choice.service.petroleum'),
  chemical: word('choice.service.chemical'),
  power: word('choice.service.power'),
  'cooling-tower': word('choice.service.cooling-tower'),
  water: word('choice.service.water'),
  general: word('choice.service.general'),
  building: word('choice.service.building'),
  pipeline: word('choice.service.pipeline'),
  'flood-injection': word('choice.service.flood-injection'),
};

/** least NPSHA over NPSHR, and least difference, m, in the preferred region. Source: ANSI/HI 9.6.1-2012, table of margins by service */
const BY_SERVICE: Readonly<Record<Service, { ratio: number; difference: number }>> = {
  petroleum: { ratio: 1.1, difference: 0.6 },
  chemical: { ratio: 1.1, difference: 0.6 },
  power: { ratio: 1.1, difference: 1 },
  'cooling-tower': { ratio: 1.1, difference: 1 },
  water: { ratio: 1.1, difference: 1 },
  general: { ratio: 1.1, difference: 1 },
  building: { ratio: 1.1, difference: 1 },
  pipeline: { ratio: 1.3, difference: 1 },
  'flood-injection': { ratio: 1.5, difference: 1 },
};

/** ratios by the level of suction energy. Source: ANSI/HI 9.6.1-1998, table of margins by suction energy */
const BY_ENERGY: Readonly<Record<SuctionEnergy['level'], readonly [number, number]>> = {
  low: [1.1, 1.3],
  high: [1.2, 1.7],
  'very high': [1.7, 2.5],
};

/** What is usual as a margin of NPSH: guidance, judged by nothing. */
export interface MarginGuidance {
  /** between which the ratio is usual at its suction energy; absent where that is not known */
  byEnergy?: readonly [number, number];
  byService?: { ratio: number; difference: number };
}

/** NPSHA over NPSHR as ANSI/HI 9.6.1 advises it, by the suction energy and the service of a pump. */
export function marginGuidance(level: SuctionEnergy['level'] | undefined, service: Service | undefined): MarginGuidance {
  return {
    ...(level === undefined ? {} : { byEnergy: BY_ENERGY[level] }),
    ...(service === undefined ? {} : { byService: BY_SERVICE[service] }),
  };
}
