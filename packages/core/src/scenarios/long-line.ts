import { allowablePressure } from '../pipes/barlow.js';
import type { PipeResult, PumpResult, ScenarioResult } from '../results/results.js';
import type { ElementDetail, ScenarioModel } from './model.js';

/*
 * A long line as it lies: every place along the way of the greatest flow with its true distance from the beginning, the pressures there
 * and what they may be; and the stations on it.
 */

/** A place on the way; pressures Pa, heads m of the liquid there above elevation 0. */
export interface LongPlace {
  /** m from the beginning of the way */
  chainage: number;
  elevation: number;
  /** the pipe, or at a jump the element behind which it stands */
  element: string;
  /** static, absolute; null where nothing determines it */
  pressure: number | null;
  /** hydraulic grade, and with the velocity head the energy */
  grade: number | null;
  energy: number | null;
  /** absolute, and as a head */
  vapourPressure: number;
  vapour: number;
  /** what the pipe there may see, gauge, and as a head; null where none is known */
  allowed: number | null;
  allowedHead: number | null;
  /** K; null where it is not followed */
  temperature: number | null;
  density: number;
  /** m²/s */
  kinematicViscosity: number;
  /** by volume; 0 of a liquid that holds none */
  freeGas: number;
}

/** Pumps that follow each other without a line between. SI. */
export interface Station {
  ids: string[];
  chainage: number;
  elevation: number;
  /** static, absolute */
  suction: number | null;
  discharge: number | null;
  /** of the pumps that run, m */
  head: number | null;
  /** of the first that runs, rpm */
  speed: number | null;
  efficiency: number | null;
  shaftPower: number | null;
  /** shaft power that its motors allow with their margin; null where one of them has none */
  allowedPower: number | null;
  /** m from the beginning up to which its head would reach without the next station; null where it reaches the end */
  reach: number | null;
}

export interface LongLine {
  lines: string[];
  /** m */
  length: number;
  places: LongPlace[];
  stations: Station[];
}

/** length of pipe, m, that parts two stations */
const APART = 500;
/** least distance from boiling that a line is taken to need, Pa */
const RESERVE = 20_000;

/** The lines on the way of the greatest flow, from where it enters the system to where it leaves it. */
export function mainWay(model: ScenarioModel, result: ScenarioResult): { line: number; isForward: boolean }[] {
  const { lines, points } = model.network;
  const flow = (l: number): number => result.lines[lines[l]!.id]?.flow ?? 0;
  const outflow = (p: number): number => result.points[points[p]!.id]?.outflow ?? 0;
  let here = -1;
  points.forEach((_, p) => {
    if (here < 0 || outflow(p) > outflow(here)) here = p;
  });
  const way: { line: number; isForward: boolean }[] = [];
  const seen = new Set<number>();
  while (here >= 0 && !seen.has(here)) {
    seen.add(here);
    let best: { line: number; isForward: boolean } | undefined;
    lines.forEach((l, line) => {
      if (l.from !== here && l.to !== here) return;
      const isForward = l.from === here;
      const away = isForward ? flow(line) : -flow(line);
      const isUsed = way.some((w) => w.line === line);
      const most = best ? Math.abs(flow(best.line)) : -Infinity;
      // a line at rest leads on where no other does: the way of a standing line is drawn too
      if (!isUsed && away >= 0 && away > most) best = { line, isForward };
    });
    if (!best) break;
    way.push(best);
    const l = lines[best.line]!;
    here = best.isForward ? l.to : l.from;
  }
  return way;
}

/** Every place of the main way of a solved scenario with its distance, and the stations on it. */
export function longLine(model: ScenarioModel, result: ScenarioResult): LongLine {
  const { lines, gravity, atmosphere } = model.network;
  const way = mainWay(model, result);
  const places: LongPlace[] = [];
  const pumps: { e: ElementDetail; chainage: number; elevation: number }[] = [];
  let chainage = 0;
  for (const { line, isForward } of way) {
    const own = model.elements.filter((e) => e.line === line);
    for (const e of isForward ? own : [...own].reverse()) {
      const r = result.elements[e.id]!;
      const { elevations } = lines[line]!;
      const ends = [elevations[e.index]!, elevations[e.index + 1]!] as const;
      const at = { model, e, gravity, atmosphere };
      const density = r.density ?? model.fluid.density;
      const common = {
        element: e.id,
        density,
        kinematicViscosity: r.kinematicViscosity ?? model.fluid.viscosity / model.fluid.density,
      };
      const velocity = r.kind === 'pipe' ? r.velocity : 0;
      const vapourPressure = r.vapourPressure ?? model.fluid.vapourPressure;
      const end = (side: 0 | 1, distance: number): LongPlace =>
        placeOf(at, velocity, {
          ...common,
          chainage: distance,
          elevation: ends[side],
          pressure: side === 0 ? r.inletPressure : r.outletPressure,
          temperature: (side === 0 ? r.inletTemperature : r.outletTemperature) ?? null,
          vapourPressure,
          freeGas: r.freeGas ?? 0,
        });
      if (e.kind === 'pump') pumps.push({ e, chainage, elevation: ends[0] });
      const length = e.model.kind === 'pipe' ? e.model.length : 0;
      const [first, last] = isForward ? ([0, 1] as const) : ([1, 0] as const);
      places.push(end(first, chainage));
      const rows = ((r as PipeResult).profile ?? []).filter((p) => p.distance > 0 && p.distance < length);
      for (const p of isForward ? rows : [...rows].reverse())
        places.push(
          placeOf(at, velocity, {
            ...common,
            chainage: chainage + (isForward ? p.distance : length - p.distance),
            elevation: p.elevation,
            pressure: p.pressure,
            temperature: p.temperature ?? null,
            vapourPressure: p.vapourPressure ?? vapourPressure,
            freeGas: p.freeGas ?? 0,
          }),
        );
      chainage += length;
      places.push(end(last, chainage));
    }
  }
  return {
    lines: way.map((w) => lines[w.line]!.id),
    length: chainage,
    places,
    stations: stationsOf(result, pumps, places),
  };
}

