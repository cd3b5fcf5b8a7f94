import { writeFileSync } from 'node:fs';
import { UsageError } from './arguments.js';
import { msg } from './words.js';

/* What commands that write a file have in common. */

/** The value of an option that is one of some, in any case of letters; undefined where it is not there. */
export function oneOf<T extends string>(options: ReadonlyMap<string, string>, name: string, known: readonly T[]): T | undefined {
  const typed = options.get(name);
  const found = known.find((k) => k.toLowerCase() === typed?.toLowerCase());
  if (typed !== undefined && !found)
    throw new UsageError(`--${name}`, msg('cli.isOneOfNot', { name, known: known.join(', '), typed }));
  return found;
}

/** Writes what was asked for where it was asked for. */
export function writeOut(out: string, bytes: Uint8Array | string): void {
  try {
    writeFileSync(out, bytes);
  } catch (error) {
    throw new UsageError(
      '--out',
      msg('cli.cannotBeWritten2', { out, code: (error as NodeJS.ErrnoException).code ?? msg('cli.unknownReason') }),
    );
  }
}
