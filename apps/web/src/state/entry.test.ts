import { ELEMENT_KINDS, PUMP_ENTRY_FIELDS, SITE_FIELDS, type Field } from '@cedar-knot/core';
import { firstStudy, pumpedStudy } from '../test/open.js';
import { entryIn, locate, letterOf, prefixOf, freeId, setOwn } from './address.js';
import { inDisplayUnit, readEntry, usedText, writtenEntry } from './entry.js';
import { addressName, figureAddress, typedAt } from './figure.js';
import { ALL_KEYS, FRAME_KEYS, SHEET_KEYS, shownKey } from './keys.js';
import { limitAt, setLimit } from './limits.js';
import { readTable } from './table.js';
import { applyOperations, runStudy, type Operation, type Study } from '@cedar-knot/core';

const { roughness, length, designPressure } = ELEMENT_KINDS.pipe.fields as Record<string, Field>;
const after = (study: Study, operations: readonly Operation[]): Study => {
  const done = applyOperations(study, operations);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};

describe('what an empty field shows', () => {
  test('the default of its field, in the study’s units', () => {
    expect(usedText(roughness!, undefined, 'metric')).toBe('0.05 mm');
    // 0.05 mm is 0.0019685 in
    expect(usedText(roughness!, undefined, 'us')).toBe('0.0019685 in');
    expect(usedText(ELEMENT_KINDS.orifice.fields.cd!, undefined, 'us')).toBe('0.61');
    expect(usedText(SITE_FIELDS.gravity!, undefined, 'metric')).toBe('9.8066 m/s2');
    expect(usedText(length!, undefined, 'metric')).toBe('');
  });
  test('before that what the calculation uses: the pump’s own speed and diameter', () => {
    expect(usedText(ELEMENT_KINDS.pump.fields.speed!, 2950, 'metric')).toBe('2950 rpm');
    expect(usedText(ELEMENT_KINDS.pump.fields.diameter!, 0.2032, 'us')).toBe('8 in');
    expect(usedText(ELEMENT_KINDS.pump.fields.stages!, 3, 'us')).toBe('3');
  });
  test('pressures say what they refer to', () => {
    expect(writtenEntry(250_000, designPressure!, 'metric')).toBe('2.5 bar(g)');
    expect(writtenEntry(undefined, designPressure!, 'metric')).toBe('');
  });
});

describe('a typed entry', () => {
  test('is refused in the units of the study', () => {
    const far = readEntry('5 m', roughness!, '', 'us');
    expect(far.ok).toBe(false);
    // 1 m of roughness is 39.4 in
    if (!far.ok) expect(far.message).toContain('39.4 in');
  });
  test('offers both readings of a doubtful comma', () => {
    expect(readEntry('1,250 m', length!, '')).toMatchObject({ ok: false, readings: ['1.250 m', '1250 m'] });
  });
  test('a number alone takes the unit of the study where nothing stood', () => {
    expect(readEntry('55', length!, inDisplayUnit(length!, 'us'))).toMatchObject({ ok: true, value: '55 ft' });
    expect(readEntry('0.3', ELEMENT_KINDS.pump.fields.wear!, inDisplayUnit(ELEMENT_KINDS.pump.fields.wear!, 'us'))).toEqual({
      ok: true,
      value: 0.3,
    });
  });
});

describe('limits', () => {
  const place = { check: 'npsh-ratio', where: 'P-1' } as const;
  test('are set with their reason, changed in place, and left to the default again', () => {
    const one = after(firstStudy(), setLimit(firstStudy(), place, 1.5, ' hot service '));
    expect(one.limits).toEqual([{ check: 'npsh-ratio', where: 'P-1', limit: 1.5, reason: 'hot service' }]);
    expect(limitAt(one, place)).toMatchObject({ limit: 1.5 });
    const two = after(one, setLimit(one, place, 2, ''));
    expect(two.limits).toEqual([{ check: 'npsh-ratio', where: 'P-1', limit: 2 }]);
    const other = after(two, setLimit(two, { check: 'velocity', where: 'L-1' }, ['0.5 m/s', '3 m/s'], ''));
    expect(other.limits).toHaveLength(2);
    expect(after(other, setLimit(other, place, undefined, '')).limits).toEqual([
      { check: 'velocity', where: 'L-1', limit: ['0.5 m/s', '3 m/s'] },
    ]);
    expect('limits' in after(two, setLimit(two, place, undefined, ''))).toBe(false);
    expect(setLimit(firstStudy(), place, undefined, '')).toEqual([]);
  });
  test('one of a scenario alone is another limit', () => {
    const study = { ...firstStudy(), limits: [{ ...place, limit: 1.4, scenario: 'normal' }] };
    expect(limitAt(study, place)).toBeUndefined();
  });
  test('what is set is judged by', () => {
    const study = pumpedStudy();
    const of = (s: Study) => runStudy(s).scenarios[0]!.result!.margins.find((m) => m.check === 'npsh-ratio')!;
    const value = of(study).value!;
    expect(of(study).verdict).toBe('holds');
    expect(of(after(study, setLimit(study, place, Number((value + 1).toFixed(2)), ''))).verdict).toBe('fails');
  });
});