function placeOf(
  { e, gravity, atmosphere }: { e: ElementDetail; gravity: number; atmosphere: number },
  velocity: number,
  at: Omit<LongPlace, 'grade' | 'energy' | 'vapour' | 'allowed' | 'allowedHead'>,
): LongPlace {
  const head = (gauge: number): number => at.elevation + gauge / (at.density * gravity);
  const allowed = e.kind === 'pipe' ? (allowablePressure(e.read) ?? null) : null;
  const grade = at.pressure === null ? null : head(at.pressure - atmosphere);
  return {
    ...at,
    grade,
    energy: grade === null ? null : grade + velocity ** 2 / (2 * gravity),
    vapour: head(at.vapourPressure - atmosphere),
    allowed,
    allowedHead: allowed === null ? null : head(allowed),
  };
}

function stationsOf(
  result: ScenarioResult,
  pumps: readonly { e: ElementDetail; chainage: number; elevation: number }[],
  places: readonly LongPlace[],
): Station[] {
  const groups: { e: ElementDetail; chainage: number; elevation: number }[][] = [];
  for (const p of pumps) {
    const last = groups.at(-1);
    if (last && p.chainage - last.at(-1)!.chainage < APART) last.push(p);
    else groups.push([p]);
  }
  const stations = groups.map((group): Station => {
    const results = group.map((p) => result.elements[p.e.id] as PumpResult);
    const runs = results.filter((r) => r.running > 0 && r.head !== null);
    const sum = (of: (r: PumpResult) => number | null): number | null =>
      runs.length > 0 && runs.every((r) => of(r) !== null) ? runs.reduce((s, r) => s + of(r)!, 0) : null;
    const power = sum((r) => r.shaftPower);
    const hydraulic = sum((r) => r.hydraulicPower);
    return {
      ids: group.map((p) => p.e.id),
      chainage: group[0]!.chainage,
      elevation: group[0]!.elevation,
      suction: results[0]!.inletPressure,
      discharge: results.at(-1)!.outletPressure,
      head: sum((r) => r.head),
      speed: runs[0]?.speed ?? null,
      efficiency: power && hydraulic !== null ? hydraulic / power : null,
      shaftPower: power,
      allowedPower: allowedPower(group, result),
      reach: null,
    };
  });
  stations.forEach((s, i) => (s.reach = reachOf(i, stations, places)));
  return stations;
}

/** rated powers of the motors over the margins that their checks ask for */
function allowedPower(group: readonly { e: ElementDetail }[], result: ScenarioResult): number | null {
  let all = 0;
  for (const { e } of group) {
    const r = result.elements[e.id] as PumpResult;
    if (r.running === 0) continue;
    const rated = e.pump?.motor?.ratedPower;
    if (rated === undefined) return null;
    const limit = result.margins.find((m) => m.check === 'motor-power' && m.where === e.id)?.limit ?? 1;
    all += (rated / limit) * r.running;
  }
  return all > 0 ? all : null;
}

/** where the pressure would come down to boiling if no later station gave its head */
function reachOf(index: number, stations: readonly Station[], places: readonly LongPlace[]): number | null {
  let missing = 0;
  let next = index + 1;
  let before: LongPlace | undefined;
  const spare = (p: LongPlace): number => p.pressure! - missing - p.vapourPressure - RESERVE;
  let left = Infinity;
  for (const p of places) {
    if (p.chainage < stations[index]!.chainage || p.pressure === null) continue;
    // behind a later station its own gain is taken off again
    while (next < stations.length && stations[next]!.ids.includes(p.element) && p.pressure === stations[next]!.discharge) {
      missing += (stations[next]!.discharge ?? 0) - (stations[next]!.suction ?? 0);
      next++;
    }
    const isBehind = !stations[index]!.ids.includes(p.element);
    const now = spare(p);
    if (isBehind && before && now < 0) {
      const share = left > 0 && left !== Infinity ? left / (left - now) : 0;
      return before.chainage + share * (p.chainage - before.chainage);
    }
    if (isBehind) {
      before = p;
      left = now;
    }
  }
  return null;
}
