-- House charts, what is on record of people, stores, and training sessions.
ALTER TABLE site
  ADD COLUMN shade_school text NOT NULL DEFAULT 'guide' CHECK (shade_school IN ('legal', 'guide', 'europe', 'house')),
  ADD COLUMN safety_toe boolean NOT NULL DEFAULT false,
  ADD COLUMN hard_hat boolean NOT NULL DEFAULT false,
  ADD COLUMN season text NOT NULL DEFAULT 'mild' CHECK (season IN ('mild', 'hot', 'cold'));

-- Jobs described before these questions were asked.
UPDATE job SET spec = '{"grinding": false, "arcHidden": false, "shieldGas": null, "gasFlow": null, "laser": null}'::jsonb || spec;

-- A chart is in force from its day until the next one; what was in force on a day can always be read.
CREATE TABLE house_chart (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  effective_from date NOT NULL,
  rows jsonb NOT NULL,
  created_by uuid NOT NULL,
  created_at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  CONSTRAINT house_chart_once_a_day UNIQUE (site_id, effective_from),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, created_by) REFERENCES person (organisation_id, id)
);

CREATE TABLE course (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 100),
  kit jsonb NOT NULL,
  rehearsal boolean NOT NULL DEFAULT false,
  UNIQUE (organisation_id, id),
  CONSTRAINT course_name_once UNIQUE (site_id, name),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

ALTER TABLE person
  ADD COLUMN roster_number text CHECK (length(roster_number) BETWEEN 1 AND 40),
  ADD COLUMN course_id uuid,
  ADD COLUMN light_sensitive boolean NOT NULL DEFAULT false,
  ADD COLUMN correction text NOT NULL DEFAULT 'none' CHECK (correction IN ('none', 'glasses', 'safety_glasses', 'contacts')),
  ADD COLUMN tint numeric CHECK (tint BETWEEN 1 AND 10),
  ADD COLUMN respirator_until date,
  ADD COLUMN fit_test_on date,
  ADD COLUMN fit_model text,
  ADD COLUMN fit_size text,
  ADD COLUMN seal_check_on date,
  ADD CONSTRAINT person_number_once UNIQUE (site_id, roster_number),
  ADD FOREIGN KEY (organisation_id, course_id) REFERENCES course (organisation_id, id);
CREATE INDEX person_of_course ON person (course_id) WHERE course_id IS NOT NULL;
CREATE INDEX person_of_site ON person (site_id, lower(name), id);
CREATE INDEX person_expiry ON person (site_id, least(respirator_until, fit_test_on)) WHERE respirator_until IS NOT NULL OR fit_test_on IS NOT NULL;

CREATE TABLE clearance (
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  process text NOT NULL,
  signed_by uuid NOT NULL,
  signed_on date NOT NULL,
  PRIMARY KEY (person_id, process),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, signed_by) REFERENCES person (organisation_id, id)
);

