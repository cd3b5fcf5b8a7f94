import { applyOperations, inputAt, runStudy, valueIn, type Operation, type Study, type StudyInput } from '@cedar-knot/core';
import fc from 'fast-check';
import { pumpedStudy } from '../test/open.js';
import { inputChange, inputScale, readAmount, readFor, takeFound, widthDimension, withinText } from './inputScale.js';

const ATMOSPHERE = 101_325;
const study = pumpedStudy();
const [first] = study.scenarios;
const at = (address: string, of: Study = study): StudyInput => inputAt(of, address)!;
const after = (of: Study, operations: readonly Operation[]): Study => {
  const done = applyOperations(of, operations);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};

describe('a number of the study as it is shown and typed', () => {
  test('in the units of the study: a pressure at a place above the atmosphere, a temperature with its zero, a share in per cent', () => {
    const metric = (address: string) => inputScale(at(address), 'metric', ATMOSPHERE);
    const us = (address: string) => inputScale(at(address), 'us', ATMOSPHERE);
    expect(metric('CV-1.flow').show(0.01)).toBeCloseTo(36, 9);
    expect(metric('CV-1.flow').unit).toBe('m³/h');
    expect(metric('V-1.pressure').show(ATMOSPHERE)).toBeCloseTo(0, 9);
    expect(metric('V-1.pressure').show(ATMOSPHERE + 2e5)).toBeCloseTo(2, 9);
    expect(metric('V-1.pressure').unit).toBe('bar(g)');
    expect(metric(`${first!.id}.temperature`).show(293.15)).toBeCloseTo(20, 9);
    // 293.15 K − 273.15 = 20 °C = 68 °F; 10 K are 18 °F
    expect(us(`${first!.id}.temperature`).show(293.15)).toBeCloseTo(68, 9);
    expect(us(`${first!.id}.temperature`).width(10)).toBeCloseTo(18, 9);
    // 1 psi = 6894.757 Pa
    expect(us('V-1.pressure').show(ATMOSPHERE + 68_947.57)).toBeCloseTo(10, 5);
    expect(us('V-1.pressure').width(68_947.57)).toBeCloseTo(10, 5);
    expect(us('V-1.pressure').widthUnit).toBe('psi');
    // the field of a wear is a share
    expect(metric('P-1.wear').show(0.05)).toBeCloseTo(5, 12);
    expect(metric('P-1.wear').entry(0.05, 3)).toBe('5 %');
    expect(metric('CV-1.flow').entry(0.01, 5)).toBe('36 m3/h');
    expect(metric('V-1.pressure').entry(ATMOSPHERE + 123_456, 4)).toBe('1.235 bar(g)');
    expect(inputScale(undefined, 'metric', 0)).toMatchObject({ unit: '', widthUnit: '' });
    expect(inputScale(undefined, 'metric', 0).show(1.1)).toBe(1.1);
  });

  test('what is written as it is shown is read back as the same value, in both unit systems', () => {
    const addresses = ['CV-1.flow', 'V-1.pressure', 'V-1.level', 'L-1.length', 'P-1.wear', `${first!.id}.temperature`];
    const usual: Record<string, [number, number]> = { 'P-1.wear': [0, 0.3], [`${first!.id}.temperature`]: [275, 370], 'V-1.pressure': [2e4, 9e5] }; // prettier-ignore
    fc.assert(
      fc.property(
        fc.constantFrom(...addresses),
        fc.integer({ min: 0, max: 1000 }),
        fc.constantFrom('metric' as const, 'us' as const),
        (address, thousandths, system) => {
          const [least, most] = usual[address] ?? [0.001, 100];
          const si = least + (thousandths / 1000) * (most - least);
          const text = inputScale(at(address), system, ATMOSPHERE).entry(si, 12);
          const read = readFor(at(address), text, system, ATMOSPHERE);
          if (!read.ok) throw new Error(`${address} ${text}: ${read.message}`);
          expect(Math.abs(read.si - si)).toBeLessThan(1e-9 * Math.max(1, Math.abs(most)));
        },
      ),
      { seed: 11, numRuns: 200 },
    );
  });

  test('a number alone takes the unit that is shown; absolute and gauge are told apart; what is none is explained', () => {
    const read = (address: string, typed: string, system: 'metric' | 'us' = 'metric') =>
      readFor(at(address), typed, system, ATMOSPHERE);
    expect(read('CV-1.flow', '36')).toMatchObject({ ok: true, si: 0.01 });
    expect(read('V-1.level', '2,5')).toMatchObject({ ok: true, si: 2.5 });
    expect(read('V-1.pressure', '1 bar(a)')).toMatchObject({ ok: true, si: 1e5 });
    expect(read('V-1.pressure', '1 bar(g)')).toMatchObject({ ok: true, si: 1e5 + ATMOSPHERE });
    expect(read('V-1.pressure', '1')).toMatchObject({ ok: true, si: 1e5 + ATMOSPHERE });
    expect(read('V-1.pressure', '10', 'us')).toMatchObject({ ok: true });
    expect(read('P-1.wear', '5 %')).toMatchObject({ ok: true, si: 0.05 });
    for (const [address, typed] of [
      ['CV-1.flow', '3 m'],
      ['V-1.level', 'high'],
      ['P-1.wear', 'much'],
    ] as const) {
      const refused = read(address, typed);
      expect(refused.ok).toBe(false);
      if (!refused.ok) expect(refused.message).not.toBe('');
    }
    expect(read('CV-1.flow', '1,234')).toMatchObject({ ok: false, readings: ['1.234', '1234'] });
  });

  test('a width has no zero and no reference', () => {
    expect(widthDimension(at('V-1.pressure'))).toBe('pressureDifference');
    expect(widthDimension(at(`${first!.id}.temperature`))).toBe('temperatureDifference');
    expect(widthDimension(at('CV-1.flow'))).toBe('flow');
    expect(widthDimension(at('P-1.wear'))).toBeNull();
    const metric = (typed: string, dimension: Parameters<typeof readAmount>[1]) => readAmount(typed, dimension, 'metric');
    expect(metric('0,2', 'length')).toMatchObject({ ok: true, value: '0.2 m' });
    expect(metric('0.2 m', 'length')).toMatchObject({ ok: true, value: '0.2 m' });
    expect(metric('7,5 %', 'length')).toMatchObject({ ok: true, value: '7.5 %' });
    expect(metric('7,5 %', null)).toMatchObject({ ok: true, value: '7.5 %' });
    expect(metric('0,04', null)).toMatchObject({ ok: true, value: '0.04' });
    expect(metric('3 K', 'temperatureDifference')).toMatchObject({ ok: true, value: '3 K' });
    expect(metric('3 bar', 'length').ok).toBe(false);
    expect(metric('some %', null).ok).toBe(false);
    expect(readAmount('6', 'pressure', 'us')).toMatchObject({ ok: true, value: '6 psi(g)' });
  });
});

