import type { CheckCode } from '../checks/index.js';
import type { Study } from '../document/study.js';
import type { Margin, Overall } from '../results/margin.js';
import { overallVerdict } from '../scenarios/overall.js';
import { runStudy } from '../scenarios/run.js';
import { energyByCause } from './drive.js';
import { dutyOf, type Duty } from './duty.js';
import { marginsAt, worstMargin, type Worst } from './judged.js';

/** A study as a whole, to be set beside another. */
export interface WholeStudy {
  scenarios: {
    id: string;
    name: string;
    /** null where it could not be read or solved */
    verdict: Overall | null;
    fails: number;
    near: number;
    /** the margin nearest to its limit, with the place where it stands */
    worst: (Worst & { where: string }) | null;
    /** by pump that runs */
    duties: Record<string, Duty>;
  }[];
  /** J of electricity of all pumps; null where no scenario has hours */
  energyPerYear: number | null;
  /** a pump's motor is a typical one */
  isTypical: boolean;
}

/** What every judged scenario of a study comes to, and the electricity of a year. */
export function wholeStudy(study: Study): WholeStudy {
  const solved = runStudy(study).scenarios.filter((s) => s.model?.judged !== false);
  const pumps = study.lines.flatMap((l) => l.elements).filter((e) => e.kind === 'pump');
  const energies = pumps.flatMap((p) => [...energyByCause(solved, p.id).values()]);
  return {
    scenarios: solved.map(({ id, model, result }) => {
      const isSolved = result !== undefined && result.status !== 'failed';
      const margins = (isSolved ? result.margins : []) as Margin<CheckCode>[];
      const worst = isSolved && model ? worstMargin(marginsAt([{ id, model, result, problems: [] }], () => true)) : undefined;
      const at = worst && margins.find((m) => m.check === worst.check && m.value === worst.value);
      const runs = pumps.filter((p) => {
        const r = isSolved ? result.elements[p.id] : undefined;
        return r?.kind === 'pump' && r.running > 0;
      });
      return {
        id,
        name: model?.name ?? id,
        verdict: isSolved ? overallVerdict(result) : null,
        fails: margins.filter((m) => m.verdict === 'fails').length,
        near: margins.filter((m) => m.verdict === 'near').length,
        worst: worst && at ? { ...worst, where: at.where } : null,
        duties: Object.fromEntries(runs.map((p) => [p.id, dutyOf(result!, p.id)])),
      };
    }),
    energyPerYear: energies.length > 0 ? energies.reduce((sum, e) => sum + e.total, 0) : null,
    isTypical: energies.some((e) => e.isTypical),
  };
}
