import {
  type Tripped,
  applyOperations,
  type ControlScheme,
  type EnergyByCause,
  type LadderOptions,
  type LineSizes,
  type LineSizesRequest,
  type Margin,
  type Operation,
  type PumpResult,
  type StageLadder,
  type Study,
  type WholeStudy,
  type WorkingStep,
} from '@cedar-knot/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Outcome, ScenarioOutcome } from '../worker/outcome.js';
import { Autosave, type KeptEdit, type SaveBackend, type SaveState } from './autosave.js';
import { Recalculation, type Calculator } from './recalculation.js';
import type { Rebuild } from './topology.js';
import { msg } from '../words.js';

export interface Shown {
  outcome: ScenarioOutcome;
  /** the study as it was then: what is drawn goes with it */
  study: Study;
  stale: boolean;
}

interface Step {
  label: string;
  undo: Operation[];
  redo: Operation[];
  /** steps with the same key in a row become one: a dragged handle is one undo */
  key: string | undefined;
}

export interface Moving {
  study: Study;
  outcome: Outcome;
  shown: Readonly<Record<string, Shown>>;
}

export interface StudyState {
  id: string;
  study: Study;
  save: SaveState;
  /** the last outcome, and the study it belongs to: older than `study` while a calculation runs */
  outcome: Outcome | null;
  calculated: Study | null;
  crashed: string | null;
  /** what is shown of each scenario: the last good numbers stay, marked stale, while it does not solve */
  shown: Readonly<Record<string, Shown>>;
  /** what a handle that is held would give: worked out and shown, not kept; until what is kept in its place has come */
  moving: Moving | null;
  /** the same for what need not follow at every frame */
  movingShown: Readonly<Record<string, Shown>> | null;
  past: readonly Step[];
  future: readonly Step[];
  /** scenario whose results are shown; others that are compared with it */
  active: string;
  compared: readonly string[];
  selected: string | null;
  pump: string | null;
  /** why something asked for was not done, until the next change */
  notice: string | null;
  /** the figure of the chosen thing whose working is open */
  asked: string | null;
}

export interface StudyActions {
  /** Changes the study; an address that does not exist leaves it as it is and says so. */
  change(label: string, operations: readonly Operation[], key?: string): boolean;
  /** Tries a change while a handle is held: every curve answers, and nothing is kept. */
  move(operations: readonly Operation[]): void;
  /** Keeps what was tried last, as one change; false where nothing was. */
  drop(label: string): boolean;
  /** Changes the study as worked out, and chooses what came of it; a refusal is said. */
  rebuild(label: string, done: Rebuild): boolean;
  say(notice: string | null): void;
  undo(): void;
  redo(): void;
  activate(scenario: string): void;
  compare(scenario: string): void;
  select(id: string | null): void;
  /** opens the working of a figure of a thing, in a scenario if one is named; closes it with none */
  openWorking(id: string, key: string | null, scenario?: string): void;
  /** makes a pump the one that the strip, the curves and the breakdown are about */
  follow(pump: string): void;
  flush(): Promise<void>;
  /** the working of a figure of a scenario with all that it rests on, itself first; empty for what has none */
  explain(scenario: string, address: string): Promise<readonly WorkingPart[]>;
  /** sizes side by side for some pipes of the study as it stands; null when there is nothing to compare */
  compareSizes(request: LineSizesRequest): Promise<LineSizes | null>;
  /** the stages that a pump needs, and what the counts around them would do; null where its entry has no curve */
  stageLadder(pump: string, options?: LadderOptions): Promise<StageLadder | null>;
  /** how many equal units each scenario needs; null where no number serves */
  leastUnits(pump: string): Promise<Record<string, number | null>>;
  /** what the rest of a group of units delivers when one of them trips */
  tripOf(pump: string): Promise<Tripped[]>;
  /** studies as wholes, to be set side by side */
  compareWhole(studies: Study[]): Promise<WholeStudy[]>;
  /** a pump's motor in every scenario, where its electricity goes, and other ways of control */
  driveOf(pump: string): Promise<DriveFigures | null>;
  rebase(version: number): void;
  /** the version that is stored, once all is; refused where it cannot be */
  settled(): Promise<number>;
  /** takes over the report of what the server stored itself, as a step like any other */
  adopt(label: string, stored: { version: number; savedAt: string; document: Study }): void;
  /** gives up what is not stored: it is neither sent again nor kept in this browser */
  discard(): Promise<void>;
  dispose(): void;
}

export type StudyStore = StoreApi<StudyState & StudyActions>;

const MOST_STEPS = 300;

/** A figure or margin by its address, with the steps that give it. */
export interface WorkingPart {
  address: string;
  steps: readonly WorkingStep[];
}

