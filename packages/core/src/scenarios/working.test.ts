import { line, pipe, PUMP, study, vessel } from '../testing.js';
import { runStudy } from './run.js';
import { reachOf } from './reach.js';
import { working, WORKED, type WorkingStep } from './working.js';
import type { Study } from '../document/study.js';

/** evaluates a formula as it stands written, with the values that stand beside it: the checker's pocket calculator */
function evaluate(s: WorkingStep): number {
  const inputs = [...s.inputs].sort((a, b) => b.symbol.length - a.symbol.length);
  let text = s.formula
    .replace(/log10\(/g, '@1(')
    .replace(/ln\(/g, '@2(')
    .replace(/√\(/g, '@3(')
    .replace(/abs\(/g, '@4(')
    .replace(/min\(/g, '@5(')
    .replace(/sign\(/g, '@6(')
    .replace(/π/g, '@7');
  inputs.forEach((x, i) => (text = text.split(x.symbol).join(`#${i}#`)));
  text = text
    .replace(/#(\d+)#/g, (_, i: string) => `(${inputs[Number(i)]!.value})`)
    .replace(/·/g, '*')
    .replace(/−/g, '-')
    .replace(/²/g, '**2')
    .replace(/\^/g, '**');
  const names = ['Math.log10', 'Math.log', 'Math.sqrt', 'Math.abs', 'Math.min', 'Math.sign', 'Math.PI'];
  return Number(new Function(`return ${text.replace(/@(\d)/g, (_, i: string) => names[Number(i) - 1]!)}`)());
}

const raw = study(
  { T: vessel(0, 3), U: vessel(30) },
  [
    line('L', 'T', 'U', [
      pipe('a', 5, 154.1, { fittings: [{ type: 'elbow-90-long', count: 2 }, { k: 0.5 }, { equivalentLength: '3 m' }] }),
      { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', running: 2 },
      { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '60 m3/h' },
      pipe('b', 60, 102.3, { hazenWilliams: 120 }),
      pipe('c', 2, 900),
    ]),
  ],
  { pumps: { p: { ...PUMP, motor: { ratedPower: '15 kW', efficiency: 0.92 } } } },
);

test('every step, worked out by its own formula on its own inputs, gives its result, and the last one the number of the scenario', () => {
  const { model, result } = runStudy(raw).scenarios[0]!;
  let steps = 0;
  for (const e of model!.elements) {
    for (const key of WORKED[e.kind] ?? []) {
      const list = working(model!, result!, `${e.id}.${key}`);
      if (!list) continue;
      const found = (result!.elements[e.id] as unknown as Record<string, number>)[key]!;
      expect(list[list.length - 1]!.result.value).toBe(found);
      for (const s of list.filter((x) => x.isFormula)) {
        steps++;
        expect({
          at: `${e.id}.${key} ${s.result.symbol}`,
          ratio: s.result.value === 0 ? evaluate(s) + 1 : evaluate(s) / s.result.value,
        }).toEqual({
          at: `${e.id}.${key} ${s.result.symbol}`,
          ratio: expect.closeTo(1, 9),
        });
        expect(s.source).not.toBe('');
      }
    }
  }
  expect(steps).toBeGreaterThan(40);
  expect(working(model!, result!, 'a.headLoss')!.map((s) => s.result.symbol)).toEqual([
    'A',
    'v',
    'Re',
    'f',
    'hf',
    'ΣK',
    'hk',
    'h',
  ]);
  expect(working(model!, result!, 'a.nothing')).toBeUndefined();
});

describe('how far an input can go', () => {
  const ask = (more: object) =>
    reachOf(raw as Study, {
      scenario: 'a',
      check: 'npsh-ratio',
      where: 'P',
      address: 'T.level',
      from: 3,
      to: -12,
      unit: 'm',
      ...more,
    });
  test('the level may sink until NPSHA is 1.3 of NPSHR: below, a plain second run fails, above it holds', () => {
    const found = ask({});
    if (found.kind !== 'reached') throw new Error(found.kind);
    const at = (level: number) => {
      const s = structuredClone(raw) as any;
      s.points.T.level = `${level} m`;
      return runStudy(s).scenarios[0]!.result!.margins.find((m) => m.check === 'npsh-ratio')!;
    };
    expect(at(found.at).value).toBeCloseTo(1.3, 4);
    expect(at(found.at + 0.01).verdict).not.toBe('fails');
    expect(at(found.at - 0.01).verdict).toBe('fails');
  });
  test('what never fails, fails already or cannot be solved says so', () => {
    expect(ask({ to: 6 })).toEqual({ kind: 'never' });
    expect(ask({ from: -11 })).toEqual({ kind: 'already' });
    expect(ask({ address: 'X.level' })).toMatchObject({ kind: 'unsolved' });
  });
});
