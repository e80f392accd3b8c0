import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { FlightChunk } from '$core/flight/recorder';

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
}

interface OutboxSchema extends DBSchema {
  attempt: { key: string; value: OutboxAttempt };
  chunk: { key: [string, number]; value: FlightChunk & { attemptId: string } };
}

export type OutboxStatus = 'saved' | 'sending' | 'no answer' | 'signed out' | 'refused';

const CHUNKS_A_REQUEST = 20;
const FIRST_RETRY_MS = 1500;
const LONGEST_RETRY_MS = 15_000;

/**
 * Keeps every piece of a flight in this browser until the server has said that it has it.
 * Everything sent may be sent again: the server keeps one of each.
 */
export class FlightOutbox {
  status = $state<OutboxStatus>('saved');
  /** What the server would not take, in its words. */
  refusal = $state('');
  waiting = $state(0);
  private database: Promise<IDBPDatabase<OutboxSchema>>;
  private sending: Promise<void> | null = null;
  private retry_ms = FIRST_RETRY_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private closed = false;

  constructor(
    private readonly accountId: string,
    private readonly onfinished: (attemptId: string) => void = () => {}
  ) {
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
  send(): Promise<void> {
    this.sending ??= this.round().finally(() => (this.sending = null));
    return this.sending;
  }

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
        const attempts = (await db.getAll('attempt')).filter(
          (attempt) => attempt.accountId === this.accountId
        );
        let progressed = false;
        for (const attempt of attempts) progressed = (await this.sendAttempt(db, attempt)) || progressed;
        if (!progressed) break;
      }
      this.waiting = await db.count('chunk');
      this.status = 'saved';
      this.retry_ms = FIRST_RETRY_MS;
    } catch (error) {
      if (error instanceof Refused) {
        this.status = error.status === 401 ? 'signed out' : 'refused';
        this.refusal = error.message;
      } else this.status = 'no answer';
      this.waiting = await db.count('chunk');
      if (this.status !== 'refused' && !this.closed) {
        this.timer = setTimeout(() => void this.send(), this.retry_ms);
        this.retry_ms = Math.min(LONGEST_RETRY_MS, this.retry_ms * 2);
      }
    }
  }

  /** @returns whether anything was done that may have left more to do */
  private async sendAttempt(db: IDBPDatabase<OutboxSchema>, attempt: OutboxAttempt): Promise<boolean> {
    const whole = IDBKeyRange.bound([attempt.id, 0], [attempt.id, Number.MAX_SAFE_INTEGER]);
    const waiting = await db.getAll('chunk', whole, CHUNKS_A_REQUEST);
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
