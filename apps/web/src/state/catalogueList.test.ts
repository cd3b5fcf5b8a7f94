import type { ModelHead } from '@cedar-knot/core';
import { facetsOf, familiesOf, matches, ordered } from './catalogueList.js';

const head = (name: string, more: Partial<ModelHead> = {}): ModelHead => ({
  id: name,
  kind: 'pumps',
  key: name,
  name,
  maker: null,
  family: null,
  type: null,
  size: null,
  revision: 1,
  savedAt: '2026-03-01T00:00:00.000Z',
  retiredAt: null,
  warnings: [],
  isTypical: false,
  from: null,
  summary: null,
  words: {},
  ...more,
});
const pump = (name: string, flow: number, lift: number, speed: number, more: Partial<ModelHead> = {}): ModelHead =>
  head(name, { summary: { best: { flow, head: lift }, speed }, ...more });
const LIST = [
  pump('Hollin TC 100-250', 0.07, 80, 2950, { maker: 'Hollin', family: 'TC', type: 'end-suction', words: { frequency: 50, liquids: ['brine'], phases: 3 } }),
  pump('Hollin TC 20-250', 0.01, 60, 1450, { maker: 'Hollin', family: 'TC', type: 'end-suction', warnings: ['head-rises'], words: { frequency: 60 } }),
  pump('Rowan S 80', 0.03, 12, 1450, { maker: 'Rowan', family: 'S', type: 'sump', words: { frequency: 50, uses: ['drainage'] } }),
  head('No curve'),
]; // prettier-ignore
const found = (f: Parameters<typeof matches>[1]) => LIST.filter((m) => matches(m, f)).map((m) => m.name);

test.each<[Parameters<typeof matches>[1], number[]]>([
  [{}, [0, 1, 2, 3]],
  [{ text: 'tc 250' }, [0, 1]],
  [{ text: 'HOLLIN 100' }, [0]],
  [{ family: 'Hollin TC' }, [0, 1]],
  [{ type: 'sump' }, [2]],
  [{ maker: 'Rowan' }, [2]],
  [{ liquid: 'brine' }, [0]],
  [{ use: 'drainage' }, [2]],
  [{ frequency: 50 }, [0, 2]],
  [{ phases: 3 }, [0]],
  [{ maxSpeed: 1450 }, [1, 2]],
  [{ minHead: 60 }, [0, 1]],
  [{ isOdd: true }, [1]],
  [{ frequency: 50, maxSpeed: 1500 }, [2]],
])('what matches %j', (filter, places) => {
  expect(found(filter)).toEqual(places.map((i) => LIST[i]!.name));
});

test('sorted by a column: numbers in names count, those without a value stand last whichever way', () => {
  const names = (column: string, isDown: boolean) => ordered(LIST, { column, isDown }).map((m) => m.name);
  expect(names('name', false)).toEqual(['Hollin TC 20-250', 'Hollin TC 100-250', 'No curve', 'Rowan S 80']);
  expect(names('flow', false)).toEqual(['Hollin TC 20-250', 'Rowan S 80', 'Hollin TC 100-250', 'No curve']);
  expect(names('flow', true)).toEqual(['Hollin TC 100-250', 'Rowan S 80', 'Hollin TC 20-250', 'No curve']);
});

test('families and what can be chosen, with how often', () => {
  expect(familiesOf(LIST)).toEqual([
    { name: 'Hollin TC', count: 2, types: 'end suction' },
    { name: 'no family', count: 1, types: '' },
    { name: 'Rowan S', count: 1, types: 'sump' },
  ]);
  const facets = facetsOf(LIST);
  expect(facets.frequency).toEqual([{ value: '50', count: 2 }, { value: '60', count: 1 }]); // prettier-ignore
  expect(facets.liquid).toEqual([{ value: 'brine', count: 1 }]);
});