describe('figures by address', () => {
  test('a check is named by its code, a figure by its thing', () => {
    expect(figureAddress('P-1', 'npsha')).toBe('P-1.npsha');
    expect(figureAddress('P-1', 'npsh-ratio')).toBe('npsh-ratio:P-1');
    expect(addressName('npsh-ratio:P-1')).toBe('NPSH ratio at P-1');
    expect(addressName('L-1.headLoss')).toBe('head loss of L-1');
    expect(addressName('fluid.vapourPressure')).toBe('vapour pressure of the fluid');
    expect(addressName('breakdown.P-1.pipes')).toBe('pipes in the head of P-1');
  });
  test('what was typed stands behind an entry’s address, as the scenario sees it', () => {
    const study = after(firstStudy(), setOwn(firstStudy(), 'normal', 'L-1', 'length', '12 m'));
    const scenario = study.scenarios[0];
    expect(typedAt(study, undefined, 'L-1.length')).toBe('10 m');
    expect(typedAt(study, scenario, 'L-1.length')).toBe('12 m');
    expect(typedAt(study, scenario, 'scenario.temperature')).toBe('20 C');
    expect(typedAt({ ...study, site: { gravity: '9.81 m/s2' } }, scenario, 'site.gravity')).toBe('9.81 m/s2');
    expect(typedAt(study, scenario, 'L-1.velocity')).toBeUndefined();
  });
});

test('no key means two things in one place, and each is listed', () => {
  const pressed = FRAME_KEYS.flatMap((k) => k.press);
  expect(new Set(pressed).size).toBe(pressed.length);
  expect(new Set(SHEET_KEYS.map((k) => k.code)).size).toBe(SHEET_KEYS.length);
  expect(new Set(ALL_KEYS.map((k) => k.shown)).size).toBe(ALL_KEYS.length);
  expect([shownKey('undo'), shownKey('branch')]).toEqual(['Ctrl Z', 'Alt B']);
});

describe('tables from elsewhere', () => {
  test.each([
    [
      'a\tb\nc\td\n',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    [
      'a\tb\r\n\r\nc\td',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    ['"120 m\nDN150"\t"say ""no"""', [['120 m\nDN150', 'say "no"']]],
    [
      'a;b\nc;d',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    [
      'x,"1,5"\ny,2',
      [
        ['x', '1,5'],
        ['y', '2'],
      ],
    ],
    [' a \t b ', [['a', 'b']]],
  ])('%j', (text, cells) => expect(readTable(text)).toEqual(cells));
});

test('addresses: things are found by their tag, tags begin as their kind does', () => {
  const study = firstStudy();
  expect(locate(study, 'P-1')).toMatchObject({ kind: 'pump', line: 0, index: 1 });
  expect(locate(study, 'V-2')).toMatchObject({ kind: 'vessel', line: -1 });
  expect(locate(study, 'T-1')).toMatchObject({ kind: 'line', index: -1 });
  expect(locate(study, 'toString')).toBeUndefined();
  expect(['pipe', 'pump', 'control-valve', 'vessel', 'line', 'x'].map(prefixOf)).toEqual(['L', 'P', 'CV', 'V', 'T', 'E']);
  expect(freeId(study, 'L')).toBe('L-3');
  expect([0, 25, 26, 51, 52].map(letterOf)).toEqual(['A', 'Z', 'A2', 'Z2', 'A3']);
  expect(entryIn(study, study.scenarios[0], 'L-1', 'length')).toEqual({ value: '10 m', own: false });
});

test('a pump’s data has its own fields with their bounds', () => {
  expect(readEntry('0 rpm', PUMP_ENTRY_FIELDS.speed!, '')).toMatchObject({ ok: false });
  expect(readEntry('50 Hz', PUMP_ENTRY_FIELDS.speed!, '')).toEqual({ ok: true, value: '50 Hz' });
});
