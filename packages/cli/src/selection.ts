import {
  chooseValves,
  fatalProblems,
  parseStudyText,
  rankPumps,
  runStudy,
  stageLadder,
  usable,
  type JudgedCatalogue,
  OBJECTIVES,
  type Objective,
  type Problem,
  type Study,
  type Vary,
} from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { UsageError } from './arguments.js';
import { ofFile } from './catalogue.js';
import type { Outcome } from './commands.js';
import { readFilters } from './filters.js';
import { msg } from './words.js';

type Options = ReadonlyMap<string, string>;
export type ReadText = (file: string) => string;

const MOST_LISTED = 100_000;

/** a study that can be solved, or the outcome that says why not */
export function studyOf(text: string): Study | Outcome {
  const parsed = parseStudyText(text);
  const problems: readonly Problem[] = 'problem' in parsed ? [parsed.problem] : fatalProblems(runStudy(parsed.raw));
  return problems.length > 0 ? refused(problems) : (parsed as { raw: Study }).raw;
}

/** nothing was done, and why: each problem with its path */
export function refused(problems: readonly Problem[]): Outcome {
  const errors = problems.map((p) => ({ path: p.path, message: problemText(p), code: p.code, where: p.where }));
  return { code: 2, output: { errors }, notes: errors.map((e) => `${e.path || 'study'}: ${e.message}`) };
}

export const isOutcome = (x: Study | JudgedCatalogue | Outcome): x is Outcome => 'code' in x && 'output' in x;

function catalogueOf(options: Options, read: ReadText): JudgedCatalogue | Outcome {
  const file = options.get('catalogue');
  if (file === undefined) throw new UsageError('--catalogue', msg('cli.missingCatalogueExpectedCatalogueFile'));
  const { judged, problems } = ofFile(read(file));
  const errors = problems.filter((p) => p.severity === 'error').map(({ path, message }) => ({ path, message }));
  return errors.length > 0 ? { code: 2, output: { errors } } : judged;
}

/** an element of a kind that an option names */
function elementOf(study: Study, options: Options, name: string, kind: string): string {
  const id = options.get(name);
  const there = study.lines.flatMap((l) => l.elements).filter((e) => e.kind === kind);
  const known = there.map((e) => e.id).join(', ') || 'none';
  if (id === undefined) throw new UsageError(`--${name}`, msg('cli.missingExpectedIdOneOf', { name, known }));
  if (!there.some((e) => e.id === id)) throw new UsageError(`--${name}`, msg('cli.unknownExpectedOneOf2', { name, id, known }));
  return id;
}

function oneOf<T extends string>(options: Options, name: string, words: readonly T[], usual: T): T {
  const word = options.get(name) ?? usual;
  if (!(words as readonly string[]).includes(word))
    throw new UsageError(`--${name}`, msg('cli.isNot2', { name, words: words.join(', '), word }));
  return word as T;
}

/** of service, for the objective `cost` */
function yearsOf(options: Options): { years?: number } {
  const typed = options.get('years');
  if (typed === undefined) return {};
  const years = Number(typed);
  if (!(years > 0 && years <= 100)) throw new UsageError('--years', msg('cli.isNotYears', { typed }));
  return { years };
}

/** `rank`: every pump of a catalogue in a position of a study. */
export function rank(text: string, options: Options, read: ReadText): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const pump = elementOf(study, options, 'pump', 'pump');
  const catalogue = catalogueOf(options, read);
  if (isOutcome(catalogue)) return catalogue;
  const top = Number(options.get('top') ?? 50);
  if (!(Number.isInteger(top) && top >= 0 && top <= MOST_LISTED))
    throw new UsageError('--top', msg('cli.isNotACountExpected2', { get: String(options.get('top')) }));
  const output = rankPumps(
    study,
    pump,
    { written: catalogue.catalogue!.pumps, read: catalogue.pumps },
    {
      vary: oneOf<Vary>(options, 'vary', ['diameter', 'speed', 'none'], 'diameter'),
      objective: oneOf<Objective>(options, 'objective', OBJECTIVES, 'energy'),
      ...yearsOf(options),
      top,
      ...readFilters(options),
    },
  );
  return { code: 0, output };
}

/** `stages`: the stages that a pump needs in each scenario. */
export function stages(text: string, options: Options, read: ReadText): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const pump = elementOf(study, options, 'pump', 'pump');
  const model = options.get('model');
  const own = study.lines.flatMap((l) => l.elements).find((e) => e.id === pump)!.pump as string | undefined;
  if (model === undefined && own === undefined) throw new UsageError('--model', msg('cli.hasNoPumpOfThe', { pump }));
  const catalogue =
    model === undefined
      ? ofFile(JSON.stringify({ format: 'cedar-knot-catalogue', version: 1, pumps: study.pumps })).judged
      : catalogueOf(options, read);
  if (isOutcome(catalogue)) return catalogue;
  const id = model ?? own!;
  const entry = catalogue.catalogue?.pumps[id];
  const input = catalogue.pumps.has(id) ? usable(catalogue.pumps.get(id)!) : undefined;
  if (!entry || !input)
    throw new UsageError(
      '--model',
      msg('cli.unknownPumpWithACurve', { id, value: [...catalogue.pumps.keys()].slice(0, 20).join(', ') }),
    );
  return { code: 0, output: stageLadder(study, pump, entry, input) };
}

/** `valves`: every control valve of a catalogue in a position of a study. */
export function valves(text: string, options: Options, read: ReadText): Outcome {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const valve = elementOf(study, options, 'valve', 'control-valve');
  const catalogue = catalogueOf(options, read);
  if (isOutcome(catalogue)) return catalogue;
  return { code: 0, output: chooseValves(study, valve, { written: catalogue.catalogue!.valves, read: catalogue.valves }) };
}
