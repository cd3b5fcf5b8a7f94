import { MATERIALS, DEFAULT_ROUGHNESS } from '../pipes/material.js';
import { insideOf, nominalInches } from '../pipes/size.js';
import { sumFittings, type FittingInput } from '../fittings/fitting.js';
import type { FluidState } from '../fluids/fluid.js';
import { finding, type Finding, type Problem } from '../issues/issues.js';
import type { ElementModel } from '../network/types.js';
import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import { KV_PER_CV, kvAtOpening, type ValveInput } from '../valves/valve.js';
import { orificeK } from '../pipes/orifice.js';

type Entries = Readonly<Record<string, unknown>>;

/** What an element's model is built with. */
export interface BuildContext {
  fluid: FluidState;
  pump: (id: string) => PumpInput | undefined;
  valve: (id: string) => ValveInput | undefined;
  /** JSON path of an entry of the element, the scenario's own when it is overridden there */
  pathOf: (key: string) => string;
  add: (problem: Problem) => void;
  say: (finding: Finding) => void;
}

export interface BuiltElement {
  model: ElementModel;
  pump?: PumpInput;
  performance?: PumpPerformance;
  valve?: ValveInput;
}

/** Element entries (SI) → what the solver takes, or undefined with what is lacking said. */
export function buildElement(id: string, kind: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  switch (kind) {
    case 'pipe':
      return buildPipe(id, e, context);
    case 'pump':
      return buildPump(id, e, context);
    case 'control-valve':
      return buildValve(id, e, context);
    case 'device':
      return buildDevice(id, e, context);
    case 'orifice':
      return buildOrifice(id, e, context);
    default:
      return buildLocal(id, kind, e, context);
  }
}

/** says which entries an element lacks; true when something does */
function lacks(id: string, e: Entries, keys: readonly string[], context: BuildContext): boolean {
  const missing = keys.filter((k) => e[k] === undefined);
  if (missing.length === 0) return false;
  // an entry that stands there but could not be read has been said already
  context.add({ code: 'under-specified', path: context.pathOf(''), where: [id], detail: { reason: 'lacks', keys: missing } });
  return true;
}

const num = (x: unknown): number => x as number;
const isKnown = (x: unknown): x is number => typeof x === 'number';

function buildPipe(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, e.inside === undefined ? ['length', 'size', 'schedule'] : ['length'], context)) return undefined;
  let bore = e.inside as number | undefined;
  if (bore === undefined) {
    const found = insideOf(e.size as string, e.schedule as string);
    if (typeof found !== 'number') {
      const key = found.reason === 'unknown-size' ? 'size' : 'schedule';
      context.add({
        code: 'bad-value',
        path: context.pathOf(key),
        where: [id],
        detail: { reason: found.reason, found: String(e[key]), expected: found.known },
      });
      return undefined;
    }
    bore = found;
  }
  const fittings = (e.fittings ?? []) as Record<string, unknown>[];
  if (!fittingsComplete(id, fittings, context)) return undefined;
  const inches = (e.size !== undefined ? nominalInches(e.size as string) : undefined) ?? bore / 0.0254;
  const list = fittings.map((f) => ({ ...f, count: (f.count as number | undefined) ?? 1 })) as unknown as FittingInput[];
  const roughness = pipeRoughness(id, e, context);
  if (roughness / bore > 0.05) context.say(finding('above-critical-roughness', id, { relative: roughness / bore }));
  return {
    model: {
      id,
      kind: 'pipe',
      length: num(e.length),
      bore,
      roughness,
      fittings: sumFittings(list, bore, inches),
      ...(isKnown(e.hazenWilliams) ? { hazenWilliams: e.hazenWilliams } : {}),
    },
  };
}

function pipeRoughness(id: string, e: Entries, context: BuildContext): number {
  if (isKnown(e.roughness)) return e.roughness;
  const material = e.material as string | undefined;
  const known = material !== undefined && Object.hasOwn(MATERIALS, material) ? MATERIALS[material] : undefined;
  if (known !== undefined) return known;
  if (!isKnown(e.hazenWilliams))
    context.say(finding('roughness-assumed', id, { roughness: DEFAULT_ROUGHNESS, material: material ?? '' }));
  return DEFAULT_ROUGHNESS;
}

