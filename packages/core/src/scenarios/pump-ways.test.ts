import { junction, line, pipe, PUMP, solved, study, vessel } from '../test/studies.js';
import { finding } from '../issues/issues.js';
import type { ScenarioResult } from '../results/results.js';

/* Shut-off head of the pump of the tests: 58.5 m. Water at 20 °C: 998.207 kg/m³. */

const pump = (id: string, more: object = {}) => ({ id, kind: 'pump', mode: 'curve', pump: 'p', ...more });
const nonReturn = (id: string) => ({ id, kind: 'non-return', k: 2, inside: '102.3 mm' });
const held = (id: string, length = 50, more: object = {}) => pipe(id, length, 102.3, { designPressure: '16 bar(g)', ...more });
const margin = (r: ScenarioResult, check: string, where: string) =>
  r.margins.find((m) => m.check === check && m.where === where)!;
/** gauge head, m above elevation 0, that a highest pressure at an elevation stands for */
const headOf = (r: ScenarioResult, where: string, z = 0): number =>
  (margin(r, 'highest-pressure', where).value! - 101_325) / (998.207 * 9.80665) + z;

test('behind a pump: the supply and the shut-off head of the new pump, however worn it runs', () => {
  const r = solved(
    study({ T: vessel(0, 3), U: vessel(20) }, [line('L', 'T', 'U', [pipe('a', 5, 154.1), pump('P', { wear: 0.2 }), held('b')])]),
  );
  expect(headOf(r, 'b')).toBeCloseTo(3 + 58.5, 3);
  expect(margin(r, 'highest-pressure', 'b').governs).toBe('dead-head');
});

test('two pumps in series add theirs; what stands between them has only the first', () => {
  const r = solved(
    study({ T: vessel(0, 3), J: junction(0), U: vessel(60) }, [
      line('L1', 'T', 'J', [pipe('a', 5, 154.1), pump('P'), held('between')]),
      line('L2', 'J', 'U', [pump('R', { speed: '1465 rpm' }), held('behind')]),
    ]),
  );
  expect(headOf(r, 'between')).toBeCloseTo(3 + 58.5, 3);
  // half the speed gives a quarter of the head
  expect(headOf(r, 'behind')).toBeCloseTo(3 + 58.5 * 1.25, 3);
});

test('of two supplies the higher one counts, across junctions; a well at its rest level; a vessel ends the way', () => {
  const r = solved(
    study(
      {
        T: vessel(0, 3),
        W: { kind: 'well', elevation: '-20 m', restLevel: '7 m', specificCapacity: '10 m3/h/m' },
        J: junction(0),
        K: junction(0),
        U: vessel(20),
        X: vessel(5),
      },
      [
        line('L1', 'T', 'J', [pipe('a', 5, 154.1), nonReturn('N1')]),
        line('L2', 'W', 'J', [pipe('w', 5, 154.1), nonReturn('N2')]),
        line('L3', 'J', 'K', [pump('P'), held('b')]),
        line('L4', 'K', 'U', [held('c')]),
        line('L5', 'U', 'X', [held('d')]),
      ],
    ),
  );
  expect(headOf(r, 'b')).toBeCloseTo(7 + 58.5, 3);
  expect(headOf(r, 'c')).toBeCloseTo(7 + 58.5, 3);
  expect(margin(r, 'highest-pressure', 'd').governs).toBe('running');
});

test('in a closed loop its own return gives a pump nothing', () => {
  const r = solved(
    study({ A: junction(0), B: junction(0), E: vessel(0, 10) }, [
      line('L1', 'A', 'B', [pump('P'), held('out')]),
      line('L2', 'B', 'A', [held('back', 300)]),
      line('L3', 'E', 'A', [pipe('conn', 5, 26.6)]),
    ]),
  );
  expect(headOf(r, 'out')).toBeCloseTo(10 + 58.5, 3);
});

test('the lowest point of the pipe counts, and a non-return keeps the pressure of the other pump off', () => {
  const r = solved(
    study({ T: vessel(0, 3), J: junction(0), U: vessel(20) }, [
      line('L1', 'T', 'J', [pump('P'), held('low', 50, { profile: [{ distance: '20 m', elevation: '-8 m' }] }), nonReturn('N1')]),
      line('L2', 'T', 'J', [pump('R', { speed: '3500 rpm' }), held('other'), nonReturn('N2')]),
      line('L3', 'J', 'U', [held('header', 20, { inside: '154.1 mm' })]),
    ]),
  );
  expect(headOf(r, 'low', -8)).toBeCloseTo(3 + 58.5, 3);
  const stronger = 58.5 * (3500 / 2930) ** 2;
  expect(headOf(r, 'header')).toBeCloseTo(3 + stronger, 3);
});

