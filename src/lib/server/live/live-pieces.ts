import type { LivePiece } from '../../core/flight/live-piece';
import { mustExist } from '../attempt-rows';
import { Conflict } from '../conflict';
import { as } from '../database';
import type { Identity } from '../identity';
import { tellNews } from './flight-news';

/** Passes on what an airplane is doing now to whoever watches; nothing of it is kept. @throws Conflict when another person flies, or the flight has ended */
export async function passOn(identity: Identity, attemptId: string, piece: LivePiece): Promise<void> {
  await as(identity, async (db) => {
    const attempt = await mustExist(db, attemptId);
    if (attempt.startedBy !== identity.accountId) throw new Conflict('only who flies an attempt tells of it');
    if (attempt.finishedAt) throw new Conflict('this flight has ended');
    await tellNews(db, attemptId, { kind: 'piece', piece });
  });
}