function fittingsComplete(id: string, fittings: readonly Record<string, unknown>[], context: BuildContext): boolean {
  let complete = true;
  fittings.forEach((f, i) => {
    const ways = ['k', 'type', 'equivalentLength'].filter((k) => f[k] !== undefined);
    const path = `${context.pathOf('fittings')}[${i}]`;
    if (ways.length !== 1) {
      complete = false;
      const code = ways.length === 0 ? 'under-specified' : 'over-specified';
      context.add({ code, path, where: [id], detail: { reason: 'fitting-ways', keys: ways } });
    } else if ((f.type === 'reducer' || f.type === 'expansion') && f.to === undefined) {
      complete = false;
      context.add({
        code: 'missing',
        path: `${path}.to`,
        where: [id],
        detail: { reason: 'missing', key: 'to', label: 'Other bore' },
      });
    }
  });
  return complete;
}

const PUMP_NEEDS: Readonly<Record<string, readonly string[]>> = {
  flow: ['flow'],
  head: ['head'],
  power: ['shaftPower', 'efficiency'],
  curve: ['pump'],
  off: [],
};

function buildPump(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['mode'], context)) return undefined;
  const mode = e.mode as string;
  const running = (e.running as number | undefined) ?? 1;
  if (mode === 'off' || running === 0) return { model: { id, kind: 'pump', law: { kind: 'off' } } };
  if (lacks(id, e, PUMP_NEEDS[mode]!, context)) return undefined;
  const pump = e.pump !== undefined ? context.pump(e.pump as string) : undefined;
  if (mode === 'curve' && !pump) return undefined;
  const performance = mode === 'curve' ? performanceOf(id, e, pump!, running, context) : undefined;
  const law = pumpLaw(mode, e, performance);
  return { model: { id, kind: 'pump', law }, ...(pump ? { pump } : {}), ...(performance ? { performance } : {}) };
}

function pumpLaw(
  mode: string,
  e: Entries,
  performance: PumpPerformance | undefined,
): Extract<ElementModel, { kind: 'pump' }>['law'] {
  if (mode === 'flow') return { kind: 'flow', flow: num(e.flow) };
  if (mode === 'head') return e.head === 'solve' ? { kind: 'sought' } : { kind: 'head', head: num(e.head) };
  if (mode === 'power') return { kind: 'power', hydraulicPower: num(e.shaftPower) * num(e.efficiency) };
  return { kind: 'curve', performance: performance! };
}

function performanceOf(id: string, e: Entries, pump: PumpInput, running: number, context: BuildContext): PumpPerformance {
  const { fluid } = context;
  const first = pump.curves[pump.curves.length - 1]!;
  const diameter = (e.diameter as number | undefined) ?? pump.diameter ?? first.diameter;
  if (isKnown(e.diameter) && first.diameter === undefined) context.say(finding('diameter-unknown', id, { diameter: e.diameter }));
  const performance = new PumpPerformance(pump, {
    speed: (e.speed as number | undefined) ?? pump.speed ?? first.speed,
    ...(diameter !== undefined ? { diameter } : {}),
    stages: (e.stages as number | undefined) ?? pump.stages,
    running,
    wear: (e.wear as number | undefined) ?? 0,
    ...(e.viscosityCorrection === false ? {} : { kinematicViscosity: fluid.viscosity / fluid.density }),
  });
  const outside =
    (pump.minDiameter !== undefined && diameter! < pump.minDiameter - 1e-9) ||
    (pump.maxDiameter !== undefined && diameter! > pump.maxDiameter + 1e-9);
  if (performance.diameterOutside || outside) context.say(finding('diameter-outside', id, { diameter: diameter! }));
  return performance;
}

const VALVE_NEEDS: Readonly<Record<string, readonly string[]>> = {
  opening: ['valve', 'opening'],
  kv: ['kv'],
  cv: ['cv'],
  drop: ['drop'],
  flow: ['flow'],
  'outlet-pressure': ['pressure'],
  'inlet-pressure': ['pressure'],
};

