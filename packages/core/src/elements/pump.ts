import { numberOr } from '../fields/defaults.js';
import { finding } from '../issues/issues.js';
import { cableDrop, type Cable } from '../pumps/cable.js';
import { motorDuty, TYPICAL_DRIVE, type MotorInput } from '../pumps/motor.js';
import { startTorque } from '../pumps/start-torque.js';
import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import { suctionEnergy } from '../pumps/suction-energy.js';
import { VISCOSITY_B_LIMIT } from '../pumps/viscosity.js';
import type { PumpResult } from '../results/results.js';
import { REFERENCE_DENSITY } from '../units/standard.js';
import {
  common,
  ENDS,
  isKnown,
  lacks,
  type BuildContext,
  type BuiltElement,
  type ElementKind,
  type Entries,
  type SolvedElement,
} from './kind.js';
import { ConstantLaw, NO_LOSS, type Loss, type LossLaw } from './laws.js';
import type { PumpModel } from './model.js';
import { isOff, MODES, PUMP_FIELDS } from './pump-fields.js';
import { following, settingOf } from './pump-setting.js';
import { pumpShortForm } from './pump-short-form.js';
import { pumpWorking } from './pump-working.js';
import { word } from '../words/word.js';

/** Head above which a pump of imposed power is held at vanishing flow, m. */
export const POWER_HEAD_BOUND = 5000;

/** Pump of imposed hydraulic power: head = P/(ρ·g·Q), bounded at vanishing flow. */
class PowerPumpLaw implements LossLaw {
  private readonly least: number;
  constructor(private readonly headFlow: number) {
    this.least = headFlow / POWER_HEAD_BOUND;
  }
  evaluate(flow: number, out: Loss): void {
    if (this.headFlow === 0) {
      out.loss = 0;
      out.slope = 0;
    } else if (flow <= this.least) {
      out.loss = -POWER_HEAD_BOUND;
      out.slope = 0;
    } else {
      out.loss = -this.headFlow / flow;
      out.slope = this.headFlow / (flow * flow);
    }
  }
}

/** The loss over a pump is minus its head; undefined where the head is whatever the rest asks for. */
export function pumpLaw(model: PumpModel, rhoG: number): LossLaw | undefined {
  const { law } = model;
  switch (law.kind) {
    case 'flow':
    case 'inlet-pressure':
    case 'sought':
      return undefined;
    case 'head':
      return new ConstantLaw(-law.head);
    case 'power':
      return new PowerPumpLaw(law.hydraulicPower / rhoG);
    case 'off':
      return NO_LOSS;
    case 'curve': {
      const p = law.performance;
      return {
        evaluate(flow, out) {
          out.loss = -p.head(flow);
          out.slope = -p.headSlope(flow);
        },
      };
    }
  }
}

function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['mode'], context)) return undefined;
  if (isOff(e)) return { model: { id, kind: 'pump', law: { kind: 'off' } } };
  const mode = e.mode as string;
  if (lacks(id, e, MODES[mode]!.needs, context)) return undefined;
  const pump = e.pump !== undefined ? context.pump(e.pump as string) : undefined;
  if (mode === 'curve' && !pump) return undefined;
  const performance = mode === 'curve' ? performanceOf(id, e, pump!, context) : undefined;
  const model: PumpModel = { id, kind: 'pump', law: lawFor(mode, e, performance) };
  const efficiency = e.efficiency as number | undefined;
  if (context.followed?.isThermal) {
    const nu = context.fluid.viscosity / context.fluid.density;
    if (performance) model.heat = { efficiencyAt: (q) => performance.efficiency(q) };
    else if (pump && e.variableSpeed === true)
      model.heat = { efficiencyAt: (q, h) => following(pump, e, nu, q, h)?.efficiency(q) };
    else if (efficiency !== undefined) model.heat = { efficiencyAt: () => efficiency };
  }
  return { model, ...(pump ? { pump } : {}), ...(performance ? { performance } : {}) };
}

function lawFor(mode: string, e: Entries, performance: PumpPerformance | undefined): PumpModel['law'] {
  if (mode === 'flow') return { kind: 'flow', flow: e.flow as number };
  if (mode === 'head') return e.head === 'solve' ? { kind: 'sought' } : { kind: 'head', head: e.head as number };
  if (mode === 'inlet-pressure') return { kind: 'inlet-pressure', pressure: e.pressure as number };
  if (mode === 'power') return { kind: 'power', hydraulicPower: (e.shaftPower as number) * (e.efficiency as number) };
  return { kind: 'curve', performance: performance! };
}

/** share of the diameter of the only curve down to which affinity holds. Source: Karassik et al., Pump Handbook, 4th ed. */
const LARGEST_TRIM = 0.85;

