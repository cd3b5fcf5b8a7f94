import { insideShare } from '../checks/inside.js';
import { evaluateFormula } from '../numerics/formula.js';
import { toUnit } from '../units/quantity.js';
import { findUnit, type Dimension } from '../units/units.js';
import type { WorkingStep, WorkingValue } from '../results/working.js';
import type { SolvedScenario } from './run.js';
import { suctionBuild, type SuctionPart } from './suction-build.js';
import { working } from './working.js';

/** What takes a margin in a scenario, beside one in which there is more of it. */
export interface Takes {
  /** the scenario that it is held against */
  beside: string;
  /** of the margin there */
  value: number;
  /** what differs in the formula of the margin, what changes it most first: here, and there */
  inputs: { here: WorkingValue; there: WorkingValue; share: number }[];
  /** where NPSH is short: the part of it that takes more here than there, and what there is before anything takes */
  part?: { kind: SuctionPart['kind']; where: string | null; here: number; there: number; whole: number };
}

/** differences that change the margin by less than so much of all changes are not named */
const NAMED = 0.05;

/**
 * What takes a margin: its formula with one number after another put in from the scenario in which it is furthest from its limit. Which
 * of them changes it most is what takes it.
 *
 * @returns undefined where no other scenario has more of it, or its value has no formula
 */
export function takesMost(
  scenarios: readonly SolvedScenario[],
  scenario: string,
  check: string,
  where: string,
): Takes | undefined {
  const known = scenarios.flatMap((s) => {
    const m = s.result?.margins.find((x) => x.check === check && x.where === where);
    const share = m && insideShare(m);
    return m && typeof share === 'number' && s.model ? [{ s, m, share }] : [];
  });
  const here = known.find((k) => k.s.id === scenario);
  const [best] = [...known].sort((a, b) => b.share - a.share);
  if (!here || !best || best === here || best.share <= here.share) return undefined;
  const stepOf = ({ model, result }: SolvedScenario): WorkingStep | undefined =>
    working(model!, result!, `${check}:${where}`)?.at(-1);
  const [own, other] = [stepOf(here.s), stepOf(best.s)];
  const formula = own?.formula;
  if (!own || !other || typeof formula !== 'string' || formula !== other.formula) return undefined;
  const there = (symbol: string): WorkingValue | undefined => other.inputs.find((i) => i.symbol === symbol);
  const value = (inputs: readonly WorkingValue[]): number =>
    evaluateFormula(formula, Object.fromEntries(inputs.map((i) => [i.symbol, plain(i)])));
  const now = value(own.inputs);
  const changes = own.inputs.flatMap((i) => {
    const put = there(i.symbol);
    if (!put || put.value === i.value) return [];
    return [{ here: i, there: put, change: value(own.inputs.map((x) => (x === i ? put : x))) - now }];
  });
  // what would change it the other way takes nothing
  const way = Math.sign(best.m.value! - here.m.value!);
  const taking = changes.filter((c) => Math.sign(c.change) === way && Number.isFinite(c.change));
  const whole = taking.reduce((sum, c) => sum + Math.abs(c.change), 0);
  const inputs = taking
    .map((c) => ({ here: c.here, there: c.there, share: Math.abs(c.change) / whole }))
    .filter((c) => c.share >= NAMED)
    .sort((a, b) => b.share - a.share);
  const isSuction = inputs[0]?.here.symbol === 'NPSHA';
  const part = isSuction ? suctionPart(here.s, best.s, where) : undefined;
  return { beside: best.s.id, value: best.m.value!, inputs, ...(part ? { part } : {}) };
}

/** the number that stands in a formula */
function plain(v: WorkingValue): number {
  const unit = v.unit === undefined ? undefined : findUnit(v.dimension as Dimension, v.unit);
  return unit ? toUnit(v.value, unit) : v.value;
}

function suctionPart(here: SolvedScenario, there: SolvedScenario, pump: string): Takes['part'] {
  const [own, other] = [suctionBuild(here.model!, here.result!, pump), suctionBuild(there.model!, there.result!, pump)];
  if (!own || !other) return undefined;
  const valueThere = (p: SuctionPart): number => other.parts.find((x) => x.kind === p.kind && x.where === p.where)?.value ?? 0;
  const [most] = [...own.parts].sort((a, b) => a.value - valueThere(a) - (b.value - valueThere(b)));
  if (!most || most.value >= valueThere(most)) return undefined;
  const whole = own.parts.reduce((sum, p) => sum + Math.max(0, p.value), 0);
  return { kind: most.kind, where: most.where, here: most.value, there: valueThere(most), whole };
}
