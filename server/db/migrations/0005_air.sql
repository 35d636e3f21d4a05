-- Air: adopted limits, own consumables, assessments, hoods and their surveys, samples, gas tests, monitors, alarms.
ALTER TABLE site ADD COLUMN limit_sets text[] NOT NULL DEFAULT '{osha}' CHECK (limit_sets <@ ARRAY['osha', 'niosh', 'acgih', 'uk', 'eu'] AND cardinality(limit_sets) > 0);

-- Jobs described before this question was asked.
UPDATE job SET spec = '{"also": []}'::jsonb || spec;

CREATE TABLE consumable (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  composition jsonb NOT NULL,
  retired boolean NOT NULL DEFAULT false,
  created_by uuid NOT NULL,
  created_at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  CONSTRAINT consumable_name_once UNIQUE (site_id, name),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, created_by) REFERENCES person (organisation_id, id)
);

-- As it was worked out: inputs, model, seed and results only grow.
CREATE TABLE air_assessment (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  job_id uuid NOT NULL,
  air jsonb NOT NULL,
  adopted text[] NOT NULL,
  respirator text NOT NULL,
  basis text NOT NULL,
  model text NOT NULL,
  seed integer NOT NULL,
  draws integer NOT NULL CHECK (draws BETWEEN 1000 AND 5000000),
  results jsonb NOT NULL,
  findings jsonb NOT NULL,
  note text NOT NULL DEFAULT '',
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX air_assessment_of_job ON air_assessment (job_id, at DESC);

-- The hood of a station: its section as last drawn, what it needs, how often it is surveyed.
CREATE TABLE hood (
  organisation_id uuid NOT NULL,
  station_id uuid PRIMARY KEY,
  section jsonb NOT NULL,
  need double precision NOT NULL CHECK (need > 0),
  survey_days integer NOT NULL CHECK (survey_days BETWEEN 1 AND 1000),
  updated_at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, station_id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id)
);

