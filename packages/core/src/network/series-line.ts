import { recoveryFactor } from '../elements/control-valve.js';
import type { LossLaw } from '../elements/laws.js';
import { State } from '../elements/model.js';
import { criticalPressureRatio } from '../valves/valve.js';
import { heldHead, type CompiledLine, type HeldPlace } from './line.js';
import { mergeLaws } from './merge-laws.js';
import type { NetworkInput } from './types.js';
import { wellHead } from './well.js';

/*
 * A pump's line from one known head to another: what it asks of the pump is found by plain addition, flow by flow.
 */

/** Heads at the pump at one flow, m. */
export interface SeriesPoint {
  /** required of the pump */
  head: number;
  inlet: number;
}

export interface SeriesLine {
  /**
   * At a flow ≥ 0 in line direction, m³/s.
   *
   * @param without valves that are left out, by their place in the line
   * @returns undefined where a valve before the pump cannot pass the flow: it chokes, whatever the pump does
   */
  at: (flow: number, without?: ReadonlySet<number>) => SeriesPoint | undefined;
}

/** The line of a pump as one to be added up; undefined for a network, and where something depends on more than the flow. */
export function seriesLine(network: NetworkInput, line: CompiledLine, pump: number): SeriesLine | undefined {
  const { from, to, elements } = line.model;
  const met = (p: number): number => network.lines.filter((l) => l.from === p || l.to === p).length;
  const simple = (p: number): boolean => {
    const { kind } = network.points[p]!.head;
    return kind === 'known' || (kind === 'well' && met(p) === 1);
  };
  const plain = line.laws.every((law, i) => law !== undefined || i === pump);
  if (!simple(from) || !simple(to) || !plain || line.segments.length !== 1) return undefined;
  const [fromBore, toBore] = line.endBores;
  const end = (p: number, bore: number, outward: 1 | -1): ((q: number) => number) => {
    const { head, static: isStatic } = network.points[p]!;
    if (head.kind === 'well') return (q) => wellHead(head, outward * q);
    const constant = head.kind === 'known' ? head.head : NaN;
    const perFlow2 = isStatic ? line.velocityFactor(bore) : 0;
    return (q) => constant + perFlow2 * q * q;
  };
  const [begin, finish] = [end(from, fromBore, 1), end(to, toBore, -1)];
  const before = stretches(network, line, 0, pump);
  const behind = stretches(network, line, pump + 1, elements.length).reverse();
  return {
    at: (q, without) => {
      let inlet = begin(q);
      for (const { pipes, valve } of before) {
        inlet -= pipes.at(q);
        if (!valve || without?.has(valve.place)) continue;
        const loss = lossOf(valve.law, q);
        if (valve.choke && isBeyond(valve.choke, loss, inlet, q)) return undefined;
        inlet -= loss;
      }
      let after = finish(q);
      for (const { pipes, valve } of behind) {
        after += pipes.at(q);
        if (!valve || without?.has(valve.place)) continue;
        const loss = lossOf(valve.law, q);
        // choked, its inlet stands as high as the flow wants, whatever comes after
        after = valve.choke && isBeyond(valve.choke, loss, after + loss, q) ? inletOf(valve.choke.held, q) : after + loss;
      }
      return { head: after - inlet, inlet };
    },
  };
}

/** elements between control valves, merged, with the valve that follows them (towards the pump for the part behind it) */
interface Stretch {
  pipes: Losses;
  valve: ValveOnTheWay | undefined;
}

interface ValveOnTheWay {
  /** its place in the line */
  place: number;
  law: LossLaw;
  choke: Choke | undefined;
}

/** How far the drop over a valve goes: loss·ρg ≤ FL²·(p1 − FF·pv) with p1 from the head at its inlet. */
interface Choke {
  held: HeldPlace;
  rhoG: number;
  fl2: number;
  /** pressure at its inlet from the head there: (head − perFlow2·q²)·ρg + level, Pa absolute */
  perFlow2: number;
  level: number;
  boils: number;
}

/** Losses of laws in series; the last flow is remembered, since one is asked for twice. */
class Losses {
  private flow = NaN;
  private sum = 0;

  constructor(private readonly laws: readonly LossLaw[]) {}

  at(q: number): number {
    if (q === this.flow) return this.sum;
    let sum = 0;
    for (const law of this.laws) sum += lossOf(law, q);
    this.flow = q;
    return (this.sum = sum);
  }
}

const scratch = { loss: 0, slope: 0 };

function lossOf(law: LossLaw, q: number): number {
  law.evaluate(q, scratch);
  return scratch.loss;
}

function inletOf(held: HeldPlace, q: number): number {
  heldHead(held, q, scratch);
  return scratch.loss;
}

function isBeyond(c: Choke, loss: number, inletHead: number, q: number): boolean {
  const p1 = (inletHead - c.perFlow2 * q * q) * c.rhoG + c.level;
  return loss * c.rhoG > c.fl2 * (p1 - c.boils);
}

function stretches(network: NetworkInput, line: CompiledLine, from: number, to: number): Stretch[] {
  const { elements } = line.model;
  const valves: number[] = [];
  for (let i = from; i < to; i++) if (elements[i]!.kind === 'control-valve') valves.push(i);
  const merged = (a: number, b: number): Losses => new Losses(mergeLaws(elements.slice(a, b), line.laws.slice(a, b), network));
  const valveAt = (i: number): ValveOnTheWay => ({ place: i, law: line.laws[i]!, choke: chokeOf(network, line, i) });
  // before the pump a valve ends its stretch; behind it, walked from the far end, a valve ends the stretch beyond it
  const isBehind = from > 0;
  const list: Stretch[] = [];
  let at = from;
  if (isBehind) {
    list.push({ pipes: merged(from, valves[0] ?? to), valve: undefined });
    valves.forEach((v, i) => list.push({ pipes: merged(v + 1, valves[i + 1] ?? to), valve: valveAt(v) }));
    return list;
  }
  for (const v of valves) {
    list.push({ pipes: merged(at, v), valve: valveAt(v) });
    at = v + 1;
  }
  list.push({ pipes: merged(at, to), valve: undefined });
  return list;
}

/** of a valve with a known coefficient; undefined for one that does not choke */
function chokeOf(network: NetworkInput, line: CompiledLine, i: number): Choke | undefined {
  const e = line.model.elements[i]!;
  if (e.kind !== 'control-valve' || !line.canChoke(e) || e.law.kind !== 'kv') return undefined;
  const { fluid, gravity, atmosphere } = network;
  const rhoG = fluid.density * gravity;
  const fl = recoveryFactor(e, e.law.kv);
  return {
    held: line.chokedPlace(e, i, State.Choked),
    rhoG,
    fl2: fl * fl,
    perFlow2: line.velocityFactor(line.inletBore[i]!),
    level: atmosphere - line.model.elevations[i]! * rhoG,
    boils: criticalPressureRatio(fluid.vapourPressure, fluid.criticalPressure) * fluid.vapourPressure,
  };
}
