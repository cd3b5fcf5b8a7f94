import { optionsOfTemplate } from './import-template.js';
import { readTable } from './table.js';
import { judgeCatalogue } from './judge.js';
import { matchColumn } from './columns.js';

const cells = (text: string, by = ';'): string[][] => text.trim().split('\n').map((l) => l.split(by).map((c) => c.trim())); // prettier-ignore
const read = (text: string, more = {}) => readTable(cells(text), more);
// few of the tables here state NPSHR, which has a test of its own
const said = (t: ReturnType<typeof readTable>) => t.problems.filter((p) => p.code !== 'no-npshr').map((p) => [p.row, p.severity, p.code]); // prettier-ignore

test.each([
  ['flow [m3/h]', 'flow', 'm3/h'],
  ['Q (L/s)', 'flow', 'L/s'],
  ['H m', 'head', 'm'],
  ['Total Head [ft]', 'head', 'ft'],
  ['NPSH3/m', 'npshr', 'm'],
  ['ETA [%]', 'efficiency', '%'],
  ['Shaft power kW', 'power', 'kW'],
  ['Impeller_dia [mm]', 'diameter', 'mm'],
  ['Kvs', 'rated_kv', undefined],
  ['Speed', 'speed', 'rpm'],
  ['N (1/min)', 'speed', 'rpm'],
])('%s is %s in %s', (header, column, unit) => {
  const found = matchColumn(header);
  expect([found.column, found.unit]).toEqual([column, unit]);
});

test('a header that is not known, a unit that is not of its column, a unit that is not there', () => {
  expect(matchColumn('colour')).toEqual({ header: 'colour' });
  expect(matchColumn('flow [kW]')).toMatchObject({ column: 'flow', wrongUnit: 'kW' });
  expect(matchColumn('head')).toMatchObject({ column: 'head', unit: 'm', isAssumed: true });
});

describe('pumps, one row a point', () => {
  const table = read(`
model; maker; type; speed [rpm]; diameter [mm]; Q [m3/h]; H [m]; eta [%]; NPSH3 [m]
A 1; Brandel; end suction; 2950; 200; 0; 50,5; 0; 1,2
; ; ; ; ; 40; 46; 71,5; 1,8
; ; ; ; 180; 0; 41; 0; 1,2
; ; ; ; ; 36; 37; 70; 1,7
B/2; ; sump; 1450; ; 0; 12; 0; 2
; ; ; ; ; 90; 9; 62; 3`);
  test('a change of model, diameter or speed begins a curve; what stands once is carried on', () => {
    expect(said(table)).toEqual([]);
    expect(table.decimal).toBe(',');
    expect(table.catalogue.pumps).toEqual({
      'A-1': {
        name: 'A 1',
        maker: 'Brandel',
        type: 'end-suction',
        speed: '2950 rpm',
        curves: [
          {
            diameter: '200 mm',
            curve: [
              { flow: '0 m3/h', head: '50.5 m', efficiency: 0, npshr: '1.2 m' },
              { flow: '40 m3/h', head: '46 m', efficiency: 0.715, npshr: '1.8 m' },
            ],
          },
          {
            diameter: '180 mm',
            curve: [
              { flow: '0 m3/h', head: '41 m', efficiency: 0, npshr: '1.2 m' },
              { flow: '36 m3/h', head: '37 m', efficiency: 0.7, npshr: '1.7 m' },
            ],
          },
        ],
      },
      'B/2': {
        name: 'B/2',
        type: 'sump',
        speed: '1450 rpm',
        curve: [
          { flow: '0 m3/h', head: '12 m', efficiency: 0, npshr: '2 m' },
          { flow: '90 m3/h', head: '9 m', efficiency: 0.62, npshr: '3 m' },
        ],
      },
    });
  });
  test('every point knows its line of the file, and the catalogue is one that can be read', () => {
    expect(table.rowOf.get('pumps.A-1.curves[1].curve[1]')).toBe(5);
    expect(table.rowOf.get('pumps.B/2')).toBe(6);
    const judged = judgeCatalogue(table.catalogue);
    expect([judged.problems, judged.warnings]).toEqual([[], []]);
    expect((judged.pumps.get('A-1')!.curves as { diameter: number }[])[0]!.diameter).toBeCloseTo(0.2, 12);
  });
});

