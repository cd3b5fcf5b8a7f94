import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { probit, quantile, sampleCorrelation } from 'simple-statistics';
import type { CheckCode } from '../checks/index.js';
import type { Study } from '../document/study.js';
import type { PumpInput } from '../pumps/pump.js';
import type { Margin } from '../results/margin.js';
import { prepareStudy } from '../scenarios/prepare.js';
import { limitsOf, runStudy, type SolvedScenario } from '../scenarios/run.js';
import { solveScenario } from '../scenarios/solve-scenario.js';
import { movedBy, scaleCurves, scaleFittings, type Change } from './moved.js';
import { GRADE_TOLERANCE, type Spread, type Uncertain } from './uncertain.js';

/** One axis along which is drawn: an input, or flow, head or efficiency of a curve. */
export interface Axis {
  address: string;
  of: 'input' | 'flow' | 'head' | 'efficiency';
}

/** A margin over all runs of a scenario. */
export interface SampledMargin {
  check: CheckCode;
  where: string;
  /** in the order of the runs; NaN where it does not apply or the run is not solved */
  values: Float64Array;
  /** runs in which it was judged, and in which it failed or was near */
  judged: number;
  fails: number;
  near: number;
  /** rank correlation (Spearman) of the value with each axis, in their order; null where nothing moves */
  rank: (number | null)[];
}

export interface SampledScenario {
  id: string;
  /** runs that were not solved */
  unsolved: number;
  margins: SampledMargin[];
  /** of each pump that runs, in the order of the runs: m³/s and m; NaN where a run is not solved */
  pumps: { id: string; flow: Float64Array; head: Float64Array }[];
}

export interface Sampled {
  runs: number;
  seed: number;
  axes: Axis[];
  /** an axis each: factor, or offset in SI, in the order of the runs */
  draws: Float64Array[];
  scenarios: SampledScenario[];
}

const WARM_UP = 100;
/** a draw of the normal law is kept inside so many deviations */
const MOST_DEVIATIONS = 4;

/**
 * Draws all uncertain inputs at once by Latin hypercube sampling and solves the study for every draw: each axis is parted into as many
 * strata of like chance as there are runs, each stratum is met once, in an order of its own for every axis. Source: McKay, Beckman and
 * Conover, Technometrics 21 (1979) 239.
 *
 * A group (every pipe's roughness) moves together. It yields after each run, so that who drives it may stop between two.
 *
 * @param runs ≥ 2 @param seed of the draws: the same seed gives the same figures
 */
export function* sampleStudy(
  study: Study,
  inputs: readonly Uncertain[],
  { runs, seed }: { runs: number; seed: number },
): Generator<number, Sampled> {
  const present = runStudy(study).scenarios;
  const limits = limitsOf(study);
  const axes = axesOf(inputs);
  const random = xoroshiro128plus(seed);
  // small seeds are much alike at first
  for (let i = 0; i < WARM_UP; i++) uniformFloat64(random);
  const draws = axes.map(({ law }) => drawn(law, runs, random));
  const gathered = present.map((s) => new Gathered(s.id, runs));
  for (let run = 0; run < runs; run++) {
    const at = new Map(axes.map((a, k) => [`${a.input.index} ${a.of}`, draws[k]![run]!]));
    solveDraw(study, present, inputs, at, limits).forEach((result, k) => gathered[k]!.take(run, result));
    yield run + 1;
  }
  return {
    runs,
    seed,
    axes: axes.map(({ input, of }) => ({ address: input.address, of })),
    draws,
    scenarios: gathered.map((g) => g.whole(draws)),
  };
}

interface DrawnAxis {
  input: Uncertain;
  of: Axis['of'];
  law: (chance: number) => number;
}

function axesOf(inputs: readonly Uncertain[]): DrawnAxis[] {
  return inputs.flatMap((input): DrawnAxis[] => {
    if (input.kind === 'spread') return [{ input, of: 'input', law: lawOf(input.spread) }];
    const tolerance = GRADE_TOLERANCE[input.grade];
    return (['flow', 'head', 'efficiency'] as const).flatMap((of) => {
      const [least, most] = tolerance[of];
      return least === most ? [] : [{ input, of, law: (p) => least + (most - least) * p }];
    });
  });
}

/** what is drawn for a chance between 0 and 1 */
function lawOf({ law, amount }: Spread): DrawnAxis['law'] {
  if (law === 'band') return (p) => amount * (2 * p - 1);
  return (p) => amount * Math.max(-MOST_DEVIATIONS, Math.min(MOST_DEVIATIONS, probit(p)));
}

function drawn(law: DrawnAxis['law'], runs: number, random: ReturnType<typeof xoroshiro128plus>): Float64Array {
  const strata = Float64Array.from({ length: runs }, (_, i) => i);
  for (let i = runs - 1; i > 0; i--) {
    const j = uniformInt(random, 0, i);
    [strata[i], strata[j]] = [strata[j]!, strata[i]!];
  }
  return strata.map((stratum) => law((stratum + uniformFloat64(random)) / runs));
}

