import { REFERENCE_DENSITY } from '../units/standard.js';
import { numberOr } from '../fields/defaults.js';
import {
  choice,
  elevation,
  flow,
  gauge,
  head,
  impeller,
  named,
  number,
  quantity,
  speed,
  text,
  yesNo,
  type Fields,
} from '../fields/field.js';
import {
  joined,
  namePiece,
  put,
  quantityPiece,
  shareOf,
  shown,
  wordPiece,
  words,
  type Piece,
  type ShortForm,
} from '../fields/short-form.js';
import { finding } from '../issues/issues.js';
import { motorDuty } from '../pumps/motor.js';
import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import { suctionEnergy } from '../pumps/suction-energy.js';
import { VISCOSITY_B_LIMIT } from '../pumps/viscosity.js';
import type { PumpResult } from '../results/results.js';
import {
  common,
  ENDS,
  isKnown,
  lacks,
  type BuildContext,
  type BuiltElement,
  type ElementKind,
  type Entries,
  type Givens,
  type SolvedElement,
} from './kind.js';
import { ConstantLaw, NO_LOSS, type Loss, type LossLaw } from './laws.js';
import type { PumpModel } from './model.js';
import { following } from './pump-speed.js';
import { pumpWorking } from './pump-working.js';

export const PUMP_FIELDS: Fields = {
  ...named,
  outletElevation: elevation('Outlet elevation', { short: 'Outlet' }),
  mode: choice(['flow', 'head', 'inlet-pressure', 'power', 'curve', 'off'], 'Given', {
    words: {
      flow: 'flow',
      head: 'head',
      'inlet-pressure': 'suction pressure',
      power: 'shaft power',
      curve: 'curve',
      off: 'off',
    },
  }),
  flow: flow('Flow'),
  head: head('Head', { solve: true }),
  pressure: gauge('Suction pressure held', { short: 'Suction p' }),
  variableSpeed: yesNo('Speed follows the duty', { default: false, short: 'Speed follows' }),
  leastSuctionPressure: gauge('Least suction pressure', { short: 'Suction ≥' }),
  mostDischargePressure: gauge('Highest discharge pressure', { short: 'Discharge ≤' }),
  shaftPower: quantity('power', 0, 1e10, 'Shaft power'),
  efficiency: number(1e-6, 1, 'Efficiency', { percent: true }),
  pump: text('Pump', { names: 'pumps' }),
  speed: speed('Speed'),
  diameter: impeller('Impeller diameter', { short: 'Impeller Ø' }),
  stages: number(1, 1000, 'Stages', { integer: true }),
  running: number(0, 100, 'Units running', { integer: true, default: 1, short: 'Running' }),
  wear: number(0, 0.99, 'Wear, head lost', { percent: true, default: 0, short: 'Wear' }),
  viscosityCorrection: yesNo('Viscosity correction', { default: true, short: 'Viscosity corr.' }),
  datum: elevation('NPSH datum'),
  rated: {
    type: 'record',
    label: 'Rated point',
    fields: {
      flow: flow('Rated flow', { required: true }),
      head: head('Rated head', { required: true }),
      grade: choice(['1B', '1E', '1U', '2B', '2U', '3B'], 'Grade of acceptance, ISO 9906'),
    },
  },
  bore: impeller('Bore that it goes into', { short: 'Well bore' }),
  freeGas: number(0, 1, 'Free gas at the inlet', { percent: true, short: 'Free gas' }),
};

/** what a pump whose duty is given may be held against */
const FOLLOWING = ['pump', 'variableSpeed', 'running', 'efficiency', 'leastSuctionPressure', 'mostDischargePressure'] as const;

/** what each mode needs, and what its panel shows beside that */
const MODES: Readonly<Record<string, { needs: readonly string[]; shown: readonly string[]; givens: Givens }>> = {
  flow: { needs: ['flow'], shown: ['flow', ...FOLLOWING], givens: { given: ['flow'], solved: ['head'] } },
  head: { needs: ['head'], shown: ['head', ...FOLLOWING], givens: { given: ['head'], solved: ['flow'] } },
  'inlet-pressure': {
    needs: ['pressure'],
    shown: ['pressure', ...FOLLOWING],
    givens: { given: ['suction pressure'], solved: ['head'] },
  },
  power: {
    needs: ['shaftPower', 'efficiency'],
    shown: ['shaftPower', 'efficiency'],
    givens: { given: ['shaft power', 'efficiency'], solved: ['flow', 'head'] },
  },
  curve: {
    needs: ['pump'],
    shown: ['pump', 'speed', 'diameter', 'stages', 'running', 'wear', 'viscosityCorrection', 'bore', 'freeGas'],
    givens: { given: ['curve'], solved: ['flow', 'head'] },
  },
  off: { needs: [], shown: [], givens: { given: ['off'], solved: [] } },
};

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