/** The motor and the electricity of a pump. */
export interface DriveFigures {
  duties: {
    id: string;
    /** a year; null where the scenario has none */
    hours: number | null;
    result: PumpResult;
    /** units that are there, those that stand by with them */
    installed: number;
    /** W */
    ratedPower: number | null;
    margin: Margin | null;
  }[];
  energy: [scenario: string, EnergyByCause][];
  schemes: ControlScheme[];
}

/** What is worked out now and then, beside the recalculation. */
interface OccasionalWork {
  explain(study: Study, scenario: string, address: string): Promise<readonly WorkingPart[]>;
  compareSizes(study: Study, request: LineSizesRequest): Promise<LineSizes | null>;
  ladder(study: Study, pump: string, options: LadderOptions): Promise<StageLadder | null>;
  drive(study: Study, pump: string): Promise<DriveFigures | null>;
  leastUnits(study: Study, pump: string): Promise<Record<string, number | null>>;
  tripOf(study: Study, pump: string): Promise<Tripped[]>;
  compareWhole(studies: Study[]): Promise<WholeStudy[]>;
}

const NO_WORK: OccasionalWork = {
  explain: () => Promise.resolve([]),
  compareSizes: () => Promise.resolve(null),
  ladder: () => Promise.resolve(null),
  drive: () => Promise.resolve(null),
  compareWhole: () => Promise.resolve([]),
  leastUnits: () => Promise.resolve({}),
  tripOf: () => Promise.resolve([]),
};

/** between two drawings of what need not follow a handle at every frame */
const SLOW_MS = 160;

/**
 * One open study: the document, its history, its results and its saving. Knows no React.
 *
 * @param kept what was not stored when the page was left: it is what stands, and is saved
 */
export function createStudyStore(
  opened: { id: string; version: number; savedAt: string; document: Study },
  calculate: Calculator,
  backend: SaveBackend,
  occasional: OccasionalWork = NO_WORK,
  kept?: KeptEdit,
): StudyStore {
  return createStore<StudyState & StudyActions>((set, get) => {
    const autosave = new Autosave(opened.document, opened.version, backend, (save) => set({ save }), kept);
    const recalculation = new Recalculation(
      calculate,
      (outcome, study) =>
        set({
          outcome: withLastCurves(outcome, get().outcome),
          calculated: study,
          crashed: null,
          pump: outcome.pump,
          shown: keepLastGood(outcome, study, get().shown),
          // what was kept stands now in the place of what was tried
          ...(tried ? {} : { moving: null, movingShown: null }),
        }),
      (error) => set({ crashed: String(error) }),
    );
    let tried: readonly Operation[] | undefined;
    let slowly = 0;
    const movement = new Recalculation(
      (study, pump) => calculate(study, pump, true),
      (outcome, study) => {
        if (!tried) return;
        const shown = keepLastGood(outcome, study, get().moving?.shown ?? get().shown);
        const isDue = performance.now() - slowly > SLOW_MS;
        if (isDue) slowly = performance.now();
        set({
          moving: { study, outcome: withLastCurves(outcome, get().moving?.outcome ?? get().outcome), shown },
          ...(isDue ? { movingShown: shown } : {}),
        });
      },
      () => undefined,
    );
    const put = (study: Study, more: Partial<StudyState> = {}): void => {
      const active = study.scenarios.some((s) => s.id === get().active) ? get().active : study.scenarios[0]!.id;
      set({ study, active, ...more });
      autosave.changed(study);
      recalculation.request(study, get().pump);
    };
    // what stands then, not what was opened: a change may have come first
    queueMicrotask(() => recalculation.request(get().study, null));
    return {
      id: opened.id,
      study: kept?.wanted ?? opened.document,
      save: kept ? { kind: 'unsaved' } : { kind: 'saved', at: opened.savedAt },
      outcome: null,
      calculated: null,
      crashed: null,
      shown: {},
      moving: null,
      movingShown: null,
      past: [],
      future: [],
      active: (kept?.wanted ?? opened.document).scenarios[0]!.id,
      compared: [],
      selected: null,
      pump: null,
      notice: kept ? msg('app.restoredChangesThatWereNot') : null,
      asked: null,
      ...history(get, put),
      ...questions(() => get().study, occasional),
      move(operations) {
        const done = applyOperations(get().study, operations);
        if (!done.ok) return;
        tried = operations;
        movement.request(done.study, get().pump);
      },
      drop(label) {
        const kept = tried;
        tried = undefined;
        if (kept && get().change(label, kept)) return true;
        set({ moving: null, movingShown: null });
        return false;
      },
      rebuild(label, done) {
        if (!done.ok) set({ notice: done.reason });
        else if (get().change(label, done.operations)) set({ selected: done.select || null });
        return done.ok;
      },
      say: (notice) => set({ notice }),
      activate: (active) => set({ active, compared: get().compared.filter((id) => id !== active) }),
      compare(scenario) {
        const { compared, active } = get();
        if (scenario === active) return;
        set({ compared: compared.includes(scenario) ? compared.filter((id) => id !== scenario) : [...compared, scenario] });
      },
      select: (selected) => set(selected === get().selected ? { selected } : { selected, asked: null }),
      openWorking(id, asked, scenario) {
        if (scenario !== undefined) get().activate(scenario);
        // the heat of a whole system stands where no row is chosen
        set({ selected: id === 'heatBalance' ? null : id, asked });
      },
      follow(pump) {
        set({ pump });
        recalculation.request(get().study, pump);
      },
      flush: () => autosave.flush(),
      rebase: (version) => autosave.rebase(version),
      settled: () => autosave.settled(),
      adopt(label, { version, savedAt, document }) {
        const operations: Operation[] = [{ op: 'set', path: ['report'], value: document.report }];
        const done = applyOperations(get().study, operations);
        if (!done.ok) return;
        autosave.adopt(version, savedAt, done.study);
        put(done.study, {
          past: remember(get().past, { label, undo: done.inverse, redo: operations, key: undefined }),
          future: [],
        });
      },
      discard: () => autosave.discard(),
      dispose: () => autosave.stop(),
    };
  });
}