test('what cannot be read is said at its line, the rest is read', () => {
  const table = readTable(
    cells(`
model; speed; flow [m3/h]; head [m]; efficiency; colour; flow [L/s]
; 2900; 0; 50; 0; red; 1
A; 2900; 0; 50; 0; red; 1
; ; ten; 48; 0.5; red; 1
; ; 20; ; 0.6; red; 1
; ; 30; 40; 70 %; red; 1
C; ; 0; 10; 0; red; 1
D; 2900; 0; 9; 0; blue; 1`),
    { lines: [1, 2, 4, 5, 6, 7, 8, 10] },
  );
  expect(said(table)).toEqual([
    [1, 'warning', 'unit-assumed'],
    [1, 'warning', 'unknown-column'],
    [1, 'warning', 'column-twice'],
    [2, 'error', 'missing'],
    [5, 'error', 'not-number'],
    [6, 'error', 'missing'],
    [8, 'error', 'missing'],
  ]);
  expect((table.catalogue.pumps.A as { curve: object[] }).curve).toEqual([
    { flow: '0 m3/h', head: '50 m', efficiency: 0 },
    { flow: '30 m3/h', head: '40 m', efficiency: 0.7 },
  ]);
  expect(said(readTable([['a', 'b']]))).toContainEqual([1, 'error', 'no-columns']);
});

test('a person sets what a column is, its unit and the decimal mark', () => {
  const table = readTable(
    [
      ['Typ', 'x', 'y', 'n'],
      ['P', '1.500', '30', '2900'],
    ],
    {
      columns: { 0: { column: 'model' }, 1: { column: 'flow', unit: 'L/min' }, 2: { column: 'head', unit: 'ft' } },
      decimal: ',',
    },
  );
  expect(table.catalogue.pumps.P).toMatchObject({ curve: [{ flow: '1500 L/min', head: '30 ft' }], speed: '2900 rpm' });
});

test('valves by travel, and valves a row each', () => {
  const byTravel = read(`
model; type; size; rated_kv; characteristic; travel [%]; kv
G 50; globe cage; 50; 40; Equal Percentage; 0; 0,8
; ; ; ; ; 50; 5,7
; ; ; ; ; 100; 40
G 80; swivel; 80; 96; linear; ; `);
  expect(said(byTravel)).toEqual([[5, 'warning', 'unknown-type']]);
  expect(byTravel.catalogue.valves).toEqual({
    'G-50': {
      name: 'G 50',
      type: 'globe-cage',
      size: 'DN50',
      ratedKv: 40,
      characteristic: 'equal-percentage',
      table: [
        { travel: 0, kv: 0.8 },
        { travel: 0.5, kv: 5.7 },
        { travel: 1, kv: 40 },
      ],
    },
    'G-80': { name: 'G 80', type: 'other', size: 'DN80', ratedKv: 96, characteristic: 'linear' },
  });
  const plain = read(
    `
valve,Cv,FL,xFz
X,120,0.85,0.3`.replaceAll(',', ';'),
  );
  expect(plain.catalogue.valves.X).toEqual({ name: 'X', ratedCv: 120, fl: 0.85, xfz: 0.3 });
});

