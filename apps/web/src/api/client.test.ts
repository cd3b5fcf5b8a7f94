import { blankStudy } from '@cedar-knot/core';
import { ApiError, api } from './client.js';

/* The edge to the server: what goes out, and what becomes of answers that are no good. */

interface Sent {
  url: string;
  init: RequestInit & { keepalive?: boolean };
}

function answering(status: number, body: string): Sent[] {
  const sent: Sent[] = [];
  globalThis.fetch = (url, init) => {
    sent.push({ url: url as string, init: init! });
    return Promise.resolve(new Response(body, { status }));
  };
  return sent;
}
const failure = async (work: Promise<unknown>): Promise<ApiError> => {
  try {
    await work;
  } catch (error) {
    if (error instanceof ApiError) return error;
    throw error;
  }
  throw new Error('it did not fail');
};

test('a document goes out as JSON, an imported file as the text that it is', async () => {
  const sent = answering(200, '{"id":"x"}');
  await api.createFrom(blankStudy('T'));
  await api.importText('{ not yet read');
  expect(sent.map((s) => [s.init.method, s.url])).toEqual([
    ['POST', '/api/studies'],
    ['POST', '/api/studies/import'],
  ]);
  expect(JSON.parse(sent[0]!.init.body as string)).toEqual({ document: blankStudy('T') });
  expect(sent[1]!.init.body).toBe('{ not yet read');
  expect(sent.map((s) => (s.init.headers as Record<string, string>)['content-type'])).toEqual(['application/json', 'text/plain']);
});

test('a save outlives the page while it is small enough for a browser; nothing else does', async () => {
  const sent = answering(200, '{}');
  const large = { ...blankStudy('T'), notes: 'x'.repeat(70_000) };
  await api.save('x', 3, blankStudy('T'), 'id');
  await api.save('x', 3, large, 'id');
  await api.copy('x');
  expect(sent.map((s) => s.init.keepalive)).toEqual([true, false, false]);
  expect(sent[2]!.init.body).toBeUndefined();
});

test('a refusal carries its status, its words, the fields that are wrong and what else was said', async () => {
  answering(409, '{"message":"Saved by someone else","version":7,"savedAt":"2026-01-01T00:00:00Z","changes":[]}');
  const conflict = await failure(api.save('x', 3, blankStudy('T'), 'id'));
  expect(conflict).toMatchObject({ status: 409, message: 'Saved by someone else', errors: [], body: { version: 7 } });
  answering(422, '{"message":"no","errors":[{"path":"lines[0]","message":"…"}]}');
  expect((await failure(api.importText('x'))).errors).toEqual([{ path: 'lines[0]', message: '…' }]);
});

test('an answer that is no JSON still says what happened, and so does none at all', async () => {
  answering(502, '<html>gateway</html>');
  expect(await failure(api.list())).toMatchObject({ status: 502, message: 'The application answered 502.' });
  globalThis.fetch = () => Promise.reject(new TypeError('network'));
  expect(await failure(api.list(true))).toMatchObject({ status: 0, message: expect.stringContaining('does not answer') });
});
