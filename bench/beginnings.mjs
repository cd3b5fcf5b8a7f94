// node bench/beginnings.mjs: what it takes to begin a study of each service, beside solving that study once: the floor of the same run.
import { median } from 'simple-statistics';
import { BEGINNINGS, beginStudy, readBeginning, runStudy } from '../packages/core/dist/index.js';

/** median time of one call, ms, after a warm-up */
function time(run, rounds = 15) {
  for (let i = 0; i < 10; i++) run();
  return median(
    Array.from({ length: rounds }, () => {
      const begin = performance.now();
      run();
      return performance.now() - begin;
    }),
  );
}

for (const name of Object.keys(BEGINNINGS)) {
  const { given } = readBeginning(name, {}, 'metric');
  const head = { title: name, units: 'metric', say: (w) => w.word };
  const { study } = beginStudy(name, given, head);
  const whole = time(() => beginStudy(name, given, head));
  const floor = time(() => runStudy(study));
  console.log(
    `${name.padEnd(24)} ${whole.toFixed(1).padStart(7)} ms, ${(whole / floor).toFixed(1).padStart(5)} times solving it once (${floor.toFixed(1)} ms)`,
  );
}