describe('how a table stands', () => {
  const one = (t: ReturnType<typeof readTable>) => Object.values(t.catalogue.pumps)[0] as unknown as Entry;
  interface Entry {
    curve: Readonly<Record<string, unknown>>[];
    stages?: number;
    stageOptions?: number[];
  }
  const HEADS = 'model; speed [rpm]; flow [m3/h]; head [m]; efficiency';

  test('a row of units under the heads is read; one with a number, or with a word that is no unit, is none', () => {
    const t = read(`
model; speed; flow; head; colour
; rpm; gpm; ft; RAL
A; 2900; 0; 100; red
; ; 50; 90; red`);
    expect(said(t)).toEqual([[1, 'warning', 'unknown-column']]);
    expect(one(t).curve).toEqual([
      { flow: '0 gpm', head: '100 ft' },
      { flow: '50 gpm', head: '90 ft' },
    ]);
    // lines stay those of the file
    expect(t.rowOf.get('pumps.A.curve[1]')).toBe(4);
    const word = read('model; speed; flow; head\nA; rpm; gpm; bar\n; 2900; 0; 100');
    expect(
      said(word)
        .filter(([, severity]) => severity === 'error')
        .map(([, , code]) => code),
    ).toContain('not-number');
  });

  test('a unit of the head that the row contradicts is asked about', () => {
    const t = read('model; speed [rpm]; flow [m3/h]; head [m]\n; rpm; gpm; m\nA; 2900; 0; 10\n; ; 20; 9');
    expect(said(t)).toEqual([[1, 'error', 'ambiguous-unit']]);
  });

  test.each<[string, string, string[], string | null]>([
    ['nothing tells', '1,200', ['0', '10'], 'ambiguous-number'],
    ['a point before three digits tells no more', '1.200', ['0', '10'], 'ambiguous-number'],
    ['a decimal point elsewhere: thousands', '1,200', ['0', '10.5'], '1200 m3/h'],
    ['a decimal comma elsewhere: a decimal', '1,200', ['0', '10,5'], '1.200 m3/h'],
    ['thousands twice', '1,200,000', ['0', '10'], '1200000 m3/h'],
    ['both signs', '1.200,5', ['0', '10'], '1200.5 m3/h'],
    ['a nought before it is a decimal', '0,200', ['0', '10'], '0.200 m3/h'],
    ['a blank parts thousands', '1\u202f200', ['0', '10'], '1200 m3/h'],
  ])('%s', (_name, flow, [, head], meant) => {
    const t = read(`${HEADS}\nA; 2900; 0; 12; 0\n; ; ${flow}; ${head!}; 0`);
    if (meant === 'ambiguous-number') expect(said(t)).toEqual([[3, 'error', meant]]);
    else {
      expect(said(t)).toEqual([]);
      expect(one(t).curve[1]!.flow).toBe(meant);
    }
  });

  test('a percentage is a matter of the whole column: 1 among others to 80 is one per cent, 0.8 under % is a fraction', () => {
    const shares = (head: string, ...values: string[]) =>
      one(read(`model; speed [rpm]; flow [m3/h]; head [m]; ${head}\n${values.map((v, i) => `A; 2900; ${i}; ${20 - i}; ${v}`).join('\n')}`)).curve.map((r) => r.efficiency); // prettier-ignore
    expect(shares('efficiency', '1', '40', '80')).toEqual([0.01, 0.4, 0.8]);
    expect(shares('efficiency', '0', '0.4', '1')).toEqual([0, 0.4, 1]);
    expect(shares('efficiency [%]', '0', '0.4', '0.8')).toEqual([0, 0.4, 0.8]);
    expect(shares('efficiency [%]', '0.5', '40', '80')).toEqual([0.005, 0.4, 0.8]);
    expect(shares('efficiency', '0', '0.4', '80 %')).toEqual([0, 0.4, 0.8]);
  });

  test('a curve that is listed from its end is turned; one that goes to and fro is not', () => {
    const flows = (...list: number[]) =>
      one(read(`${HEADS}\n${list.map((q) => `A; 2900; ${q}; ${90 - q}; 0`).join('\n')}`)).curve.map((r) => r.flow);
    expect(flows(30, 20, 0)).toEqual(['0 m3/h', '20 m3/h', '30 m3/h']);
    expect(flows(30, 0, 20)).toEqual(['30 m3/h', '0 m3/h', '20 m3/h']);
  });

  test('counts of stages: one pump where the heads a stage agree within 3 %, else one each', () => {
    const by = (second: number) =>
      read(`model; speed [rpm]; stages; flow [m3/h]; head [m]\nA; 2900; 2; 0; 20\nA; 2900; 2; 10; 16\nA; 2900; 3; 0; ${second}\nA; 2900; 3; 10; 24`); // prettier-ignore
    // 20 m of two stages are 30 of three: 30.9 is 3 % more, 31 is beyond
    expect(one(by(30.9))).toMatchObject({ stages: 2, stageOptions: [2, 3] });
    expect(Object.keys(by(30.9).catalogue.pumps)).toEqual(['A']);
    const apart = by(31).catalogue.pumps;
    expect(Object.entries(apart).map(([id, e]) => [id, e.stages, e.stageOptions])).toEqual([
      ['A-2', 2, undefined],
      ['A-3', 3, undefined],
    ]);
  });

  test('power input beside shaft power is that of the motor; alone it is the shaft’s, and P1 never is', () => {
    const powers = (...heads: string[]) => {
      const t = read(`model; speed [rpm]; flow [m3/h]; head [m]; ${heads.join('; ')}\nA; 2900; 0; 20; ${heads.map((_, i) => i + 1).join('; ')}`); // prettier-ignore
      return [one(t).curve[0]!.power, ...said(t).map(([, , code]) => code)];
    };
    expect(powers('power input [kW]', 'P2 [kW]')).toEqual(['2 kW', 'input-power']);
    expect(powers('power input [kW]')).toEqual(['1 kW']);
    expect(powers('P1 [kW]')).toEqual([undefined, 'input-power']);
    expect(powers('BHP')).toEqual(['1 hp']);
  });
});

