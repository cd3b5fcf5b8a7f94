import type { Assumption, ShortFormProblem } from '@cedar-knot/core';
import { msg } from './words.js';

const list = (meant: readonly string[]): string => meant.map((m) => `“${m}”`).join(' or ');

/** Why a typed line was not understood, what may have been meant, and what would be right. */
export function shortFormText(problem: ShortFormProblem): string {
  const { piece, reason, expected, meant } = problem;
  switch (reason) {
    case 'empty':
      return msg('entry.nothingIsTypedRightWould', { expected });
    case 'no-length':
      return msg('entry.aLengthIsLackingRight', { expected });
    case 'no-bore':
      return msg('entry.aSizeOrABore', { expected });
    case 'two-readings':
      return msg('entry.theCommaMayPartThousands', { meant: list(meant) });
    case 'text-too-long':
      return msg('entry.theLineIsTooLong', { expected });
    case 'twice':
      return msg('entry.givesASecondTimeWhat', { piece });
    case 'no-unit':
    case 'wrong-unit': {
      const [first = '', ...others] = meant;
      const units = [problem.isAsAbove ? msg('entry.unitAsAbove', { unit: first }) : first, ...others].join(', ');
      return reason === 'no-unit' ? msg('entry.whichUnit', { piece, units }) : msg('entry.otherUnit', { piece, units });
    }
    case 'unknown-name':
    case 'not-understood':
      return meant.length > 0
        ? msg('entry.isNotUnderstoodHereWas', { piece, meant: list(meant) })
        : msg('entry.isNotUnderstoodHereRight', { piece, expected });
  }
}

const ASSUMED: Readonly<Record<Assumption['code'], (v: Assumption['values']) => string>> = {
  schedule: (v) =>
    msg('entry.schedule2', {
      schedule: String(/^\d+S?$/.test(v.schedule!) ? msg('entry.schedule', { schedule: String(v.schedule) }) : v.schedule),
      size: String(v.size),
    }),
  fitting: (v) => msg('entry.fitting', { phrase: String(v.phrase), type: String(v.type) }),
  bore: (v) => msg('entry.bore', { size: String(v.size), bore: String(v.bore), schedule: String(v.schedule) }),
  rated: (v) => msg('entry.rated', { flow: String(v.flow), head: String(v.head) }),
  coefficient: (v) => msg('entry.coefficient', { travel: String(v.travel) }),
  'decimal-comma': (v) => msg('entry.decimal-comma', { text: String(v.text) }),
};

/** What was not typed and had to be taken. */
export function assumptionText(assumption: Assumption): string {
  return ASSUMED[assumption.code](assumption.values);
}
