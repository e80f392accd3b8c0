/** `npm run dev`: the development server on this checkout's own database, with the demo school. */
import { prepareDatabase } from './setup/application.mjs';
import { checkNode, ensurePackages } from './setup/machine.mjs';
import { startPostgres } from './setup/postgres.mjs';
import { run } from './setup/run.mjs';
import { endWith } from './setup/say.mjs';

try {
  checkNode();
  await ensurePackages();
  const postgres = process.env.DATABASE_URL ? null : await startPostgres('postgres');
  const url = postgres?.url ?? process.env.DATABASE_URL;
  await prepareDatabase(url, { seed: true });
  process.on('SIGINT', () => {});
  await run('npx', ['vite', 'dev', ...process.argv.slice(2)], { env: { ...process.env, DATABASE_URL: url } });
  await postgres?.stop();
} catch (error) {
  endWith(error);
}
