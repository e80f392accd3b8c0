import type { Knex } from 'knex';

/** Approaches of a school's own. */
export async function up(knex: Knex): Promise<void> {
  const { rows } = await knex.raw<{ rows: { name: string }[] }>('SELECT current_database() AS name');
  const application = knex.ref(`${rows[0]!.name}_app`);
  await knex.raw(`
    CREATE TABLE school_approach (
      school_id uuid NOT NULL REFERENCES school,
      key text NOT NULL CHECK (key ~ '^[a-z0-9-]{1,60}$'),
      body jsonb NOT NULL,
      changed_by uuid NOT NULL,
      changed_at timestamptz NOT NULL DEFAULT now(),
      removed_at timestamptz,
      PRIMARY KEY (school_id, key),
      FOREIGN KEY (school_id, changed_by) REFERENCES account (school_id, id)
    );
  `);
  const mine = 'school_id = (SELECT current_school())';
  const made = `${mine} AND (SELECT teaches()) AND changed_by = (SELECT current_account())`;
  await knex.raw(`
    ALTER TABLE school_approach ENABLE ROW LEVEL SECURITY;
    CREATE POLICY of_the_school ON school_approach FOR SELECT USING (${mine});
    CREATE POLICY may_insert ON school_approach FOR INSERT WITH CHECK (${made});
    CREATE POLICY may_update ON school_approach FOR UPDATE USING (${mine} AND (SELECT teaches())) WITH CHECK (${made});
  `);
  await knex.raw(
    'GRANT SELECT, INSERT, UPDATE (body, changed_by, changed_at, removed_at) ON school_approach TO ??',
    [application]
  );
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
