// A line of 150 km with 5,000 rows of ground, three stations and five products: what a recalculation of it costs, cold and with its
// heat, beside the bare reading of its rows and evaluations of its pipes.
import { runStudy } from '../packages/core/dist/index.js';
import { CompiledLine } from '../packages/core/dist/network/line.js';

const ROWS = 5000;
const KM = 150;
const station = {
  speed: '2950 rpm',
  minSpeed: '1000 rpm',
  maxSpeed: '2970 rpm',
  curve: [
    [0, 900, 0],
    [250, 860, 0.66],
    [450, 760, 0.8],
    [550, 690, 0.82],
    [700, 560, 0.77],
  ].map(([q, h, e]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: e, npshr: '6 m' })),
  motor: { ratedPower: '1300 kW', efficiency: 0.95 },
};
const height = (km) => 40 + 60 * Math.sin(km / 9) + 25 * Math.sin(km / 2.3);
const oil = (density, at20, at60) => ({
  kind: 'oil',
  density: `${density} kg/m3`,
  viscosities: [
    { temperature: '20 C', kinematicViscosity: `${at20} cSt` },
    { temperature: '60 C', kinematicViscosity: `${at60} cSt` },
  ],
  vapourPressure: '10 kPa',
  specificHeat: '2 kJ/kg/K',
});

export function longLineStudy(isThermal) {
  const sections = [0, 54, 100, KM];
  const pipes = [1, 2, 3].map((i) => {
    const [from, to] = [sections[i - 1], sections[i]];
    const n = Math.round((ROWS * (to - from)) / KM);
    return {
      id: `L${i}`,
      kind: 'pipe',
      length: `${to - from} km`,
      size: 'DN300',
      schedule: '30',
      grade: 'X52',
      u: '2 W/m2/K',
      profile: Array.from({ length: n }, (_, k) => {
        const km = ((to - from) * (k + 0.5)) / n;
        return { distance: `${(km * 1000).toFixed(1)} m`, elevation: `${height(from + km).toFixed(2)} m` };
      }),
    };
  });
  const pump = (i, more) => ({ id: `PS${i}`, kind: 'pump', pump: 's', variableSpeed: true, ...more });
  const held = { mode: 'inlet-pressure', pressure: '3 bar(g)' };
  return {
    format: 'cedar-knot-study',
    version: 1,
    thermal: isThermal,
    site: { ambientTemperature: '6 C' },
    fluids: { a: oil(845, 6, 2.6), b: oil(745, 0.75, 0.52), c: oil(800, 2, 1.1), d: oil(940, 110, 18), e: oil(850, 8, 3) },
    pumps: { s: station },
    points: {
      T: { kind: 'vessel', elevation: `${height(0)} m`, level: '35 m', temperature: '30 C' },
      M: { kind: 'junction', elevation: `${height(54)} m` },
      N: { kind: 'junction', elevation: `${height(100)} m` },
      E: { kind: 'vessel', elevation: `${height(KM)} m`, level: '20 m' },
    },
    lines: [
      { id: 'A', from: 'T', to: 'M', elements: [pump(1, { mode: 'flow', flow: '480 m3/h' }), pipes[0]] },
      { id: 'B', from: 'M', to: 'N', elements: [pump(2, held), pipes[1]] },
      { id: 'C', from: 'N', to: 'E', elements: [pump(3, held), pipes[2]] },
    ],
    scenarios: ['a', 'b', 'c', 'd', 'e'].map((id, i) => ({
      id,
      fluid: id,
      temperature: id === 'd' ? '45 C' : '15 C',
      set: { 'PS1.flow': `${[480, 520, 510, 350, 320][i]} m3/h` },
    })),
  };
}

function median(run, rounds = 15, warmUp = 8) {
  for (let i = 0; i < warmUp; i++) run();
  const times = Array.from({ length: rounds }, () => {
    const begin = performance.now();
    run();
    return performance.now() - begin;
  }).sort((a, b) => a - b);
  return times[Math.floor(rounds / 2)];
}

export function benchLongLine(told = () => undefined) {
  const show = (name, ms) => console.log(`${name.padEnd(58)} ${ms.toFixed(3).padStart(9)} ms`);
  console.log(`\na line of ${KM} km, ${ROWS} rows of ground, three stations, five products`);
  const floors = [];
  for (const isThermal of [false, true]) {
    const study = longLineStudy(isThermal);
    const text = JSON.stringify(study);
    const { scenarios, problems } = runStudy(study);
    for (const s of scenarios)
      if (s.result?.status !== 'solved') throw new Error(JSON.stringify([problems, s.result?.findings]).slice(0, 500));
    // as the worker does it: the study comes as a copy, every row read anew
    const begin = performance.now();
    runStudy(JSON.parse(text));
    const first = performance.now() - begin;
    const whole = median(() => runStudy(JSON.parse(text)));
    const lines = scenarios.flatMap((s) => s.model.network.lines.map((l) => new CompiledLine(l, s.model.network)));
    const floor = median(() => {
      JSON.parse(text);
      for (const line of lines) for (let i = 0; i < 10; i++) line.evaluate(0.1 + i * 0.01);
    });
    floors.push(floor);
    show(isThermal ? 'with its heat' : 'cold', whole);
    show('  its first time', first);
    show('  floor: parsing it, ten evaluations of every line', floor);
    console.log(`  ratio ${(whole / floor).toFixed(1)}`);
    told(`long line, ${isThermal ? 'with its heat' : 'cold'}`, whole, floor);
  }
}

if (process.argv[1]?.endsWith('long-line.mjs')) benchLongLine();
