import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import type { Study } from '../document/study.js';
import { prepareStudy } from '../scenarios/prepare.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { solveScenario } from '../scenarios/solve-scenario.js';
import { handleAt, movedBy, scaleCurves, scaleFittings, type Handle } from './moved.js';
import { valueIn, type StudyInput } from './inputs.js';
import { besideModel, type ReadBeside, type Reading } from './readings.js';

/** An input that is fitted, where it comes to lie, and within what. */
export interface Fitted {
  address: string;
  /** SI; a factor on what stands there for a group, fittings, or the head of a curve */
  value: number;
  isFactor: boolean;
  /** where it stood */
  before: number;
  /** half of the interval in which it lies with 95 of 100 */
  interval: number;
  /** it came to lie at an end of what its field takes */
  isAtBound: boolean;
}

export type NoFit = 'no-readings' | 'fewer-readings' | 'no-input' | 'not-solved' | 'not-felt' | 'not-apart';

export interface Fit {
  inputs: Fitted[];
  /** √(Σ(off²)/n) before and after */
  before: number;
  after: number;
  /** every used reading beside the fitted model */
  beside: ReadBeside[];
  /** correlation of the two inputs, where two are fitted */
  correlation: number | null;
}

/** ± deviations in which 95 of 100 lie, normal law; by degrees of freedom where the scatter itself is taken from few readings (Student) */
const NORMAL = 1.96;
const STUDENT = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11, 2.101,
  2.093, 2.086,
];

/** ± deviations in which 95 of 100 lie by Student's law; from 21 degrees of freedom on by the normal one */
export const studentFactor = (freedom: number): number => STUDENT[freedom - 1] ?? NORMAL;

/** beyond it two inputs say the same to the instruments */
const SAME = 0.9999;
/** moves less than so much of a deviation for a whole usual step: not felt */
const FELT = 1e-6;

/**
 * Inputs that bring the model to readings, by least squares of (reading − model)/deviation over all used readings, in all their scenarios
 * at once; with the interval of each from the curvature there. Readings that scatter more than their instruments should widen it.
 *
 * Source: Levenberg 1944, Marquardt 1963; interval t·s·√(JᵀJ)⁻¹.
 *
 * @param addresses one or two, as in `handleAt`
 */
export function fitReadings(
  study: Study,
  readings: readonly Reading[],
  addresses: readonly string[],
): { ok: true; fit: Fit } | { ok: false; reason: NoFit } {
  const used = readings.filter((r) => r.isUsed);
  if (used.length === 0) return { ok: false, reason: 'no-readings' };
  if (used.length < addresses.length) return { ok: false, reason: 'fewer-readings' };
  const present = runStudy(study).scenarios;
  const free = addresses.map((a) => freeInput(study, a, present, used[0]!.scenario));
  if (free.length === 0 || free.some((f) => !f)) return { ok: false, reason: 'no-input' };
  const model = new Fitting(study, present, used, free as Free[]);
  const start = free.map(() => 0);
  if (model.at(start).some((x) => x === null)) return { ok: false, reason: 'not-solved' };
  const found = settle(model, start, used.length);
  return found ? judged(model, found, start) : { ok: false, reason: 'not-solved' };
}

/** an input in steps of a usual size around where it stands, so that all are alike to the solver */
interface Free {
  address: string;
  handle: Handle;
  isFactor: boolean;
  base: number;
  step: number;
  least: number;
  most: number;
}

/** a usual step, SI: a share of what stands there, at least so much */
const SHARE = 0.1;
const LEAST_STEP: Readonly<Record<string, number>> = {
  roughness: 1e-5,
  length: 0.1,
  head: 0.1,
  pressure: 1e3,
  pressureDifference: 1e3,
};
const LEAST_NUMBER = 0.01;

function freeInput(study: Study, address: string, present: readonly SolvedScenario[], scenario: string): Free | undefined {
  const handle = handleAt(study, address);
  if (!handle) return undefined;
  if (handle.kind !== 'inputs' || handle.isGroup)
    return { address, handle, isFactor: true, base: 1, step: SHARE, least: 0.01, most: 100 };
  const [input] = handle.inputs as readonly [StudyInput];
  const { field } = input;
  const at = present.find((s) => s.id === scenario);
  const base = at && valueIn(study, input, at);
  if (base === undefined) return undefined;
  const least = field.type === 'number' ? LEAST_NUMBER : (LEAST_STEP[field.dimension] ?? 1e-6);
  const isPlace = field.type === 'quantity' && field.dimension === 'pressure';
  return {
    address,
    handle,
    isFactor: false,
    base,
    step: Math.max(SHARE * Math.abs(base), least),
    least: isPlace ? 0 : field.min,
    most: isPlace ? Infinity : field.max,
  };
}

/** The model at steps of the free inputs, as it is asked again and again. */
class Fitting {
  private readonly known = new Map<string, (number | null)[]>();
  private readonly asked: Study;
  private readonly present: readonly SolvedScenario[];

  constructor(
    private readonly study: Study,
    present: readonly SolvedScenario[],
    readonly readings: readonly Reading[],
    readonly free: readonly Free[],
  ) {
    // only scenarios that were read are solved
    const ids = new Set(readings.map((r) => r.scenario));
    this.asked = { ...study, scenarios: study.scenarios.filter((s) => ids.has(s.id)) };
    this.present = present.filter((s) => ids.has(s.id));
  }

