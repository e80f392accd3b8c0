import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { Trouble } from './say.mjs';

/** Runs a command to its end, showing its output; gives its exit code. */
export async function run(command, args, options = {}) {
  const child = spawn(command, args, { stdio: 'inherit', ...options });
  const [code, signal] = await Promise.race([
    once(child, 'exit'),
    once(child, 'error').then(([error]) => Promise.reject(error))
  ]);
  return code ?? (signal ? 1 : 0);
}

/** Runs a command to its end in silence; on failure throws Trouble with what it printed last. */
export function quietly(command, args, what, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, ...options });
  const printed = `${result.stdout ?? ''}${result.stderr ?? ''}`;
  if (result.error) throw new Trouble(`${what}: ${result.error.message}`);
  if (result.status !== 0) {
    if (/No space left on device/.test(printed)) throw new Trouble(`${what}: the disk is full.`);
    throw new Trouble(`${what} failed: ${printed.trim().split('\n').slice(-3).join(' | ')}`);
  }
  return result.stdout;
}

export function exists(command) {
  return spawnSync('sh', ['-c', `command -v ${command}`], { stdio: 'ignore' }).status === 0;
}

/**
 * A child that ends when this process does, however this process ends: the kernel signals it when its parent dies.
 * @param as user and group ids to run as, or null to stay who we are
 */
export function spawnBound(signal, as, command, args, options = {}) {
  const identity = as ? [`--reuid=${as.uid}`, `--regid=${as.gid}`, '--clear-groups'] : [];
  return spawn('setpriv', [...identity, `--pdeathsig=${signal}`, '--', command, ...args], options);
}
