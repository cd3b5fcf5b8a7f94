import { State, type ElementModel } from '../elements/model.js';
import { CompiledLine, isClosed, sideBores } from './line.js';
import type { LineModel, LineSolution, NetworkInput, NetworkSolution } from './types.js';

/*
 * A junction that two lines meet and nothing leaves is a place inside one longer line: what is found must not depend on whether
 * it is drawn. So lines in series are joined before they are solved, and parted again in the solution; a line that is closed by
 * its entry is set aside, and looked at when the heads at its ends are known.
 */

/** A line of the whole network inside a joined one. */
export interface Piece {
  line: number;
  /** of its first element in the joined line */
  offset: number;
  isTurned: boolean;
}

export interface Reduction {
  whole: NetworkInput;
  network: NetworkInput;
  /** of each line of the reduced network */
  pieces: readonly (readonly Piece[])[];
  /** lines of the whole that are closed, each to be solved by itself */
  aside: readonly number[];
}

/** The network with lines in series joined and closed lines set aside; undefined where there is nothing of the kind. */
export function reduceNetwork(whole: NetworkInput): Reduction | undefined {
  const aside = closedLines(whole);
  const isAside = new Set(aside);
  const met: number[][] = whole.points.map(() => []);
  const drawn = whole.lines.flatMap((l, i) => (isAside.has(i) ? [] : [chainOf(l, i)]));
  drawn.forEach((c, i) => {
    met[c.line.from]!.push(i);
    met[c.line.to]!.push(i);
  });
  const chains: (Chain | undefined)[] = drawn;
  let joined = 0;
  whole.points.forEach((p, junction) => {
    if (p.head.kind !== 'free' || p.outflow !== 0 || p.static || p.tee || met[junction]!.length !== 2) return;
    const [i, j] = met[junction] as [number, number];
    if (i === j) return;
    const both = inSeries(chains[i]!, chains[j]!, junction);
    if (!both || both.line.from === both.line.to) return;
    chains[i] = both;
    chains[j] = undefined;
    for (const end of [both.line.from, both.line.to]) met[end] = met[end]!.map((k) => (k === j ? i : k));
    joined++;
  });
  if (joined === 0 && aside.length === 0) return undefined;
  const left = chains.filter((c) => c !== undefined);
  return { whole, network: { ...whole, lines: left.map((c) => c.line) }, pieces: left.map((c) => c.pieces), aside };
}

interface Chain {
  line: LineModel;
  pieces: readonly Piece[];
}

const chainOf = (line: LineModel, index: number): Chain => ({ line, pieces: [{ line: index, offset: 0, isTurned: false }] });

/** two lines that meet at a junction as one, in the direction of what has one; undefined where both insist on theirs */
function inSeries(a: Chain, b: Chain, junction: number): Chain | undefined {
  if (a.line.flow !== undefined && b.line.flow !== undefined) return undefined;
  const ends = a.line.to === junction;
  const begins = b.line.from === junction;
  if (ends && begins) return following(a, b);
  if (!ends && !begins) return following(b, a);
  if (ends) return isEven(b) ? following(a, turned(b)) : isEven(a) ? following(b, turned(a)) : undefined;
  return isEven(a) ? following(turned(a), b) : isEven(b) ? following(turned(b), a) : undefined;
}

function following(a: Chain, b: Chain): Chain {
  const [one, two] = [boresOf(a.line), boresOf(b.line)];
  const count = a.line.elements.length;
  const flow = a.line.flow ?? b.line.flow;
  return {
    line: {
      id: a.line.id,
      from: a.line.from,
      to: b.line.to,
      elements: [...a.line.elements, ...b.line.elements],
      elevations: [...a.line.elevations.slice(0, -1), ...b.line.elevations],
      bores: [Float64Array.of(...one[0], ...two[0]), Float64Array.of(...one[1], ...two[1])],
      ...(flow === undefined ? {} : { flow }),
      branchAt: [a.line.branchAt?.[0] ?? false, b.line.branchAt?.[1] ?? false],
    },
    pieces: [...a.pieces, ...b.pieces.map((p) => ({ ...p, offset: p.offset + count }))],
  };
}

const boresOf = (line: LineModel): readonly [Float64Array, Float64Array] => line.bores ?? sideBores(line.elements);

/** its elements do the same in both directions */
const isEven = (c: Chain): boolean => c.line.elements.every(isEvenElement);

function isEvenElement(e: ElementModel): boolean {
  if (e.kind === 'pipe' || e.kind === 'device') return true;
  if (e.kind === 'local') return !e.forwardOnly;
  return e.kind === 'control-valve' && (e.law.kind === 'drop' || e.law.kind === 'left-out');
}

function turned(c: Chain): Chain {
  const { line } = c;
  const count = line.elements.length;
  const [inlet, outlet] = boresOf(line);
  return {
    line: {
      ...line,
      from: line.to,
      to: line.from,
      elements: [...line.elements].reverse().map(turnedElement),
      elevations: [...line.elevations].reverse(),
      bores: [Float64Array.from(outlet).reverse(), Float64Array.from(inlet).reverse()],
      ...(line.flow === undefined ? {} : { flow: -line.flow }),
      branchAt: [line.branchAt?.[1] ?? false, line.branchAt?.[0] ?? false],
    },
    // a piece's own elements stand from its offset on, in either direction
    pieces: [...c.pieces].reverse().map((p, i, all) => {
      const before = i === 0 ? 0 : count - all[i - 1]!.offset;
      return { ...p, offset: before, isTurned: !p.isTurned };
    }),
  };
}

