import { createHash } from 'node:crypto';
import type { SignedEntry } from '../core/format/log-csv';
import { Rejection } from '../core/measure/rejection';
import { parse } from '../core/measure/validation';
import {
  TrainingEntry,
  VoidEntry,
  checkTrainingEntry,
  type LogEntry,
  type PracticeEntry
} from '../core/record/log-entry';
import { Conflict } from './conflict';
import { canonical } from './canonical';
import { as } from './database';
import type { Identity } from './identity';
import { isGenuineSignature, signatureSeal } from './seal';

/** An entry as it is shown: who entered and signed it, and whether it is still what was signed. */
export type LogLine = SignedEntry & {
  enteredBy: string;
  enteredAt: string;
  /** The entry that puts this one right, if any. */
  correctedBy: string | null;
  /** false when a signed entry is no longer what was signed. */
  intact: boolean;
  attemptId: string | null;
};

/** Entries read for a record: more than a rating takes, and bounded. */
export const ENTRIES_READ = 2000;

/**
 * A student's record, newest first. Practice stands in it with its newest grade, and an instructor's own verdict where there
 * is one; what a simulated pilot or the instructor flew is nobody's practice, and what was discarded is not shown.
 */
export async function logOf(identity: Identity, studentId: string): Promise<LogLine[]> {
  return as(identity, async (db) => {
    const rows = await db('log_entry as e')
      .join('account as a', 'a.id', 'e.entered_by')
      .leftJoin('log_signature as s', 's.entry_id', 'e.id')
      .leftJoin('account as i', 'i.id', 's.signed_by')
      .leftJoin('log_entry as c', 'c.corrects', 'e.id')
      .leftJoin('attempt as t', 't.id', 'e.attempt_id')
      .leftJoin('newest_grade as g', 'g.attempt_id', 'e.attempt_id')
      .joinRaw(
        'LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = e.attempt_id ORDER BY made_at DESC LIMIT 1) o ON true'
      )
      .select(
        'e.id',
        'e.kind',
        'e.corrects',
        'e.content',
        'e.attempt_id',
        'e.entered_at',
        'e.student_id',
        'a.name as entered_by'
      )
      .select(
        's.signed_at',
        's.signed_by as signer_id',
        's.digest',
        's.seal',
        'i.name as signed_by',
        'c.id as corrected_by',
        'g.verdict as computed',
        'g.score',
        'o.verdict as overridden'
      )
      .where('e.student_id', studentId)
      .whereNull('t.discarded_at')
      .where((kept) => kept.whereNull('t.pilot').orWhereIn('t.pilot', ['student', 'eyes']))
      .orderBy([
        { column: 'e.flown_on', order: 'desc' },
        { column: 'e.entered_at', order: 'desc' }
      ])
      .limit(ENTRIES_READ);
    return rows.map((row) => {
      const signedAt: string | null = row.signed_at?.toISOString() ?? null;
      const intact =
        signedAt === null ||
        (digestOf(row, row.signer_id, signedAt).equals(row.digest) &&
          isGenuineSignature(row.digest, row.seal));
      const entry = {
        id: row.id,
        kind: row.kind,
        corrects: row.corrects,
        // A signature that does not verify is none.
        signed: signedAt !== null && intact,
        content: row.kind === 'practice' ? asGradedNow(row) : row.content
      } as LogEntry;
      return {
        ...entry,
        enteredBy: row.entered_by,
        enteredAt: row.entered_at.toISOString(),
        signedBy: row.signed_by,
        signedAt,
        correctedBy: row.corrected_by,
        intact,
        attemptId: row.attempt_id
      };
    });
  });
}

function asGradedNow(row: {
  content: PracticeEntry;
  computed: string | null;
  score: number | null;
  overridden: string | null;
}): PracticeEntry {
  const computed = row.computed ?? row.content.verdict;
  return {
    ...row.content,
    verdict: row.overridden === null ? computed : `${row.overridden} (instructor’s; computed: ${computed})`,
    score: row.score ?? row.content.score
  };
}

