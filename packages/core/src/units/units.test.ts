import { readQuantity, isQuantity, splitNumber, toUnit, displayUnit, writeQuantity, LONGEST_QUANTITY } from './quantity.js';
import { DISPLAY_UNITS, findUnit, UNITS, type Dimension } from './units.js';

/*
 * Exact factors of NIST SP 811 (2008), appendix B.8, written out: inch 25.4 mm, foot 0.3048 m, pound 0.45359237 kg, US gallon
 * 231 cubic inches, barrel of oil 42 US gallons, standard gravity 9.80665 m/s², mmHg 133.3224 Pa, atmosphere 101 325 Pa.
 */
const POUND_FORCE = 0.45359237 * 9.80665;
const GALLON = 231 * 0.0254 ** 3;

const FACTORS: readonly [Dimension, string, number][] = [
  ['length', 'm', 1],
  ['length', 'mm', 0.001],
  ['length', 'cm', 0.01],
  ['length', 'km', 1000],
  ['length', 'in', 0.0254],
  ['length', 'ft', 0.3048],
  ['length', 'yd', 0.9144],
  ['length', 'mi', 1609.344],
  ['temperatureDifference', 'K', 1],
  ['temperatureDifference', 'R', 5 / 9],
  ['roughness', 'um', 1e-6],
  ['roughness', 'mm', 1e-3],
  ['roughness', 'm', 1],
  ['roughness', 'in', 0.0254],
  ['roughness', 'ft', 0.3048],
  ['head', 'm', 1],
  ['head', 'ft', 0.3048],
  ['head', 'km', 1000],
  ['head', 'cm', 0.01],
  ['head', 'mm', 0.001],
  ['head', 'in', 0.0254],
  ['flow', 'm3/h', 1 / 3600],
  ['flow', 'm3/s', 1],
  ['flow', 'm3/d', 1 / 86_400],
  ['flow', 'L/s', 0.001],
  ['flow', 'L/min', 0.001 / 60],
  ['flow', 'L/h', 0.001 / 3600],
  ['flow', 'gpm', GALLON / 60],
  ['flow', 'bbl/d', (42 * GALLON) / 86_400],
  ['flow', 'MLD', 1000 / 86_400],
  ['flow', 'ft3/s', 0.028316846592],
  ['flow', 'ft3/min', 0.028316846592 / 60],
  ['flow', 'bbl/h', (42 * GALLON) / 3600],
  ['flow', 'gph', GALLON / 3600],
  // imperial gallon 4.54609 L (B.8)
  ['flow', 'igpm', 4.54609e-3 / 60],
  ['flow', 'MGD', (1e6 * GALLON) / 86_400],
  ['flow', 't/d', 1000 / 86_400],
  ['flow', 'Mt/a', 1e9 / 31_536_000],
  ['flow', 'kg/min', 1 / 60],
  ['flow', 't/h', 1000 / 3600],
  ['flow', 'kg/h', 1 / 3600],
  ['flow', 'kg/s', 1],
  ['flow', 'lb/h', 0.45359237 / 3600],
  ['pressure', 'bar', 100_000],
  ['pressure', 'Pa', 1],
  ['pressure', 'kPa', 1000],
  ['pressure', 'MPa', 1_000_000],
  ['pressure', 'mbar', 100],
  // 6894.757 Pa (B.8)
  ['pressure', 'psi', POUND_FORCE / 0.0254 ** 2],
  ['pressure', 'kgf/cm2', 98_066.5],
  ['pressure', 'mH2O', 9806.65],
  ['pressure', 'ftH2O', 9806.65 * 0.3048],
  ['pressure', 'mmHg', 133.322387415],
  ['pressure', 'atm', 101_325],
  ['pressure', 'hPa', 100],
  // conventional inch of mercury (B.8)
  ['pressure', 'inHg', 3386.389],
  ['pressure', 'inH2O', 9806.65 * 0.0254],
  ['pressure', 'Torr', 101_325 / 760],
  ['density', 'kg/m3', 1],
  ['density', 'g/cm3', 1000],
  // 16.01846 kg/m³ (B.8)
  ['density', 'lb/ft3', 0.45359237 / 0.3048 ** 3],
  // 119.8264 kg/m³ (B.8)
  ['density', 'lb/gal', 0.45359237 / GALLON],
  ['viscosity', 'mPa.s', 0.001],
  ['viscosity', 'Pa.s', 1],
  ['viscosity', 'cP', 0.001],
  ['viscosity', 'P', 0.1],
  ['viscosity', 'uPa.s', 1e-6],
  ['kinematicViscosity', 'mm2/s', 1e-6],
  ['kinematicViscosity', 'cSt', 1e-6],
  ['kinematicViscosity', 'm2/s', 1],
  ['kinematicViscosity', 'ft2/s', 0.09290304],
  ['power', 'kW', 1000],
  ['power', 'W', 1],
  ['power', 'MW', 1_000_000],
  // 745.6999 W (B.8)
  ['power', 'hp', 550 * 0.3048 * POUND_FORCE],
  // 735.4988 W (B.8)
  ['power', 'PS', 75 * 9.80665],
  ['speed', 'rpm', 1],
  ['speed', 'Hz', 60],
  ['speed', '1/s', 60],
  ['speed', 'rad/s', 60 / (2 * Math.PI)],
  ['frequency', 'Hz', 1],
  ['specificCapacity', 'm3/h/m', 1 / 3600],
  ['specificCapacity', 'L/s/m', 0.001],
  ['specificCapacity', 'm3/d/m', 1 / 86_400],
  ['specificCapacity', 'm2/s', 1],
  ['specificCapacity', 'gpm/ft', GALLON / 60 / 0.3048],
  ['wellLoss', 'm/(m3/h)2', 3600 * 3600],
  ['wellLoss', 's2/m5', 1],
  ['wellLoss', 'm/(L/s)2', 1e6],
  ['wellLoss', 'ft/gpm2', 0.3048 / (GALLON / 60) ** 2],
  ['time', 'h', 3600],
  ['time', 'min', 60],
  ['time', 's', 1],
  ['time', 'd', 86_400],
  ['velocity', 'm/s', 1],
  ['velocity', 'ft/s', 0.3048],
  ['acceleration', 'm/s2', 1],
  ['acceleration', 'ft/s2', 0.3048],
  ['voltage', 'V', 1],
  ['voltage', 'kV', 1000],
  ['weight', 'kg', 1],
  ['weight', 't', 1000],
  // the pound of 1959
  ['weight', 'lb', 0.45359237],
  ['crossSection', 'mm2', 1e-6],
  ['crossSection', 'cm2', 1e-4],
  ['crossSection', 'm2', 1],
  ['crossSection', 'in2', 6.4516e-4],
  // a circular mil is π/4 of a mil squared (NIST SP 811)
  ['crossSection', 'kcmil', (Math.PI / 4) * 2.54e-5 ** 2 * 1000],
  ['specificHeat', 'kJ/kg/K', 1000],
  ['specificHeat', 'J/kg/K', 1],
  // 4186.8 J/(kg·K), 5.678263 W/(m²·K), 1.730735 W/(m·K): one BtuIT is 1055.05585262 J (B.8)
  ['specificHeat', 'Btu/lb/F', 4186.8],
  ['heatTransfer', 'W/m2/K', 1],
  ['heatTransfer', 'Btu/h/ft2/F', (1055.05585262 / 3600 / 0.3048 ** 2) * 1.8],
  ['conductivity', 'W/m/K', 1],
  ['conductivity', 'Btu/h/ft/F', (1055.05585262 / 3600 / 0.3048) * 1.8],
  // 5.614583 ft³ in a barrel
  ['gasOilRatio', 'Sm3/Sm3', 1],
  ['gasOilRatio', 'scf/bbl', 1 / 5.614583333333333],
];

