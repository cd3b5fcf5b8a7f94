import { createHash } from 'node:crypto';
import { getConnectionToken } from '@nestjs/sequelize';
import { runStudy, studyVerdict, type IssuedRevision, type Study } from '@cedar-knot/core';
import Excel from 'exceljs';
import type { Sequelize } from 'sequelize-typescript';
import { migrate } from '../database/migrate.js';
import { up } from '../database/migrations/0010-revisions.js';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { bytes, served } from '../testing.js';

const tests = served();
const { http } = tests;

type Whole = { id: string; version: number; document: Study };
const WORDS = { date: '2026-12-02', purpose: 'for purchase', by: 'I. Morrow' };

const create = async (document: object): Promise<Whole> =>
  (await http().post('/api/studies').send({ document }).expect(201)).body as Whole;
const issue = (id: string, version: number, letter: string, more: object = {}) =>
  http()
    .post(`/api/studies/${id}/revisions`)
    .send({ version, letter, ...WORDS, ...more });
const list = async (id: string): Promise<IssuedRevision[]> =>
  (await http().get(`/api/studies/${id}/revisions`).expect(200)).body as IssuedRevision[];
const paper = async (id: string, letter: string, of: 'pdf' | 'xlsx'): Promise<{ data: Buffer; name: string }> => {
  const answer = await http().get(`/api/studies/${id}/revisions/${letter}/papers/${of}`).buffer(true).parse(bytes).expect(200);
  return { data: answer.body as Buffer, name: answer.headers['content-disposition'] as string };
};
const words = async (xlsx: Buffer): Promise<string[]> => {
  const book = new Excel.Workbook();
  await book.xlsx.load(xlsx as unknown as Excel.Buffer);
  return book.worksheets.flatMap((s) => {
    const found: string[] = [];
    s.eachRow((r) => r.eachCell((c) => found.push(c.text)));
    return found;
  });
};

// fewer pages: what stands on them is held by the tests of the report
const study: Study = { ...reinjectionStudy(), tag: 'P-410', report: { parts: ['cover', 'revisions', 'changes', 'margins'], checkedBy: 'B. Lund' } }; // prettier-ignore

test('revisions take the next letter, are frozen with hash, results and papers, and stay as they are whatever comes after', async () => {
  const { id, version } = await create(study);
  expect(await list(id)).toEqual([]);
  const first = (await issue(id, version, 'A').expect(201)).body as Whole;
  expect(first.version).toBe(version + 1);
  const row = { revision: 'A', date: '2026-12-02', text: 'for purchase', preparedBy: 'I. Morrow', checkedBy: 'B. Lund' };
  expect(first.document.report).toMatchObject({ revision: 'A', date: '2026-12-02', checkedBy: 'B. Lund', revisions: [row] });
  // the version has its name, and is kept for it
  const versions = (await http().get(`/api/studies/${id}/versions?named=true`)).body as { versions: object[] };
  expect(versions.versions).toMatchObject([{ version: 2, name: 'Revision A' }]);

  const [head] = await list(id);
  const { scenarios } = runStudy(first.document);
  expect(head).toMatchObject({ letter: 'A', version: 2, purpose: 'for purchase', core: '0.1.0', name: 'P-410_reinjection-transfer_revA', verdict: studyVerdict(scenarios) }); // prettier-ignore
  const margins = scenarios.filter((s) => s.model!.judged).flatMap((s) => s.result!.margins);
  const count = (v: string): number => margins.filter((m) => m.verdict === v).length;
  expect(head!.counts).toEqual({ fails: count('fails'), near: count('near'), holds: count('holds') });
  // the hash is of the text of the document as it is answered
  const frozen = (await http().get(`/api/studies/${id}/revisions/A`).expect(200)).text;
  const text = frozen.slice(frozen.indexOf('"document":') + '"document":'.length, -1);
  expect(createHash('sha256').update(text).digest('hex')).toBe(head!.sha256);
  expect(JSON.parse(text)).toEqual(first.document);
  const results = (await http().get(`/api/studies/${id}/revisions/A/results`).expect(200)).body as { scenarios: { elements: unknown }[] }; // prettier-ignore
  expect(results).toMatchObject({ format: 'cedar-knot-results', verdict: head!.verdict });
  expect(results.scenarios.length).toBe(scenarios.length);

  const papers = [await paper(id, 'A', 'pdf'), await paper(id, 'A', 'xlsx')];
  expect(papers.map((p) => p.name)).toEqual([
    'attachment; filename=P-410_reinjection-transfer_revA.pdf',
    'attachment; filename=P-410_reinjection-transfer_revA.xlsx',
  ]);
  expect(papers[0]!.data.subarray(0, 5).toString('latin1')).toBe('%PDF-');
  expect(await words(papers[1]!.data)).toEqual(expect.arrayContaining(['Revision A, issued']));

  // B, from a changed document that was not prepared: it has no checker, and tells what changed since A
  const changed = { ...first.document, notes: 'Winter flow up.', site: { ...first.document.site, altitude: '300 m' } };
  await http().put(`/api/studies/${id}`).send({ version: 2, document: changed }).expect(200);
  const second = (await issue(id, 3, 'B').expect(201)).body as Whole;
  expect(second.document.report).not.toHaveProperty('checkedBy');
  expect(second.document.report!.revisions!.map((r) => [r.revision, r.checkedBy])).toEqual([['A', 'B. Lund'], ['B', undefined]]); // prettier-ignore
  expect(await words((await paper(id, 'B', 'xlsx')).data)).toEqual(
    expect.arrayContaining(['Revision B, issued', 'Changes since revision A', '300 m']),
  );
  expect((await paper(id, 'A', 'pdf')).data.equals(papers[0]!.data)).toBe(true);
  expect((await list(id)).map((r) => r.letter)).toEqual(['A', 'B']);
});

