import { runStudy } from '../scenarios/run.js';
import { MISTAKES, wholeStudy } from '../test/mistakes.js';
import { parseStudyText } from './read-study.js';
import { blankStudy, writeStudy } from './study.js';

const all = (raw: unknown) => runStudy(raw).problems;

test('the whole study is right as it stands', () => {
  const run = runStudy(wholeStudy());
  expect(run.problems).toEqual([]);
  expect(run.scenarios.map((s) => s.result?.status)).toEqual(['solved', 'solved']);
});

test.each(MISTAKES)('%s is said at its place', (_name, change, path, reason) => {
  const study = wholeStudy();
  change(study);
  const found = all(study).filter((p) => p.path === path);
  expect(found.map((p) => p.detail.reason)).toContain(reason);
});

test('several mistakes are said at once, each once', () => {
  const study = wholeStudy();
  study.points.T.elevation = '2';
  study.lines[0].elements[0].length = '20 bar';
  study.pumps.p.speed = 'fast';
  const paths = all(study).map((p) => p.path);
  expect(paths).toEqual(expect.arrayContaining(['points.T.elevation', 'lines[0].elements[0].length', 'pumps.p.speed']));
  expect(new Set(paths).size).toBe(paths.length);
});

test('a mistake in one scenario leaves the others solved', () => {
  const study = wholeStudy();
  study.scenarios[0].set = { 'T.level': '1 kg' };
  const run = runStudy(study);
  expect(run.scenarios.map((s) => s.result?.status)).toEqual([undefined, 'solved']);
});

describe('the text of a file', () => {
  test.each([
    ['', 'empty-file'],
    ['  \n', 'empty-file'],
    ['{"format": ', 'bad-json'],
    ['not json', 'bad-json'],
  ])('%j: %s', (text, reason) => {
    const parsed = parseStudyText(text);
    expect('problem' in parsed && parsed.problem.detail.reason).toBe(reason);
  });
  test('a mark of byte order is passed over; line and column of a slip are given', () => {
    expect(parseStudyText('\uFEFF{}')).toEqual({ raw: {} });
    const slip = parseStudyText('{\n  "a": 1,\n  "b" 2\n}');
    expect('problem' in slip && slip.problem.detail).toMatchObject({ line: 3 });
  });
  test.each([[null], [[]], ['text'], [5]])('%j is no study', (raw) => {
    expect(all(raw)[0]).toMatchObject({ code: 'bad-document', detail: { reason: 'not-object' } });
  });
  test('what is written is read again to the letter, and ends with a newline', () => {
    const text = writeStudy(blankStudy('Ä'));
    expect(text.endsWith('}\n')).toBe(true);
    expect(parseStudyText(text)).toEqual({ raw: blankStudy('Ä') });
  });
});
