import { readFileSync } from 'node:fs';
import type { AddressInfo, Socket } from 'node:net';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { served } from '../testing.js';
import { accountIn, accountOf, oncePerConnection } from './account.js';
import { connected, onWire } from './wire.js';

/* Whose connection it is: the kernel's table, asked for both ends. */

const HEAD = '  sl  local_address rem_address   st tx_queue rx_queue tr tm->when retrnsmt   uid  timeout inode';
const row = (from: string, to: string, state: string, account: number, inode: number): string =>
  `   0: ${from} ${to} ${state} 00000000:00000000 00:00000000 00000000  ${account}        0 ${inode} 1 0000 20 4 30 10 -1`;
/** 50000 = 0xC350 asks at 4310 = 0x10D6; 127.0.0.1 as a number of a little-endian machine is 0100007F, 127.0.0.2 is 0200007F */
const ENDS = { remoteAddress: '127.0.0.1', remotePort: 50_000, localAddress: '127.0.0.1', localPort: 4310 };
const [OWN, SERVER] = ['0100007F:C350', '0100007F:10D6'];

test('the row of the other end says whose it is', () => {
  const table = [
    HEAD,
    row(SERVER, '00000000:0000', '0A', 1000, 1),
    row(SERVER, OWN, '01', 1000, 3),
    row(OWN, SERVER, '01', 1001, 2),
  ];
  expect(accountIn(table.join('\n'), ENDS)).toBe(1001);
});

test.each([
  ['nothing', ''],
  ['our own end alone', row(SERVER, OWN, '01', 1000, 3)],
  ['the same port of another address', row('0200007F:C350', SERVER, '01', 1000, 3)],
  ['the same port, that asks at another address of ours', row(OWN, '0200007F:10D6', '01', 1000, 3)],
  ['the same port, that asks elsewhere', row(OWN, '0100007F:10D7', '01', 1000, 3)],
  ['a port of the same last digits', row('0100007F:1C350', SERVER, '01', 1000, 3)],
  ['one that was closed, which the table gives to root', row(OWN, SERVER, '06', 0, 0)],
  ['one that is being closed', row(OWN, SERVER, '04', 1000, 3)],
  ['one without an owner', row(OWN, SERVER, '01', 0, 0)],
])('%s says nothing', (_name, line) => {
  expect(accountIn([HEAD, line].join('\n'), ENDS)).toBeUndefined();
});

test('a connection from another address is nobody’s, whatever the table has', () => {
  const table = [HEAD, row(OWN, SERVER, '01', 1000, 2), row('0200007F:C350', SERVER, '01', 1000, 3)].join('\n');
  expect(accountIn(table, { ...ENDS, remoteAddress: '127.0.0.2' })).toBeUndefined();
  expect(accountIn(table, { ...ENDS, localAddress: '127.0.0.2' })).toBeUndefined();
  expect(accountIn(table, { ...ENDS, remotePort: undefined })).toBeUndefined();
});

test('a connection is asked for once, and again while it is not known', async () => {
  const answers = [undefined, 7, 8];
  const lookup = oncePerConnection(() => Promise.resolve(answers.shift()));
  const [one, other] = [{ ...ENDS }, { ...ENDS }] as const;
  expect([await lookup(one), await lookup(one), await lookup(one), await lookup(other)]).toEqual([undefined, 7, 7, 8]);
});

describe('on the wire', () => {
  // before the application is closed: it waits for its connections
  afterAll(() => holder.destroy());
  const tests = served(() => {
    const web = mkdtempSync(join(tmpdir(), 'cedar-knot-web-'));
    mkdirSync(join(web, 'assets'));
    writeFileSync(join(web, 'index.html'), '<title>page</title>');
    return { web };
  });
  let port: number;
  let holder: Socket;
  beforeAll(async () => {
    port = (tests.app.getHttpServer().address() as AddressInfo).port;
    holder = await connected(port);
  });
  const cookieFrom = async (localAddress: string, localPort?: number): Promise<string | undefined> =>
    (await onWire({ port, path: '/studies' }, { localAddress, ...(localPort ? { localPort } : {}) })).headers['set-cookie'];

  test('a page of this account is given a session; one from another address is not, though it has our port', async () => {
    expect(await accountOf({ ...ends(holder) })).toBe(process.getuid!());
    expect(await cookieFrom('127.0.0.1')).toContain('cedar-knot-');
    expect(await cookieFrom('127.0.0.2', holder.localPort)).toBeUndefined();
    expect(await cookieFrom('127.0.0.3')).toBeUndefined();
  });

  test('nor is one that has the port of a connection that was closed', async () => {
    const closed = await connected(port);
    const { localPort } = closed;
    closed.end();
    await new Promise((resolve) => closed.once('close', resolve));
    const hex = localPort!.toString(16).toUpperCase();
    // who closes first keeps the port for a minute
    const waiting = () => new RegExp(`0100007F:${hex} 0100007F:\\w+ 06 .*`).exec(readFileSync('/proc/net/tcp', 'utf8'));
    while (!waiting()) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(await cookieFrom('127.0.0.2', localPort)).toBeUndefined();
  });
});

/** a client's socket as the server sees it */
function ends({ localPort, remotePort }: Socket) {
  return { remoteAddress: '127.0.0.1', remotePort: localPort, localAddress: '127.0.0.1', localPort: remotePort };
}
