import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { exists, quietly, run } from './run.mjs';
import { Trouble, say } from './say.mjs';

export const root = fileURLToPath(new URL('../..', import.meta.url));
/** Everything this checkout keeps for itself; git ignores it. */
export const keep = join(root, '.hanza');

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new Trouble(`Node.js ${process.versions.node} is too old; Hanza needs 20.19 or newer.`);
  }
  mkdirSync(keep, { recursive: true });
  ensureKey();
}

/**
 * The secret that seals grades and signatures: from HANZA_KEY, or this checkout's own, made the first time. Whoever loses
 * it loses the proof of every signature; it is backed up with the database.
 */
export function ensureKey() {
  const file = join(keep, 'key');
  if (!process.env.HANZA_KEY && !existsSync(file))
    writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  process.env.HANZA_KEY ||= readFileSync(file, 'utf8').trim();
  return file;
}

/** Installs Debian packages whose programs are missing, where it may; otherwise says what to install. */
export function ensurePrograms(wanted) {
  const missing = wanted.filter(({ present }) => !present()).map(({ debian }) => debian);
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0 || !exists('apt-get')) {
    throw new Trouble(`missing: ${missing.join(', ')}. Install with: sudo ${command}`);
  }
  say(`installing ${missing.join(', ')} from Debian`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  quietly('apt-get', ['update', '-qq'], 'apt-get update', { env });
  quietly('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], command, { env });
}

/** Both kinds at once: one waits for its registry while the other unpacks. */
export async function ensureMachine(programs) {
  await Promise.all([ensurePackages(), (async () => ensurePrograms(programs))()]);
}

/** Installs the npm packages of the lock file, unless that very lock file is installed already. */
export async function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(keep, 'packages');
  if (existsSync(join(root, 'node_modules')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === lock)
    return;
  say('installing npm packages');
  const code = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root });
  if (code !== 0) throw new Trouble('npm ci failed; see above.');
  writeFileSync(stamp, lock);
}

/** Builds the application when any of its sources changed since the last build. */
export async function ensureBuild() {
  const hash = createHash('sha256');
  for (const path of [
    'src',
    'static',
    'package-lock.json',
    'svelte.config.js',
    'vite.config.ts',
    'scripts/page-scripts',
    'vite.worker.config.ts'
  ])
    addTo(hash, join(root, path));
  const digest = hash.digest('hex');
  const stamp = join(keep, 'build');
  if (
    existsSync(join(root, 'build/handler.js')) &&
    existsSync(join(root, 'build/work/work.js')) &&
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === digest
  )
    return;
  say('building');
  // The application first: it clears the folder the other goes into.
  for (const more of [[], ['--config', 'vite.worker.config.ts']]) {
    const code = await run('npx', ['vite', 'build', '--logLevel', 'warn', ...more], { cwd: root });
    if (code !== 0) throw new Trouble('the build failed; see above.');
  }
  writeFileSync(stamp, digest);
}

function addTo(hash, path) {
  if (statSync(path).isDirectory()) {
    for (const name of readdirSync(path).sort()) addTo(hash, join(path, name));
  } else hash.update(path).update(readFileSync(path));
}
