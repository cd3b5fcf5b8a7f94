// Liquids that change on their way: random lines beside an integration in 4,000 steps, in one piece, two and twenty, and gassy lines
// between a known flow or pressure at each end, as gas and liquid in one and by Beggs & Brill.
// Gassy networks: three sources, two junctions joined by two lines, one known pressure.
// node bench/along.mjs [--lines 300] [--gassy 200] [--networks 150]
import { runStudy } from '../packages/core/dist/index.js';
import { generator } from '../packages/core/dist/test/random-systems.js';
import { asStudy, marched, randomLine } from '../packages/core/dist/test/marched-lines.js';

const option = (name, otherwise) => {
  const i = process.argv.indexOf(`--${name}`);
  return i < 0 ? otherwise : Number(process.argv[i + 1]);
};

function solve(study) {
  const [scenario] = runStudy(study).scenarios;
  const { result, model } = scenario ?? {};
  return result && result.status !== 'failed' ? { result, model } : undefined;
}

const worst = { 'one piece': 0, 'in two': 0, 'in twenty': 0, 'its temperature, K': 0 };
const cells = [];
let failed = 0;
const most = (key, x) => (worst[key] = Math.max(worst[key], Math.abs(x)));
for (let seed = 0; seed < option('lines', 300); seed++) {
  const line = randomLine(seed);
  const [one, two, twenty] = [1, 2, 20].map((n) => solve(asStudy(line, n)));
  if (!one || !two || !twenty) {
    failed++;
    continue;
  }
  const exact = marched(line, one.model.fluidEntries);
  const lost = Math.max(Math.abs(exact.inlet - line.arrival), 0.05 * line.arrival);
  const begins = (run) => run.result.points.A.totalPressure;
  most('one piece', (begins(one) - exact.inlet) / lost);
  most('in two', (begins(two) - begins(one)) / lost);
  most('in twenty', (begins(twenty) - begins(one)) / lost);
  most('its temperature, K', (one.result.elements.a0.outletTemperature ?? line.inlet) - exact.outlet);
  cells.push(one.result.lines.L.cells);
}
cells.sort((a, b) => a - b);
console.log(`\n${cells.length} random lines, warm, gassy and both, beside 4,000 steps; ${failed} failed`);
console.log(
  'most that the pressure where it begins differs, of what is lost between its ends, or of 5 % of the arrival pressure',
);
for (const [key, x] of Object.entries(worst))
  console.log(`  ${key.padEnd(24)}${key.endsWith('K') ? x.toFixed(4) : `${(x * 100).toFixed(3)} %`}`);
console.log(`  cells of one piece: ${cells[cells.length >> 1]} in the middle, ${cells.at(-1)} at the most`);

const tally = {};
const count = (key, isSolved) => {
  tally[key] ??= [0, 0];
  tally[key][0]++;
  if (!isSolved) tally[key][1]++;
};
const times = [];
for (let seed = 0, lines = 0; lines < option('gassy', 200); seed++) {
  const line = randomLine(seed);
  if (line.kind === 'thermal') continue;
  lines++;
  for (const gradient of ['as-one', 'beggs-brill']) {
    line.fluid = { ...line.fluid, gradient };
    const study = asStudy(line, 1);
    const { A, B } = study.points;
    const timed = (ends, key) => {
      const start = performance.now();
      const run = solve({ ...study, points: ends });
      times.push(performance.now() - start);
      count(`${gradient}, ${key}`, run);
      return run;
    };
    const known = timed({ A, B }, 'flow in, pressure out');
    if (!known) continue;
    const pressed = { ...B, elevation: '0 m', pressure: `${known.result.points.A.totalPressure} Pa(a)` };
    timed({ A: pressed, B }, 'pressures at both ends');
    timed({ A: pressed, B: { kind: 'flow', elevation: B.elevation, flow: `${-line.mass} kg/s` } }, 'pressure in, flow out');
  }
}
times.sort((a, b) => a - b);
console.log('\ngassy lines that are not solved');
for (const [key, [all, not]] of Object.entries(tally)) console.log(`  ${key.padEnd(40)}${not} of ${all}`);
if (times.length > 0)
  console.log(
    `  ${times[times.length >> 1].toFixed(0)} ms in the middle, ${times[Math.floor(times.length * 0.95)].toFixed(0)} ms for 95 of 100`,
  );

function network(seed) {
  const line = randomLine(seed * 3 + 1 + (seed % 2));
  const next = generator(seed + 99);
  for (let i = 0; i < 10; i++) next();
  const between = (a, b) => a + (b - a) * next();
  const isWarm = line.kind === 'crude-thermal';
  const heights = Object.fromEntries([...'JKBACD'].map((p) => [p, `${between(-60, 60)} m`]));
  const joined = (id, from, to) => ({
    id,
    from,
    to,
    elements: [
      {
        id: id.toLowerCase(),
        kind: 'pipe',
        length: `${between(300, 8000)} m`,
        inside: `${between(80, 250)} mm`,
        roughness: '0.05 mm',
        outletElevation: heights[to],
        ...(isWarm ? { u: '3 W/m2/K', ambient: '15 C' } : {}),
      },
    ],
  });
  const source = (p) => ({ kind: 'flow', elevation: heights[p], flow: `${between(1, 12)} kg/s` });
  const junction = (p) => ({ kind: 'junction', elevation: heights[p] });
  return {
    ...asStudy(line, 1),
    points: {
      A: source('A'),
      C: source('C'),
      D: source('D'),
      J: junction('J'),
      K: junction('K'),
      B: { kind: 'pressure', basis: 'total', elevation: heights.B, pressure: `${between(4, 25)} bar(a)` },
    },
    lines: [
      joined('LA', 'A', 'J'),
      joined('LC', 'C', 'J'),
      joined('LD', 'D', 'K'),
      joined('LJ', 'J', 'K'),
      joined('LM', 'J', 'K'),
      joined('LB', 'K', 'B'),
    ],
  };
}

const networks = option('networks', 150);
const took = [];
let unsolved = 0;
for (let seed = 0; seed < networks; seed++) {
  const study = network(seed);
  const start = performance.now();
  if (!solve(study)) unsolved++;
  took.push(performance.now() - start);
}
took.sort((a, b) => a - b);
console.log(
  `\n${networks} gassy networks of six lines with a loop: ${unsolved} not solved, ${took[networks >> 1]?.toFixed(0)} ms in the middle`,
);
