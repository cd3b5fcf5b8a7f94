import { junction, line, pipe, solved, study, vessel } from '../test/studies.js';
import { columnsOf, isFigure, readOf, sweptOf, usageOf, type Holder } from './figures.js';
import { word } from '../words/word.js';

test('every number of a result has its row, and the row says that it stands there', () => {
  const r = solved(
    study({ A: vessel(0), B: vessel(2), J: junction(0, { offtake: '2 m3/h' }) }, [
      line('L', 'A', 'J', [pipe('S'), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }]),
      line('M', 'J', 'B', [
        { id: 'V', kind: 'control-valve', mode: 'opening', valve: 'v', opening: 0.6 },
        { id: 'D', kind: 'device', drop: '0.1 bar' },
        pipe('T'),
      ]),
    ]),
  );
  const numbers = (of: object): string[] => Object.entries(of).flatMap(([k, x]) => (typeof x === 'number' ? [k] : []));
  const seen: [Holder, object][] = [
    ...Object.values(r.points).map((p): [Holder, object] => ['point', p]),
    ...Object.values(r.lines).map((l): [Holder, object] => ['line', l]),
    ...Object.values(r.elements).map((e): [Holder, object] => [e.kind, e]),
  ];
  expect(new Set(seen.map(([h]) => h))).toEqual(new Set(['point', 'line', 'pipe', 'pump', 'control-valve', 'loss']));
  for (const [holder, of] of seen)
    for (const key of numbers(of)) expect([holder, key, isFigure(key) && usageOf(key, holder) !== undefined]).toEqual([holder, key, true]); // prettier-ignore
});

test('what instruments show, what is swept and what has a column, by the thing it stands at', () => {
  const ends = ['inletPressure', 'outletPressure'];
  expect(readOf('point')).toEqual(['pressure']);
  expect(readOf('line')).toEqual(['flow']);
  expect(readOf('pump')).toEqual(['flow', ...ends, 'head', 'shaftPower', 'inputPower', 'current']);
  expect(readOf('control-valve')).toEqual(['flow', ...ends, 'drop', 'opening']);
  expect(readOf('loss')).toEqual(['flow', ...ends, 'drop']);
  expect(sweptOf('pump')).toEqual(['flow', 'head', 'efficiency', 'shaftPower', 'npsha', 'npshr']);
  expect(sweptOf('point')).toEqual(['drawdown']);
  expect(columnsOf('pipe').map((c) => c.heading)).toEqual([
    word('figure.head.velocity'),
    word('figure.head.re-x10'),
    word('figure.head.darcy-f'),
  ]);
  expect([isFigure('head'), isFigure('toString'), usageOf('head', 'pipe')]).toEqual([true, false, undefined]);
});
