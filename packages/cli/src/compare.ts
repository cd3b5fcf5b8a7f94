import {
  compareStudies,
  FIGURE_TABLE,
  parseStudyText,
  fatalProblems,
  runStudy,
  unitsOf,
  USUAL_TOLERANCE,
  type Comparison,
  type Entered,
  type Study,
  type StudyRun,
} from '@cedar-knot/core';
import {
  changedFigureText,
  changedInputText,
  changedVerdictText,
  judgedName,
  said,
  text as message,
  type NameOf,
} from '@cedar-knot/wording';
import { UsageError } from './arguments.js';
import { refused, type Outcome } from './commands.js';
import { msg } from './words.js';

/**
 * `compare`: what differs between two studies, figures by more than a share of the larger of the two; 2 when one of them is wrong, 3 when a
 * scenario of one did not solve.
 */
export function compare(
  files: readonly [string, string],
  texts: readonly [string, string],
  options: ReadonlyMap<string, string>,
): Outcome {
  const tolerance = toleranceOf(options.get('tolerance'));
  const read = texts.map((text, i) => solved(text, files[i]!));
  const wrong = read.find((r): r is Outcome => 'code' in r);
  if (wrong) return wrong;
  const [a, b] = read as [Solved, Solved];
  const found = compareStudies(a.study, b.study, {
    tolerance,
    solved: { before: a.run.scenarios, after: b.run.scenarios },
  });
  const failed = [a, b].flatMap(({ run }) => run.scenarios.filter((s) => s.result!.status === 'failed').map((s) => s.id));
  return {
    code: failed.length > 0 ? 3 : 0,
    output: written(found),
    ...(options.has('text') ? { text: inWords(found, a.study, b.study, tolerance) } : {}),
    notes: [...new Set(failed)].map((r) => msg('cli.scenarioDidNotSolve2', { r })),
  };
}

interface Solved {
  study: Study;
  run: StudyRun;
}

function solved(text: string, file: string): Solved | Outcome {
  const parsed = parseStudyText(text);
  if ('problem' in parsed) return refused([parsed.problem], file);
  const run = runStudy(parsed.raw);
  const fatal = fatalProblems(run);
  return fatal.length > 0 ? refused(fatal, file) : { study: parsed.raw as Study, run };
}

function toleranceOf(typed: string | undefined): number {
  if (typed === undefined) return USUAL_TOLERANCE;
  const share = Number(typed);
  if (typed.trim() === '' || !(share >= 0 && share <= 1))
    throw new UsageError('--tolerance', msg('cli.toleranceIsAShare', { typed }));
  return share;
}

const value = (x: Entered): string | number | boolean | null => (typeof x === 'object' && x !== null ? said(x) : x);

function written({ inputs, figures, verdicts }: Comparison): unknown {
  return {
    inputs: inputs.map(({ where, label, scenario, before, after }) => ({
      where,
      label: said(label),
      scenario,
      before: value(before),
      after: value(after),
    })),
    figures: figures.map(({ where, figure, scenario, before, after }) => ({
      where,
      label: said(FIGURE_TABLE[figure].label),
      scenario,
      before,
      after,
    })),
    verdicts: verdicts.map(({ where, check, scenario, before, after }) => ({
      where,
      label: judgedName(check),
      scenario,
      before,
      after,
    })),
  };
}

function inWords({ inputs, figures, verdicts }: Comparison, before: Study, after: Study, tolerance: number): string {
  const names = new Map([...before.scenarios, ...after.scenarios].map((s) => [s.id, s.name ?? s.id]));
  const nameOf: NameOf = (id) => names.get(id) ?? id;
  const system = unitsOf(after);
  const part = (title: string, lines: readonly string[], none: string): string[] =>
    lines.length === 0 ? [none, ''] : [title, ...lines.map((l) => `  ${l}`), ''];
  return [
    ...part(
      message('comparison.verdicts', { count: verdicts.length }),
      verdicts.map((v) => changedVerdictText(v, nameOf)),
      message('comparison.noVerdict'),
    ),
    ...part(
      message('comparison.inputs', { count: inputs.length }),
      inputs.map((c) => changedInputText(c, nameOf)),
      message('comparison.noInput'),
    ),
    ...part(
      message('comparison.figures', { count: figures.length }),
      figures.map((f) => changedFigureText(f, nameOf, system)),
      message('comparison.noFigure', { share: tolerance * 100 }),
    ),
  ].join('\n');
}
