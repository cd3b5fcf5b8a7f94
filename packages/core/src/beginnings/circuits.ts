import type { RawElement } from '../document/study.js';
import { word, type Word } from '../words/word.js';
import type { Beginning } from './beginning.js';
import { CELSIUS, FLOW, LEAST, LENGTH, LOW_NORMAL, TEMPERATURE, levels } from './fields.js';
import { elbows, EXIT, GATE, nonReturn, suctionOf, vessel, WATER } from './kit.js';

/* Circuits, and headers with several consumers. */

export const closedCircuit: Beginning = {
  label: word('beginning.closed-circuit'),
  about: word('beginning.closed-circuit.about'),
  fields: [
    FLOW(100),
    LEAST,
    LENGTH(240),
    { key: 'drops', label: word('beginning.drops-at-design'), dimension: 'pressureDifference', parts: [word('beginning.source'), word('beginning.consumers')], usual: [0.3e5, 0.6e5], least: 0, most: 50e5 },
    { key: 'pressure', label: word('beginning.expansion-pressure'), dimension: 'pressure', usual: [2e5], least: -0.5e5, most: 100e5 },
    { key: 'top', label: word('beginning.highest-point'), dimension: 'length', usual: [12], least: -100, most: 1000 },
    { ...TEMPERATURE(80), parts: [word('beginning.cold-fill'), word('beginning.usual')], usual: [10 + CELSIUS, 80 + CELSIUS], order: 'rising' },
  ], // prettier-ignore
  draft(given, size, kit) {
    const [source, consumers] = given.drops as [number, number];
    const [cold, warm] = given.temperature as [number, number];
    const [flow, least, length, top] = [given.flow![0]!, given.least![0]!, given.length![0]!, given.top![0]!];
    const device = (id: string, name: Word, drop: number): RawElement => ({
      id,
      kind: 'device',
      name: kit.say(name),
      drop: kit.q(drop, 'pressureDifference'),
      at: kit.q(flow, 'flow'),
      fouling: 1,
    });
    return {
      points: {
        'EX-1': { kind: 'pressure', name: kit.say(word('beginning.expansion-vessel')), elevation: kit.q(0, 'length'), pressure: kit.q(given.pressure![0]!, 'pressure'), basis: 'total' },
        'J-1': { kind: 'junction', name: kit.say(word('beginning.highest-point')), elevation: kit.q(top, 'length') },
      },
      lines: [
        {
          id: 'LN-1',
          name: kit.say(word('beginning.flow-line')),
          from: 'EX-1',
          to: 'J-1',
          elements: [
            kit.pipe('L-1', word('beginning.suction'), 4, kit.larger(size), [GATE, elbows(1)]),
            { id: 'P-1', kind: 'pump', name: kit.say(word('beginning.pump')) },
            nonReturn('NR-1'),
            device('HX-1', word('beginning.source'), source),
            kit.pipe('L-2', word('beginning.flow-line'), length / 2, size, [elbows(8), GATE]),
          ],
        },
        {
          id: 'LN-2',
          name: kit.say(word('beginning.return-line')),
          from: 'J-1',
          to: 'EX-1',
          elements: [
            device('HX-2', word('beginning.consumers'), consumers),
            kit.pipe('L-3', word('beginning.return-line'), length / 2 - 5 > 1 ? length / 2 - 5 : 1, size, [elbows(8)], { outletElevation: kit.q(0, 'length') }),
            { id: 'CV-1', kind: 'control-valve', name: kit.say(word('beginning.flow-control')) },
            kit.pipe('L-4', word('beginning.return-line'), 5, size, [GATE]),
          ],
        },
      ],
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.design'), 'normal', warm, {}),
        kit.scenario('fouled', word('beginning.fouled-exchanger'), 'maximum', warm, { 'HX-1.fouling': 1.6 }),
        kit.scenario('least', word('beginning.part-load'), 'minimum', warm, {}),
        kit.scenario('cold', word('beginning.cold-fill'), 'start-up', cold, {}),
      ],
      pumps: ['P-1'],
      flows: { design: flow, fouled: flow, least, cold: flow },
      valve: { id: 'CV-1', flows: { design: flow, fouled: flow, least, cold: flow } },
    };
  }, // prettier-ignore
};

