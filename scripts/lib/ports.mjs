import { createServer } from 'node:net';

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
  throw new Error(`no free port from ${wanted} to ${wanted + 199}`);
}
