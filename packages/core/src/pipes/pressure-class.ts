import { CLASS_GROUP, CLASS_PRESSURES, CLASS_TEMPERATURES, PN_TEMPERATURE } from './data/pressure-classes.js';

const KELVIN = 273.15;
const BAR = 1e5;

/** Temperature, K, and the gauge pressure that is allowed there, Pa. */
export interface RatingRow {
  temperature: number;
  pressure: number;
}

/** What an entry says of the pressure that its part may hold, SI. */
export interface RatedPart {
  /** `PN16`, `class 300`; other words are kept, and have no rating */
  pressureClass?: string;
  ratedPressure?: number;
  /** of ASME B16.5; 1.1 where none is entered */
  materialGroup?: string;
  ratingTable?: readonly RatingRow[];
}

/**
 * A class as it is written: `PN16`, `PN 16`, `class 300`, `Cl. 300`, `ANSI 300`, `300#`, `300 lb`; undefined for anything else.
 *
 * @returns the number of a PN, bar, or that of a class
 */
export function readClass(text: string): { kind: 'PN' | 'class'; number: number } | undefined {
  const pn = /^\s*PN\s*-?\s*(\d+(?:\.\d+)?)\s*$/i.exec(text);
  if (pn) return { kind: 'PN', number: Number(pn[1]) };
  const named = /^\s*(?:ASME|ANSI)?\s*(?:class|cl\.?|ASME|ANSI)\s*(\d{2,4})\s*(?:#|lbs?)?\s*$/i.exec(text);
  const pounds = /^\s*(?:ASME|ANSI)?\s*(\d{2,4})\s*(?:#|lbs?)\s*$/i.exec(text);
  const found = named ?? pounds;
  return found ? { kind: 'class', number: Number(found[1]) } : undefined;
}

/** Whether an entry has a rating at all, or a class from which one could follow. */
export const isRated = (part: RatedPart): boolean =>
  part.ratedPressure !== undefined || part.ratingTable !== undefined || part.pressureClass !== undefined;

/**
 * Gauge pressure, Pa, that a part may hold: its rated pressure, else its own table, else that of its class. Linear between rows, as ASME B16.5
 * allows. Undefined where nothing of it is known at that temperature: it is asked for, not extrapolated.
 *
 * @param temperature K; without one only a rated pressure is known
 */
export function ratingAt(part: RatedPart, temperature: number | undefined): number | undefined {
  if (part.ratedPressure !== undefined) return part.ratedPressure;
  if (temperature === undefined) return undefined;
  if (part.ratingTable !== undefined) return allowedAt(part.ratingTable, temperature);
  const found = part.pressureClass === undefined ? undefined : readClass(part.pressureClass);
  if (!found || (part.materialGroup ?? CLASS_GROUP).trim() !== CLASS_GROUP) return undefined;
  if (found.kind === 'PN') return temperature <= PN_TEMPERATURE + KELVIN + 1e-9 ? found.number * BAR : undefined;
  const pressures = CLASS_PRESSURES[found.number];
  if (!pressures) return undefined;
  return allowedAt(
    CLASS_TEMPERATURES.map((t, i) => ({ temperature: t + KELVIN, pressure: pressures[i]! * BAR })),
    temperature,
  );
}

/** Allowed pressure of a table at a temperature, linear between its rows in whatever order they stand; undefined outside. */
export function allowedAt(table: readonly RatingRow[], temperature: number): number | undefined {
  let below: RatingRow | undefined;
  let above: RatingRow | undefined;
  for (const row of table) {
    if (row.temperature <= temperature + 1e-9 && (!below || row.temperature > below.temperature)) below = row;
    if (row.temperature >= temperature - 1e-9 && (!above || row.temperature < above.temperature)) above = row;
  }
  if (!below || !above) return undefined;
  const span = above.temperature - below.temperature;
  return span < 1e-9
    ? below.pressure
    : below.pressure + ((above.pressure - below.pressure) * (temperature - below.temperature)) / span;
}
