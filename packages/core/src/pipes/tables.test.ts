import { MATERIALS, MATERIAL_WORDS } from './material.js';
import { B36_10 } from './data/b36-10.js';
import { EN_1057 } from './data/copper.js';
import { DUCTILE_OUTSIDE } from './data/ductile.js';
import { B36_19 } from './data/b36-19.js';
import { PE_OUTSIDE, peWall } from './data/pe.js';
import { PVC_OUTSIDE, PVC_SERIES, pvcWall } from './data/pvc.js';
import { insideOf, nominalInches, pipeDimensions, pipeWeight, sizeSeries, usualSchedule } from './size.js';
import { word } from '../words/word.js';

/*
 * ASME B36.10M in its US customary table, typed from there: outside diameter and walls in inches. The metric table of the program
 * is that of the same standard; an inch is 25.4 mm, and metric walls are rounded to a hundredth, outside diameters to a tenth.
 */
const INCHES: Readonly<Record<string, readonly [number, Readonly<Record<string, number>>]>> = {
  '1/8': [0.405, { 10: 0.049, 30: 0.057, 40: 0.068, 80: 0.095 }],
  '1/4': [0.54, { 10: 0.065, 30: 0.073, 40: 0.088, 80: 0.119 }],
  '3/8': [0.675, { 10: 0.065, 30: 0.073, 40: 0.091, 80: 0.126 }],
  '22': [
    22,
    { 10: 0.25, 20: 0.375, STD: 0.375, 30: 0.5, XS: 0.5, 60: 0.875, 80: 1.125, 100: 1.375, 120: 1.625, 140: 1.875, 160: 2.125 },
  ],
  '26': [26, { 10: 0.312, STD: 0.375, 20: 0.5, XS: 0.5 }],
  '28': [28, { 10: 0.312, STD: 0.375, 20: 0.5, XS: 0.5, 30: 0.625 }],
  '30': [30, { 10: 0.312, STD: 0.375, 20: 0.5, XS: 0.5, 30: 0.625 }],
  '32': [32, { 10: 0.312, STD: 0.375, 20: 0.5, XS: 0.5, 30: 0.625, 40: 0.688 }],
  '34': [34, { 10: 0.312, STD: 0.375, 20: 0.5, XS: 0.5, 30: 0.625, 40: 0.688 }],
  '36': [36, { 10: 0.312, STD: 0.375, 20: 0.5, XS: 0.5, 30: 0.625, 40: 0.75 }],
  ...Object.fromEntries(['38', '40', '42', '44', '46', '48'].map((nps) => [nps, [Number(nps), { STD: 0.375, XS: 0.5 }]])),
  // above that the standard names no schedules
  ...Object.fromEntries(['52', '56', '60', '64', '68', '72', '76', '80'].map((nps) => [nps, [Number(nps), {}]])),
  '1/2': [0.84, { 10: 0.083, 40: 0.109, 80: 0.147, 160: 0.188, XXS: 0.294 }],
  '3/4': [1.05, { 10: 0.083, 40: 0.113, 80: 0.154, 160: 0.219, XXS: 0.308 }],
  '1': [1.315, { 10: 0.109, 40: 0.133, 80: 0.179, 160: 0.25, XXS: 0.358 }],
  '1-1/4': [1.66, { 10: 0.109, 40: 0.14, 80: 0.191, 160: 0.25, XXS: 0.382 }],
  '1-1/2': [1.9, { 10: 0.109, 40: 0.145, 80: 0.2, 160: 0.281, XXS: 0.4 }],
  '2': [2.375, { 10: 0.109, 40: 0.154, 80: 0.218, 160: 0.344, XXS: 0.436 }],
  '2-1/2': [2.875, { 10: 0.12, 40: 0.203, 80: 0.276, 160: 0.375, XXS: 0.552 }],
  '3': [3.5, { 10: 0.12, 40: 0.216, 80: 0.3, 160: 0.438, XXS: 0.6 }],
  '3-1/2': [4, { 10: 0.12, 40: 0.226, 80: 0.318 }],
  '4': [4.5, { 10: 0.12, 40: 0.237, 80: 0.337, 120: 0.438, 160: 0.531, XXS: 0.674 }],
  '5': [5.563, { 10: 0.134, 40: 0.258, 80: 0.375, 120: 0.5, 160: 0.625, XXS: 0.75 }],
  '6': [6.625, { 10: 0.134, 40: 0.28, 80: 0.432, 120: 0.562, 160: 0.719, XXS: 0.864 }],
  '8': [
    8.625,
    { 10: 0.148, 20: 0.25, 30: 0.277, 40: 0.322, 60: 0.406, 80: 0.5, 100: 0.594, 120: 0.719, 140: 0.812, 160: 0.906, XXS: 0.875 },
  ],
  '10': [
    10.75,
    {
      10: 0.165,
      20: 0.25,
      30: 0.307,
      40: 0.365,
      60: 0.5,
      80: 0.594,
      100: 0.719,
      120: 0.844,
      140: 1,
      160: 1.125,
      XS: 0.5,
      XXS: 1,
    },
  ],
  '12': [
    12.75,
    {
      10: 0.18,
      20: 0.25,
      30: 0.33,
      STD: 0.375,
      40: 0.406,
      XS: 0.5,
      60: 0.562,
      80: 0.688,
      100: 0.844,
      120: 1,
      140: 1.125,
      160: 1.312,
      XXS: 1,
    },
  ],
  '14': [
    14,
    {
      10: 0.25,
      20: 0.312,
      30: 0.375,
      STD: 0.375,
      40: 0.438,
      XS: 0.5,
      60: 0.594,
      80: 0.75,
      100: 0.938,
      120: 1.094,
      140: 1.25,
      160: 1.406,
    },
  ],
  '16': [
    16,
    {
      10: 0.25,
      20: 0.312,
      30: 0.375,
      STD: 0.375,
      40: 0.5,
      XS: 0.5,
      60: 0.656,
      80: 0.844,
      100: 1.031,
      120: 1.219,
      140: 1.438,
      160: 1.594,
    },
  ],
  '18': [
    18,
    {
      10: 0.25,
      20: 0.312,
      STD: 0.375,
      30: 0.438,
      XS: 0.5,
      40: 0.562,
      60: 0.75,
      80: 0.938,
      100: 1.156,
      120: 1.375,
      140: 1.562,
      160: 1.781,
    },
  ],
  '20': [
    20,
    {
      10: 0.25,
      20: 0.375,
      STD: 0.375,
      30: 0.5,
      XS: 0.5,
      40: 0.594,
      60: 0.812,
      80: 1.031,
      100: 1.281,
      120: 1.5,
      140: 1.75,
      160: 1.969,
    },
  ],
  '24': [
    24,
    {
      10: 0.25,
      20: 0.375,
      STD: 0.375,
      XS: 0.5,
      30: 0.562,
      40: 0.688,
      60: 0.969,
      80: 1.219,
      100: 1.531,
      120: 1.812,
      140: 2.062,
      160: 2.344,
    },
  ],
};
/** nominal diameters of the two systems, ISO 6708 */
const DN: Readonly<Record<string, number>> = {
  '1/8': 6, '1/4': 8, '3/8': 10, '1/2': 15, '3/4': 20, '1': 25, '1-1/4': 32, '1-1/2': 40, '2': 50, '2-1/2': 65, '3': 80, '3-1/2': 90, '4': 100, '5': 125, '6': 150, '8': 200, '10': 250, '12': 300, '14': 350, '16': 400, '18': 450, '20': 500, '22': 550, '24': 600, '26': 650, '28': 700, '30': 750, '32': 800, '34': 850, '36': 900, '38': 950, '40': 1000, '42': 1050, '44': 1100, '46': 1150, '48': 1200, '52': 1300, '56': 1400, '60': 1500, '64': 1600, '68': 1700, '72': 1800, '76': 1900, '80': 2000,
}; // prettier-ignore

