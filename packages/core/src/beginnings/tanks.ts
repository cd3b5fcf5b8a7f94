import type { RawElement } from '../document/study.js';
import type { SizeCandidate } from '../pipes/size.js';
import { word } from '../words/word.js';
import type { Beginning, Given } from './beginning.js';
import { CELSIUS, FLOW, LEAST, LENGTH, LOW_HIGH, LOW_NORMAL, LOW_NORMAL_HIGH, TEMPERATURE, levels } from './fields.js';
import { elbows, EXIT, GATE, levelOf, lineOf, nonReturn, NOZZLE, suctionOf, vessel, WATER, type Kit } from './kit.js';

/* Services between open surfaces. */

/** from a pump to where it delivers, with the valve that holds the flow */
function discharge(kit: Kit, size: SizeCandidate, length: number, bends: number): RawElement[] {
  return [
    nonReturn('NR-1'),
    kit.pipe('L-2', word('beginning.discharge'), 5, size, [GATE, elbows(2)]),
    { id: 'CV-1', kind: 'control-valve', name: kit.say(word('beginning.flow-control')) },
    kit.pipe('L-3', word('beginning.main'), length, size, [elbows(bends), GATE, EXIT]),
  ];
}
const pump = (kit: Kit, id = 'P-1'): RawElement => ({ id, kind: 'pump', name: kit.say(word('beginning.pump')) });

/** flows of the scenarios, at the pump and at its valve alike */
const flowsOf = (flows: Record<string, number>) => ({ flows, valve: { id: 'CV-1', flows } });

const one = (given: Given, key: string): number => given[key]![0]!;

export const tankToTank: Beginning = {
  label: word('beginning.tank-to-tank'),
  about: word('beginning.tank-to-tank.about'),
  fields: [
    FLOW(85),
    LEAST,
    levels('supply', word('beginning.supply-level'), LOW_NORMAL, [1, 3]),
    levels('destination', word('beginning.destination-level'), LOW_HIGH, [18, 20]),
    { key: 'pump', label: word('beginning.pump-elevation'), dimension: 'length', usual: ({ supply }) => [supply![0]! - 1], least: -1000, most: 5000 },
    LENGTH(150),
    TEMPERATURE(20),
  ], // prettier-ignore
  draft(given, size, kit) {
    const [low, normal] = given.supply as [number, number];
    const [to, high] = given.destination as [number, number];
    const [flow, least, t] = [one(given, 'flow'), one(given, 'least'), one(given, 'temperature')];
    const at = (z: number): string => levelOf(kit, given.supply!, z);
    return {
      points: {
        'T-1': vessel(kit, word('beginning.supply-tank'), given.supply!, normal),
        'T-2': vessel(kit, word('beginning.destination-tank'), given.destination!, high),
      },
      lines: lineOf('T-1', 'T-2', [
        suctionOf(kit, 'L-1', 8, size, one(given, 'pump')),
        pump(kit),
        ...discharge(kit, size, one(given, 'length'), 8),
      ]),
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', t, {}),
        kit.scenario('low', word('beginning.low-supply-level'), 'maximum', t, { 'T-1.level': at(low) }),
        kit.scenario('least', word('beginning.least-flow'), 'minimum', t, {}),
        kit.scenario('lowest', word('beginning.lowest-static-head'), 'normal', t, { 'T-2.level': levelOf(kit, given.destination!, to) }), // prettier-ignore
      ],
      pumps: ['P-1'],
      ...flowsOf({ design: flow, low: flow, least, lowest: flow }),
    };
  },
};

export const riverToPlant: Beginning = {
  label: word('beginning.river-to-plant'),
  about: word('beginning.river-to-plant.about'),
  fields: [
    FLOW(420),
    LEAST,
    levels('river', word('beginning.river-level'), LOW_NORMAL_HIGH, [61.4, 63.8, 65]),
    levels('destination', word('beginning.tank-level'), LOW_HIGH, [89, 92.2]),
    { key: 'pump', label: word('beginning.pump-elevation'), dimension: 'length', usual: ({ river }) => [river![2]! + 0.4], least: -1000, most: 5000 },
    LENGTH(860),
    { ...TEMPERATURE(12), parts: [word('beginning.cold'), word('beginning.usual')], usual: [5 + CELSIUS, 12 + CELSIUS], order: 'rising' },
  ], // prettier-ignore
  draft(given, size, kit) {
    const [low, normal, high] = given.river as [number, number, number];
    const [to, full] = given.destination as [number, number];
    const [cold, t] = given.temperature as [number, number];
    const [flow, least] = [one(given, 'flow'), one(given, 'least')];
    const at = (z: number): string => levelOf(kit, given.river!, z);
    const strainer: RawElement = {
      id: 'ST-1',
      kind: 'device',
      name: kit.say(word('beginning.strainer')),
      drop: kit.q(6000, 'pressureDifference'),
      at: kit.q(flow, 'flow'),
      fouling: 1,
    };
    return {
      points: {
        'R-1': vessel(kit, word('beginning.river'), given.river!, normal),
        'T-2': vessel(kit, word('beginning.destination-tank'), given.destination!, full),
      },
      lines: lineOf('R-1', 'T-2', [strainer, suctionOf(kit, 'L-1', 14, size, one(given, 'pump')), pump(kit), ...discharge(kit, size, one(given, 'length'), 8)]),
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', t, {}),
        kit.scenario('low', word('beginning.low-river'), 'maximum', t, { 'R-1.level': at(low) }),
        kit.scenario('fouled', word('beginning.fouled-strainer'), 'normal', t, { 'ST-1.fouling': 2.5 }),
        kit.scenario('least', word('beginning.least-flow'), 'minimum', t, {}),
        kit.scenario('lowest', word('beginning.lowest-static-head'), 'normal', cold, { 'R-1.level': at(high), 'T-2.level': levelOf(kit, given.destination!, to) }), // prettier-ignore
      ],
      pumps: ['P-1'],
      ...flowsOf({ design: flow, low: flow, fouled: flow, least, lowest: flow }),
    };
  }, // prettier-ignore
};

