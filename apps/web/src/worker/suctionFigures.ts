import {
  suctionState,
  type SuctionState,
  allElements,
  headroomOf,
  inputAt,
  insideBy,
  marginIn,
  Probe,
  runStudy,
  suctionBuild,
  type SolvedScenario,
  type Study,
  type SuctionBuild,
} from '@cedar-knot/core';

/** NPSHA over what is asked of it, m, while one input moves; by scenario. */
export interface SuctionLook {
  kind: 'level' | 'heat' | 'fouling' | 'flow' | 'speed';
  /** vessel, device, valve or pump that it is about; the liquid for none */
  where: string | null;
  /** SI */
  x: number[];
  scenarios: Record<string, SuctionTrace>;
}

interface SuctionTrace {
  /** m; null where nothing solves it */
  y: (number | null)[];
  /** where the input stands, what is left there, and where nothing is left any more; null where it never comes to that */
  now: number;
  left: number | null;
  turns: number | null;
  /** the level turns where vortices begin, before NPSH is short */
  bySubmergence?: true;
}

export interface SuctionFigures {
  builds: Record<string, SuctionBuild>;
  /** how it is filled and vented, its inlet and what is usual */
  states: Record<string, SuctionState>;
  looks: SuctionLook[];
}

const POINTS = 15;
/** how far beyond what stands there is drawn at most, SI */
const FURTHEST = { level: 8, heat: 120, fouling: 30, flow: 0.5, speed: 1000 } as const;
/** beyond the last of what is shown: so much, of flow and speed a share of it */
const ROOM = { level: 0.5, heat: 5, fouling: 0.3 } as const;
const SHARE = 0.12;

/**
 * What the suction of a pump rests on, and how far level, heat and fouling are from its limit; yields between two solutions: what is known so
 * far where that is more than before.
 */
export function* suctionFigures(study: Study, pump: string): Generator<SuctionFigures | undefined, SuctionFigures> {
  const solved = runStudy(study).scenarios.filter((s) => s.model && s.result && s.result.status !== 'failed');
  const builds: SuctionFigures['builds'] = {};
  const states: SuctionFigures['states'] = {};
  for (const s of solved) {
    const built = suctionBuild(s.model!, s.result!, pump);
    if (built) builds[s.id] = built;
    const state = suctionState(s.model!, s.result!, pump);
    if (state) states[s.id] = state;
  }
  yield { builds, states, looks: [] };
  const all = Object.values(builds);
  const supply = all[0]?.supply;
  const devices = allElements(study).filter((e) => e.kind === 'device').map((e) => e.id); // prettier-ignore
  const takes = (id: string): number => Math.min(...all.map((b) => b.parts.find((p) => p.where === id)?.value ?? 0));
  const [device] = devices.filter((id) => all.some((b) => b.before.includes(id))).sort((a, b) => takes(a) - takes(b));
  const looks: SuctionLook[] = [];
  const wanted = [
    ['level', supply ?? null, () => (supply === undefined ? undefined : levelOf(study, supply))],
    ['heat', null, (s: SolvedScenario) => `${s.id}.temperature`],
    ['fouling', device ?? null, () => (device === undefined ? undefined : `${device}.fouling`)],
    ['flow', flowHolder(study, pump)?.split('.')[0] ?? null, () => flowHolder(study, pump)],
    ['speed', pump, () => `${pump}.speed`],
  ] as const;
  for (const [kind, where, addressOf] of wanted) {
    const probes = solved.flatMap((s) => {
      const address = builds[s.id] ? addressOf(s) : undefined;
      const input = address === undefined ? undefined : inputAt(study, address);
      const probe = input && new Probe(study, s.id, input, s);
      return probe && probe.now !== null ? [{ id: s.id, probe, now: probe.now }] : [];
    });
    if (probes.length === 0) continue;
    const turns = new Map<string, number | null>();
    const vortices = new Set<string>();
    for (const { id, probe } of probes) {
      let turn = headroomOf(probe, 'npsh-ratio', pump).turns;
      // a level may come to its limit by vortices at the intake before NPSH is short
      const still = kind === 'level' ? headroomOf(probe, 'submergence', supply!).turns : null;
      if (still !== null && still > (turn ?? -Infinity)) {
        turn = still;
        vortices.add(id);
      }
      turns.set(id, turn);
      yield undefined;
    }
    const shown = probes.flatMap(({ id, now }) => {
      const turn = turns.get(id);
      return turn != null && Math.abs(turn - now) <= FURTHEST[kind] ? [now, turn] : [now];
    });
    const [low, high] = rangeOf(kind, shown, kind === 'level' && study.points[supply!]?.kind === 'vessel', probes.map((x) => x.now)); // prettier-ignore
    const x = Array.from({ length: POINTS }, (_, i) => low + ((high - low) * i) / (POINTS - 1));
    const scenarios: SuctionLook['scenarios'] = {};
    for (const { id, probe, now } of probes) {
      const y: (number | null)[] = [];
      for (const value of x) {
        y.push(leftAt(probe.at(value), pump));
        yield undefined;
      }
      const by = vortices.has(id) ? { bySubmergence: true as const } : {};
      scenarios[id] = { y, now, left: leftAt(probe.present, pump), turns: turns.get(id) ?? null, ...by };
    }
    looks.push({ kind, where, x, scenarios });
    yield { builds, states, looks: [...looks] };
  }
  return { builds, states, looks };
}

/** from where to where a look goes: what stands there and where it turns, with room beyond */
function rangeOf(
  kind: SuctionLook['kind'],
  shown: readonly number[],
  isVessel: boolean,
  now: readonly number[],
): [number, number] {
  const [least, most] = [Math.min(...shown), Math.max(...shown)];
  if (kind === 'flow' || kind === 'speed') return [least * (1 - SHARE), most * (1 + SHARE)];
  if (kind === 'fouling') return [Math.min(least, 1), Math.max(most, 4) + ROOM.fouling];
  const lowest = least - ROOM[kind];
  // below its nozzle a vessel feeds nothing
  return [isVessel ? Math.max(lowest, Math.min(0, ...now)) : lowest, most + ROOM[kind]];
}

/** what holds the flow of a pump: a valve on its line, the line, or the pump itself; undefined where it finds it with its system */
function flowHolder(study: Study, pump: string): string | undefined {
  const line = study.lines.find((l) => l.elements.some((e) => e.id === pump));
  const valve = line?.elements.find((e) => e.kind === 'control-valve' && e.mode === 'flow');
  if (valve) return `${valve.id}.flow`;
  if (line?.flow !== undefined) return `${line.id}.flow`;
  return line?.elements.find((e) => e.id === pump)?.mode === 'flow' ? `${pump}.flow` : undefined;
}

/** level of a vessel, rest level of a well */
const levelOf = (study: Study, supply: string): string | undefined => {
  const kind = study.points[supply]?.kind;
  return kind === 'vessel' ? `${supply}.level` : kind === 'well' ? `${supply}.restLevel` : undefined;
};

/** NPSHA less what is asked of it, m */
function leftAt(s: SolvedScenario, pump: string): number | null {
  const m = marginIn(s, 'npsh-ratio', pump);
  const r = s.result?.elements[pump];
  if (!m || insideBy(m) === null || r?.kind !== 'pump' || r.npsha === null || r.npshr === null) return null;
  return r.npsha - m.limit! * r.npshr;
}
