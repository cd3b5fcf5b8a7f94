import { viscousFactor } from '../elements/control-valve.js';
import { ViscousValveLaw } from '../elements/laws.js';
import type { ControlValveModel } from '../elements/model.js';
import { line, pipe, solved, study, vessel } from '../test/studies.js';
import { reynoldsConstants, reynoldsFactor } from './reynolds.js';
import { recoveryAt, type ValveInput } from './valve.js';
import { typicalOf } from './typical.js';

/* IEC 60534-2-1:2011, annex A, worked by hand from its equations. */

const valve = (more: Partial<ValveInput> = {}): ValveInput => ({
  ratedKv: 60,
  characteristic: 'linear',
  rangeability: 50,
  fl: 0.9,
  fd: 0.46,
  ...more,
});

test('a reduced trim: 900 mm²/s, 30 m³/h, Kv 18.3858 in a line of 102.3 mm', () => {
  const c = reynoldsConstants({ valve: valve(), lineBore: 0.1023 }, 18.3858);
  // (0.9·18.3858)²/(0.0016·102.3⁴) + 1 = 1.001563; Rev = 0.0707·0.46·30/(9e-4·√(18.3858·0.9))·1.001563^¼ = 266.60
  // n = 1 + 140·(18.3858/102.3²)^⅔ = 3.03869; FR = 1 + 0.33·√0.9/3.03869^¼·log10(266.60/10000) = 0.6268
  const f = reynoldsFactor(c, 30, 900e-6);
  expect(c.isFullSize).toBe(false);
  expect(c.n).toBeCloseTo(3.0387, 3);
  expect(f.reynolds).toBeCloseTo(266.6, 1);
  expect(f.fr).toBeCloseTo(0.6268, 3);
});

test('a full-size trim has its own n, and far down the flow is laminar: FR with the root of Rev', () => {
  const full = { valve: valve({ ratedKv: 100, bore: 0.08 }), lineBore: 0.08 };
  const c = reynoldsConstants(full, 100);
  // 100/80² = 0.015625 ≥ 0.01384; n = 0.0016/0.015625² = 6.5536
  expect(c.isFullSize).toBe(true);
  expect(c.n).toBeCloseTo(6.5536, 4);
  const [a, b] = [reynoldsFactor(c, 0.02, 1e-3), reynoldsFactor(c, 0.08, 1e-3)];
  expect(a.reynolds).toBeLessThan(10);
  expect(b.fr / a.fr).toBeCloseTo(2, 9);
  expect(a.fr).toBeCloseTo((0.026 / 0.9) * Math.sqrt(6.5536 * a.reynolds), 9);
});

test('from Rev 10 on the transition counts, but for what the laminar form has there: nothing jumps', () => {
  const c = { fl: 0.3, n: 9, perFlow: 1, isFullSize: false };
  // laminar 0.026/0.3·√(9·9.5); at Rev 10 it is 0.026/0.3·√90, and 1 + 0.33·√0.3/9^¼·log10(Rev/10000) = 1 + 0.104355·log10(Rev/10000) is less
  // than that to Rev 10^(4 − 0.177808/0.104355) = 197.8
  const of = (rev: number) => reynoldsFactor(c, rev, 1).fr;
  expect(of(9.5)).toBeCloseTo(0.801374, 5);
  expect([of(10), of(10.5), of(197)].map((x) => +x.toFixed(5))).toEqual([0.82219, 0.82219, 0.82219]);
  // 1 + 0.104355·log10(0.03)
  expect(of(300)).toBeCloseTo(0.84108, 5);
});

test('from Rev 10,000 on the flow is turbulent; the slope is that of the factor everywhere below', () => {
  const c = reynoldsConstants({ valve: valve(), lineBore: 0.1 }, 30);
  expect(reynoldsFactor(c, 30, 1e-6)).toMatchObject({ fr: 1, slope: 0 });
  for (const [q, nu] of [
    [0.5, 1e-3],
    [20, 4e-4],
    [3, 5e-5],
  ] as const) {
    const numeric = (reynoldsFactor(c, q * 1.0001, nu).fr - reynoldsFactor(c, q * 0.9999, nu).fr) / (q * 2e-4);
    const { slope } = reynoldsFactor(c, q, nu);
    if (Math.abs(slope) > 1e-9) expect(slope / numeric).toBeCloseTo(1, 3);
  }
});

