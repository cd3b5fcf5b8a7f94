import { numberOr } from '../fields/defaults.js';
import { bore, choice, elevation, gauge, length, named, number, quantity, text, yesNo, type Fields } from '../fields/field.js';
import { RATING_FIELDS } from '../fields/rating-fields.js';
import { sumFittings } from '../fittings/fitting.js';
import { finding } from '../issues/issues.js';
import { LAMINAR_LIMIT, TURBULENT_LIMIT } from '../pipes/friction.js';
import { MATERIALS } from '../pipes/material.js';
import { DESIGN_FACTOR, GRADES } from '../pipes/barlow.js';
import { wayOfHeat } from '../pipes/heat.js';
import { insideOf, pipeDimensions, usualSchedule } from '../pipes/size.js';
import type { PipeResult } from '../results/results.js';
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
import { cellAt, pipeLawIn, temperatureAt } from './local.js';
import type { Cell, HeatModel, LocalState } from './local-state.js';
import type { PipeModel } from './model.js';
import { FITTINGS, fittingsComplete, listed, nominal } from './pipe-fittings.js';
import { pipeShortForm } from './pipe-short-form.js';
import { pipeWorking } from './pipe-working.js';
import { word } from '../words/word.js';

const PIPE_FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  length: length(word('field.length')),
  inside: bore(word('field.inside-diameter'), { short: word('field.short.inside') }),
  size: text(word('field.nominal-size'), { short: word('field.short.size') }),
  schedule: text(word('field.schedule')),
  material: text(word('field.material')),
  roughness: quantity('roughness', 0, 1, word('field.roughness'), { default: '0.05 mm' }),
  fittings: FITTINGS,
  hazenWilliams: number(10, 300, word('field.hazen-williams-c')),
  profile: {
    type: 'list',
    least: 0,
    most: 5000,
    label: word('field.profile'),
    of: {
      distance: length(word('field.distance'), { required: true }),
      elevation: elevation(word('field.elevation'), { required: true }),
    },
  },
  designPressure: gauge(word('field.design-pressure'), { short: word('field.short.design-p') }),
  grade: choice(Object.keys(GRADES), word('field.steel-grade-api-5l'), { short: word('field.short.grade') }),
  designFactor: number(0.1, 1, word('field.design-factor'), { default: DESIGN_FACTOR }),
  jointFactor: number(0.1, 1, word('field.weld-joint-factor'), { default: 1 }),
  dragReduction: number(0, 0.8, word('field.drag-reduction-by-an-additive'), {
    percent: true,
    default: 0,
    short: word('field.short.drag-reduction'),
  }),
  maxTemperature: quantity('temperature', 1, 3000, word('field.maximum-temperature'), { short: word('field.short.max-t') }),
  ...RATING_FIELDS,
  suction: yesNo(word('field.suction-line'), { short: word('field.short.suction') }),
  u: quantity('heatTransfer', 0, 1e5, word('field.heat-transfer-coefficient-u-on-the-outside'), { short: word('field.short.u') }),
  insulation: {
    type: 'list',
    least: 0,
    most: 20,
    label: word('field.insulation-from-the-pipe-outward'),
    of: {
      thickness: quantity('diameter', 0, 5, word('field.thickness'), { required: true }),
      conductivity: quantity('conductivity', 1e-4, 1000, word('field.conductivity'), { required: true }),
    },
  },
  burial: {
    type: 'record',
    label: word('field.burial'),
    fields: {
      depth: quantity('length', 0, 100, word('field.depth-of-the-pipe-axis'), { required: true }),
      conductivity: quantity('conductivity', 1e-3, 100, word('field.soil-conductivity'), { required: true }),
    },
  },
  ambient: quantity('temperature', 1, 1000, word('field.ambient-temperature'), { short: word('field.short.ambient') }),
};
function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, e.inside === undefined ? ['length', 'size', 'schedule'] : ['length'], context)) return undefined;
  const inside = insideDiameter(id, e, context);
  if (inside === undefined) return undefined;
  const fittings = (e.fittings ?? []) as Entries[];
  if (!fittingsComplete(id, fittings, context)) return undefined;
  if (hasRowsBeyond(id, e, context)) return undefined;
  const roughness = pipeRoughness(id, e, context);
  const heat = heatOf(id, e, inside, context);
  if (heat === undefined) return undefined;
  if (roughness / inside > 0.05) context.say(finding('above-critical-roughness', id, { relative: roughness / inside }));
  return {
    model: {
      id,
      kind: 'pipe',
      length: e.length as number,
      bore: inside,
      roughness,
      fittings: sumFittings(listed(fittings), inside, nominal(e, inside)),
      ...(isKnown(e.hazenWilliams) ? { hazenWilliams: e.hazenWilliams } : {}),
      ...(isKnown(e.dragReduction) && e.dragReduction > 0 ? { dragReduction: e.dragReduction } : {}),
      ...(context.followed ? { heat } : {}),
    },
  };
}

