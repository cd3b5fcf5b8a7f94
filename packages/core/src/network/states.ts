import { State } from '../elements/model.js';
import { statesOf, unmetConditions, type Adrift, type Wanted } from './conditions.js';
import { isClosed, type CompiledLine } from './line.js';
import type { LineSolution, NetworkInput } from './types.js';

/** rounds in which every element goes where its law points, before the states are searched one by one */
const MOST_ROUNDS = 60;
/** from here on only the worst changes: two neighbours that answer each other would swap for ever */
const ONE_AT_A_TIME_FROM = 12;
/** solutions that a search tries before it says that there are no states without contradiction */
const MOST_TRIED = 240;
const MOST_CHOKINGS = 2;

/** A round of the solver with the states as they are: the solution, or the ids of the part that has none. */
export type Round<T extends { reason: string; where: string[] }> =
  { ok: true; solutions: LineSolution[]; adrift: Adrift | undefined } | { ok: false; failure: T };

type Failure = { reason: string; where: string[] };

/**
 * Finds the states of all conditional elements in which none contradicts its law. First each goes where its law points; when
 * that comes round again, states are searched one change at a time, from the least contradicted on.
 *
 * @param isThorough whether to search where following the laws goes round in circles
 * @param solve solves with the states as they are; `afresh` from the flows of the beginning, since what a failure left may be anything
 */
export function findStates<T extends Failure>(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  solve: (afresh: boolean) => Round<T>,
  isThorough: boolean,
): { ok: true } | { ok: false; failure: T | undefined; where: string[] } {
  const followed = follow(input, lines, solve);
  if (followed.ok || !isThorough) return followed;
  const loose: State[][][] = [];
  const refused: T[] = [];
  for (const boiling of [NONE, everyValve(lines)])
    if (search(input, lines, solve, boiling, { loose, refused })) return { ok: true };
  // what no head decides may stand either way
  for (const states of loose) {
    put(lines, states);
    if (solve(true).ok) return { ok: true };
  }
  // with whatever is shut nothing comes to where something is taken: that is no fault of the search
  const failure = refused.find((f) => f.reason === 'contradiction');
  return failure ? { ok: false, failure, where: failure.where } : followed;
}

const put = (lines: readonly CompiledLine[], states: readonly (readonly State[])[]): void =>
  lines.forEach((l, k) => states[k]!.forEach((s, i) => l.states[i] !== s && l.setState(i, s)));

const NONE: ReadonlySet<string> = new Set();

function everyValve(lines: readonly CompiledLine[]): ReadonlySet<string> {
  return new Set(lines.flatMap((l) => l.model.elements.filter((e) => e.kind === 'control-valve').map((e) => e.id)));
}

function follow<T extends Failure>(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  solve: (afresh: boolean) => Round<T>,
): { ok: true } | { ok: false; failure: T | undefined; where: string[] } {
  const seen = new Map<string, number>();
  const chokings = new Map<string, number>();
  const boiling = new Set<string>();
  const lineOf = new Map(lines.map((l) => [l.model.id, l]));
  let afresh = false;
  let where: string[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const key = signature(lines);
    const times = (seen.get(key) ?? 0) + 1;
    seen.set(key, times);
    const found = solve(afresh);
    if (!found.ok) {
      const { failure } = found;
      if (times > 1 || !giveWay(input, lines, lineOf, failure.where)) return { ok: false, failure, where: failure.where };
      afresh = true;
      continue;
    }
    afresh = false;
    let wanted = unmetConditions(input, lines, found.solutions, boiling, found.adrift);
    if (wanted.length === 0) return { ok: true };
    where = wanted.map((w) => lines[w.line]!.model.elements[w.element]!.id);
    if (times > 2) return { ok: false, failure: undefined, where };
    // choking is judged last: on the way there pressures may be anything
    const others = wanted.filter((w) => !isChoking(w.states[0]!));
    if (others.length > 0) wanted = others;
    if (times > 1 || round > ONE_AT_A_TIME_FROM) wanted = [worst(wanted)];
    for (const w of wanted) {
      const id = lines[w.line]!.model.elements[w.element]!.id;
      if (isChoking(w.states[0]!)) {
        // below its vapour pressure a valve may choke and recover for ever: then it boils, and passes what it passes
        const count = (chokings.get(id) ?? 0) + 1;
        chokings.set(id, count);
        if (count > MOST_CHOKINGS) boiling.add(id);
      }
      lines[w.line]!.setState(w.element, w.states[0]!);
    }
  }
  return { ok: false, failure: undefined, where };
}

