import { readFile } from 'node:fs/promises';
import type { Socket } from 'node:net';

/**
 * The account (uid) at the other end of a loopback connection, as the kernel's table of connections has it; undefined where there is
 * none to be read. Source: proc(5), /proc/net/tcp.
 */
export async function accountOf(socket: Pick<Socket, 'remoteAddress' | 'remotePort' | 'localPort'>): Promise<number | undefined> {
  const { remotePort, localPort } = socket;
  if (remotePort === undefined || localPort === undefined) return undefined;
  const table = await readFile('/proc/net/tcp', 'utf8').catch(() => '');
  return accountIn(table, remotePort, localPort);
}

/** @param own port of the one who asks @param other port that it asks at */
export function accountIn(table: string, own: number, other: number): number | undefined {
  for (const line of table.split('\n').slice(1)) {
    const [, from, to, , , , , uid] = line.trim().split(/\s+/);
    if (from?.startsWith('0100007F:') && portOf(from) === own && to && portOf(to) === other) return Number(uid);
  }
  return undefined;
}

const portOf = (address: string): number => Number.parseInt(address.split(':')[1] ?? '', 16);