const isOff = (e: Entries): boolean => e.mode === 'off' || numberOr(PUMP_FIELDS, e, 'running') === 0;

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
  const diameter = (e.diameter as number | undefined) ?? pump.diameter ?? largest.diameter;
  if (isKnown(e.diameter) && largest.diameter === undefined)
    context.say(finding('diameter-unknown', id, { diameter: e.diameter }));
  const performance = new PumpPerformance(pump, {
    speed: (e.speed as number | undefined) ?? pump.speed ?? largest.speed,
    ...(diameter !== undefined ? { diameter } : {}),
    stages: (e.stages as number | undefined) ?? pump.stages,
    running: numberOr(PUMP_FIELDS, e, 'running'),
    wear: numberOr(PUMP_FIELDS, e, 'wear'),
    ...(e.viscosityCorrection === false ? {} : { kinematicViscosity: fluid.viscosity / fluid.density }),
    // only where it is written out: the default leaves it
    viscousNpshr: e.viscosityCorrection === true,
  });
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
  r.bestFlow = p.bestFlow;
  r.flowRatio = e.flow / running / p.bestFlow;
  if (e.isBrief) return;
  r.b = p.viscosity.b;
  r.cq = p.viscosity.cq;
  r.ch = p.headFactor(e.flow);
  r.ceta = p.viscosity.ceta;
  r.specificSpeed = p.specificSpeed;
  const suction = p.suctionSpecificSpeed;
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
  const greatest = p.greatestPower(e.fluid.density, e.gravity);
  if (greatest !== undefined) r.greatestPower = greatest;
  const motor = e.pump?.motor && r.shaftPower !== null ? motorDuty(e.pump.motor, r.shaftPower / running) : undefined;
  if (!motor) return;
  r.inputPower = motor.inputPower * running;
  r.motorEfficiency = motor.efficiency;
  if (motor.powerFactor !== undefined) r.powerFactor = motor.powerFactor;
  if (motor.current !== undefined) r.current = motor.current;
}

function say(e: SolvedElement, p: PumpPerformance, r: PumpResult): void {
  const { id } = e;
  if (p.offCurve(r.flow)) e.say(finding('off-curve', id, { flow: r.flow / p.setting.running, last: p.lastFlow }));
  if (p.viscosity.b > VISCOSITY_B_LIMIT) e.say(finding('method-range', id, { method: 'viscosity', b: p.viscosity.b }));
  if (r.flow < -1e-9) e.say(finding('pump-reversed', id, { flow: r.flow }));
  if (Math.abs(r.flow) <= 1e-9)
    e.say(finding(e.shortBy > 0 ? 'pump-short' : 'no-flow', id, { short: e.shortBy, shutOff: p.head(0) }));
  if (r.npsha !== null && r.npshr !== null && r.flow > 0 && r.npsha < r.npshr)
    e.say(finding('npsh-low', id, { npsha: r.npsha, npshr: r.npshr }));
}

/* ---- the short form ---- */

function write(e: Entries): string {
  const stages = e.stages !== undefined ? `${shown(e.stages)} stages` : '';
  const running = e.running !== undefined && e.running !== 1 ? `${shown(e.running)} running` : '';
  const wear = e.wear !== undefined && e.wear !== 0 ? `wear ${shown(e.wear)}` : '';
  switch (e.mode) {
    case 'curve':
      return joined(
        shown(e.pump),
        e.diameter !== undefined ? `Ø ${shown(e.diameter)}` : '',
        e.speed !== undefined ? shown(e.speed) : '',
        running,
        stages,
        wear,
      );
    case 'flow':
      return `flow ${shown(e.flow)}`;
    case 'head':
      return `head ${shown(e.head)}`;
    case 'inlet-pressure':
      return `suction ${shown(e.pressure)}`;
    case 'power':
      return joined(`power ${shown(e.shaftPower)}`, `efficiency ${shown(e.efficiency)}`);
    case 'off':
      return 'off';
    default:
      return '';
  }
}

