/** `npm start`: from a fresh checkout to a running Hanza with its demo school, with HANZA_DEMO=no without one, and down again without a trace. */
import { choosePort, prepareDatabase, startApplication } from './setup/application.mjs';
import { checkNode, ensureBuild, ensureMachine } from './setup/machine.mjs';
import { postgresServer, startPostgres } from './setup/postgres.mjs';
import { Trouble, endWith, say } from './setup/say.mjs';

const stops = [];
let stopping = null;

function stopAll() {
  stopping ??= (async () => {
    for (const stop of stops.reverse()) await stop();
  })();
  return stopping;
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, async () => {
    await stopAll();
    process.exit(0);
  });
}

// Whoever started this may be killed without a word; then nothing it started may stay behind either.
const parent = process.ppid;
setInterval(async () => {
  if (process.ppid === parent) return;
  await stopAll();
  process.exit(0);
}, 1000).unref();

/** More ends than this within the time below are no accident. */
const MOST_RESTARTS = 5;
const RESTARTS_WITHIN_MS = 60_000;

/** Starts the application again at the same address whenever it ends by itself; gives the reason for giving up. */
async function keepServing(url, host, first) {
  const port = Number(new URL(first.address).port) || 80;
  let application = first;
  let ends = [];
  for (;;) {
    await application.died;
    if (stopping) return '';
    ends = [...ends, Date.now()].filter((at) => at > Date.now() - RESTARTS_WITHIN_MS);
    if (ends.length > MOST_RESTARTS) return `the application ended ${ends.length} times within a minute.`;
    say('the application ended; starting it again');
    application = await startApplication(url, { host, port });
    stops.push(application.stop);
  }
}

try {
  checkNode();
  await ensureMachine(process.env.DATABASE_URL ? [] : [postgresServer]);
  await ensureBuild();
  const host = process.env.HOST ?? '127.0.0.1';
  const port = await choosePort(host);
  let url = process.env.DATABASE_URL;
  let databaseDied = new Promise(() => {});
  if (!url) {
    const postgres = await startPostgres('postgres');
    stops.push(postgres.stop);
    url = postgres.url;
    databaseDied = postgres.died;
  }
  const demo = process.env.HANZA_DEMO !== 'no';
  await prepareDatabase(url, { seed: demo });
  const application = await startApplication(url, { host, port });
  stops.push(application.stop);
  say(`ready at ${application.address}`);
  if (demo) {
    say(
      'sign in as the instructor  ines.brandvik@vesterlund.example  or the student  maren.tolvik@vesterlund.example'
    );
    say('password for all demo people: corridor-and-trace   (all sign-ins are in the README)');
  } else say('found a school with npm run school, if there is none yet');
  const why = await Promise.race([
    databaseDied.then((line) => `the database ended: ${line}`),
    keepServing(url, host, application)
  ]);
  if (!stopping) throw new Trouble(why);
  await stopping;
} catch (error) {
  if (!stopping) endWith(error);
  await stopAll();
}