function performanceOf(id: string, e: Entries, pump: PumpInput, context: BuildContext): PumpPerformance {
  const { fluid } = context;
  const largest = pump.curves[pump.curves.length - 1]!;
  const setting = settingOf(pump, e, fluid.viscosity / fluid.density);
  const { diameter } = setting;
  if (isKnown(e.diameter) && largest.diameter === undefined)
    context.say(finding('diameter-unknown', id, { diameter: e.diameter }));
  const performance = new PumpPerformance(pump, setting);
  const outside =
    (pump.minDiameter !== undefined && diameter! < pump.minDiameter - 1e-9) ||
    (pump.maxDiameter !== undefined && diameter! > pump.maxDiameter + 1e-9);
  if (performance.diameterOutside || outside) context.say(finding('diameter-outside', id, { diameter: diameter! }));
  const share = pump.curves.length === 1 && diameter !== undefined && largest.diameter ? diameter / largest.diameter : 1;
  if (share < LARGEST_TRIM - 1e-9) context.say(finding('trim-large', id, { diameter: diameter!, share }));
  const { stages } = performance.setting;
  if (pump.stageOptions && !pump.stageOptions.includes(stages))
    context.say(finding('stages-not-made', id, { stages, made: [...pump.stageOptions] }));
  return performance;
}

function report(e: SolvedElement): PumpResult {
  const { fluid, gravity, atmosphere, read } = e;
  const rhoG = fluid.density * gravity;
  const { headLoss, ...ends } = common(e);
  const produced = headLoss === null ? null : headLoss === 0 ? 0 : -headLoss;
  // in metres of the liquid there
  const inletHead = e.inletElevation + (e.inletHead - e.inletElevation) * (e.reference / fluid.density);
  const npsha = inletHead - e.datum + (atmosphere - fluid.vapourPressure) / rhoG;
  const off = isOff(read);
  const result: PumpResult = {
    kind: 'pump',
    ...ends,
    head: produced,
    npsha: Number.isFinite(npsha) ? npsha : null,
    npshr: null,
    efficiency: null,
    shaftPower: null,
    hydraulicPower: produced === null ? null : rhoG * e.flow * produced,
    speed: (read.speed as number | undefined) ?? e.performance?.setting.speed ?? e.pump?.speed ?? null,
    diameter: (read.diameter as number | undefined) ?? e.performance?.setting.diameter ?? e.pump?.diameter ?? null,
    stages: (read.stages as number | undefined) ?? e.pump?.stages ?? null,
    running: off ? 0 : numberOr(PUMP_FIELDS, read, 'running'),
    bestFlow: null,
    flowRatio: null,
  };
  if (read.variableSpeed === true && !off) result.variableSpeed = true;
  if (isKnown(read.dissolvedGas) && Number.isFinite(npsha) && !off)
    result.gasHead = npsha - (read.dissolvedGas - fluid.vapourPressure) / rhoG;
  if (read.mode === 'power' && !off) {
    result.shaftPower = read.shaftPower as number;
    result.efficiency = read.efficiency as number;
    if (read.shaftPower === 0) e.say(finding('power-zero', e.id));
    else if (produced !== null && produced >= POWER_HEAD_BOUND * (1 - 1e-9))
      e.say(finding('power-bounded', e.id, { head: produced }));
  }
  const performance = e.performance ?? followingAt(e, produced);
  if (!performance && produced !== null && isKnown(read.efficiency) && read.mode !== 'power' && !off) {
    result.efficiency = read.efficiency;
    result.shaftPower = (result.hydraulicPower ?? 0) / read.efficiency;
  }
  if (!performance) return result;
  result.speed = performance.setting.speed;
  onCurve(e, performance, result);
  say(e, performance, result);
  return result;
}

/** of the efficiency on water, below which a centrifugal pump is a poor choice. Source: ISO/TR 17766, range of the tests */
const POOR_EFFICIENCY = 0.5;

/** The curve of a pump whose speed follows its duty, at the speed that gives it. */
function followingAt(e: SolvedElement, produced: number | null): PumpPerformance | undefined {
  if (
    e.read.variableSpeed !== true ||
    e.read.mode === 'power' ||
    !e.pump ||
    produced === null ||
    !(e.flow > 0) ||
    !(produced > 0)
  )
    return undefined;
  return following(e.pump, e.read, e.fluid.viscosity / e.fluid.density, e.flow, produced);
}

