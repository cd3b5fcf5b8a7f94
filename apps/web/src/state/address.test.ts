import { applyOperations, type Operation, type Study } from '@cedar-knot/core';
import fc from 'fast-check';
import { pumpedStudy } from '../test/open.js';
import { dropAddresses, entryIn, forget, freeId, freeIds, freeScenarioId, locate, ownEntries, prefixOf, removeElement, setOwn, setSeen, setShared } from './address.js'; // prettier-ignore

const study = pumpedStudy({
  op: 'set',
  path: ['scenarios'],
  value: ['a', 'b', 'c'].map((id) => ({ id, temperature: '20 C' })),
});
const after = (of: Study, operations: readonly Operation[]): Study => {
  const done = applyOperations(of, operations);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};

test('whatever is set, shared or for one scenario, is what is seen then, and by nobody else; taken back it leaves no trace', () => {
  const address = fc.constantFrom(['L-1', 'length'], ['CV-1', 'flow'], ['V-1', 'level'], ['T-1', 'closed']);
  const step = fc.record({ at: address, scenario: fc.constantFrom(null, 'a', 'b', 'c'), value: fc.constantFrom('1 m', '2 m', undefined) }); // prettier-ignore
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
      let now = study;
      // what each scenario has, kept beside in the plainest way
      const shared = new Map<string, unknown>();
      const own = new Map<string, unknown>();
      for (const { at, scenario, value } of steps) {
        const [id, key] = at as [string, string];
        const name = `${id}.${key}`;
        if (!shared.has(name)) shared.set(name, locate(study, id)!.entry[key]);
        now = after(now, scenario === null ? setShared(now, id, key, value) : setOwn(now, scenario, id, key, value));
        if (scenario === null) shared.set(name, value);
        else if (value === undefined) own.delete(`${scenario} ${name}`);
        else own.set(`${scenario} ${name}`, value);
        for (const s of now.scenarios) {
          const k = `${s.id} ${name}`;
          expect(entryIn(now, s, id, key)).toEqual({ value: own.has(k) ? own.get(k) : shared.get(name), own: own.has(k) });
        }
      }
      for (const s of now.scenarios) {
        const count = [...own.keys()].filter((k) => k.startsWith(`${s.id} `)).length;
        // an empty list of own entries does not stay behind
        expect(s.set === undefined ? 0 : Object.keys(s.set).length).toBe(count);
        expect('set' in s && s.set !== undefined).toBe(count > 0);
      }
    }),
    { seed: 7, numRuns: 150 },
  );
});

test('an entry is set where a scenario sees it', () => {
  const own = after(study, setOwn(study, 'b', 'L-1', 'length', '9 m'));
  const [, b] = own.scenarios;
  const seen = after(own, setSeen(own, b, 'L-1', 'length', '8 m'));
  expect([seen.scenarios[1]!.set, entryIn(seen, undefined, 'L-1', 'length').value]).toEqual([{ 'L-1.length': '8 m' }, '10 m']);
  const shared = after(own, setSeen(own, own.scenarios[0], 'L-1', 'length', '7 m'));
  expect([shared.scenarios[1]!.set, entryIn(shared, undefined, 'L-1', 'length').value]).toEqual([{ 'L-1.length': '9 m' }, '7 m']);
  expect(setSeen(own, undefined, 'nobody', 'length', '1 m')).toEqual([]);
  expect(setOwn(own, 'nobody', 'L-1', 'length', '1 m')).toEqual([]);
});

test('a thing that goes takes along what is said of it elsewhere, and nothing of one whose name begins alike', () => {
  const said = after(study, [
    ...setOwn(study, 'a', 'P-1', 'wear', 0.1),
    { op: 'set', path: ['limits'], value: [{ check: 'npsh-ratio', where: 'P-1', limit: 2 }, { check: 'npsh-ratio', where: 'P-10', limit: 3 }, { check: 'velocity', limit: 4 }] }, // prettier-ignore
  ]);
  const more = after(said, setOwn(said, 'b', 'P-1', 'wear', 0.2));
  const both = after(more, [{ op: 'set', path: ['scenarios', 1, 'set', 'P-10.wear'], value: 0.3 }]);
  const gone = after(both, removeElement(both, 'P-1'));
  expect(gone.lines[0]!.elements.some((e) => e.id === 'P-1')).toBe(false);
  expect(gone.scenarios.map((s) => s.set)).toEqual([undefined, { 'P-10.wear': 0.3 }, undefined]);
  expect(gone.limits!.map((l) => l.where)).toEqual(['P-10', undefined]);
  expect(removeElement(both, 'V-1')).toEqual([]);
  expect(forget(study, ['P-1'])).toEqual([]);
});

test('a tee without its branch is a plain junction', () => {
  const tee = {
    ...study,
    points: { ...study.points, J: { kind: 'junction', branch: 'T-1' }, K: { kind: 'junction', branch: 'T-2' } },
  } as Study;
  const plain = after(tee, forget(tee, ['T-1']));
  expect([plain.points.J, plain.points.K]).toEqual([{ kind: 'junction' }, { kind: 'junction', branch: 'T-2' }]);
});

test('addresses are dropped wherever they stand; of several in a scenario the others stay', () => {
  const set = after(after(study, setOwn(study, 'a', 'L-1', 'length', '1 m')), []);
  const two = after(set, setOwn(set, 'a', 'L-2', 'length', '2 m'));
  expect(
    after(
      two,
      dropAddresses(two, (x) => x === 'L-1.length'),
    ).scenarios[0]!.set,
  ).toEqual({ 'L-2.length': '2 m' });
  expect(
    after(
      two,
      dropAddresses(two, (x) => x.endsWith('.length')),
    ).scenarios[0],
  ).not.toHaveProperty('set');
  expect(ownEntries(two, 'L-1')).toEqual([{ letter: 'A', scenario: 'a', keys: ['length'] }]);
  expect(ownEntries(two, 'L')).toEqual([]);
});

test('ids that are free: never one that stands, never the same twice', () => {
  expect([freeId(study, 'P'), freeId(study, 'L'), freeId(study, 'X')]).toEqual(['P-2', 'L-3', 'X-1']);
  const next = freeIds(study);
  expect([next('L'), next('L'), next('V'), next('L')]).toEqual(['L-3', 'L-4', 'V-3', 'L-5']);
  expect(freeScenarioId([{ id: 's3' }, { id: 'x' }] as never)).toBe('s4');
  expect(freeScenarioId([])).toBe('s1');
  expect([prefixOf('pump'), prefixOf('nothing of the kind')]).toEqual(['P', 'E']);
});
