import { entrySpeed } from '../pumps/standing.js';
import { REFERENCE_DENSITY, STANDARD_GRAVITY } from '../units/standard.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import type { ModelKind } from '../document/stored.js';
import { toValve } from '../scenarios/equipment.js';
import { performanceAt, largestDiameter } from './configure.js';
import { usable } from './find.js';

/** A point of best efficiency and the heads at 70 and 120 % of its flow; SI. */
export interface Reach {
  flow: number;
  head: number;
  low: number;
  high: number;
}

/** What a list and a coverage chart show of a pump; SI, at the speed of its entry and the fewest made stages. */
export interface PumpSummary {
  speed: number;
  /** of its largest diameter */
  best: Reach;
  /** of its smallest diameter; that of the largest where it is made in one */
  trimmed: Reach;
  /** last flow of the largest diameter, m³/s */
  end: number;
  shutOff: number;
  efficiency: number | null;
  npshr: number | null;
  power: number | null;
  minDiameter: number | null;
  maxDiameter: number | null;
  stages: number;
  mostStages: number;
  specificSpeed: number;
  suctionSpecificSpeed: number | null;
}

/** shares of the best-efficiency flow that a field of a coverage chart reaches over */
export const FIELD = [0.7, 1.2] as const;
/** Key figures of a pump's entry (SI); undefined where it has no curve that can be drawn. */
export function summarisePump(entry: Readonly<Record<string, unknown>>): PumpSummary | undefined {
  const pump = usable(entry);
  if (!pump) return undefined;
  const counts = stageCounts(pump);
  const setting = { speed: entrySpeed(pump), stages: counts[0]! };
  const largest = largestDiameter(pump);
  const least = pump.minDiameter ?? (pump.curves.length > 1 ? pump.curves[0]!.diameter : undefined) ?? largest;
  const full = performanceAt(pump, { ...setting, diameter: largest });
  const trimmed = performanceAt(pump, { ...setting, diameter: least });
  const { bestFlow } = full;
  return {
    speed: setting.speed,
    best: reachOf(full),
    trimmed: reachOf(trimmed),
    end: full.lastFlow,
    shutOff: full.head(0),
    efficiency: full.efficiency(bestFlow) ?? null,
    npshr: full.npshr(bestFlow) ?? null,
    power: full.shaftPower(bestFlow, REFERENCE_DENSITY, STANDARD_GRAVITY) ?? null,
    minDiameter: least ?? null,
    maxDiameter: largest ?? null,
    stages: counts[0]!,
    mostStages: counts[counts.length - 1]!,
    specificSpeed: full.specificSpeed,
    suctionSpecificSpeed: full.suctionSpecificSpeed ?? null,
  };
}

/** stages that are made, in rising order; those of the curve where the entry lists none */
export function stageCounts(pump: PumpInput): number[] {
  return pump.stageOptions ? [...pump.stageOptions].sort((a, b) => a - b) : [pump.stages];
}

function reachOf(p: PumpPerformance): Reach {
  const { bestFlow: flow } = p;
  return { flow, head: p.head(flow), low: p.head(flow * FIELD[0]), high: p.head(flow * FIELD[1]) };
}

/** What a list shows of a valve. */
export interface ValveSummary {
  ratedKv: number;
  /** at full travel */
  fl: number;
  xfz: number | null;
  rangeability: number;
  characteristic: string;
}

/** Key figures of a valve's entry (SI); undefined where it has no rated coefficient. */
export function summariseValve(entry: Readonly<Record<string, unknown>>): ValveSummary | undefined {
  const hasTable = Array.isArray(entry.table) && entry.table.length > 1;
  if (entry.ratedKv === undefined && entry.ratedCv === undefined && !hasTable) return undefined;
  const { ratedKv, fl, xfz, rangeability, characteristic } = toValve(entry);
  const table = entry.flTable as { travel: number; fl: number }[] | undefined;
  return { ratedKv, fl: table?.[table.length - 1]?.fl ?? fl, xfz: xfz ?? null, rangeability, characteristic };
}

/** Key figures of a model's entry (SI): a pump's, a valve's, a motor's plate; null where nothing of it can be drawn. */
export function summariseModel(kind: ModelKind, read: Readonly<Record<string, unknown>>): Record<string, unknown> | null {
  const summary = kind === 'pumps' ? summarisePump(read) : kind === 'valves' ? summariseValve(read) : read;
  return (summary as Record<string, unknown> | undefined) ?? null;
}
