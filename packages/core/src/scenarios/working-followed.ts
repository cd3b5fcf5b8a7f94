import { PumpPerformance } from '../pumps/pump.js';
import { wayOfHeat } from '../pipes/heat.js';
import type { ElementResult, LossResult, PumpResult, ScenarioResult } from '../results/results.js';
import { inWords, mediumValues, step, worth, type KeyedStep, type MediumValues, type WorkingValue } from '../results/working.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { fluidKind } from '../fluids/fluid.js';
import { word } from '../words/word.js';

/*
 * Workings where the liquid is followed along its way: properties are those of each element, temperatures have a step of their own, and
 * what is summed over the cells of a pipe is said in words.
 */

type Followed = ElementResult & { density: number; kinematicViscosity: number; vapourPressure: number };

export const isFollowed = (r: ElementResult | undefined): r is Followed => r?.density !== undefined;

/** What the formulas of an element draw on: its own liquid. */
export function mediumAt(model: ScenarioModel, id: string, r: Followed): MediumValues {
  const { density, kinematicViscosity, vapourPressure } = r;
  const { criticalPressure } = model.fluid;
  const own = { density, viscosity: kinematicViscosity * density, vapourPressure, criticalPressure };
  const values = mediumValues(own, model.network.gravity, model.network.atmosphere);
  const of = (v: WorkingValue, key: string): WorkingValue => ({ ...v, from: `${id}.${key}` });
  return {
    ...values,
    density: of(values.density, 'density'),
    kinematic: of(values.kinematic, 'kinematicViscosity'),
    vapour: of(values.vapour, 'vapourPressure'),
  };
}

/** The element with the curve that it has in the liquid there. */
export function inItsLiquid(e: ElementDetail, r: Followed): ElementDetail {
  const { performance: p } = e;
  if (!p || p.setting.kinematicViscosity === undefined) return e;
  return { ...e, performance: new PumpPerformance(p.pump, { ...p.setting, kinematicViscosity: r.kinematicViscosity }) };
}

/** Properties of the liquid in an element, at the temperature and the pressure there. */
export function liquidSteps(model: ScenarioModel, e: ElementDetail, r: Followed): KeyedStep[] {
  const { sources } = fluidKind(model.fluidEntries.kind)!;
  const inputs = model.network.along!.isThermal
    ? [
        worth('T', word('quantity.temperature-at-this-place'), temperatureOf(e, r), 'temperature', {
          from: `${e.id}.inletTemperature`,
        }),
      ]
    : [];
  const isPipe = e.kind === 'pipe';
  const property = word(isPipe ? 'how.property-in-the-middle' : 'how.property-at-the-inlet');
  const nu = word(isPipe ? 'how.nu-in-the-middle' : 'how.nu-at-the-inlet');
  const s = mediumAt(model, e.id, r);
  return [
    inWords('density', s.density, property, inputs, sources.density),
    inWords('kinematicViscosity', s.kinematic, nu, inputs, sources.viscosity),
    inWords('vapourPressure', s.vapour, property, inputs, sources.vapourPressure),
  ];
}

function temperatureOf(e: ElementDetail, r: ElementResult): number {
  const [a, b] = [r.inletTemperature ?? NaN, r.outletTemperature ?? NaN];
  return e.kind === 'pipe' ? (a + b) / 2 : r.flow < 0 ? b : a;
}

