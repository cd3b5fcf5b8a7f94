import { msg } from './words.js';

/** A call that cannot be taken; `path` names the argument. */
export class UsageError extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

const COMMANDS = [
  'solve',
  'curve',
  'check',
  'catalogue',
  'find',
  'rank',
  'stages',
  'valves',
  'headroom',
  'sweep',
  'uncertainty',
  'fit',
  'report',
  'datasheets',
  'offers',
  'compare',
] as const;

export type Command = (typeof COMMANDS)[number];

/** commands of two files, and what is said where one lacks */
const NEEDS_TWO: Readonly<Partial<Record<Command, string>>> = {
  compare: msg('cli.compareNeedsTwo'),
  offers: msg('cli.offersNeedsTwo'),
};

/** options that take no value */
const FLAGS = new Set(['text']);

interface Arguments {
  command: Command;
  file: string;
  /** the second file, of a command that has one */
  other: string;
  options: ReadonlyMap<string, string>;
}

export const isCommand = (word: string | undefined): word is Command =>
  (COMMANDS as readonly (string | undefined)[]).includes(word);

/** Reads `COMMAND FILE --name value …`; `--name=value` is the same. */
export function parseArguments(argv: readonly string[]): Arguments {
  const words: string[] = [];
  const options = new Map<string, string>();
  for (let i = 0; i < argv.length; i++) {
    const word = argv[i]!;
    if (!word.startsWith('--')) {
      words.push(word);
      continue;
    }
    const equals = word.indexOf('=');
    const name = equals < 0 ? word.slice(2) : word.slice(2, equals);
    const value = equals >= 0 ? word.slice(equals + 1) : FLAGS.has(name) ? '' : argv[++i];
    if (value === undefined) throw new UsageError(name, msg('cli.needsAValue', { name }));
    options.set(name, value);
  }
  const [command, file, ...more] = words;
  if (!isCommand(command)) throw new UsageError('', msg('cli.theCommandIsOneOf', { commands: COMMANDS.join(', ') }));
  if (!file) throw new UsageError('', msg('cli.needsThePathOfA', { command }));
  const needs = NEEDS_TWO[command];
  const [other = '', ...rest] = needs ? more : ['', ...more];
  if (needs && other === '') throw new UsageError('', needs);
  if (rest.length > 0) throw new UsageError('', msg('cli.unexpectedArgumentQuoteValuesWith', { rest: String(rest[0]) }));
  return { command, file, other, options };
}
