// npm run backup -- FILE: everything that is kept, as it stood at one moment, while the application runs or not.
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { writeBackup } from './lib/backup/write.mjs';
import { DataFolder, dataFolder } from './lib/folder.mjs';
import { Database, ExternalDatabase } from './lib/mariadb.mjs';
import { finish, say, Stop } from './lib/run.mjs';
import { readSettings } from './lib/settings.mjs';

async function main() {
  const [file] = process.argv.slice(2);
  if (!file) throw new Stop('Say where the backup goes: npm run backup -- FILE');
  const target = resolve(process.env.INIT_CWD ?? '.', file);
  if (existsSync(target)) throw new Stop(`${target} is there already; nothing was written over.`);
  const folder = new DataFolder(dataFolder());
  if (!existsSync(folder.path)) throw new Stop(`There is nothing to back up: ${folder.path} is not there.`);
  const settings = await readSettings();
  const database = settings.database ? new ExternalDatabase(settings.database) : new Database(folder.path, 'cedar_knot');
  const isOurs = settings.database === undefined && folder.tryLock();
  if (settings.database !== undefined || isOurs) await database.start();
  try {
    const studies = await writeBackup(database.account(), target);
    say(`${studies} studies with their versions are in ${target}`);
  } finally {
    if (isOurs) await database.stop();
  }
}

main().then(() => process.exit(0), finish);
