import type { Knex } from 'knex';
import { gradeSeal, signatureSeal } from '../src/lib/server/seal';

/**
 * People who come and go: archived accounts, links that set a password once, sessions that can be seen and ended. Proof that
 * the database alone cannot make: grades and signatures carry a seal by a key it does not hold. And the end of an attempt as
 * one function, so that the application's role needs no right to write flights and grades.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    ALTER TABLE school ADD COLUMN time_zone text NOT NULL DEFAULT 'UTC' CHECK (length(time_zone) BETWEEN 1 AND 60);

    ALTER TABLE account ALTER COLUMN password_hash DROP NOT NULL;
    ALTER TABLE account ADD COLUMN archived_at timestamptz;

    ALTER TABLE session ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid();
    ALTER TABLE session ADD COLUMN browser text NOT NULL DEFAULT '' CHECK (length(browser) <= 200);

    -- Lets a person choose a password, once. Only a hash of the link's secret is here.
    CREATE TABLE access_link (
      token_hash bytea PRIMARY KEY,
      school_id uuid NOT NULL,
      account_id uuid NOT NULL,
      made_by uuid NOT NULL,
      made_at timestamptz NOT NULL DEFAULT now(),
      expires_at timestamptz NOT NULL,
      used_at timestamptz,
      FOREIGN KEY (school_id, account_id) REFERENCES account (school_id, id),
      FOREIGN KEY (school_id, made_by) REFERENCES account (school_id, id)
    );
    CREATE INDEX access_link_by_account ON access_link (account_id);

    ALTER TABLE lesson ADD COLUMN kind text NOT NULL DEFAULT 'lesson' CHECK (kind IN ('lesson', 'practice'));
    ALTER TABLE lesson ADD COLUMN note text NOT NULL DEFAULT '' CHECK (length(note) <= 1000);
    ALTER TABLE lesson ADD COLUMN changed_at timestamptz;
    ALTER TABLE lesson ADD COLUMN changed_by uuid;
    ALTER TABLE lesson ADD COLUMN withdrawn_at timestamptz;
    ALTER TABLE lesson ADD COLUMN withdrawn_by uuid;
    ALTER TABLE lesson ADD FOREIGN KEY (school_id, changed_by) REFERENCES account (school_id, id);
    ALTER TABLE lesson ADD FOREIGN KEY (school_id, withdrawn_by) REFERENCES account (school_id, id);
    ALTER TABLE lesson ADD CHECK ((withdrawn_at IS NULL) = (withdrawn_by IS NULL));

    ALTER TABLE attempt ADD COLUMN discarded_at timestamptz;
    ALTER TABLE attempt ADD COLUMN discarded_by uuid;
    ALTER TABLE attempt ADD COLUMN unusual jsonb NOT NULL DEFAULT '[]';
    ALTER TABLE attempt ADD FOREIGN KEY (school_id, discarded_by) REFERENCES account (school_id, id);
    ALTER TABLE attempt ADD CHECK ((discarded_at IS NULL) = (discarded_by IS NULL));

    ALTER TABLE flight_chunk ADD COLUMN arrived_at timestamptz NOT NULL DEFAULT clock_timestamp();
    ALTER TABLE flight ADD COLUMN digest bytea;
    CREATE INDEX flight_by_digest ON flight (school_id, digest);

    ALTER TABLE dwell_log ADD COLUMN removed_by uuid;
    ALTER TABLE dwell_log ADD FOREIGN KEY (school_id, removed_by) REFERENCES account (school_id, id);

    ALTER TABLE log_entry DROP CONSTRAINT log_entry_kind_check;
    ALTER TABLE log_entry ADD CONSTRAINT log_entry_kind_check CHECK (kind IN ('training', 'practice', 'void'));
    ALTER TABLE log_entry ADD CHECK (kind <> 'void' OR corrects IS NOT NULL);

    ALTER TABLE grade ADD COLUMN seal bytea;
    ALTER TABLE log_signature ADD COLUMN seal bytea;
    ALTER TABLE log_signature DISABLE TRIGGER log_signature_stays;
  `);
  // What is here already was made by those who could make it; from now on a row without its seal proves nothing.
  const grades = await knex('grade').select('attempt_id', 'grader_version', 'verdict', 'score', 'comparable');
  for (const row of grades) {
    await knex('grade')
      .where({ attempt_id: row.attempt_id, grader_version: row.grader_version })
      .update({ seal: gradeSeal(row) });
  }
  const signatures = await knex('log_signature').select('entry_id', 'digest');
  for (const row of signatures)
    await knex('log_signature')
      .where({ entry_id: row.entry_id })
      .update({ seal: signatureSeal(row.digest) });

  await knex.raw(`
    ALTER TABLE log_signature ENABLE TRIGGER log_signature_stays;
    ALTER TABLE grade ALTER COLUMN seal SET NOT NULL;
    ALTER TABLE log_signature ALTER COLUMN seal SET NOT NULL;

    -- The newest grade of each attempt: the only one that is shown and counted.
    CREATE VIEW newest_grade WITH (security_invoker = true) AS
      SELECT g.* FROM grade g
      WHERE NOT EXISTS (SELECT 1 FROM grade n WHERE n.attempt_id = g.attempt_id AND n.grader_version > g.grader_version);

    -- The rules grades are made by now; set by the owner, so that no other version can be put in.
    CREATE TABLE grader (version integer NOT NULL);

    CREATE FUNCTION is_chief() RETURNS boolean LANGUAGE sql STABLE
      AS $$ SELECT coalesce(current_setting('hanza.role', true), '') = 'chief' $$;

    DROP FUNCTION account_for_sign_in(text);
    CREATE FUNCTION account_for_sign_in(asked text)
      RETURNS TABLE (id uuid, password_hash text)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$ SELECT id, password_hash FROM account WHERE email = lower(asked) AND archived_at IS NULL $$;

    DROP FUNCTION open_session(bytea, uuid, timestamptz);
    CREATE FUNCTION open_session(hash bytea, account uuid, until timestamptz, browser text) RETURNS void
      LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DELETE FROM session WHERE expires_at < now();
        INSERT INTO session (token_hash, account_id, expires_at, browser)
        SELECT hash, a.id, until, left(open_session.browser, 200) FROM account a WHERE a.id = account AND a.archived_at IS NULL;
      $$;

    DROP FUNCTION account_of_session(bytea);
    CREATE FUNCTION account_of_session(hash bytea)
      RETURNS TABLE (id uuid, school_id uuid, role person_role, name text, email text, school_name text, time_zone text)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        SELECT a.id, a.school_id, a.role, a.name, a.email, s.name, s.time_zone
        FROM session x JOIN account a ON a.id = x.account_id JOIN school s ON s.id = a.school_id
        WHERE x.token_hash = hash AND x.expires_at > now() AND a.archived_at IS NULL
      $$;

    -- What a person may do with the own account: the session says whose it is.
    CREATE FUNCTION sessions_of(hash bytea) RETURNS TABLE (id uuid, created_at timestamptz, browser text, this boolean)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        SELECT x.id, x.created_at, x.browser, x.token_hash = hash FROM session x
        WHERE x.account_id = (SELECT account_id FROM session WHERE token_hash = hash AND expires_at > now())
          AND x.expires_at > now()
        ORDER BY x.created_at DESC LIMIT 50
      $$;
    CREATE FUNCTION end_session(hash bytea, other uuid) RETURNS void
      LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DELETE FROM session WHERE id = other
          AND account_id = (SELECT account_id FROM session WHERE token_hash = hash AND expires_at > now())
      $$;
    CREATE FUNCTION own_password(hash bytea) RETURNS text
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        SELECT a.password_hash FROM session x JOIN account a ON a.id = x.account_id
        WHERE x.token_hash = hash AND x.expires_at > now() AND a.archived_at IS NULL
      $$;
    -- A new password ends every other session.
    CREATE FUNCTION change_password(hash bytea, fresh text) RETURNS boolean
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DECLARE who uuid;
        BEGIN
          SELECT account_id INTO who FROM session WHERE token_hash = hash AND expires_at > now();
          IF who IS NULL THEN RETURN false; END IF;
          UPDATE account SET password_hash = fresh WHERE id = who AND archived_at IS NULL;
          DELETE FROM session WHERE account_id = who AND token_hash <> hash;
          RETURN true;
        END
      $$;

    -- A link that sets a password: made by who may, looked at and used once by whoever holds it.
    CREATE FUNCTION make_access_link(hash bytea, account uuid) RETURNS timestamptz
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DECLARE until timestamptz := now() + interval '7 days';
        BEGIN
          PERFORM 1 FROM account a
            WHERE a.id = account AND a.school_id = current_school() AND a.archived_at IS NULL
              AND (is_chief() OR (teaches() AND a.role = 'student' AND a.password_hash IS NULL));
          IF NOT FOUND THEN RETURN NULL; END IF;
          UPDATE access_link SET expires_at = now() WHERE account_id = account AND used_at IS NULL AND expires_at > now();
          INSERT INTO access_link (token_hash, school_id, account_id, made_by, expires_at)
            VALUES (hash, current_school(), account, current_account(), until);
          RETURN until;
        END
      $$;
    CREATE FUNCTION account_of_link(hash bytea) RETURNS TABLE (name text, email text, school_name text)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        SELECT a.name, a.email, s.name FROM access_link l
        JOIN account a ON a.id = l.account_id JOIN school s ON s.id = a.school_id
        WHERE l.token_hash = hash AND l.used_at IS NULL AND l.expires_at > now() AND a.archived_at IS NULL
      $$;
    CREATE FUNCTION use_access_link(hash bytea, fresh text) RETURNS uuid
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DECLARE who uuid;
        BEGIN
          UPDATE access_link l SET used_at = now() FROM account a
            WHERE l.token_hash = hash AND l.used_at IS NULL AND l.expires_at > now()
              AND a.id = l.account_id AND a.archived_at IS NULL
            RETURNING a.id INTO who;
          IF who IS NULL THEN RETURN NULL; END IF;
          UPDATE account SET password_hash = fresh WHERE id = who;
          DELETE FROM session WHERE account_id = who;
          RETURN who;
        END
      $$;

    -- An attempt's end, in one piece: what was flown, what it is worth, the practice entry. Only once, only by today's rules.
    CREATE FUNCTION finish_attempt(
      attempt_to_end uuid, parquet bytea, samples integer, digest bytea, state_length integer, states bytea,
      version integer, computed jsonb, verdict text, score integer, comparable jsonb, seal bytea,
      practice jsonb, flown_on date, unusual jsonb
    ) RETURNS boolean
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DECLARE a attempt%ROWTYPE;
        BEGIN
          SELECT * INTO a FROM attempt WHERE id = attempt_to_end AND school_id = current_school()
            AND (teaches() OR student_id = current_account()) FOR UPDATE;
          IF NOT FOUND THEN RAISE EXCEPTION 'no such attempt' USING ERRCODE = 'HZ002'; END IF;
          IF a.finished_at IS NOT NULL THEN RETURN false; END IF;
          IF version <> (SELECT g.version FROM grader g) THEN
            RAISE EXCEPTION 'grades are made by another version of the rules' USING ERRCODE = 'HZ003';
          END IF;
          INSERT INTO flight (attempt_id, school_id, student_id, parquet, samples, digest)
            VALUES (a.id, a.school_id, a.student_id, finish_attempt.parquet, finish_attempt.samples, finish_attempt.digest);
          IF states IS NOT NULL THEN
            INSERT INTO flight_state (attempt_id, school_id, student_id, length, states)
              VALUES (a.id, a.school_id, a.student_id, state_length, finish_attempt.states);
          END IF;
          INSERT INTO grade (attempt_id, school_id, student_id, grader_version, computed, verdict, score, comparable, seal)
            VALUES (a.id, a.school_id, a.student_id, version, finish_attempt.computed, finish_attempt.verdict,
                    finish_attempt.score, finish_attempt.comparable, finish_attempt.seal);
          INSERT INTO log_entry (id, school_id, student_id, kind, attempt_id, flown_on, content, entered_by)
            VALUES (a.id, a.school_id, a.student_id, 'practice', a.id, finish_attempt.flown_on, practice, current_account());
          DELETE FROM flight_chunk WHERE attempt_id = a.id;
          UPDATE attempt SET finished_at = now(), unusual = finish_attempt.unusual WHERE id = a.id;
          RETURN true;
        END
      $$;

    -- A mistaken start is put aside by who flew it; the rows stay for an audit.
    CREATE FUNCTION discard_attempt(attempt_to_discard uuid, at_most_samples integer) RETURNS boolean
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        BEGIN
          UPDATE attempt a SET discarded_at = now(), discarded_by = current_account()
            WHERE a.id = attempt_to_discard AND a.school_id = current_school() AND a.started_by = current_account()
              AND a.discarded_at IS NULL
              AND coalesce((SELECT f.samples FROM flight f WHERE f.attempt_id = a.id),
                           (SELECT 20 * count(*) FROM flight_chunk c WHERE c.attempt_id = a.id)) <= at_most_samples;
          RETURN FOUND;
        END
      $$;
  `);

  await knex.raw(`
    ALTER TABLE access_link ENABLE ROW LEVEL SECURITY;

    DROP POLICY new_students ON account;
    CREATE POLICY new_people ON account FOR INSERT
      WITH CHECK (school_id = (SELECT current_school()) AND password_hash IS NULL AND archived_at IS NULL
        AND ((role = 'student' AND (SELECT teaches())) OR (role = 'instructor' AND (SELECT is_chief()))));
    CREATE POLICY chief_changes_people ON account FOR UPDATE
      USING (school_id = (SELECT current_school()) AND (SELECT is_chief()))
      WITH CHECK (school_id = (SELECT current_school()) AND (archived_at IS NULL OR role <> 'chief'));

    DROP POLICY may_insert ON lesson;
    CREATE POLICY may_insert ON lesson FOR INSERT WITH CHECK (
      school_id = (SELECT current_school()) AND planned_by = (SELECT current_account())
      AND ((SELECT teaches()) OR (kind = 'practice' AND student_id = (SELECT current_account()))));
    -- Until it has been flown, a lesson may be changed or withdrawn by who teaches, own practice by who planned it.
    CREATE POLICY may_update ON lesson FOR UPDATE
      USING (school_id = (SELECT current_school())
        AND ((SELECT teaches()) OR (kind = 'practice' AND student_id = (SELECT current_account())))
        AND NOT EXISTS (SELECT 1 FROM attempt a WHERE a.lesson_id = lesson.id AND a.discarded_at IS NULL))
      WITH CHECK (school_id = (SELECT current_school())
        AND ((SELECT teaches()) OR (kind = 'practice' AND student_id = (SELECT current_account()))));

    -- Locking an attempt's row needs an update policy; changing it is left to the functions above.
    DROP POLICY may_update ON attempt;
    CREATE POLICY may_lock ON attempt FOR UPDATE
      USING (school_id = (SELECT current_school()) AND ((SELECT teaches()) OR student_id = (SELECT current_account())))
      WITH CHECK (false);
    DROP POLICY may_insert ON flight_chunk;
    CREATE POLICY may_insert ON flight_chunk FOR INSERT WITH CHECK (
      school_id = (SELECT current_school()) AND ((SELECT teaches()) OR student_id = (SELECT current_account()))
      AND EXISTS (SELECT 1 FROM attempt a WHERE a.id = attempt_id AND a.started_by = (SELECT current_account())
                  AND a.finished_at IS NULL));
    DROP POLICY may_delete ON flight_chunk;
    DROP POLICY may_insert ON flight;
    DROP POLICY may_insert ON flight_state;
    DROP POLICY may_insert ON grade;
    DROP POLICY may_insert ON log_entry;
    CREATE POLICY may_insert ON log_entry FOR INSERT WITH CHECK (
      school_id = (SELECT current_school()) AND entered_by = (SELECT current_account()) AND (SELECT teaches())
      AND kind IN ('training', 'void'));

    DROP POLICY may_update ON dwell_log;
    CREATE POLICY may_update ON dwell_log FOR UPDATE
      USING (school_id = (SELECT current_school()) AND ((SELECT teaches()) OR added_by = (SELECT current_account())))
      WITH CHECK (school_id = (SELECT current_school())
        AND ((removed_at IS NULL AND removed_by IS NULL)
          OR (removed_at IS NOT NULL AND removed_by = (SELECT current_account()))));

    REVOKE ALL ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC;
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
