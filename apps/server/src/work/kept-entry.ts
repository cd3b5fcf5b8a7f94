import { createHash } from 'node:crypto';
import { hasMassFlow, judgeCatalogue, PUMP_ENTRY_FIELDS, type RawEntry } from '@cedar-knot/core';

/*
 * A pump's entry in SI, as it is kept beside what was written: to judge it anew for a search takes ten times as long as to find in it.
 */

export interface SearchedEntry {
  read: Record<string, unknown>;
  /** it gives flows by mass: only with a study are they volumes */
  byMass: boolean;
}

/** of the fields by which entries are read: what was read by others is read anew */
const MARK = createHash('sha256').update(JSON.stringify(PUMP_ENTRY_FIELDS)).digest('hex').slice(0, 12);

const START = `{"mark":"${MARK}",`;
/** in SQL: texts that this version kept */
export const KEPT_BY_THIS = `${START}%`;

export const textOfRead = ({ byMass, read }: SearchedEntry): string =>
  `${START}"byMass":${byMass},"read":${JSON.stringify(read)}}`;

/** @param text one that begins as {@link KEPT_BY_THIS} */
export const entryOfText = (text: string): SearchedEntry => JSON.parse(text) as SearchedEntry;

/** of one that is kept as it was written alone */
export function entryOfWritten(key: string, written: string): SearchedEntry {
  const entry = JSON.parse(written) as RawEntry;
  const { pumps } = judgeCatalogue({
    format: 'cedar-knot-catalogue',
    version: 1,
    pumps: { [key]: entry },
    valves: {},
    motors: {},
  });
  return { read: pumps.get(key) ?? {}, byMass: hasMassFlow(entry) };
}