test('the table holds the sizes of the standard, each by both its names', () => {
  expect(B36_10.map(([dn, nps]) => [nps, dn])).toEqual(Object.entries(DN).sort((a, b) => a[1] - b[1]));
});

test.each(B36_10.map((row) => [row[1], row] as const))(
  'NPS %s: outside diameter and every wall',
  (nps, [dn, , outside, walls]) => {
    const [inches, of] = INCHES[nps]!;
    // a tenth of a millimetre, but for the rounding that the standard does itself up to NPS 24
    expect(Math.abs(outside - inches * 25.4)).toBeLessThan(0.45);
    expect(Object.keys(walls).sort()).toEqual(Object.keys(of).sort());
    for (const [schedule, wall] of Object.entries(of)) {
      expect(Math.abs(walls[schedule]! - wall * 25.4)).toBeLessThan(0.03);
      const bore = insideOf(`DN${dn}`, schedule);
      expect(bore).toBeCloseTo((outside - 2 * walls[schedule]!) / 1000, 12);
      expect(insideOf(`${nps} in`, `sch ${schedule}`)).toBe(bore);
      expect(insideOf(`NPS ${nps}`, schedule)).toBe(bore);
    }
  },
);

test('STD is 40 to NPS 10, XS is 80 to NPS 8', () => {
  for (const dn of [50, 150, 250]) expect(insideOf(`DN${dn}`, 'STD')).toBe(insideOf(`DN${dn}`, '40'));
  for (const dn of [50, 200]) expect(insideOf(`DN${dn}`, 'XS')).toBe(insideOf(`DN${dn}`, '80'));
  expect(insideOf('DN300', 'STD')).not.toBe(insideOf('DN300', '40'));
  expect(insideOf('DN250', 'XS')).not.toBe(insideOf('DN250', '80'));
});

