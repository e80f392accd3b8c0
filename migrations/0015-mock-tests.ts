import type { Knex } from 'knex';

/** A test standard flown through as a test would be: its flights are lessons, each of which counts once. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE mock_test (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      standard text NOT NULL CHECK (length(standard) BETWEEN 1 AND 60),
      edition text NOT NULL CHECK (length(edition) BETWEEN 1 AND 60),
      aircraft text NOT NULL CHECK (length(aircraft) BETWEEN 1 AND 60),
      seed integer NOT NULL CHECK (seed > 0),
      -- What each of its flights is, and which tasks it shows: as drawn then, whatever is drawn today.
      parts jsonb NOT NULL,
      set_by uuid NOT NULL,
      set_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      -- Ended before everything was flown, as it may be in a real one.
      stopped_at timestamptz,
      UNIQUE (school_id, student_id, id),
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, set_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX mock_test_by_student ON mock_test (student_id, set_at DESC);

    ALTER TABLE lesson
      ADD COLUMN mock_test_id uuid,
      ADD COLUMN mock_part smallint CHECK (mock_part BETWEEN 1 AND 40),
      ADD CHECK ((mock_test_id IS NULL) = (mock_part IS NULL)),
      ADD UNIQUE (mock_test_id, mock_part),
      ADD FOREIGN KEY (school_id, student_id, mock_test_id) REFERENCES mock_test (school_id, student_id, id);
    ALTER TABLE mock_test ENABLE ROW LEVEL SECURITY;
  `);
  const own = `school_id = (SELECT current_school())
    AND ((SELECT teaches()) OR student_id = (SELECT current_account()))`;
  await knex.raw(`
    CREATE POLICY own_rows ON mock_test FOR SELECT USING (${own});
    CREATE POLICY may_insert ON mock_test FOR INSERT WITH CHECK (${own} AND set_by = (SELECT current_account()));
    CREATE POLICY may_update ON mock_test FOR UPDATE USING (${own}) WITH CHECK (${own});

    -- As before; and a test stays as it was set.
    DROP POLICY may_update ON lesson;
    CREATE POLICY may_update ON lesson FOR UPDATE
      USING (school_id = (SELECT current_school()) AND mock_test_id IS NULL
        AND ((SELECT teaches()) OR (kind = 'practice' AND student_id = (SELECT current_account())))
        AND NOT EXISTS (SELECT 1 FROM attempt a WHERE a.lesson_id = lesson.id AND a.discarded_at IS NULL))
      WITH CHECK (school_id = (SELECT current_school())
        AND ((SELECT teaches()) OR (kind = 'practice' AND student_id = (SELECT current_account()))));
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
