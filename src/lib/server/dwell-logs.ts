import { keptPlan } from '../core/drill/plan-version';
import type { Knex } from 'knex';
import { Rejection } from '../core/measure/rejection';
import { looksOfLog, type DwellLog } from '../core/scan/dwell-log';
import type { Look } from '../core/scan/look';
import { scanFigures } from '../core/scan/scan-figures';
import { watchedScan, type ScanReport } from '../core/scan/scan-report';
import { Conflict } from './conflict';
import { as } from './database';
import { heavily } from './heavy/pool';
import type { Identity } from './identity';

export interface DwellLogLine {
  id: string;
  attemptId: string | null;
  source: 'file' | 'observed';
  name: string;
  notes: string[];
  addedBy: string;
  addedAt: string;
  report: ScanReport | Pick<ScanReport, 'whole' | 'findings'>;
}

const LISTED = 50;

/**
 * Keeps a dwell log with its report: beside a flight, whose looks it then tells, or by itself. Sending it again changes nothing.
 * @throws Rejection when it does not fit the flight or has too little in it; Conflict when the id is another log's
 */
export async function addDwellLog(
  identity: Identity,
  whose: { studentId: string; attemptId: string | null },
  log: DwellLog
): Promise<void> {
  const looks = looksOfLog(log);
  const report = whose.attemptId ? await reportFor(identity, whose.attemptId, looks) : watchedScan(looks);
  if (!report)
    throw new Rejection('looks', looks.length, 'at least four looks, some of them within the flight');
  await as(identity, async (db) => {
    await db('dwell_log')
      .insert({
        id: log.id,
        school_id: identity.schoolId,
        student_id: whose.studentId,
        attempt_id: whose.attemptId,
        source: log.source,
        name: log.name,
        looks: JSON.stringify(log.looks),
        notes: JSON.stringify(log.notes),
        report: JSON.stringify(report),
        added_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
    const kept = await db('dwell_log')
      .select('student_id', 'attempt_id')
      .where({ id: log.id })
      .first<{ student_id: string; attempt_id: string | null } | undefined>();
    if (kept?.student_id !== whose.studentId || kept.attempt_id !== whose.attemptId)
      throw new Conflict('this id belongs to another dwell log');
  });
}

async function reportFor(identity: Identity, attemptId: string, looks: Look[]): Promise<ScanReport | null> {
  const row = await as(identity, (db) =>
    db('flight as f')
      .join('attempt as a', 'a.id', 'f.attempt_id')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .select('f.parquet', 'l.plan')
      .where('f.attempt_id', attemptId)
      .first<{ parquet: Buffer; plan: unknown } | undefined>()
  );
  if (!row) throw new Rejection('attempt', attemptId, 'a finished attempt of yours or of your students');
  return heavily(identity, 'dwellReport', { parquet: row.parquet, plan: keptPlan(row.plan), looks });
}

/** The dwell logs beside an attempt, newest first; those taken off the list are left out. */
export async function dwellLogsOf(identity: Identity, attemptId: string): Promise<DwellLogLine[]> {
  return as(identity, async (db) => (await lines(db).where({ attempt_id: attemptId })).map(lineOf));
}

/** A student's dwell logs that stand by themselves, newest first. */
export async function watchedLogsOf(identity: Identity, studentId: string): Promise<DwellLogLine[]> {
  return as(identity, async (db) =>
    (await lines(db).where({ student_id: studentId }).whereNull('attempt_id')).map(lineOf)
  );
}

/** One log with its looks, or null when this person may not see it. */
export async function dwellLogById(
  identity: Identity,
  id: string
): Promise<(DwellLogLine & { studentId: string; looks: Look[] }) | null> {
  return as(identity, async (db) => {
    const row = await lines(db).select('d.looks', 'd.student_id').where('d.id', id).first();
    if (!row) return null;
    const looks = (row.looks as DwellLog['looks']).map(([area, start_s, end_s]) => ({
      area,
      start_s,
      end_s
    }));
    return { ...lineOf(row), studentId: row.student_id, looks };
  });
}

/**
 * Takes a log off the list, or puts it back; who did is kept.
 * @throws Rejection when it is not this person's to remove: a student removes own logs only
 */
export async function removeDwellLog(identity: Identity, id: string, removed: boolean): Promise<void> {
  await as(identity, async (db) => {
    const changed = await db('dwell_log')
      .where({ id })
      .update(
        removed
          ? { removed_at: db.fn.now(), removed_by: identity.accountId }
          : { removed_at: null, removed_by: null }
      );
    if (changed === 0)
      throw new Rejection('log', id, 'a log you added; an instructor’s is removed by an instructor');
  });
}

function lines(db: Knex.Transaction) {
  return db('dwell_log as d')
    .join('account as a', 'a.id', 'd.added_by')
    .select('d.id', 'd.attempt_id', 'd.source', 'd.name', 'd.notes', 'd.report', 'd.added_at', 'a.name as by')
    .whereNull('d.removed_at')
    .orderBy('d.added_at', 'desc')
    .limit(LISTED);
}

function lineOf(row: {
  id: string;
  attempt_id: string | null;
  source: 'file' | 'observed';
  name: string;
  notes: string[];
  report: ScanReport;
  added_at: Date;
  by: string;
}): DwellLogLine {
  return {
    id: row.id,
    attemptId: row.attempt_id,
    source: row.source,
    name: row.name,
    notes: row.notes,
    addedBy: row.by,
    addedAt: row.added_at.toISOString(),
    report: row.report
  };
}

/** One flight whose scan is known, for its course over lessons. */
export interface ScanAttempt {
  attemptId: string;
  finishedAt: string;
  drill: string;
  /** Whether the hands were the student's as well. */
  flown: boolean;
  score: number;
  figures: Record<string, number>;
}

/** A student's flights with a known scan, oldest first: recorded with the flight, or told by the newest dwell log beside it. */
export async function scanAttemptsOf(identity: Identity, studentId: string): Promise<ScanAttempt[]> {
  return as(identity, async (db) => {
    const { rows } = await db.raw<{
      rows: {
        id: string;
        finished_at: Date;
        drill: string;
        pilot: string;
        score: number;
        figures: { id: string; value: number }[];
        report: ScanReport | null;
      }[];
    }>(
      `SELECT a.id, a.finished_at, a.drill, a.pilot, g.score, g.comparable->'figures' AS figures, d.report
       FROM attempt a
       JOIN newest_grade g ON g.attempt_id = a.id
       LEFT JOIN LATERAL (SELECT report FROM dwell_log WHERE attempt_id = a.id AND removed_at IS NULL ORDER BY added_at DESC LIMIT 1) d ON true
       WHERE a.student_id = ? AND a.finished_at IS NOT NULL AND a.discarded_at IS NULL AND a.pilot IN ('student', 'eyes')
         AND (d.report IS NOT NULL OR g.comparable->'figures' @> '[{"id": "scan.faults"}]')
       ORDER BY a.finished_at DESC LIMIT ?`,
      [studentId, LISTED]
    );
    return rows.reverse().map((row) => {
      const scan = row.report ? scanFigures(row.report) : row.figures.filter((f) => f.id.startsWith('scan.'));
      return {
        attemptId: row.id,
        finishedAt: row.finished_at.toISOString(),
        drill: row.drill,
        flown: row.pilot === 'student',
        score: row.score,
        figures: Object.fromEntries(scan.map((f) => [f.id.slice('scan.'.length), f.value]))
      };
    });
  });
}
