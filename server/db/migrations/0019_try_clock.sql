-- The clock is read once the turn has come: read before, a try that had waited for another looked earlier than it and was sent away.
CREATE OR REPLACE FUNCTION auth_try(wanted text[], free integer[], aims_at uuid) RETURNS double precision
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE
  now timestamptz;
  opens timestamptz;
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(key, 0)) FROM (SELECT unnest(wanted) AS key ORDER BY 1) AS keys;
  now := clock_timestamp();
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
