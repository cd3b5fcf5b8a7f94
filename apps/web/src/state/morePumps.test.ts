import type { ModelWhole } from '@cedar-knot/core';
import { candidate } from '../test/candidate.js';
import { open, pumpedStudy, settle } from '../test/open.js';
import { boosterBefore, pumpBeside } from './morePumps.js';

/* Hollin gives 62 − 8·(Q/60)² m or so; the other is flatter and weaker: 58, 56, 50 m at 0, 30 and 60 m³/h. */
const other = {
  id: 'm',
  kind: 'pumps',
  key: 'spruce',
  name: 'Spruce',
  revision: 3,
  entry: { name: 'Spruce', speed: '2950 rpm', curve: [[0, 58], [30, 56], [60, 50]].map(([q, h]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: q === 0 ? 0 : 0.7 })) },
} as unknown as ModelWhole; // prettier-ignore
const judged = candidate('m', { diameter: null, speed: 2950, stages: 1 });

test('an unlike unit beside one: both at the same head, each with its part of the flow, behind its own non-return', async () => {
  const { store } = await open(pumpedStudy());
  const { study, shown } = store.getState();
  const [scenario] = study.scenarios;
  const done = pumpBeside(study, 'P-1', other, judged, shown[scenario!.id]!.outcome.result);
  expect(store.getState().rebuild('beside', done)).toBe(true);
  await settle();
  const { elements } = store.getState().shown[scenario!.id]!.outcome.result!;
  const [own, second] = [elements['P-1']!, elements['P-2']!];
  if (own.kind !== 'pump' || second.kind !== 'pump') throw new Error('no pumps');
  expect((own.flow + second.flow) * 3600).toBeCloseTo(60, 4);
  expect(second.flow).toBeGreaterThan(0);
  // between the same two places each has that head and what its own non-return takes
  const lost = (id: string): number => (elements[id] as { headLoss: number }).headLoss;
  expect(own.head! - lost('NR-1')).toBeCloseTo(second.head! - lost('NR-2'), 6);
  expect(store.getState().study.pumps!.spruce).toMatchObject({ from: { model: 'm', revision: 3 } });
});

test('a booster before it: the heads add at the same flow', async () => {
  const { store } = await open(pumpedStudy());
  const done = boosterBefore(store.getState().study, 'P-1', other, judged);
  store.getState().rebuild('booster', done);
  await settle();
  const { study, shown } = store.getState();
  expect(study.lines[0]!.elements.map((e) => e.id).indexOf('P-2')).toBe(
    study.lines[0]!.elements.map((e) => e.id).indexOf('P-1') - 1,
  );
  const { elements } = shown[study.scenarios[0]!.id]!.outcome.result!;
  const [own, booster] = [elements['P-1']!, elements['P-2']!];
  expect(booster.flow).toBeCloseTo(own.flow, 9);
  expect((booster as { head: number }).head).toBeCloseTo(50, 3);
});

test('what cannot be built says why', () => {
  const study = pumpedStudy();
  expect(pumpBeside(study, 'P-9', other, judged, null)).toMatchObject({ ok: false });
  expect(pumpBeside(study, 'P-1', other, judged, null)).toMatchObject({ ok: false, reason: expect.stringContaining('pipe') });
  expect(boosterBefore(study, 'P-9', other, judged)).toMatchObject({ ok: false });
});
