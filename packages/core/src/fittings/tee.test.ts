import { branchIntoRuns, dividingBranch, dividingRun, joiningBranch, joiningRun, runsIntoBranch, teeLoss } from './tee.js';

/*
 * Against a second source where one stands: Idelchik, 4th ed., gives for a square tee of three equal bores 1.55·q − q² along the run
 * where the branch joins (diagram 7-4 ff.); Gardel's and his curves are drawn within 0.15 of one another.
 */
test('joining in the run: near the parabola that is printed for three equal bores', () => {
  for (const q of [0, 0.2, 0.4, 0.6, 0.8, 1]) expect(Math.abs(joiningRun(q, 1, 0) - (1.55 * q - q * q))).toBeLessThan(0.15);
});

test('equal bores and a sharp edge by hand', () => {
  // q = 1: 1.3 − 0.3 + 0.3 = 1.3; q = 0.5: 0.95/4 + 1.3/4 + 0.4·0.25·2 = 0.7625; q = 0: a dead branch keeps 0.05 of a velocity head
  expect(dividingBranch(1, 1, 0)).toBeCloseTo(1.3, 12);
  expect(dividingBranch(0.5, 1, 0)).toBeCloseTo(0.7625, 12);
  expect(dividingBranch(0, 1, 0)).toBeCloseTo(0.95, 12);
  // 0.03/4 + 0.35/4 − 0.2/4 = 0.045
  expect(dividingRun(0.5)).toBeCloseTo(0.045, 12);
  // q = 1: 1.2; q = 0.5: −0.23 + 0.3 + 0.25 = 0.32
  expect(joiningBranch(1, 1, 0)).toBeCloseTo(1.2, 12);
  expect(joiningBranch(0.5, 1, 0)).toBeCloseTo(0.32, 12);
  // q = 0.5: 0.0075 + 0.155 + 0.25 = 0.4125
  expect(joiningRun(0.5, 1, 0)).toBeCloseTo(0.4125, 12);
});

test('a narrow branch and a rounded edge by hand', () => {
  // a 0.25, q 0.5: 0.2375 + 0.25·(1 + 0.375/0.0625) + 0.4·0.25·5 = 0.2375 + 1.75 + 0.5
  expect(dividingBranch(0.5, 0.25, 0)).toBeCloseTo(2.4875, 12);
  // r 0.04: √(0.04/0.25) = 0.4, so 1.75·(1 − 0.36) = 1.12 in place of 1.75
  expect(dividingBranch(0.5, 0.25, 0.04)).toBeCloseTo(1.8575, 12);
  // −0.23 − 0.25·(0.8·(1 − 16) − 1.2) + 1.75·0.25 = −0.23 + 3.3 + 0.4375; rounded: 0.25·0.2 less
  expect(joiningBranch(0.5, 0.25, 0)).toBeCloseTo(3.5075, 12);
  expect(joiningBranch(0.5, 0.25, 0.04)).toBeCloseTo(3.4575, 12);
  // 0.0075 − 0.25·(1 − 1.62 − 0.285) + 0.4375 = 0.67125; rounded: 0.25·0.2 less
  expect(joiningRun(0.5, 0.25, 0)).toBeCloseTo(0.67125, 12);
  expect(joiningRun(0.5, 0.25, 0.04)).toBeCloseTo(0.62125, 12);
});

test('through the branch into or out of both runs', () => {
  expect(branchIntoRuns(0.5, 1)).toBeCloseTo(1.075, 12);
  // 1 + (1 − 0.75)/1; area 2: 1 + 0.25/4
  expect(runsIntoBranch(0.5, 1)).toBeCloseTo(1.25, 12);
  expect(runsIntoBranch(0.5, 2)).toBeCloseTo(1.0625, 12);
});

describe('which leg carries all', () => {
  const at = (flows: [number, number, number]) => teeLoss({ flows, bores: [0.1, 0.1, 0.08], rounding: 0 }, 9.81);
  // 0.01 m³/s in 100 mm: 1.27324 m/s, 0.082625 m
  const head = 0.082625;
  test.each([
    ['from the run', [0.01, -0.006, -0.004], 0, true, [0, dividingRun(0.4), dividingBranch(0.4, 0.64, 0)]],
    ['into the run', [-0.006, 0.01, -0.004], 1, true, [dividingRun(0.4), 0, dividingBranch(0.4, 0.64, 0)]],
    ['joining in the run', [-0.01, 0.006, 0.004], 0, false, [0, joiningRun(0.4, 0.64, 0), joiningBranch(0.4, 0.64, 0)]],
  ] as const)('%s', (_name, flows, common, divides, k) => {
    const loss = at([...flows] as [number, number, number]);
    expect(loss).toMatchObject({ common, divides });
    loss.k.forEach((x, i) => expect(x).toBeCloseTo(k[i]!, 12));
    loss.losses.forEach((x, i) => expect(x / head).toBeCloseTo(k[i]!, 4));
  });
  test('from the branch: its own velocity head, 2.4414 times that of the run', () => {
    const loss = at([-0.004, -0.006, 0.01]);
    expect(loss).toMatchObject({ common: 2, divides: true });
    expect(loss.k[0]).toBeCloseTo(branchIntoRuns(0.4, 1.5625), 12);
    expect(loss.losses[1] / (2.44141 * head)).toBeCloseTo(branchIntoRuns(0.6, 1.5625), 4);
    expect(at([0.004, 0.006, -0.01]).k[0]).toBeCloseTo(runsIntoBranch(0.4, 1.5625), 12);
  });
  test('at rest nothing', () => expect(at([0, 0, 0])).toMatchObject({ common: undefined, losses: [0, 0, 0] }));
});