/** Temperatures at the two ends of an element; `key`s `inletTemperature` and `outletTemperature`. */
export function temperatureSteps(model: ScenarioModel, result: ScenarioResult, e: ElementDetail, r: Followed): KeyedStep[] {
  const [t1, t2] = [r.inletTemperature, r.outletTemperature];
  if (typeof t1 !== 'number' || typeof t2 !== 'number') return [];
  const isForward = r.flow >= 0;
  const own = (key: string) => ({ from: `${e.id}.${key}` });
  const begin = worth(
    'T1',
    word('quantity.inlet-temperature'),
    isForward ? t1 : t2,
    'temperature',
    own(isForward ? 'inletTemperature' : 'outletTemperature'),
  );
  const end = worth(
    'T2',
    word('quantity.outlet-temperature'),
    isForward ? t2 : t1,
    'temperature',
    own(isForward ? 'outletTemperature' : 'inletTemperature'),
  );
  const before = inWords(
    isForward ? 'inletTemperature' : 'outletTemperature',
    begin,
    word('how.as-it-arrives-from-upstream'),
    [feeder(model, result, e, isForward)],
    word('source.continuity-of-heat'),
  );
  const after = isForward ? 'outletTemperature' : 'inletTemperature';
  const heat = (begin.value + end.value) / 2;
  const { range, stateAt } = model.network.along!;
  const inside = range ? Math.min(range.highest, Math.max(range.lowest, heat)) : heat;
  const state = stateAt(inside, r.inletPressure ?? model.network.atmosphere);
  const cp = worth('cp', word('quantity.mean-specific-heat'), state.specificHeat ?? NaN, 'specificHeat', {
    unit: 'J/kg/K',
    from: 'fluid.specificHeat',
  });
  const g = worth('g', word('quantity.gravity'), model.network.gravity, 'acceleration', { from: 'site.gravity' });
  if (e.kind === 'pipe') return [before, pipeStep(after, end, begin, e)];
  if (e.kind === 'pump') return [before, pumpStep(after, { end, begin, g, cp }, e, r as Followed & PumpResult)];
  const h = worth('h', word('quantity.head-loss'), Math.abs((r as LossResult).headLoss ?? 0), 'head', own('headLoss'));
  const m = worth('m', word('quantity.mass-flow-kg-s'), Math.abs(r.flow) * r.density, 'ratio');
  const duty = e.read.duty as number | undefined;
  const given = (r as LossResult).heatDuty;
  const heatDuty = worth('Pd', word('quantity.heat-added-to-the-liquid'), given ?? NaN, 'power', own('heatDuty'));
  const balance = step(
    'heatDuty',
    heatDuty,
    'm·(cp·(T2 − T1) − g·h)',
    [m, cp, end, begin, g, h],
    word('source.heat-balance-friction-heats-the-liquid-separately'),
  );
  if (typeof e.read.outletTemperature === 'number')
    return [
      before,
      inWords(after, end, word('how.as-entered'), [], word('source.the-device')),
      ...(given === undefined ? [] : [balance]),
    ];
  if (e.kind !== 'device' || duty === undefined)
    return [before, step(after, end, 'T1 + g·h/cp', [begin, g, h, cp], word('source.friction-heats-the-liquid'))];
  const p = worth('P', word('quantity.heat-added-to-the-liquid'), duty, 'power', own('duty'));
  return [before, step(after, end, 'T1 + (P/m + g·h)/cp', [begin, p, m, g, h, cp], word('source.heat-balance')), balance];
}

function pumpStep(
  key: string,
  { end, begin, g, cp }: Record<'end' | 'begin' | 'g' | 'cp', WorkingValue>,
  e: ElementDetail,
  r: PumpResult,
): KeyedStep {
  const efficiency = r.efficiency ?? (e.read.efficiency as number | undefined) ?? null;
  if (!efficiency || r.head === null || !(r.flow > 0) || r.head <= 0)
    return inWords(key, end, word('how.no-efficiency-given-no-heat-added'), [begin], word('source.continuity-of-heat'));
  const h = worth('H', word('quantity.head'), r.head, 'head', { from: `${e.id}.head` });
  const eta = worth('η', word('quantity.pump-efficiency-at-this-flow'), efficiency, 'ratio', { from: `${e.id}.efficiency` });
  return step(
    key,
    end,
    'T1 + g·H·(1/η − 1)/cp',
    [begin, g, h, eta, cp],
    word('source.shaft-power-minus-hydraulic-power-heats-the'),
  );
}

function pipeStep(key: string, end: WorkingValue, begin: WorkingValue, e: ElementDetail): KeyedStep {
  const { heat } = e.model;
  const source = word('source.incropera-8-45b');
  if (heat?.conductance === undefined) return inWords(key, end, word('how.t1-g-h-cp-in-steps-no'), [begin], source);
  const wall = worth('k', word('quantity.heat-transmission-per-metre-w-m-k'), heat.conductance, 'ratio', {
    from: `${e.id}.conductance`,
  });
  const around = worth('Ta', word('quantity.ambient-temperature'), heat.ambient!, 'temperature', { from: `${e.id}.ambient` });
  return inWords(key, end, word('how.m-cp-dt-dx-k-ta-t'), [begin, wall, around], source);
}

