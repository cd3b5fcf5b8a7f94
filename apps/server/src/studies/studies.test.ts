import { blankStudy } from '@cedar-knot/core';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { SeedService } from '../seed/seed.service.js';
import { migrate } from '../database/migrate.js';
import { getConnectionToken } from '@nestjs/sequelize';
import { served } from '../testing.js';

const tests = served();
const { http } = tests;
type Whole = { id: string; version: number; title: string; document: any };

const create = async (document: object = reinjectionStudy()): Promise<Whole> =>
  (await http().post('/api/studies').send({ document }).expect(201)).body as Whole;
const get = async (id: string): Promise<Whole> => (await http().get(`/api/studies/${id}`).expect(200)).body as Whole;

test('health asks the database; the API describes itself; headers are sensible', async () => {
  const health = await http().get('/api/health').expect(200, { status: 'ok', database: 'ok', instance: null });
  expect(health.headers['content-security-policy']).toContain("script-src 'self'");
  expect(health.headers['x-content-type-options']).toBe('nosniff');
  expect(health.headers['x-powered-by']).toBeUndefined();
  const api = await http().get('/api/openapi.json').expect(200);
  expect(Object.keys((api.body as { paths: object }).paths)).toEqual(
    expect.arrayContaining(['/api/studies/{id}', '/api/studies/import']),
  );
});

test('another site, or a name that only resolves to this machine, is not answered', async () => {
  await http().get('/api/studies').set('Host', 'evil.example').expect(403);
  await http()
    .post('/api/studies')
    .set('Host', '127.0.0.1:4310')
    .set('Origin', 'http://evil.example')
    .send({ title: 'x' })
    .expect(403);
});

test('a study is created blank, listed, renamed, copied, deleted and had back', async () => {
  const made = (await http().post('/api/studies').send({ title: 'Feed pumps' }).expect(201)).body as Whole;
  expect(made).toMatchObject({ version: 1, title: 'Feed pumps', document: { format: 'cedar-knot-study', title: 'Feed pumps' } });
  const renamed = (
    await http().patch(`/api/studies/${made.id}`).send({ version: 1, title: 'Feed water', tag: 'P-1' }).expect(200)
  ).body as Whole;
  expect(renamed).toMatchObject({ version: 2, title: 'Feed water', tag: 'P-1', document: { title: 'Feed water', tag: 'P-1' } });
  const copy = (await http().post(`/api/studies/${made.id}/copy`).expect(201)).body as Whole;
  expect(copy).toMatchObject({ version: 1, title: 'Feed water (copy)' });
  await http().delete(`/api/studies/${made.id}`).expect(200);
  await http().get(`/api/studies/${made.id}`).expect(404);
  const listed = async (query: string) =>
    ((await http().get(`/api/studies${query}`).expect(200)).body as { studies: Whole[] }).studies.map((s) => s.id);
  expect(await listed('')).not.toContain(made.id);
  expect(await listed('?deleted=true')).toContain(made.id);
  await http().post(`/api/studies/${made.id}/restore`).expect(200);
  expect(await listed('')).toEqual(expect.arrayContaining([made.id, copy.id]));
});

type Head = { id: string; alternativeOf: string | null };

test('a study is kept as an alternative of another; one of an alternative is one more of the same', async () => {
  const base = (await create()) as unknown as Head;
  expect(base.alternativeOf).toBeNull();
  const keep = async (alternativeOf: string) =>
    http().post('/api/studies').send({ document: reinjectionStudy(), title: 'With the smaller pump', alternativeOf });
  const first = (await keep(base.id)).body as Head & { title: string; document: { title: string } };
  expect(first).toMatchObject({
    alternativeOf: base.id,
    title: 'With the smaller pump',
    document: { title: 'With the smaller pump' },
  });
  expect(((await keep(first.id)).body as Head).alternativeOf).toBe(base.id);
  const list = ((await http().get('/api/studies').expect(200)).body as { studies: Head[] }).studies;
  expect(list.filter((s) => s.alternativeOf === base.id)).toHaveLength(2);
  expect((await keep('3f1f0c6e-0000-4000-8000-000000000000')).status).toBe(404);
  expect((await keep('x')).status).toBe(400);
});

