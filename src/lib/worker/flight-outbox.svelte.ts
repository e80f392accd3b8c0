import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { FlightChunk } from '$core/flight/recorder';
import { oneAtATime } from './one-at-a-time';

/** An attempt whose flight is on its way to the server. */
export interface OutboxAttempt {
  id: string;
  accountId: string;
  lessonId: string;
  pilot: 'student' | 'instructor' | 'reference' | 'habits' | 'eyes';
  /** True once it has been flown to its end, or stopped: to be finished on the server when all chunks are there. */
  ended: boolean;
  /** The attempt this one was taken over from, and when in it. */
  takenFrom?: { attemptId: string; at_s: number } | null;
  /** Why the server would not take it, in its words; it waits here for its flyer to decide. */
  refused?: string;
}

interface OutboxSchema extends DBSchema {
  attempt: { key: string; value: OutboxAttempt };
  chunk: { key: [string, number]; value: FlightChunk & { attemptId: string } };
}

export type OutboxStatus = 'saved' | 'sending' | 'no answer' | 'signed out';

const CHUNKS_A_REQUEST = 20;
const FIRST_RETRY_MS = 1500;
const LONGEST_RETRY_MS = 15_000;

/**
 * Keeps every piece of a flight in this browser until the server has said that it has it.
 * Everything sent may be sent again: the server keeps one of each.
 */
export class FlightOutbox {
  status = $state<OutboxStatus>('saved');
  /** Attempts the server would not take: they hold nothing else up, and are lost only when discarded. */
  refused = $state.raw<readonly OutboxAttempt[]>([]);
  waiting = $state(0);
  /** Called for each attempt the server has finished. */
  onfinished: (attemptId: string) => void = () => {};
  private database: Promise<IDBPDatabase<OutboxSchema>>;
  private retry_ms = FIRST_RETRY_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private closed = false;

  constructor(private readonly accountId: string) {
    this.database = openDB<OutboxSchema>('hanza-outbox', 1, {
      upgrade(db) {
        db.createObjectStore('attempt', { keyPath: 'id' });
        db.createObjectStore('chunk', { keyPath: ['attemptId', 'sequence'] });
      }
    });
  }

  async add(attempt: OutboxAttempt, chunk: FlightChunk): Promise<void> {
    const db = await this.database;
    const both = db.transaction(['attempt', 'chunk'], 'readwrite');
    await both.objectStore('attempt').put(attempt);
    await both.objectStore('chunk').put({ ...chunk, attemptId: attempt.id });
    await both.done;
    this.waiting += 1;
    this.send();
  }

  /** Marks an attempt as ended; it is finished on the server as soon as everything is there. */
  async end(attempt: OutboxAttempt): Promise<void> {
    await (await this.database).put('attempt', { ...attempt, ended: true });
    this.send();
  }

  /** Sends what waits, now. Resolves when a round is over, well or not. */
  readonly send = oneAtATime(() => this.round());

  close(): void {
    this.closed = true;
    if (this.timer) clearTimeout(this.timer);
  }

  private async round(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    const db = await this.database;
    try {
      for (;;) {
        const attempts = (await this.own(db)).filter((attempt) => attempt.refused === undefined);
        let progressed = false;
        for (const attempt of attempts) progressed = (await this.tried(db, attempt)) || progressed;
        if (!progressed) break;
      }
      this.status = 'saved';
      this.retry_ms = FIRST_RETRY_MS;
    } catch (error) {
      this.status = error instanceof Refused && error.status === 401 ? 'signed out' : 'no answer';
      if (!this.closed) {
        this.timer = setTimeout(() => void this.send(), this.retry_ms);
        this.retry_ms = Math.min(LONGEST_RETRY_MS, this.retry_ms * 2);
      }
    }
    await this.count(db);
  }

  private async own(db: IDBPDatabase<OutboxSchema>): Promise<OutboxAttempt[]> {
    return (await db.getAll('attempt')).filter((attempt) => attempt.accountId === this.accountId);
  }

  private async count(db: IDBPDatabase<OutboxSchema>): Promise<void> {
    this.waiting = await db.count('chunk');
    this.refused = (await this.own(db)).filter((attempt) => attempt.refused !== undefined);
  }

