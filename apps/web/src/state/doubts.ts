import type { Doubt, Operation, RawElement, Study } from '@cedar-knot/core';
import { freeId, locate, setSeen } from './address.js';
import { msg } from '../words.js';

/** A way out of a doubt: what its button says, and what it does. */
export interface WayOut {
  name: string;
  operations: Operation[];
}

/** K of a swing check. Source: Crane TP-410, 50·fT of DN150 */
const NON_RETURN_K = 0.75;

/** What would mend a doubt in one press; none where only the person can tell. */
export function wayOut(study: Study, doubt: Doubt): WayOut | undefined {
  const { code, id, key, meant } = doubt;
  if (meant !== undefined) {
    const scenario = study.scenarios.find((s) => s.id === doubt.scenarios[0]);
    return { name: msg('app.use', { meant }), operations: setSeen(study, scenario, id, key, meant) };
  }
  if (code === 'negative-head') return swapped(study, id);
  return code === 'no-non-return' ? nonReturn(study, id) : undefined;
}

/** the ends of the line changed for one another */
function swapped(study: Study, id: string): WayOut | undefined {
  const found = locate(study, id);
  const line = found && study.lines[found.line];
  if (!line) return undefined;
  return {
    name: msg('app.swapAnd', { from: line.from, to: line.to }),
    operations: [
      { op: 'set', path: ['lines', found.line, 'from'], value: line.to },
      { op: 'set', path: ['lines', found.line, 'to'], value: line.from },
    ],
  };
}

/** a non-return downstream of the pump; without a bore of its own it takes that of the pipe beside it */
function nonReturn(study: Study, id: string): WayOut | undefined {
  const found = locate(study, id);
  const line = found && study.lines[found.line];
  if (!line) return undefined;
  const value: RawElement = { id: freeId(study, 'NR'), kind: 'non-return', k: NON_RETURN_K };
  return {
    name: msg('app.addDownstreamOf', { value: value.id, id }),
    operations: [{ op: 'insert', path: found.list, index: found.index + 1, value }],
  };
}
