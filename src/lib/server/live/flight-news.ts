import pg from 'pg';
import type { Knex } from 'knex';
import type { LivePiece } from '../../core/flight/live-piece';
import { connectionsFrom } from '../connection';
import { log } from '../logging';

/**
 * News of a flight, from whichever process it comes to whichever process somebody watches from: PostgreSQL carries them
 * (NOTIFY), and nothing of them stays in a process. What must not be lost is in a table, and the news only says that it is there.
 */
export type FlightNews =
  | { kind: 'piece'; piece: LivePiece }
  | { kind: 'command'; number: number }
  | { kind: 'mark' }
  | { kind: 'watchers' }
  | { kind: 'ended' }
  /** Some may have been missed: everything is to be looked up again. */
  | { kind: 'missed some' };

type Hearer = (news: FlightNews) => void;

const CHANNEL = 'hanza_flight';
const AGAIN_AFTER_MS = 1000;
const ID_LENGTH = 36;

/** By the attempt it is about. */
const hearers = new Map<string, Set<Hearer>>();
let listening: Promise<void> | null = null;

/** Tells news, once the transaction it is told in is kept. */
export async function tellNews(db: Knex.Transaction, attemptId: string, news: FlightNews): Promise<void> {
  await db.raw('SELECT pg_notify(?, ?)', [CHANNEL, attemptId + JSON.stringify(news)]);
}

/** Hears news of one flight until the returned function is called. Resolves when nothing more can be missed. */
export async function hearNews(attemptId: string, hearer: Hearer): Promise<() => void> {
  const those = hearers.get(attemptId) ?? new Set();
  hearers.set(attemptId, those.add(hearer));
  listening ??= listen();
  await listening;
  return () => {
    those.delete(hearer);
    if (those.size === 0) hearers.delete(attemptId);
  };
}

async function listen(): Promise<void> {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; start Hanza with npm start.');
  const client = new pg.Client({ connectionString: connectionsFrom(url).application, keepAlive: true });
  let gone = false;
  const again = (error?: Error) => {
    if (gone) return;
    gone = true;
    if (error) log.warn({ error }, 'the connection that hears of flights was lost');
    client.removeAllListeners('notification');
    client.end().catch((ended: unknown) => log.debug({ error: ended }, 'it had ended already'));
    listening = reconnected();
  };
  client.on('error', again);
  client.on('end', () => again());
  client.on('notification', ({ payload }) => dispatch(payload ?? ''));
  try {
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
  } catch (error) {
    again(error instanceof Error ? error : new Error(String(error)));
  }
}

/** Tries until the database is there again; whoever hears then looks everything up. */
async function reconnected(): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS).unref());
  await listen();
  for (const those of hearers.values()) for (const hearer of those) hearer({ kind: 'missed some' });
}

function dispatch(payload: string): void {
  const those = hearers.get(payload.slice(0, ID_LENGTH));
  if (!those) return;
  const news = JSON.parse(payload.slice(ID_LENGTH)) as FlightNews;
  for (const hearer of those) hearer(news);
}
