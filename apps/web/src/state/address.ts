import {
  allElements,
  elementPath,
  unitElements,
  UNIT_SIDES,
  type UnitSide,
  thingKind,
  type Operation,
  type RawElement,
  type RawEntry,
  type RawScenario,
  type Study,
} from '@cedar-knot/core';
import { letterOf } from '@cedar-knot/wording';
import { msg } from '../words.js';

export { letterOf };

/** Where a point, line or element stands in the study. */
export interface Located {
  kind: string;
  path: (string | number)[];
  entry: RawEntry;
  /** index of the line, and of the element in the list that it stands in */
  line: number;
  index: number;
  /** that list, as operations name it, with all that stand in it; empty of what is no element */
  list: (string | number)[];
  siblings: readonly RawElement[];
  /** id of the pump to each of whose units it belongs */
  unitOf?: string;
}

const NO_LIST = { index: -1, list: [], siblings: [] };

export function locate(study: Study, id: string): Located | undefined {
  if (Object.hasOwn(study.points, id)) {
    const entry = study.points[id]!;
    return { ...NO_LIST, kind: entry.kind, path: ['points', id], entry, line: -1 };
  }
  const own = study.lines.findIndex((l) => l.id === id);
  if (own >= 0) return { ...NO_LIST, kind: 'line', path: ['lines', own], entry: study.lines[own]!, line: own };
  const path = elementPath(study, id);
  return path && locatedAt(study, path);
}

function locatedAt(study: Study, path: (string | number)[]): Located {
  const [line, outer, index] = [path[1] as number, path[3] as number, path.at(-1) as number];
  const { elements } = study.lines[line]!;
  const isOfUnit = path.length > 4;
  const siblings = isOfUnit ? unitElements(elements[outer]!, path.at(-2) as UnitSide) : elements;
  const entry = siblings[index]!;
  const at = { kind: entry.kind, path, entry, line, index, list: path.slice(0, -1), siblings };
  return isOfUnit ? { ...at, unitOf: elements[outer]!.id } : at;
}

/** elements of a kind, in the order of the lines */
export const elementsOf = (lines: Study['lines'], kind: string): RawElement[] =>
  allElements({ lines }).filter((e) => e.kind === kind);

/** An entry as a scenario sees it, and whether the scenario has its own. */
export function entryIn(
  study: Study,
  scenario: RawScenario | undefined,
  id: string,
  key: string,
): { value: unknown; own: boolean } {
  const own = scenario?.set !== undefined && Object.hasOwn(scenario.set, `${id}.${key}`);
  return { value: own ? scenario.set![`${id}.${key}`] : locate(study, id)?.entry[key], own };
}

/** Operations that set an entry for all scenarios. */
export function setShared(study: Study, id: string, key: string, value: unknown): Operation[] {
  const found = locate(study, id);
  if (!found) return [];
  if (value === undefined && !(key in found.entry)) return [];
  return [{ op: 'set', path: [...found.path, key], value }];
}

/** Operations that set an entry for one scenario alone, or take it back (no value). */
export function setOwn(study: Study, scenario: string, id: string, key: string, value: unknown): Operation[] {
  const index = study.scenarios.findIndex((s) => s.id === scenario);
  if (index < 0) return [];
  const set = study.scenarios[index]!.set;
  const address = `${id}.${key}`;
  if (value === undefined) {
    if (!set || !Object.hasOwn(set, address)) return [];
    const last = Object.keys(set).length === 1;
    return [last ? { op: 'set', path: ['scenarios', index, 'set'] } : { op: 'set', path: ['scenarios', index, 'set', address] }];
  }
  if (!set) return [{ op: 'set', path: ['scenarios', index, 'set'], value: { [address]: value } }];
  return [{ op: 'set', path: ['scenarios', index, 'set', address], value }];
}

/** Sets an entry where the scenario sees it: its own when it has one, else the shared entry. */
export function setSeen(study: Study, scenario: RawScenario | undefined, id: string, key: string, value: unknown): Operation[] {
  return scenario && entryIn(study, scenario, id, key).own
    ? setOwn(study, scenario.id, id, key, value)
    : setShared(study, id, key, value);
}

