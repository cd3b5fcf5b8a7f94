import type { Problem } from '../issues/issues.js';
import { sideBores } from '../network/line.js';
import type { LineModel, PointModel } from '../network/types.js';
import type { PointDetail } from './model.js';

/** a branch may be wider than the run by as much as tables of pipe differ */
const SAME_BORE = 1.02;

/**
 * Makes a tee of each junction that names its branch: three lines with bores meet there, nothing else leaves, and the branch is no
 * wider than the run. What is otherwise is said at the entry.
 */
export function placeTees(
  points: readonly PointDetail[],
  models: readonly PointModel[],
  lines: LineModel[],
  pathOf: (id: string, key: string) => string,
  problems: Problem[],
): void {
  points.forEach(({ id, read }, i) => {
    if (typeof read.branch !== 'string') return;
    const wrong = (detail: Problem['detail'], key = 'branch'): void => {
      problems.push({ code: 'bad-value', path: pathOf(id, key), where: [id], detail });
    };
    const met = lines.filter((l) => l.from === i || l.to === i);
    const known = met.map((l) => l.id);
    const branch = met.find((l) => l.id === read.branch);
    if (met.length !== 3 || met.some((l) => l.from === l.to)) return wrong({ reason: 'tee-lines', found: met.length, known });
    if (!branch) return wrong({ reason: 'tee-branch', found: read.branch, known });
    if (models[i]!.outflow !== 0) return wrong({ reason: 'tee-offtake' }, 'offtake');
    const bores = met.map((l) => boreAt(l, i));
    const bare = met.find((_, k) => !bores[k]);
    if (bare) return wrong({ reason: 'tee-bore', line: bare.id });
    const run = Math.min(...bores.filter((_, k) => met[k] !== branch).map(Number));
    if (boreAt(branch, i)! > run * SAME_BORE) return wrong({ reason: 'tee-wide', line: branch.id });
    models[i]!.tee = { rounding: (read.rounding as number | undefined) ?? 0 };
    const [begins, ends] = branch.branchAt ?? [false, false];
    branch.branchAt = [begins || branch.from === i, ends || branch.to === i];
  });
}

function boreAt(line: LineModel, point: number): number | undefined {
  const [inlet, outlet] = sideBores(line.elements);
  return line.from === point ? inlet[0] : outlet[outlet.length - 1];
}
