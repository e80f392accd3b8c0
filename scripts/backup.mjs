/** `npm run backup [folder]`: the database and the key of its signatures, while Hanza runs or not. */
import { join } from 'node:path';
import { backUp } from './setup/dump.mjs';
import { checkNode, ensurePackages, root } from './setup/machine.mjs';
import { withDatabase } from './setup/postgres.mjs';
import { endWith, say } from './setup/say.mjs';

try {
  checkNode();
  await ensurePackages();
  const stamp = new Date().toISOString().replace(/:/g, '').slice(0, 15);
  const folder = process.argv[2] ?? join(root, 'backups', `hanza-${stamp}`);
  await withDatabase((url) => backUp(url, folder));
  say(`backed up to ${folder}. It holds everybody’s records and the key of their signatures: keep it safe.`);
} catch (error) {
  endWith(error);
}
