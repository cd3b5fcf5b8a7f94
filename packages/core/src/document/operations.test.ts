import fc from 'fast-check';
import { applyOperation, applyOperations, type Operation } from './operations.js';
import { diffDocuments } from './diff.js';
import { readShortForm, writeShortForm } from './short-form.js';
import type { Study } from './study.js';

const document = () =>
  ({
    format: 'cedar-knot-study',
    version: 1,
    title: 't',
    points: { a: { kind: 'vessel', level: '1 m' } },
    lines: [
      {
        id: 'L',
        from: 'a',
        to: 'b',
        elements: [
          { id: 'x', kind: 'pipe' },
          { id: 'y', kind: 'pump' },
        ],
      },
    ],
    scenarios: [],
  }) as unknown as Study;

const operation = fc.oneof(
  fc.record({
    op: fc.constant('set' as const),
    path: fc.constantFrom(['title'], ['points', 'a', 'level'], ['points', 'n'], ['lines', 0, 'name']),
    value: fc.oneof(fc.string(), fc.constant(undefined)),
  }),
  fc.record({
    op: fc.constant('insert' as const),
    path: fc.constant(['lines', 0, 'elements']),
    index: fc.nat(3),
    value: fc.record({ id: fc.string() }),
  }),
  fc.record({ op: fc.constant('remove' as const), path: fc.constant(['lines', 0, 'elements']), index: fc.nat(3) }),
  fc.record({ op: fc.constant('move' as const), path: fc.constant(['lines', 0, 'elements']), from: fc.nat(3), to: fc.nat(3) }),
);

test('what an operation does its inverse takes back, to the letter of the file', () => {
  fc.assert(
    fc.property(fc.array(operation, { maxLength: 12 }), (operations) => {
      let study = document();
      const undo: Operation[] = [];
      for (const o of operations as Operation[]) {
        const step = applyOperation(study, o);
        if (!step.ok) continue;
        study = step.study;
        undo.unshift(step.inverse);
      }
      const back = applyOperations(study, undo);
      return back.ok && JSON.stringify(back.study) === JSON.stringify(document());
    }),
    { numRuns: 400, seed: 5 },
  );
});

test('an address that leads nowhere leaves the study as it was', () => {
  const study = document();
  expect(
    applyOperations(study, [
      { op: 'set', path: ['title'], value: 'n' },
      { op: 'set', path: ['points', 'z', 'level'], value: '1 m' },
    ]),
  ).toMatchObject({ ok: false });
  expect(study).toEqual(document());
});

test('differences name what changed, lists by id', () => {
  const after = structuredClone(document()) as any;
  after.lines[0].elements.unshift({ id: 'new', kind: 'device' });
  after.points.a.level = '2 m';
  expect(diffDocuments(document(), after)).toEqual([
    { path: 'points.a.level', before: '1 m', after: '2 m' },
    { path: 'lines[L].elements[new]', after: { id: 'new', kind: 'device' } },
  ]);
});

test('differences: entries that come and go, lists without ids whole, equal documents none', () => {
  const before = document() as any;
  before.limits = [{ check: 'velocity', limit: 1 }];
  const after = structuredClone(before);
  delete after.title;
  after.notes = 'new';
  after.limits[0].limit = 2;
  after.lines[0].elements.reverse();
  const paths = diffDocuments(before, after).map((c) => c.path);
  expect(paths).toEqual(expect.arrayContaining(['title', 'notes']));
  expect(paths.some((p) => p.startsWith('limits'))).toBe(true);
  expect(diffDocuments(before, structuredClone(before))).toEqual([]);
});

