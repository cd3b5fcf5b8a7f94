import {
  placedElements,
  allElements,
  isId,
  thingKind,
  isQuantity,
  readQuantity,
  type Operation,
  type RawElement,
  type RawEntry,
  type RawLine,
  type RawScenario,
  type ScenarioResult,
  type Study,
} from '@cedar-knot/core';
import { dropAddresses, forget, freeId, prefixOf, locate, removeElement, type Located } from './address.js';
import { msg } from '../words.js';

/** Operations with the thing that is looked at afterwards, or why it cannot be done. */
export type Rebuild = { ok: true; operations: Operation[]; select: string } | { ok: false; reason: string };

const refuse = (reason: string): Rebuild => ({ ok: false, reason });

/** A branch begins where one stands: after an element a junction parts the line, at a point a further line begins there. */
export function branchAt(study: Study, id: string, result: ScenarioResult | null): Rebuild {
  const found = locate(study, id);
  if (!found) return refuse(msg('app.thereIsNo2', { id }));
  if (found.line < 0) return branchFrom(study, id, []);
  if (found.unitOf !== undefined) return refuse(msg('app.isPartOfThePiping', { id, unitOf: found.unitOf }));
  const line = study.lines[found.line]!;
  const index = found.index < 0 ? line.elements.length - 1 : found.index;
  if (index === line.elements.length - 1) {
    if (study.points[line.to]?.kind === 'junction') return branchFrom(study, line.to, []);
    const last = line.elements[index];
    if (last?.kind !== 'pipe') return branchFrom(study, line.to, []);
    // the last pipe leads to the destination: the branch leaves half way along it
    const half = halves(study, last.id, result);
    if (!half) return refuse(msg('app.hasNoLengthToSplit', { last: last.id }));
    return part(
      study,
      line,
      found.line,
      [...line.elements.slice(0, index), half.first],
      [half.second],
      half.elevation ?? near(study, line),
    );
  }
  const elevation = elevationAt(result, line.id, placeOf(line, line.elements[index]!.id) + 1) ?? near(study, line);
  return part(study, line, found.line, line.elements.slice(0, index + 1), line.elements.slice(index + 1), elevation);
}

/** an elevation to begin with where none has been worked out yet */
function near(study: Study, line: RawLine): string {
  return text(study.points[line.from]?.elevation) ?? text(study.points[line.to]?.elevation) ?? '0 m';
}

function part(
  study: Study,
  line: RawLine,
  at: number,
  before: RawElement[],
  after: RawElement[],
  elevation: string | undefined,
): Rebuild {
  const junction = freeId(study, 'J');
  const rest = freeId(study, 'T');
  const operations: Operation[] = [
    { op: 'set', path: ['points', junction], value: { kind: 'junction', ...(elevation ? { elevation } : {}) } },
    { op: 'set', path: ['lines', at, 'to'], value: junction },
    { op: 'set', path: ['lines', at, 'elements'], value: before.map((e, i) => (i === before.length - 1 ? atPoint(e) : e)) },
    { op: 'insert', path: ['lines'], index: at + 1, value: { id: rest, from: junction, to: line.to, elements: after } },
  ];
  const taken = new Set([junction, rest, ...before.map((e) => e.id), ...after.map((e) => e.id)]);
  // a sibling of the destination until it is told otherwise
  const beside = text(study.points[line.to]?.elevation) ?? elevation;
  return branchFrom(study, junction, operations, taken, beside, [...after, ...before]);
}

/** the last element of a line ends at the elevation of its point, not at one of its own */
function atPoint(e: RawElement): RawElement {
  const { outletElevation: _z, ...rest } = e;
  return rest;
}

/** A further line from a point to a vessel of its own, with one pipe as its neighbours are. */
function branchFrom(
  study: Study,
  point: string,
  before: Operation[],
  taken: ReadonlySet<string> = new Set(),
  elevation: string | undefined = text(study.points[point]?.elevation),
  neighbours: readonly RawElement[] = study.lines.flatMap((l) => (l.from === point || l.to === point ? l.elements : [])),
): Rebuild {
  const like = neighbours.find((e) => e.kind === 'pipe') ?? allElements(study).find((e) => e.kind === 'pipe');
  const id = (prefix: string): string => {
    for (let i = 1; ; i++) if (!locate(study, `${prefix}-${i}`) && !taken.has(`${prefix}-${i}`)) return `${prefix}-${i}`;
  };
  const pipe: RawElement = {
    id: id('L'),
    kind: 'pipe',
    length: '50 m',
    ...bore(like),
    material: text(like?.material) ?? 'steel',
  };
  const vessel = id('V');
  const line: RawLine = { id: id('T'), from: point, to: vessel, elements: [pipe] };
  return {
    ok: true,
    select: pipe.id,
    operations: [
      ...before,
      { op: 'set', path: ['points', vessel], value: { kind: 'vessel', elevation: elevation ?? '0 m', level: '2 m' } },
      { op: 'insert', path: ['lines'], index: study.lines.length + before.filter((o) => o.op === 'insert').length, value: line },
    ],
  };
}

