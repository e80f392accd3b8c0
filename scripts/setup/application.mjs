import { once } from 'node:events';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { root } from './machine.mjs';
import { run, spawnBound } from './run.mjs';
import { Trouble } from './say.mjs';

const FIRST_PORT = 4680;
const PORTS_TRIED = 20;

/** Brings the database to the newest shape and, when asked, fills the demo school once. */
export async function prepareDatabase(url, { seed }) {
  const code = await run(
    'node',
    ['--import', 'tsx', join(root, 'seed/prepare.ts'), ...(seed ? ['--seed'] : [])],
    {
      cwd: root,
      env: { ...process.env, DATABASE_URL: url }
    }
  );
  if (code !== 0) throw new Trouble('');
}

/** The port asked for with PORT; otherwise the first free one from 4680 on, so that two checkouts can run side by side. */
export async function choosePort(host) {
  const asked = process.env.PORT;
  if (asked !== undefined && asked !== '') {
    if (!/^\d+$/.test(asked) || Number(asked) > 65535)
      throw new Trouble(`PORT=${asked} is not a port; use a number up to 65535.`);
    return Number(asked);
  }
  for (let port = FIRST_PORT; port < FIRST_PORT + PORTS_TRIED; port++)
    if (await isFree(host, port)) return port;
  throw new Trouble(
    `ports ${FIRST_PORT} to ${FIRST_PORT + PORTS_TRIED - 1} are all in use; choose another with PORT=…`
  );
}

function isFree(host, port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

/** Starts the built application; gives its address once it answers. */
export async function startApplication(databaseUrl, { host, port }) {
  const server = spawnBound('TERM', null, process.execPath, [join(root, 'scripts/setup/serve.mjs')], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      HOST: host,
      PORT: String(port),
      PROTOCOL_HEADER: 'x-forwarded-proto',
      BODY_SIZE_LIMIT: '2M'
    }
  });
  const exited = once(server, 'exit');
  const started = await Promise.race([
    once(server, 'message').then(([message]) => message),
    exited.then(() => null)
  ]);
  if (!started) throw new Trouble('');
  return {
    address: started.address,
    died: exited,
    /** Ends it without a word, as a failing machine would. */
    async kill() {
      server.kill('SIGKILL');
      await exited;
    },
    async stop() {
      if (server.exitCode !== null || server.signalCode !== null) return;
      server.kill('SIGTERM');
      await exited;
    }
  };
}
