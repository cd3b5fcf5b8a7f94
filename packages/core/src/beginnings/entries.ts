import { plainSigns, readCommas } from '../fields/typed.js';
import { displayUnit, isQuantity, readQuantity, splitNumber, toUnit } from '../units/quantity.js';
import { word, type Word } from '../words/word.js';
import type { BeginningField, Given } from './beginning.js';
import type { BeginningUnits } from './kit.js';
import { beginningOf, type BeginningName } from './services.js';

/* Entries of the form of a beginning, as they are typed and as they are taken. */

/** Why an entry of a form cannot be taken. */
export interface EntryProblem {
  key: string;
  text: Word;
}

/** The values of a form with what is usual where nothing is entered, SI; or what is wrong with them. */
export function readBeginning(
  name: BeginningName,
  entries: Readonly<Record<string, string>>,
  units: BeginningUnits,
): { given: Given; problems: EntryProblem[] } {
  const given: Record<string, readonly number[]> = {};
  const problems: EntryProblem[] = [];
  for (const field of beginningOf(name).fields) {
    const typed = (entries[field.key] ?? '').trim();
    const usual = (): readonly number[] => (typeof field.usual === 'function' ? field.usual(given) : field.usual);
    const read = typed === '' ? usual() : valuesOf(typed, field, units);
    if (Array.isArray(read)) given[field.key] = read as number[];
    else {
      problems.push({ key: field.key, text: read as Word });
      given[field.key] = usual();
    }
  }
  return { given, problems };
}

function valuesOf(typed: string, field: BeginningField, units: BeginningUnits): number[] | Word {
  const count = field.parts?.length ?? 1;
  const pieces = plainSigns(typed).split('/').map((p) => p.trim()); // prettier-ignore
  // a unit such as m3/h/m has strokes of its own: values are numbers that stand between them
  const parts = joinedUnits(pieces);
  if (parts.length !== count) return word('beginning.values-expected', { count });
  const unit = splitNumber(parts.at(-1)!)?.rest.trim() ?? '';
  const values: number[] = [];
  for (const part of parts) {
    const commas = readCommas(part);
    if ('readings' in commas) return word('beginning.two-readings', { first: commas.readings[0], second: commas.readings[1] });
    const split = splitNumber(commas.text);
    if (!split) return word('beginning.no-number', { found: part.slice(0, 40) });
    const own = split.rest.trim() || unit;
    if (field.dimension === 'number') {
      const share = own === '%' ? split.number / 100 : split.number;
      if (own !== '' && own !== '%') return word('beginning.no-number', { found: part.slice(0, 40) });
      values.push(share);
      continue;
    }
    const shown = displayUnit(field.dimension, units).symbol;
    const q = readQuantity(`${split.typed} ${own === '' ? shown : own}`, field.dimension);
    if (!isQuantity(q)) return word('beginning.unit-expected', { found: own, unit: shown });
    values.push(field.dimension === 'pressure' && q.reference === 'absolute' ? q.si - 101_325 : q.si);
  }
  const [low, high] = [Math.min(...values), Math.max(...values)];
  if (field.least !== undefined && low < field.least)
    return word('beginning.at-least', { limit: shownIn(field.least, field, units) });
  if (field.most !== undefined && high > field.most)
    return word('beginning.at-most', { limit: shownIn(field.most, field, units) });
  const steps = values.slice(1).map((v, k) => v - values[k]!);
  if (field.order === 'rising' && steps.some((x) => x < 0)) return word('beginning.not-rising');
  if (field.order === 'falling' && steps.some((x) => x > 0)) return word('beginning.not-falling');
  return values;
}

/** pieces between strokes, those without a number joined to the one before: `12 m3`, `h`, `m` */
function joinedUnits(pieces: readonly string[]): string[] {
  const found: string[] = [];
  for (const piece of pieces) {
    if (found.length > 0 && !/^[+-]?[\d.,]/.test(piece)) found[found.length - 1] += `/${piece}`;
    else found.push(piece);
  }
  return found;
}

/** A value of a form as it would be typed: in the unit that the form shows, without it. */
export const enteredText = (values: readonly number[], field: BeginningField, units: BeginningUnits): string =>
  values.map((v) => String(Number((field.dimension === 'number' ? v : toUnit(v, displayUnit(field.dimension, units))).toPrecision(4)))).join(' / '); // prettier-ignore

const shownIn = (si: number, field: BeginningField, units: BeginningUnits): string =>
  field.dimension === 'number' ? String(si) : `${enteredText([si], field, units)} ${displayUnit(field.dimension, units).symbol}`;
