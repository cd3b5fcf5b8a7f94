import { word } from '../words/word.js';
import type { Beginning } from './beginning.js';
import { CELSIUS, FLOW, LENGTH, LOW_HIGH, TEMPERATURE, levels } from './fields.js';
import { EXIT, GATE, nonReturn, suctionOf, vessel } from './kit.js';

/* A long line over ground, with a station at its beginning and one on its way. */

/** where along the line the second station stands, and the ridge behind it */
const STATION = 0.45;
const RIDGE = 0.7;

export const longLine: Beginning = {
  label: word('beginning.long-line'),
  about: word('beginning.long-line.about'),
  fields: [
    FLOW(300),
    { key: 'least', label: word('beginning.lowest-flow'), dimension: 'flow', usual: ({ flow }) => [0.75 * flow![0]!], least: 1e-6, most: 20 },
    LENGTH(40_000),
    { key: 'ground', label: word('beginning.ground'), dimension: 'length', parts: [word('beginning.at-start'), word('beginning.at-ridge'), word('beginning.at-end')], usual: [20, 105, 60], least: -500, most: 5000 },
    levels('tank', word('beginning.levels-of-tanks'), LOW_HIGH, [2, 9]),
    { key: 'density', label: word('beginning.density-at-15'), dimension: 'density', usual: [845], least: 500, most: 1500 },
    { key: 'viscosity', label: word('beginning.viscosity-cold-and-warm'), dimension: 'kinematicViscosity', parts: [word('beginning.at-20'), word('beginning.at-60')], usual: [5.2e-6, 2.3e-6], order: 'falling', least: 2e-7, most: 0.01 },
    { ...TEMPERATURE(15), parts: [word('beginning.winter'), word('beginning.usual')], usual: [5 + CELSIUS, 15 + CELSIUS], order: 'rising', least: -20 + CELSIUS, most: 80 + CELSIUS },
  ], // prettier-ignore
  draft(given, size, kit) {
    const [start, ridge, end] = given.ground as [number, number, number];
    const [low, high] = given.tank as [number, number];
    const [winter, usual] = given.temperature as [number, number];
    const [at20, at60] = given.viscosity as [number, number];
    const [flow, least, length] = [given.flow![0]!, given.least![0]!, given.length![0]!];
    const ground = (x: number): number => (x <= RIDGE ? start + ((ridge - start) * x) / RIDGE : ridge + ((end - ridge) * (x - RIDGE)) / (1 - RIDGE));
    const row = (from: number, x: number): object => ({ distance: kit.q((x - from) * length, 'length'), elevation: kit.q(ground(x), 'length') });
    const middle = kit.q(ground(STATION), 'length');
    return {
      points: {
        'T-1': vessel(kit, word('beginning.supply-tank'), [start + low, start + high], start + high),
        'J-1': { kind: 'junction', name: kit.say(word('beginning.station', { n: 2 })), elevation: middle },
        'T-2': vessel(kit, word('beginning.destination-tank'), [end + low, end + high], end + high),
      },
      lines: [
        {
          id: 'LN-1',
          name: kit.say(word('beginning.first-section')),
          from: 'T-1',
          to: 'J-1',
          elements: [
            suctionOf(kit, 'L-1', 20, size, start),
            { id: 'P-1', kind: 'pump', name: kit.say(word('beginning.station', { n: 1 })) },
            nonReturn('NR-1'),
            kit.pipe('L-2', word('beginning.first-section'), STATION * length, size, [GATE], { outletElevation: middle, profile: [row(0, 0), row(0, STATION)] }),
          ],
        },
        {
          id: 'LN-2',
          name: kit.say(word('beginning.second-section')),
          from: 'J-1',
          to: 'T-2',
          elements: [
            { id: 'P-2', kind: 'pump', name: kit.say(word('beginning.station', { n: 2 })) },
            nonReturn('NR-2'),
            kit.pipe('L-3', word('beginning.second-section'), (1 - STATION) * length, size, [GATE, EXIT], { profile: [row(STATION, STATION), row(STATION, RIDGE), row(STATION, 1)] }),
          ],
        },
      ],
      fluids: {
        product: kit.oil(word('beginning.product'), given.density![0]!, [at20, at60]),
      },
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', usual, {}, 'product'),
        kit.scenario('winter', word('beginning.winter'), 'maximum', winter, { 'T-1.level': kit.q(1, 'length') }, 'product'),
        kit.scenario('least', word('beginning.least-flow'), 'minimum', usual, {}, 'product'),
      ],
      pumps: ['P-1', 'P-2'],
      flows: { design: flow, winter: flow, least },
      valve: null,
      inlet: 3e5,
    };
  }, // prettier-ignore
};
