import fc from 'fast-check';
import { networkStudy } from '../../../../apps/server/src/seed/tarnholt-network.js';
import { productionStudy } from '../../../../apps/server/src/seed/tarnholt-production.js';
import { reinjectionStudy } from '../../../../apps/server/src/seed/tarnholt-reinjection.js';
import { snowmeltStudy } from '../../../../apps/server/src/seed/tarnholt-snowmelt.js';
import { writeShortForm } from '../document/short-form.js';
import type { RawElement, RawEntry, Study } from '../document/study.js';
import { thingKind } from '../document/things.js';
import { runStudy } from '../scenarios/run.js';
import { compareStudies } from './compare.js';
import { changedInputs, type ChangedInput } from './inputs.js';
import type { Word } from '../words/word.js';
import { changedVerdicts, moved, turn } from './results.js';

/* A row as it is expected: written down by who made the change, not read off the comparison. */
type Expected = Omit<ChangedInput, 'label' | 'address' | 'whole'> & { label: string };

const plain = ({ where, label, scenario, before, after }: ChangedInput): Expected => ({
  where,
  label: typeof label === 'string' ? label : label.word,
  scenario,
  before: typeof before === 'object' && before !== null ? before.word : before,
  after: typeof after === 'object' && after !== null ? after.word : after,
});

const STUDIES = [reinjectionStudy, networkStudy, productionStudy, snowmeltStudy];
const lists = (s: Study): RawElement[][] => s.lines.map((l) => l.elements);
const pick = <T>(list: readonly T[], n: number): T | undefined => (list.length === 0 ? undefined : list[n % list.length]);

/** a changed study, and what was done to it; each takes hold of a thing that no other has touched */
interface Changing {
  study: Study;
  expected: Expected[];
  /** whether nothing was done to it yet */
  free: (id: string) => boolean;
  touch: (id: string) => void;
}

type Change = (c: Changing, n: number) => void;

const labelOf = (e: RawEntry, key: string): string => (thingKind(String(e.kind ?? 'line'))!.fields[key]!.label as Word).word;
const freePipes = ({ study, free }: Changing): RawElement[] => lists(study).flat().filter((e) => e.kind === 'pipe' && !isAt(study, e.id) && free(e.id)); // prettier-ignore
/** whether some scenario departs from it */
const isAt = (study: Study, id: string): boolean => study.scenarios.some((s) => Object.keys(s.set ?? {}).some((a) => a.startsWith(`${id}.`))); // prettier-ignore