/** says which rows of its profile lie beyond the end of a pipe */
function hasRowsBeyond(id: string, e: Entries, context: BuildContext): boolean {
  const length = e.length as number;
  const rows = (e.profile ?? []) as { distance?: number }[];
  let isAny = false;
  rows.forEach(({ distance = 0 }, i) => {
    // what a survey and a length round apart is the end of the pipe
    if (distance <= length * (1 + 1e-6) + 1e-3) return;
    const detail = { reason: 'beyond-pipe', found: distance, most: length };
    context.add({ code: 'bad-value', path: `${context.pathOf('profile')}[${i}].distance`, where: [id], detail });
    isAny = true;
  });
  return isAny;
}

/** what a pipe loses to its surroundings, and its heights; undefined with what is lacking said */
function heatOf(id: string, e: Entries, inside: number, context: BuildContext): HeatModel | undefined {
  const { followed } = context;
  if (!followed) return {};
  const rows = (e.profile ?? []) as { distance: number; elevation: number }[];
  const length = e.length as number;
  const heat: HeatModel = {
    profile: length > 0 ? rows.map((r) => ({ share: Math.min(1, r.distance / length), elevation: r.elevation })) : [],
  };
  const way = wayOfHeat(e, outsideOf(e) ?? inside);
  if (!followed.isThermal || !way) return heat;
  const ambient = (e.ambient as number | undefined) ?? followed.ambient;
  if (ambient === undefined) {
    lacks(id, e, ['ambient'], context);
    return undefined;
  }
  return { ...heat, conductance: way.conductance, ambient };
}

/** by its nominal size; a schedule makes no difference to it */
function outsideOf(e: Entries): number | undefined {
  if (typeof e.size !== 'string') return undefined;
  return pipeDimensions(e.size, (e.schedule as string | undefined) ?? usualSchedule(e.size) ?? '40')?.outside;
}

function insideDiameter(id: string, e: Entries, context: BuildContext): number | undefined {
  if (isKnown(e.inside)) return e.inside;
  const found = insideOf(e.size as string, e.schedule as string);
  if (typeof found === 'number') return found;
  const key = found.reason === 'unknown-size' ? 'size' : 'schedule';
  const detail = { reason: found.reason, found: String(e[key]), expected: found.known };
  context.add({ code: 'bad-value', path: context.pathOf(key), where: [id], detail });
  return undefined;
}

function pipeRoughness(id: string, e: Entries, context: BuildContext): number {
  if (isKnown(e.roughness)) return e.roughness;
  const known = materialRoughness(e);
  if (known !== undefined) return known;
  const assumed = numberOr(PIPE_FIELDS, e, 'roughness');
  if (!isKnown(e.hazenWilliams))
    context.say(finding('roughness-assumed', id, { roughness: assumed, material: (e.material as string | undefined) ?? '' }));
  return assumed;
}

function materialRoughness(e: Entries): number | undefined {
  const material = e.material as string | undefined;
  return material !== undefined && Object.hasOwn(MATERIALS, material) ? MATERIALS[material] : undefined;
}

function report(e: SolvedElement): PipeResult {
  const pipe = e.model as PipeModel;
  const { fluid, gravity, flow } = e;
  const law = pipeLawIn(pipe, fluid, gravity);
  const reynolds = law.reynolds(flow);
  const frictionLoss = e.local ? frictionIn(e.local, pipe, e) : law.frictionLoss(flow);
  if (reynolds > LAMINAR_LIMIT && reynolds < TURBULENT_LIMIT && pipe.hazenWilliams === undefined)
    e.say(finding('transition-flow', e.id, { reynolds }));
  if (pipe.dragReduction !== undefined && reynolds < DRAG_RANGE)
    e.say(finding('method-range', e.id, { method: 'drag-reduction', reynolds }));
  if (pipe.hazenWilliams !== undefined) hazenWilliamsRange(e, flow / law.area, pipe.bore);
  return {
    kind: 'pipe',
    ...common(e),
    velocity: flow / law.area,
    reynolds,
    frictionFactor: law.factor(flow) ?? null,
    frictionLoss,
    fittingLoss: hasFittings(pipe) ? (e.headLoss ?? 0) - frictionLoss : 0,
    ...(Array.isArray(e.read.profile) ? { profile: profile(e, pipe.length, flow / law.area) } : {}),
  };
}

/** Reynolds number from which an additive is known to do what its share says: fully turbulent. Source: Virk 1975, AIChE J. 21, 625–656. */
const DRAG_RANGE = 10_000;

const hasFittings = ({ fittings: f }: PipeModel): boolean => f.constant > 0 || f.perReynolds > 0 || f.equivalentLength > 0;

/** friction of the pipe's own length by its cells, m of the liquid in its middle */
function frictionIn({ cells = [], ratio }: LocalState, pipe: PipeModel, e: SolvedElement): number {
  const mass = e.flow / ratio;
  const sum = cells.reduce(
    (h, c) => h + (pipeLawIn(pipe, c.fluid, e.gravity).frictionLoss(mass * c.ratio) * c.frictionScale * c.share) / c.ratio,
    0,
  );
  return sum * ratio;
}

