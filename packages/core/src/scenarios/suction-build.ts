import type { ScenarioResult } from '../results/results.js';
import type { ScenarioModel } from './model.js';

/** One part of the NPSH available of a pump, m: what it adds, negative for what it takes. */
export interface SuctionPart {
  kind: 'atmosphere' | 'surface' | 'level' | 'height' | 'supply' | 'vapour' | 'pipes' | 'element' | 'rest';
  /** the vessel or the element that it belongs to */
  where: string | null;
  value: number;
}

/** How the NPSH available of a pump comes about in one scenario: its parts sum to it. */
export interface SuctionBuild {
  /** the point that feeds it */
  supply: string;
  /** m, elevation to which NPSH refers */
  datum: number;
  parts: SuctionPart[];
  npsha: number;
  npshr: number | null;
  /** elements that the liquid passes before the pump, from the supply on */
  before: string[];
  /** static and total pressure at the inlet, Pa absolute */
  inletPressure: number | null;
  totalPressure: number | null;
}

/** less than so much is rounding, m */
const NOTHING = 1e-6;

/**
 * The parts of a pump's NPSH available along its way from the supply: atmosphere, surface pressure, level, height of the nozzle over the
 * datum, vapour pressure, pipes together, every other element by itself. Source: ISO 17769-1 (definition of NPSH).
 *
 * @returns undefined where the pump does not run, or nothing is known of its inlet
 */
export function suctionBuild(model: ScenarioModel, result: ScenarioResult, pump: string): SuctionBuild | undefined {
  const e = model.elements.find((x) => x.id === pump);
  const r = result.elements[pump];
  const way = result.ways[pump];
  if (e?.kind !== 'pump' || r?.kind !== 'pump' || r.npsha === null || r.running === 0 || !way) return undefined;
  const { network, fluid } = model;
  const rhoG = fluid.density * network.gravity;
  const at = way.findIndex((w) => w.line === network.lines[e.line]!.id);
  const first = network.lines.find((l) => l.id === way[0]!.line);
  if (at < 0 || !first) return undefined;
  const begin = way[0]!.forward ? first.from : first.to;
  const supply = network.points[begin]!;
  const before = elementsBefore(model, way.slice(0, at + 1), pump);
  const parts: SuctionPart[] = [
    { kind: 'atmosphere', where: null, value: network.atmosphere / rhoG },
    ...supplyParts(model, result, begin, e.datum),
    { kind: 'vapour', where: null, value: -fluid.vapourPressure / rhoG },
  ];
  const pipes = before.filter((id) => result.elements[id]!.kind === 'pipe');
  const lossOf = (id: string): number => lossIn(result, id);
  if (pipes.length > 0) parts.push({ kind: 'pipes', where: null, value: -pipes.reduce((sum, id) => sum + lossOf(id), 0) });
  for (const id of before.filter((x) => !pipes.includes(x))) parts.push({ kind: 'element', where: id, value: -lossOf(id) });
  // what a tee takes on the way, and the velocity at a static point
  const rest = r.npsha - parts.reduce((sum, p) => sum + p.value, 0);
  if (Math.abs(rest) > NOTHING) parts.push({ kind: 'rest', where: null, value: rest });
  return {
    supply: supply.id,
    datum: e.datum,
    parts,
    npsha: r.npsha,
    npshr: r.npshr,
    before,
    inletPressure: r.inletPressure,
    totalPressure: (r.npsha + e.datum - network.lines[e.line]!.elevations[e.index]!) * rhoG + fluid.vapourPressure,
  };
}

/** head that an element takes; a pump before gives some */
function lossIn(result: ScenarioResult, id: string): number {
  const r = result.elements[id]!;
  if (r.kind === 'pump') return -(r.head ?? 0);
  return r.headLoss ?? 0;
}

/** elements between the supply and the pump, in the order in which the liquid passes them */
function elementsBefore(model: ScenarioModel, way: readonly { line: string; forward: boolean }[], pump: string): string[] {
  const passed: string[] = [];
  for (const { line, forward } of way) {
    const own = model.elements.filter((x) => model.network.lines[x.line]!.id === line);
    for (const x of forward ? own : [...own].reverse()) {
      if (x.id === pump) return passed;
      passed.push(x.id);
    }
  }
  return passed;
}

/** what stands at the supply over the datum: of a vessel its parts, of anything else its total head */
function supplyParts(model: ScenarioModel, result: ScenarioResult, index: number, datum: number): SuctionPart[] {
  const point = model.points[index]!;
  const { elevation } = model.network.points[index]!;
  const total = result.points[point.id]?.totalHead ?? null;
  const pressure = typeof point.read.pressure === 'number' ? point.read.pressure : 0;
  if (point.kind !== 'vessel' || total === null)
    return [{ kind: 'supply', where: point.id, value: (total ?? elevation) - datum }];
  const surface = pressure / (model.fluid.density * model.network.gravity);
  return [
    { kind: 'surface', where: point.id, value: surface },
    // a level that is sought is what is left of the total head
    { kind: 'level', where: point.id, value: total - elevation - surface },
    { kind: 'height', where: point.id, value: elevation - datum },
  ];
}