  /** Sends what waits of an attempt; one the server will never take is put aside, so that the others go on. */
  private async tried(db: IDBPDatabase<OutboxSchema>, attempt: OutboxAttempt): Promise<boolean> {
    try {
      return await this.sendAttempt(db, attempt);
    } catch (error) {
      if (!(error instanceof Refused) || !isFinal(error.status)) throw error;
      // It may have been ended meanwhile: what is kept is what stands there now.
      const kept = (await db.get('attempt', attempt.id)) ?? attempt;
      await db.put('attempt', { ...kept, refused: error.message });
      return true;
    }
  }

  /** Tries a refused attempt once more. */
  async tryAgain(id: string): Promise<void> {
    const db = await this.database;
    const kept = await db.get('attempt', id);
    if (!kept) return;
    const { refused: _, ...attempt } = kept;
    await db.put('attempt', attempt);
    await this.send();
  }

  /** Removes a refused attempt from this browser. */
  async discard(id: string): Promise<void> {
    const db = await this.database;
    const both = db.transaction(['attempt', 'chunk'], 'readwrite');
    await both.objectStore('attempt').delete(id);
    await both.objectStore('chunk').delete(everyChunkOf(id));
    await both.done;
    await this.count(db);
  }

  /** A refused attempt with all its pieces, as JSON, to be kept elsewhere. */
  async exported(id: string): Promise<string> {
    const db = await this.database;
    const chunks = await db.getAll('chunk', everyChunkOf(id));
    return JSON.stringify({
      attempt: await db.get('attempt', id),
      chunks: chunks.map(({ attemptId: _, ...chunk }) => chunk)
    });
  }

  /** @returns whether anything was done that may have left more to do */
  private async sendAttempt(db: IDBPDatabase<OutboxSchema>, attempt: OutboxAttempt): Promise<boolean> {
    const waiting = await db.getAll('chunk', everyChunkOf(attempt.id), CHUNKS_A_REQUEST);
    if (waiting.length === 0 && !attempt.ended) return false;
    this.status = 'sending';
    const at = `/api/attempts/${attempt.id}`;
    if (waiting.length > 0) {
      await request('PUT', at, {
        lessonId: attempt.lessonId,
        pilot: attempt.pilot,
        takenFrom: attempt.takenFrom ?? null
      });
      const chunks = waiting.map(({ attemptId: _, ...chunk }) => chunk);
      const { kept } = await request<{ kept: number[] }>('POST', `${at}/chunks`, { chunks });
      const clear = db.transaction('chunk', 'readwrite');
      for (const sequence of kept) await clear.store.delete([attempt.id, sequence]);
      await clear.done;
      this.waiting = await db.count('chunk');
      return true;
    }
    await request('POST', `${at}/finish`, {});
    await db.delete('attempt', attempt.id);
    this.onfinished(attempt.id);
    return true;
  }
}

function everyChunkOf(attemptId: string): IDBKeyRange {
  return IDBKeyRange.bound([attemptId, 0], [attemptId, Number.MAX_SAFE_INTEGER]);
}

/** Refusals that will be the same next time; being signed out, too many requests and a busy server pass. */
function isFinal(status: number): boolean {
  return status >= 400 && status < 500 && ![401, 408, 425, 429].includes(status);
}

class Refused extends Error {
  constructor(
    readonly status: number,
    message: string
  ) {
    super(message);
  }
}

async function request<T>(method: string, address: string, body: unknown): Promise<T> {
  const response = await fetch(address, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  });
  if (response.status >= 500) throw new Error(`the server answered ${response.status}`);
  const answer = (await response.json()) as T & { message?: string };
  if (!response.ok)
    throw new Refused(response.status, answer.message ?? `the server answered ${response.status}`);
  return answer;
}

// Looked up, never drawn.
// eslint-disable-next-line svelte/prefer-svelte-reactivity
const outboxes = new Map<string, FlightOutbox>();

/** The outbox of a person in this browser tab: one for all its pages, so that what waits is sent from any of them. */
export function outboxOf(accountId: string): FlightOutbox {
  let outbox = outboxes.get(accountId);
  if (!outbox) {
    for (const other of outboxes.values()) other.close();
    outboxes.clear();
    outbox = new FlightOutbox(accountId);
    outboxes.set(accountId, outbox);
  }
  return outbox;
}
