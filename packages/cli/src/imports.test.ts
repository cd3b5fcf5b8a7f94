import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { judgeTable } from '@cedar-knot/core';
import { catalogue, tableOf } from './catalogue.js';

/*
 * Tables as makers send them. All but two are of one pump: 42 m at no flow, 77 % at 90 m³/h and 35 m, which stands here as it is meant.
 */

const FOLDER = join(__dirname, 'test/imports');
const textOf = (file: string): string => readFileSync(join(FOLDER, file), 'utf8');

const PUMP = {
  flow: [0, 30, 60, 90, 120, 150],
  head: [42, 41.2, 38.9, 35, 29.6, 22.6],
  eta: [0, 0.45, 0.68, 0.77, 0.76, 0.66],
  npsh: [1.6, 1.8, 2.1, 2.6, 3.4, 4.7],
  speed: 2950,
  diameter: 209,
};

interface Row {
  flow: number;
  head: number;
  efficiency?: number;
  npshr?: number;
  power?: number;
}
interface Read {
  curve: Row[];
  speed: number;
  diameter: number;
  stages?: number;
  stageOptions?: number[];
}

function pumpOf(file: string, decimal?: '.' | ','): Read & { codes: string[] } {
  const { judged, problems } = judgeTable(tableOf(textOf(file), decimal));
  const [entry] = [...judged.pumps.values()] as unknown as Read[];
  const codes = problems.map((p) => (p.of === 'cell' ? p.problem.code : p.problem.code));
  expect([file, problems.filter((p) => p.severity === 'error')]).toEqual([file, []]);
  return { ...entry!, codes };
}

/** as it was written, to the figures that makers print */
const near = (found: readonly (number | undefined)[], meant: readonly number[], scale = 1): void =>
  found.forEach((x, i) => expect(Math.abs(x! * scale - meant[i]!)).toBeLessThan(0.002 * Math.max(1, meant[i]!)));

test.each([
  '02-german-words.csv',
  '03-french-words.csv',
  '06-unit-row-us.csv',
  '11-across.csv',
  'es-caudal.csv',
  'it-portata.csv',
  'pl-wydajnosc.csv',
  'sv-flode.csv',
  'fraction-under-percent.csv',
  'thousands-told.csv',
  'bhp.csv',
])('%s is read right without a question', (file) => {
  const { curve, speed, diameter, codes } = pumpOf(file);
  near(curve.map((r) => r.flow), PUMP.flow, 3600); // prettier-ignore
  near(curve.map((r) => r.head), PUMP.head); // prettier-ignore
  near(curve.map((r) => r.npshr), PUMP.npsh); // prettier-ignore
  curve.forEach((r, i) => expect(Math.abs(r.efficiency! - PUMP.eta[i]!)).toBeLessThan(1e-9));
  expect(Math.abs(speed - PUMP.speed)).toBeLessThan(1);
  expect(Math.abs(diameter * 1000 - PUMP.diameter)).toBeLessThan(0.1);
  expect(codes).toEqual(file === 'bhp.csv' ? ['unit-assumed'] : []);
});

test('brake horsepower is no kilowatt: 14.912 hp are 11.12 kW', () => {
  // 14.912·0.745700
  expect(pumpOf('bhp.csv').curve[3]!.power! / 1000).toBeCloseTo(11.12, 2);
});

test('P2 is the shaft power, what stands beside it as power input is not, and that is said', () => {
  const { curve, codes } = pumpOf('29-p1-p2.csv');
  near(curve.map((r) => r.power), [4.1, 7.47, 9.33, 11.12, 12.71, 13.97], 1e-3); // prettier-ignore
  expect(codes).toEqual(['input-power']);
});

test('counts of stages whose head a stage is the same are one pump with the counts to choose', () => {
  const { curve, stages, stageOptions } = pumpOf('26-stages-in-rows.csv');
  near(curve.map((r) => r.head), PUMP.head); // prettier-ignore
  expect([stages, stageOptions]).toEqual([2, [2, 4, 6]]);
});

describe('a table that can be read in two ways', () => {
  const call = (...options: [string, string][]) => catalogue(textOf('07-thousands-comma.csv'), 'x.csv', new Map(options));
  test('is a question that names both readings and the option', () => {
    const { code, output } = call();
    expect(code).toBe(2);
    const { errors } = output as { errors: { path: string; message: string }[] };
    expect(errors).toHaveLength(1);
    expect(errors[0]!.path).toBe('row 3');
    expect(errors[0]!.message).toBe(
      'Column "Flow [m3/h]": "1,200" is 1200 with a decimal point, 1.200 with a decimal comma. Select the decimal sign. Options: --decimal point, --decimal comma.',
    );
  });
  test('and is read as it is answered', () => {
    expect([call(['decimal', 'point']).code, call(['decimal', 'comma']).code]).toEqual([0, 0]);
    near(pumpOf('07-thousands-comma.csv', '.').curve.map((r) => r.flow), [0, 1200, 2400, 3600, 4800, 6000], 3600); // prettier-ignore
    near(pumpOf('07-thousands-comma.csv', ',').curve.map((r) => r.flow), [0, 1.2, 2.4, 3.6, 4.8, 6], 3600); // prettier-ignore
    expect(() => call(['decimal', 'dot'])).toThrow('--decimal is point or comma, not "dot".');
  });
});

test('every table of the folder is read by a test', () => {
  const here = readFileSync(__filename, 'utf8');
  expect(readdirSync(FOLDER).filter((f) => !here.includes(`'${f}'`))).toEqual([]);
});
