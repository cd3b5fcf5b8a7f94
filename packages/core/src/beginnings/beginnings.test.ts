import { beginStudy, usualSize } from './begin.js';
import { enteredText, readBeginning } from './entries.js';
import { BEGINNINGS, beginningOf, type BeginningName } from './services.js';
import { Kit } from './kit.js';
import { riseOf, typicalPump } from './typical-pump.js';
import type { PumpResult } from '../results/results.js';
import { doubtsOf } from '../doubts/doubts.js';
import { prepareStudy } from '../scenarios/prepare.js';
import type { Word } from '../words/word.js';

const NAMES = Object.keys(BEGINNINGS) as BeginningName[];
const say = (w: Word): string => w.word;
const begun = (name: BeginningName, entries: Record<string, string> = {}, units: 'metric' | 'us' = 'metric') => {
  const { given, problems } = readBeginning(name, entries, units);
  expect(problems).toEqual([]);
  return { given, ...beginStudy(name, given, { title: 'New', tag: 'P-1', units, say })! };
};

describe.each(NAMES)('%s', (name) => {
  test.each(['metric', 'us'] as const)('opens complete, solved in every scenario, with nothing near or failing (%s)', (units) => {
    const { study, scenarios } = begun(name, {}, units);
    expect(scenarios.length).toBeGreaterThanOrEqual(3);
    for (const s of scenarios) {
      expect([s.id, s.result!.status]).toEqual([s.id, 'solved']);
      expect(s.result!.margins.filter((m) => m.verdict === 'fails' || m.verdict === 'near').map((m) => `${s.id} ${m.check} ${m.where}`)).toEqual([]); // prettier-ignore
      expect(s.result!.incomplete).toEqual([]);
      // what the form asks of the pump is required of it, and delivered
      const delivered = s.result!.margins.find((m) => m.check === 'delivered-flow' && m.where === 'P-1');
      expect([s.id, delivered?.verdict]).toEqual([s.id, 'holds']);
      // exactly it, but for a minimum-flow line, which may need more at the pump
      if (name !== 'boiler-feed') expect(delivered!.value!).toBeCloseTo(1, 5);
    }
    // nothing that is likely a slip
    expect(doubtsOf(study, scenarios).map((x) => [x.code, x.id, x.key])).toEqual([]);
    // as a file it reads without a word
    expect(prepareStudy(JSON.parse(JSON.stringify(study))).problems).toEqual([]);
    expect([study.units, study.site!.frequency]).toEqual(units === 'us' ? ['us', '60 Hz'] : ['metric', '50 Hz']);
  });

  test.each([0.1, 0.4, 3])('with %p times the usual flow it is solved, and nothing fails but what its user entered', (times) => {
    const field = beginningOf(name).fields[0]!;
    const usual = field.usual as readonly number[];
    const entered = enteredText(usual.map((q) => times * q), field, 'metric'); // prettier-ignore
    const { scenarios } = begun(name, { flow: entered });
    const failing = scenarios.flatMap((s) => s.result!.margins.filter((m) => m.verdict === 'fails').map((m) => m.check));
    for (const s of scenarios) expect([s.id, s.result!.status]).toEqual([s.id, 'solved']);
    expect(failing).toEqual([]);
  });

  test('each scenario has the flow that the form says, and each field changes the study', () => {
    const first = begun(name);
    const flows = first.scenarios.map((s) => (s.result!.elements['P-1'] as PumpResult).flow);
    const design = first.given.flow!.reduce((a, b) => a + b, 0);
    expect(Math.max(...flows)).toBeCloseTo(design, 7);
    for (const field of beginningOf(name).fields) {
      const usual = first.given[field.key]!;
      const other = usual.map((v) =>
        field.dimension === 'temperature' ? v + 6 : v === 0 ? 1 : v * (field.key === 'part' ? 1.05 : 1.12),
      );
      const changed = begun(name, { [field.key]: enteredText(other, field, 'metric') });
      expect([field.key, JSON.stringify(changed.study) === JSON.stringify(first.study)]).toEqual([field.key, false]);
    }
  });
});

