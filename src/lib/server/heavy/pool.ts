import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { Piscina } from 'piscina';
import { Rejection } from '../../core/measure/rejection';
import { Busy } from '../busy';
import type { Identity } from '../identity';
import type { Outcome, Works } from './work';

/** One core is left for answering requests. */
const THREADS = Math.max(1, availableParallelism() - 1);
const LONGEST_QUEUE = 200;
/** What one person may have running or waiting: more would be at the others' cost. */
const MOST_OF_ONE_PERSON = 3;
const LONGEST_MS = 120_000;

let pool: Piscina | null = null;
const running = new Map<string, number>();

/** Made by the build; see vite.worker.config.ts. */
const WORK_FILE = resolve(process.env['HANZA_WORK'] ?? 'build/work/work.js');

function threads(): Piscina {
  pool ??= new Piscina({
    filename: WORK_FILE,
    // One stays: who ends a flight does not wait for it to be loaded, and for the code to be made quick again.
    minThreads: 1,
    maxThreads: THREADS,
    maxQueue: LONGEST_QUEUE,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 }
  });
  return pool;
}

/**
 * Does a piece of work in a thread of its own.
 * @throws Rejection as the work does; Busy when this person has enough running, or everybody together has
 */
export async function heavily<K extends keyof Works>(
  identity: Identity,
  work: K,
  input: Parameters<Works[K]>[0]
): Promise<Awaited<ReturnType<Works[K]>>> {
  const mine = running.get(identity.accountId) ?? 0;
  if (mine >= MOST_OF_ONE_PERSON || threads().queueSize >= LONGEST_QUEUE)
    throw new Busy('Still working on your last request. Try again in a moment.');
  running.set(identity.accountId, mine + 1);
  try {
    const outcome = (await threads().run(
      { work, input },
      { signal: AbortSignal.timeout(LONGEST_MS) }
    )) as Outcome<Awaited<ReturnType<Works[K]>>>;
    if ('result' in outcome) return outcome.result;
    throw new Rejection(outcome.refused.field, outcome.refused.value, outcome.refused.accepted);
  } finally {
    const left = (running.get(identity.accountId) ?? 1) - 1;
    if (left > 0) running.set(identity.accountId, left);
    else running.delete(identity.accountId);
  }
}
