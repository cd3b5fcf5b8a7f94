import { createHash, randomBytes } from 'node:crypto';
import { chmodSync, chownSync, existsSync, mkdirSync, openSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { dirname, join } from 'node:path';
import { ask, background, isRoot, say, Stop, until } from './run.mjs';
import { freePort } from './ports.mjs';

const WANTED_PORT = 33061;
const LONGEST_SOCKET_PATH = 100;

/**
 * A MariaDB of our own: data folder below the project, loopback only, its own socket, port and account.
 * Starting it twice finds the one that runs; after `kill -9` it recovers by itself.
 */
export class Database {
  constructor(folder, name) {
    this.name = name;
    this.home = join(folder, 'mariadb');
    this.data = join(this.home, 'data');
    this.run = join(this.home, 'run');
    this.user = daemonUser(this.home);
    this.admin = isRoot ? 'root' : userInfo().username;
    this.socket = socketPath(this.run);
    this.pidFile = join(this.run, 'm.pid');
    this.portFile = join(this.run, 'port');
    this.passwordFile = join(folder, 'database-password');
    this.process = undefined;
  }

  /** Starts the server (or finds it running) and makes database and account. Returns how to reach it. */
  async start() {
    this.makeFolders();
    if (!existsSync(join(this.data, 'mysql'))) this.install();
    if (!this.answers()) await this.launch();
    this.port = Number(readFileSync(this.portFile, 'utf8'));
    const password = this.password();
    this.sql(`CREATE DATABASE IF NOT EXISTS \`${this.name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
      CREATE USER IF NOT EXISTS 'cedar_knot'@'127.0.0.1' IDENTIFIED BY '${password}';
      ALTER USER 'cedar_knot'@'127.0.0.1' IDENTIFIED BY '${password}';
      GRANT ALL ON \`${this.name}\`.* TO 'cedar_knot'@'127.0.0.1';`);
    return { host: '127.0.0.1', port: this.port, user: 'cedar_knot', password, name: this.name };
  }

  makeFolders() {
    for (const folder of [this.home, this.run, join(this.home, 'tmp'), dirname(this.socket)]) {
      mkdirSync(folder, { recursive: true, mode: 0o755 });
      if (isRoot) this.give(folder);
    }
  }

  give(path) {
    if (this.user === 'root') return;
    const [uid, gid] = ['-u', '-g'].map((flag) => Number(ask('id', [flag, this.user]).out));
    chownSync(path, uid, gid);
  }

  install() {
    say('Making the database folder …');
    const args = [
      '--no-defaults',
      `--datadir=${this.data}`,
      '--auth-root-authentication-method=socket',
      '--skip-test-db',
      '--skip-name-resolve',
    ];
    if (isRoot) args.push(`--user=${this.user}`);
    else args.push(`--auth-root-socket-user=${this.admin}`);
    const made = ask('mariadb-install-db', args);
    if (!made.ok) {
      rmSync(this.data, { recursive: true, force: true });
      throw new Stop(`The database folder could not be made:\n${made.out}${made.err}`);
    }
  }

  /** After the server was ended from outside: on the same port, so that those who use it find it again. */
  async relaunch() {
    rmSync(this.pidFile, { force: true });
    await this.launch(this.port);
  }

  async launch(wanted = WANTED_PORT) {
    const port = await freePort(wanted);
    const args = [
      '--no-defaults',
      `--datadir=${this.data}`,
      `--socket=${this.socket}`,
      `--pid-file=${this.pidFile}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      `--tmpdir=${join(this.home, 'tmp')}`,
      `--log-error=${join(this.home, 'error.log')}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      '--skip-log-bin',
      '--innodb-buffer-pool-size=128M',
      '--max-allowed-packet=64M',
    ];
    if (isRoot) args.push(`--user=${this.user}`);
    const log = openSync(join(this.home, 'start.log'), 'a');
    // a session of its own, so that Ctrl-C in the terminal stops the application first and the database after it
    this.process = background('/usr/sbin/mariadbd', args, { detached: true, stdio: ['ignore', log, log] });
    let ended = false;
    this.process.once('exit', () => (ended = true));
    await until(() => ended || this.answers(), 60_000, 'The start of the database');
    if (ended) throw new Stop(`The database did not start; ${join(this.home, 'error.log')} says why.`);
    this.process.unref();
    writeFileSync(this.portFile, String(port));
  }

  answers() {
    return ask('mariadb-admin', ['--no-defaults', `-u${this.admin}`, '-S', this.socket, 'ping']).ok;
  }

  sql(text) {
    const done = ask('mariadb', ['--no-defaults', `-u${this.admin}`, '-S', this.socket], { input: text });
    if (!done.ok) throw new Stop(`The database account could not be made:\n${done.err}`);
  }

  password() {
    if (!existsSync(this.passwordFile)) writeFileSync(this.passwordFile, randomBytes(24).toString('hex'), { mode: 0o600 });
    chmodSync(this.passwordFile, 0o600);
    return readFileSync(this.passwordFile, 'utf8').trim();
  }

  /** Stops the server and waits until it has let go of its folder. */
  async stop() {
    if (!this.answers()) return;
    ask('mariadb-admin', ['--no-defaults', `-u${this.admin}`, '-S', this.socket, 'shutdown']);
    await until(() => !existsSync(this.pidFile), 30_000, 'The end of the database');
  }
}

/** Root lends the server to the account `mysql`, unless that account cannot reach the folder (below a closed home). */
function daemonUser(home) {
  if (!isRoot) return userInfo().username;
  for (let path = dirname(home); path !== '/'; path = dirname(path)) {
    if (existsSync(path) && (statSync(path).mode & 0o001) === 0) return 'root';
  }
  return ask('id', ['-u', 'mysql']).ok ? 'mysql' : 'root';
}

/** a socket's path may have 107 characters; below a deep folder it goes to the temporary one */
function socketPath(run) {
  const path = join(run, 'm.sock');
  if (path.length <= LONGEST_SOCKET_PATH) return path;
  return join(tmpdir(), `cedar-knot-${createHash('sha256').update(path).digest('hex').slice(0, 12)}`, 'm.sock');
}
