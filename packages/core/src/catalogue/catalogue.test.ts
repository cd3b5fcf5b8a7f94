import { judgeCatalogue } from './judge.js';
import { physicalWarnings, type CheckedCurve } from './physical.js';
import { configure, performanceAt } from './configure.js';
import { findPumps } from './find.js';
import { toPump } from '../scenarios/equipment.js';

describe('what a measured curve does not do', () => {
  const rows = (...list: [number, number, number?, number?, number?][]): CheckedCurve['rows'] =>
    list.map(([flow, head, efficiency, power, npshr]) => ({
      flow,
      head,
      ...(efficiency === undefined ? {} : { efficiency }),
      ...(power === undefined ? {} : { power }),
      ...(npshr === undefined ? {} : { npshr }),
    }));
  const codes = (...curves: CheckedCurve[]) => physicalWarnings(curves).map((w) => [w.code, w.curve, w.row]);
  // 999.1·9.80665·0.02·40 = 7838.3 W hydraulic: 75 % of 10 451 W
  const sound = rows([0, 50, 0, 4000, 2], [0.01, 47, 0.6, 7675, 2.2], [0.02, 40, 0.75, 10_451, 3], [0.03, 30, 0.65, 13_566, 5]);
  test('a sound curve is left in peace', () => expect(codes({ rows: sound })).toEqual([]));
  test.each<[string, (typeof sound)[number], [string, number][]]>([
    ['head that rises', { flow: 0.01, head: 51, efficiency: 0.6, npshr: 2.2 }, [['head-rises', 1]]],
    ['NPSHR that falls', { flow: 0.01, head: 47, efficiency: 0.6, npshr: 1.9 }, [['npshr-falls', 1]]],
    ['flow that stands still', { flow: 0, head: 49, efficiency: 0.6, npshr: 2.2 }, [['flow-not-rising', 1]]],
    ['more than 93 %', { flow: 0.01, head: 47, efficiency: 0.931, npshr: 2.2 }, [['efficiency-high', 1]]],
    ['93 % itself', { flow: 0.01, head: 47, efficiency: 0.93, npshr: 2.2 }, []],
    // 4605 W hydraulic; 3.1 % and 2.9 % off 7675 W at 60 %
    ['a power that does not agree', { flow: 0.01, head: 47, efficiency: 0.6, power: 7675 / 1.031 }, [['efficiency-power', 1]]],
    ['a power that nearly agrees', { flow: 0.01, head: 47, efficiency: 0.6, power: 7675 / 1.029 }, []],
  ])('%s', (_name, row, expected) => {
    const changed = sound.map((r, i) => (i === 1 ? row : r));
    expect(physicalWarnings([{ rows: changed }]).map((w) => [w.code, w.row])).toEqual(expected);
  });
  test('the best efficiency at the end of the curve', () => {
    expect(codes({ rows: sound.slice(0, 3) })).toEqual([['best-at-end', 0, 2]]);
  });
  test('a trim above a larger diameter, at the same speed only', () => {
    const large = { diameter: 0.2, speed: 2900, rows: rows([0, 50], [0.02, 40]) };
    // between 50 and 40 the larger one has 45 at 0.01
    const small = { diameter: 0.18, speed: 2900, rows: rows([0, 42], [0.01, 45.1], [0.018, 39]) };
    expect(codes(small, large)).toEqual([
      ['head-rises', 0, 1],
      ['trim-above', 0, 1],
    ]);
    expect(codes({ ...small, speed: 1450 }, large)).toEqual([['head-rises', 0, 1]]);
    expect(codes({ ...small, rows: rows([0, 42], [0.01, 41]) }, large)).toEqual([]);
  });
});

const curve = (scale: number) =>
  [
    [0, 60, 0, 2],
    [50, 55, 0.6, 2.2],
    [100, 40, 0.75, 3],
    [130, 26, 0.6, 5],
  ].map(([q, h, e, n]) => ({ flow: `${q! * scale} m3/h`, head: `${h! * scale * scale} m`, efficiency: e, npshr: `${n} m` }));
const catalogue = (pumps: object) => ({ format: 'cedar-knot-catalogue', version: 1, pumps });
const untrimmed = { speed: '2900 rpm', diameter: '200 mm', curve: curve(1), type: 'end-suction' };
const entry = { ...untrimmed, minDiameter: '160 mm' };
const pumpOf = (raw: object) => {
  const judged = judgeCatalogue(catalogue({ x: raw }));
  expect(judged.problems).toEqual([]);
  return toPump(judged.pumps.get('x')!)!;
};
const m3h = (x: number) => x / 3600;

