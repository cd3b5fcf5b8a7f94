import { numberOr } from '../fields/defaults.js';
import { bore, elevation, gauge, length, named, number, quantity, text, yesNo, type Fields } from '../fields/field.js';
import { sumFittings } from '../fittings/fitting.js';
import { finding } from '../issues/issues.js';
import { LAMINAR_LIMIT, TURBULENT_LIMIT } from '../pipes/friction.js';
import { MATERIALS } from '../pipes/material.js';
import { insideOf } from '../pipes/size.js';
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
import type { PipeModel } from './model.js';
import { FITTINGS, fittingsComplete, listed, nominal } from './pipe-fittings.js';
import { PipeLaw } from './pipe-law.js';
import { pipeShortForm } from './pipe-short-form.js';
import { pipeWorking } from './pipe-working.js';

const PIPE_FIELDS: Fields = {
  ...named,
  outletElevation: elevation('Outlet elevation', { short: 'Outlet' }),
  length: length('Length'),
  inside: bore('Inside diameter', { short: 'Inside' }),
  size: text('Nominal size', { short: 'Size' }),
  schedule: text('Schedule'),
  material: text('Material'),
  roughness: quantity('roughness', 0, 1, 'Roughness', { default: '0.05 mm' }),
  fittings: FITTINGS,
  hazenWilliams: number(10, 300, 'Hazen–Williams C'),
  profile: {
    type: 'list',
    least: 0,
    most: 5000,
    label: 'Profile',
    of: { distance: length('Distance', { required: true }), elevation: elevation('Elevation', { required: true }) },
  },
  designPressure: gauge('Design pressure', { short: 'Design p' }),
  maxTemperature: quantity('temperature', 1, 3000, 'Highest temperature', { short: 'Highest T' }),
  suction: yesNo('Suction line', { short: 'Suction' }),
};
function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, e.inside === undefined ? ['length', 'size', 'schedule'] : ['length'], context)) return undefined;
  const inside = insideDiameter(id, e, context);
  if (inside === undefined) return undefined;
  const fittings = (e.fittings ?? []) as Entries[];
  if (!fittingsComplete(id, fittings, context)) return undefined;
  const roughness = pipeRoughness(id, e, context);
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
    },
  };
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
  const law = new PipeLaw(pipe, { density: fluid.density, kinematic: fluid.viscosity / fluid.density, gravity });
  const reynolds = law.reynolds(flow);
  const frictionLoss = law.frictionLoss(flow);
  if (reynolds > LAMINAR_LIMIT && reynolds < TURBULENT_LIMIT && pipe.hazenWilliams === undefined)
    e.say(finding('transition-flow', e.id, { reynolds }));
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

const hasFittings = ({ fittings: f }: PipeModel): boolean => f.constant > 0 || f.perReynolds > 0 || f.equivalentLength > 0;

/** pressure at the points given inside a long pipe; friction and fittings are spread evenly along it */
function profile(e: SolvedElement, length: number, velocity: number): NonNullable<PipeResult['profile']> {
  const { inletHead: a, outletHead: b, gravity } = e;
  return (e.read.profile as { distance: number; elevation: number }[]).map(({ distance, elevation }) => {
    const share = length > 0 ? Math.min(1, distance / length) : 0;
    const grade = a + (b - a) * share - (velocity * velocity) / (2 * gravity);
    const pressure = e.atmosphere + e.fluid.density * gravity * (grade - elevation);
    return { distance, elevation, pressure: Number.isFinite(pressure) ? pressure : null };
  });
}

/** Hazen–Williams: water near room temperature in bores above 50 mm at ordinary velocities (AWWA M11) */
function hazenWilliamsRange(e: SolvedElement, velocity: number, inside: number): void {
  const kinematic = e.fluid.viscosity / e.fluid.density;
  const outside = kinematic < 0.6e-6 || kinematic > 1.6e-6 || inside < 0.05 || Math.abs(velocity) > 3;
  if (outside) e.say(finding('method-range', e.id, { method: 'hazen-williams', velocity, kinematic }));
}

export const pipe: ElementKind<PipeResult> = {
  label: 'Pipe',
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
  figures: [
    { key: 'velocity', label: 'velocity', dimension: 'velocity' },
    { key: 'reynolds', label: 'Re ×10⁶', dimension: 'reynolds' },
    { key: 'frictionFactor', label: 'Darcy f', dimension: 'factor' },
  ],
  worked: ['velocity', 'reynolds', 'frictionFactor', 'frictionLoss', 'fittingLoss', 'headLoss', ...ENDS],
  working: pipeWorking,
};
