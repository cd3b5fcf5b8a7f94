import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { getConnectionToken } from '@nestjs/sequelize';
import type { IssuedRevision, ModelWhole, PackageOpened, Study } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { bytes, served, TABLES } from '../testing.js';
import { readArchive, sha256, writeArchive, type Part } from './archive.js';
import { manifestSchema, type Manifest } from './manifest.js';

const tests = served();
const { http } = tests;

type Whole = { id: string; version: number; document: Study };
const PDF = Buffer.from('%PDF-1.7 printed curve');

const pack = async (id: string): Promise<Buffer> =>
  (await http().get(`/api/studies/${id}/package`).buffer(true).parse(bytes).expect(200)).body as Buffer;
const open = (file: Buffer) => http().post('/api/studies/package').set('Content-Type', 'application/octet-stream').send(file);
const opened = async (file: Buffer): Promise<PackageOpened> => (await open(file).expect(201)).body as PackageOpened;
const model = async (id: string): Promise<ModelWhole> =>
  (await http().get(`/api/catalogue/models/${id}`).expect(200)).body as ModelWhole;
const paper = async (id: string, of: string): Promise<string> =>
  sha256((await http().get(`/api/studies/${id}/revisions/A/papers/${of}`).buffer(true).parse(bytes).expect(200)).body as Buffer);
/** as if it was opened in another place */
const elsewhere = async (): Promise<void> => {
  const sequelize = tests.app.get<Sequelize>(getConnectionToken());
  for (const table of TABLES) await sequelize.query(`DELETE FROM ${table}`);
};
/** the parts of a file, changed; hashes and sizes in its list follow unless it is told not to */
async function changed(
  file: Buffer,
  change: (parts: Map<string, Buffer>, list: Manifest) => void,
  follows = true,
): Promise<Buffer> {
  const parts = await readArchive(file);
  const list = JSON.parse(parts.get('manifest.json')!.toString()) as Manifest;
  change(parts, list);
  if (follows)
    for (const f of list.files) {
      const data = parts.get(f.path);
      if (data) Object.assign(f, { size: data.byteLength, sha256: sha256(data) });
    }
  if (parts.has('manifest.json')) parts.set('manifest.json', Buffer.from(JSON.stringify(list)));
  return writeArchive([...parts].map(([path, data]): Part => ({ path, data })), new Date()); // prettier-ignore
}

/** a study with a model of the catalogue in its second revision, a picture of its curve, and a revision that was issued */
async function made(): Promise<{ study: Whole; modelId: string; file: Buffer; text: string }> {
  const base = reinjectionStudy();
  const entry = { ...base.pumps!.hollin!, maker: 'Wexcombe Rotating Works' };
  const first = (await http().post('/api/catalogue/models').send({ kind: 'pumps', key: 'hollin', entry, source: 'list 2026' }).expect(201)).body as ModelWhole; // prettier-ignore
  const revised = (await http().put(`/api/catalogue/models/${first.id}`).send({ revision: 1, entry: { ...entry, weight: '840 kg' }, note: 'weighed' }).expect(200)).body as ModelWhole; // prettier-ignore
  await http().post(`/api/catalogue/models/${first.id}/attachments?name=curve.pdf&role=curve`).set('Content-Type', 'application/octet-stream').send(PDF).expect(201); // prettier-ignore
  const document = { ...base, tag: 'P-410', report: { parts: ['cover', 'margins'] }, pumps: { hollin: { ...revised.entry, from: { model: first.id, revision: 2 } } } }; // prettier-ignore
  const study = (await http().post('/api/studies').send({ document }).expect(201)).body as Whole;
  const by = { version: study.version, letter: 'A', date: '2026-12-02', purpose: 'for purchase', by: 'I. Morrow' };
  await http().post(`/api/studies/${study.id}/revisions`).send(by).expect(201);
  const now = (await http().get(`/api/studies/${study.id}`).expect(200)).body as Whole;
  // and a change after it
  const later = (await http().put(`/api/studies/${study.id}`).send({ version: now.version, document: { ...now.document, notes: 'after A' } }).expect(200)).body as Whole; // prettier-ignore
  const text = (await http().get(`/api/studies/${study.id}`).expect(200)).text;
  return { study: later, modelId: first.id, file: await pack(study.id), text };
}

