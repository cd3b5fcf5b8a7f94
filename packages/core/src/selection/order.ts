import type { Candidate, Objective } from './ranking.js';

/** The order of candidates: those for the mains of the site first, what holds before what is near a limit and what could not be judged whole, then the objective, then the name of the model. */
export function byRank(objective: Objective): (a: Candidate, b: Candidate) => number {
  const better = byObjective(objective);
  const last = (c: Candidate): number => (c.otherMains ? 6 : 0) + (c.notStated ? 3 : 0) + VERDICT_ORDER[c.verdict];
  return (a, b) => last(a) - last(b) || better(a, b) || (a.model < b.model ? -1 : 1);
}

const VERDICT_ORDER: Readonly<Record<Candidate['verdict'], number>> = { holds: 0, near: 1, incomplete: 2 };

function byObjective(objective: Objective): (a: Candidate, b: Candidate) => number {
  const lower = (a: number | null, b: number | null): number => (a ?? Infinity) - (b ?? Infinity) || 0;
  // without hours the energy is nothing for all
  const energy = (a: Candidate, b: Candidate): number =>
    lower(a.energyPerYear, b.energyPerYear) || lower(a.powerAtLargest, b.powerAtLargest);
  switch (objective) {
    case 'energy':
      return energy;
    case 'stages':
      return (a, b) => a.stages - b.stages || energy(a, b);
    case 'best-efficiency':
      return (a, b) => departure(a) - departure(b);
    case 'cost':
      return (a, b) => lower(a.cost ?? null, b.cost ?? null) || energy(a, b);
    case 'npsh':
      return (a, b) => (b.npshRatio ?? 0) - (a.npshRatio ?? 0);
  }
}

const departure = (c: Candidate): number =>
  Math.max(...Object.values(c.scenarios).map((s) => (s.flowRatio === null ? 0 : Math.abs(s.flowRatio - 1))));
