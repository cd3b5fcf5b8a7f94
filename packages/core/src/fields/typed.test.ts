import fc from 'fast-check';
import { ELEMENT_KINDS } from '../elements/index.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { defaultOf, numberOr, wordOr } from './defaults.js';
import { choice, number, quantity, text } from './field.js';
import { readPercent } from './number-text.js';
import { quantityOf, readCommas, readTyped, unitIn } from './typed.js';

const length = quantity('length', 0, 1000, 'Length');
const share = number(0, 1, 'Opening', { percent: true, solve: true });

describe('commas', () => {
  test.each([
    ['1,5 m', '1.5 m'],
    ['0,125 m', '0.125 m'],
    ['12,34 m', '12.34 m'],
    ['1,2345 m', '1.2345 m'],
    ['1.234,5 m', '1234.5 m'],
    ['1,234.5 m', '1234.5 m'],
    ['1,234,567 m', '1234567 m'],
    ['12.345.678,9 m', '12345678.9 m'],
    ['3*1,5 m', '3*1.5 m'],
    ['1234,567 m', '1234.567 m'],
    ['120 m', '120 m'],
  ])('%s is %s', (typed, plain) => expect(readCommas(typed)).toEqual({ text: plain }));
  test.each([
    ['1,234 m', '1.234 m', '1234 m'],
    ['12,500 gpm', '12.500 gpm', '12500 gpm'],
    ['999,999 m3/h', '999.999 m3/h', '999999 m3/h'],
  ])('%s may be %s or %s', (typed, decimal, thousands) => expect(readCommas(typed)).toEqual({ readings: [decimal, thousands] }));
  test('the field refuses what may be two things and offers both, each of which it takes', () => {
    const read = readTyped('1,234 mm', length);
    expect(read).toMatchObject({ ok: false, readings: ['1.234 mm', '1234 mm'], problem: { detail: { reason: 'two-readings' } } });
    for (const r of ['1.234 mm', '1234 mm']) expect(readTyped(r, length)).toEqual({ ok: true, value: r });
  });
});

describe('a typed quantity', () => {
  test.each([
    ['120 m', undefined, '120 m', undefined],
    ['3*40 m', undefined, '120 m', '120 m'],
    ['(2+3)*4 ft', undefined, '20 ft', '20 ft'],
    ['55', '12 m', '55 m', '55 m'],
    ['2*5', '12 ft', '10 ft', '10 ft'],
    ['1,5', '12 m', '1.5 m', '1.5 m'],
    ['55 in', '12 m', '55 in', undefined],
  ])('%s after %s is kept as %s', (typed, before, value, shown) =>
    expect(readTyped(typed, length, before)).toEqual({ ok: true, value, ...(shown === undefined ? {} : { shown }) }),
  );
  test.each([
    ['55', 'low', 'no-unit'],
    ['55', undefined, 'no-unit'],
    ['55 bar', undefined, 'wrong-dimension'],
    ['55 furlong', undefined, 'unknown-unit'],
    ['1001 m', undefined, 'out-of-range'],
    ['-1 mm', undefined, 'out-of-range'],
    ['solve', undefined, 'no-number'],
    ['1/0 m', undefined, 'unknown-unit'],
    [`${'1'.repeat(300)} m`, undefined, 'text-too-long'],
  ])('%s after %s is refused: %s', (typed, before, reason) =>
    expect(readTyped(typed, length, before)).toMatchObject({ ok: false, problem: { detail: { reason } } }),
  );
  test('density: a number alone is specific gravity, unless a unit stood there', () => {
    const density = quantity('density', 1, 25_000, 'Density', { bare: true });
    expect(readTyped('0.87', density)).toEqual({ ok: true, value: 0.87 });
    expect(readTyped('870', density, '998 kg/m3')).toMatchObject({ ok: true, value: '870 kg/m3' });
  });
  test('a pressure below vacuum is refused, an absolute one above it is not', () => {
    const gauge = quantity('pressure', -1.1e5, 1e9, 'Pressure');
    expect(readTyped('-1.2 bar', gauge)).toMatchObject({ ok: false });
    expect(readTyped('0.2 bar(a)', gauge)).toEqual({ ok: true, value: '0.2 bar(a)' });
  });
});

describe('a typed number', () => {
  test.each([
    ['0.5', 0.5],
    ['62 %', 0.62],
    ['62%', 0.62],
    ['7,5 %', 0.075],
    ['1/4', 0.25],
    ['solve', 'solve'],
  ])('%s is %s', (typed, value) => expect(readTyped(typed, share)).toMatchObject({ ok: true, value }));
  test.each([
    ['120 %', 'out-of-range'],
    ['-0.1', 'out-of-range'],
    ['half', 'not-number'],
    ['', 'not-number'],
    ['0.5 m', 'not-number'],
    ['1,000', 'two-readings'],
  ])('%s is refused: %s', (typed, reason) =>
    expect(readTyped(typed, share)).toMatchObject({ ok: false, problem: { detail: { reason } } }),
  );
  test('a count is whole', () => {
    const count = number(0, 100, 'Units', { integer: true });
    expect(readTyped('3', count)).toEqual({ ok: true, value: 3 });
    expect(readTyped('2.5', count)).toMatchObject({ ok: false, problem: { detail: { reason: 'not-integer' } } });
    expect(readTyped('two', count)).toMatchObject({ ok: false, problem: { detail: { reason: 'not-integer' } } });
    // a percentage only where a share is meant
    expect(readTyped('50 %', count)).toMatchObject({ ok: false });
  });
});

