import fc from 'fast-check';
import type { FluidState } from '../fluids/kind.js';
import { PumpPerformance } from '../pumps/pump.js';
import { lawOf } from '../elements/index.js';
import type { LossLaw } from '../elements/laws.js';
import { State, type ElementModel, type PipeModel } from '../elements/model.js';
import { PipeLaw } from '../elements/pipe-law.js';
import { POWER_HEAD_BOUND } from '../elements/pump.js';
import { mergeLaws } from './merge-laws.js';
import type { NetworkInput } from './types.js';

const fluid: FluidState = { density: 998, viscosity: 1e-3, vapourPressure: 2339, criticalPressure: 22.064e6 };
const input: NetworkInput = { fluid, gravity: 9.80665, atmosphere: 101325, points: [], lines: [] };
const none = { constant: 0, perReynolds: 0, equivalentLength: 0 };
const pipe = (more: Partial<PipeModel> = {}): PipeModel => ({
  id: 'p',
  kind: 'pipe',
  length: 100,
  bore: 0.1,
  roughness: 1e-4,
  fittings: none,
  ...more,
});
const at = (law: LossLaw, q: number): { loss: number; slope: number } => {
  const out = { loss: 0, slope: 0 };
  law.evaluate(q, out);
  return out;
};

const pump = new PumpPerformance(
  {
    stages: 1,
    curves: [
      {
        speed: 2950,
        rows: [
          { flow: 0, head: 40, efficiency: 0 },
          { flow: 0.02, head: 36, efficiency: 0.7 },
          { flow: 0.04, head: 22, efficiency: 0.6 },
        ],
      },
    ],
  },
  { speed: 2950, stages: 1, running: 1, wear: 0 },
);
const valve = { ratedKv: 60, characteristic: 'linear' as const, rangeability: 30, fl: 0.9 };

const ELEMENTS: [string, ElementModel][] = [
  ['pipe', pipe({ fittings: { constant: 2, perReynolds: 800, equivalentLength: 3 } })],
  ['Hazen–Williams', pipe({ hazenWilliams: 130, fittings: { constant: 1, perReynolds: 0, equivalentLength: 0 } })],
  ['local by K', { id: 'h', kind: 'local', k: 5, bore: 0.08, closed: false, forwardOnly: false }],
  ['local by Kv', { id: 'h', kind: 'local', kv: 40, closed: false, forwardOnly: false }],
  ['device', { id: 'd', kind: 'device', fouling: 1.4, law: { kind: 'power', drop: 3e4, at: 0.02, exponent: 1.8 } }],
  ['device table', { id: 'd', kind: 'device', fouling: 1, law: { kind: 'table', flows: [0.01, 0.02], drops: [1e4, 5e4] } }],
  ['pump', { id: 'P', kind: 'pump', law: { kind: 'curve', performance: pump } }],
  ['imposed power', { id: 'P', kind: 'pump', law: { kind: 'power', hydraulicPower: 5000 } }],
  ['valve', { id: 'v', kind: 'control-valve', valve, law: { kind: 'kv', kv: 30 } }],
];

test.each(ELEMENTS)('%s: the slope is the derivative of the loss, in both directions where it is one', (_name, element) => {
  const law = lawOf(element, State.Normal, input)!;
  const signs = element.kind === 'pump' ? [1] : [1, -1];
  for (const sign of signs) {
    for (const q of [0.0004, 0.004, 0.013, 0.031]) {
      const h = 1e-7 * q;
      const numeric = (at(law, sign * (q + h)).loss - at(law, sign * (q - h)).loss) / (2 * sign * h);
      expect(at(law, sign * q).slope / numeric).toBeCloseTo(1, 4);
    }
  }
});

test('laminar, with losses of fittings, the slope is the derivative too', () => {
  const law = lawOf(pipe({ fittings: { constant: 40, perReynolds: 800, equivalentLength: 3 } }), State.Normal, input)!;
  // Re 1270 and 127
  for (const q of [1e-4, 1e-5]) {
    const h = 1e-5 * q;
    expect(at(law, q).slope / ((at(law, q + h).loss - at(law, q - h).loss) / (2 * h))).toBeCloseTo(1, 6);
  }
});

