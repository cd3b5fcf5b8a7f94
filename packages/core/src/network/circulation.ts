import type { ElementModel } from '../elements/model.js';
import { isClosed, type CompiledLine } from './line.js';
import { isAtRest } from './march.js';
import type { NetworkInput, NetworkSolution } from './types.js';

/*
 * Circuits that stand still though heat could drive them: a riser that is heated, a cooler above. At rest nothing is warm and nothing
 * moves; the other steady states are found from a flow that is pushed on for a moment.
 */

/** A circuit at rest: the line on which it is pushed. */
export interface RestingCircuit {
  line: number;
}

/** no more circuits than these are looked at */
const MOST_CIRCUITS = 4;

/** Circuits of lines in which nothing flows, with something in them that heats or cools, and lines that rise. */
export function restingCircuits(
  input: NetworkInput,
  solution: NetworkSolution,
  compiled: readonly CompiledLine[],
): RestingCircuit[] {
  const rests = input.lines.map(
    (l, i) => isAtRest(solution.lines[i]!, compiled[i]!.model.elements) && l.flow === undefined && !l.elements.some(isStopped),
  );
  const way = new Map<number, { line: number; from: number } | undefined>();
  const circuits: RestingCircuit[] = [];
  const used = new Set<number>();
  for (let start = 0; start < input.points.length; start++) {
    if (way.has(start)) continue;
    way.set(start, undefined);
    for (const stack = [start]; stack.length > 0;) {
      const p = stack.pop()!;
      input.lines.forEach((l, i) => {
        if (!rests[i] || used.has(i) || (l.from !== p && l.to !== p)) return;
        used.add(i);
        const other = l.from === p ? l.to : l.from;
        if (!way.has(other)) {
          way.set(other, { line: i, from: p });
          stack.push(other);
        } else if (isDriven(input, [i, ...between(way, p, other)])) circuits.push({ line: i });
      });
    }
  }
  return circuits.slice(0, MOST_CIRCUITS);
}

/** lines of the tree between two of its points */
function between(way: ReadonlyMap<number, { line: number; from: number } | undefined>, a: number, b: number): number[] {
  const up = (p: number): { point: number; line: number | undefined }[] => {
    const steps: { point: number; line: number | undefined }[] = [];
    for (let at: number | undefined = p; at !== undefined;) {
      const step: { line: number; from: number } | undefined = way.get(at);
      steps.push({ point: at, line: step?.line });
      at = step?.from;
    }
    return steps;
  };
  const [fromA, fromB] = [up(a), up(b)];
  const points = new Set(fromA.map((s) => s.point));
  const meet = fromB.find((s) => points.has(s.point))?.point;
  const until = (steps: typeof fromA): number[] =>
    steps
      .slice(
        0,
        steps.findIndex((s) => s.point === meet),
      )
      .flatMap((s) => (s.line === undefined ? [] : [s.line]));
  return [...until(fromA), ...until(fromB)];
}

function isDriven(input: NetworkInput, circuit: readonly number[]): boolean {
  const lines = circuit.map((i) => input.lines[i]!);
  const isHot = ({ heat = {} }: ElementModel): boolean =>
    (heat.duty ?? 0) !== 0 || heat.outletTemperature !== undefined || (heat.conductance ?? 0) > 0;
  const isSteep = lines.some((l) => Math.max(...l.elevations) - Math.min(...l.elevations) > 0.01);
  return isSteep && lines.some((l) => l.elements.some(isHot));
}

/** nothing goes round through it, or what goes is its own doing */
function isStopped(e: ElementModel): boolean {
  if (isClosed(e)) return true;
  return (e.kind === 'pump' && e.law.kind !== 'off') || (e.kind === 'control-valve' && e.law.kind === 'flow');
}
