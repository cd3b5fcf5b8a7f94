import type { RawEntry } from '../document/study.js';
import { waterSaturationPressure } from '../fluids/water.js';
import { word, type Word } from '../words/word.js';
import type { Beginning } from './beginning.js';
import { FLOW, LEAST, LENGTH, LOW_NORMAL, TEMPERATURE, levels } from './fields.js';
import { elbows, EXIT, GATE, lineOf, nonReturn, NOZZLE, suctionOf, WATER, type Kit } from './kit.js';

/* Services whose liquid boils at the surface that it is taken from. */

/** Pa, of a site of which nothing is said */
const ATMOSPHERE = 101_325;

/** a vessel whose surface boils at a temperature */
const boiling = (
  kit: Kit,
  name: Word,
  surfaces: readonly number[],
  now: number,
  temperature: number,
): RawEntry & { kind: string } => ({
  kind: 'vessel',
  name: kit.say(name),
  elevation: kit.q(surfaces[0]! - NOZZLE, 'length'),
  level: kit.q(now - surfaces[0]! + NOZZLE, 'length'),
  pressure: kit.q(waterSaturationPressure(temperature) - ATMOSPHERE, 'pressure', 5),
});
/** the usual distance from boiling cannot be kept behind a surface that boils: the height over the suction holds it */
const boilingSuction = (kit: Kit) => ({
  check: 'lowest-pressure',
  where: 'L-1',
  limit: kit.q(2000, 'pressureDifference'),
  reason: kit.say(word('beginning.surface-boils')),
});
const lowLevel = (kit: Kit): Record<string, string> => ({ [`V-1.level`]: kit.q(NOZZLE, 'length') });

export const boilerFeed: Beginning = {
  label: word('beginning.boiler-feed'),
  about: word('beginning.boiler-feed.about'),
  fields: [
    FLOW(65),
    { ...LEAST, usual: ({ flow }) => [0.5 * flow![0]!] },
    { ...TEMPERATURE(105), label: word('beginning.deaerator-temperature') },
    levels('supply', word('beginning.deaerator-level-above-pump'), LOW_NORMAL, [6, 7]),
    { key: 'pressure', label: word('beginning.drum-pressure'), dimension: 'pressure', parts: [word('beginning.usual'), word('beginning.relief')], usual: [40e5, 42e5], order: 'rising', least: 0, most: 220e5 },
    { key: 'drum', label: word('beginning.drum-elevation'), dimension: 'length', usual: [18], least: -100, most: 200 },
    LENGTH(80),
  ], // prettier-ignore
  draft(given, size, kit) {
    const [low, normal] = given.supply as [number, number];
    const [drum, relief] = given.pressure as [number, number];
    const [flow, least, t] = [given.flow![0]!, given.least![0]!, given.temperature![0]!];
    // what the pump must have at its least flow goes back; the valve of it is shut else
    const back = 0.25 * flow;
    // kv of a valve that lets so much through at the pressure of the drum over that of the deaerator: Q = Kv·√(Δp/SG)
    const kv = Number(((back * 3600) / Math.sqrt(drum / 1e5 / 0.955)).toPrecision(3));
    return {
      points: {
        'V-1': boiling(kit, word('beginning.deaerator'), [low, normal], normal, t),
        'J-1': { kind: 'junction', elevation: kit.q(0, 'length') },
        'D-1': { kind: 'pressure', name: kit.say(word('beginning.drum')), elevation: kit.q(given.drum![0]!, 'length'), pressure: kit.q(drum, 'pressure'), basis: 'total' },
      },
      lines: [
        {
          id: 'LN-1',
          name: kit.say(word('beginning.feed-pump')),
          from: 'V-1',
          to: 'J-1',
          elements: [suctionOf(kit, 'L-1', 12, size, 0), { id: 'P-1', kind: 'pump', name: kit.say(word('beginning.feed-pump')) }, nonReturn('NR-1')],
        },
        {
          id: 'LN-2',
          name: kit.say(word('beginning.feed-line')),
          from: 'J-1',
          to: 'D-1',
          elements: [
            kit.pipe('L-2', word('beginning.discharge'), 6, size, [GATE, elbows(2)]),
            { id: 'CV-1', kind: 'control-valve', name: kit.say(word('beginning.feed-control')) },
            kit.pipe('L-3', word('beginning.feed-line'), given.length![0]!, size, [elbows(8), GATE, EXIT]),
          ],
        },
        {
          id: 'LN-3',
          name: kit.say(word('beginning.minimum-flow-line')),
          from: 'J-1',
          to: 'V-1',
          elements: [
            kit.pipe('L-4', word('beginning.minimum-flow-line'), 20, kit.sizeFor(back), [elbows(6)]),
            { id: 'MV-1', kind: 'hand-valve', name: kit.say(word('beginning.minimum-flow-valve')), kv, closed: true },
          ],
        },
      ],
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.full-load'), 'normal', t, {}),
        kit.scenario('relief', word('beginning.drum-at-relief'), 'maximum', t, { 'D-1.pressure': kit.q(relief, 'pressure'), ...lowLevel(kit) }),
        kit.scenario('least', word('beginning.low-load-minimum-flow'), 'minimum', t, { 'MV-1.closed': false }),
      ],
      pumps: ['P-1'],
      flows: { design: flow, relief: flow, least: least + back },
      valve: { id: 'CV-1', flows: { design: flow, relief: flow, least } },
      reserve: Math.max(1.5e5, 0.06 * drum),
      limits: [boilingSuction(kit)],
    };
  }, // prettier-ignore
};