test('a list of studies: words of title and tag, sorted, a page at a time, with how many there are; asked again it is not sent again', async () => {
  const titled = async (title: string, tag: string) => {
    const { id } = (await http().post('/api/studies').send({ title }).expect(201)).body as Head;
    await http().patch(`/api/studies/${id}`).send({ version: 1, title, tag }).expect(200);
    return id;
  };
  const [b, a, c] = [await titled('Quench b 50%', 'Q-2'), await titled('Quench a', 'Q-3'), await titled('Quench c', 'Q-1')];
  type Page = { count: number; studies: (Head & { base: string | null })[] };
  const page = async (query: string) => (await http().get(`/api/studies?${query}`).expect(200)).body as Page;
  const ids = async (query: string): Promise<[number, string[]]> => {
    const { count, studies } = await page(query);
    return [count, studies.map((s) => s.id)];
  };
  expect(await ids('text=quench')).toEqual([3, [c, a, b]]);
  expect(await ids('text=quench&sort=title')).toEqual([3, [a, b, c]]);
  expect(await ids('text=quench&sort=tag&down=true')).toEqual([3, [a, b, c]]);
  expect(await ids('text=quench&sort=title&from=1&count=1')).toEqual([3, [b]]);
  // both words, one of them of the tag; a mark of the search stands for itself
  expect([await ids('text=Q-1%20quench'), await ids('text=50%25'), await ids('text=quench%20_')]).toEqual([[1, [c]], [1, [b]], [0, []]]); // prettier-ignore
  const other = (await http().post('/api/studies').send({ document: reinjectionStudy(), title: 'Quench d', alternativeOf: a })).body as Head; // prettier-ignore
  expect((await page(`of=${a}&sort=title`)).studies.map((s) => [s.id, s.base])).toEqual([[a, null], [other.id, 'Quench a']]); // prettier-ignore
  const { etag } = (await http().get('/api/studies?text=quench').expect(200)).headers as { etag: string };
  await http().get('/api/studies?text=quench').set('If-None-Match', etag).expect(304);
  await http().delete(`/api/studies/${c}`).expect(200);
  await http().get('/api/studies?text=quench').set('If-None-Match', etag).expect(200);
  await http().get('/api/studies?count=501').expect(400);
});

test('a save on an old version is refused with what changed, and nothing is overwritten', async () => {
  const { id, document } = await create();
  const longer = structuredClone(document);
  longer.lines[0].elements[6].length = '1300 m';
  await http().put(`/api/studies/${id}`).send({ version: 1, document: longer }).expect(200);
  const late = await http()
    .put(`/api/studies/${id}`)
    .send({ version: 1, document: { ...document, title: 'Mine' } })
    .expect(409);
  expect(late.body).toMatchObject({
    error: 'changed-meanwhile',
    version: 2,
    changes: [{ path: 'lines[T-41].elements[L-420].length', before: '1150 m', after: '1300 m' }],
  });
  expect((await get(id)).document).toEqual(longer);
});

test('of many saves at once on the same version exactly one is taken', async () => {
  const { id, document } = await create(blankStudy('Race'));
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, i) =>
      http()
        .put(`/api/studies/${id}`)
        .send({ version: 1, document: { ...document, notes: `n${i}` } }),
    ),
  );
  expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  const { versions } = (await http().get(`/api/studies/${id}/versions`).expect(200)).body as { versions: { version: number }[] };
  expect(versions.map((v) => v.version)).toEqual([2, 1]);
});

test('every saved version can be read again', async () => {
  const { id, document } = await create(blankStudy('Versions'));
  await http()
    .put(`/api/studies/${id}`)
    .send({ version: 1, document: { ...document, notes: 'second' } })
    .expect(200);
  const first = await http().get(`/api/studies/${id}/versions/1`).expect(200);
  expect((first.body as Whole).document).toEqual(document);
  await http().get(`/api/studies/${id}/versions/9`).expect(404);
});

test('what is exported is imported as the same study, unit and all', async () => {
  const { id, document } = await create();
  const file = await http().get(`/api/studies/${id}/file`).expect(200);
  expect(file.headers['content-disposition']).toBe('attachment; filename=p-410-a-b-reinjection-transfer.study.json');
  const again = await http().post('/api/studies/import').set('Content-Type', 'text/plain').send(file.text).expect(201);
  expect((again.body as Whole).document).toEqual(document);
});

