import { filterUsage } from './filters.js';
import { isCommand, type Command } from './arguments.js';
import { msg } from './words.js';

/* What the command line says of itself: of all commands, or of one. Names, options and keys are the same in every language. */

const FILTERED = '[FILTERS]';

/** how each is called, a line a way of calling it */
const CALLS: Readonly<Record<Command, readonly string[]>> = {
  solve: ['STUDY.json'],
  curve: ['STUDY.json --pump P1 --scenario winter --flows "0,10,20 m3/h" [--valves found|open|left-out]'],
  check: ['STUDY.json'],
  catalogue: [
    'IN.csv|IN.xlsx|IN.json [--out OUT.catalogue.json] [--decimal point|comma] [--encoding utf-8|windows-1252|windows-1250|utf-16le] [--sheet NAME] [--map "HEAD=COLUMN [UNIT]; HEAD=-"] [--units "flow=gpm; head=ft"] [--layout each|first] [--hidden read] [--mend MENDS.json]',
  ],
  find: [
    `CATALOGUE.json --flow "55 m3/h" --head "190 m" [--static-head "150 m"] [--npsha "6 m"] [--flow-tolerance 0.1] [--head-tolerance 0.1] ${FILTERED}`,
  ],
  rank: [
    `STUDY.json --pump P1 --catalogue CATALOGUE.json [--vary diameter|speed|none] [--objective energy|best-efficiency|stages|npsh|cost] [--years 10] [--top 50] ${FILTERED}`,
  ],
  stages: ['STUDY.json --pump P1 [--model ID --catalogue CATALOGUE.json]'],
  valves: ['STUDY.json --valve CV1 --catalogue CATALOGUE.json'],
  headroom: [
    'STUDY.json --check npsh-ratio --where P1 --input T1.level [--scenario hot] [--from "0 m" --to "4 m"]',
    'STUDY.json --largest CV1.flow [--scenario hot] [--to "400 m3/h"]',
  ],
  sweep: [
    'STUDY.json --input P1.speed --from "2000 rpm" --to "2970 rpm" --steps 20 --read P1.flow,CV1.opening,npsh-ratio:P1 [--scenario winter] [--format json|csv]',
  ],
  uncertainty: ['STUDY.json [--runs 500] [--seed 1]'],
  fit: ['STUDY.json --inputs P1.wear,pipe.roughness'],
  report: [
    'STUDY.json --out FILE.pdf|.xlsx|.csv|.zip|.json|.svg [--parts pump-sheet,valve-sheet,line-list,scenarios,curves,profile,margins,working,assumptions] [--paper A4|Letter] [--units metric|us] [--scenario winter] [--since OLD.json]',
  ],
  datasheets: ['STUDY.json --out FILE.xlsx [--paper A4|Letter] [--units metric|us]'],
  offers: ['STUDY.json SHEETS.xlsx [--out FILE.pdf|.xlsx|.json] [--units metric|us]'],
  compare: ['BEFORE.json AFTER.json [--tolerance 0.001] [--text]'],
};

const PURPOSES: Readonly<Record<Command, string>> = {
  solve: msg('cli.help.solve'),
  curve: msg('cli.help.curve'),
  check: msg('cli.help.check'),
  catalogue: msg('cli.help.catalogue'),
  find: msg('cli.help.find'),
  rank: msg('cli.help.rank'),
  stages: msg('cli.help.stages'),
  valves: msg('cli.help.valves'),
  headroom: msg('cli.help.headroom'),
  sweep: msg('cli.help.sweep'),
  uncertainty: msg('cli.help.uncertainty'),
  fit: msg('cli.help.fit'),
  report: msg('cli.help.report'),
  datasheets: msg('cli.help.datasheets'),
  offers: msg('cli.help.offers'),
  compare: msg('cli.help.compare'),
};

/** `--help`, `-h` and `help` ask for it, before or after a command. */
export const asksForHelp = (argv: readonly string[]): boolean =>
  argv.some((word) => word === '--help' || word === '-h') || argv[0] === 'help';

/** The page of the command that is named, or of all. */
export function helpText(argv: readonly string[]): string {
  const command = argv.find(isCommand);
  return command ? ofOne(command) : ofAll();
}

/** width of a line of a terminal */
const WIDTH = 100;

/** words of a line, broken before an option where it grows too long */
function wrapped(line: string, indent: string): string {
  const lines: string[] = [];
  for (const word of line.match(/\[[^\]]*\]|"[^"]*"|\S+(?: "[^"]*")?/g) ?? []) {
    const last = lines.at(-1);
    if (last === undefined || last.length + word.length + 1 > WIDTH) lines.push(`${lines.length === 0 ? '' : indent}${word}`);
    else lines[lines.length - 1] = `${last} ${word}`;
  }
  return lines.join('\n');
}

const calls = (command: Command): string =>
  CALLS[command].map((c) => `  ${wrapped(`cedar-knot ${command} ${c}`, '      ')}`).join('\n');

function ofOne(command: Command): string {
  const filters = CALLS[command].some((c) => c.includes(FILTERED)) ? `\n\n  FILTERS: ${wrapped(filterUsage(), '      ')}` : '';
  return `${PURPOSES[command]}\n\n${calls(command)}${filters}\n\n${msg('cli.help.results')}\n`;
}

function ofAll(): string {
  const blocks = (Object.keys(CALLS) as Command[]).map((c) => `${calls(c)}\n    ${PURPOSES[c]}`);
  return `${msg('cli.help.usage')}\n\n${blocks.join('\n')}\n\n  FILTERS: ${wrapped(filterUsage(), '      ')}\n\n${msg('cli.help.results')}\n`;
}
