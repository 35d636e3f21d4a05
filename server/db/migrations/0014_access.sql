-- Who may do what, and for how long.

-- Whoever changes a role, the activity, the password or the PIN ends every sign-in and token made before: they carry this number.
ALTER TABLE person ADD COLUMN access_version integer NOT NULL DEFAULT 1;
CREATE FUNCTION person_access() RETURNS trigger LANGUAGE plpgsql SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  -- The same secret hashed anew changes nothing for its person.
  IF (NEW.role, NEW.active, NEW.password_hash, NEW.pin_hash) IS DISTINCT FROM (OLD.role, OLD.active, OLD.password_hash, OLD.pin_hash)
    AND coalesce(current_setting('zonaris.rehash', true), '') <> 'on'
  THEN
    NEW.access_version := OLD.access_version + 1;
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER person_access BEFORE UPDATE ON person FOR EACH ROW EXECUTE FUNCTION person_access();

-- A sign-in holds the role it was made with, and is either of the whole account or of one booth.
ALTER TABLE sign_in
  ADD COLUMN kind text NOT NULL DEFAULT 'account' CHECK (kind IN ('account', 'booth')),
  ADD COLUMN station_id uuid,
  ADD COLUMN role text CHECK (role IN ('lead', 'instructor', 'worker', 'viewer')),
  ADD COLUMN access_version integer NOT NULL DEFAULT 1,
  ADD CHECK ((kind = 'booth') = (station_id IS NOT NULL)),
  ADD FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id);
UPDATE sign_in SET role = person.role FROM person WHERE person.id = sign_in.person_id;
ALTER TABLE sign_in ALTER COLUMN role SET NOT NULL, ALTER COLUMN kind DROP DEFAULT;

-- A token says what it may, until when, and when it was last used. Those made before said nothing of it, and end here.
ALTER TABLE api_token
  ADD COLUMN scopes text[] NOT NULL DEFAULT '{}',
  ADD COLUMN expires_at timestamptz,
  ADD COLUMN last_used_at timestamptz,
  ADD COLUMN role text CHECK (role IN ('lead', 'instructor', 'worker', 'viewer')),
  ADD COLUMN access_version integer NOT NULL DEFAULT 1;
UPDATE api_token SET
  revoked_at = coalesce(revoked_at, clock_timestamp()),
  expires_at = clock_timestamp(),
  role = person.role
  FROM person WHERE person.id = api_token.person_id;
ALTER TABLE api_token ALTER COLUMN expires_at SET NOT NULL, ALTER COLUMN role SET NOT NULL, ALTER COLUMN scopes DROP DEFAULT;
CREATE INDEX api_token_newest ON api_token (organisation_id, created_at DESC);

