import type { Operation, RawReading, RawUncertainty, Study } from '@cedar-knot/core';

/* Lists of a study that are there only while they hold something: uncertain inputs and readings. */

type Listed = { uncertainty: RawUncertainty; readings: RawReading };
type Name = keyof Listed;

/** Puts entries behind those of a list. */
export function addListed<N extends Name>(study: Study, list: N, entries: readonly Listed[N][]): Operation[] {
  const own = study[list];
  if (entries.length === 0) return [];
  return own
    ? entries.map((value, i) => ({ op: 'insert', path: [list], index: own.length + i, value }))
    : [{ op: 'set', path: [list], value: [...entries] }];
}

/** Puts an uncertain input in, in the place of what was said of the same input before. */
export function putUncertain(study: Study, value: RawUncertainty): Operation[] {
  const index = (study.uncertainty ?? []).findIndex((u) => u.input === value.input);
  return index < 0 ? addListed(study, 'uncertainty', [value]) : [{ op: 'set', path: ['uncertainty', index], value }];
}

/** Takes one entry out, and the list with the last of them. */
export function removeListed(study: Study, list: Name, index: number): Operation[] {
  const count = study[list]?.length ?? 0;
  if (index < 0 || index >= count) return [];
  return count === 1 ? [{ op: 'set', path: [list] }] : [{ op: 'remove', path: [list], index }];
}

/** Sets one key of an entry, or takes it away. */
export function setListed(study: Study, list: Name, index: number, key: string, value: unknown): Operation[] {
  const entry = study[list]?.[index];
  if (!entry || (value === undefined && !(key in entry))) return [];
  return [{ op: 'set', path: [list, index, key], ...(value === undefined ? {} : { value }) }];
}