test('a study opens elsewhere with all that goes with it: models, their revisions and papers, and what was issued, byte for byte', async () => {
  const { study, modelId, file, text } = await made();
  const before = await model(modelId);
  const papers = [await paper(study.id, 'pdf'), await paper(study.id, 'xlsx')];
  const results = (await http().get(`/api/studies/${study.id}/revisions/A/results`).expect(200)).text;
  const heads = (await http().get(`/api/studies/${study.id}/revisions`).expect(200)).body as IssuedRevision[];
  await elsewhere();

  const there = await opened(file);
  expect(there).toMatchObject({ title: study.document.title, models: { added: 1, revised: 0, known: 0 }, attachments: 1, revisions: 1 }); // prettier-ignore
  const answer = (await http().get(`/api/studies/${there.id}`).expect(200)).text;
  expect(answer.slice(answer.indexOf('"document":'))).toBe(text.slice(text.indexOf('"document":')));
  expect((JSON.parse(answer) as Whole).version).toBe(study.version);
  const { usedIn, ...now } = await model(modelId);
  expect({ ...now, usedIn: before.usedIn }).toEqual(before);
  expect(usedIn).toMatchObject([{ id: there.id, revision: 2 }]);
  const attached = (await http().get(`/api/catalogue/attachments/${now.attachments[0]!.id}`).buffer(true).parse(bytes).expect(200)).body as Buffer; // prettier-ignore
  expect(attached.equals(PDF)).toBe(true);
  expect((await http().get(`/api/catalogue/models/${modelId}/revisions/1`).expect(200)).body).toMatchObject({ revision: 1 });
  expect([await paper(there.id, 'pdf'), await paper(there.id, 'xlsx')]).toEqual(papers);
  expect((await http().get(`/api/studies/${there.id}/revisions`).expect(200)).body).toEqual(heads);
  expect((await http().get(`/api/studies/${there.id}/revisions/A/results`).expect(200)).text).toBe(results);
  const versions = (await http().get(`/api/studies/${there.id}/versions`).expect(200)).body as { versions: object[] };
  expect(versions.versions).toMatchObject([
    { version: study.version, name: null },
    { version: 2, name: 'Revision A' },
  ]);
  // the next revision follows, and the model can be found
  await http().post(`/api/studies/${there.id}/revisions`).send({ version: study.version, letter: 'B', date: 'x', purpose: 'y', by: 'z' }).expect(201); // prettier-ignore
  const found = (await http().get('/api/catalogue/models?kind=pumps&count=10&from=0').expect(200)).body as { rows: { id: string }[] }; // prettier-ignore
  expect(found.rows.map((r) => r.id)).toEqual([modelId]);

  // opened once more beside it: the catalogue stays as it is
  expect(await opened(file)).toMatchObject({ models: { added: 0, revised: 0, known: 1 }, attachments: 0, revisions: 1 });
}, 60_000);

test('a model that is here gets the revisions that follow its own; one with other data, or another of the same key, stays', async () => {
  await elsewhere();
  const { modelId, file } = await made();
  const sequelize = tests.app.get<Sequelize>(getConnectionToken());
  const newest = async (): Promise<number> => (await model(modelId)).revision;
  // as it was before its second revision
  const back = async (): Promise<void> => {
    await sequelize.query('DELETE FROM model_revisions WHERE revision = 2');
    await sequelize.query('UPDATE models SET revision = 1');
  };
  await back();
  expect((await opened(file)).models).toEqual({ added: 0, revised: 1, known: 0 });
  expect(await newest()).toBe(2);
  await back();
  await sequelize.query(`UPDATE model_revisions SET entry = JSON_SET(entry, '$.name', 'another')`);
  expect((await opened(file)).models).toEqual({ added: 0, revised: 0, known: 1 });
  expect(await newest()).toBe(1);
  await elsewhere();
  await http().post('/api/catalogue/models').send({ kind: 'pumps', key: 'hollin', entry: reinjectionStudy().pumps!.hollin }).expect(201); // prettier-ignore
  expect((await opened(file)).models).toEqual({ added: 1, revised: 0, known: 0 });
  expect((await model(modelId)).key).toBe('hollin-2');
}, 60_000);

