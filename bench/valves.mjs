/*
 * Holds the 300 invented valves against the control valve of the reinjection demo, in every judged scenario, as the page's worker does
 * at each step of a slider; beside it the floor: one coefficient of every valve a scenario, and each valve with the study read anew.
 *   node bench/valves.mjs
 */
import { median } from 'simple-statistics';
import { generateValves } from '../apps/server/dist/seed/makers/valves.js';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import {
  chooseValves,
  judgeCatalogue,
  kvAtOpening,
  toValve,
  ValvePosition,
  withFlowThrough,
} from '../packages/core/dist/index.js';

const VALVE = 'CV-415';
const RUNS = 15;
const study = reinjectionStudy();
const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves: generateValves(300) });
const valves = { written: judged.catalogue.valves, read: judged.valves };
const inputs = [...judged.valves.values()].map(toValve);
const { required } = new ValvePosition(study, VALVE);

const timed = (what) => {
  const begin = performance.now();
  what();
  return performance.now() - begin;
};
const each = Array.from({ length: RUNS }, (_, i) => timed(() => new ValvePosition(withFlowThrough(study, VALVE, required, 1 + i / 100), VALVE).rows(valves))); // prettier-ignore
let sum = 0;
const floor = Array.from({ length: RUNS }, () => timed(() => {
  for (const v of inputs) for (let i = Object.keys(required).length; i > 0; i--) sum += kvAtOpening(v, 0.5);
})); // prettier-ignore
const plain = timed(() => chooseValves(study, VALVE, valves, { isPlain: true }));
const usual = timed(() => chooseValves(study, VALVE, valves));
const ms = (x) => `${x.toFixed(x < 1 ? 3 : 0)} ms`;
console.log(`${inputs.length} valves, ${Object.keys(required).length} scenarios; sum ${sum.toFixed(0)}`);
console.log(`a step of a slider: median ${ms(median(each))}, the floor ${ms(median(floor))}`);
console.log(`the command's choice: ${ms(usual)}; each valve solved: ${ms(plain)}`);
