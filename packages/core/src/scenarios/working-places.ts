import type { PlaceResult, PointResult, ScenarioResult } from '../results/results.js';
import { inWords, step, worth, type KeyedStep, type MediumValues, type WorkingValue } from '../results/working.js';
import { sharedBore } from '../network/line.js';
import type { ElementDetail, PointDetail, ScenarioModel } from './model.js';
import { teeSteps, teeTerm } from './working-tee.js';
import { word, type Word } from '../words/word.js';

/** the place at the inlet (0) or outlet (1) of an element; a shut line has one place more at its beginning */
export function placeAt(result: ScenarioResult, e: ElementDetail, side: 0 | 1): PlaceResult | undefined {
  const places = result.places[Object.keys(result.lines)[e.line]!];
  return places?.[e.index + side];
}

/** on the element's own bore; without one on the nearest bore on that side, else on the other side, else none */
export function sideBore(model: ScenarioModel, e: ElementDetail, side: 0 | 1): number | undefined {
  const { elements } = model.network.lines[e.line]!;
  const before = elements.slice(0, e.index).reverse();
  const after = elements.slice(e.index + 1);
  const nearest = side === 0 ? [...before, ...after] : [...after, ...before];
  const found = e.model.bore === undefined ? nearest.find((x) => x.bore !== undefined) : e.model;
  // in which the flow of this element has the velocity that holds there
  return found?.bore === undefined ? undefined : found.bore * Math.sqrt((found.units ?? 1) / (e.model.units ?? 1));
}

const NAMES = {
  inlet: {
    head: word('quantity.total-head-at-the-inlet'),
    elevation: word('quantity.elevation-of-the-inlet'),
    pressure: word('quantity.static-pressure-at-the-inlet'),
  },
  outlet: {
    head: word('quantity.total-head-at-the-outlet'),
    elevation: word('quantity.elevation-of-the-outlet'),
    pressure: word('quantity.static-pressure-at-the-outlet'),
  },
} as const;

/** Static pressure at both ends, from the total head there. */
export function endSteps(s: MediumValues, model: ScenarioModel, result: ScenarioResult, e: ElementDetail): KeyedStep[] {
  const r = result.elements[e.id]!;
  return ([0, 1] as const).flatMap((side) => {
    const place = placeAt(result, e, side);
    const there = placeMedium(s, place, r.density);
    const pressure = side === 0 ? r.inletPressure : r.outletPressure;
    if (!place || place.totalHead === null || pressure === null) return [];
    const end = side === 0 ? 'inlet' : 'outlet';
    const head = worth(side === 0 ? 'H1' : 'H2', NAMES[end].head, place.totalHead, 'head', {
      from: `${e.id}.${end}Head`,
    });
    const z = worth(side === 0 ? 'z1' : 'z2', NAMES[end].elevation, place.elevation, 'length', {
      from: side === 0 ? `${e.id}.inletElevation` : `${e.id}.outletElevation`,
    });
    return [
      ...(side === 1 ? outletHeadStep(result, e, place.totalHead) : []),
      ...pressureSteps(there.values, `${end}Pressure`, {
        name: NAMES[end].pressure,
        mark: side === 0 ? '1' : '2',
        pressure,
        head,
        z,
        bore: sideBore(model, e, side),
        flow:
          there.expansion === 1
            ? worth('Q', word('quantity.flow'), r.flow, 'flow', { from: `${e.id}.flow` })
            : worth('Qp', word('quantity.flow-at-this-place'), r.flow * there.expansion, 'flow'),
      }),
    ];
  });
}

/** where the liquid is followed, that at an end of an element is not quite that of the element */
function placeMedium(
  s: MediumValues,
  place: PlaceResult | undefined,
  own: number | undefined,
): { values: MediumValues; expansion: number } {
  const density = place?.density;
  if (density === undefined || own === undefined || density === own) return { values: s, expansion: 1 };
  return {
    values: { ...s, density: worth('ρ', word('quantity.density-at-this-place'), density, 'density') },
    expansion: own / density,
  };
}

