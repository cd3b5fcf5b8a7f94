import type { Word } from '../words/word.js';
/*
 * Findings are data: a code, where it applies and numbers (SI). Wording is made at the edge, in packages/wording.
 */

export type ProblemCode =
  | 'bad-json'
  | 'bad-document'
  | 'bad-quantity'
  | 'bad-value'
  | 'bad-id'
  | 'duplicate-id'
  | 'unknown-id'
  | 'unknown-key'
  | 'missing'
  | 'under-specified'
  | 'over-specified'
  | 'no-pressure-reference'
  | 'unconnected'
  | 'too-many';

/** What is wrong with a study, at which JSON path. `detail.reason` picks the words; the rest of `detail` fills them. */
export interface Problem {
  code: ProblemCode;
  path: string;
  /** ids of the elements, points or scenarios concerned */
  where: string[];
  detail: Readonly<Record<string, string | number | readonly string[] | Word | readonly (Word | string)[]>>;
}

export type Severity = 'note' | 'warning' | 'error';

/** Each code of a scenario's messages with its severity. */
export const FINDING_SEVERITY = {
  'set-point-missed': 'warning',
  'valve-choked': 'warning',
  'valve-below-range': 'warning',
  'off-curve': 'warning',
  'other-duties': 'warning',
  'pump-short': 'error',
  'pump-reversed': 'error',
  'power-bounded': 'warning',
  'method-range': 'warning',
  'npsh-low': 'warning',
  'below-vapour': 'error',
  'below-atmosphere': 'note',
  'transition-flow': 'note',
  'roughness-assumed': 'note',
  'well-test-bent': 'warning',
  'gas-released': 'warning',
  'straight-inlet-short': 'note',
  'motor-outside': 'warning',
  'diameter-outside': 'warning',
  'diameter-unknown': 'warning',
  'trim-large': 'warning',
  'best-flow-assumed': 'warning',
  'stages-not-made': 'warning',
  'power-zero': 'warning',
  'valve-boils': 'error',
  'valve-bore': 'note',
  'valve-drop-beyond': 'warning',
  'velocity-low': 'note',
  'exit-unsure': 'note',
  'bore-change': 'note',
  'no-flow': 'note',
  'elevation-ignored': 'note',
  'exit-doubled': 'warning',
  'exit-missing': 'note',
  'unknown-key': 'warning',
  'above-critical-roughness': 'warning',
  contradiction: 'error',
  singular: 'error',
  'no-resistance': 'error',
  'not-converged': 'error',
  'states-cycle': 'error',
  'liquid-unsettled': 'error',
  'no-temperature': 'error',
  'temperature-outside': 'error',
  'below-bubble-point': 'note',
} as const satisfies Record<string, Severity>;

export type FindingCode = keyof typeof FINDING_SEVERITY;

/** Something to say about one scenario's solution. */
export interface Finding {
  code: FindingCode;
  severity: Severity;
  where: string;
  values: Readonly<Record<string, string | number | readonly string[] | readonly number[]>>;
}

export function finding(code: FindingCode, where: string, values: Finding['values'] = {}): Finding {
  return { code, severity: FINDING_SEVERITY[code], where, values };
}
