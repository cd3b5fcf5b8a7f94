import type { ElementDetail, PointDetail, ScenarioModel } from './model.js';
import type { LossResult, PlaceResult, PointResult, PumpResult, ScenarioResult } from './results.js';
import { of, step, type Keyed, type Shared, type WorkingValue } from './working-steps.js';

/** the place at the inlet (0) or outlet (1) of an element; a shut line has one place more at its beginning */
export function placeAt(result: ScenarioResult, e: ElementDetail, side: 0 | 1): PlaceResult | undefined {
  const places = result.places[Object.keys(result.lines)[e.line]!];
  return places?.[e.index + side];
}

/** Static pressure at both ends, from the total head there. */
export function endSteps(s: Shared, model: ScenarioModel, result: ScenarioResult, e: ElementDetail): Keyed[] {
  const r = result.elements[e.id]!;
  return ([0, 1] as const).flatMap((side) => {
    const place = placeAt(result, e, side);
    const pressure = side === 0 ? r.inletPressure : r.outletPressure;
    if (!place || place.totalHead === null || pressure === null) return [];
    const key = side === 0 ? 'inletPressure' : 'outletPressure';
    const name = side === 0 ? 'static pressure at the inlet' : 'static pressure at the outlet';
    const hv = velocityHeadAt(s, model, e, side, r.flow);
    return [pressureStep(s, key, name, pressure, place.totalHead, place.elevation, hv)];
  });
}

/** on the element's own bore; without one on the nearest bore on that side, else on the other side, else none */
function velocityHeadAt(s: Shared, model: ScenarioModel, e: ElementDetail, side: 0 | 1, flow: number): number {
  const { elements } = model.network.lines[e.line]!;
  const before = elements.slice(0, e.index).reverse();
  const after = elements.slice(e.index + 1);
  const nearest = side === 0 ? [...before, ...after] : [...after, ...before];
  const bore = e.model.bore ?? nearest.find((x) => x.bore !== undefined)?.bore;
  if (bore === undefined) return 0;
  const v = flow / ((Math.PI / 4) * bore ** 2);
  return (v * v) / (2 * s.gravity.value);
}

function pressureStep(
  s: Shared,
  key: string,
  name: string,
  pressure: number,
  head: number,
  elevation: number,
  velocityHead: number,
): Keyed {
  const h = of('H', 'total head there', head, 'head');
  const z = of('z', 'elevation', elevation, 'length');
  const hv = of('hv', 'velocity head', velocityHead, 'head');
  return step(
    key,
    of('p', name, pressure, 'absolutePressure'),
    'pa + ρ·g·(H − z − hv)',
    [s.atmosphere, s.density, s.gravity, h, z, hv],
    'Bernoulli; heads above elevation 0 and gauge',
  );
}

/** Total head and static pressure of a point. */
export function pointSteps(s: Shared, model: ScenarioModel, result: ScenarioResult, id: string): Keyed[] | undefined {
  const point = model.points.find((p) => p.id === id);
  const r = result.points[id];
  if (!point || !r || r.totalHead === null) return undefined;
  const steps = headSteps(s, point, r);
  if (r.staticPressure !== null) {
    const z = point.read.elevation as number;
    const hv = point.kind === 'pressure' && point.read.basis !== 'total' ? meetingVelocityHead(model, result, id) : 0;
    steps.push(pressureStep(s, 'staticPressure', 'static pressure', r.staticPressure, r.totalHead, z, hv));
  }
  return steps;
}

/** velocity head of the one line that meets a static pressure */
function meetingVelocityHead(model: ScenarioModel, result: ScenarioResult, id: string): number {
  const at = model.network.points.findIndex((p) => p.id === id);
  const line = model.network.lines.find((l) => l.from === at || l.to === at);
  const places = line && result.places[line.id];
  const place = places?.[line!.from === at ? 0 : places.length - 1];
  return place && place.totalHead !== null && place.grade !== null ? place.totalHead - place.grade : 0;
}