describe('configured for what is asked', () => {
  const at = (raw: object, ...asked: [number, number][]) =>
    configure(
      pumpOf(raw),
      asked.map(([q, head]) => ({ flow: m3h(q), head, running: { running: 1, wear: 0 } })),
    );
  test('the smallest diameter in steps of 1 mm down from the largest that meets', () => {
    const found = at(entry, [90, 36]);
    expect(found.meets).toBe(true);
    expect(performanceAt(pumpOf(entry), found, { running: 1, wear: 0 }).head(m3h(90))).toBeGreaterThanOrEqual(36);
    const next = at({ ...entry, maxDiameter: `${found.diameter! * 1000 - 1} mm` }, [90, 36]);
    expect([next.meets, next.diameter]).toEqual([false, expect.closeTo(found.diameter! - 0.001, 9)]);
    expect((200 - found.diameter! * 1000) % 1).toBeCloseTo(0, 6);
  });
  test('steps of its own, its least diameter, and one curve without limits that is not trimmed', () => {
    expect(at({ ...entry, trimStep: '7 mm' }, [90, 36]).diameter! * 1000).toBeCloseTo(200 - 7 * Math.floor((200 - at(entry, [90, 36]).diameter! * 1000) / 7), 6); // prettier-ignore
    // asked for next to nothing it is cut to its least
    expect(at(entry, [10, 1]).diameter).toBeCloseTo(0.16, 9);
    expect(at({ ...untrimmed }, [10, 1]).diameter).toBeCloseTo(0.2, 9);
  });
  test('the fewest made stages at the largest diameter, of every requirement', () => {
    const staged = { ...untrimmed, stageOptions: [8, 2, 5] };
    expect(at(staged, [100, 70]).stages).toBe(2);
    expect(at(staged, [100, 81]).stages).toBe(5);
    expect(at(staged, [100, 70], [50, 281]).stages).toBe(8);
    expect(at(staged, [100, 321])).toMatchObject({ stages: 8, meets: false });
  });
});

describe('found for one duty', () => {
  const many = judgeCatalogue(
    catalogue({
      whole: { ...untrimmed },
      other: { ...untrimmed, type: 'sump', frequency: '60 Hz' },
      small: { ...untrimmed, curve: curve(0.6) },
      broken: { ...entry, curve: [...curve(1)].reverse() },
    }),
  );
  const find = (more: object = {}) =>
    findPumps(many.pumps, { flow: m3h(100), head: 38, density: 998.207, gravity: 9.80665, ...more });
  test('without a static head the duty is read at the flow', () => {
    const { candidates, counts } = find();
    expect(candidates.map((c) => c.model)).toEqual(['other', 'whole']);
    // 40 m at 100 m³/h: 40/38 − 1
    expect(candidates[0]).toMatchObject({ flowDeviation: 0, headDeviation: expect.closeTo(40 / 38 - 1, 9) });
    // 998.207·9.80665·(100/3600)·40/0.75
    expect(candidates[0]!.duty.shaftPower).toBeCloseTo((998.207 * 9.80665 * 40) / 36 / 0.75, 4);
    expect(counts).toMatchObject({ tried: 3, candidates: 2, unusable: 1 });
  });
  test('a duty past 125 % of the last row is left out, and counted', () => {
    const lastRow = untrimmed.curve.at(-1)!;
    const last = Number.parseFloat(lastRow.flow) / 3600;
    // next to no head is asked at half the last flow: the curves cross far beyond their ends
    const { candidates, counts } = find({ flow: last / 2, head: 0.2, staticHead: 0.1, flowTolerance: 9, headTolerance: 999 });
    expect(candidates).toEqual([]);
    expect(counts).toMatchObject({ tried: 3, candidates: 0, beyond: 3 });
    const loose = { flowTolerance: 9, headTolerance: 999 };
    expect(find({ flow: last * 1.26, ...loose }).counts.beyond).toBe(3);
    // the small one ends at 0.6 of it
    expect(find({ flow: last * 1.24, ...loose }).counts).toMatchObject({ beyond: 1, candidates: 2 });
  });
  test('with one it is where the curve crosses Hs + (H − Hs)·(Q/Qr)²', () => {
    const { duty } = find({ staticHead: 20 }).candidates[0]!;
    expect(duty.head).toBeCloseTo(20 + 18 * (duty.flow / m3h(100)) ** 2, 6);
    expect(duty.flow).toBeGreaterThan(m3h(100));
    expect(find({ staticHead: 37, head: 38, flow: m3h(60) }).candidates).toEqual([]);
  });
  test('tolerances, suction, type and mains', () => {
    expect(find({ headTolerance: 0.05 }).candidates).toEqual([]);
    // NPSHR 3 m at 100 m³/h, 1.3 times that
    expect(find({ npsha: 3.91 }).candidates).toHaveLength(2);
    expect(find({ npsha: 3.89 })).toMatchObject({ candidates: [], counts: { npsh: 2 } });
    expect(find({ type: 'sump' }).candidates.map((c) => c.model)).toEqual(['other']);
    // one that names no mains may be of either, and says so
    expect(find({ frequency: 50 })).toMatchObject({
      candidates: [{ model: 'whole', notStated: ['frequency'] }],
      counts: { filtered: 1 },
    });
  });
});

test('a catalogue that is none, or not sound, is refused with its path', () => {
  const paths = (raw: unknown) => judgeCatalogue(raw).problems.map((p) => p.path);
  expect(paths([])).toEqual(['']);
  expect(paths({ format: 'x', version: 2 })).toEqual(['format', 'version']);
  expect(paths(catalogue({ 'a b': {} }))).toEqual(['pumps.a b']);
  expect(paths({ ...catalogue({}), valves: 3 })).toEqual(['valves']);
  expect(paths(catalogue({ x: { speed: '2900 rpm', curve: [{ flow: '1 m', head: '2 m' }, { flow: '2 m3/h' }] } }))).toEqual([
    'pumps.x.curve[0].flow',
    'pumps.x.curve[1].head',
  ]);
  expect(paths({ ...catalogue({}), motors: { m: { poles: 4 } } })).toEqual(['motors.m.ratedPower']);
});
