import type { ElementModel, PumpModel } from '../elements/model.js';
import { bracketedSecant } from '../numerics/roots.js';
import type { PumpPerformance } from '../pumps/pump.js';
import type { NetworkInput } from './types.js';

/*
 * A pump whose curve does not fall all the way may have several duties. In one line they are the crossings of one function; in a
 * network that function is what the pump gives less what the rest of the system asks for with that flow imposed, state by state.
 */

export interface PumpPlace {
  line: number;
  element: number;
  performance: PumpPerformance;
  /** nothing can flow backward in its line */
  oneWay: boolean;
}

/**
 * The pump with a curve that rises somewhere and a line that is no equation by itself, of several the strongest, so that the order
 * of a drawing does not matter; undefined where all is plain.
 */
export function bendingPump(input: NetworkInput): PumpPlace | undefined {
  let found: PumpPlace | undefined;
  input.lines.forEach((l, line) => {
    const isAlone = [l.from, l.to].every((p) => input.points[p]!.head.kind === 'known');
    if (isAlone || l.flow !== undefined || l.elements.some(imposes)) return;
    l.elements.forEach((e, element) => {
      if (e.kind !== 'pump' || e.law.kind !== 'curve' || e.law.performance.falling) return;
      const { performance } = e.law;
      if (found && strength(found.performance) >= strength(performance)) return;
      found = { line, element, performance, oneWay: l.elements.some((x) => x.kind === 'local' && x.forwardOnly) };
    });
  });
  return found;
}

const strength = (p: PumpPerformance): number => p.bestFlow * p.head(p.bestFlow);

const imposes = (e: ElementModel): boolean =>
  (e.kind === 'pump' || e.kind === 'control-valve' || e.kind === 'device') &&
  (e.law.kind === 'sought' || (e.kind === 'pump' && (e.law.kind === 'flow' || e.law.kind === 'inlet-pressure')));

/** The network with that pump imposing its flow; the law may be given another flow between solutions. */
export function withFlowImposed(
  input: NetworkInput,
  at: PumpPlace,
  law: Extract<PumpModel['law'], { kind: 'flow' }>,
): NetworkInput {
  const lines = input.lines.map((l, i) =>
    i === at.line
      ? {
          ...l,
          elements: l.elements.map((e, k): ElementModel =>
            k === at.element ? { id: e.id, kind: 'pump', law, ...(e.local ? { local: e.local } : {}) } : e,
          ),
        }
      : l,
  );
  return { ...input, lines };
}

export interface Crossing {
  flow: number;
  stable: boolean;
}

/**
 * Whether the rest of a network asks for no less at a greater flow: so it is where everything in it only takes pressure, or gives less
 * of it the more flows. What holds a pressure, or bends itself, may ask for less.
 */
export function asksEvenMore(input: NetworkInput, at: PumpPlace): boolean {
  return input.lines.every((l, line) =>
    l.elements.every((e, element) => {
      if (line === at.line && element === at.element) return true;
      if (e.kind === 'pump') return e.law.kind === 'curve' ? e.law.performance.falling : !HOLDING.has(e.law.kind);
      return (e.kind !== 'control-valve' && e.kind !== 'device') || !HOLDING.has(e.law.kind);
    }),
  );
}

const HOLDING: ReadonlySet<string> = new Set(['sought', 'inlet-pressure', 'outlet-pressure']);

const PARTS = 36;
/** of what the bend spans, by which a head has to lie apart from it to be known to pass it by */
const CLEAR = 0.05;

/**
 * Flows at which a surplus vanishes, from zero to where it stays negative, the greatest first; stable where it falls.
 *
 * @param surplus m at a flow, m³/s; NaN where the rest has no solution @param reach flow up to which the curve may bend
 * @param given head of the pump at a flow, m, where the rest asks for no less at a greater flow: then no more is looked at than has to be
 */
export function crossingsAt(surplus: (flow: number) => number, reach: number, given?: (flow: number) => number): Crossing[] {
  const past = given && pastTheBend(surplus, reach, given);
  if (past === 'none') return [];
  if (past) return past;
  const found: Crossing[] = [];
  let x0 = 0;
  let v0 = surplus(0);
  for (let i = 1; i <= PARTS * 4; i++) {
    const x1 = (reach * i) / PARTS;
    const v1 = surplus(x1);
    if (v0 > 0 !== v1 > 0 && Number.isFinite(v0) && Number.isFinite(v1))
      found.unshift({ flow: bracketedSecant(surplus, x0, x1), stable: v0 > 0 });
    x0 = x1;
    v0 = v1;
    // past the bend it only falls
    if (x1 >= reach && (v1 <= 0 || Number.isNaN(v1))) break;
  }
  return found;
}

/**
 * The one crossing where what is asked for passes below the bend, none where it passes above; undefined where it meets the bend, or
 * where that is not clear.
 */
function pastTheBend(
  surplus: (flow: number) => number,
  reach: number,
  given: (flow: number) => number,
): Crossing[] | 'none' | undefined {
  const heads = Array.from({ length: PARTS + 1 }, (_, i) => given((reach * i) / PARTS));
  const last = heads.findLastIndex((h, i) => i > 0 && h > heads[i - 1]!) + 1;
  if (last === 0 || last >= PARTS) return undefined;
  const risen = heads.slice(0, last + 1);
  const [low, high] = [Math.min(...risen), Math.max(...risen)];
  const clear = CLEAR * (high - low);
  // it asks for no less than this up to the bend, and beyond it the head only falls
  if (heads[0]! - surplus(0) > high + clear) return 'none';
  const bend = (reach * last) / PARTS;
  const left = surplus(bend);
  if (!(heads[last]! - left < low - clear)) return undefined;
  const end = surplus(reach);
  return end < 0 ? [{ flow: bracketedSecant(surplus, bend, reach), stable: true }] : undefined;
}
