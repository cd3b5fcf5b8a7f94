import {
  fatalProblems,
  isQuantity,
  parseStudyText,
  prepareStudy,
  reachProblems,
  readQuantity,
  runStudy,
  systemCurve,
  type Problem,
  type ScenarioModel,
  type Study,
  type ValveStand,
} from '@cedar-knot/core';
import { problemText, resultsDocument } from '@cedar-knot/wording';
import { UsageError } from './arguments.js';
import { msg } from './words.js';

export interface Outcome {
  code: 0 | 2 | 3;
  output: unknown;
  /** in place of JSON on standard output */
  text?: string;
  /** lines for standard error */
  notes?: string[];
}

/** `solve`: all scenarios; 2 when the input is wrong, 3 when at least one scenario did not solve. */
export function solve(text: string): Outcome {
  const parsed = parseStudyText(text);
  if ('problem' in parsed) return refused([parsed.problem]);
  const run = runStudy(parsed.raw);
  const fatal = fatalProblems(run);
  if (fatal.length > 0) return refused(fatal);
  const output = resultsDocument(run.scenarios);
  const failed = run.scenarios.map((s) => s.result!).filter((r) => r.status === 'failed');
  return { code: failed.length > 0 ? 3 : 0, output, notes: failed.map((r) => msg('cli.scenarioDidNotSolve2', { r: r.id })) };
}

/** `check`: reads and judges without solving; 0 when all is right, else 2. */
export function check(text: string): Outcome {
  const parsed = parseStudyText(text);
  const problems = 'problem' in parsed ? [parsed.problem] : problemsOf(parsed.raw);
  const written = problems.map((p) => ({ code: p.code, path: p.path, where: p.where, text: problemText(p) }));
  const ok = problems.length === 0;
  return {
    code: ok ? 0 : 2,
    output: ok
      ? { ok, problems: written }
      : { ok, problems: written, errors: written.map((p) => ({ path: p.path, message: p.text })) },
  };
}

/** of the study, and of what is only asked of it: uncertain inputs and readings */
function problemsOf(raw: unknown): Problem[] {
  const { problems } = prepareStudy(raw);
  return problems.length > 0 ? problems : reachProblems(raw as Study);
}

/** `curve`: the system head curve of one pump in one scenario. */
export function curve(text: string, options: ReadonlyMap<string, string>): Outcome {
  const parsed = parseStudyText(text);
  if ('problem' in parsed) return refused([parsed.problem]);
  const run = runStudy(parsed.raw);
  const fatal = fatalProblems(run);
  if (fatal.length > 0) return refused(fatal);
  const need = (name: string): string => {
    const value = options.get(name);
    if (value === undefined) throw new UsageError(name, msg('cli.curveNeeds', { name }));
    return value;
  };
  const id = need('scenario');
  const scenario = run.scenarios.find((s) => s.id === id);
  if (!scenario)
    throw new UsageError(
      'scenario',
      msg('cli.unknownScenarioScenarios2', { id, scenarios: run.scenarios.map((s) => s.id).join(', ') }),
    );
  const model = scenario.model!;
  const pump = need('pump');
  const pumps = model.elements.filter((e) => e.kind === 'pump').map((e) => e.id);
  if (!pumps.includes(pump))
    throw new UsageError('pump', msg('cli.unknownPumpPumps', { pump, pumps: pumps.join(', ') || 'none' }));
  const valves = options.get('valves') ?? 'found';
  if (!['found', 'open', 'left-out'].includes(valves)) throw new UsageError('valves', msg('cli.valvesIs', { valves }));
  const flows = readFlows(need('flows'), model);
  if (valves === 'found' && scenario.result!.status === 'failed') {
    return {
      code: 3,
      output: {
        points: [],
        errors: [{ path: 'scenario', message: msg('cli.scenarioDidNotSolveSo', { id }) }],
      },
    };
  }
  const points = systemCurve(model, scenario.result!, pump, flows, valves as ValveStand);
  return {
    code: points.some((p) => p.head === null) ? 3 : 0,
    output: { points: points.map(({ flow, head }) => ({ flow, head })) },
  };
}

/** `"0,10,20 m3/h"`: the unit stands once at the end, or after each number */
function readFlows(list: string, model: ScenarioModel): number[] {
  const parts = list.split(/[,;]/).map((p) => p.trim());
  const unit = /[^\d\s.+\-eE].*$/.exec(parts[parts.length - 1]!)?.[0] ?? '';
  return parts.map((part) => {
    const text = /^[+-]?[\d.]+(?:[eE][+-]?\d+)?$/.test(part) ? `${part} ${unit}` : part;
    const q = readQuantity(text, 'flow');
    if (!isQuantity(q)) throw new UsageError('flows', msg('cli.isNotAFlowExpected', { part }));
    return q.unit.mass ? q.si / model.fluid.density : q.si;
  });
}

/** @param file which of several it is said of */
export function refused(problems: readonly Problem[], file?: string): Outcome {
  const errors = problems.map((p) => ({
    path: p.path,
    message: problemText(p),
    code: p.code,
    where: p.where,
    ...(file === undefined ? {} : { file }),
  }));
  const at = file === undefined ? '' : `${file}: `;
  return { code: 2, output: { errors }, notes: errors.map((e) => `${at}${e.path || 'study'}: ${e.message}`) };
}

/** A result in the shape of the results format. */
