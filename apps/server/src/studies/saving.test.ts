import { createServer, connect, type AddressInfo, type Server, type Socket } from 'node:net';
import { randomUUID } from 'node:crypto';
import { getConnectionToken } from '@nestjs/sequelize';
import { blankStudy } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { TEST_KEY, served, testConfig } from '../testing.js';

type Whole = { id: string; version: number; savedAt: string; title: string; document: Record<string, unknown> };

let proxy: Server;
const open = new Set<Socket>();
/** nothing comes through, and nothing is cut: a database that stands still */
let isFrozen = false;
function freeze(now: boolean): void {
  isFrozen = now;
  for (const s of open) if (now) s.pause(); else s.resume(); // prettier-ignore
}

const create = async (document: object = blankStudy('Saved')): Promise<Whole> =>
  (await http().post('/api/studies').send({ document }).expect(201)).body as Whole;

/** the database behind a wire that can be cut */
const tests = served(async () => {
  const { database } = testConfig();
  proxy = createServer((from) => {
    const to = connect(database.port, database.host);
    for (const [a, b] of [
      [from, to],
      [to, from],
    ] as const) {
      open.add(a);
      a.on('error', () => b.destroy()).on('close', () => b.destroy());
      a.pipe(b);
      if (isFrozen) a.pause();
    }
  });
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
  return { database: { ...database, port: (proxy.address() as AddressInfo).port } };
});
const { http } = tests;
afterAll(() => {
  for (const s of open) s.destroy();
  proxy.close();
});

describe('a save that is sent again', () => {
  test('is answered as it was, though others have saved since; nothing is stored twice', async () => {
    const { id, document } = await create();
    const body = { version: 1, saveId: randomUUID(), document: { ...document, title: 'First' } };
    const first = (await http().put(`/api/studies/${id}`).send(body).expect(200)).body as Whole;
    await http()
      .put(`/api/studies/${id}`)
      .send({ version: 2, saveId: randomUUID(), document: { ...document, title: 'Second' } })
      .expect(200);
    const again = (await http().put(`/api/studies/${id}`).send(body).expect(200)).body as Whole;
    expect(again).toEqual(first);
    const now = (await http().get(`/api/studies/${id}`).expect(200)).body as Whole;
    expect(now).toMatchObject({ version: 3, title: 'Second' });
  });
  test('with another id it is another save, and a conflict', async () => {
    const { id, document } = await create();
    await http().put(`/api/studies/${id}`).send({ version: 1, saveId: randomUUID(), document }).expect(200);
    await http().put(`/api/studies/${id}`).send({ version: 1, saveId: randomUUID(), document }).expect(409);
    await http().put(`/api/studies/${id}`).send({ version: 2, saveId: 'no uuid', document }).expect(400);
  });
});

test('a save id that belongs to another document is said, not taken for the save that was kept', async () => {
  const { id, document } = await create();
  const saveId = randomUUID();
  const save = (notes: string) =>
    http()
      .put(`/api/studies/${id}`)
      .send({ version: 1, saveId, document: { ...document, notes } });
  await save('one').expect(200);
  const answer = (await save('two').expect(409)).body as object;
  expect(answer).toMatchObject({ error: 'save-id-used' });
  expect(answer).not.toHaveProperty('changes');
  await save('one').expect(200);
  expect((await http().get(`/api/studies/${id}`).expect(200)).body).toMatchObject({ version: 2, document: { notes: 'one' } });
});

test('saves are kept while reports and imports fill their threads', async () => {
  const { id, document } = await create(reinjectionStudy());
  const order: string[] = [];
  const done = (name: string) => (answer: { status: number }) => order.push(`${name} ${answer.status}`);
  const valves = Object.fromEntries(Array.from({ length: 1000 }, (_, i) => [`v${i}`, { name: `V ${i}`, ratedKv: 40 + i, size: 'DN50' }])); // prettier-ignore
  const slow = [
    ...Array.from({ length: 6 }, () => http().post('/api/studies/report').send({ document, format: 'pdf' }).then(done('report'))),
    ...Array.from({ length: 2 }, () => http().post('/api/catalogue/import').send({ catalogue: { format: 'cedar-knot-catalogue', version: 1, valves } }).then(done('import'))), // prettier-ignore
  ];
  for (let version = 1; version <= 5; version++)
    await http()
      .put(`/api/studies/${id}`)
      .send({ version, saveId: randomUUID(), document: { ...document, notes: `save ${version}` } })
      .then(done('save'));
  await Promise.all(slow);
  expect(order.filter((o) => o === 'save 200')).toHaveLength(5);
  expect(order.filter((o) => o === 'report 200')).toHaveLength(6);
  expect(order.filter((o) => o === 'import 200')).toHaveLength(2);
  // the last save did not stand behind the last report
  expect(order.lastIndexOf('save 200')).toBeLessThan(order.lastIndexOf('report 200'));
});

