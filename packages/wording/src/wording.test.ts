import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runStudy } from '../../core/src/scenarios/run.js';
import { MISTAKES, wholeStudy } from '../../core/src/test/mistakes.js';
import { finding, FINDING_SEVERITY, type FindingCode } from '../../core/src/issues/issues.js';
import {
  curveWarningText,
  findingText,
  inUnits,
  neededText,
  problemText,
  shortNumber,
  WORDED_REASONS,
  WORDED_TABLE_CODES,
  doubtText,
  marginReason,
  missingText,
  notJudgedText,
} from './index.js';
import type { Doubt, DoubtCode } from '@cedar-knot/core';

test('every reason of a problem that core and report write has words, and every word has a reason', () => {
  const source = ['core', 'report']
    .map((name) => join(__dirname, '../..', name, 'src'))
    .flatMap((room) => readdirSync(room, { recursive: true, encoding: 'utf8' }).map((f) => join(room, f)))
    .filter((f) => f.endsWith('.ts') && !f.includes('.test.'))
    .map((f) => readFileSync(f, 'utf8'))
    .join('\n');
  const used = new Set(
    [...source.matchAll(/'([a-z]+(?:-[a-z]+)*)'/g)].map((m) => m[1]!).filter((r) => WORDED_REASONS.includes(r)),
  );
  const written = new Set([...source.matchAll(/reason: '([a-z-]+)'/g)].map((m) => m[1]!));
  // reasons of short forms, margins, unreadable numbers and solver failures have words of their own elsewhere
  const elsewhere = new Set([
    // of a typed line: worded with the units that would fit
    'wrong-unit',
    // why a candidate falls: a word of the contract, said by the view that shows it
    'head-short',
    'not-solved',
    'fault',
    // why an input brings a margin nowhere: words of the contract
    'no-value',
    'not-applicable',
    'not-in-range',
    // why readings give no fit
    'no-readings',
    'fewer-readings',
    'not-felt',
    'not-apart',
    'not-understood',
    'contradiction',
    'singular',
    'no-resistance',
    'not-converged',
    'states-cycle',
    'liquid-unsettled',
    'no-temperature',
    'temperature-outside',
    'unknown-name',
    'twice',
    'empty',
    'no-length',
    'no-bore',
  ]);
  expect([...written].filter((r) => !WORDED_REASONS.includes(r) && !elsewhere.has(r))).toEqual([]);
  expect(WORDED_REASONS.filter((r) => !used.has(r))).toEqual([]);
});