test('nominal inches, fractions too', () => {
  expect(['DN15', '1/2 in', 'NPS 1-1/4', 'DN32', '1 1/2 in', 'DN600', 'PE 110', 'x'].map(nominalInches)).toEqual([
    0.5,
    0.5,
    1.25,
    1.25,
    1.5,
    24,
    undefined,
    undefined,
  ]);
});

/** nominal outside diameters of plastic pipe, ISO 161-1 */
const ISO_161 = [20, 25, 32, 40, 50, 63, 75, 90, 110, 125, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500, 560, 630];

test('plastics come in the outside diameters of ISO 161-1', () => {
  expect(PVC_OUTSIDE).toEqual(ISO_161);
  expect(PE_OUTSIDE).toEqual([...ISO_161, 710, 800, 900, 1000, 1200, 1400, 1600, 1800, 2000]);
});

test('PE walls are those that EN 12201-2, table 2, prints', () => {
  const printed: Readonly<Record<string, readonly (readonly [number, number])[]>> = {
    '7.4': [[20, 3], [63, 8.6], [110, 15.1], [225, 30.8]],
    '11': [[20, 2], [25, 2.3], [32, 3], [63, 5.8], [75, 6.8], [110, 10], [140, 12.7], [250, 22.7], [315, 28.6], [400, 36.3], [560, 50.8], [630, 57.2], [710, 64.5], [800, 72.6]],
    '17': [[40, 2.4], [50, 3], [110, 6.6], [160, 9.5], [280, 16.6], [400, 23.7], [630, 37.4], [710, 42.1], [1000, 59.3]],
    '13.6': [[63, 4.7], [110, 8.1]],
    '21': [[110, 5.3], [200, 9.6]],
    '33': [[200, 6.2]],
    '41': [[200, 4.9]],
    '9': [[110, 12.3]],
    '26': [[110, 4.2], [200, 7.7], [400, 15.3], [1000, 38.2]],
  }; // prettier-ignore
  for (const [sdr, rows] of Object.entries(printed))
    for (const [d, wall] of rows) {
      expect([d, sdr, peWall(d, sdr)]).toEqual([d, sdr, wall]);
      expect(insideOf(`PE ${d}`, `SDR ${sdr}`)).toBeCloseTo((d - 2 * wall) / 1000, 12);
    }
  // the smallest and the largest of a ratio
  expect([
    peWall(40, '21'),
    peWall(32, '17'),
    peWall(90, '33'),
    peWall(110, '41'),
    peWall(560, '9'),
    peWall(450, '7.4'),
  ]).not.toContain(undefined);
  expect(
    [peWall(32, '21'), peWall(75, '33'), peWall(90, '41'), peWall(630, '9'), peWall(500, '7.4')].every((w) => w === undefined),
  ).toBe(true);
  expect([peWall(25, '17'), peWall(63, '41'), peWall(111, '11'), peWall(110, '12')]).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});

