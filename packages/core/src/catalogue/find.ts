import { greatestFall } from '../numerics/roots.js';
import { toPump } from '../scenarios/equipment.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import { entrySpeed } from '../pumps/standing.js';
import { regionsOf } from '../pumps/regions.js';
import { narrowedEntry } from './filter.js';
import type { PumpFilter } from './model-columns.js';
import { configure, largestDiameter, ONE_UNIT, performanceAt } from './configure.js';

/** A duty that a pump is sought for; SI. */
export interface Wanted extends PumpFilter {
  flow: number;
  head: number;
  /** of the system at no flow, m; without it the duty is read at the flow */
  staticHead?: number;
  /** shares by which the true duty may depart */
  flowTolerance?: number;
  headTolerance?: number;
  /** NPSH available, m */
  npsha?: number;
  /** kg/m³, for the power */
  density: number;
  gravity: number;
}

interface FoundDuty {
  flow: number;
  head: number;
  efficiency: number | null;
  npshr: number | null;
  shaftPower: number | null;
}

export interface FoundPump {
  model: string;
  diameter: number | null;
  stages: number;
  speed: number;
  duty: FoundDuty;
  verdict: 'holds' | 'near' | 'incomplete';
  /** what could not be judged for want of entries of the model */
  incomplete: { check: string; missing: string[] }[];
  flowDeviation: number;
  headDeviation: number;
  /** filters that it may meet or not, as its maker does not say */
  notStated?: string[];
}

const departure = (c: FoundPump): number => Math.hypot(c.flowDeviation, c.headDeviation);

const ORDER: Readonly<Record<FoundPump['verdict'], number>> = { holds: 0, near: 1, incomplete: 2 };

/** Those that state all that was asked for first; what holds before what is near and what could not be judged; the least departure; by model. */
export const byDeparture = (a: FoundPump, b: FoundPump): number =>
  Number(a.notStated !== undefined) - Number(b.notStated !== undefined) ||
  ORDER[a.verdict] - ORDER[b.verdict] ||
  departure(a) - departure(b) ||
  (a.model < b.model ? -1 : 1);

export const FOUND_ORDERS = ['departure', 'name', 'flow', 'head', 'efficiency', 'power', 'npshr', 'diameter'] as const;

/** By which column found pumps are shown. */
export interface FoundOrder {
  by: (typeof FOUND_ORDERS)[number];
  isDown: boolean;
}

const names = new Intl.Collator('en', { numeric: true });

/** Found pumps in the order of one column, names by their numbers; those that do not state what is asked after those that do. */
export function orderFound(
  list: readonly FoundPump[],
  { by, isDown }: FoundOrder,
  nameOf: (model: string) => string,
): FoundPump[] {
  const of = (c: FoundPump): number | string => {
    switch (by) {
      case 'name':
        return nameOf(c.model);
      case 'departure':
        return departure(c);
      case 'diameter':
        return c.diameter ?? 0;
      case 'flow':
      case 'head':
        return c.duty[by];
      case 'power':
        return c.duty.shaftPower ?? Infinity;
      default:
        return c.duty[by] ?? 0;
    }
  };
  const sign = isDown ? -1 : 1;
  const isLast = (c: FoundPump): number => (c.notStated ? Object.keys(ORDER).length : 0) + ORDER[c.verdict];
  return [...list].sort((a, b) => {
    if (isLast(a) !== isLast(b)) return isLast(a) - isLast(b);
    const [x, y] = [of(a), of(b)];
    return sign * (typeof x === 'string' ? names.compare(x, String(y)) : x === y ? 0 : x - Number(y));
  });
}

export interface Finding {
  candidates: FoundPump[];
  /** `beyond`: those whose duty would lie past 125 % of the last row of their table, where nothing is known of them */
  counts: { tried: number; candidates: number; filtered: number; unusable: number; npsh: number; beyond: number };
}

const DEFAULT_TOLERANCE = 0.1;
/** NPSHA over NPSHR, as the check has it by default */
const NPSH_RATIO = 1.3;
/** of the flow of the last row up to which a duty is looked for */
const BEYOND = 1.25;

