// npm run restore -- FILE [--over]: puts a backup into the data folder. With --over what is there goes, into a backup beside it.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { checkDump, dump, load, studiesIn } from './lib/dump.mjs';
import { DataFolder, dataFolder } from './lib/folder.mjs';
import { Database, ExternalDatabase } from './lib/mariadb.mjs';
import { finish, say, Stop } from './lib/run.mjs';
import { readSettings } from './lib/settings.mjs';

async function main() {
  const words = process.argv.slice(2);
  const file = words.find((w) => !w.startsWith('--'));
  if (!file) throw new Stop('Say which backup: npm run restore -- FILE');
  const source = resolve(process.env.INIT_CWD ?? '.', file);
  if (!existsSync(source)) throw new Stop(`There is no ${source}.`);
  await checkDump(source);
  const folder = new DataFolder(dataFolder());
  folder.make();
  if (!folder.tryLock()) throw new Stop('Cedar Knot is running on this data folder: stop it first (Ctrl-C), then restore.');
  const settings = await readSettings();
  const database = settings.database ? new ExternalDatabase(settings.database) : new Database(folder.path, 'cedar_knot');
  await database.start();
  try {
    const there = studiesIn(database);
    if (there > 0 && !words.includes('--over'))
      throw new Stop(
        `${folder.path} holds ${there} studies. Add --over to put the backup in their place; they are backed up first.`,
      );
    if (there > 0) {
      const before = join(folder.path, `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.sql.gz`);
      await dump(database, before);
      say(`What was there is in ${before}`);
    }
    await load(database, source);
    say(`${studiesIn(database)} studies with their versions were put in.`);
  } finally {
    await database.stop();
    folder.unlock();
  }
}

main().catch(finish);
