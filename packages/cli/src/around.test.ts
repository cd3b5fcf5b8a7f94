import { UsageError } from './arguments.js';
import { fit, uncertainty } from './around.js';

/* Water falls from a level of 5 m through K = 10 in 100 mm: 0.0245955 m³/s, and Q ∝ √level. */
const study = (more: object): string =>
  JSON.stringify({
    format: 'cedar-knot-study',
    version: 1,
    fluids: { water: { kind: 'water' } },
    points: { T: { kind: 'vessel', elevation: '0 m', level: '5 m' }, U: { kind: 'vessel', elevation: '0 m' } },
    lines: [{ id: 'L', from: 'T', to: 'U', elements: [{ id: 'a', kind: 'pipe', length: '0 m', inside: '100 mm', fittings: [{ k: 10, count: 1 }] }] }], // prettier-ignore
    scenarios: [{ id: 's', temperature: '20 C' }],
    ...more,
  });
const asked = (more: Record<string, string>): ReadonlyMap<string, string> => new Map(Object.entries(more));

test('uncertainty: chances, quantiles and ranks of every margin', () => {
  const { code, output } = uncertainty(
    study({ uncertainty: [{ input: 'T.level', band: '2 m' }] }),
    asked({ runs: '200', seed: '3' }),
  );
  expect(code).toBe(0);
  expect(output).toMatchObject({
    format: 'cedar-knot-uncertainty',
    runs: 200,
    seed: 3,
    axes: [{ address: 'T.level', of: 'input' }],
  });
  const { margins } = (output as { scenarios: { s: { margins: { check: string; where: string; judged: number; rank: object; quantiles: { p50: number } }[] } } }).scenarios.s; // prettier-ignore
  const velocity = margins.find((m) => m.check === 'velocity')!;
  expect(velocity).toMatchObject({ where: 'a', judged: 200, rank: { 'T.level': expect.closeTo(1, 9) as number } });
  expect(velocity.quantiles.p50).toBeCloseTo(Math.sqrt(9.80665), 2);
});

test('fit: what the readings say of an input, with each beside the model', () => {
  const readings = [{ scenario: 's', at: 'L', figure: 'flow', value: `${24.5955 * 1.1} l/s` }];
  const { code, output } = fit(study({ readings }), asked({ inputs: 'T.level' }));
  expect(code).toBe(0);
  const { inputs, readings: beside } = output as { inputs: { address: string; value: number }[]; readings: { off: number }[] };
  expect(inputs[0]!.value).toBeCloseTo(5 * 1.21, 2);
  expect(Math.abs(beside[0]!.off)).toBeLessThan(1e-2);
  expect(fit(study({ readings }), asked({ inputs: 'U.elevation,T.elevation' }))).toMatchObject({ code: 3, output: { errors: [{ code: 'fewer-readings' }] } }); // prettier-ignore
});

test('what is wrong is said at its path', () => {
  expect(uncertainty(study({ uncertainty: [{ input: 'T.level', band: '2 bar' }] }), asked({}))).toMatchObject({ code: 2, output: { errors: [{ path: 'uncertainty[0].band' }] } }); // prettier-ignore
  expect(fit(study({ readings: [{ scenario: 's', at: 'L', figure: 'head', value: '2 m' }] }), asked({ inputs: 'T.level' }))).toMatchObject({ code: 2, output: { errors: [{ path: 'readings[0].figure' }] } }); // prettier-ignore
  const some = { uncertainty: [{ input: 'T.level', band: '2 m' }] };
  for (const call of [
    () => uncertainty(study({}), asked({})),
    () => uncertainty(study(some), asked({ runs: '1' })),
    () => uncertainty(study(some), asked({ seed: '-1' })),
    () => fit(study({}), asked({})),
    () => fit(study({}), asked({ inputs: 'a.b,c.d,e.f' })),
  ])
    expect(call).toThrow(UsageError);
});
