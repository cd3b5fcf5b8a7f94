import {
  CHECK_CODES,
  headroomOf,
  inputAt,
  isCheckCode,
  isQuantity,
  largestOf,
  Probe,
  readAt,
  readingOf,
  readQuantity,
  runStudy,
  sweepRows,
  type CheckCode,
  type SweepReading,
  type SolvedScenario,
  type Study,
  type StudyInput,
} from '@cedar-knot/core';
import Papa from 'papaparse';
import { UsageError } from './arguments.js';
import type { Outcome } from './commands.js';
import { isOutcome, studyOf } from './selection.js';
import { msg } from './words.js';

type Options = ReadonlyMap<string, string>;

const MOST_STEPS = 10_000;

function need(options: Options, name: string, example: string): string {
  const value = options.get(name);
  if (value === undefined) throw new UsageError(`--${name}`, msg('cli.missingOptionExpected', { name, example }));
  return value;
}

function inputOf(study: Study, options: Options, name: string): StudyInput {
  const address = need(options, name, 'T1.level');
  const input = inputAt(study, address);
  if (!input) throw new UsageError(`--${name}`, msg('cli.unknownNumberExpectedIdKey', { address }));
  return input;
}

/** A value of an input as typed, SI and absolute. */
function valueOf(
  study: Study,
  scenarios: readonly SolvedScenario[],
  input: StudyInput,
  options: Options,
  name: string,
): number | undefined {
  const typed = options.get(name);
  if (typed === undefined) return undefined;
  if (input.field.type === 'number') {
    const percent = /^(.*)%$/.exec(typed.trim())?.[1];
    const n = Number(percent ?? typed) / (percent === undefined ? 1 : 100);
    if (typed.trim() === '' || !Number.isFinite(n)) throw new UsageError(`--${name}`, msg('cli.isNotANumber', { typed }));
    return n;
  }
  const q = readQuantity(typed, input.field.dimension);
  if (!isQuantity(q))
    throw new UsageError(
      `--${name}`,
      msg('cli.isNotAExpectedA', { typed, dimension: input.field.dimension, expected: q.expected.slice(0, 4).join(', ') }),
    );
  const model = scenarios.find((s) => s.model)?.model;
  if (q.unit.mass) {
    if (!model) throw new UsageError(`--${name}`, msg('cli.isAMassFlowAnd', { typed }));
    return q.si / model.fluid.density;
  }
  return q.reference === 'gauge' ? q.si + (model?.network.atmosphere ?? 101_325) : q.si;
}

function scenariosOf(study: Study, options: Options): SolvedScenario[] {
  const { scenarios } = runStudy(study);
  const id = options.get('scenario');
  if (id === undefined) return scenarios;
  const one = scenarios.filter((s) => s.id === id);
  if (one.length === 0)
    throw new UsageError(
      '--scenario',
      msg('cli.unknownScenarioScenarios2', { id, scenarios: scenarios.map((s) => s.id).join(', ') }),
    );
  return one;
}

/** `headroom`: how far an input is from where a check meets its limit, or the largest value that nothing forbids. */
export function headroom(text: string, options: Options): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const scenarios = scenariosOf(study, options);
  const isLargest = options.has('largest');
  if (isLargest && options.has('check')) throw new UsageError('--largest', msg('cli.largestAndCheckExcludeEach'));
  const input = inputOf(study, options, isLargest ? 'largest' : 'input');
  const range = Object.fromEntries(
    (['from', 'to'] as const).flatMap((name) => {
      const value = valueOf(study, scenarios, input, options, name);
      return value === undefined ? [] : [[name, value] as const];
    }),
  );
  if (range.from !== undefined && range.to !== undefined && !(range.from < range.to))
    throw new UsageError('--to', msg('cli.toMustBeGreaterThan'));
  const probe = (s: SolvedScenario): Probe => new Probe(study, s.id, input, s);
  const found = isLargest
    ? Object.fromEntries(scenarios.map((s) => [s.id, largestOf(probe(s), range)]))
    : headroomsOf(scenarios, options, (s, check, where) => headroomOf(probe(s), check, where, range));
  return { code: 0, output: { format: 'cedar-knot-headroom', version: 1, input: input.address, scenarios: found } };
}

function headroomsOf<T>(
  scenarios: readonly SolvedScenario[],
  options: Options,
  of: (s: SolvedScenario, check: CheckCode, where: string) => T,
): Record<string, T> {
  const check = need(options, 'check', 'npsh-ratio');
  if (!isCheckCode(check))
    throw new UsageError('--check', msg('cli.unknownCheckChecks', { check, checkCodes: CHECK_CODES.join(', ') }));
  const places = new Set(scenarios.flatMap((s) => s.result?.margins.filter((m) => m.check === check).map((m) => m.where) ?? []));
  const only = places.size === 1 ? [...places][0] : undefined;
  const where = options.get('where') ?? only ?? need(options, 'where', [...places][0] ?? 'P1');
  if (!places.has(where))
    throw new UsageError('--where', msg('cli.isNotJudgedAtJudged', { check, where, value: [...places].join(', ') || 'nothing' }));
  return Object.fromEntries(scenarios.map((s) => [s.id, of(s, check, where)]));
}

/** `sweep`: figures and margins while one input moves. */
export function sweep(text: string, options: Options): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const scenarios = scenariosOf(study, options);
  const input = inputOf(study, options, 'input');
  need(options, 'from', msg('cli.n2000Rpm'));
  need(options, 'to', msg('cli.n2970Rpm'));
  const from = valueOf(study, scenarios, input, options, 'from')!;
  const to = valueOf(study, scenarios, input, options, 'to')!;
  const steps = Number(options.get('steps') ?? 20);
  if (!(Number.isInteger(steps) && steps >= 1 && steps <= MOST_STEPS))
    throw new UsageError('--steps', msg('cli.isNotANumberOf', { get: String(options.get('steps')), mostSteps: MOST_STEPS }));
  const readings = need(options, 'read', 'P1.flow,npsh-ratio:P1')
    .split(',')
    .map((name) => readingNamed(name.trim(), scenarios));
  const format = options.get('format') ?? 'json';
  if (format !== 'json' && format !== 'csv') throw new UsageError('--format', msg('cli.formatIsJsonOrCsv', { format }));
  const rows = sweepRows(study, scenarios, input, from, to, steps, readings);
  const output = { format: 'cedar-knot-sweep', version: 1, input: input.address, unit: input.unit, rows };
  if (format === 'json') return { code: 0, output };
  const cells = rows.map((r) => [r.step, r.input, r.scenario, r.status, ...readings.map((x) => r.values[x.name] ?? '')]);
  const head = ['step', 'input', 'scenario', 'status', ...readings.map((r) => r.name)];
  return { code: 0, output, text: `${Papa.unparse([head, ...cells], { newline: '\n' })}\n` };
}

function readingNamed(name: string, scenarios: readonly SolvedScenario[]): SweepReading {
  const reading = readingOf(name);
  const solved = scenarios.filter((s) => s.result && s.result.status !== 'failed');
  const isThere =
    reading?.kind === 'margin'
      ? solved.some((s) => s.result!.margins.some((m) => m.check === reading.check && m.where === reading.where))
      : reading && solved.some((s) => readAt(s, reading) !== undefined);
  if (!reading || (solved.length > 0 && !isThere))
    throw new UsageError('--read', msg('cli.unknownFigureExpectedP1Flow', { name }));
  return reading;
}
