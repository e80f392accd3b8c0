import type { Knex } from 'knex';

/** The training record. Entries and signatures are only ever added. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE log_entry (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      kind text NOT NULL CHECK (kind IN ('training', 'practice')),
      attempt_id uuid,
      corrects uuid,
      flown_on date NOT NULL,
      content jsonb NOT NULL,
      entered_by uuid NOT NULL,
      entered_at timestamptz NOT NULL DEFAULT now(),
      FOREIGN KEY (school_id, student_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, entered_by) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, student_id, corrects) REFERENCES log_entry (school_id, student_id, id),
      UNIQUE (school_id, student_id, id),
      UNIQUE (attempt_id),
      UNIQUE (corrects),
      CHECK ((kind = 'practice') = (attempt_id IS NOT NULL))
    );
    CREATE INDEX log_entry_by_student ON log_entry (student_id, flown_on DESC, entered_at DESC);

    CREATE TABLE log_signature (
      entry_id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      signed_by uuid NOT NULL,
      signed_at timestamptz NOT NULL,
      digest bytea NOT NULL CHECK (length(digest) = 32),
      FOREIGN KEY (school_id, student_id, entry_id) REFERENCES log_entry (school_id, student_id, id),
      FOREIGN KEY (school_id, signed_by) REFERENCES account (school_id, id)
    );

    CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql
      AS $$ BEGIN RAISE EXCEPTION 'the record is only ever added to' USING ERRCODE = 'HZ001'; END $$;
    CREATE TRIGGER log_entry_stays BEFORE UPDATE OR DELETE ON log_entry FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER log_signature_stays BEFORE UPDATE OR DELETE ON log_signature FOR EACH ROW EXECUTE FUNCTION refuse_change();
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
