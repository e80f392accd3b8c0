import type { Knex } from 'knex';

/** Lessons as planned, attempts at them as flown, and what was made of the flights. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE lesson (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      planned_by uuid NOT NULL,
      number integer NOT NULL CHECK (number > 0),
      plan jsonb NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now(),
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, planned_by) REFERENCES account (school_id, id),
      UNIQUE (student_id, number),
      UNIQUE (school_id, student_id, id)
    );
    CREATE INDEX lesson_by_student ON lesson (student_id, created_at DESC);

    CREATE TABLE attempt (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      lesson_id uuid NOT NULL,
      started_by uuid NOT NULL,
      pilot text NOT NULL CHECK (pilot IN ('student', 'instructor', 'reference', 'habits')),
      started_at timestamptz NOT NULL DEFAULT now(),
      finished_at timestamptz,
      FOREIGN KEY (school_id, student_id, lesson_id) REFERENCES lesson (school_id, student_id, id),
      FOREIGN KEY (school_id, started_by) REFERENCES account (school_id, id),
      UNIQUE (school_id, student_id, id)
    );
    CREATE INDEX attempt_by_lesson ON attempt (lesson_id, started_at);
    CREATE INDEX attempt_by_student ON attempt (student_id, finished_at DESC);
    CREATE INDEX attempt_by_school ON attempt (school_id, finished_at DESC);

    -- Pieces of a flight as they arrive; gone once the flight is put together.
    CREATE TABLE flight_chunk (
      attempt_id uuid NOT NULL,
      sequence integer NOT NULL CHECK (sequence >= 0),
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      body jsonb NOT NULL,
      PRIMARY KEY (attempt_id, sequence),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id)
    );

    CREATE TABLE flight (
      attempt_id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      parquet bytea NOT NULL,
      samples integer NOT NULL CHECK (samples >= 0),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id)
    );

    -- The computed grade. Overrides and notes stand beside it and never change it.
    CREATE TABLE grade (
      attempt_id uuid NOT NULL,
      grader_version integer NOT NULL,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      computed jsonb NOT NULL,
      verdict text NOT NULL,
      score integer NOT NULL CHECK (score BETWEEN 0 AND 100),
      comparable jsonb NOT NULL,
      graded_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (attempt_id, grader_version),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id)
    );

    CREATE TABLE grade_override (
      id uuid PRIMARY KEY,
      attempt_id uuid NOT NULL,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      verdict text NOT NULL CHECK (verdict IN ('met', 'met with prompt correction', 'not met')),
      reason text NOT NULL CHECK (length(reason) BETWEEN 3 AND 1000),
      made_by uuid NOT NULL,
      made_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, made_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX override_by_attempt ON grade_override (attempt_id, made_at DESC);

    CREATE TABLE note (
      id uuid PRIMARY KEY,
      attempt_id uuid NOT NULL,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      body text NOT NULL CHECK (length(body) BETWEEN 1 AND 4000),
      made_by uuid NOT NULL,
      made_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, made_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX note_by_attempt ON note (attempt_id, made_at DESC);
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
