import { connect, type NetConnectOpts, type Socket } from 'node:net';

/* Requests for tests as they go over the wire: an ordinary client would tidy their addresses up. */

export interface WireAnswer {
  status: number;
  headers: Record<string, string>;
  body: string;
}

/** Sends one request and reads its answer to the end of the connection. */
export async function onWire(
  at: { port: number; method?: string; path: string; headers?: Record<string, string>; body?: string },
  from: Partial<NetConnectOpts> = {},
): Promise<WireAnswer> {
  const socket = await connected(at.port, from);
  const { method = 'GET', path, headers = {}, body = '' } = at;
  const all = {
    Host: `127.0.0.1:${at.port}`,
    Connection: 'close',
    ...(body === '' ? {} : { 'Content-Type': 'application/json', 'Content-Length': String(Buffer.byteLength(body)) }),
    ...headers,
  };
  const head = Object.entries(all).map(([k, v]) => `${k}: ${v}\r\n`);
  socket.write(`${method} ${path} HTTP/1.1\r\n${head.join('')}\r\n${body}`);
  let text = '';
  for await (const chunk of socket.setEncoding('utf8')) text += String(chunk);
  const [first = '', ...rest] = text.split('\r\n\r\n');
  const [start = '', ...lines] = first.split('\r\n');
  const said = lines.map((l) => [l.slice(0, l.indexOf(':')).toLowerCase(), l.slice(l.indexOf(':') + 2)] as const);
  return { status: Number(start.split(' ')[1]), headers: Object.fromEntries(said), body: rest.join('\r\n\r\n') };
}

export function connected(port: number, from: Partial<NetConnectOpts> = {}): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host: '127.0.0.1', port, ...from } as NetConnectOpts);
    socket.once('connect', () => resolve(socket)).once('error', reject);
  });
}