export const noFindCounts = (): Finding['counts'] => ({ tried: 0, candidates: 0, filtered: 0, unusable: 0, npsh: 0, beyond: 0 });

/**
 * Pumps of a catalogue for one duty without a study: each configured for it, its true duty on the system curve
 * H = Hs + (H − Hs)·(Q/Qr)², and taken when that departs by no more than the tolerances; the least departure first.
 *
 * @param pumps entries in SI by model, as `readCatalogue` gives them
 */
export function findPumps(pumps: ReadonlyMap<string, Record<string, unknown>>, wanted: Wanted): Finding {
  const result: Finding = { candidates: [], counts: noFindCounts() };
  const { counts } = result;
  for (const [model, entry] of pumps) {
    const notStated = narrowedEntry('pumps', entry, wanted);
    if (!notStated) {
      counts.filtered++;
      continue;
    }
    const pump = usable(entry);
    if (!pump) {
      counts.unusable++;
      continue;
    }
    counts.tried++;
    const found = tryPump(model, pump, wanted);
    if (found === 'beyond') counts.beyond++;
    if (typeof found !== 'object') continue;
    if (notStated.length > 0) found.notStated = notStated;
    if (wanted.npsha !== undefined && found.duty.npshr !== null && wanted.npsha < NPSH_RATIO * found.duty.npshr) counts.npsh++;
    else result.candidates.push(found);
  }
  result.candidates.sort(byDeparture);
  counts.candidates = result.candidates.length;
  return result;
}

/** what was made of an entry serves every further look at the same catalogue, its interpolants with it */
const made = new WeakMap<object, { pump: PumpInput | undefined }>();

/** A pump with curves that can be drawn: at least two rows, flows that rise. */
export function usable(entry: Readonly<Record<string, unknown>>): PumpInput | undefined {
  let found = made.get(entry);
  if (!found) made.set(entry, (found = { pump: sound(entry) }));
  return found.pump;
}

function sound(entry: Readonly<Record<string, unknown>>): PumpInput | undefined {
  const pump = toPump(entry);
  const isSound = pump?.curves.every(
    ({ rows, speed }) => speed > 0 && rows.length >= 2 && rows.every((r, i) => i === 0 || r.flow > rows[i - 1]!.flow),
  );
  return isSound ? pump : undefined;
}

function tryPump(model: string, pump: PumpInput, wanted: Wanted): FoundPump | 'beyond' | undefined {
  const most = largestOf(pump);
  if (isShort(most, wanted)) return isBeyond(most, wanted) ? 'beyond' : undefined;
  const configured = configure(pump, [{ flow: wanted.flow, head: wanted.head, running: ONE_UNIT }]);
  const { diameter, stages } = configured;
  const p = performanceAt(pump, configured);
  const flow = trueFlow(p, wanted);
  if (flow === undefined || flow === 'beyond') return flow;
  const head = p.head(flow);
  const flowDeviation = flow / wanted.flow - 1;
  const headDeviation = head / wanted.head - 1;
  const { flowTolerance = DEFAULT_TOLERANCE, headTolerance = DEFAULT_TOLERANCE } = wanted;
  if (Math.abs(flowDeviation) > flowTolerance || Math.abs(headDeviation) > headTolerance) return undefined;
  const duty = {
    flow,
    head,
    efficiency: p.efficiency(flow) ?? null,
    npshr: p.npshr(flow) ?? null,
    shaftPower: p.shaftPower(flow, wanted.density, wanted.gravity) ?? null,
  };
  const incomplete = incompleteEntry(model, p, duty);
  const verdict = incomplete.length > 0 ? 'incomplete' : isNear(p, duty, wanted) ? 'near' : 'holds';
  return {
    model,
    diameter: diameter ?? null,
    stages,
    speed: p.setting.speed,
    duty,
    verdict,
    incomplete,
    flowDeviation,
    headDeviation,
  };
}

