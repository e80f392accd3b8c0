import type { Knex } from 'knex';

/**
 * Attempts in which only the eyes were the student's; dwell logs from outside the trainer; and answers given at the bench.
 */
export async function up(knex: Knex): Promise<void> {
  const { rows } = await knex.raw<{ rows: { name: string }[] }>('SELECT current_database() AS name');
  const application = knex.ref(`${rows[0]!.name}_app`);
  await knex.raw(`
    ALTER TABLE attempt DROP CONSTRAINT attempt_pilot_check;
    ALTER TABLE attempt ADD CONSTRAINT attempt_pilot_check
      CHECK (pilot IN ('student', 'instructor', 'reference', 'habits', 'eyes'));

    -- Where the eyes went, as an eye tracker or an instructor's taps tell it; beside a flight, or by itself.
    CREATE TABLE dwell_log (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      attempt_id uuid,
      source text NOT NULL CHECK (source IN ('file', 'observed')),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      looks jsonb NOT NULL,
      notes jsonb NOT NULL DEFAULT '[]',
      report jsonb NOT NULL,
      added_by uuid NOT NULL,
      added_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      removed_at timestamptz,
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, added_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX dwell_log_by_attempt ON dwell_log (attempt_id, added_at DESC);
    CREATE INDEX dwell_log_by_student ON dwell_log (student_id, added_at DESC);

    CREATE TABLE bench_answer (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      kind text NOT NULL CHECK (length(kind) BETWEEN 1 AND 40),
      level smallint NOT NULL CHECK (level BETWEEN 1 AND 5),
      correct boolean NOT NULL,
      in_time boolean NOT NULL,
      took_s real NOT NULL CHECK (took_s >= 0),
      given_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id)
    );
    CREATE INDEX bench_answer_by_student ON bench_answer (student_id, kind, given_at DESC);
  `);
  const mine = 'school_id = (SELECT current_school())';
  const own = `${mine} AND ((SELECT teaches()) OR student_id = (SELECT current_account()))`;
  await knex.raw(`
    ALTER TABLE dwell_log ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_rows ON dwell_log FOR SELECT USING (${own});
    CREATE POLICY may_insert ON dwell_log FOR INSERT WITH CHECK (${own} AND added_by = (SELECT current_account()));
    CREATE POLICY may_update ON dwell_log FOR UPDATE USING (${own}) WITH CHECK (${own});
    ALTER TABLE bench_answer ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_rows ON bench_answer FOR SELECT USING (${own});
    CREATE POLICY may_insert ON bench_answer FOR INSERT WITH CHECK (${mine} AND student_id = (SELECT current_account()));
  `);
  await knex.raw('GRANT SELECT, INSERT, UPDATE (removed_at) ON dwell_log TO ??', [application]);
  await knex.raw('GRANT SELECT, INSERT ON bench_answer TO ??', [application]);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
