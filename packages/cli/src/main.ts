import { readFileSync } from 'node:fs';
import { fit, uncertainty } from './around.js';
import { catalogue, find } from './catalogue.js';
import { check, curve, solve, type Outcome } from './commands.js';
import { UsageError, parseArguments } from './arguments.js';
import { filterUsage } from './filters.js';
import { headroom, sweep } from './reach.js';
import { rank, stages, valves } from './selection.js';
import { msg } from './words.js';

const USAGE = `cedar-knot solve STUDY.json
cedar-knot curve STUDY.json --pump P1 --scenario winter --flows "0,10,20 m3/h" [--valves found|open|left-out]
cedar-knot check STUDY.json
cedar-knot catalogue IN.csv|IN.json [--out OUT.catalogue.json]
cedar-knot find CATALOGUE.json --flow "55 m3/h" --head "190 m" [--static-head "150 m"] [--npsha "6 m"] [--flow-tolerance 0.1]
  [--head-tolerance 0.1] [FILTERS]
cedar-knot rank STUDY.json --pump P1 --catalogue CATALOGUE.json [--vary diameter|speed|none] [--objective energy|best-efficiency|stages|npsh]
  [--top 50] [FILTERS]
  FILTERS: ${filterUsage()}
cedar-knot stages STUDY.json --pump P1 [--model ID --catalogue CATALOGUE.json]
cedar-knot valves STUDY.json --valve CV1 --catalogue CATALOGUE.json
cedar-knot headroom STUDY.json --check npsh-ratio --where P1 --input T1.level [--scenario hot] [--from "0 m" --to "4 m"]
cedar-knot headroom STUDY.json --largest CV1.flow [--scenario hot] [--to "400 m3/h"]
cedar-knot sweep STUDY.json --input P1.speed --from "2000 rpm" --to "2970 rpm" --steps 20 --read P1.flow,CV1.opening,npsh-ratio:P1
  [--scenario winter] [--format json|csv]
cedar-knot uncertainty STUDY.json [--runs 500] [--seed 1]
cedar-knot fit STUDY.json --inputs P1.wear,pipe.roughness
cedar-knot report STUDY.json --out FILE.pdf|.xlsx|.csv|.zip|.json|.svg [--parts pump-sheet,valve-sheet,line-list,scenarios,curves,profile,margins,
  working,assumptions] [--paper A4|Letter] [--units metric|us] [--scenario winter]
`;

function run(argv: readonly string[]): Outcome | Promise<Outcome> {
  const args = parseArguments(argv);
  const text = readText(args.file);
  switch (args.command) {
    case 'solve':
      return solve(text);
    case 'curve':
      return curve(text, args.options);
    case 'check':
      return check(text);
    case 'catalogue':
      return catalogue(text, args.file, args.options);
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
      return import('./report.js').then(({ report }) => report(text, args.options));
  }
}

function readText(file: string): string {
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(file);
  } catch (error) {
    throw new UsageError(
      '',
      msg('cli.cannotBeRead', { file, code: (error as NodeJS.ErrnoException).code ?? msg('cli.unknownReason') }),
    );
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new UsageError('', msg('cli.notUtf8', { file }));
  }
}

async function main(): Promise<void> {
  let outcome: Outcome;
  try {
    outcome = await run(process.argv.slice(2));
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    process.stderr.write(`${error.message}\n${USAGE}`);
    outcome = { code: 2, output: { errors: [{ path: error.path, message: error.message }] } };
  }
  for (const line of outcome.notes ?? []) process.stderr.write(`${line}\n`);
  process.exitCode = outcome.code;
  process.stdout.write(outcome.text ?? `${JSON.stringify(outcome.output, null, 1)}\n`);
}

await main();
