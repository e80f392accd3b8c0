/** `npm run shots`: remakes docs/screenshots from the demo data, at 1280×800 (a debrief taller); with names after `--`, only those. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { choosePort, prepareDatabase, startApplication } from './setup/application.mjs';
import { chromium } from './setup/browser.mjs';
import { checkNode, ensureBuild, ensureMachine, root } from './setup/machine.mjs';
import { postgresServer, startPostgres } from './setup/postgres.mjs';
import { Trouble, endWith } from './setup/say.mjs';

try {
  checkNode();
  await ensureMachine([chromium, postgresServer]);
  await ensureBuild();
  const postgres = await startPostgres('shots', { throwaway: true });
  try {
    await prepareDatabase(postgres.url, { seed: true });
    const application = await startApplication(postgres.url, {
      host: '127.0.0.1',
      port: await choosePort('127.0.0.1')
    });
    const result = spawnSync(
      process.execPath,
      ['--import', 'tsx', join(root, 'scripts/take-shots.ts'), ...process.argv.slice(2)],
      {
        cwd: root,
        stdio: 'inherit',
        env: { ...process.env, HANZA_ADDRESS: application.address }
      }
    );
    await application.stop();
    if (result.status !== 0) throw new Trouble('the pictures could not all be taken; see above.');
  } finally {
    await postgres.stop();
  }
} catch (error) {
  endWith(error);
}