/**
 * Enters a training flight, or one that puts another right. Entering it again under the same id changes nothing.
 * @throws Rejection at the field that does not fit; Conflict when the other entry has been put right already
 */
export async function enterTraining(
  identity: Identity,
  asked: { id: string; studentId: string; corrects: string | null; content: unknown },
  today: string
): Promise<void> {
  const content = parse(TrainingEntry, asked.content, 'entry');
  checkTrainingEntry(content, today);
  await as(identity, async (db) => {
    const student = await db('account').select('id').where({ id: asked.studentId, role: 'student' }).first();
    if (!student) throw new Rejection('student', asked.studentId, 'a student of this school');
    if (asked.corrects !== null) {
      const other = await db('log_entry')
        .select('kind')
        .where({ id: asked.corrects, student_id: asked.studentId })
        .first();
      if (other?.kind !== 'training')
        throw new Rejection('corrects', asked.corrects, 'a training entry of this student');
      const already = await db('log_entry')
        .select('id')
        .where({ corrects: asked.corrects })
        .whereNot({ id: asked.id })
        .first();
      if (already) throw new Conflict('that entry has been put right already; correct the newer one');
    }
    await db('log_entry')
      .insert({
        id: asked.id,
        school_id: identity.schoolId,
        student_id: asked.studentId,
        kind: 'training',
        corrects: asked.corrects,
        flown_on: content.date,
        content: JSON.stringify(content),
        entered_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
  });
}

/**
 * Voids a mistaken entry: a new one that points at it, with the reason. Once signed, neither counts.
 * @throws Rejection when there is no such training entry or no reason; Conflict when it has been put right already
 */
export async function voidEntry(
  identity: Identity,
  asked: { id: string; entryId: string; reason: string },
  today: string
): Promise<void> {
  const content = parse(VoidEntry, { date: today, reason: asked.reason.trim() }, 'entry');
  await as(identity, async (db) => {
    const entry = await db('log_entry').select('kind', 'student_id').where({ id: asked.entryId }).first();
    if (entry?.kind !== 'training')
      throw new Rejection('entry', asked.entryId, 'a training entry of a student of yours');
    const already = await db('log_entry')
      .select('id')
      .where({ corrects: asked.entryId })
      .whereNot({ id: asked.id })
      .first();
    if (already) throw new Conflict('that entry has been put right or voided already');
    await db('log_entry')
      .insert({
        id: asked.id,
        school_id: identity.schoolId,
        student_id: entry.student_id,
        kind: 'void',
        corrects: asked.entryId,
        flown_on: today,
        content: JSON.stringify(content),
        entered_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
  });
}

/** Signs an entry: from here on it can only be put right by a new one. Signing again changes nothing. */
export async function signEntry(identity: Identity, entryId: string): Promise<void> {
  await as(identity, async (db) => {
    const entry = await db('log_entry').where({ id: entryId }).first();
    if (!entry) throw new Rejection('entry', entryId, 'an entry of a student of yours');
    const { rows } = await db.raw<{ rows: { now: Date }[] }>(
      "SELECT date_trunc('milliseconds', clock_timestamp()) AS now"
    );
    const signedAt = rows[0]!.now;
    const digest = digestOf(entry, identity.accountId, signedAt.toISOString());
    await db('log_signature')
      .insert({
        entry_id: entryId,
        school_id: identity.schoolId,
        student_id: entry.student_id,
        signed_by: identity.accountId,
        signed_at: signedAt,
        digest,
        seal: signatureSeal(digest)
      })
      .onConflict('entry_id')
      .ignore();
  });
}

/** What a signature is over: the whole content of the entry, who signs, and when. */
function digestOf(
  entry: { id: string; kind: string; student_id: string; corrects: string | null; content: unknown },
  signerId: string,
  signedAt: string
): Buffer {
  const signed = {
    id: entry.id,
    kind: entry.kind,
    student: entry.student_id,
    corrects: entry.corrects,
    content: entry.content,
    signerId,
    signedAt
  };
  return createHash('sha256').update(canonical(signed)).digest();
}
