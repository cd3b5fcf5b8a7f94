import { driveRange } from '../pumps/standing.js';
import { configure, largestDiameter, performanceAt, type Running } from '../catalogue/configure.js';
import type { Study } from '../document/study.js';
import { bracketedSecant } from '../numerics/roots.js';
import { TYPICAL_DRIVE } from '../pumps/motor.js';
import { electricityOf, inputPower } from '../pumps/input-power.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import type { PumpResult } from '../results/results.js';
import type { ScenarioModel } from '../scenarios/model.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { requirementOf } from './requirement.js';

/** Ways to come down to the flow that is asked: by a valve, a smaller impeller, another speed, or a way back to the supply. */
export type SchemeKind = 'throttle' | 'trim' | 'speed' | 'bypass';

/** What the pump does in one scenario under a scheme; all units together. */
export interface SchemePoint {
  /** through the pump: with a bypass more than is asked, m³/s */
  flow: number;
  head: number;
  /** rpm */
  speed: number;
  efficiency: number | null;
  /** W */
  shaftPower: number | null;
  inputPower: number | null;
}

export interface ControlScheme {
  kind: SchemeKind;
  /** of the impeller, m */
  diameter: number | null;
  /** null: the scheme does not come to what is asked there */
  scenarios: Record<string, SchemePoint | null>;
  /** J of electricity over the hours of the scenarios; null where one of those with hours is not reached or has no power */
  energyPerYear: number | null;
  /** no motor is named: that of a typical one */
  isTypical: boolean;
}

/** of the published flow, up to which the flow of a bypass is looked for */
const BYPASS_REACH = 1.25;

interface Asked {
  scenario: string;
  flow: number;
  head: number;
  running: Running;
  hours: number;
  density: number;
  gravity: number;
  /** rpm, as it stands there */
  speed: number;
}

/**
 * The same duties by four ways of control, at the flow and the least head that each judged scenario asks (controlling valves at
 * the upper edge of their band). What a bypass adds to the loss before the pump is not counted. Empty without a pump on a curve.
 *
 * Source: Karassik et al., Pump Handbook, 4th ed., §12 (control of flow); affinity and trims as everywhere.
 */
export function controlSchemes(study: Study, pump: string): ControlScheme[] {
  const present = runStudy(study).scenarios.filter((s) => s.model?.judged && s.result);
  const first = present.find((s) => performanceOf(s.model!, pump));
  const own = first && performanceOf(first.model!, pump);
  if (!own) return [];
  const asked = present.flatMap((s) => askedOf(s, pump));
  if (asked.length === 0) return [];
  const { pump: input, setting } = own;
  const { stages, diameter } = setting;
  const at = (a: Asked, more: { diameter?: number | undefined; speed?: number } = {}): PumpPerformance =>
    performanceAt(input, { stages, diameter, speed: a.speed, ...more }, a.running);

  // a valve takes what the head is too much
  const meetingAt = (a: Asked, p: PumpPerformance): SchemePoint | null =>
    p.head(a.flow) >= a.head * (1 - 1e-9) ? pointOf(a, p, a.flow, input, 1) : null;
  const scheme = (
    kind: SchemeKind,
    of: (a: Asked) => SchemePoint | null,
    impeller: number | undefined = diameter,
  ): ControlScheme => {
    const points = asked.map((a) => ({ a, point: of(a) }));
    return {
      kind,
      diameter: impeller ?? null,
      scenarios: Object.fromEntries(points.map(({ a, point }) => [a.scenario, point])),
      energyPerYear: energyOf(points),
      isTypical: !input.motor?.ratedPower || !input.motor.efficiency,
    };
  };
  const schemes = [scheme('throttle', (a) => meetingAt(a, at(a)))];
  // one impeller for all scenarios, each at its own speed, with the stages that it has
  const largest = diameter ?? largestDiameter(input);
  const fixed = { ...input, stageOptions: [stages], ...(largest === undefined ? {} : { maxDiameter: largest }) };
  const trimmed = Math.max(...asked.map((a) => configure(fixed, [a], true, a.speed).diameter ?? Infinity));
  if (largest !== undefined && trimmed < largest - 1e-9)
    schemes.push(scheme('trim', (a) => meetingAt(a, at(a, { diameter: trimmed })), trimmed));
  schemes.push(scheme('speed', (a) => slowedTo(a, input, setting.speed, (speed) => at(a, { speed }))));
  schemes.push(scheme('bypass', (a) => bypassing(a, at(a), input)));
  return schemes;
}

const performanceOf = (model: ScenarioModel, pump: string): PumpPerformance | undefined =>
  model.elements.find((e) => e.id === pump)?.performance;