  value(k: number, steps: number): number {
    const { base, step, least, most } = this.free[k]!;
    return Math.min(Math.max(base + steps * step, least), most);
  }

  scenarios(steps: readonly number[]): SolvedScenario[] {
    const moves = this.free.flatMap(({ handle, isFactor }, k) => {
      if (handle.kind !== 'inputs') return [];
      const value = this.value(k, steps[k]!);
      return handle.inputs.map((input) => ({ input, by: isFactor ? (now: number) => now * value : () => value }));
    });
    return prepareStudy(movedBy(this.asked, this.present, moves)).scenarios.map((s) => {
      if (!s.model) return { id: s.id, problems: s.problems };
      this.free.forEach(({ handle }, k) => {
        const factor = this.value(k, steps[k]!);
        if (handle.kind === 'fittings') scaleFittings(s.model!, new Set(handle.pipes), factor);
        else if (handle.kind === 'curve') scaleCurves(s.model!, new Set(handle.pumps), { flow: 1, head: factor, efficiency: 1 });
      });
      return { id: s.id, problems: s.problems, model: s.model, result: solveScenario(s.model, []) };
    });
  }

  /** what the model has at each reading, in deviations */
  at(steps: readonly number[]): (number | null)[] {
    const key = steps.join(' ');
    let found = this.known.get(key);
    if (!found) {
      found = besideModel(this.readings, this.scenarios(steps)).map(({ model, reading }) => model === null ? null : model / reading.deviation); // prettier-ignore
      this.known.set(key, found);
    }
    return found;
  }

  /** slopes of every reading over each step, by central differences; one-sided at a bound */
  slopes(steps: readonly number[]): number[][] {
    return steps.map((x, k) => {
      const moved = (by: number): number[] => steps.map((s, i) => (i === k ? x + by : s));
      const inside = (by: number): boolean => {
        const { base, step, least, most } = this.free[k]!;
        const value = base + (x + by) * step;
        return value >= least && value <= most;
      };
      const [low, high] = [inside(-SLOPE) ? -SLOPE : 0, inside(SLOPE) ? SLOPE : 0];
      const [a, b] = [this.at(moved(low)), this.at(moved(high))];
      return a.map((y, i) => (y === null || b[i] === null ? 0 : (b[i]! - y) / (high - low)));
    });
  }
}

/** of a usual step */
const SLOPE = 0.02;

/** the steps at which the sum of squares is least; undefined where the model is lost on the way */
function settle(model: Fitting, start: readonly number[], count: number): number[] | undefined {
  const targets = model.readings.map((r) => r.value / r.deviation);
  // the package wants two points at least; one reading twice is the same reading
  const indices = count > 1 ? targets.map((_, i) => i) : [0, 0];
  const bounds = model.free.map(({ base, step, least, most }) => [(least - base) / step, (most - base) / step] as const);
  const lost = 1e6;
  const { parameterValues } = levenbergMarquardt(
    { x: indices, y: indices.map((i) => targets[i]!) },
    (steps: number[]) => (i: number) => model.at(steps)[i] ?? lost,
    {
      initialValues: [...start],
      minValues: bounds.map(([low]) => low),
      maxValues: bounds.map(([, high]) => high),
      gradientDifference: SLOPE,
      centralDifference: true,
      damping: 1e-3,
      maxIterations: 60,
      errorTolerance: 1e-12,
    },
  );
  return model.at(parameterValues).some((x) => x === null) ? undefined : parameterValues;
}

const squares = (x: readonly number[]): number => x.reduce((sum, v) => sum + v * v, 0);

function judged(
  model: Fitting,
  steps: number[],
  start: readonly number[],
): { ok: true; fit: Fit } | { ok: false; reason: NoFit } {
  const { readings, free } = model;
  const offAt = (at: readonly number[]): number[] => model.at(at).map((x, i) => readings[i]!.value / readings[i]!.deviation - x!);
  const slopes = model.slopes(steps);
  const own = slopes.map(squares);
  if (own.some((s) => s < FELT * FELT)) return { ok: false, reason: 'not-felt' };
  const both = slopes.length > 1 ? slopes[0]!.reduce((sum, v, i) => sum + v * slopes[1]![i]!, 0) : 0;
  const likeness = slopes.length > 1 ? both / Math.sqrt(own[0]! * own[1]!) : 0;
  if (Math.abs(likeness) > SAME) return { ok: false, reason: 'not-apart' };
  const rest = offAt(steps);
  const freedom = rest.length - free.length;
  const scatter = freedom > 0 ? Math.sqrt(squares(rest) / freedom) : 1;
  const width = scatter > 1 ? scatter * studentFactor(freedom) : NORMAL;
  const inputs = free.map(({ address, isFactor, base, step, least, most }, k): Fitted => {
    const value = model.value(k, steps[k]!);
    // the diagonal of (JᵀJ)⁻¹ of one input, or of two that are alike by so much
    const variance = 1 / (own[k]! * (1 - likeness * likeness));
    const isAtBound = value <= least || value >= most;
    return { address, value, isFactor, before: base, interval: width * Math.sqrt(variance) * step, isAtBound };
  });
  return {
    ok: true,
    fit: {
      inputs,
      before: Math.sqrt(squares(offAt(start)) / readings.length),
      after: Math.sqrt(squares(rest) / readings.length),
      beside: besideModel(readings, model.scenarios(steps)),
      correlation: free.length > 1 ? -likeness : null,
    },
  };
}
