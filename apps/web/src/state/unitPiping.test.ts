import { applyOperations, unitElements, type Operation, type Study } from '@cedar-knot/core';
import { open, pumpedStudy } from '../test/open.js';
import { locate, removeElement, setSeen } from './address.js';
import { lineActions } from './lineActions.js';
import { branchAt, joinWithNext, moveElement, rename, splitPipe, type Rebuild } from './topology.js';
import { unitPipingBegun } from './unitPiping.js';

/* What each unit of a pump has for itself is found, edited, moved and taken out like anything that stands in a line. */

function done(study: Study, operations: readonly Operation[]): Study {
  const result = applyOperations(study, operations);
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.study;
}
const rebuilt = (study: Study, r: Rebuild): Study => {
  if (!r.ok) throw new Error(r.reason);
  return done(study, r.operations);
};
const pumpOf = (study: Study) => study.lines[0]!.elements.find((e) => e.id === 'P-1')!;
const ids = (study: Study, side: 'suction' | 'discharge'): string[] => unitElements(pumpOf(study), side).map((e) => e.id);

const bare = pumpedStudy();
const begun = done(bare, unitPipingBegun(bare, 'P-1', 'suction'));
const study = done(begun, unitPipingBegun(begun, 'P-1', 'discharge'));
const [suction] = ids(study, 'suction');
const [valve, pipe] = ids(study, 'discharge');

test('a side begins with a pipe like the one beside the pump, the discharge with a non-return before it', () => {
  const { size, schedule } = bare.lines[0]!.elements.find((e) => e.kind === 'pipe')!;
  expect(unitElements(pumpOf(study), 'suction')).toMatchObject([{ kind: 'pipe', size, schedule }]);
  expect(unitElements(pumpOf(study), 'discharge').map((e) => e.kind)).toEqual(['non-return', 'pipe']);
  const twice = done(study, unitPipingBegun(study, 'P-1', 'discharge'));
  expect(ids(twice, 'discharge')).toHaveLength(4);
  expect(new Set(ids(twice, 'discharge')).size).toBe(4);
});

test('it is found with the pump it belongs to, and its entries are set where it stands', () => {
  expect(locate(study, pipe!)).toMatchObject({
    kind: 'pipe',
    index: 1,
    unitOf: 'P-1',
    list: expect.arrayContaining(['discharge']),
  });
  const long = done(study, setSeen(study, undefined, pipe!, 'length', '7 m'));
  expect(unitElements(pumpOf(long), 'discharge')[1]).toMatchObject({ length: '7 m' });
  expect(ids(rebuilt(study, rename(study, pipe!, 'L-D')), 'discharge')).toEqual([valve, 'L-D']);
});

test('it is moved, parted and joined among its own, and no branch leaves it', () => {
  expect(ids(rebuilt(study, moveElement(study, pipe!, -1)), 'discharge')).toEqual([pipe, valve]);
  expect(moveElement(study, suction!, 1).ok).toBe(false);
  const parted = splitPipe(study, suction!, '0.5 m', null, null);
  const two = rebuilt(study, parted);
  expect(unitElements(pumpOf(two), 'suction').map((e) => e.length)).toEqual(['0.5 m', '1.5 m']);
  expect(ids(rebuilt(two, joinWithNext(two, suction!)), 'suction')).toEqual([suction]);
  expect(branchAt(study, pipe!, null)).toMatchObject({ ok: false });
});

test('it is taken out with what scenarios say of it, and with its pump', () => {
  const varied = done(study, [{ op: 'set', path: ['scenarios', 0, 'set'], value: { [`${pipe}.length`]: '9 m' } }]);
  const without = done(varied, removeElement(varied, pipe!));
  expect(ids(without, 'discharge')).toEqual([valve]);
  expect(without.scenarios[0]!.set).toBeUndefined();
  const gone = done(varied, removeElement(varied, 'P-1'));
  expect(gone.scenarios[0]!.set).toBeUndefined();
});

test('at one of them everything is offered but a branch; what is taken out is followed by what stands beside it', async () => {
  const { store } = await open(study);
  expect(lineActions(store, pipe!).map((a) => a.key)).toEqual(['split', 'up', 'down', 'remove']);
  lineActions(store, pipe!)
    .find((a) => a.key === 'remove')!
    .run();
  expect(store.getState().selected).toBe(valve);
  lineActions(store, valve!)
    .find((a) => a.key === 'remove')!
    .run();
  expect(store.getState().selected).toBe('P-1');
});