test('a letter that is not the next, a version that is not the newest, and two at once: one stands', async () => {
  const { id } = await create(study);
  expect((await issue(id, 1, 'C').expect(409)).body).toMatchObject({
    error: 'revision-taken',
    message: 'Revision C cannot be issued: the next one is A',
  });
  const both = await Promise.all([issue(id, 1, 'A'), issue(id, 1, 'A')]);
  expect(both.map((r) => r.status).sort()).toEqual([201, 409]);
  expect((await issue(id, 1, 'B').expect(409)).body).toMatchObject({ error: 'changed-meanwhile', version: 2 });
  expect((await list(id)).map((r) => [r.letter, r.version])).toEqual([['A', 2]]);
  await issue(id, 2, 'B', { purpose: '' }).expect(400);
  await http().get(`/api/studies/${id}/revisions/C`).expect(404);
  await http().get(`/api/studies/${id}/revisions/C/papers/pdf`).expect(404);
  // one that cannot be printed is not issued
  const broken = await create({ ...study, lines: study.lines.map((l) => ({ ...l, from: 'nowhere' })) });
  await issue(broken.id, 1, 'A').expect(422);
  expect(await list(broken.id)).toEqual([]);
});

test('a paper that is printed anew says that it is not the issued one', async () => {
  const made = await create(study);
  const printed = async (document: object): Promise<[string, string[]]> => {
    const answer = await http().post(`/api/studies/report?study=${made.id}`).send({ document, format: 'xlsx' }).buffer(true).parse(bytes).expect(200); // prettier-ignore
    return [
      /filename="?([^"]*)"?/.exec(answer.headers['content-disposition'] as string)![1]!,
      await words(answer.body as Buffer),
    ];
  };
  const { document } = (await issue(made.id, 1, 'A').expect(201)).body as Whole;
  const [name, says] = await printed(document);
  expect(name).toBe('P-410_reinjection-transfer_revA-reprint.xlsx');
  expect(says).toEqual(expect.arrayContaining(['Reprint of revision A (issued 2026-12-02), not the issued document']));
  const [other, changed] = await printed({ ...document, notes: 'x' });
  expect(other).toBe('P-410_reinjection-transfer_revA-changed.xlsx');
  expect(changed).toEqual(expect.arrayContaining(['Changed since revision A was issued (2026-12-02), not issued']));
});

test('who checked and approved, typed before there were revisions, becomes a note in a version of its own, once', async () => {
  const sequelize = tests.app.get<Sequelize>(getConnectionToken());
  const { id } = await create({ ...study, notes: 'As agreed.', report: { ...study.report, approvedBy: 'R. Sand', company: 'Tarnholt' } }); // prettier-ignore
  const plain = await create({ ...study, report: { company: 'Tarnholt' } });
  await up(sequelize.getQueryInterface());
  await up(sequelize.getQueryInterface());
  const after = (await http().get(`/api/studies/${id}`)).body as Whole;
  expect(after.version).toBe(2);
  expect(after.document.notes).toBe(
    'As agreed.\nChecked, as typed before revisions were issued: B. Lund\nApproved, as typed before revisions were issued: R. Sand',
  );
  expect(after.document.report).toEqual({ parts: study.report!.parts, company: 'Tarnholt' });
  expect(((await http().get(`/api/studies/${id}/versions/2`)).body as Whole).document).toEqual(after.document);
  expect(((await http().get(`/api/studies/${plain.id}`)).body as Whole).version).toBe(1);
  // and the next save stands on it
  await http().put(`/api/studies/${id}`).send({ version: 2, document: after.document }).expect(200);
  expect(await migrate(sequelize)).toEqual([]);
});