function bore(like: RawElement | undefined): RawEntry {
  if (like?.inside !== undefined) return { inside: like.inside };
  return { size: text(like?.size) ?? 'DN100', schedule: text(like?.schedule) ?? '40' };
}

/**
 * Parts a pipe in two whose lengths keep their sum, with a further element between them if one is given. Fittings stay with
 * the first part; points of the profile go to the part in which they lie.
 *
 * @param at length of the first part as typed, `"60 m"`
 */
export function splitPipe(
  study: Study,
  id: string,
  at: string,
  insert: RawElement | null,
  result: ScenarioResult | null,
): Rebuild {
  const found = locate(study, id);
  if (found?.kind !== 'pipe') return refuse(msg('app.isNotAPipe', { id }));
  const parted = halves(study, id, result, at);
  if (!parted) return refuse(msg('app.theFirstPartOfMust', { id, count: text(found.entry.length) ?? msg('app.thePipe') }));
  const elements: Operation[] = [parted.second, ...(insert ? [insert] : [])].map((value) => ({
    op: 'insert',
    path: found.list,
    index: found.index + 1,
    value,
  }));
  return {
    ok: true,
    select: insert ? insert.id : parted.second.id,
    operations: [{ op: 'set', path: found.path, value: parted.first }, ...elements],
  };
}

/** place at which an element begins, among those that results have of its line */
const placeOf = (line: RawLine, id: string): number => placedElements(line).findIndex((p) => p.element.id === id);

function halves(study: Study, id: string, result: ScenarioResult | null, at?: string) {
  const found = locate(study, id)!;
  const line = study.lines[found.line]!;
  const pipe = found.entry as RawElement;
  const index = placeOf(line, id);
  const whole = metres(pipe.length);
  const first = at === undefined ? (whole ?? 0) / 2 : metres(at);
  if (whole === undefined || first === undefined || !(first > 0 && first < whole)) return undefined;
  const z = (i: number): number | undefined => result?.places[line.id]?.[i]?.elevation;
  const [below, above] = [z(index), z(index + 1)];
  const elevation = below === undefined || above === undefined ? undefined : below + ((above - below) * first) / whole;
  const written = elevation === undefined ? undefined : `${trim(elevation)} m`;
  const rises = below !== undefined && above !== undefined && Math.abs(above - below) > 1e-9;
  const { fittings: _f, profile, outletElevation, ...rest } = pipe;
  const rows = (profile ?? []) as { distance: string; elevation: string }[];
  const near = rows.filter((r) => (metres(r.distance) ?? 0) < first);
  const far = rows.filter((r) => (metres(r.distance) ?? 0) > first);
  const { outletElevation: _z, profile: _p, ...kept } = pipe;
  return {
    elevation: written,
    first: {
      ...kept,
      length: at ?? inUnitOf(pipe.length, first),
      ...(rises && written ? { outletElevation: written } : {}),
      ...(near.length > 0 ? { profile: near } : {}),
    } as RawElement,
    second: {
      ...rest,
      id: freeId(study, prefixOf('pipe')),
      length: inUnitOf(pipe.length, whole - first),
      ...(outletElevation !== undefined ? { outletElevation } : {}),
      ...(far.length > 0
        ? { profile: far.map((r) => ({ ...r, distance: inUnitOf(r.distance, (metres(r.distance) ?? 0) - first) })) }
        : {}),
    } as RawElement,
  };
}

