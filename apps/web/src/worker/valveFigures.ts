import {
  allElements,
  judgeCatalogue,
  usableValve,
  ValvePosition,
  withFlowThrough,
  type ModelEntry,
  type RawEntry,
  type Study,
  type ValveInput,
  type ValveNeed,
  type ValveRow,
  type ValveWindow,
} from '@cedar-knot/core';

/** What the valves of a catalogue are held against. */
export interface ValvesAsked {
  valve: string;
  /** flow over that of now */
  factor: number;
  /** id of the model whose curves are drawn; null for the study's own valve */
  looked: string | null;
}

/** Flow against travel of the valve that is looked at, in one scenario; by `travels`. */
export interface InstalledTrace {
  flow: number[];
  /** d(Q/Q100)/dx */
  gain: number[];
}

export interface ValveFigures {
  required: Record<string, ValveNeed>;
  /** the study's own valve, whether the catalogue has it or not */
  own: ValveRow | null;
  rows: ValveRow[];
  travels: number[];
  installed: Record<string, InstalledTrace>;
  windows: Record<string, ValveWindow | null>;
  /** judged scenarios without a solution */
  unsolved: string[];
  /** where whatever valve stands here has too little of the drop: what it has, and the drop at which it would just have enough, Pa */
  authority: ValvePosition['authority'];
  /** ms */
  took: number;
}

/** A valve of the catalogue with its data as the calculation takes them. */
export interface KnownValve {
  model: ModelEntry;
  input: ValveInput;
}

const TRAVELS = Array.from({ length: 41 }, (_, i) => i / 40);

type Judged = ReturnType<typeof judgeCatalogue>;

/** Holds the valves of the catalogue, read once, against one position after another. */
export class ValveCatalogue {
  private judged: Judged | undefined;
  /** of what was judged: ids and revisions */
  private of = '';

  /** takes the valves of the catalogue; those without a coefficient are left out */
  keep(models: readonly ModelEntry[]): KnownValve[] {
    const of = models.map((m) => `${m.id} ${m.revision}`).join();
    if (of !== this.of || !this.judged) {
      const valves = Object.fromEntries(models.map((m) => [m.id, m.entry]));
      this.judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves });
      this.of = of;
    }
    return models.flatMap((model) => {
      const input = this.inputOf(model.id);
      return input ? [{ model, input }] : [];
    });
  }

  /** @param onFirst told what is asked and the study's own valve, before the catalogue is held against it */
  figures(study: Study, { valve, factor, looked }: ValvesAsked, onFirst?: (first: ValveFigures) => void): ValveFigures {
    const begin = performance.now();
    const now = new ValvePosition(study, valve);
    const position = factor === 1 ? now : new ValvePosition(withFlowThrough(study, valve, now.required, factor), valve);
    const element = allElements(study).find((e) => e.id === valve);
    const entry = study.valves?.[String(element?.valve)];
    const own = entry && readValve(entry);
    const drawn = looked === null ? own : this.inputOf(looked);
    const installed: ValveFigures['installed'] = {};
    for (const [id, v] of drawn ? position.installed(drawn) : [])
      installed[id] = { flow: TRAVELS.map((x) => v.flow(x)), gain: TRAVELS.map((x) => v.gain(x)) };
    const { judged } = this;
    const ids = Object.keys(position.required);
    const first: ValveFigures = {
      required: position.asked(own),
      own: entry && own ? position.row('', entry, own) : null,
      rows: [],
      travels: TRAVELS,
      installed,
      windows: Object.fromEntries(ids.map((id) => [id, position.window(id)])),
      unsolved: position.unsolved,
      authority: position.authority,
      took: performance.now() - begin,
    };
    if (!judged) return first;
    onFirst?.(first);
    const rows = position.rows({ written: judged.catalogue?.valves ?? {}, read: judged.valves });
    return { ...first, rows, took: performance.now() - begin };
  }

  private inputOf(model: string): ValveInput | undefined {
    const read = this.judged?.valves.get(model);
    return read && usableValve(read);
  }
}

/** An entry as the calculation takes it; undefined where it has no coefficient. */
export function readValve(entry: RawEntry): ValveInput | undefined {
  const read = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves: { x: entry } }).valves.get('x');
  return read && usableValve(read);
}
