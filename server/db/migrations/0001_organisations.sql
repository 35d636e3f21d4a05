-- Organisations, people and how they sign in.
-- The application works as a member of zonaris_app, which owns nothing and cannot bypass row security.
DO $$ BEGIN
  CREATE ROLE zonaris_app NOLOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS;
EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
END $$;

CREATE FUNCTION current_organisation() RETURNS uuid LANGUAGE sql STABLE
  RETURN nullif(current_setting('zonaris.organisation', true), '')::uuid;

CREATE TABLE organisation (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  created_at timestamptz NOT NULL
);

CREATE TABLE site (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL REFERENCES organisation (id),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  time_zone text NOT NULL,
  units text NOT NULL DEFAULT 'us' CHECK (units IN ('us', 'si')),
  shift_hours numeric NOT NULL DEFAULT 8 CHECK (shift_hours > 0 AND shift_hours <= 24),
  rule_set text NOT NULL DEFAULT 'nfpa51b' CHECK (rule_set IN ('osha', 'nfpa51b')),
  house_minutes integer CHECK (house_minutes BETWEEN 30 AND 480),
  UNIQUE (organisation_id, id)
);

CREATE TABLE site_counter (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('job', 'permit')),
  last integer NOT NULL CHECK (last > 0),
  PRIMARY KEY (site_id, kind),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

CREATE TABLE person (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  email text CHECK (email = lower(email)),
  role text NOT NULL CHECK (role IN ('lead', 'instructor', 'worker', 'viewer')),
  password_hash text,
  pin_hash text,
  fire_watch_trained_on date,
  active boolean NOT NULL DEFAULT true,
  created_at timestamptz NOT NULL,
  rehearsal boolean NOT NULL DEFAULT false,
  UNIQUE (organisation_id, id),
  CONSTRAINT person_email_once UNIQUE (email),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE INDEX person_by_name ON person (organisation_id, lower(name));

CREATE TABLE sign_in (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  created_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL,
  revoked_at timestamptz,
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

CREATE TABLE api_token (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 100),
  token_hash text NOT NULL UNIQUE,
  created_at timestamptz NOT NULL,
  revoked_at timestamptz,
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

-- Shared by all app processes; reached only through the functions below.
CREATE TABLE attempt (key text NOT NULL, at timestamptz NOT NULL DEFAULT clock_timestamp());
CREATE INDEX attempt_by_key ON attempt (key, at);

-- Sign-in happens before the organisation is known, so these look across organisations, and at nothing else.
CREATE FUNCTION auth_find_login(wanted text)
  RETURNS TABLE (person_id uuid, organisation_id uuid, password_hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT id, organisation_id, password_hash FROM person WHERE email = lower(wanted) AND active AND password_hash IS NOT NULL
$$;

CREATE FUNCTION auth_find_session(wanted uuid)
  RETURNS TABLE (person_id uuid, organisation_id uuid, site_id uuid, name text, role text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT p.id, p.organisation_id, p.site_id, p.name, p.role
  FROM sign_in s JOIN person p ON p.id = s.person_id
  WHERE s.id = wanted AND s.revoked_at IS NULL AND s.expires_at > clock_timestamp() AND p.active
$$;

CREATE FUNCTION auth_find_token(wanted text)
  RETURNS TABLE (person_id uuid, organisation_id uuid, site_id uuid, name text, role text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT p.id, p.organisation_id, p.site_id, p.name, p.role
  FROM api_token t JOIN person p ON p.id = t.person_id
  WHERE t.token_hash = wanted AND t.revoked_at IS NULL AND p.active
$$;

-- Counts this attempt and says whether it is one too many. Real time on purpose: a rehearsal must not open the door sooner.
CREATE FUNCTION auth_attempt(wanted text, most integer, within interval) RETURNS boolean
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(wanted, 0));
  DELETE FROM attempt WHERE key = wanted AND at < clock_timestamp() - within;
  IF (SELECT count(*) FROM attempt WHERE key = wanted) >= most THEN RETURN false; END IF;
  INSERT INTO attempt (key) VALUES (wanted);
  RETURN true;
END $$;

CREATE FUNCTION auth_attempt_clear(wanted text) RETURNS void
  LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$ DELETE FROM attempt WHERE key = wanted $$;

CREATE FUNCTION setup_needed() RETURNS boolean
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$ SELECT NOT EXISTS (SELECT 1 FROM organisation) $$;

-- The first organisation, and only the first. The lock settles two browsers that try at once.
CREATE FUNCTION setup_create(org uuid, org_name text, at timestamptz) RETURNS boolean
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  LOCK TABLE organisation IN EXCLUSIVE MODE;
  IF EXISTS (SELECT 1 FROM organisation) THEN RETURN false; END IF;
  INSERT INTO organisation (id, name, created_at) VALUES (org, org_name, at);
  RETURN true;
END $$;

REVOKE ALL ON FUNCTION auth_find_login(text), auth_find_session(uuid), auth_find_token(text), auth_attempt(text, integer, interval), auth_attempt_clear(text), setup_needed(), setup_create(uuid, text, timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION auth_find_login(text), auth_find_session(uuid), auth_find_token(text), auth_attempt(text, integer, interval), auth_attempt_clear(text), setup_needed(), setup_create(uuid, text, timestamptz) TO zonaris_app;

-- One row: where rehearsal time and real time were last equal in step.
CREATE TABLE rehearsal_clock (
  one boolean PRIMARY KEY DEFAULT true CHECK (one),
  real_anchor timestamptz NOT NULL,
  shown_anchor timestamptz NOT NULL,
  factor numeric NOT NULL CHECK (factor >= 1)
);
GRANT SELECT, INSERT, UPDATE ON rehearsal_clock TO zonaris_app;