const CHANGES: Record<string, Change> = {
  'a length for all scenarios': (c, n) => {
    const e = pick(freePipes(c).filter((x) => typeof x.length === 'string'), n); // prettier-ignore
    if (!e) return;
    c.expected.push({ where: e.id, label: 'field.length', scenario: null, before: e.length as string, after: `${7000 + n} m` });
    e.length = `${7000 + n} m`;
  },
  'the same length in another unit is no change': (c, n) => {
    const e = pick(freePipes(c).filter((x) => /^\d+ m$/.test(String(x.length))), n); // prettier-ignore
    if (!e) return;
    e.length = `${Number(String(e.length).slice(0, -2)) / 1000} km`;
    c.touch(e.id);
  },
  'an entry that was not there': (c, n) => {
    const e = pick(freePipes(c).filter((x) => !('roughness' in x)), n); // prettier-ignore
    if (!e) return;
    e.roughness = '0.9 mm';
    c.expected.push({ where: e.id, label: 'field.roughness', scenario: null, before: null, after: '0.9 mm' });
  },
  'a scenario departs': (c, n) => {
    const e = pick(freePipes(c), n);
    const s = pick(c.study.scenarios, n)!;
    if (!e || c.expected.some((x) => x.scenario === s.id && x.label === 'field.scenario')) return;
    c.expected.push({ where: e.id, label: 'field.roughness', scenario: s.id, before: (e.roughness as string) ?? null, after: '1.1 mm' }); // prettier-ignore
    s.set = { ...s.set, [`${e.id}.roughness`]: '1.1 mm' };
  },
  'a scenario departs no longer': (c, n) => {
    const s = pick(c.study.scenarios.filter((x) => Object.keys(x.set ?? {}).length > 0), n); // prettier-ignore
    const address = s && pick(Object.keys(s.set!), n);
    if (!s || !address || !c.free(address.split('.')[0]!)) return;
    const [id, key] = address.split('.') as [string, string];
    const thing = (c.study.points[id] ?? lists(c.study).flat().find((e) => e.id === id) ?? c.study.lines.find((l) => l.id === id)) as RawEntry; // prettier-ignore
    const shared = (thing[key] ?? null) as string | null;
    const was = s.set![address] as string;
    delete s.set![address];
    if (shared !== was) c.expected.push({ where: id, label: labelOf(thing, key), scenario: s.id, before: was, after: shared });
  },
  'a scenario takes an entry away': (c, n) => {
    const e = pick(freePipes(c).filter((x) => typeof x.roughness === 'string'), n); // prettier-ignore
    const s = pick(c.study.scenarios.filter((x) => !x.id.startsWith('later')), n); // prettier-ignore
    if (!e || !s) return;
    s.set = { ...s.set, [`${e.id}.roughness`]: null };
    c.expected.push({ where: e.id, label: 'field.roughness', scenario: s.id, before: e.roughness as string, after: null });
  },
  'a line ends elsewhere': (c, n) => {
    const l = pick(c.study.lines.filter((x) => c.free(x.id)), n); // prettier-ignore
    const to = pick(Object.keys(c.study.points), n)!;
    if (!l || l.to === to) return;
    c.expected.push({ where: l.id, label: 'field.to', scenario: null, before: l.to, after: to });
    l.to = to;
  },
  'an element comes': (c, n) => {
    const list = pick(lists(c.study), n)!;
    const id = `new-${n}`;
    if (!c.free(id)) return;
    list.splice(n % (list.length + 1), 0, { id, kind: 'pipe', length: '120 m', inside: '102.3 mm' });
    c.expected.push({ where: id, label: 'kind.pipe', scenario: null, before: null, after: '120 m bore 102.3 mm' });
  },
  'an element goes': (c, n) => {
    const e = pick(freePipes(c), n);
    if (!e) return;
    for (const l of c.study.lines) l.elements = l.elements.filter((x) => x !== e);
    c.expected.push({ where: e.id, label: 'kind.pipe', scenario: null, before: writeShortForm('pipe', e), after: null });
  },
  'a scenario comes': (c, n) => {
    const id = `later-${n}`;
    if (!c.free(id)) return;
    c.study.scenarios.push({ id, name: 'Later', set: {} });
    c.expected.push({ where: id, label: 'field.scenario', scenario: id, before: null, after: 'Later' });
  },
  'a limit comes': (c, n) => {
    const where = pick(lists(c.study).flat().filter((e) => e.kind === 'pump'), n)!.id; // prettier-ignore
    if (!c.free(`limit ${where}`) || c.study.limits?.some((l) => l.check === 'npsh-ratio' && l.where === where)) return;
    c.study.limits = [...(c.study.limits ?? []), { check: 'npsh-ratio', where, limit: 1.7 }];
    c.expected.push({ where, label: 'change.limit-of', scenario: null, before: null, after: 1.7 });
  },
  'a limit goes': (c, n) => {
    const l = pick((c.study.limits ?? []).filter((x) => !Array.isArray(x.limit)), n); // prettier-ignore
    if (!l || !c.free(`limit ${l.where ?? ''}`) || c.study.limits!.filter((x) => x.check === l.check).length > 1) return;
    c.study.limits = c.study.limits!.filter((x) => x !== l);
    c.expected.push({ where: l.where ?? 'study', label: 'change.limit-of', scenario: l.scenario ?? null, before: l.limit as number, after: null }); // prettier-ignore
  },
  'a row of a curve': (c, n) => {
    const [id, entry] = pick(Object.entries(c.study.pumps ?? {}).filter(([, p]) => Array.isArray(p.curve)), n) ?? []; // prettier-ignore
    if (!entry || !c.free(id!)) return;
    const r = pick(entry.curve as RawEntry[], n)!;
    c.expected.push({ where: id!, label: 'change.row', scenario: null, before: r.head as string, after: '1.5 m' });
    r.head = '1.5 m';
  },
  'a title': (c, n) => {
    if (!c.free('title')) return;
    c.expected.push({ where: 'study', label: 'field.title', scenario: null, before: c.study.title!, after: `Title ${n}` });
    c.study.title = `Title ${n}`;
  },
};
const NAMES = Object.keys(CHANGES);

