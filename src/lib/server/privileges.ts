import type { Knex } from 'knex';

/** What the application's role may do, all of it: row security narrows each of these to a school, a role and a person. */
const TABLES: Record<string, string> = {
  school: 'SELECT',
  account:
    'SELECT (id, school_id, email, name, role, stage, created_at, archived_at), INSERT (id, school_id, email, name, role, stage), UPDATE (email, name, stage, archived_at)',
  sign_in_attempt: 'SELECT, INSERT, UPDATE, DELETE',
  lesson: 'SELECT, INSERT, UPDATE (plan, note, changed_at, changed_by, withdrawn_at, withdrawn_by)',
  // Updating `drill` is allowed by name only, so that a row can be locked; no policy lets it change.
  attempt:
    'SELECT, INSERT (id, school_id, student_id, lesson_id, started_by, pilot, drill, taken_from, taken_at_s), UPDATE (drill)',
  flight_chunk: 'SELECT, INSERT (attempt_id, sequence, school_id, student_id, body)',
  flight: 'SELECT',
  flight_state: 'SELECT',
  grade: 'SELECT',
  newest_grade: 'SELECT',
  grader: 'SELECT',
  grade_override: 'SELECT, INSERT',
  note: 'SELECT, INSERT',
  log_entry: 'SELECT, INSERT',
  log_signature: 'SELECT, INSERT',
  school_drill: 'SELECT, INSERT, UPDATE (body, changed_by, changed_at, removed_at)',
  school_profile: 'SELECT, INSERT, UPDATE (body, changed_by, changed_at, removed_at)',
  school_world: 'SELECT, INSERT, UPDATE (body, changed_by, changed_at, removed_at)',
  school_approach: 'SELECT, INSERT, UPDATE (body, changed_by, changed_at, removed_at)',
  card_line: 'SELECT, INSERT, UPDATE (removed_at, accepted_by)',
  dwell_log: 'SELECT, INSERT, UPDATE (removed_at, removed_by)',
  bench_answer: 'SELECT, INSERT',
  flight_command: 'SELECT, INSERT, UPDATE (outcome, at_s)',
  flight_mark: 'SELECT, INSERT',
  school_place: 'SELECT, INSERT, DELETE',
  school_weather: 'SELECT, INSERT, DELETE',
  school_syllabus: 'SELECT, INSERT',
  student_road: 'SELECT, INSERT, UPDATE (syllabus_id, starts_with, least_level, most_level, set_by, set_at)',
  homework: 'SELECT, INSERT, UPDATE (taken_back_at)',
  mock_test: 'SELECT, INSERT, UPDATE (stopped_at)',
  standing: 'SELECT, INSERT, UPDATE, DELETE',
  flight_watcher: 'SELECT, INSERT, UPDATE (seen_at), DELETE'
};

/** A statement, a wait for a lock, and a transaction nobody goes on with, each ends after so long. */
const TIMEOUTS = {
  statement_timeout: '20s',
  lock_timeout: '5s',
  idle_in_transaction_session_timeout: '30s'
};

/** Gives the application's role exactly its rights, whatever it had: after a migration, and after a restore elsewhere. */
export async function grantPrivileges(owner: Knex, role: string): Promise<void> {
  await owner.raw('REVOKE ALL ON ALL TABLES IN SCHEMA public FROM ??', [role]);
  await owner.raw('REVOKE ALL ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC, ??', [role]);
  await owner.raw('REVOKE CREATE ON SCHEMA public FROM PUBLIC');
  await owner.raw('GRANT USAGE ON SCHEMA public TO ??', [role]);
  await owner.raw('GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA public TO ??', [role]);
  for (const [table, rights] of Object.entries(TABLES))
    await owner.raw(`GRANT ${rights} ON ?? TO ??`, [table, role]);
  for (const [setting, value] of Object.entries(TIMEOUTS))
    await owner.raw(`ALTER ROLE ?? SET ${setting} = '${value}'`, [role]);
}
