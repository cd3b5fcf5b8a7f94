import type { PipeResult } from '../results/results.js';
import { runStudy } from '../scenarios/run.js';
import { asStudy, marched, randomLine } from '../test/marched-lines.js';

/** pressure where the line begins, Pa, temperature where it ends, K */
function followed(seed: number, pieces: number) {
  const l = randomLine(seed);
  const { scenarios, problems } = runStudy(asStudy(l, pieces));
  const { result, model } = scenarios[0] ?? {};
  if (!result || !model || result.status === 'failed')
    throw new Error(`seed ${seed}: ${JSON.stringify(result?.findings ?? problems)}`);
  const last = result.elements[`a${pieces - 1}`] as PipeResult;
  return { l, entries: model.fluidEntries, inlet: result.points.A!.totalPressure!, outlet: last.outletTemperature ?? l.inlet };
}

/** of second order: 4,000 move the answer by 3e-6 of what is lost */
const STEPS = 800;

test('random lines, warm and gassy: as an integration in many steps to 0.1 % of what is lost, in one piece or twenty', () => {
  const wrong: object[] = [];
  for (let seed = 0; seed < 24; seed++) {
    const { l, entries, inlet, outlet } = followed(seed, 1);
    const exact = marched(l, entries, STEPS);
    const lost = Math.max(Math.abs(exact.inlet - l.arrival), 0.05 * l.arrival);
    const twenty = followed(seed, 20);
    const off = (inlet - exact.inlet) / lost;
    const cut = (twenty.inlet - inlet) / lost;
    const warm = outlet - exact.outlet;
    if (Math.abs(off) > 1e-3 || Math.abs(cut) > 5e-4 || Math.abs(warm) > 0.02) wrong.push({ seed, kind: l.kind, off, cut, warm });
  }
  expect(wrong).toEqual([]);
});
