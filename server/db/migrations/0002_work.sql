-- Stations, items, inspections, jobs and permits.
CREATE EXTENSION IF NOT EXISTS btree_gist;

CREATE TABLE station (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 100),
  designated boolean NOT NULL,
  air jsonb NOT NULL,
  rehearsal boolean NOT NULL DEFAULT false,
  UNIQUE (organisation_id, id),
  CONSTRAINT station_name_once UNIQUE (site_id, name),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

CREATE TABLE equipment (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('machine', 'helmet')),
  label text NOT NULL CHECK (length(label) BETWEEN 1 AND 40),
  description text NOT NULL DEFAULT '',
  assigned_to uuid,
  ranges jsonb CHECK ((kind = 'helmet') = (ranges IS NOT NULL)),
  every_days integer NOT NULL CHECK (every_days BETWEEN 1 AND 366),
  lock_reason text,
  locked_at timestamptz,
  rehearsal boolean NOT NULL DEFAULT false,
  CHECK ((lock_reason IS NULL) = (locked_at IS NULL)),
  UNIQUE (organisation_id, id),
  CONSTRAINT equipment_label_once UNIQUE (site_id, label),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, assigned_to) REFERENCES person (organisation_id, id)
);

CREATE TABLE cylinder (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  label text NOT NULL CHECK (length(label) BETWEEN 1 AND 40),
  gas text NOT NULL CHECK (length(gas) BETWEEN 1 AND 60),
  description text NOT NULL DEFAULT '',
  every_days integer NOT NULL CHECK (every_days BETWEEN 1 AND 366),
  lock_reason text,
  locked_at timestamptz,
  rehearsal boolean NOT NULL DEFAULT false,
  CHECK ((lock_reason IS NULL) = (locked_at IS NULL)),
  UNIQUE (organisation_id, id),
  CONSTRAINT cylinder_label_once UNIQUE (site_id, label),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

CREATE TABLE inspection (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  equipment_id uuid,
  cylinder_id uuid,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  result text NOT NULL CHECK (result IN ('pass', 'fail', 'locked')),
  lines jsonb NOT NULL,
  repair_note text,
  rehearsal boolean NOT NULL,
  CHECK (num_nonnulls(equipment_id, cylinder_id) = 1),
  FOREIGN KEY (organisation_id, equipment_id) REFERENCES equipment (organisation_id, id),
  FOREIGN KEY (organisation_id, cylinder_id) REFERENCES cylinder (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX inspection_of_equipment ON inspection (equipment_id, at DESC) WHERE equipment_id IS NOT NULL;
CREATE INDEX inspection_of_cylinder ON inspection (cylinder_id, at DESC) WHERE cylinder_id IS NOT NULL;

CREATE TABLE job (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  number integer NOT NULL,
  title text NOT NULL CHECK (length(title) BETWEEN 1 AND 200),
  station_id uuid,
  place text CHECK (length(place) BETWEEN 1 AND 200),
  welder_id uuid,
  helmet_id uuid,
  spec jsonb NOT NULL,
  process text NOT NULL GENERATED ALWAYS AS (spec ->> 'process') STORED,
  created_by uuid NOT NULL,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL,
  version integer NOT NULL DEFAULT 1,
  rehearsal boolean NOT NULL,
  CHECK (num_nonnulls(station_id, place) = 1),
  UNIQUE (organisation_id, id),
  UNIQUE (site_id, number),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, station_id) REFERENCES station (organisation_id, id),
  FOREIGN KEY (organisation_id, welder_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, helmet_id) REFERENCES equipment (organisation_id, id),
  FOREIGN KEY (organisation_id, created_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX job_newest ON job (organisation_id, site_id, updated_at DESC);
CREATE INDEX job_of_person ON job (created_by, updated_at DESC);

CREATE TABLE job_equipment (
  organisation_id uuid NOT NULL,
  job_id uuid NOT NULL,
  equipment_id uuid NOT NULL,
  PRIMARY KEY (job_id, equipment_id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, equipment_id) REFERENCES equipment (organisation_id, id)
);
CREATE TABLE job_cylinder (
  organisation_id uuid NOT NULL,
  job_id uuid NOT NULL,
  cylinder_id uuid NOT NULL,
  PRIMARY KEY (job_id, cylinder_id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, cylinder_id) REFERENCES cylinder (organisation_id, id)
);

CREATE TABLE permit (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  number integer NOT NULL,
  job_id uuid NOT NULL,
  state text NOT NULL CHECK (state IN ('draft', 'issued', 'working', 'watching', 'closed', 'suspended', 'revoked', 'expired')),
  place text NOT NULL CHECK (length(place) BETWEEN 1 AND 200),
  sweep jsonb NOT NULL DEFAULT '{}',
  operator_id uuid,
  fire_watch_id uuid,
  valid_from timestamptz NOT NULL,
  valid_to timestamptz NOT NULL,
  rule_set text NOT NULL CHECK (rule_set IN ('osha', 'nfpa51b')),
  watch_minutes integer NOT NULL CHECK (watch_minutes >= 30),
  findings jsonb,
  issued_by uuid,
  issued_at timestamptz,
  work_started_at timestamptz,
  watch_started_at timestamptz,
  closed_at timestamptz,
  created_by uuid NOT NULL,
  created_at timestamptz NOT NULL,
  version integer NOT NULL DEFAULT 1,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  UNIQUE (site_id, number),
  CHECK (state = 'draft' OR state = 'revoked' OR (operator_id IS NOT NULL AND fire_watch_id IS NOT NULL AND findings IS NOT NULL AND issued_by IS NOT NULL)),
  CHECK (state = 'draft' OR operator_id IS DISTINCT FROM fire_watch_id OR operator_id IS NULL),
  CHECK (state = 'draft' OR state = 'revoked' OR (valid_to > valid_from AND valid_to <= valid_from + interval '24 hours')),
  CHECK (state <> 'working' OR (work_started_at IS NOT NULL AND watch_started_at IS NULL)),
  CHECK (state <> 'watching' OR watch_started_at IS NOT NULL),
  CONSTRAINT permit_one_per_place EXCLUDE USING gist (site_id WITH =, lower(place) WITH =, tstzrange(valid_from, greatest(valid_from, valid_to)) WITH &&)
    WHERE (state IN ('issued', 'working', 'watching', 'suspended')),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, job_id) REFERENCES job (organisation_id, id),
  FOREIGN KEY (organisation_id, operator_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, fire_watch_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, issued_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX permit_newest ON permit (organisation_id, site_id, number DESC);
CREATE INDEX permit_running ON permit (organisation_id, site_id) WHERE state NOT IN ('draft', 'closed');
CREATE INDEX permit_of_job ON permit (job_id);

-- Everything that happened to a permit, in order; never changed, never deleted. The id comes from the sender, so a retry counts once.
CREATE TABLE permit_event (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  permit_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('action', 'round', 'sign', 'override')),
  -- the action, the signer's part, or the Finding's code
  subject text NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  note text,
  permit_version integer NOT NULL,
  audit_seq bigint,
  rehearsal boolean NOT NULL,
  CHECK (kind <> 'override' OR length(note) >= 10),
  FOREIGN KEY (organisation_id, permit_id) REFERENCES permit (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX event_of_permit ON permit_event (permit_id, at);
