-- The plan of a site: a draft that staff draw on together, thing by thing, and what was published of it.

-- Its floors. Here before anything is drawn; locked while the draft is published.
CREATE TABLE plan (
  site_id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  floors jsonb NOT NULL CHECK (jsonb_typeof(floors) = 'array'),
  version integer NOT NULL DEFAULT 1,
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- Anything drawn, each with a version of its own, so that two may draw at once and are told only where they meet.
CREATE TABLE plan_thing (
  id uuid NOT NULL,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  floor text NOT NULL CHECK (length(floor) BETWEEN 1 AND 40),
  kind text NOT NULL CHECK (length(kind) BETWEEN 1 AND 40),
  name text NOT NULL CHECK (length(name) <= 100),
  shape jsonb NOT NULL CHECK (jsonb_typeof(shape) = 'object'),
  facts jsonb NOT NULL CHECK (jsonb_typeof(facts) = 'object'),
  -- What is on record and stands here.
  of_id uuid,
  version integer NOT NULL DEFAULT 1,
  PRIMARY KEY (site_id, id),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- Only grows: jobs and permits keep the one that they were judged by.
CREATE TABLE plan_version (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  number integer NOT NULL CHECK (number >= 1),
  plan jsonb NOT NULL CHECK (jsonb_typeof(plan) = 'object'),
  note text NOT NULL CHECK (length(note) <= 500),
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  UNIQUE (site_id, number),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['plan', 'plan_thing', 'plan_version'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE ON plan TO zonaris_app;
GRANT UPDATE, DELETE ON plan_thing TO zonaris_app;
