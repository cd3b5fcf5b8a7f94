import { PumpPerformance, type PumpInput, type PumpSetting } from '../pumps/pump.js';

/** What a pump is asked at one point: flow of the group m³/s, head m. */
export interface Requirement {
  flow: number;
  head: number;
}

/** How a pump runs beside its stages and its diameter. */
export type Running = Omit<PumpSetting, 'stages' | 'diameter' | 'speed'>;

export interface Configured {
  performance: PumpPerformance;
  diameter: number | undefined;
  stages: number;
  /** meets every requirement; false: its largest diameter and most stages do not */
  meets: boolean;
}

const DEFAULT_TRIM_STEP = 1e-3;
/** share of a step by which a diameter of a table may miss the grid of steps */
const ON_GRID = 1e-6;

/** largest diameter of an entry, m: of its limits, else of its curves; undefined for one without */
export function largestDiameter(pump: PumpInput): number | undefined {
  const { maxDiameter } = pump;
  return maxDiameter ?? pump.curves[pump.curves.length - 1]!.diameter ?? pump.diameter;
}

/** least diameter to which it is trimmed: of its limits, else of its curves; one curve alone is not trimmed */
function leastDiameter(pump: PumpInput): number | undefined {
  return pump.minDiameter ?? (pump.curves.length > 1 ? pump.curves[0]!.diameter : undefined);
}

const meetsAll = (p: PumpPerformance, requirements: readonly Requirement[]): boolean =>
  requirements.every((r) => p.head(r.flow) >= r.head);

/**
 * The pump for given requirements: the fewest made stages that meet them at the largest diameter, then the smallest diameter in steps
 * of a trim that still does. One that cannot meet them stays at its largest.
 *
 * @param speed rpm; that of its curves where it is not given
 */
export function configure(
  pump: PumpInput,
  requirements: readonly Requirement[],
  running: Running,
  speed = pump.speed ?? pump.curves[pump.curves.length - 1]!.speed,
): Configured {
  const largest = largestDiameter(pump);
  const at = (stages: number, diameter: number | undefined): PumpPerformance =>
    new PumpPerformance(pump, { ...running, speed, stages, ...(diameter === undefined ? {} : { diameter }) });
  const counts = pump.stageOptions ? [...pump.stageOptions].sort((a, b) => a - b) : [pump.stages];
  const stages = counts.find((n) => meetsAll(at(n, largest), requirements));
  if (stages === undefined) {
    const most = counts[counts.length - 1]!;
    return { performance: at(most, largest), diameter: largest, stages: most, meets: false };
  }
  const least = leastDiameter(pump);
  if (largest === undefined || least === undefined || !(least < largest))
    return { performance: at(stages, largest), diameter: largest, stages, meets: true };
  const step = pump.trimStep ?? DEFAULT_TRIM_STEP;
  const steps = Math.floor((largest - least) / step + ON_GRID);
  // the head falls with the diameter: the last step that meets is between one that does and one that does not
  let meets = 0;
  let fails = steps + 1;
  while (fails - meets > 1) {
    const middle = Math.floor((meets + fails) / 2);
    if (meetsAll(at(stages, largest - middle * step), requirements)) meets = middle;
    else fails = middle;
  }
  const diameter = largest - meets * step;
  return { performance: at(stages, diameter), diameter, stages, meets: true };
}
