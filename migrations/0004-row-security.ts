import type { Knex } from 'knex';

/** Tables whose rows belong to one student of one school. */
const OF_A_STUDENT = [
  'lesson',
  'attempt',
  'flight_chunk',
  'flight',
  'grade',
  'grade_override',
  'note',
  'log_entry',
  'log_signature'
];

/**
 * Keeps schools and roles apart in the database itself: the application's role owns nothing and sees only rows of the
 * school, and for students only of the student, that the transaction has named. The functions stand in sub-selects so that
 * each is asked once a query and not once a row.
 */
export async function up(knex: Knex): Promise<void> {
  const { rows } = await knex.raw<{ rows: { name: string }[] }>('SELECT current_database() AS name');
  const application = knex.ref(`${rows[0]!.name}_app`);
  const grant = (privileges: string, on: string) =>
    knex.raw(`GRANT ${privileges} ON ${on} TO ??`, [application]);

  await knex.raw('REVOKE ALL ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC');
  await knex.raw('REVOKE CREATE ON SCHEMA public FROM PUBLIC');
  await knex.raw('GRANT USAGE ON SCHEMA public TO ??', [application]);
  await knex.raw('GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA public TO ??', [application]);

  await knex.raw(`
    ALTER TABLE school ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_school ON school FOR SELECT USING (id = (SELECT current_school()));
    ALTER TABLE account ENABLE ROW LEVEL SECURITY;
    CREATE POLICY people_of_the_school ON account FOR SELECT
      USING (school_id = (SELECT current_school()) AND ((SELECT teaches()) OR id = (SELECT current_account()) OR role <> 'student'));
    CREATE POLICY new_students ON account FOR INSERT
      WITH CHECK (school_id = (SELECT current_school()) AND (SELECT teaches()) AND role = 'student');
    ALTER TABLE session ENABLE ROW LEVEL SECURITY;
  `);
  await grant('SELECT', 'school');
  await grant('SELECT (id, school_id, email, name, role, stage, created_at)', 'account');
  await grant('INSERT', 'account');
  await grant('SELECT, INSERT, UPDATE, DELETE', 'sign_in_attempt');

  for (const table of OF_A_STUDENT) {
    await knex.raw(`ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY`);
    await knex.raw(`
      CREATE POLICY own_rows ON ${table} FOR SELECT
        USING (school_id = (SELECT current_school()) AND ((SELECT teaches()) OR student_id = (SELECT current_account())))
    `);
    await grant('SELECT', table);
  }
  const may = async (table: string, command: 'INSERT' | 'UPDATE' | 'DELETE', condition: string) => {
    const own = `school_id = (SELECT current_school()) AND (${condition})`;
    const clause = command === 'INSERT' ? `WITH CHECK (${own})` : `USING (${own})`;
    await knex.raw(`CREATE POLICY may_${command.toLowerCase()} ON ${table} FOR ${command} ${clause}`);
    // An attempt is the one thing that changes: it ends.
    await grant(command === 'UPDATE' ? 'UPDATE (finished_at)' : command, table);
  };
  const ownOrTaught = '(SELECT teaches()) OR student_id = (SELECT current_account())';
  await may('lesson', 'INSERT', '(SELECT teaches()) AND planned_by = (SELECT current_account())');
  await may('attempt', 'INSERT', `(${ownOrTaught}) AND started_by = (SELECT current_account())`);
  await may('attempt', 'UPDATE', ownOrTaught);
  await may('flight_chunk', 'INSERT', ownOrTaught);
  await may('flight_chunk', 'DELETE', ownOrTaught);
  await may('flight', 'INSERT', ownOrTaught);
  await may('grade', 'INSERT', ownOrTaught);
  await may('grade_override', 'INSERT', '(SELECT teaches()) AND made_by = (SELECT current_account())');
  await may('note', 'INSERT', '(SELECT teaches()) AND made_by = (SELECT current_account())');
  await may(
    'log_entry',
    'INSERT',
    `entered_by = (SELECT current_account()) AND ((SELECT teaches()) OR (kind = 'practice' AND student_id = (SELECT current_account())))`
  );
  await may('log_signature', 'INSERT', '(SELECT teaches()) AND signed_by = (SELECT current_account())');
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
