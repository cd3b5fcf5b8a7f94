import { readExpression } from '../fields/expression.js';
import { displayUnit, isQuantity, readQuantity, writeQuantity } from './quantity.js';
import { UNITS, unitsOf, unitsToChoose, type Dimension } from './units.js';

const si = (text: string, d: Dimension): number => {
  const q = readQuantity(text, d);
  if (!isQuantity(q)) throw new Error(`${text}: ${q.reason}`);
  return q.si;
};

test.each([
  // NIST SP 811, appendix B.8
  ['1 psi', 'pressureDifference', 6894.757293168],
  ['100 gpm', 'flow', 6.30901964e-3],
  ['1 bbl/d', 'flow', 1.840130728e-6],
  ['1 hp', 'power', 745.6998715823],
  ['1 lb/ft3', 'density', 16.01846337396],
  ['1 ftH2O', 'pressureDifference', 2989.06692],
  ['74 F', 'temperature', 296.4833333333],
  ['1.2 cSt', 'kinematicViscosity', 1.2e-6],
  ['50 Hz', 'speed', 3000],
  ['3.6 m3/h/m', 'specificCapacity', 1e-3],
  ['2 MLD', 'flow', 2000 / 86400],
  ['6 in', 'length', 0.1524],
] as const)('%s', (text, dimension, value) => {
  expect(si(text, dimension) / value).toBeCloseTo(1, 9);
});

test('a pressure at a place is gauge unless it says otherwise; an absolute one absolute; a difference neither', () => {
  expect(readQuantity('1.4 bar', 'pressure')).toMatchObject({ reference: 'gauge', si: 140000 });
  for (const text of ['101.325 kPa(a)', '1.01325 bara', '14.6959487755 psia'])
    expect(readQuantity(text, 'pressure')).toMatchObject({ reference: 'absolute', si: expect.closeTo(101325, 3) });
  expect(readQuantity('31.2 kPa', 'absolutePressure')).toMatchObject({ reference: 'absolute' });
  expect(readQuantity('31.2 kPa(g)', 'absolutePressure')).toMatchObject({ reason: 'gauge-here' });
  expect(readQuantity('0.3 bar(g)', 'pressureDifference')).toMatchObject({ reason: 'no-reference-here' });
});

test.each([
  ['30 furlong', 'unknown-unit'],
  ['30', 'no-unit'],
  ['30 kg/s', 'wrong-dimension'],
  ['NaN m', 'no-number'],
  ['1e999 m', 'no-number'],
  ['1,000 m', 'unknown-unit'],
  ['', 'no-number'],
  ['m 30', 'no-number'],
])('%s is refused: %s', (text, reason) => {
  expect(readQuantity(text, 'length')).toMatchObject({ reason });
});

test('every unit goes there and back', () => {
  const all = Object.entries(UNITS) as [Dimension, (typeof UNITS)[Dimension]][];
  expect(all.length).toBeGreaterThan(15);
  for (const [dimension, units] of all) {
    for (const u of units)
      expect(si(writeQuantity(si(`72.5 ${u.symbol}`, dimension), dimension, u.symbol), dimension)).toBeCloseTo(
        si(`72.5 ${u.symbol}`, dimension),
        9,
      );
  }
});

test.each([
  ['3*40 m', 120, 'm'],
  ['316 − 12', 304, ''],
  ['(2+3)*4 kPa', 20, 'kPa'],
  ['-1.5e2 m', -150, 'm'],
  ['10/4 bar(g)', 2.5, 'bar(g)'],
])('sum %s', (text, value, rest) => {
  expect(readExpression(text)).toMatchObject({ value, rest });
});
test('what is no sum is left alone', () => {
  expect(readExpression('DN150')).toBeUndefined();
  expect(readExpression('1/0 m')).toBeUndefined();
});

test('a study shows some quantities in units of its own, all pressures alike, the rest as its system', () => {
  const own = unitsOf({ units: 'us', displayUnits: { flow: 'bbl/d', pressure: 'bar' } });
  const shown = (d: Dimension): string => displayUnit(d, own).symbol;
  expect(['flow', 'pressure', 'absolutePressure', 'pressureDifference', 'head'].map((d) => shown(d as Dimension))).toEqual([
    'bbl/d',
    'bar',
    'bar',
    'bar',
    'ft',
  ]);
  expect(unitsOf({})).toBe('metric');
  expect(unitsOf({ units: 'us', displayUnits: {} })).toBe('us');
  const displayUnits = { head: 'ft' };
  expect(unitsOf({ displayUnits })).toBe(unitsOf({ displayUnits }));
  expect(unitsToChoose('flow')).not.toContain('t/h');
});