/** Makes one pipe of a pipe and the next one of the same bore: lengths and fittings add. */
export function joinWithNext(study: Study, id: string): Rebuild {
  const found = locate(study, id);
  const next = found?.siblings[found.index + 1];
  if (found?.kind !== 'pipe' || next?.kind !== 'pipe') return refuse(msg('app.cannotBeJoinedNoPipe', { id }));
  const same = ['size', 'schedule', 'inside', 'material', 'roughness', 'hazenWilliams'];
  const differs = same.find((k) => found.entry[k] !== next[k]);
  if (differs) return refuse(msg('app.andCannotBeJoinedThey', { id, next: next.id, differs }));
  const [a, b] = [metres(found.entry.length), metres(next.length)];
  if (a === undefined || b === undefined) return refuse(msg('app.hasNoLength', { id: a === undefined ? id : next.id }));
  const fittings = [...((found.entry.fittings ?? []) as RawEntry[]), ...((next.fittings ?? []) as RawEntry[])];
  const rows = [
    ...((found.entry.profile ?? []) as RawEntry[]),
    ...((next.profile ?? []) as RawEntry[]).map((r) => ({ ...r, distance: inUnitOf(r.distance, a + (metres(r.distance) ?? 0)) })),
  ];
  const { outletElevation: _z, fittings: _f, profile: _p, ...kept } = found.entry;
  const joined = {
    ...kept,
    length: inUnitOf(found.entry.length, a + b),
    ...(next.outletElevation !== undefined ? { outletElevation: next.outletElevation } : {}),
    ...(fittings.length > 0 ? { fittings } : {}),
    ...(rows.length > 0 ? { profile: rows } : {}),
  };
  return { ok: true, select: id, operations: [...removeElement(study, next.id), { op: 'set', path: found.path, value: joined }] };
}

/** Moves an element along its line by a number of places. */
export function moveElement(study: Study, id: string, by: number): Rebuild {
  const found = locate(study, id);
  const to = (found?.index ?? -1) + by;
  if (!found || found.index < 0 || to < 0 || to >= found.siblings.length) return refuse(msg('app.isAlreadyAtTheEnd', { id }));
  const operations: Operation[] = [{ op: 'move', path: found.list, from: found.index, to }];
  return { ok: true, select: id, operations };
}

/** Takes a line away with its elements, what scenarios have of their own for them, and the points that nothing meets any more. */
export function removeLine(study: Study, id: string): Rebuild {
  const at = study.lines.findIndex((l) => l.id === id);
  if (at < 0) return refuse(msg('app.thereIsNoLine', { id }));
  const line = study.lines[at]!;
  const rest = study.lines.filter((_, i) => i !== at);
  const orphans = [...new Set([line.from, line.to])].filter(
    (p) => study.points[p] && !rest.some((l) => l.from === p || l.to === p),
  );
  const gone = [id, ...placedElements(line).map((p) => p.element.id), ...orphans];
  return {
    ok: true,
    select: rest.length > 0 ? (rest[Math.max(0, at - 1)]!.elements[0]?.id ?? rest[0]!.from) : '',
    operations: [
      ...forget(study, gone),
      { op: 'remove', path: ['lines'], index: at },
      ...orphans.map((p): Operation => ({ op: 'set', path: ['points', p] })),
    ],
  };
}

/** Takes a junction away where one line comes in and one goes on: the two become one. */
export function dissolve(study: Study, id: string): Rebuild {
  const met = study.lines.map((l, i) => ({ l, i })).filter(({ l }) => l.from === id || l.to === id);
  const into = met.find(({ l }) => l.to === id && l.from !== id);
  const out = met.find(({ l }) => l.from === id && l.to !== id);
  if (study.points[id]?.kind !== 'junction' || met.length !== 2 || !into || !out)
    return refuse(msg('app.aJunctionCanBeRemoved', { count: met.length, id }));
  const elevation = study.points[id].elevation;
  const before = into.l.elements.map((e, i) =>
    i === into.l.elements.length - 1 && elevation !== undefined && out.l.elements.length > 0
      ? { ...e, outletElevation: elevation }
      : e,
  );
  return {
    ok: true,
    select: into.l.elements.at(-1)?.id ?? into.l.from,
    operations: [
      ...forget(study, [id, out.l.id]),
      { op: 'set', path: ['lines', into.i, 'elements'], value: [...before, ...out.l.elements] },
      { op: 'set', path: ['lines', into.i, 'to'], value: out.l.to },
      { op: 'remove', path: ['lines'], index: out.i },
      { op: 'set', path: ['points', id] },
    ],
  };
}