test('of a sheet without a table the row that is most like heads is shown, with what stands below it', () => {
  const table = read('Ostby pumps\n\nMaker; Model; Qx; Hx\nOstby; A; 0; 42');
  expect(said(table)).toEqual([[1, 'error', 'no-columns']]);
  expect([table.columns.map((c) => c.header), table.rows[1], table.makers]).toEqual([['Maker', 'Model', 'Qx', 'Hx'], ['Ostby', 'A', '0', '42'], ['Ostby']]); // prettier-ignore
});

test('a table of a hundred and thirty thousand rows is read as a short one is', () => {
  const rows = Array.from({ length: 130_000 }, (_, i) => [
    i % 10 === 0 ? `P${i / 10}` : '',
    '2900',
    String((i % 10) * 10),
    `${40 - (i % 10)}`,
    '76',
  ]);
  const table = readTable([['model', 'n [rpm]', 'Q [m3/h]', 'H [m]', 'eta [%]'], ...rows]);
  expect([Object.keys(table.catalogue.pumps).length, said(table)]).toEqual([13_000, []]);
  expect((table.catalogue.pumps.P12999 as { curve: object[] }).curve[9]).toEqual({
    flow: '90 m3/h',
    head: '31 m',
    efficiency: 0.76,
  });
});

test('thousands of a column are those of the sign that was found: with the other sign, said by a person, the column has decimals', () => {
  const text = 'model; speed [rpm]; flow [m3/h]; head [m]\nA; 2900; 0; 40,5\n; ; 800; 38,5\n; ; 1,000; 36,5';
  const flow = (more: object) => (read(text, more).catalogue.pumps.A as { curve: { flow: string }[] }).curve[2]?.flow;
  expect([flow({}), flow({ decimal: ',' })]).toEqual(['1000 m3/h', '1000 m3/h']);
  expect(said(read(text)).filter(([, , code]) => code === 'thousands-in-column')).toHaveLength(1);
  // 40,5 is no number of a table with decimal points
  expect(said(read(text, { decimal: '.' })).map(([, , code]) => code)).toEqual(['not-number', 'not-number', 'not-number']);
});

test('what is kept for a maker answers what a table leaves open, and overrules nothing that it says', () => {
  const usual = optionsOfTemplate({ maker: 'M', decimal: ',', units: [{ column: 'flow', unit: 'gpm' }] });
  const point = (text: string) => {
    const table = read(`model; speed [rpm]; ${text}`, usual);
    return [said(table), (table.catalogue.pumps.A as { curve: { flow: string; head: string }[] }).curve[1]];
  };
  // open: 1,200 and a flow without a unit
  expect(point('flow; head [m]\nA; 2900; 0; 40\n; ; 1,200; 30')).toEqual([[], { flow: '1.200 gpm', head: '30 m' }]);
  // said: a decimal point elsewhere, and the unit in the head
  expect(point('flow [m3/h]; head [m]\nA; 2900; 0; 40.5\n; ; 1,200; 30.5')).toEqual([[], { flow: '1200 m3/h', head: '30.5 m' }]);
});

test('of a long sheet without a table its heads are shown all the same', () => {
  const rows = Array.from({ length: 150_000 }, (_, i) => [String(i), 'x']);
  expect(said(readTable([['Qx', 'Hx'], ...rows]))).toEqual([[1, 'error', 'no-columns']]);
});