describe('what is suction', () => {
  const band = (r: ScenarioResult, where: string) => margin(r, 'velocity', where).upper;
  test('upstream of a pump across junctions as far as a vessel; behind a pump and between two it is discharge', () => {
    const r = solved(
      study({ T: vessel(0, 3), H: junction(0), J: junction(0), U: vessel(70) }, [
        line('L1', 'T', 'H', [pipe('main', 20, 202.7)]),
        line('L2', 'H', 'J', [pipe('s1', 5, 154.1), pump('P'), nonReturn('N1'), pipe('d1', 5)]),
        line('L3', 'H', 'J', [pipe('s2', 5, 154.1), pump('Q'), nonReturn('N2'), pipe('d2', 5)]),
        line('L4', 'J', 'U', [pipe('mid', 20, 154.1), pump('R'), pipe('far', 20, 154.1, { suction: true })]),
      ]),
    );
    expect(['main', 's1', 's2'].map((id) => band(r, id))).toEqual([2, 2, 2]);
    expect(['d1', 'mid', 'far'].map((id) => band(r, id))).toEqual([4, 4, 4]);
  });
  test('between two pumps only what says so is suction', () => {
    const r = solved(
      study({ T: vessel(0, 3), U: vessel(70) }, [
        line('L', 'T', 'U', [pump('P'), pipe('mid', 20, 154.1, { suction: true }), pump('R'), pipe('far', 20)]),
      ]),
    );
    expect(band(r, 'mid')).toBe(2);
  });
});

test('a pump that is given no power is said, and adds nothing', () => {
  const r = solved(
    study({ T: vessel(0, 3), U: vessel(20) }, [
      line('L', 'T', 'U', [
        { id: 'P', kind: 'pump', mode: 'power', shaftPower: '0 kW', efficiency: 0.7 },
        nonReturn('N'),
        pipe('b'),
      ]),
    ]),
  );
  expect(r.lines.L!.flow).toBe(0);
  expect(r.findings).toContainEqual(finding('power-zero', 'P'));
});

test('a cut beyond 15 %, a stage count that is not made, a change of bore without a reducer are said', () => {
  const pumps = { p: { ...PUMP, stages: 1, stageOptions: [1, 2, 4] } };
  const r = solved(
    study(
      { T: vessel(0, 3), U: vessel(20) },
      [line('L', 'T', 'U', [pump('P', { diameter: '160 mm', stages: 3 }), pipe('b'), pipe('c', 20, 77.9)])],
      { pumps },
    ),
  );
  expect(r.findings.find((f) => f.code === 'trim-large')!.values.share).toBeCloseTo(160 / 198, 9);
  // 0.85 of 198 mm are 168.3 mm
  const cut = (diameter: string): boolean =>
    solved(study({ T: vessel(0, 3), U: vessel(20) }, [line('L', 'T', 'U', [pump('P', { diameter }), pipe('b')])])).findings.some((f) => f.code === 'trim-large'); // prettier-ignore
  expect([cut('168.2 mm'), cut('168.4 mm')]).toEqual([true, false]);
  expect(r.findings.find((f) => f.code === 'stages-not-made')!.values).toEqual({ stages: 3, made: [1, 2, 4] });
  expect(r.findings.find((f) => f.code === 'bore-change')).toMatchObject({
    where: 'c',
    values: { before: 0.1023, behind: expect.closeTo(0.0779, 9) },
  });
});

test('a change of bore is made by a reducer, an expansion or a K that may be either; 2 % are no change', () => {
  const isSaid = (mm: number, first: object[] = [], second: object[] = []): boolean =>
    solved(
      study({ T: vessel(20), U: vessel(0) }, [
        line('L', 'T', 'U', [pipe('a', 20, 100, { fittings: first }), pipe('b', 20, mm, { fittings: second })]),
      ]),
    ).findings.some((f) => f.code === 'bore-change');
  const bend = { type: 'elbow-90', count: 1 };
  expect([98.1, 97.9, 101.9, 102.1].map((mm) => isSaid(mm))).toEqual([false, true, false, true]);
  expect(isSaid(80, [bend], [bend])).toBe(true);
  expect(isSaid(80, [bend, { type: 'reducer', to: '80 mm' }])).toBe(false);
  expect(isSaid(120, [], [{ type: 'expansion', to: '100 mm' }])).toBe(false);
  expect(isSaid(80, [{ k: 0.3 }])).toBe(false);
});

test('a valve shuts against the supply and the shut-off head, at the elevation where it stands', () => {
  const valve = { id: 'V', kind: 'control-valve', mode: 'opening', valve: 'w', opening: 0.5 };
  const r = solved(
    study(
      { T: vessel(0, 3), U: vessel(20) },
      [line('L', 'T', 'U', [pump('P', { outletElevation: '5 m' }), valve, pipe('b', 50, 102.3)])],
      { valves: { w: { ratedKv: 96, shutOffDrop: '10 bar' } } },
    ),
  );
  const { value } = margin(r, 'valve-shut-off', 'V');
  const behind = (r.elements.V as { outletPressure: number }).outletPressure;
  expect(value! + behind).toBeCloseTo(101_325 + 998.207 * 9.80665 * (3 + 58.5 - 5), -2);
});