test('a move of an input: whose, from where to where, by how much, without a reference in the difference', () => {
  const move = (address: string, now: number, turns: number, system: 'metric' | 'us' = 'metric') =>
    inputChange(study, system, address, now, turns, ATMOSPHERE);
  expect(move('CV-1.flow', 0.01, 0.02)).toMatchObject({ whose: 'CV-1', from: '36', to: '72', by: '+36 m³/h' });
  expect(move('V-1.pressure', ATMOSPHERE, ATMOSPHERE + 1e5)).toMatchObject({ from: '0', to: '1', by: '+1 bar' });
  expect(move('P-1.wear', 0, 0.08)).toMatchObject({ from: '0', to: '8', by: '+8 %' });
  expect(move(`${first!.id}.temperature`, 293.15, 283.15)).toMatchObject({ whose: 'Liquid', from: '20', to: '10', by: '−10 K' });
  expect(move(`${first!.id}.temperature`, 293.15, 283.15, 'us')).toMatchObject({ from: '68', to: '50', by: '−18 °F' });
  expect(move('P-1.nothing', 1, 2)).toBeNull();
});

describe('a value that was found from readings is taken where the scenarios of the readings see it', () => {
  const two = pumpedStudy({
    op: 'set',
    path: ['scenarios'],
    value: [
      { id: 'day', temperature: '20 C' },
      { id: 'night', temperature: '20 C', set: { 'V-1.level': '1 m', 'CV-1.flow': '30 m3/h' } },
      { id: 'spare', temperature: '20 C', set: { 'V-1.level': '3 m' } },
    ],
  });
  const take = (address: string, si: number, read: string[], of = two): Study =>
    after(of, takeFound(of, at(address, of), si, read, 'metric', ATMOSPHERE));
  const seen = (of: Study, address: string): (number | undefined)[] =>
    runStudy(of).scenarios.map((s) => valueIn(of, at(address, of), s));

  test('the shared entry where none has its own, the own entry of one that has, and nobody else’s', () => {
    expect(seen(take('V-1.level', 2.25, ['day']), 'V-1.level')).toEqual([2.25, 1, 3]);
    const night = take('V-1.level', 1.4, ['night']);
    expect(seen(night, 'V-1.level')).toEqual([2, 1.4, 3]);
    expect(night.scenarios[1]!.set).toEqual({ 'V-1.level': '1.4 m', 'CV-1.flow': '30 m3/h' });
    expect(seen(take('V-1.level', 1.7, ['day', 'night']), 'V-1.level')).toEqual([1.7, 1.7, 3]);
  });

  test('a share, the liquid of a scenario, an entry of a list and the site have their own places', () => {
    expect(take('P-1.wear', 0.061_234, ['day']).lines[0]!.elements.find((e) => e.id === 'P-1')!.wear).toBe(0.06123);
    expect(take('night.temperature', 293.15 + 7.4, ['night']).scenarios[1]!.temperature).toBe('27.4 C');
    expect(take('hollin.speed', 2900, ['day']).pumps!.hollin!.speed).toBe('2900 rpm');
    expect(take('site.atmosphericPressure', 98_000, ['day']).site).toMatchObject({ atmosphericPressure: '0.98 bar(a)' });
  });

  test('a pressure at a place is written as gauge, and is the same one', () => {
    const taken = take('V-2.pressure', ATMOSPHERE + 54_321, ['day']);
    expect(taken.points['V-2']!.pressure).toBe('0.54321 bar(g)');
    for (const si of seen(taken, 'V-2.pressure')) expect(si).toBeCloseTo(ATMOSPHERE + 54_321, 0);
  });
});

test('a label within a sentence begins small, abbreviations and names stay', () => {
  expect(
    ['NPSH datum', 'Nominal size', 'Hazen–Williams C', 'U', 'Heat transfer on the outside diameter, U'].map(withinText),
  ).toEqual(['NPSH datum', 'nominal size', 'Hazen–Williams C', 'U', 'heat transfer on the outside diameter, U']);
});
