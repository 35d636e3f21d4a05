-- Cylinders as themselves: what is in them, how big, of whom, where, and everything that was read or done.

CREATE TABLE gas_store (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 100),
  -- Null in any of these: not told, which is unknown. Metres.
  indoors boolean,
  oxygen_to_fuel double precision CHECK (oxygen_to_fuel >= 0),
  barrier boolean,
  to_combustibles double precision CHECK (to_combustibles >= 0),
  to_heat double precision CHECK (to_heat >= 0),
  apart boolean,
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  rehearsal boolean NOT NULL DEFAULT false,
  UNIQUE (organisation_id, id),
  CONSTRAINT gas_store_name_once UNIQUE (site_id, name),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- Null: not told. SI: m3 of water, m3 of gas at 70 F and one atmosphere, kg, Pa gauge.
ALTER TABLE cylinder
  ADD COLUMN parts jsonb,
  ADD COLUMN volume double precision CHECK (volume > 0),
  ADD COLUMN nominal double precision CHECK (nominal > 0),
  ADD COLUMN tare double precision CHECK (tare > 0),
  ADD COLUMN service double precision CHECK (service > 0),
  ADD COLUMN marks text NOT NULL DEFAULT '' CHECK (length(marks) <= 300),
  ADD COLUMN serial text NOT NULL DEFAULT '' CHECK (length(serial) <= 60),
  ADD COLUMN tenure text CHECK (tenure IN ('owned', 'rented')),
  ADD COLUMN daily_rate numeric(10, 2) CHECK (daily_rate >= 0),
  ADD COLUMN supplier text NOT NULL DEFAULT '' CHECK (length(supplier) <= 100),
  ADD COLUMN outlet text CHECK (outlet IN ('540', '580', '320', '510', '520', '200', '350')),
  ADD COLUMN state text CHECK (state IN ('full', 'connected', 'inUse', 'empty', 'quarantine', 'returned')),
  ADD COLUMN store_id uuid,
  ADD COLUMN capped boolean,
  ADD COLUMN chained boolean,
  ADD COLUMN arrived_on date,
  ADD COLUMN returned_on date,
  ADD FOREIGN KEY (organisation_id, store_id) REFERENCES gas_store (organisation_id, id),
  ADD CHECK (store_id IS NULL OR station_id IS NULL);
CREATE INDEX cylinder_by_label ON cylinder (site_id, lower(label));
CREATE INDEX cylinder_of_store ON cylinder (store_id) WHERE store_id IS NOT NULL;
CREATE INDEX cylinder_of_station ON cylinder (station_id) WHERE station_id IS NOT NULL;

-- A label that says the very name of a gas is that gas. Anything else is not told: it is never guessed.
UPDATE cylinder SET parts = known.parts FROM (VALUES
  ('argon', '{"argon": 1}'::jsonb),
  ('ar', '{"argon": 1}'),
  ('argon75co225', '{"argon": 0.75, "carbonDioxide": 0.25}'),
  ('argonco27525', '{"argon": 0.75, "carbonDioxide": 0.25}'),
  ('7525', '{"argon": 0.75, "carbonDioxide": 0.25}'),
  ('c25', '{"argon": 0.75, "carbonDioxide": 0.25}'),
  ('argon82co218', '{"argon": 0.82, "carbonDioxide": 0.18}'),
  ('argonco28218', '{"argon": 0.82, "carbonDioxide": 0.18}'),
  ('argon90co210', '{"argon": 0.9, "carbonDioxide": 0.1}'),
  ('argonco29010', '{"argon": 0.9, "carbonDioxide": 0.1}'),
  ('c10', '{"argon": 0.9, "carbonDioxide": 0.1}'),
  ('argon98co22', '{"argon": 0.98, "carbonDioxide": 0.02}'),
  ('argonco2982', '{"argon": 0.98, "carbonDioxide": 0.02}'),
  ('argon98oxygen2', '{"argon": 0.98, "oxygen": 0.02}'),
  ('argonoxygen982', '{"argon": 0.98, "oxygen": 0.02}'),
  ('argono2982', '{"argon": 0.98, "oxygen": 0.02}'),
  ('argon75helium25', '{"argon": 0.75, "helium": 0.25}'),
  ('argonhelium7525', '{"argon": 0.75, "helium": 0.25}'),
  ('argon98hydrogen2', '{"argon": 0.98, "hydrogen": 0.02}'),
  ('argon95hydrogen5', '{"argon": 0.95, "hydrogen": 0.05}'),
  ('helium', '{"helium": 1}'),
  ('he', '{"helium": 1}'),
  ('nitrogen', '{"nitrogen": 1}'),
  ('n2', '{"nitrogen": 1}'),
  ('forminggas955', '{"nitrogen": 0.95, "hydrogen": 0.05}'),
  ('forminggas', '{"nitrogen": 0.95, "hydrogen": 0.05}'),
  ('oxygen', '{"oxygen": 1}'),
  ('o2', '{"oxygen": 1}'),
  ('carbondioxide', '{"carbonDioxide": 1}'),
  ('co2', '{"carbonDioxide": 1}'),
  ('acetylene', '{"acetylene": 1}'),
  ('c2h2', '{"acetylene": 1}'),
  ('propane', '{"propane": 1}'),
  ('hydrogen', '{"hydrogen": 1}'),
  ('h2', '{"hydrogen": 1}')
) AS known (label, parts)
WHERE regexp_replace(lower(cylinder.gas), '[^a-z0-9]', '', 'g') = known.label;

-- Append-only: what was read, and what was done with it. State and place follow from the newest.
CREATE TABLE cylinder_event (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  cylinder_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('reading', 'move')),
  at timestamptz NOT NULL,
  person_id uuid NOT NULL,
  pressure double precision CHECK (pressure >= 0),
  temperature double precision CHECK (temperature > 0),
  weight double precision CHECK (weight > 0),
  state text CHECK (state IN ('full', 'connected', 'inUse', 'empty', 'quarantine', 'returned')),
  store_id uuid,
  station_id uuid,
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 500),
  rehearsal boolean NOT NULL DEFAULT false,
  CHECK (kind <> 'reading' OR num_nonnulls(pressure, weight) > 0),
  CHECK (kind <> 'move' OR state IS NOT NULL),
  FOREIGN KEY (organisation_id, cylinder_id) REFERENCES cylinder (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, store_id) REFERENCES gas_store (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id)
);
CREATE INDEX cylinder_event_newest ON cylinder_event (cylinder_id, at DESC);
CREATE INDEX cylinder_reading_newest ON cylinder_event (cylinder_id, at DESC) WHERE kind = 'reading';

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['gas_store', 'cylinder_event'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE ON gas_store TO zonaris_app;

-- Whether this site lets nobody use a cylinder that is past its test date.
ALTER TABLE site ADD COLUMN stops_untested boolean NOT NULL DEFAULT false;
