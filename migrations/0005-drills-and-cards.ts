import type { Knex } from 'knex';

/**
 * Drills, tolerance profiles and card lines of a school's own; the states a flight can be taken over from; and plans in
 * their new form, where a drill's figures stand together.
 */
export async function up(knex: Knex): Promise<void> {
  const { rows } = await knex.raw<{ rows: { name: string }[] }>('SELECT current_database() AS name');
  const application = knex.ref(`${rows[0]!.name}_app`);
  await knex.raw(`
    UPDATE lesson SET plan =
      (plan - ARRAY['targetSpeed_kt', 'descentRate_fpm', 'flaps_deg', 'decisionAltitude_ft', 'climbSpeed_kt',
                    'levelOffAltitude_ft', 'attitudeHoldAllowed'])
      || jsonb_build_object(
        'figures', jsonb_build_object(
          'targetSpeed_kt', plan->'targetSpeed_kt', 'descentRate_fpm', plan->'descentRate_fpm',
          'flaps_deg', plan->'flaps_deg', 'decisionAltitude_ft', plan->'decisionAltitude_ft',
          'climbSpeed_kt', plan->'climbSpeed_kt', 'levelOffAltitude_ft', plan->'levelOffAltitude_ft'),
        'windLayers', '[]'::jsonb, 'gust_kt', 0, 'temperatureOffset_K', 0, 'fuelShare', 1, 'panel', 'dials',
        'covered', '[]'::jsonb, 'faults', '[]'::jsonb,
        'assist', CASE WHEN plan->>'attitudeHoldAllowed' = 'true' THEN 'attitude-hold' ELSE 'direct' END)
    WHERE plan->'figures' IS NULL;

    ALTER TABLE attempt ADD COLUMN drill text NOT NULL DEFAULT 'rate-and-speed-descent' CHECK (length(drill) <= 60);
    ALTER TABLE attempt ALTER COLUMN drill DROP DEFAULT;
    ALTER TABLE attempt ADD COLUMN taken_from uuid;
    ALTER TABLE attempt ADD COLUMN taken_at_s real CHECK (taken_at_s >= 0);
    ALTER TABLE attempt ADD FOREIGN KEY (school_id, student_id, taken_from) REFERENCES attempt (school_id, student_id, id);
    ALTER TABLE attempt ADD CHECK ((taken_from IS NULL) = (taken_at_s IS NULL));
    CREATE INDEX attempt_by_drill ON attempt (student_id, drill, finished_at DESC);

    -- The state of everything every two seconds, so that a flight can be flown on from there.
    CREATE TABLE flight_state (
      attempt_id uuid PRIMARY KEY,
      school_id uuid NOT NULL,
      student_id uuid NOT NULL,
      length integer NOT NULL CHECK (length > 0),
      states bytea NOT NULL,
      FOREIGN KEY (school_id, student_id, attempt_id) REFERENCES attempt (school_id, student_id, id)
    );

    CREATE TABLE school_drill (
      school_id uuid NOT NULL REFERENCES school,
      key text NOT NULL CHECK (key ~ '^[a-z0-9-]{1,40}$'),
      body jsonb NOT NULL,
      changed_by uuid NOT NULL,
      changed_at timestamptz NOT NULL DEFAULT now(),
      removed_at timestamptz,
      PRIMARY KEY (school_id, key),
      FOREIGN KEY (school_id, changed_by) REFERENCES account (school_id, id)
    );
    CREATE TABLE school_profile (
      school_id uuid NOT NULL REFERENCES school,
      key text NOT NULL CHECK (key ~ '^[a-z0-9-]{2,40}$'),
      body jsonb NOT NULL,
      changed_by uuid NOT NULL,
      changed_at timestamptz NOT NULL DEFAULT now(),
      removed_at timestamptz,
      PRIMARY KEY (school_id, key),
      FOREIGN KEY (school_id, changed_by) REFERENCES account (school_id, id)
    );
    CREATE TABLE card_line (
      id uuid PRIMARY KEY,
      school_id uuid NOT NULL REFERENCES school,
      aircraft text NOT NULL CHECK (length(aircraft) <= 60),
      body jsonb NOT NULL,
      accepted_by uuid NOT NULL,
      accepted_at timestamptz NOT NULL DEFAULT now(),
      removed_at timestamptz,
      FOREIGN KEY (school_id, accepted_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX card_line_by_aircraft ON card_line (school_id, aircraft, accepted_at DESC);
  `);

  await knex.raw(`
    ALTER TABLE flight_state ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_rows ON flight_state FOR SELECT
      USING (school_id = (SELECT current_school()) AND ((SELECT teaches()) OR student_id = (SELECT current_account())));
    CREATE POLICY may_insert ON flight_state FOR INSERT
      WITH CHECK (school_id = (SELECT current_school()) AND ((SELECT teaches()) OR student_id = (SELECT current_account())));
  `);
  await knex.raw('GRANT SELECT, INSERT ON flight_state TO ??', [application]);
  for (const [table, by] of [
    ['school_drill', 'changed_by'],
    ['school_profile', 'changed_by'],
    ['card_line', 'accepted_by']
  ] as const) {
    const mine = 'school_id = (SELECT current_school())';
    const made = `${mine} AND (SELECT teaches()) AND ${by} = (SELECT current_account())`;
    await knex.raw(`
      ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
      CREATE POLICY of_the_school ON ${table} FOR SELECT USING (${mine});
      CREATE POLICY may_insert ON ${table} FOR INSERT WITH CHECK (${made});
      CREATE POLICY may_update ON ${table} FOR UPDATE USING (${mine} AND (SELECT teaches())) WITH CHECK (${made});
    `);
    const changed =
      table === 'card_line' ? 'removed_at, accepted_by' : 'body, changed_by, changed_at, removed_at';
    await knex.raw(`GRANT SELECT, INSERT, UPDATE (${changed}) ON ${table} TO ??`, [application]);
  }
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