test('loss of a viscous valve: (Q/(FR·Kv))² in bar of water, and its slope that of the loss', () => {
  const place = { valve: valve(), lineBore: 0.1023 };
  const law = new ViscousValveLaw(place, 18.3858, { density: 900, kinematic: 900e-6, gravity: 9.80665 }, 18.3858);
  const at = (hourly: number): { loss: number; slope: number } => {
    const out = { loss: 0, slope: 0 };
    law.evaluate(hourly / 3600, out);
    return out;
  };
  // FR 0.6268 at 30 m³/h, worked out above: water of 15 °C, 999.1 kg/m³: 900/999.1·(30/(0.6268·18.3858))² = 6.105 bar
  expect((at(30).loss * 900 * 9.80665) / 1e5).toBeCloseTo(6.105, 2);
  for (const q of [30, 3, -3, 0.3]) {
    const numeric = (at(q * 1.0001).loss - at(q * 0.9999).loss) / ((q * 2e-4) / 3600);
    expect(at(q).slope / numeric).toBeCloseTo(1, 4);
  }
});

describe('in a line', () => {
  const oil = { kind: 'constant', density: '900 kg/m3', kinematicViscosity: '800 cSt', vapourPressure: '0.1 kPa(a)' };
  const run = (element: object, more: object = {}) =>
    solved(
      study(
        { T: vessel(0, 60), U: vessel(0, 1) },
        [line('L', 'T', 'U', [pipe('a', 2, 102.3), { id: 'V', kind: 'control-valve', valve: 'v', ...element }])],
        {
          fluids: { oil },
          valves: { v: { ratedKv: 60, characteristic: 'equal-percentage' } },
          scenarios: [{ id: 'a', fluid: 'oil' }],
          ...more,
        },
      ),
    );
  test('a valve at an opening passes what one that holds that flow is found to need', () => {
    const open = run({ mode: 'opening', opening: 0.6 });
    const v = open.elements.V as { kv: number; fr: number; flow: number; drop: number; chokedDrop: number; choked: boolean };
    expect(v.fr).toBeLessThan(0.8);
    // Q = Kv·FR·√(Δpe/SG): with FL 0.9 it chokes, thick as the oil is
    expect([v.choked, v.chokedDrop < v.drop]).toEqual([true, true]);
    expect(v.flow * 3600).toBeCloseTo(v.kv * v.fr * Math.sqrt(v.chokedDrop / 1e5 / (900 / 999.1)), 4);
    const held = run({ mode: 'flow', flow: `${v.flow * 3600} m3/h` }).elements.V as { kv: number; opening: number };
    expect(held.kv / v.kv).toBeCloseTo(1, 5);
    expect(held.opening).toBeCloseTo(0.6, 5);
  });
  test('a bare coefficient has no Reynolds number: its factor is 1', () => {
    const bare = solved(
      study(
        { T: vessel(0, 60), U: vessel(0, 1) },
        [line('L', 'T', 'U', [pipe('a', 2, 102.3), { id: 'V', kind: 'control-valve', mode: 'kv', kv: 10 }])],
        { fluids: { oil }, scenarios: [{ id: 'a', fluid: 'oil' }] },
      ),
    );
    expect((bare.elements.V as { fr: number }).fr).toBe(1);
  });
});

test('a bare coefficient chokes with FL 0.9', () => {
  // hot water: p1 = 101325 + 20 m, boiling at 95 °C behind it
  const r = solved(
    study(
      { T: vessel(0, 20), U: { kind: 'pressure', elevation: '0 m', pressure: '86 kPa(a)' } },
      [line('L', 'T', 'U', [{ id: 'V', kind: 'control-valve', mode: 'kv', kv: 10 }, pipe('a', 1, 200)])],
      { scenarios: [{ id: 'a', fluid: 'water', temperature: '95 C' }] },
    ),
  );
  const v = r.elements.V as { choked: boolean; flow: number; chokedDrop: number; drop: number };
  expect(v.choked).toBe(true);
  expect(v.flow * 3600).toBeCloseTo(10 * Math.sqrt(v.chokedDrop / 1e5 / (961.9 / 999.1)), 2);
  expect(v.chokedDrop).toBeLessThan(v.drop);
});

