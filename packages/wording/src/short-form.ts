import type { Assumption, ShortFormProblem } from '@cedar-knot/core';

const list = (meant: readonly string[]): string => meant.map((m) => `“${m}”`).join(' or ');

/** Why a typed line was not understood, what may have been meant, and what would be right. */
export function shortFormText(problem: ShortFormProblem): string {
  const { piece, reason, expected, meant } = problem;
  switch (reason) {
    case 'empty':
      return `Nothing is typed; right would be: ${expected}.`;
    case 'no-length':
      return `A length is lacking; right would be: ${expected}.`;
    case 'no-bore':
      return `A size or a bore is lacking; right would be: ${expected}.`;
    case 'two-readings':
      return `The comma may part thousands or decimals; write ${list(meant)}.`;
    case 'text-too-long':
      return `The line is too long to be read; right would be: ${expected}.`;
    case 'twice':
      return `“${piece}” gives a second time what this line gives already.`;
    case 'unknown-name':
    case 'not-understood':
      return meant.length > 0
        ? `“${piece}” is not understood here; was ${list(meant)} meant?`
        : `“${piece}” is not understood here; right would be: ${expected}.`;
  }
}

const ASSUMED: Readonly<Record<Assumption['code'], (v: Assumption['values']) => string>> = {
  schedule: (v) => `${/^\d+S?$/.test(v.schedule!) ? `schedule ${v.schedule}` : v.schedule} is taken for ${v.size}`,
  fitting: (v) => `“${v.phrase}” is read as ${v.type}`,
  bore: (v) => `${v.size} is read as ${v.bore}, schedule ${v.schedule}`,
  rated: (v) => `${v.flow} is imposed, ${v.head} is kept as the rated head`,
  coefficient: (v) => `the coefficient is imposed; the travel of ${v.travel} needs a valve`,
  'decimal-comma': (v) => `the comma in ${v.text} is read as a point`,
};

/** What was not typed and had to be taken. */
export function assumptionText(assumption: Assumption): string {
  return ASSUMED[assumption.code](assumption.values);
}
