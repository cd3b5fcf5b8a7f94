import { displayUnit, readTyped, UNITS, type Dimension, type NoFit, type QuantityField, type Takes } from '@cedar-knot/core';
import fc from 'fast-check';
import { letterOf, named } from './names.js';
import {
  fixed,
  NUMBER_MARKS,
  numberMarks,
  rounded,
  shortNumber,
  writeNumbers,
  writtenEntryText,
  type NumberStyle,
} from './marks.js';
import { inUnits, prettyUnit } from './numbers.js';
import { noFitText, takesText } from './reach.js';

/* Numbers, units and names as they are read. */

const NARROW = '\u202f';
/** back to what JavaScript reads */
const plain = (text: string): string => text.replaceAll(NARROW, '').replaceAll('−', '-');

test('three figures, never fewer than the whole number has, thousands parted by a narrow space', () => {
  for (const [x, text] of [
    [0.015277, '0.0153'],
    [1.2345, '1.23'],
    [12.345, '12.3'],
    [123.45, '123'],
    [1234.5, `1${NARROW}235`],
    [999.6, `1${NARROW}000`],
    [-0.5, '−0.500'],
    [0, '0'],
    [0.99995, '1.00'],
    [1234567, `1${NARROW}234${NARROW}567`],
  ] as const)
    // prettier-ignore
    expect([x, shortNumber(x)]).toEqual([x, text]);
  expect([shortNumber(12.345, 4), shortNumber(0.1, 1)]).toEqual(['12.35', '0.1']);
});

test('what is very large or very small is a power of ten, what is no number a dash', () => {
  expect([shortNumber(1e7), shortNumber(9_999_999), shortNumber(1e-5), shortNumber(1e-4)]).toEqual(['1.00e7', plain(shortNumber(9_999_999)).replace(/\B(?=(\d{3})+$)/g, NARROW), '1.00e−5', '0.000100']); // prettier-ignore
  for (const x of [NaN, Infinity, -Infinity]) expect(shortNumber(x)).toBe('–');
});

test('whatever is shown is within half of its last figure of what it is', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), fc.integer({ min: 2, max: 6 }), (x, figures) => {
      const shown = Number(plain(shortNumber(x, figures)));
      // a power of ten has three figures
      const size = Math.abs(x);
      const own = size >= 1e7 || (size < 1e-4 && size > 0) ? 3 : figures;
      expect(Math.abs(shown - x)).toBeLessThanOrEqual(
        0.5000001 * 10 ** (1 - own) * 10 ** Math.floor(Math.log10(size || 1)) + 1e-8,
      );
    }),
    { seed: 3, numRuns: 500 },
  );
});

test('units as they are read; a pressure at a place says what it refers to, a difference does not', () => {
  expect([prettyUnit('m3/h'), prettyUnit('C'), prettyUnit('mPa.s'), prettyUnit('bar')]).toEqual(['m³/h', '°C', 'mPa·s', 'bar']);
  expect(prettyUnit('furlong')).toBe('furlong');
  expect(inUnits(0.01, 'flow')).toBe('36.0 m³/h');
  expect(inUnits(0.0254, 'length', 'us')).toBe('0.0833 ft');
  expect([inUnits(2e5, 'absolutePressure'), inUnits(2e5, 'pressureDifference'), inUnits(293.15, 'temperature')]).toEqual(['2.00 bar(a)', '2.00 bar', '20.0 °C']); // prettier-ignore
  for (const dimension of Object.keys(UNITS) as Dimension[])
    for (const system of ['metric', 'us'] as const) {
      const text = inUnits(1, dimension, system);
      expect(text).not.toMatch(/undefined|NaN/);
      expect(text).toContain(prettyUnit(displayUnit(dimension, system).symbol));
    }
});

