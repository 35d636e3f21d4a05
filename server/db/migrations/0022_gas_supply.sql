-- What is in stock and what is used a day, counted as it happens, so that nobody adds up millions of readings.

-- m3 at 70 F and one atmosphere by the newest reading; null: not known. What was read before now is not known here until it is read again.
ALTER TABLE cylinder ADD COLUMN contents double precision CHECK (contents >= 0);
ALTER TABLE cylinder_event ADD COLUMN contents double precision CHECK (contents >= 0);

-- Full ones in stock, by gas as the label says it.
CREATE TABLE gas_stock (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  gas text NOT NULL,
  known integer NOT NULL DEFAULT 0,
  untold integer NOT NULL DEFAULT 0,
  -- Of those known, m3.
  amount double precision NOT NULL DEFAULT 0,
  PRIMARY KEY (site_id, gas),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- What was drawn on a day, m3, from the fall of one reading to the next; spread evenly over the days between.
CREATE TABLE gas_use (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  gas text NOT NULL,
  day date NOT NULL,
  amount double precision NOT NULL CHECK (amount >= 0),
  PRIMARY KEY (site_id, gas, day),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

INSERT INTO gas_stock (organisation_id, site_id, gas, untold)
SELECT organisation_id, site_id, gas, count(*) FROM cylinder WHERE state = 'full' GROUP BY 1, 2, 3;

CREATE FUNCTION count_gas_stock() RETURNS trigger
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND OLD.state = 'full' THEN
    UPDATE gas_stock SET
      known = known - (OLD.contents IS NOT NULL)::integer,
      untold = untold - (OLD.contents IS NULL)::integer,
      -- The last one out leaves nothing, whatever rounding says.
      amount = CASE
        WHEN known - (OLD.contents IS NOT NULL)::integer <= 0 THEN 0
        ELSE amount - coalesce(OLD.contents, 0)
      END
    WHERE site_id = OLD.site_id AND gas = OLD.gas;
  END IF;
  IF NEW.state = 'full' THEN
    INSERT INTO gas_stock AS s (organisation_id, site_id, gas, known, untold, amount)
    VALUES (
      NEW.organisation_id, NEW.site_id, NEW.gas, (NEW.contents IS NOT NULL)::integer,
      (NEW.contents IS NULL)::integer, coalesce(NEW.contents, 0)
    )
    ON CONFLICT (site_id, gas) DO UPDATE SET
      known = s.known + excluded.known,
      untold = s.untold + excluded.untold,
      amount = s.amount + excluded.amount;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER cylinder_added_counts AFTER INSERT ON cylinder
  FOR EACH ROW WHEN (NEW.state = 'full') EXECUTE FUNCTION count_gas_stock();
CREATE TRIGGER cylinder_changed_counts AFTER UPDATE ON cylinder
  FOR EACH ROW WHEN (
    (OLD.state, OLD.contents, OLD.gas) IS DISTINCT FROM (NEW.state, NEW.contents, NEW.gas)
  ) EXECUTE FUNCTION count_gas_stock();

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['gas_stock', 'gas_use'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation())', t);
  END LOOP;
END $$;
GRANT SELECT ON gas_stock TO zonaris_app;
GRANT SELECT, INSERT, UPDATE ON gas_use TO zonaris_app;

-- Sessions of a day, and who draws from which cylinder in them.
CREATE INDEX IF NOT EXISTS session_of_day ON session (site_id, day);