function headSteps(s: Shared, point: PointDetail, r: PointResult): Keyed[] {
  const { read, kind } = point;
  const total = of('H', 'total head', r.totalHead!, 'head');
  const z = of('z', 'elevation', read.elevation as number, 'length');
  if (kind === 'well') {
    const rest = of('hr', 'water level at rest', read.restLevel as number, 'length');
    const q = of('Q', 'flow out of the well', r.outflow, 'flow');
    const c = of('c', 'specific capacity', read.specificCapacity as number, 'specificCapacity');
    return [step('totalHead', total, 'hr − Q/c', [rest, q, c], 'linear drawdown')];
  }
  const known = (x: unknown): number => (typeof x === 'number' ? x : 0);
  if (kind === 'vessel' && read.level !== 'solve' && read.pressure !== 'solve') {
    const level = of('hl', 'liquid over the nozzle', known(read.level), 'length');
    const surface = of('ps', 'pressure on the surface, gauge', known(read.pressure), 'pressureDifference');
    return [
      step('totalHead', total, 'z + hl + ps/(ρ·g)', [z, level, surface, s.density, s.gravity], 'Bernoulli, liquid at rest'),
    ];
  }
  if (kind === 'pressure' && read.basis === 'total' && read.pressure !== 'solve') {
    const given = of('pg', 'total pressure, gauge', known(read.pressure), 'pressureDifference');
    return [step('totalHead', total, 'z + pg/(ρ·g)', [z, given, s.density, s.gravity], 'Bernoulli, liquid at rest')];
  }
  return [];
}

/** Head and NPSH required from the pump's own curve: each measured curve looked up, moved, and averaged by nearness. */
export function curveSteps(e: ElementDetail, r: PumpResult): Keyed[] {
  const t = e.performance!.trace(r.flow);
  const steps: Keyed[] = [];
  const q = of('Q', 'flow', r.flow, 'flow');
  const n = of('n', 'units running', r.running);
  const unit = of('Qu', 'flow of one unit', t.unitFlow, 'flow');
  steps.push(step('unitFlow', unit, 'Q/n', [q, n], 'equal units in parallel'));
  const cq = of('CQ', 'viscosity factor on the flow', t.cq);
  const looked = t.shares.map((share, i) => {
    const mark = t.shares.length > 1 ? String(i + 1) : '';
    const toFlow = of(`φ${mark}`, 'flow by affinity, n·D over those of the curve', share.toFlow);
    const head = of(`Hc${mark}`, 'head read on the measured curve', share.head, 'head');
    steps.push(
      step(
        `curve${mark}`,
        head,
        `the measured curve at Qu/CQ/φ${mark}`,
        [unit, cq, toFlow],
        'the maker; PCHIP between rows (Fritsch & Butland 1984)',
        false,
      ),
    );
    const toHead = of(`ψ${mark}`, 'head by affinity, n²·D² over those of the curve', share.toHead);
    return { mark, head, toHead, weight: of(`w${mark}`, 'nearness in diameter', share.weight) };
  });
  const sum = looked.map((l) => (t.shares.length > 1 ? `w${l.mark}·Hc${l.mark}·ψ${l.mark}` : `Hc·ψ`)).join(' + ');
  const rest = [
    of('s', 'stages over those of the curve', t.stageFactor),
    of('CH', 'viscosity factor on the head', t.ch),
    of('wear', 'share of the head lost by wear', t.wear),
  ];
  const inputs: WorkingValue[] = looked.flatMap((l) => [l.head, l.toHead, ...(t.shares.length > 1 ? [l.weight] : [])]);
  if (r.head !== null)
    steps.push(
      step(
        'head',
        of('H', 'head', r.head, 'head'),
        `(${sum})·s·CH·(1 − wear)`,
        [...inputs, ...rest],
        'affinity laws; Gülich, 3rd ed., §4.5; ISO/TR 17766',
      ),
    );
  const required = t.shares.every((x) => x.npshr !== undefined);
  if (r.npshr !== null && required) {
    const read = t.shares.map((x, i) =>
      of(`Nc${t.shares.length > 1 ? i + 1 : ''}`, 'NPSHR read on the measured curve', x.npshr!, 'head'),
    );
    const moved = t.shares.map((x, i) =>
      of(`τ${t.shares.length > 1 ? i + 1 : ''}`, 'NPSHR by affinity, n² over that of the curve', x.toNpsh),
    );
    const weights = t.shares.length > 1 ? looked.map((l) => l.weight) : [];
    const formula = t.shares.map((_, i) => (t.shares.length > 1 ? `w${i + 1}·Nc${i + 1}·τ${i + 1}` : 'Nc·τ')).join(' + ');
    steps.push(
      step(
        'npshr',
        of('NPSHR', 'NPSH required', r.npshr, 'head'),
        formula,
        [...read, ...moved, ...weights],
        'ISO 17769-1; NPSHR ∝ n²',
      ),
    );
  }
  return steps;
}

