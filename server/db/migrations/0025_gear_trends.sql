-- What goes wrong, where and how often, counted as it is written, so that nobody reads millions of inspections for it.

-- The day on which the look was due when it was made; null: it was the first one, or from before.
ALTER TABLE inspection ADD COLUMN due_on date;

-- Each line that failed.
CREATE TABLE fault (
  inspection_id uuid NOT NULL,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  item_id uuid NOT NULL,
  kind text NOT NULL,
  kind_id uuid,
  line text NOT NULL,
  name text NOT NULL,
  critical boolean NOT NULL,
  maker text NOT NULL,
  station_id uuid,
  day date NOT NULL,
  PRIMARY KEY (inspection_id, line),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE INDEX fault_newest ON fault (site_id, day DESC, inspection_id);
CREATE INDEX fault_of_line ON fault (site_id, kind, line, day DESC);

-- How many a month, by line, by maker and by place; a key is a line, a maker, or a station.
CREATE TABLE fault_month (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  month date NOT NULL,
  dimension text NOT NULL CHECK (dimension IN ('line', 'maker', 'place')),
  kind text NOT NULL,
  kind_id uuid,
  key text NOT NULL,
  name text NOT NULL,
  count integer NOT NULL,
  UNIQUE NULLS NOT DISTINCT (site_id, dimension, month, kind, kind_id, key),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- Looks made a month, how many of them late, how many with a fault.
CREATE TABLE inspection_month (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  month date NOT NULL,
  kind text NOT NULL,
  kind_id uuid,
  made integer NOT NULL,
  late integer NOT NULL,
  faulty integer NOT NULL,
  UNIQUE NULLS NOT DISTINCT (site_id, month, kind, kind_id),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- How many pieces came into service in a month.
CREATE TABLE gear_month (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  kind text NOT NULL,
  kind_id uuid,
  month date NOT NULL,
  pieces integer NOT NULL,
  UNIQUE NULLS NOT DISTINCT (site_id, kind, kind_id, month),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

CREATE FUNCTION count_gear() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF TG_OP = 'UPDATE' THEN
    UPDATE gear_month SET pieces = pieces - 1
    WHERE site_id = OLD.site_id AND kind = OLD.kind AND kind_id IS NOT DISTINCT FROM OLD.kind_id
      AND month = date_trunc('month', OLD.in_service_on)::date;
  END IF;
  INSERT INTO gear_month AS m (organisation_id, site_id, kind, kind_id, month, pieces)
  VALUES (
    NEW.organisation_id, NEW.site_id, NEW.kind, NEW.kind_id,
    date_trunc('month', NEW.in_service_on)::date, 1
  )
  ON CONFLICT (site_id, kind, kind_id, month) DO UPDATE SET pieces = m.pieces + 1;
  RETURN NULL;
END $$;
CREATE TRIGGER gear_added_counts AFTER INSERT ON gear FOR EACH ROW EXECUTE FUNCTION count_gear();
CREATE TRIGGER gear_changed_counts AFTER UPDATE ON gear
  FOR EACH ROW WHEN (OLD.in_service_on IS DISTINCT FROM NEW.in_service_on)
  EXECUTE FUNCTION count_gear();

CREATE FUNCTION count_inspection() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE
  item record;
  on_day date;
  in_month date;
BEGIN
  IF NEW.gear_id IS NOT NULL THEN
    SELECT g.site_id, g.kind, g.kind_id, g.maker, g.station_id, s.time_zone INTO item
    FROM gear g JOIN site s ON s.id = g.site_id WHERE g.id = NEW.gear_id;
  ELSE
    SELECT c.site_id, 'cylinder' AS kind, NULL::uuid AS kind_id, '' AS maker, c.station_id, s.time_zone
    INTO item
    FROM cylinder c JOIN site s ON s.id = c.site_id WHERE c.id = NEW.cylinder_id;
  END IF;
  on_day := (NEW.at AT TIME ZONE item.time_zone)::date;
  in_month := date_trunc('month', on_day)::date;
  INSERT INTO inspection_month AS m (
    organisation_id, site_id, month, kind, kind_id, made, late, faulty
  )
  VALUES (
    NEW.organisation_id, item.site_id, in_month, item.kind, item.kind_id, 1,
    coalesce(on_day > NEW.due_on, false)::integer, (NEW.result <> 'pass')::integer
  )
  ON CONFLICT (site_id, month, kind, kind_id) DO UPDATE
  SET made = m.made + 1, late = m.late + excluded.late, faulty = m.faulty + excluded.faulty;
  IF NEW.result = 'pass' THEN
    RETURN NULL;
  END IF;
  INSERT INTO fault (
    inspection_id, organisation_id, site_id, item_id, kind, kind_id, line, name, critical, maker,
    station_id, day
  )
  SELECT
    NEW.id, NEW.organisation_id, item.site_id, coalesce(NEW.gear_id, NEW.cylinder_id), item.kind,
    item.kind_id, l.line ->> 'id', l.line ->> 'name', (l.line ->> 'critical')::boolean, item.maker,
    item.station_id, on_day
  FROM jsonb_array_elements(NEW.lines) AS l (line)
  WHERE l.line ->> 'mark' = 'fail';
  INSERT INTO fault_month AS m (
    organisation_id, site_id, month, dimension, kind, kind_id, key, name, count
  )
  SELECT
    NEW.organisation_id, item.site_id, in_month, d.dimension, item.kind, item.kind_id, d.key, d.name,
    count(*)
  FROM jsonb_array_elements(NEW.lines) AS l (line)
  CROSS JOIN LATERAL (
    VALUES
      ('line', l.line ->> 'id', l.line ->> 'name'),
      ('maker', item.maker, item.maker),
      ('place', coalesce(item.station_id::text, ''), '')
  ) AS d (dimension, key, name)
  WHERE l.line ->> 'mark' = 'fail'
  GROUP BY d.dimension, d.key, d.name
  ORDER BY d.dimension, d.key
  ON CONFLICT (site_id, dimension, month, kind, kind_id, key) DO UPDATE
  SET count = m.count + excluded.count, name = excluded.name;
  RETURN NULL;
END $$;
CREATE TRIGGER inspection_counts AFTER INSERT ON inspection
  FOR EACH ROW EXECUTE FUNCTION count_inspection();

-- What is there already.
INSERT INTO gear_month (organisation_id, site_id, kind, kind_id, month, pieces)
SELECT organisation_id, site_id, kind, kind_id, date_trunc('month', in_service_on)::date, count(*)
FROM gear GROUP BY 1, 2, 3, 4, 5;

CREATE TEMPORARY TABLE counted ON COMMIT DROP AS
SELECT
  i.id, i.organisation_id, t.site_id, t.kind, t.kind_id, t.maker, t.station_id, t.item_id, i.result, i.lines,
  (i.at AT TIME ZONE s.time_zone)::date AS day
FROM inspection i
JOIN (
  SELECT id AS item_id, site_id, kind, kind_id, maker, station_id FROM gear
  UNION ALL
  SELECT id, site_id, 'cylinder', NULL, '', station_id FROM cylinder
) t ON t.item_id = coalesce(i.gear_id, i.cylinder_id)
JOIN site s ON s.id = t.site_id;

INSERT INTO inspection_month (organisation_id, site_id, month, kind, kind_id, made, late, faulty)
SELECT
  organisation_id, site_id, date_trunc('month', day)::date, kind, kind_id, count(*), 0,
  count(*) FILTER (WHERE result <> 'pass')
FROM counted GROUP BY 1, 2, 3, 4, 5;

INSERT INTO fault (
  inspection_id, organisation_id, site_id, item_id, kind, kind_id, line, name, critical, maker, station_id, day
)
SELECT
  c.id, c.organisation_id, c.site_id, c.item_id, c.kind, c.kind_id, l.line ->> 'id', l.line ->> 'name',
  (l.line ->> 'critical')::boolean, c.maker, c.station_id, c.day
FROM counted c CROSS JOIN LATERAL jsonb_array_elements(c.lines) AS l (line)
WHERE c.result <> 'pass' AND l.line ->> 'mark' = 'fail';

INSERT INTO fault_month (organisation_id, site_id, month, dimension, kind, kind_id, key, name, count)
SELECT
  f.organisation_id, f.site_id, date_trunc('month', f.day)::date, d.dimension, f.kind, f.kind_id, d.key,
  max(d.name), count(*)
FROM fault f
CROSS JOIN LATERAL (
  VALUES
    ('line', f.line, f.name), ('maker', f.maker, f.maker), ('place', coalesce(f.station_id::text, ''), '')
) AS d (dimension, key, name)
GROUP BY f.organisation_id, f.site_id, 3, d.dimension, f.kind, f.kind_id, d.key;

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['fault', 'fault_month', 'inspection_month', 'gear_month'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
