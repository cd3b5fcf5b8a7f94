import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { ask, background, freeMb, isRoot, say, sleep, Stop, ticksOf, untilStalled } from './run.mjs';
import { grantedNames } from './backup/restore.mjs';
import { freePort } from './ports.mjs';

/** tests beside each other each begin elsewhere */
const WANTED_PORT = 33061 + Number(process.env.CEDAR_KNOT_TEST_PORT ?? 0);
const LONGEST_SOCKET_PATH = 100;
/** after which a folder that was never finished is surely in nobody's use, ms */
const ABANDONED_MS = 3_600_000;
const LAUNCHES = 4;
/** with less than this the server does not go on, nor come to its end */
const LEAST_FREE_MB = 10;
/** a server that is told to end, writes nothing and does not work for so long stands still, ms */
const STANDSTILL_MS = 30_000;
/** for the first word of a server that takes a connection, s */
const ANSWER_SECONDS = 20;

/**
 * A MariaDB of our own: data folder below the project, loopback only, its own socket, port and account. It ends with whoever started it;
 * starting it twice finds the one that runs; after `kill -9` it recovers by itself.
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
    this.errorLog = join(this.home, 'error.log');
    this.passwordFile = join(folder, 'database-password');
    this.process = undefined;
  }

  /** Starts the server (or finds it running) and makes database and account. Returns how to reach it. */
  async start() {
    this.makeFolders();
    this.setAside();
    if (!existsSync(this.data)) this.install();
    if (this.isLeftBehind()) await this.endLeftBehind();
    if (!this.answers()) await this.launch();
    this.port = this.portOfServer();
    this.make(this.name);
    return this.account();
  }

  /** a database of the name, the account, and its rights on it */
  make(name) {
    const password = this.password();
    this.sql(`CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
      CREATE USER IF NOT EXISTS 'cedar_knot'@'127.0.0.1' IDENTIFIED BY '${password}';
      ALTER USER 'cedar_knot'@'127.0.0.1' IDENTIFIED BY '${password}';
      ${grantedNames(name).map((granted) => `GRANT ALL ON ${granted}.* TO 'cedar_knot'@'127.0.0.1';`).join(' ')}`); // prettier-ignore
  }

  /** how the server that runs is reached */
  account() {
    this.port ??= this.portOfServer();
    return { host: '127.0.0.1', port: this.port, user: 'cedar_knot', password: this.password(), name: this.name };
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

  /** a folder whose making was cut off is put aside, never removed: something may still write to it */
  setAside() {
    const isWhole = ['global_priv.frm', 'global_priv.MAI', 'db.frm'].some((f) => existsSync(join(this.data, 'mysql', f)));
    if (existsSync(this.data) && !isWhole && !this.answers()) {
      const aside = `${this.data}.unfinished-${Date.now()}`;
      say(`The database folder was never finished; it is put aside as ${aside}.`);
      renameSync(this.data, aside);
    }
    for (const name of readdirSync(this.home)) {
      const path = join(this.home, name);
      if (name.startsWith('data.making-') && Date.now() - statSync(path).mtimeMs > ABANDONED_MS)
        rmSync(path, { recursive: true, force: true });
    }
  }

  /** made under a name of its own, and renamed when complete: a start that is cut off leaves nothing that looks finished */
  install() {
    say('Making the database folder …');
    const making = `${this.data}.making-${process.pid}-${randomBytes(4).toString('hex')}`;
    const way = withoutSpaces(dirname(making));
    const args = [
      '--no-defaults',
      `--datadir=${join(way.path, basename(making))}`,
      '--auth-root-authentication-method=socket',
      '--skip-test-db',
      '--skip-name-resolve',
    ];
    if (isRoot) args.push(`--user=${this.user}`);
    else args.push(`--auth-root-socket-user=${this.admin}`);
    // every server that starts clears the temporary folder of the temporary tables in it, those of other servers too
    const temporary = `${making}.tmp`;
    mkdirSync(temporary);
    if (isRoot) this.give(temporary);
    const made = ask('mariadb-install-db', args, { env: { ...process.env, TMPDIR: temporary } });
    rmSync(temporary, { recursive: true, force: true });
    way.remove();
    if (!made.ok) {
      const why = `${made.out}${made.err}`;
      if (/No space left|errno: 28/i.test(why))
        throw new Stop(`The disk of ${this.home} is full; the database folder could not be made.`);
      throw new Stop(`The database folder could not be made:\n${why}`);
    }
    renameSync(making, this.data);
  }

  /** After the server was ended from outside: on the same port, so that those who use it find it again. */
  async relaunch() {
    rmSync(this.pidFile, { force: true });
    await this.launch(this.port);
  }

  /** one that a killed start has left behind may still be on its way up or down: then it is tried again */
  async launch(wanted = WANTED_PORT) {
    for (let i = 1; ; i++) {
      if (await this.launchOnce(wanted)) return;
      if (i === LAUNCHES) throw new Stop(this.whyNot());
      await sleep(700 * i);
    }
  }

  whyNot() {
    const end = existsSync(this.errorLog) ? readFileSync(this.errorLog, 'utf8').slice(-4000) : '';
    if (/No space left|errno: 28|Disk is full/i.test(end)) return `The disk of ${this.home} is full; the database cannot start.`;
    return `The database did not start; ${this.errorLog} says why.`;
  }

  /** @returns whether a server answers */
  async launchOnce(wanted) {
    const port = await freePort(wanted);
    const args = [
      '--no-defaults',
      `--datadir=${this.data}`,
      `--socket=${this.socket}`,
      `--pid-file=${this.pidFile}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      `--tmpdir=${join(this.home, 'tmp')}`,
      `--log-error=${this.errorLog}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      '--skip-log-bin',
      '--innodb-buffer-pool-size=128M',
      '--max-allowed-packet=64M',
    ];
    const log = openSync(join(this.home, 'start.log'), 'a', 0o600);
    // a session of its own, so that Ctrl-C in the terminal stops the application first and the database after it
    const [command, ...words] = this.command(args);
    this.process = background(command, words, { detached: true, stdio: ['ignore', log, log] });
    let ended = false;
    this.process.once('exit', () => (ended = true));
    await untilStalled(
      () => ended || this.answers(),
      () => this.signOfLife(),
      `The start of the database (${this.errorLog} may say why)`,
    );
    this.process.unref();
    return this.answers();
  }

  /**
   * The server as the account that it is lent to, and so that it ends, whole, with whoever started it, however that one ends. An account
   * that it takes itself would make the kernel forget the latter (prctl(2), PR_SET_PDEATHSIG).
   */
  command(args) {
    const lent = isRoot && this.user !== 'root' ? [`--reuid=${this.user}`, `--regid=${this.user}`, '--init-groups'] : [];
    const asRoot = isRoot && this.user === 'root' ? ['--user=root'] : [];
    return ['setpriv', '--pdeathsig=TERM', ...lent, '/usr/sbin/mariadbd', ...args, ...asRoot];
  }

  /** whether nobody who could stop it is there any more: a start that was killed, of an earlier version or in a moment when it could not tell */
  isLeftBehind() {
    try {
      const pid = readFileSync(this.pidFile, 'utf8').trim();
      const parent = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').pop().split(' ')[1];
      // the number may have gone to another process since
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--datadir=${this.data}\0`)) return false;
      return !readFileSync(`/proc/${parent}/cmdline`, 'utf8').includes('node');
    } catch {
      return false;
    }
  }

  /**
   * Ends one that was left behind. A server that is told to end while it reads its tables of rights may stand still for ever, and neither
   * answers nor ends; it is cut off, and what was saved is recovered from its log.
   */
  async endLeftBehind() {
    if (freeMb(this.home) < LEAST_FREE_MB) return this.cutOff('The disk is full');
    const pid = Number(readFileSync(this.pidFile, 'utf8'));
    try {
      process.kill(pid, 'SIGTERM');
      await untilStalled(
        () => isGone(pid),
        () => this.signOfLife(),
        'The end of the database',
        { patienceMs: STANDSTILL_MS },
      );
    } catch (error) {
      if (error.code === 'ESRCH') return;
      if (!(error instanceof Stop)) throw error;
      this.cutOff('An earlier database neither answers nor ends');
      await untilStalled(
        () => isGone(pid),
        () => this.signOfLife(),
        'The end of the database',
      );
    }
  }

  /** what it writes into its log, and how long it has worked: recovering takes as long as it takes */
  signOfLife() {
    const said = existsSync(this.errorLog) ? statSync(this.errorLog).size : 0;
    const pid = existsSync(this.pidFile) ? Number(readFileSync(this.pidFile, 'utf8')) : this.process?.pid;
    return `${said} ${pid ? ticksOf(pid) : 0}`;
  }

  /** the one that answers says where: it may be one that was found, not started */
  portOfServer() {
    const asked = ask('mariadb', ['--no-defaults', `-u${this.admin}`, '-S', this.socket, '-N', '-e', 'SELECT @@port']);
    if (!asked.ok) throw new Stop(`The database does not say its port:\n${asked.err}`);
    return Number(asked.out.trim());
  }

  answers() {
    // one that stands still takes the connection and says nothing
    const words = ['--no-defaults', `--connect-timeout=${ANSWER_SECONDS}`, `-u${this.admin}`, '-S', this.socket, 'ping'];
    return ask('mariadb-admin', words).ok;
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

  /** Where a clean end would be waited for without end; what was saved is in the server's log, and recovered from there. */
  cutOff(why) {
    say(`${why}; the database is ended as it stands, and recovers when it is started again.`);
    process.kill(Number(readFileSync(this.pidFile, 'utf8')), 'SIGKILL');
    rmSync(this.pidFile, { force: true });
  }

  /** Stops the server and waits until it has let go of its folder. */
  async stop() {
    if (!this.answers()) return;
    if (freeMb(this.home) < LEAST_FREE_MB) return this.cutOff('The disk is full');
    // asked by a signal: the client's way waits an hour for a server that is killed while it ends, and nothing else is heard meanwhile
    if (!existsSync(this.pidFile)) return;
    const pid = Number(readFileSync(this.pidFile, 'utf8'));
    try {
      process.kill(pid, 'SIGTERM');
    } catch (error) {
      // killed since it was asked
      if (error.code !== 'ESRCH') throw error;
    }
    await untilStalled(
      () => isGone(pid),
      () => this.signOfLife(),
      'The end of the database',
    );
  }
}

/** whether a process has ended, also one whose end nobody has asked for yet. Source: proc(5). */
function isGone(pid) {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').pop().startsWith('Z');
  } catch {
    return true;
  }
}

/** A MariaDB that runs elsewhere and is reached by its address: nothing of it is started, watched or stopped here. */
export class ExternalDatabase {
  constructor(account) {
    this.given = account;
    this.name = account.name;
  }

  async start() {
    const { on } = await import('./backup/connect.mjs');
    try {
      await on(this.account(), this.name, (connection) => connection.query('SELECT 1'));
    } catch (error) {
      throw new Stop(`The database of CEDAR_KNOT_DATABASE_URL does not answer:\n${error.sqlMessage ?? error.message}`);
    }
    return this.account();
  }

  account() {
    return this.given;
  }

  async stop() {}
}

/** Root lends the server to the account `mysql`, unless that account cannot reach the folder (below a closed home). */
function daemonUser(home) {
  if (!isRoot) return userInfo().username;
  for (let path = dirname(home); path !== '/'; path = dirname(path)) {
    if (existsSync(path) && (statSync(path).mode & 0o001) === 0) return 'root';
  }
  return ask('id', ['-u', 'mysql']).ok ? 'mysql' : 'root';
}

/** A way to a folder that mariadb-install-db can go: it takes a path with spaces for several. */
function withoutSpaces(path) {
  if (!/\s/.test(path)) return { path, remove: () => undefined };
  const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-'));
  // the account of the database passes through
  chmodSync(folder, 0o711);
  const link = join(folder, 'home');
  symlinkSync(path, link);
  return { path: link, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

/** a socket's path may have 107 characters; below a deep folder it goes to the temporary one */
function socketPath(run) {
  const path = join(run, 'm.sock');
  if (path.length <= LONGEST_SOCKET_PATH) return path;
  return join(tmpdir(), `cedar-knot-${createHash('sha256').update(path).digest('hex').slice(0, 12)}`, 'm.sock');
}