test('texts keep to their length, choices to their words', () => {
  expect(readTyped(' Feed pump ', text('Name'))).toEqual({ ok: true, value: 'Feed pump' });
  expect(readTyped('x'.repeat(201), text('Name'))).toMatchObject({ ok: false, problem: { detail: { reason: 'too-long' } } });
  expect(readTyped('static', choice(['static', 'total'], 'Basis'))).toEqual({ ok: true, value: 'static' });
  expect(readTyped('dynamic', choice(['static', 'total'], 'Basis'))).toMatchObject({ ok: false });
  expect(readTyped('yes', { type: 'boolean' })).toEqual({ ok: true, value: true });
  expect(readTyped('x', { type: 'lengths' })).toMatchObject({ ok: false });
});

test('words of a field stand for themselves', () => {
  const level = quantity('length', 0, 10, 'Level', { words: { low: 'lowLevel' }, solve: true });
  expect(readTyped('low', level)).toEqual({ ok: true, value: 'low' });
  expect(readTyped('solve', level)).toEqual({ ok: true, value: 'solve' });
  expect(readTyped('high', level)).toMatchObject({ ok: false });
});

test('units, percentages and quantities are read off entries', () => {
  expect([unitIn('120 m'), unitIn('1.4 bar(g)'), unitIn('low'), unitIn(7), unitIn(undefined)]).toEqual([
    'm',
    'bar(g)',
    '',
    '',
    '',
  ]);
  expect([readPercent('35 %'), readPercent('35'), readPercent('% 3'), readPercent('1e3 %')]).toEqual([
    0.35,
    undefined,
    undefined,
    undefined,
  ]);
  // what a number read off its text gets wrong: 12 inches are no 12 mm, 50 Hz no 50 rpm, 1.2 km no 1.2 m
  expect(quantityOf('12 in', 'diameter')).toBeCloseTo(0.3048, 12);
  expect(quantityOf('50 Hz', 'speed')).toBe(3000);
  expect(quantityOf('1.2 km', 'length')).toBe(1200);
  expect([quantityOf(12, 'length'), quantityOf('x', 'length')]).toEqual([undefined, undefined]);
});

/* the screen and the file: whatever a field takes, the reader of the file takes */
test('nothing is taken in a field that the file would refuse', () => {
  const fields = Object.entries(ELEMENT_KINDS.pipe.fields).filter(([, f]) => f.type === 'quantity' || f.type === 'number');
  const units = ['m', 'mm', 'in', 'ft', 'km', 'bar', 'bar(g)', 'um', ''];
  fc.assert(
    fc.property(
      fc.constantFrom(...fields),
      fc.double({ min: -1e7, max: 1e7, noNaN: true }),
      fc.constantFrom(...units),
      ([key, field], x, unit) => {
        const read = readTyped(`${Number(x.toPrecision(6))} ${unit}`.trim(), field);
        if (!read.ok) return true;
        const raw = study({ T: vessel(0), U: vessel(1) }, [line('L', 'T', 'U', [pipe('a', 10, 100, { [key]: read.value })])]);
        return !runStudy(raw).problems.some((p) => p.path.endsWith(`.${key}`) && p.code !== 'under-specified');
      },
    ),
    { numRuns: 400, seed: 3 },
  );
  // what was once taken on the screen and refused by the server
  expect(readTyped('5 m', ELEMENT_KINDS.pipe.fields.roughness!)).toMatchObject({ ok: false });
});

test('defaults stand in the tables and are read from there', () => {
  const cd = ELEMENT_KINDS.orifice.fields.cd!;
  expect([defaultOf(cd), defaultOf(ELEMENT_KINDS.pipe.fields.roughness!)]).toEqual([0.61, 5e-5]);
  expect(numberOr({ cd }, {}, 'cd')).toBe(0.61);
  expect(numberOr({ cd }, { cd: 0.7 }, 'cd')).toBe(0.7);
  expect(wordOr({ b: choice(['x', 'y'], 'B', { default: 'y' }) }, {}, 'b')).toBe('y');
  expect(() => defaultOf(length)).toThrow('no default');
});

test('all defaults of elements, pinned', () => {
  const found = Object.entries(ELEMENT_KINDS).flatMap(([kind, { fields }]) =>
    Object.entries(fields).flatMap(([key, f]) => (f.default === undefined ? [] : [[`${kind}.${key}`, f.default]])),
  );
  expect(Object.fromEntries(found)).toEqual({
    'pipe.roughness': '0.05 mm',
    'pipe.designFactor': 0.72,
    'pipe.jointFactor': 1,
    // group 1.1 of ASME B16.5: carbon steel
    'pipe.materialGroup': '1.1',
    'device.materialGroup': '1.1',
    'hand-valve.materialGroup': '1.1',
    'non-return.materialGroup': '1.1',
    'pump.startVoltage': 1,
    'pipe.dragReduction': 0,
    'pump.variableSpeed': false,
    'pump.running': 1,
    'pump.wear': 0,
    'pump.viscosityCorrection': true,
    'device.exponent': 2,
    'device.fouling': 1,
    'orifice.cd': 0.61,
    'hand-valve.closed': false,
  });
});
