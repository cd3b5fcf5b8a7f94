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

/** wells, devices, local losses, a trimmed pump between two made diameters in a viscous liquid, a static end */
const other = study(
  {
    W: { kind: 'well', elevation: '-30 m', restLevel: '-8 m', specificCapacity: '9 m3/h/m' },
    J: { kind: 'junction', elevation: '2 m' },
    E: { kind: 'pressure', elevation: '12 m', pressure: '1.2 bar(g)' },
    B: { kind: 'pressure', elevation: '14 m', pressure: '0.6 bar(g)', basis: 'total' },
    T: vessel(0, 2, { pressure: '0.3 bar(g)' }),
  },
  [
    line('L1', 'W', 'J', [
      { id: 'P', kind: 'pump', mode: 'curve', pump: 't', diameter: '190 mm', speed: '2800 rpm', stages: 2, wear: 0.04 },
      { id: 'N', kind: 'non-return', k: 2, inside: '102.3 mm' },
      { id: 'D', kind: 'device', drop: '0.2 bar', at: '40 m3/h', exponent: 1.8, fouling: 1.3 },
      pipe('a', 40),
    ]),
    line('L2', 'J', 'E', [{ id: 'O', kind: 'orifice', bore: '70 mm', inside: '102.3 mm', cd: 0.6 }, pipe('b', 60)]),
    line('L3', 'J', 'B', [{ id: 'H', kind: 'hand-valve', kv: 60 }, pipe('c', 60)]),
    line('L4', 'T', 'J', [
      { id: 'Q', kind: 'pump', mode: 'flow', flow: '12 m3/h' },
      { id: 'X', kind: 'device', drop: '0.1 bar' },
      pipe('d', 30),
    ]),
  ],
  {
    fluids: { oil: { kind: 'constant', density: '880 kg/m3', kinematicViscosity: '60 cSt', vapourPressure: '1 kPa' } },
    pumps: {
      t: {
        speed: '2930 rpm',
        curves: [180, 205].map((mm, i) => ({
          diameter: `${mm} mm`,
          curve: PUMP.curve.map((r) => ({ ...r, head: `${Number.parseFloat(r.head) * (1 + 0.3 * i)} m` })),
        })),
      },
    },
    scenarios: [{ id: 'a' }],
  },
);

test.each([
  ['a pumped line', raw, 55],
  ['wells, branches, a viscous trimmed pump', other, 60],
])(
  '%s: every step, worked out by its own formula on its own inputs, gives its result, and the last one the number of the scenario',
  (_name, of, least) => {
    const { model, result } = runStudy(of).scenarios[0]!;
    expect(result!.status).not.toBe('failed');
    let steps = 0;
    for (const e of [...model!.elements, ...model!.points]) {
      for (const key of WORKED[e.kind] ?? []) {
        const list = working(model!, result!, `${e.id}.${key}`);
        if (!list) continue;
        const found = ({ ...result!.elements[e.id], ...result!.points[e.id] } as unknown as Record<string, number>)[key]!;
        expect(list[list.length - 1]!.result.value).toBe(found);
        for (const s of list.filter((x) => x.isFormula)) {
          steps++;
          // a hundred millionth of the value; differences of nearly equal heads keep some rounding
          const off = Math.abs(evaluate(s) - s.result.value) / Math.max(Math.abs(s.result.value), 1e-6);
          expect([`${e.id}.${key} ${s.result.symbol}`, off < 1e-8]).toEqual([`${e.id}.${key} ${s.result.symbol}`, true]);
          expect(s.source).not.toBe('');
        }
      }
    }
    expect(steps).toBeGreaterThan(least);
  },
);

test('a working holds only the steps that its figure rests on; what has none is undefined', () => {
  const { model, result } = runStudy(raw).scenarios[0]!;
  const symbols = (address: string) => working(model!, result!, address)!.map((s) => s.result.symbol);
  expect(symbols('a.headLoss')).toEqual(['A', 'v', 'Re', 'f', 'hf', 'ΣK', 'hk', 'h']);
  expect(symbols('P.head')).toEqual(['Qu', 'Hc', 'H']);
  expect(symbols('T.totalHead')).toEqual(['H']);
  for (const address of ['a.nothing', 'nowhere.head', 'T.level']) expect(working(model!, result!, address)).toBeUndefined();
  // everything that is offered has a working in one study or the other
  const both = [raw, other].map((r) => runStudy(r).scenarios[0]!);
  const offered = Object.entries(WORKED).flatMap(([kind, keys]) => keys.map((key) => ({ kind, key })));
  const without = offered.filter(
    ({ kind, key }) =>
      !both.some(({ model: m, result: r }) =>
        [...m!.elements, ...m!.points].some((e) => e.kind === kind && working(m!, r!, `${e.id}.${key}`) !== undefined),
      ),
  );
  expect(without).toEqual([{ kind: 'flow', key: 'staticPressure' }]);
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
