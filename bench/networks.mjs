import { runStudy } from '../packages/core/dist/index.js';
import { randomSystem } from '../packages/core/dist/test/random-systems.js';
import { violations } from '../packages/core/dist/test/violations.js';

const pipe = (id, length, mm) => ({
  id,
  kind: 'pipe',
  length: `${length} m`,
  inside: `${mm} mm`,
  roughness: '0.1 mm',
  fittings: [{ k: 2 }],
});
const water = {
  format: 'cedar-knot-study',
  version: 1,
  fluids: { water: { kind: 'water' } },
  scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C' }],
};
const reservoir = { kind: 'vessel', elevation: '60 m', level: '2 m' };

/** k × k junctions, each with an offtake, joined to their neighbours: looped all over */
export function grid(k) {
  const points = { R: reservoir };
  const lines = [{ id: 'LR', from: 'R', to: 'n0_0', elements: [pipe('pR', 50, 600)] }];
  for (let i = 0; i < k; i++) {
    for (let j = 0; j < k; j++) {
      points[`n${i}_${j}`] = { kind: 'junction', elevation: '0 m', offtake: '0.5 m3/h' };
      if (i > 0)
        lines.push({ id: `v${i}_${j}`, from: `n${i - 1}_${j}`, to: `n${i}_${j}`, elements: [pipe(`pv${i}_${j}`, 100, 150)] });
      if (j > 0)
        lines.push({ id: `h${i}_${j}`, from: `n${i}_${j - 1}`, to: `n${i}_${j}`, elements: [pipe(`ph${i}_${j}`, 100, 150)] });
    }
  }
  return { ...water, points, lines };
}

/** a binary tree of n lines */
export function tree(n) {
  const points = { R: reservoir };
  const lines = [];
  for (let i = 0; i < n; i++) {
    points[`n${i}`] = { kind: 'junction', elevation: '0 m', offtake: '0.3 m3/h' };
    lines.push({
      id: `l${i}`,
      from: i === 0 ? 'R' : `n${Math.floor((i - 1) / 2)}`,
      to: `n${i}`,
      elements: [pipe(`p${i}`, 50, i < 10 ? 400 : 150)],
    });
  }
  return { ...water, points, lines };
}

function best(study, rounds = 5) {
  let least = Infinity;
  for (let i = 0; i < rounds; i++) {
    const begin = performance.now();
    const status = runStudy(study).scenarios[0].result.status;
    if (status !== 'solved') throw new Error(`a bench network is ${status}`);
    least = Math.min(least, performance.now() - begin);
  }
  return least;
}

/** exponent of the growth of cost with the number of lines between two sizes */
function growth(name, small, large, told) {
  const [a, b] = [best(small), best(large)];
  told(`${name}, ${large.lines.length} lines`, b);
  const exponent = Math.log(b / a) / Math.log(large.lines.length / small.lines.length);
  console.log(
    `${name.padEnd(28)} ${String(small.lines.length).padStart(5)} lines ${a.toFixed(1).padStart(7)} ms   ${String(large.lines.length).padStart(5)} lines ${b.toFixed(1).padStart(7)} ms   grows as n^${exponent.toFixed(2)}`,
  );
}

export function benchNetworks(told = () => undefined) {
  console.log('\nlarge networks, read and solved whole');
  best(grid(10));
  growth('tree', tree(250), tree(1000), told);
  growth('looped grid 15×15 to 30×30', grid(15), grid(30), told);
}

/** how many random systems are solved, every balance and condition worked out again from the results, and what is said of the others */
export function benchRandom(count = 20_000, told = () => undefined) {
  const tally = {};
  const times = [];
  for (let seed = 0; seed < count; seed++) {
    const system = randomSystem(seed);
    const begin = performance.now();
    const run = runStudy(system);
    times.push(performance.now() - begin);
    const { model, result } = run.scenarios[0];
    let key = result ? result.status : `refused: ${run.problems[0].code}`;
    if (result?.status === 'failed') key = `failed: ${result.findings.find((f) => f.severity === 'error').code}`;
    else if (result && !(result.convergence.massResidual < 1e-9 && result.convergence.energyResidual < 1e-6))
      key = 'residual too large';
    else if (result && violations(system, result, model.fluid.density * 9.80665).length > 0) key = 'wrong';
    tally[key] = (tally[key] ?? 0) + 1;
  }
  times.sort((a, b) => a - b);
  const median = times[count >> 1];
  const mean = times.reduce((sum, t) => sum + t, 0) / count;
  told(median);
  console.log(
    `\n${count} random systems (pumps, valves, wells, loops), ${median.toFixed(2)} ms in the middle, ${mean.toFixed(2)} ms in the mean`,
  );
  for (const [key, n] of Object.entries(tally).sort((a, b) => b[1] - a[1])) console.log(`  ${String(n).padStart(6)}  ${key}`);
}
