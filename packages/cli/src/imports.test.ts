import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { judgeTable, readSheets, type TableOptions } from '@cedar-knot/core';
import { readBook } from '@cedar-knot/tables';
import { catalogue } from './catalogue.js';

/*
 * Tables as makers send them. Nearly all are of one pump: 42 m at no flow, 77 % at 90 m³/h and 35 m, which stands here as it is meant, and
 * its smaller wheel. What else is meant stands in truth.json beside the tables.
 */

const FOLDER = join(__dirname, 'test/imports');
const bytesOf = (file: string): Uint8Array => readFileSync(join(FOLDER, file));

const PUMP = {
  flow: [0, 30, 60, 90, 120, 150],
  large: [42, 41.2, 38.9, 35, 29.6, 22.6],
  small: [34.4, 33.6, 31.2, 27.3, 21.6, 14.2],
  eta: { large: [0, 0.45, 0.68, 0.77, 0.76, 0.66], small: [0, 0.46, 0.67, 0.75, 0.72, 0.58] },
  npsh: [1.6, 1.8, 2.1, 2.6, 3.4, 4.7],
};

interface Row {
  flow: number;
  head: number;
  efficiency?: number;
  npshr?: number;
  power?: number;
}
interface Read {
  name: string;
  curve?: Row[];
  curves?: { diameter: number; curve: Row[] }[];
  speed: number;
  diameter?: number;
  stages?: number;
  stageOptions?: number[];
}
interface Truth {
  speed: number;
  curves: { diameter: number | null; head: 'large' | 'small' }[];
}

async function pumpsOf(file: string, options: TableOptions = {}): Promise<{ pumps: Read[]; codes: string[] }> {
  const book = await readBook(bytesOf(file));
  const { judged, problems } = judgeTable(readSheets(book.sheets, { ...options, file }));
  expect([file, problems.filter((p) => p.severity === 'error')]).toEqual([file, []]);
  return { pumps: [...judged.pumps.values()] as unknown as Read[], codes: problems.map((p) => p.problem.code) };
}
const pumpOf = async (file: string, options?: TableOptions) => (await pumpsOf(file, options)).pumps[0]!;

/** as it was written, to the figures that makers print */
const near = (found: readonly (number | undefined)[], meant: readonly number[], scale = 1): void => {
  expect(found).toHaveLength(meant.length);
  found.forEach((x, i) => expect(Math.abs(x! * scale - meant[i]!)).toBeLessThan(0.002 * Math.max(1, meant[i]!)));
};

function isThePump(rows: readonly Row[], head: 'large' | 'small'): void {
  near(rows.map((r) => r.flow), PUMP.flow, 3600); // prettier-ignore
  near(rows.map((r) => r.head), PUMP[head]); // prettier-ignore
  rows.forEach((r, i) => {
    // at no flow some makers write a dash
    if (i > 0 || r.efficiency !== undefined) expect(Math.abs(r.efficiency! - PUMP.eta[head][i]!)).toBeLessThan(1e-9);
  });
  if (rows.some((r) => r.npshr !== undefined)) near(rows.map((r) => r.npshr), PUMP.npsh); // prettier-ignore
}

const UNASKED: Readonly<Record<string, string[]>> = {
  '02-german-words.csv': [],
  '03-french-words.csv': [],
  '06-unit-row-us.csv': [],
  '11-across.csv': [],
  '10-merged-two-heads.xlsx': [],
  '14-percent-cells.xlsx': [],
  '22-hidden-rows.xlsx': ['hidden-rows', 'unknown-column'],
  'es-caudal.csv': [],
  'it-portata.csv': [],
  'pl-wydajnosc.csv': [],
  'sv-flode.csv': [],
  'fraction-under-percent.csv': [],
  'thousands-told.csv': [],
  'bhp.csv': ['unit-assumed'],
};

test.each(Object.entries(UNASKED))('%s is read right without a question, and says %j', async (file, said) => {
  const { pumps, codes } = await pumpsOf(file);
  const [{ curve, speed, diameter }] = pumps as [Read];
  isThePump(curve!, 'large');
  near(curve!.map((r) => r.npshr), PUMP.npsh); // prettier-ignore
  expect(Math.abs(speed - 2950)).toBeLessThan(1);
  expect(Math.abs(diameter! * 1000 - 209)).toBeLessThan(0.1);
  expect([pumps.length, codes]).toEqual([1, said]);
});

const TRUTH = JSON.parse(readFileSync(join(FOLDER, 'truth.json'), 'utf8')) as Record<string, Record<string, Truth>>;

/** what is said of a table that is read otherwise than its heads alone would have it */
const SAID: Readonly<Record<string, string[]>> = {
  'title-lines.csv': ['remark'],
  'two-speeds.csv': ['speeds-agree'],
  'T-29.csv': ['name-from-file'],
  'marks.csv': ['mark', 'mark', 'mark', 'remark'],
  'thousands-in-flow.csv': ['unit-assumed', 'thousands-in-column', 'thousands-in-column'],
  'metric-and-us.xlsx': ['curve-twice'],
  'hidden.xlsx': ['hidden-columns'],
  'merged-titles.xlsx': ['no-npshr'],
};

