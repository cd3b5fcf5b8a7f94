import { UNITS, type Dimension, type Problem, type UnitSystem, type Word } from '@cedar-knot/core';
import { shortNumber } from './marks.js';
import { inUnits } from './numbers.js';
import { msg, said } from './words.js';

/** words of the core stand in `label` and `expected` alone */
type Detail = Readonly<Record<string, string | number | readonly string[]>>;
const DIMENSION_NAMES: Readonly<Record<Dimension, string>> = {
  length: msg('problem.length'),
  diameter: msg('problem.diameter'),
  roughness: msg('problem.roughness'),
  head: msg('problem.head'),
  flow: msg('problem.flow'),
  pressure: msg('problem.pressure'),
  absolutePressure: msg('problem.absolutePressure'),
  pressureDifference: msg('problem.pressureDifference'),
  temperature: msg('problem.temperature'),
  temperatureDifference: msg('problem.temperatureDifference'),
  density: msg('problem.density'),
  viscosity: msg('problem.viscosity'),
  kinematicViscosity: msg('problem.kinematicViscosity'),
  power: msg('problem.power'),
  speed: msg('problem.speed'),
  frequency: msg('problem.frequency'),
  specificCapacity: msg('problem.specificCapacity'),
  wellLoss: msg('problem.wellLoss'),
  time: msg('problem.time'),
  velocity: msg('problem.velocity'),
  acceleration: msg('problem.acceleration'),
  voltage: msg('problem.voltage'),
  weight: msg('problem.weight'),
  crossSection: msg('problem.crossSection'),
  specificHeat: msg('problem.specificHeat'),
  heatTransfer: msg('problem.heatTransfer'),
  conductivity: msg('problem.conductivity'),
  gasOilRatio: msg('problem.gasOilRatio'),
};

const EXAMPLES: Readonly<Record<Dimension, string>> = {
  length: '120 m',
  diameter: '154.1 mm',
  roughness: '0.05 mm',
  head: '42 m',
  flow: '55 m3/h',
  pressure: '1.4 bar(g)',
  absolutePressure: '31.2 kPa(a)',
  pressureDifference: '0.3 bar',
  temperature: '71 C',
  temperatureDifference: '8 K',
  density: '998 kg/m3',
  viscosity: '0.42 mPa.s',
  kinematicViscosity: '1.2 cSt',
  power: '7.5 kW',
  speed: '2950 rpm',
  frequency: '50 Hz',
  specificCapacity: '3.4 m3/h/m',
  wellLoss: '0.0004 m/(m3/h)2',
  time: '2 h',
  velocity: '2 m/s',
  acceleration: '9.80665 m/s2',
  voltage: '400 V',
  weight: '120 kg',
  crossSection: '16 mm2',
  specificHeat: '4.18 kJ/kg/K',
  heatTransfer: '2.5 W/m2/K',
  conductivity: '0.035 W/m/K',
  gasOilRatio: msg('problem.gasOilRatio2'),
};

