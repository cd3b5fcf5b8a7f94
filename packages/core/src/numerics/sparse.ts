/**
 * Solves A·x = b for a sparse matrix with a symmetric pattern, again and again with other values.
 *
 * The order of elimination (minimum degree) and the places of the fill are found once; factoring then runs over flat arrays and
 * allocates nothing. There is no pivoting: right for matrices whose diagonal dominates, such as those of flow networks. A
 * vanishing pivot is reported, and the caller has to take a method with pivoting.
 *
 * Sources: George & Liu 1981, Computer Solution of Large Sparse Positive Definite Systems, ch. 5; Duff, Erisman & Reid 2017,
 * Direct Methods for Sparse Matrices, 2nd ed., §7.
 */
export class SparseSolver {
  /** values before `factor`: set by the caller with `clear` and `add` */
  private readonly diagonal: Float64Array;
  private readonly upper: Float64Array;
  private readonly lower: Float64Array;
  /** place in the order of elimination of each unknown, and the unknown at each place */
  private readonly place: Int32Array;
  private readonly unknownAt: Int32Array;
  /** per eliminated place k: later places that it touches, from start[k] to start[k + 1] in `later` */
  private readonly start: Int32Array;
  private readonly later: Int32Array;
  /** entry of each pair (k, later) by k·n + later */
  private readonly entry = new Map<number, number>();
  /** for each k the targets of its updates: one for every ordered pair of its later places, -1 for the diagonal */
  private readonly targets: Int32Array;
  private readonly work: Float64Array;

  /** @param n unknowns @param edges pairs of different unknowns whose entries may be other than zero; order and doubles do not matter */
  constructor(
    private readonly n: number,
    edges: readonly (readonly [number, number])[],
  ) {
    const order = minimumDegree(n, edges);
    this.place = order.place;
    this.unknownAt = order.unknownAt;
    this.start = new Int32Array(n + 1);
    for (let k = 0; k < n; k++) this.start[k + 1] = this.start[k]! + order.later[k]!.length;
    this.later = new Int32Array(this.start[n]!);
    let pairs = 0;
    for (let k = 0; k < n; k++) {
      this.later.set(order.later[k]!, this.start[k]);
      order.later[k]!.forEach((j, i) => this.entry.set(k * n + j, this.start[k]! + i));
      pairs += order.later[k]!.length ** 2;
    }
    this.targets = new Int32Array(pairs);
    let t = 0;
    for (let k = 0; k < n; k++) {
      for (const a of order.later[k]!) {
        for (const b of order.later[k]!) this.targets[t++] = a === b ? -1 : this.entry.get(Math.min(a, b) * n + Math.max(a, b))!;
      }
    }
    this.diagonal = new Float64Array(n);
    this.upper = new Float64Array(this.later.length);
    this.lower = new Float64Array(this.later.length);
    this.work = new Float64Array(n);
  }

  clear(): void {
    this.diagonal.fill(0);
    this.upper.fill(0);
    this.lower.fill(0);
  }

  /** adds to the entry in a row and column */
  add(row: number, column: number, value: number): void {
    const i = this.place[row]!;
    const j = this.place[column]!;
    if (i === j) this.diagonal[i]! += value;
    else if (i < j) this.upper[this.entry.get(i * this.n + j)!]! += value;
    else this.lower[this.entry.get(j * this.n + i)!]! += value;
  }

  /** Factors and solves; `b` is overwritten with the solution. False when a pivot vanishes against its row. */
  solve(b: Float64Array): boolean {
    const { n, diagonal, upper, lower, start, later, targets, work, unknownAt } = this;
    for (let k = 0; k < n; k++) work[k] = b[unknownAt[k]!]!;
    let t = 0;
    for (let k = 0; k < n; k++) {
      const pivot = diagonal[k]!;
      const from = start[k]!;
      const to = start[k + 1]!;
      let largest = 0;
      for (let p = from; p < to; p++) largest = Math.max(largest, Math.abs(upper[p]!), Math.abs(lower[p]!));
      if (!(Math.abs(pivot) > 1e-12 * largest) || pivot === 0) return false;
      for (let p = from; p < to; p++) {
        const factor = lower[p]! / pivot;
        lower[p] = factor;
        const row = later[p]!;
        work[row]! -= factor * work[k]!;
        for (let c = from; c < to; c++) {
          const target = targets[t++]!;
          if (target < 0) diagonal[row]! -= factor * upper[c]!;
          else if (row < later[c]!) upper[target]! -= factor * upper[c]!;
          else lower[target]! -= factor * upper[c]!;
        }
      }
    }
    for (let k = n - 1; k >= 0; k--) {
      let sum = work[k]!;
      for (let p = start[k]!; p < start[k + 1]!; p++) sum -= upper[p]! * work[later[p]!]!;
      work[k] = sum / diagonal[k]!;
    }
    for (let k = 0; k < n; k++) b[unknownAt[k]!] = work[k]!;
    return true;
  }
}

/** Eliminates the unknown with the fewest neighbours first; its neighbours become neighbours of each other. */
function minimumDegree(
  n: number,
  edges: readonly (readonly [number, number])[],
): { place: Int32Array; unknownAt: Int32Array; later: number[][] } {
  const neighbours = Array.from({ length: n }, () => new Set<number>());
  for (const [a, b] of edges) {
    if (a === b) continue;
    neighbours[a]!.add(b);
    neighbours[b]!.add(a);
  }
  const place = new Int32Array(n).fill(-1);
  const unknownAt = new Int32Array(n);
  const buckets: Set<number>[] = [];
  const bucket = (degree: number): Set<number> => (buckets[degree] ??= new Set());
  neighbours.forEach((s, i) => bucket(s.size).add(i));
  const eliminated: number[][] = [];
  let least = 0;
  for (let k = 0; k < n; k++) {
    while (!buckets[least] || buckets[least]!.size === 0) least++;
    const next = buckets[least]!.values().next().value!;
    buckets[least]!.delete(next);
    place[next] = k;
    unknownAt[k] = next;
    const around = [...neighbours[next]!];
    eliminated.push(around);
    for (const a of around) {
      bucket(neighbours[a]!.size).delete(a);
      neighbours[a]!.delete(next);
      for (const b of around) if (b !== a) neighbours[a]!.add(b);
      const degree = neighbours[a]!.size;
      bucket(degree).add(a);
      if (degree < least) least = degree;
    }
  }
  const later = eliminated.map((around) => around.map((u) => place[u]!).sort((a, b) => a - b));
  return { place, unknownAt, later };
}