/** behind the element: the head before it less what it takes */
function outletHeadStep(result: ScenarioResult, e: ElementDetail, head: number): KeyedStep[] {
  const r = result.elements[e.id]!;
  const before = placeAt(result, e, 0)?.totalHead;
  const h2 = worth('H2', word('quantity.total-head-at-the-outlet'), head, 'head', { from: `${e.id}.outletHead` });
  if (before === null || before === undefined) return [];
  const balance = word('source.head-balance-in-metres-at-each-place');
  if (r.density !== undefined) return [inWords('outletHead', h2, word('how.head-remaining-at-the-outlet'), [], balance)];
  const h1 = worth('H1', word('quantity.total-head-at-the-inlet'), before, 'head', { from: `${e.id}.inletHead` });
  if (r.kind === 'pump') {
    if (r.head === null) return [];
    const gain = worth('Hp', word('quantity.head-of-the-pump'), r.head, 'head', { from: `${e.id}.head` });
    return [step('outletHead', h2, 'H1 + Hp', [h1, gain], word('source.head-balance'))];
  }
  if (r.headLoss === null) return [];
  const loss = worth('hl', word('quantity.head-loss'), r.headLoss, 'head', { from: `${e.id}.headLoss` });
  return [step('outletHead', h2, 'H1 − hl', [h1, loss], word('source.head-balance'))];
}

interface Place {
  name: Word;
  mark: string;
  pressure: number;
  head: WorkingValue;
  z: WorkingValue;
  bore: number | undefined;
  flow: WorkingValue;
}

function pressureSteps(s: MediumValues, key: string, at: Place): KeyedStep[] {
  const area = at.bore === undefined ? undefined : (Math.PI / 4) * at.bore ** 2;
  const velocityHead = area === undefined ? 0 : (at.flow.value / area) ** 2 / (2 * s.gravity.value);
  const hv = worth(`hv${at.mark}`, word('quantity.velocity-head'), velocityHead, 'head');
  const d =
    at.bore === undefined
      ? undefined
      : worth(`D${at.mark}`, word('quantity.bore-at-this-place'), at.bore, 'diameter', { unit: 'mm' });
  const inputs = [s.atmosphere, s.density, s.gravity, at.head, at.z, hv];
  const p = worth(`p${at.mark}`, at.name, at.pressure, 'absolutePressure');
  const formula = `pa + ρ·g·(${at.head.symbol} − ${at.z.symbol} − ${hv.symbol})`;
  return [
    d
      ? step(
          `${key}VelocityHead`,
          hv,
          `(${at.flow.symbol}/(π/4·(${d.symbol}/1000)²))²/(2·g)`,
          [at.flow, d, s.gravity],
          word('source.definition-the-nearest-bore'),
        )
      : inWords(`${key}VelocityHead`, hv, word('how.no-bore-given-in-the-line-velocity'), [], word('source.reading')),
    step(key, p, formula, inputs, word('source.bernoulli-heads-above-elevation-0-and-gauge')),
  ];
}

/**
 * Total head before an element: that of the point where its line begins, less what stands between; behind something shut that of
 * the point where the line ends, and what stands before it.
 */