test('what the maker does not give is typical of the body, and marked', () => {
  const of = (entry: object) =>
    solved(
      study(
        { T: vessel(0, 60), U: vessel(0, 1) },
        [line('L', 'T', 'U', [pipe('a', 2, 102.3), { id: 'V', kind: 'control-valve', mode: 'kv', kv: 20, valve: 'v' }])],
        { valves: { v: { ratedKv: 60, ...entry } } },
      ),
    ).elements.V as { typical?: boolean; chokedDrop: number };
  const ball = of({ body: 'ball' });
  const globe = of({ body: 'globe', fl: 0.9, fd: 0.46 });
  expect([ball.typical, globe.typical]).toEqual([true, undefined]);
  // FL²·(p1 − FF·pv), at nearly the same inlet pressure: the one that chokes passes less
  expect(Math.abs(ball.chokedDrop / globe.chokedDrop / (0.74 / 0.9) ** 2 - 1)).toBeLessThan(2e-3);
});

test('FL over travel: between the rows, and at the ends', () => {
  const flTable = [
    { travel: 0.2, fl: 0.95 },
    { travel: 1, fl: 0.75 },
  ];
  // linear valve of rangeability 50: Kv 60·(0.02 + 0.98·x)
  const at = (x: number): number => recoveryAt(valve({ flTable }), 60 * (0.02 + 0.98 * x));
  expect(at(0.6)).toBeCloseTo(0.85, 9);
  expect([at(0.1), at(1)]).toEqual([0.95, 0.75]);
  expect(recoveryAt(valve(), 10)).toBe(0.9);
});

test('typical data by body, as the table has them', () => {
  expect(typicalOf('Segment ball')).toEqual({ fl: 0.6, fd: 0.98 });
  expect(typicalOf('globe_cage')).toEqual({ fl: 0.9, fd: 0.41 });
  const table = ['globe', 'angle', 'eccentric-rotary', 'ball', 'butterfly'].map((b) => Object.values(typicalOf(b)!));
  expect(table).toEqual([
    [0.9, 0.46],
    [0.9, 0.46],
    [0.85, 0.42],
    [0.74, 0.99],
    [0.62, 0.57],
  ]);
  expect([typicalOf('odd'), typicalOf('constructor'), typicalOf(undefined)]).toEqual([undefined, undefined, undefined]);
});

test('without an entry, a bore in its line, a coefficient or a flow there is no FR: 1', () => {
  const model: ControlValveModel = {
    id: 'CV',
    kind: 'control-valve',
    law: { kind: 'kv', kv: 20 },
    valve: valve(),
    lineBore: 0.1,
  };
  const at = (more: object, kv = 20, flow = 0.008): number => viscousFactor({ ...model, ...more }, kv, flow, 900e-6);
  expect(at({})).toBeLessThan(0.7);
  const { valve: _valve, ...bare } = model;
  expect(viscousFactor(bare, 20, 0.008, 900e-6)).toBe(1);
  const { lineBore: _bore, ...placeless } = model;
  expect(viscousFactor(placeless, 20, 0.008, 900e-6)).toBe(1);
  expect(at({}, 0)).toBe(1);
  expect(at({}, 20, 0)).toBe(1);
});

test('a valve without Fd has that of a globe with a contoured plug, 0.46', () => {
  const { fd: _fd, ...bare } = valve();
  const at = (v: ValveInput) => reynoldsConstants({ valve: v, lineBore: 0.1 }, 20).perFlow;
  expect(at(bare)).toBe(at(valve({ fd: 0.46 })));
});

test('full size begins at Kv/d² of 0.016·0.865 = 0.01384, d in mm', () => {
  const isFull = (ratedKv: number) =>
    reynoldsConstants({ valve: valve({ ratedKv, bore: 0.1 }), lineBore: 0.1 }, ratedKv).isFullSize;
  expect([isFull(138), isFull(139)]).toEqual([false, true]);
});
