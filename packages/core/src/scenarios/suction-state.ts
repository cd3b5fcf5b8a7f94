import { sideBores } from '../network/line.js';
import { marginGuidance, type MarginGuidance, type Service } from '../pumps/suction-energy.js';
import type { ScenarioResult } from '../results/results.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { suctionBuild } from './suction-build.js';

/** straight diameters that an inlet wants before it. Source: ANSI/HI 9.6.6, pump piping: 5 to 8 by the fitting before */
export const STRAIGHT_DIAMETERS = 5;

/** Froude numbers v/√(g·D) in a suction line. Source: Simpson 1968, Chem. Eng. 75 (13), 192–214; Hills 1983 */
const SELF_VENTING = 0.31;
const SWEPT = 1;

/** How the suction of a pump stands beside its NPSH: filled or not, how it vents, its inlet, and the margin that is usual. */
export interface SuctionState {
  /** the point that feeds it */
  supply: string;
  /** total head of the supply over the datum of the pump, m; negative: it lifts */
  static: number;
  /** it fills of itself; else it has to be primed */
  isFlooded: boolean;
  /** greatest static lift, m, at which NPSHA is NPSHR with the present flow; null without NPSHR */
  greatestLift: number | null;
  /** of the liquid at the inlet of one unit, m/s, in the nozzle or the pipe there; null without a bore */
  velocity: number | null;
  bore: number | null;
  isNozzle: boolean;
  froude: number | null;
  /** gas in the suction line rises against the flow, may stay in pockets, or is swept along */
  venting: 'self-venting' | 'pockets' | 'swept' | null;
  /** m of straight pipe before the inlet: as entered, else a last pipe without fittings; and what is advised */
  straight: { length: number; isEntered: boolean; wanted: number } | null;
  /** head over the pressure at which dissolved gas comes out, m */
  gasHead: number | null;
  criterion: 'npsh3' | 'maker';
  guidance: MarginGuidance;
}

/** @returns undefined where the pump does not run, or nothing is known of its supply */
export function suctionState(model: ScenarioModel, result: ScenarioResult, pump: string): SuctionState | undefined {
  const built = suctionBuild(model, result, pump);
  const e = model.elements.find((x) => x.id === pump);
  const r = result.elements[pump];
  if (!built || !e || r?.kind !== 'pump') return undefined;
  const height = built.parts.filter((p) => ['surface', 'level', 'height', 'supply'].includes(p.kind));
  const still = height.reduce((sum, p) => sum + p.value, 0);
  const nozzle = e.pump?.suctionBore;
  const bore = nozzle ?? inletBore(model, e) ?? null;
  // a pipe that leads to all units carries the flow of all
  const shared = nozzle === undefined && !hasOwnInlet(model, e) ? 1 : r.running;
  const velocity = bore === null ? null : r.flow / shared / ((Math.PI / 4) * bore * bore);
  const froude = velocity === null ? null : Math.abs(velocity) / Math.sqrt(model.network.gravity * bore!);
  return {
    supply: built.supply,
    static: still,
    isFlooded: still > 0,
    greatestLift: built.npshr === null ? null : built.npsha - built.npshr - still,
    velocity,
    bore,
    isNozzle: nozzle !== undefined,
    froude,
    venting: froude === null ? null : froude <= SELF_VENTING ? 'self-venting' : froude < SWEPT ? 'pockets' : 'swept',
    straight: straightOf(model, e),
    gasHead: r.gasHead ?? null,
    criterion: (e.pump as { npshrCriterion?: 'npsh3' | 'maker' } | undefined)?.npshrCriterion ?? 'npsh3',
    guidance: marginGuidance(r.suctionEnergyLevel, e.read.service as Service | undefined),
  };
}

/** bore at the inlet, m */
export function inletBore(model: ScenarioModel, e: ElementDetail): number | undefined {
  const line = model.network.lines[e.line]!;
  // of a branch of each unit its own, not that of all together
  if (hasOwnInlet(model, e)) return line.elements[e.index - 1]!.bore;
  const [inlet] = sideBores(line.elements);
  return inlet[e.index]! > 0 ? inlet[e.index]! : undefined;
}

/** each unit has a pipe of its own before its nozzle */
function hasOwnInlet(model: ScenarioModel, e: ElementDetail): boolean {
  const before = model.network.lines[e.line]!.elements[e.index - 1];
  return before?.bore !== undefined && before.units !== undefined;
}

function straightOf(model: ScenarioModel, e: ElementDetail): SuctionState['straight'] {
  const bore = inletBore(model, e);
  if (bore === undefined) return null;
  const wanted = STRAIGHT_DIAMETERS * bore;
  const entered = e.read.straightInlet as number | undefined;
  if (entered !== undefined) return { length: entered, isEntered: true, wanted };
  const before = model.elements.find((x) => x.line === e.line && x.index === e.index - 1);
  const hasFittings = ((before?.read.fittings ?? []) as unknown[]).length > 0;
  return before?.model.kind === 'pipe' && !hasFittings ? { length: before.model.length, isEntered: false, wanted } : null;
}