test.each(Object.entries(TRUTH))('%s is read as it is meant, and nothing is asked', async (file, models) => {
  const { pumps, codes } = await pumpsOf(file);
  expect(pumps.map((p) => p.name)).toEqual(Object.keys(models));
  for (const pump of pumps) {
    const { speed, curves } = models[pump.name]!;
    expect(pump.speed).toBeCloseTo(speed, 3);
    const read = pump.curves ?? [{ diameter: pump.diameter, curve: pump.curve! }];
    expect(read).toHaveLength(curves.length);
    curves.forEach(({ diameter, head }, i) => {
      isThePump(read[i]!.curve, head);
      if (diameter === null) expect(read[i]!.diameter).toBeUndefined();
      else expect(Math.abs(read[i]!.diameter! * 1000 - diameter)).toBeLessThan(0.1);
    });
  }
  expect(codes).toEqual(SAID[file] ?? []);
});

test('a sheet a pump: the sheet names it, and that is said', async () => {
  const { pumps, codes } = await pumpsOf('12-sheet-per-pump.xlsx');
  expect([pumps.map((p) => p.name), codes]).toEqual([['H5-12A', 'H5-12B'], ['name-from-sheet', 'name-from-sheet']]); // prettier-ignore
  for (const p of pumps) isThePump(p.curve!, 'large');
});

test('a polynomial is taken at thirteen points', async () => {
  const { pumps, codes } = await pumpsOf('polynomial.csv');
  const rows = pumps[0]!.curve!;
  // H = 42 − 0.0008·Q², η = 1.6·Q − 0.008·Q² %: at 75 m³/h 42 − 4.5 and 120 − 45, at 150 m³/h 42 − 18 and 240 − 180
  const at = (i: number) => [rows[i]!.flow * 3600, rows[i]!.head, rows[i]!.efficiency!];
  [[0, 42, 0], [75, 37.5, 0.75], [150, 24, 0.6]].forEach((meant, k) => at(k * 6).forEach((x, i) => expect(x).toBeCloseTo(meant[i]!, 9))); // prettier-ignore
  expect([rows.length, codes]).toEqual([13, ['polynomial', 'no-npshr']]);
});

test('brake horsepower is no kilowatt: 14.912 hp are 11.12 kW', async () => {
  // 14.912·0.745700
  expect((await pumpOf('bhp.csv')).curve![3]!.power! / 1000).toBeCloseTo(11.12, 2);
});

test('P2 is the shaft power, what stands beside it as power input is not, and that is said', async () => {
  const { pumps, codes } = await pumpsOf('29-p1-p2.csv');
  near(pumps[0]!.curve!.map((r) => r.power), [4.1, 7.47, 9.33, 11.12, 12.71, 13.97], 1e-3); // prettier-ignore
  expect(codes).toEqual(['input-power']);
});

test('counts of stages whose head a stage is the same are one pump with the counts to choose', async () => {
  const { curve, stages, stageOptions } = await pumpOf('26-stages-in-rows.csv');
  near(curve!.map((r) => r.head), PUMP.large); // prettier-ignore
  expect([stages, stageOptions]).toEqual([2, [2, 4, 6]]);
});

describe('what is asked about', () => {
  const call = async (file: string, ...options: [string, string][]) => {
    const { code, output } = await catalogue(bytesOf(file), file, new Map(options));
    const { errors = [], pumps } = output as { errors?: { path: string; message: string }[]; pumps: number };
    return { code, pumps, errors: errors.map((e) => `${e.path}: ${e.message}`) };
  };

  test('a number of exactly three digits behind its sign: both readings, the option and the likely one are named', async () => {
    expect(await call('07-thousands-comma.csv')).toEqual({
      code: 2,
      pumps: 1,
      errors: [
        'row 3: Column "Flow [m3/h]": "1,200" is 1200 with a decimal point, 1.200 with a decimal comma. Select the decimal sign. Options: --decimal point, --decimal comma. Likely: 1,200 is 1200.',
      ],
    });
    for (const sign of ['point', 'comma']) expect((await call('07-thousands-comma.csv', ['decimal', sign])).code).toBe(0);
    const read = async (decimal: '.' | ',') => (await pumpOf('07-thousands-comma.csv', { decimal })).curve!.map((r) => r.flow);
    near(await read('.'), [0, 1200, 2400, 3600, 4800, 6000], 3600);
    near(await read(','), [0, 1.2, 2.4, 3.6, 4.8, 6], 3600);
    await expect(call('07-thousands-comma.csv', ['decimal', 'dot'])).rejects.toThrow('--decimal is point or comma, not "dot".');
  });

  test('heads beside each other that nothing tells apart', async () => {
    const { code, errors } = await call('heads-untold.csv');
    expect([code, errors]).toEqual([2, ['row 1: 2 columns of head (H [m], H [m]) with no diameter or speed above them: 2 curves, or only the first. Select the layout. Options: --layout each, --layout first, --map.']]); // prettier-ignore
    expect((await call('heads-untold.csv', ['layout', 'each'])).pumps).toBe(2);
    const { curve } = await pumpOf('heads-untold.csv', { layout: 'first' });
    near(curve!.map((r) => r.head), PUMP.large); // prettier-ignore
  });

  test('a head and the row of units that contradict each other; the curve tells which is likely', async () => {
    const { errors } = await call('units-contradict.csv');
    expect(errors).toHaveLength(1);
    expect(errors[0]).toContain('Column "Flow [m3/h]": the head says m3/h, the row of units gpm.');
    // 396 gpm are 90 m³/h
    isThePump((await pumpOf('units-contradict.csv', { units: { flow: 'gpm' } })).curve!, 'large');
    expect((await call('units-contradict.csv', ['units', 'flow=gpm'])).code).toBe(0);
  });

  test('two sheets with different curves of one pump', async () => {
    const { errors } = await call('two-revisions.xlsx');
    expect(errors).toEqual(['sheet "2025", row 2: T-24 has two different curves (2023, 2025). Select the sheet to be read. Option: --sheet NAME.']); // prettier-ignore
    isThePump((await pumpOf('two-revisions.xlsx', { sheets: ['2025'] })).curve!, 'large');
    expect((await call('two-revisions.xlsx', ['sheet', '2025'])).code).toBe(0);
    await expect(call('two-revisions.xlsx', ['sheet', '2024'])).rejects.toThrow('No sheet "2024". Sheets: 2023, 2025.');
  });
});