type Actions<K extends keyof StudyActions> = Pick<StudyActions, K>;

/** steps back and forth */
function history(
  get: () => StudyState & StudyActions,
  put: (study: Study, more: Partial<StudyState>) => void,
): Actions<'change' | 'undo' | 'redo'> {
  return {
    change(label, operations, key) {
      const done = applyOperations(get().study, operations);
      if (!done.ok) return false;
      put(done.study, {
        past: remember(get().past, { label, undo: done.inverse, redo: [...operations], key }),
        future: [],
        notice: null,
      });
      return true;
    },
    undo() {
      const step = get().past.at(-1);
      if (!step) return;
      const done = applyOperations(get().study, step.undo);
      if (done.ok) put(done.study, { past: get().past.slice(0, -1), future: [...get().future, step] });
    },
    redo() {
      const step = get().future.at(-1);
      if (!step) return;
      const done = applyOperations(get().study, step.redo);
      if (done.ok) put(done.study, { past: [...get().past, { ...step, key: undefined }], future: get().future.slice(0, -1) });
    },
  };
}

/** what is asked of the study as it stands, beside its results */
function questions(
  study: () => Study,
  occasional: OccasionalWork,
): Actions<'explain' | 'compareSizes' | 'stageLadder' | 'leastUnits' | 'tripOf' | 'compareWhole' | 'driveOf'> {
  return {
    explain: (scenario, address) => occasional.explain(study(), scenario, address),
    compareSizes: (request) => occasional.compareSizes(study(), request),
    stageLadder: (pump, options = {}) => occasional.ladder(study(), pump, options),
    leastUnits: (pump) => occasional.leastUnits(study(), pump),
    tripOf: (pump) => occasional.tripOf(study(), pump),
    compareWhole: (studies) => occasional.compareWhole(studies),
    driveOf: (pump) => occasional.drive(study(), pump),
  };
}

/** a step of the same key as the last one grows it: its undo stays the first, its redo becomes the newest */
function remember(past: readonly Step[], step: Step): Step[] {
  const last = past.at(-1);
  if (step.key !== undefined && last?.key === step.key) {
    const isSame = step.redo.length === 1 && last.redo.length === 1 && sameEntry(step.redo[0]!, last.redo[0]!);
    // a drag sets one entry again and again: it is one operation, from where it began to where it ended
    const grown = isSame
      ? { ...step, undo: last.undo }
      : { ...step, undo: [...step.undo, ...last.undo], redo: [...last.redo, ...step.redo] };
    return [...past.slice(0, -1), grown];
  }
  return [...past, step].slice(-MOST_STEPS);
}

function sameEntry(a: Operation, b: Operation): boolean {
  return a.op === 'set' && b.op === 'set' && JSON.stringify(a.path) === JSON.stringify(b.path);
}

function keepLastGood(outcome: Outcome, study: Study, before: Readonly<Record<string, Shown>>): Record<string, Shown> {
  return Object.fromEntries(
    outcome.scenarios.map((s) => {
      const solved = s.result !== null && s.result.status !== 'failed';
      const last = before[s.id];
      return [s.id, solved || !last?.outcome.result ? { outcome: s, study, stale: !solved } : { ...last, stale: true }];
    }),
  );
}

function withLastCurves(outcome: Outcome, before: Outcome | null): Outcome {
  return outcome.curves === null && before?.curves && outcome.problems.length > 0
    ? { ...outcome, curves: before.curves, pump: before.pump }
    : outcome;
}