export const condensate: Beginning = {
  label: word('beginning.condensate'),
  about: word('beginning.condensate.about'),
  fields: [
    FLOW(50),
    LEAST,
    { ...TEMPERATURE(42), label: word('beginning.condensate-temperature'), most: 150 + 273.15 },
    levels('supply', word('beginning.hot-well-level-above-pump'), LOW_NORMAL, [2.2, 2.7]),
    { key: 'pressure', label: word('beginning.pressure-of-destination'), dimension: 'pressure', usual: [1.2e5], least: -0.9e5, most: 100e5 },
    { key: 'high', label: word('beginning.elevation-of-destination'), dimension: 'length', usual: [14], least: -100, most: 500 },
    LENGTH(70),
  ], // prettier-ignore
  draft(given, size, kit) {
    const [low, normal] = given.supply as [number, number];
    const [flow, least, t] = [given.flow![0]!, given.least![0]!, given.temperature![0]!];
    const large = kit.larger(kit.larger(size));
    return {
      points: {
        'V-1': boiling(kit, word('beginning.hot-well'), [low, normal], normal, t),
        'V-2': { kind: 'pressure', name: kit.say(word('beginning.deaerator')), elevation: kit.q(given.high![0]!, 'length'), pressure: kit.q(given.pressure![0]!, 'pressure'), basis: 'total' },
      },
      lines: lineOf('V-1', 'V-2', [
            // short and wide: there is little NPSH to lose
            kit.pipe('L-1', word('beginning.suction'), 4, large, [{ type: 'entrance-rounded' }, GATE, elbows(1)], { outletElevation: kit.q(0, 'length') }),
            { id: 'P-1', kind: 'pump', name: kit.say(word('beginning.condensate-pump')) },
            nonReturn('NR-1'),
            kit.pipe('L-2', word('beginning.discharge'), 5, size, [GATE, elbows(2)]),
            { id: 'CV-1', kind: 'control-valve', name: kit.say(word('beginning.level-control')) },
            kit.pipe('L-3', word('beginning.main'), given.length![0]!, size, [elbows(8), GATE, EXIT]),
          ]),
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', t, {}),
        kit.scenario('low', word('beginning.low-hot-well'), 'maximum', t, lowLevel(kit)),
        kit.scenario('least', word('beginning.part-load'), 'minimum', t, {}),
      ],
      pumps: ['P-1'],
      flows: { design: flow, low: flow, least },
      valve: { id: 'CV-1', flows: { design: flow, low: flow, least } },
      limits: [boilingSuction(kit)],
    };
  }, // prettier-ignore
};