/** the pump at its largest diameter with the most stages; kept, since every search begins with it */
function largestOf(pump: PumpInput): PumpPerformance {
  let found = largest.get(pump);
  if (!found) {
    const stages = pump.stageOptions ? Math.max(...pump.stageOptions) : pump.stages;
    found = performanceAt(pump, { speed: entrySpeed(pump), stages, diameter: largestDiameter(pump) });
    largest.set(pump, found);
  }
  return found;
}

const largest = new WeakMap<PumpInput, PumpPerformance>();

/** Makes of an entry what searches begin with, before anybody waits for one. */
export function readyForSearch(entry: Readonly<Record<string, unknown>>): void {
  const pump = usable(entry);
  if (!pump) return;
  const { speed, stages } = largestOf(pump).setting;
  for (const { diameter } of pump.curves) performanceAt(pump, { speed, stages, diameter }).head(0);
}

/** no head of a pump at its largest comes near the wanted one, and it falls all the way: it stays at its largest, and is no candidate */
function isShort(p: PumpPerformance, { head, staticHead = head, headTolerance = DEFAULT_TOLERANCE }: Wanted): boolean {
  // under a system curve that falls a crossing may lie before its end
  return staticHead <= head && p.mostHead < head * Math.min(1, 1 - headTolerance) * CERTAIN && p.falling;
}

/** of a head: by more than so much nothing is off by rounding */
const CERTAIN = 1 - 1e-9;

/** what a falling curve leaves over the system that is asked for */
const surplusOf = (p: PumpPerformance, { flow, head, staticHead = head }: Wanted): ((q: number) => number) => {
  const rise = head - staticHead;
  return (q) => p.head(q) - staticHead - rise * (q / flow) ** 2;
};

/** a curve that falls under a system curve that rises: where it is above at its end, it is so everywhere */
function isBeyond(p: PumpPerformance, wanted: Wanted): boolean {
  const last = p.lastFlow * BEYOND;
  return wanted.staticHead === undefined ? wanted.flow > last : surplusOf(p, wanted)(last) > 0;
}

/** what belongs to every pump and its entry does not say: as the checks of a scenario have it */
function incompleteEntry(model: string, p: PumpPerformance, { npshr, shaftPower }: FoundDuty): FoundPump['incomplete'] {
  const rows = `pumps.${model}.${p.pump.curves.length > 1 ? 'curves[].' : ''}curve[].`;
  const lacks = (check: string, ...missing: (string | false)[]): FoundPump['incomplete'] => {
    const found = missing.filter((m) => m !== false);
    return found.length > 0 ? [{ check, missing: found }] : [];
  };
  return [
    ...lacks('npsh-ratio', !npshr && `${rows}npshr`),
    ...lacks('flow-region', !p.hasBestFlow && `${rows}efficiency`),
    ...lacks(
      'motor-power',
      p.pump.motor?.ratedPower === undefined && `pumps.${model}.motor.ratedPower`,
      shaftPower === null && `${rows}efficiency`,
    ),
  ];
}

/** outside the preferred region, or its NPSH margin within a tenth of the limit */
function isNear(p: PumpPerformance, { flow, npshr }: FoundDuty, { npsha }: Wanted): boolean {
  const [low, high] = regionsOf(p.pump).preferred;
  const ratio = flow / p.bestFlow;
  const isShort = npsha !== undefined && npshr !== null && npsha < NPSH_RATIO * 1.1 * npshr;
  return ratio < low || ratio > high || isShort;
}

/** the stable crossing of greatest flow; undefined where the pump is short of the static head */
function trueFlow(p: PumpPerformance, wanted: Wanted): number | 'beyond' | undefined {
  const { flow, head, staticHead } = wanted;
  const last = p.lastFlow * BEYOND;
  if (staticHead === undefined) return flow > last ? 'beyond' : flow;
  const surplus = surplusOf(p, wanted);
  return greatestFall(surplus, last, p.falling && head >= staticHead) ?? (surplus(last) > 0 ? 'beyond' : undefined);
}
