import { UNITS, type Dimension, type Problem, type UnitSystem } from '@cedar-knot/core';
import { inUnits, shortNumber } from './numbers.js';

type Detail = Problem['detail'];
const DIMENSION_NAMES: Readonly<Record<Dimension, string>> = {
  length: 'a length',
  diameter: 'a diameter',
  roughness: 'a roughness',
  head: 'a head',
  flow: 'a flow',
  pressure: 'a pressure',
  absolutePressure: 'an absolute pressure',
  pressureDifference: 'a pressure difference',
  temperature: 'a temperature',
  temperatureDifference: 'a difference of temperature',
  density: 'a density',
  viscosity: 'a dynamic viscosity',
  kinematicViscosity: 'a kinematic viscosity',
  power: 'a power',
  speed: 'a speed',
  frequency: 'a frequency',
  specificCapacity: 'a specific capacity',
  wellLoss: 'a well loss',
  time: 'a time',
  velocity: 'a velocity',
  acceleration: 'an acceleration',
  voltage: 'a voltage',
  crossSection: 'a cross-section',
  specificHeat: 'a specific heat',
  heatTransfer: 'a heat transfer coefficient',
  conductivity: 'a thermal conductivity',
  gasOilRatio: 'a gas–oil ratio',
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
  crossSection: '16 mm2',
  specificHeat: '4.18 kJ/kg/K',
  heatTransfer: '2.5 W/m2/K',
  conductivity: '0.035 W/m/K',
  gasOilRatio: '60 Sm3/Sm3',
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

const name = (d: unknown): string => DIMENSION_NAMES[d as Dimension] ?? 'a quantity';
const example = (d: unknown): string => `"${EXAMPLES[d as Dimension] ?? '1 m'}"`;
const list = (x: unknown): string => (Array.isArray(x) ? (x as string[]).join(', ') : String(x));

/** bounds in the usual unit of the dimension */
function bound(x: unknown, dimension: unknown, system: UnitSystem): string {
  const units = UNITS[dimension as Dimension];
  if (typeof x !== 'number') return String(x);
  if (!units) return shortNumber(x);
  return inUnits(x, dimension as Dimension, system);
}

const TEXTS: Readonly<Record<string, (d: Detail, where: readonly string[], u: UnitSystem) => string>> = {
  'empty-file': () => 'The file is empty; a study begins with { "format": "cedar-knot-study", "version": 1, … }.',
  'file-too-large': (d) => `The file has ${d.found} characters; at most ${d.most} are read.`,
  'bad-json': (d) => `This is not JSON at line ${d.line}, column ${d.column}: ${d.found}.`,
  'not-object': (d) => `Found ${d.found}; an object { … } belongs here.`,
  'not-list': (d) => `Found ${d.found}; a list [ … ] belongs here.`,
  'not-text': (d) => `Found ${d.found}; a text in quotes belongs here.`,
  'not-boolean': (d) => `Found ${d.found}; true or false belongs here.`,
  'not-number': (d) => `Found ${d.found}; a plain finite number belongs here, without a unit.`,
  'not-integer': (d) => `Found ${d.found}; a whole number belongs here.`,
  'not-choice': (d) => `Found ${d.found}; right would be one of: ${list(d.expected)}.`,
  'not-format': (d) => `Found ${d.found}; a study says "format": "${list(d.expected)}".`,
  'not-version': (d) => `Found ${d.found}; this program reads "version": ${list(d.expected)}.`,
  'too-long': (d) => `The text ${d.found} is too long.`,
  'too-many': (d) => `There are ${d.found} entries here; at most ${d.most} are read.`,
  'too-much-work': (d) =>
    `${d.things} points, lines and elements in ${d.scenarios} scenarios are ${d.found} to work out; at most ${d.most} are taken. Part the study, or take scenarios out.`,
  'duplicate-key': (d) => `The key "${d.found}" stands twice in the same object; one of the two would be lost.`,
  'too-deep': (d) => `More than ${d.found} objects and lists stand inside one another here; nothing in a study does.`,
  'too-few': (d) => `There are ${d.found} entries here; at least ${d.least} are needed.`,
  missing: (d) =>
    `${d.label === d.key ? `"${d.key}"` : `${d.label} ("${d.key}")`} is missing${d.expected ? `; right would be one of: ${list(d.expected)}` : ''}.`,
  'unknown-key': (d) => `"${d.found}" is not an entry that is read here; there are: ${list(d.known)}.`,
  'bad-id': (d) => `${d.found} cannot be an id: a short word of letters, digits, _ - / is right, without spaces or dots.`,
  'duplicate-id': (d) =>
    `The id "${d.found}" stands already${d.other ? ` at ${d.other}` : ''}; ids are unique over points, lines and elements together.`,
  'unknown-id': (d) => `There is no point, line or element "${d.found}" in this study.`,
  'unknown-scenario': (d) => `There is no scenario "${d.found}"; the scenarios are: ${list(d.known)}.`,
  'unknown-point': (d) => `There is no point "${d.found}"; the points are: ${list(d.known)}.`,
  'unknown-fluid': (d) => `There is no fluid "${d.found}"; the fluids are: ${list(d.known)}.`,
  'unknown-pump': (d) => `There is no pump "${d.found}" in this study; there are: ${list(d.known)}.`,
  'unknown-valve': (d) => `There is no valve "${d.found}" in this study; there are: ${list(d.known)}.`,
  'beside-steps': (d) =>
    `"${d.found}" is not allowed beside "steps": a step test replaces specific capacity and well loss. Remove one of them.`,
  'same-ends': (d) => `The line begins and ends at "${d.found}" and holds nothing.`,
  'no-number': (d) => `"${d.found}" does not begin with a number; ${name(d.dimension)} is written like ${example(d.dimension)}.`,
  'no-unit': (d) =>
    `"${d.found}" has no unit; ${name(d.dimension)} is written like ${example(d.dimension)} (${list(d.expected)}).`,
  'bare-number': (d) =>
    `Found the number ${d.found} without a unit; ${name(d.dimension)} is written like ${example(d.dimension)}.`,
  'not-quantity': (d) => `Found ${d.found}; ${name(d.dimension)} is written like ${example(d.dimension)}.`,
  'unknown-unit': (d) => `The unit in "${d.found}" is not known; ${name(d.dimension)} takes ${list(d.expected)}.`,
  'wrong-dimension': (d) =>
    `"${d.found}" is ${name(d.foundDimension)}; ${name(d.dimension)} is needed here (${list(d.expected)}).`,
  'no-reference-here': (d) => `"${d.found}" is a pressure at a place; a difference has neither (g) nor (a), like "0.3 bar".`,
  'outside-unit': (d) => `"${d.found}" lies outside what this unit can say (SSU begin at 32, degrees API lie above −131.5).`,
  'gauge-here': (d) => `"${d.found}" is gauge; this pressure is absolute by nature, like "31.2 kPa(a)".`,
  'below-vacuum': (d) => `${d.found} lies below absolute vacuum; was an absolute pressure meant, like "0.5 bar(a)"?`,
  'out-of-range': (d, _w, u) =>
    `${d.found} is outside what can be meant here: ${bound(d.least, d.dimension, u)} to ${bound(d.most, d.dimension, u)}.`,
  'not-rising': () => 'The rows must rise here: this one does not lie above the one before.',
  'mixed-viscosity': () => 'All rows give either the dynamic or the kinematic viscosity, not a mixture.',
  'gradient-in-network': () =>
    'The gradient of Beggs & Brill is for single lines: where lines branch, how gas and liquid part is not known. Take gas and liquid as one.',
  'beyond-pipe': (d, _w, u) =>
    `This row stands at ${bound(d.found, 'length', u)}, beyond the end of its pipe of ${bound(d.most, 'length', u)}.`,
  'same-temperature': () => 'The two viscosity points need different temperatures.',
  'same-diameter': () => 'Two curves have this diameter; each made diameter stands once.',
  'unknown-size': (d) =>
    `${d.found} is not a size of the pipe tables. Nearest: ${nearestSizes(String(d.found), d.expected).join(', ')}. Any other pipe is entered by outside diameter and wall, such as size OD 323.9 with schedule 7.1 mm, or by its inside diameter.`,
  'unknown-schedule': (d) => `${d.found} is not made in this size; there are: ${list(d.expected)}, or a wall like "4.5 mm".`,
  'bore-too-large': () => 'The bore of an orifice is smaller than the pipe around it.',
  'fitting-ways': (d) =>
    `A fitting is given by one of k, type or equivalentLength; here ${Array.isArray(d.keys) && d.keys.length > 0 ? `${list(d.keys)} stand together` : 'none stands'}.`,
  'no-temperature': (d, _w, u) =>
    `"${d.fluid}" needs a temperature between ${bound(d.least, 'temperature', u)} and ${bound(d.most, 'temperature', u)}.`,
  'temperature-range': (d, _w, u) =>
    `"${d.fluid}" is known from ${bound(d.least, 'temperature', u)} to ${bound(d.most, 'temperature', u)}; outside nothing is extrapolated.`,
  'static-many': (d) =>
    `A static pressure is met by exactly one line, here by ${d.found}; make it a total pressure or give each line its own point.`,
  'bad-limit': (d) =>
    `${d.found} is no limit for this check; write ${d.dimension ? example(d.dimension === 'absolutePressure' ? 'pressure' : d.dimension) : 'a number'}.`,
  'bad-band': (d) =>
    `${d.found} is no limit for this check; write the two ends of a band in rising order, ${d.dimension ? `[${example(d.dimension)}, …]` : '[0.2, 0.8]'}, or one for its upper end.`,
  'no-input': (d) =>
    `${d.found} is nothing that can be moved; write ID.KEY, as T1.level, P1.wear or P1.curve, or of all pipes pipe.roughness.`,
  'one-spread': (d) =>
    `${d.found === '0' ? 'Nothing says' : 'More than one entry says'} how far the value may be off; write one of "band", "deviation" and "grade".`,
  'bad-spread': (d) => `${d.found} is no width here; write it in the unit of the input, or as a share of it like "10 %".`,
  'share-needed': (d) => `${d.found} is no share; how far fittings may be off is written like "20 %".`,
  'grade-needed': () => 'How far the curve of a pump may be off is said by its grade: 1U, 1E, 1B, 2B, 2U or 3B (ISO 9906).',
  'no-grade-here': () => 'A grade belongs to the curve of a pump, like "P1.curve"; write "band" or "deviation" here.',
  'no-figure-there': (d) => `${d.found} cannot be read there: a pump has flow, head, pressures and power, a point its pressure.`,
  'bad-reading': (d) => `${d.found} is no reading of this kind; write it with its unit, like "6.2 bar" or "310 m3/h".`,
  'text-too-long': (d) =>
    `The text ${d.found} is too long for a quantity${d.most ? `; at most ${d.most} characters are read` : ''}.`,
  'two-readings': (d) =>
    `The comma in "${d.found}" may part thousands or decimals; write ${(d.expected as readonly string[]).map((x) => `"${x}"`).join(' or ')}.`,
  'not-typed': () => 'This entry is not typed here.',
  'not-in-record': (d) => `"${String(d.found)}" is not understood. Expected: ${(d.expected as readonly string[]).join(', ')}.`,
  lacks: (d, where) => `${list(where)} lacks ${(d.keys as readonly string[]).map((k) => `"${k}"`).join(', ')}.`,
  'no-lines': () => 'There is no line yet: a line leads from one point to another.',
  unconnected: (_d, where) => `No line meets ${list(where)}: lead a line to it or take it away.`,
  'over-specified': (_d, where) =>
    `One entry too many among ${list(where)}: leave out one of the flows or pressures given there.`,
  'under-specified': (_d, where) =>
    `One entry is lacking among ${list(where)}: give a flow, head, opening or pressure at one of them.`,
  'tee-lines': (d) => `A tee is met by three lines, each leading elsewhere; here ${d.found} meet (${list(d.known)}).`,
  'tee-branch': (d) => `"${d.found}" is not a line that meets here; the branch is one of: ${list(d.known)}.`,
  'tee-offtake': () =>
    'A tee with losses has three flows and no offtake beside them: lead the offtake away by a line, or leave out the branch.',
  'tee-bore': (d) => `Line ${d.line} has no pipe, so no bore for the tee: give it a pipe, or leave out the branch.`,
  'tee-wide': (d) =>
    `The branch ${d.line} is wider than the run; the loss of a tee is known for a branch up to the size of the run.`,
  'bad-picture': () => 'Damaged picture. Expected: a PNG or JPEG that can be read to its end.',
  'large-picture': (d) => `The picture is too large. Expected: at most ${d.most} million pixels.`,
  'no-pressure-reference': (_d, where) =>
    `Nothing tells a pressure at ${list(where)}: give one place a known pressure, such as a vessel with its level or an expansion vessel.`,
};

/** One sentence that says what is wrong and what would be right. */
export function problemText(problem: Problem, units: UnitSystem = 'metric'): string {
  const reason = String(problem.detail.reason);
  const text = TEXTS[reason];
  return text ? text(problem.detail, problem.where, units) : `${problem.code}: ${reason}`;
}

/** Every reason that has words; a test holds it against the core. */
export const WORDED_REASONS: readonly string[] = Object.keys(TEXTS);