describe('stainless steel, ASME B36.19M, table 1', () => {
  // inches of the standard, every one
  // prettier-ignore
  const WALLS: Readonly<Record<string, Readonly<Record<number, number>>>> = {
    '5S': { 15: 0.065, 20: 0.065, 25: 0.065, 32: 0.065, 40: 0.065, 50: 0.065, 65: 0.083, 80: 0.083, 90: 0.083, 100: 0.083, 125: 0.109, 150: 0.109, 200: 0.109, 250: 0.134, 300: 0.156, 350: 0.156, 400: 0.165, 450: 0.165, 500: 0.188, 550: 0.188, 600: 0.218, 750: 0.25 },
    '10S': { 6: 0.049, 8: 0.065, 10: 0.065, 15: 0.083, 20: 0.083, 25: 0.109, 32: 0.109, 40: 0.109, 50: 0.109, 65: 0.12, 80: 0.12, 90: 0.12, 100: 0.12, 125: 0.134, 150: 0.134, 200: 0.148, 250: 0.165, 300: 0.18, 350: 0.188, 400: 0.188, 450: 0.188, 500: 0.218, 550: 0.218, 600: 0.25, 750: 0.312 },
    '40S': { 6: 0.068, 8: 0.088, 10: 0.091, 15: 0.109, 20: 0.113, 25: 0.133, 32: 0.14, 40: 0.145, 50: 0.154, 65: 0.203, 80: 0.216, 90: 0.226, 100: 0.237, 125: 0.258, 150: 0.28, 200: 0.322, 250: 0.365, 300: 0.375, 350: 0.375, 400: 0.375, 450: 0.375, 500: 0.375, 600: 0.375 },
    '80S': { 6: 0.095, 8: 0.119, 10: 0.126, 15: 0.147, 20: 0.154, 25: 0.179, 32: 0.191, 40: 0.2, 50: 0.218, 65: 0.276, 80: 0.3, 90: 0.318, 100: 0.337, 125: 0.375, 150: 0.432, 200: 0.5, 250: 0.5, 300: 0.5, 350: 0.5, 400: 0.5, 450: 0.5, 500: 0.5, 600: 0.5 },
  };
  test('the sizes that the table has', () =>
    expect(Object.keys(B36_19).map(Number)).toEqual([
      6, 8, 10, 15, 20, 25, 32, 40, 50, 65, 80, 90, 100, 125, 150, 200, 250, 300, 350, 400, 450, 500, 550, 600, 750,
    ]));
  test('walls, and where they leave B36.10M', () => {
    for (const [schedule, of] of Object.entries(WALLS))
      for (const [dn, inch] of Object.entries(of))
        expect(Math.abs(pipeDimensions(`DN${dn}`, schedule)!.wall * 1000 - inch * 25.4)).toBeLessThan(0.03);
    for (const [dn, s, c] of [
      [250, '80S', '80'],
      [300, '40S', '40'],
      [350, '10S', '10'],
    ] as const)
      expect(insideOf(`DN${dn}`, s)).not.toBe(insideOf(`DN${dn}`, c));
    expect(insideOf('DN200', 'sch 80S')).toBe(insideOf('DN200', '80'));
    expect(pipeDimensions('6 in', '10S')!.source.word).toBe('source.asme-b36-19m-table-1');
    expect(insideOf('DN100', '20S')).toMatchObject({ reason: 'unknown-schedule' });
  });
});

