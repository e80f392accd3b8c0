/** `npm run school -- --name "…" --chief "…" --email … --zone Europe/Tallinn`: founds a school, while Hanza runs or not. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { prepareDatabase } from './setup/application.mjs';
import { checkNode, ensurePackages, root } from './setup/machine.mjs';
import { withDatabase } from './setup/postgres.mjs';
import { Trouble, endWith, say } from './setup/say.mjs';

const USAGE =
  'npm run school -- --name "Name of the school" --chief "Name of its chief instructor" --email chief@school.example --zone Europe/Tallinn';

/** What was asked for. */
function asked() {
  const text = { type: 'string' };
  try {
    const { values } = parseArgs({
      options: { name: text, chief: text, email: text, zone: { ...text, default: 'UTC' } }
    });
    for (const needed of ['name', 'chief', 'email'])
      if (!values[needed]) throw new Trouble(`--${needed} is missing. ${USAGE}`);
    return values;
  } catch (error) {
    throw error instanceof Trouble ? error : new Trouble(`${error.message} ${USAGE}`);
  }
}

try {
  const values = asked();
  checkNode();
  await ensurePackages();
  await withDatabase(async (url) => {
    await prepareDatabase(url, { seed: false });
    const { status, stdout } = spawnSync(
      process.execPath,
      [
        '--import',
        'tsx',
        join(root, 'seed/found-school.ts'),
        values.name,
        values.chief,
        values.email,
        values.zone
      ],
      {
        cwd: root,
        env: { ...process.env, DATABASE_URL: url },
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'inherit']
      }
    );
    if (status !== 0) throw new Trouble('');
    const { token, until } = JSON.parse(stdout);
    say(`${values.name} is founded. ${values.chief} chooses a password, until ${until.slice(0, 10)}, at`);
    say(`  <the address Hanza prints>/access/${token}`);
    say('and takes in instructors and students under People.');
  });
} catch (error) {
  endWith(error);
}