describe('numbers as each country writes them', () => {
  afterEach(() => writeNumbers('iso'));

  /** as the countries of six languages have them (CLDR), with the thin space of ISO 31 in place of a common one */
  const LOCALES: readonly (readonly [string, NumberStyle])[] = [
    ['en', 'en'],
    ['de', 'de'],
    ['fr', 'fr'],
    ['es', 'de'],
    ['it', 'de'],
    ['pt', 'de'],
  ];

  test.each(LOCALES)('%s: the signs are those of Intl', (locale, style) => {
    const part = (type: string): string =>
      new Intl.NumberFormat(locale, { useGrouping: 'always' }).formatToParts(-1234567.5).find((p) => p.type === type)!.value;
    expect([NUMBER_MARKS[style].decimal, NUMBER_MARKS[style].group]).toEqual([part('decimal'), part('group')]);
  });

  test('fixed, rounded and short numbers carry them, the minus is a true one', () => {
    writeNumbers('de');
    expect([fixed(-12345.67, 1), fixed(1234.5, 1), rounded(0.012345, 3), shortNumber(1234.5), fixed(NaN, 1)]).toEqual(['−12.345,7', '1234,5', '0,0123', '1.235', '–']); // prettier-ignore
    expect([writtenEntryText('12.5 m'), writtenEntryText('-0.25 bar(g)'), writtenEntryText('PN16'), writtenEntryText('4.5.6')]).toEqual(['12,5 m', '-0,25 bar(g)', 'PN16', '4,5.6']); // prettier-ignore
    writeNumbers('ch');
    expect([fixed(1234567.8, 1), writtenEntryText('12.5 m')]).toEqual(['1’234’567.8', '12.5 m']);
  });

  const LENGTH: QuantityField = { type: 'quantity', dimension: 'length', min: -1e9, max: 1e9 };

  // what a person copies from the screen and pastes into a field is what stood there, in every country
  test.each(LOCALES)('%s: what is shown can be typed back', (_locale, style) => {
    writeNumbers(style);
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.integer({ min: 0, max: 5 }), (x, decimals) => {
        const shown = `${fixed(x, decimals)}\u202fm`;
        const read = readTyped(shown, LENGTH, undefined, numberMarks());
        // a single mark before three digits is asked about, where it may part thousands, with what was shown among the readings
        const texts = read.ok ? [String(read.shown ?? read.value)] : [...(read.readings ?? [])];
        expect(texts.map((t) => Number(t.replace(/\s*m$/, '')))).toContain(Number(x.toFixed(decimals)) + 0);
      }),
      { seed: 33, numRuns: 400 },
    );
  });

  test('the person’s thousands sign before exactly three digits is asked about, their decimal sign never', () => {
    const readings = (typed: string, style: NumberStyle): unknown => {
      const read = readTyped(typed, LENGTH, undefined, NUMBER_MARKS[style]);
      return read.ok ? read.value : read.readings;
    };
    expect(readings('12,5 m', 'iso')).toBe('12.5 m');
    expect(readings('12.5 m', 'de')).toBe('12.5 m');
    expect(readings('12.500 m', 'de')).toEqual(['12.500 m', '12500 m']);
    expect(readings('12,500 m', 'de')).toBe('12.500 m');
    expect(readings('12,500 m', 'en')).toEqual(['12.500 m', '12500 m']);
    expect(readings('12.500 m', 'en')).toBe('12.500 m');
    expect(readings('12.500 m', 'fr')).toBe('12.500 m');
    expect(readings('1.234,5 m', 'de')).toBe('1234.5 m');
    expect(readings('1,234.5 m', 'de')).toBe('1234.5 m');
    expect(readings('0.125 m', 'de')).toBe('0.125 m');
    expect(readings('\u22121\u202f234,5\u2009m', 'fr')).toBe('-1234.5 m');
  });
});

test('letters of scenarios go on behind Z; a name stands behind its tag where there is one', () => {
  expect([0, 1, 25, 26, 27, 51, 52].map(letterOf)).toEqual(['A', 'B', 'Z', 'A2', 'B2', 'Z2', 'A3']);
  expect(new Set(Array.from({ length: 200 }, (_, i) => letterOf(i))).size).toBe(200);
  expect([named('P-1', 'Transfer'), named('P-1', ''), named('P-1', 7)]).toEqual(['P-1 Transfer', 'P-1', 'P-1']);
});

describe('what takes a margin', () => {
  const input = (name: string, here: number, there: number, share: number, dimension = 'head') => ({ share, here: { name, value: here, dimension }, there: { name, value: there, dimension } }); // prettier-ignore
  const text = (takes: object, system?: 'us'): string => takesText(takes as Takes, 'A', system);
  test('a part of the suction that takes is told against all there is; one that gives against what it gives there', () => {
    const part = (kind: string, here: number, there: number, more = {}) => ({
      inputs: [],
      part: { kind, here, there, whole: 12, ...more },
    });
    expect(text(part('pipes', -2, -0.5))).toBe('The pipes take 2.00 m of 12.0 m; in A 0.500 m.');
    expect(text(part('vapour', -4, 0))).toBe('The vapour pressure takes 4.00 m of 12.0 m; in A nothing.');
    expect(text(part('element', -3, -1, { where: 'F-1' }))).toBe('F-1 takes 3.00 m of 12.0 m; in A 1.00 m.');
    expect(text(part('level', 1, 3))).toBe('The level gives 1.00 m; in A 3.00 m.');
    expect(text(part('level', 0.3048, 3.048), 'us')).toBe('The level gives 1.00 ft; in A 10.0 ft.');
  });
  test('numbers of the formula: the first always, another only where it has its share, and a part spares the first', () => {
    const two = [input('flow of a unit', 0.01, 0.02, 0.7, 'flow'), input('NPSHR', 4, 2, 0.3)];
    expect(text({ part: undefined, inputs: two })).toBe('Flow of a unit: 36.0 m³/h, in A 72.0 m³/h. NPSHR: 4.00 m, in A 2.00 m.');
    expect(text({ part: undefined, inputs: [two[0], input('NPSHR', 4, 2, 0.24)] })).toBe('Flow of a unit: 36.0 m³/h, in A 72.0 m³/h.'); // prettier-ignore
    expect(text({ part: { kind: 'level', here: 1, there: 3, whole: 9 }, inputs: two })).toBe('The level gives 1.00 m; in A 3.00 m. NPSHR: 4.00 m, in A 2.00 m.'); // prettier-ignore
    expect(text({ part: undefined, inputs: [input('ratio', 0.5, 0.9, 1, 'ratio')] })).toBe('Ratio: 0.500, in A 0.900.');
  });
});

test('why readings give no fit: each reason says what would', () => {
  const reasons: NoFit[] = ['no-readings', 'fewer-readings', 'no-input', 'not-solved', 'not-felt', 'not-apart'];
  expect(new Set(reasons.map(noFitText)).size).toBe(6);
  for (const r of reasons) expect(noFitText(r)).toMatch(/^[A-Z].*\.$/);
});