test('everything that is said of a table or a curve of a catalogue has a sentence', () => {
  const core = join(__dirname, '../../core/src/catalogue');
  const text = ['table.ts', 'table-entries.ts', 'judge-table.ts'].map((f) => readFileSync(join(core, f), 'utf8')).join('\n');
  const written = [...text.matchAll(/(?:this\.(?:error|warning)\([\w.]+, |warn\()'([a-z-]+)'|code: '([a-z-]+)'/g)].map(
    (m) => m[1] ?? m[2]!,
  );
  expect(new Set(written)).toEqual(new Set(WORDED_TABLE_CODES));
  const said = curveWarningText({ code: 'efficiency-power', detail: { efficiency: 0.8, byPower: 0.7 } });
  expect(said).toBe('Efficiency 80.0 % does not agree with the power, 70.0 % (ρ·g·Q·H/P).');
});

test('every finding has a sentence that names its place', () => {
  const values = {
    where: ['X1'],
    flows: [0.01],
    stable: [1],
    mode: 'flow',
    state: 'open',
    method: 'viscosity',
    path: 'X1',
    set: 1,
    found: 1,
    drop: 1,
    chokedDrop: 1,
    kv: 1,
    flow: 1,
    last: 1,
    shutOff: 1,
    short: 1,
    head: 1,
    b: 1,
    ceta: 0.4,
    length: 1,
    diameters: 4,
    ambient: 340,
    altitude: 5000,
    npsha: 1,
    npshr: 1,
    pressure: 1,
    vapourPressure: 1,
    reynolds: 1,
    diameter: 1,
    taken: 1,
    given: 1,
    relative: 1,
    residual: 1,
    change: 0.1,
    temperature: 1,
    bubblePoint: 1,
    material: '',
    roughness: 0.00005,
    share: 0.8,
    stages: 7,
    made: [6, 8],
    least: 1,
    valve: 0.05,
    line: 0.1,
    fp: 0.8,
    rated: 1,
    velocity: 1,
    before: 0.1,
    behind: 0.08,
  };
  // a head that nothing determines is no number
  const unknown = { mode: 'outlet-pressure', state: 'shut', set: 2e5, found: NaN };
  expect(findingText(finding('set-point-missed', 'X1', unknown))).toMatch(
    /^X1 is closed and does not hold its .*: the pressure at rest is not determined/,
  );
  // each method says its own range
  const ranges = [
    ['viscosity', { b: 50, ceta: 0.4 }, /B is 50.0 and Cη 0.400; above B = 40 .* ISO\/TR 17766/],
    ['viscosity', { b: 30, ceta: 0.45 }, /Cη is 0.450 at B = 30.0/],
    ['valve', { ratio: 0.05, most: 0.047 }, /its coefficient is large for its bore/],
    ['valve-opening', { reynolds: 4 }, /less flow with a wider opening for a full-size trim/],
    ['drag-reduction', { reynolds: 5000 }, /not fully turbulent/],
    ['gas', { reduced: 1.02 }, /1\.02 times its pseudo-critical temperature/],
    ['nearly-level', { slope: 0.015 }, /at a slope of 1\.50 %/],
    ['hazen-williams', {}, /Hazen–Williams holds/],
  ] as const;
  for (const [method, own, said] of ranges) expect(findingText(finding('method-range', 'X1', { method, ...own }))).toMatch(said);
  const all = Object.keys(FINDING_SEVERITY) as FindingCode[];
  expect(all.length).toBeGreaterThan(20);
  for (const code of all) {
    const text = findingText(finding(code, 'X1', values));
    expect(text).toContain('X1');
    expect(text).not.toMatch(/undefined|NaN| – /);
  }
});

test('a refusal says what was found and what would be right', () => {
  const text = problemText({
    code: 'bad-quantity',
    path: 'x',
    where: [],
    detail: { reason: 'unknown-unit', found: '30 furlong', dimension: 'length', expected: ['m', 'ft'] },
  });
  expect(text).toBe('Unknown unit in "30 furlong". Expected for a length: m, ft.');
});

test.each([
  [0.0152777, '0.0153'],
  [1234.5, '1\u202f235'],
  [99.96, '100'],
  [0, '0'],
  [12345678, '1.23e7'],
  [-0.5, '−0.500'],
])('%d is shown as %s', (x, text) => expect(shortNumber(x)).toBe(text));

test('values carry their unit, pressures at a place what they refer to', () => {
  expect(inUnits(0.1, 'flow')).toBe('360 m³/h');
  expect(inUnits(101325, 'absolutePressure', 'us')).toBe('14.7 psi(a)');
});

test.each(MISTAKES)('%s: the sentence says what was found or what would be right', (_name, change, path, reason) => {
  const study = wholeStudy();
  change(study);
  const problem = runStudy(study).problems.find((p) => p.path === path && p.detail.reason === reason)!;
  const text = problemText(problem);
  expect(text).toMatch(/^["A-Z0-9-].*[.?]$/);
  expect(text).not.toMatch(/undefined|NaN|\[object|: \.|, \./);
  // data that names something found stands in the sentence
  const { found } = problem.detail;
  if (typeof found === 'string' && !/an object|a list|nothing/.test(found)) expect(text).toContain(found.replaceAll('"', ''));
});

test('what a near miss would need, in both systems', () => {
  expect(neededText({ kind: 'npsha', more: 0.4 })).toBe('0.40 m more NPSHA: higher level, lower suction loss, or colder liquid');
  expect(neededText({ kind: 'head', more: 3.048 }, 'us')).toBe('10 ft more head');
  expect(neededText({ kind: 'motor', rating: 30_000 })).toBe('a motor of 30 kW');
  expect(neededText({ kind: 'flow', more: -0.001 })).toBe('3.6 m³/h less through it');
  expect(neededText({ kind: 'flow', more: 0.01 })).toBe('36 m³/h more through it');
  expect(neededText({ kind: 'rating', factor: 1.084 })).toBe('8.4 % above the maker’s limit');
});

describe('what could not be judged', () => {
  const npsh = { check: 'npsh-ratio', where: 'P-1', missing: ['pumps.p.curve[].npshr'] };
  const motor = {
    check: 'motor-power',
    where: 'P-1',
    missing: ['pumps.p.motor.ratedPower', 'pumps.p.curves[].curve[].efficiency'],
  };
  it('names the check, the element and the label of what is missing', () => {
    expect(missingText(npsh)).toBe('NPSH ratio of P-1 is not judged: NPSHR is missing');
    expect(missingText(motor)).toBe('Motor rating of P-1 is not judged: Rated power (Motor) and Efficiency are missing');
    expect(notJudgedText([npsh, npsh, motor])).toBe('not judged: NPSH ratio, Motor rating');
  });
  it('why a check does not apply names the entry by its label', () => {
    expect(marginReason({ check: 'minimum-flow', reason: 'not-given' })).toBe('Minimum continuous flow is not entered');
    expect(marginReason({ check: 'delivered-flow', reason: 'not-required' })).toBe('Required flow is not entered');
    expect(marginReason({ check: 'flow-region', reason: 'off' })).toBe('the pump is off');
    expect(marginReason({ check: 'flow-region' })).toBeUndefined();
  });
});

test('a slip is said with what it would mean', () => {
  const of = (code: DoubtCode, values: Doubt['values']): string =>
    doubtText({ code, id: 'P-1', key: '', scenarios: ['a'], values });
  expect(of('flow-size', { typed: '60 L/h', velocity: 0.000894, bore: 0.1541 })).toBe('P-1: 60 L/h means 0.000894 m/s in a bore of 154 mm. Check the unit.'); // prettier-ignore
  expect(of('level-datum', { typed: '142 m', elevation: 139 })).toContain('a level of 142 m above its nozzle, which is at 139 m');
  expect(of('no-non-return', { running: 2 })).toContain('2 units in parallel without a check valve in the line');
  expect(of('negative-head', { head: -23.4, line: 'L1' })).toContain('suction and discharge of line L1 are swapped');
});
