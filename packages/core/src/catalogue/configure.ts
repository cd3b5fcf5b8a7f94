import { entrySpeed } from '../pumps/standing.js';
import { headOf, PumpPerformance, type PumpInput, type PumpSetting } from '../pumps/pump.js';

/** How a pump runs beside its stages and its diameter. */
export type Running = Omit<PumpSetting, 'stages' | 'diameter' | 'speed'>;

/** What a pump is asked at one point: flow of the group m³/s, head m, and how it runs there. */
export interface Requirement {
  flow: number;
  head: number;
  running: Running;
}

export interface Configured {
  /** rpm */
  speed: number;
  /** of the impeller, m; undefined for a pump whose entry gives none */
  diameter: number | undefined;
  stages: number;
  /** meets every requirement; false: its largest diameter and most stages do not */
  meets: boolean;
}

/** m */
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

/**
 * The pump for given requirements: the fewest made stages that meet them at the largest diameter, then the smallest diameter in steps
 * of a trim that still does. One that cannot meet them stays at its largest.
 *
 * @param trim false: at its largest diameter @param speed rpm; that of its curves where it is not given
 */
export function configure(
  pump: PumpInput,
  requirements: readonly Requirement[],
  trim = true,
  speed = entrySpeed(pump),
): Configured {
  const largest = largestDiameter(pump);
  // what asks for the most head is missed first
  const hardest = [...requirements].sort((a, b) => b.head - a.head);
  const meets = (stages: number, diameter: number | undefined): boolean =>
    hardest.every((r) => headOf(pump, settingAt({ speed, stages, diameter }, r.running), r.flow) >= r.head);
  const counts = pump.stageOptions ? [...pump.stageOptions].sort((a, b) => a - b) : [pump.stages];
  const stages = counts.find((n) => meets(n, largest));
  if (stages === undefined) return { speed, diameter: largest, stages: counts[counts.length - 1]!, meets: false };
  const least = leastDiameter(pump);
  if (!trim || largest === undefined || least === undefined || !(least < largest))
    return { speed, diameter: largest, stages, meets: true };
  const step = pump.trimStep ?? DEFAULT_TRIM_STEP;
  // the head falls with the diameter: the last step that meets is between one that does and one that does not
  let last = 0;
  let fails = Math.floor((largest - least) / step + ON_GRID) + 1;
  while (fails - last > 1) {
    const middle = Math.floor((last + fails) / 2);
    if (meets(stages, largest - middle * step)) last = middle;
    else fails = middle;
  }
  return { speed, diameter: largest - last * step, stages, meets: true };
}

/** as a catalogue has it: one new unit on water */
export const ONE_UNIT: Running = { running: 1, wear: 0 };

/** The curve of a pump as it is configured and as it runs. */
export function performanceAt(
  pump: PumpInput,
  at: Pick<Configured, 'speed' | 'stages' | 'diameter'>,
  running = ONE_UNIT,
): PumpPerformance {
  return new PumpPerformance(pump, settingAt(at, running));
}

/** written out: catalogues are configured by the hundred thousand */
function settingAt(
  { speed, stages, diameter }: Pick<Configured, 'speed' | 'stages' | 'diameter'>,
  { running, wear, kinematicViscosity, viscousNpshr }: Running,
): PumpSetting {
  const setting: PumpSetting = { speed, stages, running, wear };
  if (diameter !== undefined) setting.diameter = diameter;
  if (kinematicViscosity !== undefined) setting.kinematicViscosity = kinematicViscosity;
  if (viscousNpshr !== undefined) setting.viscousNpshr = viscousNpshr;
  return setting;
}
