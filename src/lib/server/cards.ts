import { aircraftById } from '../core/aircraft/catalogue';
import { MeasuredLine } from '../core/aircraft/measured-line';
import { parse } from '../core/measure/validation';
import { as } from './database';
import { heavily } from './heavy/pool';
import type { Identity } from './identity';
import { latestSince } from './latest-attempts';

/** A measured line the school has accepted, with who and when. */
export interface AcceptedLine {
  id: string;
  line: MeasuredLine;
  acceptedBy: string;
  acceptedAt: string;
}

const LINES_SHOWN = 100;
const FLIGHTS_READ = 12;

export async function acceptedLines(identity: Identity, aircraft: string): Promise<AcceptedLine[]> {
  return as(identity, async (db) => {
    const rows = await db('card_line as c')
      .join('account as a', 'a.id', 'c.accepted_by')
      .select('c.id', 'c.body', 'c.accepted_at', 'a.name')
      .where({ 'c.school_id': identity.schoolId, 'c.aircraft': aircraft })
      .whereNull('c.removed_at')
      .orderBy('c.accepted_at', 'desc')
      .limit(LINES_SHOWN);
    return rows.map((row) => ({
      id: row.id,
      line: row.body,
      acceptedBy: row.name,
      acceptedAt: row.accepted_at.toISOString()
    }));
  });
}

/** What was found in which flights: flights do not change, so neither does this. */
const found = new Map<string, MeasuredLine[]>();
const FINDS_KEPT = 40;
/** Among so many of the school's latest attempts those in one airplane are looked for. */
const ATTEMPTS_LOOKED_AT = 500;

/** Lines found in the school's latest flights in this airplane, most steady time first. */
export async function proposals(identity: Identity, aircraft: string): Promise<MeasuredLine[]> {
  const ids = await as(identity, async (db) =>
    db('attempt as a')
      .join('flight as f', 'f.attempt_id', 'a.id')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .pluck<string[]>('a.id')
      .where('a.school_id', identity.schoolId)
      .whereNull('a.discarded_at')
      .where('a.finished_at', '>=', await latestSince(db, identity, ATTEMPTS_LOOKED_AT))
      .whereRaw("l.plan->>'aircraft' = ?", [aircraft])
      .whereRaw("l.plan->'faults' = '[]'::jsonb")
      .orderBy('a.finished_at', 'desc')
      .limit(FLIGHTS_READ)
  );
  const key = [identity.schoolId, aircraft, ...ids].join(' ');
  const known = found.get(key);
  if (known) return known;
  const flights = await as(identity, (db) =>
    db('flight')
      .select<{ attempt_id: string; parquet: Buffer }[]>('attempt_id', 'parquet')
      .whereIn('attempt_id', ids)
  );
  const lines = await heavily(identity, 'cardProposals', {
    aircraft,
    flights: flights.map(({ attempt_id, parquet }) => ({ attemptId: attempt_id, parquet }))
  });
  if (found.size >= FINDS_KEPT) found.delete(found.keys().next().value!);
  found.set(key, lines);
  return lines;
}

/** Takes a line onto the school's card; taking it again under the same id changes nothing. */
export async function acceptLine(
  identity: Identity,
  asked: { id: string; aircraft: string; line: unknown }
): Promise<void> {
  const line = parse(MeasuredLine, asked.line, 'line');
  const aircraft = aircraftById(asked.aircraft).id;
  await as(identity, (db) =>
    db('card_line')
      .insert({
        id: asked.id,
        school_id: identity.schoolId,
        aircraft,
        body: JSON.stringify(line),
        accepted_by: identity.accountId
      })
      .onConflict('id')
      .ignore()
  );
}

/** Takes a line off the card, or puts it back. */
export async function setLineRemoved(identity: Identity, id: string, removed: boolean): Promise<void> {
  await as(identity, (db) =>
    db('card_line')
      .where({ id })
      .update({ removed_at: removed ? new Date() : null, accepted_by: identity.accountId })
  );
}
