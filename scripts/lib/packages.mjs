import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask, isRoot, must, ROOT, say, Stop } from './run.mjs';

const STAMP = join(ROOT, 'node_modules', '.cedar-knot-lock');

/** Installs the npm packages when they are missing or the lock file has changed. */
export function ensureNpmPackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 11)) throw new Stop(`Node 20.11 or newer is needed; this is ${process.version}.`);
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  say('Installing the npm packages …');
  must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error']);
  writeFileSync(STAMP, lock);
}

/** Installs Debian packages whose program is missing; without the rights it says which command to run. */
export function ensureDebianPackages(wanted) {
  const missing = wanted.filter(({ programs }) => !programs.some((p) => existsSync(p)));
  if (missing.length === 0) return;
  const names = missing.map((m) => m.name);
  const install = `apt-get install -y --no-install-recommends ${names.join(' ')}`;
  if (!isRoot)
    throw new Stop(`${names.join(', ')} missing. Run this once with the rights to install packages:\n\n  sudo ${install}\n`);
  if (!ask('which', ['apt-get']).ok) throw new Stop(`${names.join(', ')} missing, and there is no apt-get here to install them.`);
  say(`Installing ${names.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  const args = ['install', '-y', '-q', '--no-install-recommends', ...names];
  if (ask('apt-get', args, { env }).ok) return;
  must('apt-get', ['update', '-q'], quiet);
  must('apt-get', args, quiet);
}

export const MARIADB = { name: 'mariadb-server', programs: ['/usr/sbin/mariadbd'] };
const CHROMIUM = { name: 'chromium', programs: ['/usr/bin/chromium', '/usr/bin/chromium-headless-shell'] };
const HEADLESS = { name: 'chromium-headless-shell', programs: ['/usr/bin/chromium-headless-shell'] };

/** The browser of the tests: the one without an interface where Debian has it and it may be installed, else the whole one. */
export function ensureBrowser() {
  if (isRoot && !existsSync(HEADLESS.programs[0]) && ask('which', ['apt-get']).ok) {
    try {
      return ensureDebianPackages([HEADLESS]);
    } catch {
      say('chromium-headless-shell is not to be had; chromium is taken.');
    }
  }
  return ensureDebianPackages([CHROMIUM]);
}
