import { applyOperations, readUncertainty, type Operation, type Study } from '@cedar-knot/core';
import { pumpedStudy } from '../test/open.js';
import { handleName, handleThings } from './handles.js';
import { binned } from './histogram.js';
import { addListed, putUncertain, removeListed, setListed } from './listed.js';
import { readPasted } from './pastedReadings.js';
import { fieldCells } from './sweeps.js';

const study = pumpedStudy();
const after = (of: Study, operations: readonly Operation[]): Study => {
  const done = applyOperations(of, operations);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};

describe('what may be moved by one name', () => {
  const things = handleThings(study);
  test('all pipes, pumps with their curve first, pipes with their fittings; each address is one that is read', () => {
    expect(things[0]).toMatchObject({ id: 'pipe', name: 'All pipes', keys: [{ key: 'roughness' }, { key: 'fittings' }] });
    const pump = things.find((t) => t.id === 'P-1')!;
    expect(pump.keys[0]!.key).toBe('curve');
    expect(pump.keys.map((k) => k.key)).toContain('wear');
    const pipe = study.lines.flatMap((l) => l.elements).find((e) => e.kind === 'pipe')!;
    expect(things.find((t) => t.id === pipe.id)!.keys.at(-1)!.key).toBe('fittings');
    for (const { id, keys } of things)
      for (const { key } of keys) {
        const spread = key === 'curve' ? { grade: '2B' } : { band: '5 %' };
        const { problems } = readUncertainty({ ...study, uncertainty: [{ input: `${id}.${key}`, ...spread }] });
        expect(problems).toEqual([]);
      }
  });

  test('is named as people say it', () => {
    expect(handleName(study, 'pipe.roughness')).toBe('All pipes, roughness');
    expect(handleName(study, 'pipe.fittings')).toBe('All pipes, fittings');
    expect(handleName(study, 'P-1.curve')).toBe('P-1, curve');
    expect(handleName(study, 'P-1.wear')).toBe('P-1, wear, head lost');
    const [scenario] = study.scenarios;
    expect(handleName(study, `${scenario!.id}.temperature`)).toBe(`Liquid in ${scenario!.name}, temperature`);
  });
});

describe('lists that are there only while they hold something', () => {
  const reading = { scenario: 'a', at: 'P-1', figure: 'flow', value: '60 m3/h' };
  test('the first entry makes the list, the last takes it away', () => {
    const one = after(study, addListed(study, 'readings', [reading]));
    expect(one.readings).toEqual([reading]);
    const two = after(one, addListed(one, 'readings', [{ ...reading, at: 'L' }, reading]));
    expect(two.readings!.map((r) => r.at)).toEqual(['P-1', 'L', 'P-1']);
    expect(after(two, removeListed(two, 'readings', 1)).readings!.map((r) => r.at)).toEqual(['P-1', 'P-1']);
    expect(after(one, removeListed(one, 'readings', 0)).readings).toBeUndefined();
    for (const none of [addListed(study, 'readings', []), removeListed(one, 'readings', 3), removeListed(study, 'readings', 0)])
      expect(none).toEqual([]);
  });

  test('one key is set or taken away', () => {
    const one = after(study, addListed(study, 'readings', [reading]));
    const unused = after(one, setListed(one, 'readings', 0, 'used', false));
    expect(unused.readings![0]!.used).toBe(false);
    expect(after(unused, setListed(unused, 'readings', 0, 'used', undefined)).readings).toEqual([reading]);
    expect(setListed(one, 'readings', 0, 'used', undefined)).toEqual([]);
    expect(setListed(one, 'readings', 4, 'used', false)).toEqual([]);
  });

  test('what was said of an uncertain input before is replaced', () => {
    const one = after(study, putUncertain(study, { input: 'P-1.curve', grade: '2B' }));
    const two = after(one, putUncertain(one, { input: 'pipe.roughness', band: '30 %' }));
    const three = after(two, putUncertain(two, { input: 'P-1.curve', grade: '1B' }));
    expect(three.uncertainty).toEqual([{ input: 'P-1.curve', grade: '1B' }, { input: 'pipe.roughness', band: '30 %' }]); // prettier-ignore
  });
});

