import type { Knex } from 'knex';

/** What an instructor does to a flight while it is flown, what is marked of it, and who watches. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- When a piece came: a flight in the air is one of which pieces come. Those kept before this have no moment.
    ALTER TABLE flight_chunk ADD COLUMN kept_at timestamptz;
    ALTER TABLE flight_chunk ALTER COLUMN kept_at SET DEFAULT clock_timestamp();
    CREATE INDEX attempt_in_the_air ON attempt (school_id, started_at DESC) WHERE finished_at IS NULL AND discarded_at IS NULL;

    CREATE TABLE flight_command (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      attempt_id uuid NOT NULL,
      number integer NOT NULL CHECK (number BETWEEN 1 AND 500),
      body jsonb NOT NULL,
      given_by uuid NOT NULL,
      given_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      -- What became of it, by the flight's own clock; null: not heard yet.
      outcome text CHECK (outcome IN ('done', 'too late', 'not possible')),
      at_s real,
      UNIQUE (attempt_id, number),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, given_by) REFERENCES account (school_id, id)
    );

    CREATE TABLE flight_mark (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      attempt_id uuid NOT NULL,
      at_s real NOT NULL CHECK (at_s >= 0),
      kind text NOT NULL CHECK (kind IN ('good', 'late', 'chased', 'step', 'scan', 'words')),
      words text NOT NULL DEFAULT '' CHECK (length(words) <= 300),
      made_by uuid NOT NULL,
      made_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, made_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX flight_mark_by_attempt ON flight_mark (attempt_id, at_s);

    CREATE TABLE flight_watcher (
      attempt_id uuid NOT NULL,
      account_id uuid NOT NULL,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      seen_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      PRIMARY KEY (attempt_id, account_id),
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id),
      FOREIGN KEY (school_id, account_id) REFERENCES account (school_id, id)
    );
  `);
  const mine = 'school_id = (SELECT current_school())';
  const own = `${mine} AND ((SELECT teaches()) OR student_id = (SELECT current_account()))`;
  const taught = (by: string) => `${mine} AND (SELECT teaches()) AND ${by} = (SELECT current_account())`;
  const flown = `${mine} AND attempt_id IN (SELECT id FROM attempt WHERE started_by = (SELECT current_account()))`;
  for (const table of ['flight_command', 'flight_mark', 'flight_watcher'])
    await knex.raw(`
      ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
      CREATE POLICY own_rows ON ${table} FOR SELECT USING (${own});
    `);
  await knex.raw(`
    CREATE POLICY may_insert ON flight_command FOR INSERT WITH CHECK (${taught('given_by')});
    -- Only who flies says what became of it.
    CREATE POLICY may_update ON flight_command FOR UPDATE USING (${flown}) WITH CHECK (${flown});
    CREATE POLICY may_insert ON flight_mark FOR INSERT WITH CHECK (${taught('made_by')});
    CREATE POLICY may_insert ON flight_watcher FOR INSERT WITH CHECK (${taught('account_id')});
    CREATE POLICY may_update ON flight_watcher FOR UPDATE USING (${taught('account_id')}) WITH CHECK (${taught('account_id')});
    CREATE POLICY may_delete ON flight_watcher FOR DELETE USING (${taught('account_id')});
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