-- Devices from which a person has signed in before. Only a digest of what the device holds.
CREATE TABLE known_device (
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  device text NOT NULL CHECK (length(device) = 64),
  last_at timestamptz NOT NULL,
  PRIMARY KEY (person_id, device),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
ALTER TABLE known_device ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON known_device
  USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, UPDATE, DELETE ON known_device TO zonaris_app;

CREATE FUNCTION auth_known_device(wanted uuid, digest text) RETURNS boolean
  LANGUAGE sql STABLE SECURITY DEFINER AS $$
  SELECT EXISTS (SELECT 1 FROM known_device WHERE person_id = wanted AND device = digest)
$$;

-- Tries of a secret, by whom they aim at and where they come from. So many are free; after them each waits twice as long as the
-- one before, up to an hour. Half of what was counted is forgotten every six hours.
DROP FUNCTION auth_attempt(text, integer, interval);
DROP FUNCTION auth_attempt_clear(text);
DROP TABLE attempt;
CREATE TABLE attempt (
  key text PRIMARY KEY,
  -- Whom it aims at, where that is known: staff may let that person in again.
  person_id uuid,
  free integer NOT NULL CHECK (free > 0),
  failures integer NOT NULL CHECK (failures >= 0),
  last_at timestamptz NOT NULL,
  open_at timestamptz NOT NULL
);
CREATE INDEX attempt_at ON attempt (person_id);
ALTER TABLE attempt ENABLE ROW LEVEL SECURITY;

CREATE FUNCTION attempt_delay(failures integer, free integer) RETURNS interval LANGUAGE sql IMMUTABLE
  RETURN CASE WHEN failures <= free THEN interval '0' ELSE least(3600, 5 * 2 ^ least(failures - free - 1, 10)) * interval '1 second' END;

-- Counts a try under each of its keys, or says how many seconds it has to wait. Real time on purpose: a rehearsal must not open
-- the door sooner. Counted before the secret is looked at, so that many at once are counted as many.
CREATE FUNCTION auth_try(wanted text[], free integer[], aims_at uuid) RETURNS double precision
  LANGUAGE plpgsql SECURITY DEFINER AS $$
DECLARE
  now constant timestamptz := clock_timestamp();
  opens timestamptz;
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(key, 0)) FROM (SELECT unnest(wanted) AS key ORDER BY 1) AS keys;
  UPDATE attempt SET
    failures = floor(failures * 0.5 ^ floor(extract(epoch FROM now - last_at) / 21600)),
    last_at = now
    WHERE key = ANY (wanted) AND last_at < now - interval '6 hours';
  SELECT max(open_at) INTO opens FROM attempt WHERE key = ANY (wanted);
  IF opens > now THEN RETURN extract(epoch FROM opens - now); END IF;
  INSERT INTO attempt AS a (key, person_id, free, failures, last_at, open_at)
    SELECT t.key, aims_at, t.free, 1, now, now FROM unnest(wanted, free) AS t (key, free)
    ON CONFLICT (key) DO UPDATE SET
      free = EXCLUDED.free,
      failures = a.failures + 1,
      last_at = now,
      open_at = now + attempt_delay(a.failures + 1, EXCLUDED.free);
  RETURN NULL;
END $$;

-- It was the right secret: forget what was counted for this source, and take this try back from what is shared with others.
CREATE FUNCTION auth_try_right(own text[], shared text[]) RETURNS void LANGUAGE sql SECURITY DEFINER AS $$
  DELETE FROM attempt WHERE key = ANY (own);
  UPDATE attempt SET
    failures = greatest(0, failures - 1),
    open_at = CASE WHEN failures - 1 <= free THEN last_at ELSE open_at END
    WHERE key = ANY (shared);
$$;

-- Staff let a person of their own organisation in again.
CREATE FUNCTION auth_release(wanted uuid) RETURNS integer LANGUAGE plpgsql SECURITY DEFINER AS $$
DECLARE
  released integer;
BEGIN
  DELETE FROM attempt WHERE person_id = wanted
    AND EXISTS (SELECT 1 FROM person WHERE id = wanted AND organisation_id = current_organisation());
  GET DIAGNOSTICS released = ROW_COUNT;
  RETURN released;
END $$;

-- When the longest wait of a person ends; null when none is waited for.
CREATE FUNCTION auth_waits_until(wanted uuid) RETURNS timestamptz LANGUAGE sql STABLE SECURITY DEFINER AS $$
  SELECT max(open_at) FROM attempt WHERE person_id = wanted AND open_at > clock_timestamp()
    AND EXISTS (SELECT 1 FROM person WHERE id = wanted AND organisation_id = current_organisation())
$$;

-- Old counts, and sign-ins that ended long ago.
CREATE FUNCTION auth_sweep() RETURNS void LANGUAGE sql SECURITY DEFINER AS $$
  DELETE FROM attempt WHERE last_at < clock_timestamp() - interval '2 days' AND open_at < clock_timestamp();
  DELETE FROM known_device WHERE last_at < clock_timestamp() - interval '400 days';
  DELETE FROM sign_in WHERE expires_at < clock_timestamp() - interval '30 days';
$$;

DROP FUNCTION auth_find_login(text);
CREATE FUNCTION auth_find_login(wanted text)
  RETURNS TABLE (person_id uuid, organisation_id uuid, password_hash text, role text, access_version integer)
  LANGUAGE sql STABLE SECURITY DEFINER AS $$
  SELECT id, organisation_id, password_hash, role, access_version FROM person
  WHERE email = lower(wanted) AND active AND password_hash IS NOT NULL
  ORDER BY created_at, id
  LIMIT 4