test('200 random pairs made by known changes: the list is those changes, each once', () => {
  let made = 0;
  fc.assert(
    fc.property(
      fc.nat(STUDIES.length - 1),
      fc.array(fc.tuple(fc.constantFrom(...NAMES), fc.nat(10_000)), { minLength: 1, maxLength: 8 }),
      (which, changes) => {
        const before = STUDIES[which]!();
        const touched = new Set<string>();
        const free = (id: string): boolean => !touched.has(id);
        const touch = (id: string): unknown => touched.add(id);
        const c: Changing = { study: structuredClone(before), expected: [], free, touch };
        for (const [name, n] of changes) {
          CHANGES[name]!(c, n);
          for (const e of c.expected) touched.add(e.where).add(`limit ${e.where}`).add(e.where === 'study' && e.label === 'field.title' ? 'title' : e.where); // prettier-ignore
        }
        made += c.expected.length;
        const found = changedInputs(before, c.study).map(plain);
        const order = (list: Expected[]): string[] => list.map((x) => JSON.stringify(x)).sort(); // prettier-ignore
        expect(order(found)).toEqual(order(c.expected));
        // backwards the same, the other way round
        const back = changedInputs(c.study, before).map(plain).map((x) => ({ ...x, before: x.after, after: x.before })); // prettier-ignore
        expect(order(back)).toEqual(order(c.expected));
      },
    ),
    { numRuns: 200, seed: 36 },
  );
  expect(made).toBeGreaterThan(400);
});

describe('flow up by 8 %, late in the job', () => {
  const before = reinjectionStudy();
  const after = structuredClone(before);
  const flows = [before, after].map((s) => lists(s).flat().find((e) => e.id === 'CV-415')!); // prettier-ignore
  flows[1]!.flow = `${Math.round(Number(String(flows[0]!.flow).split(' ')[0]) * 1.08)} m3/h`;
  const [a, b] = [runStudy(before).scenarios, runStudy(after).scenarios];
  const { inputs, figures, verdicts } = compareStudies(before, after, { solved: { before: a, after: b } });

  test('is one input', () => {
    expect(inputs.map(plain)).toEqual([
      { where: 'CV-415', label: 'field.flow-held', scenario: null, before: flows[0]!.flow, after: flows[1]!.flow },
    ]);
  });

  test('every number of both results is looked at, and those beyond the tolerance are listed', () => {
    // a second way: both results as plain text, number by number
    const numbers = (of: typeof a): Map<string, number> => {
      const found = new Map<string, number>();
      for (const { id, result } of of)
        for (const part of [result!.points, result!.lines, result!.elements])
          for (const [where, r] of Object.entries(part as object))
            for (const [key, x] of Object.entries(r as object)) if (typeof x === 'number' && key !== 'cells') found.set([id, where, key].join(' '), x); // prettier-ignore
      return found;
    };
    const [x, y] = [numbers(a), numbers(b)];
    const expected = [...y].filter(([key, to]) => {
      const from = x.get(key);
      return from !== undefined && to !== from && Math.abs(to - from) / Math.max(Math.abs(to), Math.abs(from)) > 1e-3;
    });
    expect(expected.length).toBeGreaterThan(50);
    const listed = figures.map((f) => [[f.scenario, f.where, f.figure].join(' '), f.after]);
    expect(new Map(listed as [string, number][])).toEqual(new Map(expected));
    expect(figures.every((f) => x.get([f.scenario, f.where, f.figure].join(' ')) === f.before)).toBe(true);
  });

  test('verdicts that turned are those of solve, what turned bad first', () => {
    const judged = (of: typeof a): Map<string, string> =>
      new Map(of.flatMap(({ id, result }) => result!.margins.map((m) => [`${id} ${m.check} ${m.where}`, m.verdict] as const)));
    const [x, y] = [judged(a), judged(b)];
    const expected = [...y].filter(([key, v]) => x.get(key) !== v).map(([key, v]) => [key, x.get(key), v]);
    expect(verdicts.map((v) => [`${v.scenario} ${v.check} ${v.where}`, v.before, v.after]).sort()).toEqual(expected.sort());
    expect(verdicts.length).toBeGreaterThan(1);
    const turns = verdicts.map(turn);
    const worse = turns.filter((t) => t < 0).length;
    expect(turns.slice(0, worse).every((t) => t < 0)).toBe(true);
    expect(verdicts[0]!.after).toBe('fails');
  });
});

