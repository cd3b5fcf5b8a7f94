import { canonicalEntry } from './canonical.js';
import { judgeCatalogue } from './judge.js';
import { ENTRY_FIELDS, type TableKind } from './more-columns.js';
import { meantNumber, readTable, type TableOptions } from './table.js';
import { writeTable, type Entries } from './write-table.js';

const row = (flow: string, head: string, more = {}) => ({ flow, head, ...more });

const PUMPS: Entries = {
  'tc150-400': {
    name: 'Hollin TC 150-400',
    maker: 'Hollin',
    family: 'TC',
    type: 'end-suction',
    size: '150-400',
    speed: '2950 rpm',
    diameter: '390 mm',
    curves: [
      {
        diameter: '360 mm',
        curve: [
          row('0 m3/h', '80 m', { efficiency: 0, npshr: '2.1 m' }),
          row('150 gpm', '60.50 m', { efficiency: 0.7, npshr: '8 ft' }),
        ],
      },
      {
        diameter: '404 mm',
        curve: [row('0 m3/h', '100 m', { efficiency: 0 }), row('160 m3/h', '79 m', { efficiency: 0.75, power: '46 kW' })],
      },
    ],
    minDiameter: '340 mm',
    minFlow: '48 m3/h',
    casingPressure: '16 bar(g)',
    maxTemperature: '120 degC',
    preferredRegion: [0.7, 1.2],
    materials: ['duplex', 'bronze; coated', 'a|b\\c'],
    price: '18400 EUR',
    deliveryTime: 56,
    weight: '640 kg',
    liquids: ['clean-water'],
    frequency: '50 Hz',
    motor: { ratedPower: '55 kW', efficiency: [0.94, 0.946, 0.943], powerFactor: 0.87, voltage: '400 V' },
    trimStep: '1 mm',
    notes: 'Two lines\nof notes; with marks, and "quotes"',
  },
  c: {
    name: 'C',
    speed: '2900 rpm',
    curves: [
      { diameter: '90 mm', speed: '1450 rpm', curve: [row('0 m3/h', '5 m'), row('1 m3/h', '4 m')] },
      { diameter: '100 mm', curve: [row('0 m3/h', '10 m'), row('1 m3/h', '9 m')] },
    ],
  },
  'b/2': {
    name: 'b/2',
    stages: 3,
    stageOptions: [3, 6, 12],
    speed: '2900 rpm',
    typical: true,
    curve: [row('0 L/s', '30 m'), row('2 L/s', '20 m')],
  },
};
const VALVES: Entries = {
  gx200: { name: 'GX 200', type: 'globe-cage', body: 'globe', size: 'DN200', ratedKv: 620, fl: 0.9, maxDrop: '25 bar', pressureClass: 'PN40' },
  s50: {
    name: 'S 50',
    size: 'DN50',
    ratedCv: 46,
    characteristic: 'table',
    table: [{ travel: 0, kv: 0 }, { travel: 1, kv: 40 }],
    flTable: [{ travel: 0.2, fl: 0.95 }, { travel: 1, fl: 0.85 }],
    inside: ['52 mm', '52 mm'],
  },
}; // prettier-ignore
const MOTORS: Entries = {
  'm75-4': { name: 'm75-4', maker: 'Tarn Drives', ratedPower: '75 kW', poles: 4, frequency: '50 Hz', efficiency: [0.931, 0.939, 0.937], powerFactor: 0.86, frame: '280S' },
  m1: { name: 'm1', ratedPower: '1 hp', poles: 2, efficiency: 0.8 },
}; // prettier-ignore

test.each<[TableKind, Entries]>([
  ['pumps', PUMPS],
  ['valves', VALVES],
  ['motors', MOTORS],
])('%s written as a table are read again as they were', (kind, entries) => {
  const { header, rows } = writeTable(kind, entries);
  const table = readTable([header, ...rows.map((r) => r.map((c) => (c === null ? '' : String(c))))]);
  expect(table.problems.filter((p) => p.code !== 'no-npshr')).toEqual([]);
  expect(table.catalogue[kind]).toEqual(entries);
  expect(Object.keys(table.catalogue[kind])).toEqual(Object.keys(entries));
  expect(judgeCatalogue(table.catalogue).problems).toEqual([]);
});

test('an entry is kept in one way only', () => {
  const curve = [row('0 m3/h', '10 m'), row('1 m3/h', '9 m', { efficiency: '62 %' })];
  const entry = {
    name: 'x',
    speed: '2900 rpm',
    family: '',
    from: { model: 'y', revision: 2 },
    curves: [{ diameter: '100 mm', speed: '2900 rpm', curve }],
    motor: { efficiency: '94 %' },
  };
  expect(canonicalEntry(entry, ENTRY_FIELDS.pumps)).toEqual({
    name: 'x',
    speed: '2900 rpm',
    diameter: '100 mm',
    curve: [row('0 m3/h', '10 m'), row('1 m3/h', '9 m', { efficiency: 0.62 })],
    motor: { efficiency: 0.94 },
  });
});

describe('what a person does about a row', () => {
  const CELLS = [
    ['model', 'speed [rpm]', 'flow [m3/h]', 'head [m]', 'efficiency', 'power [kW]'],
    ['A', '2900', '0', '50', '', ''],
    ['', '', '1o', '48', '', ''],
    ['', '', '36', '40', '0.9', '5.2'],
    ['B', '2900', '0', '9', '', ''],
    ['', '', 'x', '8', '', ''],
  ];
  const withMends = (mends: NonNullable<TableOptions['mends']>) => readTable(CELLS, { mends });
  test('without anything done, both rows are said', () => {
    expect(withMends({}).problems.map((p) => [p.row, p.code])).toEqual([[3, 'not-number'], [6, 'not-number'], [2, 'no-npshr']]); // prettier-ignore
  });
  test('a row is read as it was meant, left out, given the efficiency of its power, or its model is left out', () => {
    const table = withMends({
      3: { do: 'read', column: 'flow', as: '10' },
      4: { do: 'take-power' },
      6: { do: 'leave-model' },
    });
    expect(table.problems.map((p) => p.code)).toEqual(['no-npshr']);
    expect(Object.keys(table.catalogue.pumps)).toEqual(['A']);
    // 999.1·9.80665·0.01·40/5200
    expect((table.catalogue.pumps.A as { curve: object[] }).curve).toEqual([
      { flow: '0 m3/h', head: '50 m' },
      { flow: '10 m3/h', head: '48 m' },
      { flow: '36 m3/h', head: '40 m', power: '5.2 kW', efficiency: 0.7537 },
    ]);
    expect(withMends({ 3: { do: 'leave-out' }, 6: { do: 'leave-out' } }).problems.map((p) => p.code)).toEqual(['no-npshr']); // prettier-ignore
  });
});

test.each([
  ['7o.4', '70.4'],
  ['l2,5', '12.5'],
  ['1 250', '1250'],
  ['abc', undefined],
  ['n/a', undefined],
])('%s may be meant as %s', (text, meant) => {
  expect(meantNumber(text)).toBe(meant);
});
