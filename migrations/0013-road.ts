import type { Knex } from 'knex';

/** What leads a student: syllabuses of the school's own, homework, how hard own practice is, and where everybody stands. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- How hard own practice was made, where it was proposed by level.
    ALTER TABLE lesson ADD COLUMN level smallint CHECK (level BETWEEN 1 AND 6);

    -- A version is never changed: who is taught by one stays on it until moved to another.
    CREATE TABLE school_syllabus (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL REFERENCES school (id),
      key text NOT NULL CHECK (length(key) BETWEEN 1 AND 40),
      version integer NOT NULL CHECK (version > 0),
      body jsonb NOT NULL,
      kept_by uuid NOT NULL,
      kept_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      UNIQUE (school_id, key, version),
      UNIQUE (school_id, id),
      FOREIGN KEY (school_id, kept_by) REFERENCES account (school_id, id)
    );

    CREATE TABLE student_road (
      student_id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      -- null: the one that ships.
      syllabus_id uuid,
      -- Lessons before this one are taken as known; null: none are.
      starts_with text CHECK (length(starts_with) BETWEEN 1 AND 40),
      least_level smallint NOT NULL DEFAULT 1 CHECK (least_level BETWEEN 1 AND 6),
      most_level smallint NOT NULL DEFAULT 6 CHECK (most_level BETWEEN least_level AND 6),
      set_by uuid NOT NULL,
      set_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, set_by) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, syllabus_id) REFERENCES school_syllabus (school_id, id)
    );

    CREATE TABLE homework (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      task text NOT NULL CHECK (length(task) BETWEEN 1 AND 60),
      times smallint NOT NULL CHECK (times BETWEEN 1 AND 10),
      due date NOT NULL,
      words text NOT NULL DEFAULT '' CHECK (length(words) <= 300),
      -- The flight and the moment it is about; null: none.
      attempt_id uuid,
      at_s real CHECK (at_s >= 0),
      set_by uuid NOT NULL,
      set_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      taken_back_at timestamptz,
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, set_by) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id)
    );
    CREATE INDEX homework_by_due ON homework (school_id, due) WHERE taken_back_at IS NULL;
    CREATE INDEX homework_by_student ON homework (student_id, due DESC) WHERE taken_back_at IS NULL;

    -- Follows from the flights, and is kept so that a school can be looked over: it may be thrown away and made again.
    CREATE TABLE standing (
      student_id uuid NOT NULL,
      task text NOT NULL CHECK (length(task) BETWEEN 1 AND 60),
      school_id uuid NOT NULL,
      flights integer NOT NULL CHECK (flights > 0),
      last_flown timestamptz NOT NULL,
      to_standard boolean NOT NULL,
      stuck boolean NOT NULL,
      slips_on timestamptz,
      PRIMARY KEY (student_id, task),
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id)
    );
    CREATE INDEX standing_stuck ON standing (school_id) WHERE stuck;
    CREATE INDEX standing_slips ON standing (school_id, slips_on) WHERE slips_on IS NOT NULL;
  `);
  const mine = 'school_id = (SELECT current_school())';
  const own = `${mine} AND ((SELECT teaches()) OR student_id = (SELECT current_account()))`;
  const taught = (by: string) => `${mine} AND (SELECT teaches()) AND ${by} = (SELECT current_account())`;
  for (const table of ['student_road', 'homework', 'standing'])
    await knex.raw(`
      ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
      CREATE POLICY own_rows ON ${table} FOR SELECT USING (${own});
    `);
  await knex.raw(`
    ALTER TABLE school_syllabus ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_rows ON school_syllabus FOR SELECT USING (${mine});
    CREATE POLICY may_insert ON school_syllabus FOR INSERT WITH CHECK (${taught('kept_by')});
    CREATE POLICY may_insert ON student_road FOR INSERT WITH CHECK (${taught('set_by')});
    CREATE POLICY may_update ON student_road FOR UPDATE USING (${mine} AND (SELECT teaches())) WITH CHECK (${taught('set_by')});
    CREATE POLICY may_insert ON homework FOR INSERT WITH CHECK (${taught('set_by')});
    CREATE POLICY may_update ON homework FOR UPDATE USING (${mine} AND (SELECT teaches())) WITH CHECK (${mine} AND (SELECT teaches()));
    -- Whoever finishes a flight keeps what follows from it.
    CREATE POLICY may_insert ON standing FOR INSERT WITH CHECK (${own});
    CREATE POLICY may_update ON standing FOR UPDATE USING (${own}) WITH CHECK (${own});
    CREATE POLICY may_delete ON standing FOR DELETE USING (${own});
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
