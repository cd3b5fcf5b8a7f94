import { createServer } from 'node:net';
import { Stop } from './run.mjs';

function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** The wanted loopback port, or the next free one. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 200; port++) if (await isFree(port)) return port;
  throw new Stop(`All ports from ${wanted} to ${wanted + 199} are taken; name another with CEDAR_KNOT_PORT.`);
}
