import { pipeDimensions, usualSchedule } from './size.js';

/** Specified minimum yield strength of line pipe, MPa. Source: API 5L, 46th ed., PSL 1 and 2, table 6. */
export const GRADES: Readonly<Record<string, number>> = {
  B: 245,
  X42: 290,
  X46: 320,
  X52: 360,
  X56: 390,
  X60: 415,
  X65: 450,
  X70: 485,
  X80: 555,
};

/** share of the yield strength for liquid lines. Source: ASME B31.4-2019, 403.2.1 */
export const DESIGN_FACTOR = 0.72;

/**
 * Internal pressure that a section may see, Pa gauge: the entered design pressure; else by Barlow 2·S·F·E·t/D with the wall and the outside
 * diameter of its size. Source: ASME B31.4-2019, 403.2.1.
 *
 * @param e entries of a pipe in SI @returns undefined where neither is known
 */
export function allowablePressure(e: Readonly<Record<string, unknown>>): number | undefined {
  if (typeof e.designPressure === 'number') return e.designPressure;
  const barlow = barlowOf(e);
  return barlow && (2 * barlow.strength * barlow.factor * barlow.joint * barlow.wall) / barlow.outside;
}

export interface Barlow {
  /** Pa */
  strength: number;
  factor: number;
  joint: number;
  /** m */
  wall: number;
  outside: number;
}

/** What the pressure by Barlow is made of; undefined where grade or wall are not known, or a design pressure was entered. */
export function barlowOf(e: Readonly<Record<string, unknown>>): Barlow | undefined {
  const { grade, size, schedule } = e;
  if (typeof grade !== 'string' || typeof size !== 'string' || typeof e.designPressure === 'number') return undefined;
  const found = pipeDimensions(size, typeof schedule === 'string' ? schedule : (usualSchedule(size) ?? ''));
  if (!found || !Object.hasOwn(GRADES, grade)) return undefined;
  const number = (key: string, usual: number): number => (typeof e[key] === 'number' ? e[key] : usual);
  return {
    strength: GRADES[grade]! * 1e6,
    factor: number('designFactor', DESIGN_FACTOR),
    joint: number('jointFactor', 1),
    wall: found.wall,
    outside: found.outside,
  };
}
