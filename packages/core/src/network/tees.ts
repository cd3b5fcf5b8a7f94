import { teeLoss, type TeeLegs, type TeeLoss } from '../fittings/tee.js';
import type { CompiledLine } from './line.js';
import type { NetworkInput } from './types.js';

/*
 * A tee takes what its three flows make it take: its losses stand at the ends of the lines that meet in it, and are found with the
 * flows, solved with the losses of the round before until they stay.
 */

/** m that the losses of tees may still move */
const STILL = 1e-10;
export const MOST_TEE_ROUNDS = 80;

/** An end of a line at a tee. */
interface Leg {
  line: CompiledLine;
  /** of the line in the network */
  index: number;
  /** 0 its beginning, 1 its end */
  end: 0 | 1;
}

interface Tee {
  point: number;
  id: string;
  rounding: number;
  /** the two sides of the run, then the branch */
  legs: readonly [Leg, Leg, Leg];
}

/** The tees of a network and how their losses settle. */
export class Tees {
  private readonly tees: readonly Tee[];
  /** of the way to the losses that the flows ask for */
  private share = 1;
  /** how far the losses were from those that the flows ask for, m */
  residual = Infinity;

  constructor(
    private readonly input: NetworkInput,
    lines: readonly CompiledLine[],
  ) {
    this.tees = input.points.flatMap((p, point) =>
      p.tee ? [{ point, id: p.id, rounding: p.tee.rounding, legs: legsOf(lines, point) }] : [],
    );
  }

  get isEmpty(): boolean {
    return this.tees.length === 0;
  }

  names(): string[] {
    return this.tees.map((t) => t.id);
  }

  /** what each tee takes at the flows of the lines */
  at(flows: ArrayLike<number>): { point: number; legs: readonly [Leg, Leg, Leg]; taken: TeeLegs; loss: TeeLoss }[] {
    return this.tees.map((tee) => {
      const taken = legFlows(tee, flows);
      return { point: tee.point, legs: tee.legs, taken, loss: teeLoss(taken, this.input.gravity) };
    });
  }

  /** puts the losses that the flows ask for at the ends of the lines; true when they stayed as they were */
  settle(flows: ArrayLike<number>): boolean {
    const moves = this.at(flows).flatMap(({ legs, loss }) =>
      legs.map((leg, i) => ({ leg, by: alongLine(loss, leg, i) - leg.line.ends[leg.end] })),
    );
    const most = Math.max(0, ...moves.map((m) => Math.abs(m.by)));
    // flows that answer a tee by more than they ask of it would swing for ever: half the way then
    if (most > 0.7 * this.residual) this.share = Math.max(0.02, this.share / 2);
    this.residual = most;
    if (most < STILL) return true;
    for (const { leg, by } of moves) leg.line.ends[leg.end] += this.share * by;
    return false;
  }
}

function legsOf(lines: readonly CompiledLine[], point: number): Tee['legs'] {
  const legs: Leg[] = [];
  let branch: Leg | undefined;
  lines.forEach((line, index) => {
    for (const end of [0, 1] as const) {
      if ((end === 0 ? line.model.from : line.model.to) !== point) continue;
      const leg = { line, index, end };
      if (line.model.branchAt?.[end]) branch = leg;
      else legs.push(leg);
    }
  });
  return [legs[0]!, legs[1]!, branch!];
}

function legFlows({ legs, rounding }: Tee, flows: ArrayLike<number>): TeeLegs {
  const inward = ({ index, end }: Leg): number => (end === 0 ? -flows[index]! : flows[index]!);
  const bore = ({ line, end }: Leg): number => line.endBores[end];
  const [a, b, c] = legs;
  return { flows: [inward(a), inward(b), inward(c)], bores: [bore(a), bore(b), bore(c)], rounding };
}

/** the loss of a leg in the direction of its line: a line that leaves where the tee divides, or comes where it joins, loses it */
function alongLine(loss: TeeLoss, leg: Leg, i: number): number {
  const lost = loss.losses[i]!;
  return (leg.end === 0) === loss.divides ? lost : -lost;
}
