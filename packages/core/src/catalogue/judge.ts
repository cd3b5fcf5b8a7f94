import type { Problem } from '../issues/issues.js';
import { readCatalogue, type Catalogue, type ReadCatalogue } from './format.js';
import { physicalWarnings, type CheckedCurve, type PhysicalWarning } from './physical.js';

/** A warning of a curve at a JSON path: `pumps.x.curve[3]`. */
export interface CurveWarning extends Omit<PhysicalWarning, 'curve' | 'row'> {
  path: string;
  model: string;
}

export interface JudgedCatalogue extends ReadCatalogue {
  warnings: CurveWarning[];
}

/** Reads a catalogue and judges its curves. A flow that does not rise is a warning here: the row may be a slip of the maker's. */
export function judgeCatalogue(raw: unknown): JudgedCatalogue {
  const read = readCatalogue(raw);
  const problems = read.problems.filter((p) => !isSlip(p));
  const warnings = [...read.pumps].flatMap(([model, entry]) => {
    const curves = curvesOf(entry);
    return physicalWarnings(curves.map((c) => c.curve)).map(({ code, curve, row, detail }) => ({
      code,
      detail,
      model,
      path: `pumps.${model}.${curves[curve]!.path}[${row}]`,
    }));
  });
  return { ...read, problems, warnings };
}

function isSlip(p: Problem): boolean {
  return p.detail.reason === 'not-rising' && /^pumps\..*curve\[\d+\]\.flow$/.test(p.path);
}

type Rows = CheckedCurve['rows'];

function curvesOf(entry: Record<string, unknown>): { path: string; curve: CheckedCurve }[] {
  const { speed, diameter } = entry as { speed?: number; diameter?: number };
  const list = entry.curves as { diameter?: number; speed?: number; curve?: Rows }[] | undefined;
  if (!list) return entry.curve ? [{ path: 'curve', curve: withDefined({ diameter, speed, rows: entry.curve as Rows }) }] : [];
  return list.map((c, i) => ({
    path: `curves[${i}].curve`,
    curve: withDefined({ diameter: c.diameter, speed: c.speed ?? speed, rows: c.curve ?? [] }),
  }));
}

function withDefined(c: { diameter: number | undefined; speed: number | undefined; rows: Rows }): CheckedCurve {
  return {
    rows: c.rows,
    ...(c.diameter === undefined ? {} : { diameter: c.diameter }),
    ...(c.speed === undefined ? {} : { speed: c.speed }),
  };
}

/** how many of each kind a catalogue holds */
export function countsOf(catalogue: Catalogue | undefined): { pumps: number; valves: number; motors: number } {
  const count = (of: 'pumps' | 'valves' | 'motors'): number => Object.keys(catalogue?.[of] ?? {}).length;
  return { pumps: count('pumps'), valves: count('valves'), motors: count('motors') };
}