describe('what is wrong is refused with its path, and the stored study stays as it was', () => {
  const broken = (change: (d: any) => void): object => {
    const d = structuredClone(reinjectionStudy()) as any;
    change(d);
    return d;
  };
  test.each<[string, object, string]>([
    ['a wrong unit', broken((d) => (d.lines[0].elements[0].length = '14 furlong')), 'lines[0].elements[0].length'],
    ['a missing id', broken((d) => delete d.lines[0].elements[3].id), 'lines[0].elements[3].id'],
    ['a million elements', broken((d) => (d.lines[0].elements = new Array(300_000).fill({ id: 'x' }))), 'lines[0].elements'],
    ['no lines', broken((d) => delete d.lines), 'lines'],
    ['an override with a wrong unit', broken((d) => (d.scenarios[1].set['CV-415.flow'] = '3 m')), 'scenarios[1].set.CV-415.flow'],
  ])('%s', async (_name, document, path) => {
    const { id, document: stored } = await create();
    const answer = await http().put(`/api/studies/${id}`).send({ version: 1, document }).expect(422);
    expect((answer.body as { errors: { path: string }[] }).errors).toContainEqual(expect.objectContaining({ path }));
    expect(await get(id)).toMatchObject({ version: 1, document: stored });
  });

  test('an unfinished study is kept: what it lacks is said by the interface', async () => {
    const { id } = await create(blankStudy('Unfinished'));
    const document = broken((d) => delete d.lines[0].elements[3].mode);
    await http().put(`/api/studies/${id}`).send({ version: 1, document }).expect(200);
  });

  test('broken JSON in a body and in a file, an empty file, a body beyond the limit, a version that is none', async () => {
    const { id } = await create();
    await http().put(`/api/studies/${id}`).set('Content-Type', 'application/json').send('{"version":1,').expect(400);
    const file = await http().post('/api/studies/import').set('Content-Type', 'text/plain').send('{\n"format": oops').expect(422);
    expect((file.body as { message: string }).message).toContain('line 2');
    await http().post('/api/studies/import').set('Content-Type', 'text/plain').send('').expect(422);
    await http()
      .put(`/api/studies/${id}`)
      .send({ version: 1, document: { notes: 'x'.repeat(9_000_000) } })
      .expect(413);
    const answer = await http().put(`/api/studies/${id}`).send({ version: 'one', document: {} }).expect(400);
    expect((answer.body as { errors: { path: string }[] }).errors[0]!.path).toBe('version');
    await http().get('/api/studies/not-an-id').expect(400);
    await http().get('/api/nothing').expect(404);
    expect((await get(id)).version).toBe(1);
  });
});

test('the demo is put in once; deleted, it stays deleted; migrations run once', async () => {
  const seed = tests.app.get(SeedService);
  const demos = async () =>
    ((await http().get('/api/studies')).body as { studies: Whole[] }).studies.filter((s) => s.title === 'Reinjection transfer');
  const before = (await demos()).length;
  await seed.seed();
  const after = await demos();
  expect(after).toHaveLength(before + 1);
  await http().delete(`/api/studies/${after[0]!.id}`).expect(200);
  await seed.seed();
  expect(await demos()).toHaveLength(before);
  expect(await migrate(tests.app.get(getConnectionToken()))).toEqual([]);
});

test('every version is kept; a revision is named, what changed since is told, an old one is had back by saving it', async () => {
  const made = await create();
  const path = `/api/studies/${made.id}`;
  const changed = { ...made.document, title: 'Two', notes: 'x' };
  await http().put(path).send({ version: 1, document: changed }).expect(200);
  await http().patch(`${path}/versions/1`).send({ name: ' Rev A, for approval ' }).expect(200);
  expect(((await http().get(`${path}/versions`).expect(200)).body as { versions: object[] }).versions).toMatchObject([
    { version: 2, name: null },
    { version: 1, name: 'Rev A, for approval' },
  ]);
  const changes = (await http().get(`${path}/versions/1/changes`).expect(200)).body as { path: string }[];
  expect(changes.map((c) => c.path).sort()).toEqual(['notes', 'title']);
  const old = (await http().get(`${path}/versions/1`).expect(200)).body as Whole;
  await http().put(path).send({ version: 2, document: old.document }).expect(200);
  expect((await get(made.id)).document).toEqual(made.document);
  await http().patch(`${path}/versions/1`).send({ name: '' }).expect(200);
  await http().patch(`${path}/versions/9`).send({ name: 'x' }).expect(404);
  await http().patch(`${path}/versions/1`).send({}).expect(400);
  await http().get(`${path}/versions/9/changes`).expect(404);
});
