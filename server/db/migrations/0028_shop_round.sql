-- Rounds through the shop and its booths, and what was found wanting on them.
ALTER TABLE checklist_change
  DROP CONSTRAINT checklist_change_occasion_check,
  ADD CONSTRAINT checklist_change_occasion_check CHECK (
    occasion IN (
      'beforeUse', 'weekly', 'monthly', 'quarterly', 'yearly', 'afterEvent',
      'opening', 'closing', 'handover'
    )
  );

-- Only grows.
CREATE TABLE shop_round (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  round text NOT NULL CHECK (round IN ('opening', 'closing', 'handover', 'arrival')),
  -- Of a booth.
  station_id uuid,
  -- The handover that an arrival answers; null: there was none.
  answers_id uuid,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  day date NOT NULL,
  version_id uuid NOT NULL,
  lines jsonb NOT NULL CHECK (jsonb_typeof(lines) = 'array'),
  seconds double precision CHECK (seconds >= 0),
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  CONSTRAINT handover_answered_once UNIQUE (answers_id),
  CHECK ((round IN ('handover', 'arrival')) = (station_id IS NOT NULL)),
  CHECK (answers_id IS NULL OR round = 'arrival'),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id),
  FOREIGN KEY (organisation_id, answers_id) REFERENCES shop_round (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, version_id) REFERENCES checklist_version (organisation_id, id)
);
CREATE INDEX shop_round_newest ON shop_round (site_id, round, at DESC);
CREATE INDEX shop_round_of_station ON shop_round (station_id, round, at DESC) WHERE station_id IS NOT NULL;

-- Stays with whoever left it until it is put right.
CREATE TABLE open_point (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  round_id uuid NOT NULL,
  station_id uuid,
  line text NOT NULL,
  name text NOT NULL,
  note text NOT NULL,
  critical boolean NOT NULL,
  -- Null: nobody knows.
  left_by uuid,
  found_by uuid NOT NULL,
  found_at timestamptz NOT NULL,
  closed_by uuid,
  closed_at timestamptz,
  closed_note text,
  UNIQUE (round_id, line),
  CHECK ((closed_at IS NULL) = (closed_by IS NULL) AND (closed_at IS NULL) = (closed_note IS NULL)),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, round_id) REFERENCES shop_round (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id),
  FOREIGN KEY (organisation_id, left_by) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, found_by) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, closed_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX open_point_open ON open_point (site_id, station_id, found_at) WHERE closed_at IS NULL;
CREATE INDEX open_point_of_person ON open_point (left_by, found_at) WHERE closed_at IS NULL;

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['shop_round', 'open_point'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE (closed_by, closed_at, closed_note) ON open_point TO zonaris_app;

CREATE INDEX session_member_of_station ON session_member (station_id) WHERE presence IN ('present', 'late');