test.each(ELEMENTS.filter(([, e]) => e.kind !== 'pump'))(
  '%s: reversed flow loses the same backward, none at rest',
  (_name, element) => {
    const law = lawOf(element, State.Normal, input)!;
    expect(at(law, -0.012).loss).toBeCloseTo(-at(law, 0.012).loss, 12);
    expect(at(law, 0).loss === 0).toBe(true);
  },
);

test('by hand: Hazen–Williams, device, valve and imposed power', () => {
  // 10.67·100·0.02^1.852/(130^1.852·0.1^4.8704): 0.02^1.852 = 7.1386e-4, 130^1.852 = 8222.3, 0.1^4.8704 = 1.3477e-5
  expect(at(lawOf(pipe({ hazenWilliams: 130 }), State.Normal, input)!, 0.02).loss).toBeCloseTo(
    (1067 * 0.02 ** 1.852) / (130 ** 1.852 * 0.1 ** 4.8704),
    12,
  );
  // 30 kPa·1.4·(0.01/0.02)^1.8 over ρg
  expect(at(lawOf(ELEMENTS[4]![1], State.Normal, input)!, 0.01).loss).toBeCloseTo((42_000 * 0.5 ** 1.8) / (998 * 9.80665), 12);
  // beyond its last row a table goes on with the square: 50 kPa·(0.04/0.02)²
  expect(at(lawOf(ELEMENTS[5]![1], State.Normal, input)!, 0.04).loss).toBeCloseTo(200_000 / (998 * 9.80665), 10);
  // Kv 30 at 30 m³/h takes SG bar: 998/999.1·1e5 Pa over ρg
  expect(at(lawOf(ELEMENTS[8]![1], State.Normal, input)!, 30 / 3600).loss).toBeCloseTo(1e5 / (999.1 * 9.80665), 10);
  // 5 kW at 0.02 m³/s: H = P/(ρgQ)
  const power = lawOf(ELEMENTS[7]![1], State.Normal, input)!;
  expect(-at(power, 0.02).loss).toBeCloseTo(5000 / (998 * 9.80665 * 0.02), 12);
  expect(-at(power, 0).loss).toBe(POWER_HEAD_BOUND);
});

test('friction and fittings of a pipe are its loss; laminar friction by hand', () => {
  const law = new PipeLaw(pipe({ fittings: { constant: 3, perReynolds: 500, equivalentLength: 4 } }), {
    density: 998,
    kinematic: 1e-3 / 998,
    gravity: 9.80665,
  });
  expect(law.frictionLoss(0.02)).toBeLessThan(at(law, 0.02).loss);
  // v = 0.1/(π/4·0.01)·1e-3 …: Re 1000 at Q = Re·π·D·ν/4; hf = 32·ν·L·v/(g·D²)
  const nu = 1e-3 / 998;
  const q = (1000 * Math.PI * 0.1 * nu) / 4;
  const v = q / ((Math.PI / 4) * 0.01);
  expect(law.frictionLoss(q)).toBeCloseTo((32 * nu * 100 * v) / (9.80665 * 0.01), 14);
});

test('merged laws lose what their elements lose, at every flow', () => {
  const bores = [0.08, 0.1, 0.15];
  const any = fc.oneof(
    fc
      .tuple(fc.nat(2), fc.double({ min: 1, max: 500, noNaN: true }), fc.double({ min: 0, max: 9, noNaN: true }))
      .map(([b, length, k]) =>
        pipe({ bore: bores[b]!, length, fittings: { constant: k, perReynolds: 100 * k, equivalentLength: k } }),
      ),
    fc.constantFrom(...ELEMENTS.slice(1).map(([, e]) => e)),
  );
  fc.assert(
    fc.property(
      fc.array(any, { minLength: 1, maxLength: 14 }),
      fc.double({ min: 1e-5, max: 0.05, noNaN: true }),
      (elements, q) => {
        const laws = elements.map((e) => lawOf(e, State.Normal, input));
        const sum = (list: readonly (LossLaw | undefined)[]): number => list.reduce((s, l) => s + at(l!, q).loss, 0);
        const [whole, merged] = [sum(laws), sum(mergeLaws(elements, laws, input))];
        return Math.abs(whole - merged) <= 1e-9 * (1 + Math.abs(whole));
      },
    ),
    { numRuns: 300, seed: 9 },
  );
});