test.each(FACTORS)('%s in %s', (dimension, symbol, factor) => {
  expect(findUnit(dimension, symbol)!.factor / factor).toBeCloseTo(1, 12);
});

test('no unit of the table is left out, and the three lists of pressures and of lengths are alike', () => {
  const tried = new Set(FACTORS.map(([d, s]) => `${d} ${s}`));
  const same: Partial<Record<Dimension, Dimension>> = {
    absolutePressure: 'pressure',
    pressureDifference: 'pressure',
    diameter: 'length',
  };
  const missing = (Object.keys(UNITS) as Dimension[]).flatMap((d) =>
    UNITS[d]
      .map((u) => `${same[d] ?? d} ${u.symbol}`)
      .filter((key) => !tried.has(key) && !key.startsWith('temperature') && !/ (API|SSU)$/.test(key)),
  );
  expect(missing).toEqual([]);
  for (const [d, of] of Object.entries(same)) expect(UNITS[d as Dimension]).toBe(UNITS[of]);
});

test.each([
  // fixed points: ice and boiling, absolute zero, 98.6 °F
  ['0 C', 273.15],
  ['100 C', 373.15],
  ['32 F', 273.15],
  ['212 F', 373.15],
  ['-459.67 F', 0],
  ['98.6 F', 310.15],
  ['300 K', 300],
  ['491.67 R', 273.15],
])('%s is %d K', (text, kelvin) => {
  const q = readQuantity(text, 'temperature');
  expect(isQuantity(q) && q.si).toBeCloseTo(kelvin, 9);
});

