import { allElements } from '../document/unit-piping.js';
import type { RawReading, Study } from '../document/study.js';
import { readPercent } from '../fields/number-text.js';
import type { Problem } from '../issues/issues.js';
import { siteOf } from '../scenarios/site.js';
import type { SolvedScenario } from '../scenarios/run.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import type { Dimension } from '../units/units.js';
import { ELEMENT_KINDS, isElementKind } from '../elements/index.js';
import { dimensionShown, FIGURE_TABLE, figureRead, readOf, type ReadFigure } from '../results/figures.js';
import { readUncertainty } from './uncertain.js';

/** In which dimension a figure is read; null for a share or amperes, which have no units of their own here. */
export function readDimension(figure: ReadFigure): Dimension | null {
  const { shown } = FIGURE_TABLE[figureRead(figure)];
  return shown === 'absolutePressure' ? 'pressure' : dimensionShown(shown);
}

/**
 * Standard deviation of an instrument where none is given, as a share of the reading: what a plant's own instruments in good order
 * usually keep; a pressure at least 2 kPa, an opening one point of travel.
 */
const USUAL = { pressure: 0.01, share: 0, else: 0.02 };
const LEAST_PRESSURE = 2000;
const LEAST_OPENING = 0.01;

/** A reading in SI; a pressure at a place as the gauge shows it, absolute. */
export interface Reading {
  index: number;
  scenario: string;
  at: string;
  figure: ReadFigure;
  value: number;
  deviation: number;
  /** the deviation is the usual one, none is given */
  isUsual: boolean;
  /** of the gauge, m; undefined: it stands at the place itself */
  elevation: number | undefined;
  isUsed: boolean;
}

/** A reading beside what the model has at that place. */
export interface ReadBeside {
  reading: Reading;
  /** SI; null where the scenario is not solved or has no such figure */
  model: number | null;
  /** (reading − model)/deviation */
  off: number | null;
}

/** The readings of a study in SI, and what is wrong with those that cannot be taken, at its path. */
export function readReadings(study: Study): { readings: Reading[]; problems: Problem[] } {
  const { atmosphere } = siteOf(study);
  const readings: Reading[] = [];
  const problems: Problem[] = [];
  (study.readings ?? []).forEach((raw, index) => {
    const found = readOne(study, raw, index, atmosphere);
    if ('code' in found) problems.push(found);
    else readings.push(found);
  });
  return { readings, problems };
}

/** What is wrong with the uncertain inputs and the readings of a study; nothing of it keeps the study from being solved. */
export function reachProblems(study: Study): Problem[] {
  return [...readUncertainty(study).problems, ...readReadings(study).problems];
}

function readOne(study: Study, raw: RawReading, index: number, atmosphere: number): Reading | Problem {
  const wrong = (key: string, reason: string, found: unknown): Problem => ({
    code: 'bad-value',
    path: `readings[${index}].${key}`,
    where: [],
    detail: { reason, found: typeof found === 'string' ? `"${found}"` : String(found) },
  });
  const unknown = (key: string, detail: Problem['detail']): Problem => ({
    code: 'unknown-id',
    path: `readings[${index}].${key}`,
    where: [],
    detail,
  });
  const figure = raw.figure as ReadFigure;
  const scenarios = study.scenarios.map((s) => s.id);
  if (!scenarios.includes(raw.scenario)) return unknown('scenario', { reason: 'unknown-scenario', found: raw.scenario, known: scenarios }); // prettier-ignore
  const there = figuresAt(study, raw.at);
  if (there.length === 0) return unknown('at', { reason: 'unknown-id', found: raw.at });
  if (!there.includes(figure)) return wrong('figure', 'no-figure-there', raw.figure);
  const value = amount(raw.value, figure, atmosphere, false);
  if (value === undefined) return wrong('value', 'bad-reading', raw.value);
  const given = raw.deviation === undefined ? undefined : deviationOf(raw.deviation, figure, value);
  if (raw.deviation !== undefined && !(given! > 0)) return wrong('deviation', 'bad-spread', raw.deviation);
  const elevation = raw.elevation === undefined ? undefined : readQuantity(raw.elevation, 'length');
  if (elevation && !isQuantity(elevation)) return wrong('elevation', 'bad-reading', raw.elevation);
  return {
    index,
    scenario: raw.scenario,
    at: raw.at,
    figure,
    value,
    deviation: given ?? usualDeviation(figure, value),
    isUsual: given === undefined,
    elevation: elevation && isQuantity(elevation) ? elevation.si : undefined,
    isUsed: raw.used !== false,
  };
}

