import type { Operation, RawLedger, RawReport, ReportTemplate, Study } from '@cedar-knot/core';
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

/** entries that a template holds */
const OF_TEMPLATE = ['company', 'logo', 'titleFields', 'headings', 'parts', 'paper'] as const;

/** What of a study's report a plant can keep for its others. */
export function templateOf(study: Study, name: string): ReportTemplate {
  const own = study.report ?? {};
  return { name, ...Object.fromEntries(OF_TEMPLATE.flatMap((k) => (own[k] === undefined ? [] : [[k, own[k]]]))) };
}

/** Takes a template into a study, in one step: what it says stands, what it does not say goes; the rest of the report stays. */
export function takeTemplate(study: Study, template: ReportTemplate): Operation[] {
  const { name, ...entries } = template;
  const own = { ...study.report };
  for (const k of OF_TEMPLATE) delete own[k];
  return [{ op: 'set', path: ['report'], value: { ...own, ...entries, template: name } }];
}

/** The heading of a part in the study's words, or none. */
export const headingOf = (study: Study, part: Part): string | undefined =>
  study.report?.headings?.find((h) => h.part === part)?.text;

/** Says a heading in other words, or leaves it as it is usual. */
export function setHeading(study: Study, part: Part, text: string | undefined): Operation[] {
  const others = (study.report?.headings ?? []).filter((h) => h.part !== part);
  const next = text === undefined || text.trim() === '' ? others : [...others, { part, text: text.trim() }];
  return setReport(study, 'headings', next.length === 0 ? undefined : next);
}

/** How the ledger is looked at: one entry of it set, or as usual again. */
export function setLedger<K extends keyof RawLedger & string>(
  study: Study,
  key: K,
  value: RawLedger[K] | undefined,
): Operation[] {
  const { [key]: _before, ...rest } = study.report?.ledger ?? {};
  const next: RawLedger = value === undefined ? rest : { ...rest, [key]: value };
  return setReport(study, 'ledger', Object.keys(next).length === 0 ? undefined : next);
}
