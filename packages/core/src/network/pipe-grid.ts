/* Where the cells of a pipe that is followed end; x is a share of its length from the end at which it is begun. */

/** part by which a mean over a cell may differ from what stands in its middle: Simpson's rule is some hundred times as near */
export const SMOOTH = 0.002;
/** of a kept grid, before a cell of it is parted */
export const STILL_SMOOTH = 3 * SMOOTH;
/** rounds after which the cells stay where they are, and are only parted further */
const FREE_ROUNDS = 3;
/** share of a pipe below which no cell is parted, and that of the first rounds, which know little of the pressures */
const SHORTEST = 1 / 3000;
const SHORTEST_AT_FIRST = 1 / 100;

/** Ends of cells, one after another. */
export class Grid {
  private i = 0;
  private span = 1;
  private readonly parted: number[] = [];

  /** @param ends places at which a cell has to end, ascending; all of them where `isKept` */
  private constructor(
    private readonly ends: Float64Array,
    private readonly isKept: boolean,
    readonly shortest: number,
  ) {}

  /** @param kept ends that were found in the round before @param stops places at which a cell has to end */
  static of(round: number, kept: Float64Array | undefined, stops: readonly number[]): Grid {
    const shortest = round < FREE_ROUNDS ? SHORTEST_AT_FIRST : SHORTEST;
    const ends = round > FREE_ROUNDS ? kept : undefined;
    return new Grid(ends ?? Float64Array.from([...stops, 1]), ends !== undefined, shortest);
  }

  next(x: number): { end: number; isFixed: boolean } {
    if (this.parted.length > 0) return { end: this.parted.at(-1)!, isFixed: this.isKept };
    while (this.ends[this.i]! <= x) this.i++;
    const end = this.ends[this.i]!;
    if (this.isKept || x + this.span * 1.2 >= end) return { end, isFixed: this.isKept };
    return { end: x + this.span, isFixed: false };
  }

  /** a cell was too long */
  part(x: number, end: number, error: number): void {
    if (this.isKept) this.parted.push((x + end) / 2);
    else this.span = Math.max(this.shortest * 0.8, (end - x) * Math.min(0.6, Math.max(0.15, 0.9 * Math.sqrt(SMOOTH / error))));
  }

  took(span: number, error: number): void {
    if (this.parted.length > 0) this.parted.pop();
    else if (!this.isKept)
      this.span = Math.max(
        this.shortest * 0.8,
        span * Math.min(3, Math.max(0.5, 0.9 * Math.sqrt(SMOOTH / Math.max(error, 1e-6)))),
      );
  }
}