/** Letters of the scenarios that depart from the shared value of any entry of a thing. */
export function ownEntries(study: Study, id: string): { letter: string; scenario: string; keys: string[] }[] {
  return study.scenarios.flatMap((s, i) => {
    const keys = Object.keys(s.set ?? {})
      .filter((a) => a.startsWith(`${id}.`))
      .map((a) => a.slice(id.length + 1));
    return keys.length > 0 ? [{ letter: letterOf(i), scenario: s.id, keys }] : [];
  });
}

/** An id that is still free, from a prefix: L-1, L-2 … */
export function freeId(study: Study, prefix: string): string {
  for (let i = 1; ; i++) if (!locate(study, `${prefix}-${i}`)) return `${prefix}-${i}`;
}

/** Gives one free id after another, none of them twice. */
export function freeIds(study: Study): (prefix: string) => string {
  const taken = new Set<string>();
  return (prefix) => {
    for (let i = 1; ; i++) {
      const name = `${prefix}-${i}`;
      if (locate(study, name) || taken.has(name)) continue;
      taken.add(name);
      return name;
    }
  };
}

/** Letters with which the tags of a kind begin. */
export function prefixOf(kind: string): string {
  return thingKind(kind)?.prefix ?? 'E';
}

/** Takes an element out, with what scenarios had of their own for it. */
export function removeElement(study: Study, id: string): Operation[] {
  const found = locate(study, id);
  if (!found || found.index < 0) return [];
  const units = UNIT_SIDES.flatMap((side) => unitElements(found.entry, side)).map((e) => e.id);
  return [...forget(study, [id, ...units]), { op: 'remove', path: found.list, index: found.index }];
}

/** Takes back what is said of some things elsewhere: the entries that scenarios have of their own, and limits meant for them. */
export function forget(study: Study, ids: readonly string[]): Operation[] {
  const limits = (study.limits ?? []).filter((l) => l.where === undefined || !ids.includes(l.where));
  return [
    ...dropAddresses(study, (a) => ids.some((id) => a.startsWith(`${id}.`))),
    // a tee without its branch is a plain junction
    ...Object.entries(study.points).flatMap(([id, p]): Operation[] =>
      typeof p.branch === 'string' && ids.includes(p.branch) ? [{ op: 'set', path: ['points', id, 'branch'] }] : [],
    ),
    ...(limits.length === (study.limits ?? []).length ? [] : [{ op: 'set', path: ['limits'], value: limits } as const]),
  ];
}

/** Takes back the ownEntries at some addresses in all scenarios. */
export function dropAddresses(study: Study, isGone: (address: string) => boolean): Operation[] {
  return study.scenarios.flatMap((s, i): Operation[] => {
    const set = s.set ?? {};
    const gone = Object.keys(set).filter(isGone);
    if (gone.length === 0) return [];
    if (gone.length === Object.keys(set).length) return [{ op: 'set', path: ['scenarios', i, 'set'] }];
    return gone.map((a) => ({ op: 'set', path: ['scenarios', i, 'set', a] }));
  });
}

/** Puts an element into a list of them before a place. */
export function insertElement(list: readonly (string | number)[], index: number, element: RawElement): Operation[] {
  return [{ op: 'insert', path: [...list], index, value: element }];
}

/** A first line to work on: supply vessel, suction, pump of given flow, discharge, destination vessel. */
export function firstLine(): Operation[] {
  const pipe = (id: string, name: string, length: string): RawElement => ({
    id,
    kind: 'pipe',
    name,
    length,
    size: 'DN150',
    schedule: '40',
    material: 'steel',
  });
  return [
    {
      op: 'set',
      path: ['points'],
      value: {
        'V-1': { kind: 'vessel', name: msg('app.supply'), elevation: '0 m', level: '2 m' },
        'V-2': { kind: 'vessel', name: msg('app.destination'), elevation: '20 m', level: '2 m' },
      },
    },
    {
      op: 'insert',
      path: ['lines'],
      index: 0,
      value: {
        id: 'T-1',
        from: 'V-1',
        to: 'V-2',
        elements: [
          pipe('L-1', msg('app.suction'), '10 m'),
          { id: 'P-1', kind: 'pump', name: msg('app.pump'), mode: 'flow', flow: '60 m3/h' },
          pipe('L-2', msg('app.discharge'), '150 m'),
        ],
      },
    },
  ];
}

/** An id for a further scenario: s2, s3 … */
export function freeScenarioId(scenarios: readonly RawScenario[]): string {
  for (let i = scenarios.length + 1; ; i++) if (!scenarios.some((s) => s.id === `s${i}`)) return `s${i}`;
}
