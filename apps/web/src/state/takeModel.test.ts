import { applyOperations, isQuantity, prepareStudy, readQuantity, runStudy, type ModelWhole, type Study } from '@cedar-knot/core';
import { carryOperations, positionsFor, studyOfDuty, studyWith, takingOperations } from './takeModel.js';

const entry = {
  name: 'Hollin 100',
  speed: '2950 rpm',
  curve: [
    { flow: '0 m3/h', head: '60 m', efficiency: 0, npshr: '2 m' },
    { flow: '120 m3/h', head: '50 m', efficiency: 0.75, npshr: '3 m' },
    { flow: '200 m3/h', head: '30 m', efficiency: 0.6, npshr: '5 m' },
  ],
};
const model = {
  id: '5f1d0000-0000-4000-8000-000000000001',
  kind: 'pumps',
  key: 'hollin-100',
  name: 'Hollin 100',
  revision: 3,
  entry,
} as unknown as ModelWhole;
const duty = { flow: 120 / 3600, head: 50, staticHead: 30 };

test('a duty becomes a study that runs through it: the curve meets the duty, so the pump gives just that', () => {
  const study = studyOfDuty('Duty', model, duty);
  expect(prepareStudy(study).problems).toEqual([]);
  const { elements } = runStudy(study).scenarios[0]!.result!;
  const pump = elements['P-1'] as unknown as { flow: number; head: number };
  expect(pump.flow * 3600).toBeCloseTo(120, 1);
  expect(pump.head).toBeCloseTo(50, 1);
  expect((study.pumps!['hollin-100'] as { from: object }).from).toEqual({ model: model.id, revision: 3 });
});

test('a model takes a pump’s place: its curve from then on, without the speed and trim of the one before', () => {
  const study = studyOfDuty('Duty', model, duty);
  const other = { ...model, id: '5f1d0000-0000-4000-8000-000000000002', entry: { ...entry, name: 'Other' } } as ModelWhole;
  const before: Study = structuredClone(study);
  Object.assign(before.lines[0]!.elements[0]!, { mode: 'curve', speed: '2900 rpm', diameter: '200 mm', wear: 0.05 });
  const next = studyWith(before, other, 'P-1');
  // the key of another model is not taken over
  expect(next.lines[0]!.elements[0]).toEqual({
    id: 'P-1',
    kind: 'pump',
    name: 'Hollin 100',
    mode: 'curve',
    pump: 'hollin-100-2',
    wear: 0.05,
  });
  expect(Object.keys(next.pumps!)).toEqual(['hollin-100', 'hollin-100-2']);
  // the same model once more is the same entry, with its newer revision
  const again = takingOperations(next, { ...other, revision: 9 }, null);
  expect(again.key).toBe('hollin-100-2');
  expect(again.operations).toMatchObject([{ value: { from: { revision: 9 } } }]);
});

test('the places that a model can take, and what stands there', () => {
  const study = studyOfDuty('Duty', model, duty);
  expect(positionsFor(study, 'pumps')).toEqual([{ id: 'P-1', name: 'Hollin 100', now: 'Hollin 100' }]);
  expect(positionsFor(study, 'valves')).toEqual([]);
  const drop = readQuantity(String((study.lines[0]!.elements[1] as { drop?: string }).drop), 'pressureDifference');
  // 20 m of water of 998.2 kg/m³: ρ·g·h
  expect(isQuantity(drop) ? drop.si : NaN).toBeCloseTo(998.2 * 9.80665 * 20, -2);
});

test('pumps that a study only carries stand nowhere; each has a key of its own, and the report gets the part that compares them', () => {
  const study = studyOfDuty('Duty', model, duty);
  const other = (n: number): ModelWhole => ({ ...model, id: `5f1d0000-0000-4000-8000-00000000001${n}` });
  const carry = (of: Study): Study => {
    const done = applyOperations(of, carryOperations(of, [model, other(1), other(2)]));
    if (!done.ok) throw new Error(done.reason);
    return done.study;
  };
  const carried = carry(study);
  expect(Object.keys(carried.pumps!)).toEqual(['hollin-100', 'hollin-100-2', 'hollin-100-3']);
  expect(carried.lines).toEqual(study.lines);
  expect(carried.report).toBeUndefined();
  const chosen = carry({ ...study, report: { parts: ['cover', 'margins'] } });
  expect(chosen.report!.parts).toEqual(['cover', 'margins', 'candidates']);
  expect(carry(chosen).report!.parts).toEqual(['cover', 'margins', 'candidates']);
});