export const headerWithConsumers: Beginning = {
  label: word('beginning.header-with-consumers'),
  about: word('beginning.header-with-consumers.about'),
  fields: [
    { key: 'flow', label: word('beginning.flows-of-three-consumers'), dimension: 'flow', parts: [word('beginning.first'), word('beginning.second'), word('beginning.third')], usual: [40 / 3600, 30 / 3600, 20 / 3600], least: 1e-6, most: 10 },
    { key: 'part', label: word('beginning.part-load-of-all'), dimension: 'number', usual: [0.72], least: 0.05, most: 1 },
    levels('supply', word('beginning.supply-level'), LOW_NORMAL, [1, 3]),
    { key: 'header', label: word('beginning.header-elevation'), dimension: 'length', usual: [8], least: -1000, most: 5000 },
    { key: 'pressure', label: word('beginning.pressure-at-consumers'), dimension: 'pressure', usual: [2e5], least: -0.9e5, most: 200e5 },
    LENGTH(120),
    TEMPERATURE(20),
  ], // prettier-ignore
  draft(given, size, kit) {
    const flows = given.flow as [number, number, number];
    const [low, normal] = given.supply as [number, number];
    const [part, t, length] = [given.part![0]!, given.temperature![0]!, given.length![0]!];
    const all = flows.reduce((a, b) => a + b, 0);
    const z = kit.q(given.header![0]!, 'length');
    const consumer = (n: number, from: string) => ({
      id: `LN-${n + 1}`,
      name: kit.say(word('beginning.consumer', { n })),
      from,
      to: `C-${n}`,
      elements: [
        kit.pipe(`L-${n}1`, word('beginning.branch', { n }), 12, kit.sizeFor(flows[n - 1]!), [elbows(3), GATE]),
        { id: `CV-${n}`, kind: 'control-valve', name: kit.say(word('beginning.valve-of-consumer', { n })) },
        kit.pipe(`L-${n}2`, word('beginning.branch', { n }), 4, kit.sizeFor(flows[n - 1]!), [elbows(1), EXIT]),
      ],
    });
    const held = (share: number): Record<string, string> => ({
      'CV-1.flow': kit.q(flows[0] * share, 'flow', 8),
      'CV-2.flow': kit.q(flows[1] * share, 'flow', 8),
    });
    const low1 = { 'T-1.level': kit.q(low - (Math.min(low, normal) - 1), 'length') };
    return {
      points: {
        'T-1': vessel(kit, word('beginning.supply-tank'), given.supply!, normal),
        'J-1': { kind: 'junction', name: kit.say(word('beginning.header')), elevation: z },
        'J-2': { kind: 'junction', name: kit.say(word('beginning.header')), elevation: z },
        ...Object.fromEntries([1, 2, 3].map((n) => [`C-${n}`, { kind: 'pressure', name: kit.say(word('beginning.consumer', { n })), elevation: z, pressure: kit.q(given.pressure![0]!, 'pressure'), basis: 'total' }])),
      },
      lines: [
        {
          id: 'LN-1',
          name: kit.say(word('beginning.header')),
          from: 'T-1',
          to: 'J-1',
          elements: [
            suctionOf(kit, 'L-1', 8, size, low - 1),
            { id: 'P-1', kind: 'pump', name: kit.say(word('beginning.pump')) },
            nonReturn('NR-1'),
            kit.pipe('L-2', word('beginning.header'), 0.7 * length, size, [elbows(6), GATE]),
          ],
        },
        consumer(1, 'J-1'),
        { id: 'LN-5', name: kit.say(word('beginning.header')), from: 'J-1', to: 'J-2', elements: [kit.pipe('L-3', word('beginning.header'), 0.3 * length, kit.sizeFor(flows[1] + flows[2]), [elbows(2)])] },
        consumer(2, 'J-2'),
        consumer(3, 'J-2'),
      ],
      fluids: WATER,
      scenarios: [
        kit.scenario('design', word('beginning.all-consumers'), 'normal', t, held(1)),
        kit.scenario('low', word('beginning.low-supply-level'), 'maximum', t, { ...held(1), ...low1 }),
        kit.scenario('least', word('beginning.part-load'), 'minimum', t, held(part)),
      ],
      pumps: ['P-1'],
      flows: { design: all, low: all, least: all * part },
      valve: { id: 'CV-3', flows: { design: flows[2], low: flows[2], least: flows[2] * part } },
      others: ['CV-1', 'CV-2'],
    };
  }, // prettier-ignore
};
