import { applyOperations, type Operation, type Problem, type RawEntry, type Study } from '@cedar-knot/core';
import { freeId, locate, setShared } from './address.js';
import { changePointKind, removeLine } from './topology.js';
import { msg } from '../words.js';

/** One way out of a problem: operations that do it, an entry that the person has to type, or both. */
export interface Remedy {
  name: string;
  operations: Operation[];
  /** what is chosen then, and the entry that has to be typed there */
  select: string;
  key?: string;
}

/** The ways out of a problem with the words that lead up to them; none where only typing helps. */
interface Advice {
  lead: string;
  remedies: Remedy[];
}

export function adviceFor(study: Study, problem: Problem): Advice | null {
  switch (problem.code) {
    case 'over-specified':
      return advice(
        msg('app.oneEntryTooManyRemove'),
        problem.where.flatMap((id) => leaveOut(study, id)),
      );
    case 'under-specified':
      return problem.detail.reason === 'lacks'
        ? advice(msg('app.missing'), lacking(study, problem))
        : advice(
            msg('app.oneEntryMissingEnter'),
            problem.where.flatMap((id) => give(study, id)),
          );
    case 'no-pressure-reference':
      return advice(
        msg('app.noKnownPressureHere'),
        problem.where.slice(0, 3).flatMap((id) => reference(study, id)),
      );
    case 'unconnected':
      return advice(
        msg('app.notConnected'),
        problem.where.map((id): Remedy => takePoint(id)),
      );
    case 'missing':
      return problem.where[0] && typeof problem.detail.key === 'string' && locate(study, problem.where[0])
        ? advice(msg('app.missing'), [typed(problem.where[0], problem.detail.key)])
        : null;
    default:
      return null;
  }
}

const advice = (lead: string, remedies: Remedy[]): Advice | null => (remedies.length > 0 ? { lead, remedies } : null);

const WORDS: Readonly<Record<string, string>> = {
  flow: msg('app.theFlow'),
  pressure: msg('app.thePressure'),
  level: msg('app.theLevel'),
  head: msg('app.theHead'),
  opening: msg('app.theOpening'),
  drop: msg('app.theDrop'),
  inside: msg('app.aBore'),
  length: msg('app.theLength'),
  elevation: msg('app.theElevation'),
  kv: msg('app.theKv'),
  cv: msg('app.theCv'),
  restLevel: msg('app.theRestLevel'),
  specificCapacity: msg('app.theSpecificCapacity'),
  pump: msg('app.thePump'),
  mode: msg('app.theGivenEntry'),
};
const wordOf = (key: string, id: string): string => msg('app.at2', { words: WORDS[key] ?? key, id });

function typed(id: string, key: string): Remedy {
  return { name: wordOf(key, id), operations: [], select: id, key };
}

/** entries of a thing of which one too many may be dropped */
function leaveOut(study: Study, id: string): Remedy[] {
  const found = locate(study, id);
  if (!found) return [];
  const { entry, kind } = found;
  const set = (name: string, more: RawEntry, gone: string[] = []): Remedy => {
    const kept = Object.fromEntries(Object.entries(entry).filter(([k]) => !gone.includes(k)));
    return { name, select: id, operations: [{ op: 'set', path: found.path, value: { ...kept, ...more } }] };
  };
  if (kind === 'line') return [{ name: wordOf('flow', id), select: id, operations: setShared(study, id, 'flow', undefined) }];
  // what imposes a flow finds its own head or pressure: without the flow that one has to be known
  if (kind === 'flow') return [set(wordOf('flow', id), { kind: 'pressure', pressure: '0 bar(g)', basis: 'total' }, ['flow'])];
  if (kind === 'pump' && entry.mode === 'flow')
    return [{ ...set(msg('app.andEnterItsHead', { word: wordOf('flow', id) }), { mode: 'head' }, ['flow']), key: 'head' }];
  if (kind === 'control-valve') {
    const gone = ['flow', 'pressure', 'drop', 'opening', 'kv', 'cv'];
    const held = entry.mode === 'flow' ? msg('app.theFlowHeld') : msg('app.thePressureHeld');
    const stands = entry.valve !== undefined ? { mode: 'opening', opening: 0.5 } : { mode: 'drop', drop: '0.5 bar' };
    return [set(msg('app.by', { held, id }), stands, gone)];
  }
  if ((kind === 'vessel' || kind === 'pressure') && entry.flow !== undefined)
    return [set(wordOf('flow', id), {}, ['flow', ...Object.keys(entry).filter((k) => entry[k] === 'solve')])];
  return [];
}

/** entries that are sought or not given, of which one has to be typed */
function give(study: Study, id: string): Remedy[] {
  const found = locate(study, id);
  if (!found) return [];
  const sought = Object.keys(found.entry).filter((k) => found.entry[k] === 'solve');
  const open: Readonly<Record<string, string>> = { flow: 'flow', line: 'flow', pressure: 'pressure', vessel: 'level' };
  const keys = sought.length > 0 ? sought : open[found.kind] ? [open[found.kind]!] : [];
  return keys.map((key) => typed(id, key));
}

function lacking(study: Study, problem: Problem): Remedy[] {
  const id = problem.where[0]!;
  return locate(study, id) ? (problem.detail.keys as readonly string[]).map((key) => typed(id, key)) : [];
}

/** a known pressure where there is none: an expansion vessel on a short pipe, or the point itself made one */
function reference(study: Study, id: string): Remedy[] {
  const kind = study.points[id]?.kind;
  if (kind === undefined) return [];
  if (kind !== 'junction') {
    const done = changePointKind(study, id, 'pressure');
    return done.ok ? [{ name: msg('app.setToAKnownPressure', { id }), operations: done.operations, select: id }] : [];
  }
  const vessel = freeId(study, 'V');
  const pipe = freeId(study, 'L');
  const elevation = study.points[id]!.elevation ?? '0 m';
  return [
    {
      name: msg('app.addAnExpansionVesselAt', { id }),
      select: vessel,
      operations: [
        { op: 'set', path: ['points', vessel], value: { kind: 'pressure', elevation, pressure: '2 bar(g)', basis: 'total' } },
        {
          op: 'insert',
          path: ['lines'],
          index: study.lines.length,
          value: {
            id: freeId(study, 'T'),
            from: vessel,
            to: id,
            elements: [{ id: pipe, kind: 'pipe', length: '2 m', size: 'DN50', schedule: '40', material: 'steel' }],
          },
        },
      ],
    },
  ];
}

function takePoint(id: string): Remedy {
  return { name: msg('app.remove', { id }), select: '', operations: [{ op: 'set', path: ['points', id] }] };
}

/** Lines in which something is wrong or lacking: the rest is worked out as if they were shut. */
export function linesWithProblems(study: Study, problems: readonly Problem[]): number[] {
  const found = new Set<number>();
  for (const p of problems) {
    const at = /^lines\[(\d+)\]\.elements/.exec(p.path);
    if (at) found.add(Number(at[1]));
    else for (const id of p.where) if ((locate(study, id)?.index ?? -1) >= 0) found.add(locate(study, id)!.line);
  }
  return [...found];
}

/** The study without some lines and what hangs on them alone. */
export function withoutLines(study: Study, lines: readonly number[]): Study {
  let rest = study;
  for (const l of lines) {
    const gone = removeLine(rest, study.lines[l]!.id);
    const done = gone.ok ? applyOperations(rest, gone.operations) : gone;
    if (done.ok) rest = done.study;
  }
  return rest;
}
