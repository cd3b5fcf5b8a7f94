import type { Operation, RawReport, Study } from '@cedar-knot/core';
import { isPart, PARTS, type Part } from '@cedar-knot/report';

/** The parts that are chosen, in their order: those of the study, else all. */
export function chosenParts(study: Study): Part[] {
  const own = (study.report?.parts ?? []).filter(isPart);
  return own.length > 0 ? own : [...PARTS];
}

/** Sets one entry of what the study says of its report, or takes it away. */
export function setReport<K extends keyof RawReport & string>(
  study: Study,
  key: K,
  value: RawReport[K] | undefined,
): Operation[] {
  if (study.report === undefined) return value === undefined ? [] : [{ op: 'set', path: ['report'], value: { [key]: value } }];
  if (value === undefined && !(key in study.report)) return [];
  return [{ op: 'set', path: ['report', key], ...(value === undefined ? {} : { value }) }];
}

/** Puts a part in or takes it out; one that comes in again stands where it stands usually. The last one stays. */
export function toggled(parts: readonly Part[], part: Part): Part[] {
  if (parts.includes(part)) return parts.length === 1 ? [...parts] : parts.filter((p) => p !== part);
  const behind = PARTS.slice(PARTS.indexOf(part) + 1);
  const at = parts.findIndex((p) => behind.includes(p));
  return at < 0 ? [...parts, part] : [...parts.slice(0, at), part, ...parts.slice(at)];
}

/** Moves a part by one place up or down. */
export function moved(parts: readonly Part[], part: Part, by: -1 | 1): Part[] {
  const from = parts.indexOf(part);
  const to = from + by;
  if (from < 0 || to < 0 || to >= parts.length) return [...parts];
  const next = [...parts];
  [next[from], next[to]] = [next[to]!, next[from]!];
  return next;
}