$$;
-- An address is taken within an organisation only: nobody learns whom another one knows. The password says which it is.
ALTER TABLE person DROP CONSTRAINT person_email_once, ADD CONSTRAINT person_email_once UNIQUE (organisation_id, email);
CREATE INDEX person_by_email ON person (email) WHERE email IS NOT NULL;

DROP FUNCTION auth_find_sign_in(uuid);
CREATE FUNCTION auth_find_sign_in(wanted uuid)
  RETURNS TABLE (person_id uuid, organisation_id uuid, site_id uuid, name text, role text, kind text, station_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER AS $$
  SELECT p.id, p.organisation_id, p.site_id, p.name, s.role, s.kind, s.station_id
  FROM sign_in s JOIN person p ON p.id = s.person_id
  WHERE s.id = wanted AND s.revoked_at IS NULL AND s.expires_at > clock_timestamp()
    AND p.active AND p.role = s.role AND p.access_version = s.access_version
$$;

DROP FUNCTION auth_find_token(text);
CREATE FUNCTION auth_find_token(wanted text)
  RETURNS TABLE (person_id uuid, organisation_id uuid, site_id uuid, name text, role text, token_id uuid, scopes text[])
  LANGUAGE plpgsql SECURITY DEFINER AS $$
#variable_conflict use_column
BEGIN
  UPDATE api_token SET last_used_at = clock_timestamp()
    WHERE token_hash = wanted AND (last_used_at IS NULL OR last_used_at < clock_timestamp() - interval '1 minute');
  RETURN QUERY
    SELECT p.id, p.organisation_id, p.site_id, p.name, t.role, t.id, t.scopes
    FROM api_token t JOIN person p ON p.id = t.person_id
    WHERE t.token_hash = wanted AND t.revoked_at IS NULL AND t.expires_at > clock_timestamp()
      AND p.active AND p.role = t.role AND p.access_version = t.access_version;
END $$;

-- A booth lets in by PIN: what is needed to check it.
CREATE FUNCTION auth_find_booth_login(booth text, wanted uuid)
  RETURNS TABLE (organisation_id uuid, station_id uuid, name text, role text, pin_hash text, access_version integer)
  LANGUAGE sql STABLE SECURITY DEFINER AS $$
  SELECT s.organisation_id, s.id, p.name, p.role, p.pin_hash, p.access_version
  FROM station s JOIN person p ON p.organisation_id = s.organisation_id
  WHERE s.code = booth AND p.id = wanted AND p.active
$$;

-- One row: which secret this installation belongs to. Another secret would open no PIN and no cookie.
CREATE TABLE installation (
  one boolean PRIMARY KEY DEFAULT true CHECK (one),
  secret_mark text NOT NULL CHECK (length(secret_mark) = 64)
);
ALTER TABLE installation ENABLE ROW LEVEL SECURITY;

-- Functions that run as the owner look nothing up where others may have put something; nobody makes temporary tables.
DO $$
DECLARE
  f regprocedure;
BEGIN
  FOR f IN SELECT p.oid FROM pg_proc p WHERE p.pronamespace = 'public'::regnamespace AND p.prosecdef LOOP
    EXECUTE format('ALTER FUNCTION %s SET search_path = pg_catalog, public, pg_temp', f);
    EXECUTE format('REVOKE ALL ON FUNCTION %s FROM PUBLIC', f);
  END LOOP;
  FOR f IN SELECT p.oid FROM pg_proc p WHERE p.pronamespace = 'public'::regnamespace AND p.prosecdef AND p.proname ~ '^(auth|setup)_' LOOP
    EXECUTE format('GRANT EXECUTE ON FUNCTION %s TO zonaris_app', f);
  END LOOP;
  EXECUTE format('REVOKE TEMP ON DATABASE %I FROM PUBLIC', current_database());
END $$;
