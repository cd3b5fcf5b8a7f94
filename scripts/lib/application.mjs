import { join } from 'node:path';
import { background, ROOT, sleep, Stop, untilStalled } from './run.mjs';

/** The built server as a child that says over its channel why a start failed. */
export class Application {
  constructor(folder, account, settings) {
    this.folder = folder;
    this.log = settings.log ?? join(folder.path, 'server.log');
    this.environment = {
      ...process.env,
      NODE_ENV: 'production',
      CEDAR_KNOT_DB: JSON.stringify(account),
      CEDAR_KNOT_WEB: join(ROOT, 'apps/web/dist'),
      CEDAR_KNOT_LOG: this.log,
      CEDAR_KNOT_LOG_LEVEL: settings.logLevel,
      CEDAR_KNOT_SEED: '1',
      CEDAR_KNOT_FOLDER: folder.path,
      CEDAR_KNOT_INSTANCE: folder.identity().instance,
      CEDAR_KNOT_KEY: folder.newKey(),
    };
  }

  /**
   * Starts it and waits until it answers, as long as it gets on.
   *
   * @param onEnd called once when it ends later
   * @param onProgress told how far it is
   */
  async start(port, onEnd, onProgress = () => undefined) {
    let failure;
    let progress = 'the program';
    let ended = false;
    let isUp = false;
    const child = background(process.execPath, [join(ROOT, 'apps/server/dist/bundle/main.js')], {
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      // each of many threads would keep what it once needed for itself (malloc(3), mallopt(3))
      env: { MALLOC_ARENA_MAX: '2', ...this.environment, CEDAR_KNOT_PORT: String(port) },
    });
    this.child = child;
    child.on('message', (m) => {
      failure ??= m?.failed;
      if (m?.progress) onProgress((progress = m.progress));
    });
    child.once('exit', (code, signal) => {
      ended = true;
      if (isUp) onEnd(code ?? signal);
    });
    const isDone = async () => ended || (await this.answers(port));
    await untilStalled(isDone, () => progress, `The start of the application (${this.log} may say why)`);
    if (ended) throw new Stop(failure ?? `The application ended while starting; ${this.log} says why.`);
    isUp = true;
  }

  /** whether it is this one that answers: another program may have been quicker with the port */
  answers(port) {
    return fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(5000) })
      .then(async (r) => r.ok && (await r.json()).instance === this.environment.CEDAR_KNOT_INSTANCE)
      .catch(() => false);
  }

  async stop() {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await Promise.race([gone, sleep(8000)]);
    if (child.exitCode === null) child.kill('SIGKILL');
  }
}
