/** `npm run restore -- folder`: puts a backup in the place of the database; what was there is kept under another name. */
import { restore, restoreKey } from './setup/dump.mjs';
import { prepareDatabase } from './setup/application.mjs';
import { checkNode, ensurePackages } from './setup/machine.mjs';
import { runningPostgres, withDatabase } from './setup/postgres.mjs';
import { Trouble, endWith, say } from './setup/say.mjs';

try {
  const keyFromOutside = Boolean(process.env.HANZA_KEY);
  checkNode();
  await ensurePackages();
  const folder = process.argv[2];
  if (!folder) throw new Trouble('which backup? npm run restore -- backups/hanza-…');
  if (!process.env.DATABASE_URL && runningPostgres('postgres')) throw new Trouble('stop Hanza first.');
  await withDatabase(async (url) => {
    const moved = await restore(folder, url);
    // A key given from outside is the installation's own business.
    if (!keyFromOutside) process.env.HANZA_KEY = restoreKey(folder);
    await prepareDatabase(url, { seed: false });
    say(`restored from ${folder}${moved ? `; the database that was here is kept as ${moved}` : ''}`);
  });
} catch (error) {
  endWith(error);
}