export function inletHeadStep(model: ScenarioModel, result: ScenarioResult, e: ElementDetail, head: number | null): KeyedStep[] {
  if (head === null) return [];
  const line = model.network.lines[e.line]!;
  const own = model.elements.filter((x) => x.line === e.line);
  const ways = [
    { point: line.from, elements: own.filter((x) => x.index < e.index), sign: 1 },
    { point: line.to, elements: own.filter((x) => x.index >= e.index), sign: -1 },
  ] as const;
  const h1 = worth('H1', word('quantity.total-head-at-the-inlet'), head, 'head', { from: `${e.id}.inletHead` });
  if (result.elements[e.id]?.density !== undefined)
    return [
      inWords('inletHead', h1, word('how.head-remaining-at-the-inlet'), [], word('source.head-balance-along-the-line-in-metres')),
    ];
  for (const { point, elements, sign } of ways) {
    const { id } = model.network.points[point]!;
    const terms = lossTerms(elements, result, sign);
    const tee = teeTerm(result, id, line.id, 't');
    const begin = endHead(model, result, e.line, sign);
    if (begin === null || !(Math.abs(begin + terms.sum - head) < 1e-6 * Math.max(1, Math.abs(head)))) continue;
    const from = worth('Hs', word('quantity.total-head-at', { id }), begin - tee.sum, 'head', { from: `${id}.totalHead` });
    return [
      step(
        'inletHead',
        h1,
        `Hs${tee.formula}${terms.formula}`,
        [from, ...tee.inputs, ...terms.inputs],
        word('source.head-balance-along-the-line'),
      ),
    ];
  }
  return [inWords('inletHead', h1, word('how.shut-on-both-sides-the-head-is'), [], word('source.head-balance-of-the-line'))];
}

/** total head where a line begins (sign 1) or ends */
function endHead(model: ScenarioModel, result: ScenarioResult, line: number, sign: 1 | -1): number | null {
  const places = result.places[model.network.lines[line]!.id] ?? [];
  return places[sign > 0 ? 0 : places.length - 1]?.totalHead ?? null;
}

/** ` − h1 + h2`: what elements take (sign 1) or give back when one goes against the line (sign −1) */
function lossTerms(
  elements: readonly ElementDetail[],
  result: ScenarioResult,
  sign: 1 | -1,
): { formula: string; inputs: WorkingValue[]; sum: number } {
  let formula = '';
  let sum = 0;
  const inputs = elements.map((e, i) => {
    const r = result.elements[e.id]!;
    const gives = r.kind === 'pump';
    const value = gives ? (r.head ?? NaN) : (r.headLoss ?? NaN);
    const adds = gives === sign > 0;
    formula += `${adds ? ' + ' : ' − '}ha${i + 1}`;
    sum += adds ? value : -value;
    const name = word(gives ? 'quantity.head-of' : 'quantity.loss-over', { id: e.id });
    return worth(`ha${i + 1}`, name, value, 'head', { from: `${e.id}.${gives ? 'head' : 'headLoss'}` });
  });
  return { formula, inputs, sum };
}

/** Total head and static pressure of a point. */
export function pointSteps(scenario: MediumValues, model: ScenarioModel, result: ScenarioResult, id: string): KeyedStep[] {
  const point = model.points.find((p) => p.id === id);
  const r = result.points[id];
  if (!point || !r || r.totalHead === null) return [];
  const s =
    r.density === undefined
      ? scenario
      : { ...scenario, density: worth('ρ', word('quantity.density-at-this-place'), r.density, 'density') };
  const steps = [...teeSteps(s, model, result, id), ...headSteps(s, model, result, point, r)];
  if (r.staticPressure === null) return steps;
  const isStatic = point.kind === 'pressure' && point.read.basis !== 'total';
  return [
    ...steps,
    ...pressureSteps(s, 'staticPressure', {
      name: word('quantity.static-pressure'),
      mark: '',
      pressure: r.staticPressure,
      head: worth('H', word('quantity.total-head'), r.totalHead, 'head', { from: `${id}.totalHead` }),
      z: worth('z', word('quantity.elevation'), point.read.elevation as number, 'length', { from: `${id}.elevation` }),
      bore: isStatic ? meetingBore(model, id) : undefined,
      flow: worth('Q', word('quantity.flow'), r.outflow, 'flow', { from: `${id}.flow` }),
    }),
  ];
}

