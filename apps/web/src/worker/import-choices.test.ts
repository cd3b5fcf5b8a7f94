import type { RowProblem } from '@cedar-knot/core';
import { choicesFor } from './import-choices.js';

const cell = (code: string, detail: object, severity: 'error' | 'warning' = 'error') => ({ row: 3, severity, of: 'cell', problem: { row: 3, severity, code, detail } }) as RowProblem; // prettier-ignore
const entry = (path: string) => ({ row: 3, severity: 'error', of: 'entry', problem: { path } }) as RowProblem;
const curve = (code: string) => ({ row: 3, severity: 'warning', of: 'curve', problem: { code } }) as RowProblem;

test.each<[string, RowProblem, (string | null)[]]>([
  ['a letter in a flow: read as meant, else the row goes', cell('not-number', { column: 'flow', found: '7o.4' }), ['read', 'leave-out', 'leave-model']], // prettier-ignore
  ['a value that a point can do without', cell('not-number', { column: 'npshr', found: '?' }), ['without', 'leave-out', 'leave-model']], // prettier-ignore
  ['an efficiency that is an error', cell('cell-error', { column: 'efficiency' }), ['without', 'leave-out', 'leave-model']],
  ['a head that no formula gave', cell('cell-formula', { column: 'head' }), ['leave-out', 'leave-model']],
  // leaving out its first row would leave out the shut-off point, and the next row would lack it too
  ['a speed that no row has', cell('missing', { column: 'speed' }), ['leave-model']],
  ['a head that one row lacks', cell('missing', { column: 'head' }), ['leave-out', 'leave-model']],
  ['what is asked about the whole table', cell('ambiguous-number', {}), []],
  ['what is only said', cell('mark', {}, 'warning'), []],
  ['an entry of the model', entry('pumps.a.motor.ratedPower'), ['leave-model']],
  ['an entry of a row', entry('pumps.a.curve[3].flow'), ['leave-out', 'leave-model']],
  ['a flow that falls back', curve('flow-not-rising'), ['leave-out', null, 'leave-model']],
  ['a head that rises', curve('head-rises'), [null, 'leave-out', 'leave-model']],
])('%s', (_what, problem, choices) => expect(choicesFor(problem).map((c) => c.mend?.do ?? null)).toEqual(choices));