function buildValve(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['mode'], context)) return undefined;
  const mode = e.mode as string;
  if (lacks(id, e, VALVE_NEEDS[mode]!, context)) return undefined;
  const valve = e.valve !== undefined ? context.valve(e.valve as string) : undefined;
  if (mode === 'opening' && !valve) return undefined;
  return {
    model: { id, kind: 'control-valve', law: valveLaw(mode, e, valve), ...(valve ? { valve } : {}) },
    ...(valve ? { valve } : {}),
  };
}

function valveLaw(
  mode: string,
  e: Entries,
  valve: ValveInput | undefined,
): Extract<ElementModel, { kind: 'control-valve' }>['law'] {
  switch (mode) {
    case 'opening':
      return e.opening === 'solve' ? { kind: 'sought' } : { kind: 'kv', kv: kvAtOpening(valve!, num(e.opening)) };
    case 'kv':
      return e.kv === 'solve' ? { kind: 'sought' } : { kind: 'kv', kv: num(e.kv) };
    case 'cv':
      return e.cv === 'solve' ? { kind: 'sought' } : { kind: 'kv', kv: num(e.cv) * KV_PER_CV };
    case 'drop':
      return e.drop === 'solve' ? { kind: 'sought' } : { kind: 'drop', drop: num(e.drop) };
    case 'flow':
      return { kind: 'flow', flow: num(e.flow) };
    default:
      return { kind: mode as 'outlet-pressure' | 'inlet-pressure', pressure: num(e.pressure) };
  }
}

function buildDevice(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  const fouling = (e.fouling as number | undefined) ?? 1;
  const table = e.table as { flow: number; drop: number }[] | undefined;
  if (table) {
    const rows = table.filter((r) => r.flow > 0);
    const rising = rows.every((r, i) => i === 0 || r.flow > rows[i - 1]!.flow);
    if (!rising || rows.length === 0) {
      context.add({ code: 'bad-value', path: context.pathOf('table'), where: [id], detail: { reason: 'not-rising' } });
      return undefined;
    }
    return {
      model: {
        id,
        kind: 'device',
        fouling,
        law: { kind: 'table', flows: rows.map((r) => r.flow), drops: rows.map((r) => r.drop) },
      },
    };
  }
  if (lacks(id, e, ['drop'], context)) return undefined;
  if (e.drop === 'solve') return { model: { id, kind: 'device', fouling, law: { kind: 'sought' } } };
  if (e.at === undefined) return { model: { id, kind: 'device', fouling, law: { kind: 'fixed', drop: num(e.drop) } } };
  const exponent = (e.exponent as number | undefined) ?? 2;
  return { model: { id, kind: 'device', fouling, law: { kind: 'power', drop: num(e.drop), at: num(e.at), exponent } } };
}

function buildOrifice(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['bore', 'inside'], context)) return undefined;
  const beta = num(e.bore) / num(e.inside);
  if (!(beta < 1)) {
    context.add({ code: 'bad-value', path: context.pathOf('bore'), where: [id], detail: { reason: 'bore-too-large' } });
    return undefined;
  }
  const k = orificeK(beta, (e.cd as number | undefined) ?? 0.61);
  return { model: { id, kind: 'local', k, bore: num(e.inside), closed: false, forwardOnly: false } };
}

/** hand valve and non-return */
function buildLocal(id: string, kind: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  const closed = e.closed === true;
  const forwardOnly = kind === 'non-return';
  const bore = e.inside as number | undefined;
  const base = { id, kind: 'local', closed, forwardOnly, ...(bore !== undefined ? { bore } : {}) } as const;
  const kv = (e.kv as number | undefined) ?? (isKnown(e.cv) ? e.cv * KV_PER_CV : undefined);
  if (!forwardOnly && kv !== undefined) return { model: { ...base, kv } };
  if (!closed && lacks(id, e, ['k'], context)) return undefined;
  return { model: { ...base, k: (e.k as number | undefined) ?? 0 } };
}
