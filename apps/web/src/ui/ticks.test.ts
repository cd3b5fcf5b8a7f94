import { spread, spreadInRows } from './ticks.js';

test('labels are pushed apart in their order, within their ends', () => {
  expect(spread([10, 11, 50], 15, 0, 100)).toEqual([10, 25, 50]);
  expect(spread([95, 96, 97], 15, 0, 100)).toEqual([70, 85, 100]);
});

test('where a row is too short for all they stand in several, none on another and none outside', () => {
  // seven of 15 fit between 0 and 100: 24 take four rows of six
  const places = spreadInRows(
    Array.from({ length: 24 }, () => 90),
    15,
    0,
    100,
  );
  expect(new Set(places.map((p) => p.row)).size).toBe(4);
  for (const [i, a] of places.entries()) {
    expect(a.at >= 0 && a.at <= 100).toBe(true);
    for (const b of places.slice(0, i)) expect(a.row !== b.row || Math.abs(a.at - b.at) >= 15).toBe(true);
  }
  expect(spreadInRows([10, 11], 15, 0, 100)).toEqual([{ at: 10, row: 0 }, { at: 25, row: 0 }]); // prettier-ignore
});
