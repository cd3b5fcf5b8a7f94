import type { ElementModel } from '../elements/model.js';
import { isClosed } from '../network/line.js';
import type { ScenarioResult } from '../results/results.js';
import type { ElementDetail, ScenarioModel } from './model.js';

/*
 * What lies before a pump and behind it, across junctions and lines: as far as the next vessel, well or pressure point, or the next
 * pump. For pressures at no flow, and for what counts as suction.
 */

/** Heads at no flow, and what is suction, by element. */
export interface PumpWays {
  /** total head, m, that an element stands under when the pumps before it run against something shut */
  readonly deadHeads: ReadonlyMap<string, number>;
  readonly suction: ReadonlySet<string>;
}

/** One way through the system: by lines and the places between their elements. */
interface Reach {
  elements: Set<string>;
  /** boundaries where it ends, by their place in the list of points */
  ends: Set<number>;
  /** pumps at whose outlet it ends */
  pumps: Set<string>;
}

interface Place {
  line: number;
  place: number;
}

/** more than a line has places */
const MOST_PLACES = 1e6;

type Passing = 'to-supply' | 'from-pump' | 'upstream' | 'downstream';

/**
 * Each of the two is looked for when it is asked for.
 *
 * @param result for the directions of flow; the pressures at no flow do not depend on it
 */
export class Ways implements PumpWays {
  private dead: ReadonlyMap<string, number> | undefined;
  private before: ReadonlySet<string> | undefined;
  private readonly byId: ReadonlyMap<string, ElementDetail>;
  private readonly met: readonly (readonly number[])[];
  private readonly pumps: readonly ElementDetail[];

  constructor(
    private readonly model: ScenarioModel,
    private readonly result: ScenarioResult,
  ) {
    this.byId = new Map(model.elements.map((e) => [e.id, e]));
    const met: number[][] = model.network.points.map(() => []);
    model.network.lines.forEach((l, i) => {
      met[l.from]!.push(i);
      met[l.to]!.push(i);
    });
    this.met = met;
    this.pumps = model.elements.filter((e) => e.kind === 'pump' && e.model.kind === 'pump' && e.model.law.kind !== 'off');
  }

  get deadHeads(): ReadonlyMap<string, number> {
    return (this.dead ??= this.headsAtNoFlow());
  }

  get suction(): ReadonlySet<string> {
    return (this.before ??= this.suctionElements());
  }

  private headsAtNoFlow(): Map<string, number> {
    const found = new Map<string, number>();
    for (const pump of this.pumps) {
      const shutOff = shutOffHead(pump);
      if (shutOff === undefined) continue;
      const supply = this.supplyHead(pump, new Set());
      if (!Number.isFinite(supply)) continue;
      const { elements } = this.reach({ line: pump.line, place: pump.index + 1 }, 'from-pump');
      for (const id of elements) found.set(id, Math.max(found.get(id) ?? -Infinity, supply + shutOff));
    }
    return found;
  }

  /** the highest head that can stand at a pump's inlet at no flow, through the pumps before it; −∞ where nothing feeds it */
  private supplyHead(pump: ElementDetail, passed: ReadonlySet<string>): number {
    const { ends, pumps } = this.reach({ line: pump.line, place: pump.index }, 'to-supply');
    let most = -Infinity;
    for (const p of ends) most = Math.max(most, this.boundaryHead(p));
    const now = new Set([...passed, pump.id]);
    for (const id of pumps) {
      const feeder = this.byId.get(id)!;
      const shutOff = shutOffHead(feeder);
      if (!now.has(id) && shutOff !== undefined) most = Math.max(most, this.supplyHead(feeder, now) + shutOff);
    }
    return most;
  }

  /** a well counts at its rest level */
  private boundaryHead(p: number): number {
    const { head } = this.model.network.points[p]!;
    if (head.kind === 'known') return head.head;
    if (head.kind === 'well') return head.rest;
    return this.result.points[this.model.network.points[p]!.id]?.totalHead ?? -Infinity;
  }

  /** upstream of a pump's inlet, and not between two pumps unless the pipe says so */
  private suctionElements(): Set<string> {
    const before = new Set<string>();
    const behind = new Set<string>();
    for (const pump of this.pumps) {
      for (const id of this.reach({ line: pump.line, place: pump.index }, 'upstream').elements) before.add(id);
      for (const id of this.reach({ line: pump.line, place: pump.index + 1 }, 'downstream').elements) behind.add(id);
    }
    return new Set([...before].filter((id) => !behind.has(id) || this.byId.get(id)!.read.suction === true));
  }

  private reach(start: Place, passing: Passing): Reach {
    const found: Reach = { elements: new Set(), ends: new Set(), pumps: new Set() };
    const seen = new Set<number>();
    const queue: Place[] = [start];
    const isAgainst = passing === 'to-supply' || passing === 'upstream';
    for (let at = queue.pop(); at; at = queue.pop()) {
      const key = at.line * MOST_PLACES + at.place;
      if (seen.has(key)) continue;
      seen.add(key);
      const line = this.model.network.lines[at.line]!;
      for (const step of [-1, 1] as const) {
        const e = line.elements[step < 0 ? at.place - 1 : at.place];
        if (!e) {
          for (const next of this.across(step < 0 ? line.from : line.to, at.line, passing, found)) queue.push(next);
          continue;
        }
        if (!this.passes(e, at.line, step, passing)) continue;
        const detail = this.byId.get(e.id);
        if (detail?.kind === 'pump' && this.pumps.includes(detail)) {
          // met from behind, it gives its head to what is sought for a supply
          if (isAgainst && step < 0) found.pumps.add(e.id);
          continue;
        }
        found.elements.add(e.id);
        queue.push({ line: at.line, place: at.place + step });
      }
    }
    return found;
  }

  /** places of the other lines at a point; a boundary ends the way */
  private across(point: number, from: number, passing: Passing, found: Reach): Place[] {
    const { head, outflow } = this.model.network.points[point]!;
    const isBoundary = head.kind !== 'free' || outflow === undefined;
    const kind = this.model.points[point]!.kind;
    if (isBoundary || kind === 'vessel' || kind === 'pressure' || kind === 'well') {
      found.ends.add(point);
      return [];
    }
    if (kind === 'flow' && (passing === 'upstream' || passing === 'downstream')) return [];
    return this.met[point]!.flatMap((l): Place[] => {
      const line = this.model.network.lines[l]!;
      const ends: Place[] = [];
      if (line.from === point && !(l === from && line.to !== point)) ends.push({ line: l, place: 0 });
      if (line.to === point && !(l === from && line.from !== point)) ends.push({ line: l, place: line.elements.length });
      return ends;
    });
  }

  /** whether a way leads over an element in a direction of the line */
  private passes(e: ElementModel, l: number, step: 1 | -1, passing: Passing): boolean {
    if (isClosed(e)) return false;
    if (passing === 'upstream' || passing === 'downstream') {
      const flow = this.result.lines[this.model.network.lines[l]!.id]?.flow ?? 0;
      const along = (flow < -1e-9 ? -1 : 1) === step;
      return passing === 'downstream' ? along : !along;
    }
    // pressure goes through a non-return forward only
    const oneWay = e.kind === 'local' && e.forwardOnly;
    return !oneWay || (passing === 'from-pump') === step > 0;
  }
}

/** unworn shut-off head of the running pump, m; undefined for one of which only the flow or the power is known */
function shutOffHead(pump: ElementDetail): number | undefined {
  if (pump.performance) return pump.performance.shutOffHead;
  return pump.model.kind === 'pump' && pump.model.law.kind === 'head' ? pump.model.law.head : undefined;
}
