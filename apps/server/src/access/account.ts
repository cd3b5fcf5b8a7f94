import { readFile } from 'node:fs/promises';
import type { Socket } from 'node:net';

/** Both ends of a connection, as this process sees them: itself is `local`. */
export type Ends = Pick<Socket, 'remoteAddress' | 'remotePort' | 'localAddress' | 'localPort'>;

/** The account (uid) at the other end of a connection; undefined where it is not known. */
export type AccountLookup = (socket: Ends) => Promise<number | undefined>;

/** the one address whose connections are looked up: a table asked for a port alone answers for other addresses too */
const LOOPBACK = '127.0.0.1';
/** state of an established connection; one that was closed stands in the table without its owner, as account 0 */
const ESTABLISHED = '01';

/**
 * The account at the other end of a loopback connection, as the kernel's table of connections has it; undefined where there is none to
 * be read. Source: proc(5), /proc/net/tcp.
 */
export const accountOf: AccountLookup = async (socket) =>
  accountIn(await readFile('/proc/net/tcp', 'utf8').catch(() => ''), socket);

/** The same from a text of the table: the row of the other end, whose local address is our remote one. */
export function accountIn(table: string, ends: Ends): number | undefined {
  const { remoteAddress, remotePort, localAddress, localPort } = ends;
  if (remoteAddress !== LOOPBACK || localAddress !== LOOPBACK || !remotePort || !localPort) return undefined;
  const [own, other] = [inTable(remotePort), inTable(localPort)];
  for (const line of table.split('\n').slice(1)) {
    const [, from, to, state, , , , account, , inode] = line.trim().split(/\s+/);
    if (from === own && to === other && state === ESTABLISHED && inode !== '0') return Number(account);
  }
  return undefined;
}

/** 127.0.0.1 and a port as the table writes them: the address as a number of this machine's byte order */
const inTable = (port: number): string => `0100007F:${port.toString(16).toUpperCase().padStart(4, '0')}`;

/** Asks once a connection: its other end cannot change hands. What is not known yet is asked for again. */
export function oncePerConnection(lookup: AccountLookup): AccountLookup {
  const known = new WeakMap<Ends, number>();
  return async (socket) => {
    const found = known.get(socket) ?? (await lookup(socket));
    if (found !== undefined) known.set(socket, found);
    return found;
  };
}
