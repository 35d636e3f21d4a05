-- How long a site keeps what grows day by day. Null: for good. The least that each may be is in core/keeping/rules.ts, too;
-- here it holds whatever asks.
CREATE TABLE keeping_rule (
  site_id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  inspection integer CHECK (inspection BETWEEN 2 AND 100),
  gas integer CHECK (gas BETWEEN 1 AND 100),
  reading integer CHECK (reading BETWEEN 1 AND 100),
  message integer CHECK (message BETWEEN 1 AND 100),
  -- Why nothing is removed for now, as while somebody asks after an accident.
  held text CHECK (length(held) BETWEEN 1 AND 500),
  -- A rule that was chosen by mistake can be taken back until then.
  from_at timestamptz NOT NULL,
  version integer NOT NULL DEFAULT 1,
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- What monitor readings amount to by the hour, once the readings themselves are gone.
CREATE TABLE air_hour (
  organisation_id uuid NOT NULL,
  device_id uuid NOT NULL,
  substance text NOT NULL,
  hour timestamptz NOT NULL,
  readings integer NOT NULL CHECK (readings > 0),
  mean double precision NOT NULL CHECK (mean >= 0),
  highest double precision NOT NULL,
  first_at timestamptz NOT NULL,
  last_at timestamptz NOT NULL,
  PRIMARY KEY (device_id, substance, hour),
  FOREIGN KEY (organisation_id, device_id) REFERENCES air_device (organisation_id, id)
);
CREATE INDEX air_hours ON air_hour (hour);

ALTER TABLE keeping_rule ENABLE ROW LEVEL SECURITY;
ALTER TABLE air_hour ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON keeping_rule USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
CREATE POLICY own_organisation ON air_hour USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, UPDATE ON keeping_rule TO zonaris_app;
GRANT SELECT ON air_hour TO zonaris_app;

-- Before which moment what a site holds of a kind is due to go; null: nothing is. The database's clock decides: that of a rehearsal runs ahead.
CREATE FUNCTION keeping_end(wanted uuid, kind text, moment timestamptz) RETURNS timestamptz
  LANGUAGE sql STABLE SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT least(moment, now()) - make_interval(years => CASE kind
    WHEN 'inspection' THEN inspection WHEN 'gas' THEN gas WHEN 'reading' THEN reading WHEN 'message' THEN message
  END)
  FROM keeping_rule WHERE site_id = wanted AND held IS NULL
$$;

-- What is due to go of a site, each by its rule.
CREATE FUNCTION inspections_due(wanted uuid, ending timestamptz, most integer) RETURNS TABLE (id uuid, at timestamptz)
  LANGUAGE sql STABLE SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT i.id, i.at
  FROM inspection i
    LEFT JOIN gear g ON g.id = i.gear_id
    LEFT JOIN cylinder c ON c.id = i.cylinder_id
  WHERE i.at < ending AND coalesce(g.site_id, c.site_id) = wanted
    AND EXISTS (
      SELECT 1 FROM inspection n
      WHERE n.occasion = i.occasion AND n.at > i.at
        AND (n.gear_id = i.gear_id OR n.cylinder_id = i.cylinder_id)
    )
  LIMIT most
$$;
-- Of a cylinder, what was before its newest filling of before that moment.
CREATE FUNCTION gas_due(wanted uuid, ending timestamptz, most integer) RETURNS TABLE (id uuid, at timestamptz)
  LANGUAGE sql STABLE SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT e.id, e.at
  FROM cylinder c
    CROSS JOIN LATERAL (
      SELECT max(f.at) AS at FROM cylinder_event f
      WHERE f.cylinder_id = c.id AND f.kind = 'move' AND f.state = 'full' AND f.at < ending
    ) filled
    JOIN cylinder_event e ON e.cylinder_id = c.id AND e.at < filled.at
  WHERE c.site_id = wanted
  LIMIT most
$$;
CREATE FUNCTION reading_hours_due(wanted uuid, ending timestamptz, most integer)
  RETURNS TABLE (device_id uuid, substance text, hour timestamptz)
  LANGUAGE sql STABLE SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT DISTINCT r.device_id, r.substance, date_trunc('hour', r.at, 'UTC')
  FROM air_device d JOIN air_reading r ON r.device_id = d.id AND r.at < date_trunc('hour', ending, 'UTC')
  WHERE d.site_id = wanted
  LIMIT most
$$;
CREATE FUNCTION messages_due(wanted uuid, ending timestamptz, most integer) RETURNS TABLE (id uuid, at timestamptz)
  LANGUAGE sql STABLE SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT m.id, m.made_at
  FROM message m LEFT JOIN alert a ON a.id = m.alert_id
  WHERE m.site_id = wanted AND m.made_at < ending AND (m.alert_id IS NULL OR a.ended_at IS NOT NULL)
    AND (m.sent_at IS NOT NULL OR m.given_up_at IS NOT NULL)
  LIMIT most
$$;

-- Remove some of what is due of a kind. In one transaction with its mark in the audit; cut off, nothing went; two at once take turns.
CREATE FUNCTION remove_due(wanted uuid, kind text, moment timestamptz, most integer) RETURNS integer
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE
  ending timestamptz;
  looks uuid[];
  gone integer := 0;
BEGIN
  -- The owner sees every organisation; whoever asks is of one.
  PERFORM 1 FROM keeping_rule
  WHERE site_id = wanted AND organisation_id = current_organisation() AND from_at <= least(moment, now())
  FOR UPDATE;
  IF NOT FOUND THEN RETURN 0; END IF;
  ending := keeping_end(wanted, kind, moment);
  IF ending IS NULL THEN RETURN 0; END IF;
  IF kind = 'inspection' THEN
    looks := ARRAY(SELECT id FROM inspections_due(wanted, ending, most));
    DELETE FROM photo_image WHERE photo_id IN (SELECT id FROM photo WHERE inspection_id = ANY (looks));
    DELETE FROM photo WHERE inspection_id = ANY (looks);
    DELETE FROM fault WHERE inspection_id = ANY (looks);
    DELETE FROM inspection WHERE id = ANY (looks) AND at < ending;
  ELSIF kind = 'gas' THEN
    DELETE FROM cylinder_event e USING gas_due(wanted, ending, most) d WHERE e.id = d.id AND e.at = d.at;
  ELSIF kind = 'message' THEN
    DELETE FROM message m USING messages_due(wanted, ending, most) d WHERE m.id = d.id AND m.made_at = d.at;
  ELSIF kind = 'reading' THEN
    WITH went AS (
      DELETE FROM air_reading r USING reading_hours_due(wanted, ending, most) d
      WHERE r.device_id = d.device_id AND r.substance = d.substance
        AND r.at >= d.hour AND r.at < d.hour + interval '1 hour'
      RETURNING r.organisation_id, r.device_id, r.substance, r.at, r.value
    ), kept AS (
      INSERT INTO air_hour AS h
      SELECT
        organisation_id, device_id, substance, date_trunc('hour', at, 'UTC'), count(*), avg(value), max(value),
        min(at), max(at)
      FROM went GROUP BY 1, 2, 3, 4
      -- What came later than its hour was closed counts by how much it is.
      ON CONFLICT (device_id, substance, hour) DO UPDATE SET
        mean = (h.mean * h.readings + excluded.mean * excluded.readings) / (h.readings + excluded.readings),
        readings = h.readings + excluded.readings,
        highest = greatest(h.highest, excluded.highest),
        first_at = least(h.first_at, excluded.first_at),
        last_at = greatest(h.last_at, excluded.last_at)
    )
    SELECT count(*) INTO gone FROM went;
    RETURN gone;
  END IF;
  GET DIAGNOSTICS gone = ROW_COUNT;
  RETURN gone;
END $$;
REVOKE ALL ON FUNCTION remove_due(uuid, text, timestamptz, integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION remove_due(uuid, text, timestamptz, integer) TO zonaris_app;

-- Sites that have something to go by their rule, of every organisation; nothing else of them.
CREATE FUNCTION keeping_sites(moment timestamptz) RETURNS TABLE (organisation_id uuid, site_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT organisation_id, site_id FROM keeping_rule
  WHERE held IS NULL AND from_at <= least(moment, now())
    AND num_nonnulls(inspection, gas, reading, message) > 0
$$;
REVOKE ALL ON FUNCTION keeping_sites(timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION keeping_sites(timestamptz) TO zonaris_app;

-- A month of which nothing is left goes as well.
CREATE FUNCTION drop_empty_months(today timestamptz) RETURNS integer
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp SET lock_timeout = '2s' AS $$
DECLARE
  piece record;
  filled boolean;
  gone integer := 0;
BEGIN
  FOR piece IN
    SELECT c.relname AS name, p.name AS parent
    FROM partitioned_tables() p
      JOIN pg_inherits i ON i.inhparent = ('public.' || p.name)::regclass
      JOIN pg_class c ON c.oid = i.inhrelid
    WHERE p.period = 'month' AND c.relname ~ '_\d{4}_\d{2}$'
      AND to_date(right(c.relname, 7), 'YYYY_MM') < (least(today, now()) - interval '1 year')::date
  LOOP
    EXECUTE format('SELECT EXISTS (SELECT 1 FROM months.%I)', piece.name) INTO filled;
    CONTINUE WHEN filled;
    -- Looked at again once nobody can write to it.
    EXECUTE format('LOCK TABLE ONLY public.%I, months.%I IN ACCESS EXCLUSIVE MODE', piece.parent, piece.name);
    EXECUTE format('SELECT EXISTS (SELECT 1 FROM months.%I)', piece.name) INTO filled;
    CONTINUE WHEN filled;
    EXECUTE format('ALTER TABLE public.%I DETACH PARTITION months.%I', piece.parent, piece.name);
    EXECUTE format('DROP TABLE months.%I', piece.name);
    gone := gone + 1;
    -- One at a time: whoever writes waits for no more than one of them.
    EXIT;
  END LOOP;
  RETURN gone;
END $$;
REVOKE ALL ON FUNCTION drop_empty_months(timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION drop_empty_months(timestamptz) TO zonaris_app;
