import type { RawElement } from '../document/study.js';

/* Pieces from one tag to the next, put together to the lines of a study. */

/** A piece between two tags. */
export interface Edge {
  from: string;
  to: string;
  elements: RawElement[];
  /** elevation of its end, m */
  outlet: number;
  /** m³/s */
  flow?: number;
}

/** Pieces from one point of the study to the next. */
export interface Way {
  from: string;
  to: string;
  elements: RawElement[];
  /** elevation behind each element, m */
  outlets: number[];
}

/**
 * Lines between points: a tag that is one, or in which other than one piece comes and one goes. A ring that meets none gets two.
 *
 * @param points tags that are points whatever meets there
 */
export function wayLines(edges: readonly Edge[], points: ReadonlySet<string>): { lines: Way[]; ends: string[] } {
  const outs = new Map<string, number[]>();
  const ins = new Map<string, number>();
  edges.forEach((e, k) => {
    outs.set(e.from, [...(outs.get(e.from) ?? []), k]);
    ins.set(e.to, (ins.get(e.to) ?? 0) + 1);
  });
  const made = new Set<string>();
  const isPoint = (tag: string): boolean =>
    made.has(tag) || points.has(tag) || (outs.get(tag)?.length ?? 0) !== 1 || (ins.get(tag) ?? 0) !== 1;
  const left = new Set(edges.keys());
  const lines: Way[] = [];
  const walk = (first: number): void => {
    const way: Way = { from: edges[first]!.from, to: '', elements: [], outlets: [] };
    for (let k = first; ;) {
      const edge = edges[k]!;
      left.delete(k);
      for (const e of edge.elements) {
        way.elements.push(e);
        way.outlets.push(edge.outlet);
      }
      way.to = edge.to;
      if (isPoint(edge.to)) break;
      k = outs.get(edge.to)![0]!;
    }
    lines.push(way);
  };
  const fromPoints = (): void => {
    for (const [k, e] of edges.entries()) if (left.has(k) && isPoint(e.from)) walk(k);
  };
  fromPoints();
  while (left.size > 0) {
    // a ring without a point: it begins with the suction of its pump, and has a further point behind it
    const [some] = left;
    const pump = [...left].find((k) => edges[k]!.elements.some((e) => e.kind === 'pump')) ?? some!;
    const before = edges.find((e) => e.to === edges[pump]!.from)!;
    made.add(before.from);
    made.add(edges[pump]!.to);
    fromPoints();
  }
  return { lines, ends: [...new Set(lines.flatMap((l) => [l.from, l.to]))] };
}