const PARTS = {
  lift: 'lift between the surfaces',
  pressure: 'difference of pressure',
  well: 'drawdown of wells',
  pipes: 'friction in pipes',
  fittings: 'fittings',
  devices: 'devices',
  velocity: 'velocity heads',
  valves: 'control valves',
  otherPumps: 'given by other pumps',
} as const;

/** A head that the system asks for: the sum of its parts. */
export function partsSteps(result: ScenarioResult, e: ElementDetail, r: PumpResult): Keyed[] {
  const parts = result.breakdowns[e.id];
  if (!parts || r.head === null) return [];
  const used = (Object.keys(PARTS) as (keyof typeof PARTS)[]).filter((k) => parts[k] !== 0);
  const inputs = used.map((k, i) => of(`h${i + 1}`, PARTS[k], parts[k], 'head'));
  if (inputs.length === 0) return [];
  const formula = inputs.map((x) => x.symbol).join(' + ');
  return [step('head', of('H', 'head', r.head, 'head'), formula, inputs, 'head balance along the way of the greatest flow')];
}

/** Drop of an exchanger, filter or meter. */
export function deviceSteps(s: Shared, e: ElementDetail, r: LossResult): Keyed[] {
  const { model } = e;
  if (model.kind !== 'device' || r.drop === null) return [];
  const q = of('Q', 'flow', r.flow, 'flow');
  const fouling = of('F', 'fouling', model.fouling);
  const drop = of('Δp', 'pressure drop', r.drop, 'pressureDifference');
  const { law } = model;
  const loss = step(
    'headLoss',
    of('h', 'head loss', r.headLoss ?? NaN, 'head'),
    'Δp/(ρ·g)',
    [drop, s.density, s.gravity],
    'definition',
  );
  if (law.kind === 'power') {
    const given = of('Δp0', 'drop at the known flow', law.drop, 'pressureDifference');
    const at = of('Q0', 'known flow', law.at, 'flow');
    const n = of('n', 'exponent', law.exponent);
    return [
      step('drop', drop, 'sign(Q)·F·Δp0·(abs(Q)/Q0)^n', [q, fouling, given, at, n], 'the maker’s point; turbulent, n = 2'),
      loss,
    ];
  }
  const words =
    law.kind === 'table'
      ? 'look-up in the table of drop over flow, times F'
      : law.kind === 'fixed'
        ? 'the given drop times F, against the flow'
        : 'what the rest leaves';
  return [step('drop', drop, words, [q, fouling], law.kind === 'sought' ? 'solved' : 'the maker', false), loss];
}

/** Loss of an orifice, hand valve or non-return. */
export function localSteps(s: Shared, e: ElementDetail, r: LossResult): Keyed[] {
  const { model, read } = e;
  if (model.kind !== 'local' || r.headLoss === null || r.drop === null || model.closed) return [];
  const q = of('Q', 'flow', r.flow, 'flow');
  const h = of('h', 'head loss', r.headLoss, 'head');
  const drop = of('Δp', 'pressure drop', r.drop, 'pressureDifference');
  if (model.kv !== undefined) {
    const kv = of('Kv', 'flow coefficient', model.kv, 'coefficient');
    return [
      step('drop', drop, 'sign(Q)·100000·ρ/999.1·(3600·abs(Q)/Kv)²', [q, s.density, kv], 'IEC 60534-2-1, eq. 1'),
      step('headLoss', h, 'Δp/(ρ·g)', [drop, s.density, s.gravity], 'definition'),
    ];
  }
  if (model.bore === undefined || model.k === undefined) return [];
  const d = of('D', 'bore', model.bore, 'diameter');
  const area = of('A', 'cross-section', (Math.PI / 4) * model.bore ** 2, 'area');
  const v = of('v', 'velocity', r.flow / area.value, 'velocity');
  const k = of('K', 'loss coefficient', model.k);
  const steps = [step('area', area, 'π/4·D²', [d], 'geometry'), step('velocity', v, 'Q/A', [q, area], 'continuity')];
  if (e.kind === 'orifice') {
    const beta = of('β', 'bore over inside diameter', (read.bore as number) / (read.inside as number));
    const c = of('C', 'discharge coefficient', (read.cd as number | undefined) ?? 0.61);
    steps.push(step('k', k, '(√(1 − β^4·(1 − C²))/(C·β²) − 1)²', [beta, c], 'ISO 5167-2, eq. 8'));
  }
  steps.push(step('headLoss', h, 'K·v·abs(v)/(2·g)', [k, v, s.gravity], 'definition of K'));
  steps.push(step('drop', drop, 'ρ·g·h', [s.density, s.gravity, h], 'definition'));
  return steps;
}
