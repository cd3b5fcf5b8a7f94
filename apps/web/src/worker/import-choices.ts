import { meantNumber, type ColumnName, type Mend, type RowProblem } from '@cedar-knot/core';
import { msg } from '../words.js';

/** What may be done about something; the first is done unless a person says otherwise. */
export interface Choice {
  mend: Mend | null;
  text: string;
}

/** what is settled as a whole, not at a row */
const OF_COLUMNS: ReadonlySet<string> = new Set(['no-columns', 'unknown-unit', 'ambiguous-number', 'ambiguous-unit', 'ambiguous-layout', 'ambiguous-curve']); // prettier-ignore
/** said at the first row of a model, of all of it */
const OF_MODELS: ReadonlySet<string> = new Set(['speed', 'diameter']);

/** What may be done about something at a row of a table. */
export function choicesFor(p: RowProblem): Choice[] {
  const take: Choice = { mend: null, text: msg('app.importedMarked') };
  const leave: Choice = { mend: { do: 'leave-out' }, text: msg('app.rowSkipped') };
  const leaveModel: Choice = { mend: { do: 'leave-model' }, text: msg('app.modelSkipped') };
  if (p.of === 'cell') {
    const { code, detail } = p.problem;
    if (p.severity === 'warning' || OF_COLUMNS.has(code)) return [];
    // a speed that is not there is missing from every row: leaving out the first would not help
    if (code === 'curve-differs' || (code === 'missing' && OF_MODELS.has(String(detail.column)))) return [leaveModel];
    const isNeeded = detail.column === 'flow' || detail.column === 'head';
    const isValue = code === 'not-number' || code.startsWith('cell-');
    const without: Choice[] = isValue && !isNeeded ? [{ mend: { do: 'without' }, text: msg('app.withoutTheValue') }] : [];
    const meant = code === 'not-number' ? meantNumber(String(detail.found)) : undefined;
    const read: Choice[] =
      meant === undefined
        ? []
        : [{ mend: { do: 'read', column: detail.column as ColumnName, as: meant }, text: msg('app.readAs', { meant }) }];
    return [...read, ...without, leave, leaveModel];
  }
  if (p.of === 'entry') {
    if (p.severity === 'warning') return [];
    return /curve\[\d+\]/.test(p.problem.path) ? [leave, leaveModel] : [leaveModel];
  }
  if (p.problem.code === 'flow-not-rising') return [leave, take, leaveModel];
  if (p.problem.code === 'efficiency-power') return [take, { mend: { do: 'take-power' }, text: msg('app.efficiencyFromPower') }, leave, leaveModel]; // prettier-ignore
  return [take, leave, leaveModel];
}