describe('a pasted table of readings', () => {
  const scenario = study.scenarios[0]!.id;
  test('without a head in its order: instrument, where, what, reading, elevation, deviation', () => {
    const { readings, problems } = readPasted(
      study,
      'PI-1\tp-1\tdischarge\t6.1 bar\t1.2 m\t0.05 bar\nFI-1\tP-1\tQ\t58 m3/h',
      scenario,
    );
    expect(problems).toEqual([]);
    expect(readings).toEqual([
      {
        name: 'PI-1',
        at: 'P-1',
        figure: 'outletPressure',
        value: '6.1 bar',
        elevation: '1.2 m',
        deviation: '0.05 bar',
        scenario,
      },
      { name: 'FI-1', at: 'P-1', figure: 'flow', value: '58 m3/h', scenario },
    ]);
  });

  test('with a head in any order, and what cannot be taken by its row', () => {
    const text = 'value;where;what\n58 m3/h;P-1;flow\n\n3 bar;P-9;pressure\n3 m;P-1;suction pressure';
    const { readings, problems } = readPasted(study, text, scenario);
    expect(readings).toEqual([{ at: 'P-1', figure: 'flow', value: '58 m3/h', scenario }]);
    expect(problems.map((p) => p.row)).toEqual([4, 5]);
    expect(problems[0]!.text).toMatch(/Unknown point, line or element "P-9"/);
    expect(problems[1]!.text).toMatch(/Invalid reading "3 m"/);
    expect(readPasted(study, '  ', scenario)).toEqual({ readings: [], problems: [] });
  });
  test('a line of words is one too: what it is by its kind, its tag or its unit', () => {
    const one = (text: string) => readPasted(study, text, scenario);
    const pump = study.lines.flatMap((l) => l.elements).find((e) => e.kind === 'pump')!.id;
    expect(one('motor 118 A').readings).toMatchObject([{ name: 'motor', at: pump, figure: 'current', value: '118 A' }]);
    expect(one(`${pump} discharge 6.2 bar(g)\nsuction 0.4 bar(g)\nflow 58 m3/h`).readings).toMatchObject([
      { at: pump, figure: 'outletPressure', value: '6.2 bar(g)' },
      { at: pump, figure: 'inletPressure', value: '0.4 bar(g)' },
      { at: pump, figure: 'flow', value: '58 m3/h' },
    ]);
    expect(one('motor').problems[0]!.text).toContain('motor 118 A');
    const two = {
      ...study,
      lines: [...study.lines, { ...study.lines[0]!, id: 'Z', elements: [{ id: 'P-9', kind: 'pump' }] }],
    } as Study;
    expect(readPasted(two, 'motor 118 A', scenario).problems[0]!.text).toContain(`${pump}, P-9`);
    expect(one('orifice 0.2 bar').problems[0]!.text).toContain('orifice');
  });

  test('a pressure of an element is that behind it, a line has only its flow', () => {
    const line = study.lines[0]!.id;
    const { readings } = readPasted(study, `x,P-1,pressure,3 bar\ny,${line},,58 m3/h`, scenario);
    expect(readings.map((r) => r.figure)).toEqual(['outletPressure', 'flow']);
  });
});

test('a histogram: each value in one bin, the greatest in the last; alike values in one', () => {
  expect(binned([0, 1, 2, 3, 4], 2)).toEqual([
    { from: 0, to: 2, count: 2 },
    { from: 2, to: 4, count: 3 },
  ]);
  expect(binned([5, 5, 5], 10)).toHaveLength(1);
  expect(binned([5, 5, 5], 10)[0]!.count).toBe(3);
  expect(binned([], 4)).toEqual([]);
});

test('a figure over two inputs as a table: the second down, the first across, nothing where nothing is solved', () => {
  const field = { x: [1, 2], y: [10, 20], values: [[0.1, null], [0.3, 0.4]] }; // prettier-ignore
  const cells = fieldCells(field, 'y / x', (x) => x * 100, (y) => y, (v) => v * 10); // prettier-ignore
  expect(cells).toEqual([
    ['y / x', 100, 200],
    [10, 1, null],
    [20, 3, 4],
  ]);
});
