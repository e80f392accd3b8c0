import type { LessonPlan } from '../../core/drill/lesson-plan';
import { keptPlan } from '../../core/drill/plan-version';
import { RECORDING_RATE_HZ } from '../../core/flight/channels';
import { CHUNK_SAMPLES } from '../../core/flight/recorder';
import { as } from '../database';
import type { Identity } from '../identity';
import type { PilotKind } from '../pilot-kind';

/** A flight that is being flown now. */
export interface FlightInTheAir {
  attemptId: string;
  student: string;
  flownBy: string;
  pilot: PilotKind;
  plan: LessonPlan;
  flown_s: number;
  /** How long nothing has come of it: it stands, or the network is gone. */
  quiet_s: number;
}

const SHOWN = 50;
/** Nothing came of it for so long: it is no longer in the air. */
const GONE_AFTER = '30 minutes';

/** Flights in the air, those of which something came last before those that stand: of the school for who teaches, one's own for a student. */
export async function flightsInTheAir(identity: Identity): Promise<FlightInTheAir[]> {
  return as(identity, async (db) => {
    const rows = await db('attempt as a')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .join('account as s', 's.id', 'a.student_id')
      .join('account as f', 'f.id', 'a.started_by')
      .joinRaw(
        `JOIN LATERAL (SELECT c.sequence, c.kept_at FROM flight_chunk c WHERE c.attempt_id = a.id
           ORDER BY c.sequence DESC LIMIT 1) c ON c.kept_at > clock_timestamp() - interval '${GONE_AFTER}'`
      )
      .select(
        'a.id as attemptId',
        's.name as student',
        'f.name as flownBy',
        'a.pilot',
        'l.plan',
        'c.sequence',
        db.raw('extract(epoch FROM clock_timestamp() - c.kept_at)::real AS quiet_s')
      )
      .whereNull('a.finished_at')
      .whereNull('a.discarded_at')
      .whereRaw("a.started_at > clock_timestamp() - interval '12 hours'")
      .orderBy('c.kept_at', 'desc')
      .limit(SHOWN);
    return (rows as (Omit<FlightInTheAir, 'flown_s' | 'plan'> & { sequence: number; plan: unknown })[]).map(
      ({ sequence, plan, ...row }) => ({
        ...row,
        plan: keptPlan(plan),
        flown_s: ((sequence + 1) * CHUNK_SAMPLES) / RECORDING_RATE_HZ
      })
    );
  });
}
