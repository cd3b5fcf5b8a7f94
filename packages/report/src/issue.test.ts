import { compareStudies, runStudy, standingOf, type IssuedPaper, type Study } from '@cedar-knot/core';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { buildReport, reportName } from './build.js';
import { cellText, isNumber, type TableBlock } from './document.js';
import { reportPdf } from './files.js';
import { standingText } from './issue.js';
import { readBack } from './test/read-back.js';

const base: Study = { ...reinjectionStudy(), tag: 'P-410', report: { revision: 'A' } };
const paper = (letter: string, more: Partial<Study> = {}): IssuedPaper => ({
  letter,
  date: '2026-03-01',
  study: { ...base, report: { revision: letter }, ...more },
});
const now = (revision: string | undefined, more: Partial<Study> = {}): Study => ({
  ...base,
  report: revision === undefined ? {} : { revision },
  ...more,
});

test.each([
  ['nothing issued, no letter', now(undefined), [], 'Draft, not issued', undefined, ''],
  ['nothing issued yet', now('A'), [], 'Draft of revision A, not issued', undefined, '_revA-draft'],
  ['prepared', now('B'), [paper('A')], 'Draft of revision B, not issued', 'A', '_revB-draft'],
  ['as issued', now('B'), [paper('A'), paper('B')], 'Reprint of revision B (issued 2026-03-01), not the issued document', 'A', '_revB-reprint'],
  ['the first as issued', now('A'), [paper('A')], 'Reprint of revision A (issued 2026-03-01), not the issued document', undefined, '_revA-reprint'],
  ['changed', now('B', { notes: 'x' }), [paper('A'), paper('B')], 'Changed since revision B was issued (2026-03-01), not issued', 'B', '_revB-changed'],
])('%s', (_what, study, issued, says, since, name) => {
  const stands = standingOf(study, issued);
  expect([standingText(stands.standing), stands.since?.letter]).toEqual([says, since]);
  expect(reportName(study, stands.standing)).toBe(`P-410_reinjection-transfer${name}`);
  expect(buildReport(study, stands).standing).toBe(says);
}); // prettier-ignore

test('what is said of an issued paper is that it is; nothing where nothing is known', () => {
  expect([standingText({ kind: 'issued', letter: 'B' }), standingText(undefined)]).toEqual(['Revision B, issued', '']);
  expect(reportName(now('B'), { kind: 'issued', letter: 'B' })).toBe('P-410_reinjection-transfer_revB');
});

/** the valve holds 8 % more in the first scenario */
function more(study: Study): Study {
  const next = structuredClone(study);
  const [first] = next.scenarios;
  for (const l of next.lines)
    for (const e of l.elements) if (e.kind === 'control-valve' && e.mode === 'flow') e.flow = '313 m3/h';
  return { ...next, scenarios: [{ ...first!, name: 'Winter peak' }, ...next.scenarios.slice(1)] };
}

test('changes since a revision: every verdict, input and figure of a comparison, both values, in units', () => {
  const since = paper('A');
  const study = more({ ...base, report: { revision: 'B', parts: ['changes'] } });
  const scenarios = runStudy(study).scenarios;
  const { report: _a, ...before } = since.study;
  const { report: _b, ...after } = study;
  const found = compareStudies(before, after);
  expect([found.inputs.length > 0, found.figures.length > 100, found.verdicts.length > 0]).toEqual([true, true, true]);
  const [section] = buildReport(study, { since }, scenarios).sections;
  expect(section!.title).toBe('Changes since revision A');
  const tables = section!.blocks.filter((b): b is TableBlock => b.kind === 'table');
  expect(tables.map((t) => t.caption)).toEqual([
    `Changed verdicts (${found.verdicts.length})`,
    `Changed inputs (${found.inputs.length})`,
    `Changed results (${found.figures.length}); the 100 that changed most`,
  ]);
  const [verdicts, inputs, figures] = tables;
  expect(verdicts!.rows.map((r) => r.cells[0])).toEqual(found.verdicts.map((v) => expect.stringContaining(v.where) as string));
  expect(inputs!.rows.map((r) => r.cells.slice(3))).toContainEqual(expect.arrayContaining(['290 m³/h', '313 m³/h']));
  // the least of the rows on the paper moved more than any that is not on it
  const share = (a: number | null, b: number | null): number =>
    a === null || b === null ? 1 : Math.abs(a - b) / Math.max(Math.abs(a), Math.abs(b));
  const all = found.figures.map((f) => share(f.before, f.after)).sort((a, b) => b - a);
  const on = figures!.rows.map((r) => {
    const [was, is] = [r.cells[3]!, r.cells[4]!].map((c) => (isNumber(c) ? c.si : null));
    return share(was!, is!);
  });
  expect([on.length, Math.min(...on)]).toEqual([100, all[99]]);
  for (const r of figures!.rows) {
    const is = r.cells[4]!;
    if (!isNumber(is)) continue;
    const [id, key] = [is.from!.slice(0, is.from!.lastIndexOf('.')), is.from!.slice(is.from!.lastIndexOf('.') + 1)];
    const result = scenarios.find((s) => s.id === is.scenario)!.result!;
    const holder = result.elements[id] ?? result.points[id] ?? result.lines[id];
    expect([is.from, is.si]).toEqual([is.from, (holder as unknown as Record<string, number>)[key]]);
    expect(r.cells[5]).toBe(is.unit);
  }
  expect(section!.blocks.some((b) => b.kind === 'figure')).toBe(true);
});

test('a revision without a change says so', () => {
  const [section] = buildReport({ ...base, report: { revision: 'B', parts: ['changes'] } }, { since: paper('A') }).sections;
  expect(section!.blocks).toEqual([{ kind: 'text', text: 'No input, result or verdict changed since revision A.' }]);
});

test('every page says what the paper is, and its revision', async () => {
  const report = buildReport(now('B', { report: { revision: 'B', parts: ['cover', 'pump-sheet', 'margins'] } }), standingOf(now('B'), [paper('A')])); // prettier-ignore
  const { pages: lines } = readBack(await reportPdf(report));
  const pages = lines.map((l) => l.join(' '));
  expect(pages.length).toBeGreaterThan(1);
  for (const p of pages) expect(p).toContain('Draft of revision B, not issued');
  for (const p of pages.slice(1)) expect(p).toContain('rev B');
  const cover = report.sections[0]!.blocks[0] as TableBlock;
  expect(cover.rows.map((r) => r.cells.map((c) => cellText(c ?? null)))).toContainEqual([
    'Status',
    'Draft of revision B, not issued',
  ]);
});
