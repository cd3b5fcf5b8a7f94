import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { compare } from './compare.js';

type Row = { where: string; label: string; scenario: string | null; before: unknown; after: unknown };
type Found = Record<'inputs' | 'figures' | 'verdicts', Row[]>;

const FILES = ['before.json', 'after.json'] as const;
const before = reinjectionStudy();
const after = structuredClone(before);
for (const l of after.lines) for (const e of l.elements) if (e.id === 'CV-415') e.flow = '313 m3/h'; // prettier-ignore
after.scenarios[1]!.set = { ...after.scenarios[1]!.set, 'P-410.diameter': '395 mm' };
const texts = [JSON.stringify(before), JSON.stringify(after)] as const;
const options = (more: Record<string, string> = {}) => new Map(Object.entries(more));

test('inputs as they are written, figures in SI, verdicts by what they are; all rows have the same five keys', () => {
  const { code, output } = compare(FILES, texts, options());
  expect(code).toBe(0);
  const found = output as Found;
  expect(found.inputs).toEqual([
    { where: 'CV-415', label: 'Flow held', scenario: null, before: '290 m3/h', after: '313 m3/h' },
    { where: 'P-410', label: 'Impeller diameter', scenario: 'summer', before: '385 mm', after: '395 mm' },
  ]);
  // 290 and 313 m³/h over 3600
  const flow = found.figures.find((f) => f.where === 'P-410' && f.label === 'flow' && f.scenario === 'winter')!;
  expect([flow.before, flow.after].map((x) => (x as number) * 3600)).toEqual([expect.closeTo(290, 6), expect.closeTo(313, 6)]);
  expect(found.verdicts[0]!.after).toBe('fails');
  for (const row of Object.values(found).flat())
    expect(Object.keys(row)).toEqual(['where', 'label', 'scenario', 'before', 'after']);
  const coarse = compare(FILES, texts, options({ tolerance: '0.05' })).output as Found;
  expect(coarse.figures.length).toBeLessThan(found.figures.length);
  for (const { before: a, after: b } of coarse.figures)
    if (a !== null && b !== null) expect(Math.abs(Number(a) - Number(b))).toBeGreaterThan(0.05 * Math.max(Math.abs(Number(a)), Math.abs(Number(b)))); // prettier-ignore
});

test('in words: what turned bad first, then inputs with their unit once, then results', () => {
  const { text } = compare(FILES, texts, options({ text: '' }));
  const lines = text!.split('\n');
  expect(lines[0]).toMatch(/^Changed verdicts \(\d+\)$/);
  expect(lines[1]).toMatch(/→ fails$/);
  expect(lines).toContain('  CV-415, Flow held: 290 → 313 m³/h');
  expect(lines).toContain('  P-410, Impeller diameter, Summer: 385 → 395 mm');
  expect(lines).toContain('  W-7, outflow, Winter peak: −290.0 → −313.0 m³/h');
  const same = compare(FILES, [texts[0], texts[0]], options({ text: '' })).text!;
  expect(same).toContain('No input changed.');
  expect(same).toContain('No figure changed by more than 0.1 %.');
});

test('a file that is wrong is named; a tolerance that is no share is refused', () => {
  const { code, output } = compare(FILES, [texts[0], '{}'], options());
  expect([code, (output as { errors: { file: string }[] }).errors[0]!.file]).toEqual([2, 'after.json']);
  for (const tolerance of ['', '-1', '2', 'x']) expect(() => compare(FILES, texts, options({ tolerance }))).toThrow('0.001');
});
