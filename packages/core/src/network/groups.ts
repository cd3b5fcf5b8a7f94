import type { CompiledLine } from './line.js';
import type { Component } from './newton.js';
import type { NetworkInput } from './types.js';

/* Which lines and points of a network hang together: what is solved at once, and what no known head reaches. */

/** of a network that is solved again and again: which lines and points hang together does not change with states and flows */
const FOUND = new WeakMap<NetworkInput, Component[]>();

/** Groups of lines that hang together through free points; known points separate them. */
export function components(input: NetworkInput): readonly Component[] {
  let found = FOUND.get(input);
  if (!found) FOUND.set(input, (found = grouped(input)));
  return found;
}

function grouped(input: NetworkInput): Component[] {
  const degree = degrees(input);
  // a well whose only line leads to a known head is worked out with that line; any other well is an unknown of its group
  const free = input.points.map((p, i) => p.head.kind === 'free' || (p.head.kind === 'well' && degree[i]! > 1));
  for (const l of input.lines) {
    for (const [p, other] of [
      [l.from, l.to],
      [l.to, l.from],
    ] as const) {
      if (input.points[p]!.head.kind === 'well' && free[other]) free[p] = true;
    }
  }
  const group = new UnionFind(input.lines.length);
  const first = new Array<number>(input.points.length).fill(-1);
  input.lines.forEach((l, i) => {
    for (const p of [l.from, l.to]) {
      if (!free[p]) continue;
      if (first[p] === -1) first[p] = i;
      else group.join(first[p]!, i);
    }
  });
  const found = new Map<number, Component>();
  input.lines.forEach((_, i) => {
    const root = group.find(i);
    if (!found.has(root)) found.set(root, { lines: [], points: [] });
    found.get(root)!.lines.push(i);
  });
  first.forEach((line, p) => line >= 0 && found.get(group.find(line))!.points.push(p));
  return [...found.values()];
}

/**
 * Clusters of free points that no head reaches because every way to them is shut; their heads stay undetermined.
 * A cluster behind an imposed flow is not one of these: there an entry is missing, and Newton will say so.
 */
export function unreferenced(input: NetworkInput, lines: readonly CompiledLine[], component: Component): number[][] {
  const group = new UnionFind(input.points.length);
  const referenced = new Set<number>();
  const open = new Set<number>();
  for (const l of component.lines) {
    const line = lines[l]!;
    const { from, to } = line.model;
    const first = line.segments[0]!;
    const last = line.segments[line.segments.length - 1]!;
    if (first === last && first.isEquation) group.join(from, to);
    else {
      if (first !== last && first.isEquation) referenced.add(from);
      if (first !== last && last.isEquation) referenced.add(to);
      if (!line.shut) {
        open.add(from);
        open.add(to);
      }
    }
  }
  const clusters = new Map<number, number[]>();
  for (const p of component.points) {
    const root = group.find(p);
    const cluster = clusters.get(root);
    if (cluster) cluster.push(p);
    else clusters.set(root, [p]);
  }
  const known = new Set<number>();
  input.points.forEach((p, i) => {
    if (p.head.kind !== 'free' || referenced.has(i) || open.has(i)) known.add(group.find(i));
  });
  return [...clusters].filter(([root]) => !known.has(root)).map(([, points]) => points);
}

function degrees(input: NetworkInput): number[] {
  const degree = new Array<number>(input.points.length).fill(0);
  for (const l of input.lines) {
    degree[l.from]!++;
    degree[l.to]!++;
  }
  return degree;
}

class UnionFind {
  private readonly parent: number[];
  constructor(n: number) {
    this.parent = Array.from({ length: n }, (_, i) => i);
  }
  find(i: number): number {
    while (this.parent[i] !== i) {
      this.parent[i] = this.parent[this.parent[i]!]!;
      i = this.parent[i]!;
    }
    return i;
  }
  join(a: number, b: number): void {
    this.parent[this.find(a)] = this.find(b);
  }
}