describe('entries of a form', () => {
  const flow = (typed: string, units: 'metric' | 'us' = 'metric') => readBeginning('river-to-plant', { flow: typed }, units);
  test.each([
    ['420', 420 / 3600],
    ['420 m3/h', 420 / 3600],
    ['0,1 m3/s', 0.1],
    // 1 gpm (US) = 3.785411784 l/min (NIST SP 811, B.8)
    ['1000 gpm', (1000 * 3.785411784e-3) / 60],
  ])('%s', (typed, si) => {
    expect(flow(typed).given.flow![0]).toBeCloseTo(si, 9);
  });

  test('without a unit it is in that of the form; several values share the unit at their end', () => {
    expect(flow('1000', 'us').given.flow![0]).toBeCloseTo((1000 * 3.785411784e-3) / 60, 9);
    expect(readBeginning('river-to-plant', { river: '61.4 / 63.8/65 m' }, 'us').given.river).toEqual([61.4, 63.8, 65]);
    expect(readBeginning('river-to-plant', { river: '200 ft / 62 m / 65 m' }, 'metric').given.river![0]).toBeCloseTo(60.96, 9);
    // a unit with strokes of its own
    expect(readBeginning('well-to-tank', { capacity: '12 m3/h/m' }, 'metric').given.capacity![0]).toBeCloseTo(12 / 3600, 12);
    expect(readBeginning('header-with-consumers', { part: '70 %' }, 'metric').given.part).toEqual([0.7]);
    expect(readBeginning('closed-circuit', { pressure: '3 bar(a)' }, 'metric').given.pressure![0]).toBeCloseTo(3e5 - 101_325, 6);
  });

  test.each([
    ['flow', '420 m', 'beginning.unit-expected'],
    ['flow', 'much', 'beginning.no-number'],
    ['flow', '1,234', 'beginning.two-readings'],
    ['flow', '0', 'beginning.at-least'],
    ['flow', '1e9', 'beginning.at-most'],
    ['river', '61 / 63', 'beginning.values-expected'],
    ['river', '63 / 61 / 65', 'beginning.not-rising'],
  ])('%s: %s is refused, and the usual stands in its place', (key, typed, code) => {
    const { given, problems } = readBeginning('river-to-plant', { [key]: typed }, 'metric');
    expect(problems.map((p) => [p.key, p.text.word])).toEqual([[key, code]]);
    expect(given[key]).toEqual(readBeginning('river-to-plant', {}, 'metric').given[key]);
  });

  test('a liquid is thinner where it is warmer', () => {
    const read = (typed: string) =>
      readBeginning('viscous-transfer', { viscosity: typed }, 'metric').problems.map((p) => p.text.word);
    expect([read('180 / 32'), read('32 / 180')]).toEqual([[], ['beginning.not-falling']]);
  });

  test('what is usual follows from what is entered', () => {
    expect(flow('100').given.least![0]).toBeCloseTo((0.72 * 100) / 3600, 12);
    expect(readBeginning('river-to-plant', { river: '10 / 12 / 14' }, 'metric').given.pump![0]).toBeCloseTo(14.4, 12);
  });
});

test('the line has the smallest size in which its flow is no faster than is usual there', () => {
  // 420 m³/h: DN250 (254.5 mm) gives 2.29 m/s where 0.9 + 4·0.2545 = 1.92 is usual; DN300 (303.2 mm) 1.62 of 2.1
  const { given } = readBeginning('river-to-plant', { flow: '420 m3/h' }, 'metric');
  expect(usualSize(given, new Kit('metric', say)).size).toBe('DN300');
  // 85 m³/h: DN125 (128.2 mm) 1.83 of 1.41; DN150 (154.1 mm) 1.27 of 1.52
  expect(usualSize(readBeginning('tank-to-tank', {}, 'metric').given, new Kit('metric', say)).size).toBe('DN150');
});

describe('a typical pump', () => {
  const duty = { flow: 85 / 3600, head: 30, npsha: 6, density: 998, frequency: 50 as const };
  const flowOf = (r: { flow: string }): number => Number.parseFloat(r.flow);
  const curve = (d: typeof duty) => typicalPump(d, 'x').curve as { flow: string; head: string; efficiency: number; npshr: string }[]; // prettier-ignore

  test('has its best efficiency at the duty, falls with flow, and a motor for its greatest power', () => {
    const rows = curve(duty);
    const best = rows.reduce((a, b) => (b.efficiency > a.efficiency ? b : a));
    expect([flowOf(best), Number.parseFloat(best.head)]).toEqual([85, 30]);
    rows.slice(1).forEach((r, k) => expect(Number.parseFloat(r.head)).toBeLessThan(Number.parseFloat(rows[k]!.head)));
    const power = Math.max(...rows.filter((r) => r.efficiency > 0.05).map((r) => (998 * 9.81 * (flowOf(r) / 3600) * Number.parseFloat(r.head)) / r.efficiency)); // prettier-ignore
    const motor = typicalPump(duty, 'x').motor as { ratedPower: string };
    expect(Number.parseFloat(motor.ratedPower) * 1000).toBeGreaterThan(1.1 * power);
  });

  test('runs as fast as two thirds of the NPSH that there is allow', () => {
    // n·√Q/NPSH^0.75 = 190: NPSHR at 2950 rpm (2950·√0.02361/190)^(4/3) = 3.19 m, at 1475 rpm 1.27 m
    expect(riseOf({ ...duty, npsha: 4.8 }).speed).toBe(2950);
    expect(riseOf({ ...duty, npsha: 4.7 }).speed).toBe(1475);
    expect(riseOf({ ...duty, npsha: 1.85 }).speed).toBe(985);
    expect(riseOf({ ...duty, npsha: null }).speed).toBe(2950);
    expect(riseOf({ ...duty, npsha: null, frequency: 60 }).speed).toBe(3540);
    const at = curve({ ...duty, npsha: 4.8 }).find((r) => flowOf(r) === 85)!;
    expect(Number.parseFloat(at.npshr)).toBeCloseTo(3.19, 2);
  });

  test('has stages where one would be too slender', () => {
    // n·√Q/H^0.75 of one stage at 520 m: 2950·√0.01806/108.9 = 3.64, below 14: (14/3.64)^(4/3) = 6.02, so seven
    expect(riseOf({ ...duty, flow: 65 / 3600, head: 520, npsha: null }).stages).toBe(7);
    expect(riseOf(duty).stages).toBe(1);
  });
});