const counted =
  (key: string, behind: string): Piece =>
  (at, draft) => {
    const found = at.take(new RegExp(`(\\d+)\\s*-?\\s*(?:${behind})(?![\\p{L}\\p{N}])`, 'iyu'));
    return found !== undefined && put(draft, key, Number(found[1]));
  };

/** a share of a hundred behind its word, or before it */
const efficiency: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('efficiency|eff\\.?|eta|η'));
  const typed = at.number();
  const percent = typed !== undefined && at.take(/\s*%\s*/y);
  const behind = typed !== undefined && at.take(words('efficiency|eff\\.?|efficient'));
  if (typed !== undefined && (led || behind) && put(draft, 'efficiency', percent ? shareOf(typed) : Number(typed))) return true;
  at.at = back;
  return false;
};

const wear: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('wear|worn'));
  const typed = at.number();
  const percent = typed !== undefined && at.take(/\s*%\s*/y);
  const behind = typed !== undefined && at.take(words('wear|worn'));
  if (typed !== undefined && (led || behind) && put(draft, 'wear', percent ? shareOf(typed) : Number(typed))) return true;
  at.at = back;
  return false;
};

const shortForm: ShortForm = {
  write,
  example: 'flow 85 m3/h; head 38 m; 15 kW, efficiency 72 %; 2 running; off',
  vocabulary: ['flow', 'head', 'power', 'efficiency', 'off', 'running', 'stages', 'diameter', 'speed', 'wear', 'impeller'],
  pieces: [
    quantityPiece('flow', 'flow', 'flow', { mode: 'flow' }),
    quantityPiece('pressure', 'pressure', 'suction(?: pressure)?|holds', { mode: 'inlet-pressure' }, true),
    quantityPiece('shaftPower', 'power', 'shaft power|power', { mode: 'power' }),
    efficiency,
    wear,
    wordPiece('off|stopped|standby', 'mode', 'off'),
    counted('running', 'running|in parallel|parallel|units?(?: running)?|duty'),
    counted('stages', 'stages?'),
    quantityPiece('diameter', 'diameter', 'ø|dia(?:meter)?|impeller(?: diameter| ø)?', {}, true),
    quantityPiece('speed', 'speed', 'speed|at|n'),
    quantityPiece('diameter', 'diameter', undefined, {}, false, ['m', 'km', 'ft', "'"]),
    quantityPiece('head', 'head', 'at|@|head|tdh|h', { mode: 'head' }),
    namePiece('pump', 'pumps', { mode: 'curve' }),
  ],
  finish: (draft) => {
    const { typed, entries, assumed } = draft;
    // flow and head together are a rated point: the flow is imposed, and the head is what the system asks for
    if (typed.has('flow') && typed.has('head')) {
      entries.mode = 'flow';
      entries.rated = { flow: entries.flow, head: entries.head };
      delete entries.head;
      assumed.push({ code: 'rated', values: { flow: String(entries.flow), head: String((entries.rated as Entries).head) } });
    }
    if (typed.has('pump')) entries.mode = 'curve';
    if (typed.has('shaftPower') && typed.has('efficiency')) entries.mode = 'power';
    return undefined;
  },
};

export const pump: ElementKind<PumpResult> = {
  label: 'Pump',
  prefix: 'P',
  words: 'pump',
  fields: PUMP_FIELDS,
  shown: (e) => ['mode', ...(MODES[e.mode as string]?.shown ?? []), 'datum'],
  givens: (e) => (e.mode === 'head' && e.head === 'solve' ? { given: [], solved: ['head'] } : MODES[e.mode as string]?.givens),
  beginning: {},
  shortForm,
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
  figures: [
    { key: 'flow', label: '', dimension: 'flow' },
    { key: 'head', label: '', dimension: 'head' },
    { key: 'efficiency', label: 'η %', dimension: 'percent' },
    { key: 'shaftPower', label: '', dimension: 'power' },
    { key: 'npsha', label: 'NPSHA', dimension: 'head' },
    { key: 'npshr', label: 'NPSHR', dimension: 'head' },
  ],
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
