/**
 * Greatest matching of equations to unknowns by augmenting paths, and from what is left over the equations that are together
 * too many and the unknowns that are together too many (the over- and underdetermined parts).
 * Source: Dulmage & Mendelsohn 1958; augmenting paths as in Hopcroft & Karp 1973 without the layering.
 *
 * @param edges for each equation the unknowns in it
 */
export function matchEquations(
  equationCount: number,
  unknownCount: number,
  edges: readonly (readonly number[])[],
): { overEquations: number[]; underUnknowns: number[] } {
  const ofUnknown = new Int32Array(unknownCount).fill(-1);
  const ofEquation = new Int32Array(equationCount).fill(-1);
  for (let e = 0; e < equationCount; e++) augment(e, edges, ofUnknown, ofEquation);
  const freeEquation = ofEquation.indexOf(-1);
  const freeUnknown = ofUnknown.indexOf(-1);
  return {
    overEquations: freeEquation < 0 ? [] : reachFromEquation(freeEquation, edges, ofUnknown),
    underUnknowns: freeUnknown < 0 ? [] : reachFromUnknown(freeUnknown, edges, ofEquation, unknownCount),
  };
}

/** breadth-first search for an unmatched unknown; the path found is swapped */
function augment(start: number, edges: readonly (readonly number[])[], ofUnknown: Int32Array, ofEquation: Int32Array): void {
  const cameFrom = new Map<number, number>();
  const queue = [start];
  for (const e of queue) {
    for (const u of edges[e]!) {
      if (cameFrom.has(u)) continue;
      cameFrom.set(u, e);
      if (ofUnknown[u] !== -1) {
        queue.push(ofUnknown[u]!);
        continue;
      }
      let at = u;
      for (;;) {
        const equation = cameFrom.get(at)!;
        const before = ofEquation[equation]!;
        ofUnknown[at] = equation;
        ofEquation[equation] = at;
        if (equation === start) return;
        at = before;
      }
    }
  }
}

function reachFromEquation(start: number, edges: readonly (readonly number[])[], ofUnknown: Int32Array): number[] {
  const seen = new Set([start]);
  for (const e of seen) for (const u of edges[e]!) if (ofUnknown[u] !== -1) seen.add(ofUnknown[u]!);
  return [...seen];
}

function reachFromUnknown(start: number, edges: readonly (readonly number[])[], ofEquation: Int32Array, count: number): number[] {
  const users: number[][] = Array.from({ length: count }, () => []);
  edges.forEach((list, e) => list.forEach((u) => users[u]!.push(e)));
  const seen = new Set([start]);
  for (const u of seen) for (const e of users[u]!) if (ofEquation[e]! >= 0) seen.add(ofEquation[e]!);
  return [...seen];
}
