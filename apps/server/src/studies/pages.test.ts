import type { Study } from '@cedar-knot/core';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { bytes, served } from '../testing.js';
import type { PrintedChapter } from './studies.service.js';

/* The pages of a report as they are printed to be looked at. What stands on them is held by the tests of the report. */

const tests = served();
const { http } = tests;

type Line = PrintedChapter & { result?: true; problem?: { errors: { path: string }[] } };

async function print(document: object, known?: object[]): Promise<Line[]> {
  const answer = await http().post('/api/studies/report/pages').send({ document, known }).buffer(true).parse(bytes).expect(200);
  return (answer.body as Buffer).toString('utf8').trim().split('\n').map((l) => JSON.parse(l) as Line); // prettier-ignore
}

const asKnown = (lines: Line[]): object[] =>
  lines.flatMap(({ key, pages, starts, missed }) => (key === null || key === undefined ? [] : [{ key, pages, starts, missed }]));
const withPdf = (lines: Line[]): number[] => lines.filter((l) => l.pdf).map((l) => l.chapter);
const isPdf = (l: Line): boolean => Buffer.from(l.pdf!, 'base64').subarray(0, 5).toString('latin1') === '%PDF-';

test('the first pages come before the rest, each chapter once, the first again with its contents', async () => {
  const lines = await print(reinjectionStudy());
  const [first, ...rest] = lines.slice(0, -1);
  expect(first).toMatchObject({ chapter: 0, of: null, key: null });
  expect(lines.at(-1)).toEqual({ result: true });
  expect(lines.slice(0, -1).every(isPdf)).toBe(true);
  const of = rest[0]!.of!;
  expect(of).toBeGreaterThan(3);
  expect(rest.map((l) => l.chapter).sort((a, b) => a - b)).toEqual(Array.from({ length: of }, (_, k) => k));
  // with its contents it is last: it says where all others begin
  expect(rest.at(-1)!.chapter).toBe(0);
  for (const l of rest) expect([l.key !== null, l.pages > 0, l.starts.length > 0]).toEqual([true, true, true]);
});

test('what is known comes without its pages; a change prints its own chapter, and the first where pages move', async () => {
  const study: Study = { ...reinjectionStudy(), report: { parts: ['cover', 'assumptions', 'pump-sheet', 'curves', 'notes'] }, notes: 'One.' }; // prettier-ignore
  const before = await print(study);
  expect(withPdf(await print(study, asKnown(before)))).toEqual([]);
  // the notes stand behind the curves: the chapter of both is printed, and nothing else
  const [curves] = before.filter((l) => l.of !== null).map((l) => l.of! - 1);
  expect(withPdf(await print({ ...study, notes: 'Two.' }, asKnown(before)))).toEqual([curves]);
  const longer = { ...study, notes: Array.from({ length: 200 }, (_, i) => `Note ${i}.`).join('\n') };
  expect(withPdf(await print(longer, asKnown(before)))).toEqual([curves, 0]);
  // on other paper every page is another one
  expect(withPdf(await print({ ...study, report: { ...study.report, paper: 'Letter' } }, asKnown(before))).length).toBe(curves! + 1); // prettier-ignore
});

test('a study that cannot be printed is refused with its path', async () => {
  const [refused] = await print({ ...reinjectionStudy(), lines: 3 });
  expect(refused!.problem!.errors[0]!.path).toBe('lines');
});
