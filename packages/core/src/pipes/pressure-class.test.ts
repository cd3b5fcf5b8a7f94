import { allowedAt, ratingAt, readClass } from './pressure-class.js';

const K = 273.15;
const bar = (x: number | undefined): number => x! / 1e5;

test.each<[string, ReturnType<typeof readClass>]>([
  ['PN16', { kind: 'PN', number: 16 }],
  ['pn 2.5', { kind: 'PN', number: 2.5 }],
  ['class 300', { kind: 'class', number: 300 }],
  ['Class150', { kind: 'class', number: 150 }],
  ['Cl. 600', { kind: 'class', number: 600 }],
  ['ANSI 150', { kind: 'class', number: 150 }],
  ['ASME class 300 lb', { kind: 'class', number: 300 }],
  ['300#', { kind: 'class', number: 300 }],
  ['150 lbs', { kind: 'class', number: 150 }],
  ['JIS 10K', undefined],
  ['300', undefined],
  ['class A', undefined],
])('%s is read', (text, read) => expect(readClass(text)).toEqual(read));

// bar as ASME B16.5-2020 prints them for group 1.1, and halves between two of them
test.each<[string, number, number]>([
  ['class 150', -29, 19.6],
  ['class 150', 38, 19.6],
  ['class 150', 50, 19.2],
  ['class 150', 75, (19.2 + 17.7) / 2],
  ['class 150', 100, 17.7],
  ['class 150', 150, 15.8],
  ['class 150', 200, 13.8],
  ['class 150', 250, 12.1],
  ['class 150', 300, 10.2],
  ['class 300', 20, 51.1],
  ['class 300', 44, (51.1 + 50.1) / 2],
  ['class 300', 100, 46.6],
  ['class 300', 175, (45.1 + 43.8) / 2],
  ['class 300', 300, 39.8],
  ['class 600', 0, 102.1],
  ['class 600', 125, (93.2 + 90.2) / 2],
  ['class 600', 300, 79.6],
  ['PN16', 20, 16],
  ['PN16', 50, 16],
  ['PN2.5', -10, 2.5],
])('%s at %d °C', (pressureClass, celsius, found) => expect(bar(ratingAt({ pressureClass }, celsius + K))).toBeCloseTo(found, 9));

test.each<[string, object, number | undefined]>([
  ['a PN above 50 °C', { pressureClass: 'PN16' }, 50.1 + K],
  ['a class above its table', { pressureClass: 'class 150' }, 300.1 + K],
  ['a class below its table', { pressureClass: 'class 150' }, -29.1 + K],
  ['another group', { pressureClass: 'class 150', materialGroup: '2.2' }, 20 + K],
  ['another group of a PN', { pressureClass: 'PN16', materialGroup: '2.2' }, 20 + K],
  ['a class of no table', { pressureClass: 'class 900' }, 20 + K],
  ['words that are no class', { pressureClass: 'heavy' }, 20 + K],
  ['no temperature', { pressureClass: 'class 150' }, undefined],
  ['outside the maker’s table', { ratingTable: [{ temperature: 300, pressure: 1e6 }] }, 301],
  ['nothing entered', {}, 300],
])('%s has no rating', (_, part, temperature) => expect(ratingAt(part, temperature)).toBeUndefined());

test('the group of the table may be written out', () =>
  expect(bar(ratingAt({ pressureClass: 'class 150', materialGroup: ' 1.1' }, 100 + K))).toBe(17.7));

test('a rated pressure wins at any temperature, a table before the class', () => {
  const ratingTable = [
    { temperature: 400, pressure: 8e5 },
    { temperature: 300, pressure: 10e5 },
  ];
  expect(ratingAt({ pressureClass: 'PN16', ratedPressure: 25e5, ratingTable }, 900)).toBe(25e5);
  expect(ratingAt({ ratedPressure: 25e5 }, undefined)).toBe(25e5);
  // rows in any order; 350 K is half way
  expect(ratingAt({ pressureClass: 'PN16', ratingTable }, 350)).toBe(9e5);
  expect(ratingAt({ pressureClass: 'PN16', ratingTable }, 400)).toBe(8e5);
});

test('a table of one row holds at that temperature alone', () => {
  expect(allowedAt([{ temperature: 300, pressure: 5 }], 300)).toBe(5);
  expect(allowedAt([{ temperature: 300, pressure: 5 }], 299)).toBeUndefined();
});