describe('short form', () => {
  test.each([
    ['pipe', '1150 m DN250 sch 40, 14 elbow-90-long, 2 gate, 1 tee-run'],
    ['pipe', '3 m bore 154.1 mm, K 1.2, 2 K 0.3, 1 reducer to 102.3 mm 30 deg'],
    ['device', '0.52 bar at 310 m3/h, fouling 1.6'],
    ['control-valve', 'gx200 holds 290 m3/h'],
    ['control-valve', 'holds outlet 2 bar(g)'],
    ['control-valve', 'gx200 opening 0.62'],
    ['pump', 'hollin, Ø 385 mm, 2900 rpm, 2 running, 12 stages'],
    ['vessel', 'level 1.6 m, 0.12 bar(g)'],
    ['well', 'rest level 138 m, 10.5 m3/h/m'],
    ['hand-valve', 'K 0.3, bore 102.3 mm, closed'],
    ['hand-valve', 'Kv 38'],
    ['non-return', 'K 1.8, bore 254.5 mm'],
    ['orifice', 'bore 40 mm in 80 mm'],
    ['device', '0.3 bar'],
    ['control-valve', 'holds inlet 4 bar(g)'],
    ['control-valve', 'v-1 drop 0.8 bar'],
    ['control-valve', 'Kv 60'],
    ['control-valve', 'Cv 12.5'],
    ['pump', 'flow 85 m3/h'],
    ['pump', 'head 38 m'],
    ['pump', 'power 7.5 kW, efficiency 0.7'],
    ['pump', 'off'],
    ['vessel', 'level low, 0.4 bar(g)'],
    ['pressure', '2.5 bar(g), total'],
    ['pressure', '2.5 bar(a), static'],
    ['flow', '-40 m3/h'],
    ['junction', 'offtake 20 m3/h'],
    ['line', 'J-1 to V-3'],
    ['line', 'J-1 to V-3, flow 20 m3/h, shut'],
    ['pipe', '12 m bore 80 mm, 3 Le 4 m'],
    ['pipe', '12 m PE 110 SDR 11, 2 elbow-90'],
    ['pipe', '12 m PVC 160 SDR 21'],
    ['pipe', '12 m DN65 wall 2.9 mm'],
    ['pipe', '12 m OD 76.1 wall 2.9 mm'],
    ['pipe', '12 m 6 in sch STD'],
  ])('%s: %s is read and written alike', (kind, text) => {
    const read = readShortForm(kind, text);
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(writeShortForm(kind, read.entries)).toBe(text);
  });
  test.each([
    ['pipe', '30 furlong DN150 sch 40', 'not-understood'],
    ['pipe', 'DN150 sch 40', 'no-length'],
    ['pipe', '30 m round', 'not-understood'],
    ['pipe', '30 m, 2 gate', 'no-bore'],
    ['pipe', '30 m DN150 sch 40, 3 knees', 'not-understood'],
    ['device', 'half a bar', 'not-understood'],
    ['vessel', '', 'empty'],
    ['vessel', 'level full', 'not-understood'],
    ['pipe', '30 m DN150 sch 40, 1 reducer', 'not-understood'],
    ['pipe', '30 m DN150 sch 40, 1 reducer to 3 bar', 'not-understood'],
    ['orifice', 'bore 40 mm', 'not-understood'],
    ['pump', 'flow 85 bar', 'wrong-unit'],
    ['pump', '2.5 running', 'not-understood'],
    ['line', 'J-1', 'not-understood'],
    ['junction', '20 m', 'wrong-unit'],
  ])('%s: %s is refused: %s', (kind, text, reason) => {
    expect(readShortForm(kind, text)).toMatchObject({ ok: false, problem: { reason } });
  });
  test.each([
    ['30 m dn150 sch40', 'DN150', '40'],
    ['30m pe110 sdr11', 'PE 110', 'SDR 11'],
    ['30 m DN100 4.5mm', 'DN100', '4.5 mm'],
  ])('typed in haste: %s', (typed, size, schedule) => {
    expect(readShortForm('pipe', typed)).toMatchObject({ ok: true, entries: { length: '30 m', size, schedule } });
  });
  test('entries that it does not show stay', () => {
    expect(
      readShortForm('pipe', '5 m DN50 sch 40', { notes: 'x', roughness: '1 mm', inside: '9 mm', fittings: [{ k: 1 }] }),
    ).toEqual({
      ok: true,
      assumed: [],
      entries: { notes: 'x', length: '5 m', size: 'DN50', schedule: '40' },
    });
  });
});
