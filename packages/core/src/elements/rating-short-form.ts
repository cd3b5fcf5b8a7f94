import { put, shown, type Piece } from '../fields/short-form.js';
import { readClass } from '../pipes/pressure-class.js';
import type { Entries } from './kind.js';

/* `PN16`, `class 300`, `rated 25 bar(g)` in the line of anything that may carry a class. */

const CLASS =
  /(?:PN\s?-?\d+(?:\.\d+)?|(?:(?:ASME|ANSI)\s)?(?:class|cl\.?)\s?\d{3,4}|(?:ASME|ANSI)\s\d{3,4}|(?:(?:ASME|ANSI)\s)?\d{3,4}\s?#)(?![\p{L}\p{N}])/iuy;

const classed: Piece = (at, draft) => {
  const found = at.take(CLASS)?.[0];
  const read = found === undefined ? undefined : readClass(found);
  return read !== undefined && put(draft, 'pressureClass', read.kind === 'PN' ? `PN${read.number}` : `class ${read.number}`);
};

const rated: Piece = (at, draft) => {
  const back = at.at;
  if (at.take(/(?:rated|rating)(?:\s+pressure)?\s+/iy)) {
    const pressure = at.quantity('pressure');
    if (pressure !== undefined && put(draft, 'ratedPressure', pressure)) return true;
  }
  at.at = back;
  return false;
};

export const RATING_PIECES: readonly Piece[] = [classed, rated];
/** taken out of the line they are taken out of the entries */
export const RATED_IN_LINE = ['pressureClass', 'ratedPressure'];
export const RATING_WORDS = ['PN16', 'class 300', 'rated'];

export const ratingText = (e: Entries): string =>
  [
    e.pressureClass === undefined ? '' : shown(e.pressureClass),
    e.ratedPressure === undefined ? '' : `rated ${shown(e.ratedPressure)}`,
  ]
    .filter((x) => x !== '')
    .join(', ');