test('ductile iron by class K with its lining, copper by its walls (EN 545, EN 1057)', () => {
  // DN 400: 429 mm, 9·(0.5 + 0.4) = 8.1 mm of iron and 5 mm of mortar; DN 100: at least 6 mm
  expect(insideOf('DI 400', 'K9')).toBeCloseTo((429 - 2 * 13.1) / 1000, 12);
  expect(insideOf('DI 100', 'K9')).toBeCloseTo((118 - 2 * 10) / 1000, 12);
  expect(insideOf('DI 1200', 'K9')).toBeCloseTo((1255 - 2 * (15.3 + 6)) / 1000, 12);
  expect(insideOf('DI 400', '9')).toMatchObject({ reason: 'unknown-schedule' });
  expect(insideOf('DI 410', 'K9')).toMatchObject({ reason: 'unknown-size' });
  expect(insideOf('Cu 22', '1 mm')).toBeCloseTo(0.02, 12);
  expect(insideOf('copper 54', '2 mm')).toBeCloseTo(0.05, 12);
  expect(insideOf('Cu 23', '')).toMatchObject({ reason: 'unknown-size' });
  expect(insideOf('Cu 22', '3 mm')).toMatchObject({ reason: 'unknown-schedule' });
  // masses that dealers print, kg/m, for 8.9 kg/dm³: the outside diameter and the usual wall by weighing
  const mass = (d: number): number => 8.9e-3 * Math.PI * EN_1057[d]![0]! * (d - EN_1057[d]![0]!);
  for (const [d, printed] of [
    [12, 0.308],
    [15, 0.391],
    [18, 0.475],
    [22, 0.587],
    [28, 1.11],
    [35, 1.41],
    [42, 1.7],
    [54, 2.91],
    [76.1, 4.14],
    [88.9, 4.86],
    [108, 7.37],
    [133, 10.9],
    [159, 13.1],
  ] as const)
    expect(Math.abs(mass(d) / printed - 1)).toBeLessThan(0.005);
  // every wall that EN 1057 has, and no other; every DN of EN 545
  expect(EN_1057).toEqual({
    12: [1, 0.8, 0.7],
    15: [1, 0.8, 0.7],
    18: [1, 0.8],
    22: [1, 1.2, 1.5, 0.9],
    28: [1.5, 1.2, 1, 0.9],
    35: [1.5, 1.2, 1],
    42: [1.5, 1.2, 1],
    54: [2, 1.5, 1.2, 1],
    66.7: [2, 1.2],
    76.1: [2, 1.5],
    88.9: [2],
    108: [2.5, 1.5],
    133: [3, 1.5],
    159: [3, 2],
  });
  expect(DUCTILE_OUTSIDE).toEqual({
    80: 98,
    100: 118,
    125: 144,
    150: 170,
    200: 222,
    250: 274,
    300: 326,
    350: 378,
    400: 429,
    450: 480,
    500: 532,
    600: 635,
    700: 738,
    800: 842,
    900: 945,
    1000: 1048,
    1100: 1152,
    1200: 1255,
    1400: 1462,
    1500: 1565,
    1600: 1668,
    1800: 1875,
    2000: 2082,
  });
});

test('US plastics: PVC as steel by schedule (ASTM D1785), by ratio to the outside diameter (D2241, F714)', () => {
  // D1785: 4 in sch 40 0.237 in, sch 80 0.337 in of 4.500 in; 6 in DR 11: 6.625/11 = 0.602 in
  expect(insideOf('PVC 4 in', '40') as number).toBeCloseTo((4.5 - 2 * 0.237) * 0.0254, 4);
  expect(insideOf('PVC 4 in', 'sch 80') as number).toBeCloseTo((4.5 - 2 * 0.337) * 0.0254, 4);
  expect(insideOf('PVC 6 in', 'SDR 26') as number).toBeCloseTo(6.625 * (1 - 2 / 26) * 0.0254, 4);
  expect(insideOf('HDPE 6 in', 'DR 11') as number).toBeCloseTo(6.625 * (1 - 2 / 11) * 0.0254, 4);
  expect(insideOf('HDPE 6 in', '40')).toMatchObject({ reason: 'unknown-schedule' });
});

