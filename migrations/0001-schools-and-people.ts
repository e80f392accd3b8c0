import type { Knex } from 'knex';

/** Schools, the people in them, their sessions, and how a request says who it is for. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TYPE person_role AS ENUM ('chief', 'instructor', 'student');

    CREATE TABLE school (
      id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120)
    );

    CREATE TABLE account (
      id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
      school_id uuid NOT NULL REFERENCES school,
      email text NOT NULL CHECK (email = lower(email) AND length(email) BETWEEN 3 AND 200),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
      role person_role NOT NULL,
      stage text NOT NULL DEFAULT '' CHECK (length(stage) <= 60),
      password_hash text NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now(),
      UNIQUE (email),
      UNIQUE (school_id, id)
    );
    CREATE INDEX account_by_school ON account (school_id, role, name);

    CREATE TABLE session (
      token_hash bytea PRIMARY KEY,
      account_id uuid NOT NULL REFERENCES account ON DELETE CASCADE,
      created_at timestamptz NOT NULL DEFAULT now(),
      expires_at timestamptz NOT NULL
    );
    CREATE INDEX session_by_account ON session (account_id);

    -- Counters of failed sign-ins; the shape is the rate limiter's.
    CREATE TABLE sign_in_attempt (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint);

    -- Who the running transaction works for; nothing is visible without.
    CREATE FUNCTION current_school() RETURNS uuid LANGUAGE sql STABLE
      AS $$ SELECT nullif(current_setting('hanza.school', true), '')::uuid $$;
    CREATE FUNCTION current_account() RETURNS uuid LANGUAGE sql STABLE
      AS $$ SELECT nullif(current_setting('hanza.account', true), '')::uuid $$;
    CREATE FUNCTION teaches() RETURNS boolean LANGUAGE sql STABLE
      AS $$ SELECT coalesce(current_setting('hanza.role', true), '') IN ('chief', 'instructor') $$;

    -- Before anyone is known, only these doors are open.
    CREATE FUNCTION account_for_sign_in(asked text)
      RETURNS TABLE (id uuid, password_hash text)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$ SELECT id, password_hash FROM account WHERE email = lower(asked) $$;

    CREATE FUNCTION open_session(hash bytea, account uuid, until timestamptz) RETURNS void
      LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        DELETE FROM session WHERE expires_at < now();
        INSERT INTO session (token_hash, account_id, expires_at) VALUES (hash, account, until);
      $$;

    CREATE FUNCTION account_of_session(hash bytea)
      RETURNS TABLE (id uuid, school_id uuid, role person_role, name text, email text, school_name text)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
      AS $$
        SELECT a.id, a.school_id, a.role, a.name, a.email, s.name
        FROM session x JOIN account a ON a.id = x.account_id JOIN school s ON s.id = a.school_id
        WHERE x.token_hash = hash AND x.expires_at > now()
      $$;

    CREATE FUNCTION close_session(hash bytea) RETURNS void
      LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$ DELETE FROM session WHERE token_hash = hash $$;

    -- Signs out everywhere, of the account whose session this is.
    CREATE FUNCTION close_all_sessions(hash bytea) RETURNS void
      LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
      AS $$ DELETE FROM session WHERE account_id = (SELECT account_id FROM session WHERE token_hash = hash) $$;
  `);
}

export async function down(): Promise<void> {
  throw new Error('Hanza’s records are not unmade; restore a backup instead.');
}
