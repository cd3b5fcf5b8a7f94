import { readGround } from './ground.js';

const rows = (text: string): string[][] => text.split('\n').map((l) => l.split(';'));

test.each([
  ['units in brackets', 'Distance [km];Elevation [m]\n0.5;12\n1.25;-3', '0.5 km', '12 m'],
  ['in round ones, the other way round, among others', 'Z (ft);remark;KP (mi)\n40;road;0.5\n41;;0.75', '0.5 mi', '40 ft'],
  ['behind a comma', 'chainage, m;height, m\n500;12\n1250;-3', '500 m', '12 m'],
  ['a column called by its unit', 'km;elevation m\n0.5;12\n1;13', '0.5 km', '12 m'],
  ['decimal commas', 'distance [km];elevation [m]\n0,5;12,4\n1,25;-3', '0.5 km', '12.4 m'],
])('%s', (_name, text, distance, elevation) => {
  const g = readGround(rows(text));
  expect(g.problems).toEqual([]);
  expect(g.rows).toHaveLength(2);
  expect(g.rows[0]).toEqual({ distance, elevation });
});

test('without a head or a unit nothing is taken until the units are named', () => {
  const bare = rows('0.5;12\n1.25;-3');
  expect(readGround(bare)).toMatchObject({ rows: [], problems: [], distance: { unit: undefined } });
  expect(readGround(bare, { distance: 'km', elevation: 'm' }).rows[1]).toEqual({ distance: '1.25 km', elevation: '-3 m' });
  expect(readGround(rows('distance;elevation [m]\n1;2')).distance.unit).toBeUndefined();
});

test('a comma before three digits alone is not guessed', () => {
  const text = rows('distance [m];elevation [m]\n1,250;100\n2,500;90');
  expect(readGround(text)).toMatchObject({ isDecimalUnsure: true, rows: [] });
  expect(readGround(text, { decimal: ',' }).rows[0]!.distance).toBe('1.25 m');
  expect(readGround(text, { decimal: '.' }).rows[0]!.distance).toBe('1250 m');
});

test('what is wrong is said with its line: no number, not rising; what lies beyond the pipe is left to its neighbours', () => {
  const of = (text: string, more: object = {}) => readGround(rows(`distance [km];elevation [m]\n${text}`), more);
  expect(of('1;12\nx;13').problems).toEqual([{ row: 3, reason: 'not-number', found: 'x' }]);
  expect(of('1;12\n1;13')).toMatchObject({ rows: [], problems: [{ row: 3, reason: 'not-rising', found: '1' }] });
  const part = of('53;1\n54.5;2\n60;3', { begin: 54_000, length: 5000 });
  expect(part.rows).toEqual([{ distance: '0.5 km', elevation: '2 m' }]);
  expect(part.problems.map((p) => [p.row, p.reason])).toEqual([
    [2, 'beyond'],
    [4, 'beyond'],
  ]);
  expect(of('1;2\n2;3', { most: 1 }).problems).toMatchObject([{ reason: 'too-many', row: 3 }]);
  expect(readGround([]).problems).toMatchObject([{ reason: 'empty' }]);
});