test('mass of a metre: the ring of the wall, the lining and the liquid', () => {
  // DN 100 sch 40, 114.3 × 6.02: ASME B36.10M prints 16.08 kg/m
  const steel = pipeWeight('DN100', '40', 1000)!;
  expect(steel.empty).toBeCloseTo(16.08, 1);
  expect(steel.full - steel.empty).toBeCloseTo((Math.PI / 4) * 0.10226 ** 2 * 1000, 6);
  // PE 110 SDR 11: π·(110 − 10)·10 mm² of 955 kg/m³
  expect(pipeWeight('PE 110', 'SDR 11', 1000)!.empty).toBeCloseTo(Math.PI * 0.1 * 0.01 * 955, 9);
  expect(pipeWeight('DN155', '40', 1000)).toBeUndefined();
  // DI 200 K9 (EN 545): 222 mm outside, 6.3 mm of iron of 7050 kg/m³, 4 mm of mortar of 2400 kg/m³ inside it
  const [iron, mortar] = [Math.PI * 0.2157 * 0.0063 * 7050, Math.PI * (0.2094 - 0.004) * 0.004 * 2400];
  expect(pipeWeight('DI 200', 'K9', 0)!.empty).toBeCloseTo(iron + mortar, 6);
  // wall rings of the dimensions above, by the density of each material: PVC-U 1400 (EN ISO 1452), PE 955 (EN 12201), copper 8940 (EN 1057)
  const ring = (size: string, schedule: string): number => {
    const { outside, wall } = pipeDimensions(size, schedule)!;
    return Math.PI * (outside - wall) * wall;
  };
  for (const [size, schedule, density] of [
    ['PVC 110', 'SDR 21', 1400],
    ['PVC 4 in', 'sch 40', 1400],
    ['HDPE 4 in', 'DR 11', 955],
    ['Cu 54', '1.2 mm', 8940],
    ['OD 76.1', '2.9 mm', 7850],
  ] as const)
    expect([size, pipeWeight(size, schedule, 0)!.empty / ring(size, schedule)]).toEqual([size, expect.closeTo(density, 6)]);
});

test('PVC walls by the series of ISO 4065: SDR = 2·S + 1 with S of the R10 numbers', () => {
  for (const [sdr, s] of Object.entries(PVC_SERIES)) {
    expect(Math.abs(2 * s + 1 - Number(sdr))).toBeLessThan(0.3);
    for (const d of PVC_OUTSIDE) {
      const wall = pvcWall(d, sdr)!;
      expect(wall).toBeGreaterThanOrEqual(1.5);
      expect(wall - Math.max(1.5, d / (2 * s + 1))).toBeLessThan(0.1);
      expect(wall - d / (2 * s + 1)).toBeGreaterThan(-0.0051);
    }
  }
  expect(pvcWall(110, '11')).toBeUndefined();
});

test('a wall in millimetres takes the outside diameters of EN 10220 series 1', () => {
  // series 1: 26.9, 33.7, 42.4, 48.3, 60.3, 76.1, 88.9, 114.3, 139.7, 168.3 mm
  const outside = {
    DN20: 26.9,
    DN25: 33.7,
    DN32: 42.4,
    DN40: 48.3,
    DN50: 60.3,
    DN65: 76.1,
    DN80: 88.9,
    DN100: 114.3,
    DN125: 139.7,
    DN150: 168.3,
  };
  for (const [size, mm] of Object.entries(outside)) expect(insideOf(size, '2.6 mm')).toBeCloseTo((mm - 5.2) / 1000, 12);
  expect(insideOf('OD 139.7 mm', '4 mm')).toBeCloseTo(0.1317, 12);
  for (const wall of ['0 mm', '70 mm', 'thick']) expect(insideOf('OD 139.7', wall)).toMatchObject({ reason: 'unknown-schedule' });
});

test('the row behind a bore says its standard; what is not made has none', () => {
  expect(pipeDimensions('DN150', '40')).toMatchObject({
    outside: 0.1683,
    wall: 0.00711,
    source: word('source.asme-b36-10m-table-1'),
  });
  expect(pipeDimensions('DN150', '4.5 mm')?.source.word).toContain('en-10220');
  expect(pipeDimensions('PE 110', 'SDR 11')?.source.word).toContain('en-12201');
  expect(pipeDimensions('PVC 110', 'SDR 21')?.source.word).toContain('1452');
  expect(pipeDimensions('DN155', '40')).toBeUndefined();
});

test('the usual schedule of a size is one that it is made in', () => {
  expect(['DN150', '6 in', 'DN1000', 'PE 110', 'PVC 110', 'DI 200', 'HDPE 6 in', 'OD 76.1', 'DN155'].map(usualSchedule)).toEqual([
    '40',
    '40',
    'STD',
    'SDR 11',
    'SDR 21',
    'K9',
    'DR 11',
    undefined,
    undefined,
  ]);
});