test('the tolerance is a share of the larger figure, and what is exactly at it has not moved', () => {
  // |1000 − 1001| = 1 < 0.001 · 1001; |1000 − 1002| = 2 > 1.002; at 50 and 100 the difference is half of the larger
  expect([moved(1000, 1001, 1e-3), moved(1000, 1002, 1e-3), moved(-1000, -1002, 1e-3)]).toEqual([false, true, true]);
  expect([moved(100, 50, 0.5), moved(100, 50, 0.49), moved(50, 100, 0.5)]).toEqual([false, true, false]);
  expect([moved(1, 1, 0), moved(1, 1 + 1e-12, 0), moved(null, null, 0), moved(null, 0, 1)]).toEqual([false, true, false, true]);
});

test('a scenario that is solved no longer says so once, before all else', () => {
  const study = reinjectionStudy();
  const { scenarios } = runStudy(study);
  const [first, ...others] = scenarios;
  const failed = { ...first!, result: { ...first!.result!, status: 'failed' as const, margins: [], incomplete: [] } };
  const { id } = first!;
  const solution = { where: id, check: 'solution', scenario: id, margins: { before: null, after: null } };
  expect(changedVerdicts(scenarios, [failed, ...others])).toEqual([
    { ...solution, before: first!.result!.status, after: 'failed' },
  ]);
  expect(changedVerdicts([failed, ...others], scenarios)).toEqual([
    { ...solution, before: 'failed', after: first!.result!.status },
  ]);
});

test('a new element says what of it does not hold, and nothing of what does', () => {
  const before = reinjectionStudy();
  const after = structuredClone(before);
  // 290 m³/h = 0.0806 m³/s in a bore of 120 mm, 0.01131 m²: 7.1 m/s
  after.lines[0]!.elements.splice(1, 0, { id: 'X-1', kind: 'pipe', length: '1 m', inside: '120 mm' });
  const ofIt = compareStudies(before, after).verdicts.filter((v) => v.where === 'X-1');
  expect(ofIt.length).toBeGreaterThan(0);
  expect(ofIt.every((v) => v.before === null && (v.after === 'fails' || v.after === 'near'))).toBe(true);
  const gone = compareStudies(after, before).verdicts.filter((v) => v.where === 'X-1');
  expect(gone.map((v) => [v.check, v.scenario, v.before, v.after])).toEqual(
    ofIt.map((v) => [v.check, v.scenario, v.after, v.before]),
  );
});

test('scenarios may depart from entries of elements, points and lines alone: no other row has an address', () => {
  const before = reinjectionStudy();
  const after = structuredClone(before);
  const [first] = after.scenarios;
  const pipe = lists(after).flat().find((e) => e.kind === 'pipe')!; // prettier-ignore
  pipe.length = '7 m';
  // a scenario, a liquid and a pump that are called like the pipe
  first!.id = pipe.id;
  for (const s of [before, after]) s.scenarios[0]!.id = pipe.id;
  first!.name = 'Other';
  after.pumps = { ...after.pumps, [pipe.id]: { name: 'X' } };
  before.pumps = { ...before.pumps, [pipe.id]: { name: 'Y' } };
  const rows = changedInputs(before, after).filter((c) => c.where === pipe.id);
  expect(rows.map((c) => [(c.label as Word).word, c.address])).toEqual([
    ['field.name', undefined],
    ['field.length', `${pipe.id}.length`],
    ['field.name', undefined],
  ]);
});