function onCurve(e: SolvedElement, p: PumpPerformance, r: PumpResult): void {
  const { running } = p.setting;
  r.npshr = p.npshr(e.flow) ?? null;
  r.efficiency = p.efficiency(e.flow) ?? null;
  r.shaftPower = p.shaftPower(e.flow, e.fluid.density, e.gravity) ?? null;
  if (p.hasBestFlow) {
    r.bestFlow = p.bestFlow;
    r.flowRatio = e.flow / running / p.bestFlow;
  }
  if (e.isBrief) return;
  r.b = p.viscosity.b;
  r.cq = p.viscosity.cq;
  r.ch = p.headFactor(e.flow);
  r.ceta = p.viscosity.ceta;
  if (p.hasBestFlow) r.specificSpeed = p.specificSpeed;
  const suction = p.hasBestFlow ? p.suctionSpecificSpeed : undefined;
  if (suction !== undefined) {
    r.suctionSpecificSpeed = suction;
    const { eyeDiameter, suctionBore, eyes } = p.pump;
    const eye =
      eyeDiameter !== undefined ? { diameter: eyeDiameter } : suctionBore !== undefined ? { nozzle: suctionBore } : undefined;
    if (eye) {
      const gravity = e.fluid.density / REFERENCE_DENSITY;
      const energy = suctionEnergy(eye, eyes === 2 ? 2 : 1, p.setting.speed, suction, gravity);
      r.suctionEnergy = energy.value;
      r.suctionEnergyLevel = energy.level;
    }
  }
  const { bore } = e.read;
  const past = e.pump?.motor?.outsideDiameter;
  if (isKnown(bore) && past !== undefined && past < bore)
    r.motorVelocity = e.flow / running / ((Math.PI / 4) * (bore * bore - past * past));
  const shut = e.pump?.motor ? (p.shaftPower(0, e.fluid.density, e.gravity) ?? 0) / running : 0;
  const start = e.pump?.motor && startTorque(e.pump.motor, shut, numberOr(PUMP_FIELDS, e.read, 'startVoltage'));
  if (start) r.startTorque = start.least;
  const greatest = p.greatestPower(e.fluid.density, e.gravity);
  if (greatest !== undefined) r.greatestPower = greatest;
  const plate = onItsDrive(e);
  const motor = plate && r.shaftPower !== null ? motorDuty(plate, r.shaftPower / running) : undefined;
  if (!motor) return;
  r.inputPower = motor.inputPower * running;
  r.motorEfficiency = motor.efficiency;
  if (plate!.driveEfficiency !== undefined) r.driveLoss = r.inputPower * (1 - plate!.driveEfficiency);
  if (motor.powerFactor !== undefined) r.powerFactor = motor.powerFactor;
  if (motor.current === undefined) return;
  r.current = motor.current;
  const cable = e.read.cable as Cable | undefined;
  if (!cable || motor.powerFactor === undefined) return;
  const taken = cableDrop(cable, motor.current, motor.powerFactor, plate!.phases);
  r.cableDrop = taken / plate!.voltage!;
  r.motorVoltage = plate!.voltage! - taken;
}

/** the motor as it is fed: where the speed follows the duty there is a drive, a typical one unless its efficiency is entered */
function onItsDrive({ pump, read }: SolvedElement): MotorInput | undefined {
  const motor = pump?.motor;
  return motor && read.variableSpeed === true && motor.driveEfficiency === undefined
    ? { ...motor, driveEfficiency: TYPICAL_DRIVE }
    : motor;
}

function say(e: SolvedElement, p: PumpPerformance, r: PumpResult): void {
  const { id } = e;
  if (p.offCurve(r.flow)) e.say(finding('off-curve', id, { flow: r.flow / p.setting.running, last: p.lastFlow }));
  if (!p.hasBestFlow && p.viscosity.cq < 1) e.say(finding('best-flow-assumed', id, { flow: p.bestFlow }));
  const { b, ceta } = p.viscosity;
  if (b > VISCOSITY_B_LIMIT || ceta < POOR_EFFICIENCY) e.say(finding('method-range', id, { method: 'viscosity', b, ceta }));
  if (r.flow < -1e-9) e.say(finding('pump-reversed', id, { flow: r.flow }));
  if (Math.abs(r.flow) <= 1e-9)
    e.say(finding(e.shortBy > 0 ? 'pump-short' : 'no-flow', id, { short: e.shortBy, shutOff: p.head(0) }));
  if (r.npsha !== null && r.npshr !== null && r.flow > 0 && r.npsha < r.npshr)
    e.say(finding('npsh-low', id, { npsha: r.npsha, npshr: r.npshr }));
}

export const pump: ElementKind<PumpResult> = {
  label: word('kind.pump'),
  prefix: 'P',
  words: 'pump',
  fields: PUMP_FIELDS,
  shown: (e) => ['mode', ...(MODES[e.mode as string]?.shown ?? []), 'datum'],
  givens: (e) =>
    e.mode === 'head' && e.head === 'solve' ? { given: [], solved: [word('given.head')] } : MODES[e.mode as string]?.givens,
  beginning: {},
  shortForm: pumpShortForm,
  build,
  report,
  used: ({ performance, datum }) => ({
    datum,
    ...(performance
      ? { speed: performance.setting.speed, diameter: performance.setting.diameter, stages: performance.setting.stages }
      : {}),
  }),
  found: (_key, _read, r) => r.head,
  part: 'otherPumps',
  holder: 'pump',
  worked: [
    'head',
    'hydraulicPower',
    'efficiency',
    'shaftPower',
    'npsha',
    'npshr',
    'flowRatio',
    'motorEfficiency',
    'inputPower',
    'current',
    ...ENDS,
  ],
  working: pumpWorking,
};
