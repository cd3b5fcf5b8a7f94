// npm run restore -- FILE [--over]: puts a backup into the data folder. With --over what is there goes, into a backup beside it.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { studiesIn } from './lib/backup/connect.mjs';
import { checkBackup, checkRights, restoreBackup, sayCutRestore } from './lib/backup/restore.mjs';
import { writeBackup } from './lib/backup/write.mjs';
import { build } from './lib/build.mjs';
import { DataFolder, dataFolder, inSetUp } from './lib/folder.mjs';
import { Database, ExternalDatabase } from './lib/mariadb.mjs';
import { ensureDebianPackages, ensureNpmPackages, MARIADB } from './lib/packages.mjs';
import { finish, say, Stop } from './lib/run.mjs';
import { readSettings } from './lib/settings.mjs';

async function main() {
  const words = process.argv.slice(2);
  const file = words.find((w) => !w.startsWith('--'));
  if (!file) throw new Stop('Say which backup: npm run restore -- FILE');
  const source = resolve(process.env.INIT_CWD ?? '.', file);
  if (!existsSync(source)) throw new Stop(`There is no ${source}.`);
  // on a new machine a restore may come before the first start
  inSetUp(() => {
    ensureNpmPackages();
    ensureDebianPackages([MARIADB]);
    build();
  });
  await checkBackup(source);
  const folder = new DataFolder(dataFolder());
  folder.make();
  if (!folder.tryLock()) throw new Stop('Cedar Knot is running on this data folder: stop it first (Ctrl-C), then restore.');
  const settings = await readSettings();
  const database = settings.database ? new ExternalDatabase(settings.database) : new Database(folder.path, 'cedar_knot');
  await database.start();
  try {
    await restore(database.account(), source, folder.path, words.includes('--over'));
  } finally {
    await database.stop();
    folder.unlock();
  }
}

async function restore(account, source, folder, isOver) {
  await checkRights(account);
  await sayCutRestore(account);
  const there = await studiesIn(account);
  if (there > 0 && !isOver)
    throw new Stop(`${folder} holds ${there} studies. Add --over to put the backup in their place; they are backed up first.`);
  if (there > 0) {
    const before = join(folder, `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.backup.gz`);
    await writeBackup(account, before);
    say(`What was there is in ${before}`);
  }
  await restoreBackup(account, source);
  say(`${await studiesIn(account)} studies with their versions were put in.`);
}

main().then(() => process.exit(0), finish);
