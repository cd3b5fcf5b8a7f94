import { bracketedNewton, type SlopedFunction } from '../numerics/roots.js';
import type { Loss } from '../elements/laws.js';
import { heldHead, type CompiledLine, type Segment } from './line.js';

/** Head at an end of a line as a function of its flow: constant + perFlow·Q + perFlow2·Q² + perSigned·Q·|Q|. */
export interface EndHead {
  constant: number;
  perFlow: number;
  perFlow2: number;
  perSigned: number;
}

/** head at an end at a flow, m */
export const headAt = (e: EndHead, q: number): number =>
  e.constant + (e.perFlow + e.perFlow2 * q + e.perSigned * Math.abs(q)) * q;

const slopeAt = (e: EndHead, q: number): number => e.perFlow + 2 * e.perFlow2 * q + 2 * e.perSigned * Math.abs(q);

interface CrossingSet {
  /** all flows at which the driving head meets the losses, the greatest first */
  roots: { flow: number; stable: boolean }[];
  iterations: number;
}

/**
 * What drives the flow along one segment minus what it loses, as a function of the flow alone: both end heads are known.
 * Positive: the flow would rise.
 */
export class SurplusHead implements SlopedFunction {
  slope = 0;
  private readonly held: Loss = { loss: 0, slope: 0 };
  constructor(
    private readonly line: CompiledLine,
    private readonly segment: Segment,
    private readonly from: EndHead,
    private readonly to: EndHead,
  ) {}

  value(q: number): number {
    const { line, segment, from, to } = this;
    line.evaluate(q);
    let value = 0;
    let slope = 0;
    for (let i = segment.start; i < segment.end; i++) {
      value -= line.loss[i]!;
      slope -= line.slope[i]!;
    }
    const start = segment.startHeld;
    const end = segment.endHeld;
    if (start) {
      heldHead(start, q, this.held);
      value += this.held.loss;
      slope += this.held.slope;
    } else {
      value += headAt(from, q);
      slope += slopeAt(from, q);
    }
    if (end) {
      heldHead(end, q, this.held);
      value -= this.held.loss;
      slope -= this.held.slope;
    } else {
      value -= headAt(to, q);
      slope -= slopeAt(to, q);
    }
    this.slope = slope;
    return value;
  }
}

const LARGEST_FLOW = 1e5;
const SCAN = 160;

/**
 * All crossings when the surplus need not fall with the flow (drooping curves, imposed power, a static boundary upstream),
 * else the one crossing. `undefined` when nothing limits the flow.
 *
 * @param scale a flow of the order to be expected, m³/s, > 0 @param reach flow up to which curves may bend (0: monotone)
 */
export function findCrossings(f: SlopedFunction, scale: number, reach: number): CrossingSet | undefined {
  const atRest = f.value(0);
  if (reach > 0) return scan(f, atRest, scale, reach);
  if (atRest === 0) return { roots: [{ flow: 0, stable: true }], iterations: 0 };
  const end = expand(f, scale, atRest > 0 ? 1 : -1);
  if (end === undefined) return undefined;
  const root = bracketedNewton(f, 0, end);
  return { roots: [{ flow: root.x, stable: true }], iterations: root.iterations };
}

/** Doubles a flow in one direction until the surplus has changed sign. */
function expand(f: SlopedFunction, scale: number, direction: 1 | -1): number | undefined {
  for (let q = scale; q < LARGEST_FLOW; q *= 2) {
    const v = f.value(direction * q);
    if (direction > 0 ? v <= 0 : v >= 0) return direction * q;
  }
  return undefined;
}

function scan(f: SlopedFunction, atRest: number, scale: number, reach: number): CrossingSet | undefined {
  const end = expand(f, Math.max(scale, reach), 1);
  if (end === undefined) return undefined;
  const roots: CrossingSet['roots'] = [];
  let iterations = 0;
  let x0 = 0;
  let v0 = atRest;
  for (let i = 1; i <= SCAN; i++) {
    const x1 = (end * i) / SCAN;
    const v1 = f.value(x1);
    if (v0 === 0 ? x0 === 0 : v0 > 0 !== v1 > 0) {
      const root = v0 === 0 ? { x: x0, iterations: 0 } : bracketedNewton(f, x0, x1);
      iterations += root.iterations;
      roots.unshift({ flow: root.x, stable: v0 > 0 || (v0 === 0 && v1 < 0) });
    }
    x0 = x1;
    v0 = v1;
  }
  if (atRest < 0) {
    const low = expand(f, scale, -1);
    if (low !== undefined) {
      const root = bracketedNewton(f, low, 0);
      iterations += root.iterations;
      roots.push({ flow: root.x, stable: true });
    }
  }
  return roots.length > 0 ? { roots, iterations } : undefined;
}
