import { applyOperations, blankStudy, runStudy, type PipeResult, type ScenarioResult, type Study } from '@cedar-knot/core';
import { firstLine, locate } from './address.js';
import {
  branchAt,
  changePointKind,
  dissolve,
  joinWithNext,
  moveElement,
  removeLine,
  rename,
  setEnds,
  splitPipe,
  type Rebuild,
} from './topology.js';

function apply(study: Study, change: Rebuild | { operations: ReturnType<typeof firstLine> }): Study {
  if ('reason' in change) throw new Error(change.reason);
  const done = applyOperations(study, change.operations);
  if (!done.ok) throw new Error(done.reason);
  // every rebuild can be taken back to the letter
  const back = applyOperations(done.study, done.inverse);
  expect(back.ok && JSON.stringify(back.study)).toBe(JSON.stringify(study));
  return done.study;
}
const solve = (study: Study): ScenarioResult => {
  const run = runStudy(study);
  expect(run.problems).toEqual([]);
  return run.scenarios[0]!.result!;
};
const loss = (r: ScenarioResult, ...ids: string[]) => ids.reduce((s, id) => s + (r.elements[id] as PipeResult).headLoss!, 0);

/** V-1 → L-1 → P-1 → L-2 (150 m, two fittings, a high point at 100 m) → V-2, 60 m³/h */
function first(): Study {
  const study = apply(blankStudy('T'), { operations: firstLine() });
  return apply(study, {
    operations: [
      { op: 'set', path: ['lines', 0, 'elements', 2, 'fittings'], value: [{ type: 'elbow-90', count: 2 }] },
      { op: 'set', path: ['lines', 0, 'elements', 2, 'profile'], value: [{ distance: '100 m', elevation: '18 m' }] },
      { op: 'set', path: ['scenarios', 0, 'set'], value: { 'L-2.roughness': '0.2 mm', 'P-1.flow': '70 m3/h' } },
    ],
  });
}

describe('a pipe is parted', () => {
  const whole = first();
  const before = solve(whole);
  const parted = apply(whole, splitPipe(whole, 'L-2', '60 m', { id: 'D-1', kind: 'device', drop: '0 bar' }, before));

  test('the lengths keep their sum, and nothing of the flow changes', () => {
    const [, , a, d, b] = parted.lines[0]!.elements;
    expect([a!.length, d!.id, b!.length]).toEqual(['60 m', 'D-1', '90 m']);
    expect(b!.profile).toEqual([{ distance: '40 m', elevation: '18 m' }]);
    // roughness of the scenario stays with the first part alone: compare without it
    const plain = (s: Study): Study => ({ ...s, scenarios: [{ ...s.scenarios[0]!, set: { 'P-1.flow': '70 m3/h' } }] });
    const [x, y] = [solve(plain(whole)), solve(plain(parted))];
    expect(loss(y, 'L-2', b!.id)).toBeCloseTo(loss(x, 'L-2'), 9);
    // it rises evenly from 0 to 20 m: 60/150 of the way up
    expect(a!.outletElevation).toBe('8 m');
  });
  test('and joined again it is what it was', () => {
    const bare = apply(parted, { operations: [{ op: 'remove', path: ['lines', 0, 'elements'], index: 3 }] });
    const again = apply(bare, joinWithNext(bare, 'L-2'));
    expect(again.lines[0]!.elements[2]).toEqual(whole.lines[0]!.elements[2]);
  });
  test.each(['0 m', '150 m', '3 bar', ''])('not at %s', (at) =>
    expect(splitPipe(whole, 'L-2', at, null, before)).toMatchObject({ ok: false, reason: expect.stringContaining('150 m') }),
  );
  test('a length in feet stays in feet', () => {
    const feet = apply(whole, { operations: [{ op: 'set', path: ['lines', 0, 'elements', 2, 'length'], value: '300 ft' }] });
    expect(apply(feet, splitPipe(feet, 'L-2', '30.48 m', null, before)).lines[0]!.elements[3]!.length).toBe('200 ft');
  });
  test('unlike pipes are not joined', () => {
    const other = apply(parted, {
      operations: [
        { op: 'remove', path: ['lines', 0, 'elements'], index: 3 },
        { op: 'set', path: ['lines', 0, 'elements', 3, 'size'], value: 'DN100' },
      ],
    });
    expect(joinWithNext(other, 'L-2')).toMatchObject({ ok: false, reason: expect.stringContaining('size') });
  });
});