test('a report whose logo is broken is refused with its path; its figures can be had without it', async () => {
  const document = {
    ...reinjectionStudy(),
    report: { logo: 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAA' },
  };
  const print = (format: string) => http().post('/api/studies/report').send({ document, format });
  for (const format of ['pdf', 'xlsx'])
    expect((await print(format).expect(422)).body).toMatchObject({ errors: [{ path: 'report.logo', code: 'bad-value' }] });
  await print('csv').expect(200);
});

describe('a database that is lost', () => {
  const cut = (): void => {
    for (const s of open) s.destroy();
    open.clear();
  };
  test('in the middle of a save: 503, and Whether the change was saved; then all goes on', async () => {
    const { id, document } = await create();
    const sequelize = tests.app.get<Sequelize>(getConnectionToken());
    // hold the study so that the save waits inside its transaction
    const holder = await sequelize.transaction();
    await sequelize.query('SELECT id FROM studies WHERE id = :id FOR UPDATE', {
      replacements: { id },
      transaction: holder,
      type: QueryTypes.SELECT,
    });
    const saving = http()
      .put(`/api/studies/${id}`)
      .send({ version: 1, document })
      .then((r) => r);
    const waiting = `SELECT COUNT(*) AS count FROM information_schema.PROCESSLIST WHERE INFO LIKE '%FOR UPDATE%' AND ID <> CONNECTION_ID()`;
    const isWaiting = async () =>
      (await sequelize.query<{ count: number }>(waiting, { transaction: holder, type: QueryTypes.SELECT }))[0]!.count > 0;
    while (!(await isWaiting())) await new Promise((resolve) => setTimeout(resolve, 20));
    cut();
    const answer = await saving;
    expect(answer.status).toBe(503);
    expect((answer.body as { message: string }).message).toContain('Whether the change was saved');
    await holder.rollback().catch(() => undefined);
    expect((await http().get(`/api/studies/${id}`).expect(200)).body).toMatchObject({ version: 1 });
    await http().put(`/api/studies/${id}`).send({ version: 1, document }).expect(200);
  });
});

describe('a database that stands still', () => {
  afterEach(() => freeze(false));
  test('is said to whoever waits for it and to whoever comes, health too; then all goes on, and what was sent is kept once', async () => {
    const { id, document } = await create();
    const saveId = randomUUID();
    const save = () =>
      http()
        .put(`/api/studies/${id}`)
        .send({ version: 1, saveId, document: { ...document, notes: 'frozen' } });
    freeze(true);
    const waiting = await Promise.all([save(), http().get(`/api/studies/${id}`), http().get('/api/health')]);
    expect(waiting.map((a) => [a.status, (a.body as { error: string }).error])).toEqual(Array(3).fill([503, 'database']));
    expect((waiting[0].body as { message: string }).message).toContain('Whether the change was saved');
    expect((waiting[1].body as { message: string }).message).not.toContain('Whether');
    // by now it is known
    expect((await http().get('/api/studies')).status).toBe(503);
    freeze(false);
    let again = await save();
    while (again.status === 503) again = await save();
    expect([again.status, (again.body as Whole).version]).toEqual([200, 2]);
    expect((await http().get(`/api/studies/${id}`).expect(200)).body).toMatchObject({
      version: 2,
      document: { notes: 'frozen' },
    });
  });
});

describe('people and versions', () => {
  test('a name is asked once and stands on the versions from then on', async () => {
    expect((await http().get('/api/person').expect(200)).body).toEqual({ person: null });
    const { id, document } = await create();
    await http().put('/api/person').send({ name: ' Ida Marsh ', initials: 'IM' }).expect(200);
    await http().put('/api/person').send({ name: '', initials: 'IM' }).expect(400);
    expect((await http().get('/api/person').expect(200)).body).toEqual({ person: { name: 'Ida Marsh', initials: 'IM' } });
    await http().put(`/api/studies/${id}`).send({ version: 1, document }).expect(200);
    const { versions } = (await http().get(`/api/studies/${id}/versions`).expect(200)).body as { versions: { by: unknown }[] };
    expect(versions.map((v) => v.by)).toEqual([{ name: 'Ida Marsh', initials: 'IM' }, null]);
  });

  test('every kept version is reached page by page, and read again as it was saved', async () => {
    const { id, document } = await create(reinjectionStudy());
    for (let v = 1; v <= 12; v++)
      await http()
        .put(`/api/studies/${id}`)
        .send({ version: v, document: { ...document, notes: `save ${v}` } })
        .expect(200);
    await http().patch(`/api/studies/${id}/versions/5`).send({ name: 'Rev A' }).expect(200);
    const seen: number[] = [];
    for (let before = ''; ;) {
      const page = (await http().get(`/api/studies/${id}/versions?limit=5${before}`).expect(200)).body as {
        versions: { version: number }[];
        kept: number;
        next: number | null;
      };
      expect(page.kept).toBe(13);
      seen.push(...page.versions.map((x) => x.version));
      if (page.next === null) break;
      before = `&before=${page.next}`;
    }
    expect(seen).toEqual([13, 12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
    const named = (await http().get(`/api/studies/${id}/versions?named=true`).expect(200)).body as { kept: number };
    expect(named).toMatchObject({ kept: 1, versions: [{ version: 5, name: 'Rev A' }] });
    const old = (await http().get(`/api/studies/${id}/versions/7`).expect(200)).body as Whole;
    expect(old.document).toEqual({ ...document, notes: 'save 6' });
  });
});

test('while a large document is judged others are answered', async () => {
  const large = {
    ...blankStudy('Large'),
    points: Object.fromEntries(Array.from({ length: 4000 }, (_, i) => [`p${i}`, { kind: 'vessel', elevation: `${i} m` }])),
  };
  const order: string[] = [];
  const judged = http().post('/api/studies').send({ document: large }).then(() => order.push('judged')); // prettier-ignore
  const healthy = http().get('/api/health').expect(200).then(() => order.push('health')); // prettier-ignore
  await Promise.all([judged, healthy]);
  expect(order[0]).toBe('health');
});

test.each([
  ['a fluid of an unknown kind', { fluids: { x: { kind: 'plasma' } } }, 'fluids.x.kind'],
  ['a fluid without a kind', { fluids: { x: { density: '800 kg/m3' } } }, 'fluids.x.kind'],
])('%s is refused with its path', async (_name, more, path) => {
  const document = { ...reinjectionStudy(), ...more };
  const answer = await http().post('/api/studies').send({ document });
  expect([answer.status, (answer.body as { errors: { path: string }[] }).errors.map((e) => e.path)]).toEqual([
    422,
    expect.arrayContaining([path]),
  ]);
});

test.each<[string, Buffer, number, string]>([
  [
    'nesting without end',
    Buffer.from(`{"version":1,"document":{"notes":${'['.repeat(200_000)}${']'.repeat(200_000)}}}`),
    422,
    'notes',
  ],
  ['a key that stands twice', Buffer.from('{"version":1,"document":{"lines":[],"lines":[]}}'), 422, 'lines'],
  [
    'bytes that are no UTF-8',
    Buffer.concat([Buffer.from('{"version":1,"document":{"notes":"'), Buffer.from([0xff, 0xc0])]),
    422,
    '',
  ],
])('%s is refused with its path', async (_name, body, status, path) => {
  const { id } = await create();
  const answer = await fetch(`${await tests.app.getUrl()}/api/studies/${id}`, {
    method: 'PUT',
    body,
    headers: { 'content-type': 'application/json', authorization: `Bearer ${TEST_KEY}` },
  });
  expect(answer.status).toBe(status);
  const { errors } = (await answer.json()) as { errors: { path: string }[] };
  expect(errors[0]!.path).toBe(path);
});
