import { step, worth, type KeyedStep, type MediumValues, type WorkingValue } from '../results/working.js';
import type { ScenarioResult, TeeLegResult, TeeResult } from '../results/results.js';
import type { ScenarioModel } from './model.js';
import { word, type Word } from '../words/word.js';

/** key of the head that a leg of a tee loses, below its junction */
const keyOf = (line: string): string => `tee-${line}`;

/** What a tee takes between its junction and a line, as a term of a head balance away from the junction (sign −1: towards it). */
export function teeTerm(
  result: ScenarioResult,
  junction: string,
  line: string,
  mark: string,
  sign: 1 | -1 = 1,
): { formula: string; inputs: WorkingValue[]; sum: number } {
  const tee = result.points[junction]?.tee;
  const leg = tee?.legs.find((l) => l.line === line);
  if (!tee || !leg) return { formula: '', inputs: [], sum: 0 };
  const loses = tee.divides === sign > 0;
  const input = worth(`h${mark}`, word('quantity.loss-in-the-tee', { junction, line }), leg.headLoss, 'head', {
    from: `${junction}.${keyOf(line)}`,
  });
  return { formula: ` ${loses ? '−' : '+'} h${mark}`, inputs: [input], sum: loses ? -leg.headLoss : leg.headLoss };
}

/** Loss of each leg of a tee: its share, the ratio of areas, K by its direction. */
export function teeSteps(s: MediumValues, model: ScenarioModel, result: ScenarioResult, id: string): KeyedStep[] {
  const tee = result.points[id]?.tee;
  if (!tee || tee.common === null) return [];
  const read = model.points.find((p) => p.id === id)!.read;
  const rounding = typeof read.rounding === 'number' ? read.rounding : 0;
  return tee.legs.flatMap((leg) => legSteps(s, result, id, tee, leg, rounding, read.branch === tee.common));
}

function legSteps(
  s: MediumValues,
  result: ScenarioResult,
  id: string,
  tee: TeeResult,
  leg: TeeLegResult,
  rounding: number,
  isFromBranch: boolean,
): KeyedStep[] {
  const flowOf = (line: string): number => Math.abs(result.lines[line]!.flow);
  const branch = isFromBranch ? leg : tee.legs.find((l) => l.isBranch)!;
  const common = tee.common!;
  const qc = worth('Qc', word('quantity.flow-of-the-common-leg', { line: common }), flowOf(common), 'flow', {
    from: `${common}.flow`,
  });
  const ql = worth('Ql', word('quantity.flow-of', { line: branch.line }), flowOf(branch.line), 'flow', {
    from: `${branch.line}.flow`,
  });
  const dc = worth('Dc', word('quantity.bore-of', { line: common }), tee.bore!, 'diameter', { unit: 'mm' });
  const dl = worth('Dl', word('quantity.bore-of', { line: branch.line }), branch.bore, 'diameter', { unit: 'mm' });
  const q = worth('q', word('quantity.share-of', { line: branch.line }), ql.value / qc.value, 'ratio');
  const a = worth('a', word('quantity.area-ratio'), (branch.bore / tee.bore!) ** 2, 'ratio');
  const r = worth('r', word('quantity.edge-radius-over-bore-r-d'), rounding, 'ratio', { from: `${id}.rounding` });
  const { formula, inputs, source } = coefficient(leg, tee.divides, isFromBranch, { q, a, r });
  const k = worth('Kt', word('quantity.coefficient-on-the-velocity-head-of', { line: leg.line, common }), leg.k, 'ratio');
  const loss = worth('ht', word('quantity.head-lost-between', { line: leg.line, common }), leg.headLoss, 'head');
  const key = keyOf(leg.line);
  return [
    step(`${key}Share`, q, 'Ql/Qc', [ql, qc], word('source.continuity')),
    step(`${key}Area`, a, '(Dl/Dc)²', [dl, dc], word('source.geometry')),
    step(`${key}K`, k, formula, inputs, source),
    step(key, loss, 'Kt·(Qc/(π/4·(Dc/1000)²))²/(2·g)', [k, qc, dc, s.gravity], word('source.definition-of-k')),
  ];
}

const GARDEL = word('source.gardel-1957');
const IDELCHIK = word('source.idelchik-7-29');

function coefficient(
  leg: TeeLegResult,
  divides: boolean,
  isFromBranch: boolean,
  { q, a, r }: Record<'q' | 'a' | 'r', WorkingValue>,
): { formula: string; inputs: WorkingValue[]; source: Word } {
  if (isFromBranch) {
    const formula = divides ? '1 + 0.3·(q/a)²' : '1 + (1 + 3·(q² − q))/a²';
    return { formula, inputs: [q, a], source: IDELCHIK };
  }
  if (leg.isBranch) {
    const formula = divides
      ? '0.95·(1 − q)² + q²·(1 + (0.4 − 0.1·a)/a²)·(1 − 0.9·(r/a)^0.5) + 0.4·q·(1 − q)·(1 + 1/a)'
      : '−0.92·(1 − q)² − q²·(0.8·(1 − 1/a²) − (1.2 − r^0.5)) + (2 − a)·q·(1 − q)';
    return { formula, inputs: [q, a, r], source: GARDEL };
  }
  if (divides) return { formula: '0.03·(1 − q)² + 0.35·q² − 0.2·q·(1 − q)', inputs: [q], source: GARDEL };
  const formula = '0.03·(1 − q)² − q²·(1 − (1.62 − r^0.5) − 0.38·(1 − a)) + (2 − a)·q·(1 − q)';
  return { formula, inputs: [q, a, r], source: GARDEL };
}