describe('a branch', () => {
  const whole = first();
  const before = solve(whole);

  test('after an element: a junction parts the line and a further one leaves from it', () => {
    const branched = apply(whole, branchAt(whole, 'P-1', before));
    expect(branched.lines.map((l) => [l.from, l.elements.map((e) => e.id), l.to])).toEqual([
      ['V-1', ['L-1', 'P-1'], 'J-1'],
      ['J-1', ['L-2'], 'V-2'],
      ['J-1', ['L-3'], 'V-3'],
    ]);
    const shut = solve(apply(branched, { operations: [{ op: 'set', path: ['lines', 2, 'closed'], value: true }] }));
    expect(loss(shut, 'L-1', 'L-2')).toBeCloseTo(loss(before, 'L-1', 'L-2'), 9);
    // two vessels now take the flow between them
    const r = solve(branched);
    expect(r.lines['T-2']!.flow + r.lines['T-3']!.flow).toBeCloseTo(70 / 3600, 9);
  });
  test('at the last pipe: half way along it; taken away again the line is whole', () => {
    const branched = apply(whole, branchAt(whole, 'L-2', before));
    expect(branched.points['J-1']).toEqual({ kind: 'junction', elevation: '10 m' });
    expect(branched.lines[1]!.elements[0]).toMatchObject({ length: '75 m' });
    const without = apply(branched, removeLine(branched, 'T-3'));
    expect(Object.keys(without.points)).toEqual(['V-1', 'V-2', 'J-1']);
    expect(dissolve(branched, 'J-1')).toMatchObject({ ok: false });
    const line = apply(without, dissolve(without, 'J-1'));
    expect(line.lines).toHaveLength(1);
    // L-2 keeps its roughness in this scenario, its other half has the material's: both are known from the first solution
    expect(line.lines[0]!.elements.map((e) => e.id)).toEqual(['L-1', 'P-1', 'L-2', 'L-3']);
    expect(line.lines[0]!.elements[2]).toMatchObject({ outletElevation: '10 m' });
    solve(line);
  });
  test('from a point', () => {
    const branched = apply(whole, branchAt(whole, 'V-2', before));
    expect(branched.lines[1]).toMatchObject({ from: 'V-2', to: 'V-3' });
  });
});

test('a new tag goes everywhere', () => {
  const study = apply(first(), {
    operations: [{ op: 'set', path: ['limits'], value: [{ check: 'velocity', limit: '3 m/s', where: 'L-2' }] }],
  });
  const renamed = apply(
    apply(apply(study, rename(study, 'L-2', '410-DN150')), rename(study, 'V-1', 'TK-1')),
    rename(study, 'T-1', 'main'),
  );
  expect(JSON.stringify(renamed)).not.toMatch(/"L-2|"V-1"|"T-1"/);
  expect(Object.keys(renamed.points)).toEqual(['TK-1', 'V-2']);
  expect(loss(solve(renamed), '410-DN150')).toBe(loss(solve(study), 'L-2'));
  expect(rename(study, 'L-2', 'P-1')).toMatchObject({ ok: false, reason: expect.stringContaining('already in use') });
  expect(rename(study, 'L-2', 'a b')).toMatchObject({ ok: false });
});

test('a point of another kind keeps what it knows and forgets the rest, in scenarios too', () => {
  const study = apply(first(), {
    operations: [{ op: 'set', path: ['scenarios', 0, 'set'], value: { 'V-2.level': '1 m', 'V-2.elevation': '21 m' } }],
  });
  const pressure = apply(study, changePointKind(study, 'V-2', 'pressure'));
  expect(pressure.points['V-2']).toEqual({ name: 'Destination', elevation: '20 m', kind: 'pressure' });
  expect(pressure.scenarios[0]!.set).toEqual({ 'V-2.elevation': '21 m' });
});

test('elements move along their line, lines to other points; what is not there is said', () => {
  const study = first();
  expect(apply(study, moveElement(study, 'P-1', -1)).lines[0]!.elements.map((e) => e.id)).toEqual(['P-1', 'L-1', 'L-2']);
  expect(moveElement(study, 'L-1', -1)).toMatchObject({ ok: false });
  const branched = apply(study, branchAt(study, 'P-1', null));
  expect(apply(branched, setEnds(branched, 2, 'J-1', 'V-2')).lines[2]).toMatchObject({ to: 'V-2' });
  expect(setEnds(branched, 2, 'J-9', 'V-2')).toMatchObject({ reason: expect.stringContaining('J-9') });
  expect(locate(branched, 'J-1')?.kind).toBe('junction');
});
