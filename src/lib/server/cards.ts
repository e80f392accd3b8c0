import { gunzipSync } from 'node:zlib';
import { aircraftById } from '../core/aircraft/catalogue';
import { MeasuredLine } from '../core/aircraft/measured-line';
import { flightFromParquet } from '../core/format/flight-parquet';
import { proposedLines } from '../core/flight/steady-stretch';
import { parse } from '../core/measure/validation';
import { as } from './database';
import type { Identity } from './identity';

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

/** Lines found in the school's latest flights in this airplane, most steady time first. */
export async function proposals(identity: Identity, aircraft: string): Promise<MeasuredLine[]> {
  const rows = await as(identity, (db) =>
    db('attempt as a')
      .join('flight as f', 'f.attempt_id', 'a.id')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .select<{ id: string; parquet: Buffer }[]>('a.id', 'f.parquet')
      .where('a.school_id', identity.schoolId)
      .whereRaw("l.plan->>'aircraft' = ?", [aircraft])
      .whereRaw("l.plan->'faults' = '[]'::jsonb")
      .orderBy('a.finished_at', 'desc')
      .limit(FLIGHTS_READ)
  );
  const flights = await Promise.all(
    rows.map(async ({ id, parquet }) => ({
      attemptId: id,
      flight: await flightFromParquet(new Uint8Array(parquet), (part) => gunzipSync(part))
    }))
  );
  return proposedLines(aircraftById(aircraft), flights);
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
