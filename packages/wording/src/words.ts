import type { Word } from '@cedar-knot/core';
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

for (const part of [core, coreWorking, doubt, entry, finding, problem, reach, table, working]) register(part);

/** words of what the core finds, in every program */
export const msg: TextOf<'doubt' | 'entry' | 'finding' | 'problem' | 'reach' | 'table' | 'working'> = text;

/** The text of what the core says, with what stands in it; text that a person wrote is passed through. */
export function said(word: Word | string): string {
  if (typeof word === 'string') return word;
  const values = Object.entries(word.values ?? {}).map(([name, value]) => [
    name,
    typeof value === 'object' ? said(value) : value,
  ]);
  return spoken(word.word, Object.fromEntries(values));
}

/** a code's values are held to it where it is written */
const spoken = text as (key: string, values: Readonly<Record<string, string | number>>) => string;
