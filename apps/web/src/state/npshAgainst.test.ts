import type { ServiceCurves, Study } from '@cedar-knot/core';
import { npshAgainst } from './npshAgainst.js';
import type { Shown } from './studyStore.js';

/** required 1 + Q, as one and two scenarios run it; available the same at every flow */
const curves = (npsha: number): ServiceCurves =>
  ({
    pump: 'P1',
    flows: [0, 1, 2, 3, 4],
    pumps: [{ scenarios: ['low', 'high'], running: 1, lastFlow: 3, flow: [0, 1, 2, 3], npshr: [1, 2, 3, 4] }],
    scenarios: [
      { id: 'low', npsha: [npsha, npsha, npsha, npsha, npsha] },
      { id: 'high', npsha: [null, 30, 30, 30, 30] },
    ],
  }) as unknown as ServiceCurves;
const shown = (limit: number): Record<string, Shown> =>
  Object.fromEntries(
    ['low', 'high'].map((id) => [
      id,
      {
        outcome: {
          result: {
            margins: [{ check: 'npsh-ratio', where: 'P1', value: 2, limit, verdict: 'holds' }],
            elements: { P1: { kind: 'pump', flow: 1, npsha: 6, npshr: 2 } },
          },
        },
      },
    ]),
  ) as unknown as Record<string, Shown>;
const study = { scenarios: [{ id: 'low' }, { id: 'high' }] } as unknown as Study;

test('the limit is no longer held where NPSHA is limit·NPSHR: 6 = 1.6·(1 + Q) at 2.75, 6 = 1.5·(1 + Q) at the last flow, 3', () => {
  const meets = (limit: number, npsha = 6) => npshAgainst(study, shown(limit), curves(npsha), 'P1').duties.map((d) => d.meets);
  expect(meets(1.6)[0]).toBeCloseTo(2.75, 12);
  expect(meets(1.5)[0]).toBeCloseTo(3, 12);
  // 30 over 4 is far off: they do not meet on the curve
  expect(meets(1.6)[1]).toBeNull();
  expect(meets(1.4)[0]).toBeNull();
  // at no flow is there as much as is asked
  expect(meets(1.6, 1)[0]).toBeNull();
});

test('the axes hold what is drawn: to the last flow of the curve or a duty, to the greatest of both', () => {
  const found = npshAgainst(study, shown(1.3), curves(6), 'P1');
  expect(found).toMatchObject({ lastFlow: 3, most: 30, limit: 1.3 });
  expect(found.available.map((l) => l.points.map((p) => p.flow))).toEqual([
    [0, 1, 2, 3],
    [1, 2, 3],
  ]);
  const { most, available } = npshAgainst(study, shown(1.3), { ...curves(6), scenarios: [] }, 'P1');
  expect({ most, available }).toEqual({ most: 4, available: [] });
  expect(npshAgainst(study, shown(1.3), { ...curves(6), pumps: [] }, 'P1')).toMatchObject({ required: [], lastFlow: 1 });
});