/** pressure at the points given inside a long pipe; friction and fittings are spread evenly along it, in each of its cells */
function profile(e: SolvedElement, length: number, velocity: number): NonNullable<PipeResult['profile']> {
  const rows = e.read.profile as { distance: number; elevation: number }[];
  const share = (distance: number): number => (length > 0 ? Math.min(1, distance / length) : 0);
  if (e.local?.cells) return profileInCells(e, { ...e.local, cells: e.local.cells }, rows, share);
  const { inletHead: a, outletHead: b, gravity } = e;
  return rows.map(({ distance, elevation }) => {
    const grade = a + (b - a) * share(distance) - (velocity * velocity) / (2 * gravity);
    const pressure = e.atmosphere + e.fluid.density * gravity * (grade - elevation);
    return { distance, elevation, pressure: Number.isFinite(pressure) ? pressure : null };
  });
}

function profileInCells(
  e: SolvedElement,
  local: LocalState & { cells: readonly Cell[] },
  rows: readonly { distance: number; elevation: number }[],
  shareOf: (distance: number) => number,
): NonNullable<PipeResult['profile']> {
  const pipe = e.model as PipeModel;
  const { cells } = local;
  const mass = e.flow / local.ratio;
  const area = (Math.PI / 4) * pipe.bore ** 2;
  const out = { loss: 0, slope: 0 };
  // head lost to friction over each cell, m of the scenario's liquid, per whole length
  const losses = cells.map((c) => {
    pipeLawIn(pipe, c.fluid, e.gravity).evaluate(mass * c.ratio, out);
    return (out.loss * c.frictionScale) / c.ratio;
  });
  const isForward = e.flow >= 0;
  const hasTemperature = e.isThermal && e.flow !== 0;
  let head = e.inletHead;
  let height = e.inletElevation;
  let at = 0;
  let i = 0;
  return rows.map(({ distance, elevation }) => {
    const to = shareOf(distance);
    const rise = elevation - height;
    const span = to - at;
    // through as many cells as lie between this row and the one before, the rise spread over them
    while (at < to - 1e-12) {
      while (i < cells.length - 1 && cells[i + 1]!.at <= at + 1e-12) i++;
      const { ratio, slip } = cells[i]!;
      const end = i === cells.length - 1 ? to : Math.min(to, cells[i + 1]!.at);
      const step = end - at;
      head -= losses[i]! * step + (slip / ratio - 1) * rise * (step / span);
      at = end;
    }
    height = elevation;
    // a row at the end of a cell has what stands there
    const c = cells[cellAt(cells, to)]!;
    const part = c.share > 0 ? Math.min(1, Math.max(0, (to - c.at) / c.share)) : 0;
    const [p, q] = c.ends;
    const ratio = e.reference / between(p.density, q.density, part);
    const still = head - ((mass * ratio) / area) ** 2 / (2 * e.gravity * ratio) - elevation;
    const pressure = e.atmosphere + e.reference * e.gravity * still;
    // thousands of rows: written out, without a spread
    const row: NonNullable<PipeResult['profile']>[number] = {
      distance,
      elevation,
      pressure: Number.isFinite(pressure) ? pressure : null,
      vapourPressure: between(p.vapourPressure, q.vapourPressure, part),
    };
    if (p.gas || q.gas) row.freeGas = between(p.gas?.fraction ?? 0, q.gas?.fraction ?? 0, part);
    if (hasTemperature) row.temperature = temperatureAt(cells, to, isForward);
    return row;
  });
}

const between = (a: number, b: number, part: number): number => a + (b - a) * part;

/** Hazen–Williams: water near room temperature in bores above 50 mm at ordinary velocities (AWWA M11) */
function hazenWilliamsRange(e: SolvedElement, velocity: number, inside: number): void {
  const kinematic = e.fluid.viscosity / e.fluid.density;
  const outside = kinematic < 0.6e-6 || kinematic > 1.6e-6 || inside < 0.05 || Math.abs(velocity) > 3;
  if (outside) e.say(finding('method-range', e.id, { method: 'hazen-williams', velocity, kinematic }));
}

export const pipe: ElementKind<PipeResult> = {
  label: word('kind.pipe'),
  prefix: 'L',
  words: 'pipe|pipeline|line',
  fields: PIPE_FIELDS,
  shown: (e) => [
    'length',
    ...(e.inside !== undefined ? ['inside'] : ['size', 'schedule']),
    'outletElevation',
    ...(e.material !== undefined || e.roughness === undefined ? ['material'] : []),
    'roughness',
    'designPressure',
    'maxTemperature',
    'suction',
  ],
  givens: () => undefined,
  beginning: { material: 'steel' },
  shortForm: pipeShortForm,
  build,
  report,
  used: ({ model }) => ({ roughness: (model as PipeModel).roughness }),
  found: () => null,
  part: 'pipes',
  holder: 'pipe',
  worked: ['velocity', 'reynolds', 'frictionFactor', 'frictionLoss', 'fittingLoss', 'headLoss', ...ENDS],
  working: pipeWorking,
};
