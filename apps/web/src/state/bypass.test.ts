import { applyOperations, blankStudy, runStudy, type PumpResult, type Study } from '@cedar-knot/core';
import { firstLine } from './address.js';
import { bypassAround, leastFlow } from './bypass.js';

/** V-1 → L-1 → P-1 → L-2 → V-2 with a pump on a curve, best at 60 m³/h, a valve that holds 50 m³/h by day and 20 at night */
function service(): Study {
  const begun = applyOperations(blankStudy('T'), firstLine());
  if (!begun.ok) throw new Error(begun.reason);
  const { study } = begun;
  const [line] = study.lines;
  const [suction, , discharge] = line!.elements;
  const curve = [[0, 50, 0], [30, 48, 0.6], [60, 42, 0.76], [90, 30, 0.65]].map(([q, h, e]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: e })); // prettier-ignore
  const pump = { id: 'P-1', kind: 'pump', mode: 'curve', pump: 'p' };
  const valve = { id: 'CV-1', kind: 'control-valve', mode: 'flow', flow: '50 m3/h' };
  return {
    ...study,
    pumps: { p: { speed: '2950 rpm', curve } },
    lines: [{ ...line!, elements: [suction!, pump, valve, discharge!] }],
    scenarios: [
      { id: 'day', temperature: '20 C' },
      { id: 'night', temperature: '20 C', set: { 'CV-1.flow': '20 m3/h' } },
    ],
  };
}

const pumpIn = (study: Study, scenario: string): PumpResult =>
  runStudy(study).scenarios.find((s) => s.id === scenario)!.result!.elements['P-1'] as PumpResult;

const flowsOf = (study: Study) =>
  ['day', 'night'].map((scenario) => {
    const r = pumpIn(study, scenario);
    return { scenario, flow: r.flow, least: leastFlow(undefined, r, null) };
  });

test('the least flow is the maker’s, or half of best efficiency where that is more; of all that run', () => {
  const r = { bestFlow: 0.02, running: 2 } as PumpResult;
  expect(leastFlow(undefined, r, null)).toBeCloseTo(0.02, 12);
  expect(leastFlow(undefined, r, 0.03)).toBeCloseTo(0.03, 12);
  expect(leastFlow({ allowableRegion: [0.4, 1.2] } as never, r, 0.01)).toBeCloseTo(0.016, 12);
  expect(leastFlow(undefined, { bestFlow: null } as PumpResult, 0.01)).toBe(0.01);
});

test('at night what lacks flows back, by day nothing does; the system gets what it got', () => {
  const study = service();
  const done = bypassAround(study, 'P-1', flowsOf(study));
  if (!done.ok) throw new Error(done.reason);
  const applied = applyOperations(study, done.operations);
  if (!applied.ok) throw new Error(applied.reason);
  const built = applied.study;
  expect(built.lines).toHaveLength(3);
  expect(built.lines[2]).toMatchObject({ to: 'V-1', elements: [{ id: done.select, mode: 'kv', kv: 0 }, { size: 'DN40' }] });
  const run = runStudy(built);
  expect(run.problems).toEqual([]);
  for (const s of run.scenarios) expect(s.result!.elements['CV-1']!.flow).toBeCloseTo((s.id === 'day' ? 50 : 20) / 3600, 9);
  expect(pumpIn(built, 'day').flow).toBeCloseTo(50 / 3600, 9);
  // half of the flow of best efficiency and the spare of 2 %
  const night = pumpIn(built, 'night');
  expect(night.flow / (0.5 * night.bestFlow!)).toBeCloseTo(1.02, 2);
  // and it is one step that is taken back to the letter
  const back = applyOperations(built, applied.inverse);
  expect(back.ok && JSON.stringify(back.study)).toBe(JSON.stringify(study));
});

test('the pump’s outlet stays at its elevation: its pressures are what they were', () => {
  const study = service();
  const raised = { ...study, lines: study.lines.map((l) => ({ ...l, elements: l.elements.map((e, i) => (i === 0 ? { ...e, outletElevation: '-11 m' } : e)) })) }; // prettier-ignore
  const done = bypassAround(raised, 'P-1', flowsOf(raised));
  if (!done.ok) throw new Error(done.reason);
  const applied = applyOperations(raised, done.operations);
  if (!applied.ok) throw new Error(applied.reason);
  const [before, after] = [pumpIn(raised, 'day'), pumpIn(applied.study, 'day')];
  expect(after.outletPressure! / before.outletPressure!).toBeCloseTo(1, 6);
  expect(after.inletPressure! / before.inletPressure!).toBeCloseTo(1, 6);
});

test('where nothing lacks, or the supply takes nothing back, it says so', () => {
  const study = service();
  const enough = flowsOf(study).map((f) => ({ ...f, least: 0.001 }));
  expect(bypassAround(study, 'P-1', enough)).toMatchObject({
    ok: false,
    reason: expect.stringContaining('No minimum-flow line is needed'),
  });
  const well = { ...study, points: { ...study.points, 'V-1': { kind: 'well', elevation: '0 m', restLevel: '0 m', specificCapacity: '9 m3/h/m' } } } as Study; // prettier-ignore
  expect(bypassAround(well, 'P-1', flowsOf(study))).toMatchObject({
    ok: false,
    reason: expect.stringContaining('cannot take a return flow'),
  });
  expect(bypassAround(study, 'P-9', [])).toMatchObject({ ok: false });
});