test('flows by mass are marked as such, all others are not', () => {
  const byMass = UNITS.flow.filter((u) => u.mass).map((u) => u.symbol);
  expect(byMass).toEqual(['t/h', 't/d', 'kg/h', 'kg/min', 'Mt/a', 'kg/s', 'lb/h']);
});

test('every unit is read back as it is written, from SI and to SI, in both systems', () => {
  for (const d of Object.keys(UNITS) as Dimension[]) {
    for (const u of UNITS[d].filter((x) => !x.scale)) {
      const si = toUnit(12.5, { ...u, factor: 1 / u.factor, offset: -(u.offset ?? 0) / u.factor });
      expect(toUnit(si, u)).toBeCloseTo(12.5, 9);
      for (const name of [u.symbol, ...(u.aliases ?? [])]) {
        const q = readQuantity(`12.5 ${name}`, d);
        expect([d, name, isQuantity(q) && q.unit.symbol]).toEqual([d, name, u.symbol]);
        if (isQuantity(q)) expect(q.si / si).toBeCloseTo(1, 12);
      }
    }
    for (const system of ['metric', 'us'] as const) expect(displayUnit(d, system).symbol).toBe(DISPLAY_UNITS[system][d]);
  }
});

test('no symbol means two units of one dimension', () => {
  for (const d of Object.keys(UNITS) as Dimension[]) {
    const names = UNITS[d].flatMap((u) => [u.symbol, ...(u.aliases ?? [])]);
    expect([d, names.filter((n, i) => names.indexOf(n) !== i)]).toEqual([d, []]);
  }
});

describe('pressures say what they refer to', () => {
  const read = (text: string, d: Dimension) => {
    const q = readQuantity(text, d);
    return isQuantity(q) ? [q.si, q.reference] : q.reason;
  };
  test.each([
    ['1.4 bar(g)', 'pressure', [140_000, 'gauge']],
    ['1.4 bar', 'pressure', [140_000, 'gauge']],
    ['1.4 barg', 'pressure', [140_000, 'gauge']],
    ['1.4 bar (a)', 'pressure', [140_000, 'absolute']],
    ['31.2 kPa', 'absolutePressure', [31_200, 'absolute']],
    ['31.2 kPa(a)', 'absolutePressure', [31_200, 'absolute']],
    ['31.2 kPa(g)', 'absolutePressure', 'gauge-here'],
    ['0.3 bar', 'pressureDifference', [30_000, 'difference']],
    ['0.3 bar(g)', 'pressureDifference', 'no-reference-here'],
    ['0.3 bara', 'pressureDifference', 'no-reference-here'],
    ['3 m(g)', 'length', 'unknown-unit'],
  ] as const)('%s as %s', (text, d, expected) => expect(read(text, d)).toEqual(expected));
});

