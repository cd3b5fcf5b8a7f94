import { applyOperations, blankStudy, prepareStudy, type Study } from '@cedar-knot/core';
import fc from 'fast-check';
import { firstLine } from './address.js';
import { linesWithProblems, withoutLines } from './remedies.js';
import {
  branchAt,
  changePointKind,
  dissolve,
  joinWithNext,
  moveElement,
  removeLine,
  rename,
  splitPipe,
  type Rebuild,
} from './topology.js';

/** what building may leave to be entered or led elsewhere; anything else would be a damaged study */
const OPEN = new Set(['under-specified', 'over-specified', 'no-pressure-reference', 'unconnected', 'missing']);

const step = fc.record({
  what: fc.constantFrom('branch', 'split', 'join', 'move', 'line', 'dissolve', 'rename', 'kind'),
  pick: fc.nat(50),
  amount: fc.integer({ min: 1, max: 99 }),
});

function run(study: Study, { what, pick, amount }: { what: string; pick: number; amount: number }): Rebuild {
  const elements = study.lines.flatMap((l) => l.elements).map((e) => e.id);
  const points = Object.keys(study.points);
  const lines = study.lines.map((l) => l.id);
  const of = (list: readonly string[]): string => list[pick % Math.max(1, list.length)] ?? '';
  switch (what) {
    case 'branch':
      return branchAt(study, of([...elements, ...points]), null);
    case 'split':
      return splitPipe(study, of(elements), `${amount} m`, null, null);
    case 'join':
      return joinWithNext(study, of(elements));
    case 'move':
      return moveElement(study, of(elements), amount % 2 === 0 ? 1 : -1);
    case 'line':
      return lines.length > 1 ? removeLine(study, of(lines)) : { ok: false, reason: 'the last one stays' };
    case 'dissolve':
      return dissolve(study, of(points));
    case 'rename':
      return rename(study, of([...elements, ...points, ...lines]), `N-${amount}`);
    default:
      return changePointKind(study, of(points), ['vessel', 'pressure', 'flow', 'well', 'junction'][amount % 5]!);
  }
}

function start(): Study {
  const done = applyOperations(blankStudy('R'), [
    ...firstLine(),
    { op: 'set', path: ['scenarios', 0, 'set'], value: { 'L-2.roughness': '0.2 mm', 'V-1.level': '1 m' } },
    { op: 'set', path: ['limits'], value: [{ check: 'velocity', limit: ['1 m/s', '3 m/s'], where: 'L-2' }] },
  ]);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
}

test('however a system is rebuilt, it stays a sound study, and every step is taken back to the letter', () => {
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 14 }), (steps) => {
      let study = start();
      for (const s of steps) {
        const rebuilt = run(study, s);
        if (!rebuilt.ok) {
          expect(rebuilt.reason).toMatch(/\S/);
          continue;
        }
        const done = applyOperations(study, rebuilt.operations);
        if (!done.ok) throw new Error(`${s.what}: ${done.reason}`);
        const back = applyOperations(done.study, done.inverse);
        expect(back.ok && JSON.stringify(back.study)).toBe(JSON.stringify(study));
        study = done.study;
        const bad = prepareStudy(study).problems.filter((p) => !OPEN.has(p.code));
        expect(bad.map((p) => `${s.what} ${p.path} ${p.code}`)).toEqual([]);
      }
    }),
    { numRuns: 300, seed: 11 },
  );
});

test('what is left without the lines that lack something is sound itself', () => {
  fc.assert(
    fc.property(fc.array(step, { minLength: 2, maxLength: 10 }), fc.nat(20), (steps, pick) => {
      let study = start();
      for (const s of steps) {
        const rebuilt = run(study, s);
        const done = rebuilt.ok ? applyOperations(study, rebuilt.operations) : rebuilt;
        if (done.ok) study = done.study;
      }
      const l = pick % study.lines.length;
      const pipe = study.lines[l]!.elements.findIndex((e) => e.kind === 'pipe');
      if (pipe < 0 || study.lines.length < 2) return;
      const broken = applyOperations(study, [{ op: 'set', path: ['lines', l, 'elements', pipe, 'length'] }]);
      if (!broken.ok) throw new Error(broken.reason);
      const lines = linesWithProblems(broken.study, prepareStudy(broken.study).problems);
      expect(lines).toContain(l);
      const rest = withoutLines(broken.study, lines);
      expect(rest.lines.map((x) => x.id)).toEqual(study.lines.filter((_, i) => !lines.includes(i)).map((x) => x.id));
      const bad = prepareStudy(rest).problems.filter((p) => !OPEN.has(p.code) && p.path !== 'lines');
      expect(bad).toEqual([]);
    }),
    { numRuns: 150, seed: 12 },
  );
});
