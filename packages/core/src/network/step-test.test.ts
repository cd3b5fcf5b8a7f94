import { line, pipe, solved, study, vessel } from '../test/studies.js';
import { runStudy } from '../scenarios/run.js';
import { stepTest, wellHead, wellOutflow } from './well.js';

/* s = B·Q + C·Q², least squares of s/Q over Q. */

it('two steps are met exactly: 10 and 20 L/s with 2.5 and 6 m', () => {
  // s/Q = 250 and 300 s/m²: C = 50/0.01 = 5000, B = 250 − 5000·0.01 = 200
  const found = stepTest([{ flow: 0.01, drawdown: 2.5 }, { flow: 0.02, drawdown: 6 }]); // prettier-ignore
  expect(found.aquifer).toBeCloseTo(200, 9);
  expect(found.loss).toBeCloseTo(5000, 6);
  expect(found.left).toBeUndefined();
  found.residuals.forEach((r) => expect(Math.abs(r)).toBeLessThan(1e-12));
});

it('of three steps the residuals of s/Q sum to nothing, and are square to the flow', () => {
  const steps = [[0.01, 2.5], [0.02, 6.4], [0.03, 10.2]].map(([flow, drawdown]) => ({ flow: flow!, drawdown: drawdown! })); // prettier-ignore
  const { aquifer, loss, residuals } = stepTest(steps);
  // normal equations: y = 250, 320, 340; mean x 0.02, mean y 303.333; Sxy = 0.01·90 = 0.9; Sxx = 2e-4
  expect(loss).toBeCloseTo(4500, 6);
  expect(aquifer).toBeCloseTo(303.3333333 - 90, 6);
  const relative = residuals.map((r, i) => r / steps[i]!.flow);
  expect(relative.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 9);
  expect(relative.reduce((a, b, i) => a + b * steps[i]!.flow, 0)).toBeCloseTo(0, 9);
  // measured less fitted: 6.4 − 213.333·0.02 − 4500·0.0004
  expect(residuals[1]).toBeCloseTo(6.4 - 4.2666667 - 1.8, 6);
});

it('a test that bends the other way has no well loss; one through nothing no aquifer loss', () => {
  const bent = stepTest([{ flow: 0.01, drawdown: 3 }, { flow: 0.02, drawdown: 5 }]); // prettier-ignore
  // s/Q = 300 and 250: the mean
  expect(bent).toMatchObject({ left: 'loss', loss: 0 });
  expect(bent.aquifer).toBeCloseTo(275, 9);
  const through = stepTest([{ flow: 0.01, drawdown: 1 }, { flow: 0.02, drawdown: 5 }]); // prettier-ignore
  // s/Q = 100 and 250: C·x through nothing = (0.01·100 + 0.02·250)/(1e-4 + 4e-4) = 12,000
  expect(through.left).toBe('aquifer');
  expect(through.loss).toBeCloseTo(12_000, 1);
});

it('level and flow are each other\u2019s inverse, with no aquifer loss and at rest too', () => {
  for (const [capacity, loss] of [
    [1e4, 5000],
    [0.005, 0],
    [0.005, 5000],
  ] as const)
    for (const q of [-0.02, 0, 0.03]) {
      const w = { kind: 'well', rest: 10, capacity, loss } as const;
      expect(wellOutflow(w, wellHead(w, q)).outflow).toBeCloseTo(q, 12);
    }
});

const STEPS = [
  { flow: '10 L/s', drawdown: '2.5 m' },
  { flow: '20 L/s', drawdown: '6 m' },
];
const drawn = (well: object, flow: string, more: object = {}) =>
  study(
    { W: { kind: 'well', elevation: '-40 m', restLevel: '-5 m', ...well }, U: vessel(20) },
    [line('L', 'W', 'U', [{ id: 'P', kind: 'pump', mode: 'flow', flow }, pipe('a')])],
    more,
  );

describe('in a study', () => {
  it('the level falls by what the test says, aquifer and well told apart', () => {
    const { W } = solved(drawn({ steps: STEPS }, '15 L/s')).points;
    // 200·0.015 = 3 m, 5000·0.015² = 1.125 m
    expect(W).toMatchObject({ aquiferLoss: expect.closeTo(3, 9), wellLoss: expect.closeTo(1.125, 9) });
    expect(W!.drawdown).toBeCloseTo(4.125, 9);
    expect(W!.totalHead).toBeCloseTo(-9.125, 9);
  });
  it('with injection the drawdown takes the sign of the flow: it builds up', () => {
    const { W } = solved(drawn({ steps: STEPS }, '-15 L/s')).points;
    expect(W).toMatchObject({ aquiferLoss: expect.closeTo(-3, 9), wellLoss: expect.closeTo(-1.125, 9) });
    expect(W!.totalHead).toBeCloseTo(-0.875, 9);
  });
  it('a specific capacity reports the same', () => {
    const { W } = solved(drawn({ specificCapacity: '18 m3/h/m' }, '15 L/s')).points;
    // 18 m³/h/m are 0.005 m²/s
    expect(W).toMatchObject({ drawdown: expect.closeTo(3, 9), aquiferLoss: expect.closeTo(3, 9), wellLoss: 0 });
  });
  it('both at once are two things; one that a scenario has of its own stands before the shared', () => {
    const both = runStudy(drawn({ steps: STEPS, specificCapacity: '18 m3/h/m' }, '15 L/s')).problems;
    expect(both).toMatchObject([{ path: 'points.W.specificCapacity', detail: { reason: 'beside-steps' } }]);
    expect(runStudy(drawn({ steps: STEPS, wellLoss: '900 s2/m5' }, '15 L/s')).problems).toMatchObject([{ path: 'points.W.wellLoss' }]); // prettier-ignore
    const set = (own: object) => solved(drawn({ steps: STEPS }, '15 L/s', { scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C', set: own }] })).points.W!.drawdown; // prettier-ignore
    expect(set({ 'W.specificCapacity': '18 m3/h/m' })).toBeCloseTo(3, 9);
    const capacity = { specificCapacity: '18 m3/h/m', wellLoss: '900 s2/m5' };
    const own = { id: 'a', fluid: 'water', temperature: '20 C', set: { 'W.steps': STEPS } };
    expect(solved(drawn(capacity, '15 L/s', { scenarios: [own] })).points.W!.drawdown).toBeCloseTo(4.125, 9);
  });
  it('one step is too few, and one without a flow is no step', () => {
    const paths = (steps: object[]): string[] => runStudy(drawn({ steps }, '15 L/s')).problems.map((p) => p.path);
    expect(paths([STEPS[0]!])).toEqual(['points.W.steps']);
    expect(paths([STEPS[0]!, { flow: '0 L/s', drawdown: '1 m' }])).toEqual(['points.W.steps[1].flow']);
    expect(paths([STEPS[0]!, { flow: '20 L/s' }])).toEqual(['points.W.steps[1].drawdown']);
  });
  it('a test that bends the other way is said', () => {
    const { findings } = solved(drawn({ steps: [STEPS[0], { flow: '20 L/s', drawdown: '4 m' }] }, '15 L/s'));
    expect(findings).toContainEqual(expect.objectContaining({ code: 'well-test-bent', where: 'W', values: { left: 'loss' } }));
  });
});
