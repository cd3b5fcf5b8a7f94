import type { RawElement, RawEntry, RawScenario, Study } from '../document/study.js';

/** entries of a pump's element that stay when another pump takes its place */
const KEPT = [
  'name',
  'notes',
  'running',
  'wear',
  'viscosityCorrection',
  'datum',
  'rated',
  'requiredFlow',
  'requiredHead',
  'outletElevation',
  'freeGas',
  'bore',
];

/** a name under which no entry of the study stands */
function freeName(taken: Readonly<Record<string, unknown>> | undefined, wanted: string): string {
  for (let n = 0; ; n++) {
    const name = n === 0 ? wanted : `${wanted.slice(0, 36)}-${n}`;
    if (!Object.hasOwn(taken ?? {}, name)) return name;
  }
}

function kept(e: RawElement): Record<string, unknown> {
  const entries: Record<string, unknown> = {};
  for (const key of KEPT) if (key in e) entries[key] = e[key];
  return entries;
}

function withElement(study: Study, id: string, made: (e: RawElement) => RawElement): Study['lines'] {
  return study.lines.map((l) => ({ ...l, elements: l.elements.map((e) => (e.id === id ? made(e) : e)) }));
}

/** departures of some entries of an element gone, others put in their place by scenario */
function withSet(
  study: Study,
  id: string,
  isGone: (key: string) => boolean,
  put: (scenario: string) => Readonly<Record<string, unknown>> = () => ({}),
): RawScenario[] {
  return study.scenarios.map((s) => {
    const set: Record<string, unknown> = {};
    for (const [address, value] of Object.entries(s.set ?? {}))
      if (!(address.startsWith(`${id}.`) && isGone(address.slice(id.length + 1)))) set[address] = value;
    for (const [key, value] of Object.entries(put(s.id))) set[`${id}.${key}`] = value;
    return { ...s, set };
  });
}

export interface PumpPlace {
  entry: RawEntry;
  stages: number;
  /** m */
  diameter: number | undefined;
  /** rpm, by scenario where they differ */
  speed: (scenario: string) => number;
  /** share of head that is worn away, in place of what the study says */
  wear?: (scenario: string) => number;
}

/** The study with another pump in a position: it runs on its curve in all scenarios, as configured. */
export function withPump(study: Study, pump: string, place: PumpPlace): Study {
  const name = freeName(study.pumps, 'candidate');
  const element = (e: RawElement): RawElement => ({
    ...kept(e),
    id: e.id,
    kind: 'pump',
    mode: 'curve',
    pump: name,
    stages: place.stages,
    ...(place.diameter === undefined ? {} : { diameter: `${place.diameter} m` }),
  });
  return {
    ...study,
    pumps: { ...study.pumps, [name]: place.entry },
    lines: withElement(study, pump, element),
    scenarios: withSet(
      study,
      pump,
      (key) => !KEPT.includes(key),
      (s) => ({ speed: `${place.speed(s)} rpm`, ...(place.wear ? { wear: place.wear(s) } : {}) }),
    ),
  };
}

/** The study with another valve in a position; a mode that holds neither flow nor pressure holds the flow of each scenario, m³/s. */
export function withValve(study: Study, valve: string, entry: RawEntry, flows: ReadonlyMap<string, number> | undefined): Study {
  const name = freeName(study.valves, 'candidate');
  const element = (e: RawElement): RawElement => {
    const { opening: _opening, kv: _kv, cv: _cv, drop: _drop, ...rest } = e;
    const isHeld = flows === undefined;
    return { ...(isHeld ? e : rest), ...(isHeld ? {} : { mode: 'flow', flow: '1 m3/s' }), valve: name };
  };
  const isGone = (key: string): boolean => key === 'valve' || (flows !== undefined && key !== 'outletElevation');
  const put = (s: string): Record<string, unknown> => (flows?.has(s) ? { flow: `${flows.get(s)} m3/s` } : {});
  return {
    ...study,
    valves: { ...study.valves, [name]: entry },
    lines: withElement(study, valve, element),
    scenarios: withSet(study, valve, isGone, put),
  };
}
