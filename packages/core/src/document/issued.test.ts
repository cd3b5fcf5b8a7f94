import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CORE_VERSION, issuedDocument, nextRevision, preparedReport } from './issued.js';
import { blankStudy, type RawReport } from './study.js';

test.each([
  [[], undefined, 'A'],
  [[], 'C', 'C'],
  [[], '0', '0'],
  // no letter of a revision
  [[], 'C, draft', 'A'],
  [['A'], 'Q', 'B'],
  // I, O, Q, S, X and Z are passed over (ASME Y14.35)
  [['H'], undefined, 'J'],
  [['N'], undefined, 'P'],
  [['P'], undefined, 'R'],
  [['R'], undefined, 'T'],
  [['W'], undefined, 'Y'],
  [['Y'], undefined, 'AA'],
  [['AY'], undefined, 'BA'],
  [['YY'], undefined, 'AAA'],
  // typed by hand before any was issued
  [['I'], undefined, 'J'],
  [['Z'], undefined, 'AA'],
  [['A', 'B', '0'], undefined, '1'],
  [['9'], undefined, '10'],
])('after %j, with %j in the title block, comes %s', (issued, revision, next) => {
  expect(nextRevision(issued, { report: revision === undefined ? {} : { revision } })).toBe(next);
});

test('no letter comes twice in the first 900', () => {
  const seen = ['A'];
  while (seen.length < 900) seen.push(nextRevision(seen.slice(-1), {}));
  // 20 letters alone, 400 pairs, the rest of three
  expect([new Set(seen).size, seen[19], seen[20], seen[419], seen[420]]).toEqual([900, 'Y', 'AA', 'YY', 'AAA']);
});

test('preparing a revision opens date, checked and approved again and leaves the rest', () => {
  const report = {
    revision: 'A',
    date: '2026-03-01',
    checkedBy: 'B. Lund',
    approvedBy: 'R. Sand',
    company: 'Tarnholt Utilities',
  };
  expect(preparedReport(report, 'B')).toEqual({ revision: 'B', company: 'Tarnholt Utilities' });
});

test('an issued document has its letter, date and row; one that was not prepared loses the checkers of the one before', () => {
  const words = { date: '2026-12-02', purpose: 'for purchase', by: 'I. Morrow' };
  const study = blankStudy('Reinjection transfer');
  const of = (report: RawReport, issued = ['A']): unknown => issuedDocument({ ...study, report }, issued, words).report;
  const rows = [{ revision: 'A', text: 'for enquiry' }];
  const row = { revision: 'B', date: '2026-12-02', text: 'for purchase', preparedBy: 'I. Morrow' };
  expect(of({ revision: 'A', checkedBy: 'B. Lund', revisions: rows })).toEqual({
    revision: 'B',
    date: '2026-12-02',
    revisions: [...rows, row],
  });
  // prepared, and checked since; a row that was typed for it gives way
  const typed = [...rows, { revision: 'B', text: 'draft' }];
  expect(of({ revision: 'B', checkedBy: 'B. Lund', revisions: typed })).toEqual({
    revision: 'B',
    checkedBy: 'B. Lund',
    date: '2026-12-02',
    revisions: [...rows, { ...row, checkedBy: 'B. Lund' }],
  });
  // the first of all: nobody can have checked another one
  expect(of({ checkedBy: 'B. Lund' }, [])).toMatchObject({ revision: 'A', checkedBy: 'B. Lund' });
  expect(issuedDocument({ ...study, report: { revision: 'B' } }, ['A'], words)).toEqual({
    ...study,
    report: of({ revision: 'B' }),
  });
});

test('the version of the calculation is that of its package', () => {
  const { version } = JSON.parse(readFileSync(join(__dirname, '../../package.json'), 'utf8')) as { version: string };
  expect(CORE_VERSION).toBe(version);
});
