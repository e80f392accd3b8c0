import type { Knex } from 'knex';

/** Weather a school's instructors fly in again and again. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE school_weather (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL REFERENCES school (id),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
      body jsonb NOT NULL,
      kept_by uuid NOT NULL,
      kept_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      UNIQUE (school_id, name),
      FOREIGN KEY (school_id, kept_by) REFERENCES account (school_id, id)
    );
    ALTER TABLE school_weather ENABLE ROW LEVEL SECURITY;
  `);
  const taught = 'school_id = (SELECT current_school()) AND (SELECT teaches())';
  await knex.raw(`
    CREATE POLICY own_rows ON school_weather FOR SELECT USING (${taught});
    CREATE POLICY may_insert ON school_weather FOR INSERT WITH CHECK (${taught} AND kept_by = (SELECT current_account()));
    CREATE POLICY may_delete ON school_weather FOR DELETE USING (${taught});
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