/** Makes a point one of another kind: what both kinds know stays. */
export function changePointKind(study: Study, id: string, kind: string): Rebuild {
  const found = locate(study, id);
  if (!found || found.line >= 0) return refuse(msg('app.isNotAPoint', { id }));
  const knows = Object.keys(thingKind(kind)?.fields ?? {});
  const kept = Object.fromEntries(Object.entries(found.entry).filter(([k]) => knows.includes(k)));
  const start: RawEntry = kind === 'vessel' && kept.level === undefined ? { level: '0 m' } : {};
  const stale = study.scenarios.flatMap((s) =>
    Object.keys(s.set ?? {}).filter((a) => a.startsWith(`${id}.`) && !knows.includes(a.slice(id.length + 1))),
  );
  return {
    ok: true,
    select: id,
    operations: [
      ...dropAddresses(study, (a) => stale.includes(a)),
      { op: 'set', path: ['points', id], value: { ...kept, ...start, kind } },
    ],
  };
}

/** Gives a point, line or element another tag, everywhere it is named. */
export function rename(study: Study, from: string, to: string): Rebuild {
  const found = locate(study, from);
  if (!found) return refuse(msg('app.thereIsNo3', { from }));
  if (!isId(to)) return refuse(msg('app.invalidTagExpectedLettersDigits', { to }));
  if (locate(study, to)) return refuse(msg('app.theTagIsAlreadyIn', { to }));
  return { ok: true, select: to, operations: [...renamed(study, found, from, to), ...renamedUses(study, from, to)] };
}

function renamed(study: Study, found: Located, from: string, to: string): Operation[] {
  if (found.line >= 0) return [{ op: 'set', path: [...found.path, 'id'], value: to }];
  const position = Object.keys(study.points).indexOf(from);
  return [
    { op: 'set', path: ['points', from] },
    { op: 'set', path: ['points', to], value: found.entry, position },
    ...study.lines.flatMap((l, i): Operation[] =>
      (['from', 'to'] as const)
        .filter((end) => l[end] === from)
        .map((end) => ({ op: 'set', path: ['lines', i, end], value: to })),
    ),
  ];
}

function renamedUses(study: Study, from: string, to: string): Operation[] {
  const scenarios = study.scenarios.flatMap((s, i): Operation[] => {
    const set = s.set;
    if (!set || !Object.keys(set).some((a) => a.startsWith(`${from}.`))) return [];
    const next = Object.entries(set).map(([a, v]) => [a.startsWith(`${from}.`) ? `${to}${a.slice(from.length)}` : a, v]);
    return [{ op: 'set', path: ['scenarios', i, 'set'], value: Object.fromEntries(next) as RawScenario['set'] }];
  });
  const limits = (study.limits ?? []).flatMap((l, i): Operation[] =>
    l.where === from ? [{ op: 'set', path: ['limits', i, 'where'], value: to }] : [],
  );
  const tees = Object.entries(study.points).flatMap(([id, p]): Operation[] =>
    p.branch === from ? [{ op: 'set', path: ['points', id, 'branch'], value: to }] : [],
  );
  return [...scenarios, ...limits, ...tees];
}

/** Leads a line from one point to another. */
export function setEnds(study: Study, line: number, from: string, to: string): Rebuild {
  for (const p of [from, to])
    if (!study.points[p]) return refuse(msg('app.unknownPointPoints', { p, keys: Object.keys(study.points).join(', ') }));
  const l = study.lines[line]!;
  const operations = (['from', 'to'] as const)
    .filter((end) => l[end] !== (end === 'from' ? from : to))
    .map((end): Operation => ({ op: 'set', path: ['lines', line, end], value: end === 'from' ? from : to }));
  return { ok: true, select: l.id, operations };
}

const text = (x: unknown): string | undefined => (typeof x === 'string' ? x : undefined);

/** elevation of a place on a line as it was worked out, as an entry */
export function elevationAt(result: ScenarioResult | null, line: string, index: number): string | undefined {
  const at = result?.places[line]?.[index];
  return at ? `${trim(at.elevation)} m` : undefined;
}

function metres(typed: unknown): number | undefined {
  if (typeof typed !== 'string') return undefined;
  const q = readQuantity(typed, 'length');
  return isQuantity(q) ? q.si : undefined;
}

/** a length in metres, written in the unit in which another one was typed */
function inUnitOf(typed: unknown, si: number): string {
  const q = typeof typed === 'string' ? readQuantity(typed, 'length') : undefined;
  return q && isQuantity(q) ? `${trim(si / q.unit.factor)} ${q.unit.symbol}` : `${trim(si)} m`;
}

const trim = (x: number): string => String(Number(x.toPrecision(9)));