/** What can be read at a point, a line or an element; nothing at what is not there. */
export function figuresAt(study: Study, id: string): readonly ReadFigure[] {
  if (Object.hasOwn(study.points, id)) return readOf('point');
  if (study.lines.some((l) => l.id === id)) return readOf('line');
  const e = allElements(study).find((x) => x.id === id);
  return e && isElementKind(e.kind) ? readOf(ELEMENT_KINDS[e.kind].holder) : [];
}

/** SI of a reading as written */
function amount(text: unknown, figure: ReadFigure, atmosphere: number, isDifference: boolean): number | undefined {
  if (typeof text !== 'string' || text.trim() === '') return undefined;
  const dimension = readDimension(figure);
  if (dimension === null) {
    const plain =
      figure === 'opening' ? (readPercent(text) ?? Number(text)) : Number(/^\s*([\d.eE+-]+)\s*A?\s*$/.exec(text)?.[1]);
    return Number.isFinite(plain) ? plain : undefined;
  }
  const q = readQuantity(text, isDifference && dimension === 'pressure' ? 'pressureDifference' : dimension);
  if (!isQuantity(q)) return undefined;
  return q.reference === 'gauge' ? q.si + atmosphere : q.si;
}

/** a share of the reading in per cent, or in its unit; of an opening, which is a share itself, points */
function deviationOf(text: string, figure: ReadFigure, value: number): number | undefined {
  if (figure !== 'opening' && /%\s*$/.test(text)) {
    const share = readPercent(text);
    return share === undefined ? undefined : share * Math.abs(value);
  }
  return amount(text, figure, 0, true);
}

function usualDeviation(figure: ReadFigure, value: number): number {
  const least = readDimension(figure) === 'pressure' || figure === 'drop' ? LEAST_PRESSURE : figure === 'opening' ? LEAST_OPENING : 1e-9; // prettier-ignore
  const usual = readDimension(figure) === 'pressure' ? USUAL.pressure : figure === 'opening' ? USUAL.share : USUAL.else;
  return Math.max(usual * Math.abs(value), least);
}

/**
 * What the model has where an instrument stands, SI. A gauge shows the static pressure at its tapping, less the liquid in the pipe up to
 * it: p + ρ·g·(z − zg).
 */
export function modelAt({ at, figure, elevation }: Reading, { model, result }: SolvedScenario): number | null {
  if (!model || !result || result.status === 'failed') return null;
  const { network, fluid } = model;
  const lift = (place: number): number => (elevation === undefined ? 0 : fluid.density * network.gravity * (place - elevation));
  if (figure === 'pressure') {
    const pressure = result.points[at]?.staticPressure ?? null;
    const place = network.points.find((p) => p.id === at)?.elevation ?? 0;
    return pressure === null ? null : pressure + lift(place);
  }
  const thing = (result.elements[at] ?? result.lines[at]) as Readonly<Record<string, unknown>> | undefined;
  const found = thing?.[figure];
  if (typeof found !== 'number') return null;
  const e = model.elements.find((x) => x.id === at);
  if (!e || (figure !== 'inletPressure' && figure !== 'outletPressure')) return found;
  return found + lift(network.lines[e.line]!.elevations[e.index + (figure === 'inletPressure' ? 0 : 1)]!);
}

/** Every reading beside the model's value. */
export function besideModel(readings: readonly Reading[], scenarios: readonly SolvedScenario[]): ReadBeside[] {
  return readings.map((reading) => {
    const s = scenarios.find((x) => x.id === reading.scenario);
    const model = s ? modelAt(reading, s) : null;
    return { reading, model, off: model === null ? null : (reading.value - model) / reading.deviation };
  });
}