describe('numbers', () => {
  test.each([
    ['12', 12, ''],
    ['-1.5e3 m', -1500, 'm'],
    ['+.5 in', 0.5, 'in'],
    ['3. bar', 3, 'bar'],
    ['1e5Pa', 1e5, 'Pa'],
    ['  7  m3/h ', 7, 'm3/h'],
  ])('%s', (text, number, rest) => expect(splitNumber(text)).toMatchObject({ number, rest }));
  test('no number, no quantity', () => {
    for (const text of ['', 'm', '- 3 m', '.', 'e5', 'NaN m', 'Infinity m']) expect(splitNumber(text)).toBeUndefined();
  });
  test('a text that nobody means is refused unread, whatever it holds', () => {
    for (const text of ['1'.repeat(2000), `1${'\n'.repeat(2000)}m`, `1 ${' '.repeat(LONGEST_QUANTITY)}`, '9'.repeat(1e6)])
      expect(readQuantity(text, 'length')).toMatchObject({ reason: 'text-too-long' });
    expect(LONGEST_QUANTITY).toBe(200);
    expect(readQuantity(`${'1'.repeat(LONGEST_QUANTITY - 1)} m`, 'length')).toMatchObject({ reason: 'text-too-long' });
    expect(readQuantity(`${'1'.repeat(LONGEST_QUANTITY - 2)} m`, 'length')).not.toMatchObject({ reason: 'text-too-long' });
  });
  test('what is written has the figures that it was given, without the noise of a division', () => {
    expect(writeQuantity(0.1, 'flow', 'm3/h')).toBe('360 m3/h');
    expect(writeQuantity(0.3048, 'length', 'ft')).toBe('1 ft');
    expect(() => writeQuantity(1, 'flow', 'bar')).toThrow(RangeError);
  });
});

describe('scales that no factor makes', () => {
  const si = (text: string, dimension: Dimension): number => {
    const q = readQuantity(text, dimension);
    return isQuantity(q) ? q.si : NaN;
  };
  test('degrees API: 10 is water, 35 is 141.5/166.5 of it', () => {
    expect(si('10 API', 'density')).toBeCloseTo(999.016, 9);
    expect(si('35 °API', 'density')).toBeCloseTo((141.5 / 166.5) * 999.016, 9);
    expect(toUnit(si('35 API', 'density'), findUnit('density', 'API')!)).toBeCloseTo(35, 9);
    expect(readQuantity('-140 API', 'density')).toMatchObject({ reason: 'outside-unit' });
  });
  test('Saybolt seconds at 100 °F, ASTM D2161, eq. 1 by hand', () => {
    // 6 mm²/s: 27.7944 + 1.19584/0.067248; 20: 92.648 + 1.6528/0.319402; 100: 463.24 + 4.264/19.15902
    for (const [seconds, nu] of [
      [27.7944 + 1.19584 / 0.0672484, 6],
      [92.648 + 1.6528 / 0.319402, 20],
      [463.24 + 4.264 / 19.15902, 100],
    ] as const)
      expect(si(`${seconds} SSU`, 'kinematicViscosity') * 1e6).toBeCloseTo(nu, 3);
    // where the unit begins
    expect(si('32 SSU', 'kinematicViscosity') * 1e6).toBeCloseTo(1.81, 1);
    // far up it goes with 4.632 (eq. 4)
    expect(si('46320 SSU', 'kinematicViscosity') * 1e6).toBeCloseTo(10_000, -1);
    expect(readQuantity('20 SSU', 'kinematicViscosity')).toMatchObject({ reason: 'outside-unit' });
  });
});
