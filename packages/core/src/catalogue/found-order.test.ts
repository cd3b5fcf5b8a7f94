import { orderFound, type FoundOrder, type FoundPump } from './find.js';

const found = (model: string, more: Partial<FoundPump> = {}): FoundPump => ({
  model,
  diameter: 0.19,
  speed: 2950,
  stages: 1,
  duty: { flow: 0.02, head: 50, efficiency: 0.7, npshr: 3, shaftPower: 14e3 },
  verdict: 'holds',
  incomplete: [],
  flowDeviation: 0.02,
  headDeviation: 0.04,
  ...more,
});

test('found pumps in the order of any column: names by their numbers, what has no power last when it rises', () => {
  const list = [found('a'), found('b', { duty: { flow: 0.019, head: 49, efficiency: 0.72, npshr: 2, shaftPower: null }, flowDeviation: -0.05, headDeviation: 0 })]; // prettier-ignore
  const names = { a: 'TC 80', b: 'TC 100' };
  const order = (by: FoundOrder['by'], isDown = false): string => orderFound(list, { by, isDown }, (m) => names[m as 'a']).map((c) => c.model).join(''); // prettier-ignore
  expect([order('name'), order('name', true), order('efficiency'), order('npshr'), order('flow'), order('power')]).toEqual(['ab', 'ba', 'ab', 'ba', 'ba', 'ab']); // prettier-ignore
  // √(0.02² + 0.04²) = 0.0447 against 0.05
  expect([order('departure'), order('departure', true)]).toEqual(['ab', 'ba']);
});

test('what does not state all that is asked stands last, then what is near or not judged, whichever way', () => {
  const list = [found('x', { notStated: ['material'] }), found('n', { verdict: 'near' }), found('i', { verdict: 'incomplete' }), found('h')]; // prettier-ignore
  for (const isDown of [false, true])
    expect(orderFound(list, { by: 'efficiency', isDown }, () => '').map((c) => c.model)).toEqual(['h', 'n', 'i', 'x']);
});