const isChoking = (state: State): boolean => state === State.Choked || state === State.OpenChoked;

const worst = (wanted: readonly Wanted[]): Wanted => wanted.reduce((a, b) => (b.violation > a.violation ? b : a));

/** After a round without a solution: what choked there no longer does, what shut opens again, what controlled stands open. */
function giveWay(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  lineOf: ReadonlyMap<string, CompiledLine>,
  where: readonly string[],
): boolean {
  const part = new Set(where);
  const here = [...part].flatMap((id) => lineOf.get(id) ?? []);
  const change = (line: CompiledLine, of: (state: State, i: number) => State | undefined): number => {
    let count = 0;
    line.states.forEach((state, i) => {
      const next = of(state, i);
      if (next === undefined || next === state) return;
      line.setState(i, next);
      count++;
    });
    return count;
  };
  const unchoked = here.reduce(
    (n, l) => n + change(l, (s) => (s === State.Choked ? State.Normal : s === State.OpenChoked ? State.Open : undefined)),
    0,
  );
  if (unchoked > 0) return true;
  const around = lines.filter((l) => {
    const { from, to, elements } = l.model;
    return [from, to].some((p) => part.has(input.points[p]!.id)) && !elements.some(isClosed);
  });
  const opened = around.reduce(
    (n, l) =>
      n + change(l, (s, i) => (s !== State.Shut ? undefined : statesOf(l, i).includes(State.Open) ? State.Open : State.Normal)),
    0,
  );
  if (opened > 0) return true;
  const freed = here.reduce(
    (n, l) => n + change(l, (s, i) => (s === State.Normal && statesOf(l, i).includes(State.Open) ? State.Open : undefined)),
    0,
  );
  return freed > 0;
}

interface Tried {
  states: State[][];
  /** elements that contradict their law, or what a failure counts */
  score: number;
  next: readonly { line: number; element: number; state: State }[][];
}

const FAILED = 1000;

/** Best-first: from all in their normal state, always on from the state with the fewest contradictions. */
function search<T extends Failure>(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  solve: (afresh: boolean) => Round<T>,
  boiling: ReadonlySet<string>,
  { loose, refused }: { loose: State[][][]; refused: T[] },
): boolean {
  const visited = new Set<string>();
  const open: Tried[] = [];
  /** true when nothing contradicts */
  const attempt = (states: State[][]): boolean => {
    const key = states.map((s) => s.join('')).join('|');
    if (visited.has(key)) return false;
    visited.add(key);
    put(lines, states);
    const found = solve(true);
    if (!found.ok) {
      refused.push(found.failure);
      open.push({ states, score: FAILED, next: alternatives(lines, found.failure.where) });
      return false;
    }
    const wanted = unmetConditions(input, lines, found.solutions, boiling, found.adrift);
    if (wanted.length === 0) return true;
    if (wanted.every((w) => w.violation === 0)) loose.push(states);
    const single = wanted.flatMap(({ line, element, states: to }) => to.map((state) => [{ line, element, state }]));
    const all = wanted.map(({ line, element, states: to }) => ({ line, element, state: to[0]! }));
    open.push({ states, score: wanted.length, next: wanted.length > 1 ? [all, ...single] : single });
    return false;
  };
  if (attempt(lines.map((l) => l.states.map(() => State.Normal)))) return true;
  // with every controlling valve open there is nearly always a solution to go on from
  const opened = (l: CompiledLine): State[] =>
    l.states.map((_, i) => (statesOf(l, i).includes(State.Open) ? State.Open : State.Normal));
  if (attempt(lines.map(opened))) return true;
  while (open.length > 0) {
    let at = 0;
    for (let i = 1; i < open.length; i++) if (open[i]!.score < open[at]!.score) at = i;
    const [from] = open.splice(at, 1);
    for (const changes of from!.next) {
      if (visited.size >= MOST_TRIED) return false;
      const states = from!.states.map((s) => [...s]);
      for (const c of changes) states[c.line]![c.element] = c.state;
      if (attempt(states)) return true;
    }
  }
  return false;
}

/** every other state of every element of the part that has no solution */
function alternatives(lines: readonly CompiledLine[], where: readonly string[]): Tried['next'] {
  const part = new Set(where);
  return lines.flatMap((l, line) =>
    part.has(l.model.id) || where.length === 0
      ? l.model.elements.flatMap((_, element) =>
          statesOf(l, element)
            .filter((state) => state !== l.states[element])
            .map((state) => [{ line, element, state }]),
        )
      : [],
  );
}

function signature(lines: readonly CompiledLine[]): string {
  return lines.map((l) => l.states.join('')).join('|');
}
