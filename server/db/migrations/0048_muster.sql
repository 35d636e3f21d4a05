-- Everybody out: who is to be counted, which gas is to be shut, and when each was. A drill is marked as one.
CREATE TABLE muster (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  drill boolean NOT NULL,
  note text NOT NULL CHECK (length(note) <= 300),
  begun_at timestamptz NOT NULL,
  begun_by uuid NOT NULL,
  ended_at timestamptz,
  ended_by uuid,
  ended_note text CHECK (length(ended_note) <= 1000),
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  CHECK ((ended_at IS NULL) = (ended_by IS NULL) AND (ended_at IS NULL) = (ended_note IS NULL)),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, begun_by) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, ended_by) REFERENCES person (organisation_id, id)
);
CREATE UNIQUE INDEX muster_open ON muster (site_id) WHERE ended_at IS NULL;
CREATE INDEX musters_newest ON muster (site_id, begun_at DESC);

CREATE TABLE muster_person (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  muster_id uuid NOT NULL,
  -- Null: on no roster, as a visitor.
  person_id uuid,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  -- Why they are thought to be here.
  why text NOT NULL CHECK (length(why) <= 200),
  count text CHECK (count IN ('out', 'away')),
  counted_at timestamptz,
  counted_by uuid,
  UNIQUE (muster_id, person_id),
  CHECK ((count IS NULL) = (counted_at IS NULL) AND (count IS NULL) = (counted_by IS NULL)),
  FOREIGN KEY (organisation_id, muster_id) REFERENCES muster (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, counted_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX people_of_muster ON muster_person (muster_id);
CREATE INDEX musters_of_person ON muster_person (person_id) WHERE person_id IS NOT NULL;

CREATE TABLE muster_gas (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  muster_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  place text NOT NULL CHECK (length(place) <= 300),
  fuel boolean NOT NULL,
  shut_at timestamptz,
  shut_by uuid,
  CHECK ((shut_at IS NULL) = (shut_by IS NULL)),
  FOREIGN KEY (organisation_id, muster_id) REFERENCES muster (organisation_id, id),
  FOREIGN KEY (organisation_id, shut_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX gas_of_muster ON muster_gas (muster_id);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['muster', 'muster_person', 'muster_gas'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = (SELECT current_organisation()))', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE (ended_at, ended_by, ended_note) ON muster TO zonaris_app;
GRANT UPDATE (count, counted_at, counted_by, name) ON muster_person TO zonaris_app;
GRANT UPDATE (shut_at, shut_by) ON muster_gas TO zonaris_app;

-- It calls people as an alert does, for a whole site.
ALTER TABLE alert
  DROP CONSTRAINT alert_kind_check,
  DROP CONSTRAINT alert_check,
  ADD CONSTRAINT alert_kind_check CHECK (
    kind IN ('fire', 'evacuation', 'drill', 'round', 'unwatched', 'silent_phone', 'expiring', 'overrun', 'detectors', 'silent_monitor')
  ),
  ADD CONSTRAINT alert_of_what CHECK (
    num_nonnulls(permit_id, device_id) = CASE WHEN kind IN ('evacuation', 'drill') THEN 0 ELSE 1 END
  );
CREATE CONSTRAINT TRIGGER look_again_muster AFTER INSERT ON alert DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (NEW.kind IN ('evacuation', 'drill')) EXECUTE FUNCTION look_again_by_site();

-- Screens hear of it. Of a muster the parts have no site of their own.
CREATE TRIGGER tell_insert AFTER INSERT ON muster REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
CREATE TRIGGER tell_update AFTER UPDATE ON muster REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['muster_person', 'muster_gas'] LOOP
    EXECUTE format('CREATE TRIGGER tell_insert AFTER INSERT ON %I REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_change(''alerts'', ''organisation'')', t);
    EXECUTE format('CREATE TRIGGER tell_update AFTER UPDATE ON %I REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_change(''alerts'', ''organisation'')', t);
  END LOOP;
END $$;
