import { applyOperations, blankStudy, runStudy, thingKind, type Operation, type RawEntry, type Study } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { recalculate } from '../worker/outcome.js';
import { firstLine, setShared } from './address.js';
import { adviceFor } from './remedies.js';
import { branchAt } from './topology.js';

const after = (study: Study, operations: readonly Operation[]): Study => {
  const done = applyOperations(study, operations);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};
const first = (...more: Operation[]): Study => after(after(blankStudy('T'), firstLine()), more);
const advices = (study: Study) =>
  runStudy(study).problems.flatMap((p) => {
    const a = adviceFor(study, p);
    return a ? [{ code: p.code, ...a }] : [];
  });

test('one entry too many: each of the ways out leaves a study that solves', () => {
  // the pump imposes a flow, a valve in the same line holds another one
  const valve = { id: 'CV-1', kind: 'control-valve', mode: 'flow', flow: '50 m3/h' };
  const study = first({ op: 'insert', path: ['lines', 0, 'elements'], index: 2, value: valve });
  const [advice] = advices(study);
  expect(advice).toMatchObject({ code: 'over-specified', lead: 'One entry too many. Remove:' });
  expect(advice!.remedies.map((r) => r.name)).toEqual(['the flow held by CV-1', 'the flow at P-1, and enter its head']);
  for (const r of advice!.remedies) {
    let mended = after(study, r.operations);
    // the entry that has to be typed then
    if (r.key) mended = after(mended, setShared(mended, r.select, r.key, '60 m'));
    const run = runStudy(mended);
    expect([r.name, run.problems, run.scenarios[0]!.result?.status]).toEqual([r.name, [], 'solved']);
  }
});

test('a flow that is drawn off beside a pump of given flow becomes a pressure', () => {
  const drawn = first({ op: 'set', path: ['points', 'V-2'], value: { kind: 'flow', elevation: '20 m', flow: '-50 m3/h' } });
  const remedy = advices(drawn)[0]!.remedies.find((r) => r.name === 'the flow at V-2')!;
  expect(runStudy(after(drawn, remedy.operations)).scenarios[0]!.result?.status).toBe('solved');
});

test('one entry lacking: the one that is sought is named, by its field', () => {
  const study = first({
    op: 'set',
    path: ['lines', 0, 'elements', 1],
    value: { id: 'P-1', kind: 'pump', mode: 'head', head: 'solve' },
  });
  expect(advices(study)[0]).toMatchObject({
    code: 'under-specified',
    remedies: [{ name: 'the head at P-1', select: 'P-1', key: 'head' }],
  });
  const bare = first({ op: 'set', path: ['lines', 0, 'elements', 0, 'size'] });
  expect(advices(bare).flatMap((a) => a.remedies)).toContainEqual(expect.objectContaining({ select: 'L-1' }));
});

test('a closed circuit without a pressure gets an expansion vessel, a point that nothing meets goes', () => {
  const ring = first(
    {
      op: 'set',
      path: ['points'],
      value: { 'J-1': { kind: 'junction', elevation: '0 m' }, 'J-2': { kind: 'junction', elevation: '0 m' } },
    },
    { op: 'set', path: ['lines', 0, 'from'], value: 'J-1' },
    { op: 'set', path: ['lines', 0, 'to'], value: 'J-2' },
    {
      op: 'insert',
      path: ['lines'],
      index: 1,
      value: {
        id: 'T-2',
        from: 'J-2',
        to: 'J-1',
        elements: [{ id: 'L-9', kind: 'pipe', length: '90 m', size: 'DN150', schedule: '40' }],
      },
    },
  );
  const [advice] = advices(ring);
  expect(advice!.code).toBe('no-pressure-reference');
  const closed = after(ring, advice!.remedies[0]!.operations);
  expect(runStudy(closed).scenarios[0]!.result?.status).toBe('solved');

  const lonely = first({ op: 'set', path: ['points', 'V-9'], value: { kind: 'vessel', elevation: '0 m' } });
  expect(runStudy(after(lonely, advices(lonely)[0]!.remedies[0]!.operations)).problems).toEqual([]);
});

test('with a line that lacks something the rest is worked out', () => {
  const whole = first();
  const built = branchAt(whole, 'P-1', null);
  if (!built.ok) throw new Error(built.reason);
  const branched = after(whole, built.operations);
  const broken = after(branched, [
    { op: 'set', path: ['lines', 2, 'elements', 0, 'length'] },
    { op: 'set', path: ['scenarios', 0, 'set'], value: { 'L-3.roughness': '0.1 mm', 'P-1.flow': '70 m3/h' } },
  ]);
  const outcome = recalculate(broken, null);
  expect(outcome.leftOut).toEqual(['T-3']);
  expect(outcome.problems).not.toEqual([]);
  const r = outcome.scenarios[0]!.result!;
  // all of the pump's flow takes the line that is left
  expect(r.lines['T-2']!.flow).toBeCloseTo(70 / 3600, 9);
  expect(r.lines['T-3']).toBeUndefined();
  // nothing is left when the only line lacks something
  expect(recalculate(first({ op: 'set', path: ['lines', 0, 'elements', 0, 'length'] }), null)).toMatchObject({ leftOut: [] });
});

test('givens and unknowns in trade words', () => {
  const of = (kind: string, e: RawEntry) => {
    const g = thingKind(kind)!.givens(e);
    return g && { given: g.given.map(said), solved: g.solved.map(said) };
  };
  expect(of('pump', { mode: 'flow', flow: '9 m3/h' })).toEqual({ given: ['flow'], solved: ['head'] });
  expect(of('control-valve', { mode: 'opening', opening: 'solve' })).toEqual({ given: [], solved: ['opening'] });
  expect(of('vessel', { level: 'solve' })).toEqual({ given: ['flow'], solved: ['level'] });
  expect(of('pipe', {})).toBeUndefined();
  expect(of('junction', {})).toEqual({ given: [], solved: ['pressure'] });
  expect(of('junction', { offtake: '5 m3/h' })?.given).toEqual(['offtake']);
  expect(of('well', {})?.solved).toEqual(['level', 'flow']);
  expect(of('flow', { flow: 'solve' })).toEqual({ given: [], solved: ['flow', 'pressure'] });
  expect(of('device', { drop: 'solve' })).toEqual({ given: [], solved: ['drop'] });
  for (const mode of ['flow', 'head', 'power', 'curve', 'off'])
    expect(of('pump', { mode })!.given).toHaveLength(mode === 'power' ? 2 : 1);
  for (const mode of ['opening', 'kv', 'cv', 'drop', 'flow', 'outlet-pressure', 'inlet-pressure'])
    expect([mode, of('control-valve', { mode })!.given.length]).toEqual([mode, 1]);
});
