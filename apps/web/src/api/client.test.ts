import { api, ApiError, wordsOf } from './client.js';

/* What the page makes of the server's answers: their words, their lines, and what it sends. */

const answer = (status: number, body: unknown): Response =>
  new Response(typeof body === 'string' ? body : JSON.stringify(body), { status });
let sent: { path: string; init: RequestInit }[] = [];
const fetched = (make: (path: string) => Response | Promise<Response>): void => {
  sent = [];
  globalThis.fetch = ((path: string, init: RequestInit) => {
    sent.push({ path, init });
    return Promise.resolve(make(path));
  }) as typeof fetch;
};
const failure = async (work: Promise<unknown>): Promise<ApiError> => {
  const e = await work.then(
    () => null,
    (x: unknown) => x,
  );
  expect(e).toBeInstanceOf(ApiError);
  return e as ApiError;
};

describe('a refusal', () => {
  test('has the server’s words, its places, and what it says of a conflict', async () => {
    fetched(() => answer(409, { error: 'conflict', message: 'Saved elsewhere.', version: 7, savedAt: 'x', changes: [{ path: 'a' }] })); // prettier-ignore
    const e = await failure(api.save('s', 3, {} as never, 'id'));
    expect([e.status, e.message, e.body.version, e.body.changes]).toEqual([409, 'Saved elsewhere.', 7, [{ path: 'a' }]]);
    fetched(() => answer(422, { message: 'bad', errors: [{ path: 'points.V.level', message: 'Found "deep".' }, { path: 'x', message: 'y' }] })); // prettier-ignore
    expect(wordsOf(await failure(api.importText('{')))).toBe('points.V.level: Found "deep".');
    fetched(() => answer(422, { message: 'bad', errors: [{ path: '', message: 'The file is empty.' }] }));
    expect(wordsOf(await failure(api.importText('')))).toBe('The file is empty.');
  });

  test('that says codes and values is worded here, in the units of the person', async () => {
    const words = { word: 'server.notFound', values: { what: { word: 'server.study', values: { id: 'x1' } } } };
    fetched(() => answer(404, { error: 'not-found', message: 'in English', words }));
    expect((await failure(api.get('x1'))).message).toBe('Not found: study x1.');
    const detail = { reason: 'missing', key: 'length', label: { word: 'field.length' } };
    fetched(() => answer(422, { message: 'bad', errors: [{ path: 'p', message: 'in English', problem: { code: 'missing', where: [], detail } }] })); // prettier-ignore
    expect(wordsOf(await failure(api.importText('{}')))).toBe('p: Length ("length") is missing.');
  });

  test('without words says its status; a server that is not there is told from one that refuses', async () => {
    fetched(() => answer(502, '<html>'));
    expect((await failure(api.list())).message).toBe('The application responded with status 502.');
    fetched(() => Promise.reject(new TypeError('Failed to fetch')));
    const e = await failure(api.list());
    expect([e.status, wordsOf(e)]).toEqual([0, 'The application on this computer does not respond.']);
    // one that was called off is no failure of the server
    fetched(() => Promise.reject(new DOMException('off', 'AbortError')));
    await expect(api.list()).rejects.toThrow('off');
    expect([wordsOf(new Error('plain')), wordsOf('text')]).toEqual(['plain', 'text']);
  });
});

describe('what only has to wait', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());
  const busy = (): Response => new Response(JSON.stringify({ error: 'busy', message: 'wait' }), { status: 503, headers: { 'retry-after': '1' } }); // prettier-ignore

  test('comes again after the time that was said, with the same body; Stop ends the waiting', async () => {
    const answers = [busy(), busy(), answer(200, { version: 2 })];
    fetched(() => answers.shift()!);
    const kept = api.save('s', 1, {} as never, 'id');
    await jest.advanceTimersByTimeAsync(1900);
    expect(sent).toHaveLength(2);
    await jest.advanceTimersByTimeAsync(200);
    await expect(kept).resolves.toEqual({ version: 2 });
    expect(new Set(sent.map((s) => s.init.body)).size).toBe(1);
    fetched(busy);
    const stop = new AbortController();
    const report = expect(api.printReport('s', {} as never, { format: 'pdf' }, stop.signal)).rejects.toThrow('Stopped');
    await jest.advanceTimersByTimeAsync(2500);
    stop.abort();
    await report;
    // a database that does not answer is no queue: who asked is told
    fetched(() => answer(503, { message: 'The database does not respond.' }));
    expect((await failure(api.list())).message).toBe('The database does not respond.');
  });

  test('a session that has ended is renewed by loading a page, once for all who wait, and the request comes again', async () => {
    let isIn = false;
    fetched((path) => {
      if (path === '/') {
        isIn = true;
        return answer(200, '<title>');
      }
      return isIn ? answer(200, []) : answer(401, { error: 'no-session', message: 'no session' });
    });
    await Promise.all([api.list(), api.list()]);
    expect(sent.map((s) => s.path)).toEqual(['/api/studies', '/api/studies', '/', '/api/studies', '/api/studies']);
    // of another account no session comes of it: asked once more, then said
    fetched((path) => (path === '/' ? answer(200, '<title>') : answer(401, { message: 'no session' })));
    expect((await failure(api.list())).status).toBe(401);
    expect(sent).toHaveLength(3);
  });
});

