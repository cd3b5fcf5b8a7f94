import type { RawEntry } from '../document/study.js';
import { splitStages } from './stages.js';

/*
 * Curves that are typical of a specific speed, for a study that has to go on before a maker answers. No pump's own.
 */

/** A duty through which a typical curve runs as its best-efficiency point. */
export interface TypicalDuty {
  /** of the pump, m³/s */
  flow: number;
  /** of all stages, m */
  head: number;
  /** rpm */
  speed: number;
  /** found from the specific speed where it is not given */
  stages?: number;
  /** suction eyes, 1 or 2 */
  eyes?: number;
  /** n·√Q/NPSHR^0.75 by the flow of one eye (rpm, m³/s, m); 180 where it is not given */
  suctionSpecificSpeed?: number;
}

/** A curve in shares of its best-efficiency point, by specific speed. */
export interface TypicalShape {
  /** n·√Q/H^0.75 of one stage and one eye: rpm, m³/s, m */
  specificSpeed: number;
  /** head at no flow over that at best efficiency */
  shutOff: number;
  /** shaft power at no flow over that at best efficiency */
  shutOffPower: number;
  head: (x: number) => number;
  /** shaft power over that at best efficiency */
  power: (x: number) => number;
  /** efficiency over the best */
  efficiency: (x: number) => number;
  /** NPSHR over that at best efficiency */
  npshr: (x: number) => number;
}

/** n·√Q/H^0.75 between which radial and mixed-flow pumps are made and the shapes below stand */
export const TYPICAL_RANGE = [7, 160] as const;
const USUAL_SUCTION_SPECIFIC_SPEED = 180;

/**
 * Shape of head, power, efficiency and NPSHR over flow that goes with a specific speed.
 *
 * The head at no flow rises with the specific speed as in Stepanoff's chart of types (Centrifugal and Axial Flow Pumps, 2nd ed., ch. 9):
 * some 1.2 times the best-efficiency head at 20, 1.35 at 60, 1.65 at 100. The power runs straight from no flow to the best-efficiency
 * point; that the best efficiency lies there fixes its value at no flow, k·(H0 − 1): rising with the flow for low specific speeds,
 * falling above some 115.
 *
 * @param specificSpeed n·√Q/H^0.75, 7…160
 */
export function typicalShape(specificSpeed: number): TypicalShape {
  const shutOff = 1.13 + 0.0025 * specificSpeed + (specificSpeed / 170) ** 2.5;
  const k = 1 + 1 / (1 + (specificSpeed / 70) ** 2);
  const shutOffPower = k * (shutOff - 1);
  const head = (x: number): number => shutOff - (shutOff - 1) * x ** k;
  const power = (x: number): number => shutOffPower + (1 - shutOffPower) * x;
  return {
    specificSpeed,
    shutOff,
    shutOffPower,
    head,
    power,
    efficiency: (x) => (x * head(x)) / power(x),
    npshr: (x) => 0.55 + 0.1 * x + 0.35 * x ** 3.2,
  };
}

/**
 * Best efficiency that a pump of a size and a specific speed reaches.
 * Source: Gülich, Centrifugal Pumps, 3rd ed., table 3.9 (single-stage single-entry; multistage). nq up to 100, taken as 100 above.
 * Example: 0.1 m³/s and 30 of one stage → 0.849
 *
 * @param flow m³/s @param specificSpeed of one stage and eye
 */
export function attainableEfficiency(flow: number, specificSpeed: number, stages = 1): number {
  const nq = Math.min(100, specificSpeed);
  const size = 1 / flow;
  const a = flow <= 1 ? 1 : 0.5;
  const one = stages === 1;
  const m = (one ? 0.1 : 0.08) * a * size ** 0.15 * (45 / nq) ** 0.06;
  const offset = one ? 0.35 - Math.log10(nq / 23) : 0.26 - Math.log10(nq / 25);
  const lost = one ? 0.095 * size ** m + 0.3 * offset ** 2 * size ** 0.05 : 0.116 * size ** m + 0.4 * offset ** 2;
  return Math.min(0.92, Math.max(0.1, 1 - lost));
}

/** shares of the best-efficiency flow at which the rows stand */
const ROWS = [0, 0.2, 0.4, 0.55, 0.7, 0.85, 1, 1.1, 1.2, 1.3];

export type TypicalPump =
  | { ok: true; entry: RawEntry; specificSpeed: number; stages: number }
  | { ok: false; specificSpeed: number; range: readonly [number, number] };

/**
 * A typical pump for a duty, as an entry of a study or a catalogue, marked `typical`. Refused where no pump of that specific speed
 * is of this kind: then another speed or another count of stages is needed.
 * Example: 100 m³/h, 50 m, 2950 rpm → one stage, specific speed 26.1
 */
export function typicalPump(duty: TypicalDuty): TypicalPump {
  const eyes = duty.eyes ?? 1;
  const stages = duty.stages ?? splitStages(duty.flow, duty.head, duty.speed);
  const specificSpeed = (duty.speed * Math.sqrt(duty.flow / eyes)) / (duty.head / stages) ** 0.75;
  if (!(specificSpeed >= TYPICAL_RANGE[0] && specificSpeed <= TYPICAL_RANGE[1]))
    return { ok: false, specificSpeed, range: TYPICAL_RANGE };
  const shape = typicalShape(specificSpeed);
  const best = attainableEfficiency(duty.flow, specificSpeed, stages);
  const suction = duty.suctionSpecificSpeed ?? USUAL_SUCTION_SPECIFIC_SPEED;
  const npshr = ((duty.speed * Math.sqrt(duty.flow / eyes)) / suction) ** (4 / 3);
  const figure = (x: number): number => Number(x.toPrecision(4));
  const entry = {
    name: `Typical, ${figure(duty.flow * 3600)} m³/h at ${figure(duty.head)} m`,
    typical: true,
    notes: `Typical curve of specific speed ${specificSpeed.toFixed(1)}; no maker's. To be replaced when a maker answers.`,
    speed: `${figure(duty.speed)} rpm`,
    ...(stages > 1 ? { stages } : {}),
    ...(eyes > 1 ? { eyes } : {}),
    curve: ROWS.map((x) => ({
      flow: `${figure(duty.flow * x * 3600)} m3/h`,
      head: `${figure(duty.head * shape.head(x))} m`,
      efficiency: Number((best * shape.efficiency(x)).toFixed(4)),
      npshr: `${Number((npshr * shape.npshr(x)).toPrecision(3))} m`,
    })),
    minFlow: `${figure(duty.flow * 0.3 * 3600)} m3/h`,
  };
  return { ok: true, entry, specificSpeed, stages };
}
