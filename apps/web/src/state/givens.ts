import type { RawEntry } from '@cedar-knot/core';

/** What the entries of a thing fix and what is found for it, in trade words. */
export interface Givens {
  given: string[];
  solved: string[];
}

/** entries that count as givens, by what a thing is */
const COUNTED: Readonly<Record<string, readonly string[]>> = {
  vessel: ['level', 'pressure'],
  pressure: ['pressure'],
  flow: ['flow'],
  pump: ['flow', 'head'],
  'control-valve': ['flow', 'pressure', 'opening', 'kv', 'cv', 'drop'],
  device: ['drop'],
};
const WORDS: Readonly<Record<string, string>> = { kv: 'Kv', cv: 'Cv' };

export function givensOf(kind: string, e: RawEntry): Givens | null {
  const sought = (COUNTED[kind] ?? []).filter((k) => e[k] === 'solve').map((k) => WORDS[k] ?? k);
  switch (kind) {
    case 'vessel':
      return sought.length > 0 ? { given: ['flow'], solved: sought } : { given: ['level', 'surface pressure'], solved: ['flow'] };
    case 'pressure':
      return sought.length > 0 ? { given: ['flow'], solved: sought } : { given: ['pressure'], solved: ['flow'] };
    case 'flow':
      return e.flow === undefined || e.flow === 'solve'
        ? { given: [], solved: ['flow', 'pressure'] }
        : { given: ['flow'], solved: ['pressure'] };
    case 'well':
      return { given: ['rest level', 'specific capacity'], solved: ['level', 'flow'] };
    case 'junction':
      return { given: e.offtake === undefined ? [] : ['offtake'], solved: ['pressure'] };
    case 'pump':
      return pumpGivens(e);
    case 'control-valve':
      return valveGivens(e, sought);
    case 'line':
      return e.flow === undefined ? null : { given: ['flow'], solved: [] };
    default:
      return sought.length > 0 ? { given: [], solved: sought } : null;
  }
}

function pumpGivens(e: RawEntry): Givens {
  if (e.mode === 'flow') return { given: ['flow'], solved: ['head'] };
  if (e.mode === 'head') return e.head === 'solve' ? { given: [], solved: ['head'] } : { given: ['head'], solved: ['flow'] };
  if (e.mode === 'power') return { given: ['shaft power', 'efficiency'], solved: ['flow', 'head'] };
  if (e.mode === 'off') return { given: ['off'], solved: [] };
  return { given: ['curve'], solved: ['flow', 'head'] };
}

function valveGivens(e: RawEntry, sought: string[]): Givens {
  if (sought.length > 0) return { given: [], solved: sought };
  if (e.mode === 'flow') return { given: ['flow'], solved: ['drop', 'opening'] };
  if (e.mode === 'outlet-pressure') return { given: ['outlet pressure'], solved: ['opening'] };
  if (e.mode === 'inlet-pressure') return { given: ['inlet pressure'], solved: ['opening'] };
  if (e.mode === 'drop') return { given: ['drop'], solved: ['Kv'] };
  return { given: [WORDS[e.mode as string] ?? String(e.mode ?? 'opening')], solved: ['drop'] };
}
