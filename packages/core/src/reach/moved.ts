import { allElements, elementPath } from '../document/unit-piping.js';
import type { RawEntry, RawScenario, Study } from '../document/study.js';
import { ELEMENT_KINDS } from '../elements/index.js';
import type { ElementModel } from '../elements/model.js';
import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import type { ScenarioModel } from '../scenarios/model.js';
import type { SolvedScenario } from '../scenarios/run.js';
import { inputAt, valueIn, writtenValue, type StudyInput } from './inputs.js';

/** How a value is moved from where it stands, SI. */
export type Change = (now: number) => number;

/** Factors on the curve of a pump; 1 leaves it. */
export interface CurveFactors {
  flow: number;
  head: number;
  efficiency: number;
}

/** What can be moved by one name: a number, the same number of every element of a kind, fittings of pipes, or the curve of a pump. */
export type Handle =
  | { kind: 'inputs'; inputs: readonly StudyInput[]; isGroup: boolean }
  | { kind: 'fittings'; pipes: readonly string[] }
  /** ids of the pumps that run on the curve */
  | { kind: 'curve'; pumps: readonly string[] };

/**
 * What an address moves: `T1.level`; `pipe.roughness` of every pipe; `pipe.fittings` and `a.fittings`, the loss of their fittings;
 * `P1.curve`, or by its entry `tc150.curve`.
 *
 * @returns undefined where it moves nothing
 */
export function handleAt(study: Study, address: string): Handle | undefined {
  const dot = address.lastIndexOf('.');
  if (dot <= 0) return undefined;
  const [id, key] = [address.slice(0, dot), address.slice(dot + 1)];
  const elements = allElements(study);
  const own = elements.filter((e) => e.id === id);
  const isKind = own.length === 0 && Object.hasOwn(ELEMENT_KINDS, id);
  const meant = isKind ? elements.filter((e) => e.kind === id) : own;
  if (key === 'fittings') {
    const pipes = meant.filter((e) => e.kind === 'pipe').map((e) => e.id);
    return pipes.length > 0 ? { kind: 'fittings', pipes } : undefined;
  }
  if (key === 'curve') {
    const pumps = elements.filter((e) => e.kind === 'pump' && (e.id === id || (own.length === 0 && e.pump === id)));
    return pumps.length > 0 ? { kind: 'curve', pumps: pumps.map((e) => e.id) } : undefined;
  }
  const inputs = (isKind ? meant.map((e) => `${e.id}.${key}`) : [address]).flatMap((a) => inputAt(study, a) ?? []);
  return inputs.length > 0 ? { kind: 'inputs', inputs, isGroup: isKind } : undefined;
}

/** A copy of a study in which entries are put in place: what is not touched is shared. */
class Draft {
  readonly study: Study;
  private readonly own = new Set<object>();

  constructor(study: Study) {
    this.study = { ...study, scenarios: [...study.scenarios] };
  }

  element(id: string): RawEntry | undefined {
    const l = this.study.lines.findIndex((line) => line.id === id);
    if (l >= 0) return this.fresh(this.list('lines'), l);
    const path = elementPath(this.study, id);
    // every list and object on the way is one of the draft's own
    let at: object = this.study;
    for (const [i, key] of (path ?? []).entries()) {
      const holder = at as Record<string | number, object>;
      if (i === 0) at = this.list('lines');
      else if (Array.isArray(holder[key])) {
        if (!this.own.has(holder[key])) this.mine((holder[key] = [...(holder[key] as unknown[])]));
        at = holder[key];
      } else at = this.fresh<object>(holder, key);
    }
    return path && (at as RawEntry);
  }

  /** an entry of a map of the study */
  entry(map: 'points' | 'pumps' | 'valves' | 'fluids', id: string): RawEntry {
    if (!this.own.has(this.study[map]!)) this.mine((this.study[map] = { ...this.study[map] } as Study['points']));
    return this.fresh(this.study[map] as Record<string, RawEntry>, id);
  }

  scenario(index: number): RawScenario {
    return this.fresh<RawScenario>(this.study.scenarios, index);
  }

  site(): RawEntry {
    if (!this.study.site || !this.own.has(this.study.site)) this.mine((this.study.site = { ...this.study.site }));
    return this.study.site;
  }

  private list(key: 'lines'): Study['lines'] {
    if (!this.own.has(this.study[key])) this.mine((this.study[key] = [...this.study[key]]));
    return this.study[key];
  }

  private fresh<T extends object>(holder: T[] | Record<string, T>, at: number | string): T {
    const list = holder as Record<string | number, T>;
    if (!this.own.has(list[at]!)) this.mine((list[at] = { ...list[at]! }));
    return list[at]!;
  }