/** bore of the one line that meets a static pressure, at its end there */
function meetingBore(model: ScenarioModel, id: string): number | undefined {
  const at = model.network.points.findIndex((p) => p.id === id);
  const line = model.network.lines.find((l) => l.from === at || l.to === at);
  if (!line) return undefined;
  const list = line.from === at ? line.elements : [...line.elements].reverse();
  const found = list.find((e) => e.bore !== undefined);
  return found && sharedBore(found);
}

function headSteps(
  s: MediumValues,
  model: ScenarioModel,
  result: ScenarioResult,
  point: PointDetail,
  r: PointResult,
): KeyedStep[] {
  const { read, kind, id } = point;
  const own = (key: string) => ({ from: `${id}.${key}` });
  const total = worth('H', word('quantity.total-head'), r.totalHead!, 'head', own('totalHead'));
  const z = worth('z', word('quantity.elevation'), read.elevation as number, 'length', own('elevation'));
  if (kind === 'well') {
    const rest = worth('hr', word('quantity.water-level-at-rest'), read.restLevel as number, 'length', own('restLevel'));
    const q = worth('Q', word('quantity.flow-out-of-the-well'), r.outflow, 'flow', own('flow'));
    return wellSteps(model, r, { id, rest, q, total, read });
  }
  const entered = (x: unknown): number => (typeof x === 'number' ? x : 0);
  if (kind === 'vessel' && read.level !== 'solve' && read.pressure !== 'solve') {
    const level = worth('hl', word('quantity.liquid-level-above-the-nozzle'), entered(read.level), 'length', own('level'));
    const surface = worth(
      'ps',
      word('quantity.pressure-on-the-surface-gauge'),
      entered(read.pressure),
      'pressureDifference',
      own('pressure'),
    );
    const inputs = [z, level, surface, s.density, s.gravity];
    return [step('totalHead', total, 'z + hl + ps/(ρ·g)', inputs, word('source.bernoulli-liquid-at-rest'))];
  }
  if (kind === 'pressure' && read.pressure !== 'solve') {
    const isStatic = read.basis !== 'total';
    const given = worth(
      'pg',
      word(isStatic ? 'quantity.static-pressure-gauge' : 'quantity.total-pressure-gauge'),
      entered(read.pressure),
      'pressureDifference',
      own('pressure'),
    );
    if (!isStatic) return [step('totalHead', total, 'z + pg/(ρ·g)', [z, given, s.density, s.gravity], word('source.bernoulli'))];
    const bore = meetingBore(model, id);
    const q = worth('Q', word('quantity.flow'), r.outflow, 'flow', own('flow'));
    const d = worth('D', word('quantity.bore-of-the-connected-line'), bore ?? NaN, 'diameter', { unit: 'mm' });
    const kinetic = bore === undefined ? '' : ' + (Q/(π/4·(D/1000)²))²/(2·g)';
    const inputs = [z, given, s.density, s.gravity, ...(bore === undefined ? [] : [q, d])];
    return [step('totalHead', total, `z + pg/(ρ·g)${kinetic}`, inputs, word('source.bernoulli-static-at-the-tapping'))];
  }
  return freeHeadSteps(model, result, id, total);
}