test('a formula without a value, an error and a date are said at their cells, and nothing else of the rows is lost', async () => {
  const { code, output } = await catalogue(bytesOf('faults.xlsx'), 'faults.xlsx', new Map());
  const { problems } = output as { problems: { row: number; code: string }[] };
  expect(code).toBe(2);
  expect(problems.map((p) => [p.row, p.code])).toEqual([[4, 'cell-formula'], [5, 'cell-error'], [6, 'cell-date']]); // prettier-ignore
});

test('columns are said by their heads, rows are mended, hidden rows are read where they are asked for', async () => {
  const table = 'Name;n;X;Y;Z\nA;2950;0;42;a\n;;3o;41,2;b\n;;60;38,9;c\n';
  const call = (mends: string | undefined, ...options: [string, string][]) => catalogue(Buffer.from(table), 'x.csv', new Map(options), mends); // prettier-ignore
  const map: [string, string] = ['map', 'Name=model; X=flow [m3/h]; Y=head [m]; Z=-'];
  expect((await call(undefined, map)).code).toBe(2);
  const mended = await call('{ "3": { "do": "read", "column": "flow", "as": "30" } }', map);
  expect([mended.code, (mended.output as { pumps: number }).pumps]).toEqual([0, 1]);
  await expect(call(undefined, ['map', 'X=discharge-ish'])).rejects.toThrow('"discharge-ish" is no column.');
  await expect(call('[]', map)).rejects.toThrow('Invalid --mend file.');
  await expect(call('{ "Other!3": { "do": "leave-out" } }', map)).rejects.toThrow('Invalid --mend file.');
  // a row of the second sheet
  const second = await catalogue(bytesOf('12-sheet-per-pump.xlsx'), 'x.xlsx', new Map(), '{ "H5-12B!4": { "do": "leave-model" } }'); // prettier-ignore
  expect((second.output as { pumps: number }).pumps).toBe(1);
  const west = await catalogue(bytesOf('windows-1250.csv'), 'x.csv', new Map());
  expect(west.output).toMatchObject({ ok: true, encoding: 'windows-1250' });
  const { curve } = await pumpOf('22-hidden-rows.xlsx');
  expect(curve![0]!.head).toBe(42);
  const hidden = await catalogue(bytesOf('22-hidden-rows.xlsx'), 'x.xlsx', new Map([['hidden', 'read']]));
  expect((hidden.output as { problems: { code: string }[] }).problems.map((p) => p.code)).toContain('flow-not-rising');
});

test('files that are no tables are refused by name', async () => {
  const call = (head: number[] | string) => catalogue(Buffer.from(head as string), 'x', new Map());
  await expect(call([0xd0, 0xcf, 0x11, 0xe0])).rejects.toThrow('Old spreadsheets (.xls) are not read.');
  await expect(call('PK\u0003\u0004          mimetypeapplication/vnd.oasis.opendocument.spreadsheet')).rejects.toThrow('Save the file as .xlsx or .csv.'); // prettier-ignore
  await expect(call('PK\u0003\u0004 no book')).rejects.toThrow('Invalid spreadsheet.');
  await expect(call('%PDF-1.7')).rejects.toThrow('PDF files are not read as tables.');
});

test('every table of the folder is read by a test', () => {
  const here = readFileSync(__filename, 'utf8');
  const read = (f: string): boolean => here.includes(`'${f}'`) || Object.hasOwn(TRUTH, f) || f === 'truth.json';
  expect(readdirSync(FOLDER).filter((f) => !read(f))).toEqual([]);
});