  private mine(x: object): void {
    this.own.add(x);
  }
}

const clamped = ({ field }: StudyInput, value: number): number => {
  const isPlace = field.type === 'quantity' && field.dimension === 'pressure';
  return Math.min(Math.max(value, isPlace ? 0 : field.min), isPlace ? Infinity : field.max);
};

/**
 * A study with several inputs moved at once, in every scenario from where each stands there; kept inside what its field takes.
 *
 * @param present the scenarios as they stand: what is used where an entry is empty is found in them
 */
export function movedBy(
  study: Study,
  present: readonly SolvedScenario[],
  moves: readonly { input: StudyInput; by: Change }[],
): Study {
  const draft = new Draft(study);
  for (const { input, by } of moves) {
    const { owner, id, key } = input;
    const written = (s: SolvedScenario): string | number | undefined => {
      const now = valueIn(study, input, s);
      return now === undefined ? undefined : writtenValue(input, clamped(input, by(now)));
    };
    const put = (entry: RawEntry | undefined, s: SolvedScenario | undefined): void => {
      const value = s && written(s);
      if (entry && value !== undefined) entry[key] = owner === 'site' ? String(value) : value;
    };
    if (owner === 'scenario') {
      const index = study.scenarios.findIndex((s) => s.id === id);
      put(
        draft.scenario(index),
        present.find((s) => s.id === id),
      );
    } else if (owner === 'site') put(draft.site(), present[0]);
    else if (owner !== 'thing') put(draft.entry(owner, id), present[0]);
    else {
      const address = `${id}.${key}`;
      const isOwn = (s: SolvedScenario): boolean => study.scenarios.find((x) => x.id === s.id)?.set?.[address] !== undefined;
      put(
        Object.hasOwn(study.points, id) ? draft.entry('points', id) : draft.element(id),
        present.find((s) => !isOwn(s)),
      );
      for (const s of present.filter(isOwn)) {
        const scenario = draft.scenario(study.scenarios.findIndex((x) => x.id === s.id));
        const value = written(s);
        if (value !== undefined) scenario.set = { ...scenario.set, [address]: value };
      }
    }
  }
  return draft.study;
}

/** Moves what no entry holds in a model that is not solved yet, and that nobody else uses: the loss of fittings. */
export function scaleFittings(model: ScenarioModel, pipes: ReadonlySet<string>, factor: number): void {
  // a pipe is shared with other scenarios: it is put in place, not changed
  const scaled = new Map<ElementModel, ElementModel>();
  for (const e of model.elements) {
    const { model: m } = e;
    if (m.kind !== 'pipe' || !pipes.has(e.id)) continue;
    const { constant, perReynolds, equivalentLength } = m.fittings;
    const fittings = {
      ...m.fittings,
      constant: constant * factor,
      perReynolds: perReynolds * factor,
      equivalentLength: equivalentLength * factor,
    };
    scaled.set(m, (e.model = { ...m, fittings }));
  }
  const lines = model.network.lines.map((l) => ({ ...l, elements: l.elements.map((m) => scaled.get(m) ?? m) }));
  model.network = { ...model.network, lines };
}

/**
 * The same for curves of pumps: every row by the same factors; shaft power follows ρ·g·Q·H/η.
 *
 * @param known pumps that were scaled by these factors in another scenario: one is scaled, and its curve interpolated, once
 */
export function scaleCurves(
  model: ScenarioModel,
  pumps: ReadonlySet<string>,
  by: CurveFactors,
  known = new Map<PumpInput, PumpInput>(),
): void {
  for (const e of model.elements) {
    if (e.model.kind !== 'pump' || e.model.law.kind !== 'curve' || !pumps.has(e.id)) continue;
    const { pump, setting } = e.model.law.performance;
    const scaled = known.get(pump) ?? scaledPump(pump, by);
    known.set(pump, scaled);
    const performance = new PumpPerformance(scaled, setting);
    e.model.law.performance = performance;
    e.performance = performance;
    e.pump = scaled;
  }
}

function scaledPump(pump: PumpInput, by: CurveFactors): PumpInput {
  return {
    ...pump,
    ...(pump.bestFlow === undefined ? {} : { bestFlow: pump.bestFlow * by.flow }),
    curves: pump.curves.map((c) => ({
      ...c,
      rows: c.rows.map((r) => ({
        ...r,
        flow: r.flow * by.flow,
        head: r.head * by.head,
        ...(r.efficiency === undefined ? {} : { efficiency: Math.min(1, r.efficiency * by.efficiency) }),
        ...(r.power === undefined ? {} : { power: (r.power * by.flow * by.head) / by.efficiency }),
      })),
    })),
  };
}