export const wellToTank: Beginning = {
  label: word('beginning.well-to-tank'),
  about: word('beginning.well-to-tank.about'),
  fields: [
    FLOW(60),
    LEAST,
    { key: 'rest', label: word('beginning.water-table'), dimension: 'length', parts: [word('beginning.usual'), word('beginning.low')], usual: [18, 24], order: 'rising', least: 0, most: 1000 },
    { key: 'capacity', label: word('beginning.specific-capacity'), dimension: 'specificCapacity', usual: [12 / 3600], least: 1e-6, most: 1 },
    { key: 'depth', label: word('beginning.pump-depth'), dimension: 'length', usual: ({ rest, flow, capacity }) => [Math.ceil(rest![1]! + flow![0]! / (0.7 * capacity![0]!) + 8)], least: 2, most: 1500 },
    levels('destination', word('beginning.tank-level-above-ground'), LOW_HIGH, [12, 14]),
    LENGTH(120),
    TEMPERATURE(10),
  ], // prettier-ignore
  draft(given, size, kit) {
    const [rest, deep] = given.rest as [number, number];
    const [to, high] = given.destination as [number, number];
    const [flow, least, t, depth] = [one(given, 'flow'), one(given, 'least'), one(given, 'temperature'), one(given, 'depth')];
    return {
      points: {
        'W-1': {
          kind: 'well',
          name: kit.say(word('beginning.well')),
          elevation: kit.q(-depth, 'length'),
          restLevel: kit.q(-rest, 'length'),
          specificCapacity: kit.q(one(given, 'capacity'), 'specificCapacity'),
        },
        'T-2': vessel(kit, word('beginning.destination-tank'), given.destination!, high),
      },
      lines: lineOf('W-1', 'T-2', [
            pump(kit),
            kit.pipe('L-1', word('beginning.rising-main'), depth, size, [{ type: 'check-swing' }], { outletElevation: kit.q(0, 'length') }),
            { id: 'CV-1', kind: 'control-valve', name: kit.say(word('beginning.flow-control')) },
            kit.pipe('L-2', word('beginning.main'), one(given, 'length'), size, [elbows(6), GATE, EXIT]),
          ]),
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', t, {}),
        kit.scenario('low', word('beginning.low-water-table'), 'maximum', t, { 'W-1.restLevel': kit.q(-deep, 'length') }),
        kit.scenario('aged', word('beginning.aged-well'), 'maximum', t, { 'W-1.specificCapacity': kit.q(0.7 * one(given, 'capacity'), 'specificCapacity') }),
        kit.scenario('least', word('beginning.least-flow'), 'minimum', t, { 'T-2.level': levelOf(kit, given.destination!, to) }),
      ],
      pumps: ['P-1'],
      ...flowsOf({ design: flow, low: flow, aged: flow, least }),
    };
  }, // prettier-ignore
};

export const viscousTransfer: Beginning = {
  label: word('beginning.viscous-transfer'),
  about: word('beginning.viscous-transfer.about'),
  fields: [
    FLOW(40),
    { ...LEAST, usual: ({ flow }) => [0.75 * flow![0]!] },
    { key: 'density', label: word('beginning.density-at-15'), dimension: 'density', usual: [905], least: 500, most: 1500 },
    { key: 'viscosity', label: word('beginning.viscosity-cold-and-warm'), dimension: 'kinematicViscosity', parts: [word('beginning.at-20'), word('beginning.at-60')], usual: [180e-6, 32e-6], order: 'falling', least: 2e-7, most: 0.05 },
    { ...TEMPERATURE(50), parts: [word('beginning.cold-start'), word('beginning.usual')], usual: [25 + CELSIUS, 50 + CELSIUS], order: 'rising', most: 150 + CELSIUS },
    levels('supply', word('beginning.supply-level'), LOW_NORMAL, [2, 4]),
    levels('destination', word('beginning.destination-level'), LOW_HIGH, [9, 12]),
    LENGTH(90),
  ], // prettier-ignore
  draft(given, size, kit) {
    const [low, normal] = given.supply as [number, number];
    const [, high] = given.destination as [number, number];
    const [cold, warm] = given.temperature as [number, number];
    const [at20, at60] = given.viscosity as [number, number];
    const [flow, least] = [one(given, 'flow'), one(given, 'least')];
    return {
      points: {
        'T-1': vessel(kit, word('beginning.heated-tank'), given.supply!, normal),
        'T-2': vessel(kit, word('beginning.destination-tank'), given.destination!, high),
      },
      lines: lineOf('T-1', 'T-2', [suctionOf(kit, 'L-1', 6, size, low - NOZZLE), pump(kit), ...discharge(kit, size, one(given, 'length'), 6)]),
      fluids: {
        oil: kit.oil(word('beginning.oil'), one(given, 'density'), [at20, at60]),
      },
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', warm, {}, 'oil'),
        kit.scenario('low', word('beginning.low-supply-level'), 'maximum', warm, { 'T-1.level': levelOf(kit, given.supply!, low) }, 'oil'),
        kit.scenario('least', word('beginning.least-flow'), 'minimum', warm, {}, 'oil'),
        kit.scenario('cold', word('beginning.cold-start-at-least-flow'), 'start-up', cold, {}, 'oil'),
      ],
      pumps: ['P-1'],
      ...flowsOf({ design: flow, low: flow, least, cold: least }),
    };
  }, // prettier-ignore
};
