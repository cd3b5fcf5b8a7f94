import type { ShortFormProblem } from '@cedar-knot/core';

/** Why a typed line was not understood, and what would be. */
export function shortFormText(problem: ShortFormProblem): string {
  switch (problem.reason) {
    case 'empty':
      return `Nothing is typed; right would be: ${problem.expected}.`;
    case 'no-length':
      return `“${problem.piece}” does not begin with a length and its unit, then the bore; right would be: ${problem.expected}.`;
    case 'no-bore':
      return `“${problem.piece}” is no bore; right would be: ${problem.expected}.`;
    case 'unknown-fitting':
      return `“${problem.piece}” is no fitting; right would be: ${problem.expected}.`;
    case 'not-understood':
      return `“${problem.piece}” is not understood here; right would be: ${problem.expected}.`;
  }
}