test('candidates of a series: those that are made, in rising bore', () => {
  const names = (size: string, schedule: string) => sizeSeries(size, schedule).map((c) => c.size);
  expect(names('DN100', '120')).toEqual([
    'DN100',
    'DN125',
    'DN150',
    'DN200',
    'DN250',
    'DN300',
    'DN350',
    'DN400',
    'DN450',
    'DN500',
    'DN550',
    'DN600',
  ]);
  expect(names('PE 110', 'SDR 11')[0]).toBe('PE 20');
  expect(names('PVC 110', 'SDR 21')).toHaveLength(PVC_OUTSIDE.length);
  // one that is given by its wall is compared with its neighbours of schedule 40
  expect(sizeSeries('DN100', '4 mm').every((c) => c.schedule === '40')).toBe(true);
});

test('roughness by material: Moody 1944, fig. 2, in feet where it has the material, else Idelchik, table 2-5', () => {
  const foot = 0.3048;
  // commercial steel 0.00015 ft, cast iron 0.00085, galvanised 0.0005, drawn tubing 0.000005
  expect(MATERIALS.steel! / (0.00015 * foot)).toBeCloseTo(1, 1);
  expect(MATERIALS['cast-iron']! / (0.00085 * foot)).toBeCloseTo(1, 1);
  expect(MATERIALS['galvanised-steel']! / (0.0005 * foot)).toBeCloseTo(1, 1);
  for (const smooth of ['copper', 'pvc', 'pe']) expect(MATERIALS[smooth]! / (0.000005 * foot)).toBeCloseTo(1, 1);
  // concrete 0.001 to 0.01 ft
  expect(MATERIALS.concrete).toBeGreaterThanOrEqual(0.00098 * foot);
  expect(MATERIALS['steel-aged']).toBe(0.0002);
  expect(MATERIALS['stainless-steel']).toBe(0.000015);
  expect(MATERIALS['cast-iron-aged']).toBe(0.001);
  expect(MATERIALS['ductile-iron-lined']).toBe(0.0001);
  expect(MATERIALS.grp).toBe(0.000005);
  expect(Object.keys(MATERIAL_WORDS).sort()).toEqual(Object.keys(MATERIALS).sort());
});

test('dimension ratios as made in the US, each with the wall OD/DR', () => {
  for (const [family, ratios] of [
    ['PVC', [13.5, 17, 21, 26, 32.5, 41, 64]],
    ['HDPE', [7, 7.3, 9, 11, 13.5, 15.5, 17, 21, 26, 32.5, 41]],
  ] as const)
    for (const ratio of ratios) {
      const made = pipeDimensions(`${family} 6 in`, `${family === 'PVC' ? 'SDR' : 'DR'} ${ratio}`)!;
      // 6.625 in outside
      expect([family, ratio, made.wall * 1000]).toEqual([family, ratio, expect.closeTo(168.275 / ratio, 0)]);
    }
});

test('above NPS 48, and by any outside diameter, a size is taken with its wall', () => {
  // 2032 − 2·12.5 mm, 1420 − 2·16 mm
  expect(insideOf('DN2000', '12.5 mm')).toBeCloseTo(2.007, 12);
  expect(insideOf('80 in', '12.5 mm')).toBeCloseTo(2.007, 12);
  expect(insideOf('OD 1420', '16 mm')).toBeCloseTo(1.388, 12);
  expect(insideOf('DN2000', '40')).toEqual({ reason: 'unknown-schedule', known: expect.arrayContaining(['12.5 mm']) });
  expect(usualSchedule('DN2000')).toBeUndefined();
  // EN 12201-2: the thickest wall is some 118 mm, so that each ratio ends at its own size
  expect(['11', '13.6', '17', '41'].map((sdr) => typeof peWall(2000, sdr))).toEqual([
    'undefined',
    'undefined',
    'number',
    'number',
  ]);
  expect([typeof peWall(1200, '11'), typeof peWall(1400, '11')]).toEqual(['number', 'undefined']);
});
