import { applyOperations, KV_PER_CV, prepareStudy, runStudy, type RawEntry, type Study } from '@cedar-knot/core';
import { pumpedStudy } from '../test/open.js';
import { BEGINNINGS, EQUIPMENT, fieldsOf, freeEquipmentId, putEquipment, tableProblem, usersOf, withTable, type EquipmentList, type TableField } from './equipment.js'; // prettier-ignore

const study = pumpedStudy();
const put = (of: Study, list: EquipmentList, id: string, entry: RawEntry): Study => {
  const done = applyOperations(of, putEquipment(of, list, id, entry));
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};

test('whatever an entry begins with can be worked with: a study that takes it is read and solved', () => {
  let liquids = 0;
  for (const [kind, { entry }] of Object.entries(BEGINNINGS.fluids)) {
    const taken = put(study, 'fluids', 'new', entry);
    const of = { ...taken, scenarios: taken.scenarios.map((s) => ({ ...s, fluid: 'new' })) };
    const { problems } = prepareStudy(of);
    expect([kind, problems.filter((p) => p.path.startsWith('fluids'))]).toEqual([kind, []]);
    // at so little pressure the gas of crude fills the pump: the valve cannot pass what it is set to
    const status = kind === 'crude' ? 'limited' : 'solved';
    expect([kind, runStudy(of).scenarios[0]!.result?.status]).toEqual([kind, status]);
    liquids++;
  }
  expect(liquids).toBeGreaterThan(3);
  const pump = put(study, 'pumps', 'new', BEGINNINGS.pumps.pump!.entry);
  const [line] = pump.lines;
  const uses = { ...pump, lines: [{ ...line!, elements: line!.elements.map((e) => (e.kind === 'pump' ? { ...e, pump: 'new' } : e)) }] }; // prettier-ignore
  expect(runStudy(uses).scenarios[0]!.result?.status).not.toBe('failed');
  expect(prepareStudy(put(study, 'valves', 'new', BEGINNINGS.valves.valve!.entry)).problems).toEqual([]);
});

test('fields are those of the list, of a fluid those of its kind', () => {
  expect(Object.keys(fieldsOf('pumps', {}))).toContain('curve');
  expect(Object.keys(fieldsOf('valves', {}))).toContain('ratedKv');
  expect(Object.keys(fieldsOf('fluids', { kind: 'water' }))).not.toContain('curve');
  expect(fieldsOf('fluids', { kind: 'treacle' })).toEqual({});
  expect(EQUIPMENT.map((e) => e.list)).toEqual(['fluids', 'pumps', 'valves']);
});

test('a characteristic by table begins with one from shut to the rated coefficient, and one that is there stays', () => {
  expect(withTable({ ratedKv: 90 }, 'table')).toMatchObject({ characteristic: 'table', table: [{ travel: 0, kv: 0 }, { travel: 1, kv: 90 }] }); // prettier-ignore
  expect(withTable({ ratedCv: 100 }, 'table').table).toEqual([{ travel: 0, kv: 0 }, { travel: 1, kv: Number((100 * KV_PER_CV).toPrecision(4)) }]); // prettier-ignore
  const own = [{ travel: 0, kv: 1 }];
  expect(withTable({ ratedKv: 90, table: own }, 'table').table).toBe(own);
  expect(withTable({ ratedKv: 90 }, 'linear')).toEqual({ ratedKv: 90, characteristic: 'linear' });
});

test('who uses an entry: elements, scenarios with another one, and scenarios by their liquid', () => {
  const other: Study = {
    ...study,
    pumps: { ...study.pumps, spare: study.pumps!.hollin! },
    scenarios: [
      { ...study.scenarios[0]!, fluid: 'oil', name: 'Summer' },
      { id: 'x', temperature: '20 C', set: { 'P-1.pump': 'spare', 'P-1.speed': '2900 rpm' } },
    ],
  };
  expect(usersOf(other, 'pumps', 'hollin')).toEqual(['P-1']);
  expect(usersOf(other, 'pumps', 'spare')).toEqual(['P-1']);
  expect(usersOf(other, 'valves', 'gx80')).toEqual(['CV-1']);
  expect(usersOf(other, 'fluids', 'oil')).toEqual(['Summer']);
  expect(usersOf(other, 'pumps', 'nobody')).toEqual([]);
});

test('the list comes with its first entry; ids do not meet', () => {
  const { fluids: _none, ...without } = study;
  const one = put(without, 'fluids', 'oil-1', { kind: 'water' });
  expect(one.fluids).toEqual({ 'oil-1': { kind: 'water' } });
  expect(put(one, 'fluids', 'oil-2', { kind: 'water' }).fluids).toHaveProperty('oil-1');
  expect(freeEquipmentId(one, 'fluids', 'oil')).toBe('oil-2');
  expect(freeEquipmentId(without as Study, 'fluids', 'oil')).toBe('oil-1');
});

describe('rows that cannot stand as a table', () => {
  const curve = fieldsOf('pumps', {}).curve as TableField;
  const rows = (...flows: string[]): RawEntry[] => flows.map((flow, i) => ({ flow, head: `${50 - i} m` }));
  test('too few, too many, a row that lacks what it must have, one that does not rise; units may differ', () => {
    expect(tableProblem(rows('0 m3/h', '10 m3/h', '20 m3/h'), curve)).toBeNull();
    expect(tableProblem(rows('0 m3/h', '10 l/s', '50 m3/h'), curve)).toBeNull();
    expect(tableProblem([], curve)).toBe(`At least ${curve.least} rows required.`);
    expect(tableProblem(Array.from({ length: curve.most + 1 }, (_, i) => rows(`${i} m3/h`)[0]!), curve)).toBe(`At most ${curve.most} rows allowed.`); // prettier-ignore
    expect(tableProblem(rows('0 m3/h', '10 m3/h', '10 m3/h'), curve)).toBe('Row 3: flow must be greater than in the row above.');
    // 10 l/s are 36 m³/h
    expect(tableProblem(rows('0 m3/h', '10 l/s', '30 m3/h'), curve)).toMatch(/^Row 3: flow must be greater/);
    expect(tableProblem([...rows('0 m3/h', '10 m3/h'), { flow: '20 m3/h' }], curve)).toBe('Row 3: head is missing.');
    // an efficiency may be missing, and need not rise
    const some = rows('0 m3/h', '10 m3/h', '20 m3/h').map((r, i) => ({ ...r, efficiency: [0.5, undefined, 0.4][i] }));
    expect(tableProblem(some as RawEntry[], curve)).toBeNull();
  });
});
