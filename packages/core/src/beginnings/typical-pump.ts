import { MOTOR_RATINGS } from '../pumps/motor-ratings.js';
import { typicalMotorEfficiency } from '../pumps/typical-motor.js';
import type { RawEntry } from '../document/study.js';

/*
 * A pump as most are that are made for a duty: its curve shows what a service asks for until a maker's curve takes its place. The shape
 * follows from specific speed, the level of efficiency from size and specific speed, NPSH from suction specific speed; the trends are those
 * of Gülich, Centrifugal Pumps, 4th ed., 3.6, 3.9 and 6.2.3, in round numbers.
 */

/** What the pump is for; SI, rpm. */
export interface PumpDuty {
  /** of one unit */
  flow: number;
  head: number;
  /** least NPSH available at this flow, m; null where nothing is known of it */
  npsha: number | null;
  /** kg/m³ of the heaviest liquid */
  density: number;
  /** of the mains, Hz */
  frequency: 50 | 60;
}

/** n·√Q/NPSH^0.75 (rpm, m³/s, m): usual of end-suction pumps, below what the check of it allows */
const SUCTION = 190;
/** share of available NPSH that the curve may take at its duty */
const NPSH_SHARE = 1 / 1.5;
/** rpm at full load of motors of two to eight poles at 50 Hz */
const SPEEDS = [2950, 1475, 985, 735];
/** specific speed n·√Q/H^0.75 below which a stage loses too much, and of usual stages */
const SLENDER = 14;
const ROWS = [0, 0.2, 0.4, 0.6, 0.8, 0.9, 1, 1.1, 1.2, 1.3];
/** rated power of a motor over the largest shaft power on the curve */
const MOTOR_MARGIN = 1.12;

const npshAt = (speed: number, flow: number): number => ((speed * Math.sqrt(flow)) / SUCTION) ** (4 / 3);
const rounded = (x: number): number => Number(x.toPrecision(4));

/** The highest speed at which a pump of usual suction holds the NPSH that there is; the lowest where none does. */
function speedFor({ flow, npsha, frequency }: PumpDuty): number {
  const speeds = SPEEDS.map((n) => Math.round((n * frequency) / 50));
  return speeds.find((n) => npsha === null || npshAt(n, flow) <= npsha * NPSH_SHARE) ?? speeds.at(-1)!;
}

/** The head of the curve at a share of its best flow, over the head there. */
const shapeOf =
  (rise: number) =>
  (share: number): number =>
    1 + rise * (1 - share ** 2.1);

/** How the curve of such a pump rises towards shut-off, for what is asked at part load. */
export function riseOf(duty: PumpDuty): { rise: number; speed: number; stages: number } {
  const speed = speedFor(duty);
  // as many stages as bring the specific speed of one into the usual range
  const one = (speed * Math.sqrt(duty.flow)) / duty.head ** 0.75;
  const stages = Math.max(1, Math.ceil((SLENDER / one) ** (4 / 3)));
  const specific = one * stages ** 0.75;
  return { rise: 0.12 + 0.005 * Math.min(60, specific), speed, stages };
}

export const headShape = (duty: PumpDuty): ((share: number) => number) => shapeOf(riseOf(duty).rise);

/** A pump whose best efficiency is at a duty, as an entry of a study that is marked as typical. */
export function typicalPump(duty: PumpDuty, name: string): RawEntry {
  const { flow, head, density, frequency } = duty;
  const { rise, speed, stages } = riseOf(duty);
  const shape = shapeOf(rise);
  const specific = (speed * Math.sqrt(flow)) / (head / stages) ** 0.75;
  const best = Math.min(0.86, Math.max(0.35, 0.88 - 0.06 / Math.sqrt(flow * 10) - 0.18 * Math.log10(specific / 45) ** 2));
  const npsh = npshAt(speed, flow);
  const rows = ROWS.map((x) => {
    const efficiency = best * (1 - Math.abs(1 - x) ** 2.15 * (x > 1 ? 1.5 : 1));
    return { x, head: head * shape(x), efficiency: Math.max(0, efficiency), npshr: npsh * (0.6 + 0.05 * x + 0.35 * x ** 3.2) };
  });
  const power = Math.max(
    ...rows.filter((r) => r.efficiency > 0.05).map((r) => (density * 9.81 * r.x * flow * r.head) / r.efficiency),
  );
  const rating = MOTOR_RATINGS.find((p) => p >= MOTOR_MARGIN * power) ?? rounded(1.15 * power);
  return {
    name,
    typical: true,
    speed: `${speed} rpm`,
    ...(stages > 1 ? { stages } : {}),
    curve: rows.map((r) => ({
      flow: `${rounded(r.x * flow * 3600)} m3/h`,
      head: `${rounded(r.head)} m`,
      efficiency: Number(r.efficiency.toFixed(3)),
      npshr: `${rounded(r.npshr)} m`,
    })),
    minFlow: `${rounded(0.3 * flow * 3600)} m3/h`,
    motor: { ratedPower: `${rating / 1000} kW`, efficiency: Number(typicalMotorEfficiency(rating).toFixed(3)), voltage: frequency === 60 ? '460 V' : '400 V', powerFactor: 0.86, frequency: `${frequency} Hz` }, // prettier-ignore
  };
}
