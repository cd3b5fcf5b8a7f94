import type { ElementDetail, Margin, RawEntry, SolvedScenario } from '@cedar-knot/core';
import { solvedOf, type ReportContext } from './context.js';
import { msg } from './words.js';

/* The duties of a thing that is bought: which of them a sheet that goes to its maker is about. */

export type Entry = RawEntry & { id: string };

/** A scenario in which the thing runs, with its model and result there. */
export interface Duty<R> {
  scenario: SolvedScenario;
  detail: ElementDetail;
  result: R;
}

/** What a column of a sheet is, and the duty in it. */
export interface Place<R> {
  name: string;
  duty: Duty<R>;
}

/** Judged scenarios in which the thing carries flow. */
export function duties<R extends { flow: number }>(c: ReportContext, id: string): Duty<R>[] {
  return solvedOf(c)
    .filter((s) => s.model!.judged)
    .flatMap((scenario) => {
      const detail = scenario.model!.elements.find((e) => e.id === id);
      const result = scenario.result!.elements[id] as unknown as R | undefined;
      return detail && result && result.flow > 0 ? [{ scenario, detail, result }] : [];
    });
}

/** passing states: what is bought is not sized by them alone */
const PASSING = new Set(['start-up', 'upset']);

/**
 * The duties of least, usual and greatest flow, each where it is another one: by the roles of their scenarios, else by their flows; and
 * the one that the rest of the sheet is about.
 */
export function places<R extends { flow: number }>(
  c: ReportContext,
  every: readonly Duty<R>[],
  flowOf: (d: Duty<R>) => number,
): { usual: Duty<R>; at: Place<R>[] } | null {
  const role = (d: Duty<R>): string | undefined => c.study.scenarios.find((s) => s.id === d.scenario.id)?.role;
  const lasting = every.filter((d) => !PASSING.has(role(d) ?? ''));
  const all = lasting.length > 0 ? lasting : every;
  const [first] = all;
  if (!first) return null;
  const of = (name: string): Duty<R>[] => all.filter((d) => role(d) === name);
  const end = (among: readonly Duty<R>[], sign: 1 | -1): Duty<R> =>
    (among.length > 0 ? among : all).reduce((best, d) => (sign * (flowOf(d) - flowOf(best)) > 0 ? d : best));
  const normal = of('normal')[0] ?? of('rated')[0];
  const [least, most] = [end(of('minimum'), -1), end(of('maximum'), 1)];
  const at: Place<R>[] = [];
  for (const [name, duty] of [
    [msg('report.minimum'), least],
    [msg('report.normal'), normal],
    [msg('report.maximum'), most],
  ] as const)
    if (duty && (duty === normal ? name === msg('report.normal') : !at.some((p) => p.duty === duty))) at.push({ name, duty });
  return { usual: normal ?? most, at };
}

/** The margin of a check at a thing in the scenario of a duty. */
export const marginOf = (d: Duty<unknown>, check: string, id: string): Margin | undefined =>
  d.scenario.result!.margins.find((m) => m.check === check && m.where === id && m.value !== null);

/** The one of a list with the greatest figure; undefined where none has one. */
export const greatest = <T>(list: readonly T[], of: (x: T) => number | null | undefined): T | undefined =>
  list.reduce<T | undefined>((best, x) => {
    const value = of(x);
    return typeof value === 'number' && (best === undefined || value > (of(best) ?? -Infinity)) ? x : best;
  }, undefined);

/** A pressure of a duty over the atmosphere of the plant, Pa gauge */
export const gauge = (d: Duty<unknown>, absolute: number | null): number | null =>
  absolute === null ? null : absolute - d.scenario.model!.network.atmosphere;
