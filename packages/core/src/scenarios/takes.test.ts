import type { Study } from '../document/study.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { runStudy } from './run.js';
import { takesMost } from './takes.js';

/*
 * 100 m³/h through a strainer that takes 0.1 bar, 1.02 m of water of 998.2 kg/m³; fouled four times as much. NPSHA is the level of 5 m and
 * 10.112 m of atmosphere over vapour pressure less that (pipes without loss), NPSHR 8 m.
 */
const ratio = (more: object = {}): Study =>
  JSON.parse(
    JSON.stringify(
      study(
        { T: vessel(0, 5), U: vessel(25, 0) },
        [
          line('L', 'T', 'U', [
            pipe('a', 0.001, 900),
            { id: 'S', kind: 'device', drop: '0.1 bar', at: '100 m3/h', exponent: 2 },
            { id: 'P', kind: 'pump', mode: 'curve', pump: 'x' },
            { id: 'CV', kind: 'control-valve', mode: 'flow', flow: '100 m3/h' },
          ]),
        ],
        {
          pumps: { x: { speed: '2900 rpm', curve: [0, 60, 140].map((q) => ({ flow: `${q} m3/h`, head: `${60 - q / 10} m`, efficiency: 0.8, npshr: '8 m' })) } }, // prettier-ignore
          scenarios: [
            { id: 'clean', fluid: 'water', temperature: '20 C' },
            { id: 'fouled', fluid: 'water', temperature: '20 C', set: { 'S.fouling': 4 } },
            { id: 'low', fluid: 'water', temperature: '20 C', set: { 'T.level': '4 m' } },
          ],
          ...more,
        },
      ),
    ),
  ) as Study;

const STRAINER = 1e4 / (998.207 * 9.80665);
const REST = (101_325 - 2339) / (998.207 * 9.80665);

test('what takes it is the strainer, 4.09 m of the 15.4 m there are, in place of 1.02 m', () => {
  const { scenarios } = runStudy(ratio());
  const found = takesMost(scenarios, 'fouled', 'npsh-ratio', 'P')!;
  expect(found.beside).toBe('clean');
  expect(found.value).toBeCloseTo((5 + REST - STRAINER) / 8, 3);
  // NPSHR is the same, so that NPSHA is all of it
  expect(found.inputs.map((i) => [i.here.symbol, i.share])).toEqual([['NPSHA', 1]]);
  expect(found.inputs[0]!.here.value).toBeCloseTo(5 + REST - 4 * STRAINER, 2);
  expect(found.inputs[0]!.there.value).toBeCloseTo(5 + REST - STRAINER, 2);
  expect(found.part).toMatchObject({ kind: 'element', where: 'S' });
  expect(found.part!.here).toBeCloseTo(-4 * STRAINER, 3);
  expect(found.part!.there).toBeCloseTo(-STRAINER, 3);
  expect(found.part!.whole).toBeCloseTo(5 + 101_325 / (998.207 * 9.80665), 2);
});

test('a level is a part that gives less; the best of all is held against nothing', () => {
  const { scenarios } = runStudy(ratio());
  expect(takesMost(scenarios, 'low', 'npsh-difference', 'P')!.part).toMatchObject({ kind: 'level', here: 4, there: 5 });
  expect(takesMost(scenarios, 'clean', 'npsh-ratio', 'P')).toBeUndefined();
  expect(takesMost(scenarios, 'none', 'npsh-ratio', 'P')).toBeUndefined();
  expect(takesMost(scenarios, 'fouled', 'stage-limits', 'CV')).toBeUndefined();
});

test('of two parts that take, the one that takes more than elsewhere is named, whichever comes first on the way', () => {
  const named = (level: string, fouling: number) => {
    const of = ratio();
    of.scenarios[1]!.set = { 'T.level': level, 'S.fouling': fouling };
    return takesMost(runStudy(of).scenarios, 'fouled', 'npsh-ratio', 'P')!.part!;
  };
  // fouled three times over the strainer takes 2.04 m more, the level 1 m; then 0.51 m and 3 m
  expect(named('4 m', 3)).toMatchObject({ kind: 'element', where: 'S' });
  expect(named('2 m', 1.5)).toMatchObject({ kind: 'level', here: 2, there: 5 });
});

test('several numbers are named by their weight: NPSHR of 10 m in place of 8 m beside a strainer that takes a little more', () => {
  const of = ratio();
  const curve = [0, 60, 140].map((q) => ({ flow: `${q} m3/h`, head: `${60 - q / 10} m`, efficiency: 0.8, npshr: '10 m' }));
  of.pumps!.y = { speed: '2900 rpm', curve };
  of.scenarios[1]!.set = { 'P.pump': 'y', 'S.fouling': 1.5 };
  const found = takesMost(runStudy(of).scenarios, 'fouled', 'npsh-ratio', 'P')!;
  expect(found.inputs.map((i) => i.here.symbol)).toEqual(['NPSHR', 'NPSHA']);
  // each put in alone: A/8 − A/10 against (A' − A)/10
  const [a, there] = [5 + REST - 1.5 * STRAINER, 5 + REST - STRAINER];
  const [byNpshr, byNpsha] = [a / 8 - a / 10, (there - a) / 10];
  expect(found.inputs[0]!.share).toBeCloseTo(byNpshr / (byNpshr + byNpsha), 4);
  // the part is said where NPSHA is what takes most
  expect(found.part).toBeUndefined();
});
