import { runStudy } from '../scenarios/run.js';
import { randomSystem } from '../test/random-systems.js';
import { violations } from '../test/violations.js';

test('500 random systems with pumps, valves, wells and loops: solved to the residuals, or said honestly', () => {
  const tally: Record<string, number> = {};
  for (let seed = 0; seed < 500; seed++) {
    const system = randomSystem(seed);
    const run = runStudy(system);
    const { model, result } = run.scenarios[0]!;
    const key = result?.status ?? run.problems[0]!.code;
    tally[key] = (tally[key] ?? 0) + 1;
    if (!result || !model) continue;
    if (result.status === 'failed') {
      expect(result.findings.some((f) => f.severity === 'error' && (f.values.where as string[]).length > 0)).toBe(true);
      continue;
    }
    expect(result.convergence!.massResidual).toBeLessThan(1e-9);
    expect(result.convergence!.energyResidual).toBeLessThan(1e-6);
    expect({ seed, wrong: violations(system, result, model.fluid.density * 9.80665) }).toEqual({ seed, wrong: [] });
    if (result.status === 'limited') expect(result.findings.map((f) => f.code)).toContain('set-point-missed');
  }
  // what is refused holds too many flows by itself; what fails contradicts itself, but for one in a hundred
  expect(tally.solved! + tally.limited!).toBeGreaterThan(460);
  expect(tally.failed ?? 0).toBeLessThan(6);
});