/** the sizes of a table that stand next to a number that is none of them */
function nearestSizes(found: string, known: unknown): readonly string[] {
  const sizes = Array.isArray(known) ? (known as string[]) : [];
  const number = (text: string): number => Number(/\d+(?:\.\d+)?/.exec(text)?.[0] ?? NaN);
  const wanted = number(found) * (/in\b|"|NPS/i.test(found) ? INCH_MM : 1);
  if (!Number.isFinite(wanted)) return sizes;
  return [...sizes]
    .sort((a, b) => Math.abs(number(a) - wanted) - Math.abs(number(b) - wanted))
    .slice(0, NEAREST)
    .sort((a, b) => number(a) - number(b));
}

const NEAREST = 4;
/** nominal sizes of a table are in millimetres */
const INCH_MM = 25;

const name = (d: unknown): string => DIMENSION_NAMES[d as Dimension] ?? msg('problem.aQuantity');
const example = (d: unknown): string => `"${EXAMPLES[d as Dimension] ?? '1 m'}"`;
const list = (x: unknown): string => (Array.isArray(x) ? (x as (Word | string)[]).map(said).join(', ') : String(x));

/** bounds in the usual unit of the dimension */
function bound(x: unknown, dimension: unknown, system: UnitSystem): string {
  const units = UNITS[dimension as Dimension];
  if (typeof x !== 'number') return String(x);
  if (!units) return shortNumber(x);
  return inUnits(x, dimension as Dimension, system);
}

const TEXTS: Readonly<Record<string, (d: Detail, where: readonly string[], u: UnitSystem) => string>> = {
  'empty-file': () => msg('problem.empty-file'),
  'file-too-large': (d) => msg('problem.file-too-large', { found: String(d.found), most: String(d.most) }),
  'bad-json': (d) => msg('problem.bad-json', { line: String(d.line), column: String(d.column), found: String(d.found) }),
  'not-object': (d) => msg('problem.not-object', { found: String(d.found) }),
  'not-list': (d) => msg('problem.not-list', { found: String(d.found) }),
  'not-text': (d) => msg('problem.not-text', { found: String(d.found) }),
  'not-boolean': (d) => msg('problem.not-boolean', { found: String(d.found) }),
  'not-number': (d) => msg('problem.not-number', { found: String(d.found) }),
  'not-integer': (d) => msg('problem.not-integer', { found: String(d.found) }),
  'not-money': (d) => msg('problem.not-money', { found: String(d.found) }),
  'not-choice': (d) => msg('problem.not-choice', { found: String(d.found), expected: list(d.expected) }),
  'not-format': (d) => msg('problem.not-format', { found: String(d.found), expected: list(d.expected) }),
  'not-version': (d) => msg('problem.not-version', { found: String(d.found), expected: list(d.expected) }),
  'too-long': (d) => msg('problem.too-long', { found: String(d.found) }),
  'too-many': (d) => msg('problem.too-many', { found: String(d.found), most: String(d.most) }),
  'too-much-work': (d) =>
    msg('problem.too-much-work', {
      things: String(d.things),
      scenarios: String(d.scenarios),
      found: String(d.found),
      most: String(d.most),
    }),
  'duplicate-key': (d) => msg('problem.duplicate-key', { found: String(d.found) }),
  'too-deep': (d) => msg('problem.too-deep', { found: String(d.found) }),
  'too-few': (d) => msg('problem.too-few', { found: String(d.found), least: String(d.least) }),
  missing: (d) =>
    msg('problem.missing2', {
      value: d.label === d.key ? `"${d.key}"` : `${said(d.label as unknown as Word | string)} ("${d.key}")`,
      value2: d.expected ? msg('problem.missing', { expected: list(d.expected) }) : '',
    }),
  'unknown-key': (d) => msg('problem.unknown-key', { found: String(d.found), known: list(d.known) }),
  'bad-id': (d) => msg('problem.bad-id', { found: String(d.found) }),
  'duplicate-id': (d) =>
    msg('problem.duplicate-id2', {
      found: String(d.found),
      value: d.other ? msg('problem.duplicate-id', { other: String(d.other) }) : '',
    }),
  'unknown-id': (d) => msg('problem.unknown-id', { found: String(d.found) }),
  'unknown-scenario': (d) => msg('problem.unknown-scenario', { found: String(d.found), known: list(d.known) }),
  'unknown-point': (d) => msg('problem.unknown-point', { found: String(d.found), known: list(d.known) }),
  'unknown-fluid': (d) => msg('problem.unknown-fluid', { found: String(d.found), known: list(d.known) }),
  'unknown-pump': (d) => msg('problem.unknown-pump', { found: String(d.found), known: list(d.known) }),
  'unknown-valve': (d) => msg('problem.unknown-valve', { found: String(d.found), known: list(d.known) }),
  'beside-steps': (d) => msg('problem.beside-steps', { found: String(d.found) }),
  'same-ends': (d) => msg('problem.same-ends', { found: String(d.found) }),
  'no-number': (d) =>
    msg('problem.no-number', { found: String(d.found), dimension: name(d.dimension), example: example(d.dimension) }),
  'no-unit': (d) =>
    msg('problem.no-unit', {
      found: String(d.found),
      dimension: name(d.dimension),
      example: example(d.dimension),
      expected: list(d.expected),
    }),
  'bare-number': (d) =>
    msg('problem.bare-number', { found: String(d.found), dimension: name(d.dimension), example: example(d.dimension) }),
  'not-quantity': (d) =>
    msg('problem.not-quantity', { found: String(d.found), dimension: name(d.dimension), example: example(d.dimension) }),
  'unknown-unit': (d) =>
    msg('problem.unknown-unit', { found: String(d.found), dimension: name(d.dimension), expected: list(d.expected) }),
  'wrong-dimension': (d) =>
    msg('problem.wrong-dimension', {
      found: String(d.found),
      foundDimension: name(d.foundDimension),
      dimension: name(d.dimension),
      expected: list(d.expected),
    }),
  'no-reference-here': (d) => msg('problem.no-reference-here', { found: String(d.found) }),
  'outside-unit': (d) => msg('problem.outside-unit', { found: String(d.found) }),
  'gauge-here': (d) => msg('problem.gauge-here', { found: String(d.found) }),
  'below-vacuum': (d) => msg('problem.below-vacuum', { found: String(d.found) }),
  'out-of-range': (d, _w, u) =>
    msg('problem.out-of-range', {
      found: String(d.found),
      least: bound(d.least, d.dimension, u),
      most: bound(d.most, d.dimension, u),
    }),
  'not-rising': () => msg('problem.not-rising'),
  'mixed-viscosity': () => msg('problem.mixed-viscosity'),
  'gradient-in-network': () => msg('problem.gradient-in-network'),
  'beyond-pipe': (d, _w, u) =>
    msg('problem.beyond-pipe', { found: bound(d.found, 'length', u), most: bound(d.most, 'length', u) }),
  'same-temperature': () => msg('problem.same-temperature'),
  'same-diameter': () => msg('problem.same-diameter'),
  'unknown-size': (d) =>
    msg('problem.unknown-size', { found: String(d.found), nearestSizes: nearestSizes(String(d.found), d.expected).join(', ') }),
  'unknown-schedule': (d) => msg('problem.unknown-schedule', { found: String(d.found), expected: list(d.expected) }),
  'bore-too-large': () => msg('problem.bore-too-large'),
  'fitting-ways': (d) =>
    msg('problem.fitting-ways3', {
      value:
        Array.isArray(d.keys) && d.keys.length > 0
          ? msg('problem.fitting-ways', { keys: list(d.keys) })
          : msg('problem.fitting-ways2'),
    }),
  'no-temperature': (d, _w, u) =>
    msg('problem.no-temperature', {
      fluid: String(d.fluid),
      least: bound(d.least, 'temperature', u),
      most: bound(d.most, 'temperature', u),
    }),
  'temperature-range': (d, _w, u) =>
    msg('problem.temperature-range', {
      fluid: String(d.fluid),
      least: bound(d.least, 'temperature', u),
      most: bound(d.most, 'temperature', u),
    }),
  'static-many': (d) => msg('problem.static-many', { found: String(d.found) }),
  'bad-limit': (d) =>
    msg('problem.bad-limit2', {
      found: String(d.found),
      example: d.dimension ? example(d.dimension === 'absolutePressure' ? 'pressure' : d.dimension) : msg('problem.bad-limit'),
    }),
  'bad-band': (d) =>
    msg('problem.bad-band', { found: String(d.found), value: d.dimension ? `[${example(d.dimension)}, …]` : '[0.2, 0.8]' }),
  'no-input': (d) => msg('problem.no-input', { found: String(d.found) }),
  'one-spread': (d) => msg('problem.one-spread', { isFound: d.found === '0' ? 'yes' : 'no' }),
  'bad-spread': (d) => msg('problem.bad-spread', { found: String(d.found) }),
  'share-needed': (d) => msg('problem.share-needed', { found: String(d.found) }),
  'grade-needed': () => msg('problem.grade-needed'),
  'no-grade-here': () => msg('problem.no-grade-here'),
  'no-figure-there': (d) => msg('problem.no-figure-there', { found: String(d.found) }),
  'bad-reading': (d) => msg('problem.bad-reading', { found: String(d.found) }),
  'text-too-long': (d) =>
    msg('problem.text-too-long2', {
      found: String(d.found),
      value: d.most ? msg('problem.text-too-long', { most: String(d.most) }) : '',
    }),
  'two-readings': (d) =>
    msg('problem.two-readings', {
      found: String(d.found),
      expected: (d.expected as readonly string[]).map((x) => `"${x}"`).join(' or '),
    }),
  'not-typed': () => msg('problem.not-typed'),
  'not-in-record': (d) => msg('problem.not-in-record', { found: String(d.found), expected: list(d.expected) }),
  lacks: (d, where) =>
    msg('problem.lacks', { where: list(where), keys: (d.keys as readonly string[]).map((k) => `"${k}"`).join(', ') }),
  'no-lines': () => msg('problem.no-lines'),
  unconnected: (_d, where) => msg('problem.unconnected', { where: list(where) }),
  'over-specified': (_d, where) => msg('problem.over-specified', { where: list(where) }),
  'under-specified': (_d, where) => msg('problem.under-specified', { where: list(where) }),
  'tee-lines': (d) => msg('problem.tee-lines', { found: String(d.found), known: list(d.known) }),
  'tee-branch': (d) => msg('problem.tee-branch', { found: String(d.found), known: list(d.known) }),
  'tee-offtake': () => msg('problem.tee-offtake'),
  'tee-bore': (d) => msg('problem.tee-bore', { line: String(d.line) }),
  'tee-wide': (d) => msg('problem.tee-wide', { line: String(d.line) }),
  'bad-picture': () => msg('problem.bad-picture'),
  'large-picture': (d) => msg('problem.large-picture', { most: String(d.most) }),
  'no-pressure-reference': (_d, where) => msg('problem.no-pressure-reference', { where: list(where) }),
};

/** One sentence that says what is wrong and what would be right. */
export function problemText(problem: Problem, units: UnitSystem = 'metric'): string {
  const detail = problem.detail as Detail;
  const reason = String(detail.reason);
  const text = TEXTS[reason];
  return text ? text(detail, problem.where, units) : `${problem.code}: ${reason}`;
}

/** Every reason that has words; a test holds it against the core. */
export const WORDED_REASONS: readonly string[] = Object.keys(TEXTS);