CREATE TABLE person_kit (
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  ppe_id text NOT NULL,
  state text NOT NULL CHECK (state IN ('has', 'lacks')),
  size text,
  seen_on date NOT NULL,
  PRIMARY KEY (person_id, ppe_id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

CREATE TABLE found_shade (
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  band text NOT NULL,
  shade numeric NOT NULL CHECK (shade BETWEEN 2 AND 15),
  found_on date NOT NULL,
  PRIMARY KEY (person_id, band),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

ALTER TABLE equipment ADD COLUMN details jsonb;
UPDATE equipment SET details = '{"grind": false, "sensitivity": false, "delay": false, "power": null, "spares": null, "marking": ""}' WHERE kind = 'helmet';
ALTER TABLE equipment ADD CHECK ((kind = 'helmet') = (details IS NOT NULL));

-- Scanned at the booth instead of typing an address; random, so that it cannot be guessed.
ALTER TABLE station ADD COLUMN code text;
UPDATE station SET code = 'B' || upper(substr(replace(gen_random_uuid()::text, '-', ''), 1, 15));
ALTER TABLE station ALTER COLUMN code SET NOT NULL, ADD CONSTRAINT station_code_once UNIQUE (code);

-- Where a machine or cylinder stands: the booth's own.
ALTER TABLE equipment ADD COLUMN station_id uuid, ADD FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id);
ALTER TABLE cylinder ADD COLUMN station_id uuid, ADD FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id);

CREATE TABLE stock (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  code text NOT NULL CHECK (length(code) BETWEEN 1 AND 40),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  kind text NOT NULL CHECK (kind IN ('ppe', 'consumable')),
  ppe_id text,
  size text NOT NULL DEFAULT '',
  condition text NOT NULL CHECK (condition IN ('new', 'good', 'worn')),
  expires_on date,
  minimum integer NOT NULL CHECK (minimum >= 0),
  loan boolean NOT NULL,
  ready integer NOT NULL DEFAULT 0 CHECK (ready >= 0),
  lent integer NOT NULL DEFAULT 0 CHECK (lent >= 0),
  to_clean integer NOT NULL DEFAULT 0 CHECK (to_clean >= 0),
  rehearsal boolean NOT NULL DEFAULT false,
  CHECK ((kind = 'ppe') = (ppe_id IS NOT NULL)),
  UNIQUE (organisation_id, id),
  CONSTRAINT stock_code_once UNIQUE (site_id, code),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE INDEX stock_low ON stock (site_id) WHERE ready < minimum;

-- The ledger only grows. The id comes from the sender, so a retry counts once.
CREATE TABLE stock_move (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  stock_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('receive', 'issue', 'lend', 'return', 'clean', 'discard', 'count')),
  quantity integer NOT NULL CHECK (quantity <> 0 AND (kind = 'count' OR quantity > 0)),
  unused boolean NOT NULL DEFAULT false,
  person_id uuid,
  by_id uuid NOT NULL,
  at timestamptz NOT NULL,
  note text NOT NULL DEFAULT '',
  rehearsal boolean NOT NULL,
  CHECK ((kind IN ('issue', 'lend', 'return')) = (person_id IS NOT NULL)),
  FOREIGN KEY (organisation_id, stock_id) REFERENCES stock (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, by_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX stock_move_of_stock ON stock_move (stock_id, at DESC);
CREATE INDEX stock_move_of_person ON stock_move (person_id, at DESC) WHERE person_id IS NOT NULL;

CREATE TABLE training (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  day date NOT NULL,
  title text NOT NULL CHECK (length(title) BETWEEN 1 AND 200),
  course_id uuid,
  created_by uuid NOT NULL,
  created_at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, course_id) REFERENCES course (organisation_id, id),
  FOREIGN KEY (organisation_id, created_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX training_newest ON training (site_id, day DESC, created_at DESC);

CREATE TABLE training_member (
  organisation_id uuid NOT NULL,
  training_id uuid NOT NULL,
  person_id uuid NOT NULL,
  presence text NOT NULL DEFAULT 'expected' CHECK (presence IN ('expected', 'present', 'late', 'absent')),
  station_id uuid,
  job_id uuid,
  helmet_id uuid,
  machine_id uuid,
  cylinder_id uuid,
  seen jsonb NOT NULL DEFAULT '[]',
  PRIMARY KEY (training_id, person_id),
  FOREIGN KEY (organisation_id, training_id) REFERENCES training (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, helmet_id) REFERENCES equipment (organisation_id, id),
  FOREIGN KEY (organisation_id, machine_id) REFERENCES equipment (organisation_id, id),
  FOREIGN KEY (organisation_id, cylinder_id) REFERENCES cylinder (organisation_id, id)
);
-- One helmet on one head; an absent person's may be lent.
CREATE UNIQUE INDEX training_helmet_once ON training_member (training_id, helmet_id) WHERE presence <> 'absent';
CREATE INDEX training_of_person ON training_member (person_id);

CREATE TABLE training_station (
  organisation_id uuid NOT NULL,
  training_id uuid NOT NULL,
  station_id uuid NOT NULL,
  proved boolean NOT NULL,
  PRIMARY KEY (training_id, station_id),
  FOREIGN KEY (organisation_id, training_id) REFERENCES training (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id)
);

-- What was done to a session and what stood before, so that it can be taken back.
CREATE TABLE training_change (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  training_id uuid NOT NULL,
  seq bigint GENERATED ALWAYS AS IDENTITY,
  says text NOT NULL,
  before jsonb NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  undone_at timestamptz,
  FOREIGN KEY (organisation_id, training_id) REFERENCES training (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX training_change_of ON training_change (training_id, seq DESC);

ALTER TABLE inspection ADD COLUMN training_id uuid, ADD FOREIGN KEY (organisation_id, training_id) REFERENCES training (organisation_id, id);

-- A booth's code is scanned before anyone has signed in: its name, and who is expected at it today, and no more.
CREATE FUNCTION auth_find_booth(wanted text, today date)
  RETURNS TABLE (organisation_id uuid, site_name text, time_zone text, station_id uuid, station_name text, person_id uuid, person_name text, has_pin boolean)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT s.organisation_id, si.name, si.time_zone, s.id, s.name, p.id, p.name, p.pin_hash IS NOT NULL
  FROM station s JOIN site si ON si.id = s.site_id
    LEFT JOIN (training_member m JOIN training t ON t.id = m.training_id AND t.day = today) ON m.station_id = s.id AND m.presence <> 'absent'
    LEFT JOIN person p ON p.id = m.person_id AND p.active
  WHERE s.code = wanted
$$;
CREATE FUNCTION auth_booth_zone(wanted text) RETURNS text
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$ SELECT si.time_zone FROM station s JOIN site si ON si.id = s.site_id WHERE s.code = wanted $$;
REVOKE ALL ON FUNCTION auth_find_booth(text, date), auth_booth_zone(text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION auth_find_booth(text, date), auth_booth_zone(text) TO zonaris_app;

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['house_chart', 'course', 'clearance', 'person_kit', 'found_shade', 'stock', 'stock_move', 'training', 'training_member', 'training_station', 'training_change'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE ON house_chart, course, clearance, person_kit, found_shade, stock, training, training_member, training_station, training_change TO zonaris_app;
GRANT DELETE ON clearance, person_kit, found_shade, training_member, training_station TO zonaris_app;
