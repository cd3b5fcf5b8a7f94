import {
  fitReadings,
  quantilesOf,
  readReadings,
  readUncertainty,
  sampleStudy,
  type Problem,
  type Sampled,
  type SampledScenario,
} from '@cedar-knot/core';
import { noFitText, problemText } from '@cedar-knot/wording';
import { UsageError } from './arguments.js';
import type { Outcome } from './commands.js';
import { isOutcome, studyOf } from './selection.js';
import { msg } from './words.js';

type Options = ReadonlyMap<string, string>;

const MOST_RUNS = 100_000;

function wrong(problems: readonly Problem[]): Outcome {
  const errors = problems.map((p) => ({ path: p.path, message: problemText(p), code: p.code, where: p.where }));
  return { code: 2, output: { errors }, notes: errors.map((e) => `${e.path}: ${e.message}`) };
}

function countOf(options: Options, name: string, usual: number, least: number, most: number): number {
  const n = Number(options.get(name) ?? usual);
  if (!(Number.isInteger(n) && n >= least && n <= most))
    throw new UsageError(`--${name}`, msg('cli.isNotACountExpected', { get: String(options.get(name)), name, usual }));
  return n;
}

/** `uncertainty`: the inputs that the study says are uncertain, drawn together; chances to fail, quantiles and rank correlations. */
export function uncertainty(text: string, options: Options): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const { inputs, problems } = readUncertainty(study);
  if (problems.length > 0) return wrong(problems);
  if (inputs.length === 0) throw new UsageError('uncertainty', msg('cli.theStudyNamesNoUncertain'));
  const runs = countOf(options, 'runs', 500, 2, MOST_RUNS);
  const work = sampleStudy(study, inputs, { runs, seed: countOf(options, 'seed', 1, 0, 2 ** 31 - 1) });
  let step = work.next();
  while (!step.done) step = work.next();
  const found = step.value;
  const scenarios = Object.fromEntries(found.scenarios.map((s) => [s.id, writeScenario(found, s)]));
  return {
    code: 0,
    output: { format: 'cedar-knot-uncertainty', version: 1, runs, seed: found.seed, axes: found.axes, scenarios },
  };
}

const axisName = ({ address, of }: Sampled['axes'][number]): string => (of === 'input' ? address : `${address}:${of}`);

function writeScenario(sampled: Sampled, s: SampledScenario): unknown {
  return {
    unsolved: s.unsolved,
    margins: s.margins.map((m) => ({
      check: m.check,
      where: m.where,
      judged: m.judged,
      fails: m.fails / m.judged,
      near: m.near / m.judged,
      quantiles: quantilesOf(m.values),
      rank: Object.fromEntries(sampled.axes.map((a, k) => [axisName(a), m.rank[k]])),
    })),
    pumps: Object.fromEntries(s.pumps.map((p) => [p.id, { flow: quantilesOf(p.flow), head: quantilesOf(p.head) }])),
  };
}

/** `fit`: one or two inputs that bring the model to the readings of the study. */
export function fit(text: string, options: Options): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const { readings, problems } = readReadings(study);
  if (problems.length > 0) return wrong(problems);
  const addresses = (options.get('inputs') ?? '').split(',').map((a) => a.trim()).filter(Boolean); // prettier-ignore
  if (addresses.length < 1 || addresses.length > 2) throw new UsageError('--inputs', msg('cli.missingInputsOneOrTwo'));
  const found = fitReadings(study, readings, addresses);
  if (!found.ok)
    return { code: 3, output: { errors: [{ path: 'readings', code: found.reason, message: noFitText(found.reason) }] } };
  const { beside, ...rest } = found.fit;
  const output = {
    format: 'cedar-knot-fit',
    version: 1,
    ...rest,
    readings: beside.map(({ reading: r, model, off }) => ({ reading: r.index, scenario: r.scenario, at: r.at, figure: r.figure, value: r.value, model, off })), // prettier-ignore
  };
  return { code: 0, output };
}
