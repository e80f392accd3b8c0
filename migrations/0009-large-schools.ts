import type { Knex } from 'knex';

/** What a school of hundreds of students asks for at every look, each by an index of its own. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE INDEX attempt_flown_by_student ON attempt (student_id, finished_at DESC)
      WHERE pilot = 'student' AND finished_at IS NOT NULL AND discarded_at IS NULL;
    CREATE INDEX attempt_flown_of_lesson ON attempt (lesson_id, finished_at DESC)
      WHERE finished_at IS NOT NULL AND discarded_at IS NULL;
    CREATE INDEX attempt_flown_in_school ON attempt (school_id, finished_at DESC)
      WHERE finished_at IS NOT NULL AND discarded_at IS NULL;
    CREATE INDEX training_by_student ON log_entry (student_id) WHERE kind = 'training';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    DROP INDEX training_by_student;
    DROP INDEX attempt_flown_in_school;
    DROP INDEX attempt_flown_of_lesson;
    DROP INDEX attempt_flown_by_student;
  `);
}
