import type { ModelHead } from '../document/stored.js';
import { facetsOf, familiesOf, found, ordered, type ListFilter } from './list.js';

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
const names = (f: ListFilter, isStated: boolean) =>
  found(LIST, f, { column: 'none', isDown: false }).filter((m) => (m.notStated === undefined) === isStated).map((m) => m.name); // prettier-ignore

// by their place in the list: those that state what is asked, then those that do not say
test.each<[ListFilter, number[], number[]]>([
  [{}, [0, 1, 2, 3], []],
  [{ text: 'tc 250' }, [0, 1], []],
  [{ text: 'HOLLIN 100' }, [0], []],
  [{ family: 'Hollin TC' }, [0, 1], []],
  [{ type: 'sump' }, [2], [3]],
  [{ maker: 'Rowan' }, [2], [3]],
  [{ liquid: 'brine' }, [0], [1, 2, 3]],
  [{ use: 'drainage' }, [2], [0, 1, 3]],
  [{ frequency: 50 }, [0, 2], [3]],
  [{ frequency: 50.4 }, [0, 2], [3]],
  [{ phases: 3 }, [0], [1, 2, 3]],
  [{ maxSpeed: 1450 }, [1, 2], [3]],
  [{ minHead: 60 }, [0, 1], [3]],
  [{ isOdd: true }, [1], []],
  [{ frequency: 50, maxSpeed: 1500 }, [2], [3]],
])('what matches %j', (filter, stated, unsaid) => {
  const sorted = (list: number[]) => list.map((i) => LIST[i]!.name).sort();
  expect([names(filter, true).sort(), names(filter, false).sort()]).toEqual([sorted(stated), sorted(unsaid)]);
});

test('what does not say what is asked stands after what does, whichever way it is sorted, and names it', () => {
  for (const isDown of [false, true]) {
    const rows = found(LIST, { frequency: 50, phases: 3 }, { column: 'flow', isDown });
    // the second names 60 Hz; the third says no phases, the last neither
    expect(rows.map((m) => [m.name, m.notStated])).toEqual([
      ['Hollin TC 100-250', undefined],
      ['Rowan S 80', ['phases']],
      ['No curve', ['frequency', 'phases']],
    ]);
  }
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
    { name: 'Rowan S', count: 1, types: 'sump' },
    // those of none last
    { name: '', count: 1, types: '' },
  ]);
  const facets = facetsOf('pumps', LIST);
  expect(facets.frequency).toEqual([{ value: '50', count: 2 }, { value: '60', count: 1 }]); // prettier-ignore
  expect(facets.liquid).toEqual([{ value: 'brine', count: 1 }]);
});
