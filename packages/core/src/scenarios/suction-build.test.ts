import { junction, line, pipe, study, vessel } from '../test/studies.js';
import { runStudy } from './run.js';
import { suctionBuild } from './suction-build.js';

const build = (raw: unknown, pump = 'P') => {
  const s = runStudy(raw).scenarios[0]!;
  return { built: suctionBuild(s.model!, s.result!, pump)!, result: s.result! };
};
const pump = (id = 'P', more: object = {}) => ({ id, kind: 'pump', mode: 'curve', pump: 'p', ...more });

test('from the surface of the supply to the inlet: the parts by hand, and their sum is NPSHA', () => {
  const raw = study({ T: vessel(12, 2, { pressure: '0.5 bar(g)' }), U: vessel(30, 1) }, [
    line('L', 'T', 'U', [
      pipe('a', 20, 154.1),
      { id: 'S', kind: 'device', drop: '0.2 bar', at: '60 m3/h', exponent: 2 },
      { ...pump(), datum: '3 m' },
      pipe('b', 100, 102.3),
    ]),
  ]);
  const { built, result } = build(raw);
  const g = 998.207 * 9.80665;
  const of = (kind: string): number => built.parts.find((p) => p.kind === kind)!.value;
  expect(of('atmosphere')).toBeCloseTo(101_325 / g, 3);
  expect(of('surface')).toBeCloseTo(50_000 / g, 3);
  expect(of('level')).toBeCloseTo(2, 6);
  expect(of('height')).toBeCloseTo(9, 6);
  expect(of('vapour')).toBeCloseTo(-2339 / g, 3);
  const q = result.elements.P!.flow * 3600;
  expect(of('element')).toBeCloseTo((-0.2e5 * (q / 60) ** 2) / g, 3);
  expect(of('pipes')).toBe(-(result.elements.a as { headLoss: number }).headLoss);
  expect(built.parts.reduce((sum, p) => sum + p.value, 0)).toBeCloseTo(built.npsha, 9);
  expect(built.parts.some((p) => p.kind === 'rest')).toBe(false);
  expect(built).toMatchObject({ supply: 'T', datum: 3, before: ['a', 'S'] });
  // NPSHA = (total pressure at the inlet − pv)/ρg + what the inlet lies over the datum
  expect((built.totalPressure! - 2339) / g + 12 - 3).toBeCloseTo(built.npsha, 3);
});

test('across a junction, drawn against the flow, and behind a pump that boosts', () => {
  const raw = study({ T: vessel(8, 2), J: junction(2), U: vessel(40, 1) }, [
    // drawn from the junction to the vessel: the liquid comes the other way
    line('S', 'J', 'T', [pipe('a', 20, 154.1)]),
    line('L', 'J', 'U', [pipe('b', 5, 154.1), pump('B'), pipe('c', 5, 154.1), pump('P'), pipe('d', 100, 102.3)]),
  ]);
  const { built, result } = build(raw);
  expect(built).toMatchObject({ supply: 'T', before: ['a', 'b', 'B', 'c'] });
  expect(built.parts.find((p) => p.where === 'B')!.value).toBeCloseTo((result.elements.B as { head: number }).head, 9);
  expect(built.parts.reduce((sum, p) => sum + p.value, 0)).toBeCloseTo(built.npsha, 9);
});

test('a pump that is off has none', () => {
  const off = study({ T: vessel(8, 2), U: vessel(2, 1) }, [line('L', 'T', 'U', [pipe('a'), pump('P', { mode: 'off' })])]);
  const s = runStudy(off).scenarios[0]!;
  expect(suctionBuild(s.model!, s.result!, 'P')).toBeUndefined();
});
