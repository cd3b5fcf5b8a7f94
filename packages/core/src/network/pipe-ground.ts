/* The ground along a pipe; x is a share of its length in flow direction, heights are in m. */

interface Row {
  x: number;
  height: number;
}

export class Ground {
  private readonly rows: readonly Row[];

  /** @param rows ascending, in line direction, with both ends */
  constructor(rows: readonly { share: number; elevation: number }[], isForward: boolean) {
    const along = rows.map((r) => ({ x: r.share, height: r.elevation }));
    this.rows = straightened(isForward ? along : along.reverse().map(({ x, height }) => ({ x: 1 - x, height })));
  }

  get isUneven(): boolean {
    return this.rows.length > 2;
  }

  /** where its slope changes, with both ends */
  get kinks(): number[] {
    return this.rows.map((r) => r.x);
  }

  /** m that it climbs over the whole length at its slope about a place */
  climbAt(x: number): number {
    const [a, b] = this.about(x);
    return b.x > a.x ? (b.height - a.height) / (b.x - a.x) : 0;
  }

  heightAt(x: number): number {
    const [a, b] = this.about(x);
    return b.x > a.x ? a.height + ((b.height - a.height) * (x - a.x)) / (b.x - a.x) : b.height;
  }

  private about(x: number): [Row, Row] {
    const i = Math.min(this.rows.length - 2, placeIn(this.rows, x));
    return [this.rows[i]!, this.rows[i + 1]!];
  }
}

/** the last of ascending places that is not beyond x */
export function placeIn(list: readonly { x: number }[], x: number): number {
  let [low, high] = [0, list.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (list[middle]!.x <= x) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** without the rows between which the ground goes straight on */
function straightened(rows: readonly { x: number; height: number }[]): { x: number; height: number }[] {
  const left: { x: number; height: number }[] = [];
  rows.forEach((row, i) => {
    const before = left.at(-1);
    const after = rows[i + 1];
    if (before && after && after.x > before.x) {
      const straight = before.height + ((after.height - before.height) * (row.x - before.x)) / (after.x - before.x);
      if (Math.abs(straight - row.height) < 1e-6) return;
    }
    left.push(row);
  });
  return left;
}