/** every scenario of one draw, in the order of the study */
function solveDraw(
  study: Study,
  present: readonly SolvedScenario[],
  inputs: readonly Uncertain[],
  at: ReadonlyMap<string, number>,
  limits: ReturnType<typeof limitsOf>,
): SolvedScenario[] {
  const draw = (input: Uncertain, of: Axis['of']): number => at.get(`${input.index} ${of}`) ?? 0;
  const moves = inputs.flatMap((u) => {
    if (u.kind !== 'spread' || u.handle.kind !== 'inputs') return [];
    const x = draw(u, 'input');
    const by: Change = u.spread.isShare ? (now) => now * (1 + x) : (now) => now + x;
    return u.handle.inputs.map((input) => ({ input, by }));
  });
  const scaled = new Map<Uncertain, Map<PumpInput, PumpInput>>(inputs.map((u) => [u, new Map()]));
  return prepareStudy(movedBy(study, present, moves)).scenarios.map((s) => {
    if (!s.model) return { id: s.id, problems: s.problems };
    for (const u of inputs) {
      if (u.kind === 'grade')
        scaleCurves(
          s.model,
          new Set(u.handle.pumps),
          { flow: 1 + draw(u, 'flow'), head: 1 + draw(u, 'head'), efficiency: 1 + draw(u, 'efficiency') },
          scaled.get(u),
        );
      else if (u.handle.kind === 'fittings') scaleFittings(s.model, new Set(u.handle.pipes), Math.max(0, 1 + draw(u, 'input')));
    }
    return { id: s.id, problems: s.problems, model: s.model, result: solveScenario(s.model, limits) };
  });
}

/** What is kept of the runs of a scenario. */
class Gathered {
  private unsolved = 0;
  private readonly margins = new Map<string, Omit<SampledMargin, 'rank'>>();
  private readonly pumps = new Map<string, { flow: Float64Array; head: Float64Array }>();

  constructor(
    private readonly id: string,
    private readonly runs: number,
  ) {}

  take(run: number, { result }: SolvedScenario): void {
    if (!result || result.status === 'failed') {
      this.unsolved++;
      return;
    }
    for (const m of result.margins as Margin<CheckCode>[]) {
      if (m.value === null || m.verdict === 'not-applicable') continue;
      const own = this.marginOf(m.check, m.where);
      own.values[run] = m.value;
      own.judged++;
      if (m.verdict === 'fails') own.fails++;
      if (m.verdict === 'near') own.near++;
    }
    for (const [id, r] of Object.entries(result.elements)) {
      if (r.kind !== 'pump' || r.running === 0 || r.head === null) continue;
      const own = this.pumpOf(id);
      own.flow[run] = r.flow;
      own.head[run] = r.head;
    }
  }

  private marginOf(check: CheckCode, where: string): Omit<SampledMargin, 'rank'> {
    const key = `${check}:${where}`;
    let own = this.margins.get(key);
    if (!own) this.margins.set(key, (own = { check, where, values: this.empty(), judged: 0, fails: 0, near: 0 }));
    return own;
  }

  private pumpOf(id: string): { flow: Float64Array; head: Float64Array } {
    let own = this.pumps.get(id);
    if (!own) this.pumps.set(id, (own = { flow: this.empty(), head: this.empty() }));
    return own;
  }

  private empty(): Float64Array {
    return new Float64Array(this.runs).fill(NaN);
  }

  whole(draws: readonly Float64Array[]): SampledScenario {
    const ranked = draws.map(ranksOf);
    const margins = [...this.margins.values()].map((m) => ({ ...m, rank: rankCorrelations(draws, ranked, m.values) }));
    return { id: this.id, unsolved: this.unsolved, margins, pumps: [...this.pumps].map(([id, p]) => ({ id, ...p })) };
  }
}

/** less than so much between the least and the greatest value, as a share of them, is none */
const NOTHING = 1e-9;

/** Spearman: the correlation of the ranks; where a run has no value it is left out */
function rankCorrelations(draws: readonly Float64Array[], ranked: readonly number[][], values: Float64Array): (number | null)[] {
  const known = [...values.keys()].filter((i) => Number.isFinite(values[i]!));
  const own = known.map((i) => values[i]!);
  const [least, most] = [Math.min(...own), Math.max(...own)];
  if (known.length < 3 || !(most - least > NOTHING * Math.max(Math.abs(most), Math.abs(least)))) return draws.map(() => null);
  const ranks = ranksOf(own);
  const isWhole = known.length === values.length;
  return draws.map((d, k) => sampleCorrelation(isWhole ? ranked[k]! : ranksOf(known.map((i) => d[i]!)), ranks));
}

/** the place of each value in their order; like values share the mean of theirs */
function ranksOf(values: ArrayLike<number>): number[] {
  const order = Uint32Array.from({ length: values.length }, (_, i) => i).sort((a, b) => values[a]! - values[b]!);
  const ranks = new Array<number>(values.length);
  for (let from = 0; from < order.length;) {
    let to = from + 1;
    while (to < order.length && values[order[to]!] === values[order[from]!]) to++;
    for (let i = from; i < to; i++) ranks[order[i]!] = (from + to - 1) / 2;
    from = to;
  }
  return ranks;
}

/** Values below which 5, 50 and 95 of 100 draws lie; null where none has a value. */
export function quantilesOf(values: Float64Array): { p5: number; p50: number; p95: number } | null {
  const known = [...values].filter(Number.isFinite);
  if (known.length === 0) return null;
  const [p5, p50, p95] = quantile(known, [0.05, 0.5, 0.95]) as [number, number, number];
  return { p5, p50, p95 };
}
