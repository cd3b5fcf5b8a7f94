// node bench/numerics.mjs: what our own numerics cost beside a package that does the same or the like; the ratios stand in
// docs/decisions/03-numerics.md.
import { LuDecomposition, Matrix } from 'ml-matrix';
import { median } from 'simple-statistics';
import { Pchip } from '../packages/core/dist/numerics/pchip.js';
import { bracketedNewton } from '../packages/core/dist/numerics/roots.js';
import { SparseSolver } from '../packages/core/dist/numerics/sparse.js';

/** median time of one call, ms */
function time(run, rounds = 15, calls = 1) {
  for (let i = 0; i < 5; i++) run();
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const begin = performance.now();
    for (let k = 0; k < calls; k++) run();
    times.push((performance.now() - begin) / calls);
  }
  return median(times);
}
const show = (name, ms) => console.log(`${name.padEnd(64)} ${(ms * 1000).toFixed(3).padStart(12)} µs`);

/* the matrix of a looped grid: each node meets its neighbours */
function grid(side) {
  const n = side * side;
  const pairs = [];
  for (let i = 0; i < n; i++) {
    if ((i + 1) % side !== 0) pairs.push([i, i + 1]);
    if (i + side < n) pairs.push([i, i + side]);
  }
  return { n, pairs };
}
for (const side of [5, 15, 30]) {
  const { n, pairs } = grid(side);
  const sparse = new SparseSolver(n, pairs);
  const right = new Float64Array(n).fill(1);
  const own = time(() => {
    sparse.clear();
    for (let i = 0; i < n; i++) sparse.add(i, i, 5);
    for (const [i, j] of pairs) {
      sparse.add(i, j, -1);
      sparse.add(j, i, -1);
    }
    sparse.solve(Float64Array.from(right));
  });
  const dense = Matrix.zeros(n, n);
  for (let i = 0; i < n; i++) dense.set(i, i, 5);
  for (const [i, j] of pairs) {
    dense.set(i, j, -1);
    dense.set(j, i, -1);
  }
  const column = Matrix.columnVector(right);
  const packaged = time(() => new LuDecomposition(dense).solve(column), side > 20 ? 3 : 15);
  show(`grid ${side}×${side}: sparse elimination, our own`, own);
  show(`grid ${side}×${side}: LU of ml-matrix`, packaged);
  console.log(`${''.padEnd(4)}ratio ${(packaged / own).toFixed(0)}`);
}

/* one root inside a bracket: a duty point, head of a pump less that of its system */
let evaluations = 0;
const duty = {
  slope: 0,
  value(q) {
    evaluations++;
    this.slope = 2 * (900 + 4200) * q;
    return 20 + (900 + 4200) * q * q - 58;
  },
};
bracketedNewton(duty, 0, 1);
const newton = evaluations;
evaluations = 0;
let [low, high] = [0, 1];
while (high - low > 4e-16 * high && evaluations < 200) {
  const middle = 0.5 * (low + high);
  if (middle === low || middle === high) break;
  if (duty.value(middle) > 0) high = middle;
  else low = middle;
}
console.log(`\na duty point to machine precision: ${newton} evaluations by bracketed Newton, ${evaluations} by bisection`);
show(
  'bracketed Newton',
  time(() => bracketedNewton(duty, 0, 1), 15, 2000),
);

/* the contract's interpolation: value and slope, along rising flow as a curve is drawn */
const x = Float64Array.from({ length: 9 }, (_, i) => i * 0.01);
const curve = new Pchip(
  x,
  x.map((q) => 60 - 3000 * q * q),
);
let sum = 0;
show(
  'PCHIP, value and slope at 61 flows',
  time(
    () => {
      for (let i = 0; i < 61; i++) sum += curve.value(i * 0.0013) + curve.derivative(i * 0.0013);
    },
    15,
    500,
  ),
);
if (!Number.isFinite(sum)) throw new Error('no sum');
