import type { CompiledLine } from '../network/line.js';
import { Marcher } from '../network/march.js';
import type { NetworkInput, NetworkSolution } from '../network/types.js';
import type { HeatBalance } from '../results/results.js';
import { step, worth, type KeyedStep } from '../results/working.js';
import { word, type Word } from '../words/word.js';

/** 0 °C, over which enthalpies are told, K */
const ZERO = 273.15;

/** What comes into a followed system as heat, and what leaves it. Undefined where temperature is not followed. */
export function heatBalance(
  network: NetworkInput,
  solution: NetworkSolution,
  compiled: readonly CompiledLine[],
): HeatBalance | undefined {
  const { along, fluid } = network;
  const { temperatures } = solution;
  if (!along?.isThermal || !temperatures) return undefined;
  const marcher = new Marcher(network, along);
  // below the range of its properties a liquid has the cp of the end of it
  const least = Math.max(ZERO, along.range?.lowest ?? ZERO);
  const enthalpy = (t: number): number =>
    marcher.meanHeat(ZERO, least) * (least - ZERO) + marcher.meanHeat(least, t) * (t - least);
  const sum = { fed: 0, received: 0, heating: 0, cooling: 0, friction: 0, lost: 0 };
  network.points.forEach((p, i) => {
    const mass = fluid.density * solution.outflows[i]!;
    if (mass > 0) sum.fed += mass * enthalpy(p.temperature ?? along.temperature);
    else if (Number.isFinite(temperatures[i]!)) sum.received -= mass * enthalpy(temperatures[i]!);
  });
  for (const { model } of compiled)
    for (const { local, units = 1 } of model.elements) {
      const [duty, friction, lost] = [local?.duty, local?.friction, local?.lost].map((heat = 0) => heat * units) as [number, number, number]; // prettier-ignore
      sum[duty > 0 ? 'heating' : 'cooling'] += Math.abs(duty);
      sum.friction += friction;
      sum[lost > 0 ? 'lost' : 'heating'] += Math.abs(lost);
    }
  return { in: sum.fed + sum.heating + sum.friction, out: sum.received + sum.cooling + sum.lost, ...sum };
}

/** Both sums; `key`s `in` and `out`. */
export function heatBalanceSteps(b: HeatBalance | undefined): KeyedStep[] {
  if (!b) return [];
  const source = word('source.balance-of-enthalpies');
  const sum = (key: 'in' | 'out', symbol: string, label: Word, parts: [string, Word, number][]): KeyedStep => {
    const inputs = parts.map(([s, l, value]) => worth(s, l, value, 'power'));
    const of = worth(symbol, label, b[key], 'power', { from: `heatBalance.${key}` });
    return step(key, of, inputs.map((v) => v.symbol).join(' + '), inputs, source);
  };
  return [
    sum('in', 'Pin', word('quantity.heat-supplied'), [
      ['Pf', word('quantity.enthalpy-of-the-inflows'), b.fed],
      ['Ph', word('quantity.heat-from-devices-and-surroundings'), b.heating],
      ['Pr', word('quantity.friction-and-pump-losses'), b.friction],
    ]),
    sum('out', 'Pout', word('quantity.heat-removed'), [
      ['Po', word('quantity.enthalpy-of-the-outflows'), b.received],
      ['Pc', word('quantity.cooling-by-devices'), b.cooling],
      ['Pl', word('quantity.heat-lost-through-pipe-walls'), b.lost],
    ]),
  ];
}