/** `conductance` of a pipe: from U, or from the layers around it. */
export function conductanceSteps(e: ElementDetail): KeyedStep[] {
  const k = e.model.heat?.conductance;
  if (e.kind !== 'pipe' || k === undefined) return [];
  const wall = worth('k', word('quantity.heat-transmission-per-metre-w-m-k'), k, 'ratio', { from: `${e.id}.conductance` });
  if (typeof e.read.u === 'number') {
    const u = worth('U', word('quantity.overall-heat-transfer-coefficient'), e.read.u, 'heatTransfer', { from: `${e.id}.u` });
    const d = worth('Do', word('quantity.outside-diameter'), k / Math.PI / e.read.u, 'diameter');
    return e.read.u === 0 ? [] : [step('conductance', wall, 'U·π·Do', [u, d], word('source.definition'))];
  }
  const way = wayOfHeat(e.read, outsideBehind(e, k));
  if (!way) return [];
  const layers = way.layers.flatMap((l, i) => [
    worth(`D${i + 2}`, word('quantity.diameter-over-layer', { i: i + 1 }), l.outer, 'diameter'),
    worth(
      `D${i + 1}`,
      i === 0 ? word('quantity.outside-diameter-of-the-pipe') : word('quantity.diameter-over-layer', { i }),
      l.inner,
      'diameter',
    ),
    worth(`k${i + 1}`, word('quantity.conductivity-of-layer', { i: i + 1 }), l.conductivity, 'conductivity', {
      from: `${e.id}.insulation`,
    }),
  ]);
  const terms = way.layers.map((_, i) => `ln(D${i + 2}/D${i + 1})/(2·π·k${i + 1})`);
  const { soil } = way;
  const ground = soil
    ? [
        worth('z', word('quantity.depth-of-the-axis'), soil.depth, 'length', { from: `${e.id}.burial` }),
        worth('Ds', word('quantity.diameter-in-the-soil'), soil.diameter, 'diameter'),
        worth('ks', word('quantity.conductivity-of-the-soil'), soil.conductivity, 'conductivity', { from: `${e.id}.burial` }),
      ]
    : [];
  // acosh(x) = ln(x + √(x² − 1))
  const all = soil ? [...terms, 'ln(2·z/Ds + √((2·z/Ds)² − 1))/(2·π·ks)'] : terms;
  const inputs = [...layers, ...ground].filter((v, i, list) => list.findIndex((x) => x.symbol === v.symbol) === i);
  return [step('conductance', wall, `1/(${all.join(' + ')})`, inputs, word('source.incropera-et-al-6th-ed-eq-3'))];
}

/** the outside diameter that goes with a conductance, found from it so that it is worked out in one place alone */
function outsideBehind(e: ElementDetail, conductance: number): number {
  const { bore } = e.model as { bore: number };
  const of = (d: number): number => (wayOfHeat(e.read, d)?.conductance ?? 0) - conductance;
  let [low, high] = [bore, bore * 4];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (of(middle) < 0) low = middle;
    else high = middle;
  }
  return Math.abs(of(bore)) < 1e-12 * conductance ? bore : (low + high) / 2;
}

/** where the liquid that enters an element comes from */
function feeder(model: ScenarioModel, result: ScenarioResult, e: ElementDetail, isForward: boolean): WorkingValue {
  const line = model.network.lines[e.line]!;
  const index = e.index + (isForward ? -1 : 1);
  const neighbour = model.elements.find((x) => x.line === e.line && x.index === index);
  if (neighbour) {
    const key = isForward ? 'outletTemperature' : 'inletTemperature';
    return worth(
      'T0',
      word('quantity.temperature-downstream-of', { id: neighbour.id }),
      result.elements[neighbour.id]![key] ?? NaN,
      'temperature',
      {
        from: `${neighbour.id}.${key}`,
      },
    );
  }
  const { id } = model.network.points[isForward ? line.from : line.to]!;
  return worth('T0', word('quantity.temperature-of', { id }), result.points[id]!.temperature ?? NaN, 'temperature', {
    from: `${id}.temperature`,
  });
}

/** Temperature of a point: what it feeds, or what meets there. */
export function pointTemperatureStep(model: ScenarioModel, result: ScenarioResult, id: string): KeyedStep[] {
  const t = result.points[id]?.temperature;
  if (typeof t !== 'number') return [];
  const at = model.network.points.findIndex((p) => p.id === id);
  const of = worth('T', word('quantity.temperature-of', { id }), t, 'temperature', { from: `${id}.temperature` });
  const met = model.network.lines.flatMap((l) => {
    const flow = result.lines[l.id]?.flow ?? 0;
    const enters = (l.to === at && flow > 0) || (l.from === at && flow < 0);
    const own = model.elements.filter((x) => model.network.lines[x.line] === l);
    const last = flow > 0 ? own.at(-1) : own[0];
    if (!enters || !last) return [];
    const key = flow > 0 ? 'outletTemperature' : 'inletTemperature';
    return [{ id: last.id, key, value: result.elements[last.id]![key as 'outletTemperature'] ?? NaN }];
  });
  const inputs = met.map((m, i) =>
    worth(`T${i + 1}`, word('quantity.temperature-downstream-of', { id: m.id }), m.value, 'temperature', {
      from: `${m.id}.${m.key}`,
    }),
  );
  if (inputs.length === 0)
    return [inWords('temperature', of, word('how.as-entered-otherwise-that-of-the-scenario'), [], word('source.the-study'))];
  return [inWords('temperature', of, word('how.mean-of-the-inflows-weighted-by-heat'), inputs, word('source.heat-balance'))];
}

/** steps of an element whose formulas hold for one state of the liquid: those that a pipe sums over its cells are said in words */
export function summed(steps: KeyedStep[], e: ElementDetail): KeyedStep[] {
  if (e.kind !== 'pipe') return steps;
  const isSum = (k: string): boolean => k === 'frictionLoss' || k === 'fittingLoss';
  return steps.map((s) => {
    if (!isSum(s.key) || typeof s.formula !== 'string') return s;
    return inWords(s.key, s.result, word('how.summed', { formula: s.formula }), s.inputs, s.source);
  });
}