/** columns in it stand the other way */
function turnedElement(e: ElementModel): ElementModel {
  if (!e.local) return e;
  const { weight, cells, inlet, outlet, ends } = e.local;
  const local = { ...e.local, weight: -weight, inlet: outlet, outlet: inlet, ends: [ends[1], ends[0]] as const };
  const turned = cells?.map((c) => ({ ...c, at: 1 - c.at - c.share, ends: [c.ends[1], c.ends[0]] as const })).reverse();
  return { ...e, local: turned ? { ...local, cells: turned } : local };
}

/** lines that are closed by an entry and at whose ends nothing is lost by leaving them out */
function closedLines(whole: NetworkInput): number[] {
  const closed = whole.lines.flatMap((l, i) => (l.elements.some(isClosed) && !insists(l) ? [i] : []));
  const open = new Int32Array(whole.points.length);
  const shut = new Int32Array(whole.points.length);
  const isClosedLine = new Set(closed);
  whole.lines.forEach((l, i) => {
    for (const p of [l.from, l.to]) (isClosedLine.has(i) ? shut : open)[p]!++;
  });
  return closed.filter((i) =>
    [whole.lines[i]!.from, whole.lines[i]!.to].every((p) => {
      const { head, outflow, static: isStatic, tee } = whole.points[p]!;
      // what is dead at a tee has the head of its mouth
      if (tee) return false;
      if (isStatic) return shut[p] === 1;
      return open[p]! > 0 || head.kind === 'known' || (head.kind === 'free' && outflow === 0 && shut[p] === 1);
    }),
  );
}

function insists(l: LineModel): boolean {
  const flows = l.elements.some((e) => e.kind === 'pump' && e.law.kind === 'flow' && e.law.flow !== 0);
  return flows || (l.flow !== undefined && l.flow !== 0);
}

/** What a closed line is solved in by itself: the heads found at its ends are known; one that nothing determines stays free. */
export function aloneWith(whole: NetworkInput, line: number, heads: ArrayLike<number>): NetworkInput {
  const l = whole.lines[line]!;
  const end = (p: number): NetworkInput['points'][number] => {
    const point = whole.points[p]!;
    const head = heads[p]!;
    if (point.head.kind === 'known') return { ...point, outflow: undefined };
    return Number.isFinite(head)
      ? { ...point, head: { kind: 'known', head }, outflow: undefined }
      : { ...point, head: { kind: 'free' }, outflow: 0 };
  };
  return { ...whole, points: [end(l.from), end(l.to)], lines: [{ ...l, from: 0, to: 1 }] };
}

/** The solution of the reduced network as that of the whole, closed lines still to be filled in. */
export function expandSolution(
  r: Reduction,
  found: NetworkSolution,
  compiled: readonly CompiledLine[],
): {
  lines: (LineSolution | undefined)[];
  compiled: (CompiledLine | undefined)[];
  heads: Float64Array;
  others: NetworkSolution['others'];
} {
  const lines = new Array<LineSolution | undefined>(r.whole.lines.length).fill(undefined);
  const whole = new Array<CompiledLine | undefined>(r.whole.lines.length).fill(undefined);
  const heads = Float64Array.from(found.heads);
  const ends = new Set(r.network.lines.flatMap((l) => [l.from, l.to]));
  r.pieces.forEach((pieces, k) => {
    const s = found.lines[k]!;
    for (const piece of pieces) {
      const model = r.whole.lines[piece.line]!;
      const part = pieces.length === 1 ? s : partOf(s, piece, model.elements.length);
      lines[piece.line] = part;
      whole[piece.line] = pieces.length === 1 ? compiled[k]! : new CompiledLine(model, r.whole);
      const last = part.heads.length - 1;
      // a junction inside a joined line has the head of its place
      if (pieces.length > 1)
        for (const [p, at] of [
          [model.from, part.heads[0]!],
          [model.to, part.heads[last]!],
        ] as const)
          if (!ends.has(p)) heads[p] = at;
    }
  });
  const others = found.others.map((o) => {
    const pieces = r.pieces[o.line]!;
    const own = pieces.find((p) => r.whole.lines[p.line]!.elements.some((e) => e.kind === 'pump' && e.law.kind === 'curve'));
    const piece = own ?? pieces[0]!;
    return { ...o, line: piece.line, flow: piece.isTurned ? -o.flow : o.flow };
  });
  return { lines, compiled: whole, heads, others };
}

/** the part of a joined line's solution that belongs to a line of the whole */
export function partOf(s: LineSolution, piece: Piece, count: number): LineSolution {
  const losses = s.losses.slice(piece.offset, piece.offset + count);
  const heads = s.heads.slice(piece.offset, piece.offset + count + 1);
  const states = s.states.slice(piece.offset, piece.offset + count);
  const ends = [piece.offset === 0 ? s.ends[0] : 0, piece.offset + count === s.losses.length ? s.ends[1] : 0] as const;
  if (!piece.isTurned) return { flow: s.flow, losses, heads, states, ends };
  const other = (x: State): State => (x === State.Reverse ? State.Normal : x);
  return {
    flow: s.flow === 0 ? 0 : -s.flow,
    losses: losses.reverse().map((x) => (x === 0 ? 0 : -x)),
    heads: heads.reverse(),
    states: states.reverse().map(other),
    ends: [-ends[1], -ends[0]],
  };
}
