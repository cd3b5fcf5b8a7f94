import { readFileSync } from 'node:fs';
import { fit, uncertainty } from './around.js';
import { catalogue, find, utf8 } from './catalogue.js';
import { compare } from './compare.js';
import { check, curve, solve, type Outcome } from './commands.js';
import { UsageError, parseArguments } from './arguments.js';
import { asksForHelp, helpText } from './help.js';
import { headroom, sweep } from './reach.js';
import { rank, stages, valves } from './selection.js';
import { msg } from './words.js';

function run(argv: readonly string[]): Outcome | Promise<Outcome> {
  const args = parseArguments(argv);
  const text = args.command === 'catalogue' ? '' : readText(args.file);
  switch (args.command) {
    case 'solve':
      return solve(text);
    case 'compare':
      return compare([args.file, args.other], [text, readText(args.other)], args.options);
    case 'curve':
      return curve(text, args.options);
    case 'check':
      return check(text);
    case 'catalogue':
      return catalogue(readBytes(args.file), args.file, args.options, mendsOf(args.options));
    case 'find':
      return find(text, args.options);
    case 'rank':
      return rank(text, args.options, readText);
    case 'stages':
      return stages(text, args.options, readText);
    case 'valves':
      return valves(text, args.options, readText);
    case 'headroom':
      return headroom(text, args.options);
    case 'sweep':
      return sweep(text, args.options);
    case 'uncertainty':
      return uncertainty(text, args.options);
    case 'fit':
      return fit(text, args.options);
    case 'report':
      // what prints and zips is fetched only when something is printed
      return import('./report.js').then(({ report }) => report(text, args.options, readText));
    case 'datasheets':
      return import('./offers.js').then(({ datasheets }) => datasheets(text, args.options));
    case 'offers':
      return import('./offers.js').then(({ offers }) => offers(text, readBytes(args.other), args.options));
  }
}

const readText = (file: string): string => utf8(readBytes(file), file);

function readBytes(file: string): Uint8Array {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new UsageError(
      '',
      msg('cli.cannotBeRead', { file, code: (error as NodeJS.ErrnoException).code ?? msg('cli.unknownReason') }),
    );
  }
}

function mendsOf(options: ReadonlyMap<string, string>): string | undefined {
  const file = options.get('mend');
  return file === undefined ? undefined : readText(file);
}

async function main(): Promise<void> {
  const argv = process.argv.slice(2);
  if (asksForHelp(argv)) return void process.stdout.write(helpText(argv));
  let outcome: Outcome;
  try {
    outcome = await run(argv);
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    process.stderr.write(`${error.message}\n\n${helpText(argv)}`);
    outcome = { code: 2, output: { errors: [{ path: error.path, message: error.message }] } };
  }
  for (const line of outcome.notes ?? []) process.stderr.write(`${line}\n`);
  process.exitCode = outcome.code;
  process.stdout.write(outcome.text ?? `${JSON.stringify(outcome.output, null, 1)}\n`);
}

await main();