/** level of a well, and what aquifer and well take of its drawdown */
function wellSteps(
  model: ScenarioModel,
  r: PointResult,
  {
    id,
    rest,
    q,
    total,
    read,
  }: { id: string; rest: WorkingValue; q: WorkingValue; total: WorkingValue; read: PointDetail['read'] },
): KeyedStep[] {
  const { head } = model.network.points.find((p) => p.id === id)!;
  if (head.kind !== 'well') return [];
  const own = (key: string) => ({ from: `${id}.${key}` });
  const isTested = read.steps !== undefined;
  const name = word(isTested ? 'quantity.specific-capacity-of-the-aquifer' : 'quantity.specific-capacity');
  const c = worth('c', name, head.capacity, 'specificCapacity', own(isTested ? 'steps' : 'specificCapacity'));
  const lossName = word(isTested ? 'quantity.well-loss-c' : 'quantity.well-loss');
  const loss = worth('C', lossName, head.loss, 'wellLoss', own(isTested ? 'steps' : 'wellLoss'));
  const source = word(isTested ? 'source.jacob-least-squares' : 'source.jacob');
  const level =
    head.loss === 0
      ? step('totalHead', total, 'hr − Q/c', [rest, q, c], isTested ? source : word('source.linear-drawdown'))
      : step('totalHead', total, 'hr − Q/c − C·Q·abs(Q)', [rest, q, c, loss], source);
  if (r.drawdown === null || r.drawdown === undefined) return [level];
  return [
    level,
    step(
      'drawdown',
      worth('s', word('quantity.drawdown'), r.drawdown, 'length', own('drawdown')),
      'hr − H',
      [rest, total],
      word('source.definition'),
    ),
    step(
      'aquiferLoss',
      worth('sa', word('quantity.aquifer-loss'), r.aquiferLoss!, 'length', own('aquiferLoss')),
      'Q/c',
      [q, c],
      source,
    ),
    ...(head.loss === 0
      ? []
      : [step('wellLoss', worth('sw', word('quantity.well-loss'), r.wellLoss!, 'length'), 'C·Q·abs(Q)', [q, loss], source)]),
  ];
}

/** a solved head, followed along the lines to the next place of known head */
function freeHeadSteps(model: ScenarioModel, result: ScenarioResult, id: string, total: WorkingValue): KeyedStep[] {
  const r = result.points[id]!;
  const { points, lines } = model.network;
  const at = points.findIndex((p) => p.id === id);
  const steps = stepsFromKnown(model);
  if (r.density !== undefined)
    return [inWords('totalHead', total, word('how.solved-with-the-flows-in-metres-of'), [], word('source.head-balance'))];
  const best = lines
    .map((line, l) => ({ line, l, other: line.from === at ? line.to : line.to === at ? line.from : -1 }))
    .filter(({ line, other }) => other >= 0 && (steps[other] ?? Infinity) < (steps[at] ?? Infinity) && !isBroken(result, line.id))
    .sort((a, b) => steps[a.other]! - steps[b.other]!)[0];
  if (!best) return [];
  const against = best.line.from === at;
  const other = points[best.other]!.id;
  const along = model.elements.filter((e) => e.line === best.l);
  const terms = lossTerms(along, result, against ? -1 : 1);
  const begin = worth('Hs', word('quantity.total-head-at', { id: other }), result.points[other]!.totalHead ?? NaN, 'head', {
    from: `${other}.totalHead`,
  });
  // out of the tee there into the line, and out of the line into the tee here
  const away = teeTerm(result, other, best.line.id, 's');
  const here = teeTerm(result, id, best.line.id, 't', -1);
  const inputs = [begin, ...away.inputs, ...terms.inputs, ...here.inputs];
  const formula = `Hs${away.formula}${terms.formula}${here.formula}`;
  return [step('totalHead', total, formula, inputs, word('source.head-balance-along-line', { line: best.line.id }))];
}

/** something in the line is shut: the heads at its ends do not depend on one another */
function isBroken(result: ScenarioResult, line: string): boolean {
  return (result.places[line] ?? []).some((p) => p.totalHead === null);
}

/** lines between each point and the nearest place of known head */
function stepsFromKnown(model: ScenarioModel): number[] {
  const { points, lines } = model.network;
  const steps = points.map((p) => (p.head.kind === 'free' ? Infinity : 0));
  for (let changed = true; changed;) {
    changed = false;
    for (const l of lines) {
      for (const [a, b] of [
        [l.from, l.to],
        [l.to, l.from],
      ] as const) {
        if (steps[a]! + 1 >= steps[b]!) continue;
        steps[b] = steps[a]! + 1;
        changed = true;
      }
    }
  }
  return steps;
}
