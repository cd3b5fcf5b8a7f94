import type { ElementModel } from '../elements/model.js';
import type { RawElement } from '../document/study.js';
import type { Read } from '../fields/reader.js';
import { finding, type Finding } from '../issues/issues.js';
import type { PointDetail } from './model.js';

/* What is odd in how the pieces of a line follow each other. */

/**
 * The velocity head at the end of a line: a static boundary holds it already, so an exit fitting there counts it twice; liquid at
 * rest takes it, so a list of typed fittings without an exit leaves it out.
 */
export function exitFindings(elements: readonly RawElement[], read: readonly Read[], end: PointDetail): Finding[] {
  const last = elements[elements.length - 1];
  if (last?.kind !== 'pipe') return [];
  const fittings = (read[read.length - 1]!.fittings ?? []) as { type?: string }[];
  const hasExit = fittings.some((f) => f.type === 'exit');
  const isStatic = end.kind === 'pressure' && end.read.basis !== 'total';
  if (isStatic && hasExit) return [finding('exit-doubled', last.id)];
  const atRest = end.kind === 'vessel' || (end.kind === 'pressure' && !isStatic);
  if (!atRest || hasExit) return [];
  // a bare K or an equivalent length may hold the exit
  const isNamed = fittings.every((f) => f.type !== undefined);
  return [finding(isNamed ? 'exit-missing' : 'exit-unsure', last.id)];
}

/** pipes of another bore that follow each other without a piece that makes the change */
export function boreFindings(elements: readonly RawElement[], read: readonly Read[], models: readonly ElementModel[]): Finding[] {
  return elements.flatMap((e, i): Finding[] => {
    const next = models[i + 1];
    const own = models[i];
    // the flow divides between a header and what each unit has for itself
    if (own?.kind !== 'pipe' || next?.kind !== 'pipe' || own.units !== next.units) return [];
    if (Math.abs(own.bore - next.bore) <= 0.02 * Math.max(own.bore, next.bore)) return [];
    const pieces = [read[i], read[i + 1]].flatMap((r) => (r?.fittings ?? []) as { type?: string }[]);
    const isMade = pieces.some((f) => f.type === undefined || f.type === 'reducer' || f.type === 'expansion');
    return isMade ? [] : [finding('bore-change', elements[i + 1]!.id, { before: own.bore, behind: next.bore })];
  });
}