test('a save that is under way when the page is left still arrives, as long as a browser carries it', async () => {
  fetched(() => answer(200, {}));
  await api.save('s', 1, { title: 'small' } as never, 'id');
  await api.save('s', 1, { notes: 'x'.repeat(70_000) } as never, 'id');
  await api.create('t');
  expect(sent.map((s) => s.init.keepalive)).toEqual([true, false, false]);
  expect(JSON.parse(sent[0]!.init.body as string)).toEqual({ version: 1, saveId: 'id', document: { title: 'small' } });
});

test('a study file goes as text, an attachment as it is, an address with what it names written safely', async () => {
  fetched(() => answer(200, {}));
  await api.importText('{"a":1}');
  expect(sent[0]!.init).toMatchObject({ body: '{"a":1}', headers: { 'content-type': 'text/plain' } });
  const file = new Blob(['%PDF']);
  await api.attach('m', 'a&b ü.pdf', 'drawing', file);
  expect(sent[1]!.init.body).toBe(file);
  expect(sent[1]!.path).toBe('/api/catalogue/models/m/attachments?name=a%26b%20%C3%BC.pdf&role=drawing');
  await api.versions('s', 12, true);
  await api.versions('s');
  expect(sent.slice(2).map((s) => s.path)).toEqual(['/api/studies/s/versions?named=true&before=12', '/api/studies/s/versions?named=false']); // prettier-ignore
});

describe('answers that come a line at a time', () => {
  const lines = (...texts: string[]): Response => {
    const bytes = new TextEncoder().encode(texts.join(''));
    // in pieces that part lines, and letters of two bytes
    const cut = [0, 7, 18, 19, 40, bytes.length];
    const pieces = cut.slice(1).map((end, i) => bytes.slice(cut[i], Math.max(cut[i]!, Math.min(end, bytes.length))));
    return new Response(new ReadableStream({ start: (c) => { for (const p of pieces) if (p.length > 0) c.enqueue(p); c.close(); } })); // prettier-ignore
  };
  const rank = (response: Response, pieces: unknown[] = []) => {
    fetched(() => response);
    return api.rankCatalogue({} as never, 'P-1', { vary: 'none', objective: 'energy' }, (piece, done, of) => pieces.push([piece, done, of]), new AbortController().signal); // prettier-ignore
  };

  test('each piece is handed on as it comes, the last line ends it', async () => {
    const pieces: unknown[] = [];
    const all = lines('{"piece":"ü1","done":1,"of":2}\n', '{"piece":"ü2","done":2,"of":2}\n', '{"result":true}\n');
    await expect(rank(all, pieces)).resolves.toBe(true);
    expect(pieces).toEqual([['ü1', 1, 2], ['ü2', 2, 2]]); // prettier-ignore
  });

  test('a problem on the way is thrown with its places; an answer that breaks off says that nothing was changed', async () => {
    const broken = await failure(rank(lines('{"piece":1,"done":1,"of":2}\n', '{"problem":{"message":"no","errors":[{"path":"pumps.x","message":"odd"}]}}\n'))); // prettier-ignore
    expect([broken.status, wordsOf(broken)]).toEqual([422, 'pumps.x: odd']);
    expect((await failure(rank(lines('{"piece":1,"done":1,"of":2}\n{"pie')))).message).toMatch(/cut off. Nothing was changed/); // prettier-ignore
    fetched(() => answer(400, { message: 'no such pump' }));
    expect((await failure(api.rankCatalogue({} as never, 'x', {} as never, () => undefined, new AbortController().signal))).message).toBe('no such pump'); // prettier-ignore
  });
});

test('a file is handed on as bytes, a refusal in its place as words', async () => {
  fetched(() => new Response('%PDF-1.7', { status: 200 }));
  expect(await (await api.printReport('s', {} as never, { format: 'pdf' })).text()).toBe('%PDF-1.7');
  fetched(() => answer(422, { message: 'Nothing was printed' }));
  expect((await failure(api.exportModels('csv', ['a'], 't'))).message).toBe('Nothing was printed');
});

test('a list is asked for by what is said alone; models without a family are asked for by an empty name', async () => {
  fetched(() => answer(200, {}));
  const filter = { family: '', maxSpeed: 1500, isOdd: true } as const;
  await api.models({ kind: 'pumps', retired: false, filter, order: { column: 'head', isDown: true } }, 60, 60);
  await api.models({ kind: 'valves', retired: true, filter: {} }, 0, 0, 'm');
  await api.list();
  await api.list({ deleted: true, count: 500 });
  expect(sent.map((s) => s.path)).toEqual([
    '/api/catalogue/models?kind=pumps&family=&maxSpeed=1500&odd=true&sort=head&down=true&from=60&count=60',
    '/api/catalogue/models?kind=valves&retired=true&from=0&count=0&place=m',
    '/api/studies',
    '/api/studies?deleted=true&count=500',
  ]);
});
