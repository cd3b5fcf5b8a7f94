import comparison from './en/comparison.js';
import core from './en/core.js';
import coreWorking from './en/core-working.js';
import doubt from './en/doubt.js';
import entry from './en/entry.js';
import finding from './en/finding.js';
import problem from './en/problem.js';
import reach from './en/reach.js';
import table from './en/table.js';
import working from './en/working.js';
import { register, text, type TextOf } from './messages.js';

for (const part of [comparison, core, coreWorking, doubt, entry, finding, problem, reach, table, working]) register(part);

/** words of what the core finds, in every program */
export const msg: TextOf<'comparison' | 'doubt' | 'entry' | 'finding' | 'problem' | 'reach' | 'table' | 'working'> = text;

export { said } from './messages.js';