describe('a file that is not as it was written', () => {
  let file: Buffer;
  beforeAll(async () => {
    await elsewhere();
    ({ file } = await made());
    await elsewhere();
  }, 60_000);

  type Change = (parts: Map<string, Buffer>, list: any) => void;
  const json = (value: unknown): Buffer => Buffer.from(JSON.stringify(value));
  test.each<[string, Change, RegExp, boolean?]>([
    ['no list', (p) => p.delete('manifest.json'), /manifest\.json is missing/],
    ['a list of another version', (_, l) => (l.version = 2), /version/],
    ['a part that is missing', (p) => p.delete('study.json'), /study\.json is missing/],
    ['a part more', (p) => p.set('more.txt', Buffer.from('x')), /more\.txt is not in its list/],
    ['other bytes', (p) => p.set('revisions/1-A/report.pdf', Buffer.from('%PDF-1.7 other')), /report\.pdf is not as it was written/, false], // prettier-ignore
    ['a study that is none', (p) => p.set('study.json', json({ format: 'cedar-knot-study', version: 1, lines: 3 })), /lines/],
    ['a study that is no JSON', (p) => p.set('study.json', Buffer.from('{')), /JSON/],
    ['an entry with a wrong unit', (p, l) => p.set(l.models[0].revisions[0].file, json({ name: 'x', speed: '3 m', curve: [] })), /speed/], // prettier-ignore
    ['revisions of a model that fall', (_, l) => l.models[0].revisions.reverse(), /revisions of model hollin do not rise/],
    [
      'an attachment of more than an attachment has',
      (p, l) => p.set(l.models[0].attachments[0].file, Buffer.concat([PDF, Buffer.alloc(20 * 1024 * 1024)])),
      /larger than 20 MB/,
    ],
    ['an attachment twice', (_, l) => l.models[0].attachments.push(l.models[0].attachments[0]), /is in it more than once/],
    ['a model twice', (_, l) => l.models.push(l.models[0]), /is in it more than once/],
    ['an attachment of another kind', (p, l) => p.set(l.models[0].attachments[0].file, Buffer.from('<html>')), /not a PDF, PNG or JPEG/], // prettier-ignore
    ['an issued document that was changed', (p) => p.set('revisions/1-A/study.json', json({ a: 1 })), /revision A does not have its SHA-256/], // prettier-ignore
    ['a paper that is none', (p) => p.set('revisions/1-A/report.xlsx', Buffer.from('%PDF-1.7')), /report\.xlsx is not the paper/],
    ['a revision after the study', (_, l) => (l.revisions[0].version = l.study.version + 1), /versions of its revisions/],
    ['a revision that is the study, and is not', (_, l) => (l.revisions[0].version = l.study.version), /versions of its revisions/], // prettier-ignore
    ['a letter twice', (_, l) => l.revisions.push(l.revisions[0]), /letter is in it more than once/],
    ['a path that is no path', (_, l) => (l.files[0].path = '../study.json'), /path/],
  ])('%s: said, and nothing is kept', async (_what, change, says, follows = true) => {
    const answer = await open(await changed(file, change, follows)).expect(422);
    const { message, errors } = answer.body as { message: string; errors?: { path: string; message: string }[] };
    expect(`${message} ${(errors ?? []).map((e) => `${e.path} ${e.message}`).join(' ')}`).toMatch(says);
    for (const table of ['studies', 'models', 'attachments', 'study_revisions']) {
      const [row] = await tests.app.get<Sequelize>(getConnectionToken()).query<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`, { type: QueryTypes.SELECT }); // prettier-ignore
      expect([table, Number(row!.n)]).toEqual([table, 0]);
    }
  });

  test('what is no such file', async () => {
    for (const body of [Buffer.from('{"format":"cedar-knot-study"}'), Buffer.alloc(0), file.subarray(0, 500)]) {
      const answer = await open(body).expect(422);
      expect((answer.body as { error: string }).error).toBe('bad-package');
    }
  });

  test('its list is as the published schema has it; if not, run npm run schema', async () => {
    const schema = manifestSchema();
    const published = JSON.parse(readFileSync(join(process.cwd(), 'docs/package.schema.json'), 'utf8')) as unknown;
    expect(published).toEqual(JSON.parse(JSON.stringify(schema)));
    const validate = new Ajv2020({ strict: false, validateFormats: false, unicodeRegExp: true }).compile(schema);
    const list = JSON.parse((await readArchive(file)).get('manifest.json')!.toString()) as Manifest;
    validate(list);
    expect(validate.errors ?? []).toEqual([]);
    expect([list.models.length, list.models[0]!.revisions.length, list.models[0]!.attachments.length, list.revisions.length]).toEqual([1, 2, 1, 1]); // prettier-ignore
    for (const wrong of [{ ...list, more: 1 }, { ...list, files: [{ path: '../x', size: 1, sha256: 'a'.repeat(64) }] }, { ...list, revisions: [{ ...list.revisions[0], sha256: 'x' }] }]) expect(validate(wrong)).toBe(false); // prettier-ignore
  });
});