function askedOf(s: SolvedScenario, pump: string): Asked[] {
  const model = s.model!;
  const speed = performanceOf(model, pump)?.setting.speed;
  const r = requirementOf(model, s.result!, pump);
  if (!r || speed === undefined) return [];
  const { flow, head, running } = r;
  const { density } = model.fluid;
  return [
    { scenario: s.id, flow, head, running, hours: model.hoursPerYear ?? 0, density, gravity: model.network.gravity, speed },
  ];
}

function pointOf(a: Asked, p: PumpPerformance, flow: number, input: PumpInput, drive: number): SchemePoint {
  const { running } = p.setting;
  const shaftPower = p.shaftPower(flow, a.density, a.gravity) ?? null;
  const taken = shaftPower === null ? null : inputPower(input.motor, shaftPower, running, drive).power;
  const efficiency = p.efficiency(flow) ?? null;
  return { flow, head: p.head(flow), speed: p.setting.speed, efficiency, shaftPower, inputPower: taken };
}

/** the speed at which the head is just what is asked; at the least speed a valve takes the rest */
function slowedTo(a: Asked, input: PumpInput, full: number, at: (speed: number) => PumpPerformance): SchemePoint | null {
  const { least, most } = driveRange(input, full);
  const surplus = (speed: number): number => at(speed).head(a.flow) - a.head;
  if (surplus(most) < -1e-9 * a.head) return null;
  const speed = surplus(least) >= 0 ? least : surplus(most) <= 0 ? most : bracketedSecant(surplus, least, most);
  return pointOf(a, at(speed), a.flow, input, input.motor?.driveEfficiency ?? TYPICAL_DRIVE);
}

/** so much more flow that the head comes down to what is asked; null where it does not within the curve */
function bypassing(a: Asked, p: PumpPerformance, input: PumpInput): SchemePoint | null {
  const surplus = (flow: number): number => p.head(flow) - a.head;
  if (surplus(a.flow) < -1e-9 * a.head) return null;
  const end = p.lastFlow * p.setting.running * BYPASS_REACH;
  if (surplus(a.flow) <= 0) return pointOf(a, p, a.flow, input, 1);
  if (end <= a.flow || surplus(end) > 0) return null;
  return pointOf(a, p, bracketedSecant(surplus, a.flow, end), input, 1);
}

function energyOf(points: readonly { a: Asked; point: SchemePoint | null }[]): number | null {
  let energy = 0;
  for (const { a, point } of points) {
    if (a.hours === 0) continue;
    if (point?.inputPower == null) return null;
    energy += a.hours * 3600 * point.inputPower;
  }
  return energy;
}

/** What the electricity of a year goes into, J; of one scenario, or all together. */
export interface EnergyByCause {
  /** elevation, pressure and wells between the places of known head */
  lift: number;
  /** pipes and fittings */
  friction: number;
  devices: number;
  valves: number;
  /** shaft power less hydraulic power */
  pump: number;
  /** motor and drive */
  motor: number;
  /** all of it */
  total: number;
  /** kg of liquid moved in that time */
  mass: number;
  isTypical: boolean;
}

/**
 * Energy of a pump by scenario and cause, from its head breakdown and its powers: every metre of head costs ρ·g·Q. Scenarios
 * without hours, breakdown or power are left out.
 */
export function energyByCause(scenarios: readonly SolvedScenario[], pump: string): Map<string, EnergyByCause> {
  const found = new Map<string, EnergyByCause>();
  for (const { id, model, result } of scenarios) {
    const r = result?.elements[pump] as PumpResult | undefined;
    const parts = result?.breakdowns[pump];
    if (!model?.judged || !model.hoursPerYear || !r || !parts || !(r.shaftPower! > 0) || r.hydraulicPower === null) continue;
    const seconds = model.hoursPerYear * 3600;
    const perMetre = model.fluid.density * model.network.gravity * r.flow * seconds;
    const shaft = r.shaftPower! * seconds;
    const isTypical = r.inputPower === undefined;
    const total = electricityOf(r)! * seconds;
    found.set(id, {
      lift: (parts.lift + parts.pressure + parts.velocity + parts.well + parts.otherPumps + parts.columns) * perMetre,
      friction: (parts.pipes + parts.fittings) * perMetre,
      devices: parts.devices * perMetre,
      valves: parts.valves * perMetre,
      pump: shaft - r.hydraulicPower * seconds,
      motor: total - shaft,
      total,
      mass: model.fluid.density * r.flow * seconds,
      isTypical,
    });
  }
  return found;
}