CREATE TABLE hood_survey (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  station_id uuid NOT NULL,
  surveyed_on date NOT NULL,
  velocity double precision NOT NULL CHECK (velocity >= 0),
  static_pressure double precision CHECK (static_pressure >= 0),
  filter_changed boolean NOT NULL,
  note text NOT NULL DEFAULT '',
  by_id uuid NOT NULL,
  at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  FOREIGN KEY (organisation_id, station_id) REFERENCES hood (organisation_id, station_id),
  FOREIGN KEY (organisation_id, by_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX hood_survey_of ON hood_survey (station_id, surveyed_on DESC);

CREATE TABLE air_sample (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  job_id uuid,
  sampled_on date NOT NULL,
  kind text NOT NULL CHECK (kind IN ('personal', 'area')),
  exposed_group text NOT NULL CHECK (length(exposed_group) BETWEEN 1 AND 100),
  who text NOT NULL CHECK (length(who) BETWEEN 1 AND 100),
  task text NOT NULL CHECK (length(task) BETWEEN 1 AND 200),
  pump text NOT NULL DEFAULT '',
  substance text NOT NULL,
  minutes double precision NOT NULL CHECK (minutes > 0 AND minutes <= 1440),
  shift_minutes double precision NOT NULL CHECK (shift_minutes > 0 AND shift_minutes <= 1440),
  value double precision NOT NULL CHECK (value >= 0),
  under_detection boolean NOT NULL,
  rest text NOT NULL CHECK (rest IN ('unexposed', 'as_sampled')),
  reference text NOT NULL CHECK (length(reference) BETWEEN 1 AND 100),
  removed boolean NOT NULL DEFAULT false,
  by_id uuid NOT NULL,
  at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  CHECK (NOT under_detection OR value > 0),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, by_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX air_sample_newest ON air_sample (site_id, sampled_on DESC, id) WHERE NOT removed;
CREATE INDEX air_sample_group ON air_sample (site_id, exposed_group, substance, sampled_on) WHERE NOT removed;
-- The same part of the same day is not counted twice, however often a file is imported.
CREATE UNIQUE INDEX air_sample_once ON air_sample (site_id, reference, sampled_on, who, task, substance, minutes) WHERE NOT removed;

CREATE TABLE gas_test (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  job_id uuid NOT NULL,
  oxygen double precision CHECK (oxygen BETWEEN 0 AND 100),
  explosive double precision CHECK (explosive BETWEEN 0 AND 100),
  others jsonb NOT NULL,
  instrument text NOT NULL CHECK (length(instrument) BETWEEN 1 AND 100),
  bump_tested boolean NOT NULL,
  at timestamptz NOT NULL,
  until timestamptz NOT NULL CHECK (until > at),
  by_id uuid NOT NULL,
  rehearsal boolean NOT NULL,
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, by_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX gas_test_of_job ON gas_test (job_id, at DESC);

CREATE TABLE air_device (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  station_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 100),
  token_hash text NOT NULL UNIQUE,
  created_at timestamptz NOT NULL,
  revoked_at timestamptz,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id)
);
CREATE INDEX air_device_of_station ON air_device (station_id);

-- One figure a device, substance and moment: a reading that comes twice counts once, in whatever order they come.
CREATE TABLE air_reading (
  organisation_id uuid NOT NULL,
  device_id uuid NOT NULL,
  substance text NOT NULL,
  at timestamptz NOT NULL,
  value double precision NOT NULL CHECK (value >= 0),
  received_at timestamptz NOT NULL,
  PRIMARY KEY (device_id, substance, at),
  FOREIGN KEY (organisation_id, device_id) REFERENCES air_device (organisation_id, id)
);

-- Someone feels ill, the air is bad, or a monitor went over a limit. Open until a lead or instructor clears it with a note.
CREATE TABLE air_alarm (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  station_id uuid,
  job_id uuid,
  device_id uuid,
  kind text NOT NULL CHECK (kind IN ('ill', 'bad_air', 'monitor')),
  symptoms text[] NOT NULL DEFAULT '{}',
  note text NOT NULL DEFAULT '',
  person_id uuid,
  at timestamptz NOT NULL,
  cleared_at timestamptz,
  cleared_by uuid,
  cleared_note text NOT NULL DEFAULT '',
  rehearsal boolean NOT NULL,
  CHECK ((kind = 'monitor') = (device_id IS NOT NULL)),
  CHECK ((cleared_at IS NULL) = (cleared_by IS NULL)),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, device_id) REFERENCES air_device (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, cleared_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX air_alarm_open ON air_alarm (site_id, at DESC) WHERE cleared_at IS NULL;
-- A monitor sounds once until someone has cleared it.
CREATE UNIQUE INDEX air_alarm_device_once ON air_alarm (device_id) WHERE cleared_at IS NULL AND device_id IS NOT NULL;

-- A monitor that goes over a limit suspends the permit; nobody did it by hand.
ALTER TABLE permit_event ALTER COLUMN person_id DROP NOT NULL, ADD CHECK (person_id IS NOT NULL OR (kind = 'action' AND subject = 'suspend'));

-- A monitor signs in by its token alone.
CREATE FUNCTION auth_find_device(wanted text)
  RETURNS TABLE (organisation_id uuid, site_id uuid, device_id uuid, station_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT organisation_id, site_id, id, station_id FROM air_device WHERE token_hash = wanted AND revoked_at IS NULL
$$;
REVOKE ALL ON FUNCTION auth_find_device(text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION auth_find_device(text) TO zonaris_app;

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['consumable', 'air_assessment', 'hood', 'hood_survey', 'air_sample', 'gas_test', 'air_device', 'air_reading', 'air_alarm'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE ON consumable, hood, air_device, air_alarm TO zonaris_app;
GRANT UPDATE (removed) ON air_sample TO zonaris_app;
